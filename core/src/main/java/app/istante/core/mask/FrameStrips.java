package app.istante.core.mask;

/**
 * Table, wall or floor beyond the sheet: a strip along a whole side of the frame that ends in a
 * straight line. A product or its shadow that reaches the strip must not take it along.
 */
final class FrameStrips {
  /** The strip lies along this share of its side. */
  private static final double LEAST_ALONG = 0.85;

  /** And takes no more than this share of the frame. */
  private static final double MOST_DEPTH = 0.25;

  /** Its edge stays within this many working pixels of the line, at this share of its length. */
  private static final double STRAIGHT_PX = 2.5;

  private static final double STRAIGHT_SHARE = 0.5;

  /** Lines are tried through this many places along the side. */
  private static final int SAMPLES = 24;

  private final boolean[] inside;
  private final int width;
  private final int height;

  private FrameStrips(boolean[] inside, int width, int height) {
    this.inside = inside;
    this.width = width;
    this.height = height;
  }

  /**
   * @param inside what is not ground
   * @return the strips; empty where there are none
   */
  static boolean[] of(boolean[] inside, int width, int height) {
    boolean[] strips = new boolean[inside.length];
    FrameStrips look = new FrameStrips(inside, width, height);
    look.mark(strips, 0, 1, width, width, height);
    look.mark(strips, (height - 1) * width, 1, -width, width, height);
    look.mark(strips, 0, width, 1, height, width);
    look.mark(strips, width - 1, width, -1, height, width);
    return strips;
  }

  /**
   * @param corner where the side begins
   * @param along step along the side
   * @param inwards step into the frame
   */
  private void mark(boolean[] strips, int corner, int along, int inwards, int length, int most) {
    float[] depth = new float[length];
    int reached = 0;
    for (int place = 0; place < length; place++) {
      int from = corner + place * along;
      int deep = 0;
      while (deep < most && inside[from + deep * inwards]) {
        deep++;
      }
      depth[place] = deep;
      reached += deep > 0 ? 1 : 0;
    }
    if (reached < LEAST_ALONG * length) {
      return;
    }
    double[] line = straightest(depth);
    double middle = line[0] + line[1] * 0.5 * length;
    if (line[2] < STRAIGHT_SHARE * length || middle > MOST_DEPTH * most) {
      return;
    }
    for (int place = 0; place < length; place++) {
      int upTo = (int) Math.min(depth[place], Math.ceil(line[0] + line[1] * place));
      for (int deep = 0; deep < upTo; deep++) {
        strips[corner + place * along + deep * inwards] = true;
      }
    }
  }

  /**
   * The line through two of the places that most places lie on: what stands on the strip hides its
   * edge over some of the length (Fischler and Bolles 1981, with fixed samples).
   *
   * @return its depth at the corner, its slope, and how many places lie on it
   */
  private static double[] straightest(float[] depth) {
    double[] best = new double[3];
    for (int one = 0; one < SAMPLES; one++) {
      int from = one * (depth.length - 1) / SAMPLES;
      for (int other = one + 1; other <= SAMPLES; other++) {
        int to = other * (depth.length - 1) / SAMPLES;
        double slope = (depth[to] - depth[from]) / (to - from);
        double start = depth[from] - slope * from;
        int on = 0;
        for (int place = 0; place < depth.length; place++) {
          on += Math.abs(depth[place] - start - slope * place) < STRAIGHT_PX ? 1 : 0;
        }
        if (on > best[2]) {
          best = new double[] {start, slope, on};
        }
      }
    }
    return best;
  }
}
