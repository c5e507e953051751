package app.istante.core.bench;

import app.istante.core.image.UnreadablePhotoException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/**
 * Sets whose light comes from another ray tracer than ours, a guard against tuning to our own.
 * Every seed is another drawing: what was tuned on one is judged by the next.
 */
public final class OtherTracer {
  private OtherTracer() {}

  /**
   * @param args folder in which the light is kept, seed, number of sets; and, if the photographs
   *     are to be looked at, a folder for them and their masks
   */
  public static void main(String[] args) throws IOException {
    Path folder = Path.of(args[0]);
    long seed = Long.parseLong(args[1]);
    Tally tally = new Tally();
    Path look = args.length > 3 ? Files.createDirectories(Path.of(args[3])) : null;
    IntStream.range(0, Integer.parseInt(args[2]))
        .parallel()
        .forEach(number -> look(folder, seed, number, tally, look));
    tally.print();
  }

  private static void look(Path folder, long seed, int number, Tally tally, Path look) {
    try {
      TracedSet set = new TracedSet(seed, number, TracedSet.Detail.FULL);
      set.trace(folder, EnumSet.allOf(TracedSet.Pass.class));
      TracedShot shot = TracedShot.of(set, folder, lot(seed, number));
      if (look != null) {
        shot.write(look, set.name());
      }
      tally.add(set.name(), shot.picture());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (UnreadablePhotoException e) {
      throw new IllegalStateException("what was just written can be read", e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("stopped while tracing", e);
    }
  }

  /** By which a set's camera is drawn. */
  static SplittableRandom lot(long seed, int number) {
    return new SplittableRandom(7_919L * seed + number);
  }
}
