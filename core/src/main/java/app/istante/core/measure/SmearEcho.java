package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.stream.IntStream;

/**
 * A straight smear of length L makes a ramp of every edge across it, and all these ramps end where
 * they began, L further on: along the smear, and along no other direction, second differences of
 * the light have an autocorrelation with a dip at L. And what is smeared has hardly a fine
 * difference left along the smear, but keeps those across it. Both together tell a smear from
 * defocus, which is alike in all directions, and from stripes. After Yitzhaky and Kopeika 1997
 * (identification of blur parameters from motion blurred images), with the direction looked for
 * through all angles instead of by the derivatives at a pixel.
 */
final class SmearEcho {
  /** Directions tried, over half a turn. */
  private static final int ANGLES = 36;

  /** Half the distance over which second differences are taken, pixels of the level looked at. */
  private static final int SPAN = 2;

  /** Nearer dips are those of the differences themselves. */
  private static final int NEAREST = 6;

  private static final int FARTHEST = 60;

  /** In the finer of two levels: what is longer shows in the coarser one. */
  private static final int FARTHEST_FINE = 16;

  /** Differences count up to this many times their root mean square: one edge is not all edges. */
  private static final float MOST_TIMES_RMS = 4;

  /**
   * Energy along a smear against across it, from one in so many of the places; where no direction
   * has less, no dip is looked for, and else in the few that have least.
   */
  private static final double MOST_EVEN_ROUGHLY = 0.7;

  private static final int ROUGHLY = 6;
  private static final int MOST_LOOKED_AT = 5;

  /** A dip across the smear at the same distance speaks against it, with this weight. */
  private static final double ACROSS_WEIGHT = 0.5;

  /** Of what comes again at twice the distance. */
  private static final double MOST_AGAIN = 0.15;

  /** Fainter ones are heard in still pictures too. */
  private static final double LEAST_STRENGTH = 0.13;

  /** So strong that nothing finer has to be listened for. */
  private static final double PLAIN_STRENGTH = 0.25;

  private static final double LEAST_CONFIDENCE = 0.7;

  /** A rod is so many times as long as wide; what is heard within this angle of it is doubted. */
  private static final double ROD_LONGER = 2.5;

  private static final double ROD_DEGREES = 20;
  private static final double TIMES_ALONG_A_ROD = 2.2;

  /** A smear told otherwise has a dip of this depth, within so many angles and times its length. */
  private static final double LEAST_DIP = 0.12;

  private static final int NEAR_ANGLES = 2;
  private static final double NEAR_LENGTH = 1.25;

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

  /** Photo pixels for one of this level. */
  private final int step;

  private final int farthest;
  private final int everyRow;

  private SmearEcho(float[] light, boolean[] may, int width, int step, int farthest) {
    this.width = width;
    this.height = may.length / width;
    this.light = smoothed(light, width, height);
    this.may = may;
    this.step = step;
    this.farthest = farthest;
    int count = 0;
    for (boolean one : may) {
      count += one ? 1 : 0;
    }
    everyRow = Math.max(1, count / PLACES);
  }

  /** Listens in the working picture. */
  private static SmearEcho coarse(Analysed picture, boolean[] near, Box box) {
    LinearImage linear = picture.linear();
    float[] light = new float[box.width * box.height];
    boolean[] may = new boolean[light.length];
    for (int at = 0; at < light.length; at++) {
      int from = (box.top + at / box.width) * linear.width() + box.left + at % box.width;
      double sum =
          0.25 * linear.red()[from] + 0.6 * linear.green()[from] + 0.15 * linear.blue()[from];
      light[at] = 255 * (float) Math.sqrt(Math.max(0, sum));
      may[at] = near[from];
    }
    return new SmearEcho(light, may, box.width, linear.factor(), FARTHEST);
  }

  /** Listens in twice as many pixels; null where the photo has no more. */
  private static SmearEcho fine(Analysed picture, boolean[] near, Box box) {
    int factor = picture.linear().factor();
    if (factor == 1) {
      return null;
    }
    int step = factor / 2;
    EncodedImage codes = picture.srgb();
    // The last working pixels may reach beyond the photo.
    int width = Math.min(box.width * factor, codes.widthPx() - box.left * factor) / step;
    int height = Math.min(box.height * factor, codes.heightPx() - box.top * factor) / step;
    float[] light = new float[width * height];
    boolean[] may = new boolean[light.length];
    for (int at = 0; at < light.length; at++) {
      int x = box.left * factor + at % width * step;
      int y = box.top * factor + at / width * step;
      light[at] = meanLight(codes, x, y, step);
      may[at] = near[(y + step / 2) / factor * picture.linear().width() + (x + step / 2) / factor];
    }
    return new SmearEcho(light, may, width, step, FARTHEST_FINE);
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

  /** In codes, which are near enough to the square root of the light that no edge outweighs all. */
  private static float meanLight(EncodedImage codes, int left, int top, int step) {
    byte[] rgb = codes.rgb();
    float sum = 0;
    for (int y = top; y < top + step; y++) {
      for (int x = left; x < left + step; x++) {
        int at = 3 * (y * codes.widthPx() + x);
        sum += 0.25f * (rgb[at] & 255) + 0.6f * (rgb[at + 1] & 255) + 0.15f * (rgb[at + 2] & 255);
      }
    }
    return sum / (step * step);
  }

  /**
   * @param strength depth of the dip times how uneven the directions are, 0 to about 0.4
   */
  private record Dip(double lengthPx, double angleDegrees, double strength) {
    static final Dip NONE = new Dip(0, 0, 0);
  }

  /** Null where no smear is heard. */
  static Readings.Motion motion(Analysed picture) {
    if (!picture.separation().found()) {
      return null;
    }
    boolean[] near = near(picture.separation());
    Box box = Box.around(near, picture.linear().width());
    SmearEcho coarse = coarse(picture, near, box);
    int[] uneven = coarse.uneven();
    if (uneven.length == 0) {
      return null;
    }
    Dip dip = coarse.strongest(uneven);
    SmearEcho fine = dip.strength < PLAIN_STRENGTH ? fine(picture, near, box) : null;
    if (fine != null) {
      Dip other = fine.strongest(fine.uneven());
      dip = other.strength > dip.strength ? other : dip;
    }
    double least = LEAST_STRENGTH;
    if (isAlongARod(picture.separation(), dip.angleDegrees)) {
      least *= TIMES_ALONG_A_ROD;
    }
    if (dip.strength < least) {
      return null;
    }
    double confidence = Math.min(1, LEAST_CONFIDENCE + dip.strength - LEAST_STRENGTH);
    return new Readings.Motion(dip.lengthPx, dip.angleDegrees, confidence);
  }

  /**
   * Whether there is no dip where a smear that was told otherwise, of a product that was found,
   * should have one.
   */
  static boolean denies(Analysed picture, Readings.Motion claimed) {
    boolean[] near = near(picture.separation());
    Box box = Box.around(near, picture.linear().width());
    boolean isLong = claimed.lengthPx() >= NEAREST * picture.linear().factor();
    SmearEcho echo = isLong ? coarse(picture, near, box) : fine(picture, near, box);
    return echo != null && echo.denies(claimed);
  }

  /** Along a thin thing there are few differences anyway, and its marks stand where they stand. */
  private static boolean isAlongARod(Separation parts, double degrees) {
    double[] sums = new double[6];
    for (int at = 0; at < parts.alpha().length; at++) {
      double cover = parts.alpha()[at];
      if (cover > 0) {
        double x = at % parts.width();
        double y = (double) (at / parts.width());
        double[] terms = {1, x, y, x * x, y * y, x * y};
        for (int i = 0; i < terms.length; i++) {
          sums[i] += cover * terms[i];
        }
      }
    }
    if (sums[0] == 0) {
      return false;
    }
    double varianceX = sums[3] / sums[0] - Math.pow(sums[1] / sums[0], 2);
    double varianceY = sums[4] / sums[0] - Math.pow(sums[2] / sums[0], 2);
    double together = sums[5] / sums[0] - sums[1] * sums[2] / (sums[0] * sums[0]);
    double half = Math.hypot((varianceX - varianceY) / 2, together);
    double mean = (varianceX + varianceY) / 2;
    double axis = Math.toDegrees(0.5 * Math.atan2(2 * together, varianceX - varianceY));
    double off = Math.abs(Math.IEEEremainder(degrees - axis, 180));
    return off < ROD_DEGREES && mean + half > ROD_LONGER * ROD_LONGER * (mean - half);
  }

  private boolean denies(Readings.Motion claimed) {
    double lag = claimed.lengthPx() / step;
    int from = (int) Math.ceil(lag / NEAR_LENGTH);
    int to = (int) (lag * NEAR_LENGTH);
    if (from < NEAREST || to <= from) {
      return false;
    }
    int middle = (int) Math.round(claimed.angleDegrees() * ANGLES / 180);
    double deepest = 0;
    for (int angle = middle - NEAR_ANGLES; angle <= middle + NEAR_ANGLES; angle++) {
      float[][] along = differences(Math.floorMod(angle, ANGLES), 1);
      for (double seen : autocorrelation(along, from, to)) {
        deepest = Math.max(deepest, -seen);
      }
    }
    return deepest < LEAST_DIP;
  }

  /** What is looked at of the working picture. */
  private record Box(int left, int top, int width, int height) {
    static Box around(boolean[] near, int wide) {
      int left = wide;
      int right = 0;
      int top = near.length / wide;
      int bottom = 0;
      for (int at = 0; at < near.length; at++) {
        if (near[at]) {
          left = Math.min(left, at % wide);
          right = Math.max(right, at % wide + 1);
          top = Math.min(top, at / wide);
          bottom = at / wide + 1;
        }
      }
      return new Box(left, top, Math.max(1, right - left), Math.max(1, bottom - top));
    }
  }

  private static boolean[] near(Separation parts) {
    float[] cover = Planes.boxMean(parts.alpha(), parts.width(), parts.height(), AROUND_PX);
    boolean[] near = new boolean[cover.length];
    for (int at = 0; at < near.length; at++) {
      near[at] = cover[at] > LEAST_COVER && parts.kind()[at] != Separation.FOREIGN;
    }
    return near;
  }

  /** The directions with the least fine differences against those across, the least first. */
  private int[] uneven() {
    double[] energy =
        IntStream.range(0, ANGLES)
            .parallel()
            .mapToDouble(angle -> energy(differences(angle, ROUGHLY)))
            .toArray();
    return IntStream.range(0, ANGLES)
        .filter(angle -> energy[angle] > 0)
        .filter(angle -> energy[angle] < MOST_EVEN_ROUGHLY * energy[across(angle)])
        .boxed()
        .sorted(Comparator.comparingDouble(angle -> energy[angle] / energy[across(angle)]))
        .limit(MOST_LOOKED_AT)
        .mapToInt(Integer::intValue)
        .toArray();
  }

  private static int across(int angle) {
    return (angle + ANGLES / 2) % ANGLES;
  }

  private Dip strongest(int[] angles) {
    Dip[] seen = new Dip[ANGLES];
    Arrays.stream(angles).parallel().forEach(angle -> seen[angle] = look(angle));
    int best = 0;
    for (int angle : angles) {
      best = seen[best] == null || seen[angle].strength > seen[best].strength ? angle : best;
    }
    if (seen[best] == null) {
      return Dip.NONE;
    }
    int from = best;
    for (int turn : new int[] {-1, 1}) {
      int next = Math.floorMod(from + turn, ANGLES);
      while (strength(seen, next) > seen[best].strength) {
        best = next;
        next = Math.floorMod(best + turn, ANGLES);
      }
    }
    double before = strength(seen, Math.floorMod(best - 1, ANGLES));
    double after = strength(seen, Math.floorMod(best + 1, ANGLES));
    double aside = peak(before, seen[best].strength, after);
    double degrees = ((best + aside) * 180 / ANGLES + 180) % 180;
    return new Dip(seen[best].lengthPx, degrees, seen[best].strength);
  }

  private double strength(Dip[] seen, int angle) {
    if (seen[angle] == null) {
      seen[angle] = look(angle);
    }
    return seen[angle].strength;
  }

  private Dip look(int angle) {
    float[][] along = differences(angle, 1);
    float[][] across = differences(across(angle), 1);
    double even = energy(along) / Math.max(1e-9, energy(across));
    if (even >= 1) {
      return Dip.NONE;
    }
    double[] dip = dip(along, across);
    return new Dip(dip[0] * step, 180.0 * angle / ANGLES, dip[1] * (1 - even));
  }

  /**
   * Where the dip is, and how deep, less half of what is there in the direction across; no depth
   * where it comes again.
   */
  private double[] dip(float[][] along, float[][] across) {
    double[] one = autocorrelation(along, 0, farthest + 1);
    int best = NEAREST;
    for (int lag = NEAREST; lag < farthest; lag++) {
      best = one[lag] < one[best] ? lag : best;
    }
    double same = 0;
    for (double seen : autocorrelation(across, best - 2, best + 2)) {
      same = Math.max(same, -seen);
    }
    // Equal parts in a row come again at twice the distance; a smear's ends do not.
    double again = 0;
    for (int lag = 2 * best - 2; lag <= Math.min(farthest, 2 * best + 2); lag++) {
      again = Math.max(again, one[lag]);
    }
    double depth = again > MOST_AGAIN ? 0 : -one[best] - ACROSS_WEIGHT * same;
    double aside = best == NEAREST ? 0 : peak(-one[best - 1], -one[best], -one[best + 1]);
    return new double[] {best + aside, Math.max(0, depth)};
  }

  /** Place of the top of a parabola through three points, from the middle one, -0.5 to 0.5. */
  private static double peak(double before, double here, double after) {
    double bend = 2 * here - before - after;
    return bend <= 0 ? 0 : Math.max(-0.5, Math.min(0.5, 0.5 * (after - before) / bend));
  }

  /** Of what lies {@code from} to {@code to} pixels apart, as a share of that at no distance. */
  private static double[] autocorrelation(float[][] rows, int from, int to) {
    double[] sums = new double[to - from + 1];
    double atNone = 1e-9;
    for (float[] row : rows) {
      // By place and not by distance: the inner loop has no sum of its own and runs in vectors.
      float[] padded = Arrays.copyOf(row, row.length + to);
      float[] ofRow = new float[sums.length];
      for (int i = 0; i < row.length; i++) {
        float here = row[i];
        atNone += here * here;
        for (int lag = 0; lag < ofRow.length; lag++) {
          ofRow[lag] += here * padded[i + from + lag];
        }
      }
      for (int lag = 0; lag < sums.length; lag++) {
        sums[lag] += ofRow[lag];
      }
    }
    for (int lag = 0; lag < sums.length; lag++) {
      sums[lag] /= atNone;
    }
    return sums;
  }

  private static double energy(float[][] rows) {
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

  /** Second differences along lines in a direction, 0 beside the product; large ones are cut. */
  private float[][] differences(int angle, int every) {
    double c = Math.cos(angle * Math.PI / ANGLES);
    double s = Math.sin(angle * Math.PI / ANGLES);
    int reach = (int) Math.ceil(Math.hypot(width, height) / 2);
    List<float[]> rows = new ArrayList<>();
    for (int across = -reach; across <= reach; across += every * everyRow) {
      float[] row = row(c, s, across, reach);
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

  /** Null where the line meets nothing of the product. */
  private float[] row(double c, double s, int across, int reach) {
    double x = 0.5 * width - across * s;
    double y = 0.5 * height + across * c;
    int first = reach;
    int last = -reach;
    for (int i = -reach; i <= reach; i++) {
      if (isProduct(x + i * c, y + i * s)) {
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
      if (isProduct(x + (first + i) * c, y + (first + i) * s)) {
        row[i] = seen[i + 2 * SPAN] - 2 * seen[i + SPAN] + seen[i];
      }
    }
    return row;
  }

  private boolean isProduct(double x, double y) {
    int column = (int) Math.floor(x);
    int row = (int) Math.floor(y);
    return column >= 0 && row >= 0 && column < width && row < height && may[row * width + column];
  }
}
