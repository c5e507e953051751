package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** A disc whose cover of each pixel is known by geometry, on ground that falls off. */
public class EdgeMatteTest {
  private static final int W = 120;
  private static final int H = 90;
  private static final double R = 28;

  /** What a disc covers of each pixel, its edge rising over so many pixels. */
  private static float[] disc(double rise) {
    float[] cover = new float[W * H];
    for (int at = 0; at < cover.length; at++) {
      double off = R - Math.hypot(at % W + 0.5 - 60, at / W + 0.5 - 45);
      cover[at] = (float) Math.max(0, Math.min(1, 0.5 + off / rise));
    }
    return cover;
  }

  private static LinearImage mixed(float[] cover, double thing) {
    float[][] planes = new float[3][cover.length];
    for (int at = 0; at < cover.length; at++) {
      double ground = 0.9 - 0.2 * (at % W) / W;
      for (int channel = 0; channel < 3; channel++) {
        double own = thing * (1 - 0.2 * channel);
        planes[channel][at] = (float) (cover[at] * own + (1 - cover[at]) * ground);
      }
    }
    return new LinearImage(W, H, planes[0], planes[1], planes[2]);
  }

  @DataProvider
  Object[][] edges() {
    return new Object[][] {{1.0, 0.1}, {1.0, 0.5}, {4.0, 0.1}, {4.0, 0.4}, {8.0, 0.1}, {8.0, 0.4}};
  }

  @Test(dataProvider = "edges")
  public void theShareIsWhatTheDiscCoversHoweverWideTheFirstOutline(double rise, double thing) {
    float[] cover = disc(rise);
    for (float limit : new float[] {0.15f, 0.85f}) {
      boolean[] product = new boolean[cover.length];
      float[] alpha = new float[cover.length];
      for (int at = 0; at < cover.length; at++) {
        product[at] = cover[at] > limit;
        alpha[at] = product[at] ? 1 : 0;
      }
      EdgeMatte.refine(mixed(cover, thing), product, null, 0.002, alpha);
      double worst = 0;
      double sum = 0;
      for (int at = 0; at < cover.length; at++) {
        worst = Math.max(worst, Math.abs(alpha[at] - cover[at]));
        sum += alpha[at] - cover[at];
      }
      assertTrue(worst < 0.12, "rise " + rise + ", outline at " + limit + ": off by " + worst);
      assertEquals(sum, 0, 0.01 * Math.PI * R * R);
    }
  }

  /** From pixel to pixel its light is a tenth to twice what it is on the mean. */
  @Test
  public void grainOnTheThingTearsNoHolesIntoItsRim() {
    float[] cover = disc(1);
    LinearImage mixed = mixed(cover, 0.4);
    Random random = new Random(8);
    boolean[] product = new boolean[cover.length];
    float[] alpha = new float[cover.length];
    for (int at = 0; at < cover.length; at++) {
      float grain = 1 + cover[at] * (random.nextFloat() * 1.8f - 0.9f);
      mixed.red()[at] *= grain;
      mixed.green()[at] *= grain;
      mixed.blue()[at] *= grain;
      product[at] = cover[at] >= 0.5;
      alpha[at] = product[at] ? 1 : 0;
    }
    EdgeMatte.refine(mixed, product, null, 0.01, alpha);
    Regions gaps = Regions.of(W, H, at -> alpha[at] < 0.5);
    assertEquals(gaps.all().size(), 1, "the ground is one");
    double off = 0;
    for (int at = 0; at < cover.length; at++) {
      off += Math.abs(alpha[at] - cover[at]);
    }
    assertTrue(off < 0.36 * 2 * Math.PI * R, "off by " + off / (2 * Math.PI * R) + " px");
  }

  @Test
  public void whereThingAndGroundAreAlikeNothingIsSaid() {
    float[] cover = disc(1);
    float[] alpha = new float[cover.length];
    boolean[] product = new boolean[cover.length];
    for (int at = 0; at < cover.length; at++) {
      product[at] = cover[at] >= 0.5;
      alpha[at] = 0.25f;
    }
    float[] even = new float[cover.length];
    java.util.Arrays.fill(even, 0.8f);
    EdgeMatte.refine(new LinearImage(W, H, even, even, even), product, null, 0.01, alpha);
    for (float share : alpha) {
      assertEquals(share, 0.25f, "left as it was");
    }
  }
}
