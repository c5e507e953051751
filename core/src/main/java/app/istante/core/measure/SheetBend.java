package app.istante.core.measure;

import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;

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

  /** Shade that fades too slowly to be seen fading: so much of the change is believed. */
  private static final double BELIEVED = 0.9;

  /** Rows to either side over which grain is averaged. */
  private static final int ROWS = 3;

  private final Separation parts;
  private final boolean[] beside;
  private final float[] sample;
  private final int strip;

  private SheetBend(Separation parts, boolean[] beside) {
    this.parts = parts;
    this.beside = beside;
    strip = Math.max(NARROWEST_STRIP_PX, (int) (STRIP_SHARE * parts.width()));
    sample = new float[strip];
  }

  /**
   * @param beside pixels that the product's edge reaches over
   * @return for each working row, by how many stops its light is off the smooth model's; 0 where
   *     the frame's sides don't tell, and everywhere where a blank frame tells the ground
   */
  static float[] stops(Separation parts, boolean[] beside) {
    float[] rows = new float[parts.height()];
    SheetBend bend = new SheetBend(parts, beside);
    boolean tooNarrow = parts.width() < 2 * (EDGE_PX + 2 * bend.strip);
    if (parts.againstBlank() || tooNarrow) {
      return rows;
    }
    for (int y = 0; y < rows.length; y++) {
      rows[y] = bend.row(y);
    }
    return Planes.boxMean(rows, 1, rows.length, ROWS);
  }

  private float row(int y) {
    double left = side(y, 0, 1);
    double right = side(y, parts.width() - 1, -1);
    // Not so either where a side is not ground.
    boolean agree = Math.abs(left - right) < AGREE_STOPS;
    return agree ? (float) (BELIEVED * Math.max(left, right)) : 0;
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
      if (parts.isGroundOrShadow(at) && !beside[at]) {
        sample[count++] = parts.deviationStops()[at];
      }
    }
    return 2 * count < strip ? Double.NaN : Planes.quantile(sample, count, 0.5);
  }
}
