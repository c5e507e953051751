package app.istante.core.mask;

import java.util.function.Predicate;

/**
 * Crumbs of the ground that were cut out with the product: a few pixels of grain, a fold of the
 * sheet, a fleck of shadow. They are too small to tell what they are, but a glance sees no thing
 * where they lie; and far from the product each of them would widen its box.
 */
final class Crumbs {
  /** What is larger than this share of the largest piece is no crumb. */
  private static final double MOST_OF_LARGEST = 0.02;

  /**
   * Of 290 pieces of 180 outlines where the glance saw less of a thing than this, 16 were of the
   * product, all of them of a few pixels.
   */
  private static final double SEEN = 0.15;

  /** Around a crumb its soft rim goes with it. */
  private static final int RIM_PX = 3;

  private Crumbs() {}

  /** The outline without them, or as it was. */
  static Separation dropped(Separation seen, Glance glance) {
    int width = seen.width();
    Bits product = seen.product();
    Regions pieces = Regions.of(product);
    if (pieces.all().size() < 2) {
      return seen;
    }
    int largest = pieces.all().stream().mapToInt(Regions.Region::areaPx).max().orElseThrow();
    Predicate<Regions.Region> small = piece -> piece.areaPx() < MOST_OF_LARGEST * largest;
    boolean[] thing = new boolean[pieces.all().size() + 1];
    pieces
        .where(small)
        .forEach(at -> thing[pieces.labels()[at]] |= glance.around(at % width, at / width) >= SEEN);
    Predicate<Regions.Region> crumb = small.and(piece -> !thing[piece.id()]);
    Bits crumbs = pieces.where(crumb);
    if (crumbs.isEmpty()) {
      return seen;
    }
    byte[] kind = seen.kind().clone();
    float[] alpha = seen.alpha().clone();
    crumbs.forEach(at -> kind[at] = seen.open(at));
    Bits rest = product.andNot(crumbs);
    crumbs.near(RIM_PX).andNot(rest.near(RIM_PX)).forEach(at -> alpha[at] = 0);
    crumbs.forEach(at -> alpha[at] = 0);
    long counted =
        pieces.all().stream()
            .filter(crumb.and(piece -> ProductCut.isPart(piece.areaPx(), kind.length)))
            .count();
    return seen.outlined(alpha, kind, (int) Math.max(1, seen.parts() - counted), seen.holes());
  }
}
