package app.istante.core.sim;

/**
 * A turned body: a profile of (radius, height) points spun about the upright axis. Normals are
 * smoothed along the profile except at corners sharper than 35 degrees.
 */
public final class Lathe implements Shape {
  private static final double CORNER_COSINE = Math.cos(Math.toRadians(35));

  private final double[] radius;
  private final double[] height;
  private final double[] startNormal;
  private final double[] endNormal;
  private final double widest;
  private final double reach;
  private final Vec centre;

  /** Points from the bottom to the top: radius, height, radius, height … in millimetres. */
  public Lathe(double... points) {
    int count = points.length / 2;
    radius = new double[count];
    height = new double[count];
    for (int i = 0; i < count; i++) {
      radius[i] = points[2 * i];
      height[i] = points[2 * i + 1];
    }
    startNormal = new double[2 * count];
    endNormal = new double[2 * count];
    smoothNormals();
    double top = 0;
    double bottom = Double.MAX_VALUE;
    for (double h : height) {
      top = Math.max(top, h);
      bottom = Math.min(bottom, h);
    }
    centre = new Vec(0, (top + bottom) / 2, 0);
    double far = 0;
    double wide = 0;
    for (int i = 0; i < count; i++) {
      far = Math.max(far, Math.hypot(radius[i], height[i] - centre.y()));
      wide = Math.max(wide, radius[i]);
    }
    reach = far + 1e-6;
    widest = wide + 1e-6;
  }

  /** The same points joined by a smooth curve (Catmull and Rom 1974), in small steps. */
  public static Lathe curved(double... points) {
    int count = points.length / 2;
    int steps = 6;
    double[] fine = new double[2 * ((count - 1) * steps + 1)];
    for (int i = 0; i < (count - 1) * steps + 1; i++) {
      int k = Math.min(i / steps, count - 2);
      double t = (double) (i - k * steps) / steps;
      for (int axis = 0; axis < 2; axis++) {
        double p1 = points[2 * k + axis];
        double p2 = points[2 * (k + 1) + axis];
        double p0 = k == 0 ? p1 : points[2 * (k - 1) + axis];
        double p3 = k + 2 < count ? points[2 * (k + 2) + axis] : p2;
        double value =
            0.5
                * (2 * p1
                    + t
                        * (p2
                            - p0
                            + t * (2 * p0 - 5 * p1 + 4 * p2 - p3 + t * (3 * (p1 - p2) + p3 - p0))));
        fine[2 * i + axis] = axis == 0 ? Math.max(0, value) : value;
      }
    }
    return new Lathe(fine);
  }

  private void smoothNormals() {
    int segments = radius.length - 1;
    double[][] flat = new double[segments][2];
    for (int i = 0; i < segments; i++) {
      double dr = radius[i + 1] - radius[i];
      double dh = height[i + 1] - height[i];
      double length = Math.hypot(dr, dh);
      flat[i][0] = dh / length;
      flat[i][1] = -dr / length;
    }
    for (int i = 0; i < segments; i++) {
      blend(flat, i, i - 1, startNormal, segments);
      blend(flat, i, i + 1, endNormal, segments);
    }
  }

  private static void blend(double[][] flat, int i, int neighbour, double[] out, int segments) {
    double nr = flat[i][0];
    double nh = flat[i][1];
    if (neighbour >= 0 && neighbour < segments) {
      double cosine = nr * flat[neighbour][0] + nh * flat[neighbour][1];
      if (cosine > CORNER_COSINE) {
        nr += flat[neighbour][0];
        nh += flat[neighbour][1];
        double length = Math.hypot(nr, nh);
        nr /= length;
        nh /= length;
      }
    }
    out[2 * i] = nr;
    out[2 * i + 1] = nh;
  }

  @Override
  public boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    // Only rings between the heights where the ray runs inside the widest cylinder can be met.
    double a = dx * dx + dz * dz;
    double low = oy;
    double high = oy;
    if (a > 1e-18) {
      double b = ox * dx + oz * dz;
      double inside = b * b - a * (ox * ox + oz * oz - widest * widest);
      if (inside < 0) {
        return false;
      }
      double root = Math.sqrt(inside);
      double y0 = oy + Math.max(0, (-b - root) / a) * dy;
      double y1 = oy + Math.max(0, Math.min(hit.distance, (-b + root) / a)) * dy;
      low = Math.min(y0, y1) - 1e-6;
      high = Math.max(y0, y1) + 1e-6;
    } else if (ox * ox + oz * oz > widest * widest) {
      return false;
    } else {
      low = dy > 0 ? oy : -Double.MAX_VALUE;
      high = dy > 0 ? Double.MAX_VALUE : oy;
    }
    boolean any = false;
    for (int i = 0; i + 1 < radius.length; i++) {
      if (Math.max(height[i], height[i + 1]) >= low && Math.min(height[i], height[i + 1]) <= high) {
        any |= meetCone(i, ox, oy, oz, dx, dy, dz, hit);
      }
    }
    return any;
  }

  /** x² + z² = (r0 + k (y - h0))², a cone frustum; a flat ring where the two heights are equal. */
  private boolean meetCone(
      int i, double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    double h0 = height[i];
    double h1 = height[i + 1];
    double r0 = radius[i];
    double r1 = radius[i + 1];
    if (Math.abs(h1 - h0) < 1e-9) {
      double t = (h0 - oy) / dy;
      double x = ox + t * dx;
      double z = oz + t * dz;
      double r = Math.sqrt(x * x + z * z);
      boolean on = r >= Math.min(r0, r1) && r <= Math.max(r0, r1);
      return on && accept(i, t, x, z, r, (r - r0) / (r1 - r0), hit);
    }
    double k = (r1 - r0) / (h1 - h0);
    double base = r0 + k * (oy - h0);
    double a = dx * dx + dz * dz - k * k * dy * dy;
    double b = ox * dx + oz * dz - base * k * dy;
    double c = ox * ox + oz * oz - base * base;
    double inside = b * b - a * c;
    if (inside < 0 || Math.abs(a) < 1e-14) {
      return false;
    }
    double root = Math.sqrt(inside);
    double first = (-b - root) / a;
    double second = (-b + root) / a;
    double near = Math.min(first, second);
    double far = Math.max(first, second);
    return tryAt(i, near, ox, oy, oz, dx, dy, dz, hit)
        || tryAt(i, far, ox, oy, oz, dx, dy, dz, hit);
  }

  private boolean tryAt(
      int i, double t, double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    double y = oy + t * dy;
    double share = (y - height[i]) / (height[i + 1] - height[i]);
    if (share < 0 || share > 1) {
      return false;
    }
    double x = ox + t * dx;
    double z = oz + t * dz;
    double r = radius[i] + share * (radius[i + 1] - radius[i]);
    return r >= 0 && accept(i, t, x, z, Math.max(r, 1e-9), share, hit);
  }

  private boolean accept(int i, double t, double x, double z, double r, double share, Hit hit) {
    if (!(t > NEAREST) || t >= hit.distance) {
      return false;
    }
    double nr = startNormal[2 * i] + share * (endNormal[2 * i] - startNormal[2 * i]);
    double nh = startNormal[2 * i + 1] + share * (endNormal[2 * i + 1] - startNormal[2 * i + 1]);
    double length = Math.sqrt(nr * nr + nh * nh);
    hit.up = height[i] + share * (height[i + 1] - height[i]);
    double inverse = r < 1e-6 ? 0 : 1 / r;
    hit.set(t, nr / length * x * inverse, nh / length, nr / length * z * inverse, x, z);
    return true;
  }

  /** From place to turn about the axis, 0 to 1, and height in mm. */
  @Override
  public void place(Hit hit) {
    hit.u = Math.atan2(hit.v, hit.u) / (2 * Math.PI) + 0.5;
    hit.v = hit.up;
  }

  @Override
  public double reach() {
    return reach;
  }

  @Override
  public Vec centre() {
    return centre;
  }
}
