package app.istante.core.mask;

/**
 * How the light changes from row to row where a sheet bends up from the table to the wall. A smooth
 * model of the ground passes over that and would call the darker rows a shadow. The bend runs from
 * one side of the frame to the other, while the product's shade fades towards both; so the rows are
 * read at the frame's sides, and what still fades there is carried on.
 */
final class SheetBend {
  /** Width of the strip at each side, as a share of the picture's. */
  private static final double STRIP_SHARE = 0.06;

  private static final int NARROWEST_STRIP_PX = 8;

  /** The frame's very edge may be dimmed by the lens or by compression. */
  private static final int EDGE_PX = 2;

  /** Both sides of a bend agree to this: stops. */
  private static final double AGREE_STOPS = 0.07;

  /** What a strip gains on the one further in, shade gains so many times beyond the frame. */
  private static final double FADES = 3;

  /** Some shade fades too slowly to be seen fading: so much of the change is believed. */
  private static final double BELIEVED = 0.9;

  /** Rows to either side over which grain is averaged. */
  private static final int ROWS = 3;

  /** Where the sides don't agree over no more than this share of the height, the rows go on. */
  private static final double GAP_SHARE = 0.15;

  private final Separation parts;
  private final float[] off;
  private final float[] sample;
  private final int strip;

  private SheetBend(Separation parts, float[] off) {
    this.parts = parts;
    this.off = off;
    strip = Math.max(NARROWEST_STRIP_PX, (int) (STRIP_SHARE * parts.width()));
    sample = new float[strip];
  }

  /**
   * The bend in each channel, narrow gaps bridged; null where it is no more than the ground's own
   * deviations.
   *
   * @param off the channels' deviations from the ground, stops
   */
  static float[][] channels(Separation parts, float[][] off, double tolerance) {
    float[][] bend = new float[off.length][];
    float most = 0;
    for (int channel = 0; channel < bend.length; channel++) {
      float[] rows = rows(parts, off[channel]);
      bridge(rows);
      bend[channel] = Planes.boxMean(rows, 1, rows.length, ROWS);
      for (float here : bend[channel]) {
        most = Math.max(most, Math.abs(here));
      }
    }
    return most > tolerance ? bend : null;
  }

  /** NaN where the sides don't tell. */
  private static float[] rows(Separation parts, float[] off) {
    SheetBend bend = new SheetBend(parts, off);
    float[] rows = new float[parts.height()];
    boolean tooNarrow = parts.width() < 2 * (EDGE_PX + 2 * bend.strip);
    for (int y = 0; y < rows.length && !tooNarrow; y++) {
      rows[y] = bend.row(y);
    }
    return rows;
  }

  private static void bridge(float[] rows) {
    int last = -1;
    for (int y = 0; y <= rows.length; y++) {
      if (y < rows.length && Float.isNaN(rows[y])) {
        continue;
      }
      boolean narrow = last >= 0 && y < rows.length && y - last <= GAP_SHARE * rows.length;
      for (int between = last + 1; between < y; between++) {
        float share = (float) (between - last) / (y - last);
        rows[between] = narrow ? rows[last] + share * (rows[y] - rows[last]) : 0;
      }
      last = y;
    }
  }

  private float row(int y) {
    double left = side(y, 0, 1);
    double right = side(y, parts.width() - 1, -1);
    // Not so either where a side is not ground.
    boolean agree = Math.abs(left - right) < AGREE_STOPS;
    return agree ? (float) (BELIEVED * Math.max(left, right)) : Float.NaN;
  }

  /** Of a row's light at one side, the shade that fades there taken off; or NaN. */
  private double side(int y, int edge, int inwards) {
    double outer = strip(y, edge + inwards * EDGE_PX, inwards);
    double inner = strip(y, edge + inwards * (EDGE_PX + strip), inwards);
    double fades = Double.isNaN(inner) ? 0 : Math.max(0, outer - inner);
    return Math.min(Math.max(0, outer), outer + FADES * fades);
  }

  private double strip(int y, int from, int step) {
    int count = 0;
    for (int k = 0; k < strip; k++) {
      int at = y * parts.width() + from + k * step;
      if (parts.isGroundOrShadow(at)) {
        sample[count++] = off[at];
      }
    }
    return 2 * count < strip ? Double.NaN : Planes.quantile(sample, count, 0.5);
  }
}
