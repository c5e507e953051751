package app.istante.core.rules;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.image.Facts;
import app.istante.core.image.PhotoFacts;
import app.istante.core.measure.Readings;
import java.util.List;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class EvaluationTest {
  private static Readings readings(Double level, double band, Double roll, double rollConfidence) {
    return readings(level, band, roll, rollConfidence, 0.9);
  }

  private static Readings outlined(double confidence) {
    return readings(255.0, 0, null, 0, confidence);
  }

  private static Readings readings(
      Double level, double band, Double roll, double rollConfidence, double outlined) {
    PhotoFacts facts = Facts.of(1600, 1200);
    Readings.Product product =
        new Readings.Product(
            true,
            outlined,
            new Readings.BoxPx(0, 0, 10, 10),
            0.8,
            0.8,
            0.5,
            0.3,
            new Readings.Offset(0.1, 0),
            new Readings.Margins(0, 0, 0, 0),
            List.of("left", "top"),
            roll,
            rollConfidence,
            1,
            0);
    Readings.Backdrop backdrop =
        new Readings.Backdrop(
            "white", level, 240.0, 0.5, 0.9, 0.1, 0.2, 0.0, 1.0, 1.0, 1.4, "warm", null, null, null,
            30.0, null, List.of(), List.of(), List.of(), 0, null, false, null);
    return new Readings(
        facts,
        product,
        backdrop,
        null,
        null,
        null,
        null,
        band == 0 ? Map.of() : Map.of("backdrop.level", band),
        List.of());
  }

  private static Finding hold(RuleBook.Rule rule, Readings readings) {
    RuleBook book =
        new RuleBook(
            "b",
            "1",
            "Book",
            "2026-01-01",
            "",
            Map.of(),
            new RuleBook.Images(1, 2, null),
            List.of(rule),
            null);
    return Evaluation.findings(readings, book, "lead").get(0);
  }

  private static RuleBook.Rule rule(String measure, String op, Double... value) {
    return new RuleBook.Rule(
        "r", "any", measure, op, List.of(value), "", RuleBook.Weight.must, "why", null);
  }

  @DataProvider
  Object[][] limits() {
    return new Object[][] {
      {"at-least", new Double[] {250.0}, 250.0, true},
      {"at-least", new Double[] {250.0}, 249.9, false},
      {"at-most", new Double[] {250.0}, 250.0, true},
      {"at-most", new Double[] {250.0}, 250.1, false},
      {"between", new Double[] {240.0, 250.0}, 240.0, true},
      {"between", new Double[] {240.0, 250.0}, 250.0, true},
      {"between", new Double[] {240.0, 250.0}, 239.0, false},
      {"between", new Double[] {240.0, 250.0}, 251.0, false},
    };
  }

  /** Limits belong to what is allowed; without a band everything is sure. */
  @Test(dataProvider = "limits")
  public void limitsBelongToWhatIsAllowed(String op, Double[] limit, double value, boolean holds) {
    Finding finding = hold(rule("backdrop.level", op, limit), readings(value, 0, null, 0));
    assertEquals(finding.holds(), Boolean.valueOf(holds));
    assertEquals(finding.confidence(), 1, 1e-9);
    assertEquals(finding.mustAndFails(), !holds);
  }

  @Test
  public void aFailureWithinItsUncertaintyAsksForALook() {
    RuleBook.Rule rule = rule("backdrop.level", "at-least", 250.0);
    Finding close = hold(rule, readings(249.5, 4, null, 0));
    assertNull(close.holds(), close.toString());
    assertTrue(close.message().endsWith("look yourself."), close.message());
    assertFalse(close.fails());
    Finding clear = hold(rule, readings(240.0, 4, null, 0));
    assertEquals(clear.holds(), Boolean.FALSE);
    // 10 codes at a 95 % half-width of 4 are 4.9 standard deviations.
    assertTrue(clear.confidence() > 0.99);
  }

  @Test
  public void confidenceFollowsTheNormalDistribution() {
    RuleBook.Rule rule = rule("backdrop.level", "at-least", 250.0);
    // One standard deviation (band / 1.96) on the right side: 84.1 % by the tables.
    Finding one = hold(rule, readings(250 + 4 / 1.96, 4, null, 0));
    assertEquals(one.confidence(), 0.841, 0.011);
    Finding none = hold(rule, readings(250.0, 4, null, 0));
    assertEquals(none.confidence(), 0.5, 1e-9);
  }

  @Test
  public void whatWasNotMeasuredNeverFails() {
    Finding missing = hold(rule("backdrop.level", "at-least", 250.0), readings(null, 0, null, 0));
    assertNull(missing.holds());
    assertNull(missing.value());
    assertTrue(missing.message().contains("can't be told"), missing.message());
  }

  @Test
  public void aLeanIsNeverFlaggedOnAGuess() {
    RuleBook.Rule rule = rule("product.rollDegrees", "between", -1.0, 1.0);
    assertNull(hold(rule, readings(255.0, 0, 3.0, 0.4)).holds());
    assertEquals(hold(rule, readings(255.0, 0, 3.0, 0.9)).holds(), Boolean.FALSE);
    assertEquals(
        hold(rule, readings(255.0, 0, 0.5, 0.4)).message(),
        "Lean 0.5°, but not for sure; look yourself.");
  }

  @Test
  public void aListCountsAsItsLength() {
    Finding cut = hold(rule("product.touches", "none"), readings(255.0, 0, null, 0));
    assertEquals(cut.value(), 2.0);
    assertTrue(cut.fails());
    assertEquals(cut.message(), "The frame cuts the product on 2 side(s).");
  }

  /** Two codes less are let pass, and no more; the sentence says so. */
  @Test
  public void whatMissesByNoMoreThanTheToleranceIsLetPass() {
    RuleBook.Rule rule =
        new RuleBook.Rule(
            "r",
            "any",
            "backdrop.level",
            "at-least",
            List.of(250.0),
            "code",
            RuleBook.Weight.must,
            "why",
            2.0);
    Finding passed = hold(rule, readings(248.0, 0, null, 0));
    assertEquals(passed.holds(), Boolean.TRUE);
    assertEquals(passed.tolerance(), 2.0);
    assertEquals(passed.message(), "Ground level 248; at least 250 (give or take 2) asked.");
    Finding missed = hold(rule, readings(247.9, 0, null, 0));
    assertTrue(missed.mustAndFails());
    assertEquals(
        missed.message(), "Ground level 248, where at least 250 (give or take 2) is asked.");
    Finding close = hold(rule, readings(248.5, 4, null, 0));
    assertEquals(close.holds(), Boolean.TRUE, "it need not be sure to hold");
  }

  @Test
  public void aDoubtedOutlineAsksForALookAndFailsNothing() {
    RuleBook.Rule outline = rule("product.confidence", "at-least", 0.5);
    assertEquals(hold(outline, outlined(0.9)).holds(), Boolean.TRUE);
    Finding doubted = hold(outline, outlined(0.43));
    assertNull(doubted.holds(), doubted.toString());
    assertEquals(doubted.message(), "The outline is sure to 43 % only; look yourself.");
    Finding cut = hold(rule("product.touches", "none"), outlined(0.43));
    assertNull(cut.holds(), cut.toString());
    assertEquals(
        cut.message(),
        "Cut by the frame 2, but where the product ends is not sure; look yourself.");
  }

  @Test
  public void rulesForOtherPicturesAreLeftOut() {
    RuleBook.Rule lead =
        new RuleBook.Rule(
            "l",
            "lead",
            "backdrop.level",
            "at-least",
            List.of(250.0),
            "",
            RuleBook.Weight.must,
            "",
            null);
    assertTrue(lead.concerns("lead"));
    assertFalse(lead.concerns("side"));
    RuleBook.Rule other =
        new RuleBook.Rule(
            "o",
            "other",
            "backdrop.level",
            "at-least",
            List.of(1.0),
            "",
            RuleBook.Weight.should,
            "",
            null);
    assertTrue(other.concerns("wear"));
    assertFalse(other.concerns("lead"));
  }

  @Test
  public void anUnknownOperationIsAProgramsMistake() {
    expectThrows(
        IllegalArgumentException.class,
        () -> Evaluation.margin(rule("backdrop.level", "about", 1.0), 1));
  }

  @Test
  public void everyShippedRuleSpeaksOfAMeasureWithWordsAndAScale() {
    for (RuleBook book : RuleBooks.shipped()) {
      for (RuleBook.Rule rule : book.rules()) {
        Measures.Measure measure = Measures.named(rule.measure());
        assertTrue(measure != null, rule.measure());
        assertTrue(measure.scaleFrom() < measure.scaleTo(), rule.measure());
        for (double limit : rule.value()) {
          assertTrue(
              limit >= measure.scaleFrom() && limit <= measure.scaleTo(),
              book.id() + ", " + rule.id() + ": " + limit);
        }
        assertFalse(rule.why().isBlank(), rule.id());
      }
    }
  }

  @Test
  public void requiredRolesMustBeKnown() throws Exception {
    String json =
        "{\"id\":\"x\",\"version\":\"1\",\"name\":\"X\",\"updated\":\"2026-01-01\",\"about\":\"\","
            + "\"roles\":{\"lead\":{\"ground\":\"white\",\"longestSidePx\":1600,\"minLongestSidePx\":800,"
            + "\"fill\":{\"min\":0.5,\"max\":0.9}},\"other\":{\"ground\":\"white\",\"longestSidePx\":1600,"
            + "\"minLongestSidePx\":800,\"fill\":{\"min\":0.5,\"max\":0.9}}},"
            + "\n\"images\":{\"min\":1,\"max\":3,\"required\":[\"ROLE\"]},\"rules\":[],"
            + "\"delivery\":{\"format\":\"JPEG\",\"quality\":0.9,\"maxFileBytes\":1000000}}";
    assertEquals(RuleBooks.read(json.replace("ROLE", "wear")).images().required(), List.of("wear"));
    RuleBookException wrong =
        expectThrows(RuleBookException.class, () -> RuleBooks.read(json.replace("ROLE", "moon")));
    assertEquals(wrong.getMessage(), "Line 2, images.required: [moon] is not a role.");
  }
}
