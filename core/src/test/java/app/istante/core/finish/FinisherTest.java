package app.istante.core.finish;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.core.sim.DemoShop;
import app.istante.core.sim.Simulated;
import app.istante.core.verdict.FinishPlan;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Judgement;
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
            plan(null, 1.0, null, new Readings.BoxPx(0, 0, 100, 100), 100));
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
                100));
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
            plan(null, null, null, new Readings.BoxPx(0, 0, 90, 60), 90));
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
            plan(null, null, null, new Readings.BoxPx(0, -20, 100, 100), 100));
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
        Finisher.finish(take.analysed().photo(), before.readings().product().boxPx(), plan);
    Readings after = Measurement.measure(Analysed.of(Simulated.asPhoto(edited)));
    assertEquals(after.product().rollDegrees(), 0, 0.5);
    assertEquals(
        after.product().fillLongestSide(), plan.predicted().get("product.fillLongestSide"), 0.05);
    assertTrue(Math.abs(edited.widthPx() / (double) edited.heightPx() - 1.3333) < 0.01);
  }

  private static FinishPlan plan(
      FinishPlan.Balance balance, Double lift, Double turn, Readings.BoxPx crop, int width) {
    return new FinishPlan(
        balance, lift, turn, crop, width, width * crop.height() / crop.width(), Map.of());
  }
}
