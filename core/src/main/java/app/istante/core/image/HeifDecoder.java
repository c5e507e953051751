package app.istante.core.image;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Optional;
import java.util.concurrent.TimeUnit;
import java.util.stream.Stream;

/**
 * Opens HEIC and AVIF through the {@code heif-convert} program of libheif, where the machine has
 * it. Java has no decoder for these formats.
 */
final class HeifDecoder {
  private static final long TIME_LIMIT_SECONDS = 60;

  private HeifDecoder() {}

  /**
   * The same picture as PNG, with its profile, turned as the file's own boxes say; of several the
   * first. Empty where there is no such program on this machine.
   */
  static Optional<byte[]> toPng(byte[] heic) throws IOException {
    Path folder = Files.createTempDirectory("istante-heic");
    Path in = folder.resolve("in.heic");
    Path out = folder.resolve("out.png");
    Path firstOfSeveral = folder.resolve("out-1.png");
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
      Path made = Files.exists(out) ? out : firstOfSeveral;
      if (!ended || process.exitValue() != 0 || !Files.exists(made)) {
        throw new IOException("heif-convert made no picture");
      }
      return Optional.of(Files.readAllBytes(made));
    } catch (InterruptedException stopped) {
      Thread.currentThread().interrupt();
      throw new IOException("interrupted while opening HEIC", stopped);
    } finally {
      try (Stream<Path> files = Files.list(folder)) {
        for (Path file : files.toList()) {
          Files.deleteIfExists(file);
        }
      }
      Files.deleteIfExists(folder);
    }
  }
}
