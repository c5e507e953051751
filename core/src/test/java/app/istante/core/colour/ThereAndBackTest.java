package app.istante.core.colour;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.Srgb;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Colour arithmetic there and back, at its branches and over the whole range. */
public class ThereAndBackTest {

  @Test
  public void everyCodeComesBackFromLinearLight() {
    for (int code = 0; code < 256; code++) {
      assertEquals(Srgb.encode8((float) Srgb.decode8(code)), code);
      assertEquals(Srgb.code(Srgb.decode8(code)), code, 1e-9);
    }
  }

  @Test
  public void bothSidesOfTheCurvesBranchMeet() {
    // IEC 61966-2-1: 0.04045 encoded is 0.0031308 linear, from either side.
    assertEquals(Srgb.decode(0.04045), 0.0031308, 1e-7);
    assertEquals(Srgb.decode(0.040451), 0.0031308, 1e-6);
    assertEquals(Srgb.encode(0.0031308), 0.04045, 1e-6);
    assertEquals(Srgb.encode(0.0031309), 0.04045, 1e-5);
  }

  @Test
  public void outOfRangeIsClampedWhenNarrowed() {
    assertEquals(Srgb.encode8(-1), 0);
    assertEquals(Srgb.encode8(Float.NaN), 0);
    assertEquals(Srgb.encode8(7), 255);
    assertEquals(Srgb.encode(-0.2), 0.0);
    assertEquals(Srgb.encode(1.7), 1.0, 1e-12);
  }

  @DataProvider
  Object[][] tints() {
    return new Object[][] {{200, 0, 0}, {200, 3, -4}, {250, -2, 8}, {60, 1, 12}, {10, 0.5, -0.5}};
  }

  /** The colour of a tinted ground, worked out and measured again, is that tint. */
  @Test(dataProvider = "tints")
  public void tintsComeBackFromLinearLight(double level, double a, double b) {
    double[] rgb = TintToLinear.of(level, a, b);
    Lab lab = Lab.ofLinear(rgb[0], rgb[1], rgb[2]);
    assertEquals(lab.a(), a, 0.02);
    assertEquals(lab.b(), b, 0.02);
    double grey = Srgb.decode(level / 255);
    Lab neutral = Lab.ofLinear(grey, grey, grey);
    assertEquals(lab.l(), neutral.l(), 0.02);
  }

  @Test
  public void differencesAreSymmetricNotNegativeAndNoughtOnlyForTheSame() {
    Random random = new Random(6);
    for (int round = 0; round < 2000; round++) {
      Lab one = random(random);
      Lab other = random(random);
      double there = DeltaE.ciede2000(one, other);
      assertEquals(DeltaE.ciede2000(other, one), there, 1e-9);
      assertTrue(there > 0);
      assertEquals(DeltaE.ciede2000(one, one), 0, 1e-12);
    }
  }

  @Test
  public void neutralStepsFollowLightness() {
    // For neutrals CIEDE2000 is dL' / S_L; at L = 50 S_L is 1, so one step of L is one unit.
    double step = DeltaE.ciede2000(new Lab(49.5, 0, 0), new Lab(50.5, 0, 0));
    assertEquals(step, 1, 1e-3);
  }

  private static Lab random(Random random) {
    return new Lab(
        100 * random.nextDouble(), 160 * random.nextDouble() - 80, 160 * random.nextDouble() - 80);
  }
}
