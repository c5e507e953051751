package app.istante.core.sim;

/**
 * A torus standing upright in the plane z = 0, as the handle of a can or a bell; found by marching
 * along its distance field. Millimetres.
 *
 * @param ring radius of the circle in the middle of the tube
 * @param tube radius of the tube
 */
public record Ring(double ring, double tube) implements Shape {
  private static final int MARCHING_STEPS = 90;

  @Override
  public boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    double fy = oy - (ring + tube);
    double b = ox * dx + fy * dy + oz * dz;
    double c = ox * ox + fy * fy + oz * oz - reach() * reach();
    double inside = b * b - c;
    if (inside < 0) {
      return false;
    }
    double t = Math.max(NEAREST * 50, -b - Math.sqrt(inside));
    double end = Math.min(hit.distance, -b + Math.sqrt(inside));
    for (int step = 0; step < MARCHING_STEPS && t < end; step++) {
      double x = ox + t * dx;
      double y = fy + t * dy;
      double z = oz + t * dz;
      double round = Math.sqrt(x * x + y * y) - ring;
      double gap = Math.sqrt(round * round + z * z) - tube;
      if (Math.abs(gap) < 1e-3) {
        return t > NEAREST && accept(x, y, z, t, hit);
      }
      t += Math.abs(gap);
    }
    return false;
  }

  private boolean accept(double x, double y, double z, double t, Hit hit) {
    double r = Math.sqrt(x * x + y * y);
    double k = (r - ring) / r;
    double nx = x * k;
    double ny = y * k;
    double length = Math.sqrt(nx * nx + ny * ny + z * z);
    hit.set(t, nx / length, ny / length, z / length, Math.atan2(y, x) / (2 * Math.PI) + 0.5, 0.5);
    return true;
  }

  @Override
  public double reach() {
    return ring + tube + 1e-6;
  }

  @Override
  public Vec centre() {
    return new Vec(0, ring + tube, 0);
  }
}
