package app.istante.core.mask;

import app.istante.core.image.Rows;
import java.util.Arrays;

/** Small kernels over single planes of floats, row by row; borders repeat the edge pixel. */
public final class Planes {
  private Planes() {}

  /** Mean over a square of side {@code 2 * radius + 1}, by running sums; a new plane. */
  public static float[] boxMean(float[] in, int width, int height, int radius) {
    float[] out = new float[in.length];
    // Sums in floats drift as they run: each band begins anew, but not for less than it sums up.
    Rows.forEach(
        width,
        height,
        2 * radius + 1,
        (from, to) -> {
          float[] sums = new float[width];
          for (int y = from - radius; y <= from + radius; y++) {
            add(in, clamp(y, height) * width, sums);
          }
          for (int y = from; y < to; y++) {
            runRow(sums, out, y * width, radius);
            slide(
                in, clamp(y + radius + 1, height) * width, clamp(y - radius, height) * width, sums);
          }
        });
    return out;
  }

  private static void add(float[] in, int base, float[] sums) {
    for (int x = 0; x < sums.length; x++) {
      sums[x] += in[base + x];
    }
  }

  private static void slide(float[] in, int comes, int goes, float[] sums) {
    for (int x = 0; x < sums.length; x++) {
      sums[x] += in[comes + x] - in[goes + x];
    }
  }

  /** Means over stretches of a row of sums over columns. */
  private static void runRow(float[] sums, float[] out, int base, int radius) {
    int width = sums.length;
    float share = 1f / ((2 * radius + 1) * (2 * radius + 1));
    if (radius == 1 && width > 2) {
      for (int x = 1; x < width - 1; x++) {
        out[base + x] = (sums[x - 1] + sums[x] + sums[x + 1]) * share;
      }
      out[base] = (2 * sums[0] + sums[1]) * share;
      out[base + width - 1] = (sums[width - 2] + 2 * sums[width - 1]) * share;
      return;
    }
    double sum = 0;
    for (int x = -radius; x <= radius; x++) {
      sum += sums[clamp(x, width)];
    }
    int inner = Math.max(Math.min(radius, width), width - radius - 1);
    int x = 0;
    for (; x < Math.min(radius, width); x++) {
      out[base + x] = (float) (sum * share);
      sum += sums[clamp(x + radius + 1, width)] - sums[clamp(x - radius, width)];
    }
    for (; x < inner; x++) {
      out[base + x] = (float) (sum * share);
      sum += sums[x + radius + 1] - sums[x - radius];
    }
    for (; x < width; x++) {
      out[base + x] = (float) (sum * share);
      sum += sums[clamp(x + radius + 1, width)] - sums[clamp(x - radius, width)];
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
            for (int x = 1; x < width - 1; x++) {
              out[here + x] = slope(in, up + x, here + x, down + x, -1, 1);
            }
            out[here] = slope(in, up, here, down, 0, Math.min(1, width - 1));
            int last = width - 1;
            out[here + last] =
                slope(in, up + last, here + last, down + last, -Math.min(1, last), 0);
          }
        });
    return out;
  }

  private static float slope(float[] in, int up, int here, int down, int left, int right) {
    float gx =
        in[up + right]
            - in[up + left]
            + 2 * (in[here + right] - in[here + left])
            + in[down + right]
            - in[down + left];
    float gy =
        in[down + left]
            - in[up + left]
            + 2 * (in[down] - in[up])
            + in[down + right]
            - in[up + right];
    return (float) Math.sqrt(gx * gx + gy * gy) / 8;
  }

  /** Largest value in a square of side {@code 2 * radius + 1}; a new plane. */
  static float[] largestAround(float[] in, int width, int height, int radius) {
    float[] out = new float[in.length];
    Rows.forEach(
        width,
        height,
        (from, to) -> {
          int rows = to - from + 2 * radius;
          float[] part = new float[rows * width];
          for (int y = 0; y < rows; y++) {
            System.arraycopy(in, clamp(from - radius + y, height) * width, part, y * width, width);
          }
          float[] high = widened(part, new float[part.length], radius, width);
          int padded = width + 2 * radius;
          float[] all = new float[(to - from) * padded];
          for (int y = 0; y < to - from; y++) {
            int base = y * width;
            int row = y * padded;
            Arrays.fill(all, row, row + radius, high[base]);
            System.arraycopy(high, base, all, row + radius, width);
            Arrays.fill(all, row + radius + width, row + padded, high[base + width - 1]);
          }
          float[] wide = widened(all, new float[all.length], radius, 1);
          for (int y = 0; y < to - from; y++) {
            System.arraycopy(wide, y * padded, out, (from + y) * width, width);
          }
        });
    return out;
  }

  /**
   * Each value to the largest of the {@code 2 * radius + 1} from it on, {@code step} apart: windows
   * twice as wide at each turn, then one that overlaps; few comparisons a value. What comes after
   * the last whole window has no meaning.
   *
   * @return one of the two arrays, which are both overwritten
   */
  private static float[] widened(float[] values, float[] other, int radius, int step) {
    float[] now = values;
    float[] next = other;
    int side = 2 * radius + 1;
    for (int window = 1; window < side; ) {
      int on = Math.min(window, side - window);
      int away = on * step;
      for (int at = 0; at < now.length - away; at++) {
        next[at] = Math.max(now[at], now[at + away]);
      }
      float[] swap = now;
      now = next;
      next = swap;
      window += on;
    }
    return now;
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
    int right = clamp(x0 + 1, width) - x0;
    int upper = y0 * width + x0;
    int lower = clamp(y0 + 1, height) * width + x0;
    float fx = (float) Math.max(0, Math.min(1, x - x0));
    float fy = (float) Math.max(0, Math.min(1, y - y0));
    return between(plane, upper, lower, right, fx, fy);
  }

  /** The same of several planes, times a share, added to a sum for each. */
  public static void addBetween(
      float[][] planes, int width, int height, double x, double y, double share, double[] sums) {
    int x0 = clamp((int) Math.floor(x), width);
    int y0 = clamp((int) Math.floor(y), height);
    int right = clamp(x0 + 1, width) - x0;
    int upper = y0 * width + x0;
    int lower = clamp(y0 + 1, height) * width + x0;
    float fx = (float) Math.max(0, Math.min(1, x - x0));
    float fy = (float) Math.max(0, Math.min(1, y - y0));
    for (int i = 0; i < planes.length; i++) {
      sums[i] += share * between(planes[i], upper, lower, right, fx, fy);
    }
  }

  private static float between(float[] plane, int upper, int lower, int right, float fx, float fy) {
    float top = plane[upper] + fx * (plane[upper + right] - plane[upper]);
    float low = plane[lower] + fx * (plane[lower + right] - plane[lower]);
    return top + fy * (low - top);
  }

  static int clamp(int at, int size) {
    return at < 0 ? 0 : at >= size ? size - 1 : at;
  }
}
