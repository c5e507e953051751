package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Variances of rises of known shape: w²/12 of a ramp of width w, sigma² of a Gaussian blur. */
public class OutlineSmearTest {
  private static final int MIDDLE = 36;
  private static final int LENGTH = 73;

  @DataProvider
  Object[][] widths() {
    return new Object[][] {{6}, {12}, {20}, {30}};
  }

  @Test(dataProvider = "widths")
  public void aRampHasATwelfthOfItsWidthSquared(int width) {
    double[] off = new double[LENGTH];
    for (int i = 0; i < LENGTH; i++) {
      off[i] = 0.5 * Math.max(0, Math.min(1, (i - MIDDLE) / (double) width + 0.5));
    }
    double exact = width * width / 12.0;
    assertEquals(OutlineSmear.variance(off), exact, 0.1 * exact + 0.2);
  }

  @Test
  public void aBlurredStepHasItsVariance() {
    double[] off = new double[LENGTH];
    for (int i = 0; i < LENGTH; i++) {
      off[i] = 0.3 * BlurShape.phi((i - MIDDLE) / 2.0);
    }
    assertEquals(OutlineSmear.variance(off), 4, 1.2);
  }

  /** What comes after the rise is the product's own. */
  @Test
  public void theRiseEndsWhereItGetsLevel() {
    double[] off = new double[LENGTH];
    for (int i = 0; i < LENGTH; i++) {
      double ramp = 0.4 * Math.max(0, Math.min(1, (i - 30) / 12.0));
      off[i] = ramp + (i > 60 ? 0.3 : 0);
    }
    assertEquals(OutlineSmear.variance(off), 12, 2);
  }

  @Test
  public void nothingIsToldOfALevelPlace() {
    assertTrue(OutlineSmear.variance(new double[LENGTH]) < 0);
    double[] rising = new double[LENGTH];
    for (int i = 0; i < LENGTH; i++) {
      rising[i] = 0.01 * i;
    }
    assertTrue(OutlineSmear.variance(rising) < 0, "a rise without an end");
  }
}
