package app.istante.core.measure;

import app.istante.core.mask.Separation;

/**
 * How far the product leans, from its axis of symmetry: the line through the middles of its rows,
 * fitted robustly (Huber's weights). Rows across a leaning body are not at right angles to its
 * axis, so that their middles lean less than it does (for an ellipse by the conjugate diameter);
 * therefore the rows are turned by the lean found and measured again until nothing is left. Bodies
 * that are not alike on both sides, and flat ones, give no answer.
 */
final class Roll {
  /** A row's middle within this share of the height of the line counts as lying on it. */
  private static final double ON_LINE_SHARE = 0.008;

  /** An outline that is a circle this nearly has no upright. */
  private static final double ROUND_SHARE = 0.05;

  private static final int MIN_ROWS = 24;
  private static final int ROUNDS = 8;
  private static final int TURNS = 6;
  private static final double SETTLED_DEGREES = 0.02;
  private static final double MOST_DEGREES = 20;

  private Roll() {}

  /** Degrees, positive when turned clockwise, or null; confidence 0 to 1. */
  record Reading(Double degrees, Double confidence) {}

  static Reading measure(Separation parts) {
    double[] points = edgePoints(parts);
    if (isRound(points)) {
      return new Reading(null, 0.0);
    }
    double lean = 0;
    Reading reading = rows(points, parts, 0);
    for (int turn = 0; turn < TURNS && reading.degrees() != null; turn++) {
      lean += reading.degrees();
      if (Math.abs(reading.degrees()) < SETTLED_DEGREES || Math.abs(lean) > MOST_DEGREES) {
        break;
      }
      reading = rows(points, parts, lean);
    }
    boolean answer = reading.degrees() != null && Math.abs(lean) <= MOST_DEGREES;
    return answer ? new Reading(lean, reading.confidence()) : new Reading(null, 0.0);
  }

  /** Every axis of a disc is one of symmetry. */
  private static boolean isRound(double[] points) {
    double x = 0;
    double y = 0;
    int count = points.length / 2;
    for (int i = 0; i < count; i++) {
      x += points[2 * i] / count;
      y += points[2 * i + 1] / count;
    }
    double mean = 0;
    double[] radius = new double[count];
    for (int i = 0; i < count; i++) {
      radius[i] = Math.hypot(points[2 * i] - x, points[2 * i + 1] - y);
      mean += radius[i] / count;
    }
    double spread = 0;
    for (double r : radius) {
      spread += Math.abs(r - mean) / count;
    }
    return spread < ROUND_SHARE * mean;
  }

  /** Left and right ends of the rows, and upper and lower ends of the columns: x, y, x, y … */
  private static double[] edgePoints(Separation parts) {
    int width = parts.width();
    int height = parts.height();
    double[] points = new double[4 * (width + height)];
    int count = 0;
    for (int y = 2; y < height - 2; y++) {
      int left = -1;
      int right = -1;
      for (int x = 0; x < width; x++) {
        if (parts.kind()[y * width + x] == Separation.PRODUCT) {
          left = left < 0 ? x : left;
          right = x;
        }
      }
      if (left > 1 && right < width - 2 && right > left + 1) {
        points[count++] = left - parts.alpha()[y * width + left - 1];
        points[count++] = y;
        points[count++] = right + parts.alpha()[y * width + right + 1];
        points[count++] = y;
      }
    }
    for (int x = 2; x < width - 2; x++) {
      int top = -1;
      int bottom = -1;
      for (int y = 0; y < height; y++) {
        if (parts.kind()[y * width + x] == Separation.PRODUCT) {
          top = top < 0 ? y : top;
          bottom = y;
        }
      }
      if (top > 1 && bottom < height - 2 && bottom > top + 1) {
        points[count++] = x;
        points[count++] = top - parts.alpha()[(top - 1) * width + x];
        points[count++] = x;
        points[count++] = bottom + parts.alpha()[(bottom + 1) * width + x];
      }
    }
    return java.util.Arrays.copyOf(points, count);
  }

  /** The lean that is left in rows that are turned clockwise by {@code degrees}. */
  private static Reading rows(double[] points, Separation parts, double degrees) {
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    double cx = parts.width() / 2.0;
    double cy = parts.height() / 2.0;
    int reach = (int) Math.ceil(Math.hypot(cx, cy)) + 1;
    double[] first = new double[2 * reach];
    double[] last = new double[2 * reach];
    java.util.Arrays.fill(first, Double.MAX_VALUE);
    java.util.Arrays.fill(last, -Double.MAX_VALUE);
    for (int at = 0; at < points.length; at += 2) {
      double px = points[at] - cx;
      double py = points[at + 1] - cy;
      int row = (int) Math.round(-sin * px + cos * py) + reach - 1;
      double across = cos * px + sin * py;
      first[row] = Math.min(first[row], across);
      last[row] = Math.max(last[row], across);
    }
    double[] y = new double[2 * reach];
    double[] middle = new double[2 * reach];
    int count = 0;
    for (int row = 0; row < first.length; row++) {
      if (last[row] > first[row] + 1) {
        y[count] = row;
        middle[count++] = (first[row] + last[row]) / 2;
      }
    }
    return count < MIN_ROWS ? new Reading(null, 0.0) : fit(y, middle, count);
  }

  private static Reading fit(double[] y, double[] x, int count) {
    double tall = y[count - 1] - y[0];
    double near = Math.max(0.6, ON_LINE_SHARE * tall);
    double slope = 0;
    double middle = 0;
    double[] weight = new double[count];
    java.util.Arrays.fill(weight, 1);
    for (int round = 0; round < ROUNDS; round++) {
      double w = 0;
      double sy = 0;
      double sx = 0;
      for (int i = 0; i < count; i++) {
        w += weight[i];
        sy += weight[i] * y[i];
        sx += weight[i] * x[i];
      }
      double my = sy / w;
      double mx = sx / w;
      double syy = 0;
      double sxy = 0;
      for (int i = 0; i < count; i++) {
        syy += weight[i] * (y[i] - my) * (y[i] - my);
        sxy += weight[i] * (y[i] - my) * (x[i] - mx);
      }
      slope = syy == 0 ? 0 : sxy / syy;
      middle = mx - slope * my;
      for (int i = 0; i < count; i++) {
        double off = Math.abs(x[i] - middle - slope * y[i]);
        weight[i] = off <= near ? 1 : near * near / (off * off);
      }
    }
    int on = 0;
    for (int i = 0; i < count; i++) {
      on += Math.abs(x[i] - middle - slope * y[i]) <= near ? 1 : 0;
    }
    double share = (double) on / count;
    double confidence = Math.max(0, Math.min(1, (share - 0.4) / 0.4));
    double degrees = -Math.toDegrees(Math.atan(slope));
    boolean answer = confidence > 0 && Math.abs(degrees) < MOST_DEGREES;
    return new Reading(answer ? (Double) degrees : null, answer ? confidence : 0.0);
  }
}
