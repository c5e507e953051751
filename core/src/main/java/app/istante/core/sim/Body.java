package app.istante.core.sim;

/** A shape of one material, put somewhere: made larger or smaller, rotated, then moved. */
public final class Body {
  /** What a body is to the picture. */
  public enum Part {
    PRODUCT,
    /** A colour card, grey card or slip: in the picture, not for sale. */
    CARD,
    /** Table and boards: what should not be in the picture. */
    SURROUNDING,
    /** The walls, floor and ceiling around it all; they shade nothing. */
    ROOM
  }

  private final Shape shape;
  private final Material material;
  private final Part part;
  private final Vec place;
  private final double scale;

  /** Rows of the rotation from the shape's own directions to the set's. */
  private final double[] m;

  private final double cx;
  private final double cy;
  private final double cz;
  private final double reachSquared;

  /** Tipped back, turned about its upright axis, then leaned over to the right, degrees each. */
  Body(
      Shape shape,
      Material material,
      Part part,
      Vec place,
      double scale,
      double turnDegrees,
      double leanDegrees,
      double tipDegrees) {
    this(
        shape,
        material,
        part,
        place,
        scale,
        times(leaning(leanDegrees), times(turning(turnDegrees), tipping(tipDegrees))));
  }

  private Body(Shape shape, Material material, Part part, Vec place, double scale, double[] m) {
    this.shape = shape;
    this.material = material;
    this.part = part;
    this.place = place;
    this.scale = scale;
    this.m = m;
    Vec c = shape.centre().times(scale);
    cx = place.x() + m[0] * c.x() + m[1] * c.y() + m[2] * c.z();
    cy = place.y() + m[3] * c.x() + m[4] * c.y() + m[5] * c.z();
    cz = place.z() + m[6] * c.x() + m[7] * c.y() + m[8] * c.z();
    double reach = shape.reach() * scale;
    reachSquared = reach * reach;
  }

  public Body(Shape shape, Material material, Vec place, double turnDegrees, double leanDegrees) {
    this(shape, material, Part.PRODUCT, place, 1, turnDegrees, leanDegrees, 0);
  }

  static Body standing(Shape shape, Material material) {
    return new Body(shape, material, Vec.ZERO, 0, 0);
  }

  static Body at(Shape shape, Material material, double x, double y, double z) {
    return new Body(shape, material, new Vec(x, y, z), 0, 0);
  }

  /** About the axis to the right: a face turned to the camera comes to look down. */
  private static double[] tipping(double degrees) {
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    return new double[] {1, 0, 0, 0, cos, -sin, 0, sin, cos};
  }

  /** About the upright axis: what looked at the camera comes to look to the right. */
  private static double[] turning(double degrees) {
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    return new double[] {cos, 0, sin, 0, 1, 0, -sin, 0, cos};
  }

  /** About the axis towards the camera: what stood upright comes to lie to the right. */
  private static double[] leaning(double degrees) {
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    return new double[] {cos, sin, 0, -sin, cos, 0, 0, 0, 1};
  }

  private static double[] times(double[] a, double[] b) {
    double[] c = new double[9];
    for (int i = 0; i < 9; i++) {
      int row = i / 3 * 3;
      int column = i % 3;
      c[i] = a[row] * b[column] + a[row + 1] * b[3 + column] + a[row + 2] * b[6 + column];
    }
    return c;
  }

  Material material() {
    return material;
  }

  Part part() {
    return part;
  }

  /** Middle of its shape, where it stands. */
  Vec middle() {
    return new Vec(cx, cy, cz);
  }

  Body moved(Vec by) {
    return new Body(shape, material, part, place.plus(by), scale, m);
  }

  Body as(Part other) {
    return new Body(shape, material, other, place, scale, m);
  }

  /** The same body after the whole product is turned about the upright axis through the middle. */
  Body turned(double degrees) {
    return rotated(turning(degrees));
  }

  /** The same body after the whole product, standing on the ground, is leaned to the right. */
  Body leaned(double degrees) {
    return rotated(leaning(degrees));
  }

  private Body rotated(double[] by) {
    Vec to =
        new Vec(
            by[0] * place.x() + by[1] * place.y() + by[2] * place.z(),
            by[3] * place.x() + by[4] * place.y() + by[5] * place.z(),
            by[6] * place.x() + by[7] * place.y() + by[8] * place.z());
    return new Body(shape, material, part, to, scale, times(by, m));
  }

  /** The same body after the whole product grows by a factor. */
  Body scaled(double factor) {
    return new Body(shape, material, part, place.times(factor), scale * factor, m);
  }

  void place(Hit hit) {
    shape.place(hit);
  }

  double reach() {
    return Math.sqrt(reachSquared);
  }

  /** Where a point of the shape, in its own coordinates, stands in the set. */
  Vec outwards(Vec p) {
    Vec s = p.times(scale);
    return new Vec(
        place.x() + m[0] * s.x() + m[1] * s.y() + m[2] * s.z(),
        place.y() + m[3] * s.x() + m[4] * s.y() + m[5] * s.z(),
        place.z() + m[6] * s.x() + m[7] * s.y() + m[8] * s.z());
  }

  boolean meet(Vec origin, Vec direction, Hit hit) {
    boolean met =
        meet(origin.x(), origin.y(), origin.z(), direction.x(), direction.y(), direction.z(), hit);
    if (met) {
      place(hit);
    }
    return met;
  }

  boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    double tx = cx - ox;
    double ty = cy - oy;
    double tz = cz - oz;
    double along = tx * dx + ty * dy + tz * dz;
    double square = tx * tx + ty * ty + tz * tz;
    if (square - along * along > reachSquared || along < 0 && square > reachSquared) {
      return false;
    }
    double px = (ox - place.x()) / scale;
    double py = (oy - place.y()) / scale;
    double pz = (oz - place.z()) / scale;
    hit.distance /= scale;
    boolean met =
        shape.meet(
            m[0] * px + m[3] * py + m[6] * pz,
            m[1] * px + m[4] * py + m[7] * pz,
            m[2] * px + m[5] * py + m[8] * pz,
            m[0] * dx + m[3] * dy + m[6] * dz,
            m[1] * dx + m[4] * dy + m[7] * dz,
            m[2] * dx + m[5] * dy + m[8] * dz,
            hit);
    hit.distance *= scale;
    if (!met) {
      return false;
    }
    double nx = hit.nx;
    double ny = hit.ny;
    double nz = hit.nz;
    hit.nx = m[0] * nx + m[1] * ny + m[2] * nz;
    hit.ny = m[3] * nx + m[4] * ny + m[5] * nz;
    hit.nz = m[6] * nx + m[7] * ny + m[8] * nz;
    hit.body = this;
    return true;
  }
}
