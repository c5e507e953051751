package app.istante.core.measure;

/** The normal distribution, as far as it is needed here. */
final class Normal {
  private Normal() {}

  /**
   * The value below which a share of a standard normal distribution lies (Abramowitz and Stegun
   * 1964, formula 26.2.23, within 4.5e-4).
   *
   * @param share 0.5 to 1, exclusive
   */
  static double quantile(double share) {
    double t = Math.sqrt(-2 * Math.log(1 - share));
    return t
        - (2.515517 + t * (0.802853 + t * 0.010328))
            / (1 + t * (1.432788 + t * (0.189269 + t * 0.001308)));
  }
}
