package app.istante.core.mask;

import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import java.util.Random;
import java.util.function.BiPredicate;
import java.util.function.IntToDoubleFunction;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What is grey, dim and even on the table, as a shadow is, but is the thing itself. */
public class CastShadowTest {
  private static final int WIDTH = 640;
  private static final int HEIGHT = 480;
  private static final double LIGHT = 0.74;
  private static final double GRAIN = 0.004;
  private static final int SHADE_PX = 5;

  /**
   * @param thing where the thing is
   * @param tone its light
   */
  private static Separation separated(BiPredicate<Double, Double> thing, double tone) {
    float[] shade = Planes.boxMean(cover(thing), WIDTH, HEIGHT, SHADE_PX);
    return separated(thing, tone, at -> 1 - 0.2 * shade[Math.max(0, at - 4 * WIDTH)]);
  }

  /** Each pixel's share of a thing. */
  private static float[] cover(BiPredicate<Double, Double> thing) {
    float[] cover = new float[WIDTH * HEIGHT];
    for (int at = 0; at < cover.length; at++) {
      int inside = 0;
      for (int part = 0; part < 16; part++) {
        double x = at % WIDTH + (part % 4 + 0.5) / 4;
        double y = at / WIDTH + (part / 4 + 0.5) / 4;
        inside += thing.test(x, y) ? 1 : 0;
      }
      cover[at] = inside / 16f;
    }
    return cover;
  }

  /**
   * @param lit share of the light that reaches the ground at a pixel
   */
  private static Separation separated(
      BiPredicate<Double, Double> thing, double tone, IntToDoubleFunction lit) {
    float[] cover = cover(thing);
    Random random = new Random(8);
    float[][] planes = new float[3][cover.length];
    for (int at = 0; at < cover.length; at++) {
      double ground = LIGHT * lit.applyAsDouble(at);
      double light = ground + cover[at] * (tone - ground);
      for (float[] plane : planes) {
        plane[at] = (float) (light + GRAIN * random.nextGaussian());
      }
    }
    return Separator.separate(new LinearImage(WIDTH, HEIGHT, planes[0], planes[1], planes[2]));
  }

  private static double overlap(Separation parts, BiPredicate<Double, Double> thing) {
    return Overlap.of(parts, at -> thing.test(at % WIDTH + 0.5, at / WIDTH + 0.5));
  }

  private static BiPredicate<Double, Double> rod(double half, double degrees) {
    double c = Math.cos(Math.toRadians(degrees));
    double s = Math.sin(Math.toRadians(degrees));
    return (x, y) -> {
      double along = (x - 320) * c + (y - 240) * s;
      double across = (y - 240) * c - (x - 320) * s;
      return Math.abs(along) < 210 && Math.abs(across) < half;
    };
  }

  @DataProvider
  Object[][] rods() {
    return new Object[][] {
      {4, 0.05, 0},
      {4, 0.25, 17},
      {7, 0.25, 0},
      {7, 0.1, -45},
      {9, 0.3, 0},
      {12, 0.25, 20},
      {25, 0.3, 0},
      {60, 0.25, -10}
    };
  }

  /** Pens, knives and rulers lie on the table as shadows do. */
  @Test(dataProvider = "rods")
  public void aGreyRodLyingOnTheTableIsAThing(int half, double tone, int degrees) {
    BiPredicate<Double, Double> rod = rod(half, degrees);
    Separation parts = separated(rod, tone);
    assertTrue(parts.found(), "found");
    double overlap = overlap(parts, rod);
    assertTrue(overlap > 0.9, "overlap " + overlap);
  }

  /** Thin and dim and low down, but standing. */
  @Test
  public void darkLegsAreTheThingsOwn() {
    BiPredicate<Double, Double> table =
        (x, y) -> {
          boolean top = x > 180 && x < 460 && y > 140 && y < 230;
          boolean leg = y >= 230 && y < 360 && (Math.abs(x - 220) < 4 || Math.abs(x - 420) < 4);
          return top || leg;
        };
    Separation parts = separated(table, 0.1);
    double overlap = overlap(parts, table);
    assertTrue(overlap > 0.95, "overlap " + overlap);
    assertTrue(parts.alpha()[345 * WIDTH + 220] > 0.5f, "left leg");
    assertTrue(parts.alpha()[345 * WIDTH + 420] > 0.5f, "right leg");
  }

  /** Seen from above, a shadow lies wherever the lamp throws it; its rim is a penumbra. */
  @Test
  public void aDeepSoftShadowAboveADarkBoxIsTakenOff() {
    BiPredicate<Double, Double> box = (x, y) -> Math.abs(x - 340) < 110 && Math.abs(y - 270) < 65;
    BiPredicate<Double, Double> thrown = (x, y) -> box.test(x + 75, y + 80);
    float[] shade = Planes.boxMean(cover(thrown), WIDTH, HEIGHT, 22);
    float[] soft = Planes.boxMean(shade, WIDTH, HEIGHT, 22);
    Separation parts = separated(box, 0.03, at -> 1 - 0.75 * soft[at]);
    double overlap = overlap(parts, box);
    assertTrue(overlap > 0.93, "overlap " + overlap);
  }

  @DataProvider
  Object[][] hardShadows() {
    return new Object[][] {{0.08, 0.55, 0.5}, {0.12, 0.5, 0.4}, {0.15, 0.45, 0.9}};
  }

  /** From the side, a window throws it over the table and up the sheet; it is no thing. */
  @Test(dataProvider = "hardShadows")
  public void aHardShadowTallerThanWideIsTakenOff(double tone, double lit, double aside) {
    BiPredicate<Double, Double> bag =
        (x, y) -> {
          boolean body = y > 200 && y < 390 && Math.abs(x - 290) < 75 + 0.12 * (y - 200);
          double ring = Math.hypot((x - 290) / 48, (y - 205) / 75);
          return body || y <= 205 && ring > 0.86 && ring < 1.06;
        };
    BiPredicate<Double, Double> thrown =
        (x, y) -> bag.test(x - aside * (390 - y), 390 - (390 - y) / 0.7);
    float[] shade = Planes.boxMean(cover(thrown), WIDTH, HEIGHT, 1);
    Separation parts = separated(bag, tone, at -> 1 - (1 - lit) * shade[at]);
    double overlap = overlap(parts, bag);
    assertTrue(overlap > 0.95, "overlap " + overlap);
  }

  /** Grey, even, low, and wider than tall: but plainly a part of the shoe. */
  @Test
  public void aPaleSoleIsTheThingsOwn() {
    BiPredicate<Double, Double> sole = (x, y) -> x > 200 && x < 430 && y >= 318 && y < 352;
    BiPredicate<Double, Double> shoe =
        (x, y) -> {
          boolean shaft = x > 150 && x < 260 && y > 190;
          boolean toe = x >= 260 && x < 490 && y > 230 + 0.3 * (x - 260);
          return y < 352 && (shaft || toe);
        };
    float[] grey = cover(sole);
    Separation parts = separated(shoe.and(sole.negate()), 0.06, at -> 1 - 0.72 * grey[at]);
    double overlap = overlap(parts, shoe);
    assertTrue(overlap > 0.96, "overlap " + overlap);
  }

  /** Low, grey and even, and wider than what stands on it: but too deep for so sharp a rim. */
  @Test
  public void aDarkFootWithASharpRimIsNoShadow() {
    BiPredicate<Double, Double> body = (x, y) -> Math.abs(x - 320) < 70 && y > 110 && y < 290;
    BiPredicate<Double, Double> foot = (x, y) -> Math.abs(x - 320) < 105 && y >= 290 && y < 350;
    float[] grey = cover(foot);
    Separation parts = separated(body, 0.02, at -> 1 - 0.87 * grey[at]);
    double overlap = overlap(parts, body.or(foot));
    assertTrue(overlap > 0.95, "overlap " + overlap);
  }

  /** It has the first one's shape and lies beside it, darker than the ground, as a shadow does. */
  @Test
  public void theSecondOfAPairIsNoShadow() {
    BiPredicate<Double, Double> pair =
        (x, y) -> {
          double u = (x < 320 ? x - 190 : x - 450) / 110;
          double v = (x < 320 ? y - 190 : y - 300) / 60;
          return Math.hypot(u, v) < 1 && Math.hypot(u + 0.5, v + 0.9) > 0.5;
        };
    Separation parts = separated(pair, 0.3);
    assertTrue(overlap(parts, pair) > 0.95, overlap(parts, pair) + "");
  }
}
