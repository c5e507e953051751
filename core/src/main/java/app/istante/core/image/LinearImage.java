package app.istante.core.image;

/**
 * An upright picture in linear light with sRGB primaries and D65 white, 1.0 = diffuse white at the
 * clipping point, unclamped (wide-gamut colours may be negative). Three planes, row by row from the
 * top left. One pixel stands for a cell of the photo, see {@link #scale()}.
 */
public final class LinearImage {
  private final int width;
  private final int height;
  private final Scale scale;
  private final float[] red;
  private final float[] green;
  private final float[] blue;

  /** A picture as large as its photo. */
  public LinearImage(int width, int height, float[] red, float[] green, float[] blue) {
    this(width, height, Scale.WHOLE, red, green, blue);
  }

  public LinearImage(int width, int height, Scale scale, float[] red, float[] green, float[] blue) {
    int size = width * height;
    if (width < 1 || height < 1) {
      throw new IllegalArgumentException(
          "width [" + width + "] and height [" + height + "] must be 1 or more");
    }
    if (red.length != size || green.length != size || blue.length != size) {
      throw new IllegalArgumentException("planes must hold [" + size + "] values each");
    }
    this.width = width;
    this.height = height;
    this.scale = scale;
    this.red = red;
    this.green = green;
    this.blue = blue;
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  public Scale scale() {
    return scale;
  }

  public float[] red() {
    return red;
  }

  public float[] green() {
    return green;
  }

  public float[] blue() {
    return blue;
  }

  /**
   * One figure for the light of a pixel wherever the grain of the three channels should weigh less
   * than in {@link #luminance()}, which is nearly green alone: 0.25, 0.6 and 0.15 of them.
   */
  public double brightness(int at) {
    return 0.25 * red[at] + 0.6 * green[at] + 0.15 * blue[at];
  }

  /** The least of a pixel's three channels: what is as white as this is white in all. */
  public float smallest(int at) {
    return Math.min(red[at], Math.min(green[at], blue[at]));
  }

  /** The most of them: what is not clipped in this is clipped in none. */
  public float largest(int at) {
    return Math.max(red[at], Math.max(green[at], blue[at]));
  }

  /** Relative luminance (ITU-R BT.709 weights) of every pixel, a new plane. */
  public float[] luminance() {
    float[] y = new float[red.length];
    for (int i = 0; i < y.length; i++) {
      y[i] = 0.2126f * red[i] + 0.7152f * green[i] + 0.0722f * blue[i];
    }
    return y;
  }

  /** A part of it, of so many of its pixels. */
  public LinearImage part(int left, int top, int partWidth, int partHeight) {
    float[][] planes = {red, green, blue};
    float[][] parts = new float[3][partWidth * partHeight];
    for (int channel = 0; channel < 3; channel++) {
      for (int y = 0; y < partHeight; y++) {
        int from = (top + y) * width + left;
        System.arraycopy(planes[channel], from, parts[channel], y * partWidth, partWidth);
      }
    }
    return new LinearImage(partWidth, partHeight, scale, parts[0], parts[1], parts[2]);
  }
}
