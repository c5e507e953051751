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
    this.foreign = foreign == null ? null : here(foreign);
  }

  private boolean[] here(boolean[] set) {
    boolean[] here = new boolean[part.width() * part.height()];
    for (int y = 0; y < part.height(); y++) {
      int from = (top + y) * told.width() + left;
      System.arraycopy(set, from, here, y * part.width(), part.width());
    }
    return here;
  }

  LinearImage part() {
    return part;
  }

  /** Pixels of the part that are known not to be product or ground; or null. */
  boolean[] foreign() {
    return foreign;
  }

  /** What was outlined in the picture. */
  Separation told() {
    return told;
  }

  /** The outline as it was told before, of the part's pixels. */
  float[] before() {
    float[] before = new float[part.width() * part.height()];
    for (int y = 0; y < part.height(); y++) {
      int from = (top + y) * told.width() + left;
      System.arraycopy(told.alpha(), from, before, y * part.width(), part.width());
    }
    return before;
  }

  /** The picture with the outline that was told of the part. */
  Separation outlinedAs(Separation again) {
    float[] alpha = new float[told.alpha().length];
    byte[] kind = told.kind().clone();
    for (int at = 0; at < kind.length; at++) {
      int x = at % told.width() - left;
      int y = at / told.width() - top;
      boolean within = x >= 0 && y >= 0 && x < part.width() && y < part.height();
      int here = y * part.width() + x;
      alpha[at] = within && kind[at] != Separation.FOREIGN ? again.alpha()[here] : 0;
      if (alpha[at] >= 0.5f) {
        kind[at] = Separation.PRODUCT;
      } else if (kind[at] == Separation.PRODUCT) {
        kind[at] = told.open(at);
      }
    }
    return told.outlined(alpha, kind, again.parts(), again.holes());
  }

  /**
   * How alike the two outlines are: intersection over union, 0 to 1.
   *
   * @param again the part by itself
   */
  double overlap(Separation again) {
    boolean[] before = here(told.product().unpacked());
    boolean[] after = again.product().unpacked();
    int both = 0;
    int either = 0;
    for (int at = 0; at < before.length; at++) {
      both += before[at] && after[at] ? 1 : 0;
      either += before[at] || after[at] ? 1 : 0;
    }
    return (double) both / Math.max(1, either);
  }
}
