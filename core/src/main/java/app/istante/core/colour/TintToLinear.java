package app.istante.core.colour;

import app.istante.core.image.Srgb;

/** The linear colour of a nearly neutral ground of known level and tint. */
public final class TintToLinear {
  private TintToLinear() {}

  /**
   * @param levelCode luminance as an 8-bit sRGB code
   * @return linear red, green, blue
   */
  public static double[] of(double levelCode, double a, double b) {
    double y = Srgb.decode(Math.min(255, levelCode) / 255);
    Lab grey = Lab.ofLinear(y, y, y);
    return new Lab(grey.l(), a, b).toLinear();
  }
}
