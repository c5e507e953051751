package app.istante.core.mask;

/**
 * How each pixel of a working picture differs from the ground that should lie there, and how much
 * of that may be chance.
 *
 * @param deviation brighter or darker, stops, row by row
 * @param colour how far the channels' deviations lie apart, stops
 * @param tolerance deviations less than this are the ground's own, stops
 * @param colourTolerance the same of colour
 */
record OffGround(
    float[] deviation,
    float[] colour,
    double tolerance,
    double colourTolerance,
    int width,
    int height) {

  /** Colours up to this much over the tolerance are still shade. */
  private static final double SHADE_COLOUR = 1.2;

  /** Whether a pixel has the colour of the ground, lit or in shade. */
  boolean isGrey(int at) {
    return colour[at] < SHADE_COLOUR * colourTolerance;
  }

  /** Whether a pixel is darker than the ground by so much at least, but no deeper than that. */
  boolean isDim(int at, double shallowest, double deepest) {
    return deviation[at] < -shallowest && deviation[at] > -deepest && isGrey(at);
  }
}
