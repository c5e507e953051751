package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.sim.Optics;
import app.istante.core.sim.Simulated;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Boards with upright and level edges alone, which don't tell which way a smear leans. */
public class SmearSpectrumTest {
  private static final int WIDTH = 1000;
  private static final int HEIGHT = 750;
  private static final int CELL_PX = 3;
  private static final double LENS_PX = 0.6;
  private static final double GRAIN_CODES = 1;

  private static Analysed board(double lengthPx, double degrees) {
    Random random = new Random(5);
    byte[] rgb = new byte[3 * WIDTH * HEIGHT];
    double[] tone = random.doubles((long) WIDTH * HEIGHT).toArray();
    double[] colour = {0.12, 0.2, 0.4};
    for (int channel = 0; channel < 3; channel++) {
      float[] light = new float[WIDTH * HEIGHT];
      for (int at = 0; at < light.length; at++) {
        int x = at % WIDTH;
        int y = at / WIDTH;
        boolean on = x >= 250 && x < 720 && y >= 140 && y < 640;
        double cell = tone[y / CELL_PX * WIDTH + x / CELL_PX];
        light[at] = (float) (on ? colour[channel] * (0.8 + 0.4 * cell) : 0.75);
      }
      light = Optics.gaussian(light, WIDTH, HEIGHT, LENS_PX);
      light = lengthPx == 0 ? light : Optics.smear(light, WIDTH, HEIGHT, lengthPx, degrees);
      for (int at = 0; at < light.length; at++) {
        double code = 255 * Srgb.encode(light[at]) + GRAIN_CODES * random.nextGaussian();
        rgb[3 * at + channel] = (byte) Math.max(0, Math.min(255, Math.round(code)));
      }
    }
    return Analysed.of(Simulated.asPhoto(new EncodedImage(WIDTH, HEIGHT, rgb)));
  }

  @DataProvider
  Object[][] smears() {
    return new Object[][] {
      {10.0, 30.0}, {14.0, 155.0}, {20.0, 20.0}, {24.0, 75.0}, {32.0, 108.0}, {40.0, 162.0}
    };
  }

  /** Targets of the core: length within 15 %, direction within 5 degrees. */
  @Test(dataProvider = "smears")
  public void theStripesTellWhichWayItLeans(double length, double degrees) {
    Readings.Motion motion = Measurement.measure(board(length, degrees)).sharpness().motion();
    assertNotNull(motion);
    assertIs(motion, length, degrees);
  }

  /** As told by the upright edges: level, and a little long or short. */
  @Test(dataProvider = "smears")
  public void aLevelClaimIsSetRight(double length, double degrees) {
    Readings.Motion claimed = new Readings.Motion(0.9 * length, 0, 0.9);
    Readings.Motion told = SmearSpectrum.refined(board(length, degrees), claimed);
    assertNotNull(told);
    assertIs(told, length, degrees);
    assertEquals(told.confidence(), 0.9);
  }

  /** It leaves too few stripes to be corrected by. */
  @Test
  public void aClaimOfAFewPixelsIsKept() {
    Readings.Motion claimed = new Readings.Motion(4, 90, 0.8);
    assertEquals(SmearSpectrum.refined(board(0, 0), claimed), claimed);
  }

  private static void assertIs(Readings.Motion motion, double length, double degrees) {
    assertEquals(motion.lengthPx(), length, 0.15 * length);
    double off = Math.IEEEremainder(motion.angleDegrees() - degrees, 180);
    assertEquals(off, 0, 5, motion.angleDegrees() + " for " + degrees);
  }
}
