package app.istante.core.sim;

import app.istante.core.image.EncodedImage;
import java.util.List;

/**
 * A simulated take with its exact truth.
 *
 * @param cover share of each pixel covered by the product, 0 to 1
 * @param shadow share of the light that the product takes from the ground, 0 to 1
 * @param defocusPx diameter of the defocus disc at each pixel; empty where lens blur was laid over
 */
public record SimulatedPhoto(
    EncodedImage picture, float[] cover, float[] shadow, float[] defocusPx, Truth truth) {

  /**
   * What is true of the picture, from the light itself before noise and rounding.
   *
   * @param levelCode median luminance of everything that is not product, 8-bit code, unrounded
   * @param low5Code 5th percentile of its smallest channel, 8-bit code
   * @param nearWhiteShare share of it with all channels at 250 or more, 0 to 1
   * @param castA mean CIELAB a of it where it is not clipped, null where all is
   * @param castB the same for b
   * @param boxX left edge of the product, pixels; and so on
   * @param blurSigmaPx of what is in focus, the pixel's own width included
   * @param defocusSigmaPx of the sharpest and the softest part of the product, defocus alone
   * @param rollDegrees positive when the content looks turned clockwise
   * @param shadowStops depth of the product's shadow on the ground, at its 95th percentile
   * @param seconds exposure time
   * @param patches drawn colours of a colour card's patches; empty without one
   */
  public record Truth(
      double levelCode,
      double low5Code,
      double nearWhiteShare,
      Double castA,
      Double castB,
      int boxX,
      int boxY,
      int boxWidth,
      int boxHeight,
      double blurSigmaPx,
      List<Double> defocusSigmaPx,
      double shakePx,
      double rollDegrees,
      double productClippedShare,
      double shadowStops,
      double seconds,
      List<Patch> patches) {}

  /** A patch of a colour card as drawn, CIELAB, and where its middle lies. */
  public record Patch(String name, double x, double y, double l, double a, double b) {}
}
