package app.istante.core.set;

import java.util.Locale;

/** Refuses figures that no set can have, in a sentence that names the figure and its bounds. */
final class Require {
  private Require() {}

  /** Returns {@code value} where it lies within both bounds; not-a-number never does. */
  static double within(String what, double value, double low, double high, String unit) {
    if (!(value >= low && value <= high)) {
      throw new IllegalArgumentException(
          String.format(
              Locale.ROOT,
              "%s is %s; it must lie between %s and %s%s.",
              what,
              Double.isNaN(value) ? "missing" : plain(value) + unit,
              plain(low),
              plain(high),
              unit));
    }
    return value;
  }

  static double mm(String what, double value, double low, double high) {
    return within(what, value, low, high, " mm");
  }

  static <T> T there(String what, T value) {
    if (value == null) {
      throw new IllegalArgumentException(what + " is missing.");
    }
    return value;
  }

  private static String plain(double value) {
    return value == Math.rint(value) && Math.abs(value) < 1e12
        ? String.valueOf((long) value)
        : String.format(Locale.ROOT, "%.4g", value);
  }
}
