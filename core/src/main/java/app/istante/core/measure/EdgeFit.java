package app.istante.core.measure;

/**
 * Fits a blurred step, {@code low + rise * Phi((t - place) / sigma)}, to samples across an edge:
 * the edge-spread function of a Gaussian blur. Levenberg and Marquardt's damped least squares.
 */
final class EdgeFit {
  private static final int ROUNDS = 14;

  private EdgeFit() {}

  /**
   * @param residualShare root mean square of what the step does not explain, over its rise
   * @param overshoot how far the samples rise over the step's plateau beside it, over its rise
   */
  record Step(
      double low,
      double rise,
      double place,
      double sigma,
      double residualShare,
      double overshoot) {}

  /**
   * @param t places across the edge, pixels
   * @param value linear light there
   * @param weight trust in each sample, 0 leaves it out
   * @param clipped samples that say only "at least this bright": a step that passes above them is
   *     not held against it
   * @return null where no step can be fitted
   */
  static Step fit(
      double[] t, double[] value, double[] weight, boolean[] clipped, double startSigma) {
    int n = t.length;
    double low = mean(value, weight, 0, n / 4);
    double high = mean(value, weight, n - n / 4, n);
    double[] p = {low, high - low, 0, startSigma};
    double error = error(p, t, value, weight, clipped);
    double damping = 1e-2;
    for (int round = 0; round < ROUNDS; round++) {
      double[][] a = new double[4][4];
      double[] b = new double[4];
      for (int i = 0; i < n; i++) {
        double z = (t[i] - p[2]) / p[3];
        double density = Math.exp(-z * z / 2) / Math.sqrt(2 * Math.PI);
        double phi = phi(z);
        double[] g = {1, phi, -p[1] * density / p[3], -p[1] * density * z / p[3]};
        double r = value[i] - p[0] - p[1] * phi;
        if (clipped[i] && r < 0) {
          continue;
        }
        for (int j = 0; j < 4; j++) {
          b[j] += weight[i] * g[j] * r;
          for (int k = 0; k < 4; k++) {
            a[j][k] += weight[i] * g[j] * g[k];
          }
        }
      }
      for (int j = 0; j < 4; j++) {
        a[j][j] *= 1 + damping;
        a[j][j] += 1e-12;
      }
      double[] step = solve(a, b);
      if (step == null) {
        return null;
      }
      double[] next = {p[0] + step[0], p[1] + step[1], p[2] + step[2], p[3] + step[3]};
      next[3] = Math.max(0.15, next[3]);
      double nextError = error(next, t, value, weight, clipped);
      if (nextError < error) {
        boolean settled = error - nextError < 1e-6 * error;
        p = next;
        error = nextError;
        damping = Math.max(1e-6, damping / 4);
        if (settled) {
          break;
        }
      } else {
        damping *= 6;
      }
    }
    double total = 0;
    for (double w : weight) {
      total += w;
    }
    double rms = Math.sqrt(error / Math.max(1e-9, total));
    return new Step(
        p[0],
        p[1],
        p[2],
        p[3],
        rms / Math.max(1e-9, Math.abs(p[1])),
        overshoot(p, t, value, weight, clipped));
  }

  /** Between 1.5 and 4 sigma beside the edge, on either side; clipped samples can't overshoot. */
  private static double overshoot(
      double[] p, double[] t, double[] value, double[] weight, boolean[] clipped) {
    double most = 0;
    for (int i = 0; i < t.length; i++) {
      double z = (t[i] - p[2]) / p[3];
      if (weight[i] > 0 && !clipped[i] && Math.abs(z) > 1.5 && Math.abs(z) < 4) {
        double off = (value[i] - p[0] - p[1] * phi(z)) / p[1];
        most = Math.max(most, z > 0 ? off : -off);
      }
    }
    return most;
  }

  private static double error(
      double[] p, double[] t, double[] value, double[] weight, boolean[] clipped) {
    double sum = 0;
    for (int i = 0; i < t.length; i++) {
      double r = value[i] - p[0] - p[1] * phi((t[i] - p[2]) / p[3]);
      sum += clipped[i] && r < 0 ? 0 : weight[i] * r * r;
    }
    return sum;
  }

  private static double mean(double[] value, double[] weight, int from, int to) {
    double sum = 0;
    double total = 1e-12;
    for (int i = from; i < to; i++) {
      sum += weight[i] * value[i];
      total += weight[i];
    }
    return sum / total;
  }

  /** The normal distribution function; Abramowitz and Stegun (1964), 26.2.17, to 7.5e-8. */
  static double phi(double z) {
    double k = 1 / (1 + 0.2316419 * Math.abs(z));
    double tail =
        Math.exp(-z * z / 2)
            / Math.sqrt(2 * Math.PI)
            * k
            * (0.319381530
                + k * (-0.356563782 + k * (1.781477937 + k * (-1.821255978 + k * 1.330274429))));
    return z >= 0 ? 1 - tail : tail;
  }

  /** Gaussian elimination with row exchange, four unknowns; null where singular. */
  private static double[] solve(double[][] a, double[] b) {
    int n = b.length;
    for (int column = 0; column < n; column++) {
      int best = column;
      for (int row = column + 1; row < n; row++) {
        best = Math.abs(a[row][column]) > Math.abs(a[best][column]) ? row : best;
      }
      if (Math.abs(a[best][column]) < 1e-18) {
        return null;
      }
      double[] swap = a[best];
      a[best] = a[column];
      a[column] = swap;
      double other = b[best];
      b[best] = b[column];
      b[column] = other;
      for (int row = column + 1; row < n; row++) {
        double share = a[row][column] / a[column][column];
        for (int k = column; k < n; k++) {
          a[row][k] -= share * a[column][k];
        }
        b[row] -= share * b[column];
      }
    }
    for (int row = n - 1; row >= 0; row--) {
      for (int k = row + 1; k < n; k++) {
        b[row] -= a[row][k] * b[k];
      }
      b[row] /= a[row][row];
    }
    return b;
  }
}
