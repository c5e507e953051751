package app.istante.core.colour;

/**
 * Colour of light as lamps give it: correlated colour temperature and tint.
 *
 * <p>The Planckian locus is the rational approximation by Krystek (1985, "An algorithm to calculate
 * correlated colour temperature", Color Research and Application 10, 38-40) in CIE 1960 u, v; it
 * holds from 1000 to 15000 K within 8e-5 in u, 9e-5 in v. The temperature of a colour is that of
 * the nearest point of the locus (CIE 15:2004, section 9.5); the tint is the distance to it.
 *
 * @param kelvin correlated colour temperature, 1000 to 15000 K
 * @param tint distance from the locus in CIE 1960 u, v (known as Duv), positive towards green,
 *     -0.05 to 0.05
 */
public record ColourTemperature(double kelvin, double tint) {
  public static final double LOWEST_KELVIN = 1000;
  public static final double HIGHEST_KELVIN = 15000;
  public static final double LARGEST_TINT = 0.05;

  /** XYZ under D65 to linear sRGB (IEC 61966-2-1:1999). */
  private static final double[] TO_RGB = {
    3.2404542, -1.5371385, -0.4985314,
    -0.9692660, 1.8760108, 0.0415560,
    0.0556434, -0.2040259, 1.0572252
  };

  private static final double[] TO_XYZ = {
    0.4124564, 0.3575761, 0.1804375,
    0.2126729, 0.7151522, 0.0721750,
    0.0193339, 0.1191920, 0.9503041
  };

  public ColourTemperature {
    if (!(kelvin >= LOWEST_KELVIN && kelvin <= HIGHEST_KELVIN)) {
      throw new IllegalArgumentException(
          "A colour temperature of " + shown(kelvin) + " K must lie between 1000 and 15000 K.");
    }
    if (!(Math.abs(tint) <= LARGEST_TINT)) {
      throw new IllegalArgumentException("A tint of " + tint + " must lie between -0.05 and 0.05.");
    }
  }

  /** A thousand mired is 1000 K: equal steps in mired look about equally different. */
  public double mired() {
    return 1e6 / kelvin;
  }

  public static ColourTemperature ofMired(double mired) {
    return new ColourTemperature(1e6 / mired, 0);
  }

  /**
   * Linear light with sRGB primaries and luminance 1; blue may be a little under 0 below 1900 K.
   */
  public double[] linear() {
    double[] uv = locus(kelvin);
    double[] green = greenwards(kelvin);
    double u = uv[0] + tint * green[0];
    double v = uv[1] + tint * green[1];
    // CIE 1960 u, v to CIE 1931 x, y.
    double x = 3 * u / (2 * u - 8 * v + 4);
    double y = 2 * v / (2 * u - 8 * v + 4);
    double bigX = x / y;
    double bigZ = (1 - x - y) / y;
    double[] rgb = new double[3];
    for (int i = 0; i < 3; i++) {
      rgb[i] = TO_RGB[3 * i] * bigX + TO_RGB[3 * i + 1] + TO_RGB[3 * i + 2] * bigZ;
    }
    return rgb;
  }

  /**
   * Temperature and tint of linear light with sRGB primaries.
   *
   * @throws IllegalArgumentException where it is black, or too far from any lamp's colour
   */
  public static ColourTemperature ofLinear(double red, double green, double blue) {
    double x = TO_XYZ[0] * red + TO_XYZ[1] * green + TO_XYZ[2] * blue;
    double y = TO_XYZ[3] * red + TO_XYZ[4] * green + TO_XYZ[5] * blue;
    double z = TO_XYZ[6] * red + TO_XYZ[7] * green + TO_XYZ[8] * blue;
    double sum = x + 15 * y + 3 * z;
    if (!(sum > 0)) {
      throw new IllegalArgumentException("Black light has no colour temperature.");
    }
    double u = 4 * x / sum;
    double v = 6 * y / sum;
    double best = nearestMired(u, v);
    double kelvin = 1e6 / best;
    double[] at = locus(kelvin);
    double[] normal = greenwards(kelvin);
    double tint = (u - at[0]) * normal[0] + (v - at[1]) * normal[1];
    return new ColourTemperature(Math.max(LOWEST_KELVIN, Math.min(HIGHEST_KELVIN, kelvin)), tint);
  }

  /** Along the locus, in mired, the distance has one lowest point. */
  private static double nearestMired(double u, double v) {
    return GoldenSection.lowest(
        mired -> away(mired, u, v), 1e6 / HIGHEST_KELVIN, 1e6 / LOWEST_KELVIN, 1e-6);
  }

  private static double away(double mired, double u, double v) {
    double[] at = locus(1e6 / mired);
    return Math.hypot(u - at[0], v - at[1]);
  }

  /** Krystek (1985), equations for u and v. */
  private static double[] locus(double t) {
    double u =
        (0.860117757 + 1.54118254e-4 * t + 1.28641212e-7 * t * t)
            / (1 + 8.42420235e-4 * t + 7.08145163e-7 * t * t);
    double v =
        (0.317398726 + 4.22806245e-5 * t + 4.20481691e-8 * t * t)
            / (1 - 2.89741816e-5 * t + 1.61456053e-7 * t * t);
    return new double[] {u, v};
  }

  /** Unit normal of the locus on its green side. */
  private static double[] greenwards(double kelvin) {
    double[] cooler = locus(kelvin * 1.001);
    double[] warmer = locus(kelvin * 0.999);
    double du = cooler[0] - warmer[0];
    double dv = cooler[1] - warmer[1];
    double length = Math.hypot(du, dv);
    // Towards cooler light u falls and v falls; green lies at higher v.
    double nu = dv / length;
    double nv = -du / length;
    return nv > 0 ? new double[] {nu, nv} : new double[] {-nu, -nv};
  }

  private static String shown(double value) {
    return Double.isNaN(value) ? "?" : String.valueOf(Math.round(value));
  }
}
