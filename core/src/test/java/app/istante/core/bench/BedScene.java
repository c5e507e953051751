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
    Label.Kind kind,
    String fault,
    Supplier<StandingSet> built,
    Way way,
    boolean heldBack,
    long seed) {

  Label label() {
    return new Label(
        name,
        kind,
        fault,
        heldBack ? Label.Group.HELD_BACK : Label.Group.TUNED,
        fault.equals("phone") || way.sharpening() > 0,
        BedScenes.UPRIGHT.contains(product));
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
