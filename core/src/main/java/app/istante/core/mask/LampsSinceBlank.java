package app.istante.core.mask;

/**
 * How lamps and exposure changed since the empty set was photographed: a plane a channel, in stops,
 * fitted to where the product takes least light (decision 0030).
 */
final class LampsSinceBlank {
  /** So far from the product and what is foreign, a mean over as many pixels has nothing of it. */
  private static final int AWAY_PX = 6;

  /** Of the ground's changes, these are where the product takes no light. */
  private static final double UNSHADED = 0.85;

  /** Stops off the fit beyond which nothing counts, from round to round: first for a constant. */
  private static final double[] CONSTANT_CUTS = {0.3, 0.2};

  private static final double[] PLANE_CUTS = {0.15, 0.15, 0.1, 0.1};

  /** Ground that is brighter by so much tells of a longer exposure. */
  private static final double RAISED_STOPS = 0.03;

  private static final double LEAST_SHARE = 0.03;

  private static final int GREEN = 1;

  private final AgainstGround seen;
  private final int width;
  private final int height;

  private LampsSinceBlank(AgainstGround seen) {
    this.seen = seen;
    this.width = seen.width;
    this.height = seen.height;
  }

  /**
   * @param seen a take that is held against its blank frame
   * @return null where too little ground is seen
   */
  static BackdropModel of(AgainstGround seen, Separation parts) {
    return new LampsSinceBlank(seen).fit(parts);
  }

  /**
   * Ground that is clipped in both pictures, or in the take only, is as bright as before, unless
   * the open ground tells that the exposure was raised: then it may be anything.
   */
  private BackdropModel fit(Separation parts) {
    boolean[] ground = awayFromAll(parts);
    boolean[] open = new boolean[ground.length];
    boolean[] told = new boolean[ground.length];
    for (int at = 0; at < open.length; at++) {
      boolean burnt = isClipped(seen.log, at);
      boolean burntBefore = isClipped(seen.blank.log(), at);
      open[at] = ground[at] && !burnt && !burntBefore;
      told[at] = ground[at] && (burnt || !burntBefore);
    }
    float[][] change = AgainstGround.above(seen.log, seen.blank.log(), Float.POSITIVE_INFINITY);
    FitGrid grid =
        new FitGrid(AgainstGround.smoothed(change, width, height, AWAY_PX), width, height);
    boolean[] cells = grid.on(open, width);
    boolean raised =
        grid.share(cells) > 0 && grid.constantFrom(cells, UNSHADED)[GREEN][0] > RAISED_STOPS;
    cells = raised ? cells : grid.on(told, width);
    return grid.share(cells) < LEAST_SHARE ? null : plane(grid, cells);
  }

  private BackdropModel plane(FitGrid grid, boolean[] cells) {
    double[][] change = grid.constantFrom(cells, UNSHADED);
    for (double cut : CONSTANT_CUTS) {
      change = grid.weightedFit(change, grid.residuals(change), cells, cut, 1);
    }
    for (double cut : PLANE_CUTS) {
      change = grid.weightedFit(change, grid.residuals(change), cells, cut, FitGrid.LINEAR);
    }
    return seen.model.with(change, grid.residuals(change));
  }

  private boolean[] awayFromAll(Separation parts) {
    boolean[] other = new boolean[width * height];
    for (int at = 0; at < other.length; at++) {
      other[at] =
          !parts.isGroundOrShadow(at) || seen.blank.notGround()[at] || parts.alpha()[at] > 0;
    }
    return Bits.of(other, width, height).near(AWAY_PX).not().unpacked();
  }

  /** Whether a light may be more than is told of it, in any channel. */
  private static boolean isClipped(float[][] log, int at) {
    float most = Math.max(log[0][at], Math.max(log[1][at], log[2][at]));
    return most > AgainstGround.CLIPPED_LOG;
  }
}
