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
  public boolean meet(Vec o, Vec d, Hit hit) {
    Vec from = o.minus(centre());
    double b = from.dot(d);
    double c = from.dot(from) - reach() * reach();
    double inside = b * b - c;
    if (inside < 0) {
      return false;
    }
    double t = Math.max(NEAREST * 50, -b - Math.sqrt(inside));
    double end = Math.min(hit.distance, -b + Math.sqrt(inside));
    for (int step = 0; step < MARCHING_STEPS && t < end; step++) {
      double gap = gap(from, d, t);
      if (Math.abs(gap) < 1e-3) {
        return t > NEAREST && accept(from.plus(d.times(t)), t, hit);
      }
      t += Math.abs(gap);
    }
    return false;
  }

  private double gap(Vec from, Vec d, double t) {
    double x = from.x() + t * d.x();
    double y = from.y() + t * d.y();
    double z = from.z() + t * d.z();
    return Math.hypot(Math.hypot(x, y) - ring, z) - tube;
  }

  private boolean accept(Vec p, double t, Hit hit) {
    double r = Math.hypot(p.x(), p.y());
    double k = (r - ring) / r;
    Vec normal = new Vec(p.x() * k, p.y() * k, p.z()).unit();
    hit.set(t, normal.x(), normal.y(), normal.z(), Math.atan2(p.y(), p.x()) / (2 * Math.PI), 0.5);
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
