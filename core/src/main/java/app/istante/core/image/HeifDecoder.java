package app.istante.core.image;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.TimeUnit;

/**
 * Opens HEIC through the {@code heif-convert} program of libheif, where the machine has it. Java
 * has no decoder for this format.
 */
final class HeifDecoder {
  private static final long TIME_LIMIT_SECONDS = 60;

  private HeifDecoder() {}

  /** The same picture as PNG, upright; empty where there is no such program on this machine. */
  static Optional<byte[]> toPng(byte[] heic) throws IOException {
    Path folder = Files.createTempDirectory("istante-heic");
    Path in = folder.resolve("in.heic");
    Path out = folder.resolve("out.png");
    try {
      Files.write(in, heic);
      Process process;
      try {
        process =
            new ProcessBuilder("heif-convert", in.toString(), out.toString())
                .redirectErrorStream(true)
                .redirectOutput(ProcessBuilder.Redirect.DISCARD)
                .start();
      } catch (IOException notInstalled) {
        return Optional.empty();
      }
      boolean ended = process.waitFor(TIME_LIMIT_SECONDS, TimeUnit.SECONDS);
      if (!ended) {
        process.destroyForcibly();
      }
      if (!ended || process.exitValue() != 0 || !Files.exists(out)) {
        throw new IOException("heif-convert made no picture");
      }
      return Optional.of(Files.readAllBytes(out));
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted while opening HEIC", stopped);
    } finally {
      Files.deleteIfExists(in);
      Files.deleteIfExists(out);
      Files.deleteIfExists(folder);
    }
  }
}
