package app.istante.core.measure;

import app.istante.core.mask.Separation;
import java.util.Arrays;
import java.util.function.DoubleUnaryOperator;

/**
 * How far readings over the ground would be off if some of what was taken for ground were not: a
 * table beside the sheet, a pale side of the product. The less an outline is trusted, the more of
 * the ground may be strange; all of that may be among its darkest, or among its brightest.
 *
 * @param strange share of the ground that may be something else, 0 to less than 1
 */
record GroundDoubt(double strange) {
  /**
   * Of 204 sets built in another ray tracer, half of them hard, the true level lies within its band
   * in 95 %, the darkest twentieth in 94 %, about as often whether the outline was doubted or not.
   */
  private static final double LEAST = 0.01;

  private static final double OF_DOUBTED = 0.4;

  static GroundDoubt of(Separation parts) {
    return new GroundDoubt(parts.found() ? LEAST + OF_DOUBTED * (1 - parts.confidence()) : LEAST);
  }

  /**
   * Of the place below which a share {@code at} of a histogram lies.
   *
   * @param unit the reading's unit of a step of the histogram
   * @return half-width of the band, in that unit
   */
  double ofQuantile(long[] histogram, double at, DoubleUnaryOperator unit) {
    double here = read(histogram, at, unit);
    double below = read(histogram, at * (1 - strange), unit);
    double above = read(histogram, strange + at * (1 - strange), unit);
    return Math.max(Math.abs(here - below), Math.abs(above - here));
  }

  private static double read(long[] histogram, double at, DoubleUnaryOperator unit) {
    return unit.applyAsDouble(CodeCounts.quantile(histogram, at));
  }

  /**
   * Of a share of the ground's pixels.
   *
   * @param share 0 to 1
   */
  double ofShare(double share) {
    double atMost = Math.min(1, share / (1 - strange));
    double atLeast = Math.max(0, (share - strange) / (1 - strange));
    return Math.max(atMost - share, share - atLeast);
  }

  /**
   * Of the range of some values: how much of it the lowest or the highest of them make.
   *
   * @param sorted lowest first; may be empty
   */
  double ofRange(double[] sorted) {
    int out = (int) (strange * sorted.length);
    int last = sorted.length - 1;
    return out == 0 ? 0 : Math.max(sorted[out] - sorted[0], sorted[last] - sorted[last - out]);
  }

  /** Of the mean of a histogram, in its steps. */
  double ofMean(long[] histogram) {
    double mean = meanAbove(histogram, 0);
    double withoutLow = meanAbove(histogram, strange);
    double withoutHigh = -meanAbove(reversed(histogram), strange) + histogram.length - 1;
    return Math.max(withoutLow - mean, mean - withoutHigh);
  }

  /** Mean step of a histogram without the lowest {@code share} of it. */
  private static double meanAbove(long[] histogram, double share) {
    long total = Arrays.stream(histogram).sum();
    double left = share * total;
    double sum = 0;
    for (int step = 0; step < histogram.length; step++) {
      double dropped = Math.min(left, histogram[step]);
      left -= dropped;
      sum += step * (histogram[step] - dropped);
    }
    return sum / Math.max(1e-9, (1 - share) * total);
  }

  private static long[] reversed(long[] histogram) {
    long[] out = new long[histogram.length];
    for (int step = 0; step < out.length; step++) {
      out[step] = histogram[out.length - 1 - step];
    }
    return out;
  }
}
