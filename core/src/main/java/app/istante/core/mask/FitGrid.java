package app.istante.core.mask;

import java.util.Arrays;

/**
 * Every {@link #STEP}th pixel of a picture in stops, and the fitting of one cubic polynomial a
 * channel to it.
 */
final class FitGrid {
  /** Terms of a polynomial in two variables: a plane, a quadratic and a cubic one. */
  static final int LINEAR = 3;

  static final int QUADRATIC = 6;

  static final int CUBIC = 10;
  private static final int STEP = 4;

  final int columns;
  final int rows;

  /** Stops, channel by channel. */
  final double[][] values;

  /** The frame's border band. */
  final boolean[] border;

  private final double[][] bases;

  FitGrid(float[][] logRgb, int width, int height) {
    columns = Math.max(2, width / STEP);
    rows = Math.max(2, height / STEP);
    int size = columns * rows;
    values = new double[3][size];
    border = new boolean[size];
    bases = new double[size][CUBIC];
    int band = Math.max(1, Math.round(0.03f * Math.max(columns, rows)));
    for (int j = 0; j < rows; j++) {
      int y = pixel(j, rows, height);
      for (int i = 0; i < columns; i++) {
        int x = pixel(i, columns, width);
        int at = j * columns + i;
        for (int channel = 0; channel < 3; channel++) {
          values[channel][at] = logRgb[channel][y * width + x];
        }
        border[at] = i < band || j < band || i >= columns - band || j >= rows - band;
        basis(2.0 * i / (columns - 1) - 1, 2.0 * j / (rows - 1) - 1, bases[at]);
      }
    }
  }

  /** Points of the grid on which a pixel of some kind lies. */
  boolean[] on(boolean[] pixels, int width) {
    int height = pixels.length / width;
    boolean[] on = new boolean[border.length];
    for (int at = 0; at < on.length; at++) {
      on[at] =
          pixels[pixel(at / columns, rows, height) * width + pixel(at % columns, columns, width)];
    }
    return on;
  }

  private static int pixel(int place, int places, int pixels) {
    return (int) ((long) place * (pixels - 1) / (places - 1));
  }

  /**
   * @param level which of the cells' values is taken, 0 the lowest to 1 the highest
   */
  double[][] constantFrom(boolean[] cells, double level) {
    double[][] start = new double[3][CUBIC];
    for (int channel = 0; channel < 3; channel++) {
      float[] sample = new float[border.length];
      int count = 0;
      for (int at = 0; at < border.length; at++) {
        if (cells[at]) {
          sample[count++] = (float) values[channel][at];
        }
      }
      start[channel][0] = Planes.quantile(sample, count, level);
    }
    return start;
  }

  /** Root mean square over the channels, stops. */
  double[] residuals(double[][] coefficients) {
    double[] out = new double[border.length];
    for (int at = 0; at < out.length; at++) {
      double sum = 0;
      for (int channel = 0; channel < 3; channel++) {
        double r = values[channel][at] - fitted(coefficients[channel], at);
        sum += r * r;
      }
      out[at] = Math.sqrt(sum / 3);
    }
    return out;
  }

  double spread(double[] residual, boolean[] used) {
    float[] sample = new float[residual.length];
    int count = 0;
    for (int at = 0; at < residual.length; at++) {
      if (used[at]) {
        sample[count++] = (float) residual[at];
      }
    }
    return count == 0 ? 1 : 1.2 * Planes.quantile(sample, count, 0.5);
  }

  /**
   * @param cut what lies this far off the surface, or farther, does not count: stops
   */
  double[][] weightedFit(
      double[][] before, double[] residual, boolean[] used, double cut, int terms) {
    double[][] normal = new double[terms][terms];
    double[][] right = new double[3][terms];
    for (int at = 0; at < residual.length; at++) {
      double ratio = residual[at] / cut;
      if (!used[at] || ratio >= 1) {
        continue;
      }
      double weight = (1 - ratio * ratio) * (1 - ratio * ratio);
      double[] basis = bases[at];
      for (int p = 0; p < terms; p++) {
        double wp = weight * basis[p];
        for (int q = 0; q <= p; q++) {
          normal[p][q] += wp * basis[q];
        }
        for (int channel = 0; channel < 3; channel++) {
          right[channel][p] += wp * values[channel][at];
        }
      }
    }
    double[][] solved = new double[3][];
    for (int channel = 0; channel < 3; channel++) {
      double[] x = Cholesky.solve(normal, right[channel]);
      if (x == null) {
        return before;
      }
      solved[channel] = Arrays.copyOf(x, CUBIC);
    }
    return solved;
  }

  /**
   * Points within the tolerance that hang together with the frame's edge, or with where the ground
   * was told.
   */
  boolean[] connected(double[] residual, double tolerance, boolean[] told) {
    Regions regions = Regions.of(columns, rows, at -> residual[at] <= tolerance);
    int[] wanted = regions.counts(told);
    return regions.where(region -> region.borderPx() > 0 || wanted[region.id()] > 0).unpacked();
  }

  /** Lowest and highest value of a surface over some points, for each channel. */
  float[][] span(double[][] coefficients, boolean[] points) {
    float[][] span = new float[3][];
    for (int channel = 0; channel < 3; channel++) {
      span[channel] = new float[] {Float.MAX_VALUE, -Float.MAX_VALUE};
      for (int at = 0; at < points.length; at++) {
        if (points[at]) {
          float value = (float) fitted(coefficients[channel], at);
          span[channel][0] = Math.min(span[channel][0], value);
          span[channel][1] = Math.max(span[channel][1], value);
        }
      }
    }
    return span;
  }

  /** Share of some points that lie within the tolerance. */
  double shareWithin(double[] residual, double tolerance, boolean[] points) {
    int all = 0;
    int within = 0;
    for (int at = 0; at < residual.length; at++) {
      all += points[at] ? 1 : 0;
      within += points[at] && residual[at] <= tolerance ? 1 : 0;
    }
    return all == 0 ? 0 : (double) within / all;
  }

  /** Share of all points. */
  double share(boolean[] points) {
    int count = 0;
    for (boolean point : points) {
      count += point ? 1 : 0;
    }
    return (double) count / points.length;
  }

  /** Value of a polynomial at a point of the grid. */
  double fitted(double[] coefficients, int at) {
    double sum = 0;
    for (int k = 0; k < CUBIC; k++) {
      sum += coefficients[k] * bases[at][k];
    }
    return sum;
  }

  /** Terms in the order 1, u, v, uu, uv, vv, uuu, uuv, uvv, vvv with u, v from -1 to 1. */
  private static void basis(double u, double v, double[] out) {
    out[0] = 1;
    out[1] = u;
    out[2] = v;
    out[3] = u * u;
    out[4] = u * v;
    out[5] = v * v;
    out[6] = u * u * u;
    out[7] = u * u * v;
    out[8] = u * v * v;
    out[9] = v * v * v;
  }
}
