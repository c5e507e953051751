package app.istante.core.sim;

/**
 * A flat, evenly lit square face: a lamp behind a diffuser, or a window.
 *
 * @param centre middle of the face, millimetres
 * @param aim the point it faces
 * @param sizeMm side of the square
 * @param radiance light a unit of face gives off, linear red, green, blue
 */
public record Lamp(Vec centre, Vec aim, double sizeMm, Vec radiance) {
  Vec facing() {
    return aim.minus(centre).unit();
  }

  /** Two unit directions in the face. */
  Vec[] sides() {
    Vec facing = facing();
    Vec helper = Math.abs(facing.y()) > 0.95 ? new Vec(1, 0, 0) : new Vec(0, 1, 0);
    Vec right = facing.cross(helper).unit();
    return new Vec[] {right, right.cross(facing)};
  }
}
