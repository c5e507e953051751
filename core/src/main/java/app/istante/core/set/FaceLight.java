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
    double[] above = new double[3 * (corners.length + 2)];
    int count = clip(corners, p, n, above);
    if (count < 3) {
      return 0;
    }
    double sum = 0;
    for (int i = 0; i < count; i++) {
      int a = 3 * i;
      int b = 3 * ((i + 1) % count);
      double cos = above[a] * above[b] + above[a + 1] * above[b + 1] + above[a + 2] * above[b + 2];
      double cx = above[a + 1] * above[b + 2] - above[a + 2] * above[b + 1];
      double cy = above[a + 2] * above[b] - above[a] * above[b + 2];
      double cz = above[a] * above[b + 1] - above[a + 1] * above[b];
      double sin = Math.sqrt(cx * cx + cy * cy + cz * cz);
      if (sin > 1e-12) {
        double angle = acos(Math.max(-1, Math.min(1, cos)));
        sum += angle * (cx * n[0] + cy * n[1] + cz * n[2]) / sin;
      }
    }
    return Math.min(1, Math.abs(sum) / (2 * Math.PI));
  }

  /**
   * Arc cosine to 3e-8 (Abramowitz and Stegun 1964, 4.4.46). Math.acos leaves the compiled code for
   * each call, and a set asks for hundreds of thousands.
   */
  static double acos(double x) {
    double a = Math.abs(x);
    double sum = -0.0012624911;
    sum = sum * a + 0.0066700901;
    sum = sum * a - 0.0170881256;
    sum = sum * a + 0.0308918810;
    sum = sum * a - 0.0501743046;
    sum = sum * a + 0.0889789874;
    sum = sum * a - 0.2145988016;
    sum = sum * a + 1.5707963050;
    double angle = Math.sqrt(1 - a) * sum;
    return x < 0 ? Math.PI - angle : angle;
  }

  /**
   * Directions of the corners seen from p, cut at the horizon (Sutherland and Hodgman 1974).
   *
   * @param out x, y, z of each, of length 1
   * @return how many there are
   */
  private static int clip(double[][] corners, double[] p, double[] n, double[] out) {
    int count = 0;
    double[] last = corners[corners.length - 1];
    double ax = last[0] - p[0];
    double ay = last[1] - p[1];
    double az = last[2] - p[2];
    double ha = ax * n[0] + ay * n[1] + az * n[2];
    for (double[] corner : corners) {
      double bx = corner[0] - p[0];
      double by = corner[1] - p[1];
      double bz = corner[2] - p[2];
      double hb = bx * n[0] + by * n[1] + bz * n[2];
      if (ha >= 0 != hb >= 0) {
        double t = ha / (ha - hb);
        put(out, count++, ax + t * (bx - ax), ay + t * (by - ay), az + t * (bz - az));
      }
      if (hb >= 0) {
        put(out, count++, bx, by, bz);
      }
      ax = bx;
      ay = by;
      az = bz;
      ha = hb;
    }
    return count;
  }

  private static void put(double[] out, int at, double x, double y, double z) {
    double length = Math.max(1e-9, Math.sqrt(x * x + y * y + z * z));
    out[3 * at] = x / length;
    out[3 * at + 1] = y / length;
    out[3 * at + 2] = z / length;
  }
}
