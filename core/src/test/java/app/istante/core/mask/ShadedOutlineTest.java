package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Things in the light of one lamp: deep shadows, shade seen through openings, swallowed sides. */
public class ShadedOutlineTest {
  private static final int WIDTH = 640;
  private static final int HEIGHT = 480;
  private static final double GRAIN = 0.004;
  private static final double[] WHITE = {0.74, 0.74, 0.74};
  private static final double[] GREEN = {0.09, 0.5, 0.14};
  private static final double[] WINE = {0.3, 0.04, 0.06};

  /** Linear light at a place; channel 0 red, 1 green, 2 blue. */
  private interface Light {
    double at(double x, double y, int channel);
  }

  private static Separation separated(Light light) {
    return Separator.separate(drawn(light));
  }

  private static LinearImage drawn(Light light) {
    Random random = new Random(11);
    float[][] planes = new float[3][WIDTH * HEIGHT];
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      for (int channel = 0; channel < 3; channel++) {
        double sum = 0;
        for (int part = 0; part < 4; part++) {
          double x = at % WIDTH + 0.25 + 0.5 * (part % 2);
          double y = at / WIDTH + 0.25 + 0.5 * (part / 2);
          sum += light.at(x, y, channel) / 4;
        }
        planes[channel][at] = (float) (sum + GRAIN * sum * random.nextGaussian());
      }
    }
    return new LinearImage(WIDTH, HEIGHT, planes[0], planes[1], planes[2]);
  }

  private static byte kind(Separation parts, int x, int y) {
    return parts.kind()[y * WIDTH + x];
  }

  private static boolean inJar(double x, double y) {
    return x > 230 && x < 330 && y > 120 && y < 370;
  }

  /** A flat tongue on the table, from the jar's foot to the right. */
  private static boolean inShadow(double x, double y) {
    return x > 300 && x < 520 && Math.abs(y - 350 + (x - 300) * 0.12) < 22;
  }

  @DataProvider
  Object[][] sheets() {
    return new Object[][] {{WHITE, 1.4, 0}, {WHITE, 2.6, 0}, {GREEN, 1.4, 0.2}, {GREEN, 2.4, 0.3}};
  }

  /**
   * @param twice stops by which the sheet's own light makes the shadow's red and blue darker
   */
  @Test(dataProvider = "sheets")
  public void aHardShadowLyingOnTheTableIsGround(double[] sheet, double stops, double twice) {
    Separation parts =
        separated(
            (x, y, channel) -> {
              if (inJar(x, y)) {
                return WINE[channel];
              }
              double depth = stops + (channel == 1 ? 0 : twice);
              return inShadow(x, y) ? sheet[channel] * Math.pow(2, -depth) : sheet[channel];
            });
    assertEquals(kind(parts, 280, 240), Separation.PRODUCT);
    for (int x = 350; x < 500; x += 25) {
      int y = (int) (350 - (x - 300) * 0.12);
      assertNotEquals(kind(parts, x, y), Separation.PRODUCT, "at " + x);
    }
  }

  private static boolean onRing(double x, double y, double middle) {
    double off = Math.hypot(x - middle, (y - 240) * 1.15);
    return off > 58 && off < 70;
  }

  /** Spectacles: the shade behind them is deeper on one side of each glass than on the other. */
  @Test
  public void openingsInSoftShadeAreGround() {
    Separation parts =
        separated(
            (x, y, channel) -> {
              boolean bridge = x > 288 && x < 352 && y > 222 && y < 232;
              if (onRing(x, y, 228) || onRing(x, y, 412) || bridge) {
                return WINE[channel];
              }
              double off = Math.hypot((x - 320) / 190, (y - 290) / 70);
              return WHITE[channel] * Math.pow(2, -0.35 * Math.exp(-off * off));
            });
    assertEquals(kind(parts, 228 - 64, 240), Separation.PRODUCT);
    for (int middle : new int[] {228, 412}) {
      for (int aside : new int[] {-35, 0, 35}) {
        assertNotEquals(kind(parts, middle + aside, 240), Separation.PRODUCT, "at " + middle);
      }
    }
  }

  /**
   * A roll of paper before a dark wall on a brown table, wider in front: two fifths of the border.
   */
  private static double roomOrSheet(double x, double y, int channel) {
    double half = y < 260 ? 120 : 120 + (y - 260) * 0.95;
    if (Math.abs(x - 320) < half) {
      return WHITE[channel] * Math.pow(2, -0.3 * y / HEIGHT);
    }
    return y < 170 ? 0.012 : new double[] {0.16, 0.07, 0.025}[channel] * (0.6 + 0.8 * x / WIDTH);
  }

  @Test
  public void aSheetMuchNarrowerThanTheFrameIsTheGround() {
    Separation parts =
        separated((x, y, channel) -> inJar(x, y) ? WINE[channel] : roomOrSheet(x, y, channel));
    assertTrue(parts.found());
    assertEquals(kind(parts, 280, 240), Separation.PRODUCT);
    assertEquals(kind(parts, 400, 100), Separation.GROUND);
    for (int x : new int[] {40, 600}) {
      assertEquals(kind(parts, x, 60), Separation.FOREIGN, "wall at " + x);
      assertEquals(kind(parts, x, 260), Separation.FOREIGN, "table at " + x);
    }
  }

  /** Seven tenths of the border are one even table: by itself a ground like any other. */
  @Test
  public void aSheetIsTheGroundAlsoWhereTheTableFillsMostOfTheFrame() {
    LinearImage image =
        drawn(
            (x, y, channel) ->
                inJar(x, y)
                    ? WINE[channel]
                    : Math.abs(x - 300) < 130 && y < 430 ? WHITE[channel] : 0.05);
    // A glance doubts what is drawn so flat.
    double byLight =
        new ProductCut(AgainstGround.of(image, null, null), FirstGlance.at(image, null))
            .made()
            .confidence();
    assertTrue(byLight > 0.8, byLight + "");
    Separation parts = Separator.separate(image);
    assertEquals(kind(parts, 280, 240), Separation.PRODUCT);
    assertEquals(kind(parts, 390, 60), Separation.GROUND);
    assertEquals(kind(parts, 390, 420), Separation.GROUND);
    for (int x : new int[] {60, 580}) {
      assertEquals(kind(parts, x, 240), Separation.FOREIGN, "table at " + x);
    }
  }

  /** Behind its bend it is darker, the bend lies in shade, and the frame does not cut its front. */
  @Test
  public void aSheetThatEndsBeforeTheFrameIsTheGroundOnBothSidesOfItsBend() {
    Separation parts =
        separated(
            (x, y, channel) -> {
              double shade = (y < 160 ? 0.4 : 0) + 1.3 * Math.exp(-Math.pow((y - 220) / 40, 2));
              boolean sheet = Math.abs(x - 300) < 160 && y < 450;
              double ground = sheet ? WHITE[channel] * Math.pow(2, -shade) : 0.03;
              return inJar(x, y) && y > 200 ? WINE[channel] : ground;
            });
    assertTrue(parts.found());
    assertEquals(kind(parts, 280, 300), Separation.PRODUCT);
    assertEquals(kind(parts, 400, 60), Separation.GROUND);
    assertEquals(kind(parts, 400, 420), Separation.GROUND);
    for (int x : new int[] {60, 580}) {
      assertEquals(kind(parts, x, 240), Separation.FOREIGN, "table at " + x);
    }
  }

  /** Up to a stop of grain: nowhere even, but it goes on beyond the frame. */
  @Test
  public void aTableOfWoodWithStrongGrainIsNoProduct() {
    double[] wood = {0.45, 0.3, 0.16};
    Separation parts =
        separated(
            (x, y, channel) -> {
              double grain = 1.1 * Math.sin(y / 10 + x / 60) * Math.sin(x / 41);
              double table = y < 140 ? 0.05 : wood[channel] * Math.pow(2, grain);
              boolean sheet = Math.abs(x - 300) < 170 && y < 430;
              return inJar(x, y) ? WINE[channel] : sheet ? WHITE[channel] : table;
            });
    assertEquals(kind(parts, 280, 240), Separation.PRODUCT);
    for (int y = 180; y < 420; y += 20) {
      for (int x = 10; x < WIDTH; x += 20) {
        boolean wooden = Math.abs(x - 300) > 180;
        assertTrue(!wooden || kind(parts, x, y) != Separation.PRODUCT, "wood at " + x + ", " + y);
      }
    }
  }

  /** A white tray on a dark table: the frame does not cut it, as it cuts a sheet. */
  @Test
  public void anEvenLightThingWithinTheFrameIsNoSheet() {
    Separation parts =
        separated((x, y, channel) -> x > 150 && x < 490 && y > 90 && y < 400 ? 0.7 : 0.06);
    assertEquals(kind(parts, 320, 240), Separation.PRODUCT);
    assertEquals(kind(parts, 40, 240), Separation.GROUND);
  }

  /** Its arm reaches 60 px over the sheet's edge, before the table. */
  @Test
  public void whatSticksOutOverTheSheetsEdgeIsPartedFromTheTable() {
    Separation parts =
        separated(
            (x, y, channel) ->
                inJar(x, y) || x >= 330 && x < 520 && y > 200 && y < 230
                    ? WINE[channel]
                    : roomOrSheet(x, y, channel));
    assertEquals(kind(parts, 280, 240), Separation.PRODUCT);
    assertEquals(kind(parts, 400, 215), Separation.PRODUCT, "arm over the sheet");
    assertEquals(kind(parts, 490, 215), Separation.PRODUCT, "arm over the table");
    for (int y : new int[] {100, 180, 260, 320}) {
      assertEquals(kind(parts, 560, y), Separation.FOREIGN, "beside at " + y);
    }
  }

  /** The lit side of a white jar is as light as the sheet, and shades off to the right. */
  @Test
  public void aSideThatTheGroundSwallowsIsDoubted() {
    Separation swallowed =
        separated(
            (x, y, channel) -> {
              double stops = Math.max(0, (x - 270) / 60) * 0.9;
              return inJar(x, y) ? WHITE[channel] * Math.pow(2, -stops) : WHITE[channel];
            });
    Separation whole =
        separated((x, y, channel) -> inJar(x, y) ? 0.5 * WHITE[channel] : WHITE[channel]);
    assertTrue(swallowed.confidence() < 0.5, swallowed.confidence() + "");
    assertTrue(whole.confidence() > 0.8, whole.confidence() + "");
  }

  /** Clear edges to the right of the jar, but the light between them is the ground's. */
  @Test
  public void anOutlineThatLeavesManyLinesOutsideIsDoubted() {
    Separation alone = separated((x, y, channel) -> isLow(x, y) ? WINE[channel] : WHITE[channel]);
    Separation beside =
        separated(
            (x, y, channel) -> {
              double fades = 1 - (x - 400) % 70 / 70;
              boolean edged = x > 400 && x < 610 && y > 40 && y < 440;
              double stops = edged ? 0.7 * fades * Math.sin(Math.PI * (y - 40) / 400) : 0;
              return isLow(x, y) ? WINE[channel] : WHITE[channel] * Math.pow(2, -stops);
            });
    assertTrue(alone.confidence() > 0.85, alone.confidence() + "");
    assertTrue(beside.confidence() < 0.85 * alone.confidence(), beside.confidence() + "");
  }

  private static boolean isLow(double x, double y) {
    return inJar(x, y) && y > 200;
  }
}
