package app.istante.server.picture;

import app.istante.core.image.FileKind;
import app.istante.server.support.IstanteProperties;
import java.io.IOException;
import java.io.OutputStream;
import java.nio.channels.FileChannel;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.nio.file.StandardOpenOption;
import java.security.MessageDigest;
import java.security.NoSuchAlgorithmException;
import java.time.Clock;
import java.util.HexFormat;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * Pictures as content-addressed files outside the database. A file is written under a temporary
 * name, flushed to the disk and renamed, so that a name always stands for a whole picture.
 * Originals are never changed or overwritten.
 */
@Component
public class PictureStore {
  private final Path folder;
  private final JdbcClient database;
  private final Clock clock;

  PictureStore(IstanteProperties properties, JdbcClient database, Clock clock) throws IOException {
    this.folder = properties.dataFolder().resolve("pictures");
    this.database = database;
    this.clock = clock;
    Files.createDirectories(folder);
  }

  /** A picture that is on the disk. */
  public record Stored(String sha256, String ending, long bytes) {}

  /** Keeps the bytes; the same bytes are kept once. */
  public Stored keep(byte[] bytes, FileKind kind) throws IOException {
    String sha256 = sha256(bytes);
    Path to = file(sha256, kind.ending());
    if (!Files.exists(to)) {
      writeWhole(to, bytes);
    }
    database
        .sql("INSERT IGNORE INTO picture (sha256, ending, bytes, stored_at) VALUES (?, ?, ?, ?)")
        .params(sha256, kind.ending(), bytes.length, java.sql.Timestamp.from(clock.instant()))
        .update();
    return new Stored(sha256, kind.ending(), bytes.length);
  }

  public Path original(String sha256) {
    String ending =
        database
            .sql("SELECT ending FROM picture WHERE sha256 = ?")
            .param(sha256)
            .query(String.class)
            .single();
    return file(sha256, ending);
  }

  private Path file(String sha256, String ending) {
    return folder.resolve(sha256.substring(0, 2)).resolve(sha256 + "." + ending);
  }

  /** Writes a file so that after a crash it is there whole or not at all. */
  public static void writeWhole(Path to, byte[] bytes) throws IOException {
    Files.createDirectories(to.getParent());
    Path temporary = Files.createTempFile(to.getParent(), ".writing-", ".tmp");
    try {
      try (OutputStream out = Files.newOutputStream(temporary)) {
        out.write(bytes);
      }
      try (FileChannel channel = FileChannel.open(temporary, StandardOpenOption.WRITE)) {
        channel.force(true);
      }
      Files.move(temporary, to, StandardCopyOption.ATOMIC_MOVE);
    } finally {
      Files.deleteIfExists(temporary);
    }
  }

  public static String sha256(byte[] bytes) {
    try {
      return HexFormat.of().formatHex(MessageDigest.getInstance("SHA-256").digest(bytes));
    } catch (NoSuchAlgorithmException impossible) {
      throw new IllegalStateException("every Java platform has SHA-256", impossible);
    }
  }
}
