package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.mask.Separation;
import java.util.Arrays;

/**
 * Grain in 8-bit codes, from flat fields at mid-tones: Immerkaer (1996), "Fast noise variance
 * estimation", equation 3, on each channel; the median field counts.
 */
final class Noise {
  private static final int FIELD_PX = 18;
  private static final int MIN_FIELDS = 8;
  private static final int DARKEST_CODE = 50;
  private static final int BRIGHTEST_CODE = 225;

  private Noise() {}

  /** Standard deviation, codes, mean of the three channels; null where no flat field is seen. */
  static Double measure(Analysed picture, Notes notes) {
    EncodedImage srgb = picture.srgb();
    Separation parts = picture.separation();
    int factor = picture.linear().factor();
    int columns = srgb.widthPx() / FIELD_PX;
    int rows = srgb.heightPx() / FIELD_PX;
    int step = Math.max(1, (int) Math.sqrt(columns * (double) rows / 1200));
    double[] sigmas = new double[(columns / step + 1) * (rows / step + 1)];
    int count = 0;
    for (int j = 0; j < rows; j += step) {
      for (int i = 0; i < columns; i += step) {
        int x = i * FIELD_PX;
        int y = j * FIELD_PX;
        int cell =
            Math.min((y + FIELD_PX / 2) / factor, parts.height() - 1) * parts.width()
                + Math.min((x + FIELD_PX / 2) / factor, parts.width() - 1);
        if (parts.kind()[cell] == Separation.GROUND || parts.kind()[cell] == Separation.PRODUCT) {
          double sigma = field(srgb, x, y);
          if (sigma >= 0) {
            sigmas[count++] = sigma;
          }
        }
      }
    }
    if (count < MIN_FIELDS) {
      notes.cantTell("sharpness.noiseSigma", "No flat mid-tone area to see grain in.");
      return null;
    }
    Arrays.sort(sigmas, 0, count);
    double sigma = sigmas[count / 3];
    notes.band("sharpness.noiseSigma", 0.25 * sigma + 0.3);
    return sigma;
  }

  /** Sigma of one field, or -1 where it is too dark, too bright or not flat. */
  private static double field(EncodedImage srgb, int x0, int y0) {
    double total = 0;
    int width = srgb.widthPx();
    byte[] rgb = srgb.rgb();
    for (int channel = 0; channel < 3; channel++) {
      long absolute = 0;
      long sum = 0;
      int low = 255;
      int high = 0;
      for (int y = y0 + 1; y < y0 + FIELD_PX - 1; y++) {
        for (int x = x0 + 1; x < x0 + FIELD_PX - 1; x++) {
          int at = 3 * (y * width + x) + channel;
          int up = at - 3 * width;
          int down = at + 3 * width;
          int laplace =
              code(rgb, up - 3)
                  + code(rgb, up + 3)
                  + code(rgb, down - 3)
                  + code(rgb, down + 3)
                  - 2 * (code(rgb, up) + code(rgb, down) + code(rgb, at - 3) + code(rgb, at + 3))
                  + 4 * code(rgb, at);
          absolute += Math.abs(laplace);
          int here = code(rgb, at);
          sum += here;
          low = Math.min(low, here);
          high = Math.max(high, here);
        }
      }
      int n = (FIELD_PX - 2) * (FIELD_PX - 2);
      double mean = (double) sum / n;
      if (mean < DARKEST_CODE || mean > BRIGHTEST_CODE || high - low > 90) {
        return -1;
      }
      total += Math.sqrt(Math.PI / 2) * absolute / (6.0 * n);
    }
    return total / 3;
  }

  private static int code(byte[] rgb, int at) {
    return rgb[at] & 0xFF;
  }
}
