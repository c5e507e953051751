package app.istante.core.measure;

/**
 * How light from one point is spread across an edge, in units of its standard deviation: tables of
 * the edge-spread function, 0 to 1, and of its slope, straight lines between their steps.
 */
enum BlurShape {
  /** Lens, sensor and sharpening together. */
  GAUSSIAN(Math.sqrt(Math.log(2) / 2) / Math.PI) {
    @Override
    double exact(double z) {
      return phi(z);
    }

    @Override
    double exactSlope(double z) {
      return Math.exp(-z * z / 2) / Math.sqrt(2 * Math.PI);
    }
  },

  /**
   * Defocus: an evenly lit disc. Its variance is a quarter of its radius squared, its edge-spread
   * function a segment of the circle.
   */
  DISC(0.1762) {
    @Override
    double exact(double z) {
      double u = Math.max(-1, Math.min(1, z / 2));
      return 0.5 + (u * Math.sqrt(1 - u * u) + Math.asin(u)) / Math.PI;
    }

    @Override
    double exactSlope(double z) {
      return Math.sqrt(Math.max(0, 1 - z * z / 4)) / Math.PI;
    }
  };

  private static final int END = 6;
  private static final int STEPS = 512;

  /**
   * Frequency at half contrast times the deviation: for the Gaussian exp(-2 pi² s² f²) = 1/2, for
   * the disc 2 J1(x) / x = 1/2 at x = 2.215 = 4 pi s f.
   */
  final double mtf50TimesSigma;

  private final double[] spread = new double[2 * END * STEPS + 2];
  private final double[] slope = new double[spread.length];

  BlurShape(double mtf50TimesSigma) {
    this.mtf50TimesSigma = mtf50TimesSigma;
    for (int i = 0; i < spread.length; i++) {
      double z = (double) i / STEPS - END;
      spread[i] = exact(z);
      slope[i] = exactSlope(z);
    }
  }

  /** Share of the edge's rise at so many deviations from its place, 0 to 1. */
  abstract double exact(double z);

  abstract double exactSlope(double z);

  /**
   * Of all places {@code t}, in pixels, from the tables.
   *
   * @param rise is given the share of the edge's rise, to 2e-6
   * @param steep is given its slope per deviation
   */
  void at(double[] t, double place, double sigma, double[] rise, double[] steep) {
    for (int i = 0; i < t.length; i++) {
      double at = inSteps((t[i] - place) / sigma);
      rise[i] = between(spread, at);
      steep[i] = between(slope, at);
    }
  }

  /** The share of the edge's rise at so many deviations from its place, from the table, to 2e-6. */
  double rise(double z) {
    return between(spread, inSteps(z));
  }

  private static double inSteps(double z) {
    return (Math.max(-END, Math.min(END, z)) + END) * STEPS;
  }

  private static double between(double[] table, double at) {
    int step = (int) at;
    return table[step] + (at - step) * (table[step + 1] - table[step]);
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
}
