package app.istante.core.sim;

/** Bodies that stand together, in one sphere that most rays miss. */
final class BodyGroup {
  private final Body[] bodies;
  private final double cx;
  private final double cy;
  private final double cz;
  private final double reachSquared;

  BodyGroup(Body[] bodies) {
    this.bodies = bodies;
    double x = 0;
    double y = 0;
    double z = 0;
    for (Body body : bodies) {
      x += body.middle().x() / bodies.length;
      y += body.middle().y() / bodies.length;
      z += body.middle().z() / bodies.length;
    }
    double reach = 0;
    for (Body body : bodies) {
      double away = body.middle().minus(new Vec(x, y, z)).length();
      reach = Math.max(reach, away + body.reach());
    }
    cx = x;
    cy = y;
    cz = z;
    reachSquared = reach * reach;
  }

  Body[] bodies() {
    return bodies;
  }

  boolean near(double ox, double oy, double oz, double dx, double dy, double dz) {
    double tx = cx - ox;
    double ty = cy - oy;
    double tz = cz - oz;
    double along = tx * dx + ty * dy + tz * dz;
    double square = tx * tx + ty * ty + tz * tz;
    return square - along * along <= reachSquared && (along >= 0 || square <= reachSquared);
  }

  boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    if (!near(ox, oy, oz, dx, dy, dz)) {
      return false;
    }
    boolean any = false;
    for (Body body : bodies) {
      any |= body.meet(ox, oy, oz, dx, dy, dz, hit);
    }
    return any;
  }
}
