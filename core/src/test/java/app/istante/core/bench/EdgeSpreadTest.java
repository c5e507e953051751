package app.istante.core.bench;

import static org.testng.Assert.assertEquals;

import org.testng.annotations.Test;

public class EdgeSpreadTest {
  /** An edge as wide as a pixel, drawn by area, is a ramp: 0.289 by its moment, fitted 0.320. */
  @Test
  public void anUnblurredEdgeIsARamp() {
    assertEquals(EdgeSpread.sigma(), 0.320, 0.003);
  }

  /** Wide kernels are Gaussian: sigma squared and the pixel's own twelfth. */
  @Test
  public void wideKernelsAddTheirVariances() {
    assertEquals(EdgeSpread.sigma(2), Math.sqrt(4 + 1 / 12.0), 0.01);
    assertEquals(EdgeSpread.sigma(3, 4), Math.sqrt(25 + 1 / 12.0), 0.02);
  }

  /** Weights 0.138, 0.723, 0.138: by their moment 0.606, fitted by hand 0.560. */
  @Test
  public void threeTapsAreNarrowerThanTheirMoment() {
    assertEquals(EdgeSpread.sigma(0.55), 0.560, 0.003);
  }
}
