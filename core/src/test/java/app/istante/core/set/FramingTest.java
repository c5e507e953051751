package app.istante.core.set;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertThrows;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import org.testng.annotations.Test;

/** Worked by hand; the sums stand beside the figures. */
public class FramingTest {
  @Test
  public void fieldByHand() {
    // 36 mm sensor, 50 mm lens, 1 m: m = 50 / 950 = 0.05263; 36 / m = 684 mm.
    assertEquals(Framing.field(50, 1000, 36), 684, 1e-9);
    // Life size: the thing twice the focal length away is drawn as large as it is.
    assertEquals(Framing.field(60, 120, 23.5), 23.5, 1e-9);
  }

  @Test
  public void anyTwoGiveTheThird() {
    Framing.FramingSolution field = Framing.solve(45.0, 900.0, null, 17.3);
    Framing.FramingSolution distance = Framing.solve(45.0, null, field.fieldMm(), 17.3);
    Framing.FramingSolution focal = Framing.solve(null, 900.0, field.fieldMm(), 17.3);
    assertEquals(distance.distanceMm(), 900, 1e-9);
    assertEquals(focal.focalMm(), 45, 1e-9);
    assertThrows(IllegalArgumentException.class, () -> Framing.solve(45.0, null, null, 17.3));
    assertThrows(IllegalArgumentException.class, () -> Framing.solve(45.0, 900.0, 10.0, 17.3));
  }

  @Test
  public void swellingByHand() {
    // 100 mm deep at 550 mm: front at 500, middle at 550: 550 / 500 = 1.1.
    assertEquals(Framing.swell(550, 100), 0.1, 1e-12);
    assertEquals(Framing.nearestForSwell(100, 0.1), 550, 1e-9);
  }

  @Test
  public void pixelsByHand() {
    // 80 of 100 mm of field on 4000 pixels.
    assertEquals(Framing.pixelsOn(80, 100, 4000), 3200, 1e-9);
  }

  @Test
  public void ringsByHand() {
    // 25 mm behind a 50 mm lens at infinity: m = 0.5; 150 mm away; 2 log2(1.5) = 1.17 stops.
    Framing.CloseUp close = Framing.rings(50, 0, 25);
    assertEquals(close.magnification(), 0.5, 1e-12);
    assertEquals(close.distanceMm(), 150, 1e-9);
    assertEquals(close.lostStops(), 1.17, 0.005);
    assertEquals(Framing.extensionFor(50, 0, 0.5), 25, 1e-9);
    assertThrows(IllegalArgumentException.class, () -> Framing.rings(50, 0, 0));
  }

  @Test
  public void reversedByHand() {
    // 28 mm on a mount 44 mm from the sensor: 44 / 28 - 1 = 0.571; 28 (1 + 1 / 0.571) = 77 mm.
    Framing.CloseUp close = Framing.reversed(28, 44);
    assertEquals(close.magnification(), 0.5714, 1e-4);
    assertEquals(close.distanceMm(), 77, 0.01);
    String why =
        expectThrows(IllegalArgumentException.class, () -> Framing.reversed(50, 44)).getMessage();
    assertTrue(why.contains("50 mm"), why);
  }

  @Test
  public void wrongFiguresGetASentenceWithTheBounds() {
    String why =
        expectThrows(IllegalArgumentException.class, () -> Framing.field(50, 40, 36)).getMessage();
    assertEquals(why, "The distance is 40 mm; it must lie between 50.50 and 100000 mm.");
    String missing =
        expectThrows(IllegalArgumentException.class, () -> Framing.field(Double.NaN, 400, 36))
            .getMessage();
    assertTrue(missing.startsWith("The focal length is missing"), missing);
  }
}
