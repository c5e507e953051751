package app.istante.core.measure;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Separation;

/** Mean tint of the ground where it is not clipped, CIELAB under D50. */
final class GroundTint {
  private static final double CLIPPED_LINEAR = Srgb.decode8(CodeCounts.CLIPPED_CODE);

  /** Less of the ground than this says nothing of all of it. */
  private static final double LEAST_SHARE = 0.02;

  /** A third of the frame with less of the ground in it is not held against another. */
  private static final double LEAST_OF_THIRD = 0.05;

  /** Histograms of a and b: steps to a unit, and how far from grey they reach. */
  private static final int STEPS = 4;

  private static final int REACH = 60;

  private static final double LEAST_DOUBT_A = 0.7;

  private static final double LEAST_DOUBT_B = 0.6;

  /**
   * What whole codes leave open of a tint that is the same all over: JPEG rounds its two colour
   * planes (ITU-T T.871), so that pale greys written twice, the second time by another profile,
   * come back as far apart as this at most in 95 of 100 cases.
   */
  private static final double ROUNDED_A = 0.8;

  private static final double ROUNDED_B = 1;

  /** Standard deviation, units of CIELAB, from which such rounding averages out over the ground. */
  private static final double VARIED = 1;

  private final long[] histogramA = new long[2 * REACH * STEPS + 1];
  private final long[] histogramB = new long[histogramA.length];
  private final double[] sumA = new double[3];
  private final double[] sumB = new double[3];
  private final int[] count = new int[3];
  private int ground;

  private GroundTint(Analysed picture) {
    Separation parts = picture.separation();
    LinearImage light = picture.linear();
    for (int y = 0; y < parts.height(); y++) {
      for (int x = 0; x < parts.width(); x++) {
        int at = y * parts.width() + x;
        if (parts.isGroundOrShadow(at)) {
          ground++;
          if (light.largest(at) < CLIPPED_LINEAR) {
            add(3 * x / parts.width(), picture.labA()[at], picture.labB()[at]);
          }
        }
      }
    }
  }

  /** Null where next to all of the ground is clipped. */
  static GroundTint of(Analysed picture) {
    GroundTint tint = new GroundTint(picture);
    return tint.open() < LEAST_SHARE * tint.ground ? null : tint;
  }

  private void add(int third, float a, float b) {
    sumA[third] += a;
    sumB[third] += b;
    count[third]++;
    histogramA[step(a)]++;
    histogramB[step(b)]++;
  }

  private static int step(float value) {
    return Math.round(STEPS * Math.max(-REACH, Math.min(REACH, value))) + STEPS * REACH;
  }

  private int open() {
    return count[0] + count[1] + count[2];
  }

  double a() {
    return (sumA[0] + sumA[1] + sumA[2]) / open();
  }

  double b() {
    return (sumB[0] + sumB[1] + sumB[2]) / open();
  }

  double chroma() {
    return Math.hypot(a(), b());
  }

  /** Share of the ground that is not clipped, 0 to 1. */
  double share() {
    return (double) open() / ground;
  }

  /** By how much a may be off. */
  double doubtA(GroundDoubt doubt) {
    return Math.max(isEven(histogramA) ? ROUNDED_A : LEAST_DOUBT_A, strange(histogramA, doubt));
  }

  /** By how much b may be off. */
  double doubtB(GroundDoubt doubt) {
    return Math.max(isEven(histogramB) ? ROUNDED_B : LEAST_DOUBT_B, strange(histogramB, doubt));
  }

  /** By how much it is off if some of the ground is something else. */
  private static double strange(long[] histogram, GroundDoubt doubt) {
    return doubt.ofMean(histogram) / STEPS;
  }

  /** Whether the tint is so much the same all over that rounding does not average out. */
  private static boolean isEven(long[] histogram) {
    double total = 0;
    double sum = 0;
    double squares = 0;
    for (int step = 0; step < histogram.length; step++) {
      double value = (double) step / STEPS;
      total += histogram[step];
      sum += histogram[step] * value;
      squares += histogram[step] * value * value;
    }
    double mean = sum / total;
    return squares / total - mean * mean < VARIED * VARIED;
  }

  /** One side against the other; null where a side shows too little ground. */
  Readings.MixedLight mixed() {
    if (count[0] <= LEAST_OF_THIRD * ground || count[2] <= LEAST_OF_THIRD * ground) {
      return null;
    }
    double da = sumA[2] / count[2] - sumA[0] / count[0];
    double db = sumB[2] / count[2] - sumB[0] / count[0];
    return new Readings.MixedLight(
        Math.hypot(da, db), db > 0 ? "right side yellower" : "left side yellower");
  }
}
