package app.istante.core.mask;

/**
 * What each pixel's light says about it, by itself and beside its neighbour: what a minimum cut
 * weighs.
 *
 * @param off the picture against its ground
 * @param log light in stops, its grain evened out
 * @param typicalGradient how steep grain makes the ground, stops per pixel
 */
record Evidence(OffGround off, float[][] log, double typicalGradient) {
  /** A soft shadow deeper than this is unlikely to be only a shadow: stops. */
  static final double DEEP_STOPS = -1.3;

  /** More colour than a product throws on the ground beside it: stops. */
  private static final double STRONG_COLOUR_STOPS = 0.9;

  /** What an edge all round gives to all that lies in it. */
  private static final double ENCLOSED_EVIDENCE = 0.8;

  /** What the cut pays for parting two pixels that look the same, and at the clearest edge. */
  private static final float JOIN_STRENGTH = 3f;

  private static final float WEAKEST_JOIN = 0.12f;

  /** From here on an edge is as clear as it can be: exp(-16) is nothing. */
  private static final float CLEAR_RATIO = 4;

  /** Brighter than the lit ground by this much is a highlight on something: stops. */
  private static final double BRIGHT_STOPS = 0.14;

  /** Of exp(-ratio²), up to the clearest edge; straight lines between its steps are 1e-6 off. */
  private static final int RATIO_STEPS = 512;

  private static final float[] FADES = new float[(int) (CLEAR_RATIO * RATIO_STEPS) + 2];

  static {
    for (int i = 0; i < FADES.length; i++) {
      double ratio = (double) i / RATIO_STEPS;
      FADES[i] = (float) Math.exp(-ratio * ratio);
    }
  }

  private static final int SEAM_PX = 3;

  /** What looks as the ground should. */
  boolean[] like() {
    boolean[] like = new boolean[off.deviation().length];
    for (int at = 0; at < like.length; at++) {
      like[at] = off.isLike(at);
    }
    return like;
  }

  /** What plainly differs from the ground, shadows included. */
  boolean[] other() {
    double bright = brightStops();
    boolean[] other = new boolean[off.deviation().length];
    for (int at = 0; at < other.length; at++) {
      other[at] =
          off.deviation()[at] < 2 * DEEP_STOPS
              || off.deviation()[at] > 2 * bright
              || off.colour()[at] > Math.max(STRONG_COLOUR_STOPS, 2 * off.colourTolerance());
    }
    return other;
  }

  /** Brighter than this over the ground is no ground: stops. */
  double brightStops() {
    return Math.max(BRIGHT_STOPS, 2 * off.tolerance());
  }

  /** For each pixel, how much speaks for product (positive) or for ground (negative). */
  float[] of(boolean[] like, boolean[] enclosed) {
    double bright = brightStops();
    boolean[] seam = seam(enclosed);
    float[] evidence = new float[like.length];
    for (int at = 0; at < evidence.length; at++) {
      if (like[at] && !enclosed[at]) {
        evidence[at] = -8;
        continue;
      }
      double d = off.deviation()[at];
      double c = off.colour()[at];
      // Light thrown back by the product tints the ground beside it, but without an edge.
      double trust = c > STRONG_COLOUR_STOPS || enclosed[at] ? 1 : 0.2;
      double sum = seam[at] ? 0 : enclosed[at] ? ENCLOSED_EVIDENCE : -1;
      sum += c > off.colourTolerance() ? trust * 3 * Math.min(3, c / off.colourTolerance() - 1) : 0;
      sum += d < DEEP_STOPS ? 2 * Math.min(3, (DEEP_STOPS - d) / 0.4) : 0;
      sum += d > bright ? 2 * Math.min(3, d / bright - 1) : 0;
      evidence[at] = (float) sum;
    }
    return evidence;
  }

  /** The rim of what is enclosed, where it is thick: there the steepest place decides. */
  private boolean[] seam(boolean[] enclosed) {
    boolean[] deep = Bits.deep(enclosed, off.width(), off.height(), SEAM_PX);
    boolean[] thick = Bits.near(deep, off.width(), off.height(), SEAM_PX + 2);
    boolean[] seam = new boolean[enclosed.length];
    for (int at = 0; at < seam.length; at++) {
      seam[at] = enclosed[at] && !deep[at] && thick[at];
    }
    return seam;
  }

  /** Strength of the join between each pixel and the one {@code step} further on. */
  float[] joins(int step) {
    float[] join = new float[off.deviation().length];
    float[] r = log[0];
    float[] g = log[1];
    float[] b = log[2];
    float perSoft = (float) (1 / Math.max(0.06, 2.5 * typicalGradient));
    for (int at = 0; at + step < join.length; at++) {
      float largest =
          Math.max(
              Math.abs(r[at + step] - r[at]),
              Math.max(Math.abs(g[at + step] - g[at]), Math.abs(b[at + step] - b[at])));
      float place = Math.min(CLEAR_RATIO, largest * perSoft) * RATIO_STEPS;
      int slot = (int) place;
      float fade = FADES[slot] + (place - slot) * (FADES[slot + 1] - FADES[slot]);
      join[at] = WEAKEST_JOIN + JOIN_STRENGTH * fade;
    }
    return join;
  }
}
