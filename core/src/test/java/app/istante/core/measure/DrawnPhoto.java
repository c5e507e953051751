package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Photo;
import app.istante.core.image.Srgb;
import app.istante.core.sim.Simulated;
import java.util.SplittableRandom;

/** Photos given by a formula: linear light for each place and channel, with a little grain. */
public final class DrawnPhoto {
  /** Linear light at a place in pixels; channel 0 red, 1 green, 2 blue. */
  public interface Light {
    double at(double x, double y, int channel);
  }

  private static final double GRAIN_CODES = 0.8;

  private DrawnPhoto() {}

  public static Photo of(int width, int height, long seed, Light light) {
    SplittableRandom random = new SplittableRandom(seed);
    byte[] rgb = new byte[3 * width * height];
    for (int at = 0; at < width * height; at++) {
      for (int channel = 0; channel < 3; channel++) {
        double sum = 0;
        for (int sample = 0; sample < 4; sample++) {
          double x = at % width + 0.25 + 0.5 * (sample % 2);
          double y = at / width + 0.25 + 0.5 * (sample / 2);
          sum += Math.max(0, Math.min(1, light.at(x, y, channel))) / 4;
        }
        double code = Srgb.code(sum) + GRAIN_CODES * random.nextGaussian();
        rgb[3 * at + channel] = (byte) Math.round(Math.max(0, Math.min(255, code)));
      }
    }
    return Simulated.asPhoto(new EncodedImage(width, height, rgb));
  }
}
