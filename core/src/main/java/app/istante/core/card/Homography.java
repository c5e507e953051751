package app.istante.core.card;

import app.istante.core.mask.Cholesky;

/**
 * A projective map of the plane, fitted to pairs of points by least squares on the algebraic error
 * with the last entry fixed at 1 (Hartley and Zisserman 2004, section 4.1.2).
 */
final class Homography {
  private static final int UNKNOWNS = 8;

  private final double[] h;

  private Homography(double[] h) {
    this.h = h;
  }

  /**
   * @param from x, y of each point; four or more, not all on a line
   * @param to where each lies on the other side
   * @return null where the points do not determine a map
   */
  static Homography fit(double[][] from, double[][] to) {
    double[][] normal = new double[UNKNOWNS][UNKNOWNS];
    double[] right = new double[UNKNOWNS];
    for (int i = 0; i < from.length; i++) {
      double x = from[i][0];
      double y = from[i][1];
      double u = to[i][0];
      double v = to[i][1];
      add(normal, right, new double[] {x, y, 1, 0, 0, 0, -u * x, -u * y}, u);
      add(normal, right, new double[] {0, 0, 0, x, y, 1, -v * x, -v * y}, v);
    }
    double[] solved = Cholesky.solve(normal, right);
    return solved == null ? null : new Homography(solved);
  }

  private static void add(double[][] normal, double[] right, double[] row, double value) {
    for (int i = 0; i < UNKNOWNS; i++) {
      for (int j = 0; j < UNKNOWNS; j++) {
        normal[i][j] += row[i] * row[j];
      }
      right[i] += row[i] * value;
    }
  }

  double[] map(double x, double y) {
    double w = h[6] * x + h[7] * y + 1;
    return new double[] {(h[0] * x + h[1] * y + h[2]) / w, (h[3] * x + h[4] * y + h[5]) / w};
  }
}
