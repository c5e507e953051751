package app.istante.core.sim;

import java.util.List;

/**
 * A set as the tracer sees it.
 *
 * @param bodies all but the sheet
 * @param lights each becomes a layer of light
 * @param glow luminance of the sheet itself, lit from behind, linear red, green, blue
 * @param room light that comes from everywhere where nothing is met
 */
record Scene(List<Body> bodies, Sweep ground, List<Light> lights, Vec glow, Vec room, View view) {
  Scene {
    bodies = List.copyOf(bodies);
    lights = List.copyOf(lights);
  }

  /** A scene in which the sheet gives off no light. */
  Scene(List<Body> bodies, Sweep ground, List<Light> lights, Vec room, View view) {
    this(bodies, ground, lights, Vec.ZERO, room, view);
  }

  /** Lamps and windows, then the sheet's own light, then the room's. */
  int layers() {
    return lights.size() + 2;
  }

  /** How strong each layer burns, linear red, green, blue. */
  Vec[] powers() {
    return powers(lights, glow, room);
  }

  /** The same in the order of the layers, for lights that are not built into a scene. */
  static Vec[] powers(List<Light> lights, Vec glow, Vec room) {
    Vec[] powers = new Vec[lights.size() + 2];
    for (int i = 0; i < lights.size(); i++) {
      powers[i] = lights.get(i).power();
    }
    powers[lights.size()] = glow;
    powers[lights.size() + 1] = room;
    return powers;
  }

  /**
   * Where the camera stands and what it sees.
   *
   * @param eye middle of the lens, millimetres
   * @param aim the point in the middle of the frame
   * @param heightDegrees angle of view over the frame's height
   * @param rollDegrees how far the content looks turned clockwise
   * @param lensRadiusMm of the opening; 0 is a pinhole
   * @param focusMm distance of the sharp plane along the axis
   * @param distortion as {@link app.istante.core.set.Projection} has it
   */
  record View(
      Vec eye,
      Vec aim,
      double heightDegrees,
      double rollDegrees,
      double lensRadiusMm,
      double focusMm,
      double distortion) {
    View(Vec eye, Vec aim, double heightDegrees, double rollDegrees) {
      this(eye, aim, heightDegrees, rollDegrees, 0, aim.minus(eye).length(), 0);
    }
  }
}
