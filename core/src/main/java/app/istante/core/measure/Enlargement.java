package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import java.util.Arrays;
import org.apache.commons.math3.transform.DftNormalization;
import org.apache.commons.math3.transform.FastFourierTransformer;
import org.apache.commons.math3.transform.TransformType;

/**
 * Whether a picture was enlarged after it was taken. New pixels that are worked out from old ones
 * bend less where they are mixed from two than where they lie on one, so how strongly codes bend
 * varies with a period that is not of the file's own making (Gallagher 2005, "Detection of linear
 * and cubic interpolation in JPEG compressed images"); and the 8 x 8 blocks of the file that was
 * enlarged are now larger than eight pixels. Either is held to be there only where it stands far
 * above all else, along rows and down columns alike; multiples of one eighth are the file's own.
 */
final class Enlargement {
  private static final int BLOCK = 8;

  /** Pixels along a line, and lines, that are looked at: the middle of a larger picture. */
  private static final int MOST_PX = 1536;

  private static final int LINES = 160;
  private static final int FEWEST_PX = 400;
  private static final int LUMA_STEPS = 256;

  /** How strongly codes bend is held against its mean over so many pixels. */
  private static final int AROUND_PX = 17;

  /** And how that goes along the line, against so many. */
  private static final int ALONG_PX = 33;

  private static final double MOST_BEND = 3;

  /** Slower changes are the picture's own, cycles a pixel. */
  private static final double SLOWEST = 0.03;

  /** One direction may show a period this much more strongly than the other. */
  private static final double MORE_IN_ONE = 3;

  private static final double LEAST_TIMES = 1.2;
  private static final double MOST_TIMES = 4;
  private static final double OWN_STEPS = 4;
  private static final int HARMONICS = 7;
  private static final int FEWEST_HARMONICS = 3;

  /**
   * Of 124 photographs and simulated takes, 39 of them desktop pictures of which some may have been
   * enlarged, the strongest blocks stood out 3.9, 3.3 and 3.1 times, the strongest single periods
   * 16, 10 and 10 times.
   */
  private static final double CLEAR_BLOCKS = 4.3;

  private static final double CLEAR_PERIOD = 18;

  private Enlargement() {}

  /** False also where the picture is too small to tell. */
  static boolean isSeen(EncodedImage srgb) {
    int side = Math.min(MOST_PX, Math.min(srgb.widthPx(), srgb.heightPx()));
    if (side < FEWEST_PX) {
      return false;
    }
    double[] power = power(srgb, side);
    return single(power, side) > CLEAR_PERIOD || blocks(power, side) > CLEAR_BLOCKS;
  }

  /**
   * By frequency, from 0 to one half in even steps: how far each stands out, in both directions.
   */
  private static double[] power(EncodedImage srgb, int side) {
    double[] rows = spectrum(bends(srgb, side, true));
    double[] columns = spectrum(bends(srgb, side, false));
    double[] both = new double[rows.length];
    for (int i = 0; i < both.length; i++) {
      both[i] =
          Math.min(Math.sqrt(rows[i] * columns[i]), MORE_IN_ONE * Math.min(rows[i], columns[i]));
    }
    return both;
  }

  /**
   * Mean bend of luma at each place along the lines, against its surroundings. Not of a channel:
   * colour is often kept at half the size, and its blocks are 16 pixels wide.
   */
  private static float[] bends(EncodedImage srgb, int side, boolean alongRows) {
    int width = srgb.widthPx();
    int left = (width - side) / 2;
    int top = (srgb.heightPx() - side) / 2;
    int from = 3 * (top * width + left);
    int next = alongRows ? 3 : 3 * width;
    int nextLine = alongRows ? 3 * width : 3;
    int length = side - 2;
    int[][] lines = new int[LINES][side];
    // From place to place over all lines: of lines that go down, one after the other is slow.
    for (int i = 0; i < side; i++) {
      for (int line = 0; line < LINES; line++) {
        lines[line][i] = luma(srgb.rgb(), from + line * side / LINES * nextLine + i * next);
      }
    }
    float[] mean = new float[length];
    float[] bend = new float[length];
    for (int[] line : lines) {
      for (int i = 0; i < length; i++) {
        bend[i] = Math.abs(line[i] - 2 * line[i + 1] + line[i + 2]) / (float) LUMA_STEPS;
      }
      float[] around = smooth(bend, AROUND_PX);
      for (int i = 0; i < length; i++) {
        mean[i] += (float) Math.min(MOST_BEND, bend[i] / (around[i] + 1));
      }
    }
    return mean;
  }

  /** ITU-R BT.601, in 256ths of a code. */
  private static int luma(byte[] rgb, int at) {
    return 77 * (rgb[at] & 0xFF) + 150 * (rgb[at + 1] & 0xFF) + 29 * (rgb[at + 2] & 0xFF);
  }

  private static float[] smooth(float[] in, int over) {
    float[] out = new float[in.length];
    int half = over / 2;
    double sum = 0;
    int count = 0;
    for (int i = -half; i < in.length; i++) {
      if (i + half < in.length) {
        sum += in[i + half];
        count++;
      }
      if (i - half - 1 >= 0) {
        sum -= in[i - half - 1];
        count--;
      }
      if (i >= 0) {
        out[i] = (float) (sum / count);
      }
    }
    return out;
  }

  /** Amplitudes, the median at 1, of frequencies from 0 to one half in even steps. */
  private static double[] spectrum(float[] profile) {
    int length = profile.length;
    float[] slow = smooth(profile, ALONG_PX);
    // At least twice as fine as the profile tells: none falls between two steps.
    int circle = 2 * Integer.highestOneBit(2 * length - 1);
    double[][] waves = new double[2][circle];
    for (int i = 0; i < length; i++) {
      // The window of von Hann: what is strong at one frequency stays there.
      double window = Math.sin(Math.PI * (i + 1) / (length + 1));
      waves[0][i] = (profile[i] - slow[i]) * window * window;
    }
    FastFourierTransformer.transformInPlace(
        waves, DftNormalization.STANDARD, TransformType.FORWARD);
    double[] amplitude = new double[circle / 2 + 1];
    for (int k = 0; k < amplitude.length; k++) {
      amplitude[k] = Math.sqrt(waves[0][k] * waves[0][k] + waves[1][k] * waves[1][k]);
    }
    double[] counted = Arrays.copyOfRange(amplitude, (int) (SLOWEST * circle), amplitude.length);
    Arrays.sort(counted);
    double median = Math.max(1e-9, counted[counted.length / 2]);
    for (int k = 0; k < amplitude.length; k++) {
      amplitude[k] /= median;
    }
    return amplitude;
  }

  /** The strongest frequency that is not the file's own. */
  private static double single(double[] power, int side) {
    double most = 0;
    for (int k = (int) Math.ceil(SLOWEST * circle(power)); k < power.length; k++) {
      most = isOwn((double) k / circle(power), side) ? most : Math.max(most, power[k]);
    }
    return most;
  }

  private static int circle(double[] power) {
    return 2 * (power.length - 1);
  }

  /**
   * Whether a frequency, cycles a pixel, lies where those of the file's own blocks show: the window
   * spreads each over two steps of the lines' own to both sides, and as much is kept clear.
   */
  private static boolean isOwn(double frequency, int side) {
    double eighths = frequency * BLOCK;
    return Math.abs(eighths - Math.round(eighths)) / BLOCK < OWN_STEPS / side;
  }

  /** How far blocks of more than eight pixels stand out, of the size at which they do most. */
  private static double blocks(double[] power, int side) {
    double most = 0;
    double step = Math.exp(1.0 / side);
    for (double times = LEAST_TIMES; times < MOST_TIMES; times *= step) {
      most = Math.max(most, blocks(power, side, times));
    }
    return most;
  }

  private static double blocks(double[] power, int side, double times) {
    double[] seen = new double[HARMONICS];
    int count = 0;
    double logs = 0;
    for (int harmonic = 1; harmonic <= HARMONICS; harmonic++) {
      double frequency = harmonic / (BLOCK * times);
      frequency = Math.abs(frequency - Math.round(frequency));
      if (!isOwn(frequency, side)) {
        int k = (int) Math.round(frequency * circle(power));
        for (int near = Math.max(0, k - 1); near <= Math.min(power.length - 1, k + 1); near++) {
          seen[count] = Math.max(seen[count], power[near]);
        }
        logs += Math.log(Math.max(1, seen[count]));
        count++;
      }
    }
    if (count < FEWEST_HARMONICS) {
      return 0;
    }
    double geometric = Math.exp(logs / count);
    Arrays.sort(seen, 0, count);
    // One strong frequency of a pattern makes no family.
    return Math.min(geometric, seen[(count - 1) / 2] + seen[count / 2]);
  }
}
