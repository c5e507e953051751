package app.istante.core.image;

import java.util.Arrays;

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

  /** The light of the cells of a scale, linear. */
  LinearImage reduce(EncodedImage source, Scale scale) {
    return reduce(source.whole(), scale);
  }

  LinearImage reduce(EncodedImage.Part source, Scale scale) {
    int width = scale.cells(source.width());
    int height = scale.cells(source.height());
    float[][] planes = new float[3][width * height];
    int factor = (int) scale.px();
    if (factor == scale.px()) {
      Rows.forEach(
          source.width(),
          height,
          (from, to) -> {
            for (int row = from; row < to; row++) {
              reduceRow(source, factor, row, width, planes);
            }
          });
    } else {
      Scale.Taps[] rows = scale.taps(source.height());
      Scale.Taps[] columns = scale.taps(source.width());
      Rows.forEach(
          source.width(),
          height,
          (from, to) -> {
            float[] sums = new float[3 * source.width()];
            for (int row = from; row < to; row++) {
              weighRows(source, rows[row], sums);
              weighColumns(sums, columns, row * width, planes);
            }
          });
    }
    return new LinearImage(width, height, scale, planes[0], planes[1], planes[2]);
  }

  private void reduceRow(
      EncodedImage.Part source, int factor, int row, int width, float[][] planes) {
    byte[] rgb = source.of().rgb();
    int[] curveR = inSteps[0];
    int[] curveG = inSteps[1];
    int[] curveB = inSteps[2];
    int top = row * factor;
    int bottom = Math.min(top + factor, source.height());
    for (int column = 0; column < width; column++) {
      int left = column * factor;
      int right = Math.min(left + factor, source.width());
      long sumR = 0;
      long sumG = 0;
      long sumB = 0;
      for (int y = top; y < bottom; y++) {
        int end = source.at(right, y);
        for (int at = source.at(left, y); at < end; at += 3) {
          sumR += curveR[rgb[at] & 0xFF];
          sumG += curveG[rgb[at + 1] & 0xFF];
          sumB += curveB[rgb[at + 2] & 0xFF];
        }
      }
      float share = 1f / ((float) STEPS * (bottom - top) * (right - left));
      store(row * width + column, sumR * share, sumG * share, sumB * share, planes);
    }
  }

  private void weighRows(EncodedImage.Part source, Scale.Taps rows, float[] sums) {
    byte[] rgb = source.of().rgb();
    Arrays.fill(sums, 0);
    for (int tap = 0; tap < rows.weights().length; tap++) {
      float weight = rows.weights()[tap];
      int at = source.at(0, rows.from() + tap);
      for (int i = 0; i < sums.length; i += 3, at += 3) {
        sums[i] += weight * curves[0][rgb[at] & 0xFF];
        sums[i + 1] += weight * curves[1][rgb[at + 1] & 0xFF];
        sums[i + 2] += weight * curves[2][rgb[at + 2] & 0xFF];
      }
    }
  }

  /**
   * @param first where its row of the planes begins
   */
  private void weighColumns(float[] sums, Scale.Taps[] columns, int first, float[][] planes) {
    for (int column = 0; column < columns.length; column++) {
      float red = 0;
      float green = 0;
      float blue = 0;
      float[] weights = columns[column].weights();
      for (int tap = 0, at = 3 * columns[column].from(); tap < weights.length; tap++, at += 3) {
        red += weights[tap] * sums[at];
        green += weights[tap] * sums[at + 1];
        blue += weights[tap] * sums[at + 2];
      }
      // A cubic overshoots what the file can hold.
      store(first + column, within(red), within(green), within(blue), planes);
    }
  }

  private static float within(float light) {
    return Math.max(0, Math.min(1, light));
  }

  private void store(int at, float red, float green, float blue, float[][] planes) {
    float[] r = planes[0];
    float[] g = planes[1];
    float[] b = planes[2];
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
          Turned turned = new Turned();
          for (int at = 3 * from * width; at < 3 * to * width; at += 3) {
            int code = turned.code(in[at] & 0xFF, in[at + 1] & 0xFF, in[at + 2] & 0xFF);
            out[at] = (byte) (code >> 16);
            out[at + 1] = (byte) (code >> 8);
            out[at + 2] = (byte) code;
          }
        });
    return new EncodedImage(width, source.heightPx(), out);
  }

  /**
   * Codes in sRGB, those that were worked out lately kept: neighbours show few colours, and a look
   * takes a quarter of the time.
   */
  private final class Turned {
    private static final int BITS = 14;

    /** Of no codes. */
    private static final int NOTHING = -1;

    /** Spreads neighbouring codes over the places: Knuth's multiplicative hash. */
    private static final int SPREADING = 0x9E3779B1;

    private final int[] from = new int[1 << BITS];
    private final int[] to = new int[1 << BITS];
    private final float[][] light = new float[3][1];

    Turned() {
      Arrays.fill(from, NOTHING);
    }

    /** Red, green and blue in one number, eight bits each. */
    int code(int red, int green, int blue) {
      int own = red << 16 | green << 8 | blue;
      int place = own * SPREADING >>> 32 - BITS;
      if (from[place] != own) {
        store(0, curves[0][red], curves[1][green], curves[2][blue], light);
        from[place] = own;
        to[place] =
            Srgb.encode8(light[0][0]) << 16
                | Srgb.encode8(light[1][0]) << 8
                | Srgb.encode8(light[2][0]);
      }
      return to[place];
    }
  }

  private static float[][] srgbCurves() {
    float[] curve = new float[256];
    for (int code = 0; code < 256; code++) {
      curve[code] = (float) Srgb.decode8(code);
    }
    return new float[][] {curve, curve, curve};
  }
}
