package app.istante.core.mask;

import app.istante.core.image.AtOnce;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Photo;
import java.util.concurrent.ForkJoinTask;
import java.util.function.Supplier;
import java.util.stream.Stream;

/**
 * Separates product, shadow, ground and foreign parts. The picture is held against its ground
 * ({@link AgainstGround}) and the product cut out ({@link ProductCut}); a doubtful outline is cut
 * again with the sheet's bend known, and one that does not look like a thing at a {@link
 * FirstGlance} with what the glance sees: on the ground as it was told, or on a sheet that was the
 * outline itself. Where none of these looks like a thing, what the glance sees alone is taken, and
 * stays doubted. An outline that runs along edges is kept where the glance's crosses the open
 * ground ({@link Rivals}). Pieces of an outline by light and edges that two glances plainly see
 * otherwise are corrected ({@link PlainlySeen}). What is doubted against the empty set is cut
 * without it, too. A bare ground is not looked at again: a glance sees things in grain. What is not
 * quite sure in the end is told once more from nearby ({@link CloserLook}).
 */
public final class Separator {
  /** An outline that is surer than this needs no second look with the sheet's bend known. */
  private static final double SURE = 0.9;

  /** What is less sure waits for a look. */
  static final double DOUBTED = 0.5;

  /** An outline that was cut with a glance's help is taken where it overlaps with it by so much. */
  private static final double FITS = 0.8;

  /**
   * And where it overlaps by so much more than the one without. Of 218 pictures three end otherwise
   * with nothing or 0.05 here and 0.75 to 0.85 above, or with the mean of both opinions.
   */
  private static final double FITS_BETTER_BY = 0.02;

  /** An outline that looks so little like a thing may be the sheet that the thing lies on. */
  private static final double LOST = 0.6;

  /**
   * What looks as little like a thing, and goes on beyond the frame, is the sheet. What lies on it
   * is taken, then, if only it looks more like one: a goblet's stem is too thin for a glance. It
   * stays doubted, unless it is plain from nearby.
   */
  private static final double SURELY_LOST = 0.4;

  /** This share of the frame's width and height together lies across what goes on beyond it. */
  private static final double AT_FRAME = 0.1;

  /**
   * A doubted outline gives way to what a glance alone sees, where that overlaps with it by so
   * much.
   */
  private static final double LEAST_AT_A_GLANCE = 0.8;

  /**
   * And by so much more. Of 182 pictures, by the network of engine 0.21, it is taken so in 12 and
   * nearer to the truth in 8 of these; with 0.1 in 15 of 24, which gains less in all.
   */
  private static final double PLAINLY_NEARER_BY = 0.2;

  /** The most that an outline by a glance alone is trusted: it stays doubted. */
  private static final double AT_A_GLANCE = 0.45;

  /**
   * An outline that is less sure is told once more from nearby. Of 151 that were surer two were
   * wrong; neither is told otherwise, but two of the right ones are.
   */
  private static final double SURE_AT_ONCE = 0.93;

  /**
   * Two tellings of an outline that overlap by less cannot both be right. Of 139 less sure but
   * trusted ones 43 were wrong: 28 of them are told otherwise, and five of the right ones; with
   * 0.95 23 and three, with 0.97 31 and twelve.
   */
  private static final double SAME = 0.96;

  private Separator() {}

  /** Takes the picture apart. A picture of nothing but ground gives {@code found == false}. */
  public static Separation separate(LinearImage image) {
    return separate(image, null, null, null);
  }

  /**
   * @param foreign pixels of the working picture that are known not to be product or ground, such
   *     as a colour card; or null
   * @param blank the empty set from the same place, or null; one that explains the ground less well
   *     than a smooth surface does is of another set and not used
   * @param photo that it is the working picture of, for a closer look; or null
   */
  public static Separation separate(
      LinearImage image, boolean[] foreign, BlankFrame blank, Photo photo) {
    Seen seen = Seen.of(image, foreign, blank);
    AgainstGround ground = seen.ground;
    FirstGlance glance = seen.glance;
    Told told = told(ground, glance);
    Separation outline = told.outline;
    if (outline.againstBlank() && outline.confidence() < DOUBTED) {
      Told without = told(AgainstGround.of(image, foreign, null), glance);
      boolean surer = without.outline.confidence() > outline.confidence();
      return ground.unshaded(
          surer
              ? ground.holding(confirmed(image, foreign, photo, without, glance), outline)
              : outline);
    }
    return ground.unshaded(confirmed(image, foreign, photo, told, glance));
  }

  /**
   * The outline, told once more from nearby and trusted as far as both tellings say together. The
   * other one is taken where it is surer and looks more like a thing; and where both tell the same,
   * if every glance, at the whole and from nearby, finds it more like one: of 138 so told 58, of
   * which 29 come nearer to the truth by more than 0.002, five go further from it by so much, and
   * none is lost.
   */
  private static Separation confirmed(
      LinearImage image, boolean[] foreign, Photo photo, Told from, FirstGlance far) {
    Separation told = from.outline;
    double sure = told.confidence();
    if (!told.found() || sure >= SURE_AT_ONCE || told.againstBlank()) {
      return told;
    }
    CloserLook look = new CloserLook(image, foreign, told, photo);
    if (!look.isCloser()) {
      return told.sure(TwiceTold.onlyOnce(from.own, most(far, told)));
    }
    Seen seen = Seen.of(look.part(), look.foreign(), null);
    FirstGlance glance = seen.glance;
    Told near = told(seen.ground, glance);
    Separation again = near.outline;
    Separation other = look.outlinedAs(again);
    double alike = CloserLook.overlap(told, other);
    boolean nearer =
        sure >= DOUBTED && alike >= SAME
            ? look.isMoreAlike(again, glance) && far.prefers(other.alpha(), told.alpha())
            : look.isBetter(again, glance);
    Separation taken = nearer && !look.takesShade(other) ? other : told;
    double most = Math.max(most(far, taken), most(glance, again));
    return taken.sure(TwiceTold.confidence(from.own, near.own, alike, most));
  }

  /** How far an outline agrees with whichever of two glances it agrees with more. */
  private static double most(FirstGlance glance, Separation outline) {
    return Judged.by(glance, glance.secondOpinion(), outline).agreement;
  }

  /** What is told from: the light against its ground, and what a glance takes for a thing. */
  private record Seen(AgainstGround ground, FirstGlance glance) {
    static Seen of(LinearImage image, boolean[] foreign, BlankFrame blank) {
      ForkJoinTask<FirstGlance> glancing = AtOnce.begin(() -> FirstGlance.at(image, foreign));
      return new Seen(AgainstGround.of(image, foreign, blank), glancing.join());
    }
  }

  /**
   * @param own how sure light and edges alone are of the outline; 0 where they did not draw it
   */
  private record Told(Separation outline, double own) {
    static Told by(Separation sure) {
      return new Told(sure, sure.confidence());
    }
  }

  private static Told told(AgainstGround ground, FirstGlance glance) {
    ProductCut cut = new ProductCut(ground, glance);
    Separation made = cut.made();
    if (!made.found() && cut.isBare()) {
      return Told.by(made);
    }
    Separation seen = withBend(ground, made, glance);
    Told told = chosen(ground, cut, seen, glance);
    return new Told(Crumbs.dropped(told.outline, glance), told.own);
  }

  /** The outline that is told by light and edges, or one that is cut with a glance's help. */
  private static Told chosen(
      AgainstGround plain, ProductCut cut, Separation seen, FirstGlance glance) {
    boolean agreed = glance.agreement(seen.alpha()) >= FirstGlance.AGREES;
    boolean objected = objects(glance, seen);
    if (agreed && !objected) {
      return Told.by(seen);
    }
    FirstGlance second = glance.secondOpinion();
    Judged alone = Judged.by(glance, second, seen);
    agreed = alone.agreement() >= FirstGlance.AGREES;
    boolean bothObject = objected && objects(second, seen);
    if (agreed && !bothObject) {
      return Told.by(seen);
    }
    float[] first = glance.shares();
    // By the first glance alone: pieces that a second one sees less plainly stay whole so.
    Supplier<Judged> corrected =
        () -> bothObject ? alone.corrected(cut.heeding(first), glance, second) : alone;
    if (agreed) {
      return corrected.get().trusted();
    }
    float[] both = FirstGlance.meanOdds(first, second.shares());
    // Against the empty set light says so much that a second glance only blurs it.
    float[] heeded = plain.blank == null ? both : first;
    Judged heeding = Judged.by(glance, second, cut.heeding(heeded));
    Judged cutAgain =
        heeding.preferredTo(alone) && !alone.isClearerThan(heeding, plain)
            ? heeding
            : sheetsUnder(plain, alone.agreement())
                .map(
                    onSheet ->
                        Judged.by(glance, second, new ProductCut(onSheet, glance).heeding(heeded)))
                .filter(upon -> upon.preferredTo(alone) || upon.liesOn(alone))
                .findFirst()
                .orElseGet(corrected);
    Judged told = cutAgain.withoutPrint(glance, second);
    Told trusted = told.trusted();
    if (trusted.outline.confidence() >= DOUBTED) {
      return trusted;
    }
    Judged looked = Judged.by(glance, second, cut.atAGlance(both));
    if (!looked.plainlyNearerThan(told) || told.isClearerThan(looked, plain)) {
      return trusted;
    }
    // The ground is that of the sheet on which the outline is surest.
    Judged atAGlance =
        plain
            .onSheets()
            .map(
                onSheet ->
                    Judged.by(glance, second, new ProductCut(onSheet, glance).atAGlance(both)))
            .filter(upon -> upon.plainlyNearerThan(told))
            .reduce(looked, Judged::surer);
    return new Told(atAGlance.trusted(AT_A_GLANCE), 0);
  }

  /** Whether a glance plainly sees a piece otherwise than the outline has it. */
  private static boolean objects(FirstGlance glance, Separation outline) {
    return glance.objectsTo(outline.alpha()) || PlainlySeen.opensPrint(outline, glance);
  }

  /** What was outlined may have been a sheet, and what a glance sees a thing upon it. */
  private static Stream<AgainstGround> sheetsUnder(AgainstGround plain, double agreed) {
    return agreed < LOST ? plain.onSheets() : Stream.empty();
  }

  /**
   * @param agreement of the outline with whichever of two glances overlaps with it more: what
   *     either takes for a thing looks like one
   * @param least the same with the other of them. By this it is trusted: of 332 pictures six are
   *     wrong and not doubted so, with the greater one thirteen, and 31 right but doubted, not 25
   */
  private record Judged(Separation outline, double agreement, double least) {
    static Judged by(FirstGlance one, FirstGlance other, Separation outline) {
      double first = one.agreement(outline.alpha());
      double second = other.agreement(outline.alpha());
      return new Judged(outline, Math.max(first, second), Math.min(first, second));
    }

    /** Light and edges may have been misled, or a glance: so both count. */
    boolean preferredTo(Judged alone) {
      return agreement >= FITS && agreement > alone.agreement + FITS_BETTER_BY && outweighs(alone);
    }

    /**
     * Whether this looks like a thing, too, and runs along edges where the other does not. What
     * both glances fully see needs no edges: white things on white have none. Against the empty set
     * light tells where there is none (a white mug's outline is lost with this: 0.94 to 0.87).
     */
    boolean isClearerThan(Judged other, AgainstGround seen) {
      return seen.blank == null
          && agreement >= LOST
          && other.least < FirstGlance.AGREES
          && Rivals.isClearer(seen, outline, other.outline);
    }

    private boolean outweighs(Judged other) {
      double times = agreement / other.agreement;
      return Math.pow(times, 3) * outline.confidence() > other.outline.confidence();
    }

    /** Whether this is a thing on the sheet that the other outline took for one. */
    boolean liesOn(Judged sheet) {
      return sheet.agreement < SURELY_LOST && sheet.goesOnBeyondFrame() && outweighs(sheet);
    }

    private boolean goesOnBeyondFrame() {
      Regions pieces = Regions.of(outline.product());
      int atFrame = pieces.all().stream().mapToInt(Regions.Region::borderPx).sum();
      return atFrame > AT_FRAME * (outline.width() + outline.height());
    }

    /** With what both glances plainly see in the place of what this outline has there. */
    Judged corrected(Separation other, FirstGlance one, FirstGlance second) {
      return by(one, second, PlainlySeen.corrected(outline, other, one.shares(), second.shares()));
    }

    /** With print filled that it was opened at. */
    Judged withoutPrint(FirstGlance one, FirstGlance second) {
      Separation filled = PlainlySeen.withoutPrint(outline, one.shares(), second.shares());
      return filled == outline ? this : by(one, second, filled);
    }

    boolean plainlyNearerThan(Judged told) {
      return agreement >= LEAST_AT_A_GLANCE && agreement > told.agreement + PLAINLY_NEARER_BY;
    }

    static Judged surer(Judged one, Judged other) {
      return other.outline.confidence() > one.outline.confidence() ? other : one;
    }

    Told trusted() {
      return new Told(trusted(1), outline.confidence());
    }

    Separation trusted(double atMost) {
      return outline.trusted(atMost * FirstGlance.trust(least));
    }
  }

  /** A doubtful outline drawn again with the sheet's bend known, where it is surer so. */
  private static Separation withBend(AgainstGround seen, Separation plain, FirstGlance glance) {
    AgainstGround told = plain.confidence() < SURE ? seen.withBend(plain) : null;
    if (told == null) {
      return plain;
    }
    Separation bent = new ProductCut(told, glance).made();
    // What was seen through once is open; a filled opening only looks surer.
    boolean closes = bent.holes() < plain.holes() && plain.confidence() >= DOUBTED;
    return closes || bent.confidence() < plain.confidence() ? plain : bent;
  }
}
