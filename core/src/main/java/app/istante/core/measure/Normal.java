package app.istante.core.measure;

/** The normal distribution, as far as it is needed here. */
final class Normal {
  private Normal() {}

  /**
   * Share of a standard normal distribution that lies above a value (Abramowitz and Stegun 1964,
   * formula 26.2.17, within 7.5e-8).
   *
   * @param value 0 or more
   */
  static double above(double value) {
    double t = 1 / (1 + 0.2316419 * value);
    double poly =
        t
            * (0.319381530
                + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
    return Math.exp(-value * value / 2) / Math.sqrt(2 * Math.PI) * poly;
  }
}
