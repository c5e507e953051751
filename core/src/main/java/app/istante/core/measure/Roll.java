package app.istante.core.measure;

import app.istante.core.mask.Separation;

/**
 * How far the product leans, from its axis of symmetry: the line through the middles of its rows,
 * fitted robustly (Huber's weights). Bodies that are not alike on both sides, and flat ones, give
 * no answer.
 */
final class Roll {
  /** A row's middle within this share of the height of the line counts as lying on it. */
  private static final double ON_LINE_SHARE = 0.008;

  private static final int MIN_ROWS = 24;
  private static final int ROUNDS = 8;

  private Roll() {}

  /** Degrees, positive when turned clockwise, or null; confidence 0 to 1. */
  record Reading(Double degrees, Double confidence) {}

  static Reading measure(Separation parts) {
    int width = parts.width();
    double[] middle = new double[parts.height()];
    double[] rows = new double[parts.height()];
    int count = 0;
    for (int y = 2; y < parts.height() - 2; y++) {
      int left = -1;
      int right = -1;
      for (int x = 0; x < width; x++) {
        if (parts.kind()[y * width + x] == Separation.PRODUCT) {
          left = left < 0 ? x : left;
          right = x;
        }
      }
      boolean whole = left > 1 && right < width - 2 && right > left + 1;
      if (whole) {
        double softLeft = left - parts.alpha()[y * width + left - 1];
        double softRight = right + parts.alpha()[y * width + right + 1];
        middle[count] = (softLeft + softRight) / 2;
        rows[count++] = y;
      }
    }
    return count < MIN_ROWS ? new Reading(null, 0.0) : fit(rows, middle, count);
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
    boolean answer = confidence > 0 && Math.abs(degrees) < 20;
    return new Reading(answer ? (Double) degrees : null, answer ? confidence : 0.0);
  }
}
