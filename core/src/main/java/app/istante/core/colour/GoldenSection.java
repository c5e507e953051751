package app.istante.core.colour;

import java.util.function.DoubleUnaryOperator;

/** Golden-section search (Kiefer 1953). */
public final class GoldenSection {
  private static final double GOLDEN = (Math.sqrt(5) - 1) / 2;

  private GoldenSection() {}

  /**
   * Where a function is lowest that falls and then rises between two places.
   *
   * @param exact to how much the place is wanted, in its own unit
   */
  public static double lowest(DoubleUnaryOperator of, double from, double to, double exact) {
    double low = from;
    double high = to;
    while (high - low > exact) {
      double a = high - GOLDEN * (high - low);
      double b = low + GOLDEN * (high - low);
      if (of.applyAsDouble(a) < of.applyAsDouble(b)) {
        high = b;
      } else {
        low = a;
      }
    }
    return (low + high) / 2;
  }
}
