package app.istante.core.sim;

/** A box standing on y = 0, centred on the upright axis; sizes in millimetres. */
public record Block(double width, double height, double depth) implements Shape {
  @Override
  public boolean meet(Vec o, Vec d, Hit hit) {
    double[] low = {-width / 2, 0, -depth / 2};
    double[] high = {width / 2, height, depth / 2};
    double[] origin = {o.x(), o.y(), o.z()};
    double[] along = {d.x(), d.y(), d.z()};
    double enter = -Double.MAX_VALUE;
    double leave = Double.MAX_VALUE;
    int enterAxis = 0;
    int leaveAxis = 0;
    for (int axis = 0; axis < 3; axis++) {
      double a = (low[axis] - origin[axis]) / along[axis];
      double b = (high[axis] - origin[axis]) / along[axis];
      if (Math.min(a, b) > enter) {
        enter = Math.min(a, b);
        enterAxis = axis;
      }
      if (Math.max(a, b) < leave) {
        leave = Math.max(a, b);
        leaveAxis = axis;
      }
    }
    if (enter > leave || leave <= NEAREST) {
      return false;
    }
    boolean fromOutside = enter > NEAREST;
    double t = fromOutside ? enter : leave;
    int axis = fromOutside ? enterAxis : leaveAxis;
    if (t >= hit.distance) {
      return false;
    }
    double x = o.x() + t * d.x();
    double y = o.y() + t * d.y();
    double z = o.z() + t * d.z();
    double sign = fromOutside ? -Math.signum(along[axis]) : Math.signum(along[axis]);
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
