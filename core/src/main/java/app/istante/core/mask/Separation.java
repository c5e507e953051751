package app.istante.core.mask;

import app.istante.core.image.Scale;

/**
 * The working-size picture taken apart. All planes are {@code width * height}, row by row, at the
 * scale of the {@link app.istante.core.image.LinearImage} it was made from. The arrays are only
 * read.
 *
 * @param found whether anything stands on the ground
 * @param confidence 0 to 1: how far the outline can be trusted
 * @param alpha share of the pixel covered by the product, 0 to 1
 * @param kind per pixel one of {@link #GROUND}, {@link #PRODUCT}, {@link #SHADOW}, {@link #FOREIGN}
 * @param groundLog the smooth model of the ground, log2(linear + floor), three planes
 * @param deviationStops how far each pixel's luminance lies from that model, stops
 * @param parts separate parts of the product
 * @param holes places where the ground is seen through the product
 * @param noiseStops typical deviation of a ground pixel from the smooth model, stops
 * @param borderAgreement share of the frame's border that is ground, 0 to 1; where the ground is a
 *     sheet that does not fill the frame, of the border that it reaches
 * @param againstBlank whether the ground is known from a blank frame of the same set
 */
public record Separation(
    int width,
    int height,
    boolean found,
    double confidence,
    float[] alpha,
    byte[] kind,
    float[][] groundLog,
    float[] deviationStops,
    int parts,
    int holes,
    double noiseStops,
    double borderAgreement,
    boolean againstBlank) {
  public static final byte GROUND = 1;
  public static final byte PRODUCT = 2;
  public static final byte SHADOW = 3;
  public static final byte FOREIGN = 4;

  /** The places of one kind. */
  static boolean[] places(byte[] kind, byte wanted) {
    boolean[] places = new boolean[kind.length];
    for (int at = 0; at < places.length; at++) {
      places[at] = kind[at] == wanted;
    }
    return places;
  }

  /** The places of the product. */
  Bits product() {
    return product(kind);
  }

  /** The places of the product, were each pixel of another kind. */
  Bits product(byte[] otherKind) {
    return Bits.of(places(otherKind, PRODUCT), width, height);
  }

  /** What is neither product nor foreign: what a selling place sees as ground. */
  public boolean isGroundOrShadow(int at) {
    return kind[at] == GROUND || kind[at] == SHADOW;
  }

  /** What a pixel is that belongs to nothing else: ground, or ground in shade. */
  byte open(int at) {
    return OffGround.open(deviationStops[at], BackdropModel.toleranceStops(noiseStops));
  }

  /** Linear value of the ground model at a pixel; channel 0 red, 1 green, 2 blue. */
  public double groundLinear(int channel, int at) {
    return Math.max(0, Math.pow(2, groundLog[channel][at]) - LogLight.FLOOR);
  }

  /** Luminance of the ground as it would be without the product, 0 and up; 1 is white. */
  public double groundLuminance(int at) {
    return 0.2126 * groundLinear(0, at)
        + 0.7152 * groundLinear(1, at)
        + 0.0722 * groundLinear(2, at);
  }

  /** The same outline, trusted less. */
  Separation trusted(double share) {
    return sure(confidence * share);
  }

  /** The same outline with another confidence. */
  Separation sure(double confidence) {
    return with(found, confidence, alpha, kind, groundLog, deviationStops, parts, holes);
  }

  /** The same outline, which a person found right; what was not found is not. */
  public Separation foundRight() {
    return sure(found ? 1 : confidence);
  }

  /** The same, with some places foreign: what of the product lay there alone is no part of it. */
  public Separation without(boolean[] foreign) {
    float[] covered = alpha.clone();
    byte[] kinds = kind.clone();
    for (int at = 0; at < kinds.length; at++) {
      if (foreign[at]) {
        kinds[at] = FOREIGN;
        covered[at] = 0;
      }
    }
    Regions before = Regions.of(width, height, at -> kind[at] == PRODUCT);
    Regions after = Regions.of(width, height, at -> kinds[at] == PRODUCT);
    int fewer = Math.max(1, parts - Math.max(0, before.all().size() - after.all().size()));
    return with(found, confidence, covered, kinds, groundLog, deviationStops, fewer, holes);
  }

  /**
   * The same as part of a larger picture that is foreign elsewhere, with the ground as it is at the
   * part's rim.
   *
   * @param left of the part, as {@code top}; pixels of the larger picture
   */
  public Separation within(int left, int top, int wholeWidth, int wholeHeight) {
    int size = wholeWidth * wholeHeight;
    float[] covered = new float[size];
    byte[] kinds = new byte[size];
    float[][] ground = new float[3][size];
    float[] deviation = new float[size];
    for (int at = 0; at < size; at++) {
      int x = at % wholeWidth - left;
      int y = at / wholeWidth - top;
      int here = Planes.clamp(y, height) * width + Planes.clamp(x, width);
      for (int channel = 0; channel < 3; channel++) {
        ground[channel][at] = groundLog[channel][here];
      }
      boolean inside = x >= 0 && y >= 0 && x < width && y < height;
      kinds[at] = inside ? kind[here] : FOREIGN;
      covered[at] = inside ? alpha[here] : 0;
      deviation[at] = inside ? deviationStops[here] : 0;
    }
    return new Separation(
        wholeWidth,
        wholeHeight,
        found,
        confidence,
        covered,
        kinds,
        ground,
        deviation,
        parts,
        holes,
        noiseStops,
        borderAgreement,
        againstBlank);
  }

  /** What each pixel is if these shares of them are covered by the product. */
  byte[] kindsUnder(float[] covered) {
    byte[] kinds = new byte[covered.length];
    for (int at = 0; at < kinds.length; at++) {
      boolean inside = covered[at] >= 0.5f;
      kinds[at] = inside ? PRODUCT : kind[at] == PRODUCT ? open(at) : kind[at];
    }
    return kinds;
  }

  /** Another outline in the same light. */
  Separation outlined(float[] alpha, byte[] kind, int parts, int holes) {
    return with(found, confidence, alpha, kind, groundLog, deviationStops, parts, holes);
  }

  /**
   * An outline that is known of the photo, in this light.
   *
   * @param scale of this
   */
  public Separation outlined(KnownOutline outline, int fullWidth, Scale scale) {
    float[] covered = outline.alpha(fullWidth, scale, width, height);
    byte[] kinds = kindsUnder(covered);
    return with(
        product(kinds).count() > 0,
        outline.confidence(),
        covered,
        kinds,
        groundLog,
        deviationStops,
        outline.parts(),
        outline.holes());
  }

  /** Another's outline in this one's light. */
  Separation outlinedAs(Separation other, byte[] kinds) {
    return with(
        other.found,
        other.confidence,
        other.alpha,
        kinds,
        groundLog,
        deviationStops,
        other.parts,
        other.holes);
  }

  /** The same outline, held against another ground. */
  Separation on(float[][] ground, float[] deviation, byte[] kinds) {
    return with(found, confidence, alpha, kinds, ground, deviation, parts, holes);
  }

  private Separation with(
      boolean found,
      double confidence,
      float[] alpha,
      byte[] kind,
      float[][] groundLog,
      float[] deviationStops,
      int parts,
      int holes) {
    return new Separation(
        width,
        height,
        found,
        confidence,
        alpha,
        kind,
        groundLog,
        deviationStops,
        parts,
        holes,
        noiseStops,
        borderAgreement,
        againstBlank);
  }
}
