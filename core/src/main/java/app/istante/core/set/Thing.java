package app.istante.core.set;

/**
 * What stands in the set.
 *
 * @param what name of a simulated thing, such as egg-cup, or colour-card, grey-card, slip
 * @param x to the right of the mark, mm
 * @param z in front of the mark, mm
 * @param turnDegrees about its upright axis
 * @param leanDegrees sideways, to the right
 * @param scale 1 is its own size
 * @param text printed on it: what a slip's code says
 */
public record Thing(
    String what,
    double x,
    double z,
    double turnDegrees,
    double leanDegrees,
    double scale,
    String text) {
  public Thing {
    Require.there("The thing's name", what);
    Require.mm("The thing's place to the right", x, -3000, 3000);
    Require.mm("The thing's place to the front", z, -3000, 3000);
    Require.within("The thing's turn", turnDegrees, -360, 360, "°");
    Require.within("The thing's lean", leanDegrees, -90, 90, "°");
    scale = scale == 0 ? 1 : Require.within("The thing's scale", scale, 0.05, 20, "");
    text = text == null ? "" : text;
  }

  public static Thing of(String what) {
    return new Thing(what, 0, 0, 0, 0, 1, "");
  }

  public Thing turned(double degrees) {
    return new Thing(what, x, z, degrees, leanDegrees, scale, text);
  }

  public Thing leaned(double degrees) {
    return new Thing(what, x, z, turnDegrees, degrees, scale, text);
  }

  public Thing placed(double newX, double newZ) {
    return new Thing(what, newX, newZ, turnDegrees, leanDegrees, scale, text);
  }
}
