package app.istante.core.mask;

import app.istante.core.image.Rows;

/** Small kernels over single planes of floats, row by row; borders repeat the edge pixel. */
public final class Planes {
  private Planes() {}

  /** Mean over a square of side {@code 2 * radius + 1}, by running sums; a new plane. */
  public static float[] boxMean(float[] in, int width, int height, int radius) {
    float[] across = new float[in.length];
    Rows.forEach(
        width,
        height,
        (from, to) -> {
          for (int y = from; y < to; y++) {
            runRow(in, across, y * width, width, radius);
          }
        });
    float[] out = new float[in.length];
    double[] sums = new double[width];
    for (int y = -radius; y <= radius; y++) {
      addRow(across, sums, clamp(y, height) * width, width, 1);
    }
    double share = 1.0 / (2 * radius + 1);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        out[y * width + x] = (float) (sums[x] * share);
      }
      addRow(across, sums, clamp(y + radius + 1, height) * width, width, 1);
      addRow(across, sums, clamp(y - radius, height) * width, width, -1);
    }
    return out;
  }

  private static void runRow(float[] in, float[] out, int base, int width, int radius) {
    double sum = 0;
    for (int x = -radius; x <= radius; x++) {
      sum += in[base + clamp(x, width)];
    }
    double share = 1.0 / (2 * radius + 1);
    for (int x = 0; x < width; x++) {
      out[base + x] = (float) (sum * share);
      sum += in[base + clamp(x + radius + 1, width)] - in[base + clamp(x - radius, width)];
    }
  }

  private static void addRow(float[] in, double[] sums, int base, int width, int sign) {
    for (int x = 0; x < width; x++) {
      sums[x] += sign * in[base + x];
    }
  }

  /** Length of the Sobel gradient, in units of the plane per pixel; a new plane. */
  static float[] gradient(float[] in, int width, int height) {
    float[] out = new float[in.length];
    Rows.forEach(
        width,
        height,
        (from, to) -> {
          for (int y = from; y < to; y++) {
            int up = clamp(y - 1, height) * width;
            int down = clamp(y + 1, height) * width;
            int here = y * width;
            for (int x = 0; x < width; x++) {
              int l = clamp(x - 1, width);
              int r = clamp(x + 1, width);
              float gx =
                  in[up + r]
                      - in[up + l]
                      + 2 * (in[here + r] - in[here + l])
                      + in[down + r]
                      - in[down + l];
              float gy =
                  in[down + l]
                      - in[up + l]
                      + 2 * (in[down + x] - in[up + x])
                      + in[down + r]
                      - in[up + r];
              out[here + x] = (float) Math.sqrt(gx * gx + gy * gy) / 8;
            }
          }
        });
    return out;
  }

  /** Largest value in a square of side {@code 2 * radius + 1}; a new plane. */
  static float[] largestAround(float[] in, int width, int height, int radius) {
    float[] across = new float[in.length];
    Rows.forEach(
        width,
        height,
        (from, to) -> {
          // Windows twice as wide at each step, then one that overlaps: few comparisons a pixel.
          float[] row = new float[width + 2 * radius];
          for (int y = from; y < to; y++) {
            java.util.Arrays.fill(row, 0, radius, -Float.MAX_VALUE);
            java.util.Arrays.fill(row, radius + width, row.length, -Float.MAX_VALUE);
            System.arraycopy(in, y * width, row, radius, width);
            int side = 2 * radius + 1;
            for (int window = 1; window < side; ) {
              int step = Math.min(window, side - window);
              raise(row, 0, row, step, row.length - step);
              window += step;
            }
            System.arraycopy(row, 0, across, y * width, width);
          }
        });
    float[] out = new float[in.length];
    Rows.forEach(
        width, height, (from, to) -> raiseRows(across, out, width, height, radius, from, to));
    return out;
  }

  /** Largest values over {@code 2 * radius + 1} rows, for a part of the rows. */
  private static void raiseRows(
      float[] in, float[] out, int width, int height, int radius, int from, int to) {
    int top = Math.max(0, from - radius);
    int rows = Math.min(height, to + radius) - top;
    float[] part = java.util.Arrays.copyOfRange(in, top * width, (top + rows) * width);
    int side = 2 * radius + 1;
    int window = 1;
    while (window < side) {
      int step = Math.min(window, side - window);
      // Past the last row there is nothing to raise with: what is left stands for the frame's edge.
      raise(part, 0, part, Math.min(step, rows) * width, Math.max(0, rows - step) * width);
      window += step;
    }
    for (int y = from; y < to; y++) {
      int first = Math.max(0, y - radius) - top;
      System.arraycopy(part, first * width, out, y * width, width);
      if (y - radius < 0) {
        // The window is cut above, so that the one found reaches too far down: it is done anew.
        java.util.Arrays.fill(out, y * width, (y + 1) * width, -Float.MAX_VALUE);
        for (int row = 0; row <= Math.min(height - 1, y + radius); row++) {
          raise(out, y * width, in, row * width, width);
        }
      }
    }
  }

  /** Each of {@code count} values of a stretch to at least that of another. */
  private static void raise(float[] out, int at, float[] in, int from, int count) {
    for (int i = 0; i < count; i++) {
      float other = in[from + i];
      // Not Math.max: there are no NaNs here, and its care for them costs.
      if (other > out[at + i]) {
        out[at + i] = other;
      }
    }
  }

  /**
   * The value below which {@code share} (0 to 1) of the first {@code count} values lie; reorders
   * them (Hoare 1961, "Algorithm 65: find").
   */
  public static float quantile(float[] values, int count, double share) {
    int wanted = (int) Math.min(count - 1L, Math.round(share * (count - 1)));
    int low = 0;
    int high = count - 1;
    while (low < high) {
      float pivot = values[(low + high) >>> 1];
      int i = low;
      int j = high;
      while (i <= j) {
        while (values[i] < pivot) {
          i++;
        }
        while (values[j] > pivot) {
          j--;
        }
        if (i <= j) {
          float swap = values[i];
          values[i++] = values[j];
          values[j--] = swap;
        }
      }
      if (wanted <= j) {
        high = j;
      } else if (wanted >= i) {
        low = i;
      } else {
        break;
      }
    }
    return values[wanted];
  }

  /** Median of a plane, from every seventh pixel, where another lies within a tolerance of 0. */
  static double medianWhere(float[] plane, float[] off, double tolerance) {
    float[] sample = new float[plane.length / 7 + 1];
    int count = 0;
    for (int at = 0; at < plane.length; at += 7) {
      if (Math.abs(off[at]) < tolerance) {
        sample[count++] = plane[at];
      }
    }
    return count == 0 ? 0 : quantile(sample, count, 0.5);
  }

  /** Between the four values around a place; beyond the edge the edge's own. */
  public static float between(float[] plane, int width, int height, double x, double y) {
    int x0 = clamp((int) Math.floor(x), width);
    int y0 = clamp((int) Math.floor(y), height);
    int x1 = clamp(x0 + 1, width);
    int y1 = clamp(y0 + 1, height);
    float fx = (float) Math.max(0, Math.min(1, x - x0));
    float fy = (float) Math.max(0, Math.min(1, y - y0));
    float top = plane[y0 * width + x0] + fx * (plane[y0 * width + x1] - plane[y0 * width + x0]);
    float low = plane[y1 * width + x0] + fx * (plane[y1 * width + x1] - plane[y1 * width + x0]);
    return top + fy * (low - top);
  }

  static int clamp(int at, int size) {
    return at < 0 ? 0 : at >= size ? size - 1 : at;
  }
}
