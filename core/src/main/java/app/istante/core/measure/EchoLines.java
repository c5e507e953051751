package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
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

  /** The smear reaches beyond the outline, working pixels. */
  private static final int AROUND_PX = 14;

  private static final float LEAST_COVER = 1e-3f;

  private final float[] light;
  private final boolean[] may;
  private final int width;
  private final int height;
  private final int step;
  private final int everyRow;

  private EchoLines(float[] light, boolean[] may, int width, int step) {
    this.width = width;
    this.height = may.length / width;
    this.light = smoothed(light, width, height);
    this.may = may;
    this.step = step;
    int count = 0;
    for (boolean one : may) {
      count += one ? 1 : 0;
    }
    everyRow = Math.max(1, count / PLACES);
  }

  /** Where the product lies, and the box around that, in working pixels. */
  record Place(boolean[] near, int left, int top, int width, int height) {
    static Place of(Separation parts) {
      float[] cover = Planes.boxMean(parts.alpha(), parts.width(), parts.height(), AROUND_PX);
      boolean[] near = new boolean[cover.length];
      int left = parts.width();
      int right = 0;
      int top = parts.height();
      int bottom = 0;
      for (int y = 0, at = 0; y < parts.height(); y++) {
        for (int x = 0; x < parts.width(); x++, at++) {
          near[at] = cover[at] > LEAST_COVER && parts.kind()[at] != Separation.FOREIGN;
          if (near[at]) {
            left = Math.min(left, x);
            right = Math.max(right, x + 1);
            top = Math.min(top, y);
            bottom = y + 1;
          }
        }
      }
      return new Place(near, left, top, Math.max(1, right - left), Math.max(1, bottom - top));
    }
  }

  /** In the working picture. */
  static EchoLines coarse(LinearImage linear, Place place) {
    float[] light = new float[place.width * place.height];
    boolean[] may = new boolean[light.length];
    for (int y = 0; y < place.height; y++) {
      int from = (place.top + y) * linear.width() + place.left;
      System.arraycopy(place.near, from, may, y * place.width, place.width);
      for (int at = y * place.width; at < (y + 1) * place.width; at++, from++) {
        light[at] = 255 * (float) Math.sqrt(Math.max(0, linear.brightness(from)));
      }
    }
    return new EchoLines(light, may, place.width, linear.factor());
  }

  /** In twice as many pixels each way; null where the photo has no more. */
  static EchoLines fine(EncodedImage codes, LinearImage linear, Place place) {
    int factor = linear.factor();
    if (factor == 1) {
      return null;
    }
    int step = factor / 2;
    // The last working pixels may reach beyond the photo.
    int width = Math.min(place.width * factor, codes.widthPx() - place.left * factor) / step;
    int height = Math.min(place.height * factor, codes.heightPx() - place.top * factor) / step;
    float[] light = new float[width * height];
    boolean[] may = new boolean[light.length];
    for (int row = 0; row < height; row++) {
      int y = place.top * factor + row * step;
      meanCodes(codes, place.left * factor, y, step, light, row * width, width);
      int near = (y + step / 2) / factor * linear.width();
      for (int column = 0; column < width; column++) {
        int x = place.left * factor + column * step + step / 2;
        may[row * width + column] = place.near[near + x / factor];
      }
    }
    return new EchoLines(light, may, width, step);
  }

  /**
   * Means of squares of codes, which are near enough to the square root of the light that no edge
   * outweighs all; {@code count} of them along a row.
   */
  private static void meanCodes(
      EncodedImage codes, int left, int top, int step, float[] means, int from, int count) {
    byte[] rgb = codes.rgb();
    float share = 1f / (20 * step * step);
    for (int i = 0; i < count; i++) {
      int sum = 0;
      for (int y = top; y < top + step; y++) {
        int at = 3 * (y * codes.widthPx() + left + i * step);
        for (int end = at + 3 * step; at < end; at += 3) {
          // The weights of LinearImage.brightness, times 20.
          sum += 5 * (rgb[at] & 255) + 12 * (rgb[at + 1] & 255) + 3 * (rgb[at + 2] & 255);
        }
      }
      means[from + i] = sum * share;
    }
  }

  /** Photo pixels for one of this scale. */
  int step() {
    return step;
  }

  /** By 1-2-1 both ways, against grain; the frame's edge is left as it is. */
  private static float[] smoothed(float[] from, int width, int height) {
    float[] across = from.clone();
    for (int y = 0; y < height; y++) {
      for (int at = y * width + 1; at < (y + 1) * width - 1; at++) {
        across[at] = 0.25f * from[at - 1] + 0.5f * from[at] + 0.25f * from[at + 1];
      }
    }
    float[] both = across.clone();
    for (int at = width; at < from.length - width; at++) {
      both[at] = 0.25f * across[at - width] + 0.5f * across[at] + 0.25f * across[at + width];
    }
    return both;
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
      boolean here = isProduct(x + i * c, y + i * s);
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
    float[] row = new float[last - first + 1];
    for (int i = 0; i < row.length; i++) {
      if (on[reach + first + i]) {
        row[i] = seen[i + 2 * SPAN] - 2 * seen[i + SPAN] + seen[i];
      }
    }
    return row;
  }

  /** First whole number of steps at which {@code from + i * by} may lie in 0 to {@code size}. */
  private static int enters(double from, double by, int size) {
    double at = by == 0 ? Integer.MIN_VALUE : Math.min(-from / by, (size - from) / by);
    return (int) Math.floor(at);
  }

  /** Last such number. */
  private static int leaves(double from, double by, int size) {
    double at = by == 0 ? Integer.MAX_VALUE : Math.max(-from / by, (size - from) / by);
    return (int) Math.ceil(at);
  }

  private boolean isProduct(double x, double y) {
    int column = (int) Math.floor(x);
    int row = (int) Math.floor(y);
    return column >= 0 && row >= 0 && column < width && row < height && may[row * width + column];
  }
}
