package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.image.Facts;
import app.istante.core.image.PhotoFacts;
import java.util.List;
import java.util.Map;
import org.testng.annotations.Test;

/** Crops worked out by hand. */
public class FramingTest {
  private static final Delivery SQUARE = new Delivery(1.0, 1600, 1000, 0.8, 0.9);

  private static Readings readings(
      int width, int height, Readings.BoxPx box, Double roll, String ground, double falloff) {
    return readings(width, height, box, roll, ground, falloff, List.of());
  }

  private static Readings readings(
      int width,
      int height,
      Readings.BoxPx box,
      Double roll,
      String ground,
      double falloff,
      List<Readings.Foreign> foreign) {
    PhotoFacts facts = Facts.of(width, height);
    Readings.Product product =
        new Readings.Product(
            true,
            0.95,
            box,
            0.5,
            0.5,
            0.5,
            0.2,
            new Readings.Offset(0, 0),
            new Readings.Margins(0.1, 0.1, 0.1, 0.1),
            List.of(),
            roll,
            0.9,
            1,
            0);
    Readings.Backdrop backdrop =
        new Readings.Backdrop(
            ground, 255.0, 253.0, 0.9, 0.95, 0.0, falloff, 0.0, 0.0, 0.0, 0.0, "neutral", null,
            null, null, 40.0, null, List.of(), List.of(), foreign, 0, null, false, null);
    return new Readings(
        facts,
        product,
        backdrop,
        null,
        new Readings.Sharpness(
            2.0, 2.5, null, null, null, null, null, 1.0, null, null, null, List.of(), null, null),
        null,
        null,
        Map.of("sharpness.blurSigmaPx", 0.2),
        List.of());
  }

  @Test
  public void aTallThingInAWidePhotoIsCutSquareAroundItsMiddle() {
    // 850 px tall at a wanted fill of 0.85: a square of 1000 px; the box's middle is (2000, 1525).
    Readings readings =
        readings(4000, 3000, new Readings.BoxPx(1800, 1100, 400, 850), null, "white", 0.1);
    Readings.CropPlan crop = Measurement.forDelivery(readings, SQUARE).framing().cropPlan();
    assertEquals(crop.box(), new Readings.BoxPx(1500, 1025, 1000, 1000));
    assertEquals(crop.fill(), 0.85, 1e-9);
    assertTrue(crop.meetsMinimum());
  }

  @Test
  public void aCropLeavesABorderOut() {
    // The square of 1000 px round (2000, 2300) would end at 2800; the border begins at 2700, and
    // is blurred for 4 px. Nothing may be carried on beyond it either.
    List<Readings.Foreign> border =
        List.of(
            new Readings.Foreign(0, 0, 4000, 300, Readings.Foreign.BORDER),
            new Readings.Foreign(0, 2700, 4000, 300, Readings.Foreign.BORDER));
    Readings.BoxPx box = new Readings.BoxPx(1800, 1875, 400, 850);
    assertEquals(crop(box, border), new Readings.BoxPx(1500, 1696, 1000, 1000));
    assertEquals(crop(box, List.of()), new Readings.BoxPx(1500, 1800, 1000, 1000));
    // And of one to the left and right: 2600 px are left of 4000.
    List<Readings.Foreign> beside =
        List.of(
            new Readings.Foreign(0, 0, 700, 3000, Readings.Foreign.BORDER),
            new Readings.Foreign(3300, 0, 700, 3000, Readings.Foreign.BORDER));
    Readings.BoxPx large = new Readings.BoxPx(800, 300, 2380, 2400);
    assertEquals(crop(large, beside), new Readings.BoxPx(704, 204, 2592, 2592));
  }

  private static Readings.CropPlan square(
      Readings.BoxPx box, Double roll, String ground, double falloff) {
    Readings readings = readings(4000, 3000, box, roll, ground, falloff);
    return Measurement.forDelivery(readings, SQUARE).framing().cropPlan();
  }

  private static Readings.BoxPx crop(Readings.BoxPx box, List<Readings.Foreign> foreign) {
    Readings readings = readings(4000, 3000, box, null, "white", 0.1, foreign);
    return Measurement.forDelivery(readings, SQUARE).framing().cropPlan().box();
  }

  @Test
  public void tooFewPixelsAreToldNotHidden() {
    Readings readings =
        readings(4000, 3000, new Readings.BoxPx(1800, 1100, 400, 700), null, "white", 0.1);
    Readings.CropPlan crop = Measurement.forDelivery(readings, SQUARE).framing().cropPlan();
    assertEquals(crop.box().width(), 823, "700 / 0.85");
    assertFalse(crop.meetsMinimum(), "1000 px are the least");
    // 820 px fill 85 % of 965 px, but 82 % of 1000, which is as good.
    Readings.BoxPx enough = new Readings.BoxPx(1800, 1100, 400, 820);
    Readings.CropPlan looser = square(enough, null, "white", 0.1);
    assertEquals(looser.box().width(), 1000);
    assertEquals(looser.fill(), 0.82, 1e-9);
    assertTrue(looser.meetsMinimum());
  }

  @Test
  public void nearTheEdgeTheCropStaysInsideThePhoto() {
    Readings readings =
        readings(4000, 3000, new Readings.BoxPx(10, 1100, 400, 850), null, "white", 0.1);
    Readings.BoxPx box = Measurement.forDelivery(readings, SQUARE).framing().cropPlan().box();
    assertEquals(box.x(), 0);
    assertEquals(box.width(), 1000);
  }

  @Test
  public void aWideThingMayReachBeyondAPlainEvenGround() {
    // 3400 px wide at 0.85 wants 4000 px of height; the photo has 3000, and 30 % may be added.
    Readings.BoxPx box = new Readings.BoxPx(300, 1200, 3400, 600);
    Readings.CropPlan plain = square(box, null, "white", 0.1);
    assertEquals(plain.box().height(), 4000);
    assertEquals(plain.box().y(), -500, "half of the addition above");
    assertEquals(plain.fill(), 0.85, 1e-9);
    Readings.CropPlan scene = square(box, null, "scene", 0.1);
    assertEquals(scene.box().height(), 3000, "a scene is not carried on");
    assertFalse(scene.meetsMinimum());
    Readings.CropPlan uneven = square(box, null, "white", 0.8);
    assertEquals(uneven.box().height(), 3000, "an uneven ground is not carried on");
  }

  @Test
  public void levellingCostsCorners() {
    // Turned by 3 degrees, a photo of 4000 x 3000 loses 1500 sin 3 = 78.5 px at each side.
    Readings.BoxPx box = new Readings.BoxPx(1000, 100, 1000, 2800);
    Readings.CropPlan level = square(box, 0.0, "scene", 0.1);
    Readings.CropPlan turned = square(box, 3.0, "scene", 0.1);
    assertEquals(level.box().height(), 3000);
    assertEquals(turned.box().height(), 3000 - 2 * 2000 * Math.sin(Math.toRadians(3)), 1.0);
  }

  @Test
  public void withoutAWantedShapeThePhotosIsKept() {
    Delivery free = new Delivery(null, 1600, 800, 0.5, 0.9);
    Readings readings =
        readings(4000, 3000, new Readings.BoxPx(1500, 1000, 1000, 1000), null, "white", 0.1);
    Readings.BoxPx box = Measurement.forDelivery(readings, free).framing().cropPlan().box();
    assertEquals((double) box.width() / box.height(), 4 / 3.0, 0.01);
  }

  @Test
  public void blurIsScaledToWhatIsDelivered() {
    // The crop of 1000 px is delivered as it is, one of 3200 px at half the size.
    Readings small =
        readings(4000, 3000, new Readings.BoxPx(1800, 1100, 400, 850), null, "white", 0.1);
    assertEquals(Measurement.forDelivery(small, SQUARE).sharpness().blurAtExportPx(), 2.0, 1e-9);
    Readings large =
        readings(4000, 4000, new Readings.BoxPx(1000, 640, 400, 2720), null, "white", 0.1);
    Readings at = Measurement.forDelivery(large, SQUARE);
    assertEquals(at.sharpness().blurAtExportPx(), 1.0, 1e-9);
    assertEquals(at.uncertainty().get("sharpness.blurAtExportPx"), 0.1, 1e-9);
  }

  @Test
  public void aDoubtfulOutlineGivesNoCrop() {
    Readings sure =
        readings(4000, 3000, new Readings.BoxPx(1800, 1100, 400, 850), null, "white", 0.1);
    Readings.Product p = sure.product();
    Readings.Product doubtful =
        new Readings.Product(
            true,
            0.2,
            p.boxPx(),
            0.5,
            0.5,
            0.5,
            0.2,
            p.centreOffset(),
            p.margins(),
            List.of(),
            null,
            0.0,
            1,
            0);
    Readings readings =
        new Readings(
            sure.image(),
            doubtful,
            sure.backdrop(),
            null,
            sure.sharpness(),
            null,
            null,
            Map.of(),
            List.of());
    assertNull(Measurement.forDelivery(readings, SQUARE).framing().cropPlan());
  }

  @Test
  public void nonsenseDeliveriesAreRefusedWithTheirFigures() {
    assertTrue(
        expectThrows(IllegalArgumentException.class, () -> new Delivery(0.0, 1, 1, 0, 1))
            .getMessage()
            .contains("[0.0]"));
    expectThrows(IllegalArgumentException.class, () -> new Delivery(1.0, 0, 1, 0, 1));
    expectThrows(IllegalArgumentException.class, () -> new Delivery(1.0, 1, 1, 0.9, 0.8));
    expectThrows(IllegalArgumentException.class, () -> new Delivery(1.0, 1, 1, 0.5, 1.2));
  }
}
