package app.istante.core.measure;

import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.List;

/**
 * How soft the product's outline is in each direction, in the working picture: for smears too long
 * for the windows in which single edges are fitted. The ground beside an outline is plain, so that
 * its rise can be followed from outside until it ends; the variance of where it rises adds up over
 * causes, L²/12 for a straight smear of length L across it.
 */
final class OutlineSmear {
  /** How far the rise is followed to either side, working pixels. */
  private static final int REACH = 36;

  /** Every so many pixels of the outline one is asked. */
  private static final int EVERY = 4;

  private static final int ALONG = 2;
  private static final int NORMAL_RADIUS = 4;

  /** Light between ground and product below which nothing is told. */
  private static final double LEAST_RISE = 0.04;

  /** The rise ends where it is this much less steep than at its steepest. */
  private static final double END_SLOPE = 0.2;

  /** And begins where it has this share of its height. */
  private static final double START_SHARE = 0.05;

  /** Edges that look down stand in the dark of the contact: cosine with straight down. */
  private static final double LOOKS_DOWN = 0.6;

  private static final int SIDES = 24;
  private static final int FEWEST = 4;
  private static final double LEAST_SHARE = 0.02;

  private final Separation parts;
  private final float[][] planes;
  private final float[] cover;
  private final int width;
  private final int height;
  private final double scale;

  private OutlineSmear(Analysed picture) {
    parts = picture.separation();
    width = parts.width();
    height = parts.height();
    scale = picture.linear().scale().px();
    planes =
        new float[][] {picture.linear().red(), picture.linear().green(), picture.linear().blue()};
    cover = Planes.boxMean(parts.alpha(), width, height, NORMAL_RADIUS);
  }

  /** Null where no smear is seen. */
  static Readings.Motion of(Analysed picture) {
    return new OutlineSmear(picture).motion();
  }

  private Readings.Motion motion() {
    List<List<Double>> bySide = new ArrayList<>();
    for (int side = 0; side < SIDES; side++) {
      bySide.add(new ArrayList<>());
    }
    int seen = 0;
    for (int y = REACH; y < height - REACH; y++) {
      for (int x = REACH; x < width - REACH; x++) {
        int at = y * width + x;
        boolean rim =
            parts.kind()[at] == Separation.PRODUCT
                && (parts.isGroundOrShadow(at - 1)
                    || parts.isGroundOrShadow(at + 1)
                    || parts.isGroundOrShadow(at - width)
                    || parts.isGroundOrShadow(at + width));
        if (rim && seen++ % EVERY == 0) {
          add(x, y, bySide);
        }
      }
    }
    // Corners look every way, but not for long.
    int all = bySide.stream().mapToInt(List::size).sum();
    int fewest = Math.max(FEWEST, (int) (LEAST_SHARE * all));
    List<double[]> points = new ArrayList<>();
    for (int side = 0; side < SIDES / 2; side++) {
      Double one = median(bySide.get(side), fewest);
      Double other = median(bySide.get(side + SIDES / 2), fewest);
      if (one == null && other == null) {
        continue;
      }
      // What smears one side smears the side across: where it does not, something else is soft.
      double variance = other == null ? one : one == null ? other : Math.min(one, other);
      double twice = Math.toRadians((side + 0.5) * 720.0 / SIDES);
      points.add(new double[] {twice, variance * scale * scale, 1});
    }
    return SmearFit.ofVariances(points, scale);
  }

  /** Null of too few. */
  private static Double median(List<Double> variances, int fewest) {
    if (variances.size() < fewest) {
      return null;
    }
    variances.sort(null);
    return variances.get(variances.size() / 2);
  }

  private void add(int x, int y, List<List<Double>> bySide) {
    int at = y * width + x;
    // Outwards, away from where there is more of the product.
    double nx = cover[at - 1] - cover[at + 1];
    double ny = cover[at - width] - cover[at + width];
    double length = Math.hypot(nx, ny);
    if (length < 1e-3 || ny / length > LOOKS_DOWN) {
      return;
    }
    double variance = variance(x, y, nx / length, ny / length);
    if (variance >= 0) {
      double turn = Math.atan2(ny, nx) / (2 * Math.PI) + 1;
      bySide.get((int) (turn * SIDES) % SIDES).add(variance);
    }
  }

  /** Working pixels squared; negative where it can't be told. */
  private double variance(int x, int y, double nx, double ny) {
    double[][] light = new double[2 * REACH + 1][3];
    for (int t = -REACH; t <= REACH; t++) {
      for (int along = -ALONG; along <= ALONG; along++) {
        double u = x - t * nx - along * ny;
        double v = y - t * ny + along * nx;
        Planes.addBetween(planes, width, height, u, v, 1.0 / (2 * ALONG + 1), light[t + REACH]);
      }
    }
    return variance(fromGround(light));
  }

  /** How far each place of a profile is from the ground at its start, in linear light. */
  private static double[] fromGround(double[][] light) {
    double[] ground = new double[3];
    int start = REACH / 2;
    for (int i = 0; i < start; i++) {
      for (int channel = 0; channel < 3; channel++) {
        ground[channel] += light[i][channel] / start;
      }
    }
    double[] off = new double[light.length];
    for (int i = 0; i < off.length; i++) {
      double r = light[i][0] - ground[0];
      double g = light[i][1] - ground[1];
      double b = light[i][2] - ground[2];
      off[i] = Math.sqrt(r * r + g * g + b * b);
    }
    return off;
  }

  /** Of the first rise, followed from outside until it ends; negative without one. */
  static double variance(double[] off) {
    double highest = 0;
    double steepest = 0;
    int end = -1;
    for (int i = 3; i < off.length && end < 0; i++) {
      highest = Math.max(highest, off[i]);
      double slope = off[i] - off[i - 3];
      steepest = Math.max(steepest, slope);
      boolean over = highest > LEAST_RISE && slope < END_SLOPE * steepest;
      if (over) {
        end = i - 1;
      }
    }
    if (end < 0) {
      return -1;
    }
    int begin = end;
    while (begin > 0 && off[begin] > START_SHARE * highest) {
      begin--;
    }
    double sum = 0;
    double place = 0;
    double square = 0;
    for (int i = begin; i < end; i++) {
      double rise = Math.max(0, off[i + 1] - off[i]);
      sum += rise;
      place += rise * i;
      square += rise * i * i;
    }
    return begin == 0 || sum == 0 ? -1 : square / sum - place * place / (sum * sum);
  }
}
