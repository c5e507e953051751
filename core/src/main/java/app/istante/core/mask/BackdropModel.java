package app.istante.core.mask;

import app.istante.core.image.LinearImage;
import java.util.Arrays;
import java.util.Comparator;

/**
 * A smooth surface fitted to the backdrop: what the ground would look like without the product. One
 * cubic polynomial a channel over log2(linear + {@link #FLOOR}), fitted robustly (iteratively
 * reweighted least squares, Tukey's biweight), first to the frame's border, then inwards over all
 * that agrees with it and hangs together with the border.
 */
final class BackdropModel {
  /** Added to linear light before the logarithm, so that near-black noise stays finite. */
  static final float FLOOR = 0.004f;

  /** In the steepest step the table is 5e-5 stops off. */
  private static final int LOG_STEPS = 1 << 14;

  private static final float[] LOG_TABLE = new float[LOG_STEPS + 2];

  static {
    for (int i = 0; i < LOG_TABLE.length; i++) {
      LOG_TABLE[i] = (float) (Math.log((double) i / LOG_STEPS + FLOOR) / Math.log(2));
    }
  }

  private static final int TERMS = 10;
  private static final int STEP = 4;
  private static final int ROUNDS = 6;

  /** Never call less than this much deviation a difference: lamps and paper are not perfect. */
  private static final double MIN_TOLERANCE_STOPS = 0.06;

  private final int width;
  private final int height;
  private final double[][] coefficients;

  /** Of each column, from -1 at the left to 1 at the right. */
  private final double[] across;

  /** Typical deviation of a ground pixel from the surface, stops. */
  final double noiseStops;

  /**
   * Share of the frame's border that agrees with the surface, 0 to 1; where the ground is a sheet
   * that does not fill the frame, of the border that it reaches.
   */
  final double borderAgreement;

  /**
   * Lowest and highest value of each channel on a sheet that does not fill the frame: beside it a
   * cubic surface promises anything. Null where the ground does fill the frame.
   */
  private final float[][] span;

  private final double[] residuals;

  /** What a plain ground leaves unexplained is far less, stops; else it was not the ground. */
  private static final double LOST_STOPS = 0.4;

  private static final double FOUND_SHARE = 0.3;

  /** Light changes less than this between neighbouring points of a sheet, stops. */
  private static final double EVEN = 0.1;

  /** A sheet is no smaller than this share of the frame. */
  private static final double LEAST_SHEET = 0.15;

  /** And where the frame cuts it, in parts perhaps, than these. */
  private static final double LEAST_CUT = 0.06;

  private static final double LEAST_PART = 0.02;

  /** A sheet is so much lighter than the table that it lies on: stops. */
  private static final double LIGHTER_STOPS = 1;

  /** Where it bends, its parts are lit no more differently than this: stops. */
  private static final double BESIDE_BEND_STOPS = 0.9;

  private static final double SAME_COLOUR_STOPS = 0.2;

  /** The frame cuts it along this share of its edge at least. */
  private static final double CUT_SHARE = 0.04;

  /** A sheet's surface leaves no more than this unexplained: stops. */
  private static final double SHEET_STOPS = 0.1;

  private BackdropModel(
      int width,
      int height,
      double[][] coefficients,
      double[] residuals,
      double noiseStops,
      double borderAgreement,
      float[][] span) {
    this.span = span;
    this.residuals = residuals;
    this.width = width;
    this.height = height;
    this.coefficients = coefficients;
    this.noiseStops = noiseStops;
    this.borderAgreement = borderAgreement;
    across = new double[width];
    for (int x = 0; x < width; x++) {
      across[x] = 2.0 * x / Math.max(1, width - 1) - 1;
    }
  }

  /** Whether the ground is a sheet that does not fill the frame. */
  boolean ofSheet() {
    return span != null;
  }

  /** Deviation beyond which a pixel is not plain ground, stops. */
  double toleranceStops() {
    return Math.max(MIN_TOLERANCE_STOPS, 4 * noiseStops);
  }

  /** Share of the frame that lies this near to the surface, 0 to 1. */
  double shareWithin(double stops) {
    int within = 0;
    for (double residual : residuals) {
      within += residual <= stops ? 1 : 0;
    }
    return (double) within / residuals.length;
  }

  /** Three planes of log2(linear + FLOOR). */
  static float[][] logPlanes(LinearImage image) {
    return new float[][] {log(image.red()), log(image.green()), log(image.blue())};
  }

  private static float[] log(float[] linear) {
    float[] out = new float[linear.length];
    for (int i = 0; i < out.length; i++) {
      float at = Math.max(0, Math.min(1, linear[i])) * LOG_STEPS;
      int step = (int) at;
      float low = LOG_TABLE[step];
      out[i] = low + (at - step) * (LOG_TABLE[step + 1] - low);
    }
    return out;
  }

  /** The ground of a picture; a sheet that lies on a table is told from it. */
  static BackdropModel fit(float[][] logRgb, int width, int height) {
    Grid grid = new Grid(logRgb, width, height);
    BackdropModel ground = aroundThings(grid, width, height);
    return better(grid, grid.sheetOn(ground), ground);
  }

  /** How the light changed since the empty set was photographed: a light thing is no sheet here. */
  static BackdropModel ofChange(float[][] logRatios, int width, int height) {
    return aroundThings(new Grid(logRatios, width, height), width, height);
  }

  private static BackdropModel aroundThings(Grid grid, int width, int height) {
    BackdropModel fromBorder = fit(grid, grid.border, width, height);
    boolean[] even = fromBorder.noiseStops < LOST_STOPS ? null : grid.largestEven();
    if (even == null) {
      return fromBorder;
    }
    // The border is table and wall: perhaps an even area is all that can be told.
    BackdropModel ofEven = fit(grid, even, width, height);
    return ofEven.noiseStops < FOUND_SHARE * fromBorder.noiseStops
        ? better(grid, grid.goingOn(ofEven), ofEven)
        : fromBorder;
  }

  /** The surface over some points where there are any and it explains them, or the other. */
  private static BackdropModel better(Grid grid, boolean[] points, BackdropModel other) {
    BackdropModel found = points == null ? other : fit(grid, points, other.width, other.height);
    return found.noiseStops < SHEET_STOPS ? found : other;
  }

  private static BackdropModel fit(Grid grid, boolean[] start, int width, int height) {
    double[][] coefficients = grid.constantFrom(start);
    boolean[] used = start;
    double[] residual = grid.residuals(coefficients);
    double scale = 0.15;
    for (int round = 0; round < ROUNDS; round++) {
      int terms = round < 2 ? 6 : TERMS;
      coefficients = grid.weightedFit(coefficients, residual, used, scale, terms);
      residual = grid.residuals(coefficients);
      scale = Math.max(0.012, grid.spread(residual, used));
      used = grid.connected(residual, Math.max(MIN_TOLERANCE_STOPS, 4 * scale));
    }
    double tolerance = Math.max(MIN_TOLERANCE_STOPS, 4 * scale);
    return new BackdropModel(
        width,
        height,
        coefficients,
        residual,
        scale,
        grid.borderShareWithin(residual, tolerance, start),
        start == grid.border ? null : grid.span(coefficients, used));
  }

  /** Fills {@code out} with the surface of one channel (0 red, 1 green, 2 blue), log2 units. */
  void row(int channel, int y, float[] out) {
    double v = 2.0 * y / Math.max(1, height - 1) - 1;
    double[] c = coefficients[channel];
    double c0 = c[0] + v * (c[2] + v * (c[5] + v * c[9]));
    double c1 = c[1] + v * (c[4] + v * c[8]);
    double c2 = c[3] + v * c[7];
    double c3 = c[6];
    for (int x = 0; x < width; x++) {
      double u = across[x];
      out[x] = (float) (c0 + u * (c1 + u * (c2 + u * c3)));
    }
    for (int x = 0; span != null && x < width; x++) {
      out[x] = within(channel, out[x]);
    }
  }

  private float within(int channel, float value) {
    return span == null ? value : Math.max(span[channel][0], Math.min(span[channel][1], value));
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

  /** Every {@link #STEP}th pixel, where the fitting is done. */
  private static final class Grid {
    final int columns;
    final int rows;
    final double[][] values;
    final boolean[] border;
    final double[][] bases;

    Grid(float[][] logRgb, int width, int height) {
      columns = Math.max(2, width / STEP);
      rows = Math.max(2, height / STEP);
      int size = columns * rows;
      values = new double[3][size];
      border = new boolean[size];
      bases = new double[size][TERMS];
      int band = Math.max(1, Math.round(0.03f * Math.max(columns, rows)));
      for (int j = 0; j < rows; j++) {
        int y = (int) ((long) j * (height - 1) / (rows - 1));
        for (int i = 0; i < columns; i++) {
          int x = (int) ((long) i * (width - 1) / (columns - 1));
          int at = j * columns + i;
          for (int channel = 0; channel < 3; channel++) {
            values[channel][at] = logRgb[channel][y * width + x];
          }
          border[at] = i < band || j < band || i >= columns - band || j >= rows - band;
          basis(2.0 * i / (columns - 1) - 1, 2.0 * j / (rows - 1) - 1, bases[at]);
        }
      }
    }

    double[][] constantFrom(boolean[] cells) {
      double[][] start = new double[3][TERMS];
      for (int channel = 0; channel < 3; channel++) {
        float[] sample = new float[border.length];
        int count = 0;
        for (int at = 0; at < border.length; at++) {
          if (cells[at]) {
            sample[count++] = (float) values[channel][at];
          }
        }
        start[channel][0] = Planes.quantile(sample, count, 0.5);
      }
      return start;
    }

    /** The largest area without edges, or null where all are small. */
    boolean[] largestEven() {
      Regions regions = Regions.of(columns, rows, even());
      Regions.Region largest =
          regions.all().stream().max(Comparator.comparingInt(Regions.Region::areaPx)).orElse(null);
      if (largest == null || largest.areaPx() <= LEAST_SHEET * border.length) {
        return null;
      }
      boolean[] chosen = new boolean[border.length];
      for (int at = 0; at < chosen.length; at++) {
        chosen[at] = regions.labels()[at] == largest.id();
      }
      return chosen;
    }

    /**
     * What lies on a table that was taken for the ground: areas without edges, far lighter than the
     * table, that the frame cuts. Null where there is little of that.
     */
    boolean[] sheetOn(BackdropModel table) {
      boolean[] lighter = even();
      for (int at = 0; at < lighter.length; at++) {
        double[] over = over(table, at);
        lighter[at] &= (over[0] + over[1] + over[2]) / 3 > LIGHTER_STOPS;
      }
      return cutByFrame(lighter);
    }

    /** The parts of a sheet: areas without edges of its colour that the frame cuts. */
    boolean[] goingOn(BackdropModel sheet) {
      boolean[] alike = even();
      for (int at = 0; at < alike.length; at++) {
        double[] over = over(sheet, at);
        Arrays.sort(over);
        boolean lit = Math.abs(over[1]) < BESIDE_BEND_STOPS;
        alike[at] &= lit && over[2] - over[0] < SAME_COLOUR_STOPS;
      }
      return cutByFrame(alike);
    }

    private boolean[] cutByFrame(boolean[] points) {
      Regions regions = Regions.of(columns, rows, points);
      int area = 0;
      int cut = 0;
      boolean[] wanted = new boolean[regions.all().size() + 1];
      for (Regions.Region region : regions.all()) {
        if (region.borderPx() > 0 && region.areaPx() > LEAST_PART * points.length) {
          wanted[region.id()] = true;
          area += region.areaPx();
          cut += region.borderPx();
        }
      }
      if (area < LEAST_CUT * points.length || cut < CUT_SHARE * 2 * (columns + rows)) {
        return null;
      }
      return Bits.where(regions.labels(), wanted, columns, rows).unpacked();
    }

    private boolean[] even() {
      boolean[] even = new boolean[border.length];
      for (int at = 0; at < even.length - columns; at++) {
        even[at] = at % columns < columns - 1 && step(at, 1) < EVEN && step(at, columns) < EVEN;
      }
      return even;
    }

    private double step(int at, int to) {
      double most = 0;
      for (double[] channel : values) {
        most = Math.max(most, Math.abs(channel[at + to] - channel[at]));
      }
      return most;
    }

    /** How much lighter a point is than a surface, stops, for each channel. */
    private double[] over(BackdropModel surface, int at) {
      double[] over = new double[3];
      for (int channel = 0; channel < 3; channel++) {
        double there = dot(surface.coefficients[channel], bases[at]);
        over[channel] = values[channel][at] - surface.within(channel, (float) there);
      }
      return over;
    }

    /** Root mean square over the channels, stops. */
    double[] residuals(double[][] coefficients) {
      double[] out = new double[border.length];
      for (int at = 0; at < out.length; at++) {
        double sum = 0;
        for (int channel = 0; channel < 3; channel++) {
          double r = values[channel][at] - dot(coefficients[channel], bases[at]);
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

    double[][] weightedFit(
        double[][] before, double[] residual, boolean[] used, double scale, int terms) {
      double cut = Math.max(0.2, 6 * scale);
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
        solved[channel] = Arrays.copyOf(x, TERMS);
      }
      return solved;
    }

    /** Points within the tolerance that hang together with the frame's border. */
    boolean[] connected(double[] residual, double tolerance) {
      Regions regions = Regions.of(columns, rows, at -> residual[at] <= tolerance);
      boolean[] touches = new boolean[regions.all().size() + 1];
      for (Regions.Region region : regions.all()) {
        touches[region.id()] = region.borderPx() > 0;
      }
      return Bits.where(regions.labels(), touches, columns, rows).unpacked();
    }

    /** Lowest and highest value of a surface over some points, for each channel. */
    float[][] span(double[][] coefficients, boolean[] points) {
      float[][] span = new float[3][];
      for (int channel = 0; channel < 3; channel++) {
        span[channel] = new float[] {Float.MAX_VALUE, -Float.MAX_VALUE};
        for (int at = 0; at < points.length; at++) {
          if (points[at]) {
            float value = (float) dot(coefficients[channel], bases[at]);
            span[channel][0] = Math.min(span[channel][0], value);
            span[channel][1] = Math.max(span[channel][1], value);
          }
        }
      }
      return span;
    }

    /** Of the border that is also among {@code where}; of all of it where none is. */
    double borderShareWithin(double[] residual, double tolerance, boolean[] where) {
      int[] all = new int[2];
      int[] within = new int[2];
      for (int at = 0; at < residual.length; at++) {
        if (border[at]) {
          int there = where[at] ? 1 : 0;
          all[there]++;
          within[there] += residual[at] <= tolerance ? 1 : 0;
        }
      }
      return all[1] > 0 ? (double) within[1] / all[1] : (double) within[0] / all[0];
    }

    private static double dot(double[] coefficients, double[] basis) {
      double sum = 0;
      for (int k = 0; k < TERMS; k++) {
        sum += coefficients[k] * basis[k];
      }
      return sum;
    }
  }
}
