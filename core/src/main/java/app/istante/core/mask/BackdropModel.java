package app.istante.core.mask;

import java.util.Objects;
import java.util.stream.Stream;

/**
 * A smooth surface fitted to the backdrop: what the ground would look like without the product. One
 * cubic polynomial a channel over log2(linear + {@link LogLight#FLOOR}), fitted robustly
 * (iteratively reweighted least squares, Tukey's biweight), first to the frame's border, then
 * inwards over all that agrees with it and hangs together with the border.
 */
final class BackdropModel {
  private static final int ROUNDS = 6;

  /** Never call less than this much deviation a difference: lamps and paper are not perfect. */
  private static final double MIN_TOLERANCE_STOPS = 0.06;

  /** What a plain ground leaves unexplained is far less, stops; else it was not the ground. */
  private static final double LOST_STOPS = 0.4;

  private static final double FOUND_SHARE = 0.3;

  /** A sheet's surface leaves no more than this unexplained: stops. */
  private static final double SHEET_STOPS = 0.1;

  /** Or this, with a thing's shadow on it, where something else tells that there is a sheet. */
  private static final double LIKELY_SHEET_STOPS = 0.2;

  private final int width;
  private final int height;
  private final double[][] coefficients;

  /** Of each column, from -1 at the left to 1 at the right. */
  private final double[] across;

  /** Typical deviation of a ground pixel from the surface, stops. */
  final double noiseStops;

  /**
   * Share of the frame's border that agrees with the surface, 0 to 1; where the ground is a sheet
   * that does not fill the frame, of the sheet as it was told.
   */
  final double borderAgreement;

  /**
   * Lowest and highest value of each channel on a sheet that does not fill the frame: beside it a
   * cubic surface promises anything. Null where the ground does fill the frame.
   */
  private final float[][] span;

  private final double[] residuals;

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
    return toleranceStops(noiseStops);
  }

  /** The same for a ground that is so noisy. */
  static double toleranceStops(double noiseStops) {
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

  /** The ground of a picture; a sheet that lies on a table is told from it. */
  static BackdropModel fit(float[][] logRgb, int width, int height) {
    FitGrid grid = new FitGrid(logRgb, width, height);
    BackdropModel ground = aroundThings(grid, width, height);
    return better(grid, new SheetSearch(grid).lighterThan(ground), ground);
  }

  /** How the light changed since the empty set was photographed: a light thing is no sheet here. */
  static BackdropModel ofChange(float[][] logRatios, int width, int height) {
    return aroundThings(new FitGrid(logRatios, width, height), width, height);
  }

  /** Another surface over the same picture, as noisy. */
  BackdropModel with(double[][] other, double[] left) {
    return new BackdropModel(width, height, other, left, noiseStops, borderAgreement, null);
  }

  /** Sheets that may lie on this ground: of another tone than it, or the largest even area. */
  Stream<BackdropModel> sheetsUpon(float[][] logRgb) {
    FitGrid grid = new FitGrid(logRgb, width, height);
    SheetSearch search = new SheetSearch(grid);
    return Stream.of(search.unlike(this), search.largestEven())
        .filter(Objects::nonNull)
        .map(points -> fit(grid, points, width, height))
        .filter(sheet -> sheet.noiseStops < LIKELY_SHEET_STOPS);
  }

  private static BackdropModel aroundThings(FitGrid grid, int width, int height) {
    BackdropModel fromBorder = fit(grid, grid.border, width, height);
    boolean[] even =
        fromBorder.noiseStops < LOST_STOPS ? null : new SheetSearch(grid).largestEven();
    if (even == null) {
      return fromBorder;
    }
    // The border is table and wall: perhaps an even area is all that can be told.
    BackdropModel ofEven = fit(grid, even, width, height);
    return ofEven.noiseStops < FOUND_SHARE * fromBorder.noiseStops
        ? better(grid, new SheetSearch(grid).goingOn(ofEven), ofEven)
        : fromBorder;
  }

  /** The surface over some points where there are any and it explains them, or the other. */
  private static BackdropModel better(FitGrid grid, boolean[] points, BackdropModel other) {
    BackdropModel found = points == null ? other : fit(grid, points, other.width, other.height);
    return found.noiseStops < SHEET_STOPS ? found : other;
  }

  private static BackdropModel fit(FitGrid grid, boolean[] start, int width, int height) {
    double[][] coefficients = grid.constantFrom(start, 0.5);
    boolean[] used = start;
    double[] residual = grid.residuals(coefficients);
    double scale = 0.15;
    for (int round = 0; round < ROUNDS; round++) {
      int terms = round < 2 ? FitGrid.QUADRATIC : FitGrid.CUBIC;
      coefficients =
          grid.weightedFit(coefficients, residual, used, Math.max(0.2, 6 * scale), terms);
      residual = grid.residuals(coefficients);
      scale = Math.max(0.012, grid.spread(residual, used));
      used = grid.connected(residual, toleranceStops(scale), start);
    }
    double tolerance = toleranceStops(scale);
    return new BackdropModel(
        width,
        height,
        coefficients,
        residual,
        scale,
        grid.shareWithin(residual, tolerance, start),
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

  /** The surface of one channel at a point of a grid. */
  double at(FitGrid grid, int channel, int at) {
    return within(channel, (float) grid.fitted(coefficients[channel], at));
  }

  private float within(int channel, float value) {
    return span == null ? value : Math.max(span[channel][0], Math.min(span[channel][1], value));
  }
}
