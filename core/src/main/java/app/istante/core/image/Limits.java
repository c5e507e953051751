package app.istante.core.image;

/**
 * The largest file and picture that is read; anything larger is refused before it is decoded.
 *
 * @param maxBytes largest file, bytes
 * @param maxPixels largest picture, width times height
 */
public record Limits(long maxBytes, long maxPixels) {
  /** 200 MB and 120 megapixels: above any phone or camera a home seller owns, below a bomb. */
  public static final Limits STANDARD = new Limits(200_000_000L, 120_000_000L);

  public Limits {
    if (maxBytes <= 0 || maxPixels <= 0) {
      throw new IllegalArgumentException(
          "limits must be positive: maxBytes [" + maxBytes + "], maxPixels [" + maxPixels + "]");
    }
  }
}
