package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertSame;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import java.util.Random;
import java.util.function.IntPredicate;
import org.testng.annotations.Test;

/** A blue ring on a stem lies on a white sheet, and throws soft shade around it. */
public class CloserLookTest {
  private static final int WIDTH = 640;
  private static final int HEIGHT = 480;
  private static final double GROUND = 0.9;
  private static final double[] BLUE = {0.06, 0.2, 0.5};

  /** How far a place is from the ring and its stem, pixels; negative within. */
  private static double away(int at) {
    double x = at % WIDTH - 300;
    double y = at / WIDTH - 200;
    double ring = Math.abs(Math.hypot(x, y) - 34) - 9;
    double stem = Math.max(Math.abs(x) - 8, Math.max(34 - y, y - 200));
    return Math.min(ring, stem);
  }

  /**
   * @param deepest shade, right at the ring; stops
   * @param reach over which it falls to a third, pixels
   */
  private static LinearImage drawn(double deepest, double reach) {
    Random random = new Random(3);
    float[][] planes = new float[3][WIDTH * HEIGHT];
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      double cover = Math.max(0, Math.min(1, 0.5 - away(at)));
      double shade = deepest * Math.exp(-Math.max(0, away(at)) / reach);
      for (int channel = 0; channel < 3; channel++) {
        double light = GROUND * Math.pow(2, -shade) * (1 - cover) + BLUE[channel] * cover;
        planes[channel][at] = (float) (light * (1 + 0.012 * random.nextGaussian()));
      }
    }
    return new LinearImage(WIDTH, HEIGHT, planes[0], planes[1], planes[2]);
  }

  private static Separation outline(IntPredicate product) {
    return DrawnParts.outline(WIDTH, HEIGHT, product);
  }

  @Test
  public void whatIsToldOtherwiseFromNearbyIsDoubted() {
    Separation told = Separator.separate(drawn(2, 8));
    double iou = Overlap.of(told, at -> away(at) < 0);
    assertTrue(iou < 0.9, "told right, so this test says nothing: " + iou);
    assertTrue(told.confidence() < 0.5, "confidence " + told.confidence());
  }

  @Test
  public void whatIsToldAlikeStaysSure() {
    Separation told = Separator.separate(drawn(0.3, 4));
    assertTrue(told.confidence() > 0.8, "confidence " + told.confidence());
  }

  @Test
  public void theGroundAroundTheThingIsAFifthOfIt() {
    boolean[] foreign = new boolean[WIDTH * HEIGHT];
    foreign[100 * WIDTH + 200] = true;
    Separation told = outline(at -> isIn(at, 200, 100, 400, 200));
    CloserLook look = new CloserLook(drawn(0, 1), foreign, told);
    assertEquals(look.part().width(), 200 + 2 * 39);
    assertEquals(look.part().height(), 100 + 2 * 39);
    assertTrue(look.foreign()[39 * look.part().width() + 39]);
    assertEquals(look.part().red()[0], drawn(0, 1).red()[61 * WIDTH + 161]);
  }

  @Test
  public void atTheFrameThereIsLess() {
    Separation told = outline(at -> isIn(at, 0, 100, WIDTH, 140));
    CloserLook look = new CloserLook(drawn(0, 1), null, told);
    assertEquals(look.part().width(), WIDTH);
    assertEquals(look.part().height(), 100 + 40 + 127);
    assertSame(look.foreign(), null);
  }

  @Test
  public void outlinesAreComparedWhereThePartLies() {
    Separation told = outline(at -> isIn(at, 200, 100, 400, 200));
    CloserLook look = new CloserLook(drawn(0, 1), null, told);
    assertEquals(look.overlap(leftHalf(look)), 0.5, 1e-9);
  }

  @Test
  public void anOutlineOfThePartIsPutWhereItLies() {
    Separation told = outline(at -> isIn(at, 200, 100, 400, 200));
    CloserLook look = new CloserLook(drawn(0, 1), null, told);
    Separation whole = look.outlinedAs(leftHalf(look));
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      boolean half = isIn(at, 200, 100, 300, 200);
      assertEquals(whole.alpha()[at], half ? 1f : 0f);
      assertEquals(whole.kind()[at], half ? Separation.PRODUCT : Separation.GROUND);
    }
    assertEquals(whole.confidence(), told.confidence());
  }

  /** Of a thing of 200 by 100 pixels, its left hundred columns. */
  private static Separation leftHalf(CloserLook look) {
    int wide = look.part().width();
    return DrawnParts.outline(
        wide,
        look.part().height(),
        at -> at % wide >= 39 && at % wide < 139 && at / wide >= 39 && at / wide < 139);
  }

  private static boolean isIn(int at, int left, int top, int right, int bottom) {
    int x = at % WIDTH;
    int y = at / WIDTH;
    return x >= left && x < right && y >= top && y < bottom;
  }
}
