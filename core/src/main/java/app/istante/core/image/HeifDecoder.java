package app.istante.core.image;

import com.sun.jna.Native;
import java.awt.color.ColorSpace;
import java.awt.image.BufferedImage;
import java.awt.image.DataBuffer;
import java.awt.image.DataBufferByte;
import java.awt.image.DataBufferUShort;
import java.io.DataInputStream;
import java.io.EOFException;
import java.io.File;
import java.io.IOException;
import java.net.URISyntaxException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Comparator;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * Opens HEIC and AVIF through libheif, where the machine has it: Java has no decoder for these
 * formats. The library runs in a process of its own ({@link HeifProcess}).
 */
final class HeifDecoder {
  private static final long TIME_LIMIT_SECONDS = 60;

  private HeifDecoder() {}

  /** What must be known of a picture before it is decoded. */
  @FunctionalInterface
  interface SizeCheck {
    void accept(int widthPx, int heightPx) throws UnreadablePhotoException;
  }

  /**
   * The main picture of a file, turned as its boxes say (ISO 23008-12: these count, EXIF's
   * orientation does not).
   *
   * @throws UnreadablePhotoException NO_DECODER where the machine has no libheif, or the picture is
   *     for screens of high range, else TRUNCATED, DAMAGED or what the check of its size throws
   */
  static Decoded decode(byte[] file, FileKind kind, SizeCheck size)
      throws UnreadablePhotoException {
    Path folder = null;
    try {
      folder = Files.createTempDirectory("istante-heif");
      Path in = Files.write(folder.resolve("in"), file);
      return decode(in, folder, kind, size);
    } catch (IOException failed) {
      throw PhotoReader.damaged(kind, failed);
    } catch (OutOfMemoryError tooLarge) {
      throw PhotoReader.tooLargeForMemory(tooLarge);
    } finally {
      remove(folder);
    }
  }

  private static Decoded decode(Path in, Path folder, FileKind kind, SizeCheck size)
      throws IOException, UnreadablePhotoException {
    Process process = start(in, folder);
    // Reading waits for as long as the process is there: it is ended from outside.
    CompletableFuture.delayedExecutor(TIME_LIMIT_SECONDS, TimeUnit.SECONDS)
        .execute(process::destroyForcibly);
    try (DataInputStream from = new DataInputStream(process.getInputStream())) {
      return read(from, size);
    } catch (EOFException early) {
      throw reason(process, kind, early);
    } finally {
      process.destroyForcibly();
    }
  }

  private static UnreadablePhotoException reason(Process process, FileKind kind, IOException cause)
      throws IOException {
    try {
      return switch (process.waitFor()) {
        case HeifProcess.NO_LIBRARY -> PhotoReader.noDecoder(kind);
        case HeifProcess.ENDS_EARLY -> PhotoReader.truncated(cause);
        default -> PhotoReader.damaged(kind, cause);
      };
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted while opening a picture", stopped);
    }
  }

  private static Process start(Path in, Path folder) throws IOException {
    return new ProcessBuilder(
            Path.of(System.getProperty("java.home"), "bin", "java").toString(),
            "-Xshare:auto",
            "-XX:TieredStopAtLevel=1",
            "-XX:+UseSerialGC",
            "-Xmx256m",
            // Should a file break the library: its report goes with the folder, none is a picture.
            "-XX:+DisplayVMOutputToStderr",
            "-XX:-CreateCoredumpOnCrash",
            "-Djna.tmpdir=" + folder,
            "-cp",
            placeOf(HeifProcess.class) + File.pathSeparator + placeOf(Native.class),
            HeifProcess.class.getName(),
            in.toString())
        .directory(folder.toFile())
        .redirectError(ProcessBuilder.Redirect.DISCARD)
        .start();
  }

  /** The folder or archive that a class was read from. */
  private static Path placeOf(Class<?> type) throws IOException {
    try {
      return Path.of(type.getProtectionDomain().getCodeSource().getLocation().toURI());
    } catch (URISyntaxException | RuntimeException nested) {
      throw new IOException(type + " does not lie in a file of its own", nested);
    }
  }

  private static Decoded read(DataInputStream from, SizeCheck size)
      throws IOException, UnreadablePhotoException {
    int width = from.readInt();
    int height = from.readInt();
    size.accept(width, height);
    int channels = from.readInt();
    int bitDepth = from.readInt();
    boolean wide = from.readInt() == 2;
    int pictures = from.readInt();
    int primaries = from.readInt();
    int curve = from.readInt();
    byte[] profile = from.readNBytes(from.readInt());
    if (profile.length == 0) {
      // Its codes mean light that no JPEG holds; how it is brought down is the camera's to say.
      if (NamedColours.isHighRange(curve)) {
        throw PhotoReader.notReadHere("a picture for screens of high range (HDR)");
      }
      profile = NamedColours.profile(primaries, curve);
    }
    BufferedImage image =
        Decoded.empty(
            ColorSpace.getInstance(ColorSpace.CS_sRGB), channels == 4, wide, width, height);
    DataBuffer codes = image.getRaster().getDataBuffer();
    if (codes instanceof DataBufferUShort shorts) {
      byte[] row = new byte[2 * channels * width];
      for (int at = 0; at < codes.getSize(); at += channels * width) {
        from.readFully(row);
        ByteBuffer.wrap(row).asShortBuffer().get(shorts.getData(), at, channels * width);
      }
    } else {
      from.readFully(((DataBufferByte) codes).getData());
    }
    return new Decoded(image, profile, bitDepth, pictures);
  }

  private static void remove(Path folder) {
    if (folder == null) {
      return;
    }
    try (Stream<Path> files = Files.walk(folder)) {
      files.sorted(Comparator.reverseOrder()).forEach(file -> file.toFile().delete());
    } catch (IOException gone) {
      // Nothing of it is left, then.
    }
  }
}
