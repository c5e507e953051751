package app.istante.core.mask;

import java.util.ArrayDeque;
import java.util.Comparator;
import java.util.Deque;
import java.util.List;

/** Tells which of the things that stand on the ground are the product. */
final class ProductParts {
  private static final double LEAST_OF_LARGEST = 0.12;
  private static final double LIKELY_IN_CORNER = 0.1;

  /** That what looks like no thing is the product, for one that does. */
  private static final double LIKELY_UNSEEN = 0.2;

  /** A part that looks like a thing by this much was put there to be photographed. */
  private static final double LOOKS_LIKE_A_THING = 0.7;

  /** And one that lies wholly in the frame, beside a part that does not, by this much. */
  private static final double MAY_BE_A_THING = 0.35;

  /** What looks less like a thing than this was not put there to be sold. */
  private static final double UNLIKE_ANY_THING = 0.1;

  /** A darker piece of ground that looks less like a thing than this is a shadow. */
  private static final double LOOKS_LIKE_NOTHING = 0.15;

  /** And is so for this share of it at least. */
  private static final double DARKER_SHARE = 0.7;

  private final Regions regions;
  private final OffGround off;
  private final int width;
  private final int height;
  private final double[] looks;

  private ProductParts(Regions regions, OffGround off, Glance glance) {
    this.regions = regions;
    this.off = off;
    width = off.width();
    height = off.height();
    looks = glance.looks(regions);
  }

  /**
   * The largest part nearest the middle that looks like a thing is the product, and so are others
   * that do, those of some size that lie wholly in the frame, and what is close to any of these. Of
   * the rest, what is ground but for its light is a shadow, thrown far; and the others are foreign
   * (a lamp stand, the table, a small prop).
   *
   * @return number of parts of the product
   */
  static int name(byte[] kind, OffGround off, Glance glance) {
    boolean[] product = Separation.places(kind, Separation.PRODUCT);
    Regions regions = Regions.of(off.width(), off.height(), product);
    if (regions.all().isEmpty()) {
      return 0;
    }
    return new ProductParts(regions, off, glance).name(kind);
  }

  private int name(byte[] kind) {
    List<Regions.Region> all = regions.all();
    Regions.Region main = all.stream().max(Comparator.comparingDouble(this::weight)).orElseThrow();
    boolean[] shadow = shadows(main);
    boolean[] belongs = new boolean[all.size() + 1];
    double reach = 0.05 * Math.max(width, height);
    Deque<Regions.Region> open = new ArrayDeque<>();
    for (Regions.Region part : all) {
      if (part == main || !shadow[part.id()] && isAnother(part, main)) {
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
        boolean free = !belongs[part.id()] && !shadow[part.id()] && !edgeThing;
        if (free && gap(part, from) < reach) {
          belongs[part.id()] = true;
          open.add(part);
        }
      }
    }
    regions.where(part -> !belongs[part.id()]).forEach(at -> kind[at] = Separation.FOREIGN);
    regions
        .where(part -> !belongs[part.id()] && shadow[part.id()])
        .forEach(at -> kind[at] = off.open(at));
    return parts;
  }

  private boolean[] shadows(Regions.Region main) {
    int[] darker = new int[regions.all().size() + 1];
    regions.forEachStretch(
        (id, from, to) -> {
          for (int at = from; at < to; at++) {
            darker[id] += off.isDim(at, off.tolerance(), CastShadow.DEEPEST_STOPS) ? 1 : 0;
          }
        });
    boolean[] shadow = new boolean[darker.length];
    for (Regions.Region part : regions.all()) {
      shadow[part.id()] =
          part != main
              && looks[part.id()] < LOOKS_LIKE_NOTHING
              && darker[part.id()] > DARKER_SHARE * part.areaPx();
    }
    return shadow;
  }

  /** The larger and the nearer to the middle, the more. */
  private double weight(Regions.Region region) {
    double dx = region.centreX() / width - 0.5;
    double dy = region.centreY() / height - 0.5;
    double weight = region.areaPx() * Math.exp(-(dx * dx + dy * dy) / 0.08);
    weight *= LIKELY_UNSEEN + (1 - LIKELY_UNSEEN) * looks[region.id()];
    return fillsCorner(region) ? LIKELY_IN_CORNER * weight : weight;
  }

  /** As table and wall do, and a product hardly ever. */
  private boolean fillsCorner(Regions.Region region) {
    int last = width * height - 1;
    for (int corner : new int[] {0, width - 1, last - width + 1, last}) {
      if (regions.idAt(corner) == region.id()) {
        return true;
      }
    }
    return false;
  }

  /**
   * Earrings, spoons, a box and its lid: what looks like a thing, or lies wholly in the frame, and
   * is no crumb beside the largest part was put there to be photographed.
   */
  private boolean isAnother(Regions.Region part, Regions.Region main) {
    boolean inside = part.borderPx() == 0;
    boolean may = looks[part.id()] > (main.borderPx() == 0 ? UNLIKE_ANY_THING : MAY_BE_A_THING);
    boolean thing = looks[part.id()] > LOOKS_LIKE_A_THING && !fillsCorner(part);
    return part.areaPx() > LEAST_OF_LARGEST * main.areaPx() && (thing || inside && may);
  }

  private static double gap(Regions.Region one, Regions.Region two) {
    double dx = Math.max(0, Math.max(one.left() - two.right(), two.left() - one.right()));
    double dy = Math.max(0, Math.max(one.top() - two.bottom(), two.top() - one.bottom()));
    return Math.hypot(dx, dy);
  }
}
