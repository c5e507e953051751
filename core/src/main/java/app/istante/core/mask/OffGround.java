package app.istante.core.mask;

/**
 * How each pixel of a working picture differs from the ground that should lie there, and how much
 * of that may be chance.
 *
 * @param deviation brighter or darker, stops, row by row
 * @param colour how far the channels' deviations lie apart, stops
 * @param tolerance deviations less than this are the ground's own, stops
 * @param colourTolerance the same of colour
 * @param groundColour how far the ground's own channels lie apart, stops: none for white and grey
 */
record OffGround(
    float[] deviation,
    float[] colour,
    double tolerance,
    double colourTolerance,
    double groundColour,
    int width,
    int height) {

  /** Colours up to this much over the tolerance are still shade. */
  private static final double SHADE_COLOUR = 1.2;

  /** The light that a coloured sheet throws into its own shade is coloured twice. */
  private static final double TWICE_COLOURED = 0.12;

  private static final double MOST_TWICE_COLOURED = 0.3;

  /** Whether a pixel looks as the ground should. */
  boolean isLike(int at) {
    return Math.abs(deviation[at]) < tolerance && colour[at] < colourTolerance;
  }

  /** Whether a pixel has the colour of the ground, lit or in shade. */
  boolean isGrey(int at) {
    double twice = Math.min(MOST_TWICE_COLOURED, TWICE_COLOURED * groundColour);
    return colour[at]
        < SHADE_COLOUR * colourTolerance + twice * Math.max(0, -deviation[at] - tolerance);
  }

  /** What a pixel is that belongs to nothing else: ground, or ground in shade. */
  byte open(int at) {
    return open(deviation[at], tolerance);
  }

  static byte open(float deviation, double tolerance) {
    return deviation < -tolerance ? Separation.SHADOW : Separation.GROUND;
  }

  /** Whether a pixel is darker than the ground by so much at least, but no deeper than that. */
  boolean isDim(int at, double shallowest, double deepest) {
    return deviation[at] < -shallowest && deviation[at] > -deepest && isGrey(at);
  }
}
