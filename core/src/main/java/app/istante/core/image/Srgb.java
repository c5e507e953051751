package app.istante.core.image;

/**
 * The sRGB transfer curve (IEC 61966-2-1:1999, equations 5 to 10) between encoded values and linear
 * light. 8-bit codes run from 0 to 255, linear values from 0 to 1.
 */
public final class Srgb {
  private static final int TABLE_SIZE = 1 << 14;
  private static final double[] DECODED = new double[256];
  private static final byte[] ENCODED = new byte[TABLE_SIZE + 1];

  static {
    for (int code = 0; code < 256; code++) {
      DECODED[code] = decode(code / 255.0);
    }
    for (int i = 0; i <= TABLE_SIZE; i++) {
      ENCODED[i] = (byte) Math.round(255 * encode((double) i / TABLE_SIZE));
    }
  }

  private Srgb() {}

  /** Linear value, 0 to 1, of an encoded one, 0 to 1. */
  public static double decode(double encoded) {
    return encoded <= 0.04045 ? encoded / 12.92 : Math.pow((encoded + 0.055) / 1.055, 2.4);
  }

  /** Encoded value, 0 to 1, of a linear one; values outside 0 to 1 are clamped. */
  public static double encode(double linear) {
    double clamped = Math.max(0, Math.min(1, linear));
    return clamped <= 0.0031308 ? 12.92 * clamped : 1.055 * Math.pow(clamped, 1 / 2.4) - 0.055;
  }

  /** Linear value, 0 to 1, of an 8-bit code. */
  public static double decode8(int code) {
    return DECODED[code];
  }

  /** Nearest 8-bit code of a linear value, clamped. From a table: within one code near black. */
  public static int encode8(float linear) {
    if (!(linear > 0)) {
      return 0;
    }
    return linear >= 1 ? 255 : ENCODED[(int) (linear * TABLE_SIZE + 0.5f)] & 0xFF;
  }

  /** The unrounded 8-bit code, 0.0 to 255.0, of a linear value. */
  public static double code(double linear) {
    return 255 * encode(linear);
  }
}
