package app.istante.core.finish;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Photo;
import app.istante.core.mask.KnownOutline;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.DrawnPhoto;
import app.istante.core.measure.FlatField;
import app.istante.core.measure.Known;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.core.sim.DemoShop;
import app.istante.core.sim.Simulated;
import app.istante.core.verdict.FinishPlan;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Judgement;
import app.istante.core.verdict.Verdict;
import java.util.Map;
import org.testng.annotations.Test;

public class FinisherTest {
  private static final Readings.BoxPx BOX = new Readings.BoxPx(40, 40, 20, 20);

  /** Code 188 holds half the light of code 255: one stop more makes it white. */
  @Test
  public void oneStopDoublesTheLight() {
    EncodedImage out =
        Finisher.finish(
            Simulated.flat(100, 100, 188).analysed().photo(),
            BOX,
            plan(null, 1.0, null, new Readings.BoxPx(0, 0, 100, 100), 100),
            null);
    assertEquals(out.rgb()[0] & 0xFF, 255);
  }

  @Test
  public void balanceScalesEachChannelInLinearLight() {
    EncodedImage out =
        Finisher.finish(
            Simulated.flat(100, 100, 128).analysed().photo(),
            BOX,
            plan(
                new FinishPlan.Balance(0.5, 2),
                null,
                null,
                new Readings.BoxPx(0, 0, 100, 100),
                100),
            null);
    // Code 128 is 0.2159 linear; half of it is code 92.6, twice is code 175.9.
    assertEquals(out.rgb()[0] & 0xFF, 93, 1);
    assertEquals(out.rgb()[1] & 0xFF, 128, 1);
    assertEquals(out.rgb()[2] & 0xFF, 176, 1);
  }

  @Test
  public void anIdlePlanLeavesThePixelsAlone() {
    EncodedImage in = Simulated.ramp(90, 60).analysed().photo().srgb();
    EncodedImage out =
        Finisher.finish(
            Simulated.asPhoto(in),
            BOX,
            plan(null, null, null, new Readings.BoxPx(0, 0, 90, 60), 90),
            null);
    for (int i = 0; i < in.rgb().length; i++) {
      assertEquals(out.rgb()[i] & 0xFF, in.rgb()[i] & 0xFF, 1);
    }
  }

  @Test
  public void aWiderFrameIsFilledWithGround() {
    EncodedImage out =
        Finisher.finish(
            Simulated.flat(100, 60, 222).analysed().photo(),
            BOX,
            plan(null, null, null, new Readings.BoxPx(0, -20, 100, 100), 100),
            null);
    assertEquals(out.heightPx(), 100);
    for (byte code : out.rgb()) {
      assertEquals(code & 0xFF, 222);
    }
  }

  /** What the plan promised is what the same check finds afterwards. */
  @Test
  public void theFinalKeepsWhatThePlanPredicted() {
    Simulated take =
        Simulated.of(
            DemoShop.Item.PEPPER_MILL, new DemoShop.Set().litGround().fill(0.62).roll(2.2), 0.9, 3);
    RuleBook book = RuleBooks.shipped().get(2);
    Judgement before = Judge.judge(Measurement.measure(take.analysed()), book, "lead");
    FinishPlan plan = before.finishPlan();
    assertEquals(plan.rotateDegrees(), -2.2, 0.4);
    EncodedImage edited =
        Finisher.finish(take.analysed().photo(), before.readings().product().boxPx(), plan, null);
    Readings after = Measurement.measure(Analysed.of(Simulated.asPhoto(edited)));
    assertEquals(after.product().rollDegrees(), 0, 0.5);
    assertEquals(
        after.product().fillLongestSide(), plan.predicted().get("product.fillLongestSide"), 0.05);
    assertTrue(Math.abs(edited.widthPx() / (double) edited.heightPx() - 1.3333) < 0.01);
  }

  /** A grey card has no outline to be found; what is known of it holds all the same. */
  @Test
  public void theFinalsOutlineIsTheTakesAndIsNotLookedForAgain() {
    Simulated take =
        Simulated.of(
            DemoShop.Item.PEPPER_MILL, new DemoShop.Set().litGround().fill(0.62).roll(2.2), 0.9, 3);
    Judgement before =
        Judge.judge(Measurement.measure(take.analysed()), RuleBooks.shipped().get(2), "lead");
    FinishPlan plan = before.finishPlan();
    Readings.BoxPx box = before.readings().product().boxPx();
    KnownOutline outline = Finisher.outline(take.analysed(), box, plan);
    Photo edited = Simulated.asPhoto(Finisher.finish(take.analysed().photo(), box, plan, null));
    Analysed finished = Analysed.of(edited, Known.outlined(outline));
    Readings after = Measurement.measure(finished);
    assertEquals(after.product().confidence(), before.readings().product().confidence(), 1e-9);
    Readings.BoxPx alone = Measurement.measure(edited).product().boxPx();
    assertEquals(after.product().boxPx().x(), alone.x(), 4);
    assertEquals(after.product().boxPx().y(), alone.y(), 4);
    assertEquals(after.product().boxPx().height(), alone.height(), 6);
    Photo flat = Simulated.flat(edited.widthPx(), edited.heightPx(), 180).analysed().photo();
    Readings told = Measurement.measure(Analysed.of(flat, Known.outlined(outline)));
    assertEquals(told.product().boxPx(), after.product().boxPx());
    assertEquals(told.product().areaShare(), after.product().areaShare(), 1e-9);
  }

  /** One side of the set 1.05 stops darker: not to be lifted white without burning the other. */
  private static final DrawnPhoto.Light EMPTY =
      (x, y, channel) -> 0.93 * Math.pow(2, -1.05 * Math.max(0, x - 100) / 1500);

  private static final DrawnPhoto.Light TAKE =
      (x, y, channel) -> {
        boolean in = x > 500 && x < 1300 && y > 130 && y < 1170;
        return in ? new double[] {0.5, 0.42, 0.3}[channel] : EMPTY.at(x, y, channel);
      };

  @Test
  public void theLampsFallOffIsDividedOutByTheEmptySet() {
    RuleBook book = RuleBooks.shipped().get(0);
    Photo photo = DrawnPhoto.of(1800, 1300, 1, TAKE);
    Judgement alone = Judge.judge(Measurement.measure(photo), book, "lead");
    assertEquals(alone.verdict(), Verdict.Reshoot);
    Known known = new Known(Analysed.blank(DrawnPhoto.of(1800, 1300, 2, EMPTY)), null, null);
    Analysed picture = Analysed.of(photo, known);
    Judgement judged = Judge.judge(Measurement.measure(picture), book, "lead");
    assertEquals(judged.verdict(), Verdict.Mend, judged.remedies().toString());
    assertEquals(judged.finishPlan().evenGround(), Boolean.TRUE);
    assertTrue(
        judged.remedies().stream().anyMatch(r -> r.text().startsWith("Divide the lamps'")),
        judged.remedies().toString());
    EncodedImage made =
        Finisher.finish(
            photo, judged.readings().product().boxPx(), judged.finishPlan(), FlatField.of(picture));
    Judgement again = Judge.judge(Measurement.measure(Simulated.asPhoto(made)), book, "lead");
    assertEquals(again.verdict(), Verdict.Ready, again.findings().toString());
    assertEquals(again.readings().backdrop().falloffStops(), 0, 0.08);
    assertEquals(
        again.readings().backdrop().level(),
        judged.finishPlan().predicted().get("backdrop.level"),
        2.5);
  }

  @Test
  public void withoutTheEmptySetNothingIsEvenedOut() {
    FinishPlan plan =
        new FinishPlan(null, true, null, null, new Readings.BoxPx(0, 0, 90, 60), 90, 60, Map.of());
    IllegalArgumentException e =
        expectThrows(
            IllegalArgumentException.class,
            () -> Finisher.finish(Simulated.ramp(90, 60).analysed().photo(), BOX, plan, null));
    assertEquals(
        e.getMessage(),
        "The empty set by which the light was to be evened out is not there any more.");
  }

  private static FinishPlan plan(
      FinishPlan.Balance balance, Double lift, Double turn, Readings.BoxPx crop, int width) {
    return new FinishPlan(
        balance, null, lift, turn, crop, width, width * crop.height() / crop.width(), Map.of());
  }
}
