package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import java.util.Random;
import java.util.function.BiPredicate;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Shadows thrown on a wall close behind the thing, with a lamp off to one side. */
public class ThrownShadowTest {
  private static final int WIDTH = 640;
  private static final int HEIGHT = 480;
  private static final double LIGHT = 0.7;
  private static final double[] RED = {0.35, 0.05, 0.05};

  /** A thing with a notch, so that its moved outline is like no other. */
  private static final BiPredicate<Double, Double> THING =
      (x, y) ->
          x > 220 && x < 400 && y > 120 && y < 380 && !(x > 300 && x < 360 && y > 100 && y < 200);

  /** The same with a window. */
  private static final BiPredicate<Double, Double> FRAME =
      (x, y) ->
          x > 200 && x < 440 && y > 100 && y < 380 && !(x > 250 && x < 390 && y > 150 && y < 330);

  @DataProvider
  Object[][] moves() {
    return new Object[][] {{30, 20, 0.9}, {-34, 14, 0.5}, {22, 40, 1.3}, {-18, -16, 0.7}};
  }

  @Test(dataProvider = "moves")
  public void aHardShadowBesideTheThingIsGround(int dx, int dy, double stops) {
    float[][] planes = picture(THING, dx, dy, 1, stops);
    Separation parts = separated(planes);
    int taken = 0;
    int lost = 0;
    int all = 0;
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      boolean thing = THING.test((double) (at % WIDTH), (double) (at / WIDTH));
      boolean product = parts.kind()[at] == Separation.PRODUCT;
      all += thing ? 1 : 0;
      lost += thing && !product ? 1 : 0;
      taken += !thing && product ? 1 : 0;
    }
    assertTrue(taken < 0.03 * all, taken + " of " + all + " taken for the thing");
    assertTrue(lost < 0.03 * all, lost + " of " + all + " lost");
  }

  /**
   * Grey, even, sharp, and as a shadow would lie straight under it: but it is its foot. To light
   * and edges, that is; at a glance it does look like a shadow.
   */
  @Test
  public void aGreyFootIsTheThingsOwn() {
    float[][] planes = picture((x, y) -> x > 220 && x < 420 && y > 120 && y < 340, 0, 0, 1, 0);
    for (int y = 341; y < 380; y++) {
      for (int x = 221; x < 420; x++) {
        for (float[] plane : planes) {
          plane[y * WIDTH + x] = (float) (LIGHT * 0.55);
        }
      }
    }
    LinearImage image = new LinearImage(WIDTH, HEIGHT, planes[0], planes[1], planes[2]);
    Separation byLight =
        new ProductCut(AgainstGround.of(image, null, null), FirstGlance.at(image, null)).made();
    assertEquals(byLight.kind()[360 * WIDTH + 320], Separation.PRODUCT);
    assertEquals(byLight.confidence(), 0.97, 0.03);
  }

  @Test
  public void groundInSoftShadeIsSeenThroughAFrame() {
    Separation parts = separated(picture(FRAME, 36, 30, 14, 0.6));
    assertNotEquals(parts.kind()[165 * WIDTH + 265], Separation.PRODUCT);
    assertNotEquals(parts.kind()[310 * WIDTH + 370], Separation.PRODUCT);
    assertEquals(parts.kind()[240 * WIDTH + 220], Separation.PRODUCT);
  }

  @Test
  public void theShadeTellsWhereTheLightComesFrom() {
    boolean[] body = new boolean[WIDTH * HEIGHT];
    boolean[] open = new boolean[body.length];
    float[] deviation = new float[body.length];
    float[] lost = shade(THING, 40, 24, 10);
    for (int at = 0; at < body.length; at++) {
      body[at] = THING.test((double) (at % WIDTH), (double) (at / WIDTH));
      open[at] = !body[at];
      deviation[at] = (float) (Math.log(1 - 0.35 * lost[at]) / Math.log(2));
    }
    ThrownShade told = ThrownShade.of(new boolean[][] {body}, open, deviation, WIDTH, HEIGHT);
    assertNotNull(told);
    assertTrue(told.isTold());
    assertTrue(told.agrees(40, 24, Math.log(0.65) / Math.log(2)));
    assertTrue(!told.agrees(-40, 24, Math.log(0.65) / Math.log(2)));
    assertTrue(!told.agrees(40, 24, -2));
    float[] stops = told.stops(WIDTH, HEIGHT);
    // Also where the thing hides it.
    int hidden = 300 * WIDTH + 320;
    assertEquals(stops[hidden], Math.log(1 - 0.35 * lost[hidden]) / Math.log(2), 0.06);
  }

  @Test
  public void anEvenGroundTellsOfNoShade() {
    boolean[] body = new boolean[WIDTH * HEIGHT];
    boolean[] open = new boolean[body.length];
    float[] deviation = new float[body.length];
    Random random = new Random(3);
    for (int at = 0; at < body.length; at++) {
      body[at] = THING.test((double) (at % WIDTH), (double) (at / WIDTH));
      open[at] = !body[at];
      deviation[at] = (float) (0.02 * random.nextGaussian());
    }
    assertNull(ThrownShade.of(new boolean[][] {body}, open, deviation, WIDTH, HEIGHT));
  }

  /** A lid beside its box, not as large and not near, was put there to be photographed, too. */
  @Test
  public void whatIsNoCrumbBesideTheLargestIsOfTheProduct() {
    BiPredicate<Double, Double> boxAndLid =
        (x, y) ->
            Math.abs(x - 200) < 80 && Math.abs(y - 240) < 90
                || Math.abs(x - 470) < 75 && Math.abs(y - 330) < 25;
    Separation parts = separated(picture(boxAndLid, 0, 0, 1, 0));
    assertEquals(parts.parts(), 2);
    assertEquals(parts.kind()[330 * WIDTH + 470], Separation.PRODUCT);
  }

  /** Two of a size side by side are one product; a much smaller prop is not. */
  @Test
  public void aPairOfEarringsIsOneProduct() {
    BiPredicate<Double, Double> pair =
        (x, y) -> Math.hypot(x - 180, y - 240) < 60 || Math.hypot(x - 440, y - 244) < 60;
    Separation earrings = separated(picture(pair, 0, 0, 1, 0));
    assertEquals(earrings.parts(), 2);
    assertEquals(earrings.kind()[240 * WIDTH + 180], Separation.PRODUCT);
    assertEquals(earrings.kind()[244 * WIDTH + 440], Separation.PRODUCT);
    BiPredicate<Double, Double> withProp =
        (x, y) -> Math.hypot(x - 300, y - 240) < 90 || Math.hypot(x - 520, y - 300) < 30;
    Separation prop = separated(picture(withProp, 0, 0, 1, 0));
    assertEquals(prop.kind()[300 * WIDTH + 520], Separation.FOREIGN);
  }

  /** Light lost under the whole cover at 1, from an outline moved and blurred by a box, twice. */
  private static float[] shade(BiPredicate<Double, Double> thing, int dx, int dy, int blur) {
    float[] cover = new float[WIDTH * HEIGHT];
    for (int at = 0; at < cover.length; at++) {
      boolean under = thing.test(at % WIDTH - (double) dx, at / WIDTH - (double) dy);
      cover[at] = under ? 1 : 0;
    }
    return Planes.boxMean(Planes.boxMean(cover, WIDTH, HEIGHT, blur), WIDTH, HEIGHT, blur);
  }

  private static float[][] picture(
      BiPredicate<Double, Double> thing, int dx, int dy, int blur, double stops) {
    float[][] planes = new float[3][WIDTH * HEIGHT];
    float[] shade = shade(thing, dx, dy, blur);
    Random random = new Random(7);
    for (int at = 0; at < shade.length; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      boolean red = thing.test((double) x, (double) y);
      double lamp = LIGHT * Math.pow(2, -0.3 * x / WIDTH);
      double left = 1 - (1 - Math.pow(2, -stops)) * shade[at];
      double rough = 1 + 0.012 * random.nextGaussian();
      for (int channel = 0; channel < 3; channel++) {
        double stripes = 1 + 0.3 * Math.sin(x / 9.0 + y / 23.0);
        double light = red ? RED[channel] * stripes : lamp * left;
        planes[channel][at] = (float) (light * rough);
      }
    }
    return planes;
  }

  private static Separation separated(float[][] planes) {
    return Separator.separate(new LinearImage(WIDTH, HEIGHT, planes[0], planes[1], planes[2]));
  }
}
