package app.istante.core.mask;

/**
 * Takes off hard shadows that a thing throws on a wall or a sheet close behind it, wherever they
 * stick out. Such a shadow is the thing's own outline, moved: the move that explains the dark and
 * even places beside the thing, and no lit ones, is looked for. Where there is none, they are the
 * thing's own.
 */
final class ThrownShadow {
  private static final double DEEPEST_STOPS = 1.8;
  private static final double SHALLOWEST_STOPS = 0.12;

  /** A shadow is smooth: less of an edge than this inside it. */
  private static final float SMOOTH = 0.6f;

  /** And even: its shades spread by this, and by this share of its depth. */
  private static final double SPREAD_STOPS = 0.04;

  private static final double SPREAD_OF_DEPTH = 0.12;

  private static final double LEAST_SHARE = 0.002;
  private static final int LEAST_PX = 40;

  /** All that is called shadow is no more than this share of what was outlined. */
  private static final double MOST_SHARE = 0.65;

  /** As deep as the largest piece, to this share of its depth and so many stops. */
  private static final double SAME_DEPTH = 0.15;

  private static final double SAME_STOPS = 0.06;

  /** Side faces of white and grey boxes are the moved outline of their fronts, too. */
  private static final double MOST_GREY = 0.7;

  /** Among few grey parts of its own, what is as deep as the shadow is shadow. */
  private static final double GREY_BUT_TOLD = 0.45;

  /** The outline is moved over masks of every so many pixels, by up to this share of the width. */
  private static final int GRID = 2;

  private static final double REACH_SHARE = 0.14;

  /** Moves are tried first at this distance from each other, then each near the best. */
  private static final int STEP = 2;

  /** Of the places that the move should darken, and those that are dark, so many are both. */
  private static final double LEAST_AGREEMENT = 0.55;

  /** The outline is moved aside by this share of what it is moved down, at least. */
  private static final double LEAST_ASIDE = 0.3;

  private static final int RIM_PX = 7;

  private static final int FOLLOWED_PX = 60;
  private static final long[] NOTHING = {};

  private final boolean[] inside;
  private final boolean[] ground;
  private final OffGround off;
  private final float[] deviation;
  private final int width;
  private final int height;
  private final boolean[] dim;

  private ThrownShadow(boolean[] inside, boolean[] ground, OffGround off) {
    this.inside = inside;
    this.ground = ground;
    this.off = off;
    deviation = off.deviation();
    width = off.width();
    height = off.height();
    double shallow = Math.max(SHALLOWEST_STOPS, 0.8 * off.tolerance());
    dim = new boolean[inside.length];
    for (int at = 0; at < dim.length; at++) {
      dim[at] = off.isDim(at, shallow, DEEPEST_STOPS);
    }
  }

  /**
   * @param inside what was taken for product; changed
   * @param ground what may be ground where it is not product: all but foreign parts
   * @param edge how clearly each place shows an outline
   */
  static void takeOff(boolean[] inside, boolean[] ground, OffGround off, float[] edge) {
    new ThrownShadow(inside, ground, off).run(edge);
  }

  private void run(float[] edge) {
    int product = Bits.count(inside);
    boolean[] even = new boolean[dim.length];
    for (int at = 0; at < even.length; at++) {
      even[at] = inside[at] && dim[at] && edge[at] < SMOOTH;
    }
    Regions regions = Regions.of(width, height, even);
    double[] mean = regions.means(at -> deviation[at]);
    boolean[] flat = flat(regions, mean, product);
    int largest = 0;
    for (Regions.Region region : regions.all()) {
      boolean larger = largest == 0 || region.areaPx() > regions.all().get(largest - 1).areaPx();
      largest = flat[region.id()] && larger ? region.id() : largest;
    }
    if (largest == 0) {
      return;
    }
    double depth = mean[largest];
    double near = SAME_STOPS - SAME_DEPTH * depth;
    boolean[] shadow =
        regions.where(one -> flat[one.id()] && Math.abs(mean[one.id()] - depth) < near).unpacked();
    if (Bits.count(shadow) > MOST_SHARE * product) {
      return;
    }
    Bits.grow(shadow, and(inside, dim), RIM_PX, width);
    boolean[] body = new boolean[inside.length];
    int grey = 0;
    int rest = 0;
    for (int at = 0; at < body.length; at++) {
      body[at] = inside[at] && !shadow[at];
      rest += body[at] ? 1 : 0;
      boolean plain = off.isGrey(at) && deviation[at] > -DEEPEST_STOPS;
      grey += body[at] && plain ? 1 : 0;
    }
    if (rest < (1 - MOST_SHARE) * product || grey > MOST_GREY * rest) {
      return;
    }
    Move move = best(body, shadow, depth, near);
    if (move.agreement < LEAST_AGREEMENT || !isOfTheLight(move, body, depth)) {
      return;
    }
    if (grey < GREY_BUT_TOLD * rest) {
      follow(move, body, shadow, depth, 2 * near);
    }
    for (int at = 0; at < inside.length; at++) {
      inside[at] &= !shadow[at];
    }
  }

  /** The shade on the open ground, by itself, must tell of the same light. */
  private boolean isOfTheLight(Move move, boolean[] body, double depth) {
    boolean[] open = new boolean[body.length];
    for (int at = 0; at < open.length; at++) {
      open[at] = !body[at] && ground[at];
    }
    ThrownShade shade = ThrownShade.of(new boolean[][] {body}, open, deviation, width, height);
    return shade != null && shade.agrees(GRID * move.dx, GRID * move.dy, depth);
  }

  /** With the move known, the narrow and broken places that it darkens are shadow, too. */
  private void follow(Move move, boolean[] body, boolean[] shadow, double depth, double near) {
    boolean[] may = new boolean[inside.length];
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        int at = y * width + x;
        int fromX = x - GRID * move.dx;
        int fromY = y - GRID * move.dy;
        boolean thrown =
            fromX >= 0
                && fromX < width
                && fromY >= 0
                && fromY < height
                && body[fromY * width + fromX];
        may[at] = thrown && inside[at] && off.isGrey(at) && Math.abs(deviation[at] - depth) < near;
      }
    }
    boolean[] all = shadow.clone();
    for (int at = 0; at < all.length; at++) {
      all[at] |= !inside[at] && dim[at];
    }
    Bits.grow(all, may, FOLLOWED_PX, width);
    for (int at = 0; at < all.length; at++) {
      shadow[at] |= all[at] && inside[at];
    }
    Bits.grow(shadow, and(inside, dim), 2, width);
  }

  /**
   * @param dx columns of the grid, to the right
   * @param dy rows of it, down
   */
  private record Move(int dx, int dy, double agreement) {}

  private static boolean[] and(boolean[] one, boolean[] other) {
    boolean[] both = new boolean[one.length];
    for (int at = 0; at < both.length; at++) {
      both[at] = one[at] && other[at];
    }
    return both;
  }

  private boolean[] flat(Regions regions, double[] mean, int product) {
    double[] spread = new double[mean.length];
    regions.forEachStretch(
        (id, from, to) -> {
          for (int at = from; at < to; at++) {
            spread[id] += Math.abs(deviation[at] - mean[id]);
          }
        });
    boolean[] flat = new boolean[mean.length];
    for (Regions.Region region : regions.all()) {
      int id = region.id();
      double most = SPREAD_STOPS - SPREAD_OF_DEPTH * mean[id];
      flat[id] =
          region.areaPx() > Math.max(LEAST_PX, LEAST_SHARE * product)
              && spread[id] / region.areaPx() < most;
    }
    return flat;
  }

  /** The move of the body's outline that agrees best with what is dark. */
  private Move best(boolean[] body, boolean[] shadow, double depth, double near) {
    int wide = width / GRID;
    int tall = height / GRID;
    // What was left outside as a shadow may be the rest of this one.
    Masks masks =
        Masks.of(
            rows(wide, tall, at -> body[at]),
            rows(wide, tall, at -> shadow[at]),
            rows(
                wide,
                tall,
                at -> shadow[at] || !inside[at] && dim[at] && deviation[at] - depth < near));
    Move rough = search(masks, wide, new Move(0, 0, 0), (int) (REACH_SHARE * wide), STEP);
    return search(masks, wide, rough, STEP - 1, 1);
  }

  private static Move search(Masks masks, int wide, Move from, int reach, int step) {
    Move best = from;
    for (int dx = from.dx - reach; dx <= from.dx + reach; dx += step) {
      long[][] moved = moved(masks.body, dx, wide);
      // A thing's own dark foot is its outline moved straight down.
      int steepest = (int) (Math.abs(dx) / LEAST_ASIDE);
      for (int dy = from.dy - reach; dy <= from.dy + reach; dy += step) {
        double agreement = Math.abs(dy) > steepest ? 0 : masks.agreement(moved, dy);
        best = agreement > best.agreement ? new Move(dx, dy, agreement) : best;
      }
    }
    return best;
  }

  /** Bits, row by row: the thing, what may be its shadow, and all that is as dark. */
  private record Masks(long[][] body, long[][] shadow, long[][] dark, int shadowPx) {
    static Masks of(long[][] body, long[][] shadow, long[][] dark) {
      int count = 0;
      for (long[] row : shadow) {
        for (long word : row) {
          count += Long.bitCount(word);
        }
      }
      return new Masks(body, shadow, dark, count);
    }

    /** Places that a move darkens and that are dark, of all that are one or the other. */
    double agreement(long[][] moved, int dy) {
      int thrown = 0;
      int hit = 0;
      int explained = 0;
      int end = Math.min(body.length, moved.length + dy);
      for (int y = Math.max(0, dy); y < end; y++) {
        long[] row = moved[y - dy];
        for (int word = 0; word < row.length; word++) {
          long beside = row[word] & ~body[y][word];
          if (beside != 0) {
            thrown += Long.bitCount(beside);
            hit += Long.bitCount(beside & dark[y][word]);
            explained += Long.bitCount(beside & shadow[y][word]);
          }
        }
      }
      return hit / (double) Math.max(1, thrown + shadowPx - explained);
    }
  }

  private long[][] rows(int wide, int tall, java.util.function.IntPredicate set) {
    long[][] rows = new long[tall][(wide + 63) / 64];
    for (int y = 0; y < tall; y++) {
      for (int x = 0; x < wide; x++) {
        if (set.test(GRID * (y * width + x))) {
          rows[y][x / 64] |= 1L << x;
        }
      }
    }
    return rows;
  }

  private static boolean isEmpty(long[] row) {
    for (long word : row) {
      if (word != 0) {
        return false;
      }
    }
    return true;
  }

  /** Rows without any of the set are of no length. */
  private static long[][] moved(long[][] rows, int dx, int wide) {
    long[][] moved = new long[rows.length][];
    int words = Math.abs(dx) / 64;
    int bits = Math.abs(dx) % 64;
    for (int y = 0; y < rows.length; y++) {
      long[] row = rows[y];
      if (isEmpty(row)) {
        moved[y] = NOTHING;
        continue;
      }
      long[] out = new long[row.length];
      for (int i = 0; i < row.length; i++) {
        int from = dx >= 0 ? i - words : i + words;
        long here = from >= 0 && from < row.length ? row[from] : 0;
        int next = dx >= 0 ? from - 1 : from + 1;
        long beside = bits > 0 && next >= 0 && next < row.length ? row[next] : 0;
        out[i] =
            dx >= 0
                ? here << bits | (bits > 0 ? beside >>> 64 - bits : 0)
                : here >>> bits | (bits > 0 ? beside << 64 - bits : 0);
      }
      if (wide % 64 != 0) {
        out[out.length - 1] &= (1L << wide) - 1;
      }
      moved[y] = out;
    }
    return moved;
  }
}
