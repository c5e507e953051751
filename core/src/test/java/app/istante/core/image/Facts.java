package app.istante.core.image;

/** What a plain file says of itself: for readings that are put together by hand. */
public final class Facts {
  private Facts() {}

  public static PhotoFacts of(int widthPx, int heightPx) {
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
        null,
        new PhotoFacts.Privacy(false, false, false));
  }
}
