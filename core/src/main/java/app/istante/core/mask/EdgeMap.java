package app.istante.core.mask;

/**
 * Where things end: how clearly each place of a picture shows an outline, 1 and more is clear. Soft
 * shadows are as steep at a wide scale as at a fine one, outlines are not: the difference counts.
 * It must stand out from the grain, at a fine scale or, for weak outlines in grain, at a coarse
 * one.
 */
final class EdgeMap {
  /** Shadows change over more than this part of the long side, outlines over less. */
  private static final int SHADOW_SCALE = 90;

  /** An outline is at least this steep once soft shadows are taken out: stops per pixel. */
  private static final double LEAST_EDGE = 0.015;

  /** And this many times as steep as grain makes the ground. */
  private static final double OVER_GRAIN = 4.5;

  /** In a sharp picture clear edges are this many times as steep at a fine scale as at a wide. */
  private static final double SHARP_RATIO = 2.5;

  private static final float MOST_DARKER = 3;

  /** An edge is held to this when crowds are looked for: one outline is no crowd. */
  private static final float HELD = 0.5f;

  private static final float CROWDED = 0.28f;
  private static final float MOST_CROWDED = 3;
  private static final int CROWD_SCALE = 80;

  private EdgeMap() {}

  /**
   * @param brightness log2 of light, its grain evened out, stops
   * @param slope of it, stops per pixel
   * @param off how far each place lies from the ground, stops: grain of light grows in the dark
   * @param tolerance places this near to the ground show its grain
   */
  static float[] of(
      float[] brightness, float[] slope, float[] off, double tolerance, int width, int height) {
    int wide = Math.max(4, Math.max(width, height) / SHADOW_SCALE);
    float[] soft = Planes.boxMean(Planes.boxMean(brightness, width, height, 2), width, height, 1);
    float[] coarse = Planes.gradient(soft, width, height);
    float[] shade = Planes.gradient(Planes.boxMean(soft, width, height, wide), width, height);
    float perFine = (float) (1 / flat(slope, off, tolerance));
    float perCoarse = (float) (1 / flat(coarse, off, tolerance));
    float apart = sharpness(slope, shade, 1 / perFine);
    float[] edge = new float[slope.length];
    for (int at = 0; at < edge.length; at++) {
      float sharpFine = (slope[at] - apart * shade[at]) * perFine;
      float sharpCoarse = (coarse[at] - apart * shade[at]) * perCoarse;
      // Grain of light goes with its root, so in stops with one over its root.
      float darker = Math.max(0, Math.min(MOST_DARKER, -off[at]));
      float grain = 1 + darker * (0.41f + 0.09f * darker);
      edge[at] = Math.max(0, Math.max(sharpFine, sharpCoarse)) / grain;
    }
    return outOfCrowds(edge, width, height);
  }

  /** Where everything is steep nothing is an outline: grain in shadows, rough things. */
  private static float[] outOfCrowds(float[] edge, int width, int height) {
    float[] held = new float[edge.length];
    for (int at = 0; at < held.length; at++) {
      held[at] = Math.min(HELD, edge[at]);
    }
    float[] crowd = Planes.boxMean(held, width, height, Math.max(6, width / CROWD_SCALE));
    for (int at = 0; at < held.length; at++) {
      float over = crowd[at] / CROWDED;
      edge[at] /= over <= 1 ? 1 : Math.min(MOST_CROWDED, over * over);
    }
    return edge;
  }

  /** What is less steep than this is no edge. */
  private static double flat(float[] slope, float[] off, double tolerance) {
    return Math.max(LEAST_EDGE, OVER_GRAIN * Planes.medianWhere(slope, off, tolerance));
  }

  /** 1 in a sharp picture, down to 0 in one where the clear edges are as soft as shadows. */
  private static float sharpness(float[] fine, float[] shade, float flat) {
    float[] ratio = new float[fine.length / 3 + 1];
    int count = 0;
    for (int at = 0; at < fine.length; at += 3) {
      if (fine[at] > 2 * flat) {
        ratio[count++] = fine[at] / Math.max(1e-4f, shade[at]);
      }
    }
    if (count < 30) {
      return 1;
    }
    double clear = Planes.quantile(ratio, count, 0.75);
    return (float) Math.max(0, Math.min(1, (clear - 1) / (SHARP_RATIO - 1)));
  }
}
