package app.istante.core.sim;

/** A sphere resting on y = 0. */
public record Ball(double radius) implements Shape {
  @Override
  public boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    double fy = oy - radius;
    double b = ox * dx + fy * dy + oz * dz;
    double inside = b * b - (ox * ox + fy * fy + oz * oz - radius * radius);
    if (inside < 0) {
      return false;
    }
    double root = Math.sqrt(inside);
    double t = -b - root > NEAREST ? -b - root : -b + root;
    if (!(t > NEAREST) || t >= hit.distance) {
      return false;
    }
    double nx = (ox + t * dx) / radius;
    double ny = (fy + t * dy) / radius;
    double nz = (oz + t * dz) / radius;
    hit.up = (ny + 1) * radius;
    hit.set(t, nx, ny, nz, nx, nz);
    return true;
  }

  @Override
  public void place(Hit hit) {
    hit.u = Math.atan2(hit.v, hit.u) / (2 * Math.PI) + 0.5;
    hit.v = hit.up;
  }

  @Override
  public double reach() {
    return radius + 1e-6;
  }

  @Override
  public Vec centre() {
    return new Vec(0, radius, 0);
  }
}
