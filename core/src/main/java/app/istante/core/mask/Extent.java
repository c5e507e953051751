package app.istante.core.mask;

/**
 * The least box around the pixels of a set, its edges included; of an empty set it begins past its
 * end.
 */
public record Extent(int left, int top, int right, int bottom) {
  /**
   * @param set row by row
   * @param columns in a row
   */
  public static Extent of(boolean[] set, int columns) {
    int rows = set.length / columns;
    int left = columns;
    int right = -1;
    int top = rows;
    int bottom = -1;
    for (int y = 0, at = 0; y < rows; y++) {
      for (int x = 0; x < columns; x++, at++) {
        if (set[at]) {
          left = Math.min(left, x);
          right = Math.max(right, x);
          top = Math.min(top, y);
          bottom = y;
        }
      }
    }
    return new Extent(left, top, right, bottom);
  }

  boolean isEmpty() {
    return right < left;
  }
}
