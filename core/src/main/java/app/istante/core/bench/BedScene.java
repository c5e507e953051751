package app.istante.core.bench;

import app.istante.core.set.StandingSet;
import java.util.function.Supplier;

/**
 * One scene of the test bed.
 *
 * @param name product, fault and number
 * @param product on the shelf
 * @param kind how hard its outline is: opaque, or one of the hard ones
 * @param fault planted, in words, or "none"
 * @param built makes the set, lit and exposed; takes a moment
 * @param way what happens to the light on its way into the file
 * @param heldBack never looked at while tuning; reported apart
 * @param seed of paths and noise
 */
record BedScene(
    String name,
    String product,
    Kind kind,
    String fault,
    Supplier<StandingSet> built,
    Way way,
    boolean heldBack,
    long seed) {

  /** The name as part of a file's. */
  String fileName() {
    return name.replaceAll("[^a-z0-9]+", "-");
  }

  /** Kinds of outline, as the targets tell them apart. */
  enum Kind {
    OPAQUE,
    WHITE,
    CLEAR,
    MIRROR,
    CHAIN,
    FUZZY;

    /** An opaque outline must be right; the others right or honestly doubted. */
    boolean plain() {
      return this == OPAQUE || this == FUZZY;
    }
  }

  /**
   * From light to file, where other cameras differ from the simulated one.
   *
   * @param contrast of an S-shaped tone curve, 0 for none
   * @param vignettingStops in the corners, more than the lens of the set has
   * @param grain of the ground, standard deviation of its reflectance over blotches of a few pixels
   * @param jpegQuality 0 to 1
   * @param sharpening share of what an unsharp mask of 1 px adds
   */
  record Way(
      double contrast,
      double vignettingStops,
      double grain,
      double jpegQuality,
      double sharpening) {
    static final Way PLAIN = new Way(0, 0, 0, 0.92, 0);
  }
}
