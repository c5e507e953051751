package app.istante.core.colour;

import app.istante.core.image.Srgb;

/** The linear colour of a nearly neutral ground of known level and tint. */
public final class TintToLinear {
  /** Below its cube the cube root gives way to a straight line. */
  private static final double DELTA = 6.0 / 29;

  private TintToLinear() {}

  /**
   * Inverse of {@link Lab#ofLinear} (CIE 15:2004, equations 8.3 and 8.5 solved for X, Y, Z).
   *
   * @param levelCode luminance as an 8-bit sRGB code
   * @return linear red, green, blue
   */
  public static double[] of(double levelCode, double a, double b) {
    double y = Srgb.decode(Math.min(255, levelCode) / 255);
    double fy = y > DELTA * DELTA * DELTA ? Math.cbrt(y) : y / (3 * DELTA * DELTA) + 4.0 / 29;
    double x = cube(fy + a / 500) * 0.96422;
    double z = cube(fy - b / 200) * 0.82521;
    return new double[] {
      3.1338561 * x - 1.6168667 * y - 0.4906146 * z,
      -0.9787684 * x + 1.9161415 * y + 0.0334540 * z,
      0.0719453 * x - 0.2289914 * y + 1.4052427 * z
    };
  }

  private static double cube(double f) {
    return f > DELTA ? f * f * f : 3 * DELTA * DELTA * (f - 4.0 / 29);
  }
}
