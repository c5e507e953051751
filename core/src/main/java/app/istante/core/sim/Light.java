package app.istante.core.sim;

/**
 * A source of light in a scene. Each is traced at unit strength and kept as a layer of its own;
 * {@link #power} says how strong it burns, linear red, green, blue.
 */
public sealed interface Light {
  Vec power();

  /**
   * A flat, even rectangle that gives off light by Lambert's law on its front: a lamp behind a
   * diffuser, or a window with sky. Its power is a luminance.
   */
  record Face(Vec centre, Vec aim, double widthMm, double heightMm, Vec power) implements Light {
    Vec facing() {
      return aim.minus(centre).unit();
    }

    /** Unit direction along its width. */
    Vec across() {
      Vec facing = facing();
      Vec helper = Math.abs(facing.y()) > 0.95 ? new Vec(1, 0, 0) : new Vec(0, 1, 0);
      return facing.cross(helper).unit();
    }

    /** Unit direction along its height. */
    Vec upwards() {
      return across().cross(facing());
    }

    double areaMm2() {
      return widthMm * heightMm;
    }
  }

  /** The sun through an opening: its power is the illuminance on a face turned to it. */
  record Beam(Face opening, Vec towardsSun, Vec power) implements Light {
    /** Half the sun's angle in the sky. */
    static final double SUN_RADIUS = Math.toRadians(0.2665);
  }
}
