package app.istante.core.set;

import app.istante.core.image.Srgb;

/** Colours of sheets, walls and tables as people write them: {@code #F2F2F0} in sRGB. */
public final class Surface {
  private Surface() {}

  /**
   * Share of light that a surface of this colour gives back, linear red, green, blue, 0 to 1.
   *
   * @throws IllegalArgumentException where it is not a colour
   */
  public static double[] reflectance(String hex) {
    if (hex == null || !hex.matches("#[0-9A-Fa-f]{6}")) {
      throw new IllegalArgumentException(
          "The colour [" + hex + "] must be written as # and six hexadecimal digits.");
    }
    double[] rgb = new double[3];
    for (int i = 0; i < 3; i++) {
      rgb[i] = Srgb.decode8(Integer.parseInt(hex.substring(1 + 2 * i, 3 + 2 * i), 16));
    }
    return rgb;
  }

  /** Luminance share of {@link #reflectance}. */
  public static double luminance(String hex) {
    double[] rgb = reflectance(hex);
    return 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
  }
}
