package app.istante.core.mask;

import java.util.function.BooleanSupplier;

/**
 * How far an outline can be trusted, from what it looks like.
 *
 * @param off the picture against its ground
 * @param edge how clearly each place shows an outline, 1 and more is clear
 * @param lines edges that hang together
 * @param gradient slope of the brightness, stops per pixel
 * @param steep a slope like this is an outline's
 * @param model the ground as it was fitted
 */
record OutlineTrust(
    OffGround off,
    float[] edge,
    EdgeLines lines,
    float[] gradient,
    double steep,
    BackdropModel model) {
  /** A place of the outline with less of an edge than this within so many pixels has none. */
  private static final float FAINTEST_EDGE = 0.4f;

  private static final int FAINT_PX = 3;

  /** Of 137 outlines this much was faint in none that was right. */
  private static final double FAINT_SHARE = 0.05;

  private static final double DOUBT_PER_FAINT = 6;

  /**
   * A place of the outline with less contrast than this, and no clear edge near, is pale: stops.
   */
  private static final double PALE_STOPS = 0.3;

  /** Of 166 outlines this much was pale in none that was right. */
  private static final double PALE_SHARE = 0.1;

  private static final double DOUBT_PER_PALE = 4;

  /** In a blurred picture, whose outlines are less steep than this, all of them are pale. */
  private static final double SHARP_STOPS_PER_PIXEL = 0.05;

  /**
   * Of 238 outlines so many of the picture's lines lay elsewhere in two right and 11 wrong ones.
   */
  private static final double LEFT_SHARE = 0.25;

  private static final double DOUBT_PER_LEFT = 4;

  /** So near to the outline, and to what is foreign, lines belong to it. */
  private static final int OWN_LINES_PX = 6;

  private static final double MOST_DOUBT = 0.5;

  private static final int THIN_PX = 7;

  /** Up to so many pieces a thing, or several together, may well have. */
  private static final int SURE_PARTS = 10;

  /** Contrast across the outline is looked for this far inside and outside of it. */
  private static final int INNER_PX = 2;

  private static final int OUTER_PX = 3;

  /**
   * @param product what was outlined
   * @param parts its number of pieces
   * @param looksRight whether a first glance sees the same, for where it is asked
   * @return 0 to 1
   */
  double of(boolean[] product, int parts, BooleanSupplier looksRight) {
    Bits pixels = Bits.of(product, off.width(), off.height());
    double border = Math.min(1, model.borderAgreement / 0.85);
    double quiet = Math.min(1, 0.12 / Math.max(0.01, model.noiseStops));
    double solid = solid(pixels);
    // Of 16 thin outlines the first glance agrees with four, all of them right.
    double fine = solid < 1 && looksRight.getAsBoolean() ? 1 : solid;
    return contrast(product) * border * quiet * fine * whole(parts) * edged(pixels);
  }

  /**
   * Less where many clear lines are left outside: of a pale thing only its dark parts may have been
   * outlined. The rim of a sheet that does not fill the frame is such a line, and tells nothing.
   *
   * @param kind of each pixel, as in {@link Separation}
   * @return 0.5 to 1
   */
  double explained(byte[] kind) {
    if (model.ofSheet()) {
      return 1;
    }
    boolean[] known = new boolean[kind.length];
    for (int at = 0; at < known.length; at++) {
      known[at] = kind[at] == Separation.PRODUCT || kind[at] == Separation.FOREIGN;
    }
    Bits own = Bits.of(known, off.width(), off.height()).near(OWN_LINES_PX);
    return doubt(DOUBT_PER_LEFT, lines.shareOutside(own) - LEFT_SHARE);
  }

  /**
   * How clearly the outline stands out: contrast across it, against the ground's own noise. Where
   * light glass or a burnt side melts into the ground, what was outlined is the shade inside.
   */
  private double contrast(boolean[] product) {
    int width = off.width();
    float[] deviation = off.deviation();
    float[] colour = off.colour();
    boolean[] edged = Bits.below(edge, 1, width, off.height()).not().near(FAINT_PX).unpacked();
    int outline = 0;
    int pale = 0;
    double clear = 0;
    double needed = 2 * off.tolerance();
    for (int y = OUTER_PX; y < off.height() - OUTER_PX; y++) {
      for (int x = OUTER_PX; x < width - OUTER_PX; x++) {
        int at = y * width + x;
        int out = product[at] ? outside(product, at) : 0;
        if (out != 0) {
          outline++;
          int inner = at - INNER_PX * out;
          int outer = at + OUTER_PX * out;
          double contrast =
              Math.abs(deviation[inner] - deviation[outer])
                  + Math.abs(colour[inner] - colour[outer]);
          clear += Math.min(1, Math.max(contrast / needed, gradient[at] / steep));
          pale += contrast < PALE_STOPS && !edged[at] ? 1 : 0;
        }
      }
    }
    if (outline == 0) {
      return 0;
    }
    double over = steep < SHARP_STOPS_PER_PIXEL ? 0 : (double) pale / outline - PALE_SHARE;
    return clear / outline * doubt(DOUBT_PER_PALE, over);
  }

  private static double doubt(double slope, double over) {
    return 1 - Math.min(MOST_DOUBT, slope * Math.max(0, over));
  }

  /** Step towards a neighbour that is not product, or 0 inside. */
  private int outside(boolean[] product, int at) {
    int row = off.width();
    if (!product[at + 1]) {
      return 1;
    }
    if (!product[at - 1]) {
      return -1;
    }
    return !product[at + row] ? row : !product[at - row] ? -row : 0;
  }

  /** Chains and the like are seldom outlined link by link: less sure the thinner a thing is. */
  private static double solid(Bits product) {
    return Math.min(1, 0.2 + 4.0 * product.deep(THIN_PX).count() / Math.max(1, product.count()));
  }

  /**
   * Less where a stretch of the outline has no edge at all: a white side that the ground swallows
   * ends where its shade begins. Outlines that are right have one everywhere.
   */
  private double edged(Bits product) {
    Bits outline = product.andNot(product.inner());
    Bits near = Bits.below(edge, FAINTEST_EDGE, off.width(), off.height()).not().near(FAINT_PX);
    double share = outline.andNot(near).count() / (double) Math.max(1, outline.count());
    return doubt(DOUBT_PER_FAINT, share - FAINT_SHARE);
  }

  /** What falls into many pieces has hardly been outlined. */
  private static double whole(int parts) {
    return Math.min(1, Math.sqrt((double) SURE_PARTS / Math.max(1, parts)));
  }
}
