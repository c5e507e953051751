package app.istante.core.mask;

import java.util.Arrays;
import java.util.Comparator;
import java.util.function.DoublePredicate;

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

  /** Where something else tells that there is a sheet, it needs to differ only so much: stops. */
  private static final double UNLIKE_STOPS = 0.3;

  /** Where it bends, its parts are lit no more differently than this: stops. */
  private static final double BESIDE_BEND_STOPS = 0.9;

  private static final double SAME_COLOUR_STOPS = 0.2;

  /** The frame cuts it along this share of its edge at least. */
  private static final double CUT_SHARE = 0.04;

  /** A part that the frame does not cut lies beside the table with this share of its rim. */
  private static final double TABLE_SHARE = 0.4;

  private static final int NEAR_POINTS = 3;

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
    return offTable(table, stops -> stops > LIGHTER_STOPS);
  }

  /** The same of any other tone than the table's: it may as well be a thing that the frame cuts. */
  boolean[] unlike(BackdropModel table) {
    return offTable(table, stops -> Math.abs(stops) > UNLIKE_STOPS);
  }

  private boolean[] offTable(BackdropModel table, DoublePredicate byStops) {
    boolean[] off = new boolean[grid.border.length];
    for (int at = 0; at < off.length; at++) {
      double[] over = over(table, at);
      off[at] = byStops.test((over[0] + over[1] + over[2]) / 3);
    }
    return cutByFrame(off);
  }

  /** The parts of a sheet: areas without edges of its colour that the frame cuts. */
  boolean[] goingOn(BackdropModel sheet) {
    boolean[] alike = new boolean[grid.border.length];
    for (int at = 0; at < alike.length; at++) {
      double[] over = over(sheet, at);
      Arrays.sort(over);
      boolean lit = Math.abs(over[1]) < BESIDE_BEND_STOPS;
      alike[at] = lit && over[2] - over[0] < SAME_COLOUR_STOPS;
    }
    return cutByFrame(alike);
  }

  /**
   * @param paper what may be the sheet by its light; even parts of it are looked for
   */
  private boolean[] cutByFrame(boolean[] paper) {
    boolean[] points = even();
    for (int at = 0; at < points.length; at++) {
      points[at] &= paper[at];
    }
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
    addFront(regions, wanted, paper);
    return regions.where(wanted).unpacked();
  }

  /**
   * A sheet that ends within the frame: the part before its bend is not cut by the frame, but hangs
   * together with the part behind and lies beside the table. Things on the sheet lie beside sheet.
   */
  private void addFront(Regions regions, boolean[] wanted, boolean[] paper) {
    int[] labels = regions.labels();
    int columns = grid.columns;
    Regions papers = Regions.of(columns, grid.rows, paper);
    boolean[] behind = new boolean[papers.all().size() + 1];
    boolean[] nearTable = Bits.near(around(paper), columns, grid.rows, NEAR_POINTS);
    int[] beside = new int[wanted.length];
    int[] rim = new int[wanted.length];
    int[] ofPaper = new int[wanted.length];
    for (int at = columns; at < labels.length - columns; at++) {
      int id = labels[at];
      behind[papers.labels()[at]] |= wanted[id];
      ofPaper[id] = papers.labels()[at];
      if (id > 0 && regions.onRim(at)) {
        rim[id]++;
        beside[id] += nearTable[at] ? 1 : 0;
      }
    }
    for (Regions.Region region : regions.all()) {
      int id = region.id();
      wanted[id] |=
          region.areaPx() > LEAST_PART * labels.length
              && behind[ofPaper[id]]
              && beside[id] > TABLE_SHARE * rim[id];
    }
  }

  /** What is no paper and goes on beyond the frame. */
  private boolean[] around(boolean[] paper) {
    Regions others = Regions.of(grid.columns, grid.rows, at -> !paper[at]);
    return others.where(region -> region.borderPx() > 0).unpacked();
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
