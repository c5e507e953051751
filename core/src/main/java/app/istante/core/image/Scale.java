package app.istante.core.image;

/**
 * How much smaller a working picture is than its photo, or larger than a small one. Its cells are
 * the squares of the photo that its pixels stand for; where a cell ends within a photo's pixel, the
 * light of that pixel is shared, and whoever counts pixels gives it to one of the two.
 *
 * @param px photo pixels along one side of a cell, more than 0, whole or not
 */
public record Scale(double px) {
  /** A picture as large as its photo. */
  public static final Scale WHOLE = new Scale(1);

  /** Long side at which shape, light and colour are reasoned about. */
  private static final int WORKING_PX = 850;

  /** Share of it that a working picture may be longer or shorter. */
  private static final double NEAR = 0.08;

  /** Small photos are enlarged: at their own size fine parts and seams weigh too much. */
  private static final double SMALLEST_CELL_PX = 0.5;

  /** What rounding alone can make of a cell's end. */
  private static final double ROUNDING_PX = 1e-6;

  public Scale {
    if (!(px > 0)) {
      throw new IllegalArgumentException("px [" + px + "] must be more than 0");
    }
  }

  /**
   * At which a photo, or a part of one, is reasoned about. A whole one where that comes near: cells
   * that end within pixels share their grain.
   *
   * @param longestPx its longer side
   */
  public static Scale working(int longestPx) {
    double px = Math.max(SMALLEST_CELL_PX, (double) longestPx / WORKING_PX);
    double whole = Math.max(1, Math.rint(px));
    return new Scale(Math.abs(px - whole) <= NEAR * whole ? whole : px);
  }

  /**
   * Cells along a side of so many photo pixels. The last may reach beyond it; one that would be
   * given none of them is left out.
   */
  public int cells(int photoPx) {
    return cell(photoPx - 1) + 1;
  }

  /** First photo pixel, along either side, of those that are given to a cell. */
  public int first(int cell) {
    return (int) Math.round(cell * px);
  }

  /** The cell that a photo pixel is given to; of cells smaller than it the last. */
  public int cell(int photoPx) {
    return (int) Math.ceil((photoPx + 0.5) / px) - 1;
  }

  /**
   * Which photo pixels make a cell, along one side.
   *
   * @param from the first of them
   * @param weights of them, 1 together; negative ones among those that enlarge
   */
  public record Taps(int from, float[] weights) {}

  /**
   * Of all cells along a side of so many photo pixels: their shares of the cell, or, where cells
   * are smaller than pixels, what puts a cubic through them (Keys 1981, a = -0.5).
   */
  public Taps[] taps(int photoPx) {
    Taps[] all = new Taps[cells(photoPx)];
    for (int cell = 0; cell < all.length; cell++) {
      all[cell] = px < 1 ? cubic(cell, photoPx) : shares(cell, photoPx);
    }
    return all;
  }

  private Taps shares(int cell, int photoPx) {
    double start = cell * px;
    double end = Math.min((cell + 1) * px, photoPx);
    int from = (int) start;
    float[] weights = new float[(int) Math.ceil(end - ROUNDING_PX) - from];
    for (int i = 0; i < weights.length; i++) {
      double share = Math.min(end, from + i + 1) - Math.max(start, from + i);
      weights[i] = (float) (share / (end - start));
    }
    return new Taps(from, weights);
  }

  private Taps cubic(int cell, int photoPx) {
    double at = (cell + 0.5) * px - 0.5;
    int before = (int) Math.floor(at);
    int from = Math.max(0, Math.min(photoPx - 1, before - 1));
    int to = Math.max(0, Math.min(photoPx - 1, before + 2));
    float[] weights = new float[to - from + 1];
    for (int pixel = before - 1; pixel <= before + 2; pixel++) {
      // Beyond its edge the photo goes on as it ends.
      weights[Math.max(from, Math.min(to, pixel)) - from] += (float) keys(Math.abs(at - pixel));
    }
    return new Taps(from, weights);
  }

  private static double keys(double far) {
    return far < 1 ? (1.5 * far - 2.5) * far * far + 1 : ((2.5 - 0.5 * far) * far - 4) * far + 2;
  }
}
