package app.istante.core.sim;

import app.istante.core.colour.ColourTemperature;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.set.Exposure;
import app.istante.core.set.SetCamera;
import java.util.SplittableRandom;
import java.util.stream.IntStream;

/**
 * What a camera makes of the light in its frame: exposure and balance, by hand or automatic; lens
 * softness, vignetting and shake; the sensor's noise; and what phones do to the picture afterwards.
 */
public final class Developing {
  /** Electrons that a square micrometre of sensor holds at ISO 100 when it draws white. */
  private static final double WELL_PER_UM2 = 2000;

  /** Electrons of noise in reading out one native pixel. */
  private static final double READ_ELECTRONS = 3;

  /** Softness of lens and colour filter, sigma in pixels of the picture drawn. */
  private static final double SOFTNESS_PX = 0.5;

  /** Gaussian that fits the middle of the Airy disc: sigma = 0.42 lambda N (Zhang et al. 2007). */
  private static final double AIRY_SIGMA = 0.42;

  private static final double GREEN_MM = 0.00055;

  /** Share of the way to a grey mean that automatic balance goes. */
  private static final double AUTOMATIC_BALANCE = 0.8;

  private static final double PHONE_CONTRAST = 0.03;
  private static final double PHONE_SHARPENING = 0.7;

  private final SetCamera camera;
  private final int width;
  private final int height;
  private final double pitchMm;

  public Developing(SetCamera camera, int width, int height) {
    this.camera = camera;
    this.width = width;
    this.height = height;
    this.pitchMm = camera.sensor().widthMm() / width;
  }

  /**
   * @param planes drawn light, linear, 1 is white, before noise
   * @param seconds exposure time that was set or chosen
   * @param softSigmaPx of lens and diffraction together, without defocus
   * @param shakePx length of the smear
   */
  public record Exposed(float[][] planes, double seconds, double softSigmaPx, double shakePx) {}

  /** Light in cd/m² as it will be drawn. */
  public Exposed expose(Rendering light) {
    double seconds = seconds(light);
    double scale = Exposure.drawn(1, seconds, camera.settings().iso(), camera.lens().fNumber());
    double[] gains = balance(light);
    double image = camera.lens().focalLengthMm() * (1 + camera.magnification());
    double shakePx = camera.handling().shakeMilliradians() / 1000 * image / pitchMm;
    double airy =
        AIRY_SIGMA * GREEN_MM * camera.lens().fNumber() * (1 + camera.magnification()) / pitchMm;
    double sigma = Math.hypot(SOFTNESS_PX, airy);
    float[][] planes = new float[3][];
    IntStream.range(0, 3)
        .parallel()
        .forEach(
            channel -> {
              float gain = (float) (gains[channel] * scale);
              planes[channel] = drawn(light.rgb()[channel], gain, sigma, shakePx);
            });
    return new Exposed(planes, seconds, sigma, shakePx);
  }

  private float[] drawn(float[] light, float gain, double sigma, double shakePx) {
    float[] plane = light.clone();
    for (int i = 0; i < plane.length; i++) {
      plane[i] *= gain;
    }
    plane = Optics.gaussian(plane, width, height, sigma);
    if (shakePx > 0) {
      plane = Optics.smear(plane, width, height, shakePx, camera.handling().shakeDegrees());
    }
    vignette(plane);
    if (camera.sensor().phone()) {
      tone(plane);
    }
    return plane;
  }

  private double seconds(Rendering light) {
    if (!camera.settings().automatic()) {
      return camera.settings().seconds();
    }
    // The meter takes the whole frame's mean for grey: a white frame comes out grey.
    double sum = 0;
    for (int i = 0; i < width * height; i++) {
      sum += luminance(light, i);
    }
    double mean = Math.max(1e-4, sum / (width * height));
    double wanted = Exposure.METERED_SHARE * Math.pow(2, camera.settings().biasStops());
    return Math.max(
        1e-5,
        Math.min(
            60,
            Exposure.secondsFor(wanted, mean, camera.settings().iso(), camera.lens().fNumber())));
  }

  private static double luminance(Rendering light, int i) {
    return 0.2126 * light.rgb()[0][i] + 0.7152 * light.rgb()[1][i] + 0.0722 * light.rgb()[2][i];
  }

  /** Gains that make the balance's colour of light neutral; a light of that colour keeps its Y. */
  private double[] balance(Rendering light) {
    double kelvin = camera.settings().balanceKelvin();
    if (kelvin > 0) {
      double[] rgb = new ColourTemperature(kelvin, camera.settings().balanceTint()).linear();
      return new double[] {
        1 / Math.max(0.02, rgb[0]), 1 / Math.max(0.02, rgb[1]), 1 / Math.max(0.02, rgb[2])
      };
    }
    double[] mean = new double[3];
    for (int channel = 0; channel < 3; channel++) {
      for (float v : light.rgb()[channel]) {
        mean[channel] += Math.max(0, v);
      }
    }
    double y = 0.2126 * mean[0] + 0.7152 * mean[1] + 0.0722 * mean[2];
    double[] gains = new double[3];
    for (int channel = 0; channel < 3; channel++) {
      double full = Math.max(0.1, Math.min(10, y / Math.max(1e-9, mean[channel])));
      gains[channel] = Math.pow(full, AUTOMATIC_BALANCE);
    }
    return gains;
  }

  private void vignette(float[] plane) {
    double stops = camera.lens().vignettingStops();
    if (stops == 0) {
      return;
    }
    double half = Math.hypot(width, height) / 2;
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        double r = Math.hypot(x + 0.5 - width / 2.0, y + 0.5 - height / 2.0) / half;
        plane[y * width + x] *= (float) Math.pow(2, -stops * r * r);
      }
    }
  }

  /** More contrast around the middle; black, middle and white stay. */
  private static void tone(float[] plane) {
    for (int i = 0; i < plane.length; i++) {
      if (plane[i] > 0 && plane[i] < 1) {
        double code = Srgb.encode(plane[i]);
        double more = code - PHONE_CONTRAST * Math.sin(2 * Math.PI * code);
        plane[i] = (float) Srgb.decode(Math.max(0, Math.min(1, more)));
      }
    }
  }

  /** With noise, in 8-bit sRGB codes. */
  public EncodedImage draw(float[][] exposed, long seed) {
    return draw(exposed, seed, 1);
  }

  /** The same without the sensor's noise. */
  public EncodedImage drawClean(float[][] exposed) {
    return draw(exposed, 0, 0);
  }

  private EncodedImage draw(float[][] exposed, long seed, double noise) {
    double gain = camera.settings().iso() / 100.0;
    double nativePixels =
        Math.max(1, (double) camera.sensor().widthPx() * camera.sensor().heightPx())
            / ((double) width * height);
    double well = WELL_PER_UM2 * pitchMm * pitchMm * 1e6;
    double photons = gain / well;
    double read = READ_ELECTRONS * Math.sqrt(Math.max(1, nativePixels)) / well * gain;
    float[][] noisy = new float[3][width * height];
    IntStream.range(0, height)
        .parallel()
        .forEach(
            y -> {
              SplittableRandom random = new SplittableRandom(seed * 1_000_003 + y);
              for (int x = 0; x < width; x++) {
                int i = y * width + x;
                for (int channel = 0; channel < 3; channel++) {
                  double v = exposed[channel][i];
                  double sigma = Math.sqrt(photons * Math.max(0, v) + read * read);
                  noisy[channel][i] = (float) (v + noise * sigma * random.nextGaussian());
                }
              }
            });
    if (camera.sensor().phone()) {
      smoothAndSharpen(noisy, Math.sqrt(photons * 0.2 + read * read));
    }
    byte[] rgb = new byte[3 * width * height];
    IntStream.range(0, height)
        .parallel()
        .forEach(
            y -> {
              for (int i = y * width; i < (y + 1) * width; i++) {
                for (int channel = 0; channel < 3; channel++) {
                  rgb[3 * i + channel] = (byte) Srgb.encode8(noisy[channel][i]);
                }
              }
            });
    return new EncodedImage(width, height, rgb);
  }

  /**
   * Averages each pixel with alike neighbours (the sigma filter, Lee 1983), then sharpens edges.
   */
  private void smoothAndSharpen(float[][] planes, double sigmaAtGrey) {
    for (int channel = 0; channel < 3; channel++) {
      float[] in = planes[channel];
      float[] smooth = new float[in.length];
      IntStream.range(0, height)
          .parallel()
          .forEach(y -> smoothRow(in, smooth, y, 2.5 * sigmaAtGrey));
      float[] soft = Optics.gaussian(smooth, width, height, 1.2);
      for (int i = 0; i < in.length; i++) {
        in[i] = (float) (smooth[i] + PHONE_SHARPENING * (smooth[i] - soft[i]));
      }
    }
  }

  private void smoothRow(float[] in, float[] out, int y, double within) {
    for (int x = 0; x < width; x++) {
      float here = in[y * width + x];
      double band = within * Math.sqrt(Math.max(0.05, here) / 0.2);
      float sum = 0;
      int count = 0;
      for (int dy = -2; dy <= 2; dy++) {
        int row = Math.max(0, Math.min(height - 1, y + dy)) * width;
        for (int dx = -2; dx <= 2; dx++) {
          float there = in[row + Math.max(0, Math.min(width - 1, x + dx))];
          if (Math.abs(there - here) <= band) {
            sum += there;
            count++;
          }
        }
      }
      out[y * width + x] = sum / count;
    }
  }

  /**
   * Diameter of the defocus disc at each pixel, by the thin lens: A m |u - s| / u over the pitch.
   */
  public float[] defocusPx(Rendering light) {
    double opening = camera.lens().focalLengthMm() / camera.lens().fNumber();
    double s = camera.focusedMm();
    double scale = opening * camera.magnification() / pitchMm;
    float[] out = new float[width * height];
    for (int i = 0; i < out.length; i++) {
      double u = light.depthMm()[i];
      out[i] = u <= 0 ? 0 : (float) (scale * Math.abs(u - s) / u);
    }
    return out;
  }
}
