package app.istante.core.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;

/**
 * Sets whose light comes from another ray tracer than ours, a guard against tuning to our own.
 * Every seed is another drawing: what was tuned on one is judged by the next.
 */
public final class OtherTracer {
  private OtherTracer() {}

  /**
   * @param args folder in which the light is kept, seed, number of sets, folder for the photographs
   *     and their masks, and a folder of models of things; a dash for the folder where none is to
   *     be looked at, none for the models where the things are to be ours
   */
  public static void main(String[] args) throws IOException {
    Path folder = Path.of(args[0]);
    long seed = Long.parseLong(args[1]);
    Path look = args[3].equals("-") ? null : Files.createDirectories(Path.of(args[3]));
    TracedSet.Detail detail = TracedSet.Detail.FULL;
    TracedSets sets =
        args.length > 4
            ? TracedSets.ofModels(seed, detail, MeshThing.judging(Path.of(args[4])))
            : TracedSets.ofOurs(seed, detail);
    Tally tally = new Tally();
    sets.each(
        Integer.parseInt(args[2]),
        (set, lot) -> {
          set.trace(folder, EnumSet.allOf(TracedSet.Pass.class));
          TracedShot shot = TracedShot.of(set, folder, lot);
          if (look != null) {
            shot.write(look, set.name());
          }
          tally.add(set.name(), shot.picture());
        });
    tally.print();
  }
}
