package app.istante.core.mask;

import java.util.function.IntPredicate;
import java.util.function.IntToDoubleFunction;

/** Intersection over union of an outline and the truth, 0 to 1; 1 where there is neither. */
public final class Overlap {
  private Overlap() {}

  /**
   * @param found share of each of so many pixels that was given to the product, 0 to 1
   * @param truth the share that is product
   */
  public static double of(int pixels, IntToDoubleFunction found, IntToDoubleFunction truth) {
    double both = 0;
    double either = 0;
    for (int at = 0; at < pixels; at++) {
      double told = found.applyAsDouble(at);
      double is = truth.applyAsDouble(at);
      both += Math.min(told, is);
      either += Math.max(told, is);
    }
    return either == 0 ? 1 : both / either;
  }

  /**
   * Pixels that are product for the most part, against those that should be.
   *
   * @param truth whether the pixel of the working picture is product
   */
  public static double of(Separation parts, IntPredicate truth) {
    float[] alpha = parts.alpha();
    return of(alpha.length, at -> alpha[at] >= 0.5f ? 1 : 0, at -> truth.test(at) ? 1 : 0);
  }
}
