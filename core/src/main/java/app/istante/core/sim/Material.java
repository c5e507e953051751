package app.istante.core.sim;

import java.util.function.BiFunction;

/**
 * How a surface answers light, channel by channel in linear light.
 *
 * @param pattern colour by place on the surface (u, v as the shape gives them), each 0 to 1
 * @param finish how it shines
 * @param roughness 0 mirror-smooth to 1 rough; blurs what is mirrored
 */
public record Material(BiFunction<Double, Double, Vec> pattern, Finish finish, double roughness) {

  /** The families of surface. */
  public enum Finish {
    MATTE,
    /** A clear coat over colour: glaze, lacquer, paint. */
    GLOSSY,
    METAL,
    GLASS
  }

  static Material matte(double red, double green, double blue) {
    return solid(red, green, blue, Finish.MATTE, 1);
  }

  static Material glossy(double red, double green, double blue) {
    return solid(red, green, blue, Finish.GLOSSY, 0.04);
  }

  static Material metal(double red, double green, double blue, double roughness) {
    return solid(red, green, blue, Finish.METAL, roughness);
  }

  static Material glass() {
    return solid(0.97, 0.985, 0.98, Finish.GLASS, 0);
  }

  private static Material solid(
      double red, double green, double blue, Finish finish, double roughness) {
    Vec colour = new Vec(red, green, blue);
    return new Material((u, v) -> colour, finish, roughness);
  }

  /** The same surface with a pattern printed or painted on it. */
  Material with(BiFunction<Double, Double, Vec> other) {
    return new Material(other, finish, roughness);
  }
}
