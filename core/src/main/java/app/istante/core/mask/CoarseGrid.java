package app.istante.core.mask;

/**
 * A coarse grid over a picture of wide by tall, as a network looks at it.
 *
 * @param width of the grid, a multiple of {@link GlanceNet#STEP_PX}, as the height
 */
record CoarseGrid(int width, int height, int wide, int tall) {
  private static final int SHORTEST_PX = 32;

  static CoarseGrid over(int wide, int tall, int longSide) {
    double scale = (double) longSide / Math.max(wide, tall);
    return new CoarseGrid(side(scale * wide), side(scale * tall), wide, tall);
  }

  private static int side(double wanted) {
    return Math.max(SHORTEST_PX, (int) Math.round(wanted / GlanceNet.STEP_PX) * GlanceNet.STEP_PX);
  }

  /** Left for right, in place. */
  void mirror(float[] values) {
    for (int y = 0; y < height; y++) {
      int left = y * width;
      for (int right = left + width - 1; left < right; left++, right--) {
        float kept = values[left];
        values[left] = values[right];
        values[right] = kept;
      }
    }
  }

  /** At each pixel of the picture, between the values of the four places around it. */
  float[] spread(float[] values) {
    float[] out = new float[wide * tall];
    int[] left = new int[wide];
    float[] across = new float[wide];
    for (int x = 0; x < wide; x++) {
      double u = (x + 0.5) * width / wide - 0.5;
      left[x] = Math.max(0, Math.min(width - 2, (int) Math.floor(u)));
      across[x] = (float) Math.max(0, Math.min(1, u - left[x]));
    }
    for (int y = 0; y < tall; y++) {
      double v = (y + 0.5) * height / tall - 0.5;
      int upper = Math.max(0, Math.min(height - 2, (int) Math.floor(v))) * width;
      float down = (float) Math.max(0, Math.min(1, v - upper / width));
      for (int x = 0; x < wide; x++) {
        int at = upper + left[x];
        float top = values[at] + across[x] * (values[at + 1] - values[at]);
        int below = at + width;
        float low = values[below] + across[x] * (values[below + 1] - values[below]);
        out[y * wide + x] = top + down * (low - top);
      }
    }
    return out;
  }

  /** Of a plane of the picture, in each place of the grid. */
  float[] means(float[] plane) {
    float[] sums = new float[width * height];
    int[] counts = new int[sums.length];
    int[] columns = new int[wide];
    for (int x = 0; x < wide; x++) {
      columns[x] = x * width / wide;
    }
    for (int y = 0; y < tall; y++) {
      int row = y * height / tall * width;
      for (int x = 0; x < wide; x++) {
        sums[row + columns[x]] += plane[y * wide + x];
        counts[row + columns[x]]++;
      }
    }
    for (int at = 0; at < sums.length; at++) {
      sums[at] /= Math.max(1, counts[at]);
    }
    return sums;
  }
}
