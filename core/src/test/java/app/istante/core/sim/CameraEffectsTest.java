package app.istante.core.sim;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.Srgb;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The simulated camera against its own model: exposure, balance, noise, blur, repeatability. */
public class CameraEffectsTest {
  private static final int W = 240;
  private static final int H = 180;

  /** A bare, evenly lit ground. */
  private static Rendering ground() {
    Rendering light = new Rendering(W, H);
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        light.set(x, y, 0.5, 0.5, 0.5);
      }
    }
    return light;
  }

  private static double mean(byte[] rgb, int channel) {
    double sum = 0;
    for (int at = channel; at < rgb.length; at += 3) {
      sum += rgb[at] & 0xFF;
    }
    return sum / (rgb.length / 3.0);
  }

  private static double deviation(byte[] rgb, int channel) {
    double mean = mean(rgb, channel);
    double sum = 0;
    for (int at = channel; at < rgb.length; at += 3) {
      sum += ((rgb[at] & 0xFF) - mean) * ((rgb[at] & 0xFF) - mean);
    }
    return Math.sqrt(sum / (rgb.length / 3.0));
  }

  private static byte[] develop(CameraEffects effects, long seed) {
    return SimulatedCamera.develop(ground(), 0, effects, seed).picture().rgb();
  }

  @DataProvider
  Object[][] levels() {
    return new Object[][] {{0.2}, {0.5}, {0.8}};
  }

  @Test(dataProvider = "levels")
  public void theGroundIsExposedToItsLevel(double level) {
    double code = mean(develop(CameraEffects.GOOD.level(level), 1), 1);
    assertEquals(code, 255 * Srgb.encode(level), 1.0);
  }

  @Test
  public void overOneIsClipped() {
    assertEquals(mean(develop(CameraEffects.GOOD.level(1.5), 1), 1), 255, 0.01);
  }

  @Test
  public void aWrongBalanceTintsByItsGains() {
    byte[] rgb = develop(CameraEffects.GOOD.level(0.4).balance(1.2, 0.7), 1);
    assertEquals(mean(rgb, 0), 255 * Srgb.encode(0.48), 1.0);
    assertEquals(mean(rgb, 1), 255 * Srgb.encode(0.4), 1.0);
    assertEquals(mean(rgb, 2), 255 * Srgb.encode(0.28), 1.0);
  }

  @DataProvider
  Object[][] isos() {
    return new Object[][] {{1600}, {3200}, {6400}};
  }

  /** Photons give 6e-6 light iso / 100, reading out 1.5e-7 (iso / 100)^2: linear variance. */
  @Test(dataProvider = "isos")
  public void noiseFollowsItsModel(int iso) {
    double light = 0.3;
    double gain = iso / 100.0;
    double sigma = Math.sqrt(6e-6 * light * gain + 1.5e-7 * gain * gain);
    // Slope of the sRGB curve at that light: 255 * 1.055 / 2.4 * light^(1 / 2.4 - 1).
    double slope = 255 * 1.055 / 2.4 * Math.pow(light, 1 / 2.4 - 1);
    double found = deviation(develop(CameraEffects.GOOD.level(light).iso(iso), 1), 1);
    double expected = Math.sqrt(slope * slope * sigma * sigma + 1 / 12.0);
    assertEquals(found, expected, 0.05 * expected);
  }

  @Test
  public void theSameSeedIsTheSamePictureAndAnotherIsNot() {
    CameraEffects effects = CameraEffects.GOOD.level(0.4).iso(800);
    assertEquals(develop(effects, 5), develop(effects, 5));
    assertNotEquals(develop(effects, 5), develop(effects, 6));
  }

  @Test
  public void blurKeepsTheLightOfAnEvenField() {
    double sharp = mean(develop(CameraEffects.GOOD.level(0.5), 1), 1);
    double soft = mean(develop(CameraEffects.GOOD.level(0.5).blur(6), 1), 1);
    double shaken = mean(develop(CameraEffects.GOOD.level(0.5).shake(20, 30), 1), 1);
    assertEquals(soft, sharp, 0.5);
    assertEquals(shaken, sharp, 0.5);
  }

  @Test
  public void everyDemoTakeHasAFaultAndARoleOfTheJob() {
    List<DemoTakes.Shot> all = new ArrayList<>(DemoTakes.morning());
    all.addAll(DemoTakes.sunday());
    assertTrue(all.size() >= 75, all.size() + " takes");
    for (DemoTakes.Shot shot : all) {
      app.istante.core.rules.ShotRole.of(shot.role());
      app.istante.core.plan.Kind.of(shot.item().kind());
      assertTrue(!shot.fault().isBlank());
      assertTrue(shot.item().heightMm() > 10 && shot.item().widthMm() > 10);
    }
    for (DemoShop.Item item : DemoShop.Item.values()) {
      assertTrue(all.stream().filter(s -> s.item() == item).count() >= 4, item + " is shown");
    }
  }
}
