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
      plane = Optics.gaussian(plane, width, height, blurSigmaPx);
      out[channel] =
          shakePx > 0 ? Optics.smear(plane, width, height, shakePx, shakeDegrees) : plane;
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
}
