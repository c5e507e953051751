package app.istante.core.measure;

import static org.testng.Assert.assertEquals;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.sim.Simulated;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** A burnt spot in the middle of a disc, and how the disc looks beside it. */
public class HighlightsTest {
  private static final double RADIUS_SHARE = 0.3;
  private static final double SPOT_SHARE = 0.06;

  /** Linear light of the disc so far from the spot's rim, in shares of the picture's width. */
  private interface Beside {
    double at(double share);
  }

  /** What a lamp's image does in a dark metal: a bell curve that is over within a hundredth. */
  private static double fading(double share) {
    return 0.03 + 0.97 * Math.exp(-Math.pow(share / 0.006, 2));
  }

  private static double sharp(double share) {
    return 0.03;
  }

  /** A pale thing with too much light on it. */
  private static double gradual(double share) {
    return 0.3 + 0.7 * Math.exp(-share / 0.05);
  }

  private static Readings.Exposure exposure(int width, double spotShare, Beside beside) {
    int height = width * 3 / 4;
    byte[] rgb = new byte[3 * width * height];
    for (int at = 0; at < width * height; at++) {
      double x = (at % width + 0.5 - width / 2.0) / width;
      double y = (at / width + 0.5 - height / 2.0) / width;
      double r = Math.hypot(x, y);
      double off = r - spotShare;
      double light = r > RADIUS_SHARE ? 0.75 : off < 0 ? 1 : beside.at(off);
      byte code = (byte) Math.round(Srgb.code(light));
      rgb[3 * at] = code;
      rgb[3 * at + 1] = (byte) Math.round(Srgb.code(0.9 * light + (light >= 1 ? 0.1 : 0)));
      rgb[3 * at + 2] = (byte) Math.round(Srgb.code(0.7 * light + (light >= 1 ? 0.3 : 0)));
    }
    return Measurement.measure(Simulated.asPhoto(new EncodedImage(width, height, rgb))).exposure();
  }

  @DataProvider
  Object[][] widths() {
    // Working pixels of one and of several of the photo's, and smaller than these.
    return new Object[][] {{800}, {2000}, {500}};
  }

  @Test(dataProvider = "widths")
  public void aLampsImageInMetalIsNoLoss(int width) {
    Readings.Exposure mirrored = exposure(width, SPOT_SHARE, HighlightsTest::fading);
    double share = Math.pow(SPOT_SHARE / RADIUS_SHARE, 2);
    assertEquals(mirrored.clippedShare(), share, 0.004);
    assertEquals(mirrored.specularShare(), mirrored.clippedShare(), 1e-9);
    assertEquals(mirrored.burntShare(), 0, 1e-9);
  }

  @Test(dataProvider = "widths")
  public void aBurntPlaceIs(int width) {
    for (Beside beside : new Beside[] {HighlightsTest::sharp, HighlightsTest::gradual}) {
      Readings.Exposure burnt = exposure(width, SPOT_SHARE, beside);
      assertEquals(burnt.burntShare(), burnt.clippedShare(), 1e-9);
      assertEquals(burnt.burntShare(), Math.pow(SPOT_SHARE / RADIUS_SHARE, 2), 0.004);
    }
  }

  @Test
  public void aPinPointIsNoLossWhateverLiesBeside() {
    Readings.Exposure small = exposure(1600, 0.015, HighlightsTest::sharp);
    assertEquals(small.clippedShare(), Math.pow(0.015 / RADIUS_SHARE, 2), 0.001);
    assertEquals(small.burntShare(), 0, 1e-9);
  }
}
