package app.istante.core.mask;

import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;

/** Tells which of the things that stand on the ground are the product. */
final class ProductParts {
  private static final double LEAST_OF_LARGEST = 0.12;
  private static final double LIKELY_IN_CORNER = 0.1;

  private final Regions regions;
  private final int width;
  private final int height;

  private ProductParts(Regions regions, int width, int height) {
    this.regions = regions;
    this.width = width;
    this.height = height;
  }

  /**
   * The largest part nearest the middle is the product, and so are others of some size that lie
   * wholly in the frame, and what is close to any of these; the rest is foreign (a lamp stand, the
   * table, a small prop).
   *
   * @return number of parts of the product
   */
  static int name(byte[] kind, int width, int height) {
    Regions regions = Regions.of(width, height, Separation.places(kind, Separation.PRODUCT));
    if (regions.all().isEmpty()) {
      return 0;
    }
    return new ProductParts(regions, width, height).name(kind);
  }

  private int name(byte[] kind) {
    List<Regions.Region> all = regions.all();
    Regions.Region main = all.stream().max(Comparator.comparingDouble(this::weight)).orElseThrow();
    boolean[] belongs = new boolean[all.size() + 1];
    double reach = 0.05 * Math.max(width, height);
    Deque<Regions.Region> open = new ArrayDeque<>();
    for (Regions.Region part : all) {
      if (part == main || isAnother(part, main)) {
        belongs[part.id()] = true;
        open.add(part);
      }
    }
    int parts = 0;
    while (!open.isEmpty()) {
      Regions.Region from = open.poll();
      parts++;
      for (Regions.Region part : all) {
        boolean edgeThing = part.borderPx() > 0 && weight(part) < 0.5 * weight(main);
        if (!belongs[part.id()] && !edgeThing && gap(part, from) < reach) {
          belongs[part.id()] = true;
          open.add(part);
        }
      }
    }
    for (int at = 0; at < kind.length; at++) {
      int id = regions.labels()[at];
      if (id > 0 && !belongs[id]) {
        kind[at] = Separation.FOREIGN;
      }
    }
    return parts;
  }

  /** The larger and the nearer to the middle, the more. */
  private double weight(Regions.Region region) {
    double dx = region.centreX() / width - 0.5;
    double dy = region.centreY() / height - 0.5;
    double weight = region.areaPx() * Math.exp(-(dx * dx + dy * dy) / 0.08);
    return fillsCorner(region) ? LIKELY_IN_CORNER * weight : weight;
  }

  /** As table and wall do, and a product hardly ever. */
  private boolean fillsCorner(Regions.Region region) {
    int last = width * height - 1;
    for (int corner : new int[] {0, width - 1, last - width + 1, last}) {
      if (regions.labels()[corner] == region.id()) {
        return true;
      }
    }
    return false;
  }

  /**
   * Earrings, spoons, a box and its lid: what lies wholly in the frame and is no crumb beside the
   * largest part was put there to be photographed.
   */
  private static boolean isAnother(Regions.Region part, Regions.Region main) {
    return part.borderPx() + main.borderPx() == 0
        && part.areaPx() > LEAST_OF_LARGEST * main.areaPx();
  }

  private static double gap(Regions.Region one, Regions.Region two) {
    double dx = Math.max(0, Math.max(one.left() - two.right(), two.left() - one.right()));
    double dy = Math.max(0, Math.max(one.top() - two.bottom(), two.top() - one.bottom()));
    return Math.hypot(dx, dy);
  }
}
