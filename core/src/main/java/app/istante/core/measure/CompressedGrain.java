package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.JpegCoding;
import java.util.List;

/**
 * Grain as it was before JPEG rounded it away. A coefficient of a flat block is grain alone, and
 * how often its rounding leaves something tells how wide it was: a Gaussian of width s is rounded
 * to zero in all but 2 - 2 F(q / 2s) of the blocks, with q the quantiser's step and F the normal
 * distribution. Coefficients that hardly ever survive are taken to be as strong as the others, but
 * no stronger than their silence allows.
 */
final class CompressedGrain {
  private static final int SIDE = BlockCosines.SIDE;
  private static final int COEFFICIENTS = SIDE * SIDE;

  /** A coefficient tells something from so many survivors on, and from this share of its step. */
  private static final int FEWEST_SURVIVORS = 10;

  private static final int FEWEST_IN_ALL = 6;

  private static final double LEAST_STEP_SHARE = 0.15;

  /** With more survivors than this, what is left varies as before, but for its rounding. */
  private static final double MANY_SURVIVORS = 0.5;

  /** Variance that rounding to whole codes adds. */
  static final double ROUNDING = 1 / 12.0;

  /**
   * Variance of a channel, for that of lightness and of colour difference: exact both where the
   * channels' grain is the same and where it is independent (ITU-R BT.601 weights: 0.447 of it is
   * seen in lightness, 0.410 in each colour difference).
   */
  private static final double CHROMA_WEIGHT = (1 - 0.447) / 0.410;

  private static final double CHROMA_OF_LUMA = 0.410 / 0.447;

  private final EncodedImage codes;
  private final JpegCoding coding;
  private final int lowest;
  private final Rounded luma;
  private final Rounded chroma;
  private final double[][] planes = new double[3][JpegCoding.GROUP_PX * JpegCoding.GROUP_PX];
  private final double[] block = new double[COEFFICIENTS];
  private final double[] turned = new double[COEFFICIENTS];

  /** One component's coefficients over all blocks. */
  private static final class Rounded {
    private final int across;
    private final int down;
    private final int[] steps;
    private final double[] kept = new double[COEFFICIENTS];
    private final long[] survivors = new long[COEFFICIENTS];
    private final double[] squares = new double[COEFFICIENTS];
    private long blocks;

    /**
     * @param across pixels that share a sample, as {@code down}
     */
    Rounded(int across, int down, int[] steps) {
      this.across = across;
      this.down = down;
      this.steps = steps;
      for (int i = 0; i < COEFFICIENTS; i++) {
        kept[i] = response(i % SIDE, across) * response(i / SIDE, down);
      }
    }

    /**
     * What is left of a frequency when colour is drawn larger as decoders do (three quarters of the
     * nearer sample, one of the farther) and averaged again.
     */
    private static double response(int frequency, int samples) {
      return samples == 1 ? 1 : 0.75 + 0.25 * Math.cos(Math.PI * frequency / SIDE);
    }
  }

  /**
   * @param sigma standard deviation, codes, mean of the channels; NaN if hardly any grain survived
   * @param most grain that the silence of all coefficients allows, codes
   */
  record Estimate(double sigma, double most) {}

  private CompressedGrain(EncodedImage codes, JpegCoding coding, int lowest) {
    this.codes = codes;
    this.coding = coding;
    this.lowest = lowest;
    luma = new Rounded(1, 1, coding.luma());
    chroma =
        coding.chroma() == null
            ? null
            : new Rounded(coding.acrossPx(), coding.downPx(), coding.chroma());
  }

  /**
   * @param codes the file's own, upright
   * @param fields left and top of flat squares of {@link JpegCoding#GROUP_PX}, on the file's grid
   * @param lowest frequency that counts in both directions, half waves a block: slopes of light
   *     fill the ones below
   */
  static Estimate measure(EncodedImage codes, JpegCoding coding, List<int[]> fields, int lowest) {
    CompressedGrain grain = new CompressedGrain(codes, coding, lowest);
    fields.forEach(field -> grain.add(field[0], field[1]));
    return grain.estimate();
  }

  private Estimate estimate() {
    double light = variance(luma, ROUNDING);
    double mostLight = silent(luma.steps);
    int samples = coding.acrossPx() * coding.downPx();
    // Colour is rounded when it is told from lightness, and again when samples are averaged.
    double roundingTwice = samples == 1 ? ROUNDING : ROUNDING * (1 + 1.0 / samples);
    if (chroma == null) {
      return new Estimate(Math.sqrt(light), Math.sqrt(mostLight));
    }
    double mostColour = samples * silent(chroma.steps);
    double most = Math.sqrt(mostLight + CHROMA_WEIGHT * mostColour);
    if (Double.isNaN(light)) {
      return new Estimate(Double.NaN, most);
    }
    double colour = samples * variance(chroma, roundingTwice);
    if (Double.isNaN(colour)) {
      colour = Math.min(mostColour, CHROMA_OF_LUMA * light);
    }
    double all = light + CHROMA_WEIGHT * colour - ROUNDING;
    return new Estimate(Math.sqrt(Math.max(0, all)), most);
  }

  /** The most variance that leaves every coefficient zero. */
  private double silent(int[] steps) {
    double sum = 0;
    for (int step : steps) {
      sum += LEAST_STEP_SHARE * step * LEAST_STEP_SHARE * step;
    }
    double least = Double.MAX_VALUE;
    for (int i = 0; i < COEFFICIENTS; i++) {
      if (counts(i)) {
        least = Math.min(least, LEAST_STEP_SHARE * steps[i] * LEAST_STEP_SHARE * steps[i]);
      }
    }
    return Math.min(least, sum / COEFFICIENTS);
  }

  private boolean counts(int coefficient) {
    return coefficient / SIDE >= lowest && coefficient % SIDE >= lowest;
  }

  /**
   * Variance of a component's samples, codes squared, or NaN.
   *
   * @param rounding variance that rounding to whole codes added before the transform
   */
  private double variance(Rounded of, double rounding) {
    double sum = 0;
    int told = 0;
    boolean[] tells = new boolean[COEFFICIENTS];
    double[] variance = new double[COEFFICIENTS];
    for (int i = 0; i < COEFFICIENTS; i++) {
      double share = of.survivors[i] / (double) Math.max(1, of.blocks);
      double step = of.steps[i];
      double least = LEAST_STEP_SHARE * step;
      if (counts(i) && of.survivors[i] >= FEWEST_SURVIVORS) {
        double width = step / 2 / Normal.quantile(1 - Math.min(share, MANY_SURVIVORS) / 2);
        variance[i] =
            share < MANY_SURVIVORS
                ? width * width
                : of.squares[i] / of.blocks - step * step * ROUNDING;
        tells[i] = variance[i] >= least * least;
        sum += tells[i] ? variance[i] : 0;
        told += tells[i] ? 1 : 0;
      }
    }
    if (told == 0) {
      return Math.max(0, pooled(of) - rounding);
    }
    double mean = sum / told;
    double all = 0;
    for (int i = 0; i < COEFFICIENTS; i++) {
      double least = LEAST_STEP_SHARE * of.steps[i];
      all += tells[i] ? variance[i] : counts(i) ? Math.min(mean, least * least) : mean;
    }
    return Math.max(0, all / COEFFICIENTS - rounding);
  }

  /**
   * The variance, the same for all coefficients, that leaves as many survivors as there are in all;
   * NaN where there are too few to say.
   */
  private double pooled(Rounded of) {
    long survivors = 0;
    for (int i = 0; i < COEFFICIENTS; i++) {
      survivors += counts(i) ? of.survivors[i] : 0;
    }
    if (survivors < FEWEST_IN_ALL) {
      return Double.NaN;
    }
    double low = 0;
    double high = 255;
    for (int round = 0; round < 40; round++) {
      double sigma = (low + high) / 2;
      double expected = 0;
      for (int i = 0; i < COEFFICIENTS; i++) {
        expected += counts(i) ? 2 * of.blocks * Normal.above(of.steps[i] / (2 * sigma)) : 0;
      }
      low = expected < survivors ? sigma : low;
      high = expected < survivors ? high : sigma;
    }
    return low * low;
  }

  private void add(int left, int top) {
    int side = JpegCoding.GROUP_PX;
    for (int y = 0; y < side; y++) {
      int at = 3 * ((top + y) * codes.widthPx() + left);
      for (int x = 0; x < side; x++, at += 3) {
        int red = codes.rgb()[at] & 0xFF;
        int green = codes.rgb()[at + 1] & 0xFF;
        int blue = codes.rgb()[at + 2] & 0xFF;
        double light = 0.299 * red + 0.587 * green + 0.114 * blue;
        planes[0][y * side + x] = light;
        planes[1][y * side + x] = (blue - light) / 1.772;
        planes[2][y * side + x] = (red - light) / 1.402;
      }
    }
    blocks(planes[0], luma);
    if (chroma != null) {
      blocks(planes[1], chroma);
      blocks(planes[2], chroma);
    }
  }

  /** Counts the coefficients of all blocks of a field's component. */
  private void blocks(double[] plane, Rounded into) {
    int side = JpegCoding.GROUP_PX;
    int across = into.across;
    int down = into.down;
    for (int top = 0; top < side; top += SIDE * down) {
      for (int left = 0; left < side; left += SIDE * across) {
        for (int i = 0; i < COEFFICIENTS; i++) {
          double sum = 0;
          for (int k = 0; k < across * down; k++) {
            int y = top + i / SIDE * down + k / across;
            sum += plane[y * side + left + i % SIDE * across + k % across];
          }
          block[i] = sum / (across * down);
        }
        BlockCosines.transform(block, turned);
        into.blocks++;
        for (int i = 0; i < COEFFICIENTS; i++) {
          double c = block[i] / into.kept[i];
          into.squares[i] += c * c;
          into.survivors[i] += Math.abs(c) > into.steps[i] / 2.0 ? 1 : 0;
        }
      }
    }
  }
}
