package app.istante.core.image;

/** What a plain file says of itself: for readings that are put together by hand. */
public final class Facts {
  private Facts() {}

  public static PhotoFacts of(int widthPx, int heightPx) {
    return of(widthPx, heightPx, null);
  }

  /** Settings that the readings of a camera's picture speak of. */
  public static PhotoFacts.Camera camera(
      double focalLength35Mm, double fNumber, double seconds, int iso) {
    return new PhotoFacts.Camera(
        null, null, null, focalLength35Mm, fNumber, seconds, iso, null, null, null);
  }

  public static PhotoFacts of(int widthPx, int heightPx, PhotoFacts.Camera camera) {
    return new PhotoFacts(
        widthPx,
        heightPx,
        "JPEG",
        8,
        "sRGB (assumed)",
        92,
        400_000,
        "0",
        1,
        null,
        camera,
        new PhotoFacts.Privacy(false, false, false));
  }
}
