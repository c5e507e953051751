package app.istante.core.mask;

import java.util.stream.Stream;

/**
 * Pieces of the picture that two glances plainly see otherwise than its outline: a lid that is
 * burnt into the ground, the pale rim of a mug, a hard shadow just below the thing. They are small
 * beside it, so that the outline as a whole looks like a thing; each of them is taken as another
 * cut has it, which heeds the glance. Print and labels of the ground's own light, through which any
 * cut sees, are filled.
 */
final class PlainlySeen {
  /** What both glances take for a thing by so much, on the mean, is one. */
  private static final double THING = 0.9;

  /** Where the outline was told to be open there was a reason: so much more is asked. */
  private static final double CLOSED = 0.975;

  /**
   * An opening over which both see a thing by so much is print, or a burnt label, whatever other
   * cuts say. Of 47 openings in 286 pictures 43 were; through a basket and between a chair's slats
   * they see 0.9 to 0.98.
   */
  private static final double PRINT = 0.98;

  /** What both take for a thing by no more than this is none, where it is darker ground. */
  private static final double NOTHING = 0.1;

  /**
   * And is no more than this share of the outline: a towel over a radiator is no mistake. Of 34
   * such pieces in 532 pictures that one had half, the others 13 % at most.
   */
  private static final double MOST_TAKEN = 0.25;

  /**
   * Ground that is deeper in shade than this is not easily overlooked: stops. Of 22 such pieces in
   * 454 pictures the deepest, at -0.68, was no thing, the next, at -0.36, was one.
   */
  private static final double DEEPEST_STOPS = -0.5;

  /** Of what lies around a piece that was overlooked, so much was found. */
  private static final double BESIDE_SHARE = 0.5;

  private static final int BESIDE_PX = 2;

  /** Smaller pieces than this share of the picture are finer than a glance. */
  private static final double SMALLEST_SHARE = 0.0002;

  /**
   * Smaller openings, which are together at least this share of it, are a print's pattern where as
   * much of a thing is seen over all of them: a tablecloth's squares were 0.028 at 0.99, a chain's
   * links 0.0004 at 0.98 or 0.001 at 0.92.
   */
  private static final double PATTERN_SHARE = 0.002;

  private final Separation outline;
  private final Separation other;
  private final int width;
  private final int height;
  private final Bits product;

  /** What is not product in the outline. */
  private final Regions gaps;

  private final byte[] kind;
  private final float[] alpha;

  private PlainlySeen(Separation outline, Separation other) {
    this.outline = outline;
    this.other = other;
    width = outline.width();
    height = outline.height();
    product = outline.product();
    gaps = Regions.of(product.not());
    kind = outline.kind().clone();
    alpha = outline.alpha().clone();
  }

  /**
   * @param other the same picture cut with the glance's help
   * @param sure share of each pixel that the first glance gives to a thing
   * @param surer the same by the second
   * @return the outline with such pieces of the other one, or the same
   */
  static Separation corrected(Separation outline, Separation other, float[] sure, float[] surer) {
    if (!outline.found() || !other.found()) {
      return outline;
    }
    return new PlainlySeen(outline, other).corrected(sure, surer);
  }

  /** The same with gaps filled that both glances see as a thing, or the outline itself. */
  static Separation withoutPrint(Separation outline, float[] sure, float[] surer) {
    PlainlySeen seen = new PlainlySeen(outline, outline);
    boolean filled = seen.fillPrint(sure, surer);
    return filled ? outline.outlined(seen.alpha, seen.kind, seen.parts(), seen.holes()) : outline;
  }

  private Separation corrected(float[] sure, float[] surer) {
    boolean filled = fillPrint(sure, surer);
    Bits there = outline.product(other.kind());
    Regions added = Regions.of(there.andNot(product));
    Regions taken = Regions.of(product.andNot(there));
    double[] things = added.means(at -> Math.min(sure[at], surer[at]));
    double[] nothings = taken.means(at -> Math.max(sure[at], surer[at]));
    double[] addedStops = added.means(at -> outline.deviationStops()[at]);
    double[] takenStops = taken.means(at -> outline.deviationStops()[at]);
    double darker = -BackdropModel.toleranceStops(outline.noiseStops());
    boolean any = filled;
    for (Regions.Region piece : added.all()) {
      int id = piece.id();
      if (isLarge(piece, kind.length) && things[id] >= THING && addedStops[id] > DEEPEST_STOPS) {
        Bits all = added.where(one -> one == piece);
        if (isBeside(all) && (things[id] >= CLOSED || !isWithinOpening(all))) {
          take(all, true);
          any = true;
        }
      }
    }
    for (Regions.Region piece : taken.all()) {
      int id = piece.id();
      boolean mistaken =
          isLarge(piece, kind.length) && piece.areaPx() <= MOST_TAKEN * product.count();
      if (mistaken && nothings[id] <= NOTHING && takenStops[id] < darker) {
        take(taken.where(one -> one == piece), false);
        any = true;
      }
    }
    return any ? outline.outlined(alpha, kind, parts(), holes()) : outline;
  }

  /** Whether a glance sees a thing through a gap of an outline. */
  static boolean opensPrint(Separation outline, FirstGlance glance) {
    Regions gaps = Regions.of(outline.product().not());
    boolean pattern = fineArea(gaps) >= PATTERN_SHARE * gaps.pixels();
    // Most outlines have none, and needn't ask.
    Regions openings =
        Regions.of(
            gaps.where(gap -> gap.borderPx() == 0 && (pattern || isLarge(gap, gaps.pixels()))));
    if (openings.all().isEmpty()) {
      return false;
    }
    return !print(openings, glance.shares(openings)).isEmpty();
  }

  /**
   * Gaps that are print, each by itself or, of those that are finer than a glance, all together.
   *
   * @param things what is seen of a thing in each of the gaps
   */
  private static Bits print(Regions gaps, double[] things) {
    double area = fineArea(gaps);
    double seen = fine(gaps).mapToDouble(gap -> gap.areaPx() * things[gap.id()]).sum();
    boolean pattern = area >= PATTERN_SHARE * gaps.pixels() && seen >= PRINT * area;
    return gaps.where(
        gap ->
            gap.borderPx() == 0
                && (isLarge(gap, gaps.pixels()) ? things[gap.id()] >= PRINT : pattern));
  }

  /** Openings that are finer than a glance. */
  private static Stream<Regions.Region> fine(Regions gaps) {
    return gaps.all().stream().filter(gap -> gap.borderPx() == 0 && !isLarge(gap, gaps.pixels()));
  }

  private static double fineArea(Regions gaps) {
    return fine(gaps).mapToInt(Regions.Region::areaPx).sum();
  }

  /** Fills gaps that both glances see as a thing; whether there are any. */
  private boolean fillPrint(float[] sure, float[] surer) {
    Bits print = print(gaps, gaps.means(at -> Math.min(sure[at], surer[at])));
    print.forEach(at -> kind[at] = Separation.PRODUCT);
    print.near(BESIDE_PX).forEach(at -> alpha[at] = kind[at] == Separation.PRODUCT ? 1 : alpha[at]);
    return !print.isEmpty();
  }

  private static boolean isLarge(Regions.Region piece, int pixels) {
    return piece.areaPx() >= SMALLEST_SHARE * pixels;
  }

  private boolean isBeside(Bits piece) {
    Bits around = piece.near(BESIDE_PX).andNot(piece);
    return around.and(product).count() >= BESIDE_SHARE * around.count();
  }

  private boolean isWithinOpening(Bits piece) {
    boolean[] open = {false};
    piece.forEach(at -> open[0] |= gaps.all().get(gaps.labels()[at] - 1).borderPx() > 0);
    return !open[0];
  }

  /** As the other cut has it, with its soft rim. */
  private void take(Bits piece, boolean more) {
    piece.forEach(at -> kind[at] = other.kind()[at]);
    piece
        .near(BESIDE_PX)
        .forEach(
            at -> {
              float there = other.alpha()[at];
              alpha[at] = more ? Math.max(alpha[at], there) : Math.min(alpha[at], there);
            });
  }

  private int parts() {
    int more = large(Regions.of(outline.product(kind)), false) - large(Regions.of(product), false);
    return Math.max(1, outline.parts() + more);
  }

  private int holes() {
    int more = large(Regions.of(outline.product(kind).not()), true) - large(gaps, true);
    return Math.max(0, outline.holes() + more);
  }

  private static int large(Regions regions, boolean inside) {
    int pixels = regions.pixels();
    return (int)
        regions.all().stream()
            .filter(one -> ProductCut.isPart(one.areaPx(), pixels))
            .filter(one -> !inside || one.borderPx() == 0)
            .count();
  }
}
