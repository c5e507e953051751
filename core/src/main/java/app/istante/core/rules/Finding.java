package app.istante.core.rules;

import java.util.List;

/**
 * A reading held against a rule.
 *
 * @param rule id of the rule
 * @param reading dotted name
 * @param value what was measured, null where it could not be
 * @param op as in the rule
 * @param limit the rule's number or numbers
 * @param tolerance how far beyond them is let pass; null for no further
 * @param holds true, false, or null where a person should look
 * @param weight must or should
 * @param confidence 0 to 1: how sure it is that the rule holds or fails
 * @param message one sentence
 */
public record Finding(
    String rule,
    String reading,
    Double value,
    String op,
    List<Double> limit,
    Double tolerance,
    String unit,
    Boolean holds,
    RuleBook.Weight weight,
    double confidence,
    String message) {

  public boolean fails() {
    return Boolean.FALSE.equals(holds);
  }

  /** Whether the rule would let another value of the reading pass. */
  public boolean allows(double other) {
    return Evaluation.margin(op, limit, tolerance == null ? 0 : tolerance, other) >= 0;
  }

  /** Whether it hangs on a person's look at the outline, which is doubted. */
  public boolean doubtsOutline() {
    return holds == null && reading.equals("product.confidence");
  }

  public boolean mustAndFails() {
    return fails() && weight == RuleBook.Weight.must;
  }
}
