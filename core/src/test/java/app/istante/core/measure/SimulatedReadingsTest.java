package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import app.istante.core.mask.Overlap;
import app.istante.core.sim.DemoShop;
import app.istante.core.sim.Simulated;
import app.istante.core.sim.SimulatedPhoto;
import org.testng.annotations.Test;

/** Readings of simulated takes against their exact truth. */
public class SimulatedReadingsTest {
  private final Simulated well =
      Simulated.of(DemoShop.Item.WATERING_CAN, new DemoShop.Set().fill(0.7), 0.7, 1);
  private final Readings good = Measurement.measure(well.analysed());

  @Test
  public void findsTheProduct() {
    assertTrue(good.product().found());
    assertTrue(good.product().confidence() > 0.7, "confidence " + good.product().confidence());
    assertTrue(overlap(well) > 0.95, "overlap " + overlap(well));
    assertTrue(good.product().touches().isEmpty());
  }

  @Test
  public void seesTheGroundThroughTheHandle() {
    Readings taller =
        Measurement.measure(
            Simulated.of(
                    DemoShop.Item.WATERING_CAN, new DemoShop.Set().litGround().fill(0.8), 1.1, 1)
                .analysed());
    assertEquals(taller.product().holes().intValue(), 1);
  }

  @Test
  public void measuresTheGround() {
    SimulatedPhoto.Truth truth = well.photo().truth();
    Readings.Backdrop ground = good.backdrop();
    assertEquals(ground.level(), truth.levelCode(), 1.0);
    assertEquals(ground.low5(), truth.low5Code(), 2.5);
    assertEquals(ground.castA(), truth.castA(), 0.5);
    assertEquals(ground.castB(), truth.castB(), 0.5);
    assertEquals(ground.kind(), "white");
    assertEquals(ground.stopsBelowWhite(), -Math.log(0.7) / Math.log(2), 0.1);
  }

  @Test
  public void measuresTheBox() {
    SimulatedPhoto.Truth truth = well.photo().truth();
    Readings.BoxPx box = good.product().boxPx();
    double edge = 0.012 * Simulated.WIDTH;
    assertEquals(box.x(), truth.boxX(), edge);
    assertEquals(box.y(), truth.boxY(), edge);
    assertEquals(box.width(), truth.boxWidth(), 1.5 * edge);
    assertEquals(box.height(), truth.boxHeight(), 1.5 * edge);
  }

  @Test
  public void measuresALean() {
    Simulated leaning =
        Simulated.of(DemoShop.Item.PEPPER_MILL, new DemoShop.Set().fill(0.8).roll(2.4), 0.7, 1);
    Readings.Product product = Measurement.measure(leaning.analysed()).product();
    assertTrue(product.rollConfidence() > 0.6);
    assertEquals(product.rollDegrees(), 2.4, 0.4);
  }

  @Test
  public void measuresDefocus() {
    Simulated soft =
        Simulated.blurred(DemoShop.Item.MONEY_BOX, new DemoShop.Set().fill(0.8), 0.7, 2.5);
    Readings.Sharpness sharpness = Measurement.measure(soft.analysed()).sharpness();
    assertEquals(sharpness.blurSigmaPx(), soft.photo().truth().blurSigmaPx(), 0.35);
    assertNull(sharpness.motion());
  }

  @Test
  public void tellsWhichSideTheFrameCuts() {
    Simulated cut =
        Simulated.of(
            DemoShop.Item.PEPPER_MILL, new DemoShop.Set().fill(0.9).shift(0, 0.16), 0.7, 1);
    assertEquals(
        Measurement.measure(cut.analysed()).product().touches(), java.util.List.of("bottom"));
  }

  @Test
  public void saysThatAClippedGroundHidesItsTint() {
    Simulated bright =
        Simulated.of(DemoShop.Item.CADDY, new DemoShop.Set().litGround().fill(0.7), 1.6, 1);
    Readings readings = Measurement.measure(bright.analysed());
    assertNull(readings.backdrop().castA());
    assertTrue(readings.cantTell().stream().anyMatch(c -> c.reading().equals("backdrop.castA")));
    assertEquals(readings.backdrop().stopsBelowWhite(), 0.0);
  }

  @Test
  public void findsNothingInAPictureOfNothing() {
    Readings empty = Measurement.measure(Simulated.flat(320, 240, 200).analysed());
    assertFalse(empty.product().found());
    assertNull(empty.exposure().clippedShare());
    assertEquals(empty.backdrop().level(), 200, 0.6);
    assertEquals(empty.backdrop().falloffStops(), 0, 0.01);
  }

  @Test
  public void bearsTheSmallestAndTheExtremePictures() {
    for (int code : new int[] {0, 255}) {
      Readings readings = Measurement.measure(Simulated.flat(1, 1, code).analysed());
      assertFalse(readings.product().found());
      Measurement.measure(Simulated.flat(3, 200, code).analysed());
    }
  }

  @Test
  public void fallOffPointsToTheDarkSide() {
    Readings readings = Measurement.measure(Simulated.ramp(400, 300).analysed());
    // Linear light falls from 0.8 at the left to 0.4 at the right: one stop.
    assertEquals(readings.backdrop().falloffStops(), 1.0, 0.06);
    double off = Math.abs((readings.backdrop().falloffDirectionDegrees() + 180) % 360 - 180);
    assertTrue(off < 3, "direction off by " + off);
  }

  private static double overlap(Simulated take) {
    LinearImage working = take.analysed().linear();
    double px = working.scale().px();
    int wide = take.photo().picture().widthPx();
    return Overlap.of(
        take.analysed().separation(),
        at -> {
          int x = (int) ((at % working.width() + 0.5) * px);
          int y = (int) ((at / working.width() + 0.5) * px);
          return take.photo().cover()[y * wide + x] >= 0.5;
        });
  }
}
