package app.istante.core.mask;

/**
 * Table, wall or floor beyond the sheet: a strip along a whole side of the frame that ends in a
 * straight line. A product or its shadow that reaches the strip must not take it along. A grey one
 * could be the sheet in shade, but for its line, which is a sharp step in the light.
 */
final class FrameStrips {
  /** The strip lies along this share of its side. */
  private static final double LEAST_ALONG = 0.85;

  /** And takes no more than this share of the frame. */
  private static final double MOST_DEPTH = 0.25;

  /** Its edge stays within this many working pixels of the line, at this share of its length. */
  private static final double STRAIGHT_PX = 2.5;

  private static final double STRAIGHT_SHARE = 0.5;

  /** A strip of the ground's own colour is darker than it by so much at least. */
  private static final double DARK_STOPS = 0.2;

  /** And within this many working pixels to either side of its edge nearly all the way. */
  private static final int STEP_PX = 3;

  private static final double STEP_SHARE = 0.7;

  /** Lines are tried through this many places along the side. */
  private static final int SAMPLES = 24;

  private final boolean[] inside;

  /** Null where what is inside needs no step to be told from the ground. */
  private final float[] deviation;

  private FrameStrips(boolean[] inside, float[] deviation) {
    this.inside = inside;
    this.deviation = deviation;
  }

  /**
   * @param inside what is not ground
   * @param deviation of each pixel from the ground, stops
   * @return the strips; empty where there are none
   */
  static boolean[] of(boolean[] inside, float[] deviation, int width, int height) {
    boolean[] strips = new boolean[inside.length];
    boolean[] dark = inside.clone();
    for (int at = 0; at < dark.length; at++) {
      dark[at] |= deviation[at] < -DARK_STOPS;
    }
    new FrameStrips(inside, null).mark(strips, width, height);
    new FrameStrips(dark, deviation).mark(strips, width, height);
    return strips;
  }

  private void mark(boolean[] strips, int width, int height) {
    mark(strips, 0, 1, width, width, height);
    mark(strips, (height - 1) * width, 1, -width, width, height);
    mark(strips, 0, width, 1, height, width);
    mark(strips, width - 1, width, -1, height, width);
  }

  /**
   * @param corner where the side begins
   * @param along step along the side
   * @param inwards step into the frame
   */
  private void mark(boolean[] strips, int corner, int along, int inwards, int length, int most) {
    float[] depth = new float[length];
    boolean[] ends = new boolean[length];
    int reached = 0;
    for (int place = 0; place < length; place++) {
      int from = corner + place * along;
      int deep = 0;
      while (deep < most && inside[from + deep * inwards]) {
        deep++;
      }
      depth[place] = deep;
      ends[place] = deviation == null || isStep(from, deep, inwards, most);
      reached += deep > 0 ? 1 : 0;
    }
    if (reached < LEAST_ALONG * length) {
      return;
    }
    double[] line = straightest(depth, ends);
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

  /** Whether light falls to the strip's own within a few pixels of its edge. */
  private boolean isStep(int from, int deep, int inwards, int most) {
    if (deep < 2 * STEP_PX || deep + STEP_PX > most) {
      return false;
    }
    float strip = deviation[from + deep / 2 * inwards];
    float step =
        deviation[from + (deep + STEP_PX - 1) * inwards]
            - deviation[from + (deep - STEP_PX) * inwards];
    return strip < -DARK_STOPS && step > -STEP_SHARE * strip;
  }

  /**
   * The line through two of the places that most places lie on: what stands on the strip hides its
   * edge over some of the length (Fischler and Bolles 1981, with fixed samples).
   *
   * @param ends where the strip ends as one does
   * @return its depth at the corner, its slope, and how many places lie on it
   */
  private static double[] straightest(float[] depth, boolean[] ends) {
    double[] best = new double[3];
    for (int one = 0; one < SAMPLES; one++) {
      int from = one * (depth.length - 1) / SAMPLES;
      for (int other = one + 1; other <= SAMPLES; other++) {
        int to = other * (depth.length - 1) / SAMPLES;
        double slope = (depth[to] - depth[from]) / (to - from);
        double start = depth[from] - slope * from;
        int on = 0;
        for (int place = 0; place < depth.length; place++) {
          boolean near = Math.abs(depth[place] - start - slope * place) < STRAIGHT_PX;
          on += ends[place] && near ? 1 : 0;
        }
        if (on > best[2]) {
          best = new double[] {start, slope, on};
        }
      }
    }
    return best;
  }
}
