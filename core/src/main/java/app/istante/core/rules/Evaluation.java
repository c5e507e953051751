package app.istante.core.rules;

import app.istante.core.measure.Readings;
import java.util.ArrayList;
import java.util.List;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** Holds readings against a rule book. Pure; every rule that concerns the role gives a finding. */
public final class Evaluation {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  /** A failure that is less sure than this asks for a look instead. */
  private static final double SURE_ENOUGH = 0.75;

  private Evaluation() {}

  /** A reading by its dotted name: its value and the half-width of its 95 % band. */
  record Value(double value, double band) {}

  public static List<Finding> findings(Readings readings, RuleBook book, String role) {
    JsonNode tree = JSON.valueToTree(readings);
    List<Finding> findings = new ArrayList<>();
    for (RuleBook.Rule rule : book.rules()) {
      if (rule.concerns(role)) {
        findings.add(hold(rule, tree, readings));
      }
    }
    return List.copyOf(findings);
  }

  private static Finding hold(RuleBook.Rule rule, JsonNode tree, Readings readings) {
    Value measured = value(tree, rule.measure(), readings);
    boolean leanUnsure =
        rule.measure().equals("product.rollDegrees")
            && (readings.product().rollConfidence() == null
                || readings.product().rollConfidence() < Readings.Product.SURE_LEAN);
    if (measured == null || leanUnsure) {
      return finding(rule, measured == null ? null : (Double) measured.value, null, 0.5);
    }
    double margin = margin(rule, measured.value);
    double confidence = measured.band == 0 ? 1 : normal(1.96 * Math.abs(margin) / measured.band);
    Boolean holds = margin >= 0;
    if (!holds && (confidence < SURE_ENOUGH || hangsOnDoubt(rule.measure(), readings))) {
      holds = null;
    }
    return finding(rule, measured.value, holds, confidence);
  }

  /**
   * A doubted outline is no fault of the picture, and says nothing of what the frame cuts. All else
   * that hangs on it has a band that tells how far.
   */
  private static boolean hangsOnDoubt(String measure, Readings readings) {
    return switch (measure) {
      case "product.confidence" -> true;
      case "product.touches" -> readings.product().confidence() < Readings.Product.SURE_OUTLINE;
      default -> false;
    };
  }

  /** Null where the reading is absent. A list counts as its length. */
  static Value value(JsonNode tree, String dotted, Readings readings) {
    JsonNode node = tree.at("/" + dotted.replace('.', '/'));
    double band = readings.uncertainty().getOrDefault(dotted, 0.0);
    if (node.isArray()) {
      return new Value(node.size(), 0);
    }
    return node.isNumber() ? new Value(node.asDouble(), band) : null;
  }

  /** How far on the right side of what is let pass: negative where the rule fails. */
  static double margin(RuleBook.Rule rule, double value) {
    return margin(rule.op(), rule.value(), rule.slack(), value);
  }

  static double margin(String op, List<Double> limit, double slack, double value) {
    double beyond =
        switch (op) {
          case "at-least" -> value - limit.get(0);
          case "at-most" -> limit.get(0) - value;
          case "between" -> Math.min(value - limit.get(0), limit.get(1) - value);
          case "none" -> -value;
          default -> throw new IllegalArgumentException("op [" + op + "] is not known");
        };
    return beyond + slack;
  }

  private static Finding finding(
      RuleBook.Rule rule, Double value, Boolean holds, double confidence) {
    return new Finding(
        rule.id(),
        rule.measure(),
        value,
        rule.op(),
        rule.value(),
        rule.tolerance(),
        rule.unit(),
        holds,
        rule.weight(),
        confidence,
        Sentence.of(rule, value, holds));
  }

  /** The normal distribution function, by Zelen and Severo's logistic-like shortcut (1e-2). */
  private static double normal(double z) {
    return 1 / (1 + Math.exp(-1.702 * z));
  }
}
