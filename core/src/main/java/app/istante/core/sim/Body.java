package app.istante.core.sim;

/**
 * A shape of one material, put somewhere: made larger or smaller, tipped back, turned about its
 * upright axis, leaned over sideways about the axis towards the camera, then moved.
 */
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
  private final double turnDegrees;
  private final double leanDegrees;
  private final double tipDegrees;

  /** Rows of the rotation from the shape's own directions to the set's. */
  private final double[] m;

  private final double cx;
  private final double cy;
  private final double cz;
  private final double reachSquared;

  Body(
      Shape shape,
      Material material,
      Part part,
      Vec place,
      double scale,
      double turnDegrees,
      double leanDegrees,
      double tipDegrees) {
    this.shape = shape;
    this.material = material;
    this.part = part;
    this.place = place;
    this.scale = scale;
    this.turnDegrees = turnDegrees;
    this.leanDegrees = leanDegrees;
    this.tipDegrees = tipDegrees;
    this.m = rotation(turnDegrees, leanDegrees, tipDegrees);
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

  /** Lean after turn after tip. */
  private static double[] rotation(double turn, double lean, double tip) {
    double ct = Math.cos(Math.toRadians(turn));
    double st = Math.sin(Math.toRadians(turn));
    double cl = Math.cos(Math.toRadians(lean));
    double sl = Math.sin(Math.toRadians(lean));
    double cp = Math.cos(Math.toRadians(tip));
    double sp = Math.sin(Math.toRadians(tip));
    double[] tipped = {1, 0, 0, 0, cp, -sp, 0, sp, cp};
    double[] turned = {ct, 0, st, 0, 1, 0, -st, 0, ct};
    double[] leaned = {cl, sl, 0, -sl, cl, 0, 0, 0, 1};
    return times(leaned, times(turned, tipped));
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
    return new Body(
        shape, material, part, place.plus(by), scale, turnDegrees, leanDegrees, tipDegrees);
  }

  Body as(Part other) {
    return new Body(shape, material, other, place, scale, turnDegrees, leanDegrees, tipDegrees);
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
        shape, material, part, to, scale, turnDegrees + degrees, leanDegrees, tipDegrees);
  }

  /** The same body after the whole product, standing on the ground, is leaned to the right. */
  Body leaned(double degrees) {
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    Vec to =
        new Vec(place.x() * cos + place.y() * sin, -place.x() * sin + place.y() * cos, place.z());
    return new Body(
        shape, material, part, to, scale, turnDegrees, leanDegrees + degrees, tipDegrees);
  }

  /** The same body after the whole product grows by a factor. */
  Body scaled(double factor) {
    return new Body(
        shape,
        material,
        part,
        place.times(factor),
        scale * factor,
        turnDegrees,
        leanDegrees,
        tipDegrees);
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
