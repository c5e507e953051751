package app.istante.core.mask;

import app.istante.core.mask.Islands.Against;
import app.istante.core.mask.Islands.Island;
import java.util.function.Supplier;

/** Ground seen through handles, rings and frames: it lies inside the outline and is no product. */
final class Holes {
  private static final int SMALLEST_PX = 80;

  private static final int LARGE_PX = 120;

  /**
   * A large island that looks as the ground does but has no clear rim: in a ring of pale or mirror
   * metal it is a hole. White things look so nearly all over.
   */
  private static final double LEAST_OF_RING = 0.25;

  private static final double MOST_OF_RING = 0.65;

  /** Holes smaller than this share of the frame are opened and not counted. */
  private static final double COUNTED_SHARE = 0.0004;

  /**
   * Burnt light in a burnt ground may be a lamp's mirror image as well as a hole. A hole is set in
   * a band: the open ground is no further away than this many times the hole's own size.
   */
  private static final double BAND_OF_HOLE = 0.9;

  /** What covers less of the picture is too fine for a glance. */
  private static final double SMALLEST_SEEN = 0.0007;

  /**
   * An island that a glance takes for a part of the thing by no more than this is an opening if its
   * rim is clear, tinted though it may be by what the thing throws on it. Of 186 pictures' islands
   * all nine were that were left closed for their tint, or for spreading more than a plain one may.
   */
  private static final double LOOKS_OPEN = 0.35;

  /**
   * What is just as light as the ground, and looks so little a thing, is ground without a rim, too,
   * where it lies at the outline: a handle's hard shadow goes round a piece of it beside the foot.
   * Within white things on white it looks as little.
   */
  private static final double PLAINLY_NO_THING = 0.45;

  private static final double MOST_AT_OUTLINE = 0.1;

  /**
   * What is as even and grey as ground, and looks as little as this like a part of the thing, is an
   * opening if so much of its rim is clear: a handle's may mirror the ground. All 25 islands in 260
   * pictures that were left closed so were ground; the nearest parts had 0.42 and 0.5 of a rim.
   */
  private static final double LOOKS_PLAINLY_OPEN = 0.1;

  private static final double CLEAR_OF_PLAINLY_OPEN = 0.55;

  /**
   * And if it is this much of the opening that a glance sees: opened in part, it would pass for the
   * outline of one that is, and no cut be tried that opens it whole.
   */
  private static final double WHOLE_OPENING = 0.75;

  /** What fades out, or lies in thrown shade, is a part if a glance takes it for one by more. */
  private static final double LOOKS_A_THING = 0.65;

  /**
   * What a heeded glance takes for one by so much is none of the openings that light tells. Between
   * a radiator's ribs and a chair's slats it sees 0.976 to 0.992, in pale bands 0.995 and above.
   */
  private static final double PLAINLY_A_THING = 0.994;

  /**
   * Nor is what it takes for one by more than this if it is not as light as the ground would be: of
   * such islands in 220 drawn pictures nine tenths of the area were parts.
   */
  private static final double SURELY_A_PART = 0.98;

  /** The same of what lies too deep within the thing for a hole. */
  private static final double LIKELY_A_PART = 0.95;

  private final boolean[] inside;
  private final boolean[] burnt;
  private final OffGround ground;
  private final Supplier<float[]> looks;
  private final boolean heeding;
  private final float[] deviation;
  private final int width;
  private final int height;

  /** The islands that are looked at. */
  private Regions regions;

  /** Of each pixel of the product, once asked for. */
  private float[] fromOpen;

  /** What a glance gives to a thing of each island, once asked for. */
  private double[] seen;

  /**
   * @param inside what was taken for product; changed
   * @param burnt where the picture is clipped
   * @param looks share of each pixel that a glance gives to a thing, 0 to 1; seldom asked for
   * @param heeding whether the outline was cut with the glance's help
   */
  Holes(
      boolean[] inside,
      boolean[] burnt,
      OffGround ground,
      Supplier<float[]> looks,
      boolean heeding) {
    this.inside = inside;
    this.burnt = burnt;
    this.ground = ground;
    this.looks = looks;
    this.heeding = heeding;
    deviation = ground.deviation();
    width = ground.width();
    height = ground.height();
  }

  /**
   * What came of a look at all islands.
   *
   * @param count of the holes that were opened
   * @param leftClosed whether something was left that may well be a hole
   */
  record Opened(int count, boolean leftClosed) {}

  /** Opens what looks as the ground should. */
  Opened open() {
    return open(deviation, deviation, Against.SURFACE, false);
  }

  /**
   * Opens what looks as the ground around the product does.
   *
   * @param around deviation of that ground, carried on across the product, stops
   */
  Opened open(float[] around) {
    return open(off(around), around, Against.AROUND, false);
  }

  /**
   * Opens what is in the shade that the product throws. That no part of the product is by chance:
   * so less of the rim need be clear, and it may lie beside what was opened before.
   *
   * @param thrown shade, stops
   */
  Opened openInShade(float[] thrown) {
    return open(off(thrown), thrown, Against.THROWN, false);
  }

  /**
   * Opens what looks as the ground should and plainly open to a glance, with less of a clear rim.
   * To be asked last.
   */
  Opened openBySight() {
    return open(deviation, deviation, Against.SURFACE, true);
  }

  private float[] off(float[] shade) {
    float[] off = new float[shade.length];
    for (int at = 0; at < off.length; at++) {
      off[at] = deviation[at] - shade[at];
    }
    return off;
  }

  /**
   * Ground seen through handles and rings does not hang together with the border. An island inside
   * the product is opened where it looks like the ground and something that plainly differs from it
   * lies all round; a highlight that happens to be as bright as the ground fades out instead.
   */
  private Opened open(float[] off, float[] shade, Against against, boolean bySight) {
    Islands islands = Islands.of(inside, off, shade, against, ground);
    regions = islands.regions();
    fromOpen = null;
    seen = null;
    // Worked out for the first likely island.
    IslandRims rims = null;
    int product = Bits.count(inside);
    boolean leftClosed = false;
    int opened = 0;
    for (Island island : islands.all()) {
      if (!isLikely(island, product) || bySight && !looksOpen(island)) {
        continue;
      }
      rims = rims == null ? new IslandRims(regions, inside, off, ground) : rims;
      boolean mayOpen =
          bySight
              ? rims.clearShare(island) >= CLEAR_OF_PLAINLY_OPEN && isWholeOpening(island.region())
              : isNothing(island, product, rims) || rims.isClear(island);
      if (mayOpen) {
        if (!isClosed(island, rims)) {
          opened += island.areaPx() > COUNTED_SHARE * width * height ? 1 : 0;
          open(island.region(), rims);
        }
      } else if (island.isAsGround() && island.isAsInARing()) {
        double share = (double) island.areaPx() / product;
        leftClosed |= share > LEAST_OF_RING && share < MOST_OF_RING;
      }
    }
    return new Opened(opened, leftClosed);
  }

  private boolean isLikely(Island island, int product) {
    boolean ground = island.isAsGround() || isSeen(island) && island.mayBeGround();
    // Most of what lies inside the outline is seldom ground, save in frames, rings and necklaces:
    // then it is exactly as the ground should be.
    boolean rightSize =
        island.areaPx() >= SMALLEST_PX && (island.areaPx() < 0.5 * product || island.isExact());
    return ground && rightSize && island.region().borderPx() == 0;
  }

  /** Whether it lies at the outline, is just as light as the ground, and no thing is seen there. */
  private boolean isNothing(Island island, int product, IslandRims rims) {
    return island.isAsGround()
        && island.isPlain()
        && island.areaPx() < MOST_AT_OUTLINE * product
        && isSeen(island)
        && looks(island) < PLAINLY_NO_THING
        && rims.isAtOutline(island.region());
  }

  /** Whether it is as even and grey as ground, and a glance sees that it is open. */
  private boolean looksOpen(Island island) {
    return island.isAsGround() && isSeen(island) && looks(island) < LOOKS_PLAINLY_OPEN;
  }

  /** Whether it is most of the opening that a glance sees there. */
  private boolean isWholeOpening(Regions.Region island) {
    float[] shares = looks.get();
    Regions openings =
        Regions.of(width, height, at -> inside[at] && shares[at] < LOOKS_PLAINLY_OPEN);
    int[] within = new int[openings.all().size() + 1];
    regions.where(one -> one == island).forEach(at -> within[openings.labels()[at]]++);
    int here = 0;
    int all = 0;
    for (Regions.Region opening : openings.all()) {
      here += within[opening.id()];
      all += within[opening.id()] > 0 ? opening.areaPx() : 0;
    }
    return here > WHOLE_OPENING * all;
  }

  /** Whether it is a part of the thing, for all that it has a clear rim. */
  private boolean isClosed(Island island, IslandRims rims) {
    boolean lamp = isBurnt(island.region()) && isAwayFromOpen(island.region());
    return lamp
        || rims.isPrinted(island.region())
        || island.isAsGround() && !island.isAsLight() && looksAPart(island)
        || looksClosed(island, rims);
  }

  private boolean isBurnt(Regions.Region island) {
    int[] labels = regions.labels();
    int clipped = 0;
    for (int y = island.top(); y <= island.bottom(); y++) {
      for (int x = island.left(); x <= island.right(); x++) {
        int at = y * width + x;
        clipped += labels[at] == island.id() && burnt[at] ? 1 : 0;
      }
    }
    return 2 * clipped > island.areaPx();
  }

  /** As a lamp's mirror image lies, and no hole. */
  private boolean isAwayFromOpen(Regions.Region island) {
    int[] labels = regions.labels();
    if (fromOpen == null) {
      fromOpen = fromOpenGround();
    }
    float nearest = Float.MAX_VALUE;
    for (int y = island.top(); y <= island.bottom(); y++) {
      for (int x = island.left(); x <= island.right(); x++) {
        int at = y * width + x;
        if (labels[at] == island.id()) {
          nearest = Math.min(nearest, fromOpen[at]);
        }
      }
    }
    return nearest > BAND_OF_HOLE * Math.sqrt(island.areaPx());
  }

  /**
   * Whether a glance takes for a part of the thing what is not just as light as the ground would
   * be.
   */
  private boolean looksAPart(Island island) {
    double share = looks(island);
    return share > (island.inThrownShade() ? LOOKS_A_THING : SURELY_A_PART) && isSeen(island)
        || share > LIKELY_A_PART && isAwayFromOpen(island.region());
  }

  /** Whether a glance takes it for a part of the thing, by more than such an opening may be. */
  private boolean looksClosed(Island island, IslandRims rims) {
    if (!isSeen(island)) {
      return false;
    }
    boolean asGround = island.isAsGround();
    boolean fades = asGround && rims.fadesOut(island.region());
    if (asGround && !fades && !heeding) {
      return false;
    }
    double most = !asGround ? LOOKS_OPEN : fades ? LOOKS_A_THING : PLAINLY_A_THING;
    return looks(island) > most;
  }

  private double looks(Island island) {
    if (seen == null) {
      float[] shares = looks.get();
      seen = regions.means(at -> shares[at]);
    }
    return seen[island.region().id()];
  }

  private boolean isSeen(Island island) {
    return island.areaPx() >= SMALLEST_SEEN * inside.length;
  }

  /** Distance of each pixel of the product from what is open: two sweeps, city blocks and 1.4. */
  private float[] fromOpenGround() {
    float[] away = new float[inside.length];
    for (int at = 0; at < away.length; at++) {
      away[at] = inside[at] ? width + height : 0;
    }
    Extent product = Extent.of(inside, width);
    int left = Math.max(1, product.left());
    int right = Math.min(width - 2, product.right());
    int top = Math.max(1, product.top());
    int bottom = Math.min(height - 2, product.bottom());
    for (int y = top; y <= bottom; y++) {
      for (int x = left; x <= right; x++) {
        int at = y * width + x;
        lower(away, at, -1, -width, -width - 1, -width + 1);
      }
    }
    for (int y = bottom; y >= top; y--) {
      for (int x = right; x >= left; x--) {
        int at = y * width + x;
        lower(away, at, 1, width, width + 1, width - 1);
      }
    }
    return away;
  }

  private static void lower(float[] away, int at, int side, int row, int corner, int other) {
    float straight = Math.min(away[at + side], away[at + row]) + 1;
    float across = Math.min(away[at + corner], away[at + other]) + 1.4f;
    away[at] = Math.min(away[at], Math.min(straight, across));
  }

  /** The island, and the rim around it out to the middle of its edge. */
  private void open(Regions.Region island, IslandRims rims) {
    int[] labels = regions.labels();
    int rim = island.areaPx() > LARGE_PX ? 2 : 0;
    for (int y = island.top(); y <= island.bottom(); y++) {
      for (int x = island.left(); x <= island.right(); x++) {
        if (labels[y * width + x] == island.id()) {
          for (int v = Math.max(0, y - rim); v <= Math.min(height - 1, y + rim); v++) {
            for (int u = Math.max(0, x - rim); u <= Math.min(width - 1, x + rim); u++) {
              int at = v * width + u;
              inside[at] &= !rims.isSlight(at);
            }
          }
          inside[y * width + x] = false;
        }
      }
    }
  }
}
