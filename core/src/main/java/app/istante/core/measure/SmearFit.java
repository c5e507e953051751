package app.istante.core.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Tells a smear from defocus by its direction. Defocus blurs all edges alike; a straight smear of
 * length L along phi adds L²/12 cos²(theta - phi) to the variance of an edge whose normal points
 * along theta (the variance of a box of that width). Fitted by least squares over directions.
 */
final class SmearFit {
  private static final int BINS = 12;
  private static final int FEWEST_EDGES = 3;
  private static final int FEWEST_BINS = 4;

  /** Below this length a smear can't be told from a lens that draws unevenly, pixels. */
  private static final double SHORTEST_PX = 4;

  private static final double ACROSS_DEGREES = 20;
  private static final int FEWEST_ACROSS = 6;
  private static final double SMEARED_SHARE = 0.55;

  private SmearFit() {}

  /** Null where no smear is seen. */
  static Readings.Motion of(List<SharpnessMeasure.Edge> edges) {
    List<double[]> points = new ArrayList<>();
    for (int bin = 0; bin < BINS; bin++) {
      int which = bin;
      double[] sigmas =
          edges.stream()
              .filter(edge -> (int) (edge.normalDegrees() * BINS / 180) % BINS == which)
              .mapToDouble(SharpnessMeasure.Edge::sigmaPx)
              .sorted()
              .toArray();
      if (sigmas.length >= FEWEST_EDGES) {
        double sigma = sigmas[(int) (0.3 * (sigmas.length - 1))];
        points.add(new double[] {(bin + 0.5) * 180.0 / BINS, sigma * sigma});
      }
    }
    Readings.Motion motion = points.size() < FEWEST_BINS ? null : fit(points);
    return motion == null || !allSmeared(edges, motion) ? null : motion;
  }

  /** A smear spares no edge across it: knitting and soft edges of some parts are none. */
  private static boolean allSmeared(List<SharpnessMeasure.Edge> edges, Readings.Motion motion) {
    double[] across =
        edges.stream()
            .filter(
                edge -> {
                  double off = Math.abs(edge.normalDegrees() - motion.angleDegrees()) % 180;
                  return Math.min(off, 180 - off) < ACROSS_DEGREES;
                })
            .mapToDouble(SharpnessMeasure.Edge::sigmaPx)
            .sorted()
            .toArray();
    return across.length >= FEWEST_ACROSS
        && across[across.length / 8] > SMEARED_SHARE * motion.lengthPx() / Math.sqrt(12);
  }

  /** variance = a + b cos 2 theta + c sin 2 theta, by the normal equations. */
  private static Readings.Motion fit(List<double[]> points) {
    double[][] m = new double[3][4];
    for (double[] point : points) {
      double twice = Math.toRadians(2 * point[0]);
      double[] g = {1, Math.cos(twice), Math.sin(twice)};
      for (int i = 0; i < 3; i++) {
        for (int j = 0; j < 3; j++) {
          m[i][j] += g[i] * g[j];
        }
        m[i][3] += g[i] * point[1];
      }
    }
    double whole = determinant(m, -1);
    if (Math.abs(whole) < 1e-6) {
      return null;
    }
    double a = determinant(m, 0) / whole;
    double b = determinant(m, 1) / whole;
    double c = determinant(m, 2) / whole;
    double swing = Math.hypot(b, c);
    double still = Math.max(0.1, a - swing);
    double lengthPx = Math.sqrt(12 * 2 * swing);
    double[] misfits =
        points.stream()
            .mapToDouble(
                p -> {
                  double twice = Math.toRadians(2 * p[0]);
                  return Math.abs(p[1] - a - b * Math.cos(twice) - c * Math.sin(twice));
                })
            .toArray();
    Arrays.sort(misfits);
    double misfit = misfits[misfits.length / 2];
    double contrast = 2 * swing / still;
    double confidence =
        Math.max(0, Math.min(1, contrast / 4)) * Math.max(0, 1 - misfit / Math.max(0.1, swing));
    if (lengthPx < SHORTEST_PX || confidence < 0.6) {
      return null;
    }
    double degrees = (Math.toDegrees(0.5 * Math.atan2(c, b)) + 180) % 180;
    return new Readings.Motion(lengthPx, degrees, confidence);
  }

  /** Of the 3 x 3 matrix, with one column replaced by the right side (Cramer), or none for -1. */
  private static double determinant(double[][] m, int replaced) {
    double[][] d = new double[3][3];
    for (int i = 0; i < 3; i++) {
      for (int j = 0; j < 3; j++) {
        d[i][j] = j == replaced ? m[i][3] : m[i][j];
      }
    }
    return d[0][0] * (d[1][1] * d[2][2] - d[1][2] * d[2][1])
        - d[0][1] * (d[1][0] * d[2][2] - d[1][2] * d[2][0])
        + d[0][2] * (d[1][0] * d[2][1] - d[1][1] * d[2][0]);
  }

  /** What a buyer sees: the blur across the direction that is smeared most. */
  static double worstDirectionSigmaPx(Readings.Sharpness sharpness) {
    double sigma = sharpness.blurSigmaPx();
    Readings.Motion motion = sharpness.motion();
    return motion == null ? sigma : Math.max(sigma, motion.lengthPx() / Math.sqrt(12));
  }
}
