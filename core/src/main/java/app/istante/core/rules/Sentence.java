package app.istante.core.rules;

import java.util.Locale;

/** Puts a finding into plain words: the figure first, then what was asked for. */
final class Sentence {
  private Sentence() {}

  static String of(RuleBook.Rule rule, Double value, Boolean holds) {
    Measures.Measure measure = Measures.named(rule.measure());
    if (value == null) {
      return measure.label() + " can't be told from this picture; look yourself.";
    }
    if (rule.op().equals("none")) {
      return none(rule.measure(), number(value, 0), holds);
    }
    if (holds == null && rule.measure().equals("product.confidence")) {
      return "The outline is sure to " + figure(measure, value) + " only; look yourself.";
    }
    String wanted =
        switch (rule.op()) {
          case "at-least" -> "at least " + figure(measure, rule.value().get(0));
          case "at-most" -> "at most " + figure(measure, rule.value().get(0));
          default ->
              figure(measure, rule.value().get(0)) + " to " + figure(measure, rule.value().get(1));
        };
    if (rule.slack() > 0) {
      wanted += " (give or take " + figure(measure, rule.slack()) + ")";
    }
    String head = measure.label() + " " + figure(measure, value);
    if (holds == null && Evaluation.margin(rule, value) >= 0) {
      return head + ", but not for sure; look yourself.";
    }
    if (holds == null) {
      return head + ", too close to " + wanted + " to be sure; look yourself.";
    }
    return holds ? head + "; " + wanted + " asked." : head + ", where " + wanted + " is asked.";
  }

  private static String none(String measure, String count, Boolean holds) {
    if (holds == null) {
      return Measures.named(measure).label()
          + " "
          + count
          + ", but where the product ends is not sure; look yourself.";
    }
    return switch (measure) {
      case "product.touches" ->
          holds
              ? "The whole product is in the frame."
              : "The frame cuts the product on " + count + " side(s).";
      case "backdrop.intrusions" ->
          holds
              ? "Nothing but the ground reaches the frame's edge."
              : "Besides the ground, the frame's edge shows table, wall or things in "
                  + count
                  + " place(s).";
      case "backdrop.added" ->
          holds
              ? "Nothing was written over it or put round it."
              : "Lettering or a border was added to the picture.";
      default ->
          Measures.named(measure).label() + (holds ? ": none." : " " + count + ", none is asked.");
    };
  }

  private static String figure(Measures.Measure measure, double value) {
    return switch (measure.unit()) {
      case "share" -> number(100 * value, measure.decimals()) + " %";
      case "stop" -> number(value, measure.decimals()) + " stop";
      case "degree" -> number(value, measure.decimals()) + "°";
      case "px" -> number(value, measure.decimals()) + " px";
      case "byte" -> number(value / 1e6, 1) + " MB";
      default -> number(value, measure.decimals());
    };
  }

  private static String number(double value, int decimals) {
    return String.format(Locale.ROOT, "%." + decimals + "f", value).replace("-0.0", "0.0");
  }
}
