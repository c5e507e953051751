package app.istante.core.plan.rows;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Lengths, weights and prices as people write them. */
final class Lengths {
  private static final String NUMBER = "(\\d+(?:[.,]\\d+)?)";
  private static final Pattern LENGTH =
      Pattern.compile(NUMBER + "\\s*(mm|cm|m|inches|inch|in|\"|″|ft)?");
  private static final Pattern WEIGHT = Pattern.compile(NUMBER + "\\s*(g|kg|lb|oz)?");
  private static final Pattern PRICE =
      Pattern.compile("[^\\d.,-]*(\\d{1,3}(?:[ '.,]?\\d{3})*|\\d+)(?:[.,](\\d{1,2}))?[^\\d.,]*");

  /** International yard and pound agreement of 1959: exact. */
  private static final double INCH_MM = 25.4;

  private static final double POUND_G = 453.59237;
  private static final double LONGEST_MM = 10_000;

  private Lengths() {}

  /** One length; the unit given counts where the text has none. */
  static double mm(String text, String unit) {
    List<Double> all = all(text, unit);
    if (all.size() != 1) {
      throw new IllegalArgumentException("[" + text + "] is not one length");
    }
    return all.get(0);
  }

  /** "30 x 20 x 12 cm": the last unit holds for all that have none. */
  static List<Double> all(String text, String unit) {
    String[] parts = text.toLowerCase(Locale.ROOT).strip().split("\\s*[x×*]\\s*");
    Matcher last = LENGTH.matcher(parts[parts.length - 1].strip());
    String common = last.matches() && last.group(2) != null ? last.group(2) : unit;
    List<Double> lengths = new ArrayList<>();
    for (String part : parts) {
      Matcher one = LENGTH.matcher(part.strip());
      if (!one.matches()) {
        throw new IllegalArgumentException(
            "[" + text.strip() + "] is not a size; write it like 30 x 20 x 12 cm");
      }
      double value = number(one.group(1));
      double mm = value * millimetres(one.group(2) == null ? common : one.group(2));
      if (mm <= 0 || mm > LONGEST_MM) {
        throw new IllegalArgumentException(
            "[" + text.strip() + "] must be more than 0, up to 10 m");
      }
      lengths.add(mm);
    }
    return lengths;
  }

  static double grams(String text) {
    Matcher weight = WEIGHT.matcher(text.toLowerCase(Locale.ROOT).strip());
    if (!weight.matches()) {
      throw new IllegalArgumentException(
          "[" + text.strip() + "] is not a weight; write it like 250 g or 1.2 kg");
    }
    double value = number(weight.group(1));
    return switch (weight.group(2) == null ? "g" : weight.group(2)) {
      case "kg" -> 1000 * value;
      case "lb" -> POUND_G * value;
      case "oz" -> POUND_G / 16 * value;
      default -> value;
    };
  }

  /**
   * Hundredths; a point or a comma before the last two digits parts them, signs are passed over.
   */
  static long cents(String text) {
    Matcher price = PRICE.matcher(text.strip());
    if (!price.matches()) {
      throw new IllegalArgumentException(
          "[" + text.strip() + "] is not a price; write it like 12.50");
    }
    long whole = Long.parseLong(price.group(1).replaceAll("[^\\d]", ""));
    String rest = price.group(2) == null ? "00" : (price.group(2) + "0").substring(0, 2);
    return 100 * whole + Long.parseLong(rest);
  }

  private static double number(String text) {
    return Double.parseDouble(text.replace(',', '.'));
  }

  private static double millimetres(String unit) {
    return switch (unit) {
      case "cm" -> 10;
      case "m" -> 1000;
      case "in", "inch", "inches", "\"", "″" -> INCH_MM;
      case "ft" -> 12 * INCH_MM;
      default -> 1;
    };
  }
}
