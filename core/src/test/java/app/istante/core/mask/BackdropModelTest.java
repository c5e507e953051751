package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Scale;
import java.util.List;
import java.util.Random;
import java.util.function.DoubleBinaryOperator;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Grounds of known light with a dark thing on them: the fitted surface is that light. */
public class BackdropModelTest {
  private static final int W = 240;
  private static final int H = 180;

  /** Linear light from u, v in -1 to 1, with grain, and a dark block in the middle. */
  private static LinearImage scene(DoubleBinaryOperator light, double grain, boolean thing) {
    Random random = new Random(3);
    float[][] planes = new float[3][W * H];
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        double u = 2.0 * x / (W - 1) - 1;
        double v = 2.0 * y / (H - 1) - 1;
        boolean on = thing && Math.abs(u) < 0.4 && Math.abs(v) < 0.6;
        for (int channel = 0; channel < 3; channel++) {
          double value = on ? 0.05 : light.applyAsDouble(u, v) * (1 - 0.03 * channel);
          planes[channel][y * W + x] = (float) (value * (1 + grain * random.nextGaussian()));
        }
      }
    }
    return new LinearImage(W, H, planes[0], planes[1], planes[2]);
  }

  @DataProvider
  Object[][] grounds() {
    return new Object[][] {
      {"even", (DoubleBinaryOperator) (u, v) -> 0.7, 0.0},
      {
        "half a stop from left to right",
        (DoubleBinaryOperator) (u, v) -> 0.6 * Math.pow(2, -u / 4),
        0.01
      },
      {
        "darker corners",
        (DoubleBinaryOperator) (u, v) -> 0.8 * Math.pow(2, -0.25 * (u * u + v * v)),
        0.01
      },
      {
        "a lamp at one side",
        (DoubleBinaryOperator) (u, v) -> 0.5 * Math.pow(2, -0.3 * u + 0.1 * u * u - 0.2 * v),
        0.02
      },
      {"dim", (DoubleBinaryOperator) (u, v) -> 0.06 * Math.pow(2, 0.2 * v), 0.02},
    };
  }

  @Test(dataProvider = "grounds")
  public void followsTheLightAlsoBehindTheThing(
      String name, DoubleBinaryOperator light, double grain) {
    float[][] log = LogLight.planes(scene(light, grain, true));
    BackdropModel model = BackdropModel.fit(log, W, H);
    float[] row = new float[W];
    double worst = 0;
    for (int y = 0; y < H; y += 10) {
      model.row(1, y, row);
      for (int x = 0; x < W; x += 10) {
        double truth = light.applyAsDouble(2.0 * x / (W - 1) - 1, 2.0 * y / (H - 1) - 1) * 0.97;
        double expected = Math.log(truth + LogLight.FLOOR) / Math.log(2);
        worst = Math.max(worst, Math.abs(row[x] - expected));
      }
    }
    assertTrue(worst < 0.05, name + ": " + worst + " stop");
    assertTrue(model.borderAgreement > 0.95, name);
  }

  @Test
  public void grainIsMeasuredAndWidensTheTolerance() {
    DoubleBinaryOperator even = (u, v) -> 0.5;
    BackdropModel clean = BackdropModel.fit(LogLight.planes(scene(even, 0.0, true)), W, H);
    BackdropModel rough = BackdropModel.fit(LogLight.planes(scene(even, 0.06, true)), W, H);
    assertTrue(rough.noiseStops > 3 * clean.noiseStops, rough.noiseStops + "");
    assertTrue(rough.toleranceStops() > clean.toleranceStops());
    // 6 % of grain is log2(1.06) = 0.084 stop.
    assertEquals(rough.noiseStops, 0.084, 0.03);
  }

  @Test
  public void aTableAtTheFramesEdgeDoesNotCount() {
    LinearImage image = scene((u, v) -> v > 0.8 ? 0.1 : 0.7, 0.01, false);
    BackdropModel model = BackdropModel.fit(LogLight.planes(image), W, H);
    float[] row = new float[W];
    model.row(1, H / 3, row);
    assertEquals(row[W / 2], Math.log(0.7 * 0.97 + LogLight.FLOOR) / Math.log(2), 0.05);
    assertTrue(model.borderAgreement < 0.9, model.borderAgreement + "");
  }

  @Test
  public void nothingButGroundIsNoProduct() {
    Separation parts = Separator.separate(scene((u, v) -> 0.7, 0.01, false));
    assertTrue(!parts.found());
    assertEquals(parts.confidence(), 0.0);
    assertTrue(Outline.of(parts, Scale.WHOLE, 100).isEmpty());
  }

  @Test
  public void aBlockIsCutOutToItsPixels() {
    Separation parts = Separator.separate(scene((u, v) -> 0.7, 0.005, true));
    assertTrue(parts.found());
    int both = 0;
    int either = 0;
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        boolean truth =
            Math.abs(2.0 * x / (W - 1) - 1) < 0.4 && Math.abs(2.0 * y / (H - 1) - 1) < 0.6;
        boolean found = parts.kind()[y * W + x] == Separation.PRODUCT;
        both += truth && found ? 1 : 0;
        either += truth || found ? 1 : 0;
      }
    }
    // A block of 96 x 108 px has 408 px of edge: half a pixel there is 2 % of its area.
    assertTrue((double) both / either > 0.95, (double) both / either + "");
    List<int[]> loops = Outline.of(parts, new Scale(4), 100);
    assertEquals(loops.size(), 1);
    // Corners at 0.4 and 0.6 of the half frame, told in photo pixels: four to one.
    int left = Integer.MAX_VALUE;
    int bottom = 0;
    for (int i = 0; i < loops.get(0).length; i += 2) {
      left = Math.min(left, loops.get(0)[i]);
      bottom = Math.max(bottom, loops.get(0)[i + 1]);
    }
    assertEquals(left, 4 * 0.3 * W, 12.0);
    assertEquals(bottom, 4 * 0.8 * H, 12.0);
  }
}
