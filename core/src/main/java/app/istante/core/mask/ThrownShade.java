package app.istante.core.mask;

/**
 * Shade that a thing throws on the ground close behind it: its outline, moved, blurred and dimmed.
 * Move, blur and depth are those that explain the shade on the open ground best; what they say of
 * the places within the outline tells ground in shade, seen through a handle, from a grey part.
 */
final class ThrownShade {
  /** Cells of the first search and of the second, working pixels. */
  private static final int COARSE = 8;

  private static final int FINE = 4;

  /** The outline is moved by up to this share of the width. */
  private static final double REACH_SHARE = 0.14;

  /** Blurs that are tried, cells of the first search. */
  private static final double[] BLURS = {0.2, 0.6, 1.2, 2, 3.2, 4.5};

  /** A softer shadow is found as well a cell beside its place: the second search is finer. */
  private static final double SHARP_CELLS = 1;

  private static final double[] FINER = {0.75, 1, 1.33};

  /** Of what varies in the darkness around the thing, so much must be explained. */
  private static final double LEAST_EXPLAINED = 0.8;

  private static final double WORTH_A_LOOK = 0.55;

  /** Two shadows are of one light where their moves differ by no more than this. */
  private static final double NEAR_PX = 9;

  private static final double NEAR_SHARE = 0.25;
  private static final double DEPTH_SHARE = 0.4;

  private static final double LEAST_DEPTH = 0.08;
  private static final double MOST_DEPTH = 0.85;

  /** Light lost in cells of one size, where a cell is all open ground. */
  private static final class Cells {
    private final int side;
    private final int width;
    private final int height;
    private final float[] lost;
    private final boolean[] counts;

    /** Sum of the squares of what is lost where it counts. */
    private double squares;

    Cells(boolean[] open, float[] deviation, int fullWidth, int fullHeight, int side) {
      this.side = side;
      width = fullWidth / side;
      height = fullHeight / side;
      lost = new float[width * height];
      counts = new boolean[width * height];
      for (int at = 0; at < lost.length; at++) {
        counts[at] = count(open, at, fullWidth) == side * side;
        if (!counts[at]) {
          continue;
        }
        double stops = 0;
        for (int row = 0; row < side; row++) {
          int pixel = corner(at, fullWidth) + row * fullWidth;
          for (int end = pixel + side; pixel < end; pixel++) {
            stops += Math.min(0, deviation[pixel]);
          }
        }
        lost[at] = (float) (1 - Math.pow(2, stops / (side * side)));
        squares += lost[at] * lost[at];
      }
    }

    private int corner(int at, int fullWidth) {
      return at / width * side * fullWidth + at % width * side;
    }

    /** How many of a cell's pixels are set. */
    private int count(boolean[] set, int at, int fullWidth) {
      int count = 0;
      for (int row = 0; row < side; row++) {
        int pixel = corner(at, fullWidth) + row * fullWidth;
        for (int end = pixel + side; pixel < end; pixel++) {
          count += set[pixel] ? 1 : 0;
        }
      }
      return count;
    }

    boolean isShaded() {
      int shaded = 0;
      for (int at = 0; at < lost.length; at++) {
        shaded += counts[at] && lost[at] > LEAST_DEPTH ? 1 : 0;
      }
      return shaded > LEAST_SHADED * lost.length;
    }

    /** Share of each cell that a thing covers. */
    float[] cover(boolean[] body, int fullWidth) {
      float[] cover = new float[lost.length];
      for (int at = 0; at < cover.length; at++) {
        cover[at] = count(body, at, fullWidth) / (float) (side * side);
      }
      return cover;
    }
  }

  /** Shade covers a place of the open ground at least, or the search is not worth its time. */
  private static final double LEAST_SHADED = 0.003;

  /** Best so far: move and blur in cells, share of the light lost under the whole cover. */
  private record Found(int dx, int dy, double blur, double depth, double explained) {}

  private static final Found NONE = new Found(0, 0, 0, 0, 0);

  private final Cells cells;
  private final float[] cover;
  private final Found found;

  private ThrownShade(Cells cells, float[] cover, Found found) {
    this.cells = cells;
    this.cover = cover;
    this.found = found;
  }

  /**
   * @param bodies what may throw the shade: with and without its doubtful parts
   * @param open ground whose shade is known
   * @param deviation from the ground, stops
   * @return the best explanation, or null where the outline explains hardly any
   */
  static ThrownShade of(
      boolean[][] bodies, boolean[] open, float[] deviation, int width, int height) {
    Cells coarse = new Cells(open, deviation, width, height, COARSE);
    if (!coarse.isShaded()) {
      return null;
    }
    int reach = Math.max(2, (int) (REACH_SHARE * coarse.width));
    Found found = NONE;
    boolean[] throwing = bodies[0];
    for (boolean[] body : bodies) {
      float[] cover = coarse.cover(body, width);
      Found before = found;
      for (double blur : BLURS) {
        Found here = search(coarse, cover, blur, 0, 0, reach, 2, NONE);
        if (blur < SHARP_CELLS) {
          here = search(coarse, cover, blur, here.dx, here.dy, 1, 1, here);
        }
        found = here.explained > found.explained ? here : found;
      }
      throwing = found == before ? throwing : body;
    }
    if (found.explained < WORTH_A_LOOK) {
      return null;
    }
    int times = COARSE / FINE;
    Cells fine = new Cells(open, deviation, width, height, FINE);
    float[] cover = fine.cover(throwing, width);
    Found best = NONE;
    for (double finer : FINER) {
      best =
          search(
              fine,
              cover,
              finer * times * found.blur,
              times * found.dx,
              times * found.dy,
              times + 1,
              1,
              best);
    }
    return new ThrownShade(fine, cover, best);
  }

  /** Whether the shade on the open ground is well explained, so that it is known elsewhere, too. */
  boolean isTold() {
    return found.explained > LEAST_EXPLAINED
        && found.depth > LEAST_DEPTH
        && found.depth < MOST_DEPTH;
  }

  /**
   * Whether a shadow seen elsewhere is of the same light.
   *
   * @param dx to the right, working pixels
   * @param dy down
   * @param stops of its depth, less than 0
   */
  boolean agrees(int dx, int dy, double stops) {
    double apart = Math.hypot(FINE * found.dx - dx, FINE * found.dy - dy);
    double lost = 1 - Math.pow(2, stops);
    return apart < Math.max(NEAR_PX, NEAR_SHARE * Math.hypot(dx, dy))
        && Math.abs(found.depth - lost) < DEPTH_SHARE * lost;
  }

  private static Found search(
      Cells cells,
      float[] body,
      double blur,
      int aroundX,
      int aroundY,
      int reach,
      int step,
      Found before) {
    int farX = Math.abs(aroundX) + reach;
    int farY = Math.abs(aroundY) + reach;
    Overlay overlay = new Overlay(cells, blurred(body, cells, blur), farX, farY);
    Found best = before;
    for (int dy = aroundY - reach; dy <= aroundY + reach; dy += step) {
      for (int dx = aroundX - reach; dx <= aroundX + reach; dx += step) {
        double both = overlay.both(dx, dy);
        double covers = overlay.covers(dx, dy);
        double explained = both * both / Math.max(1e-9, covers * cells.squares);
        if (explained > best.explained) {
          best = new Found(dx, dy, blur, both / covers, explained);
        }
      }
    }
    return best;
  }

  /**
   * A cover moved over what is lost. This is the costliest loop of an outline, so all rows lie one
   * after the other, with so much empty space between and around that a move is one step for all;
   * and sums are of whole numbers, which run in vectors.
   */
  private static final class Overlay {
    /** Whole numbers for 1; products of two of them can be added over a block. */
    private static final int STEPS = 1023;

    private static final int BLOCK = 1024;

    private final int stride;
    private final int middle;
    private final int[] cover;
    private final int[] coverSquared;
    private final int[] lost;
    private final int[] counts;
    private int first;
    private int end;

    /**
     * @param farX the farthest move to a side
     * @param farY the same up or down
     */
    Overlay(Cells cells, float[] soft, int farX, int farY) {
      stride = cells.width + farX;
      middle = farY * stride + farX;
      cover = new int[cells.height * stride];
      coverSquared = new int[cover.length];
      lost = new int[cover.length + 2 * middle];
      counts = new int[lost.length];
      first = cover.length;
      for (int at = 0; at < soft.length; at++) {
        int place = at / cells.width * stride + at % cells.width;
        int here = Math.round(STEPS * soft[at]);
        cover[place] = here;
        coverSquared[place] = here * here;
        if (cells.counts[at]) {
          lost[middle + place] = Math.round(STEPS * cells.lost[at]);
          counts[middle + place] = 1;
        }
        if (here > 0) {
          first = Math.min(first, place);
          end = place + 1;
        }
      }
    }

    /** Sum of cover times loss where it counts, the cover moved. */
    double both(int dx, int dy) {
      return sum(cover, lost, dx, dy);
    }

    /** Sum of the moved cover's squares where it counts. */
    double covers(int dx, int dy) {
      return sum(coverSquared, counts, dx, dy);
    }

    private double sum(int[] moved, int[] under, int dx, int dy) {
      int step = middle + dy * stride + dx;
      long sum = 0;
      for (int from = first; from < end; from += BLOCK) {
        sum += products(moved, under, step, from, Math.min(end, from + BLOCK));
      }
      return sum / (double) (STEPS * STEPS);
    }

    private static int products(int[] moved, int[] under, int step, int from, int to) {
      int sum = 0;
      for (int at = from; at < to; at++) {
        sum += moved[at] * under[at + step];
      }
      return sum;
    }
  }

  private static float[] blurred(float[] body, Cells cells, double sigma) {
    int radius = (int) Math.ceil(3 * sigma);
    float[] weights = new float[2 * radius + 1];
    float sum = 0;
    for (int i = -radius; i <= radius; i++) {
      weights[i + radius] = (float) Math.exp(-i * i / (2 * sigma * sigma));
      sum += weights[i + radius];
    }
    int width = cells.width;
    float[] across = new float[body.length];
    float[] out = new float[body.length];
    float[] row = new float[width + 2 * radius];
    for (int y = 0; y < cells.height; y++) {
      System.arraycopy(body, y * width, row, radius, width);
      for (int i = 0; i < weights.length; i++) {
        add(across, y * width, width, row, i, weights[i]);
      }
    }
    divide(across, sum);
    for (int y = 0; y < cells.height; y++) {
      for (int i = Math.max(-radius, -y); i <= Math.min(radius, cells.height - 1 - y); i++) {
        add(out, y * width, width, across, (y + i) * width, weights[i + radius]);
      }
    }
    divide(out, sum);
    return out;
  }

  /** A loop that runs in vectors. */
  private static void add(float[] to, int at, int count, float[] from, int start, float weight) {
    for (int i = 0; i < count; i++) {
      to[at + i] += weight * from[start + i];
    }
  }

  private static void divide(float[] sums, float by) {
    for (int i = 0; i < sums.length; i++) {
      sums[i] /= by;
    }
  }

  /** Shade at the working picture's size, stops (0 and less), between the middles of the cells. */
  float[] stops(int width, int height) {
    float[] soft = blurred(cover, cells, found.blur);
    float[] shade = new float[width * height];
    for (int y = 0; y < height; y++) {
      double v = (y + 0.5) / FINE - 0.5 - found.dy;
      if (v <= -1 || v >= cells.height) {
        continue;
      }
      for (int x = 0; x < width; x++) {
        double u = (x + 0.5) / FINE - 0.5 - found.dx;
        double here = between(soft, u, v, cells.width, cells.height);
        // Most of the picture is not shaded: a logarithm less.
        if (here > 0) {
          shade[y * width + x] = (float) (Math.log(1 - found.depth * here) / Math.log(2));
        }
      }
    }
    return shade;
  }

  private static double between(float[] plane, double u, double v, int width, int height) {
    int x = (int) Math.floor(u);
    int y = (int) Math.floor(v);
    double fx = u - x;
    double fy = v - y;
    return (1 - fy)
            * ((1 - fx) * at(plane, x, y, width, height) + fx * at(plane, x + 1, y, width, height))
        + fy
            * ((1 - fx) * at(plane, x, y + 1, width, height)
                + fx * at(plane, x + 1, y + 1, width, height));
  }

  private static double at(float[] plane, int x, int y, int width, int height) {
    return x < 0 || y < 0 || x >= width || y >= height ? 0 : plane[y * width + x];
  }
}
