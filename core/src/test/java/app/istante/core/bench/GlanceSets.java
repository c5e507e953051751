package app.istante.core.bench;

import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/**
 * Traces many small sets and writes photographs of them beside the masks of their products, for the
 * first glance to learn from. At the size at which it looks, a set is traced in a second.
 */
public final class GlanceSets {
  /** Of each set, each with an exposure of its own. */
  private static final int SHOTS = 2;

  private GlanceSets() {}

  /**
   * @param args folder in which the light is kept, seed, number of sets, folder for the pictures
   */
  public static void main(String[] args) throws IOException {
    Path folder = Path.of(args[0]);
    long seed = Long.parseLong(args[1]);
    Path out = Files.createDirectories(Path.of(args[3]));
    IntStream.range(0, Integer.parseInt(args[2]))
        .parallel()
        .forEach(number -> photograph(folder, seed, number, out));
  }

  private static void photograph(Path folder, long seed, int number, Path out) {
    try {
      TracedSet set = new TracedSet(seed, number, TracedSet.Detail.COARSE);
      set.trace(
          folder,
          EnumSet.of(TracedSet.Pass.LIT, TracedSet.Pass.PRODUCT, TracedSet.Pass.SURROUNDING));
      SplittableRandom lot = OtherTracer.lot(seed, number);
      for (int shot = 1; shot <= SHOTS; shot++) {
        TracedShot.of(set, folder, lot).write(out, set.name() + "_" + shot);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("stopped while tracing", e);
    }
  }
}
