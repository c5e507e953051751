package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Planes;
import app.istante.core.sim.Simulated;
import java.util.List;
import java.util.Random;
import java.util.stream.IntStream;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Smears of known length and direction over a thing with spots, and what only looks like one. */
public class SmearEchoTest {
  private static final int WIDTH = 640;
  private static final int HEIGHT = 480;
  private static final double GRAIN_CODES = 1.2;

  private Analysed unmoved;
  private Analysed smeared;

  @BeforeClass
  public void photograph() {
    unmoved = analysed(photographed(still()));
    smeared = analysed(photographed(smear(20, 30)));
  }

  /** Places of the eye's opening that are averaged, in pixels from where it looks. */
  private interface Opening {
    double[][] places();
  }

  private static Opening still() {
    return () -> new double[][] {{0, 0}};
  }

  private static Opening smear(double length, double degrees) {
    int count = (int) (1.5 * length) | 1;
    double[][] places = new double[count][];
    for (int i = 0; i < count; i++) {
      double along = length * ((i + 0.5) / count - 0.5);
      places[i] =
          new double[] {
            along * Math.cos(Math.toRadians(degrees)), along * Math.sin(Math.toRadians(degrees))
          };
    }
    return () -> places;
  }

  /** A disc of defocus, by points at equal shares of its area (Vogel's spiral). */
  private static Opening defocus(double radius) {
    int count = 40;
    double[][] places = new double[count][];
    for (int i = 0; i < count; i++) {
      double r = radius * Math.sqrt((i + 0.5) / count);
      double turn = i * Math.PI * (3 - Math.sqrt(5));
      places[i] = new double[] {r * Math.cos(turn), r * Math.sin(turn)};
    }
    return () -> places;
  }

  /** Light at a place: an oval with spots on a light ground. */
  private static double[] spotted(double[][] spots, double x, double y) {
    double off = Math.hypot((x - 320) / 200, (y - 240) / 150);
    if (off > 1) {
      return new double[] {0.72, 0.72, 0.71};
    }
    double[] light = {0.25, 0.16, 0.1};
    for (double[] spot : spots) {
      double across = x - spot[0];
      double down = y - spot[1];
      if (across * across + down * down < spot[2] * spot[2]) {
        light = new double[] {spot[3], spot[4], spot[5]};
      }
    }
    return light;
  }

  private static double[][] spots() {
    Random random = new Random(3);
    double[][] spots = new double[70][];
    for (int i = 0; i < spots.length; i++) {
      spots[i] =
          new double[] {
            120 + 400 * random.nextDouble(),
            90 + 300 * random.nextDouble(),
            5 + 25 * random.nextDouble(),
            0.02 + 0.6 * random.nextDouble(),
            0.02 + 0.5 * random.nextDouble(),
            0.02 + 0.4 * random.nextDouble()
          };
    }
    return spots;
  }

  private interface Scene {
    double[] light(double x, double y);
  }

  private static EncodedImage photographed(Opening opening) {
    return photographed(opening, 1);
  }

  /**
   * @param scale pixels of the photo for one of the scene
   */
  private static EncodedImage photographed(Opening opening, int scale) {
    double[][] spots = spots();
    return photographed(opening, scale, (x, y) -> spotted(spots, x, y));
  }

  private static EncodedImage photographed(Opening opening, int scale, Scene scene) {
    int width = scale * WIDTH;
    int height = scale * HEIGHT;
    float[][] still = new float[3][width * height];
    for (int at = 0; at < width * height; at++) {
      double[] light = scene.light((at % width + 0.5) / scale, (at / width + 0.5) / scale);
      for (int channel = 0; channel < 3; channel++) {
        still[channel][at] = (float) light[channel];
      }
    }
    byte[] rgb = new byte[3 * width * height];
    double[][] places = opening.places();
    IntStream.range(0, height)
        .parallel()
        .forEach(
            y -> {
              Random random = new Random(y);
              for (int at = 3 * width * y; at < 3 * width * (y + 1); at++) {
                double sum = 0;
                for (double[] place : places) {
                  double u = at / 3 % width + place[0];
                  sum += Planes.between(still[at % 3], width, height, u, y + place[1]);
                }
                double light = Srgb.encode(sum / places.length);
                double code = 255 * light + GRAIN_CODES * random.nextGaussian();
                rgb[at] = (byte) Math.max(0, Math.min(255, Math.round(code)));
              }
            });
    return new EncodedImage(width, height, rgb);
  }

  private static Analysed analysed(EncodedImage picture) {
    return Analysed.of(Simulated.asPhoto(picture));
  }

  @DataProvider
  Object[][] smears() {
    return new Object[][] {
      {10.0, 15.0}, {12.0, 70.0}, {16.0, 118.0}, {22.0, 0.0}, {30.0, 163.0}, {40.0, 44.0}
    };
  }

  /** Targets of the core: length within 15 %, direction within 5 degrees. */
  @Test(dataProvider = "smears")
  public void lengthAndDirectionAreThoseOfTheSmear(double length, double degrees) {
    assertHeard(photographed(smear(length, degrees)), length, degrees);
  }

  /** Too short for the working picture of a large photo: heard in the finer one. */
  @Test
  public void aShortSmearIsHeardInMorePixels() {
    assertHeard(photographed(smear(9, 52), 3), 9, 52);
  }

  /** The last working pixels reach beyond a photo whose sides are no multiples of them. */
  @Test
  public void aThingAtTheFramesCornerIsHeardToo() {
    EncodedImage whole = photographed(smear(16, 60), 3);
    int width = 1433;
    int height = 1109;
    byte[] corner = new byte[3 * width * height];
    for (int y = 0; y < height; y++) {
      System.arraycopy(whole.rgb(), 3 * y * whole.widthPx(), corner, 3 * y * width, 3 * width);
    }
    assertHeard(new EncodedImage(width, height, corner), 16, 60);
  }

  /** With no edges known that would rule a smear out. */
  private static SmearEcho echo(Analysed picture) {
    return new SmearEcho(picture, List.of());
  }

  private static List<EdgeWindow.Edge> edges(double sigmaPx, double degrees) {
    return IntStream.range(0, 8)
        .mapToObj(
            i -> new EdgeWindow.Edge(i, i, sigmaPx, Double.NaN, 1, degrees, 0, false, 0, false))
        .toList();
  }

  /** Across the smear an edge can't be sharp; along it, or where it is soft, nothing is said. */
  @Test
  public void sharpEdgesAcrossASmearRuleItOut() {
    assertNull(new SmearEcho(smeared, edges(0.7, 30)).motion());
    assertNotNull(new SmearEcho(smeared, edges(0.7, 120)).motion());
    assertNotNull(new SmearEcho(smeared, edges(7, 30)).motion());
  }

  private static void assertHeard(EncodedImage picture, double length, double degrees) {
    Readings.Motion heard = echo(analysed(picture)).motion();
    assertNotNull(heard);
    assertEquals(heard.lengthPx(), length, 0.15 * length);
    double off = Math.abs(heard.angleDegrees() - degrees) % 180;
    assertTrue(Math.min(off, 180 - off) <= 5, "direction " + heard.angleDegrees());
  }

  @Test
  public void aStillThingHasNoEcho() {
    assertNull(echo(unmoved).motion());
  }

  @DataProvider
  Object[][] radii() {
    return new Object[][] {{3.0}, {6.0}, {10.0}};
  }

  /** A disc's rim echoes too, but alike in all directions. */
  @Test(dataProvider = "radii")
  public void defocusIsNoSmear(double radius) {
    assertNull(echo(analysed(photographed(defocus(radius)))).motion());
  }

  /** Bars lie as far apart as a smear would be long, but what lies across them is sharp. */
  @Test
  public void barsAreNoSmear() {
    EncodedImage bars =
        photographed(
            still(),
            1,
            (x, y) -> {
              boolean thing = x > 140 && x < 500 && y > 110 && y < 370;
              boolean bar = (int) (x / 14) % 2 == 0;
              double light = !thing ? 0.72 : bar ? 0.12 : 0.4;
              return new double[] {light, light, 0.9 * light};
            });
    assertNull(echo(analysed(bars)).motion());
  }

  /** A weave is its own opposite half a thread further on, in many directions, and again alike. */
  @Test
  public void aWeaveIsNoSmear() {
    EncodedImage woven =
        photographed(
            defocus(1.5),
            1,
            (x, y) -> {
              double off = Math.hypot((x - 320) / 200, (y - 240) / 150);
              double thread = 1 + 0.3 * Math.sin(y / 1.25) * Math.cos(x / 1.5);
              return off > 1 ? new double[] {0.72, 0.72, 0.71} : shade(0.3 * thread);
            });
    assertNull(echo(analysed(woven)).motion());
  }

  @DataProvider
  Object[][] wide() {
    return new Object[][] {{6.0}, {8.0}, {10.0}};
  }

  /** Upright rods have hardly a difference along them, and the disc's rim echoes there, too. */
  @Test(dataProvider = "wide")
  public void rodsOutOfFocusAreNoSmear(double radius) {
    EncodedImage chair =
        photographed(
            defocus(radius),
            1,
            (x, y) -> {
              boolean leg = x > 200 && x < 440 && (x - 200) % 57 < 12 && y > 90 && y < 410;
              boolean seat =
                  x > 190 && x < 450 && (Math.abs(y - 250) < 12 || Math.abs(y - 110) < 20);
              return leg || seat ? shade(0.2) : shade(0.72);
            });
    assertNull(echo(analysed(chair)).motion());
  }

  private static double[] shade(double light) {
    return new double[] {light, light, 0.9 * light};
  }

  /** Marks along a rod lie as far apart as a smear would be long. */
  @Test
  public void marksOnARodAreNoSmear() {
    EncodedImage rod =
        photographed(
            defocus(1.5),
            1,
            (x, y) -> {
              boolean thing = x > 100 && x < 540 && Math.abs(y - 240) < 9;
              boolean mark = x > 200 && x < 420 && (int) x % 24 < 12 && y < 240;
              double light = !thing ? 0.72 : mark ? 0.22 : 0.3;
              return new double[] {light, light, 0.9 * light};
            });
    assertNull(echo(analysed(rod)).motion());
  }

  /** A smear that was told from soft edges has to have its echo. */
  @Test
  public void whatHasNoEchoThereIsDenied() {
    assertFalse(echo(smeared).denies(new Readings.Motion(21, 33, 0.7)));
    assertTrue(echo(smeared).denies(new Readings.Motion(20, 120, 0.7)), "across");
    assertTrue(echo(smeared).denies(new Readings.Motion(45, 30, 0.7)), "twice as long");
    assertTrue(echo(unmoved).denies(new Readings.Motion(20, 30, 0.7)));
  }

  @DataProvider
  Object[][] pairs() {
    return new Object[][] {
      {40.0, 46.0, 43.0}, {178.0, 4.0, 1.0}, {2.0, 176.0, 179.0}, {30.0, 80.0, 30.0}
    };
  }

  /** Half-way where they nearly agree, also through 0; as heard where they do not. */
  @Test(dataProvider = "pairs")
  public void whatIsHeardAndFittedGoTogether(double heard, double fitted, double told) {
    Readings.Motion both =
        SmearFit.together(
            new Readings.Motion(20, heard, 0.9), new Readings.Motion(24, fitted, 0.7));
    assertEquals(both.angleDegrees(), told, 1e-9);
    assertEquals(both.lengthPx(), 20, 1e-9);
    assertEquals(both.confidence(), 0.9, 1e-9);
  }
}
