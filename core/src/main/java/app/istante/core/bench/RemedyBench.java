package app.istante.core.bench;

import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Measurement;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.core.set.Arrangements;
import app.istante.core.set.Lamp;
import app.istante.core.set.LampDistance;
import app.istante.core.set.SetCamera;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import app.istante.core.sim.SetPreview;
import app.istante.core.sim.Shelf;
import app.istante.core.sim.SimulatedFile;
import app.istante.core.sim.SimulatedPhoto;
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
  private static final String TAKEN_AT = "2026:01:10 10:00:00";

  /** Light once followed serves every fault that only mixes it anew. */
  private SetPreview light;

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
          new Fault("1 stop too dark", "fieramonda", "backdrop.level", s -> exposed(s, -1)),
          new Fault("2 stops too dark", "fieramonda", "backdrop.level", s -> exposed(s, -2)),
          new Fault("ISO 25600", "fieramonda", "sharpness.noiseSigma", RemedyBench::noisy),
          new Fault(
              "balance 4500 K off",
              "fieramonda",
              "backdrop.castChroma",
              s -> exposed(s.with(s.camera().balance(9500, 0)), -1.5)),
          new Fault("2 stops too bright", "fieramonda", "exposure.burntShare", s -> exposed(s, 2)),
          new Fault("shaken", "fieramonda", "sharpness.blurAtExportPx", RemedyBench::shaken),
          new Fault(
              "light under the sheet dim",
              "fieramonda",
              "backdrop.level",
              s -> s.with(s.ground().glowing(100, 5000))),
          new Fault(
              "focus in front",
              "fieramonda",
              "sharpness.blurAtExportPx",
              s -> s.with(s.camera().aperture(1.8).focus(0.5 * s.camera().distanceMm()))),
          new Fault(
              "far off centre",
              "fieramonda",
              "product.centreOffset.x",
              s -> s.withThings(List.of(s.things().get(0).placed(45, 0)))),
          new Fault(
              "much too small",
              "fieramonda",
              "product.fillLongestSide",
              s -> s.with(s.camera().focal(0.5 * s.camera().lens().focalLengthMm()))),
          new Fault(
              "camera leans 9 degrees",
              "fieramonda",
              "product.rollDegrees",
              s -> s.with(s.camera().with(new SetCamera.Handling(9, 0, 0)))),
          new Fault("one lamp far", "manorosa", "backdrop.falloffStops", RemedyBench::oneFar));

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
    StandingSet good = good(thing);
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
    byte[] file = SimulatedFile.of(set, photograph(set), TAKEN_AT, false);
    return Judge.judge(
        Measurement.measure(new PhotoReader(Limits.STANDARD).read(file)), book, "lead", set);
  }

  private SimulatedPhoto photograph(StandingSet set) {
    if (light == null || !light.lights(set)) {
      light = new SetPreview(set, WIDTH, HEIGHT);
      light.follow(Long.MAX_VALUE / 2_000_000, PASSES, SetPreview.Pace.FULL);
    }
    return light.photo(set);
  }

  /** A set whose lead passes: ground lit by itself, exposed by hand until it is white. */
  private StandingSet good(String name) {
    Shelf.ShelfThing thing = Shelf.entry(name);
    StandingSet set =
        Arrangements.of("lit-ground", Thing.of(name), thing.heightMm(), thing.widthMm());
    set = set.with(set.camera().balance(5000, 0).automatic(0));
    double seconds = photograph(set).truth().seconds();
    // The frame's mean is drawn mid-grey: three stops more is white, less what the thing bears.
    return set.with(set.camera().seconds(seconds * Math.pow(2, 2.6)));
  }

  private static StandingSet exposed(StandingSet set, double stops) {
    return set.with(set.camera().seconds(set.camera().settings().seconds() * Math.pow(2, stops)));
  }

  private static StandingSet noisy(StandingSet set) {
    double seconds = set.camera().settings().seconds();
    return set.with(set.camera().iso(25_600).seconds(seconds / 256));
  }

  private static StandingSet shaken(StandingSet set) {
    return set.with(set.camera().with(new SetCamera.Handling(0, 16, 30)));
  }

  /** The right lamp at twice its distance, and the sheet without a light of its own. */
  private static StandingSet oneFar(StandingSet set) {
    List<Lamp> lamps = new ArrayList<>(set.lamps());
    lamps.set(1, LampDistance.moved(lamps.get(1), 1.6 * lamps.get(1).distanceMm()));
    return set.withLamps(lamps).with(set.ground().glowing(0, 5000));
  }
}
