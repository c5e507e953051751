package app.istante.core.measure;

import app.istante.core.mask.Planes;
import app.istante.core.mask.Regions;
import app.istante.core.mask.Separation;
import java.util.Arrays;

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

  /** Working pixels. */
  private final int beside;

  private final int close;

  private Highlights(Analysed picture, CodeCounts counts) {
    this.picture = picture;
    this.counts = counts;
    width = counts.cellColumns;
    clipped = counts.clippedInCell;
    double size = Math.sqrt(counts.productPx) / picture.linear().scale().px();
    beside = (int) Math.max(LEAST_BESIDE_PX, Math.round(BESIDE_SHARE * size));
    close = Math.max(1, (int) Math.round(CLOSE_SHARE * beside));
  }

  /** Their share of the product, 0 to 1. */
  static double share(Analysed picture, CodeCounts counts) {
    return new Highlights(picture, counts).share();
  }

  private double share() {
    Regions spots = Regions.of(width, clipped.length / width, at -> clipped[at] > 0);
    long[] area = new long[spots.all().size() + 1];
    spots.forEachStretch(
        (id, from, to) -> {
          for (int at = from; at < to; at++) {
            area[id] += clipped[at];
          }
        });
    double pinpoint = PINPOINT_SHARE * counts.productPx;
    double highlights = 0;
    for (Regions.Region spot : spots.all()) {
      boolean small = area[spot.id()] < pinpoint;
      highlights += small || isLampsImage(spots, spot) ? area[spot.id()] : 0;
    }
    return highlights / counts.productPx;
  }

  private boolean isLampsImage(Regions spots, Regions.Region spot) {
    int[] rim = rim(spots, spot);
    int every = Math.max(1, rim.length / MOST_LOOKED_AT);
    float[] darker = new float[rim.length / every + 1];
    float[] fading = new float[darker.length];
    int looked = 0;
    int within = 0;
    for (int i = 0; i < rim.length; i += every) {
      looked++;
      double light = darkest(rim[i], beside);
      if (light < 1) {
        double stops = -ExposureMeasure.log2(light);
        darker[within] = (float) stops;
        fading[within] = (float) (-ExposureMeasure.log2(darkest(rim[i], close)) / stops);
        within++;
      }
    }
    return within > WITHIN_SHARE * looked
        && Planes.quantile(darker, within, 0.5) > DARKER_STOPS
        && Planes.quantile(fading, within, 0.5) < FADING_SHARE;
  }

  /** A spot's cells that have one beside them which is not clipped. */
  private int[] rim(Regions spots, Regions.Region spot) {
    int[] rim = new int[spot.areaPx()];
    int count = 0;
    for (int y = spot.top(); y <= spot.bottom(); y++) {
      for (int x = spot.left(); x <= spot.right(); x++) {
        int at = y * width + x;
        boolean open =
            x > 0 && clipped[at - 1] == 0
                || x < width - 1 && clipped[at + 1] == 0
                || at >= width && clipped[at - width] == 0
                || at + width < clipped.length && clipped[at + width] == 0;
        if (open && spots.labels()[at] == spot.id()) {
          rim[count++] = at;
        }
      }
    }
    return Arrays.copyOf(rim, count);
  }

  /** Least light of the product around a cell, of each pixel's brightest channel; 1 without any. */
  private double darkest(int cell, int reach) {
    Separation parts = picture.separation();
    int at = CodeCounts.workingPixel(picture, width, cell);
    int x = at % parts.width();
    int y = at / parts.width();
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
}
