package app.istante.core.mask;

import java.util.Arrays;
import java.util.List;

/**
 * Takes hard shadows off the product. A shadow with sharp edges is gone round by them like a thing;
 * but it is a darker ground: of the ground's colour, smooth, low down, at the product's rim. What
 * is so is taken off where something else remains that is the product.
 */
final class CastShadow {
  static final double DEEPEST_STOPS = 3.2;

  /** A shadow is smooth: less of an edge than this inside it. */
  private static final float SMOOTH = 0.6f;

  private static final double LEAST_SHARE = 0.004;
  private static final double MOST_SHARE = 0.6;

  /** With its rim, a shadow is no more than this share of what was outlined. */
  private static final double MOST_GONE = 0.75;

  /** And tongues of shadow are less than this. */
  private static final double MOST_TONGUES = 0.2;

  /** This much of a shadow's rim borders the open ground. */
  private static final double OPEN_RIM_SHARE = 0.42;

  /** And of one that reaches the lowest part of what was outlined, where it may hide less. */
  private static final double OPEN_RIM_SHARE_AT_FOOT = 0.2;

  private static final double AT_FOOT = 0.88;

  /** And of a small one's: a small dark place within the product is seldom a shadow. */
  private static final double SMALL_OPEN_RIM_SHARE = 0.5;

  private static final double SMALL_SHARE = 0.03;

  /** A shadow's middle lies below this part of the product's height. */
  private static final double LOW = 0.4;

  /** On the table a shadow is wider than tall. */
  private static final double LYING = 1.2;

  /** A piece of the product is no smaller than this share of it. */
  private static final double LEAST_PIECE = 0.05;

  /** Tongues of shadow lie below this part of the product's height. */
  private static final double FOOT = 0.6;

  /** The thing's own light tinges them: stops between the channels. */
  private static final double TINGED_STOPS = 0.45;

  /** And are thinner than twice this part of the width. */
  private static final int TONGUE_SCALE = 100;

  /**
   * A rim that takes this many times as long to rise as the product's own edges do is a penumbra.
   */
  private static final double TIMES_SOFTER = 2.5;

  /** As many places of the product's own outline must tell. */
  private static final int FEWEST_OWN_PX = 60;

  /** Of a shadow that lies anywhere, so much of the open rim is so soft. */
  private static final double SOFT_RIM_SHARE = 0.6;

  /** A shadow so deep has a penumbra along this share of its open rim at least: stops. */
  private static final double DEEPEST_HARD_STOPS = 2.7;

  private static final double LEAST_SOFT_SHARE = 0.08;

  /** How far a shadow goes on with more colour, working pixels. */
  private static final int TINGED_PX = 60;

  /** Edge and penumbra round a shadow's smooth inside, working pixels. */
  private static final int RIM_PX = 7;

  /**
   * What looks so much like a thing, has no penumbra and is as large as another piece is no shadow:
   * the second of a pair lies beside the first like one.
   */
  private static final double LOOKS_LIKE_A_THING = 0.8;

  /** What a first glance takes for a thing by no more than this is a shadow, however it lies. */
  private static final double PLAINLY_NO_THING = 0.35;

  /** What it takes for one by more, below the thing, is its own: a sole or a dark foot. */
  private static final double PLAINLY_A_THING = 0.7;

  /** The same where it sticks out; hard shadows on a table are at 0.94 at most. */
  private static final double SURELY_A_THING = 0.98;

  /** The smaller of a pair is at least this much of the larger, and so much of it is smooth. */
  private static final double OF_A_PAIR = 0.5;

  private final boolean[] inside;
  private final boolean[] dim;

  /** The same, or with so much colour as a thing throws on the ground at its foot. */
  private final boolean[] tinged;

  private final OffGround off;
  private final int width;
  private final int height;

  /** How much was outlined, and where, before anything was taken off. */
  private final int product;

  private final Extent extent;

  private CastShadow(boolean[] inside, boolean[] dim, boolean[] tinged, OffGround off) {
    this.tinged = tinged;
    this.inside = inside;
    this.dim = dim;
    this.off = off;
    width = off.width();
    height = off.height();
    product = Bits.count(inside);
    extent = Extent.of(inside, width);
  }

  /**
   * @param inside what was taken for product; changed
   * @param edge how clearly each place shows an outline
   * @param gradient slope of the brightness, stops per pixel
   * @param glance knows what things look like
   */
  static void takeOff(
      boolean[] inside, OffGround off, float[] edge, float[] gradient, FirstGlance glance) {
    boolean[] dim = new boolean[inside.length];
    boolean[] tinged = new boolean[inside.length];
    double mostTinged = Math.max(TINGED_STOPS, 1.2 * off.colourTolerance());
    for (int at = 0; at < dim.length; at++) {
      tinged[at] =
          inside[at]
              && off.deviation()[at] < -0.8 * off.tolerance()
              && off.deviation()[at] > -DEEPEST_STOPS
              && off.colour()[at] < mostTinged;
      dim[at] = tinged[at] && off.isGrey(at);
    }
    new CastShadow(inside, dim, tinged, off).run(edge, gradient, glance);
  }

  private void run(float[] edge, float[] gradient, FirstGlance glance) {
    boolean[] even = new boolean[dim.length];
    boolean[] out = new boolean[dim.length];
    for (int at = 0; at < even.length; at++) {
      even[at] = dim[at] && edge[at] < SMOOTH;
      out[at] = !inside[at];
    }
    Regions smooth = Regions.of(width, height, even);
    boolean[] besideOpen = Bits.near(out, width, height, RIM_PX);
    int[] rim = new int[smooth.all().size() + 1];
    int[] open = new int[rim.length];
    rims(smooth, besideOpen, rim, open);
    List<Regions.Region> atRim =
        smooth.all().stream()
            .filter(region -> region.areaPx() > LEAST_SHARE * product)
            .filter(region -> region.areaPx() < MOST_SHARE * product)
            .filter(region -> open[region.id()] > openShare(region) * rim[region.id()])
            .toList();
    if (!atRim.isEmpty()) {
      boolean[] besideEven = Bits.near(even, width, height, RIM_PX);
      double[] soft = softRims(smooth, besideOpen, besideEven, open, gradient);
      takeShadows(smooth, atRim, soft, glance, edge);
    }
    takeTongues((int) below(FOOT));
  }

  /** The row below which the lower part of what was outlined lies. */
  private double below(double share) {
    return extent.top() + share * (extent.bottom() - extent.top());
  }

  private boolean isSmall(Regions.Region region) {
    return region.areaPx() < SMALL_SHARE * product;
  }

  private double openShare(Regions.Region region) {
    boolean atFoot = region.bottom() > below(AT_FOOT);
    return isSmall(region)
        ? SMALL_OPEN_RIM_SHARE
        : atFoot ? OPEN_RIM_SHARE_AT_FOOT : OPEN_RIM_SHARE;
  }

  /**
   * @param atRim the smooth regions that border open ground enough
   * @param soft share of each region's open rim that is a penumbra
   */
  private void takeShadows(
      Regions smooth, List<Regions.Region> atRim, double[] soft, FirstGlance glance, float[] edge) {
    double[] looks = glance.looks(smooth);
    double[] seen = glance.shares(smooth);
    double[] depth = smooth.means(at -> -off.deviation()[at]);
    boolean[] shadow = new boolean[soft.length];
    boolean[] penumbral = new boolean[soft.length];
    int taken = 0;
    for (Regions.Region region : atRim) {
      boolean low = region.centreY() > below(LOW);
      boolean thing = looks[region.id()] > LOOKS_LIKE_A_THING && isOfAPair(smooth.labels(), region);
      boolean onTable = low && !thing && lies(region) && !isBelow(region, seen[region.id()]);
      boolean nothing = seen[region.id()] < PLAINLY_NO_THING;
      boolean penumbra = soft[region.id()] > SOFT_RIM_SHARE;
      boolean hard = !isSmall(region) && soft[region.id()] < LEAST_SOFT_SHARE;
      boolean tooDeep = hard && depth[region.id()] > DEEPEST_HARD_STOPS;
      if (!tooDeep && (onTable || penumbra || nothing) && !parts(region, smooth.labels())) {
        shadow[region.id()] = true;
        penumbral[region.id()] = penumbra;
        taken += region.areaPx();
      }
    }
    if (taken > 0 && taken < MOST_SHARE * product) {
      remove(smooth.labels(), shadow, penumbral, edge);
    }
  }

  /** Whether a region is most of a piece of the outline that is about as large as any other. */
  private boolean isOfAPair(int[] labels, Regions.Region region) {
    Regions pieces = Regions.of(width, height, inside);
    int at = region.top() * width;
    while (labels[at] != region.id()) {
      at++;
    }
    int piece = pieces.all().get(pieces.idAt(at) - 1).areaPx();
    int largest = pieces.all().stream().mapToInt(Regions.Region::areaPx).max().orElseThrow();
    return region.areaPx() > OF_A_PAIR * piece && piece > OF_A_PAIR * largest && piece < product;
  }

  /**
   * A band of the product's own, dark and grey, ends on both sides where the product above it ends,
   * or before and is plainly a part of the thing; what is thrown on the table sticks out on one
   * side at least, as only a foot does that is surely seen as one.
   */
  private boolean isBelow(Regions.Region region, double seen) {
    int above = region.top() - RIM_PX;
    if (above < 0) {
      return false;
    }
    int left = width;
    int right = -1;
    for (int x = 0; x < width; x++) {
      if (inside[above * width + x]) {
        left = Math.min(left, x);
        right = x;
      }
    }
    int before = region.left() - left;
    int behind = right - region.right();
    boolean sticksOut = Math.min(before, behind) < -RIM_PX;
    boolean endsWithIt = !sticksOut && Math.max(before, behind) <= RIM_PX;
    return endsWithIt || seen > (sticksOut ? SURELY_A_THING : PLAINLY_A_THING);
  }

  /** A neck in its own shade holds the upper and the lower part together; no shadow does. */
  private boolean parts(Regions.Region region, int[] labels) {
    boolean[] gone = new boolean[inside.length];
    for (int at = 0; at < gone.length; at++) {
      gone[at] = labels[at] == region.id();
    }
    Bits.grow(gone, dim, RIM_PX, width);
    return pieces(at -> inside[at] && !gone[at]) > pieces(at -> inside[at]);
  }

  private long pieces(java.util.function.IntPredicate in) {
    return Regions.of(width, height, in).all().stream()
        .filter(piece -> piece.areaPx() > LEAST_PIECE * product)
        .count();
  }

  /**
   * Thin, dim tongues at the foot: the dark of the contact, running out along the table. Dark legs
   * are thin and low too, but stand.
   */
  private void takeTongues(int from) {
    int reach = Math.max(3, width / TONGUE_SCALE);
    boolean[] deep = Bits.deep(inside, width, height, reach);
    boolean[] body = Bits.near(deep, width, height, reach + 1);
    Regions tongues =
        Regions.of(
            width, height, at -> at >= from * width && inside[at] && tinged[at] && !body[at]);
    boolean[] gone = tongues.where(CastShadow::lies).unpacked();
    if (Bits.count(gone) < MOST_TONGUES * product) {
      takeOff(gone);
    }
  }

  private static boolean lies(Regions.Region region) {
    return region.right() - region.left() > LYING * (region.bottom() - region.top());
  }

  /** How much of each region's rim there is, and how much has open ground within reach. */
  private void rims(Regions smooth, boolean[] besideOpen, int[] rim, int[] open) {
    for (int at = width; at < inside.length - width; at++) {
      if (smooth.onRim(at)) {
        int id = smooth.labels()[at];
        rim[id]++;
        open[id] += besideOpen[at] ? 1 : 0;
      }
    }
  }

  /**
   * Which share of each region's open rim rises so slowly as only a penumbra does. The product's
   * own edges say how quickly things end in this picture, be it sharp or blurred; where too few of
   * them are seen to tell, no rim counts as soft, and none as sharp.
   */
  private double[] softRims(
      Regions smooth, boolean[] besideOpen, boolean[] besideEven, int[] open, float[] gradient) {
    int[] labels = smooth.labels();
    float[] steepest = Planes.largestAround(gradient, width, height, RIM_PX);
    float[] darkest = new float[inside.length];
    for (int at = 0; at < darkest.length; at++) {
      darkest[at] = Math.abs(off.deviation()[at]) + off.colour()[at];
    }
    darkest = Planes.largestAround(darkest, width, height, RIM_PX);
    float[] own = new float[inside.length];
    int count = 0;
    for (int at = width; at < inside.length - width; at++) {
      boolean within = inside[at - 1] && inside[at + 1] && inside[at - width] && inside[at + width];
      if (inside[at] && !within && !besideEven[at]) {
        own[count++] = steepest[at] / darkest[at];
      }
    }
    double[] share = new double[smooth.all().size() + 1];
    if (count < FEWEST_OWN_PX) {
      Arrays.fill(share, LEAST_SOFT_SHARE);
      return share;
    }
    double softer = Planes.quantile(own, count, 0.5) / TIMES_SOFTER;
    for (int at = width; at < inside.length - width; at++) {
      if (besideOpen[at] && smooth.onRim(at)) {
        share[labels[at]] += steepest[at] < softer * darkest[at] ? 1 : 0;
      }
    }
    for (int id = 1; id < share.length; id++) {
      share[id] /= Math.max(1, open[id]);
    }
    return share;
  }

  /**
   * The shadows, and the dim pixels that lie within reach of them; none where hardly a product
   * would remain: a grey rod lying on the table is as smooth and dim as a shadow. What has a
   * penumbra goes on where the product's light tinges it, as far as no edge parts it.
   */
  private void remove(int[] labels, boolean[] shadow, boolean[] penumbral, float[] edge) {
    boolean[] soft = new boolean[inside.length];
    boolean[] smooth = new boolean[inside.length];
    for (int at = 0; at < soft.length; at++) {
      soft[at] = penumbral[labels[at]];
      smooth[at] = tinged[at] && edge[at] < SMOOTH;
    }
    Bits.grow(soft, smooth, TINGED_PX, width);
    boolean[] gone = new boolean[inside.length];
    for (int at = 0; at < gone.length; at++) {
      gone[at] = shadow[labels[at]] || soft[at];
    }
    Bits.grow(gone, dim, RIM_PX, width);
    if (Bits.count(gone) < MOST_GONE * product) {
      takeOff(gone);
    }
  }

  private void takeOff(boolean[] gone) {
    for (int at = 0; at < gone.length; at++) {
      inside[at] &= !gone[at];
    }
  }
}
