package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.sim.Optics;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class EdgeFitTest {
  @DataProvider
  public Object[][] blurs() {
    return new Object[][] {{0.6}, {0.9}, {1.5}, {2.5}, {4.0}, {6.0}, {8.0}};
  }

  /**
   * A slanted step of known blur, drawn analytically: sigma within a tenth (target of the core).
   */
  @Test(dataProvider = "blurs")
  public void findsTheBlurOfASlantedEdge(double sigma) {
    EncodedImage picture = edge(120, sigma, 17, 0.1, 0.7);
    EdgeWindow.Edge found = edgeAt(picture);
    assertNotNull(found);
    assertEquals(found.sigmaPx(), sigma, 0.1 * sigma);
    assertEquals(found.normalDegrees(), 17, 3.0);
  }

  /** The bright side is clipped away at 1.0; a plain fit would call the edge too sharp. */
  @Test
  public void seesThroughClipping() {
    EncodedImage picture = edge(120, 5, 8, 0.1, 1.3);
    assertEquals(edgeAt(picture).sigmaPx(), 5, 0.6);
  }

  @Test
  public void tellsNothingOnAFlatField() {
    EncodedImage picture = edge(120, 2, 0, 0.5, 0.5);
    assertNull(edgeAt(picture));
  }

  @Test
  public void distributionAgreesWithTheTables() {
    assertEquals(BlurShape.phi(0), 0.5, 1e-7);
    assertEquals(BlurShape.phi(1), 0.8413447, 1e-6);
    assertEquals(BlurShape.phi(-1.96), 0.0249979, 1e-6);
  }

  @Test
  public void tellsASmearFromDefocusByItsDirection() {
    List<EdgeWindow.Edge> smeared = new ArrayList<>();
    List<EdgeWindow.Edge> defocused = new ArrayList<>();
    for (int degrees = 0; degrees < 180; degrees += 3) {
      // A smear of 14 px along 30 degrees over a lens blur of 0.8 px.
      double along = Math.cos(Math.toRadians(degrees - 30));
      double variance = 0.64 + 14 * 14 / 12.0 * along * along;
      smeared.add(
          new EdgeWindow.Edge(
              0, 0, Math.sqrt(variance), Double.NaN, 1, degrees, 0, false, 0, false));
      defocused.add(new EdgeWindow.Edge(0, 0, 4, Double.NaN, 1, degrees, 0, false, 0, false));
    }
    Readings.Motion motion = SmearFit.of(smeared);
    assertEquals(motion.lengthPx(), 14, 14 * 0.15);
    assertEquals(motion.angleDegrees(), 30, 5.0);
    assertNull(SmearFit.of(defocused));
  }

  /** A disc of radius r spreads an edge by r / 2; a Gaussian fit alone reads a tenth too much. */
  @Test
  public void aDiscOfDefocusIsToldFromAGaussianAndReadAsADisc() {
    for (double radius : new double[] {5, 8, 14}) {
      EdgeWindow.Edge disc = edgeAt(disced(radius));
      assertTrue(disc.discLeaves() < 0.8, radius + ": " + disc.discLeaves());
      assertEquals(disc.discPx(), radius / 2, 0.03 * radius / 2);
      assertTrue(disc.sigmaPx() > 1.05 * radius / 2, radius + ": " + disc.sigmaPx());
    }
    EdgeWindow.Edge gaussian = edgeAt(edge(120, 4, 17, 0.1, 0.7));
    assertTrue(gaussian.discLeaves() > 1.2, gaussian.discLeaves() + "");
  }

  /** The same edge in sixty grains: the error that each fit states is how far they scatter. */
  @Test
  public void statesHowFarGrainPutsItOff() {
    EncodedImage clean = edge(120, 1.2, 17, 0.2, 0.6);
    Random grain = new Random(4);
    double[] sigmas = new double[60];
    double stated = 0;
    for (int i = 0; i < sigmas.length; i++) {
      byte[] rgb = clean.rgb().clone();
      for (int at = 0; at < rgb.length; at++) {
        rgb[at] = (byte) Math.round((rgb[at] & 0xFF) + 5 * grain.nextGaussian());
      }
      EdgeWindow.Edge found = edgeAt(new EncodedImage(120, 120, rgb));
      sigmas[i] = found.sigmaPx();
      stated += found.errorPx() / sigmas.length;
    }
    double mean = Arrays.stream(sigmas).average().orElseThrow();
    double scatter =
        Math.sqrt(Arrays.stream(sigmas).map(s -> (s - mean) * (s - mean)).average().orElseThrow());
    System.out.printf("blur of an edge in grain: %.3f px, stated %.3f px%n", scatter, stated);
    assertEquals(stated, scatter, 0.3 * scatter);
  }

  /** A slanted step of light, blurred by the simulated camera's disc. */
  private static EncodedImage disced(double radius) {
    int side = 120;
    float[] light = new float[side * side];
    for (int at = 0; at < light.length; at++) {
      double t = (at % side - 60) * Math.cos(0.3) + (at / side - 60) * Math.sin(0.3);
      light[at] = (float) (0.1 + 0.6 * Math.max(0, Math.min(1, t + 0.5)));
    }
    float[] blurred = Optics.disc(light, side, side, radius);
    byte[] rgb = new byte[3 * side * side];
    for (int at = 0; at < rgb.length; at++) {
      rgb[at] = (byte) Srgb.encode8(blurred[at / 3]);
    }
    return new EncodedImage(side, side, rgb);
  }

  /** Light of a thing at so many pixels inside its outline. */
  private interface Rim {
    double light(double inside);
  }

  @DataProvider
  public Object[][] rims() {
    Rim mirrors = inside -> 0.12 + 0.45 * Math.exp(-inside / 3);
    Rim shaded = inside -> 0.05 + 0.5 * Math.sqrt(1 - Math.pow(1 - Math.min(60, inside) / 60, 2));
    Rim flat = inside -> 0.2;
    return new Object[][] {
      {"mirrors the ground at its rim", mirrors, 0.6, 0.18},
      {"mirrors the ground at its rim", mirrors, 0.9, 0.18},
      {"is a ball in even light", shaded, 0.7, 0.05},
      {"is a ball in even light", shaded, 1.5, 0.05},
      {"is flat", flat, 0.6, 0.1},
      {"is flat", flat, 2.0, 0.05},
    };
  }

  /**
   * Truth by numbers: the light of a rim before white ground, spread by a Gaussian. A mirrored rim
   * is no straight slope; a step alone reads it half to four fifths too soft.
   */
  @Test(dataProvider = "rims")
  public void whatSlopesBesideAnOutlineIsNoBlur(String thing, Rim rim, double sigma, double share) {
    EdgeWindow.Seen seen = seen(rimmed(rim, sigma, 0.95), EdgeFitTest::everywhere);
    System.out.printf(
        "what %s: %.2f px, with a step alone %.2f, with a slope beside it %.2f%n",
        thing, sigma, seen.edge().sigmaPx(), seen.apart().sigmaPx());
    assertEquals(seen.apart().sigmaPx(), sigma, share * sigma);
  }

  /** The same before ground that is burnt out, so that only the foot of the edge is seen. */
  @Test
  public void norIsItBeforeBurntGround() {
    Rim mirrors = inside -> 0.12 + 0.15 * Math.exp(-inside / 6);
    EdgeWindow.Seen seen = seen(rimmed(mirrors, 0.8, 1.1), EdgeFitTest::everywhere);
    System.out.printf(
        "what mirrors burnt ground: 0.80 px, with a step alone %.2f, with a slope beside it %.2f%n",
        seen.edge().sigmaPx(), seen.apart().sigmaPx());
    assertTrue(seen.edge().clipped(), "burnt");
    assertTrue(seen.edge().sigmaPx() > 1.2 * 0.8, "a step alone: " + seen.edge().sigmaPx());
    assertEquals(seen.apart().sigmaPx(), 0.8, 0.08);
  }

  @Test
  public void insideAThingASlopeIsTakenForWhatItIs() {
    Rim mirrors = inside -> 0.12 + 0.45 * Math.exp(-inside / 3);
    EdgeWindow.Seen seen = seen(rimmed(mirrors, 0.6, 0.95), EdgeWindow.ThingEnds.NOWHERE);
    assertEquals(seen.apart(), seen.edge());
  }

  private static EncodedImage rimmed(Rim rim, double sigma, double ground) {
    int side = 120;
    byte[] rgb = new byte[3 * side * side];
    for (int at = 0; at < side * side; at++) {
      double t = (at % side - 60) * Math.cos(0.3) + (at / side - 60) * Math.sin(0.3);
      double sum = 0;
      double total = 0;
      for (double z = -5; z <= 5; z += 0.05) {
        double place = t + z * sigma;
        double weight = Math.exp(-z * z / 2);
        sum += weight * (place > 0 ? ground : rim.light(-place));
        total += weight;
      }
      Arrays.fill(rgb, 3 * at, 3 * at + 3, (byte) Srgb.encode8((float) (sum / total)));
    }
    return new EncodedImage(side, side, rgb);
  }

  private static boolean everywhere(int x, int y, double[] normal, double sigmaPx) {
    return true;
  }

  private static EdgeWindow.Edge edgeAt(EncodedImage picture) {
    return seen(picture, EdgeWindow.ThingEnds.NOWHERE).edge();
  }

  private static EdgeWindow.Seen seen(EncodedImage picture, EdgeWindow.ThingEnds ends) {
    return EdgeWindow.look(picture, 60, 60, new EdgeWindow.Strictness(4, 0.05, true), ends);
  }

  /** An edge whose normal points along {@code degrees}; linear light from low to high. */
  static EncodedImage edge(int side, double sigma, double degrees, double low, double high) {
    byte[] rgb = new byte[3 * side * side];
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        double t = (x - side / 2.0) * cos + (y - side / 2.0) * sin;
        double light = low + (high - low) * BlurShape.phi(t / sigma);
        for (int channel = 0; channel < 3; channel++) {
          rgb[3 * (y * side + x) + channel] = (byte) Srgb.encode8((float) light);
        }
      }
    }
    return new EncodedImage(side, side, rgb);
  }
}
