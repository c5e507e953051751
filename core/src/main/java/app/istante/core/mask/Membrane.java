package app.istante.core.mask;

/**
 * Fills what is not known of a plane smoothly from what is known around it: halved again and again
 * with the known values' means, then doubled again, unknown places taking the coarser value (the
 * pull-push scheme of Gortler et al. 1996).
 */
final class Membrane {
  private Membrane() {}

  /**
   * @param plane row by row; where {@code known} is false its values are not looked at
   * @return the plane with the unknown places filled; all 0 where nothing is known
   */
  static float[] fill(float[] plane, boolean[] known, int width, int height) {
    float[] weight = new float[plane.length];
    for (int at = 0; at < weight.length; at++) {
      weight[at] = known[at] ? 1 : 0;
    }
    return filled(plane, weight, width, height);
  }

  private static float[] filled(float[] plane, float[] weight, int width, int height) {
    float[] out = new float[plane.length];
    if (width <= 1 && height <= 1) {
      out[0] = weight[0] > 0 ? plane[0] : 0;
      return out;
    }
    int w = (width + 1) / 2;
    int h = (height + 1) / 2;
    float[] half = new float[w * h];
    float[] halfWeight = new float[w * h];
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        int at = y * width + x;
        int to = (y / 2) * w + x / 2;
        half[to] += weight[at] * plane[at];
        halfWeight[to] += weight[at];
      }
    }
    for (int at = 0; at < half.length; at++) {
      if (halfWeight[at] > 0) {
        half[at] /= halfWeight[at];
        halfWeight[at] = Math.min(1, halfWeight[at]);
      }
    }
    float[] coarse = filled(half, halfWeight, w, h);
    for (int y = 0; y < height; y++) {
      double v = (y + 0.5) / 2 - 0.5;
      int y0 = Planes.clamp((int) Math.floor(v), h);
      int y1 = Planes.clamp(y0 + 1, h);
      double fy = Math.max(0, v - y0);
      for (int x = 0; x < width; x++) {
        int at = y * width + x;
        if (weight[at] >= 1) {
          out[at] = plane[at];
          continue;
        }
        double u = (x + 0.5) / 2 - 0.5;
        int x0 = Planes.clamp((int) Math.floor(u), w);
        int x1 = Planes.clamp(x0 + 1, w);
        double fx = Math.max(0, u - x0);
        double top = coarse[y0 * w + x0] + fx * (coarse[y0 * w + x1] - coarse[y0 * w + x0]);
        double low = coarse[y1 * w + x0] + fx * (coarse[y1 * w + x1] - coarse[y1 * w + x0]);
        double between = top + fy * (low - top);
        out[at] = (float) (weight[at] * plane[at] + (1 - weight[at]) * between);
      }
    }
    return out;
  }
}
