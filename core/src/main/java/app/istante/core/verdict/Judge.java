package app.istante.core.verdict;

import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.rules.Evaluation;
import app.istante.core.rules.Finding;
import app.istante.core.rules.RuleBook;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/** From readings to a verdict: pure arithmetic, no pixels. */
public final class Judge {
  private Judge() {}

  /**
   * @param measured readings as {@link Measurement#measure} gives them
   * @param role of the picture: lead, side, back and so on
   */
  public static Judgement judge(Readings measured, RuleBook book, String role) {
    Readings readings = Measurement.forDelivery(measured, book.deliveryOf(role));
    List<Finding> findings = Evaluation.findings(readings, book, role);
    Planner planner = new Planner(readings, book, role);
    FinishPlan plan = planner.plan(findings);
    List<Remedy> remedies = new ArrayList<>();
    boolean reshoot = false;
    boolean mend = false;
    for (Finding finding : findings) {
      if (!finding.fails()) {
        continue;
      }
      boolean mendable = plan != null && planner.mends(finding);
      if (finding.mustAndFails()) {
        mend |= mendable;
        reshoot |= !mendable;
      }
      remedies.add(Remedies.of(finding, readings, mendable ? plan : null));
    }
    Verdict verdict = reshoot ? Verdict.Reshoot : mend ? Verdict.Mend : Verdict.Ready;
    return new Judgement(readings, findings, verdict, ranked(remedies, findings), plan);
  }

  /** What stops the sale first, then what must be done on the set, then the rest; causes once. */
  private static List<Remedy> ranked(List<Remedy> remedies, List<Finding> findings) {
    List<Remedy> once = new ArrayList<>();
    for (Remedy remedy : remedies) {
      boolean known = once.stream().anyMatch(other -> other.text().equals(remedy.text()));
      if (!known) {
        once.add(remedy);
      }
    }
    once.sort(
        Comparator.comparing((Remedy remedy) -> !isMust(remedy, findings))
            .thenComparing(Remedy::inFinishing));
    return once;
  }

  private static boolean isMust(Remedy remedy, List<Finding> findings) {
    return findings.stream()
        .anyMatch(finding -> finding.rule().equals(remedy.rule()) && finding.mustAndFails());
  }
}
