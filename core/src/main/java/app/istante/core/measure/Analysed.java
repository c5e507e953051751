package app.istante.core.measure;

import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Photo;
import app.istante.core.mask.Separation;
import app.istante.core.mask.Separator;

/**
 * A photo made ready for measuring: its full-size sRGB codes, a working-size picture in linear
 * light and CIELAB, and what is product and what is ground. Immutable once made; the measures only
 * read it.
 */
public final class Analysed {
  /** Long side at which shape, light and colour are reasoned about. */
  private static final int WORKING_PX = 900;

  private final Photo photo;
  private final EncodedImage srgb;
  private final LinearImage linear;
  private final float[] labL;
  private final float[] labA;
  private final float[] labB;
  private final Separation separation;

  private Analysed(Photo photo, EncodedImage srgb, LinearImage linear, Separation separation) {
    this.photo = photo;
    this.srgb = srgb;
    this.linear = linear;
    this.separation = separation;
    int size = linear.width() * linear.height();
    labL = new float[size];
    labA = new float[size];
    labB = new float[size];
    Lab.fill(linear.red(), linear.green(), linear.blue(), labL, labA, labB);
  }

  public static Analysed of(Photo photo) {
    int longest = Math.max(photo.widthPx(), photo.heightPx());
    int factor = Math.max(1, Math.round((float) longest / WORKING_PX));
    LinearImage linear = photo.linear(factor);
    return new Analysed(photo, photo.srgb(), linear, Separator.separate(linear));
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
    return Separator.fullSizeMask(separation, linear.factor(), photo.widthPx(), photo.heightPx());
  }
}
