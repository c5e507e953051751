package app.istante.core.sim;

/** A box standing on y = 0, centred on the upright axis; sizes in millimetres. */
public record Block(double width, double height, double depth) implements Shape {
  /** Instead of nothing, so that a ray along a side has no 0 times infinity. */
  private static final double ALONG = 1e-30;

  @Override
  public boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    double ix = 1 / (dx == 0 ? ALONG : dx);
    double iy = 1 / (dy == 0 ? ALONG : dy);
    double iz = 1 / (dz == 0 ? ALONG : dz);
    double fy = oy - height / 2;
    // Middle of the slab and half its thickness along the ray, axis by axis.
    double mx = -ox * ix;
    double my = -fy * iy;
    double mz = -oz * iz;
    double hx = Math.abs(width / 2 * ix);
    double hy = Math.abs(height / 2 * iy);
    double hz = Math.abs(depth / 2 * iz);
    double enter = Math.max(mx - hx, Math.max(my - hy, mz - hz));
    double leave = Math.min(mx + hx, Math.min(my + hy, mz + hz));
    if (enter > leave || leave <= NEAREST) {
      return false;
    }
    boolean fromOutside = enter > NEAREST;
    double t = fromOutside ? enter : leave;
    if (t >= hit.distance) {
      return false;
    }
    double sense = fromOutside ? -1 : 1;
    int axis = t == mx + sense * hx ? 0 : t == my + sense * hy ? 1 : 2;
    double x = ox + t * dx;
    double y = oy + t * dy;
    double z = oz + t * dz;
    double along = axis == 0 ? dx : axis == 1 ? dy : dz;
    double sign = fromOutside ? -Math.signum(along) : Math.signum(along);
    hit.set(
        t,
        axis == 0 ? sign : 0,
        axis == 1 ? sign : 0,
        axis == 2 ? sign : 0,
        axis == 0 ? z / depth + 0.5 : x / width + 0.5,
        axis == 1 ? z / depth + 0.5 : y / height);
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
