package app.istante.core.measure;

import app.istante.core.image.LinearImage;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;

/**
 * The product mirrored in a glossy ground. Below the standing line the ground then repeats the
 * product's pattern upside down; shadow and thrown-back light are smooth and repeat nothing. Both
 * are freed of all that is smooth, and the one is fitted to the other by least squares.
 */
final class ReflectionMeasure {
  /** Nearest the standing line the contact's dark drowns everything: working pixels. */
  private static final int FROM_PX = 4;

  /** Pattern coarser than this part of the frame's width counts as smooth. */
  private static final int SMOOTH_SCALE = 40;

  private static final double DEEPEST_SHARE = 0.14;
  private static final int FEWEST_COLUMNS = 24;

  /** Least variance of the product's own pattern, linear light squared. */
  private static final double LEAST_PATTERN = 1e-4;

  private static final double LEAST_AGREEMENT = 0.55;
  private static final double LEAST_STRENGTH = 0.02;

  /** Above this it would be a mirror; likelier the product's lower part was taken for ground. */
  private static final double MOST_STRENGTH = 0.6;

  private static final int ASIDE_PX = 6;
  private static final double LEAST_LEAD = 0.25;

  private ReflectionMeasure() {}

  /** Null where none is seen. */
  static Readings.Reflection measure(Analysed picture) {
    Separation parts = picture.separation();
    if (!parts.found()) {
      return null;
    }
    int width = parts.width();
    int height = parts.height();
    int deep = (int) (DEEPEST_SHARE * height);
    int[] foot = new int[width];
    int columns = 0;
    int first = width;
    int last = -1;
    for (int x = 0; x < width; x++) {
      foot[x] = foot(parts, x);
      if (foot[x] >= 0 && foot[x] - deep >= 0 && foot[x] + deep + 1 < height) {
        columns++;
        first = Math.min(first, x);
        last = x;
      } else {
        foot[x] = -1;
      }
    }
    if (columns < FEWEST_COLUMNS) {
      return null;
    }
    Fit fit = fit(picture, foot, first, last, deep, 0);
    if (fit == null || fit.agreement < LEAST_AGREEMENT) {
      return null;
    }
    // What only looks like a pattern does so beside its place too.
    for (int aside : new int[] {-ASIDE_PX, ASIDE_PX}) {
      Fit beside = fit(picture, foot, first, last, deep, aside);
      if (beside != null && beside.agreement > fit.agreement - LEAST_LEAD) {
        return null;
      }
    }
    return fit.strength >= LEAST_STRENGTH && fit.strength <= MOST_STRENGTH
        ? new Readings.Reflection(fit.strength, fit.agreement)
        : null;
  }

  private record Fit(double strength, double agreement) {}

  /** The pattern below fitted to the mirrored one above, moved aside; null without a pattern. */
  private static Fit fit(Analysed picture, int[] foot, int first, int last, int deep, int aside) {
    Separation parts = picture.separation();
    int width = parts.width();
    double sumOwn = 0;
    double sumSeen = 0;
    double sumBoth = 0;
    long count = 0;
    int wide = last - first + 1;
    LinearImage light = picture.linear();
    for (float[] plane : new float[][] {light.red(), light.green(), light.blue()}) {
      float[] own = new float[wide * deep];
      float[] seen = new float[own.length];
      boolean[] usable = new boolean[own.length];
      for (int x = first; x <= last; x++) {
        int from = x + aside;
        if (foot[x] < 0 || from < 0 || from >= width) {
          continue;
        }
        for (int k = 0; k < deep; k++) {
          int at = k * wide + x - first;
          int above = (foot[x] - k) * width + from;
          int below = (foot[x] + 1 + k) * width + x;
          own[at] = clamp(plane[above]);
          seen[at] = clamp(plane[below]);
          usable[at] =
              k >= FROM_PX
                  && parts.kind()[above] == Separation.PRODUCT
                  && parts.isGroundOrShadow(below);
        }
      }
      pattern(own, wide, deep);
      pattern(seen, wide, deep);
      for (int at = 0; at < own.length; at++) {
        if (usable[at]) {
          sumOwn += own[at] * own[at];
          sumSeen += seen[at] * seen[at];
          sumBoth += own[at] * seen[at];
          count++;
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

  private static void pattern(float[] plane, int width, int height) {
    float[] smooth = Planes.boxMean(plane, width, height, Math.max(4, width / SMOOTH_SCALE));
    for (int at = 0; at < plane.length; at++) {
      plane[at] -= smooth[at];
    }
  }
}
