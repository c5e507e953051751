package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Scale;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Planes;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;
import org.apache.commons.math3.transform.DftNormalization;
import org.apache.commons.math3.transform.FastFourierTransformer;
import org.apache.commons.math3.transform.TransformType;

/**
 * A straight smear multiplies the spectrum of a picture by that of a box: dark stripes across the
 * smear's direction, one for every whole wave in its length (Cannon 1976, "Blind deconvolution of
 * spatially invariant image blurs with phase"). Where a thing has upright and level edges alone,
 * those tell how far each is smeared, but not which way the smear leans; the stripes of all its
 * fine pattern and corners do. A smear that was told otherwise is held against stripes of all
 * directions and of about its length: in the mean of the logarithms of windowed tiles' spectra, in
 * which the stripes are the same and the thing is not, less its surroundings a stripe wide.
 */
final class SmearSpectrum {
  /** A tile's pixels, and how many are used, those with most to see. */
  private static final int SIDE = 256;

  private static final int MOST_TILES = 24;
  private static final int FEWEST_TILES = 2;

  /** Pixels of a smear in a tile: the picture is made smaller for longer ones. */
  private static final double AIM_PX = 28;

  /** Shorter ones leave too few stripes. */
  private static final double SHORTEST_PX = 5;

  private static final double[] TIMES = {0.8, 0.87, 0.93, 1, 1.07, 1.15, 1.25};
  private static final int ANGLES = 45;

  /** Surroundings of a frequency, in distances between stripes: wider ones hold the thing's own. */
  private static final double SURROUNDINGS = 0.9;

  /** Between stripes and none the logarithm of a box's spectrum is cut here. */
  private static final double FAINTEST = 1e-3;

  /** Frequencies whose power is so many times the grain's count by half, less one. */
  private static final double HALF_TOLD = 3;

  /** Radius round a frequency over which its power is held against the grain's. */
  private static final int NEAR = 2;

  /** In cycles a pixel: where there is nothing but grain, and the finest that is looked at. */
  private static final double GRAIN = 0.45;

  private static final double FINEST = 0.5;

  /** The broad light in the middle is no stripe: of the first one's frequency. */
  private static final double COARSEST = 0.75;

  private static final double EVERY_WAVE = 1024;

  /** Stripes are seen where they agree so much better than those of other directions. */
  private static final double CLEARLY = 1.2;

  /** Directions that are the same but for so many steps. */
  private static final int BESIDE = 3;

  private static final double[] HANN = hann();

  private final int smaller;

  /** Mean logarithm of the tiles' power, no frequency in the middle. */
  private final float[] logs;

  private SmearSpectrum(int smaller, float[] logs) {
    this.smaller = smaller;
    this.logs = logs;
  }

  /**
   * The same smear, its direction and length by its stripes where they are seen; null where those
   * that agree best are of one much longer, which is no agreement: a thing that is soft one way.
   */
  static Readings.Motion refined(Analysed picture, Readings.Motion claimed) {
    int smaller = Math.max(1, (int) Math.round(claimed.lengthPx() / AIM_PX));
    if (claimed.lengthPx() / smaller < SHORTEST_PX) {
      return claimed;
    }
    List<float[]> tiles = tiles(picture, smaller);
    return tiles.size() < FEWEST_TILES
        ? claimed
        : new SmearSpectrum(smaller, logs(tiles)).best(claimed);
  }

  private Readings.Motion best(Readings.Motion claimed) {
    double[][] agreement = agreement(claimed.lengthPx() / smaller);
    int length = 0;
    int angle = 0;
    for (int i = 0; i < TIMES.length; i++) {
      for (int j = 0; j < ANGLES; j++) {
        boolean more = agreement[i][j] > agreement[length][angle];
        length = more ? i : length;
        angle = more ? j : angle;
      }
    }
    double[] here = agreement[length];
    if (here[angle] < CLEARLY * ofOtherDirections(agreement, angle)) {
      return claimed;
    }
    if (length == TIMES.length - 1) {
      return null;
    }
    double before = here[(angle + ANGLES - 1) % ANGLES];
    double after = here[(angle + 1) % ANGLES];
    double aside = SmearEcho.peak(before, here[angle], after);
    double degrees = ((angle + aside) * 180 / ANGLES + 180) % 180;
    double times = length == 0 ? 1 : TIMES[length];
    return new Readings.Motion(times * claimed.lengthPx(), degrees, claimed.confidence());
  }

  /**
   * With stripes of each length and direction.
   *
   * @param lengthPx about which, pixels of a tile
   */
  private double[][] agreement(double lengthPx) {
    int around = Math.max(1, (int) (SURROUNDINGS / 2 * SIDE / lengthPx));
    float[] seen = lessAround(logs, around);
    float[] weights = weights(COARSEST / lengthPx);
    float[] byWaves = byWaves(TIMES[TIMES.length - 1] * lengthPx);
    double[][] agreement = new double[TIMES.length][ANGLES];
    IntStream.range(0, TIMES.length * ANGLES)
        .parallel()
        .forEach(
            i -> {
              int times = i / ANGLES;
              int angle = i % ANGLES;
              float[] stripes = stripes(byWaves, TIMES[times] * lengthPx, angle * Math.PI / ANGLES);
              agreement[times][angle] = agreement(seen, lessAround(stripes, around), weights);
            });
    return agreement;
  }

  private static double ofOtherDirections(double[][] agreement, int angle) {
    double most = 0;
    for (double[] ofLength : agreement) {
      for (int other = 0; other < ANGLES; other++) {
        int apart = Math.floorMod(other - angle, ANGLES);
        boolean same = Math.min(apart, ANGLES - apart) <= BESIDE;
        most = same ? most : Math.max(most, ofLength[other]);
      }
    }
    return most;
  }

  /** Frequencies of the upper half, every other one, by how far they stand above the grain. */
  private float[] weights(double coarsest) {
    float[] power = new float[logs.length];
    float[] grain = new float[logs.length];
    int count = 0;
    for (int at = 0; at < power.length; at++) {
      power[at] = (float) Math.exp(logs[at]);
      if (frequency(at) > GRAIN) {
        grain[count++] = power[at];
      }
    }
    float floor = Planes.quantile(grain, count, 0.5) + Float.MIN_NORMAL;
    float[] near = Planes.boxMean(power, SIDE, SIDE, NEAR);
    float[] weights = new float[logs.length];
    for (int y = SIDE / 2; y < SIDE; y += 2) {
      for (int x = 0; x < SIDE; x += 2) {
        int at = y * SIDE + x;
        double frequency = frequency(at);
        if (frequency > coarsest && frequency < FINEST) {
          double times = near[at] / floor;
          weights[at] = (float) Math.max(0, (times - 1) / (times + HALF_TOLD));
        }
      }
    }
    return weights;
  }

  /** Cycles a pixel. */
  private static double frequency(int at) {
    return Math.hypot(at % SIDE - SIDE / 2.0, at / SIDE - SIDE / 2.0) / SIDE;
  }

  /** Logarithm of a box's power, by how many waves it holds, for boxes up to a length. */
  private static float[] byWaves(double longestPx) {
    float[] logs = new float[(int) (longestPx * EVERY_WAVE) + 2];
    for (int i = 0; i < logs.length; i++) {
      double phase = Math.PI * i / EVERY_WAVE;
      double box = i == 0 ? 1 : Math.sin(phase) / phase;
      logs[i] = (float) Math.log(box * box + FAINTEST);
    }
    return logs;
  }

  /** Logarithm of the power spectrum of a box of this length, along this direction. */
  private static float[] stripes(float[] byWaves, double length, double radians) {
    double across = length * Math.cos(radians) / SIDE;
    double down = length * Math.sin(radians) / SIDE;
    float[] stripes = new float[SIDE * SIDE];
    for (int at = 0; at < stripes.length; at++) {
      double waves = Math.abs(across * (at % SIDE - SIDE / 2) + down * (at / SIDE - SIDE / 2));
      stripes[at] = byWaves[(int) (waves * EVERY_WAVE + 0.5)];
    }
    return stripes;
  }

  private static float[] lessAround(float[] plane, int radius) {
    float[] mean = Planes.boxMean(plane, SIDE, SIDE, radius);
    for (int at = 0; at < mean.length; at++) {
      mean[at] = plane[at] - mean[at];
    }
    return mean;
  }

  private static double agreement(float[] one, float[] other, float[] weights) {
    double both = 0;
    double ones = 0;
    double others = 0;
    for (int at = 0; at < weights.length; at++) {
      double weight = weights[at];
      both += weight * one[at] * other[at];
      ones += weight * one[at] * one[at];
      others += weight * other[at] * other[at];
    }
    return both / Math.max(Double.MIN_NORMAL, Math.sqrt(ones * others));
  }

  /** The squares of the picture in which light changes most, as grey values. */
  private static List<float[]> tiles(Analysed picture, int smaller) {
    LinearImage working = picture.linear();
    Scale scale = working.scale();
    EncodedImage srgb = picture.srgb();
    int side = SIDE * smaller;
    List<double[]> places = new ArrayList<>();
    for (int top = 0; top + side <= srgb.heightPx(); top += side / 2) {
      for (int left = 0; left + side <= srgb.widthPx(); left += side / 2) {
        double change =
            change(working, scale.cell(left), scale.cell(top), (int) (side / scale.px()));
        places.add(new double[] {left, top, change});
      }
    }
    places.sort(Comparator.comparingDouble(place -> -place[2]));
    return places.stream()
        .limit(MOST_TILES)
        .map(place -> tile(srgb, (int) place[0], (int) place[1], smaller))
        .toList();
  }

  /** Sum of the squared steps of green light from pixel to pixel. */
  private static double change(LinearImage working, int left, int top, int side) {
    float[] green = working.green();
    int width = working.width();
    int right = Math.min(left + side, width) - 1;
    int bottom = Math.min(top + side, working.height()) - 1;
    double sum = 0;
    for (int y = top; y < bottom; y++) {
      for (int at = y * width + left; at < y * width + right; at++) {
        double across = green[at + 1] - green[at];
        double down = green[at + width] - green[at];
        sum += across * across + down * down;
      }
    }
    return sum;
  }

  /** Less its mean, windowed (von Hann), of energy one. */
  private static float[] tile(EncodedImage srgb, int left, int top, int smaller) {
    byte[] rgb = srgb.rgb();
    float[] tile = new float[SIDE * SIDE];
    double mean = 0;
    for (int y = 0; y < SIDE * smaller; y++) {
      int at = 3 * ((top + y) * srgb.widthPx() + left);
      for (int x = 0; x < SIDE * smaller; x++, at += 3) {
        float here =
            0.3f * light(rgb[at]) + 0.59f * light(rgb[at + 1]) + 0.11f * light(rgb[at + 2]);
        tile[y / smaller * SIDE + x / smaller] += here;
        mean += here / tile.length;
      }
    }
    double energy = 0;
    for (int at = 0; at < tile.length; at++) {
      tile[at] = (float) ((tile[at] - mean) * (HANN[at % SIDE] * HANN[at / SIDE]));
      energy += (double) tile[at] * tile[at];
    }
    float scale = (float) (1 / Math.sqrt(Math.max(Double.MIN_NORMAL, energy)));
    for (int at = 0; at < tile.length; at++) {
      tile[at] *= scale;
    }
    return tile;
  }

  private static float light(byte code) {
    return (float) Srgb.decode8(code & 0xFF);
  }

  private static double[] hann() {
    return IntStream.range(0, SIDE)
        .mapToDouble(at -> 0.5 - 0.5 * Math.cos(2 * Math.PI * at / SIDE))
        .toArray();
  }

  /** Two tiles at a time, as the real and the imaginary part of one transform. */
  private static float[] logs(List<float[]> tiles) {
    int pairs = tiles.size() / 2;
    double[][] ofPairs = new double[pairs][];
    IntStream.range(0, pairs)
        .parallel()
        .forEach(i -> ofPairs[i] = logs(tiles.get(2 * i), tiles.get(2 * i + 1)));
    float[] logs = new float[SIDE * SIDE];
    for (int at = 0; at < logs.length; at++) {
      int x = (at % SIDE + SIDE / 2) % SIDE;
      int y = (at / SIDE + SIDE / 2) % SIDE;
      for (double[] pair : ofPairs) {
        logs[at] += (float) (pair[y * SIDE + x] / (2 * pairs));
      }
    }
    return logs;
  }

  /** Sum of the logarithms of both tiles' power. */
  private static double[] logs(float[] one, float[] other) {
    double[][] real = new double[SIDE][SIDE];
    double[][] imaginary = new double[SIDE][SIDE];
    for (int at = 0; at < one.length; at++) {
      real[at / SIDE][at % SIDE] = one[at];
      imaginary[at / SIDE][at % SIDE] = other[at];
    }
    transformRows(real, imaginary);
    transpose(real);
    transpose(imaginary);
    transformRows(real, imaginary);
    double[] logs = new double[SIDE * SIDE];
    for (int at = 0; at < logs.length; at++) {
      int x = at % SIDE;
      int y = at / SIDE;
      int left = (SIDE - x) % SIDE;
      int up = (SIDE - y) % SIDE;
      // Of real pictures opposite frequencies are alike but for their sign: that parts the two.
      double ofOne = power(real[x][y] + real[left][up], imaginary[x][y] - imaginary[left][up]);
      double ofOther = power(imaginary[x][y] + imaginary[left][up], real[x][y] - real[left][up]);
      logs[at] = Math.log(ofOne) + Math.log(ofOther);
    }
    return logs;
  }

  private static double power(double real, double imaginary) {
    return (real * real + imaginary * imaginary) / 4 + Float.MIN_NORMAL;
  }

  private static void transformRows(double[][] real, double[][] imaginary) {
    for (int y = 0; y < SIDE; y++) {
      double[][] row = {real[y], imaginary[y]};
      FastFourierTransformer.transformInPlace(
          row, DftNormalization.STANDARD, TransformType.FORWARD);
    }
  }

  private static void transpose(double[][] m) {
    for (int y = 0; y < SIDE; y++) {
      for (int x = 0; x < y; x++) {
        double kept = m[y][x];
        m[y][x] = m[x][y];
        m[x][y] = kept;
      }
    }
  }
}
