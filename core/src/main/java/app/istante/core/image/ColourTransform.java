package app.istante.core.image;

/**
 * From a file's 8-bit codes to linear light with sRGB primaries: a curve for each channel, then a
 * matrix.
 */
public final class ColourTransform {
  /** For files that are sRGB, or say nothing. */
  public static final ColourTransform SRGB = new ColourTransform(srgbCurves(), null);

  /** Steps of linear light in sums over squares: whole numbers add up quicker than fractions. */
  private static final int STEPS = 1 << 26;

  private final float[][] curves;
  private final int[][] inSteps = new int[3][256];
  private final double[] matrix;

  /**
   * @param curves three tables of 256 linear values
   * @param matrix nine values, row by row, or null for none
   */
  ColourTransform(float[][] curves, double[] matrix) {
    this.curves = curves;
    for (int i = 0; i < 3 * 256; i++) {
      inSteps[i / 256][i % 256] = Math.round(STEPS * curves[i / 256][i % 256]);
    }
    this.matrix = matrix;
  }

  public boolean isSrgb() {
    return this == SRGB;
  }

  /** Averages squares of {@code factor} by {@code factor} pixels in linear light. */
  LinearImage reduce(EncodedImage source, int factor) {
    int width = (source.widthPx() + factor - 1) / factor;
    int height = (source.heightPx() + factor - 1) / factor;
    float[] red = new float[width * height];
    float[] green = new float[width * height];
    float[] blue = new float[width * height];
    Rows.forEach(
        source.widthPx(),
        height,
        (from, to) -> {
          for (int row = from; row < to; row++) {
            reduceRow(source, factor, row, width, red, green, blue);
          }
        });
    return new LinearImage(width, height, factor, red, green, blue);
  }

  private void reduceRow(
      EncodedImage source, int factor, int row, int width, float[] r, float[] g, float[] b) {
    byte[] rgb = source.rgb();
    int[] curveR = inSteps[0];
    int[] curveG = inSteps[1];
    int[] curveB = inSteps[2];
    int fullWidth = source.widthPx();
    int top = row * factor;
    int bottom = Math.min(top + factor, source.heightPx());
    for (int column = 0; column < width; column++) {
      int left = column * factor;
      int right = Math.min(left + factor, fullWidth);
      long sumR = 0;
      long sumG = 0;
      long sumB = 0;
      for (int y = top; y < bottom; y++) {
        int end = 3 * (y * fullWidth + right);
        for (int at = 3 * (y * fullWidth + left); at < end; at += 3) {
          sumR += curveR[rgb[at] & 0xFF];
          sumG += curveG[rgb[at + 1] & 0xFF];
          sumB += curveB[rgb[at + 2] & 0xFF];
        }
      }
      float share = 1f / ((float) STEPS * (bottom - top) * (right - left));
      store(row * width + column, sumR * share, sumG * share, sumB * share, r, g, b);
    }
  }

  private void store(int at, float red, float green, float blue, float[] r, float[] g, float[] b) {
    if (matrix == null) {
      r[at] = red;
      g[at] = green;
      b[at] = blue;
    } else {
      r[at] = (float) (matrix[0] * red + matrix[1] * green + matrix[2] * blue);
      g[at] = (float) (matrix[3] * red + matrix[4] * green + matrix[5] * blue);
      b[at] = (float) (matrix[6] * red + matrix[7] * green + matrix[8] * blue);
    }
  }

  /** The same picture in 8-bit sRGB codes, clamped: what a selling place will see. */
  EncodedImage toSrgb(EncodedImage source) {
    if (isSrgb()) {
      return source;
    }
    byte[] in = source.rgb();
    byte[] out = new byte[in.length];
    int width = source.widthPx();
    Rows.forEach(
        width,
        source.heightPx(),
        (from, to) -> {
          float[] r = new float[1];
          float[] g = new float[1];
          float[] b = new float[1];
          for (int at = 3 * from * width; at < 3 * to * width; at += 3) {
            store(
                0,
                curves[0][in[at] & 0xFF],
                curves[1][in[at + 1] & 0xFF],
                curves[2][in[at + 2] & 0xFF],
                r,
                g,
                b);
            out[at] = (byte) Srgb.encode8(r[0]);
            out[at + 1] = (byte) Srgb.encode8(g[0]);
            out[at + 2] = (byte) Srgb.encode8(b[0]);
          }
        });
    return new EncodedImage(width, source.heightPx(), out);
  }

  private static float[][] srgbCurves() {
    float[] curve = new float[256];
    for (int code = 0; code < 256; code++) {
      curve[code] = (float) Srgb.decode8(code);
    }
    return new float[][] {curve, curve, curve};
  }
}
