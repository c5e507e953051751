package app.istante.core.sim;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import java.util.Arrays;
import java.util.Random;

/**
 * What lens, shutter, sensor and exposure make of the light: blur, shake, exposure, balance, noise,
 * 8-bit codes. Small stand-ins with known truth; the real lens comes with the simulated set.
 *
 * @param groundLevel linear level that the middle of the ground is exposed to; over 1 clips it
 * @param redGain white balance error on red, 1 is right
 * @param blueGain white balance error on blue, 1 is right
 * @param blurSigmaPx sigma of the Gaussian that stands in for defocus, pixels
 * @param shakePx length of a straight smear, pixels
 * @param shakeDegrees its angle, 0 horizontal, clockwise on screen
 * @param iso 100 is clean; noise variance grows in proportion
 */
public record CameraEffects(
    double groundLevel,
    double redGain,
    double blueGain,
    double blurSigmaPx,
    double shakePx,
    double shakeDegrees,
    int iso) {
  public static final CameraEffects GOOD = new CameraEffects(1.1, 1, 1, 0.55, 0, 0, 100);

  /** Noise variance at ISO 100: a part that grows with light (photons) and a fixed part. */
  private static final double PHOTON_VARIANCE = 6e-6;

  private static final double READ_VARIANCE = 1.5e-7;

  public CameraEffects level(double level) {
    return new CameraEffects(level, redGain, blueGain, blurSigmaPx, shakePx, shakeDegrees, iso);
  }

  public CameraEffects balance(double red, double blue) {
    return new CameraEffects(groundLevel, red, blue, blurSigmaPx, shakePx, shakeDegrees, iso);
  }

  public CameraEffects blur(double sigmaPx) {
    return new CameraEffects(groundLevel, redGain, blueGain, sigmaPx, shakePx, shakeDegrees, iso);
  }

  public CameraEffects shake(double lengthPx, double degrees) {
    return new CameraEffects(groundLevel, redGain, blueGain, blurSigmaPx, lengthPx, degrees, iso);
  }

  public CameraEffects iso(int value) {
    return new CameraEffects(
        groundLevel, redGain, blueGain, blurSigmaPx, shakePx, shakeDegrees, value);
  }

  /** Exposed, balanced, blurred light before noise; 1.0 clips. Planes red, green, blue. */
  float[][] expose(Rendering light) {
    int width = light.width();
    int height = light.height();
    double scale = groundLevel / groundMedian(light);
    double[] gains = {scale * redGain, scale, scale * blueGain};
    float[][] out = new float[3][];
    for (int channel = 0; channel < 3; channel++) {
      float[] plane = light.rgb()[channel].clone();
      for (int i = 0; i < plane.length; i++) {
        plane[i] *= (float) gains[channel];
      }
      plane = gaussian(plane, width, height, blurSigmaPx);
      out[channel] = shakePx > 0 ? smear(plane, width, height) : plane;
    }
    return out;
  }

  /** The picture in 8-bit sRGB codes. */
  EncodedImage develop(float[][] exposed, int width, int height, long seed) {
    Random random = new Random(seed);
    byte[] rgb = new byte[3 * width * height];
    double photons = PHOTON_VARIANCE * iso / 100;
    double read = READ_VARIANCE * iso / 100 * iso / 100;
    for (int i = 0; i < width * height; i++) {
      for (int channel = 0; channel < 3; channel++) {
        double light = exposed[channel][i];
        double sigma = Math.sqrt(photons * Math.max(0, light) + read);
        rgb[3 * i + channel] = (byte) Srgb.encode8((float) (light + sigma * random.nextGaussian()));
      }
    }
    return new EncodedImage(width, height, rgb);
  }

  private static double groundMedian(Rendering light) {
    float[] green = new float[light.cover().length];
    int count = 0;
    for (int i = 0; i < green.length; i++) {
      if (light.cover()[i] == 0) {
        green[count++] = light.rgb()[1][i];
      }
    }
    Arrays.sort(green, 0, count);
    return green[count / 2];
  }

  static float[] gaussian(float[] in, int width, int height, double sigma) {
    if (sigma <= 0) {
      return in;
    }
    int radius = (int) Math.ceil(4 * sigma);
    float[] kernel = new float[2 * radius + 1];
    double sum = 0;
    for (int k = -radius; k <= radius; k++) {
      sum += Math.exp(-k * k / (2 * sigma * sigma));
    }
    for (int k = -radius; k <= radius; k++) {
      kernel[k + radius] = (float) (Math.exp(-k * k / (2 * sigma * sigma)) / sum);
    }
    float[] across = new float[in.length];
    float[] out = new float[in.length];
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        float total = 0;
        for (int k = -radius; k <= radius; k++) {
          total += kernel[k + radius] * in[y * width + clamp(x + k, width)];
        }
        across[y * width + x] = total;
      }
    }
    for (int y = 0; y < height; y++) {
      for (int k = -radius; k <= radius; k++) {
        int from = clamp(y + k, height) * width;
        float weight = kernel[k + radius];
        for (int x = 0; x < width; x++) {
          out[y * width + x] += weight * across[from + x];
        }
      }
    }
    return out;
  }

  private float[] smear(float[] in, int width, int height) {
    int steps = Math.max(2, (int) Math.ceil(shakePx * 2));
    double dx = Math.cos(Math.toRadians(shakeDegrees)) * shakePx;
    double dy = Math.sin(Math.toRadians(shakeDegrees)) * shakePx;
    float[] out = new float[in.length];
    for (int s = 0; s < steps; s++) {
      double share = (s + 0.5) / steps - 0.5;
      double ox = dx * share;
      double oy = dy * share;
      int ix = (int) Math.floor(ox);
      int iy = (int) Math.floor(oy);
      float fx = (float) (ox - ix);
      float fy = (float) (oy - iy);
      for (int y = 0; y < height; y++) {
        int r0 = clamp(y + iy, height) * width;
        int r1 = clamp(y + iy + 1, height) * width;
        for (int x = 0; x < width; x++) {
          int c0 = clamp(x + ix, width);
          int c1 = clamp(x + ix + 1, width);
          float top = in[r0 + c0] + fx * (in[r0 + c1] - in[r0 + c0]);
          float low = in[r1 + c0] + fx * (in[r1 + c1] - in[r1 + c0]);
          out[y * width + x] += (top + fy * (low - top)) / steps;
        }
      }
    }
    return out;
  }

  private static int clamp(int at, int size) {
    return at < 0 ? 0 : at >= size ? size - 1 : at;
  }
}
