package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.Srgb;
import app.istante.core.sim.Optics;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Where the ground is burnt it has no grain, and wool looks as if it had a lot. */
public class GrainOnBurntGroundTest {
  private static final int WIDTH = 1200;
  private static final int HEIGHT = 900;
  private static final double LIGHT = 1.3;
  private static final double QUALITY = 0.92;

  /**
   * A woollen ball on burnt ground.
   *
   * @param sigma grain, codes
   * @param shadow share of the light that its shadow takes; the ground is burnt up to 0.23
   */
  private static Readings ball(double sigma, double shadow) throws Exception {
    Random random = new Random(31);
    float[] wool = new float[WIDTH * HEIGHT];
    float[] pool = new float[wool.length];
    for (int at = 0; at < wool.length; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      wool[at] = (float) random.nextGaussian();
      pool[at] = Math.hypot((x - 690) / 330.0, (y - 650) / 90.0) < 1 ? 1 : 0;
    }
    wool = Optics.gaussian(wool, WIDTH, HEIGHT, 1.6f);
    pool = Optics.gaussian(pool, WIDTH, HEIGHT, 30);
    byte[] rgb = new byte[3 * wool.length];
    for (int at = 0; at < wool.length; at++) {
      double out = Math.hypot(at % WIDTH - 560, at / WIDTH - 430) - 260;
      double cover = Math.max(0, Math.min(1, 0.5 - out));
      double lit = 0.12 * Math.exp(0.9 * wool[at]);
      double light = cover * lit + (1 - cover) * LIGHT * (1 - shadow * pool[at]);
      for (int channel = 0; channel < 3; channel++) {
        // What burns is cut off with its grain on it.
        double burnt = light >= 1 ? 20 : 0;
        double code = Srgb.code(Math.min(1, light)) + burnt + sigma * random.nextGaussian();
        rgb[3 * at + channel] = (byte) Math.max(0, Math.min(255, Math.round(code)));
      }
    }
    EncodedImage codes = new EncodedImage(WIDTH, HEIGHT, rgb);
    return Measurement.measure(
        new PhotoReader(Limits.STANDARD).read(PhotoWriter.jpeg(codes, QUALITY)));
  }

  @DataProvider
  Object[][] grains() {
    return new Object[][] {{1.5}, {2.5}, {4.0}};
  }

  @Test(dataProvider = "grains")
  public void theShadowTellsIt(double sigma) throws Exception {
    Readings readings = ball(sigma, 0.55);
    assertNotNull(readings.sharpness().noiseSigma(), readings.cantTell() + "");
    assertEquals(readings.sharpness().noiseSigma(), sigma, 0.15 * sigma);
  }

  @Test(dataProvider = "grains")
  public void withoutOneWoolIsNotTakenForIt(double sigma) throws Exception {
    Readings readings = ball(sigma, 0.1);
    Double told = readings.sharpness().noiseSigma();
    if (told == null) {
      assertTrue(
          readings.cantTell().stream().anyMatch(c -> c.reading().equals("sharpness.noiseSigma")));
    } else {
      assertEquals(told, sigma, readings.uncertainty().get("sharpness.noiseSigma"));
    }
  }
}
