package app.istante.core.measure;

/**
 * Fits a blurred step, {@code low + rise * S((t - place) / sigma)} with a blur's edge-spread
 * function S, to samples across an edge. Levenberg and Marquardt's damped least squares.
 *
 * <p>On one side of it the light may go on rising or falling, as it does on what is round: {@code
 * slope * sigma * (s(z) - z (1 - S(z)))} with z as above and S's own slope s is a blurred ramp that
 * ends at the step.
 */
final class EdgeFit {
  private static final int ROUNDS = 14;

  /** Where beside the step the light may have a slope of its own. */
  enum Side {
    NEITHER,
    /** At places below the step's. */
    BELOW,
    ABOVE
  }

  private final BlurShape shape;
  private final Side sloping;
  private final double[] t;
  private final double[] value;
  private final double[] weight;
  private final boolean[] clipped;

  /** Low, rise, place and sigma of the step that the following belong to, and the slope beside. */
  private final double[] p;

  /** Share of the slope's side at each sample, and the ramp there, for a slope of 1. */
  private final double[] beside;

  private final double[] ramp;

  private final double[] spread;
  private final double[] slope;
  private final double[] residual;
  private final double[] counts;
  private double error;

  private EdgeFit(BlurShape shape, Side sloping, Samples samples) {
    this.shape = shape;
    this.sloping = sloping;
    t = samples.t;
    value = samples.value;
    weight = samples.weight;
    clipped = samples.clipped;
    spread = new double[t.length];
    slope = new double[t.length];
    residual = new double[t.length];
    counts = new double[t.length];
    p = new double[sloping == Side.NEITHER ? 4 : 5];
    beside = new double[sloping == Side.NEITHER ? 0 : t.length];
    ramp = new double[beside.length];
  }

  /**
   * Light across an edge.
   *
   * @param t places across the edge, pixels
   * @param value linear light there
   * @param weight trust in each sample, 0 leaves it out
   * @param clipped samples that say only "at least this bright": a step that passes above them is
   *     not held against it
   */
  record Samples(double[] t, double[] value, double[] weight, boolean[] clipped) {}

  /**
   * @param sigmaError standard error of sigma, by what the step does not explain
   * @param residualShare root mean square of what the step does not explain, over its rise
   * @param overshoot how far the samples rise over the step's plateau beside it, over its rise
   */
  record Step(
      double low,
      double rise,
      double place,
      double sigma,
      double sigmaError,
      double residualShare,
      double overshoot) {
    /** Root mean square of what the step does not explain, in the samples' own unit. */
    double unexplained() {
      return residualShare * Math.abs(rise);
    }
  }

  /**
   * @param shape of the blur
   * @return null where no step can be fitted
   */
  static Step fit(BlurShape shape, Samples samples, double startSigma) {
    int n = samples.t.length;
    double low = mean(samples.value, samples.weight, 0, n / 4);
    double high = mean(samples.value, samples.weight, n - n / 4, n);
    return fit(shape, Side.NEITHER, samples, low, high - low, 0, startSigma);
  }

  /**
   * A step blurred by a Gaussian, with a slope on one side.
   *
   * @param from the step without one
   * @return null where none can be fitted
   */
  static Step fitBeside(Side sloping, Samples samples, Step from) {
    return fit(
        BlurShape.GAUSSIAN,
        sloping,
        samples,
        from.low(),
        from.rise(),
        from.place(),
        from.sigma(),
        0);
  }

  private static Step fit(BlurShape shape, Side sloping, Samples samples, double... start) {
    EdgeFit now = new EdgeFit(shape, sloping, samples);
    EdgeFit next = new EdgeFit(shape, sloping, samples);
    now.at(start);
    double damping = 1e-2;
    for (int round = 0; round < ROUNDS; round++) {
      double[] step = now.step(damping);
      if (step == null) {
        return null;
      }
      for (int j = 0; j < step.length; j++) {
        step[j] += now.p[j];
      }
      step[3] = Math.max(0.15, step[3]);
      next.at(step);
      if (next.error < now.error) {
        boolean settled = now.error - next.error < 1e-6 * now.error;
        EdgeFit swap = now;
        now = next;
        next = swap;
        damping = Math.max(1e-6, damping / 4);
        if (settled) {
          break;
        }
      } else {
        damping *= 6;
      }
    }
    return now.told();
  }

  private Step told() {
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
        sigmaError(),
        rms / Math.max(1e-9, Math.abs(p[1])),
        overshoot(shape, p, t, value, weight, clipped));
  }

  /** Takes a step with these parameters to the samples. */
  private void at(double[] parameters) {
    System.arraycopy(parameters, 0, p, 0, p.length);
    shape.at(t, p[2], p[3], spread, slope);
    if (sloping != Side.NEITHER) {
      besides();
    }
    double sum = 0;
    for (int i = 0; i < t.length; i++) {
      double off = value[i] - p[0] - p[1] * spread[i];
      if (sloping != Side.NEITHER) {
        off -= p[4] * ramp[i];
      }
      counts[i] = clipped[i] && off < 0 ? 0 : weight[i];
      residual[i] = off;
      sum += counts[i] * off * off;
    }
    error = sum;
  }

  private void besides() {
    for (int i = 0; i < t.length; i++) {
      boolean below = sloping == Side.BELOW;
      beside[i] = below ? 1 - spread[i] : spread[i];
      double away = below ? p[2] - t[i] : t[i] - p[2];
      ramp[i] = p[3] * slope[i] + away * beside[i];
    }
  }

  /** The damped normal equations' answer; null where they are singular. */
  private double[] step(double damping) {
    double[] b = new double[p.length];
    return solve(normal(damping, b), b);
  }

  /**
   * The root of sigma's place in the inverse of the normal equations, times the variance of the
   * residuals for a sample of weight 1.
   */
  private double sigmaError() {
    double[] ofSigma = new double[p.length];
    ofSigma[3] = 1;
    double[] inverse = solve(normal(0, new double[p.length]), ofSigma);
    int samples = 0;
    for (double one : counts) {
      samples += one > 0 ? 1 : 0;
    }
    double variance = error / Math.max(1, samples - p.length);
    return inverse == null ? p[3] : Math.sqrt(Math.max(0, variance * inverse[3]));
  }

  /**
   * The normal equations, their diagonal damped.
   *
   * @param b is given their right side
   */
  private double[][] normal(double damping, double[] b) {
    int n = p.length;
    double[][] a = new double[n][n];
    double perSigma = p[1] / p[3];
    for (int i = 0; i < t.length; i++) {
      double w = counts[i];
      double g1 = spread[i];
      double g2 = -perSigma * slope[i];
      double g3 = g2 * (t[i] - p[2]) / p[3];
      if (sloping != Side.NEITHER) {
        g2 += sloping == Side.BELOW ? p[4] * beside[i] : -p[4] * beside[i];
        g3 += p[4] * slope[i];
        b[4] += w * residual[i] * ramp[i];
        a[4][0] += w * ramp[i];
        a[4][1] += w * g1 * ramp[i];
        a[4][2] += w * g2 * ramp[i];
        a[4][3] += w * g3 * ramp[i];
        a[4][4] += w * ramp[i] * ramp[i];
      }
      double r = w * residual[i];
      b[0] += r;
      b[1] += r * g1;
      b[2] += r * g2;
      b[3] += r * g3;
      a[0][0] += w;
      a[1][0] += w * g1;
      a[2][0] += w * g2;
      a[3][0] += w * g3;
      a[1][1] += w * g1 * g1;
      a[2][1] += w * g2 * g1;
      a[3][1] += w * g3 * g1;
      a[2][2] += w * g2 * g2;
      a[3][2] += w * g3 * g2;
      a[3][3] += w * g3 * g3;
    }
    for (int j = 0; j < n; j++) {
      a[j][j] = a[j][j] * (1 + damping) + 1e-12;
      for (int k = 0; k < j; k++) {
        a[k][j] = a[j][k];
      }
    }
    return a;
  }

  /** Between 1.5 and 4 sigma beside the edge, on either side; clipped samples can't overshoot. */
  private static double overshoot(
      BlurShape shape, double[] p, double[] t, double[] value, double[] weight, boolean[] clipped) {
    double most = 0;
    for (int i = 0; i < t.length; i++) {
      double z = (t[i] - p[2]) / p[3];
      if (weight[i] > 0 && !clipped[i] && Math.abs(z) > 1.5 && Math.abs(z) < 4) {
        double off = (value[i] - p[0] - p[1] * shape.rise(z)) / p[1];
        most = Math.max(most, z > 0 ? off : -off);
      }
    }
    return most;
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

  /** Gaussian elimination with row exchange; null where singular. */
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
