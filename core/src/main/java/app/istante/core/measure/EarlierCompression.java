package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.JpegCoding;
import app.istante.core.image.Photo;
import java.util.Arrays;

/**
 * How hard a picture was once compressed, be its file a fine one now: the coefficients of its 8 x 8
 * blocks still lie at whole multiples of the coarse step they were rounded to (after Fan and de
 * Queiroz 2003, "Identification of bitmap compression history"). A file that was turned, cropped or
 * made smaller since does not show it any more.
 */
final class EarlierCompression {
  private static final int SIDE = BlockCosines.SIDE;
  private static final int MOST_BLOCKS = 4000;

  /** The coefficients that are looked at, across and down, and their steps at quality 50. */
  private static final int[][] COEFFICIENTS = {
    {1, 0, 11}, {0, 1, 12}, {1, 1, 12}, {2, 0, 10}, {0, 2, 14}, {2, 1, 14}, {1, 2, 13}
  };

  private static final int FINEST_STEP = 8;
  private static final int COARSEST_STEP = 120;

  /** Coefficients of less than half a step were rounded to nothing, and tell nothing. */
  private static final int FEWEST_ROUNDED = 60;

  /** Mean of the cosine of a whole turn a step: 1 where all lie on steps, 0 where none does. */
  private static final double ON_STEPS = 0.6;

  private static final int FEWEST_TOLD = 3;
  private static final int FIRST_LOOK = 400;
  private static final int FEWEST_IN_FIRST = 20;

  private final EncodedImage codes;
  private final int left;
  private final int top;
  private final int columns;
  private final int rows;

  private EarlierCompression(EncodedImage codes, int left, int top) {
    this.codes = codes;
    this.left = left;
    this.top = top;
    columns = (codes.widthPx() - left) / SIDE;
    rows = (codes.heightPx() - top) / SIDE;
  }

  /**
   * @return the quality, 1 to 50 as encoders commonly scale the tables of T.81, K.1; null where no
   *     coarse steps are seen
   */
  static Integer quality(Photo photo) {
    int left = photo.coding().map(JpegCoding::leftPx).orElse(0);
    int top = photo.coding().map(JpegCoding::topPx).orElse(0);
    return new EarlierCompression(photo.codes(), left, top).quality();
  }

  private Integer quality() {
    if (columns == 0 || rows == 0) {
      return null;
    }
    double[][] found = coefficients();
    double[] coarser = new double[COEFFICIENTS.length];
    int told = 0;
    for (int i = 0; i < COEFFICIENTS.length; i++) {
      int step = step(found[i]);
      if (step > 0) {
        coarser[told++] = (double) step / COEFFICIENTS[i][2];
      }
    }
    if (told < FEWEST_TOLD) {
      return null;
    }
    Arrays.sort(coarser, 0, told);
    double times = coarser[told / 2];
    return times < 1 ? null : (int) Math.round(50 / times);
  }

  /** The coarsest step on whose multiples most coefficients lie; 0 without one. */
  private static int step(double[] coefficients) {
    int every = Math.max(1, coefficients.length / FIRST_LOOK);
    for (int step = COARSEST_STEP; step >= FINEST_STEP; step--) {
      // A few tell most steps to be none.
      boolean none = onSteps(coefficients, step, every, FEWEST_IN_FIRST) < ON_STEPS / 2;
      if (!none && onSteps(coefficients, step, 1, FEWEST_ROUNDED) > ON_STEPS) {
        return step;
      }
    }
    return 0;
  }

  /**
   * Mean cosine of a whole turn a step, over the coefficients or each so manieth; NaN where too few
   * of them are large enough to tell.
   */
  private static double onSteps(double[] coefficients, int step, int every, int fewest) {
    double sum = 0;
    int count = 0;
    for (int i = 0; i < coefficients.length; i += every) {
      if (Math.abs(coefficients[i]) > step / 2.0) {
        sum += Math.cos(2 * Math.PI * coefficients[i] / step);
        count++;
      }
    }
    return count < fewest ? Double.NaN : sum / count;
  }

  private double[][] coefficients() {
    int every = Math.max(1, columns * rows / MOST_BLOCKS);
    int blocks = (columns * rows + every - 1) / every;
    double[][] found = new double[COEFFICIENTS.length][blocks];
    double[] light = new double[SIDE * SIDE];
    for (int n = 0; n < blocks; n++) {
      int block = n * every;
      light(left + block % columns * SIDE, top + block / columns * SIDE, light);
      for (int i = 0; i < COEFFICIENTS.length; i++) {
        found[i][n] = BlockCosines.coefficient(light, COEFFICIENTS[i][0], COEFFICIENTS[i][1]);
      }
    }
    return found;
  }

  private void light(int x0, int y0, double[] into) {
    byte[] rgb = codes.rgb();
    for (int y = 0; y < SIDE; y++) {
      int at = 3 * ((y0 + y) * codes.widthPx() + x0);
      for (int x = 0; x < SIDE; x++, at += 3) {
        into[y * SIDE + x] =
            0.299 * (rgb[at] & 0xFF) + 0.587 * (rgb[at + 1] & 0xFF) + 0.114 * (rgb[at + 2] & 0xFF);
      }
    }
  }
}
