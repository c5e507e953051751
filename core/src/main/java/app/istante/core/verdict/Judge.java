package app.istante.core.verdict;

import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.rules.Evaluation;
import app.istante.core.rules.Finding;
import app.istante.core.rules.RuleBook;
import app.istante.core.set.StandingSet;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashSet;
import java.util.List;
import java.util.Set;
import java.util.function.Predicate;

/** From readings to a verdict: pure arithmetic, no pixels. */
public final class Judge {
  private Judge() {}

  /**
   * @param measured readings as {@link Measurement#measure} gives them
   * @param role of the picture: lead, side, back and so on
   */
  public static Judgement judge(Readings measured, RuleBook book, String role) {
    return judge(measured, book, role, null);
  }

  /**
   * @param set that the picture was taken in; null where it is not known
   */
  public static Judgement judge(Readings measured, RuleBook book, String role, StandingSet set) {
    Readings readings = Measurement.forDelivery(measured, book.deliveryOf(role));
    List<Finding> findings = Evaluation.findings(readings, book, role);
    Planner planner = new Planner(readings, book, role, findings);
    FinishPlan plan = planner.plan();
    List<Remedy> remedies = new ArrayList<>();
    boolean reshoot = false;
    boolean mend = false;
    for (Finding finding : findings) {
      // What would fail may not be known then: nothing is ready before somebody has looked.
      if (!finding.fails() && !finding.doubtsOutline()) {
        continue;
      }
      boolean mendable = plan != null && planner.mends(finding);
      if (finding.weight() == RuleBook.Weight.must) {
        mend |= mendable;
        reshoot |= !mendable;
      }
      remedies.add(Remedies.of(finding, readings, mendable ? plan : null, set));
    }
    Remedy missed = planner.missedFrame();
    if (missed != null) {
      remedies.add(missed);
      reshoot = true;
    }
    Verdict verdict = reshoot ? Verdict.Reshoot : mend ? Verdict.Mend : Verdict.Ready;
    return new Judgement(readings, findings, verdict, ranked(remedies, findings), plan);
  }

  /**
   * The set as it would stand with the remedies carried out: all that a change of the set puts
   * right and finishing does not.
   *
   * @return the set unchanged where nothing of it can be told
   */
  public static StandingSet remedied(Judgement judgement, StandingSet set) {
    StandingSet now = set;
    Set<String> done = new HashSet<>();
    List<Finding> ordered = new ArrayList<>(judgement.findings());
    // Going nearer changes what a share of the frame is in centimetres: it comes last.
    ordered.sort(Comparator.comparing(f -> f.reading().equals("product.fillLongestSide")));
    for (Finding finding : ordered) {
      Remedy remedy = finding.fails() ? onSet(judgement, finding) : null;
      // Several rules may ask for the same change: it is made once.
      if (remedy == null || done.contains(Remedies.causeOf(finding))) {
        continue;
      }
      SetAdvice.Change change = SetRemedies.change(finding, judgement.readings(), now);
      if (change != null) {
        done.add(Remedies.causeOf(finding));
        now = change.after();
      }
    }
    return now;
  }

  private static Remedy onSet(Judgement judgement, Finding finding) {
    return judgement.remedies().stream()
        .filter(remedy -> remedy.rule().equals(finding.rule()) && !remedy.inFinishing())
        .findFirst()
        .orElse(null);
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
        Comparator.comparing((Remedy remedy) -> !isFor(remedy, findings, Finding::mustAndFails))
            .thenComparing(remedy -> !isFor(remedy, findings, Finding::doubtsOutline))
            .thenComparing(Remedy::inFinishing));
    return once;
  }

  private static boolean isFor(Remedy remedy, List<Finding> findings, Predicate<Finding> such) {
    return findings.stream()
        .anyMatch(finding -> finding.rule().equals(remedy.rule()) && such.test(finding));
  }
}
