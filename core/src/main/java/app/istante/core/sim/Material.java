package app.istante.core.sim;

/**
 * How a surface answers light, channel by channel in linear light.
 *
 * @param pattern colour by place on the surface (u, v as the shape gives them), each 0 to 1
 * @param finish how it shines
 * @param roughness 0 mirror-smooth to 1 rough; blurs what is mirrored
 * @param relief slope of the bumps on it: 0 smooth to 0.5 rough cloth
 * @param reliefMm size of the bumps
 * @param cover share of it that is there: a loose fuzz of threads lets the rest through
 */
public record Material(
    Pattern pattern,
    Finish finish,
    double roughness,
    double relief,
    double reliefMm,
    double cover) {

  /** Colour by place. */
  @FunctionalInterface
  public interface Pattern {
    Vec at(double u, double v);
  }

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

  static Material matte(Vec colour) {
    return solid(colour.x(), colour.y(), colour.z(), Finish.MATTE, 1);
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
    return new Material((u, v) -> colour, finish, roughness, 0, 1, 1);
  }

  /** The same surface with a pattern printed or painted on it. */
  Material with(Pattern other) {
    return new Material(other, finish, roughness, relief, reliefMm, cover);
  }

  Material bumped(double slope, double sizeMm) {
    return new Material(pattern, finish, roughness, slope, sizeMm, cover);
  }

  /** The same as a loose fuzz. */
  Material loose(double share) {
    return new Material(pattern, finish, roughness, relief, reliefMm, share);
  }
}
