package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.measure.EdgeFit.Samples;
import app.istante.core.measure.EdgeFit.Side;
import app.istante.core.measure.EdgeFit.Step;
import java.util.List;

/**
 * A square of pixels around an edge, in linear light, and the blurred step in it. Small squares
 * come first, since what lies beside an edge disturbs; an edge that is too soft for one is looked
 * at in the next.
 */
final class EdgeWindow {
  private static final int NARROW_PX = 5;
  private static final int[] RADII_PX = {NARROW_PX, 9, 22, 40};

  /** An edge softer than this share of the square's radius needs a larger one. */
  private static final double MOST_SIGMA = 0.28;

  private static final double MIN_RISE = 0.02;

  /** A step this high was guessed from the foot of a clipped edge. */
  private static final double MAX_RISE = 2.5;

  private static final double OFF_CENTRE = 0.45;
  private static final double BIN_PX = 0.5;
  private static final double BURNT_SHARE = 0.1;

  /** The shape of a sharper edge's blur can't be told. */
  private static final double LEAST_DISC_PX = 1.5;

  /** Fitted to a disc's edge, a disc is narrower than a Gaussian by no more than this. */
  private static final double NARROWEST_DISC = 0.8;

  /**
   * In the narrowest square grain on a wide, soft edge looks like an edge of its own: an edge is
   * this share of what rises in the next one.
   */
  private static final double LEAST_OF_WIDE = 0.4;

  /** A slope beside an edge is one where it leaves less than this of what a step alone leaves. */
  private static final double SLOPE_LEAVES = 0.9;

  /** With a slope, a step narrower than this is chance. */
  private static final double LEAST_BESIDE_SLOPE_PX = 0.25;

  /** Tells where a thing ends. */
  interface ThingEnds {
    ThingEnds NOWHERE = (x, y, normal, sigmaPx) -> false;

    /**
     * @param x photo pixel
     * @param y photo pixel
     * @param normal unit vector across the edge
     * @param sigmaPx blur of the edge
     */
    boolean at(int x, int y, double[] normal, double sigmaPx);
  }

  /**
   * Which edges are believed.
   *
   * @param leastSlope CIELAB lightness over two working pixels, along and across
   * @param mostResidual what a blurred step may leave unexplained, share of its height
   * @param once whether an edge that is not clean in its square is given up
   */
  record Strictness(float leastSlope, double mostResidual, boolean once) {}

  /**
   * Blur of one edge.
   *
   * @param x place in photo pixels
   * @param y place in photo pixels
   * @param sigmaPx standard deviation of the blur, taken for a Gaussian
   * @param discPx the same, taken for a disc; NaN where it can't be one, or is too sharp to tell
   * @param discLeaves what a disc leaves unexplained, over what a Gaussian does; 1 where untold
   * @param normalDegrees direction across the edge, clockwise on screen from horizontal, 0 to 180
   * @param overshoot of the light beside the edge, as a share of its height; 0 and up
   * @param clipped whether one side of it is burnt out, so that its height was guessed
   * @param errorPx standard error of the deviation taken for a Gaussian
   * @param outline whether the thing ends there
   */
  record Edge(
      int x,
      int y,
      double sigmaPx,
      double discPx,
      double discLeaves,
      double normalDegrees,
      double overshoot,
      boolean clipped,
      double errorPx,
      boolean outline) {
    Edge withSigma(double sigma) {
      return withSigma(sigma, errorPx);
    }

    private Edge withSigma(double sigma, double error) {
      return new Edge(
          x, y, sigma, discPx, discLeaves, normalDegrees, overshoot, clipped, error, outline);
    }
  }

  /**
   * What was seen at a place.
   *
   * @param edge null where there is no clean one
   * @param wide the same without the narrowest square, for telling a smear: there grain on a
   *     smeared edge looks like a sharp edge of its own, and a smear is told by sparing none
   * @param apart the edge, at an outline apart from what slopes beside it
   */
  record Seen(Edge edge, Edge wide, Edge apart) {}

  private final int radius;
  private final int side;
  private final double[] light;
  private final boolean[] clipped;

  private EdgeWindow(int radius, double[] light, boolean[] clipped) {
    this.radius = radius;
    side = 2 * radius + 1;
    this.light = light;
    this.clipped = clipped;
  }

  /** Null where the square would reach over the frame's edge. */
  private static EdgeWindow cut(EncodedImage srgb, int x0, int y0, int radius) {
    if (x0 < radius + 1
        || y0 < radius + 1
        || x0 >= srgb.widthPx() - radius - 1
        || y0 >= srgb.heightPx() - radius - 1) {
      return null;
    }
    int side = 2 * radius + 1;
    double[] light = new double[side * side];
    boolean[] clipped = new boolean[side * side];
    byte[] rgb = srgb.rgb();
    for (int v = 0; v < side; v++) {
      int at = 3 * ((y0 - radius + v) * srgb.widthPx() + x0 - radius);
      for (int u = 0; u < side; u++, at += 3) {
        int g = rgb[at + 1] & 0xFF;
        light[v * side + u] =
            0.2126 * Srgb.decode8(rgb[at] & 0xFF)
                + 0.7152 * Srgb.decode8(g)
                + 0.0722 * Srgb.decode8(rgb[at + 2] & 0xFF);
        clipped[v * side + u] = g >= CodeCounts.CLIPPED_CODE;
      }
    }
    return new EdgeWindow(radius, light, clipped);
  }

  /** The edge nearest a place of a picture, or nulls where there is no clean one. */
  static Seen look(EncodedImage srgb, int x, int y, Strictness strictness, ThingEnds ends) {
    Found narrow = null;
    double before = 0;
    for (int radius : RADII_PX) {
      EdgeWindow window = cut(srgb, x, y, radius);
      if (window == null) {
        break;
      }
      double[] normal = window.direction(strictness.once() ? 1 : window.side / 10);
      Samples profile = normal == null ? null : window.profile(normal);
      double start = before > 0 ? before : radius / 6.0;
      Step step = profile == null ? null : EdgeFit.fit(BlurShape.GAUSSIAN, profile, start);
      // A wider square is no second chance for what is not clean: soft shades would pass for edges.
      boolean last = strictness.once() && radius > NARROW_PX;
      if (step == null) {
        if (last) {
          break;
        }
        continue;
      }
      before = step.sigma();
      boolean fits = step.sigma() < MOST_SIGMA * radius;
      if (fits && clean(step, radius, strictness.mostResidual())) {
        Found found = window.found(x, y, normal, profile, step, ends);
        if (radius > NARROW_PX) {
          return found.seenAfter(narrow);
        }
        narrow = found;
      } else if (fits && last) {
        break;
      }
    }
    return narrow == null ? new Seen(null, null, null) : narrow.seen(null);
  }

  private record Found(Edge edge, Samples profile, Step step) {
    Seen seenAfter(Found narrow) {
      boolean grain =
          narrow == null || Math.abs(narrow.step.rise()) < LEAST_OF_WIDE * Math.abs(step.rise());
      return (grain ? this : narrow).seen(edge);
    }

    Seen seen(Edge wide) {
      Step apart = edge.outline ? besideSlope(profile, step) : step;
      return new Seen(edge, wide, edge.withSigma(apart.sigma(), apart.sigmaError()));
    }
  }

  private Found found(int x, int y, double[] normal, Samples profile, Step step, ThingEnds ends) {
    double degrees = Math.toDegrees(Math.atan2(normal[1], normal[0]));
    int burnt = 0;
    for (boolean one : clipped) {
      burnt += one ? 1 : 0;
    }
    boolean onBurnt = burnt > BURNT_SHARE * clipped.length;
    Step disc =
        step.sigma() < LEAST_DISC_PX ? null : EdgeFit.fit(BlurShape.DISC, profile, step.sigma());
    boolean isDisc =
        disc != null && disc.sigma() > NARROWEST_DISC * step.sigma() && disc.sigma() < step.sigma();
    boolean outline = ends.at(x, y, normal, step.sigma());
    Edge edge =
        new Edge(
            x,
            y,
            step.sigma(),
            isDisc ? disc.sigma() : Double.NaN,
            isDisc ? disc.residualShare() / step.residualShare() : 1,
            (degrees + 360) % 180,
            step.overshoot(),
            onBurnt,
            step.sigmaError(),
            outline);
    return new Found(edge, profile, step);
  }

  private static boolean clean(Step step, int radius, double mostResidual) {
    return step.residualShare() < mostResidual
        && Math.abs(step.rise()) > MIN_RISE
        && Math.abs(step.rise()) < MAX_RISE
        && Math.abs(step.place()) < OFF_CENTRE * radius;
  }

  /**
   * Unit vector across the edge from the structure tensor; null where edges cross. In wide windows,
   * which are for soft edges, differences are taken further apart, or grain would drown them.
   */
  private double[] direction(int step) {
    double xx = 0;
    double xy = 0;
    double yy = 0;
    int apart = Math.max(1, step);
    for (int v = apart; v < side - apart; v++) {
      for (int u = apart; u < side - apart; u++) {
        int at = v * side + u;
        double gx = light[at + apart] - light[at - apart];
        double gy = light[at + apart * side] - light[at - apart * side];
        xx += gx * gx;
        xy += gx * gy;
        yy += gy * gy;
      }
    }
    double difference = Math.sqrt((xx - yy) * (xx - yy) + 4 * xy * xy);
    if (difference < 0.6 * (xx + yy) || xx + yy == 0) {
      return null;
    }
    double angle = 0.5 * Math.atan2(2 * xy, xx - yy);
    return new double[] {Math.cos(angle), Math.sin(angle)};
  }

  /**
   * What is round grows darker towards its outline, or lighter where it is glossy and mirrors the
   * ground: a slope that a step alone takes for blur.
   *
   * @return the step beside a slope where that explains the light better, else the step itself
   */
  private static Step besideSlope(Samples profile, Step step) {
    Step best = step;
    for (Side side : List.of(Side.BELOW, Side.ABOVE)) {
      Step sloped = EdgeFit.fitBeside(side, profile, step);
      best = sloped != null && sloped.unexplained() < best.unexplained() ? sloped : best;
    }
    boolean better = best.unexplained() < SLOPE_LEAVES * step.unexplained();
    return better && best.sigma() > LEAST_BESIDE_SLOPE_PX ? best : step;
  }

  /** Light across an edge, with how far each place may be trusted. */
  private Samples profile(double[] normal) {
    int bins = (int) (2 * radius / BIN_PX);
    double[] sum = new double[bins];
    double[] place = new double[bins];
    double[] weight = new double[bins];
    double[] clippedShare = new double[bins];
    double along = Math.max(4, radius * 0.35);
    for (int v = 0; v < side; v++) {
      for (int u = 0; u < side; u++) {
        double dx = u - radius;
        double dy = v - radius;
        double t = dx * normal[0] + dy * normal[1];
        if (Math.abs(-dx * normal[1] + dy * normal[0]) <= along) {
          int bin = (int) Math.floor((t + radius) / BIN_PX);
          if (bin >= 0 && bin < bins) {
            sum[bin] += light[v * side + u];
            place[bin] += t;
            weight[bin]++;
            clippedShare[bin] += clipped[v * side + u] ? 1 : 0;
          }
        }
      }
    }
    double[] t = new double[bins];
    double[] value = new double[bins];
    boolean[] burnt = new boolean[bins];
    for (int i = 0; i < bins; i++) {
      t[i] = weight[i] > 0 ? place[i] / weight[i] : (i + 0.5) * BIN_PX - radius;
      value[i] = weight[i] > 0 ? sum[i] / weight[i] : 0;
      burnt[i] = clippedShare[i] > 0.3 * weight[i];
    }
    return new Samples(t, value, weight, burnt);
  }
}
