package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Scale;
import app.istante.core.measure.DrawnPhoto;
import java.util.Random;
import org.testng.annotations.Test;

/** What belongs to the product and what does not, in pictures drawn for one question each. */
public class SeparatorTest {
  private static final int WIDTH = 400;
  private static final int HEIGHT = 300;
  private static final float[] GROUND = {0.7f, 0.7f, 0.7f};
  private static final float[] RED = {0.35f, 0.05f, 0.05f};
  private static final float[] TABLE = {0.2f, 0.1f, 0.05f};

  private final float[][] planes = new float[3][WIDTH * HEIGHT];

  @Test
  public void aTableUnderTheSheetIsNotTheProductsThatTouchesIt() {
    fill(0, 0, WIDTH, HEIGHT, GROUND);
    fill(0, 280, WIDTH, HEIGHT, TABLE);
    fill(120, 80, 280, 280, RED);
    Separation parts = separated();
    assertEquals(kind(parts, 200, 180), Separation.PRODUCT);
    assertEquals(kind(parts, 20, 290), Separation.FOREIGN);
    assertEquals(kind(parts, 200, 292), Separation.FOREIGN);
    assertEquals(kind(parts, 380, 290), Separation.FOREIGN);
  }

  @Test
  public void aTableUnderAnEmptySheetIsForeignToo() {
    fill(0, 0, WIDTH, HEIGHT, GROUND);
    fill(0, 280, WIDTH, HEIGHT, TABLE);
    Separation parts = separated();
    assertFalse(parts.found());
    assertEquals(kind(parts, 200, 292), Separation.FOREIGN);
    assertEquals(kind(parts, 200, 150), Separation.GROUND);
  }

  @Test
  public void aSlantingTableEdgeIsAStripToo() {
    fill(0, 0, WIDTH, HEIGHT, GROUND);
    for (int x = 0; x < WIDTH; x++) {
      fill(x, 285 - x / 25, x + 1, HEIGHT, TABLE);
    }
    fill(120, 80, 280, 284, RED);
    Separation parts = separated();
    assertEquals(kind(parts, 200, 180), Separation.PRODUCT);
    assertEquals(kind(parts, 10, 292), Separation.FOREIGN);
    assertEquals(kind(parts, 390, 280), Separation.FOREIGN);
  }

  @Test
  public void aProductThatTheFrameCutsIsNoStrip() {
    fill(0, 0, WIDTH, HEIGHT, GROUND);
    fill(15, 120, 385, HEIGHT, RED);
    Separation parts = separated();
    assertEquals(kind(parts, 200, 180), Separation.PRODUCT);
    assertEquals(kind(parts, 200, 297), Separation.PRODUCT);
  }

  @Test
  public void groundIsSeenThroughARing() {
    ringWith(GROUND);
    Separation parts = separated();
    assertEquals(parts.holes(), 1);
    assertFalse(kind(parts, 200, 150) == Separation.PRODUCT);
  }

  @Test
  public void groundThatTheThingTintsIsStillSeenThroughIt() {
    // More than a tenth of a stop warmer all along the rim, as beside wood; plain in the middle.
    ringWith(new float[] {0.735f, 0.7f, 0.672f});
    fill(182, 132, 218, 168, GROUND);
    Separation parts = separated();
    assertEquals(parts.holes(), 1);
    assertFalse(kind(parts, 175, 150) == Separation.PRODUCT);
  }

  @Test
  public void aLabelAlmostAsWhiteAsTheGroundIsNoHole() {
    // As light as the ground, and a tenth of a stop warmer.
    ringWith(new float[] {0.72f, 0.7f, 0.672f});
    Separation parts = separated();
    assertEquals(parts.holes(), 0);
    assertEquals(kind(parts, 200, 150), Separation.PRODUCT);
  }

  @Test
  public void aFaintPlaceInTheOutlineLetsNoGroundIn() {
    boolean[] like = new boolean[WIDTH * HEIGHT];
    float[] edge = new float[WIDTH * HEIGHT];
    for (int at = 0; at < like.length; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      boolean thing = x >= 100 && x < 300 && y >= 80 && y < 220;
      boolean shade = x >= 60 && x < 340 && y >= 220 && y < 260;
      like[at] = !thing && !shade;
    }
    frame(edge, 60, 210, 340, 260, 0.35f);
    frame(edge, 100, 80, 300, 220, 2);
    // The right half is parted off, and its side is faint over twelve pixels.
    frame(edge, 200, 80, 300, 220, 2);
    for (int y = 120; y < 132; y++) {
      edge[y * WIDTH + 299] = 0.35f;
    }
    EdgeLines lines = EdgeLines.of(edge, WIDTH, HEIGHT);
    Enclosure.Found found =
        Enclosure.of(edge, lines, like, new boolean[like.length], null, WIDTH, HEIGHT);
    assertTrue(found.enclosed()[150 * WIDTH + 150], "left half");
    assertTrue(found.enclosed()[150 * WIDTH + 250], "right half");
    assertFalse(found.enclosed()[245 * WIDTH + 200], "shade in front");
    assertFalse(found.enclosed()[30 * WIDTH + 30], "ground");
  }

  /** As strong compression leaves them in a dark ground: all of it hangs together by its edges. */
  @Test
  public void theSquaresOfCompressionAreNoOutline() {
    boolean[] like = new boolean[WIDTH * HEIGHT];
    float[] edge = new float[WIDTH * HEIGHT];
    for (int at = 0; at < like.length; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      like[at] = x < 100 || x >= 300 || y < 80 || y >= 220;
      edge[at] = x > 8 && y > 8 && x < 392 && y < 292 && (x % 8 == 0 || y % 8 == 0) ? 0.55f : 0;
    }
    frame(edge, 100, 80, 300, 220, 2);
    EdgeLines lines = EdgeLines.of(edge, WIDTH, HEIGHT);
    Enclosure.Found found =
        Enclosure.of(edge, lines, like, new boolean[like.length], null, WIDTH, HEIGHT);
    assertTrue(found.enclosed()[150 * WIDTH + 150], "thing");
    assertFalse(found.enclosed()[150 * WIDTH + 350], "ground");
  }

  private static void frame(
      float[] edge, int left, int top, int right, int bottom, float strength) {
    for (int x = left; x < right; x++) {
      edge[top * WIDTH + x] = Math.max(edge[top * WIDTH + x], strength);
      edge[(bottom - 1) * WIDTH + x] = Math.max(edge[(bottom - 1) * WIDTH + x], strength);
    }
    for (int y = top; y < bottom; y++) {
      edge[y * WIDTH + left] = Math.max(edge[y * WIDTH + left], strength);
      edge[y * WIDTH + right - 1] = Math.max(edge[y * WIDTH + right - 1], strength);
    }
  }

  private void ringWith(float[] within) {
    fill(0, 0, WIDTH, HEIGHT, GROUND);
    fill(120, 80, 280, 220, RED);
    fill(170, 120, 230, 180, within);
  }

  private void fill(int left, int top, int right, int bottom, float[] colour) {
    for (int y = top; y < bottom; y++) {
      for (int x = left; x < right; x++) {
        for (int channel = 0; channel < 3; channel++) {
          planes[channel][y * WIDTH + x] = colour[channel];
        }
      }
    }
  }

  /** Only then is a ground not looked at again: a pale thing may be what a glance finds. */
  @Test
  public void aGroundIsBareWhereNothingDiffersFromIt() {
    fill(0, 0, WIDTH, HEIGHT, GROUND);
    assertTrue(cut(grained()).isBare());
    fill(180, 130, 220, 170, new float[] {0.64f, 0.64f, 0.64f});
    assertFalse(cut(grained()).isBare());
  }

  private static ProductCut cut(LinearImage image) {
    return new ProductCut(AgainstGround.of(image, null, null), FirstGlance.at(image, null));
  }

  private Separation separated() {
    return Separator.separate(grained());
  }

  private LinearImage grained() {
    Random random = new Random(7);
    for (float[] plane : planes) {
      for (int at = 0; at < plane.length; at++) {
        plane[at] *= (float) (1 + 0.006 * random.nextGaussian());
      }
    }
    return new LinearImage(WIDTH, HEIGHT, planes[0], planes[1], planes[2]);
  }

  private static byte kind(Separation parts, int x, int y) {
    return parts.kind()[y * WIDTH + x];
  }

  private static double petals(double x, double y) {
    double turn = Math.atan2((y - 240) / 287, (x - 320) / 310);
    return Math.hypot((x - 320) / 310, (y - 240) / 287) / (1 + 0.12 * Math.sin(7 * turn));
  }

  /** It touches the frame all round: no ground is told, but it still looks like a thing. */
  @Test
  public void aThingSoCloseThatHardlyAnyGroundIsSeenIsOutlinedAndDoubted() {
    double[] ground = {0.75, 0.45, 0.5};
    LinearImage close =
        DrawnPhoto.of(
                640,
                480,
                5,
                (x, y, channel) -> {
                  double turn = Math.atan2((y - 240) / 287, (x - 320) / 310);
                  double off = petals(x, y);
                  double petal = 0.5 + 0.35 * Math.sin(9 * turn) * off + 0.1 * Math.sin(25 * off);
                  return off > 1
                      ? ground[channel] * Math.pow(2, -0.2 * x / 640)
                      : Math.max(0.02, petal);
                })
            .linear(Scale.WHOLE);
    Separation parts = Separator.separate(close);
    double overlap = Overlap.of(parts, at -> petals(at % 640 + 0.5, at / 640 + 0.5) < 1);
    assertTrue(overlap > 0.95, overlap + "");
    assertTrue(parts.confidence() < 0.5, parts.confidence() + "");
  }
}
