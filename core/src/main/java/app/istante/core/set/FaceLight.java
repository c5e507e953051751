package app.istante.core.set;

/**
 * Light from an even, flat face on a surface, exactly: Lambert's formula for polygons (Lambert,
 * "Photometria", 1760; Arvo 1995, "Applications of irradiance tensors", equation 2). Replaces the
 * inverse square law near large lamps, where that errs.
 */
final class FaceLight {
  private FaceLight() {}

  /**
   * Share of the hemisphere over a surface, weighted by the cosine, that a polygon takes: 0 to 1.
   * The illuminance is pi times this times the polygon's luminance.
   *
   * @param corners x, y, z of each, in order
   * @param p the point lit
   * @param n its unit normal; what lies under its horizon is cut off
   */
  static double share(double[][] corners, double[] p, double[] n) {
    double[][] above = clip(corners, p, n);
    if (above.length < 3) {
      return 0;
    }
    double sum = 0;
    for (int i = 0; i < above.length; i++) {
      double[] a = unit(above[i]);
      double[] b = unit(above[(i + 1) % above.length]);
      double cos = Math.max(-1, Math.min(1, a[0] * b[0] + a[1] * b[1] + a[2] * b[2]));
      double cx = a[1] * b[2] - a[2] * b[1];
      double cy = a[2] * b[0] - a[0] * b[2];
      double cz = a[0] * b[1] - a[1] * b[0];
      double sin = Math.sqrt(cx * cx + cy * cy + cz * cz);
      if (sin > 1e-12) {
        sum += Math.acos(cos) * (cx * n[0] + cy * n[1] + cz * n[2]) / sin;
      }
    }
    return Math.min(1, Math.abs(sum) / (2 * Math.PI));
  }

  /** Corners seen from p, cut at the horizon (Sutherland and Hodgman 1974). */
  private static double[][] clip(double[][] corners, double[] p, double[] n) {
    double[][] out = new double[corners.length + 2][];
    int count = 0;
    for (int i = 0; i < corners.length; i++) {
      double[] a = from(corners[i], p);
      double[] b = from(corners[(i + 1) % corners.length], p);
      double ha = a[0] * n[0] + a[1] * n[1] + a[2] * n[2];
      double hb = b[0] * n[0] + b[1] * n[1] + b[2] * n[2];
      if (ha >= 0) {
        out[count++] = a;
      }
      if (ha >= 0 != hb >= 0) {
        double t = ha / (ha - hb);
        out[count++] =
            new double[] {
              a[0] + t * (b[0] - a[0]), a[1] + t * (b[1] - a[1]), a[2] + t * (b[2] - a[2])
            };
      }
      if (count == out.length) {
        break;
      }
    }
    return java.util.Arrays.copyOf(out, count);
  }

  private static double[] from(double[] a, double[] p) {
    return new double[] {a[0] - p[0], a[1] - p[1], a[2] - p[2]};
  }

  private static double[] unit(double[] v) {
    double length = Math.max(1e-9, Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]));
    return new double[] {v[0] / length, v[1] / length, v[2] / length};
  }
}
