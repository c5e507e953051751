package app.istante.core.bench;

import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Measurement;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.core.set.StandingSet;
import app.istante.core.sim.SimulatedFile;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Judgement;
import app.istante.core.verdict.Remedy;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.function.UnaryOperator;

/**
 * Whether remedies help: sets with one planted fault are photographed, judged, changed as the
 * remedies say, and photographed again.
 */
public final class RemedyBench {
  private static final int WIDTH = 1080;
  private static final int HEIGHT = 810;
  private static final int PASSES = 4;

  /** Mid-grey, as an automatic exposure draws the frame, to white. */
  private static final double WHITE_STOPS = 2.6;

  private static final String TAKEN_AT = "2026:01:10 10:00:00";

  private final PlantedSets sets = new PlantedSets(WIDTH, HEIGHT, PASSES);

  RemedyBench() {}

  /**
   * A fault put into a good set.
   *
   * @param book whose lead rules find it
   * @param reading that the fault spoils
   */
  record Fault(String name, String book, String reading, UnaryOperator<StandingSet> plant) {}

  /**
   * @param found whether the check saw the fault at all
   * @param mended whether finishing alone puts it right, so that no remedy on the set is told
   * @param gone whether it is gone after the remedy
   */
  record Outcome(Fault fault, boolean found, boolean mended, boolean gone, String text) {}

  static final List<Fault> FAULTS =
      List.of(
          new Fault(
              "1 stop too dark", "fieramonda", "backdrop.level", s -> PlantedSets.exposed(s, -1)),
          new Fault(
              "2 stops too dark", "fieramonda", "backdrop.level", s -> PlantedSets.exposed(s, -2)),
          new Fault(
              "ISO 25600", "fieramonda", "sharpness.noiseSigma", s -> PlantedSets.iso(s, 25_600)),
          new Fault(
              "balance 4500 K off",
              "fieramonda",
              "backdrop.castChroma",
              s -> PlantedSets.exposed(s.with(s.camera().balance(9500, 0)), -1.5)),
          new Fault(
              "2 stops too bright",
              "fieramonda",
              "exposure.burntShare",
              s -> PlantedSets.exposed(s, 2)),
          new Fault(
              "shaken",
              "fieramonda",
              "sharpness.blurAtExportPx",
              s -> PlantedSets.handled(s, 0, 16)),
          new Fault(
              "light under the sheet dim",
              "fieramonda",
              "backdrop.level",
              s -> s.with(s.ground().glowing(100, 5000))),
          new Fault(
              "focus in front",
              "fieramonda",
              "sharpness.blurAtExportPx",
              s -> PlantedSets.focused(s, 0.6, 1.8)),
          new Fault(
              "far off centre",
              "fieramonda",
              "product.centreOffset.x",
              s -> PlantedSets.placed(s, 45)),
          new Fault(
              "much too small",
              "fieramonda",
              "product.fillLongestSide",
              s -> PlantedSets.focal(s, 0.5)),
          new Fault(
              "camera leans 9 degrees",
              "fieramonda",
              "product.rollDegrees",
              s -> PlantedSets.handled(s, 9, 0)),
          new Fault("one lamp far", "manorosa", "backdrop.falloffStops", RemedyBench::uneven));

  public static void main(String[] args) throws Exception {
    int found = 0;
    int gone = 0;
    for (String thing : new String[] {"money-box", "hand-bell", "spyglass"}) {
      for (Outcome outcome : new RemedyBench().run(thing, FAULTS)) {
        System.out.printf(
            Locale.ROOT,
            "%-10s %-26s %s%n",
            thing,
            outcome.fault().name(),
            !outcome.found()
                ? "not found"
                : outcome.mended()
                    ? "left to finishing"
                    : (outcome.gone() ? "gone: " : "STILL THERE: ") + outcome.text());
        found += outcome.found() && !outcome.mended() ? 1 : 0;
        gone += outcome.gone() ? 1 : 0;
      }
    }
    System.out.printf(
        Locale.ROOT, "Gone after the remedy: %d of %d (%d %%).%n", gone, found, 100 * gone / found);
  }

  List<Outcome> run(String thing, List<Fault> faults) throws Exception {
    // The ground is lit by itself and drawn white.
    StandingSet good = sets.built("lit-ground", thing, WHITE_STOPS);
    List<Outcome> outcomes = new ArrayList<>();
    for (Fault fault : faults) {
      StandingSet set = fault.plant().apply(good);
      RuleBook book =
          RuleBooks.shipped().stream()
              .filter(one -> one.id().equals(fault.book()))
              .findFirst()
              .orElseThrow();
      Judgement judged = judge(set, book);
      boolean found = fails(judged, fault);
      Remedy remedy =
          judged.remedies().stream()
              .filter(one -> serves(judged, one, fault.reading()))
              .findFirst()
              .orElse(null);
      boolean mended = remedy != null && remedy.inFinishing();
      boolean gone = false;
      if (found && !mended) {
        gone = !fails(judge(Judge.remedied(judged, set), book), fault);
      }
      outcomes.add(
          new Outcome(fault, found, mended, gone, remedy == null ? "no remedy" : remedy.text()));
    }
    return outcomes;
  }

  private static boolean fails(Judgement judgement, Fault fault) {
    return judgement.findings().stream()
        .anyMatch(f -> f.fails() && f.reading().equals(fault.reading()));
  }

  private static boolean serves(Judgement judgement, Remedy remedy, String reading) {
    return judgement.findings().stream()
        .anyMatch(f -> f.rule().equals(remedy.rule()) && f.reading().equals(reading));
  }

  private Judgement judge(StandingSet set, RuleBook book)
      throws IOException, UnreadablePhotoException {
    byte[] file = SimulatedFile.of(set, sets.photograph(set), TAKEN_AT, false);
    return Judge.judge(
        Measurement.measure(new PhotoReader(Limits.STANDARD).read(file)), book, "lead", set);
  }

  /** The right lamp further away, and the sheet without a light of its own. */
  private static StandingSet uneven(StandingSet set) {
    return PlantedSets.oneFar(set, 2.5).with(set.ground().glowing(0, 5000));
  }
}
