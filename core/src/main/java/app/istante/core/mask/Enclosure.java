package app.istante.core.mask;

import java.util.ArrayList;
import java.util.List;

/**
 * What edges go round. The ground is flooded from the frame's border wherever edges are weaker than
 * a limit; what stays dry, with what plainly differs from the ground, may be the product. Several
 * limits are tried: weak outlines close at a low one, where shadows and grain stay dry too. The
 * best is where the outline runs along edges all round and few edges are left outside.
 */
final class Enclosure {
  private static final float[] LIMITS = {0.25f, 0.4f, 0.6f, 0.9f, Float.MAX_VALUE};

  /** Gaps in an edge up to twice this wide are taken as closed, working pixels. */
  private static final int CLOSED_GAP_PX = 2;

  /** A cell at the border is ground where this share of it looks as the ground should. */
  private static final double LIKE_SHARE = 0.2;

  /** No product looks like the ground as much as this. */
  private static final double SURELY_LIKE_SHARE = 0.85;

  /** What looks like ground at the border more often is ground than a product like it. */
  private static final double FEWER_COUNTS = 0.9;

  /**
   * What covers most of the frame, or of the sheet, and most of all that looks like the ground, has
   * gone round the grain of the ground, or round the sheet.
   */
  private static final double MOST_OF_FRAME = 0.6;

  private static final double MOST_OF_LIKE = 0.5;
  private static final double SWALLOWS_COUNTS = 0.5;

  private static final double SMALLEST_SHARE = 0.005;
  private static final float CLEAR = 1.2f;

  /** So near to what lies beyond a sheet, working pixels, is its rim. */
  private static final int BEYOND_PX = 8;

  /** Beside an outline its edge may lie this far, working pixels. */
  private static final int NEAR_PX = 3;

  private static final double OUTSIDE_COUNTS = 0.8;
  private static final double MOST_COVERED = 0.95;
  private static final double THIN_COUNTS = 0.6;

  /** A pocket's wall is this many times as long as its mouth. */
  private static final int POCKET_WALL = 8;

  /** Ground seen through a gap looks as ground should in a larger part of it. */
  private static final double POCKET_LIKE_SHARE = 0.2;

  private final float[] edge;
  private final int width;
  private final int height;
  private final EdgeLines lines;

  private Enclosure(float[] edge, EdgeLines lines, int width, int height) {
    this.edge = edge;
    this.lines = lines;
    this.width = width;
    this.height = height;
  }

  /**
   * @param enclosed what edges go round, or what plainly differs
   * @param clearness 0 to 1: how well the outline runs along edges, and explains them
   */
  record Found(boolean[] enclosed, double clearness) {}

  /**
   * @param lines the edges' lines
   * @param like what looks as the ground should
   * @param other what plainly differs from it
   * @param beyond what lies round the ground as the border does round the frame; or null
   */
  static Found of(
      float[] edge,
      EdgeLines lines,
      boolean[] like,
      boolean[] other,
      boolean[] beyond,
      int width,
      int height) {
    Enclosure enclosure = new Enclosure(edge, lines, width, height);
    return enclosure.best(like, other, beyond == null ? new boolean[edge.length] : beyond);
  }

  private Found best(boolean[] like, boolean[] other, boolean[] beyond) {
    Bits outer = Bits.of(beyond, width, height);
    boolean[] rim = outer.near(BEYOND_PX).unpacked();
    float[] thick = Planes.largestAround(edge, width, height, CLOSED_GAP_PX);
    // The rest of the wider square is the largest of the narrower ones around.
    float[] near = Planes.largestAround(thick, width, height, NEAR_PX - CLOSED_GAP_PX);
    Bits unlike = Bits.of(other, width, height);
    Bits ground = Bits.of(like, width, height).andNot(outer);
    double most = MOST_OF_FRAME * (edge.length - outer.count());
    Bits best = Bits.of(new boolean[edge.length], width, height);
    double clearest = 0;
    List<Bits> all = new ArrayList<>();
    for (float limit : LIMITS) {
      Bits weak = Bits.below(thick, limit, width, height).andNot(unlike);
      Regions cells = Regions.of(weak);
      Bits open = Bits.below(edge, limit, width, height).andNot(unlike);
      double counts = 1;
      for (boolean[] flooded : grounds(cells, like, rim)) {
        Bits wet = cells.where(flooded);
        Bits dry = wet.grown(open, CLOSED_GAP_PX).not();
        double clearness = counts * clearness(dry, near);
        clearness *= dry.count() > most && swallows(dry, ground) ? SWALLOWS_COUNTS : 1;
        all.add(dry);
        if (clearness > clearest) {
          clearest = clearness;
          best = dry;
        }
        counts = FEWER_COUNTS;
      }
    }
    boolean[] enclosed = best.unpacked();
    for (Bits dry : all) {
      closePockets(enclosed, dry, like);
    }
    return new Found(enclosed, clearest);
  }

  private static boolean swallows(Bits dry, Bits like) {
    return dry.and(like).count() > MOST_OF_LIKE * like.count();
  }

  /**
   * A gap in an outline that is faint in one place lets the flood into the product at the best
   * limit, while a lower one had kept it out. Shade on the ground lies beside the product; what
   * only a narrow mouth joins to the open ground is a part of it.
   */
  private void closePockets(boolean[] enclosed, Bits kept, boolean[] like) {
    Bits more = kept.andNot(Bits.of(enclosed, width, height));
    if (more.isEmpty()) {
      return;
    }
    boolean[] dry = kept.unpacked();
    Regions pockets = Regions.of(more);
    int[] wall = new int[pockets.all().size() + 1];
    int[] mouth = new int[wall.length];
    int[] likePx = new int[wall.length];
    pockets.forEachStretch(
        (id, from, to) -> {
          boolean inner = pockets.all().get(id - 1).borderPx() == 0;
          for (int at = from; at < to && inner; at++) {
            likePx[id] += like[at] ? 1 : 0;
            wall[id] += besides(enclosed, at, true) ? 1 : 0;
            mouth[id] += besides(dry, at, false) ? 1 : 0;
          }
        });
    Bits closed =
        pockets.where(
            pocket ->
                pocket.borderPx() == 0
                    && wall[pocket.id()] > POCKET_WALL * mouth[pocket.id()]
                    && likePx[pocket.id()] < POCKET_LIKE_SHARE * pocket.areaPx());
    closed.forEach(at -> enclosed[at] = true);
  }

  private boolean besides(boolean[] set, int at, boolean wanted) {
    return set[at - 1] == wanted
        || set[at + 1] == wanted
        || set[at - width] == wanted
        || set[at + width] == wanted;
  }

  /**
   * Which cells are ground, in one or two answers: those at the frame's border that look like it;
   * and, where there are several, of these only the largest and the surest, since a product that
   * the frame cuts lies at the border too. What lies at the rim of a sheet is ground where it looks
   * so all over.
   */
  private static List<boolean[]> grounds(Regions cells, boolean[] like, boolean[] rim) {
    int[] likePx = cells.counts(like);
    int[] atRim = cells.counts(rim);
    boolean[] ground = new boolean[likePx.length];
    Regions.Region main = null;
    int count = 0;
    for (Regions.Region cell : cells.all()) {
      double share = cell.borderPx() > 0 ? LIKE_SHARE : SURELY_LIKE_SHARE;
      boolean outer = cell.borderPx() > 0 || atRim[cell.id()] > 0;
      boolean yes = outer && likePx[cell.id()] > share * cell.areaPx();
      ground[cell.id()] = yes;
      count += yes && cell.areaPx() > SMALLEST_SHARE * like.length ? 1 : 0;
      if (yes && (main == null || cell.borderPx() > main.borderPx())) {
        main = cell;
      }
    }
    if (count <= 1) {
      return List.of(ground);
    }
    boolean[] fewer = ground.clone();
    for (Regions.Region cell : cells.all()) {
      boolean sure = likePx[cell.id()] > SURELY_LIKE_SHARE * cell.areaPx();
      fewer[cell.id()] &= cell == main || sure;
    }
    return List.of(ground, fewer);
  }

  private double clearness(Bits dry, float[] near) {
    Bits in = dry.withoutBorder();
    Bits outline = in.andNot(dry.inner());
    int covered = in.count();
    int length = outline.count();
    // What fills the frame has no outline to be judged by.
    if (length == 0 || covered > MOST_COVERED * edge.length) {
      return 0;
    }
    double[] along = new double[1];
    outline.forEach(at -> along[0] += Math.min(CLEAR, near[at]) / CLEAR);
    double left = lines.shareOutside(in.near(NEAR_PX));
    // What lies so near the rim may be the edge alone.
    double thin = 1 - (double) in.deep(NEAR_PX).count() / Math.max(1, covered);
    return along[0] / length * (1 - OUTSIDE_COUNTS * left) * (1 - THIN_COUNTS * thin);
  }
}
