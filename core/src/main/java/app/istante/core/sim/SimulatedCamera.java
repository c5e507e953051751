package app.istante.core.sim;

import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import java.util.Arrays;

/** Takes a photograph of a simulated set and writes down the truth beside it. */
public final class SimulatedCamera {
  /** Variance of light spread evenly over one pixel, square pixels. */
  private static final double PIXEL_VARIANCE = 1.0 / 12;

  private SimulatedCamera() {}

  public static SimulatedPhoto take(
      Scene scene, CameraEffects effects, int width, int height, int grid, long seed) {
    Rendering light = PathTracer.render(scene, width, height, grid, seed);
    return develop(light, scene.view().rollDegrees(), effects, seed);
  }

  /** Another exposure of light already computed: no new paths are followed. */
  public static SimulatedPhoto develop(
      Rendering light, double rollDegrees, CameraEffects effects, long seed) {
    float[][] exposed = effects.expose(light);
    EncodedImage picture = effects.develop(exposed, light.width(), light.height(), seed);
    return new SimulatedPhoto(picture, light.cover(), truth(light, exposed, effects, rollDegrees));
  }

  private static SimulatedPhoto.Truth truth(
      Rendering light, float[][] exposed, CameraEffects effects, double rollDegrees) {
    int size = light.cover().length;
    float[] luminance = new float[size];
    float[] smallest = new float[size];
    int ground = 0;
    int near = 0;
    int open = 0;
    double sumA = 0;
    double sumB = 0;
    int product = 0;
    int clipped = 0;
    int[] box = {Integer.MAX_VALUE, Integer.MAX_VALUE, -1, -1};
    for (int i = 0; i < size; i++) {
      double r = Math.min(1, exposed[0][i]);
      double g = Math.min(1, exposed[1][i]);
      double b = Math.min(1, exposed[2][i]);
      if (light.cover()[i] == 0) {
        luminance[ground] = (float) (0.2126 * r + 0.7152 * g + 0.0722 * b);
        smallest[ground] = (float) Math.min(r, Math.min(g, b));
        near += Srgb.code(smallest[ground]) >= 249.5 ? 1 : 0;
        if (Math.max(r, Math.max(g, b)) < 1) {
          Lab lab = Lab.ofLinear(r, g, b);
          sumA += lab.a();
          sumB += lab.b();
          open++;
        }
        ground++;
      } else if (light.cover()[i] >= 0.5) {
        product++;
        clipped += Srgb.code(Math.max(r, Math.max(g, b))) >= 253.5 ? 1 : 0;
        box[0] = Math.min(box[0], i % light.width());
        box[1] = Math.min(box[1], i / light.width());
        box[2] = Math.max(box[2], i % light.width());
        box[3] = Math.max(box[3], i / light.width());
      }
    }
    Arrays.sort(luminance, 0, ground);
    Arrays.sort(smallest, 0, ground);
    double sigma = Math.sqrt(effects.blurSigmaPx() * effects.blurSigmaPx() + PIXEL_VARIANCE);
    return new SimulatedPhoto.Truth(
        Srgb.code(luminance[ground / 2]),
        Srgb.code(smallest[(int) (0.05 * ground)]),
        (double) near / ground,
        open < 0.02 * ground ? null : sumA / open,
        open < 0.02 * ground ? null : sumB / open,
        box[0],
        box[1],
        box[2] - box[0] + 1,
        box[3] - box[1] + 1,
        sigma,
        effects.shakePx(),
        rollDegrees,
        product == 0 ? 0 : (double) clipped / product);
  }
}
