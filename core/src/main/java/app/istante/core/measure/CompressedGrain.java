package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.JpegCoding;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.Comparator;
import java.util.List;
import org.apache.commons.math3.optim.MaxEval;
import org.apache.commons.math3.optim.nonlinear.scalar.GoalType;
import org.apache.commons.math3.optim.univariate.BrentOptimizer;
import org.apache.commons.math3.optim.univariate.SearchInterval;
import org.apache.commons.math3.optim.univariate.UnivariateObjectiveFunction;
import org.apache.commons.math3.optim.univariate.UnivariatePointValuePair;

/**
 * Grain as it was before JPEG rounded it away. A coefficient of a flat block is grain alone, and
 * how often its rounding leaves something tells how wide it was: a Gaussian of width s is rounded
 * to zero in all but 2 - 2 F(q / 2s) of the blocks, with q the quantiser's step and F the normal
 * distribution. Grain of the light alone and grain of each channel by itself, fine and coarse leave
 * other marks on the coefficients; each is weighed by how likely it makes what is seen, so that
 * what compression has hidden widens the band instead of being guessed.
 */
final class CompressedGrain {
  private static final int SIDE = BlockCosines.SIDE;
  private static final int COEFFICIENTS = SIDE * SIDE;

  private static final int FEWEST_IN_ALL = 6;

  /** Below this share of its step hardly any of a coefficient's grain survives. */
  private static final double LEAST_STEP_SHARE = 0.15;

  /** With more survivors than this, how far they vary tells more than how many there are. */
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

  /**
   * Sigma of the Gaussian that would have smoothed white grain to what is there, pixels: from a
   * sensor's own grain to what a phone's smoothing leaves.
   */
  private static final double[] COARSENESS = {
    0, 0.25, 0.35, 0.45, 0.55, 0.65, 0.75, 0.9, 1.1, 1.3, 1.6
  };

  /** Grain of colours, as a share of what independent channels have, up to twice as much. */
  private static final int COLOUR_STEPS = 24;

  private static final double COLOUR_STEP = 1 / 12.0;

  /** Variance of samples that rounding to whole codes may take away whole. */
  private static final double LEAST_COLOUR = 0.2;

  /** More colour in the grain than independent channels have is seldom. */
  private static final double SELDOM = 0.15;

  /**
   * Where what is seen does not tell, white grain of each channel by itself is told: so much less
   * likely is one that a pixel's smoothing made, or that has no colour, by its logarithm.
   */
  private static final double COARSE_IS_RARER = 4;

  private static final double GREY_IS_RARER = 6;

  /** Real grain is not quite as modelled: so many blocks tell as much as one of its would. */
  private static final double BLOCKS_FOR_ONE = 4;

  private static final double WIDEST_SIGMA = 60;
  private static final double NARROWEST_SIGMA = 0.02;
  private static final double SAME = 1e-3;

  /** Now and then a coefficient survives that by grain alone never would. */
  private static final double TINY = 1e-6;

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

    /** Variance of each coefficient for a variance of one of the pixels. */
    private double[] spectrum(double coarseness) {
      double[] inRow = spectrum(coarseness, across);
      double[] inColumn = spectrum(coarseness, down);
      double[] both = new double[COEFFICIENTS];
      for (int i = 0; i < COEFFICIENTS; i++) {
        both[i] = inRow[i % SIDE] * inColumn[i / SIDE];
      }
      return both;
    }

    /**
     * Along one direction: white grain that a Gaussian has smoothed is alike from pixel to pixel by
     * a Gaussian of its width times the root of two; some pixels averaged make a sample.
     */
    private static double[] spectrum(double coarseness, int pixels) {
      double[] alike = new double[SIDE];
      for (int lag = 0; lag < SIDE; lag++) {
        for (int pair = 0; pair < pixels * pixels; pair++) {
          double apart = lag * pixels + pair % pixels - pair / pixels;
          double of = apart == 0 ? 0 : apart * apart / (4 * coarseness * coarseness);
          alike[lag] += Math.exp(-of) / (pixels * pixels);
        }
      }
      double[] power = new double[SIDE];
      for (int u = 0; u < SIDE; u++) {
        for (int pair = 0; pair < SIDE * SIDE; pair++) {
          int x = pair % SIDE;
          int y = pair / SIDE;
          power[u] += BlockCosines.at(u, x) * BlockCosines.at(u, y) * alike[Math.abs(x - y)];
        }
      }
      return power;
    }

    /** Of one coefficient, if its variance before it was rounded is this. */
    private double logLikelihood(int i, double variance) {
      double step = steps[i];
      if (survivors[i] > MANY_SURVIVORS * blocks) {
        double rounded = variance + step * step * ROUNDING;
        return -0.5 * (blocks * Math.log(rounded) + squares[i] / rounded);
      }
      double survives = 2 * Normal.above(step / (2 * Math.sqrt(variance)));
      survives = Math.min(Math.max(survives, TINY), 1 - TINY);
      return survivors[i] * Math.log(survives) + (blocks - survivors[i]) * Math.log1p(-survives);
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
   * @param spread how far from {@code sigma} it may be by what compression has hidden, codes
   * @param coarseness sigma of the Gaussian that would have smoothed white grain to it, pixels
   */
  record Estimate(double sigma, double most, double spread, double coarseness) {}

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
    double mostLight = silent(luma.steps);
    int samples = coding.acrossPx() * coding.downPx();
    double most =
        chroma == null
            ? Math.sqrt(mostLight)
            : Math.sqrt(mostLight + CHROMA_WEIGHT * samples * silent(chroma.steps));
    if (survivors(luma) < FEWEST_IN_ALL) {
      return new Estimate(Double.NaN, most, most, 0);
    }
    List<Kind> kinds = new ArrayList<>();
    for (double coarseness : COARSENESS) {
      double[] spectrum = luma.spectrum(coarseness);
      double light = likeliest(spectrum);
      double fits = logLikelihood(luma, spectrum, light, ROUNDING);
      Kind grey = new Kind(fits, COARSE_IS_RARER * coarseness, light, coarseness);
      if (chroma == null) {
        kinds.add(grey);
      } else {
        addColours(chroma.spectrum(coarseness), grey, kinds);
      }
    }
    return likeliest(kinds, most);
  }

  /**
   * One kind of grain, as strong as is likeliest for it.
   *
   * @param fits log likelihood of what is seen, but for a constant
   * @param rarer by how much it is less likely from the first
   * @param variance of a channel, codes squared
   * @param coarseness as of {@link #COARSENESS}
   */
  private record Kind(double fits, double rarer, double variance, double coarseness) {}

  /** Grain whose lightness is this, with every share of colour. */
  private void addColours(double[] spectrum, Kind grey, List<Kind> kinds) {
    int samples = coding.acrossPx() * coding.downPx();
    // Colour is rounded when it is told from lightness, and again when samples are averaged.
    double rounding = samples == 1 ? ROUNDING : ROUNDING * (1 + 1.0 / samples);
    double kept = Arrays.stream(spectrum).average().orElse(1);
    double silent = logLikelihood(chroma, spectrum, 0, rounding);
    for (int i = 0; i <= COLOUR_STEPS; i++) {
      double share = i * COLOUR_STEP;
      double colour = share * CHROMA_OF_LUMA * grey.variance;
      double seldom = share > 1 ? Math.log(SELDOM) : 0;
      double seen = logLikelihood(chroma, spectrum, colour, rounding);
      // So little colour is the same code everywhere before it comes to any coefficient.
      double fits =
          grey.fits + seldom + (colour * kept < LEAST_COLOUR ? Math.max(seen, silent) : seen);
      double rarer = grey.rarer + GREY_IS_RARER * Math.abs(1 - share);
      kinds.add(new Kind(fits, rarer, grey.variance + CHROMA_WEIGHT * colour, grey.coarseness));
    }
  }

  /** The likeliest kind, and how far off it the others are by what is seen alone. */
  private static Estimate likeliest(List<Kind> kinds, double most) {
    Kind told = Collections.max(kinds, Comparator.comparingDouble(kind -> kind.fits - kind.rarer));
    double sigma = Math.sqrt(told.variance);
    double best = kinds.stream().mapToDouble(Kind::fits).max().orElse(0);
    double all = 0;
    double squares = 0;
    for (Kind kind : kinds) {
      double weight = Math.exp(kind.fits - best);
      all += weight;
      squares += weight * Math.pow(Math.sqrt(kind.variance) - sigma, 2);
    }
    return new Estimate(sigma, most, Math.sqrt(squares / all), told.coarseness);
  }

  /** The lightness's variance that makes what is seen of it likeliest. */
  private double likeliest(double[] spectrum) {
    UnivariatePointValuePair found =
        new BrentOptimizer(SAME, SAME)
            .optimize(
                new MaxEval(100),
                GoalType.MAXIMIZE,
                new SearchInterval(Math.log(NARROWEST_SIGMA), Math.log(WIDEST_SIGMA)),
                new UnivariateObjectiveFunction(
                    log -> logLikelihood(luma, spectrum, Math.exp(2 * log), ROUNDING)));
    return Math.exp(2 * found.getPoint());
  }

  /**
   * How likely grain makes what a component's coefficients show, but for a constant.
   *
   * @param spectrum of the grain, see {@link Rounded#spectrum}
   * @param variance of the pixels, codes squared
   * @param rounding variance that rounding to whole codes added before the transform
   */
  private double logLikelihood(Rounded of, double[] spectrum, double variance, double rounding) {
    double sum = 0;
    for (int i = 0; i < COEFFICIENTS; i++) {
      if (counts(i)) {
        sum += of.logLikelihood(i, variance * spectrum[i] + rounding);
      }
    }
    return sum / BLOCKS_FOR_ONE;
  }

  private long survivors(Rounded of) {
    long sum = 0;
    for (int i = 0; i < COEFFICIENTS; i++) {
      sum += counts(i) ? of.survivors[i] : 0;
    }
    return sum;
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
