package app.istante.core.mask;

import java.util.function.Supplier;

/** Ground seen through handles, rings and frames: it lies inside the outline and is no product. */
final class Holes {
  /** Round a hole, within this many working pixels, the product differs from the ground by this. */
  private static final int RIM_PX = 4;

  private static final double RIM_STOPS = 0.45;

  private static final double CLEAR_RIM_SHARE = 0.9;

  /** Deeper shade than so many tolerances is told from none. */
  private static final double SHADED = 2;

  private static final double CLEAR_RIM_SHARE_IN_SHADE = 0.5;

  /** What is just as light as the ground is a hole with less of a clear rim. */
  private static final double CLEAR_RIM_SHARE_OF_PLAIN = 0.8;

  /** Of what is the ground itself, as far as can be told; pale rings have pale places. */
  private static final double CLEAR_RIM_SHARE_OF_SAME = 0.65;

  private static final double SAME_MEAN = 0.25;
  private static final double SAME_SPREAD = 0.4;

  private static final int SMALLEST_PX = 80;

  /** Ground is even: its deviations within a hole spread no more than this many tolerances. */
  private static final double MOST_SPREAD = 2;

  /** And by this share of its shade, since shade is seldom even. */
  private static final double SPREAD_OF_SHADE = 0.2;

  /** The same where the shade around is known and taken off. */
  private static final double MOST_SPREAD_AGAINST_AROUND = 1.2;

  /** A large hole's mean is no more than this share of the tolerance. */
  private static final double EXACT_MEAN = 0.6;

  /** And its spread than this: a ring's shadow lies within it. */
  private static final double EXACT_SPREAD = 1;

  private static final int LARGE_PX = 120;

  /**
   * A large island that looks as the ground does but has no clear rim: in a ring of pale or mirror
   * metal it is a hole. White things look so nearly all over.
   */
  private static final double LEAST_OF_RING = 0.25;

  private static final double MOST_OF_RING = 0.65;

  /** It is ground by its light to this share of the tolerance, and spreads no more than this. */
  private static final double RING_MEAN = 0.5;

  private static final double RING_SPREAD = 1.1;

  /** Its mean colour is no further off than this share of what a single pixel's may be. */
  private static final double COLOUR_SHARE = 0.5;

  /**
   * Or so much of it is nearer than that to the ground's colour: light that the thing throws on the
   * ground tints the rim of a hole, print is tinted alike all over.
   */
  private static final double PLAIN_COLOUR_SHARE = 0.4;

  private static final double PLAIN_AREA = 0.2;

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

  private static final double SPREADS_MORE = 2;

  /**
   * A lamp's mirror image in rounded metal can be as bright as burnt ground, but fades out: near
   * its rim, working pixels, it differs by little of what it does further off. Of 630 islands in
   * these pictures ground was at 0.27 and above on the median of its rim, such images at 0.18 to
   * 0.24.
   */
  private static final int AT_RIM_PX = 2;

  private static final int OFF_RIM_PX = 7;
  private static final double FADING_SHARE = 0.25;

  /** And a glance takes it for a part of the thing. */
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

  private static final int SMALLEST_PRINT_PX = 6;
  private static final double LEAST_PRINT_SHARE = 0.03;

  /** Larger pieces are parts of the product, held by something too thin to be seen. */
  private static final double LARGEST_PRINT_SHARE = 0.15;

  private final boolean[] inside;

  /** Of each pixel of the product, once asked for. */
  private float[] fromOpen;

  private final boolean[] burnt;
  private final OffGround ground;
  private final Supplier<float[]> looks;
  private final boolean heeding;
  private final float[] deviation;
  private final float[] colour;
  private final double tolerance;
  private final double colourTolerance;
  private final int width;
  private final int height;

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
    colour = ground.colour();
    tolerance = ground.tolerance();
    colourTolerance = ground.colourTolerance();
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

  /** What an island is held against: the ground's smooth surface, or that and a shade on it. */
  private enum Against {
    SURFACE,
    /** The shade around the product, carried on across it. */
    AROUND,
    /** The shade that the product throws, by itself no part of it. */
    THROWN
  }

  /** Opens what looks as the ground should. */
  Opened open() {
    return open(deviation, deviation, Against.SURFACE);
  }

  /**
   * Opens what looks as the ground around the product does.
   *
   * @param around deviation of that ground, carried on across the product, stops
   */
  Opened open(float[] around) {
    return open(off(around), around, Against.AROUND);
  }

  /**
   * Opens what is in the shade that the product throws. That no part of the product is by chance:
   * so less of the rim need be clear, and it may lie beside what was opened before.
   *
   * @param thrown shade, stops
   */
  Opened openInShade(float[] thrown) {
    return open(off(thrown), thrown, Against.THROWN);
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
  private Opened open(float[] off, float[] shade, Against against) {
    boolean[] like = new boolean[inside.length];
    double darkest = -5 * tolerance;
    if (against != Against.SURFACE) {
      // What is darker is plainly something else.
      darkest = Math.min(-RIM_STOPS, darkest);
    }
    double mostSpread =
        (against == Against.SURFACE ? MOST_SPREAD : MOST_SPREAD_AGAINST_AROUND) * tolerance;
    double spreadOfShade = against == Against.THROWN ? 0 : SPREAD_OF_SHADE;
    int product = 0;
    for (int at = 0; at < like.length; at++) {
      if (inside[at]) {
        product++;
        like[at] = off[at] > darkest && off[at] < 1.2 * tolerance && ground.isGrey(at);
      }
    }
    Regions islands = Regions.of(width, height, like);
    double[] sum = new double[islands.all().size() + 1];
    double[] squares = new double[sum.length];
    double[] tints = new double[sum.length];
    double[] shades = new double[sum.length];
    int[] plain = new int[sum.length];
    islands.forEachStretch(
        (id, from, to) -> {
          for (int at = from; at < to; at++) {
            sum[id] += off[at];
            squares[id] += off[at] * off[at];
            tints[id] += colour[at];
            shades[id] += shade[at];
            plain[id] += colour[at] < PLAIN_COLOUR_SHARE * colourTolerance ? 1 : 0;
          }
        });
    boolean leftClosed = false;
    int opened = 0;
    // What only a likely island is asked for is worked out for the first.
    float[] differs = null;
    float[] near = null;
    fromOpen = null;
    for (Regions.Region island : islands.all()) {
      double mean = sum[island.id()] / island.areaPx();
      double spread = Math.sqrt(Math.max(0, squares[island.id()] / island.areaPx() - mean * mean));
      boolean tinted =
          tints[island.id()] > COLOUR_SHARE * colourTolerance * island.areaPx()
              && plain[island.id()] < PLAIN_AREA * island.areaPx();
      double shaded = shades[island.id()] / island.areaPx();
      double most = mostSpread + spreadOfShade * Math.abs(shaded);
      boolean asGround = !tinted && spread <= most;
      if (!asGround && (!isSeen(island) || spread > SPREADS_MORE * most)) {
        continue;
      }
      // Most of what lies inside the outline is seldom ground, save in frames, rings and necklaces:
      // then it is exactly as the ground should be.
      boolean exact = spread < EXACT_SPREAD * tolerance && Math.abs(mean) < EXACT_MEAN * tolerance;
      boolean rightSize =
          island.areaPx() >= SMALLEST_PX && (island.areaPx() < 0.5 * product || exact);
      if (!rightSize || island.borderPx() > 0) {
        continue;
      }
      if (near == null) {
        differs = differs(off);
        near = Planes.largestAround(differs, width, height, RIM_PX);
      }
      boolean thrown = against == Against.THROWN;
      boolean plainly = !thrown && Math.abs(mean) < tolerance && spread < 1.5 * tolerance;
      boolean inShade = thrown && shaded < -SHADED * tolerance;
      boolean same =
          !thrown && Math.abs(mean) < SAME_MEAN * tolerance && spread < SAME_SPREAD * tolerance;
      double clear =
          !asGround
              ? CLEAR_RIM_SHARE
              : same
                  ? CLEAR_RIM_SHARE_OF_SAME
                  : plainly
                      ? CLEAR_RIM_SHARE_OF_PLAIN
                      : inShade ? CLEAR_RIM_SHARE_IN_SHADE : CLEAR_RIM_SHARE;
      if (clearAllRound(island, islands, near, clear, thrown ? off : null)) {
        boolean isBurnt = isBurnt(island, islands.labels());
        boolean lamp = isBurnt && isAwayFromOpen(island, islands.labels());
        boolean exactly = Math.abs(mean) < tolerance;
        if (lamp
            || isPrinted(island, islands.labels(), differs)
            || asGround && !exactly && looksAPart(island, islands, thrown)
            || looksClosed(island, islands, differs, asGround)) {
          continue;
        }
        opened += island.areaPx() > COUNTED_SHARE * width * height ? 1 : 0;
        open(island, islands.labels(), off);
      } else if (asGround) {
        boolean ground = Math.abs(mean) < RING_MEAN * tolerance && spread < RING_SPREAD * tolerance;
        double share = (double) island.areaPx() / product;
        leftClosed |= ground && share > LEAST_OF_RING && share < MOST_OF_RING;
      }
    }
    return new Opened(opened, leftClosed);
  }

  private float[] differs(float[] off) {
    float[] differs = new float[inside.length];
    for (int at = 0; at < differs.length; at++) {
      differs[at] = Math.abs(off[at]) + colour[at];
    }
    return differs;
  }

  private boolean isBurnt(Regions.Region island, int[] labels) {
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
  private boolean isAwayFromOpen(Regions.Region island, int[] labels) {
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
  private boolean looksAPart(Regions.Region island, Regions islands, boolean thrown) {
    double share = looks(island, islands);
    return share > (thrown ? LOOKS_A_THING : SURELY_A_PART) && isSeen(island)
        || share > LIKELY_A_PART && isAwayFromOpen(island, islands.labels());
  }

  /** Whether a glance takes it for a part of the thing, by more than such an opening may be. */
  private boolean looksClosed(
      Regions.Region island, Regions islands, float[] differs, boolean asGround) {
    if (!isSeen(island)) {
      return false;
    }
    boolean fades = asGround && fadesOut(island, islands, differs);
    if (asGround && !fades && !heeding) {
      return false;
    }
    double most = !asGround ? LOOKS_OPEN : fades ? LOOKS_A_THING : PLAINLY_A_THING;
    return looks(island, islands) > most;
  }

  private double looks(Regions.Region island, Regions islands) {
    float[] shares = looks.get();
    return islands.means(at -> shares[at])[island.id()];
  }

  private boolean isSeen(Regions.Region island) {
    return island.areaPx() >= SMALLEST_SEEN * inside.length;
  }

  private boolean fadesOut(Regions.Region island, Regions islands, float[] differs) {
    int[] labels = islands.labels();
    float[] shares = new float[island.areaPx()];
    int count = 0;
    for (int y = island.top(); y <= island.bottom(); y++) {
      for (int x = island.left(); x <= island.right(); x++) {
        int at = y * width + x;
        if (labels[at] == island.id() && islands.onRim(at)) {
          float further = largest(differs, x, y, OFF_RIM_PX);
          shares[count++] = largest(differs, x, y, AT_RIM_PX) / Math.max(1e-6f, further);
        }
      }
    }
    return Planes.quantile(shares, count, 0.5) <= FADING_SHARE;
  }

  private float largest(float[] values, int x, int y, int radius) {
    float largest = 0;
    for (int v = Math.max(0, y - radius); v <= Math.min(height - 1, y + radius); v++) {
      for (int u = Math.max(0, x - radius); u <= Math.min(width - 1, x + radius); u++) {
        largest = Math.max(largest, values[v * width + u]);
      }
    }
    return largest;
  }

  /**
   * Nothing floats in a hole: what has something plainly different all surrounded by it is a label
   * with its print.
   */
  private boolean isPrinted(Regions.Region island, int[] labels, float[] differs) {
    int left = Math.max(0, island.left() - 1);
    int top = Math.max(0, island.top() - 1);
    int wide = Math.min(width - 1, island.right() + 1) - left + 1;
    int tall = Math.min(height - 1, island.bottom() + 1) - top + 1;
    Regions rest =
        Regions.of(
            wide, tall, at -> labels[(top + at / wide) * width + left + at % wide] != island.id());
    float[] strongest = new float[rest.all().size() + 1];
    for (int at = 0; at < wide * tall; at++) {
      int id = rest.labels()[at];
      int full = (top + at / wide) * width + left + at % wide;
      strongest[id] = Math.max(strongest[id], differs[full]);
    }
    int print = 0;
    for (Regions.Region piece : rest.all()) {
      boolean plain =
          piece.areaPx() >= SMALLEST_PRINT_PX
              && piece.areaPx() < LARGEST_PRINT_SHARE * island.areaPx()
              && strongest[piece.id()] > RIM_STOPS;
      print += piece.borderPx() == 0 && plain ? piece.areaPx() : 0;
    }
    return print > LEAST_PRINT_SHARE * island.areaPx();
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

  /**
   * @param share of the rim that must be clear
   * @param open off the ground's shade: a rim beside open ground of that shade is clear, too; or
   *     null
   */
  private boolean clearAllRound(
      Regions.Region island, Regions islands, float[] near, double share, float[] open) {
    double clear = Math.max(RIM_STOPS, 6 * tolerance);
    int rim = 0;
    int sharp = 0;
    for (int y = island.top(); y <= island.bottom(); y++) {
      for (int x = island.left(); x <= island.right(); x++) {
        int at = y * width + x;
        boolean onRim = islands.labels()[at] == island.id() && islands.onRim(at);
        if (onRim) {
          rim++;
          sharp += near[at] > clear || open != null && besideOpen(at, open) ? 1 : 0;
        }
      }
    }
    return sharp >= share * rim;
  }

  private boolean besideOpen(int at, float[] off) {
    for (int next : new int[] {at - 1, at + 1, at - width, at + width}) {
      if (!inside[next] && Math.abs(off[next]) < 1.2 * tolerance) {
        return true;
      }
    }
    return false;
  }

  /** The island, and the rim around it out to the middle of its edge. */
  private void open(Regions.Region island, int[] labels, float[] off) {
    int rim = island.areaPx() > LARGE_PX ? 2 : 0;
    for (int y = island.top(); y <= island.bottom(); y++) {
      for (int x = island.left(); x <= island.right(); x++) {
        if (labels[y * width + x] == island.id()) {
          for (int v = Math.max(0, y - rim); v <= Math.min(height - 1, y + rim); v++) {
            for (int u = Math.max(0, x - rim); u <= Math.min(width - 1, x + rim); u++) {
              int at = v * width + u;
              inside[at] &= Math.abs(off[at]) + colour[at] > RIM_STOPS;
            }
          }
          inside[y * width + x] = false;
        }
      }
    }
  }
}
