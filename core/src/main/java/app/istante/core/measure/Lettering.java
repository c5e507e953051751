package app.istante.core.measure;

import app.istante.core.mask.Planes;
import app.istante.core.mask.Regions;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * Lines of lettering that somebody laid over a picture, off the product: things of one height and
 * one tone in a row, of as many strokes as letters have. What is printed on the product, or hangs
 * together with it, is the product's.
 */
final class Lettering {
  /** Letters differ from the ground by this, and by so many times its noise: stops. */
  private static final double LEAST_STOPS = 0.1;

  private static final double TIMES_NOISE = 5;

  private static final int LEAST_HEIGHT_PX = 5;
  private static final double MOST_HEIGHT_SHARE = 0.15;

  /** Of two letters' heights, the taller over the lower; dots and commas join by their place. */
  private static final double ONE_HEIGHT = 2.2;

  /** Space between words, in letters' heights. */
  private static final double MOST_GAP = 1.2;

  private static final double LEAST_LENGTH = 3.5;

  /** Upright strokes in a letter's height along the line. */
  private static final double[] STROKES = {0.9, 4};

  private static final int FEWEST_STROKES = 10;

  /** Things or words in a line. */
  private static final int FEWEST = 3;

  /** Share of a line's box that ink covers. */
  private static final double[] INK = {0.12, 0.8};

  /** Share of a line that is darker than the ground, or lighter. */
  private static final double ONE_SIGN = 0.9;

  /** Letters of one line deviate alike: spread over mean of its darker half. */
  private static final double ONE_TONE = 0.45;

  /** A thing in several parts is larger than letters, and they stand off it. */
  private static final double PRODUCT_OVER_LETTER = 15;

  /** Median of absolute deviations of a normal distribution, in its standard deviations. */
  private static final double MEDIAN_OF_NORMAL = 0.6745;

  private static final int OFF_PRODUCT_PX = 4;
  private static final int SOFT_PX = 2;

  private final int width;
  private final int height;
  private final float[] off;

  /** Neither product nor anything near it. */
  private final boolean[] open;

  private final Regions ink;

  private Lettering(Separation parts) {
    width = parts.width();
    height = parts.height();
    off = parts.deviationStops();
    float least = (float) Math.max(LEAST_STOPS, TIMES_NOISE * parts.noiseStops());
    open = offProduct(parts);
    ink = Regions.of(width, height, at -> Math.abs(off[at]) > least && open[at]);
  }

  /**
   * Lettering on a picture.
   *
   * @param boxes of its lines, working pixels: left, top, right, bottom, the last two included
   * @param covered the working pixels that it covers, soft edges included; null without any
   */
  record Found(List<int[]> boxes, boolean[] covered) {
    static final Found NOTHING = new Found(List.of(), null);

    /** Whether a place lies in one of the lines. */
    boolean holds(double x, double y) {
      return boxes.stream().anyMatch(b -> x >= b[0] && x <= b[2] && y >= b[1] && y <= b[3]);
    }

    /** The picture taken apart, with the letters neither ground nor product. */
    Separation takenOff(Separation parts) {
      return boxes.isEmpty() ? parts : parts.without(covered);
    }
  }

  static Found in(Separation parts) {
    return parts.found() ? new Lettering(parts).found() : Found.NOTHING;
  }

  private Found found() {
    boolean[] letters = new boolean[ink.all().size() + 1];
    List<int[]> boxes = lines(letters);
    if (boxes.isEmpty()) {
      return Found.NOTHING;
    }
    float[] marked = new float[off.length];
    ink.forEachStretch((id, from, to) -> Arrays.fill(marked, from, to, letters[id] ? 1 : 0));
    float[] near = Planes.boxMean(marked, width, height, SOFT_PX);
    boolean[] covered = new boolean[marked.length];
    for (int at = 0; at < covered.length; at++) {
      covered[at] = near[at] > 0;
    }
    return new Found(boxes, covered);
  }

  /**
   * All but the product and what touches it; small things off it may be letters that were taken for
   * it.
   */
  private boolean[] offProduct(Separation parts) {
    Regions all = Regions.of(width, height, at -> parts.kind()[at] == Separation.PRODUCT);
    int largest = all.all().stream().mapToInt(Regions.Region::areaPx).max().orElse(0);
    float[] body = new float[off.length];
    all.forEachStretch(
        (id, from, to) -> {
          boolean large = PRODUCT_OVER_LETTER * all.all().get(id - 1).areaPx() > largest;
          Arrays.fill(body, from, to, large ? 1 : 0);
        });
    float[] near = Planes.boxMean(body, width, height, OFF_PRODUCT_PX);
    boolean[] apart = new boolean[body.length];
    for (int at = 0; at < apart.length; at++) {
      apart[at] = near[at] <= 0;
    }
    return apart;
  }

  /**
   * @param taken is set for the regions that are letters
   */
  private List<int[]> lines(boolean[] taken) {
    List<Regions.Region> letters =
        new ArrayList<>(
            ink.all().stream()
                .filter(r -> tall(r) >= LEAST_HEIGHT_PX && tall(r) < MOST_HEIGHT_SHARE * height)
                .filter(r -> r.borderPx() == 0)
                .sorted(Comparator.comparingInt(Regions.Region::left))
                .toList());
    List<int[]> lines = new ArrayList<>();
    while (!letters.isEmpty()) {
      List<Regions.Region> line = new ArrayList<>(List.of(letters.remove(0)));
      int right = line.get(0).right();
      for (int i = 0; i < letters.size(); ) {
        Regions.Region next = letters.get(i);
        Regions.Region last = line.get(line.size() - 1);
        if (next.left() - right > MOST_GAP * Math.max(tall(last), tall(next))) {
          break;
        }
        if (isBeside(last, next)) {
          line.add(letters.remove(i));
          right = Math.max(right, next.right());
        } else {
          i++;
        }
      }
      int[] box = box(line);
      if (isLettering(line, box)) {
        lines.add(box);
        line.forEach(r -> taken[r.id()] = true);
      }
    }
    return lines;
  }

  private static int tall(Regions.Region region) {
    return region.bottom() - region.top() + 1;
  }

  private static boolean isBeside(Regions.Region one, Regions.Region two) {
    int low = Math.min(tall(one), tall(two));
    int both = Math.min(one.bottom(), two.bottom()) - Math.max(one.top(), two.top()) + 1;
    return both >= 0.6 * low && Math.max(tall(one), tall(two)) <= ONE_HEIGHT * low;
  }

  private static int[] box(List<Regions.Region> line) {
    return new int[] {
      line.stream().mapToInt(Regions.Region::left).min().orElseThrow(),
      line.stream().mapToInt(Regions.Region::top).min().orElseThrow(),
      line.stream().mapToInt(Regions.Region::right).max().orElseThrow(),
      line.stream().mapToInt(Regions.Region::bottom).max().orElseThrow()
    };
  }

  private boolean isLettering(List<Regions.Region> line, int[] box) {
    double tall = line.stream().mapToInt(Lettering::tall).sorted().toArray()[line.size() / 2];
    int wide = box[2] - box[0] + 1;
    if (line.size() < FEWEST || wide < LEAST_LENGTH * tall) {
      return false;
    }
    boolean[] own = new boolean[ink.all().size() + 1];
    line.forEach(r -> own[r.id()] = true);
    int count = 0;
    int darker = 0;
    float[] strength = new float[wide * (box[3] - box[1] + 1)];
    double strokes = 0;
    for (int y = box[1]; y <= box[3]; y++) {
      boolean inside = false;
      int inRow = 0;
      for (int x = box[0]; x <= box[2]; x++) {
        int at = y * width + x;
        boolean here = own[ink.labels()[at]];
        inRow += here && !inside ? 1 : 0;
        inside = here;
        if (here) {
          darker += off[at] < 0 ? 1 : 0;
          strength[count++] = Math.abs(off[at]);
        }
      }
      strokes = Math.max(strokes, inRow);
    }
    double share = (double) count / strength.length;
    double sign = Math.max(darker, count - darker) / (double) count;
    double upper = Planes.quantile(strength, count, 0.9);
    double middle = Planes.quantile(strength, count, 0.6);
    double perHeight = strokes / (wide / tall);
    return strokes >= FEWEST_STROKES
        && perHeight > STROKES[0]
        && perHeight < STROKES[1]
        && share > INK[0]
        && share < INK[1]
        && sign > ONE_SIGN
        && upper - middle < ONE_TONE * upper
        && middle > TIMES_NOISE * noiseAround(box);
  }

  /** Grain differs from place to place, in a sheet's bend most: a row of it looks like print. */
  private double noiseAround(int[] box) {
    int tall = box[3] - box[1] + 1;
    float[] ground = new float[width * 3 * tall];
    int count = 0;
    for (int y = Math.max(0, box[1] - tall); y <= Math.min(height - 1, box[3] + tall); y++) {
      for (int x = Math.max(0, box[0] - tall); x <= Math.min(width - 1, box[2] + tall); x++) {
        if (open[y * width + x]) {
          ground[count++] = Math.abs(off[y * width + x]);
        }
      }
    }
    return count == 0 ? 0 : Planes.quantile(ground, count, 0.5) / MEDIAN_OF_NORMAL;
  }
}
