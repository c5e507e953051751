package app.istante.core.mask;

/**
 * How high a relief must be climbed to reach each pixel from a set of seeds: for every path the
 * highest point counts, and the lowest such path is taken. Computed by priority flooding in levels,
 * as in Meyer's watershed (1991).
 */
final class PassHeight {
  private static final int LEVELS = 1024;

  private PassHeight() {}

  /**
   * @param relief 0 and up; values of {@code top} and more count as equal
   * @return a new plane, 0 at the seeds
   */
  static float[] from(boolean[] seeds, float[] relief, float top, int width, int height) {
    int[] next = new int[seeds.length];
    int[] heads = new int[LEVELS];
    int[] tails = new int[LEVELS];
    java.util.Arrays.fill(heads, -1);
    boolean[] queued = seeds.clone();
    float[] pass = new float[seeds.length];
    float toLevel = (LEVELS - 1) / top;
    for (int at = 0; at < seeds.length; at++) {
      if (seeds[at]) {
        push(at, 0, next, heads, tails);
      }
    }
    for (int level = 0; level < LEVELS; level++) {
      while (heads[level] >= 0) {
        int at = heads[level];
        heads[level] = next[at];
        pass[at] = level / toLevel;
        int x = at % width;
        int y = at / width;
        for (int side = 0; side < 4; side++) {
          boolean inside =
              side == 0 ? x > 0 : side == 1 ? x < width - 1 : side == 2 ? y > 0 : y < height - 1;
          int to = at + (side == 0 ? -1 : side == 1 ? 1 : side == 2 ? -width : width);
          if (inside && !queued[to]) {
            queued[to] = true;
            int its = Math.min(LEVELS - 1, (int) (relief[to] * toLevel));
            push(to, Math.max(level, its), next, heads, tails);
          }
        }
      }
    }
    return pass;
  }

  private static void push(int at, int level, int[] next, int[] heads, int[] tails) {
    next[at] = -1;
    if (heads[level] < 0) {
      heads[level] = at;
    } else {
      next[tails[level]] = at;
    }
    tails[level] = at;
  }
}
