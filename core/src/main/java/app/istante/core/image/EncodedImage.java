package app.istante.core.image;

/**
 * An upright picture in 8-bit codes, three interleaved bytes (red, green, blue) a pixel, row by row
 * from the top left. Which colour space the codes are in is said by whoever holds it. The array is
 * only read once the image is made.
 */
public final class EncodedImage {
  private final int widthPx;
  private final int heightPx;
  private final byte[] rgb;

  public EncodedImage(int widthPx, int heightPx, byte[] rgb) {
    if (widthPx < 1 || heightPx < 1 || rgb.length != 3L * widthPx * heightPx) {
      throw new IllegalArgumentException(
          "picture of ["
              + widthPx
              + " x "
              + heightPx
              + "] needs three bytes a pixel, not ["
              + rgb.length
              + "] bytes");
    }
    this.widthPx = widthPx;
    this.heightPx = heightPx;
    this.rgb = rgb;
  }

  public int widthPx() {
    return widthPx;
  }

  public int heightPx() {
    return heightPx;
  }

  /** The codes themselves, not a copy: for kernels, which only read. */
  public byte[] rgb() {
    return rgb;
  }

  public int longestSidePx() {
    return Math.max(widthPx, heightPx);
  }
}
