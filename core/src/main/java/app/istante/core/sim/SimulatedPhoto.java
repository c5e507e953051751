package app.istante.core.sim;

import app.istante.core.image.EncodedImage;

/** A simulated take with its exact truth. */
public record SimulatedPhoto(EncodedImage picture, float[] cover, Truth truth) {

  /**
   * What is true of the picture, from the light itself before noise and rounding.
   *
   * @param levelCode median luminance of everything that is not product, 8-bit code, unrounded
   * @param low5Code 5th percentile of its smallest channel, 8-bit code
   * @param nearWhiteShare share of it with all channels at 250 or more, 0 to 1
   * @param castA mean CIELAB a of it where it is not clipped, null where all is
   * @param castB the same for b
   * @param boxX left edge of the product, pixels; and so on
   * @param blurSigmaPx of everything, the pixel's own width included
   * @param rollDegrees positive when the content looks turned clockwise
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
      double shakePx,
      double rollDegrees,
      double productClippedShare) {}
}
