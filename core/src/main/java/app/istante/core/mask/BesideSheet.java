package app.istante.core.mask;

/**
 * What lies round a sheet that does not fill the frame: table, wall, and the sheet's own far part
 * where the light on it is another. All of it is even and goes on beyond the frame; a product that
 * sticks out over the sheet's edge is parted from it by that.
 *
 * @param foreign table and wall
 * @param sheet parts of the sheet that its smooth model does not reach
 */
record BesideSheet(boolean[] foreign, boolean[] sheet) {
  /** Grain of wood and cloth is averaged over squares of this reach, working pixels. */
  private static final int GRAIN_PX = 2;

  /** Within so many pixels to both sides light is compared. */
  private static final int STEP_PX = 3;

  /** On a table it changes less than this there, stops; wood needs the later ones. */
  private static final float[] EVEN_STOPS = {0.12f, 0.2f, 0.3f};

  /** Of the frame's edge that is no sheet, so much is told before more grain is allowed. */
  private static final double TOLD_SHARE = 0.8;

  /** Smaller shares of the frame, cut by less of the frame's edge, tell nothing. */
  private static final double LEAST_SHARE = 0.004;

  private static final double CUT_SHARE = 0.015;

  /** A sheet's far part is no darker or brighter than this: stops. */
  private static final double FAR_STOPS = 0.9;

  /** The seam between table and wall, and table and sheet, is narrower than twice this. */
  private static final int SEAM_PX = 4;

  static BesideSheet of(float[][] log, OffGround off, boolean[] like) {
    float[][] calm = new float[log.length][];
    for (int channel = 0; channel < log.length; channel++) {
      calm[channel] = Planes.boxMean(log[channel], off.width(), off.height(), GRAIN_PX);
    }
    BesideSheet beside = null;
    for (float stops : EVEN_STOPS) {
      beside = of(even(calm, stops, off.width(), off.height()), off, like);
      if (beside.toldShare(like, off.width()) > TOLD_SHARE) {
        break;
      }
    }
    return beside;
  }

  /** Share of the frame's edge, where it is not like the sheet, that is told. */
  private double toldShare(boolean[] like, int width) {
    int all = 0;
    int told = 0;
    for (int at = 0; at < like.length; at++) {
      int x = at % width;
      boolean border = x == 0 || x == width - 1 || at < width || at >= like.length - width;
      if (border && !like[at]) {
        all++;
        told += foreign[at] || sheet[at] ? 1 : 0;
      }
    }
    return all == 0 ? 1 : (double) told / all;
  }

  private static BesideSheet of(boolean[] even, OffGround off, boolean[] like) {
    int width = off.width();
    int height = off.height();
    for (int at = 0; at < even.length; at++) {
      even[at] &= !like[at];
    }
    Regions regions = Regions.of(width, height, even);
    int[] far = new int[regions.all().size() + 1];
    regions.forEachStretch(
        (id, from, to) -> {
          for (int at = from; at < to; at++) {
            far[id] += Math.abs(off.deviation()[at]) < FAR_STOPS && off.isGrey(at) ? 1 : 0;
          }
        });
    boolean[] ofSheet = new boolean[far.length];
    boolean[] other = new boolean[far.length];
    for (Regions.Region region : regions.all()) {
      boolean goesOn =
          region.areaPx() > LEAST_SHARE * even.length
              && region.borderPx() > CUT_SHARE * 2 * (width + height);
      boolean paper = far[region.id()] > 0.5 * region.areaPx();
      ofSheet[region.id()] = goesOn && paper;
      other[region.id()] = goesOn && !paper;
    }
    return new BesideSheet(grown(regions.where(other)), grown(regions.where(ofSheet)));
  }

  /** The places beside an edge are not even; half of them belong to either side. */
  private static boolean[] grown(Bits places) {
    return places.near(STEP_PX).unpacked();
  }

  private static boolean[] even(float[][] calm, float stops, int width, int height) {
    boolean[] even = new boolean[width * height];
    for (int y = 0; y < height; y++) {
      int up = Planes.clamp(y - STEP_PX, height) * width;
      int down = Planes.clamp(y + STEP_PX, height) * width;
      for (int x = 0; x < width; x++) {
        int left = y * width + Planes.clamp(x - STEP_PX, width);
        int right = y * width + Planes.clamp(x + STEP_PX, width);
        boolean calmHere = true;
        for (float[] plane : calm) {
          calmHere &=
              Math.abs(plane[right] - plane[left]) < stops
                  && Math.abs(plane[down + x] - plane[up + x]) < stops;
        }
        even[y * width + x] = calmHere;
      }
    }
    return even;
  }

  /**
   * Takes off what was outlined beside table and wall and is a thin seam, or looks as the sheet
   * does.
   */
  void takeSeams(boolean[] inside, boolean[] like, int width, int height) {
    Bits outlined = Bits.of(inside, width, height);
    Bits near = Bits.of(foreign, width, height).near(2 * SEAM_PX);
    Bits thick =
        outlined.andNot(near.and(Bits.of(like, width, height))).deep(SEAM_PX).near(SEAM_PX);
    outlined.andNot(thick).and(near).forEach(at -> inside[at] = false);
  }
}
