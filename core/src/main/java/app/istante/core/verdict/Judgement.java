package app.istante.core.verdict;

import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import java.util.List;

/**
 * Everything a check says of one picture.
 *
 * @param readings with those that depend on the delivery
 * @param remedies the most helpful first
 * @param finishPlan null where no final can be made
 */
public record Judgement(
    Readings readings,
    List<Finding> findings,
    Verdict verdict,
    List<Remedy> remedies,
    FinishPlan finishPlan) {
  public Judgement {
    findings = List.copyOf(findings);
    remedies = List.copyOf(remedies);
  }
}
