package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Scale;
import app.istante.core.mask.Extent;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * The product and a little around it at one scale, and the second differences of its light along
 * straight lines in any of {@link #ANGLES} directions, in which {@link SmearEcho} listens.
 */
final class EchoLines {
  /** Directions, over half a turn. */
  static final int ANGLES = 36;

  /** Half the distance over which second differences are taken, pixels of this scale. */
  private static final int SPAN = 2;

  /** Differences count up to this many times their root mean square: one edge is not all edges. */
  private static final float MOST_TIMES_RMS = 4;

  /** About so many places are asked for a direction. */
  private static final int PLACES = 12_000;

  private static final int FEWEST_PLACES = 100;

  /** There is a finer scale where a working pixel stands for so many of the photo's a side. */
  private static final double FINER_PX = 1.4;

  /** A line's ends are rounded outwards. */
  private static final int MARGIN = 2;

  /** The smear reaches beyond the outline, working pixels, or the photo's where those are fewer. */
  private static final int AROUND_PX = 14;

  /** Smoothing and differences see this far beyond, in the same. */
  private static final int BESIDE_PX = 2;

  private static final float LEAST_COVER = 1e-3f;

  private final float[] light;

  /** What is near the product, with {@link #MARGIN} more before each row and column and after. */
  private final boolean[] may;

  private final int width;
  private final int height;
  private final double step;
  private final int everyRow;

  private EchoLines(float[] light, boolean[] may, int width, double step) {
    this.width = width;
    this.height = may.length / width;
    this.light = smoothed(light, width, height);
    this.may = new boolean[(width + 2 * MARGIN) * (height + 2 * MARGIN)];
    this.step = step;
    int count = 0;
    for (int y = 0, at = 0; y < height; y++) {
      for (int x = 0; x < width; x++, at++) {
        count += may[at] ? 1 : 0;
        this.may[(y + MARGIN) * (width + 2 * MARGIN) + x + MARGIN] = may[at];
      }
    }
    everyRow = Math.max(1, count / PLACES);
  }

  /**
   * Where the product lies, and the box around that, in working pixels.
   *
   * @param beside what smoothing and differences see beyond it
   */
  record Place(boolean[] near, int columns, int left, int top, int width, int height, int beside) {
    static Place of(Separation parts, Scale scale) {
      double larger = 1 / Math.min(1, scale.px());
      int around = (int) Math.round(larger * AROUND_PX);
      float[] cover = Planes.boxMean(parts.alpha(), parts.width(), parts.height(), around);
      boolean[] near = new boolean[cover.length];
      for (int at = 0; at < near.length; at++) {
        near[at] = cover[at] > LEAST_COVER && parts.kind()[at] != Separation.FOREIGN;
      }
      Extent box = Extent.of(near, parts.width());
      int width = Math.max(1, box.right() + 1 - box.left());
      int height = Math.max(1, box.bottom() + 1 - box.top());
      int beside = (int) Math.ceil(larger * BESIDE_PX);
      return new Place(near, parts.width(), box.left(), box.top(), width, height, beside);
    }

    /** First column of a row, or of those beside it, that is near; else past the last. */
    int first(int row) {
      int column = left;
      while (column < left + width && !isNear(column, row)) {
        column++;
      }
      return column;
    }

    /** Last such column; else before the first. */
    int last(int row) {
      int column = left + width - 1;
      while (column >= left && !isNear(column, row)) {
        column--;
      }
      return column;
    }

    private boolean isNear(int column, int row) {
      for (int y = row - beside; y <= row + beside; y++) {
        if (y >= top && y < top + height && near[y * columns + column]) {
          return true;
        }
      }
      return false;
    }
  }

  /** In the working picture, or in a photo that is smaller: enlarged it tells no more. */
  static EchoLines coarse(EncodedImage codes, LinearImage linear, Place place) {
    if (linear.scale().px() < 1) {
      return of(codes, linear.scale(), place, 1);
    }
    float[] light = new float[place.width * place.height];
    boolean[] may = new boolean[light.length];
    for (int y = 0; y < place.height; y++) {
      int from = (place.top + y) * linear.width() + place.left;
      System.arraycopy(place.near, from, may, y * place.width, place.width);
      for (int at = y * place.width; at < (y + 1) * place.width; at++, from++) {
        light[at] = 255 * (float) Math.sqrt(Math.max(0, linear.brightness(from)));
      }
    }
    return new EchoLines(light, may, place.width, linear.scale().px());
  }

  /** Photo pixels for one of the finest scale there is of a photo. */
  static double finestStep(Scale scale) {
    return isFiner(scale) ? fineStep(scale) : Math.max(1, scale.px());
  }

  private static boolean isFiner(Scale scale) {
    return scale.px() >= FINER_PX;
  }

  private static int fineStep(Scale scale) {
    return Math.max(1, (int) (scale.px() / 2));
  }

  /** In about twice as many pixels each way; null where the photo has hardly more. */
  static EchoLines fine(EncodedImage codes, LinearImage linear, Place place) {
    Scale scale = linear.scale();
    if (!isFiner(scale)) {
      return null;
    }
    return of(codes, scale, place, fineStep(scale));
  }

  /** Of squares of the photo's pixels. */
  private static EchoLines of(EncodedImage codes, Scale scale, Place place, int step) {
    int left = scale.first(place.left);
    int top = scale.first(place.top);
    // The last working pixels may reach beyond the photo.
    int right = Math.min(scale.first(place.left + place.width), codes.widthPx());
    int bottom = Math.min(scale.first(place.top + place.height), codes.heightPx());
    int width = (right - left) / step;
    int height = (bottom - top) / step;
    float[] light = new float[width * height];
    boolean[] may = new boolean[light.length];
    int[] sums = new int[width * step];
    int[] working = new int[width];
    for (int column = 0; column < width; column++) {
      working[column] = scale.cell(left + column * step + step / 2);
    }
    for (int row = 0; row < height; row++) {
      int y = top + row * step;
      int near = scale.cell(y + step / 2);
      for (int column = 0; column < width; column++) {
        may[row * width + column] = place.near[near * place.columns + working[column]];
      }
      int from =
          (scale.first(Math.max(place.left, place.first(near) - place.beside)) - left) / step;
      int to = (scale.first(place.last(near) + 1 + place.beside) - left) / step;
      if (from < to) {
        int count = Math.min(width, to) - from;
        int at = y * codes.widthPx() + left + from * step;
        meanCodes(codes, at, step, sums, light, row * width + from, count);
      }
    }
    return new EchoLines(light, may, width, step);
  }

  /**
   * Means of squares of codes, which are near enough to the square root of the light that no edge
   * outweighs all.
   *
   * @param corner upper left pixel of the first square
   * @param step side of a square
   * @param sums overwritten
   * @param means so many of them are written, from {@code from} on
   */
  private static void meanCodes(
      EncodedImage codes, int corner, int step, int[] sums, float[] means, int from, int count) {
    byte[] rgb = codes.rgb();
    Arrays.fill(sums, 0, count * step, 0);
    for (int row = 0; row < step; row++) {
      int at = 3 * (corner + row * codes.widthPx());
      for (int i = 0; i < count * step; i++, at += 3) {
        // The weights of LinearImage.brightness, times 20.
        sums[i] += 5 * (rgb[at] & 255) + 12 * (rgb[at + 1] & 255) + 3 * (rgb[at + 2] & 255);
      }
    }
    float share = 1f / (20 * step * step);
    for (int i = 0; i < count; i++) {
      int sum = 0;
      for (int at = i * step; at < (i + 1) * step; at++) {
        sum += sums[at];
      }
      means[from + i] = sum * share;
    }
  }

  /** Photo pixels for one of this scale. */
  double step() {
    return step;
  }

  /** By 1-2-1 both ways in place, against grain; the frame's edge is left as it is. */
  private static float[] smoothed(float[] light, int width, int height) {
    for (int y = 0; y < height; y++) {
      float before = light[y * width];
      for (int at = y * width + 1; at < (y + 1) * width - 1; at++) {
        float here = light[at];
        light[at] = 0.25f * before + 0.5f * here + 0.25f * light[at + 1];
        before = here;
      }
    }
    float[] above = Arrays.copyOf(light, width);
    for (int y = 1; y < height - 1; y++) {
      for (int x = 0, at = y * width; x < width; x++, at++) {
        float here = light[at];
        light[at] = 0.25f * above[x] + 0.5f * here + 0.25f * light[at + width];
        above[x] = here;
      }
    }
    return light;
  }

  /** Mean square of the differences that are none of 0; 0 where they are too few to tell. */
  static double energy(float[][] rows) {
    double sum = 0;
    int count = 0;
    for (float[] row : rows) {
      for (float value : row) {
        sum += value * value;
        count += value == 0 ? 0 : 1;
      }
    }
    return count < FEWEST_PLACES ? 0 : sum / count;
  }

  /**
   * Second differences along lines in a direction, 0 beside the product; large ones are cut.
   *
   * @param angle 0 to {@link #ANGLES}, clockwise from horizontal
   * @param every one line of so many, of those that are looked at
   */
  float[][] differences(int angle, int every) {
    double c = Math.cos(angle * Math.PI / ANGLES);
    double s = Math.sin(angle * Math.PI / ANGLES);
    int reach = (int) Math.ceil(Math.hypot(width, height) / 2);
    boolean[] on = new boolean[2 * reach + 1];
    List<float[]> rows = new ArrayList<>();
    for (int across = -reach; across <= reach; across += every * everyRow) {
      float[] row = row(c, s, across, reach, on);
      if (row != null) {
        rows.add(row);
      }
    }
    float[][] all = rows.toArray(float[][]::new);
    float most = MOST_TIMES_RMS * (float) Math.sqrt(energy(all));
    for (float[] row : all) {
      for (int i = 0; i < row.length; i++) {
        row[i] = Math.max(-most, Math.min(most, row[i]));
      }
    }
    return all;
  }

  /**
   * Null where the line meets nothing of the product.
   *
   * @param on overwritten: where on the line the product is, from {@code -reach} on
   */
  private float[] row(double c, double s, int across, int reach, boolean[] on) {
    double x = 0.5 * width - across * s;
    double y = 0.5 * height + across * c;
    int from = Math.max(-reach, Math.max(enters(x, c, width), enters(y, s, height)));
    int to = Math.min(reach, Math.min(leaves(x, c, width), leaves(y, s, height)));
    int first = Integer.MAX_VALUE;
    int last = Integer.MIN_VALUE;
    for (int i = from; i <= to; i++) {
      int column = (int) (x + i * c + MARGIN);
      int row = (int) (y + i * s + MARGIN);
      boolean here = may[row * (width + 2 * MARGIN) + column];
      on[reach + i] = here;
      if (here) {
        first = Math.min(first, i);
        last = i;
      }
    }
    if (last < first) {
      return null;
    }
    float[] seen = new float[last - first + 1 + 2 * SPAN];
    for (int i = 0; i < seen.length; i++) {
      // A pixel's middle lies at halves.
      double u = x + (first + i - SPAN) * c - 0.5;
      double v = y + (first + i - SPAN) * s - 0.5;
      seen[i] = Planes.between(light, width, height, u, v);
    }
    float[] bends = new float[last - first + 1];
    for (int i = 0; i < bends.length; i++) {
      if (on[reach + first + i]) {
        bends[i] = seen[i + 2 * SPAN] - 2 * seen[i + SPAN] + seen[i];
      }
    }
    return bends;
  }

  /** First whole number of steps at which {@code from + i * by} may lie in 0 to {@code size}. */
  private static int enters(double from, double by, int size) {
    if (by == 0) {
      return from < 0 || from > size ? Integer.MAX_VALUE : Integer.MIN_VALUE;
    }
    return (int) Math.floor(Math.min(-from / by, (size - from) / by));
  }

  /** Last such number. */
  private static int leaves(double from, double by, int size) {
    return by == 0 ? Integer.MAX_VALUE : (int) Math.ceil(Math.max(-from / by, (size - from) / by));
  }
}
