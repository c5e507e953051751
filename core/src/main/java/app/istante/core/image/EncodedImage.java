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

  /** The same picture in 8-bit sRGB codes, clamped. */
  public static EncodedImage ofLinear(LinearImage light) {
    byte[] rgb = new byte[3 * light.width() * light.height()];
    for (int i = 0; i < light.red().length; i++) {
      rgb[3 * i] = (byte) Srgb.encode8(light.red()[i]);
      rgb[3 * i + 1] = (byte) Srgb.encode8(light.green()[i]);
      rgb[3 * i + 2] = (byte) Srgb.encode8(light.blue()[i]);
    }
    return new EncodedImage(light.width(), light.height(), rgb);
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

  /** Some of its pixels, where they are. */
  record Part(EncodedImage of, int left, int top, int width, int height) {
    /** Where the codes of one of its pixels begin. */
    int at(int x, int y) {
      return 3 * ((top + y) * of.widthPx + left + x);
    }
  }

  Part whole() {
    return new Part(this, 0, 0, widthPx, heightPx);
  }

  public int longestSidePx() {
    return Math.max(widthPx, heightPx);
  }
}
