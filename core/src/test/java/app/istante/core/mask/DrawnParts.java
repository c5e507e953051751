package app.istante.core.mask;

import java.util.function.IntPredicate;

/** Pictures taken apart as a test draws them, on level ground of little grain. */
public final class DrawnParts {
  private DrawnParts() {}

  /** Sure of a product of one part on nothing but ground. */
  static Separation outline(int width, int height, IntPredicate product) {
    float[] alpha = new float[width * height];
    byte[] kind = new byte[alpha.length];
    for (int at = 0; at < alpha.length; at++) {
      alpha[at] = product.test(at) ? 1 : 0;
      kind[at] = product.test(at) ? Separation.PRODUCT : Separation.GROUND;
    }
    return of(width, height, 0.9, alpha, kind, 1);
  }

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
