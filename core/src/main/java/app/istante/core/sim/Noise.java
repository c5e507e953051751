package app.istante.core.sim;

/** Repeatable texture: hashed numbers on a grid, and smooth values between them, 0 to 1. */
final class Noise {
  private Noise() {}

  static double hash(int i, int j) {
    int x = i * 0x27D4EB2F ^ j * 0x165667B1 ^ 0x5BD1E995;
    x = (x ^ x >>> 15) * 0x2C1B3C6D;
    x = (x ^ x >>> 12) * 0x297A2D39;
    x ^= x >>> 15;
    return (x >>> 1) / (double) Integer.MAX_VALUE;
  }

  /** Value noise (Perlin 1985's simpler kin): hashed corners, smoothly joined. */
  static double at(double x, double y) {
    int i = (int) Math.floor(x);
    int j = (int) Math.floor(y);
    double fx = smooth(x - i);
    double fy = smooth(y - j);
    double low = hash(i, j) + fx * (hash(i + 1, j) - hash(i, j));
    double high = hash(i, j + 1) + fx * (hash(i + 1, j + 1) - hash(i, j + 1));
    return low + fy * (high - low);
  }

  private static double smooth(double t) {
    return t * t * (3 - 2 * t);
  }
}
