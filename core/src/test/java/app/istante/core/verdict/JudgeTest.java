package app.istante.core.verdict;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import org.testng.annotations.Test;

public class JudgeTest {
  private static final RuleBook STRICT = RuleBooks.shipped().get(0);

  @Test
  public void readyWhenAllMustsHold() {
    Judgement judgement = Judge.judge(Sample.good().build(), STRICT, "lead");
    assertEquals(judgement.verdict(), Verdict.Ready, judgement.findings().toString());
    assertTrue(judgement.remedies().isEmpty());
    assertNotNull(judgement.finishPlan());
  }

  /** Code 226 is 0.27 stop under 250; the product bears 0.5. */
  @Test
  public void mendWhenTheProductBearsTheLift() {
    Judgement judgement =
        Judge.judge(Sample.good().ground(230, 226, 0).liftAllowed(0.5).build(), STRICT, "lead");
    assertEquals(judgement.verdict(), Verdict.Mend);
    // log2(lin(250) / lin(226)) = log2(0.956 / 0.759) = 0.33, and a little reserve.
    assertEquals(judgement.finishPlan().liftStops(), 0.37, 0.02);
    // The reserve of 0.04 stop brings it to 0.956 * 2^0.04 = 0.983, which is code 253.
    assertEquals(judgement.finishPlan().predicted().get("backdrop.low5"), 253, 0.7);
    assertTrue(judgement.remedies().get(0).inFinishing());
  }

  @Test
  public void reshootWhenItDoesNot() {
    Judgement judgement =
        Judge.judge(Sample.good().ground(200, 190, 0).liftAllowed(0.2).build(), STRICT, "lead");
    assertEquals(judgement.verdict(), Verdict.Reshoot);
    assertNull(judgement.finishPlan().liftStops());
    assertTrue(
        judgement.remedies().get(0).text().contains("ground lamp at 70 cm"),
        judgement.remedies().get(0).text());
  }

  /** 1300 px at 92 % of a square need 1413 px of height; the photo has 1200. */
  @Test
  public void aDeliveredFrameThatWouldCutTheProductIsToldBeforeFinishing() {
    Sample wide = Sample.good().photo(1600, 1200).box(150, 400, 1300, 446).falloff(0.8);
    Judgement uneven = Judge.judge(wide.build(), STRICT, "lead");
    assertEquals(uneven.verdict(), Verdict.Reshoot, uneven.findings().toString());
    assertTrue(
        uneven.remedies().stream().anyMatch(one -> one.text().contains("from 100 to 118 cm")),
        uneven.remedies().toString());
    // An even ground is carried on above and below.
    Judgement even = Judge.judge(wide.falloff(0.1).build(), STRICT, "lead");
    assertEquals(even.verdict(), Verdict.Ready, even.findings().toString());
  }

  /** 1150 px fill 96 % of the 1200 that a square can have; 92 % are allowed. */
  @Test
  public void aDeliveredFrameThatWouldBeFilledTooMuchIsToldBeforeFinishing() {
    Sample wide = Sample.good().photo(1600, 1200).box(225, 100, 1150, 1000).falloff(0.8);
    Judgement uneven = Judge.judge(wide.build(), STRICT, "lead");
    assertEquals(uneven.verdict(), Verdict.Reshoot, uneven.findings().toString());
    assertEquals(
        uneven.remedies().get(0).text(),
        "The square frame that is asked for would be filled to 96 %: step back, from 100 to 105"
            + " cm.");
    Judgement even = Judge.judge(wide.falloff(0.1).build(), STRICT, "lead");
    assertEquals(even.verdict(), Verdict.Ready, "carried on above and below");
  }

  /** 720 px at 86 % make a square of 837 px, where 1000 are the least; at 80 % still 900. */
  @Test
  public void aDeliveredFrameWithTooFewPixelsIsToldBeforeFinishing() {
    Sample small = Sample.good().photo(1200, 800).box(240, 80, 720, 640);
    Judgement judged = Judge.judge(small.build(), STRICT, "lead");
    assertEquals(judged.verdict(), Verdict.Reshoot, judged.findings().toString());
    assertEquals(
        judged.remedies().get(0).text(),
        "The square frame that is asked for would hold 837 of the 1000 pixels that are wanted: set"
            + " the camera to larger pictures.");
    Judgement looser = Judge.judge(small.box(200, 80, 800, 640).build(), STRICT, "lead");
    assertEquals(looser.verdict(), Verdict.Ready, looser.findings().toString());
    assertEquals(looser.finishPlan().widthPx(), 1000, "at 80 %");
    // Of a photo that could hold such a square; with a rule on fill that says the same.
    Sample far = Sample.good().photo(1600, 1200).box(440, 300, 720, 600);
    Judgement nearer = Judge.judge(far.build(), withoutRule("fills"), "lead");
    assertTrue(
        nearer
            .remedies()
            .get(0)
            .text()
            .endsWith("nearer, from 100 to 83 cm, or set the camera to larger pictures."),
        nearer.remedies().toString());
    Judgement fills = Judge.judge(far.build(), STRICT, "lead");
    assertTrue(
        fills.remedies().stream().noneMatch(one -> one.rule().equals("delivered-frame")),
        "told once");
  }

  /** A photo of 1600 x 1200, turned by 3 degrees, loses 600 sin 3 = 31 px at its left. */
  @Test
  public void aFrameThatWouldCutTheProductOnceLevelledIsToldBeforeFinishing() {
    Sample aside = Sample.good().photo(1600, 1200).box(10, 120, 700, 960).falloff(0.8);
    assertEquals(Judge.judge(aside.build(), STRICT, "lead").verdict(), Verdict.Ready);
    Judgement leaning = Judge.judge(aside.roll(3, 0.9).build(), STRICT, "lead");
    assertEquals(leaning.verdict(), Verdict.Reshoot, leaning.findings().toString());
    assertTrue(
        leaning.remedies().stream().anyMatch(one -> one.text().startsWith("Levelled, the frame")),
        leaning.remedies().toString());
  }

  private static RuleBook withoutRule(String id) {
    return new RuleBook(
        STRICT.id(),
        STRICT.version(),
        STRICT.name(),
        STRICT.updated(),
        STRICT.about(),
        STRICT.roles(),
        STRICT.images(),
        STRICT.rules().stream().filter(rule -> !rule.id().equals(id)).toList(),
        STRICT.delivery());
  }

  /** The product keeps 2040 of 2372 px of the crop, so of 4000 px more than 700 lie outside it. */
  @Test
  public void aTableAtTheEdgeIsCroppedOffWhereTheCropLeavesItOut() {
    Sample wide = Sample.good().photo(4000, 2400).box(1200, 180, 1600, 2040);
    Judgement outside =
        Judge.judge(
            wide.intrusion("left", new Readings.BoxPx(0, 900, 600, 1500)).build(), STRICT, "lead");
    assertEquals(outside.verdict(), Verdict.Mend, outside.findings().toString());
    Judgement within =
        Judge.judge(
            wide.intrusion("left", new Readings.BoxPx(0, 900, 1100, 1500)).build(), STRICT, "lead");
    assertEquals(within.verdict(), Verdict.Reshoot);
    Judgement side =
        Judge.judge(
            wide.intrusion("left", new Readings.BoxPx(0, 900, 1100, 1500)).build(), STRICT, "side");
    assertEquals(side.verdict(), Verdict.Reshoot, "not in the lead picture alone");
    assertEquals(
        finding(within, "only-ground").message(),
        "Besides the ground, the frame's edge shows table, wall or things in 1 place(s).");
  }

  @Test
  public void letteringIsCroppedOffWhereTheCropLeavesItOut() {
    Sample wide = Sample.good().photo(4000, 2400).box(1200, 180, 1600, 2040);
    Judgement outside =
        Judge.judge(
            wide.foreign(new Readings.Foreign(100, 100, 600, 80, "text")).build(), STRICT, "lead");
    assertEquals(outside.verdict(), Verdict.Mend, outside.findings().toString());
    Remedy crop = outside.remedies().get(0);
    assertEquals(crop.text(), "Crop in finishing: that leaves it out.");
    assertTrue(crop.inFinishing());
    Judgement within =
        Judge.judge(
            wide.foreign(new Readings.Foreign(100, 100, 1000, 80, "text")).build(), STRICT, "lead");
    assertEquals(within.verdict(), Verdict.Reshoot);
    assertEquals(
        finding(within, "nothing-added").message(),
        "Lettering or a border was added to the picture.");
  }

  @Test
  public void aDoubtedOutlineMustBeLookedAtAfterWhatSurelyFails() {
    Judgement doubted = Judge.judge(Sample.good().outlined(0.3).build(), STRICT, "lead");
    assertEquals(doubted.verdict(), Verdict.Reshoot);
    assertTrue(doubted.findings().stream().noneMatch(f -> f.fails()), doubted.toString());
    assertTrue(doubted.remedies().get(0).text().contains("look at it"), doubted.toString());
    assertNull(doubted.finishPlan(), "nothing is cropped by it");

    Judgement soft = Judge.judge(Sample.good().outlined(0.3).blur(4).build(), STRICT, "lead");
    assertTrue(soft.remedies().get(0).text().contains("soft"), soft.remedies().toString());
    assertTrue(soft.remedies().get(1).text().contains("look at it"), soft.remedies().toString());
  }

  @Test
  public void blurIsNeverMended() {
    Judgement judgement = Judge.judge(Sample.good().blur(4).build(), STRICT, "lead");
    assertEquals(judgement.verdict(), Verdict.Reshoot);
  }

  @Test
  public void aSmallLeanIsLevelledAndALargeOneIsNot() {
    Judgement small = Judge.judge(Sample.good().roll(2, 0.9).build(), STRICT, "lead");
    assertEquals(small.verdict(), Verdict.Mend);
    assertEquals(small.finishPlan().rotateDegrees(), -2.0);
    assertEquals(
        Judge.judge(Sample.good().roll(9, 0.9).build(), STRICT, "lead").verdict(), Verdict.Reshoot);
  }

  @Test
  public void aLeanThatIsOnlyGuessedNeverFails() {
    Judgement judgement = Judge.judge(Sample.good().roll(3, 0.2).build(), STRICT, "lead");
    assertEquals(judgement.verdict(), Verdict.Ready);
    Finding lean = finding(judgement, "upright");
    assertNull(lean.holds());
    assertTrue(lean.message().contains("look yourself"));
  }

  /** The limit is 1.8; 1.85 with a band of 0.3 may be either. */
  @Test
  public void aReadingTooCloseToCallAsksForALook() {
    Judgement judgement = Judge.judge(Sample.good().blur(1.85).band(0.3).build(), STRICT, "lead");
    assertNull(finding(judgement, "sharp").holds());
    assertEquals(judgement.verdict(), Verdict.Ready);
  }

  @Test
  public void aSmallProductIsCroppedWhileThePixelsLast() {
    Judgement enough =
        Judge.judge(
            Sample.good().photo(6000, 4500).box(2000, 1500, 1800, 2200).build(), STRICT, "lead");
    assertEquals(enough.verdict(), Verdict.Mend);
    // The box is 2200 high and shall fill 0.86 of a square.
    assertEquals(enough.finishPlan().crop().height(), 2558, 2.0);
    assertEquals(enough.finishPlan().widthPx(), 1600);
    Judgement tooFew =
        Judge.judge(
            Sample.good().photo(1600, 1200).box(600, 400, 300, 400).build(), STRICT, "lead");
    assertEquals(tooFew.verdict(), Verdict.Reshoot);
    assertTrue(
        tooFew.remedies().get(0).text().startsWith("Go nearer"), tooFew.remedies().get(0).text());
  }

  @Test
  public void aTintIsBalanced() {
    Judgement judgement =
        Judge.judge(Sample.good().tint(1, 9).liftAllowed(1).build(), STRICT, "side");
    assertEquals(judgement.verdict(), Verdict.Mend);
    assertTrue(judgement.finishPlan().balance().blueGain() > 1.1, "more blue against yellow");
  }

  @Test
  public void anotherPlaceJudgesOtherwise() {
    var grey = Sample.good().ground(205, 195, 0).liftAllowed(0).build();
    assertEquals(Judge.judge(grey, STRICT, "lead").verdict(), Verdict.Reshoot);
    assertEquals(Judge.judge(grey, RuleBooks.shipped().get(1), "lead").verdict(), Verdict.Ready);
  }

  private static Finding finding(Judgement judgement, String rule) {
    return judgement.findings().stream()
        .filter(f -> f.rule().equals(rule))
        .findFirst()
        .orElseThrow();
  }
}
