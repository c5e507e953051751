package app.istante.core.image;

import java.util.Optional;

/**
 * One photograph, read and upright: what the file says of itself, and its pixels. Immutable; made
 * by {@link PhotoReader}.
 */
public final class Photo {
  private final PhotoFacts facts;
  private final EncodedImage codes;
  private final ColourTransform transform;
  private final JpegCoding coding;

  Photo(PhotoFacts facts, EncodedImage codes, ColourTransform transform, JpegCoding coding) {
    this.facts = facts;
    this.codes = codes;
    this.transform = transform;
    this.coding = coding;
  }

  /** A photo made in memory, in sRGB codes: for the simulated camera and for finished pictures. */
  public static Photo ofSrgb(PhotoFacts facts, EncodedImage srgb) {
    return new Photo(facts, srgb, ColourTransform.SRGB, null);
  }

  public PhotoFacts facts() {
    return facts;
  }

  public int widthPx() {
    return codes.widthPx();
  }

  public int heightPx() {
    return codes.heightPx();
  }

  /** How the file's pixels were rounded; nothing if it is no JPEG or one of a rare kind. */
  public Optional<JpegCoding> coding() {
    return Optional.ofNullable(coding);
  }

  /** The pixels in the file's own codes, upright. */
  public EncodedImage codes() {
    return codes;
  }

  /** The pixels in 8-bit sRGB codes, clamped to that gamut: what a selling place tests. */
  public EncodedImage srgb() {
    return transform.toSrgb(codes);
  }

  /** Linear light, unclamped, averaged over the cells of a scale. */
  public LinearImage linear(Scale scale) {
    return transform.reduce(codes, scale);
  }

  /** The same of a part of so many of its pixels. */
  public LinearImage linear(Scale scale, int left, int top, int width, int height) {
    return transform.reduce(new EncodedImage.Part(codes, left, top, width, height), scale);
  }
}
