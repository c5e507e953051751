package app.istante.core.sim;

import java.util.List;

/**
 * A set as it stands.
 *
 * @param room light that comes from everywhere: walls and ceiling, linear red, green, blue
 */
public record Scene(List<Body> product, Sweep ground, List<Lamp> lamps, Vec room, View view) {
  public Scene {
    product = List.copyOf(product);
    lamps = List.copyOf(lamps);
  }

  /**
   * Where the camera stands and what it sees.
   *
   * @param eye middle of the lens, millimetres
   * @param aim the point in the middle of the frame
   * @param heightDegrees angle of view over the frame's height
   * @param rollDegrees how far the content looks turned clockwise
   */
  public record View(Vec eye, Vec aim, double heightDegrees, double rollDegrees) {}
}
