package app.istante.core.sim;

import java.util.Arrays;

/** What lens and movement do to a plane of linear light, edges carried on outwards. */
public final class Optics {
  private static final int CHORDS_PER_PIXEL = 5;

  private Optics() {}

  /**
   * @param sigma of the blur, pixels; 0 leaves the plane as it is
   */
  public static float[] gaussian(float[] in, int width, int height, double sigma) {
    if (sigma <= 0) {
      return in;
    }
    float[] kernel = kernel(sigma);
    int radius = kernel.length / 2;
    float[] across = new float[in.length];
    float[] out = new float[in.length];
    float[] row = new float[width + 2 * radius];
    boolean[] dark = new boolean[height];
    int[] starts = new int[kernel.length];
    for (int k = 0; k < starts.length; k++) {
      starts[k] = k;
    }
    for (int y = 0; y < height; y++) {
      // Of a shadow's plane most rows are empty.
      dark[y] = isDark(in, y * width, width);
      if (!dark[y]) {
        carriedOn(in, y * width, width, radius, row);
        add(across, y * width, width, row, starts, kernel, kernel.length);
      }
    }
    float[] weights = new float[kernel.length];
    for (int y = 0; y < height; y++) {
      int lit = 0;
      for (int k = -radius; k <= radius; k++) {
        int from = clamp(y + k, height);
        if (!dark[from]) {
          starts[lit] = from * width;
          weights[lit++] = kernel[k + radius];
        }
      }
      add(out, y * width, width, across, starts, weights, lit);
    }
    return out;
  }

  private static boolean isDark(float[] in, int from, int count) {
    for (int i = from; i < from + count; i++) {
      if (in[i] != 0) {
        return false;
      }
    }
    return true;
  }

  /** A row with {@code more} pixels on either side, each its end's own. */
  private static void carriedOn(float[] in, int from, int width, int more, float[] row) {
    Arrays.fill(row, 0, more, in[from]);
    System.arraycopy(in, from, row, more, width);
    Arrays.fill(row, more + width, row.length, in[from + width - 1]);
  }

  /**
   * Sums of stretches by their weights: four at a time, since what is summed up is kept so long.
   */
  private static void add(
      float[] to, int at, int count, float[] from, int[] starts, float[] weights, int terms) {
    int term = 0;
    for (; term + 4 <= terms; term += 4) {
      addFour(to, at, count, from, starts, weights, term);
    }
    for (; term < terms; term++) {
      int start = starts[term];
      float weight = weights[term];
      for (int i = 0; i < count; i++) {
        to[at + i] += weight * from[start + i];
      }
    }
  }

  /** A loop that runs in vectors: everything that bends it is left to the caller. */
  private static void addFour(
      float[] to, int at, int count, float[] from, int[] starts, float[] weights, int term) {
    int a = starts[term];
    int b = starts[term + 1];
    int c = starts[term + 2];
    int d = starts[term + 3];
    float ofA = weights[term];
    float ofB = weights[term + 1];
    float ofC = weights[term + 2];
    float ofD = weights[term + 3];
    for (int i = 0; i < count; i++) {
      float sum = to[at + i] + ofA * from[a + i];
      sum += ofB * from[b + i];
      sum += ofC * from[c + i];
      to[at + i] = sum + ofD * from[d + i];
    }
  }

  private static float[] kernel(double sigma) {
    int radius = (int) Math.ceil(4 * sigma);
    float[] kernel = new float[2 * radius + 1];
    double sum = 0;
    for (int k = -radius; k <= radius; k++) {
      sum += Math.exp(-k * k / (2 * sigma * sigma));
    }
    for (int k = -radius; k <= radius; k++) {
      kernel[k + radius] = (float) (Math.exp(-k * k / (2 * sigma * sigma)) / sum);
    }
    return kernel;
  }

  /**
   * What {@link #gaussian} really does: narrow kernels sampled at pixels spread less than sigma².
   */
  public static double variance(double sigma) {
    if (sigma <= 0) {
      return 0;
    }
    float[] kernel = kernel(sigma);
    int radius = kernel.length / 2;
    double variance = 0;
    for (int k = -radius; k <= radius; k++) {
      variance += k * k * kernel[k + radius];
    }
    return variance;
  }

  /**
   * A disc of even light, as an opened lens draws a point out of focus. Its variance along any
   * direction is radius² / 4, and 1/12 for the pixel that the point stands in.
   */
  public static float[] disc(float[] in, int width, int height, double radius) {
    // An odd number, so that none lies between two rows.
    int chords = (int) Math.ceil(2 * radius * CHORDS_PER_PIXEL) | 1;
    double[] half = new double[chords];
    int[] row = new int[chords];
    double area = 0;
    for (int i = 0; i < chords; i++) {
      double off = ((i + 0.5) / chords * 2 - 1) * radius;
      half[i] = Math.sqrt(Math.max(0, radius * radius - off * off));
      row[i] = (int) Math.rint(off);
      area += 2 * half[i];
    }
    float[] out = new float[in.length];
    int more = (int) Math.ceil(radius) + 1;
    float[] wide = new float[width + 2 * more];
    double[] running = new double[wide.length + 1];
    double[] sums = new double[width];
    for (int y = 0; y < height; y++) {
      Arrays.fill(sums, 0);
      int last = Integer.MIN_VALUE;
      for (int i = 0; i < chords; i++) {
        if (row[i] != last) {
          last = row[i];
          carriedOn(in, clamp(y + last, height) * width, width, more, wide);
          for (int x = 0; x < wide.length; x++) {
            running[x + 1] = running[x] + wide[x];
          }
        }
        addChord(sums, running, more + 0.5 - half[i], more + 0.5 + half[i]);
      }
      for (int x = 0; x < width; x++) {
        out[y * width + x] = (float) (sums[x] / area);
      }
    }
    return out;
  }

  /** What lies between two places of a row, given by its integral, and on to the right of them. */
  private static void addChord(double[] sums, double[] running, double from, double to) {
    int a = (int) from;
    int b = (int) to;
    double inA = from - a;
    double inB = to - b;
    for (int x = 0; x < sums.length; x++) {
      double untilA = running[x + a] + inA * (running[x + a + 1] - running[x + a]);
      double untilB = running[x + b] + inB * (running[x + b + 1] - running[x + b]);
      sums[x] += untilB - untilA;
    }
  }

  /**
   * @param shakePx length of the smear, pixels
   * @param shakeDegrees its angle, 0 horizontal, clockwise on screen
   */
  public static float[] smear(
      float[] in, int width, int height, double shakePx, double shakeDegrees) {
    int steps = Math.max(2, (int) Math.ceil(shakePx * 2));
    double dx = Math.cos(Math.toRadians(shakeDegrees)) * shakePx;
    double dy = Math.sin(Math.toRadians(shakeDegrees)) * shakePx;
    float[] out = new float[in.length];
    int more = (int) Math.ceil(Math.abs(dx)) + 2;
    float[] row = new float[width + 2 * more];
    float[] upper = new float[width];
    float[] lower = new float[width];
    for (int s = 0; s < steps; s++) {
      double share = (s + 0.5) / steps - 0.5;
      double ox = dx * share;
      double oy = dy * share;
      int ix = (int) Math.floor(ox);
      int iy = (int) Math.floor(oy);
      float fx = (float) (ox - ix);
      float fy = (float) (oy - iy);
      between(in, clamp(iy, height) * width, width, more, ix, fx, row, lower);
      for (int y = 0; y < height; y++) {
        float[] before = upper;
        upper = lower;
        lower = before;
        between(in, clamp(y + iy + 1, height) * width, width, more, ix, fx, row, lower);
        addBetween(out, y * width, upper, lower, fy, steps);
      }
    }
    return out;
  }

  /** What lies between the pixels of a row. */
  private static void between(
      float[] in, int from, int width, int more, int off, float across, float[] row, float[] out) {
    carriedOn(in, from, width, more, row);
    int start = more + off;
    for (int x = 0; x < out.length; x++) {
      out[x] = row[start + x] + across * (row[start + x + 1] - row[start + x]);
    }
  }

  /** A share of what lies between two rows, in a loop that runs in vectors. */
  private static void addBetween(
      float[] to, int at, float[] upper, float[] lower, float down, float shares) {
    for (int x = 0; x < upper.length; x++) {
      to[at + x] += (upper[x] + down * (lower[x] - upper[x])) / shares;
    }
  }

  private static int clamp(int at, int size) {
    return at < 0 ? 0 : at >= size ? size - 1 : at;
  }
}
