package app.istante.core.set;

/**
 * A place in the set, millimetres from the mark on the ground where the product stands: x to the
 * right as the camera sees it, y up, z towards the camera.
 */
public record Point(double x, double y, double z) {
  /** Nothing of a set stands further away than this. */
  private static final double FAR_MM = 20_000;

  public Point {
    Require.mm("A place's distance to the right", x, -FAR_MM, FAR_MM);
    Require.mm("A place's height", y, -FAR_MM, FAR_MM);
    Require.mm("A place's distance to the front", z, -FAR_MM, FAR_MM);
  }

  public double distanceTo(Point other) {
    return Math.sqrt(
        (x - other.x) * (x - other.x)
            + (y - other.y) * (y - other.y)
            + (z - other.z) * (z - other.z));
  }

  /** On the line to another point: 0 is here, 1 there; beyond them it goes on. */
  public Point towards(Point other, double share) {
    return new Point(
        x + share * (other.x - x), y + share * (other.y - y), z + share * (other.z - z));
  }
}
