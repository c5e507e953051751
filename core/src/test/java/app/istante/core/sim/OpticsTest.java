package app.istante.core.sim;

import static org.testng.Assert.assertEquals;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * What a point of light becomes: nothing is lost, it stays where it was, and it spreads as told.
 */
public class OpticsTest {
  private static final int SIDE = 101;
  private static final int MIDDLE = 50;

  private static float[] point() {
    float[] plane = new float[SIDE * SIDE];
    plane[MIDDLE * SIDE + MIDDLE] = 1;
    return plane;
  }

  /** Sum, mean place and variance along a direction, 0 horizontal, clockwise on screen. */
  private static double[] moments(float[] plane, double degrees) {
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    double sum = 0;
    double first = 0;
    double second = 0;
    for (int at = 0; at < plane.length; at++) {
      double along = cos * (at % SIDE - MIDDLE) + sin * (at / SIDE - MIDDLE);
      sum += plane[at];
      first += plane[at] * along;
      second += plane[at] * along * along;
    }
    return new double[] {sum, first / sum, second / sum};
  }

  @DataProvider
  Object[][] sigmas() {
    return new Object[][] {{0.4}, {0.55}, {1.0}, {3.0}};
  }

  @Test(dataProvider = "sigmas")
  public void aGaussianSpreadsByItsVariance(double sigma) {
    for (double degrees : new double[] {0, 45, 90}) {
      double[] m = moments(Optics.gaussian(point(), SIDE, SIDE, sigma), degrees);
      assertEquals(m[0], 1, 1e-4);
      assertEquals(m[1], 0, 1e-4);
      assertEquals(m[2], Optics.variance(sigma), 1e-3 * sigma * sigma + 1e-5);
    }
    if (sigma >= 1) {
      assertEquals(Optics.variance(sigma), sigma * sigma, 0.01 * sigma * sigma);
    }
  }

  @DataProvider
  Object[][] radii() {
    return new Object[][] {{4.0}, {5.5}, {12.0}};
  }

  /** A disc of radius r has r² / 4 along any direction, and the pixel's own 1/12. */
  @Test(dataProvider = "radii")
  public void aDiscIsEvenAndRound(double radius) {
    float[] disc = Optics.disc(point(), SIDE, SIDE, radius);
    for (double degrees : new double[] {0, 30, 90}) {
      double[] m = moments(disc, degrees);
      assertEquals(m[0], 1, 1e-3);
      assertEquals(m[1], 0, 5e-3);
      assertEquals(m[2], radius * radius / 4 + 1 / 12.0, 0.02 * radius * radius + 0.02);
    }
    double even = 1 / (Math.PI * radius * radius);
    assertEquals(disc[MIDDLE * SIDE + MIDDLE], even, 0.2 * even);
  }

  @Test
  public void aDiscLeavesAnEvenPlaneEvenUpToTheFrame() {
    float[] plane = new float[SIDE * SIDE];
    java.util.Arrays.fill(plane, 0.7f);
    for (float light : Optics.disc(plane, SIDE, SIDE, 6)) {
      assertEquals(light, 0.7f, 1e-4f);
    }
  }

  @DataProvider
  Object[][] smears() {
    return new Object[][] {{8.0, 0.0}, {20.0, 35.0}, {12.0, 90.0}, {30.0, 150.0}};
  }

  /** A line of length L has L² / 12 along it and nothing but the pixels' own width across. */
  @Test(dataProvider = "smears")
  public void aSmearIsALine(double length, double degrees) {
    float[] smear = Optics.smear(point(), SIDE, SIDE, length, degrees);
    double[] along = moments(smear, degrees);
    double[] across = moments(smear, degrees + 90);
    assertEquals(along[0], 1, 1e-3);
    assertEquals(along[1], 0, 0.05);
    assertEquals(along[2], length * length / 12, 0.03 * length * length / 12 + 0.25);
    assertEquals(across[2], 0, 0.26);
  }
}
