package app.istante.core.bench;

import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;

/**
 * Traces many small sets and writes photographs of them beside the masks of their products, for the
 * first glance to learn from. At the size at which it looks, a set is traced in a second.
 */
public final class GlanceSets {
  /** Of each set, each with an exposure of its own. */
  private static final int SHOTS = 2;

  private GlanceSets() {}

  /**
   * @param args folder in which the light is kept, seed, number of sets, folder for the pictures;
   *     and a folder of models, where they are to stand on the sets
   */
  public static void main(String[] args) throws IOException {
    Path folder = Path.of(args[0]);
    long seed = Long.parseLong(args[1]);
    Path out = Files.createDirectories(Path.of(args[3]));
    TracedSets sets =
        args.length > 4
            ? TracedSets.ofModels(seed, TracedSet.Detail.COARSE, MeshThing.free(Path.of(args[4])))
            : TracedSets.ofOurs(seed, TracedSet.Detail.COARSE);
    sets.each(
        Integer.parseInt(args[2]),
        (set, lot) -> {
          set.trace(
              folder,
              EnumSet.of(TracedSet.Pass.LIT, TracedSet.Pass.PRODUCT, TracedSet.Pass.SURROUNDING));
          for (int shot = 1; shot <= SHOTS; shot++) {
            TracedShot.of(set, folder, lot).write(out, set.name() + "_" + shot);
          }
        });
  }
}
