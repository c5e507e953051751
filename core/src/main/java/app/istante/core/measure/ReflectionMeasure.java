package app.istante.core.measure;

import app.istante.core.image.LinearImage;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;

/**
 * The product mirrored in a glossy ground. Below the standing line the ground then repeats the
 * product's pattern upside down; shadow and thrown-back light are smooth and repeat nothing. Both
 * are freed of grain and of all that is smooth, and the one is fitted to the other by least
 * squares, at the height and scale at which they agree most.
 */
final class ReflectionMeasure {
  /** Nearest the standing line the contact's dark drowns everything: working pixels. */
  private static final int FROM_PX = 8;

  /** Pattern coarser than this part of the product's width counts as smooth. */
  private static final int SMOOTH_SCALE = 40;

  /** Means over so many pixels on either side leave little of the grain. */
  private static final int EVEN_PX = 3;

  private static final double DEEPEST_SHARE = 0.14;
  private static final double LEAST_DEEP_SHARE = 0.05;
  private static final int FEWEST_COLUMNS = 24;

  /** Of the product's width: at its sides a round thing's standing line runs too steeply. */
  private static final double MIDDLE_SHARE = 0.85;

  /** Least variance of the product's own pattern, linear light squared. */
  private static final double LEAST_PATTERN = 4e-4;

  private static final double LEAST_AGREEMENT = 0.4;

  /**
   * Nearer to the standing line and farther from it, and there is a pattern in both: a shadow's
   * edge looks like one line only.
   */
  private static final double LEAST_IN_EACH_HALF = 0.25;

  private static final double LEAST_STRENGTH = 0.02;

  /** Above this it would be a mirror; likelier the product's lower part was taken for ground. */
  private static final double MOST_STRENGTH = 0.45;

  /**
   * Seen from above what is mirrored looks a little lower than it is, and the standing line may lie
   * lower than the outline ends.
   */
  private static final double[] SCALES = {0.94, 0.96, 0.98, 1, 1.02, 1.04};

  private static final int LOWEST_PX = 6;

  /** Every so manieth column is enough to find both. */
  private static final int SEARCH_STEP = 3;

  private static final int ASIDE_PX = 6;
  private static final double LEAST_LEAD = 0.25;

  private final int wide;
  private final int deep;

  /** Of red, green and blue: the pattern above the standing line, going up, and that below it. */
  private final float[][] own = new float[3][];

  private final float[][] seen = new float[3][];
  private final boolean[] usable;

  /** Null where none is seen. */
  static Readings.Reflection measure(Analysed picture) {
    Separation parts = picture.separation();
    if (!parts.found()) {
      return null;
    }
    int width = parts.width();
    int height = parts.height();
    int[] foot = new int[width];
    int columns = 0;
    int first = width;
    int last = -1;
    int lowest = 0;
    for (int x = 0; x < width; x++) {
      foot[x] = foot(parts, x);
      if (foot[x] >= 0) {
        columns++;
        first = Math.min(first, x);
        last = x;
        lowest = Math.max(lowest, foot[x]);
      }
    }
    int deep = Math.min((int) (DEEPEST_SHARE * height), height - 2 - lowest);
    if (columns < FEWEST_COLUMNS || deep < LEAST_DEEP_SHARE * height) {
      return null;
    }
    return new ReflectionMeasure(picture, foot, first, last, deep).found();
  }

  /**
   * @param foot the product's lowest row in each column, or -1
   * @param first column that counts, as {@code last}
   * @param deep rows above and below that are compared
   */
  private ReflectionMeasure(Analysed picture, int[] foot, int first, int last, int deep) {
    Separation parts = picture.separation();
    int width = parts.width();
    this.deep = deep;
    wide = last - first + 1;
    usable = new boolean[wide * deep];
    int scale = Math.max(4, wide / SMOOTH_SCALE);
    for (int x = first; x <= last; x++) {
      boolean counts =
          Math.abs(2 * (x - first) - wide) < MIDDLE_SHARE * wide
              && stands(foot, x - scale, x + scale);
      for (int k = FROM_PX; counts && k < deep && k <= foot[x]; k++) {
        usable[k * wide + x - first] =
            parts.kind()[(foot[x] - k) * width + x] == Separation.PRODUCT
                && parts.isGroundOrShadow((foot[x] + 1 + k) * width + x);
      }
    }
    LinearImage light = picture.linear();
    float[][] planes = {light.red(), light.green(), light.blue()};
    for (int channel = 0; channel < 3; channel++) {
      own[channel] = new float[wide * deep];
      seen[channel] = new float[wide * deep];
      for (int x = first; x <= last; x++) {
        for (int k = 0; k < deep && foot[x] >= 0; k++) {
          int at = k * wide + x - first;
          own[channel][at] = clamp(planes[channel][Math.max(0, foot[x] - k) * width + x]);
          seen[channel][at] = clamp(planes[channel][(foot[x] + 1 + k) * width + x]);
        }
      }
      pattern(own[channel], wide, deep, scale);
      pattern(seen[channel], wide, deep, scale);
    }
  }

  /** Whether the product has a lowest row in all columns, the last included. */
  private static boolean stands(int[] foot, int from, int to) {
    for (int x = Math.max(0, from); x <= Math.min(foot.length - 1, to); x++) {
      if (foot[x] < 0) {
        return false;
      }
    }
    return true;
  }

  private Readings.Reflection found() {
    Place best = null;
    Fit most = null;
    for (double scale : SCALES) {
      for (int lower = 0; lower <= LOWEST_PX; lower++) {
        Place place = new Place(scale, lower, 0);
        Fit fit = fit(place, SEARCH_STEP, 0, deep);
        if (fit != null && (most == null || fit.agreement > most.agreement)) {
          most = fit;
          best = place;
        }
      }
    }
    Fit fit = best == null ? null : fit(best, 1, 0, deep);
    if (fit == null
        || fit.agreement < LEAST_AGREEMENT
        || fit.strength < LEAST_STRENGTH
        || fit.strength > MOST_STRENGTH
        || !agrees(fit(best, 1, 0, deep / 2))
        || !agrees(fit(best, 1, deep / 2, deep))) {
      return null;
    }
    // What only looks like a pattern does so beside its place too.
    for (int aside : new int[] {-ASIDE_PX, ASIDE_PX}) {
      Fit beside = fit(new Place(best.scale, best.lower + ASIDE_PX, aside), 1, 0, deep);
      if (beside != null && beside.agreement > fit.agreement - LEAST_LEAD) {
        return null;
      }
    }
    return new Readings.Reflection(fit.strength, fit.agreement);
  }

  private static boolean agrees(Fit half) {
    return half != null && half.agreement >= LEAST_IN_EACH_HALF;
  }

  /**
   * Where a row below the standing line finds what it mirrors.
   *
   * @param scale rows above for each row below
   * @param lower rows by which the standing line lies below the outline
   * @param aside columns
   */
  private record Place(double scale, int lower, int aside) {}

  private record Fit(double strength, double agreement) {}

  /** The pattern below fitted to the mirrored one above; null without a pattern. */
  private Fit fit(Place place, int step, int fromRow, int toRow) {
    double sumOwn = 0;
    double sumSeen = 0;
    double sumBoth = 0;
    long count = 0;
    for (int k = fromRow; k < toRow; k++) {
      double above = Math.max(0, (k - place.lower) * place.scale);
      int row = (int) above;
      if (row + 1 >= deep) {
        break;
      }
      float share = (float) (above - row);
      for (int x = Math.max(0, -place.aside); x < wide - Math.max(0, place.aside); x += step) {
        int at = k * wide + x;
        int from = row * wide + x + place.aside;
        if (usable[at]) {
          for (int channel = 0; channel < 3; channel++) {
            float[] plane = own[channel];
            float mirrored = plane[from] + share * (plane[from + wide] - plane[from]);
            float here = seen[channel][at];
            sumOwn += mirrored * mirrored;
            sumSeen += here * here;
            sumBoth += mirrored * here;
          }
          count += 3;
        }
      }
    }
    return count == 0 || sumOwn / count < LEAST_PATTERN || sumSeen == 0
        ? null
        : new Fit(sumBoth / sumOwn, sumBoth / Math.sqrt(sumOwn * sumSeen));
  }

  private static float clamp(float v) {
    return Math.max(0, Math.min(1, v));
  }

  /** Lowest row of the product in a column, or -1. */
  private static int foot(Separation parts, int x) {
    for (int y = parts.height() - 1; y >= 0; y--) {
      if (parts.kind()[y * parts.width() + x] == Separation.PRODUCT) {
        return y;
      }
    }
    return -1;
  }

  private static void pattern(float[] plane, int width, int height, int scale) {
    float[] smooth = Planes.boxMean(plane, width, height, scale);
    float[] even = Planes.boxMean(plane, width, height, EVEN_PX);
    for (int at = 0; at < plane.length; at++) {
      plane[at] = even[at] - smooth[at];
    }
  }
}
