package app.istante.core.image;

import java.util.stream.IntStream;

/** Runs a loop over rows, on all processors when the picture is large enough to gain by it. */
public final class Rows {
  private static final int WORTH_SPLITTING_PIXELS = 200_000;
  private static final int MOST_BANDS = 16;

  /** What to do with the rows {@code fromRow} (inclusive) to {@code toRow} (exclusive). */
  @FunctionalInterface
  public interface Band {
    void run(int fromRow, int toRow);
  }

  private Rows() {}

  public static void forEach(int width, int height, Band band) {
    forEach(width, height, 1, band);
  }

  /**
   * @param leastRows that a band has, where beginning one costs something
   */
  public static void forEach(int width, int height, int leastRows, Band band) {
    if ((long) width * height < WORTH_SPLITTING_PIXELS) {
      band.run(0, height);
      return;
    }
    int bands = Math.max(1, Math.min(height / leastRows, MOST_BANDS));
    IntStream.range(0, bands)
        .parallel()
        .forEach(
            b ->
                band.run(
                    (int) ((long) height * b / bands), (int) ((long) height * (b + 1) / bands)));
  }
}
