package app.istante.core.sim;

/**
 * A shape of one material, put somewhere: turned about its upright axis, leaned over sideways about
 * the axis towards the camera, then moved.
 */
public final class Body {
  private final Shape shape;
  private final Material material;
  private final Vec place;
  private final double turnCos;
  private final double turnSin;
  private final double leanCos;
  private final double leanSin;
  private final Vec centre;
  private final double reachSquared;

  public Body(Shape shape, Material material, Vec place, double turnDegrees, double leanDegrees) {
    this.shape = shape;
    this.material = material;
    this.place = place;
    this.turnCos = Math.cos(Math.toRadians(turnDegrees));
    this.turnSin = Math.sin(Math.toRadians(turnDegrees));
    this.leanCos = Math.cos(Math.toRadians(leanDegrees));
    this.leanSin = Math.sin(Math.toRadians(leanDegrees));
    this.centre = outwards(shape.centre()).plus(place);
    this.reachSquared = shape.reach() * shape.reach();
  }

  static Body standing(Shape shape, Material material) {
    return new Body(shape, material, Vec.ZERO, 0, 0);
  }

  static Body at(Shape shape, Material material, double x, double y, double z) {
    return new Body(shape, material, new Vec(x, y, z), 0, 0);
  }

  Material material() {
    return material;
  }

  Body moved(Vec by) {
    return new Body(
        shape,
        material,
        place.plus(by),
        Math.toDegrees(Math.atan2(turnSin, turnCos)),
        Math.toDegrees(Math.atan2(leanSin, leanCos)));
  }

  /**
   * The same body after the whole product is turned about the upright axis through the middle. A
   * leaning body keeps its lean towards the frame's side; only its place goes round.
   */
  Body turned(double degrees) {
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    Vec to =
        new Vec(place.x() * cos + place.z() * sin, place.y(), -place.x() * sin + place.z() * cos);
    return new Body(
        shape,
        material,
        to,
        Math.toDegrees(Math.atan2(turnSin, turnCos)) + degrees,
        Math.toDegrees(Math.atan2(leanSin, leanCos)));
  }

  boolean meet(Vec origin, Vec direction, Hit hit) {
    Vec to = centre.minus(origin);
    double along = to.dot(direction);
    double away = to.dot(to) - along * along;
    if (away > reachSquared || along < 0 && to.dot(to) > reachSquared) {
      return false;
    }
    if (!shape.meet(inwards(origin.minus(place)), inwards(direction), hit)) {
      return false;
    }
    Vec normal = outwards(hit.normal());
    hit.nx = normal.x();
    hit.ny = normal.y();
    hit.nz = normal.z();
    hit.body = this;
    return true;
  }

  private Vec outwards(Vec v) {
    Vec turned =
        new Vec(v.x() * turnCos + v.z() * turnSin, v.y(), -v.x() * turnSin + v.z() * turnCos);
    return new Vec(
        turned.x() * leanCos + turned.y() * leanSin,
        -turned.x() * leanSin + turned.y() * leanCos,
        turned.z());
  }

  private Vec inwards(Vec v) {
    Vec upright =
        new Vec(v.x() * leanCos - v.y() * leanSin, v.x() * leanSin + v.y() * leanCos, v.z());
    return new Vec(
        upright.x() * turnCos - upright.z() * turnSin,
        upright.y(),
        upright.x() * turnSin + upright.z() * turnCos);
  }
}
