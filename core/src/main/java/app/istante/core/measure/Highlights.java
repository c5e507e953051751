package app.istante.core.measure;

import app.istante.core.image.Scale;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;

/**
 * Clipped spots on the product that are no loss: pin-point highlights, which give it shape, and
 * images of lamps in rounded metal. What mirrors a lamp is dark beside its image and fades into it;
 * what is burnt out by too much light has a neighbourhood that is nearly as light, and a burnt
 * label on something dark ends sharply.
 */
final class Highlights {
  /** Clipped spots smaller than this share of the product are pin-points. */
  private static final double PINPOINT_SHARE = 0.004;

  /** So far from a lamp's image it is darker: share of the product's size, the root of its area. */
  private static final double BESIDE_SHARE = 0.038;

  private static final int LEAST_BESIDE_PX = 4;
  private static final double DARKER_STOPS = 2.5;

  /** And at this share of that distance by no more than so much of it. */
  private static final double CLOSE_SHARE = 0.22;

  private static final double FADING_SHARE = 0.5;

  /** So much of its rim has the product beside it. */
  private static final double WITHIN_SHARE = 0.5;

  /** Of a rim, so many places say enough. */
  private static final int MOST_LOOKED_AT = 400;

  private static final float LEAST_LIGHT = 1e-4f;

  private final Analysed picture;
  private final CodeCounts counts;
  private final int width;
  private final int[] clipped;

  /** The cells of one spot are the queue's first. */
  private final int[] queue;

  private final boolean[] seen;

  /** Working pixels. */
  private final int beside;

  private final int close;
  private int cells;

  private Highlights(Analysed picture, CodeCounts counts) {
    this.picture = picture;
    this.counts = counts;
    width = counts.cellColumns;
    clipped = counts.clippedInCell;
    queue = new int[clipped.length];
    seen = new boolean[clipped.length];
    double size = Math.sqrt(counts.productPx) / picture.linear().scale().px();
    beside = (int) Math.max(LEAST_BESIDE_PX, Math.round(BESIDE_SHARE * size));
    close = Math.max(1, (int) Math.round(CLOSE_SHARE * beside));
  }

  /** Their share of the product, 0 to 1. */
  static double share(Analysed picture, CodeCounts counts) {
    return new Highlights(picture, counts).share();
  }

  private double share() {
    double pinpoint = PINPOINT_SHARE * counts.productPx;
    double highlights = 0;
    for (int start = 0; start < clipped.length; start++) {
      if (clipped[start] > 0 && !seen[start]) {
        long area = spotFrom(start);
        highlights += area < pinpoint || isLampsImage() ? area : 0;
      }
    }
    return highlights / counts.productPx;
  }

  /** Clipped pixels that hang together; their cells are in the queue afterwards. */
  private long spotFrom(int start) {
    int head = 0;
    cells = 0;
    long area = 0;
    seen[start] = true;
    queue[cells++] = start;
    while (head < cells) {
      int at = queue[head++];
      area += clipped[at];
      for (int step : new int[] {1, -1, width, -width}) {
        int to = at + step;
        if (isBeside(at, step) && !seen[to] && clipped[to] > 0) {
          seen[to] = true;
          queue[cells++] = to;
        }
      }
    }
    return area;
  }

  private boolean isBeside(int at, int step) {
    int to = at + step;
    boolean wraps = Math.abs(step) == 1 && Math.floorDiv(to, width) != at / width;
    return to >= 0 && to < clipped.length && !wraps;
  }

  private boolean isLampsImage() {
    int rim = 0;
    for (int i = 0; i < cells; i++) {
      if (isOnRim(queue[i])) {
        // What was looked at is no longer needed: the rim takes its place.
        queue[rim++] = queue[i];
      }
    }
    int every = Math.max(1, rim / MOST_LOOKED_AT);
    float[] darker = new float[rim / every + 1];
    float[] fading = new float[darker.length];
    int looked = 0;
    int within = 0;
    for (int i = 0; i < rim; i += every) {
      looked++;
      float light = darkest(queue[i], beside);
      if (light < 1) {
        darker[within] = -log2(light);
        fading[within] = log2(darkest(queue[i], close)) / log2(light);
        within++;
      }
    }
    return within > WITHIN_SHARE * looked
        && Planes.quantile(darker, within, 0.5) > DARKER_STOPS
        && Planes.quantile(fading, within, 0.5) < FADING_SHARE;
  }

  private boolean isOnRim(int at) {
    for (int step : new int[] {1, -1, width, -width}) {
      if (isBeside(at, step) && clipped[at + step] == 0) {
        return true;
      }
    }
    return false;
  }

  /** Least light of the product around a cell, of each pixel's brightest channel; 1 without any. */
  private float darkest(int at, int reach) {
    Separation parts = picture.separation();
    Scale scale = picture.linear().scale();
    // Cells are the photo's pixels where those are larger than a working pixel.
    boolean own = width == parts.width();
    int x = own ? at % width : scale.cell(at % width);
    int y = own ? at / width : scale.cell(at / width);
    float least = 1;
    for (int v = Math.max(0, y - reach); v <= Math.min(parts.height() - 1, y + reach); v++) {
      for (int u = Math.max(0, x - reach); u <= Math.min(parts.width() - 1, x + reach); u++) {
        int there = v * parts.width() + u;
        if (parts.kind()[there] == Separation.PRODUCT) {
          least = Math.min(least, picture.linear().largest(there));
        }
      }
    }
    return Math.max(LEAST_LIGHT, least);
  }

  private static float log2(float light) {
    return (float) (Math.log(light) / Math.log(2));
  }
}
