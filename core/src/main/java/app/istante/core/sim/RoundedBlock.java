package app.istante.core.sim;

/**
 * A box with rounded edges standing on y = 0, found by marching along its distance field (Hart
 * 1996, "Sphere tracing"). Millimetres; u runs across and v up, each 0 to 1, as on {@link Block}.
 */
public record RoundedBlock(double width, double height, double depth, double round)
    implements Shape {
  private static final int MARCHING_STEPS = 80;

  @Override
  public boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    double fy = oy - height / 2;
    double b = ox * dx + fy * dy + oz * dz;
    double c = ox * ox + fy * fy + oz * oz - reach() * reach();
    double inside = b * b - c;
    if (inside < 0) {
      return false;
    }
    double t = Math.max(NEAREST * 50, -b - Math.sqrt(inside));
    double end = Math.min(hit.distance, -b + Math.sqrt(inside));
    for (int step = 0; step < MARCHING_STEPS && t < end; step++) {
      double gap = gap(ox + t * dx, fy + t * dy, oz + t * dz);
      if (Math.abs(gap) < 1e-3) {
        return accept(ox + t * dx, fy + t * dy, oz + t * dz, t, hit);
      }
      t += Math.abs(gap);
    }
    return false;
  }

  private double gap(double x, double y, double z) {
    double qx = Math.abs(x) - width / 2 + round;
    double qy = Math.abs(y) - height / 2 + round;
    double qz = Math.abs(z) - depth / 2 + round;
    double ax = Math.max(qx, 0);
    double ay = Math.max(qy, 0);
    double az = Math.max(qz, 0);
    return Math.sqrt(ax * ax + ay * ay + az * az)
        + Math.min(0, Math.max(qx, Math.max(qy, qz)))
        - round;
  }

  private boolean accept(double x, double y, double z, double t, Hit hit) {
    double e = 1e-3;
    double nx = gap(x + e, y, z) - gap(x - e, y, z);
    double ny = gap(x, y + e, z) - gap(x, y - e, z);
    double nz = gap(x, y, z + e) - gap(x, y, z - e);
    double length = Math.sqrt(nx * nx + ny * ny + nz * nz);
    boolean onSide = Math.abs(nx) > Math.abs(nz);
    hit.set(
        t,
        nx / length,
        ny / length,
        nz / length,
        onSide ? z / depth + 0.5 : x / width + 0.5,
        y / height + 0.5);
    return true;
  }

  @Override
  public double reach() {
    return Math.sqrt(width * width + height * height + depth * depth) / 2 + 1e-6;
  }

  @Override
  public Vec centre() {
    return new Vec(0, height / 2, 0);
  }
}
