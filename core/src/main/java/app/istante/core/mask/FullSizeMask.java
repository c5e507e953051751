package app.istante.core.mask;

import app.istante.core.image.Rows;
import app.istante.core.image.Scale;

/** The product's share of each pixel of the photo, from the working picture's. */
public final class FullSizeMask {
  private final int width;
  private final int height;
  private final float[] alpha;
  private final float scale;

  private FullSizeMask(Separation parts, Scale scale) {
    this.scale = (float) scale.px();
    width = parts.width();
    height = parts.height();
    alpha = parts.alpha().clone();
    for (int at = 0; at < alpha.length; at++) {
      if (parts.kind()[at] == Separation.FOREIGN) {
        alpha[at] = 0;
      }
    }
  }

  /**
   * @param scale of the parts
   * @return 0 to 255, row by row; all 0 where nothing was found
   */
  public static byte[] of(Separation parts, Scale scale, int fullWidth, int fullHeight) {
    byte[] out = new byte[fullWidth * fullHeight];
    if (parts.found()) {
      FullSizeMask mask = new FullSizeMask(parts, scale);
      Rows.forEach(
          fullWidth,
          fullHeight,
          (from, to) -> {
            for (int y = from; y < to; y++) {
              mask.row(y, out, fullWidth);
            }
          });
    }
    return out;
  }

  private void row(int y, byte[] out, int fullWidth) {
    float v = (y + 0.5f) / scale - 0.5f;
    int y0 = Planes.clamp((int) Math.floor(v), height);
    int y1 = Planes.clamp(y0 + 1, height);
    float fy = Math.max(0, Math.min(1, v - y0));
    for (int x = 0; x < fullWidth; x++) {
      float u = (x + 0.5f) / scale - 0.5f;
      int x0 = Planes.clamp((int) Math.floor(u), width);
      int x1 = Planes.clamp(x0 + 1, width);
      float fx = Math.max(0, Math.min(1, u - x0));
      float top = mix(y0 * width, x0, x1, fx);
      float low = mix(y1 * width, x0, x1, fx);
      out[y * fullWidth + x] = (byte) Math.round(255 * (top + fy * (low - top)));
    }
  }

  private float mix(int row, int x0, int x1, float share) {
    return alpha[row + x0] + share * (alpha[row + x1] - alpha[row + x0]);
  }
}
