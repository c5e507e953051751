package app.istante.core.measure;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;

/**
 * The light of the empty set, by which finishing can divide the lamps' fall-off out of a take: each
 * place is multiplied by how much darker its ground is than the ground at its brightest. Only known
 * where the ground is known from a blank frame.
 */
public final class FlatField {
  /** Beyond this many stops grain and false colours would be lifted into sight. */
  private static final double MOST_STOPS = 1.2;

  /** The brightest ground, save its own grain. */
  private static final double BRIGHTEST_SHARE = 0.98;

  /** The part of the product that has to survive. */
  private static final double PROTECTED_SHARE = 0.985;

  private static final double CLIP_LINEAR = Srgb.decode8(CodeCounts.CLIPPED_CODE);

  private final int width;
  private final int height;
  private final double scale;
  private final float[] gain;

  private FlatField(int width, int height, double scale, float[] gain) {
    this.width = width;
    this.height = height;
    this.scale = scale;
    this.gain = gain;
  }

  /** Null where no blank frame tells the ground. */
  public static FlatField of(Analysed picture) {
    Separation parts = picture.separation();
    if (!parts.againstBlank()) {
      return null;
    }
    float[] light = new float[parts.kind().length];
    float[] open = new float[light.length];
    int count = 0;
    for (int at = 0; at < light.length; at++) {
      light[at] = (float) Math.max(1e-4, Math.min(1, parts.groundLuminance(at)));
      if (parts.isGroundOrShadow(at)) {
        open[count++] = light[at];
      }
    }
    if (count == 0) {
      return null;
    }
    float brightest = Planes.quantile(open, count, BRIGHTEST_SHARE);
    double most = Math.pow(2, MOST_STOPS);
    for (int at = 0; at < light.length; at++) {
      light[at] = (float) Math.max(1, Math.min(most, brightest / light[at]));
    }
    return new FlatField(parts.width(), parts.height(), picture.linear().scale().px(), light);
  }

  /** Factor on linear light at a place in photo pixels, 1 and up. */
  public float at(double x, double y) {
    return Planes.between(gain, width, height, (x + 0.5) / scale - 0.5, (y + 0.5) / scale - 0.5);
  }

  /** What the take would read with the fall-off divided out; null without a blank frame. */
  static Readings.Evened evened(Analysed picture) {
    FlatField field = of(picture);
    if (field == null) {
      return null;
    }
    Separation parts = picture.separation();
    LinearImage light = picture.linear();
    float[] luminance = light.luminance();
    float[] smallest = new float[luminance.length];
    float[] largest = new float[luminance.length];
    int ground = 0;
    int product = 0;
    for (int at = 0; at < luminance.length; at++) {
      float gain = field.gain[at];
      if (parts.isGroundOrShadow(at)) {
        luminance[ground] = Math.min(1, gain * luminance[at]);
        smallest[ground++] = Math.min(1, gain * light.smallest(at));
      } else if (parts.kind()[at] == Separation.PRODUCT) {
        float most = light.largest(at);
        if (most < CLIP_LINEAR) {
          largest[product++] = gain * most;
        }
      }
    }
    double bright = product == 0 ? 1 : Planes.quantile(largest, product, PROTECTED_SHARE);
    return new Readings.Evened(
        Srgb.code(Planes.quantile(luminance, ground, 0.5)),
        Srgb.code(Planes.quantile(smallest, ground, 0.05)),
        Math.max(0, Math.log(CLIP_LINEAR / Math.max(1e-4, bright)) / Math.log(2)));
  }
}
