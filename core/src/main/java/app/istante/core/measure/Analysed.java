package app.istante.core.measure;

import app.istante.core.card.CardFinder;
import app.istante.core.card.CardFinder.FoundCard;
import app.istante.core.card.FlatPlaces;
import app.istante.core.card.GreyCardFinder;
import app.istante.core.card.GreyCardFinder.GreyCard;
import app.istante.core.colour.CardReference;
import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Photo;
import app.istante.core.image.Scale;
import app.istante.core.mask.BlankFrame;
import app.istante.core.mask.FullSizeMask;
import app.istante.core.mask.Separation;
import app.istante.core.mask.Separator;
import java.awt.geom.Path2D;

/**
 * A photo made ready for measuring: its full-size sRGB codes, a working-size picture in linear
 * light and CIELAB, and what is product and what is ground. Immutable once made; the measures only
 * read it.
 */
public final class Analysed {
  static final CardReference CARD_REFERENCE = CardReference.sinceNovember2014();

  /** The card's own edge and shadow belong to it. */
  private static final double AROUND_CARD = 1.1;

  /** A product is not much smaller than the grey card beside it. */
  private static final double LEAST_BESIDE = 0.3;

  private final Photo photo;
  private final EncodedImage srgb;
  private final LinearImage linear;
  private final float[] labL;
  private final float[] labA;
  private final float[] labB;
  private final Separation separation;

  private final FoundCard card;
  private final GreyCard greyCard;
  private final Border.Found border;
  private final Lettering.Found lettering;
  private final Known known;

  private Analysed(Photo photo, EncodedImage srgb, LinearImage linear, Known known) {
    this.photo = photo;
    this.known = known;
    this.srgb = srgb;
    this.linear = linear;
    int size = linear.width() * linear.height();
    labL = new float[size];
    labA = new float[size];
    labB = new float[size];
    Lab.fill(linear.red(), linear.green(), linear.blue(), labL, labA, labB);
    FlatPlaces flat = FlatPlaces.of(linear, labL, labA, labB);
    card = CardFinder.find(flat, CARD_REFERENCE).orElse(null);
    GreyCard grey =
        card != null ? null : GreyCardFinder.find(flat, known.isCardFrame()).orElse(null);
    boolean[] covered =
        card != null ? covered(card.corners()) : grey != null ? covered(grey.corners()) : null;
    Separation told = Separator.separate(linear, covered, known.blank(), photo);
    if (grey != null && !known.isCardFrame() && !isBeside(told, covered)) {
      // A grey thing that is for sale looks the same.
      grey = null;
      told = Separator.separate(linear, null, known.blank(), photo);
    }
    greyCard = grey;
    border = Border.in(srgb, told, linear.scale());
    told = border.sides().isEmpty() ? told : inside(border.inside(), covered);
    if (known.outline() != null) {
      told = told.outlined(known.outline(), photo.widthPx(), linear.scale());
    }
    lettering = Lettering.in(told);
    Separation own = lettering.takenOff(told);
    separation = known.outlineRight() ? own.foundRight() : own;
  }

  /** Taken apart as if what lies outside had been cropped off. */
  private Separation inside(Border.Inside part, boolean[] covered) {
    boolean[] own = covered == null ? null : new boolean[part.width() * part.height()];
    for (int at = 0; own != null && at < own.length; at++) {
      own[at] = covered[part.whole(at, linear.width())];
    }
    LinearImage cropped = linear.part(part.left(), part.top(), part.width(), part.height());
    return Separator.separate(cropped, own, null, null)
        .within(part.left(), part.top(), linear.width(), linear.height());
  }

  /** Whether there is a product besides what is covered. */
  private static boolean isBeside(Separation told, boolean[] covered) {
    int own = 0;
    int product = 0;
    for (int at = 0; at < covered.length; at++) {
      own += covered[at] ? 1 : 0;
      product += told.kind()[at] == Separation.PRODUCT ? 1 : 0;
    }
    return told.found()
        && told.confidence() >= Readings.Product.SURE_OUTLINE
        && product > LEAST_BESIDE * own;
  }

  /** Working pixels under a quadrangle given in photo pixels, with a little round it. */
  private boolean[] covered(double[][] corners) {
    boolean[] inside = new boolean[linear.width() * linear.height()];
    double middleX = 0;
    double middleY = 0;
    for (double[] corner : corners) {
      middleX += corner[0] / corners.length;
      middleY += corner[1] / corners.length;
    }
    Path2D shape = new Path2D.Double();
    for (int i = 0; i < corners.length; i++) {
      double x = middleX + AROUND_CARD * (corners[i][0] - middleX);
      double y = middleY + AROUND_CARD * (corners[i][1] - middleY);
      if (i == 0) {
        shape.moveTo(x, y);
      } else {
        shape.lineTo(x, y);
      }
    }
    shape.closePath();
    for (int at = 0; at < inside.length; at++) {
      inside[at] =
          shape.contains(
              (at % linear.width() + 0.5) * linear.scale().px(),
              (at / linear.width() + 0.5) * linear.scale().px());
    }
    return inside;
  }

  public static Analysed of(Photo photo) {
    return of(photo, Known.NOTHING);
  }

  public static Analysed of(Photo photo, Known known) {
    return new Analysed(photo, photo.srgb(), working(photo), known);
  }

  /** A photo of the empty set, made ready for telling takes from it. */
  public static BlankFrame blank(Photo photo) {
    return BlankFrame.of(working(photo));
  }

  private static LinearImage working(Photo photo) {
    int longest = Math.max(photo.widthPx(), photo.heightPx());
    return photo.linear(Scale.working(longest));
  }

  public Photo photo() {
    return photo;
  }

  public EncodedImage srgb() {
    return srgb;
  }

  public LinearImage linear() {
    return linear;
  }

  public Separation separation() {
    return separation;
  }

  Known known() {
    return known;
  }

  /** The colour card in the frame, or null. */
  FoundCard card() {
    return card;
  }

  /** The grey card in the frame, or null. */
  GreyCard greyCard() {
    return greyCard;
  }

  /** What was put round the picture. */
  Border.Found border() {
    return border;
  }

  /** What was written over the picture. */
  Lettering.Found lettering() {
    return lettering;
  }

  float[] labL() {
    return labL;
  }

  float[] labA() {
    return labA;
  }

  float[] labB() {
    return labB;
  }

  Lab lab(int at) {
    return new Lab(labL[at], labA[at], labB[at]);
  }

  /** The product's share of each full-size pixel, 0 to 255. */
  public byte[] fullSizeMask() {
    return FullSizeMask.of(separation, linear.scale(), photo.widthPx(), photo.heightPx());
  }
}
