package app.istante.core.measure;

import app.istante.core.mask.Separation;
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
  /** Nearer dips are mostly those of the differences themselves. */
  private static final int NEAREST = 6;

  private static final int FARTHEST = 60;

  /** At the finer of two scales: what is longer shows in the coarser one. */
  private static final int FARTHEST_FINE = 16;

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

  private static final int ANGLES = EchoLines.ANGLES;

  private final Analysed picture;
  private final Separation parts;

  /** The directions in which the product's edges leave no smear to be heard. */
  private final boolean[] silent = new boolean[ANGLES];

  private EchoLines.Place place;
  private EchoLines coarse;
  private EchoLines fine;

  /**
   * @param picture one whose product was found
   * @param edges of it
   */
  SmearEcho(Analysed picture, List<EdgeWindow.Edge> edges) {
    this.picture = picture;
    parts = picture.separation();
    double shortest = NEAREST * EchoLines.finestStep(picture.linear().scale());
    for (int angle = 0; angle < ANGLES; angle++) {
      silent[angle] = SmearFit.rulesOut(edges, shortest, degrees(angle));
    }
  }

  private static double degrees(double angle) {
    return angle * 180 / ANGLES;
  }

  private EchoLines.Place place() {
    if (place == null) {
      place = EchoLines.Place.of(parts, picture.linear().scale());
    }
    return place;
  }

  private EchoLines coarse() {
    if (coarse == null) {
      coarse = EchoLines.coarse(picture.srgb(), picture.linear(), place());
    }
    return coarse;
  }

  /** Null where the photo has no more pixels than the coarse ones. */
  private EchoLines fine() {
    if (fine == null) {
      fine = EchoLines.fine(picture.srgb(), picture.linear(), place());
    }
    return fine;
  }

  /**
   * @param strength depth of the dip times how uneven the directions are, 0 to about 0.4
   */
  private record Dip(double lengthPx, double angleDegrees, double strength) {
    static final Dip NONE = new Dip(0, 0, 0);
  }

  /** Null where no smear is heard. */
  Readings.Motion motion() {
    if (areAllSilent()) {
      return null;
    }
    int[] uneven = uneven(coarse());
    if (uneven.length == 0) {
      return null;
    }
    Dip dip = new Lags(coarse(), FARTHEST, silent).strongest(uneven);
    if (dip.strength < PLAIN_STRENGTH && fine() != null) {
      Dip other = new Lags(fine(), FARTHEST_FINE, silent).strongest(uneven(fine()));
      dip = other.strength > dip.strength ? other : dip;
    }
    boolean faint = dip.strength < TIMES_ALONG_A_ROD * LEAST_STRENGTH;
    if (dip.strength < LEAST_STRENGTH || faint && isAlongARod(dip.angleDegrees)) {
      return null;
    }
    double confidence = Math.min(1, LEAST_CONFIDENCE + dip.strength - LEAST_STRENGTH);
    return new Readings.Motion(dip.lengthPx, dip.angleDegrees, confidence);
  }

  private boolean areAllSilent() {
    for (boolean one : silent) {
      if (!one) {
        return false;
      }
    }
    return true;
  }

  /** Whether there is no dip where a smear that was told otherwise should have one. */
  boolean denies(Readings.Motion claimed) {
    EchoLines lines = claimed.lengthPx() >= NEAREST * coarse().step() ? coarse() : fine();
    if (lines == null) {
      return false;
    }
    double lag = claimed.lengthPx() / lines.step();
    int from = (int) Math.ceil(lag / NEAR_LENGTH);
    int to = (int) (lag * NEAR_LENGTH);
    if (from < NEAREST || to <= from) {
      return false;
    }
    int middle = (int) Math.round(claimed.angleDegrees() * ANGLES / 180);
    double deepest = 0;
    for (int angle = middle - NEAR_ANGLES; angle <= middle + NEAR_ANGLES; angle++) {
      float[][] along = lines.differences(Math.floorMod(angle, ANGLES), 1);
      for (double seen : autocorrelation(along, from, to)) {
        deepest = Math.max(deepest, -seen);
      }
    }
    return deepest < LEAST_DIP;
  }

  /** Along a thin thing there are few differences anyway, and its marks stand where they stand. */
  private boolean isAlongARod(double degrees) {
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

  /**
   * The directions with the least fine differences against those across, the least first, but for
   * those in which there is nothing to be heard.
   */
  private int[] uneven(EchoLines lines) {
    double[] energy =
        IntStream.range(0, ANGLES)
            .parallel()
            .mapToDouble(angle -> EchoLines.energy(lines.differences(angle, ROUGHLY)))
            .toArray();
    return IntStream.range(0, ANGLES)
        .filter(angle -> energy[angle] > 0)
        .filter(angle -> energy[angle] < MOST_EVEN_ROUGHLY * energy[across(angle)])
        .boxed()
        .sorted(Comparator.comparingDouble(angle -> energy[angle] / energy[across(angle)]))
        .limit(MOST_LOOKED_AT)
        .filter(angle -> !silent[angle])
        .mapToInt(Integer::intValue)
        .toArray();
  }

  private static int across(int angle) {
    return (angle + ANGLES / 2) % ANGLES;
  }

  /** Place of the top of a parabola through three points, from the middle one, -0.5 to 0.5. */
  static double peak(double before, double here, double after) {
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

  /** Looks for dips between lines at one scale, up to so far apart; silent directions have none. */
  private record Lags(EchoLines lines, int farthest, boolean[] silent) {
    Dip strongest(int[] angles) {
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
      double degrees = (degrees(best + aside) + 180) % 180;
      return new Dip(seen[best].lengthPx, degrees, seen[best].strength);
    }

    private double strength(Dip[] seen, int angle) {
      if (seen[angle] == null) {
        seen[angle] = silent[angle] ? Dip.NONE : look(angle);
      }
      return seen[angle].strength;
    }

    private Dip look(int angle) {
      float[][] along = lines.differences(angle, 1);
      float[][] across = lines.differences(across(angle), 1);
      double even = EchoLines.energy(along) / Math.max(1e-9, EchoLines.energy(across));
      if (even >= 1) {
        return Dip.NONE;
      }
      double[] dip = dip(along, across);
      return new Dip(dip[0] * lines.step(), degrees(angle), dip[1] * (1 - even));
    }

    /**
     * Where the dip is, and how deep, less half of what is there in the direction across; no depth
     * where it is no smear's. Equal parts in a row come again at twice the distance. Something some
     * way apart is as much alike in a weave, and the dip across as deep in a disc; of print that
     * was smeared, or a thing of many edges, a little of both is there, too.
     */
    private double[] dip(float[][] along, float[][] across) {
      double[] one = autocorrelation(along, 0, farthest + 1);
      int best = NEAREST;
      // What still rises from the dip of the differences themselves is that one's.
      while (best < farthest - 1 && one[best] > one[best - 1]) {
        best++;
      }
      double alike = 0;
      for (int lag = best; lag < farthest; lag++) {
        best = one[lag] < one[best] ? lag : best;
        alike = Math.max(alike, one[lag]);
      }
      double again = 0;
      for (int lag = 2 * best - 2; lag <= Math.min(farthest, 2 * best + 2); lag++) {
        again = Math.max(again, one[lag]);
      }
      double same = 0;
      for (double seen : autocorrelation(across, best - 2, best + 2)) {
        same = Math.max(same, -seen);
      }
      double depth = -one[best];
      if (again > MOST_AGAIN || alike + same >= depth) {
        return new double[] {best, 0};
      }
      return new double[] {
        best + peak(-one[best - 1], depth, -one[best + 1]), depth - ACROSS_WEIGHT * same
      };
    }
  }
}
