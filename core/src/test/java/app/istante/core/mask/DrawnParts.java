package app.istante.core.mask;

/** Pictures taken apart as a test draws them, on level ground of little grain. */
public final class DrawnParts {
  private DrawnParts() {}

  public static Separation of(
      int width, int height, double confidence, float[] alpha, byte[] kind, int parts) {
    return of(width, height, confidence, alpha, kind, new float[alpha.length], parts, 0);
  }

  /**
   * @param deviation from the ground, stops
   */
  static Separation of(
      int width,
      int height,
      double confidence,
      float[] alpha,
      byte[] kind,
      float[] deviation,
      int parts,
      int holes) {
    float[][] ground = new float[3][alpha.length];
    return new Separation(
        width,
        height,
        true,
        confidence,
        alpha,
        kind,
        ground,
        deviation,
        parts,
        holes,
        0.01,
        1,
        false);
  }
}
