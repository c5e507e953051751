package app.istante.core.sim;

/**
 * A thin upright rectangle in z = 0, its lower edge on y = 0, seen from both sides; a round hole
 * may be cut in its middle. u runs across from left to right seen from its front (+z), v upwards, 0
 * to 1.
 */
public record Plate(double width, double height, double hole) implements Shape {
  @Override
  public boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    double t = -oz / dz;
    if (!(t > NEAREST) || t >= hit.distance) {
      return false;
    }
    double x = ox + t * dx;
    double y = oy + t * dy;
    if (Math.abs(x) > width / 2 || y < 0 || y > height) {
      return false;
    }
    double up = y - height / 2;
    if (hole > 0 && x * x + up * up < hole * hole / 4) {
      return false;
    }
    hit.set(t, 0, 0, 1, x / width + 0.5, y / height);
    return true;
  }

  @Override
  public double reach() {
    return Math.hypot(width, height) / 2 + 1e-6;
  }

  @Override
  public Vec centre() {
    return new Vec(0, height / 2, 0);
  }
}
