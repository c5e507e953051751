package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.mask.DrawnParts;
import app.istante.core.mask.Separation;
import app.istante.core.sim.Simulated;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import java.util.Set;
import java.util.function.IntPredicate;
import java.util.stream.DoubleStream;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Noise, lean and smear on fields and shapes whose truth is put in by hand. */
public class KnownFieldsTest {

  private static Readings measured(EncodedImage picture) {
    return Measurement.measure(Simulated.asPhoto(picture));
  }

  private static EncodedImage grain(int code, double sigma, long seed) {
    Random random = new Random(seed);
    byte[] rgb = new byte[3 * 600 * 450];
    for (int at = 0; at < rgb.length; at++) {
      double value = code + sigma * random.nextGaussian();
      rgb[at] = (byte) Math.max(0, Math.min(255, Math.round(value)));
    }
    return new EncodedImage(600, 450, rgb);
  }

  @DataProvider
  Object[][] sigmas() {
    return new Object[][] {{1.0, 128}, {2.0, 90}, {3.5, 160}, {6.0, 128}, {9.0, 140}};
  }

  /** Target of the core: within a tenth. */
  @Test(dataProvider = "sigmas")
  public void grainIsTheGrainThatWasPutIn(double sigma, int code) {
    double found = measured(grain(code, sigma, 7)).sharpness().noiseSigma();
    assertEquals(found, sigma, 0.1 * sigma);
  }

  @DataProvider
  Object[][] qualities() {
    return new Object[][] {{2.0, 0.95}, {3.0, 0.85}, {4.5, 0.8}, {6.0, 0.9}, {8.0, 0.7}};
  }

  /** Compression takes up to half of it away, and the reading gives it back. */
  @Test(dataProvider = "qualities")
  public void grainIsToldAsItWasBeforeCompression(double sigma, double quality) throws Exception {
    byte[] file = PhotoWriter.jpeg(grain(150, sigma, 11), quality);
    Photo photo = new PhotoReader(Limits.STANDARD).read(file);
    Readings readings = Measurement.measure(photo);
    assertEquals(readings.sharpness().noiseSigma(), sigma, 0.1 * sigma);
  }

  @DataProvider
  Object[][] smoothed() {
    return new Object[][] {{2.0, 0.95}, {2.0, 0.85}, {3.0, 0.8}, {4.5, 0.9}, {4.5, 0.75}};
  }

  /** Cameras smooth it and take its colour out; of what is left compression hides other parts. */
  @Test(dataProvider = "smoothed")
  public void coarseGrainWithoutColourIsNotTakenForMore(double sigma, double quality)
      throws Exception {
    byte[] file = PhotoWriter.jpeg(coarseGrain(150, sigma), quality);
    Readings readings = Measurement.measure(new PhotoReader(Limits.STANDARD).read(file));
    assertEquals(readings.sharpness().noiseSigma(), sigma, 0.12 * sigma);
  }

  /** The same in all channels, smoothed over three pixels. */
  private static EncodedImage coarseGrain(int code, double sigma) {
    int width = 600;
    int height = 450;
    double[] weights = {0.25, 0.5, 0.25};
    // Independent values, each times the product of two weights: the squares of those add up.
    double kept = 0.25 * 0.25 + 0.5 * 0.5 + 0.25 * 0.25;
    Random random = new Random(23);
    double[] white =
        DoubleStream.generate(random::nextGaussian).limit((long) width * height).toArray();
    byte[] rgb = new byte[3 * white.length];
    for (int at = 0; at < white.length; at++) {
      double sum = 0;
      for (int k = 0; k < 9; k++) {
        int x = Math.floorMod(at % width + k % 3 - 1, width);
        int y = Math.floorMod(at / width + k / 3 - 1, height);
        sum += weights[k % 3] * weights[k / 3] * white[y * width + x];
      }
      Arrays.fill(rgb, 3 * at, 3 * at + 3, (byte) Math.round(code + sigma * sum / kept));
    }
    return new EncodedImage(width, height, rgb);
  }

  @Test
  public void bandsStandInTheOrderOfTheirNames() {
    Set<String> names = measured(grain(150, 3, 7)).uncertainty().keySet();
    assertTrue(names.size() > 5, names + "");
    assertEquals(new ArrayList<>(names), names.stream().sorted().toList());
  }

  /** Steps so coarse that no grain survives: better no reading than a wrong one. */
  @Test
  public void grainThatCompressionTookWholeIsNotTold() throws Exception {
    byte[] file = PhotoWriter.jpeg(grain(150, 0.8, 12), 0.5);
    Readings readings = Measurement.measure(new PhotoReader(Limits.STANDARD).read(file));
    assertNull(readings.sharpness().noiseSigma());
    assertTrue(
        readings.cantTell().stream().anyMatch(c -> c.reading().equals("sharpness.noiseSigma")));
  }

  @Test
  public void grainCannotBeToldFromAWhiteOrBlackField() {
    for (int code : new int[] {0, 255}) {
      Readings readings = measured(grain(code, 0, 1));
      assertNull(readings.sharpness() == null ? null : readings.sharpness().noiseSigma());
    }
  }

  @Test
  public void anAllBlackAndAnAllWhitePictureAreAnsweredNotBroken() {
    for (int code : new int[] {0, 128, 255}) {
      Readings readings = measured(grain(code, 0, 1));
      assertTrue(!readings.product().found());
      assertTrue(!readings.cantTell().isEmpty());
      if (code == 255) {
        assertEquals(readings.backdrop().level(), 255, 0.01);
        assertEquals(readings.backdrop().pureWhiteShare(), 1, 1e-9);
        assertEquals(readings.backdrop().stopsBelowWhite(), 0, 0.02);
      }
    }
  }

  @Test
  public void verySmallPicturesAreAnsweredToo() {
    for (int side : new int[] {1, 2, 5, 17}) {
      byte[] rgb = new byte[3 * side * side];
      Arrays.fill(rgb, (byte) 200);
      Readings readings = measured(new EncodedImage(side, side, rgb));
      assertTrue(!readings.product().found(), side + " px");
    }
  }

  /** A lens-shaped body, alike on both sides of its axis, turned by so much. */
  private static Separation spindle(double degrees) {
    int width = 300;
    int height = 300;
    byte[] kind = new byte[width * height];
    float[] alpha = new float[width * height];
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        int inside = 0;
        for (int v = 0; v < 4; v++) {
          for (int u = 0; u < 4; u++) {
            double px = x + (u + 0.5) / 4 - 150;
            double py = y + (v + 0.5) / 4 - 150;
            // Turned clockwise on screen: the content's own frame is turned back.
            double along = -sin * px + cos * py;
            double across = cos * px + sin * py;
            inside +=
                Math.abs(across) < 40 * Math.sqrt(Math.max(0, 1 - along * along / 14400)) ? 1 : 0;
          }
        }
        alpha[y * width + x] = inside / 16f;
        kind[y * width + x] = inside >= 8 ? Separation.PRODUCT : Separation.GROUND;
      }
    }
    return DrawnParts.of(width, height, 1, alpha, kind, 1);
  }

  @DataProvider
  Object[][] leans() {
    return new Object[][] {{0.0}, {0.5}, {-1.5}, {2.5}, {-4.0}, {8.0}};
  }

  @Test(dataProvider = "leans")
  public void theLeanIsTheTurnClockwise(double degrees) {
    Roll.Reading roll = Roll.measure(spindle(degrees));
    assertNotNull(roll.degrees());
    assertEquals(roll.degrees(), degrees, 0.05);
    assertTrue(roll.confidence() > 0.6, roll.confidence() + "");
  }

  /** The same with more on it, or trusted less. */
  private static Separation changed(Separation parts, IntPredicate more, double confidence) {
    byte[] kind = parts.kind().clone();
    float[] alpha = parts.alpha().clone();
    for (int at = 0; at < kind.length; at++) {
      if (more.test(at)) {
        kind[at] = Separation.PRODUCT;
        alpha[at] = 1;
      }
    }
    return DrawnParts.of(300, 300, confidence, alpha, kind, 1);
  }

  @Test(dataProvider = "leans")
  public void aHandleDoesNotTurnTheAxis(double degrees) {
    Separation handled =
        changed(
            spindle(degrees),
            at -> {
              double radius = Math.hypot(at % 300 - 185, at / 300 - 130);
              return radius > 20 && radius < 28;
            },
            1);
    Roll.Reading roll = Roll.measure(handled);
    assertEquals(roll.degrees(), degrees, 0.2);
    assertTrue(roll.confidence() > 0.6, roll.confidence() + "");
  }

  @Test
  public void aBodyWithoutAnAxisGivesNoLean() {
    // What grows out of one side has nothing like it on the other.
    int[] reach = new Random(4).ints(300, 0, 90).toArray();
    Separation uneven =
        changed(
            spindle(0),
            at ->
                at / 300 >= 30
                    && at / 300 < 270
                    && at % 300 >= 150
                    && at % 300 < 190 + reach[at / 300],
            1);
    Roll.Reading roll = Roll.measure(uneven);
    assertTrue(roll.degrees() == null || roll.confidence() < 0.6, roll.toString());
  }

  @Test
  public void aDiscHasNoUprightEvenWithADent() {
    Separation nothing = changed(spindle(0), at -> false, 1);
    Arrays.fill(nothing.kind(), Separation.GROUND);
    Arrays.fill(nothing.alpha(), 0);
    Separation disc =
        changed(
            nothing,
            at -> Math.hypot(at % 300 - 150, at / 300 - 150) < 100 && at % 300 + at / 300 > 180,
            1);
    assertNull(Roll.measure(disc).degrees());
  }

  /** Two things, one a little higher: each leans as it leans, however they stand to each other. */
  @Test(dataProvider = "leans")
  public void thingsThatStandApartAreMeasuredByThemselves(double degrees) {
    Separation one = spindle(degrees);
    byte[] kind = new byte[600 * 330];
    float[] alpha = new float[kind.length];
    Arrays.fill(kind, Separation.GROUND);
    for (int at = 0; at < 300 * 300; at++) {
      for (int to : new int[] {at / 300 * 600 + at % 300, (at / 300 + 30) * 600 + 300 + at % 300}) {
        kind[to] = one.kind()[at];
        alpha[to] = one.alpha()[at];
      }
    }
    Separation two = DrawnParts.of(600, 330, 1, alpha, kind, 2);
    assertEquals(Roll.measure(two).degrees(), degrees, 0.05);
  }

  @Test
  public void anOutlineInDoubtTellsNoCertainLean() {
    Roll.Reading roll = Roll.measure(changed(spindle(2.5), at -> false, 0.2));
    assertTrue(roll.confidence() < 0.6, roll.toString());
  }

  /** Edges in all directions, as a lens of {@code sigma} and a smear would leave them. */
  private static List<EdgeWindow.Edge> edges(double sigma, double length, double angle) {
    List<EdgeWindow.Edge> edges = new ArrayList<>();
    for (int direction = 0; direction < 180; direction += 3) {
      double along = Math.cos(Math.toRadians(direction - angle));
      double variance = sigma * sigma + length * length / 12 * along * along;
      edges.add(
          new EdgeWindow.Edge(
              0, 0, Math.sqrt(variance), Double.NaN, 1, direction, 0, false, 0, false));
    }
    return edges;
  }

  @DataProvider
  Object[][] smears() {
    return new Object[][] {
      {1.0, 12.0, 0.0}, {1.0, 16.0, 28.0}, {1.5, 25.0, 90.0}, {0.8, 10.0, 135.0}, {2.0, 30.0, 170.0}
    };
  }

  @Test(dataProvider = "smears")
  public void aSmearIsFoundWithItsLengthAndAngle(double sigma, double length, double angle) {
    Readings.Motion motion = SmearFit.of(edges(sigma, length, angle));
    assertNotNull(motion);
    assertEquals(motion.lengthPx(), length, 0.15 * length);
    double off = Math.abs(motion.angleDegrees() - angle);
    assertTrue(Math.min(off, 180 - off) <= 5, motion.toString());
  }

  @Test
  public void defocusIsNoSmear() {
    assertNull(SmearFit.of(edges(1, 0, 0)));
    assertNull(SmearFit.of(edges(6, 0, 0)));
    assertNull(SmearFit.of(edges(4, 3, 45)), "a short one can't be told from an uneven lens");
    assertNull(SmearFit.of(List.of()), "no edges");
  }

  @Test
  public void aBuyerSeesTheBlurOfTheWorstDirection() {
    Readings.Motion motion = new Readings.Motion(24, 30, 0.9);
    Readings.Sharpness shaken = sharpness(motion);
    // A box of length L has a standard deviation of L / sqrt(12).
    assertEquals(SmearFit.worstDirectionSigmaPx(shaken), 24 / Math.sqrt(12), 1e-9);
    Readings.Sharpness still = sharpness(null);
    assertEquals(SmearFit.worstDirectionSigmaPx(still), 1.0);
  }

  private static Readings.Sharpness sharpness(Readings.Motion motion) {
    return new Readings.Sharpness(
        1.0, 1.5, null, null, null, null, motion, 1.0, null, null, null, List.of(), null, null);
  }
}
