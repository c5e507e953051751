package app.istante.core.mask;

/**
 * An outline that is not to be looked for: of the take that a picture was made of, carried over.
 *
 * @param cover the product's share of each pixel of the photo, 0 to 255, row by row; only read
 * @param confidence 0 to 1, that of the take's outline
 * @param parts separate parts of the product
 * @param holes places where the ground is seen through it
 */
public record KnownOutline(byte[] cover, double confidence, int parts, int holes) {
  /**
   * Its means over the squares of a photo that make a working pixel each, 0 to 1; those at the
   * right and the lower edge may be narrower.
   */
  float[] alpha(int fullWidth, int factor, int width, int height) {
    int fullHeight = cover.length / fullWidth;
    float[] alpha = new float[width * height];
    for (int at = 0; at < alpha.length; at++) {
      int left = at % width * factor;
      int top = at / width * factor;
      int right = Math.min(fullWidth, left + factor);
      int bottom = Math.min(fullHeight, top + factor);
      int sum = 0;
      for (int y = top; y < bottom; y++) {
        for (int x = left; x < right; x++) {
          sum += cover[y * fullWidth + x] & 0xFF;
        }
      }
      alpha[at] = sum / (255f * (right - left) * (bottom - top));
    }
    return alpha;
  }
}
