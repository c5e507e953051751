package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Rows;
import app.istante.core.image.Scale;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Separation;

/**
 * One pass over the full-size codes: histograms of ground and product as a selling place would
 * count them.
 */
final class CodeCounts {
  static final int CLIPPED_CODE = 254;
  private static final int BLOCKED_CODE = 2;

  /** Steps of linear luminance from 0 to 1. */
  static final int LUMINANCE_STEPS = 4096;

  /** Luminance of each code in each channel, in 1/65536 of those steps: ITU-R BT.709 weights. */
  private static final int FRACTION_BITS = 16;

  private static final int HALF_STEP = 1 << FRACTION_BITS - 1;
  private static final int[] OF_RED = weighed(0.2126);
  private static final int[] OF_GREEN = weighed(0.7152);
  private static final int[] OF_BLUE = weighed(0.0722);

  /**
   * Of a large picture's ground few rows say enough: photo pixels along one side of a working pixel
   * from which on one row in so many is counted.
   */
  private static final int MANY_PX = 3;

  private static final int EVERY_OF_MANY = 2;
  private static final int VERY_MANY_PX = 5;

  /** Compression writes blocks of eight rows: each of them must have its turn. */
  private static final int EVERY_OF_VERY_MANY = 5;

  /**
   * Left out around the product, neither ground nor product for sure: this share of the working
   * picture's long side, so that a photo has the same seam at every size.
   */
  private static final double SEAM_SHARE = 0.005;

  final long[] groundLuminance = new long[LUMINANCE_STEPS + 1];
  final long[] groundSmallest = new long[256];
  final long[] productLargest = new long[256];

  /** The same of the outermost cells, where some of the ground's light is in the codes. */
  private final long[] rimLargest = new long[256];

  /** Row by row: of each working pixel, or of each of the photo's where those are fewer. */
  final int[] clippedInCell;

  final int cellColumns;
  long groundPx;
  long pureWhitePx;
  long nearWhitePx;
  long productPx;
  long clippedPx;
  long blockedPx;

  private CodeCounts(int cells, int columns) {
    clippedInCell = new int[cells];
    cellColumns = columns;
  }

  private static int[] weighed(double weight) {
    int[] table = new int[256];
    for (int code = 0; code < 256; code++) {
      double steps = weight * Srgb.decode8(code) * LUMINANCE_STEPS;
      table[code] = (int) Math.round(steps * (1 << FRACTION_BITS));
    }
    return table;
  }

  static CodeCounts of(Analysed picture) {
    EncodedImage srgb = picture.srgb();
    boolean enlarged = picture.linear().scale().px() < 1;
    byte[] ofCells = placeOfCells(picture.separation());
    byte[] place = enlarged ? placeOfPixels(ofCells, picture) : ofCells;
    Scale scale = enlarged ? Scale.WHOLE : picture.linear().scale();
    int columns = enlarged ? srgb.widthPx() : picture.linear().width();
    int cellRows = place.length / columns;
    CodeCounts total = new CodeCounts(place.length, columns);
    Rows.forEach(
        srgb.widthPx(),
        cellRows,
        (from, to) -> {
          CodeCounts part = new CodeCounts(0, columns);
          for (int row = from; row < to; row++) {
            part.countCellRow(srgb, row, scale, columns, place, total);
          }
          total.add(part);
        });
    total.sum();
    return total;
  }

  private static final byte NOWHERE = 0;
  private static final byte ON_GROUND = 1;
  private static final byte ON_PRODUCT = 2;
  private static final byte ON_RIM = 3;

  /** A cell with less of the product than this is its rim, down to half. */
  private static final float WHOLLY = 0.95f;

  private static final float HALF = 0.5f;

  /** Where a channel of the ground is brighter than this, a clipped rim may be the ground's. */
  private static final double GROUND_CLIPS = Math.log(Srgb.decode8(246)) / Math.log(2);

  private static byte[] placeOfCells(Separation parts) {
    byte[] kind = parts.kind();
    boolean[] seam = new boolean[kind.length];
    int reach = (int) Math.ceil(SEAM_SHARE * Math.max(parts.width(), parts.height()));
    for (int y = 0; y < parts.height(); y++) {
      for (int x = 0; x < parts.width(); x++) {
        byte here = kind[y * parts.width() + x];
        if (here == Separation.PRODUCT || here == Separation.FOREIGN) {
          markAround(parts, x, y, reach, seam);
        }
      }
    }
    byte[] place = new byte[kind.length];
    for (int at = 0; at < place.length; at++) {
      if (parts.isGroundOrShadow(at)) {
        place[at] = seam[at] ? NOWHERE : ON_GROUND;
      } else if (kind[at] == Separation.PRODUCT && parts.alpha()[at] > WHOLLY) {
        place[at] = ON_PRODUCT;
      } else if (kind[at] == Separation.PRODUCT && parts.alpha()[at] >= HALF) {
        place[at] = clips(parts.groundLog(), at) ? NOWHERE : ON_RIM;
      }
    }
    return place;
  }

  /**
   * Of cells smaller than the photo's pixels many are given none: its pixels are the cells then.
   */
  private static byte[] placeOfPixels(byte[] ofCells, Analysed picture) {
    int width = picture.srgb().widthPx();
    byte[] place = new byte[width * picture.srgb().heightPx()];
    for (int at = 0; at < place.length; at++) {
      place[at] = ofCells[workingPixel(picture, width, at)];
    }
    return place;
  }

  /**
   * The pixel of the working picture that a cell is, or lies in where the cells are the photo's.
   *
   * @param columns of the cells
   */
  static int workingPixel(Analysed picture, int columns, int cell) {
    int width = picture.linear().width();
    if (columns == width) {
      return cell;
    }
    Scale scale = picture.linear().scale();
    return scale.cell(cell / columns) * width + scale.cell(cell % columns);
  }

  private static boolean clips(float[][] ground, int at) {
    return Math.max(ground[0][at], Math.max(ground[1][at], ground[2][at])) > GROUND_CLIPS;
  }

  private static void markAround(Separation parts, int x, int y, int reach, boolean[] seam) {
    int width = parts.width();
    boolean inside =
        x > 0
            && y > 0
            && x < width - 1
            && y < parts.height() - 1
            && !parts.isGroundOrShadow(y * width + x - 1)
            && !parts.isGroundOrShadow(y * width + x + 1)
            && !parts.isGroundOrShadow((y - 1) * width + x)
            && !parts.isGroundOrShadow((y + 1) * width + x);
    if (inside) {
      return;
    }
    for (int v = Math.max(0, y - reach); v <= Math.min(parts.height() - 1, y + reach); v++) {
      for (int u = Math.max(0, x - reach); u <= Math.min(width - 1, x + reach); u++) {
        seam[v * width + u] = true;
      }
    }
  }

  private void countCellRow(
      EncodedImage srgb, int row, Scale scale, int cells, byte[] place, CodeCounts total) {
    byte[] rgb = srgb.rgb();
    int bottom = Math.min(scale.first(row + 1), srgb.heightPx());
    int every =
        scale.px() < MANY_PX ? 1 : scale.px() < VERY_MANY_PX ? EVERY_OF_MANY : EVERY_OF_VERY_MANY;
    for (int y = scale.first(row); y < bottom; y++) {
      boolean groundToo = y % every == 0;
      for (int cell = 0; cell < cells; cell++) {
        int where = place[row * cells + cell];
        if (where == NOWHERE) {
          continue;
        }
        int from = cell;
        if (where == ON_GROUND) {
          while (cell + 1 < cells && place[row * cells + cell + 1] == ON_GROUND) {
            cell++;
          }
        }
        int at = 3 * (y * srgb.widthPx() + scale.first(from));
        int end = 3 * (y * srgb.widthPx() + Math.min(scale.first(cell + 1), srgb.widthPx()));
        if (where != ON_GROUND) {
          long[] largest = where == ON_PRODUCT ? productLargest : rimLargest;
          total.clippedInCell[row * cells + cell] += countProduct(rgb, at, end, largest);
        } else if (groundToo) {
          countGround(rgb, at, end);
        }
      }
    }
  }

  /** How many are clipped. */
  private static int countProduct(byte[] rgb, int from, int to, long[] histogram) {
    int clipped = 0;
    for (int at = from; at < to; at += 3) {
      int largest = Math.max(rgb[at] & 0xFF, Math.max(rgb[at + 1] & 0xFF, rgb[at + 2] & 0xFF));
      histogram[largest]++;
      clipped += largest >= CLIPPED_CODE ? 1 : 0;
    }
    return clipped;
  }

  private void countGround(byte[] rgb, int from, int to) {
    for (int at = from; at < to; at += 3) {
      int r = rgb[at] & 0xFF;
      int g = rgb[at + 1] & 0xFF;
      int b = rgb[at + 2] & 0xFF;
      groundLuminance[(OF_RED[r] + OF_GREEN[g] + OF_BLUE[b] + HALF_STEP) >> FRACTION_BITS]++;
      groundSmallest[Math.min(r, Math.min(g, b))]++;
    }
  }

  private synchronized void add(CodeCounts part) {
    for (int i = 0; i < groundLuminance.length; i++) {
      groundLuminance[i] += part.groundLuminance[i];
    }
    for (int i = 0; i < 256; i++) {
      groundSmallest[i] += part.groundSmallest[i];
      productLargest[i] += part.productLargest[i];
      rimLargest[i] += part.rimLargest[i];
    }
  }

  private void sum() {
    groundPx = from(groundSmallest, 0);
    nearWhitePx = from(groundSmallest, Readings.Backdrop.NEAR_WHITE_CODE);
    pureWhitePx = groundSmallest[255];
    productPx = from(productLargest, 0) + from(rimLargest, 0);
    clippedPx = from(productLargest, CLIPPED_CODE) + from(rimLargest, CLIPPED_CODE);
    blockedPx = upTo(productLargest, BLOCKED_CODE) + upTo(rimLargest, BLOCKED_CODE);
  }

  private static long from(long[] histogram, int code) {
    long sum = 0;
    for (int i = code; i < histogram.length; i++) {
      sum += histogram[i];
    }
    return sum;
  }

  private static long upTo(long[] histogram, int code) {
    return from(histogram, 0) - from(histogram, code + 1);
  }

  /** The place, in steps and interpolated, below which {@code share} of a histogram lies. */
  static double quantile(long[] histogram, double share) {
    long total = 0;
    for (long count : histogram) {
      total += count;
    }
    double wanted = share * total;
    long sum = 0;
    for (int step = 0; step < histogram.length; step++) {
      if (histogram[step] > 0 && sum + histogram[step] >= wanted) {
        return step - 0.5 + Math.max(0, wanted - sum) / histogram[step];
      }
      sum += histogram[step];
    }
    return histogram.length - 1.0;
  }
}
