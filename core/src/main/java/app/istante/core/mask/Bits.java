package app.istante.core.mask;

/** Small kernels over sets of pixels, row by row; what lies outside the frame repeats its edge. */
final class Bits {
  /** A mean of ones and zeros above this is all ones. */
  private static final float ALL = 0.999f;

  private Bits() {}

  /** 1 where set, 0 elsewhere; a new plane. */
  static float[] plane(boolean[] set) {
    float[] out = new float[set.length];
    for (int at = 0; at < out.length; at++) {
      out[at] = set[at] ? 1 : 0;
    }
    return out;
  }

  /** Whether all pixels of the square of side {@code 2 * radius + 1} are set. */
  static boolean[] deep(boolean[] set, int width, int height, int radius) {
    float[] mean = Planes.boxMean(plane(set), width, height, radius);
    boolean[] out = new boolean[set.length];
    for (int at = 0; at < out.length; at++) {
      out[at] = isAll(mean[at]);
    }
    return out;
  }

  static boolean isAll(float mean) {
    return mean > ALL;
  }

  /** Whether any pixel of the square of side {@code 2 * radius + 1} is set. */
  static boolean[] near(boolean[] set, int width, int height, int radius) {
    float[] largest = Planes.largestAround(plane(set), width, height, radius);
    boolean[] out = new boolean[set.length];
    for (int at = 0; at < out.length; at++) {
      out[at] = largest[at] > 0;
    }
    return out;
  }

  /** Adds, {@code rounds} times, the pixels of {@code into} that have a neighbour set. */
  static void grow(boolean[] set, boolean[] into, int rounds, int width) {
    for (int round = 0; round < rounds; round++) {
      boolean[] from = set.clone();
      for (int at = width; at < set.length - width; at++) {
        set[at] |=
            into[at] && (from[at - 1] || from[at + 1] || from[at - width] || from[at + width]);
      }
    }
  }

  static int count(boolean[] set) {
    int count = 0;
    for (boolean one : set) {
      count += one ? 1 : 0;
    }
    return count;
  }
}
