package app.istante.core.mask;

import app.istante.core.image.LinearImage;
import java.util.stream.Stream;

/**
 * Separates product, shadow, ground and foreign parts. The picture is held against its ground
 * ({@link AgainstGround}) and the product cut out ({@link ProductCut}); a doubtful outline is cut
 * again with the sheet's bend known, and one that does not look like a thing at a {@link
 * FirstGlance} with what the glance sees: on the ground as it was told, or on a sheet that was the
 * outline itself.
 */
public final class Separator {
  /** An outline that is surer than this needs no second look with the sheet's bend known. */
  private static final double SURE = 0.9;

  private static final double DOUBTED = 0.5;

  /** An outline that was cut with a glance's help is taken where it overlaps with it by so much. */
  private static final double FITS = 0.8;

  /**
   * And where it overlaps by so much more than the one without, in the mean of both opinions. Of
   * 276 pictures, 144 of them not learned from, 40 were cut anew so, four of them for the worse.
   */
  private static final double FITS_BETTER_BY = 0.05;

  /** An outline that looks so little like a thing may be the sheet that the thing lies on. */
  private static final double LOST = 0.6;

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
    return Crumbs.dropped(chosen(plain, cut, seen, glance), glance::around);
  }

  /** The outline that is told by light and edges, or one that is cut with a glance's help. */
  private static Separation chosen(
      AgainstGround plain, ProductCut cut, Separation seen, FirstGlance glance) {
    if (glance.agreement(seen.alpha()) >= FirstGlance.AGREES) {
      return seen;
    }
    Opinions opinions = new Opinions(glance, glance.secondOpinion());
    double most = opinions.most(seen);
    if (most >= FirstGlance.AGREES) {
      return seen;
    }
    Separation heeding = cut.made(glance);
    if (opinions.prefer(heeding, seen)) {
      return heeding.trusted(FirstGlance.trust(opinions.mean(heeding)));
    }
    return sheetsUnder(plain, most)
        .map(onSheet -> new ProductCut(onSheet).made(glance))
        .filter(upon -> opinions.prefer(upon, seen))
        .findFirst()
        .map(upon -> upon.trusted(FirstGlance.trust(opinions.mean(upon))))
        .orElseGet(() -> seen.trusted(FirstGlance.trust(most)));
  }

  /** What was outlined may have been a sheet, and what a glance sees a thing upon it. */
  private static Stream<AgainstGround> sheetsUnder(AgainstGround plain, double agreed) {
    return agreed < LOST ? plain.onSheets() : Stream.empty();
  }

  /** What two networks see at first glance. */
  private record Opinions(FirstGlance one, FirstGlance other) {
    /** What either takes for a thing looks like one. */
    double most(Separation outline) {
      return Math.max(one.agreement(outline.alpha()), other.agreement(outline.alpha()));
    }

    double mean(Separation outline) {
      return (one.agreement(outline.alpha()) + other.agreement(outline.alpha())) / 2;
    }

    /** Light and edges may have been misled, or one glance, or both: so all count. */
    boolean prefer(Separation helped, Separation alone) {
      double with = mean(helped);
      double without = mean(alone);
      return one.agreement(helped.alpha()) >= FITS
          && with > without + FITS_BETTER_BY
          && Math.pow(with / without, 3) * helped.confidence() > alone.confidence();
    }
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
