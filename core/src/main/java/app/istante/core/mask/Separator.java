package app.istante.core.mask;

import app.istante.core.image.LinearImage;

/**
 * Separates product, shadow, ground and foreign parts. The picture is held against its ground
 * ({@link AgainstGround}) and the product cut out ({@link ProductCut}); a doubtful outline is cut
 * again with the sheet's bend known, and one that does not look like a thing at a {@link
 * FirstGlance} with what the glance sees.
 */
public final class Separator {
  /** An outline that is surer than this needs no second look with the sheet's bend known. */
  private static final double SURE = 0.9;

  private static final double DOUBTED = 0.5;

  /**
   * An outline that was cut with a glance's help is taken where it overlaps with the glance by this
   * much, and by so much more than the one without. Of 129 pictures, 96 of them not learned from,
   * 17 were cut anew so, 15 of them better.
   */
  private static final double FITS = 0.8;

  private static final double FITS_BETTER_BY = 0.06;

  private Separator() {}

  /** Takes the picture apart. A picture of nothing but ground gives {@code found == false}. */
  public static Separation separate(LinearImage image) {
    return separate(image, null, null);
  }

  /**
   * @param foreign pixels of the working picture that are known not to be product or ground, such
   *     as a colour card; or null
   * @param blank the empty set from the same place, or null; one that explains the ground less well
   *     than a smooth surface does is of another set and not used
   */
  public static Separation separate(LinearImage image, boolean[] foreign, BlankFrame blank) {
    AgainstGround plain = AgainstGround.of(image, foreign, blank);
    ProductCut cut = new ProductCut(plain);
    Separation seen = withBend(plain, cut.made(null));
    FirstGlance glance = FirstGlance.at(image, foreign);
    double agreed = glance.agreement(seen.alpha());
    if (agreed >= FirstGlance.AGREES) {
      return seen;
    }
    // What either takes for a thing looks like one.
    double most = Math.max(agreed, glance.secondOpinion().agreement(seen.alpha()));
    if (most >= FirstGlance.AGREES) {
      return seen;
    }
    Separation heeding = cut.made(glance);
    double agrees = glance.agreement(heeding.alpha());
    // Light and edges may have been misled, or the glance: so both count.
    boolean better =
        agrees >= FITS
            && agrees > agreed + FITS_BETTER_BY
            && agrees * agrees * heeding.confidence() > agreed * agreed * seen.confidence();
    return better
        ? heeding.trusted(FirstGlance.trust(agrees))
        : seen.trusted(FirstGlance.trust(most));
  }

  /** A doubtful outline drawn again with the sheet's bend known, where it is surer so. */
  private static Separation withBend(AgainstGround seen, Separation plain) {
    AgainstGround told = plain.confidence() < SURE ? seen.withBend(plain) : null;
    if (told == null) {
      return plain;
    }
    Separation bent = new ProductCut(told).made(null);
    // What was seen through once is open; a filled opening only looks surer.
    boolean closes = bent.holes() < plain.holes() && plain.confidence() >= DOUBTED;
    return closes || bent.confidence() < plain.confidence() ? plain : bent;
  }
}
