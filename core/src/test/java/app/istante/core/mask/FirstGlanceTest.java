package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import java.util.Arrays;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class FirstGlanceTest {
  private static boolean[] disc(int width, int height) {
    boolean[] disc = new boolean[width * height];
    double radius = 0.3 * Math.min(width, height);
    for (int at = 0; at < disc.length; at++) {
      disc[at] = Math.hypot(at % width - width / 2.0, at / width - height / 2.0) < radius;
    }
    return disc;
  }

  private static LinearImage picture(int width, int height, boolean[] product) {
    float[][] light = new float[3][width * height];
    float[] tone = {0.3f, 0.06f, 0.05f};
    for (int channel = 0; channel < 3; channel++) {
      for (int at = 0; at < product.length; at++) {
        light[channel][at] = product[at] ? tone[channel] : 0.8f;
      }
    }
    return new LinearImage(width, height, light[0], light[1], light[2]);
  }

  private static float[] alpha(boolean[] product) {
    float[] alpha = new float[product.length];
    for (int at = 0; at < alpha.length; at++) {
      alpha[at] = product[at] ? 1 : 0;
    }
    return alpha;
  }

  @DataProvider
  public Object[][] frames() {
    return new Object[][] {{800, 600}, {600, 800}, {600, 600}, {800, 450}, {200, 150}};
  }

  @Test(dataProvider = "frames")
  public void seesARedDiscOnAWhiteSheetInFramesOfAllShapes(int width, int height) {
    boolean[] disc = disc(width, height);
    FirstGlance glance = FirstGlance.at(picture(width, height, disc), null);

    double agreement = glance.agreement(alpha(disc));
    assertTrue(agreement > 0.85, "agreement " + agreement);
    assertEquals(glance.agreement(new float[disc.length]), 0, 0.01);
    assertEquals(FirstGlance.trust(agreement), 1, 1e-9);
  }

  @Test
  public void doubtsAnOutlineThatHoldsHalfOfIt() {
    boolean[] disc = disc(800, 600);
    float[] half = alpha(disc);
    Arrays.fill(half, 0, half.length / 2, 0);

    double agreement = FirstGlance.at(picture(800, 600, disc), null).agreement(half);
    assertEquals(agreement, 0.5, 0.08);
    assertTrue(FirstGlance.trust(agreement) < 0.5, "trust " + FirstGlance.trust(agreement));
  }

  @Test
  public void takesNothingForProductThatIsKnownToBeForeign() {
    boolean[] disc = disc(800, 600);
    FirstGlance glance = FirstGlance.at(picture(800, 600, disc), disc);

    double agreement = glance.agreement(alpha(disc));
    assertTrue(agreement < 0.1, "agreement " + agreement);
  }

  @Test
  public void speaksForProductAndAgainstGround() {
    boolean[] disc = disc(800, 600);
    LinearImage picture = picture(800, 600, disc);
    float[] evidence = new float[disc.length];
    float[] deviation = new float[disc.length];
    deviation[40 * 800 + 40] = 0.5f;
    tell(picture, evidence, deviation);

    assertTrue(evidence[300 * 800 + 400] > 4, "middle " + evidence[300 * 800 + 400]);
    assertTrue(evidence[30 * 800 + 40] < -4, "corner " + evidence[30 * 800 + 40]);
    assertTrue(evidence[40 * 800 + 40] > evidence[30 * 800 + 40] + 4, "brighter than any ground");
  }

  /** Where the glance is too coarse, colours say to which side of the rim a pixel belongs. */
  @Test
  public void theRimIsToldToThePixel() {
    boolean[] disc = disc(800, 600);
    LinearImage picture = picture(800, 600, disc);
    float[] evidence = new float[disc.length];
    tell(picture, evidence, new float[disc.length]);

    int wrong = 0;
    for (int at = 0; at < disc.length; at++) {
      wrong += disc[at] == evidence[at] > 0 ? 0 : 1;
    }
    assertTrue(wrong < 0.01 * disc.length, wrong + " pixels");
  }

  /** Two round frames and their bridge, which nothing but their thinness speaks against. */
  @Test
  public void spectaclesThatLookRightAreTrusted() {
    boolean[] frames = new boolean[800 * 600];
    for (int at = 0; at < frames.length; at++) {
      double x = at % 800 - 399.5;
      double y = at / 800 - 310;
      double left = Math.hypot((x + 128) / 98, y / 78);
      double right = Math.hypot((x - 128) / 98, y / 78);
      boolean bridge = Math.abs(x) < 34 && Math.abs(y + 12 - 0.01 * x * x) < 6;
      frames[at] = Math.abs(left - 1) < 0.075 || Math.abs(right - 1) < 0.075 || bridge;
    }
    Separation told = Separator.separate(picture(800, 600, frames));
    double overlap = Overlap.of(told, at -> frames[at]);
    assertTrue(overlap > 0.95, "overlap " + overlap);
    assertTrue(told.confidence() > 0.8, "confidence " + told.confidence());
  }

  private static void tell(LinearImage picture, float[] evidence, float[] deviation) {
    FirstGlance glance = FirstGlance.at(picture, null);
    float[] both = FirstGlance.meanOdds(glance.shares(), glance.secondOpinion().shares());
    LocalColours colours =
        new LocalColours(LogLight.planes(picture), picture.width(), picture.height());
    FirstGlance.tell(both, colours, evidence, deviation, 0.14);
  }
}
