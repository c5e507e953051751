package app.istante.core.verdict;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.measure.Readings;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBookException;
import app.istante.core.rules.RuleBooks;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Remedies and plans with their numbers worked out by hand. */
public class RemediesTest {
  private static RuleBook book(String id) {
    return RuleBooks.shipped().stream().filter(b -> b.id().equals(id)).findFirst().orElseThrow();
  }

  private static Judgement strict(Readings readings) {
    return Judge.judge(readings, book("fieramonda"), "lead");
  }

  private static Remedy of(Judgement judgement, String rule) {
    return judgement.remedies().stream()
        .filter(remedy -> remedy.rule().equals(rule))
        .findFirst()
        .orElse(null);
  }

  @Test
  public void aGroundWithinHeadroomIsLiftedByWhatItNeeds() {
    // Level 240 is 0.871 linear, 250 is 0.956: log2 of their ratio is 0.134 stop, and the reserve.
    Judgement judged = strict(Sample.good().ground(240, 236, 0.2).liftAllowed(0.6).build());
    assertEquals(judged.verdict(), Verdict.Mend, judged.findings().toString());
    FinishPlan plan = judged.finishPlan();
    assertNotNull(plan.liftStops());
    assertTrue(plan.liftStops() >= 0.134 && plan.liftStops() <= 0.6, plan.toString());
    assertTrue(plan.predicted().get("backdrop.level") >= 250);
    assertTrue(judged.remedies().get(0).inFinishing());
  }

  @Test
  public void aGroundBeyondHeadroomIsLitAndTheLampMovesByTheInverseSquare() {
    Judgement judged = strict(Sample.good().ground(188, 184, 0).liftAllowed(0.0).build());
    assertEquals(judged.verdict(), Verdict.Reshoot);
    Remedy remedy =
        judged.remedies().stream()
            .filter(one -> one.text().contains("light the ground"))
            .findFirst()
            .orElseThrow();
    assertFalse(remedy.inFinishing());
    // Code 184 is 0.479 linear: one stop under 250's 0.956; the lamp goes from 70 to 70 / sqrt 2.
    assertEquals(remedy.stops(), 1.0, 0.05);
    assertTrue(
        remedy.text().contains("70 cm moves to 49 cm") || remedy.text().contains("50 cm"),
        remedy.text());
  }

  @DataProvider
  Object[][] leans() {
    return new Object[][] {{2.0, true}, {-3.0, true}, {0.1, false}, {9.0, false}};
  }

  @Test(dataProvider = "leans")
  public void aSmallLeanIsLevelledALargeOneIsNot(double degrees, boolean levelled) {
    Readings readings =
        Sample.good().photo(3000, 3000).box(700, 480, 1600, 2040).roll(degrees, 0.9).build();
    FinishPlan plan = Judge.judge(readings, book("tuttocose"), "lead").finishPlan();
    if (levelled) {
      assertEquals(plan.rotateDegrees(), -degrees, 1e-9);
      assertEquals(plan.predicted().get("product.rollDegrees"), 0.0);
    } else {
      assertNull(plan == null ? null : plan.rotateDegrees());
    }
  }

  @Test
  public void aLeanThatIsNotSureIsLeftAlone() {
    FinishPlan plan = strict(Sample.good().roll(3, 0.4).build()).finishPlan();
    assertNull(plan.rotateDegrees());
  }

  @Test
  public void blurAsksForTripodAndTimer() {
    Judgement judged = strict(Sample.good().blur(4).build());
    assertEquals(judged.verdict(), Verdict.Reshoot);
    Remedy remedy =
        judged.remedies().stream()
            .filter(one -> one.text().startsWith("Edges are"))
            .findFirst()
            .orElseThrow();
    assertFalse(remedy.inFinishing());
    assertTrue(remedy.text().contains("Tripod and timer"), remedy.text());
  }

  @Test
  public void aTintIsBalancedToNeutral() {
    Judgement judged = strict(Sample.good().tint(2, 9).build());
    FinishPlan plan = judged.finishPlan();
    if (judged.verdict() == Verdict.Ready) {
      return;
    }
    assertNotNull(plan.balance(), judged.findings().toString());
    // A yellow ground has too little blue: blue is raised, red hardly changes.
    assertTrue(plan.balance().blueGain() > 1.02, plan.toString());
    assertTrue(Math.abs(plan.balance().redGain() - 1) < plan.balance().blueGain() - 1);
  }

  @Test
  public void aProductTooSmallForThePixelsIsShotAgain() {
    Judgement judged = strict(Sample.good().box(1000, 1000, 400, 420).build());
    assertEquals(judged.verdict(), Verdict.Reshoot);
    assertTrue(
        judged.remedies().stream().anyMatch(one -> one.text().startsWith("Go nearer")),
        judged.remedies().toString());
  }

  @Test
  public void whatStopsTheSaleStandsFirst() {
    Judgement judged = strict(Sample.good().blur(5).roll(2.5, 0.9).ground(240, 236, 0.2).build());
    assertEquals(judged.verdict(), Verdict.Reshoot);
    assertFalse(judged.remedies().get(0).inFinishing(), judged.remedies().toString());
    long texts = judged.remedies().stream().map(Remedy::text).distinct().count();
    assertEquals(texts, judged.remedies().size(), "each cause once");
  }

  @Test
  public void theSamePictureIsJudgedByEachPlacesOwnRules() {
    Readings grey = Sample.good().ground(190, 186, 0).liftAllowed(0.1).build();
    assertEquals(strict(grey).verdict(), Verdict.Reshoot);
    assertEquals(Judge.judge(grey, book("tuttocose"), "lead").verdict(), Verdict.Ready);
  }

  @Test
  public void judgingTwiceGivesTheSame() {
    Readings readings = Sample.good().ground(244, 240, 0.5).roll(1.8, 0.9).build();
    assertEquals(strict(readings), strict(readings));
    assertNull(of(strict(readings), "no-such-rule"));
  }

  private static String told(Sample sample, String measure) throws RuleBookException {
    RuleBook book =
        RuleBooks.read(
            """
            {"id": "clean", "version": "1", "name": "Clean", "updated": "2026-01-01",
             "images": {"min": 1, "max": 9},
             "roles": {"lead": {"ground": "any", "longestSidePx": 1600, "minLongestSidePx": 800,
                                "fill": {"min": 0.3, "max": 1.0}},
                       "other": {"ground": "any", "longestSidePx": 1600, "minLongestSidePx": 800,
                                 "fill": {"min": 0.3, "max": 1.0}}},
             "rules": [{"id": "clean", "role": "any", "measure": "%s", "op": "none",
                        "weight": "must", "why": "Buyers take it for a flaw."}],
             "delivery": {"format": "jpeg", "quality": 0.9, "maxFileBytes": 5000000}}
            """
                .formatted(measure));
    Judgement judged = Judge.judge(sample.build(), book, "lead");
    assertEquals(judged.verdict(), Verdict.Reshoot);
    return judged.remedies().get(0).text();
  }

  @Test
  public void marksAreCountedByKind() throws RuleBookException {
    Readings.BoxPx box = new Readings.BoxPx(10, 10, 5, 5);
    Readings.Mark speck = new Readings.Mark(box, -0.3, "speck");
    Readings.Mark crease = new Readings.Mark(box, 0.1, "crease");
    assertTrue(told(Sample.good().marks(speck, speck), "backdrop.marks").startsWith("2 specks"));
    String both = told(Sample.good().marks(crease, speck, speck), "backdrop.marks");
    assertTrue(both.startsWith("1 crease and 2 specks"), both);
  }

  @Test
  public void whatStandsInIsToldWithItsSide() throws RuleBookException {
    String text = told(Sample.good().intrusion("left", 0.12), "backdrop.intrusions");
    assertTrue(text.contains("left edge (12 % of the frame)"), text);
    String apart =
        told(Sample.good().foreign(new Readings.BoxPx(300, 9, 5, 5)), "backdrop.foreign");
    assertTrue(apart.contains("300 px from the left"), apart);
  }
}
