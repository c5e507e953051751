package app.istante.core.measure;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.IntSummaryStatistics;
import java.util.List;
import java.util.function.ToIntFunction;
import java.util.stream.Stream;

/**
 * Tells a smear from defocus by its direction. Defocus blurs all edges alike; a straight smear of
 * length L along phi adds L²/12 cos²(theta - phi) to the variance of an edge whose normal points
 * along theta (the variance of a box of that width). Fitted by least squares over directions.
 */
final class SmearFit {
  private static final int BINS = 12;
  private static final int FEWEST_EDGES = 2;
  private static final int FEWEST_BINS = 3;

  /** Below this length a smear can't be told from a lens that draws unevenly, pixels. */
  private static final double SHORTEST_PX = 4;

  /** Shorter smears have to be surer: soft parts of a product look like them. */
  private static final double LONG_PX = 8;

  private static final double LIKELY = 0.65;
  private static final double SURE = 0.85;
  private static final double ACROSS_DEGREES = 20;
  private static final int FEWEST_ACROSS = 6;
  private static final double AGREE_DEGREES = 20;
  private static final double SMEARED_SHARE = 0.55;

  /** A third of the picture, across or down, tells by so many edges along the smear. */
  private static final int PARTS = 3;

  private static final int FEWEST_IN_PART = 8;

  /** They are soft by themselves where the sharpest quarter is as soft as this share of it. */
  private static final double SOFT_SHARE = 0.7;

  /**
   * Edges along a smear stay sharp. Of ten smears that were told without an echo, four real ones
   * left the sharper quarter of the edges along them 0.11 to 0.56 of their own softness; a shoe out
   * of focus had 0.66, and the other five, of frames and candles, had no edges that run that way.
   */
  private static final double SHARP_SHARE = 0.6;

  private static final int ROUNDS = 8;

  /**
   * Edges in two directions across each other leave it open which way a smear leans: determinant of
   * the directions' moments, 1/4 where they are spread evenly.
   */
  private static final double LEAST_SPREAD = 0.01;

  /**
   * The Gaussian step that fits an evenly smeared edge best is this much wider than the smear's own
   * sigma, by fitting one to a ramp.
   */
  private static final double FITTED_WIDER = 1.12;

  private SmearFit() {}

  /** Null where no smear is seen, or where the edges run in too few directions to tell. */
  static Readings.Motion of(List<EdgeWindow.Edge> edges) {
    int[] inBin = new int[BINS];
    for (EdgeWindow.Edge edge : edges) {
      inBin[bin(edge)]++;
    }
    List<double[]> points = new ArrayList<>();
    int bins = 0;
    for (int count : inBin) {
      bins += count >= FEWEST_EDGES ? 1 : 0;
    }
    for (EdgeWindow.Edge edge : edges) {
      int together = inBin[bin(edge)];
      if (together >= FEWEST_EDGES) {
        // Every direction counts alike, however many edges run in it.
        points.add(
            new double[] {
              Math.toRadians(2 * edge.normalDegrees()),
              edge.sigmaPx() * edge.sigmaPx(),
              1.0 / together
            });
      }
    }
    Readings.Motion motion = bins < FEWEST_BINS ? null : fit(points, FITTED_WIDER, 1);
    return motion == null || !allSmeared(edges, motion) ? null : motion;
  }

  /**
   * @param points twice the direction across the edges in radians, variance in pixels squared,
   *     weight
   * @param unit pixels in which the variances were measured: finer smears can't be told
   */
  static Readings.Motion ofVariances(List<double[]> points, double unit) {
    return points.size() < FEWEST_BINS ? null : fit(points, 1, unit);
  }

  private static int bin(EdgeWindow.Edge edge) {
    return (int) (edge.normalDegrees() * BINS / 180) % BINS;
  }

  /** A smear spares no edge across it: knitting and soft edges of some parts are none. */
  private static boolean allSmeared(List<EdgeWindow.Edge> edges, Readings.Motion motion) {
    double[] across = sigmas(across(edges, motion.angleDegrees()));
    return across.length >= FEWEST_ACROSS && noneSharp(across, motion);
  }

  /** Whether sharp edges lie across a smear, which then is none. */
  static boolean isDenied(List<EdgeWindow.Edge> edges, Readings.Motion motion) {
    double[] across = sigmas(across(edges, motion.angleDegrees()));
    return across.length > 0 && !noneSharp(across, motion);
  }

  /**
   * Whether some part of the picture is as soft along a smear as the smear is long: what lies
   * nearer or farther than the focus is soft in all directions, and where most edges there run
   * across, it looks like a smear.
   */
  static boolean isOfDepth(List<EdgeWindow.Edge> edges, Readings.Motion motion) {
    List<EdgeWindow.Edge> along = across(edges, motion.angleDegrees() + 90).toList();
    return isSoftSomewhere(along, motion, EdgeWindow.Edge::x)
        || isSoftSomewhere(along, motion, EdgeWindow.Edge::y);
  }

  private static boolean isSoftSomewhere(
      List<EdgeWindow.Edge> along, Readings.Motion motion, ToIntFunction<EdgeWindow.Edge> place) {
    IntSummaryStatistics range = along.stream().mapToInt(place).summaryStatistics();
    for (int part = 0; part < PARTS; part++) {
      long from = range.getMin() + part * ((long) range.getMax() - range.getMin()) / PARTS;
      long to = range.getMin() + (part + 1) * ((long) range.getMax() - range.getMin()) / PARTS;
      double[] here =
          sigmas(
              along.stream()
                  .filter(edge -> place.applyAsInt(edge) >= from && place.applyAsInt(edge) <= to));
      if (here.length >= FEWEST_IN_PART
          && here[here.length / 4] > SOFT_SHARE * sigmaPx(motion.lengthPx())) {
        return true;
      }
    }
    return false;
  }

  /**
   * Whether there are edges along a smear, and some of them sharp. Where all run straight up or
   * across and are as soft, as a frame's out of focus, a slanting smear would explain them, too.
   */
  static boolean sparesEdgesAlong(List<EdgeWindow.Edge> edges, Readings.Motion motion) {
    double[] along = sigmas(across(edges, motion.angleDegrees() + 90));
    return along.length >= FEWEST_ACROSS
        && along[along.length / 4] < SHARP_SHARE * sigmaPx(motion.lengthPx());
  }

  /**
   * Whether most edges across a direction are too sharp for any smear along it.
   *
   * @param shortestPx of the smears that are asked about
   */
  static boolean rulesOut(List<EdgeWindow.Edge> edges, double shortestPx, double degrees) {
    double[] across = sigmas(across(edges, degrees));
    return across.length >= FEWEST_ACROSS && !isSmeared(across[across.length / 2], shortestPx);
  }

  /**
   * Length and confidence as heard; the direction half-way to what was fitted where the two nearly
   * agree, since the ones' errors are not the others'.
   */
  static Readings.Motion together(Readings.Motion heard, Readings.Motion fitted) {
    double turn = (fitted.angleDegrees() - heard.angleDegrees() + 270) % 180 - 90;
    if (Math.abs(turn) > AGREE_DEGREES) {
      return heard;
    }
    double degrees = (heard.angleDegrees() + turn / 2 + 180) % 180;
    return new Readings.Motion(heard.lengthPx(), degrees, heard.confidence());
  }

  private static boolean noneSharp(double[] across, Readings.Motion motion) {
    return isSmeared(across[across.length / 8], motion.lengthPx());
  }

  private static boolean isSmeared(double sigmaPx, double lengthPx) {
    return sigmaPx > SMEARED_SHARE * sigmaPx(lengthPx);
  }

  /** Standard deviation of a straight smear along itself: that of a box of its length. */
  private static double sigmaPx(double lengthPx) {
    return lengthPx / Math.sqrt(12);
  }

  /** Between an edge's normal and a direction: 0 to 90. */
  private static double offDegrees(EdgeWindow.Edge edge, double degrees) {
    double off = Math.abs(edge.normalDegrees() - degrees) % 180;
    return Math.min(off, 180 - off);
  }

  private static Stream<EdgeWindow.Edge> across(List<EdgeWindow.Edge> edges, double degrees) {
    return edges.stream().filter(edge -> offDegrees(edge, degrees) < ACROSS_DEGREES);
  }

  private static double[] sigmas(Stream<EdgeWindow.Edge> edges) {
    return edges.mapToDouble(EdgeWindow.Edge::sigmaPx).sorted().toArray();
  }

  /**
   * variance = a + b cos 2 theta + c sin 2 theta, by the normal equations, reweighted towards the
   * least sum of absolute misfits: some edges are softer than the lens made them.
   */
  private static Readings.Motion fit(List<double[]> points, double wider, double unit) {
    double[] misfits = new double[points.size()];
    double a = 0;
    double b = 0;
    double c = 0;
    for (int round = 0; round < ROUNDS; round++) {
      double[][] m = new double[3][4];
      double[] scaled = misfits.clone();
      Arrays.sort(scaled);
      double scale = Math.max(0.1, scaled[scaled.length / 2]);
      for (int n = 0; n < misfits.length; n++) {
        double[] point = points.get(n);
        double weight = point[2] / (1 + misfits[n] / scale);
        double[] g = {1, Math.cos(point[0]), Math.sin(point[0])};
        for (int i = 0; i < 3; i++) {
          for (int j = 0; j < 3; j++) {
            m[i][j] += weight * g[i] * g[j];
          }
          m[i][3] += weight * g[i] * point[1];
        }
      }
      double whole = determinant(m, -1);
      if (whole < LEAST_SPREAD * m[0][0] * m[0][0] * m[0][0]) {
        return null;
      }
      a = determinant(m, 0) / whole;
      b = determinant(m, 1) / whole;
      c = determinant(m, 2) / whole;
      for (int n = 0; n < misfits.length; n++) {
        double[] point = points.get(n);
        misfits[n] = Math.abs(point[1] - a - b * Math.cos(point[0]) - c * Math.sin(point[0]));
      }
    }
    Arrays.sort(misfits);
    double misfit = misfits[misfits.length / 2];
    double swing = Math.hypot(b, c);
    double still = Math.max(0.1, a - swing);
    double lengthPx = Math.sqrt(12 * 2 * swing) / wider;
    double contrast = 2 * swing / still;
    double confidence =
        Math.max(0, Math.min(1, contrast / 4)) * Math.max(0, 1 - misfit / Math.max(0.1, swing));
    double told = lengthPx / unit;
    if (told < SHORTEST_PX || confidence < (told < LONG_PX ? SURE : LIKELY)) {
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
    return motion == null ? sigma : Math.max(sigma, sigmaPx(motion.lengthPx()));
  }
}
