package app.istante.core.mask;

import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import java.util.Random;
import java.util.function.IntPredicate;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** Dark tongs lie open on a white sheet, and beside them a pale card that its rim alone shows. */
public class RivalsTest {
  private static final int WIDTH = 400;
  private static final int HEIGHT = 300;

  /** Of the sheet, the tongs and the card: linear light. */
  private static final double[] LIGHT = {0.7, 0.08, 0.5};

  private AgainstGround seen;

  @BeforeClass
  public void draw() {
    Random random = new Random(5);
    float[][] planes = new float[3][WIDTH * HEIGHT];
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      double light = isTongs(at) ? LIGHT[1] : isCard(at) ? LIGHT[2] : LIGHT[0];
      for (float[] plane : planes) {
        plane[at] = (float) (light * (1 + 0.01 * random.nextGaussian()));
      }
    }
    LinearImage image = new LinearImage(WIDTH, HEIGHT, planes[0], planes[1], planes[2]);
    seen = AgainstGround.of(image, null, null);
  }

  private static boolean isTongs(int at) {
    double x = at % WIDTH - 80;
    double y = at / WIDTH - 150;
    return x > 0 && x < 200 && Math.abs(Math.abs(y) - 8 - 0.2 * x) < 7;
  }

  /** The open sheet between the arms, as far as a glance might take it for a thing. */
  private static boolean isBetween(int at) {
    double x = at % WIDTH - 80;
    double y = at / WIDTH - 150;
    return x > 0 && x < 150 && Math.abs(y) < 8 + 0.2 * x;
  }

  private static boolean isCard(int at) {
    int x = at % WIDTH;
    int y = at / WIDTH;
    return x > 80 && x < 280 && y > 230 && y < 280;
  }

  private static Separation outline(IntPredicate product) {
    return DrawnParts.outline(WIDTH, HEIGHT, product);
  }

  private boolean isClearer(IntPredicate outline, IntPredicate than) {
    return Rivals.isClearer(seen, outline(outline), outline(than));
  }

  private static IntPredicate with(IntPredicate one, IntPredicate other) {
    return at -> one.test(at) || other.test(at);
  }

  @Test
  public void anOutlineAlongEdgesIsClearerThanOneAcrossTheOpenSheet() {
    IntPredicate closed = with(RivalsTest::isTongs, RivalsTest::isBetween);
    assertTrue(isClearer(RivalsTest::isTongs, closed));
    assertFalse(isClearer(closed, RivalsTest::isTongs));
  }

  @Test
  public void whatAddsAThingIsNoLessClear() {
    IntPredicate more = with(RivalsTest::isTongs, at -> isCard(at) && at % WIDTH < 240);
    assertFalse(isClearer(RivalsTest::isTongs, more), "it ends within the card, but finds most");
  }

  @Test
  public void anOutlineThatCrossesTheSheetItselfIsNotClearer() {
    IntPredicate left = at -> isTongs(at) || isBetween(at) && at / WIDTH > 150;
    IntPredicate closed = with(RivalsTest::isTongs, RivalsTest::isBetween);
    assertFalse(isClearer(left, closed));
  }

  /** Where they run close to each other, it is the same outline. */
  @Test
  public void aLittleWiderIsNoOther() {
    IntPredicate wider = at -> isTongs(at - 3) || isTongs(at) || isTongs(at + 3);
    assertFalse(isClearer(RivalsTest::isTongs, wider));
  }
}
