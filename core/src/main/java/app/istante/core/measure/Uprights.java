package app.istante.core.measure;

import app.istante.core.mask.Separation;
import java.util.Arrays;

/**
 * Converging uprights: straight lines fitted robustly (least squares, what lies off left out and
 * fitted again) to the product's left and right edge, where both are straight over most of their
 * height.
 */
final class Uprights {
  /** Ends of the product, where bases and rims are, are left out: shares of its height. */
  private static final double FROM = 0.12;

  private static final double TO = 0.88;

  /** An edge within so many pixels, or this share of its length, of the line lies on it. */
  private static final double ON_LINE_PX = 0.8;

  private static final double ON_LINE_SHARE = 0.003;
  private static final double STRAIGHT_SHARE = 0.85;
  private static final int FEWEST_ROWS = 40;
  private static final int ROUNDS = 6;

  private Uprights() {}

  private record Line(double slope, double share) {}

  /** Null where the product has no two straight uprights. */
  static Readings.Perspective measure(Separation parts) {
    if (!parts.found()) {
      return null;
    }
    int width = parts.width();
    int height = parts.height();
    double[] left = new double[height];
    double[] right = new double[height];
    int top = -1;
    int bottom = -1;
    for (int y = 0; y < height; y++) {
      left[y] = Double.NaN;
      for (int x = 0; x < width; x++) {
        int at = y * width + x;
        if (parts.kind()[at] == Separation.PRODUCT) {
          if (Double.isNaN(left[y])) {
            left[y] = x - (x > 0 ? parts.alpha()[at - 1] : 0);
          }
          right[y] = x + (x + 1 < width ? parts.alpha()[at + 1] : 0);
        }
      }
      if (!Double.isNaN(left[y])) {
        top = top < 0 ? y : top;
        bottom = y;
      }
    }
    int from = (int) Math.round(top + FROM * (bottom - top));
    int to = (int) Math.round(top + TO * (bottom - top));
    if (to - from < FEWEST_ROWS || cutOff(left, right, from, to, width)) {
      return null;
    }
    Line one = line(left, from, to);
    Line other = line(right, from, to);
    double straight = Math.min(one.share, other.share);
    if (straight < STRAIGHT_SHARE) {
      return null;
    }
    // Down the screen the left edge runs outwards, to the left, when they meet above.
    double degrees = Math.toDegrees(Math.atan(other.slope)) - Math.toDegrees(Math.atan(one.slope));
    return new Readings.Perspective(degrees, (straight - STRAIGHT_SHARE) / (1 - STRAIGHT_SHARE));
  }

  private static boolean cutOff(double[] left, double[] right, int from, int to, int width) {
    for (int y = from; y < to; y++) {
      if (Double.isNaN(left[y]) || left[y] < 2 || right[y] > width - 3) {
        return true;
      }
    }
    return false;
  }

  private static Line line(double[] x, int from, int to) {
    double near = Math.max(ON_LINE_PX, ON_LINE_SHARE * (to - from));
    boolean[] on = new boolean[to - from];
    Arrays.fill(on, true);
    double slope = 0;
    double share = 0;
    for (int round = 0; round < ROUNDS; round++) {
      double n = 0;
      double sy = 0;
      double sx = 0;
      double syy = 0;
      double sxy = 0;
      for (int y = from; y < to; y++) {
        if (on[y - from]) {
          n++;
          sy += y;
          sx += x[y];
          syy += (double) y * y;
          sxy += y * x[y];
        }
      }
      slope = (n * sxy - sy * sx) / Math.max(1e-9, n * syy - sy * sy);
      double base = (sx - slope * sy) / n;
      double reach = near * Math.pow(2, Math.max(0, ROUNDS - 2 - round));
      int count = 0;
      for (int y = from; y < to; y++) {
        double off = Math.abs(x[y] - base - slope * y);
        on[y - from] = off <= reach;
        count += off <= near ? 1 : 0;
      }
      share = (double) count / (to - from);
      if (share == 0) {
        break;
      }
    }
    return new Line(slope, share);
  }
}
