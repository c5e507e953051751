package app.istante.core.mask;

import java.util.Arrays;
import java.util.Comparator;

/** Looks for a sheet that does not fill the frame: areas without edges that may be the ground. */
final class SheetSearch {
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

  private final FitGrid grid;

  SheetSearch(FitGrid grid) {
    this.grid = grid;
  }

  /** The largest area without edges, or null where all are small. */
  boolean[] largestEven() {
    Regions regions = Regions.of(grid.columns, grid.rows, even());
    Regions.Region largest =
        regions.all().stream().max(Comparator.comparingInt(Regions.Region::areaPx)).orElse(null);
    if (largest == null || largest.areaPx() <= LEAST_SHEET * grid.border.length) {
      return null;
    }
    boolean[] chosen = new boolean[grid.border.length];
    for (int at = 0; at < chosen.length; at++) {
      chosen[at] = regions.labels()[at] == largest.id();
    }
    return chosen;
  }

  /**
   * What lies on a table that was taken for the ground: areas without edges, far lighter than the
   * table, that the frame cuts. Null where there is little of that.
   */
  boolean[] lighterThan(BackdropModel table) {
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
    Regions regions = Regions.of(grid.columns, grid.rows, points);
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
    if (area < LEAST_CUT * points.length || cut < CUT_SHARE * 2 * (grid.columns + grid.rows)) {
      return null;
    }
    return Bits.where(regions.labels(), wanted, grid.columns, grid.rows).unpacked();
  }

  private boolean[] even() {
    boolean[] even = new boolean[grid.border.length];
    for (int at = 0; at < even.length - grid.columns; at++) {
      even[at] =
          at % grid.columns < grid.columns - 1
              && step(at, 1) < EVEN
              && step(at, grid.columns) < EVEN;
    }
    return even;
  }

  private double step(int at, int to) {
    double most = 0;
    for (double[] channel : grid.values) {
      most = Math.max(most, Math.abs(channel[at + to] - channel[at]));
    }
    return most;
  }

  /** How much lighter a point is than a surface, stops, for each channel. */
  private double[] over(BackdropModel surface, int at) {
    double[] over = new double[3];
    for (int channel = 0; channel < 3; channel++) {
      over[channel] = grid.values[channel][at] - surface.at(grid, channel, at);
    }
    return over;
  }
}
