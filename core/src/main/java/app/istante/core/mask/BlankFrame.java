package app.istante.core.mask;

import app.istante.core.image.LinearImage;

/**
 * The empty set, photographed first: how the ground looks without the product, and what else is to
 * be seen in the frame. A take from the same place is told from it pixel by pixel, where a smooth
 * surface could only guess: the bend of the sheet, the lamps' pools and the sheet's edges are
 * known.
 */
public final class BlankFrame {
  /** Grain and paper are evened out over so many working pixels, but edges kept. */
  private static final int EVEN_PX = 6;

  /** What differs by less than this from its surroundings is evened out: log2 units, squared. */
  private static final float EVEN_BELOW = 0.03f;

  /** Rim of what is no ground, working pixels. */
  private static final int RIM_PX = 2;

  private static final float DARKEST = (float) (Math.log(LogLight.FLOOR) / Math.log(2));

  private final int width;
  private final int height;
  private final float[][] log;
  private final boolean[] notGround;

  private BlankFrame(int width, int height, float[][] log, boolean[] notGround) {
    this.width = width;
    this.height = height;
    this.log = log;
    this.notGround = notGround;
  }

  /**
   * @param image the blank frame at working size
   */
  public static BlankFrame of(LinearImage image) {
    int width = image.width();
    int height = image.height();
    float[][] planes = LogLight.planes(image);
    for (int channel = 0; channel < 3; channel++) {
      // Evened out just as a take is before it is held against this.
      float[] smooth = Planes.boxMean(planes[channel], width, height, 1);
      planes[channel] = evened(smooth, width, height);
    }
    Separation parts = Separator.separate(image);
    boolean[] notGround = new boolean[width * height];
    for (int at = 0; at < notGround.length; at++) {
      notGround[at] = !parts.isGroundOrShadow(at);
    }
    return new BlankFrame(width, height, planes, Bits.near(notGround, width, height, RIM_PX));
  }

  private static float[] evened(float[] plane, int width, int height) {
    float[] share = new float[plane.length];
    for (int at = 0; at < share.length; at++) {
      share[at] = 1 - plane[at] / DARKEST;
    }
    float epsilon = EVEN_BELOW / (DARKEST * DARKEST);
    float[] even = GuidedFilter.apply(share, share, width, height, EVEN_PX, epsilon);
    for (int at = 0; at < even.length; at++) {
      even[at] = DARKEST * (1 - even[at]);
    }
    return even;
  }

  /** Whether a picture of this size can be held against it. */
  boolean fits(int width, int height) {
    return this.width == width && this.height == height;
  }

  /** Three planes of log2(linear + floor), row by row; only read. */
  float[][] log() {
    return log;
  }

  /** What stood in the empty set and is no ground: the table's edge, a stand, a lamp; only read. */
  boolean[] notGround() {
    return notGround;
  }
}
