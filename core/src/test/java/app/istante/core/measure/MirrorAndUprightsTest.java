package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Reflections in the ground, converging uprights and where the focus lies, drawn by formula. */
public class MirrorAndUprightsTest {
  private static final int WIDTH = 800;
  private static final int HEIGHT = 600;
  private static final double FOOT = 440;

  /** A box with stripes and spots, 300 px wide, its foot at a row. */
  private static double pattern(double x, double y, int channel) {
    boolean stripe = ((int) (x / 9) + (int) (y / 14)) % 3 == 0;
    return stripe ? 0.08 : new double[] {0.45, 0.3, 0.2}[channel];
  }

  private static DrawnPhoto.Light box(double mirrored, double shade) {
    return (x, y, channel) -> {
      boolean across = x > 250 && x < 550;
      if (across && y > 180 && y < FOOT) {
        return pattern(x, y, channel);
      }
      double ground = 0.7 * (1 - shade * Math.exp(-Math.abs(y - FOOT) / 30));
      if (across && y >= FOOT && y < 2 * FOOT - 180) {
        double image = pattern(x, 2 * FOOT - y, channel);
        return ground * (1 - mirrored) + mirrored * image;
      }
      return ground;
    };
  }

  private static Readings.Backdrop backdrop(double mirrored, double shade) {
    return Measurement.measure(DrawnPhoto.of(WIDTH, HEIGHT, 5, box(mirrored, shade))).backdrop();
  }

  @DataProvider
  Object[][] strengths() {
    return new Object[][] {{0.04}, {0.08}, {0.14}};
  }

  @Test(dataProvider = "strengths")
  public void aReflectionIsAsStrongAsItWasDrawn(double strength) {
    Readings.Reflection reflection = backdrop(strength, 0.2).reflection();
    assertNotNull(reflection);
    assertEquals(reflection.strength(), strength, 0.15 * strength);
  }

  @Test
  public void aShadowIsNoReflection() {
    assertNull(backdrop(0, 0.4).reflection());
    assertNull(backdrop(0, 0).reflection());
  }

  /** A box whose sides lean inwards by an angle each, towards the top. */
  private static Readings.Perspective uprights(double leanDegrees, double turnDegrees) {
    double lean = Math.tan(Math.toRadians(leanDegrees));
    double cos = Math.cos(Math.toRadians(turnDegrees));
    double sin = Math.sin(Math.toRadians(turnDegrees));
    DrawnPhoto.Light light =
        (x, y, channel) -> {
          double u = cos * (x - 400) + sin * (y - 300);
          double v = -sin * (x - 400) + cos * (y - 300);
          boolean in = Math.abs(v) < 190 && Math.abs(u) < 110 + lean * v;
          return in ? 0.15 : 0.8;
        };
    Readings readings = Measurement.measure(DrawnPhoto.of(WIDTH, HEIGHT, 6, light));
    return readings.framing().perspective();
  }

  @DataProvider
  Object[][] leans() {
    return new Object[][] {{0.0, 0.0}, {1.0, 0.0}, {2.5, 0.0}, {-1.5, 0.0}, {1.5, 2.0}};
  }

  @Test(dataProvider = "leans")
  public void uprightsConvergeByBothTheirLeans(double lean, double turn) {
    Readings.Perspective perspective = uprights(lean, turn);
    assertNotNull(perspective);
    assertEquals(perspective.convergenceDegrees(), 2 * lean, 0.25);
    assertTrue(perspective.confidence() > 0.5, perspective.toString());
  }

  @Test
  public void aBallHasNoUprights() {
    DrawnPhoto.Light ball = (x, y, channel) -> Math.hypot(x - 400, y - 300) < 170 ? 0.15 : 0.8;
    Readings readings = Measurement.measure(DrawnPhoto.of(WIDTH, HEIGHT, 7, ball));
    assertNull(readings.framing().perspective());
  }

  private static String focus(double upper, double lower) {
    List<Double> map = new java.util.ArrayList<>();
    for (int row = 0; row < 6; row++) {
      for (int column = 0; column < 4; column++) {
        map.add(column == 0 ? null : (Double) (upper + (lower - upper) * row / 5));
      }
    }
    double least = Math.min(upper, lower);
    double most = Math.max(upper, lower);
    Readings.Sharpness sharpness =
        new Readings.Sharpness(
            least,
            most,
            least,
            null,
            null,
            null,
            null,
            1.0,
            null,
            null,
            null,
            List.of(),
            List.of(least, (least + most) / 2, most),
            new Readings.BlurMap(4, 6, map));
    return Focus.of(sharpness, least > 1.5, 1.5);
  }

  @Test
  public void theSharperEndTellsWhereTheFocusLies() {
    assertEquals(focus(1, 1.1), "product");
    assertEquals(focus(6, 1), "in-front");
    assertEquals(focus(1, 6), "behind");
    assertEquals(focus(4, 4.2), "nowhere");
    assertEquals(focus(7, 3), "in-front");
  }
}
