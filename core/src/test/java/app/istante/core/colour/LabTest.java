package app.istante.core.colour;

import static org.testng.Assert.assertEquals;

import app.istante.core.image.Srgb;
import org.testng.annotations.Test;

public class LabTest {
  @Test
  public void whiteIsHundredAndNeutral() {
    Lab white = Lab.ofSrgb8(255, 255, 255);
    assertEquals(white.l(), 100, 0.01);
    assertEquals(white.a(), 0, 0.02);
    assertEquals(white.b(), 0, 0.02);
  }

  /** Values of the sRGB primaries under D50 as the ICC's own sRGB profile gives them. */
  @Test
  public void primariesAgreeWithTheProfileConnectionSpace() {
    Lab red = Lab.ofSrgb8(255, 0, 0);
    assertEquals(red.l(), 54.29, 0.05);
    assertEquals(red.a(), 80.81, 0.1);
    assertEquals(red.b(), 69.89, 0.1);
    Lab blue = Lab.ofSrgb8(0, 0, 255);
    assertEquals(blue.l(), 29.57, 0.05);
    assertEquals(blue.a(), 68.30, 0.1);
    assertEquals(blue.b(), -112.03, 0.1);
  }

  @Test
  public void wholePlanesAgreeWithSingleColours() {
    int n = 17 * 17 * 17;
    float[] r = new float[n];
    float[] g = new float[n];
    float[] b = new float[n];
    for (int i = 0; i < n; i++) {
      r[i] = (float) Srgb.decode8(15 * (i % 17));
      g[i] = (float) Srgb.decode8(15 * (i / 17 % 17));
      b[i] = (float) Srgb.decode8(15 * (i / 289));
    }
    float[] planeL = new float[n];
    float[] planeA = new float[n];
    float[] planeB = new float[n];
    Lab.fill(r, g, b, planeL, planeA, planeB);
    for (int i = 0; i < n; i++) {
      Lab exact = Lab.ofLinear(r[i], g[i], b[i]);
      assertEquals(planeL[i], exact.l(), 0.01);
      assertEquals(planeA[i], exact.a(), 0.02);
      assertEquals(planeB[i], exact.b(), 0.02);
    }
  }

  @Test
  public void tintGoesThereAndBack() {
    double[] linear = {0.62, 0.6, 0.52};
    Lab lab = Lab.ofLinear(linear[0], linear[1], linear[2]);
    double luminance = 0.2225045 * linear[0] + 0.7168786 * linear[1] + 0.0606169 * linear[2];
    double[] back = TintToLinear.of(Srgb.code(luminance), lab.a(), lab.b());
    for (int i = 0; i < 3; i++) {
      assertEquals(back[i], linear[i], 0.002);
    }
  }

  @Test
  public void namesTheDirectionOfATint() {
    assertEquals(CastName.of(0.3, 0.4), "neutral");
    assertEquals(CastName.of(0, 9), "yellow");
    assertEquals(CastName.of(0, -9), "blue");
    assertEquals(CastName.of(7, 0), "pink");
    assertEquals(CastName.of(-7, 0), "green");
  }
}
