package app.istante.core.mask;

import app.istante.core.image.LinearImage;

/**
 * The part of a picture that holds an outlined thing and a little of the ground around it. Told
 * from that alone, the ground's surface is fitted anew and a first glance sees the thing larger: an
 * outline that rests on either is told otherwise then.
 */
final class CloserLook {
  /** Ground on each side, as a share of the thing's longer side. */
  private static final double AROUND = 0.2;

  /** And no less than this, working pixels. */
  private static final int LEAST_AROUND_PX = 20;

  private final int left;
  private final int top;
  private final LinearImage part;
  private final boolean[] foreign;
  private final Separation told;

  /**
   * @param foreign pixels of the picture that are known not to be product or ground; or null
   * @param told something that was found in the picture
   */
  CloserLook(LinearImage image, boolean[] foreign, Separation told) {
    this.told = told;
    Extent thing = Extent.of(told.product().unpacked(), told.width());
    int longer = Math.max(thing.right() - thing.left(), thing.bottom() - thing.top());
    int around = Math.max(LEAST_AROUND_PX, (int) (AROUND * longer));
    left = Math.max(0, thing.left() - around);
    top = Math.max(0, thing.top() - around);
    int right = Math.min(told.width(), thing.right() + around + 1);
    int bottom = Math.min(told.height(), thing.bottom() + around + 1);
    part = image.part(left, top, right - left, bottom - top);
    this.foreign = foreign == null ? null : here(foreign, new boolean[size()]);
  }

  /** The part's pixels of a plane of the picture, of whatever they are. */
  private <T> T here(T plane, T pixels) {
    for (int y = 0; y < part.height(); y++) {
      int from = (top + y) * told.width() + left;
      System.arraycopy(plane, from, pixels, y * part.width(), part.width());
    }
    return pixels;
  }

  LinearImage part() {
    return part;
  }

  /** Pixels of the part that are known not to be product or ground; or null. */
  boolean[] foreign() {
    return foreign;
  }

  private int size() {
    return part.width() * part.height();
  }

  /**
   * Whether what was told of the part is surer, and both glances find it more like a thing.
   *
   * @param glance at the part
   */
  boolean isBetter(Separation again, FirstGlance glance) {
    if (again.confidence() <= told.confidence()) {
      return false;
    }
    float[] before = here(told.alpha(), new float[size()]);
    return isMoreAlike(again.alpha(), before, glance)
        && isMoreAlike(again.alpha(), before, glance.secondOpinion());
  }

  private static boolean isMoreAlike(float[] alpha, float[] than, FirstGlance glance) {
    return glance.agreement(alpha) > glance.agreement(than);
  }

  /** The picture with the outline that was told of the part. */
  Separation outlinedAs(Separation again) {
    float[] alpha = new float[told.alpha().length];
    for (int at = 0; at < alpha.length; at++) {
      int x = at % told.width() - left;
      int y = at / told.width() - top;
      boolean within = x >= 0 && y >= 0 && x < part.width() && y < part.height();
      boolean free = told.kind()[at] != Separation.FOREIGN;
      alpha[at] = within && free ? again.alpha()[y * part.width() + x] : 0;
    }
    return told.outlined(alpha, told.kindsUnder(alpha), again.parts(), again.holes());
  }

  /**
   * How alike the two outlines are: intersection over union, 0 to 1.
   *
   * @param again the part by itself
   */
  double overlap(Separation again) {
    byte[] kind = here(told.kind(), new byte[size()]);
    Bits before = again.product(kind);
    Bits after = again.product();
    int both = before.and(after).count();
    return (double) both / Math.max(1, before.count() + after.count() - both);
  }
}
