package app.istante.core.bench;

import app.istante.core.image.UnreadablePhotoException;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Optional;
import java.util.Random;
import java.util.SplittableRandom;
import java.util.function.IntFunction;
import java.util.stream.IntStream;

/** Sets drawn by lot for the other ray tracer, each with a camera of its own. */
final class TracedSets {
  /** What is done with a set; the lot draws its camera. */
  interface Work {
    void on(TracedSet set, SplittableRandom lot)
        throws IOException, UnreadablePhotoException, InterruptedException;
  }

  private final long seed;
  private final IntFunction<TracedSet> sets;

  private TracedSets(long seed, IntFunction<TracedSet> sets) {
    this.seed = seed;
    this.sets = sets;
  }

  /** With things of ours, every kind in turn. */
  static TracedSets ofOurs(long seed, TracedSet.Detail detail) {
    return new TracedSets(seed, number -> new TracedSet(seed, number, detail));
  }

  /** With models that others made; every one comes once before one comes again. */
  static TracedSets ofModels(long seed, TracedSet.Detail detail, List<Path> models) {
    List<Path> files = new ArrayList<>(models);
    Collections.shuffle(files, new Random(seed));
    return new TracedSets(
        seed,
        number -> {
          for (int next = number; next < number + files.size(); next++) {
            Optional<MeshThing> model = MeshThing.read(files.get(next % files.size()));
            if (model.isPresent()) {
              return new TracedSet(seed, number, detail, model.get()::thing);
            }
          }
          throw new IllegalStateException("none of " + models.size() + " models can be used");
        });
  }

  TracedSet get(int number) {
    return sets.apply(number);
  }

  /** Does the same with the first so many of them, on all cores. */
  void each(int count, Work work) {
    IntStream.range(0, count).parallel().forEach(number -> on(number, work));
  }

  private void on(int number, Work work) {
    try {
      work.on(get(number), new SplittableRandom(7_919L * seed + number));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (UnreadablePhotoException e) {
      throw new IllegalStateException("what was just written can be read", e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("stopped while tracing", e);
    }
  }
}
