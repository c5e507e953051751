package app.istante.core.set;

/**
 * How bright a luminance comes out. A reflected-light meter gives a surface of luminance L the
 * exposure L t S / N² = K with K = 12.5 (ISO 2720:1974, section 5), and a camera draws what was
 * metered at 18 % of white. So the drawn value, 1 being white, is 0.18 L t S / (12.5 N²).
 */
public final class Exposure {
  /** Calibration constant of reflected-light meters, cd s / m². */
  public static final double METER_CONSTANT = 12.5;

  /** Share of white at which a metered surface is drawn. */
  public static final double METERED_SHARE = 0.18;

  private Exposure() {}

  /**
   * Drawn value, linear, 1 is white.
   *
   * @param luminance cd/m²
   */
  public static double drawn(double luminance, double seconds, double iso, double fNumber) {
    return METERED_SHARE * luminance * seconds * iso / (METER_CONSTANT * fNumber * fNumber);
  }

  /** Exposure time, s, that draws a luminance (cd/m²) at a value; the inverse of {@link #drawn}. */
  public static double secondsFor(double drawn, double luminance, double iso, double fNumber) {
    Require.within("The luminance", luminance, 1e-6, 1e9, " cd/m²");
    return drawn * METER_CONSTANT * fNumber * fNumber / (METERED_SHARE * luminance * iso);
  }

  /** Exposure value at ISO 100 of a luminance, cd/m²: log2(L S / K). */
  public static double ev100(double luminance) {
    Require.within("The luminance", luminance, 1e-6, 1e9, " cd/m²");
    return Math.log(luminance * 100 / METER_CONSTANT) / Math.log(2);
  }

  /** Luminance, cd/m², of an exposure value at ISO 100. */
  public static double luminanceOfEv100(double ev) {
    return Math.pow(2, ev) * METER_CONSTANT / 100;
  }

  /** How far a camera is above an exposure value: log2(N² / t), at its own ISO. */
  public static double settingsEv100(double fNumber, double seconds, double iso) {
    return Math.log(fNumber * fNumber / seconds * 100 / iso) / Math.log(2);
  }
}
