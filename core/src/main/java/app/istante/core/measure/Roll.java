package app.istante.core.measure;

import app.istante.core.mask.Planes;
import app.istante.core.mask.Regions;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/**
 * How far the product leans, from its axis of symmetry. Each point of the outline, thrown over the
 * axis, should lie on the outline again. A coarse search takes the axis over which most points do;
 * then angle and place are fitted by least squares (Gauss and Newton) to how far the thrown points
 * lie off along the outline's normal. What lies too far off, a handle or a spout, counts for little
 * (Geman and McClure's weights). The share of points that meet the outline is the confidence: what
 * is not alike on both sides gives no answer, nor does a disc, which is alike about every axis.
 */
final class Roll {
  /** A thrown point this near the outline meets it: share of the product's size. */
  private static final double MEETS_SHARE = 0.004;

  private static final double MEETS_LEAST_PX = 0.6;

  /** Shares of points that meet the outline: from nothing known to certain. */
  private static final double ASYMMETRIC = 0.2;

  private static final double SYMMETRIC = 0.5;

  /** An outline whose radius varies by less than this share has no upright. */
  private static final double ROUND_SHARE = 0.05;

  /** Of what meets the outline, no more than this may meet it over an axis turned by so much. */
  private static final double ALIKE_SHARE = 0.23;

  private static final double TURNED_DEGREES = 5;

  /** Below this the outline itself is not relied upon, and so not its axis. */
  private static final double TRUSTED = Readings.Product.SURE_OUTLINE;

  /** What is smaller than this share of the largest thing is a crumb or a part of it. */
  private static final double THING_SHARE = 0.12;

  private static final int MOST_THINGS = 5;

  /** Things that lean by more than this from their mean lie about. */
  private static final double ALIKE_DEGREES = 4;

  private static final int LEAST_POINTS = 60;
  private static final double MOST_DEGREES = 20;

  /** Of the coarse search: degrees from angle to angle, and points that are thrown. */
  private static final double STEP_DEGREES = 2;

  private static final int SEARCH_POINTS = 400;

  /** Points that are fitted. */
  private static final int FIT_POINTS = 1500;

  /** How near counts there, and how far apart the axes lie: share of the product's size. */
  private static final double BAND_SHARE = 0.015;

  /** An axis may lie this far beside the outline's middle: share of its size. */
  private static final double ASIDE_SHARE = 0.25;

  /** Of axes that fit alike the more upright one: for each degree this share of the points. */
  private static final double UPRIGHT = 0.002;

  /** How far along the normal the outline is looked for, pixels. */
  private static final int REACH = 12;

  private static final int ROUNDS = 14;
  private static final double SETTLED_RADIANS = 1e-5;
  private static final double MOST_TURN = 0.03;

  private final Outline outline;
  private final double near;

  private Roll(Outline outline) {
    this.outline = outline;
    this.near = Math.max(MEETS_LEAST_PX, MEETS_SHARE * outline.size);
  }

  /** Degrees, positive when turned clockwise, or null; confidence 0 to 1. */
  record Reading(Double degrees, Double confidence) {}

  private static final Reading NONE = new Reading(null, 0.0);

  /**
   * @param radians clockwise from upright
   * @param shift of the axis to its right from the outline's middle, pixels
   */
  private record Axis(double radians, double shift) {}

  /**
   * Of things that stand apart, how they stand to each other tells nothing: each is measured by
   * itself, and what perspective adds on one side it takes away on the other.
   */
  static Reading measure(Separation parts) {
    Regions regions =
        Regions.of(parts.width(), parts.height(), at -> parts.kind()[at] == Separation.PRODUCT);
    double largest = regions.all().stream().mapToDouble(Regions.Region::areaPx).max().orElse(0);
    List<Regions.Region> things =
        regions.all().stream()
            .filter(region -> region.areaPx() > THING_SHARE * largest)
            .sorted(Comparator.comparingInt(Regions.Region::areaPx).reversed())
            .limit(MOST_THINGS)
            .toList();
    double sure = 0;
    double sum = 0;
    double area = 0;
    List<Reading> readings = new ArrayList<>();
    for (Regions.Region thing : things) {
      Reading one = measure(new Outline(parts, regions.labels(), thing.id()));
      area += thing.areaPx();
      if (one.degrees() != null) {
        readings.add(one);
        sure += one.confidence() * thing.areaPx();
        sum += one.confidence() * thing.areaPx() * one.degrees();
      }
    }
    double mean = sum / sure;
    boolean agree =
        readings.stream().allMatch(one -> Math.abs(one.degrees() - mean) < ALIKE_DEGREES);
    if (sure == 0 || !agree) {
      return NONE;
    }
    return new Reading(mean, sure / area * Math.min(1, parts.confidence() / TRUSTED));
  }

  private static Reading measure(Outline outline) {
    if (outline.count < LEAST_POINTS || outline.isRound()) {
      return NONE;
    }
    Roll roll = new Roll(outline);
    Axis axis = roll.search();
    double met = 0;
    for (int round = 0; axis != null && round < ROUNDS; round++) {
      Axis before = axis;
      Fit fit = roll.fit(axis, Math.max(roll.near, REACH * Math.pow(0.6, round)));
      axis = fit.better;
      met = fit.met;
      if (axis != null && Math.abs(axis.radians - before.radians) < SETTLED_RADIANS) {
        break;
      }
    }
    met = axis == null || roll.isAlikeAbout(axis, met) ? 0 : met;
    double known = Math.max(0, Math.min(1, (met - ASYMMETRIC) / (SYMMETRIC - ASYMMETRIC)));
    boolean answer = known > 0 && Math.abs(Math.toDegrees(axis.radians)) < MOST_DEGREES;
    return answer ? new Reading(Math.toDegrees(axis.radians), known) : NONE;
  }

  /** Whether as much meets when the axis is turned: nearly a disc, which has no upright. */
  private boolean isAlikeAbout(Axis axis, double met) {
    double turned = 0;
    for (int side = -1; side <= 1; side += 2) {
      double radians = axis.radians + Math.toRadians(side * TURNED_DEGREES);
      turned += fit(new Axis(radians, axis.shift), near).met / 2;
    }
    return turned > ALIKE_SHARE * met;
  }

  /** The axis over which most points are thrown near the outline. */
  private Axis search() {
    int step = Math.max(1, outline.count / SEARCH_POINTS);
    int band = Math.max(3, (int) Math.round(BAND_SHARE * outline.size));
    boolean[] close = outline.within(band);
    int aside = (int) Math.ceil(ASIDE_SHARE * outline.size / band);
    Axis best = null;
    double most = 0;
    for (double degrees = -MOST_DEGREES; degrees <= MOST_DEGREES; degrees += STEP_DEGREES) {
      for (int i = -aside; i <= aside; i++) {
        Axis axis = new Axis(Math.toRadians(degrees), i * band);
        double share = outline.thrownOnto(close, axis, step) - UPRIGHT * Math.abs(degrees);
        if (share > most) {
          most = share;
          best = axis;
        }
      }
    }
    return best;
  }

  /**
   * @param better the axis that meets the outline better, or null where nothing tells it
   * @param met share of the points that met the outline before
   */
  private record Fit(Axis better, double met) {}

  /** One step of the fit; what lies farther off than {@code limit} counts for little. */
  private Fit fit(Axis axis, double limit) {
    double mx = Math.cos(axis.radians);
    double my = Math.sin(axis.radians);
    double turnTurn = 0;
    double turnShift = 0;
    double shiftShift = 0;
    double turnOff = 0;
    double shiftOff = 0;
    int asked = 0;
    int meeting = 0;
    int step = Math.max(1, outline.count / FIT_POINTS);
    for (int i = 0; i < outline.count; i += step) {
      double px = outline.x[i] - outline.middleX;
      double py = outline.y[i] - outline.middleY;
      double beside = px * mx + py * my - axis.shift;
      double thrownX = outline.x[i] - 2 * beside * mx;
      double thrownY = outline.y[i] - 2 * beside * my;
      if (outline.isOutside(thrownX, thrownY)) {
        continue;
      }
      asked++;
      double across = outline.normalX[i] * mx + outline.normalY[i] * my;
      double nx = outline.normalX[i] - 2 * across * mx;
      double ny = outline.normalY[i] - 2 * across * my;
      double off = outline.distance(thrownX, thrownY, nx, ny);
      if (Double.isNaN(off) || Math.abs(off) > 3 * limit) {
        continue;
      }
      meeting += Math.abs(off) <= near ? 1 : 0;
      double share = off / limit;
      double weight = 1 / ((1 + share * share) * (1 + share * share));
      // How the thrown point moves along its normal when the axis turns, and when it shifts.
      double along = py * mx - px * my;
      double turn = -2 * (along * (nx * mx + ny * my) + beside * (ny * mx - nx * my));
      double shift = 2 * (nx * mx + ny * my);
      turnTurn += weight * turn * turn;
      turnShift += weight * turn * shift;
      shiftShift += weight * shift * shift;
      turnOff += weight * turn * off;
      shiftOff += weight * shift * off;
    }
    boolean enough = asked * step >= LEAST_POINTS;
    double met = enough ? (double) meeting / asked : 0;
    double known = turnTurn * shiftShift - turnShift * turnShift;
    if (!enough || known <= 1e-9 * turnTurn * shiftShift) {
      return new Fit(null, met);
    }
    double turned = (shiftShift * turnOff - turnShift * shiftOff) / known;
    double shifted = (turnTurn * shiftOff - turnShift * turnOff) / known;
    Axis better =
        new Axis(
            axis.radians + Math.max(-MOST_TURN, Math.min(MOST_TURN, turned)),
            axis.shift + Math.max(-REACH, Math.min(REACH, shifted)));
    return new Fit(better, met);
  }

  /** Points where the product's soft edge passes one half, with the direction outwards. */
  private static final class Outline {
    private final int width;
    private final int height;
    private final float[] cover;
    private final double[] x;
    private final double[] y;
    private final double[] normalX;
    private final double[] normalY;
    private int count;
    private double middleX;
    private double middleY;

    /** Twice the mean distance of its points from their middle. */
    private double size;

    /**
     * @param id of the one region that counts among the labels; what is in none may be its soft
     *     edge
     */
    Outline(Separation parts, int[] labels, int id) {
      width = parts.width();
      height = parts.height();
      cover = parts.alpha().clone();
      for (int at = 0; at < cover.length; at++) {
        boolean other = labels[at] > 0 && labels[at] != id;
        cover[at] = other || parts.kind()[at] == Separation.FOREIGN ? 0 : cover[at];
      }
      int most = 0;
      for (int at = 0; at < cover.length - width; at++) {
        most += (passes(at, 1) ? 1 : 0) + (passes(at, width) ? 1 : 0);
      }
      x = new double[most];
      y = new double[most];
      normalX = new double[most];
      normalY = new double[most];
      for (int row = 1; row < height - 2; row++) {
        for (int column = 1; column < width - 2; column++) {
          int at = row * width + column;
          if (passes(at, 1)) {
            add(at, column + part(at, 1), row);
          }
          if (passes(at, width)) {
            add(at, column, row + part(at, width));
          }
        }
      }
      for (int i = 0; i < count; i++) {
        middleX += x[i] / count;
        middleY += y[i] / count;
      }
      for (int i = 0; i < count; i++) {
        size += 2 * Math.hypot(x[i] - middleX, y[i] - middleY) / count;
      }
    }

    private boolean passes(int at, int step) {
      return cover[at] >= 0.5f != cover[at + step] >= 0.5f;
    }

    private double part(int at, int step) {
      return (0.5 - cover[at]) / (cover[at + step] - cover[at]);
    }

    private void add(int at, double px, double py) {
      double gx = 0;
      double gy = 0;
      for (int d = -1; d <= 1; d++) {
        int weight = 2 - Math.abs(d);
        gx += weight * (cover[at + d * width + 1] - cover[at + d * width - 1]);
        gy += weight * (cover[at + width + d] - cover[at - width + d]);
      }
      double steep = Math.hypot(gx, gy);
      if (steep > 1e-6) {
        x[count] = px;
        y[count] = py;
        normalX[count] = -gx / steep;
        normalY[count++] = -gy / steep;
      }
    }

    boolean isRound() {
      double spread = 0;
      for (int i = 0; i < count; i++) {
        double radius = Math.hypot(x[i] - middleX, y[i] - middleY);
        spread += Math.abs(radius - size / 2) / count;
      }
      return spread < ROUND_SHARE * size / 2;
    }

    /** Where the photo says nothing of the other half. */
    boolean isOutside(double px, double py) {
      return px < 2 || py < 2 || px > width - 3 || py > height - 3;
    }

    /** Pixels that lie within so many of the outline, in either direction. */
    boolean[] within(int reach) {
      boolean[] close = new boolean[width * height];
      for (int i = 0; i < count; i++) {
        int top = Math.max(0, (int) y[i] - reach);
        int bottom = Math.min(height - 1, (int) y[i] + reach);
        int left = Math.max(0, (int) x[i] - reach);
        int right = Math.min(width, (int) x[i] + reach + 1);
        for (int row = top; row <= bottom; row++) {
          Arrays.fill(close, row * width + left, row * width + right, true);
        }
      }
      return close;
    }

    /** Share of the points that an axis throws onto such pixels; of every {@code step}th. */
    double thrownOnto(boolean[] close, Axis axis, int step) {
      double mx = Math.cos(axis.radians);
      double my = Math.sin(axis.radians);
      int asked = 0;
      int on = 0;
      for (int i = 0; i < count; i += step) {
        double beside = (x[i] - middleX) * mx + (y[i] - middleY) * my - axis.shift;
        double px = x[i] - 2 * beside * mx;
        double py = y[i] - 2 * beside * my;
        if (!isOutside(px, py)) {
          asked++;
          on += close[(int) py * width + (int) px] ? 1 : 0;
        }
      }
      return asked * step < LEAST_POINTS ? 0 : (double) on / asked;
    }

    /** How far the outline lies outwards along a normal, pixels; NaN where it is not near. */
    double distance(double px, double py, double nx, double ny) {
      double last = Planes.between(cover, width, height, px, py);
      int outwards = last >= 0.5 ? 1 : -1;
      for (int step = 1; step <= REACH; step++) {
        int by = outwards * step;
        double here = Planes.between(cover, width, height, px + by * nx, py + by * ny);
        if (here >= 0.5 != last >= 0.5) {
          return outwards * (step - 1 + (0.5 - last) / (here - last));
        }
        last = here;
      }
      return Double.NaN;
    }
  }
}
