package app.istante.core.mask;

import java.util.Arrays;

/**
 * What lies round an island inside an outline: round a hole something that plainly differs from the
 * ground, without a gap and right up to its edge.
 */
final class IslandRims {
  /** Round a hole, within this many working pixels, the product differs from the ground by this. */
  static final double CLEAR_STOPS = 0.45;

  private static final int RIM_PX = 4;

  /** Of the rim of what lies at the outline. */
  private static final double LEAST_OPEN_SHARE = 0.1;

  /** Or by so many tolerances. */
  private static final double CLEAR = 6;

  /** What differs from the open ground beside the island by less is as light: tolerances. */
  private static final double AS_LIGHT = 1.2;

  /**
   * A lamp's mirror image in rounded metal can be as bright as burnt ground, but fades out: near
   * its rim, working pixels, it differs by little of what it does further off. Of 630 islands in
   * these pictures ground was at 0.27 and above on the median of its rim, such images at 0.18 to
   * 0.24.
   */
  private static final int AT_RIM_PX = 2;

  private static final int OFF_RIM_PX = 7;
  private static final double FADING_SHARE = 0.25;

  private static final int SMALLEST_PRINT_PX = 6;
  private static final double LEAST_PRINT_SHARE = 0.03;

  /** Larger pieces are parts of the product, held by something too thin to be seen. */
  private static final double LARGEST_PRINT_SHARE = 0.15;

  private final Regions islands;
  private final boolean[] inside;
  private final float[] off;
  private final double tolerance;
  private final int width;
  private final int height;

  /** How much each pixel differs from the ground, light and colour: stops. */
  private final float[] differs;

  /** The most of that within a rim's width. */
  private final float[] near;

  /**
   * @param inside what is outlined, as it will be changed
   * @param off how much lighter each pixel is than what the islands are held against, stops
   */
  IslandRims(Regions islands, boolean[] inside, float[] off, OffGround ground) {
    this.islands = islands;
    this.inside = inside;
    this.off = off;
    tolerance = ground.tolerance();
    width = ground.width();
    height = ground.height();
    differs = new float[inside.length];
    for (int at = 0; at < differs.length; at++) {
      differs[at] = Math.abs(off[at]) + ground.colour()[at];
    }
    near = Planes.largestAround(differs, width, height, RIM_PX);
  }

  /** Whether enough of an island's rim is clear. */
  boolean isClear(Islands.Island island) {
    return clearShare(island) >= island.neededRim();
  }

  /** How much of an island's rim is clear, 0 to 1. */
  double clearShare(Islands.Island island) {
    double clear = Math.max(CLEAR_STOPS, CLEAR * tolerance);
    int[] rim = rim(island.region());
    int sharp = 0;
    for (int at : rim) {
      // Beside what was opened before it is clear, too, where that is of the shade's light.
      sharp += near[at] > clear || island.inThrownShade() && isBesideOpen(at) ? 1 : 0;
    }
    return (double) sharp / rim.length;
  }

  /** Whether what is not outlined lies near a part of an island's rim. */
  boolean isAtOutline(Regions.Region island) {
    boolean[] nearOut = Bits.of(inside, width, height).not().near(RIM_PX).unpacked();
    int[] rim = rim(island);
    int open = 0;
    for (int at : rim) {
      open += nearOut[at] ? 1 : 0;
    }
    return open > LEAST_OPEN_SHARE * rim.length;
  }

  /** Pixels of an island that have a neighbour outside it. */
  private int[] rim(Regions.Region island) {
    int[] rim = new int[island.areaPx()];
    int count = 0;
    for (int y = island.top(); y <= island.bottom(); y++) {
      for (int x = island.left(); x <= island.right(); x++) {
        int at = y * width + x;
        if (islands.labels()[at] == island.id() && islands.onRim(at)) {
          rim[count++] = at;
        }
      }
    }
    return Arrays.copyOf(rim, count);
  }

  private boolean isBesideOpen(int at) {
    for (int next : new int[] {at - 1, at + 1, at - width, at + width}) {
      if (!inside[next] && Math.abs(off[next]) < AS_LIGHT * tolerance) {
        return true;
      }
    }
    return false;
  }

  boolean fadesOut(Regions.Region island) {
    int[] rim = rim(island);
    float[] shares = new float[rim.length];
    for (int i = 0; i < rim.length; i++) {
      int x = rim[i] % width;
      int y = rim[i] / width;
      shares[i] = largest(x, y, AT_RIM_PX) / Math.max(1e-6f, largest(x, y, OFF_RIM_PX));
    }
    return Planes.quantile(shares, shares.length, 0.5) <= FADING_SHARE;
  }

  private float largest(int x, int y, int radius) {
    float largest = 0;
    for (int v = Math.max(0, y - radius); v <= Math.min(height - 1, y + radius); v++) {
      for (int u = Math.max(0, x - radius); u <= Math.min(width - 1, x + radius); u++) {
        largest = Math.max(largest, differs[v * width + u]);
      }
    }
    return largest;
  }

  /**
   * Nothing floats in a hole: what has something plainly different all surrounded by it is a label
   * with its print.
   */
  boolean isPrinted(Regions.Region island) {
    int[] labels = islands.labels();
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
              && strongest[piece.id()] > CLEAR_STOPS;
      print += piece.borderPx() == 0 && plain ? piece.areaPx() : 0;
    }
    return print > LEAST_PRINT_SHARE * island.areaPx();
  }

  /** Whether so little there differs from the ground that it may belong to a hole's soft rim. */
  boolean isSlight(int at) {
    return differs[at] <= CLEAR_STOPS;
  }
}
