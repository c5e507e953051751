package app.istante.core.verdict;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.finish.Finisher;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Photo;
import app.istante.core.measure.DrawnPhoto;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.core.sim.Simulated;
import java.util.Map;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What is foretold of a finished picture is held against finishing it and measuring it again. */
public class GroundInCropTest {
  private static final RuleBook STRICT = RuleBooks.shipped().get(0);

  /** Of shade, by channel: it is warm. */
  private static final double[] STRENGTH = {1, 1, 1.4};

  /**
   * A box on burnt-out ground, in a wide patch of shade.
   *
   * @param bright of the box's brightest channel, linear
   */
  private static Photo box(double deepestStops, double bright) {
    double[] colour = {bright, 0.8 * bright, 0.55 * bright};
    return DrawnPhoto.of(
        2000,
        1500,
        4,
        (x, y, channel) -> {
          if (x > 712 && x < 1288 && y > 330 && y < 1210) {
            return colour[channel] * (y < 770 ? 1 : 0.8);
          }
          double away = Math.pow((x - 1000) / 410, 2) + Math.pow((y - 950) / 325, 2);
          return 1.03 * Math.pow(2, -deepestStops * STRENGTH[channel] * Math.exp(-away / 2));
        });
  }

  private static Judgement judged(Photo photo) {
    return Judge.judge(Measurement.measure(photo), STRICT, "lead");
  }

  private static Judgement finished(Photo photo, Judgement judged, FinishPlan plan) {
    EncodedImage made = Finisher.finish(photo, judged.readings().product().boxPx(), plan, null);
    return judged(Simulated.asPhoto(made));
  }

  @DataProvider
  Object[][] lifts() {
    return new Object[][] {{0.3, 0.0}, {0.3, 0.1}, {0.6, 0.4}};
  }

  @Test(dataProvider = "lifts")
  public void theShareOfWhiteGroundIsForetold(double deepest, double lift) {
    Photo photo = box(deepest, 0.4);
    Judgement judged = judged(photo);
    FinishPlan plan = judged.finishPlan();
    FinishPlan lifting =
        new FinishPlan(
            null,
            null,
            lift == 0 ? null : lift,
            null,
            plan.crop(),
            plan.widthPx(),
            plan.heightPx(),
            Map.of());
    Readings after = finished(photo, judged, lifting).readings();
    GroundInCrop ground = new GroundInCrop(judged.readings(), plan.crop());
    double foretold = ground.nearWhiteShare(lift);
    // Fields of the grid beside the product, in its shade, count as if they were all ground.
    assertEquals(foretold, after.backdrop().nearWhiteShare(), 0.07, deepest + ", lift " + lift);
    double whole = new GroundInCrop(judged.readings()).nearWhiteShare(0);
    assertEquals(whole, judged.readings().backdrop().nearWhiteShare(), 1e-9);
  }

  /** Nine tenths of the whole ground are white, but not of what the closer crop keeps. */
  @Test
  public void aCloserCropIsLiftedForTheShadeThatItKeeps() {
    Photo photo = box(0.16, 0.4);
    Judgement judged = judged(photo);
    assertTrue(judged.readings().backdrop().nearWhiteShare() > 0.9, judged.findings().toString());
    assertEquals(judged.verdict(), Verdict.Mend, judged.findings().toString());
    assertNotNull(judged.finishPlan().liftStops());
    Judgement after = finished(photo, judged, judged.finishPlan());
    assertEquals(after.verdict(), Verdict.Ready, after.findings().toString());
  }

  @Test
  public void whereTheProductBearsNoLiftACropThatKeepsTheShadeMendsNothing() {
    Photo photo = box(0.16, 0.97);
    Judgement judged = judged(photo);
    assertTrue(judged.readings().backdrop().nearWhiteShare() > 0.9, judged.findings().toString());
    Judgement after = finished(photo, judged, judged.finishPlan());
    assertEquals(after.verdict(), Verdict.Reshoot, "as truth has it");
    assertEquals(judged.verdict(), Verdict.Reshoot, judged.findings().toString());
  }
}
