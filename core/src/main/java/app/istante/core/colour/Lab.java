package app.istante.core.colour;

import app.istante.core.image.Srgb;

/**
 * CIELAB under D50 (CIE 15:2004, section 8.2.1), from linear light with sRGB primaries, adapted
 * from D65 by the Bradford transform as ICC profiles do. L runs from 0 to 100 for surface colours,
 * a and b roughly from -100 to 100.
 */
public record Lab(double l, double a, double b) {
  private static final double EPSILON = 216.0 / 24389;
  private static final double KAPPA = 24389.0 / 27;

  /** White point D50 as the ICC profile connection space has it. */
  private static final double WHITE_X = 0.96422;

  private static final double WHITE_Z = 0.82521;

  /** Linear sRGB to XYZ under D50, rows X, Y, Z: the sRGB primaries with Bradford adaptation. */
  private static final double[] TO_XYZ_D50 = {
    0.4360747, 0.3850649, 0.1430804,
    0.2225045, 0.7168786, 0.0606169,
    0.0139322, 0.0971045, 0.7141733
  };

  private static final int TABLE_SIZE = 1 << 14;
  private static final float TABLE_TOP = 1.5f;
  private static final float[] F_TABLE = new float[TABLE_SIZE + 2];

  static {
    for (int i = 0; i < F_TABLE.length; i++) {
      F_TABLE[i] = (float) f((double) i * TABLE_TOP / TABLE_SIZE);
    }
  }

  /** Lab of one linear colour, exactly. */
  public static Lab ofLinear(double red, double green, double blue) {
    double fx = f(row(0, red, green, blue) / WHITE_X);
    double fy = f(row(3, red, green, blue));
    double fz = f(row(6, red, green, blue) / WHITE_Z);
    return new Lab(116 * fy - 16, 500 * (fx - fy), 200 * (fy - fz));
  }

  /** Lab of one 8-bit sRGB colour. */
  public static Lab ofSrgb8(int red, int green, int blue) {
    return ofLinear(Srgb.decode8(red), Srgb.decode8(green), Srgb.decode8(blue));
  }

  public double chroma() {
    return Math.hypot(a, b);
  }

  /**
   * Fills three planes with the Lab values of three linear ones; within 0.001 of {@link #ofLinear}.
   */
  public static void fill(
      float[] red, float[] green, float[] blue, float[] l, float[] a, float[] b) {
    float[] m = new float[9];
    for (int i = 0; i < 9; i++) {
      m[i] = (float) (TO_XYZ_D50[i] / (i < 3 ? WHITE_X : i < 6 ? 1 : WHITE_Z));
    }
    for (int i = 0; i < red.length; i++) {
      float fx = fFast(m[0] * red[i] + m[1] * green[i] + m[2] * blue[i]);
      float fy = fFast(m[3] * red[i] + m[4] * green[i] + m[5] * blue[i]);
      float fz = fFast(m[6] * red[i] + m[7] * green[i] + m[8] * blue[i]);
      l[i] = 116 * fy - 16;
      a[i] = 500 * (fx - fy);
      b[i] = 200 * (fy - fz);
    }
  }

  private static float fFast(float t) {
    if (t < 0 || t >= TABLE_TOP) {
      return (float) f(t);
    }
    float at = t * (TABLE_SIZE / TABLE_TOP);
    int index = (int) at;
    float low = F_TABLE[index];
    return low + (at - index) * (F_TABLE[index + 1] - low);
  }

  /**
   * Linear red, green, blue of this colour, the inverse of {@link #ofLinear} (CIE 15:2004,
   * equations 8.3 and 8.5 solved for X, Y, Z); below 0 or over 1 for colours outside the primaries.
   */
  public double[] toLinear() {
    double fy = (l + 16) / 116;
    double x = inverse(fy + a / 500) * WHITE_X;
    double y = inverse(fy);
    double z = inverse(fy - b / 200) * WHITE_Z;
    return new double[] {
      3.1338561 * x - 1.6168667 * y - 0.4906146 * z,
      -0.9787684 * x + 1.9161415 * y + 0.0334540 * z,
      0.0719453 * x - 0.2289914 * y + 1.4052427 * z
    };
  }

  private static double inverse(double f) {
    double cube = f * f * f;
    return cube > EPSILON ? cube : (116 * f - 16) / KAPPA;
  }

  private static double f(double t) {
    return t > EPSILON ? Math.cbrt(t) : (KAPPA * t + 16) / 116;
  }

  private static double row(int at, double red, double green, double blue) {
    return TO_XYZ_D50[at] * red + TO_XYZ_D50[at + 1] * green + TO_XYZ_D50[at + 2] * blue;
  }
}
