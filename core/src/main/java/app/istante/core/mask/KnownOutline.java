package app.istante.core.mask;

import app.istante.core.image.Scale;

/**
 * An outline that is not to be looked for: of the take that a picture was made of, carried over.
 *
 * @param cover the product's share of each pixel of the photo, 0 to 255, row by row; only read
 * @param confidence 0 to 1, that of the take's outline
 * @param parts separate parts of the product
 * @param holes places where the ground is seen through it
 */
public record KnownOutline(byte[] cover, double confidence, int parts, int holes) {
  /** What it covers of the cells of a scale, 0 to 1. */
  float[] alpha(int fullWidth, Scale scale, int width, int height) {
    Scale.Taps[] columns = scale.taps(fullWidth);
    Scale.Taps[] rows = scale.taps(cover.length / fullWidth);
    float[] alpha = new float[width * height];
    for (int at = 0; at < alpha.length; at++) {
      Scale.Taps column = columns[at % width];
      Scale.Taps row = rows[at / width];
      float sum = 0;
      for (int v = 0; v < row.weights().length; v++) {
        int from = (row.from() + v) * fullWidth + column.from();
        for (int u = 0; u < column.weights().length; u++) {
          sum += row.weights()[v] * column.weights()[u] * (cover[from + u] & 0xFF);
        }
      }
      alpha[at] = Math.max(0, Math.min(1, sum / 255));
    }
    return alpha;
  }
}
