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
    float[] out = new float[in.length];
    Rows.forEach(
        width,
        height,
        (from, to) -> {
          for (int y = from; y < to; y++) {
            System.arraycopy(in, y * width, across, y * width, width);
            for (int k = 1; k <= radius && k < width; k++) {
              raise(across, y * width, in, y * width + k, width - k);
              raise(across, y * width + k, in, y * width, width - k);
            }
          }
        });
    Rows.forEach(
        width,
        height,
        (from, to) -> {
          for (int y = from; y < to; y++) {
            System.arraycopy(across, y * width, out, y * width, width);
            int last = Math.min(height - 1, y + radius);
            for (int row = Math.max(0, y - radius); row <= last; row++) {
              raise(out, y * width, across, row * width, width);
            }
          }
        });
    return out;
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

  /** The value below which {@code share} (0 to 1) of the first {@code count} values lie; sorts. */
  public static float quantile(float[] values, int count, double share) {
    java.util.Arrays.sort(values, 0, count);
    return values[(int) Math.min(count - 1L, Math.round(share * (count - 1)))];
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

  static int clamp(int at, int size) {
    return at < 0 ? 0 : at >= size ? size - 1 : at;
  }
}
