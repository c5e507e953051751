package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertSame;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Photo;
import app.istante.core.image.Scale;
import app.istante.core.measure.DrawnPhoto;
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
    CloserLook look = new CloserLook(drawn(0, 1), foreign, told, null);
    assertEquals(look.part().width(), 200 + 2 * 39);
    assertEquals(look.part().height(), 100 + 2 * 39);
    assertTrue(look.foreign()[39 * look.part().width() + 39]);
    assertEquals(look.part().red()[0], drawn(0, 1).red()[61 * WIDTH + 161]);
  }

  @Test
  public void atTheFrameThereIsLess() {
    Separation told = outline(at -> isIn(at, 0, 100, WIDTH, 140));
    CloserLook look = new CloserLook(drawn(0, 1), null, told, null);
    assertEquals(look.part().width(), WIDTH);
    assertEquals(look.part().height(), 100 + 40 + 127);
    assertSame(look.foreign(), null);
  }

  @Test
  public void outlinesAreComparedWhereThePartLies() {
    Separation told = outline(at -> isIn(at, 200, 100, 400, 200));
    CloserLook look = new CloserLook(drawn(0, 1), null, told, null);
    assertEquals(CloserLook.overlap(told, look.outlinedAs(leftHalf(look))), 0.5, 1e-9);
  }

  @Test
  public void anOutlineOfThePartIsPutWhereItLies() {
    Separation told = outline(at -> isIn(at, 200, 100, 400, 200));
    CloserLook look = new CloserLook(drawn(0, 1), null, told, null);
    Separation whole = look.outlinedAs(leftHalf(look));
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      boolean half = isIn(at, 200, 100, 300, 200);
      assertEquals(whole.alpha()[at], half ? 1f : 0f);
      assertEquals(whole.kind()[at], half ? Separation.PRODUCT : Separation.GROUND);
    }
    assertEquals(whole.confidence(), told.confidence());
  }

  /** Of 2,560 by 1,920 pixels; its working picture has a third of either. */
  private static Photo photo() {
    return DrawnPhoto.of(
        4 * WIDTH, 4 * HEIGHT, 5, (x, y, channel) -> 0.1 + 0.8 * x / (4 * WIDTH) + 0.02 * channel);
  }

  @Test
  public void aPhotoShowsThePartInItsOwnDetail() {
    Photo photo = photo();
    LinearImage working = photo.linear(Scale.working(photo.widthPx()));
    assertEquals(working.scale().px(), 3.0);
    boolean[] foreign = new boolean[working.width() * working.height()];
    foreign[100 * working.width() + 200] = true;
    CloserLook look = new CloserLook(working, foreign, oblong(working), photo);
    LinearImage part = look.part();
    assertEquals(part.scale(), Scale.WHOLE);
    assertEquals(part.width(), 3 * (200 + 2 * 39));
    assertEquals(part.height(), 3 * (100 + 2 * 39));
    LinearImage whole = photo.linear(Scale.WHOLE);
    assertEquals(part.red()[0], whole.red()[3 * 61 * whole.width() + 3 * 161]);
    assertEquals(Bits.count(look.foreign()), 9);
    assertTrue(look.foreign()[3 * 39 * part.width() + 3 * 39]);
  }

  /** A thing of 200 by 100 working pixels, from 200, 100. */
  private static Separation oblong(LinearImage working) {
    int wide = working.width();
    return DrawnParts.outline(
        wide,
        working.height(),
        at -> at % wide >= 200 && at % wide < 400 && at / wide >= 100 && at / wide < 200);
  }

  @Test
  public void anOutlineInFinerPixelsIsTheirMean() {
    Photo photo = photo();
    LinearImage working = photo.linear(Scale.working(photo.widthPx()));
    int wide = working.width();
    CloserLook look = new CloserLook(working, null, oblong(working), photo);
    int finer = look.part().width();
    Separation again =
        DrawnParts.outline(finer, look.part().height(), at -> at % finer < 3 * 39 + 100);
    Separation whole = look.outlinedAs(again);
    int row = 150 * wide;
    // The part begins at column 161; a hundred of its pixels are 33 1/3 of the picture's.
    assertEquals(whole.alpha()[row + 160], 0f);
    assertEquals(whole.alpha()[row + 161], 1f);
    assertEquals(whole.alpha()[row + 232], 1f);
    assertEquals(whole.alpha()[row + 233], 1 / 3f, 1e-6f);
    assertEquals(whole.alpha()[row + 234], 0f);
    assertEquals(whole.kind()[row + 232], Separation.PRODUCT);
    assertEquals(whole.kind()[row + 233], Separation.GROUND);
  }

  @Test
  public void whatWasDoubtedGivesWayOnlyToWhatIsPlainlySurer() {
    LinearImage ring = drawn(0.3, 4);
    Separation half = outline(at -> away(at) < 0 && at / WIDTH < 200);
    CloserLook look = new CloserLook(ring, null, half, null);
    int wide = look.part().width();
    // The half reaches from 258 to 342 and down from 158, with 20 pixels around it.
    int corner = 138 * WIDTH + 238;
    Separation all =
        DrawnParts.outline(
            wide, look.part().height(), at -> away(corner + at / wide * WIDTH + at % wide) < 0);
    FirstGlance glance = FirstGlance.at(look.part(), null);
    assertTrue(look.isBetter(all.trusted(0.91 / 0.9), glance), "surer");
    assertFalse(look.isBetter(all.trusted(0.89 / 0.9), glance), "less sure");
    CloserLook doubting = new CloserLook(ring, null, half.trusted(0.3 / 0.9), null);
    assertFalse(doubting.isBetter(all.trusted(0.34 / 0.9), glance), "hardly surer");
    assertTrue(doubting.isBetter(all.trusted(0.36 / 0.9), glance), "plainly surer");
    Separation none = DrawnParts.outline(wide, look.part().height(), at -> at % wide < 20);
    assertFalse(doubting.isBetter(none, glance), "surer, but no thing");
  }

  /** A thing with an opening in it, and shade right of it and in the opening. */
  private static Separation shaded() {
    IntPredicate hole = at -> isIn(at, 250, 120, 300, 180);
    IntPredicate shade = at -> hole.test(at) || isIn(at, 400, 150, 460, 200);
    Separation thing = outline(at -> isIn(at, 200, 100, 400, 200) && !hole.test(at));
    byte[] kind = thing.kind().clone();
    for (int at = 0; at < kind.length; at++) {
      kind[at] = shade.test(at) ? Separation.SHADOW : kind[at];
    }
    return DrawnParts.of(WIDTH, HEIGHT, 0.3, thing.alpha(), kind, 1);
  }

  @Test
  public void aPieceOfShadeBesideTheThingIsNotTakenForIt() {
    CloserLook look = new CloserLook(drawn(0, 1), null, shaded(), null);
    assertTrue(look.takesShade(outline(at -> isIn(at, 200, 100, 460, 200))));
  }

  @Test
  public void aSliverOfShadeOrAnOpeningMayBe() {
    CloserLook look = new CloserLook(drawn(0, 1), null, shaded(), null);
    assertFalse(look.takesShade(outline(at -> isIn(at, 200, 100, 410, 200))), "sliver, opening");
    assertFalse(look.takesShade(outline(at -> isIn(at, 200, 50, 400, 200))), "open ground");
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
