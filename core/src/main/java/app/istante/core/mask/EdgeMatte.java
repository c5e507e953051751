package app.istante.core.mask;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Rows;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * The share of each pixel along the outline that the product covers: the pixel lies on the line, in
 * linear light, from the ground just outside to the product just inside, and how far along it is
 * the share (the compositing equation of Porter and Duff 1984, solved by least squares over the
 * channels). Where the two hardly differ, nothing is said. Grain makes some pixels look covered and
 * others not, so the median of what is said around a pixel counts: a straight edge is its own.
 */
final class EdgeMatte {
  /**
   * Half the width of the band along the outline, working pixels: for sharp edges, for soft ones.
   */
  private static final int NARROWEST = 2;

  private static final int WIDEST = 9;

  /** How much further a pixel known to be product or ground is looked for. */
  private static final int FURTHER = 4;

  /**
   * Half the side of the square over which medians are taken, working pixels. With 2 the foot of a
   * patterned thing moves, and its faint reflection is lost.
   */
  private static final int EVENED_PX = 1;

  /** A step seen this many times its own grain is told from it. */
  private static final double TIMES_GRAIN = 8;

  private static final double LEAST_STEP = 0.012;

  /** The band is this many times as wide as the edge's rise. */
  private static final double TIMES_RISE = 0.8;

  /** From this band on an edge is soft, and asked again so many times. */
  private static final int SOFT = 5;

  private static final int TIMES_AGAIN = 2;

  /** Pixels this near to the frame are not asked. */
  private static final int RISE_REACH = 6;

  private final LinearImage image;
  private final int width;
  private final int height;
  private final boolean[] product;
  private final double grain;
  private final int band;
  private final int[] offsets;

  /** The same as places in a plane. */
  private final int[] steps;

  /** The first of them that is so many columns or rows away, for distances up to the reach. */
  private final int[] firstAt;

  /** Columns or rows to the nearest pixel well inside the product, and well outside it. */
  private final byte[] toDeep;

  private final byte[] toFar;

  /**
   * @param image working picture
   * @param product hard outline
   * @param foreign what is neither product nor ground, or null
   * @param grain standard deviation of the ground as a share of its light
   */
  private EdgeMatte(LinearImage image, boolean[] product, boolean[] foreign, double grain) {
    this.image = image;
    this.width = image.width();
    this.height = image.height();
    this.product = product;
    this.grain = grain;
    this.band = band();
    this.offsets = byDistance(band + FURTHER);
    this.steps = new int[offsets.length / 2];
    for (int i = 0; i < steps.length; i++) {
      steps[i] = offsets[2 * i + 1] * width + offsets[2 * i];
    }
    firstAt = new int[band + FURTHER + 1];
    for (int i = 0, away = 0; away < firstAt.length; i++) {
      int square = offsets[2 * i] * offsets[2 * i] + offsets[2 * i + 1] * offsets[2 * i + 1];
      while (away < firstAt.length && square >= away * away) {
        firstAt[away++] = i;
      }
    }
    boolean[] ground = new boolean[product.length];
    for (int at = 0; at < ground.length; at++) {
      ground[at] = !product[at] && (foreign == null || !foreign[at]);
    }
    toDeep = away(Bits.deep(product, width, height, band));
    toFar = away(Bits.deep(ground, width, height, band));
  }

  /**
   * Columns or rows, whichever are more, to the nearest pixel of a set, up to 127; in two sweeps
   * (Rosenfeld and Pfaltz 1966).
   */
  private byte[] away(boolean[] set) {
    byte[] away = new byte[set.length];
    for (int at = 0; at < away.length; at++) {
      away[at] = set[at] ? 0 : Byte.MAX_VALUE;
    }
    for (int y = 0; y < height; y++) {
      sweep(away, y * width, -width, 1, y > 0);
    }
    for (int y = height - 1; y >= 0; y--) {
      sweep(away, y * width + width - 1, width, -1, y < height - 1);
    }
    return away;
  }

  /**
   * Along a row from its first place on.
   *
   * @param other from a place to that in the row that was swept before
   * @param hasOther whether there is such a row
   */
  private void sweep(byte[] away, int first, int other, int step, boolean hasOther) {
    int before = Byte.MAX_VALUE;
    int last = first + (width - 1) * step;
    // Of the row before: the three places that touch this one.
    int behind = Byte.MAX_VALUE;
    int beside = hasOther ? away[first + other] : Byte.MAX_VALUE;
    for (int at = first; at != last + step; at += step) {
      int ahead = hasOther && at != last ? away[at + other + step] : Byte.MAX_VALUE;
      int least = Math.min(Math.min(before, behind), Math.min(beside, ahead));
      before = Math.min(away[at], least + 1);
      away[at] = (byte) before;
      behind = beside;
      beside = ahead;
    }
  }

  /**
   * Replaces {@code alpha} along the outline where the picture says better. A soft edge reaches
   * further than the hard outline is off, so what has been found is asked again from the line where
   * the product covers a half: what has an inside near by both times is told anew.
   */
  static void refine(
      LinearImage image, boolean[] product, boolean[] foreign, double grain, float[] alpha) {
    float[] hard = alpha.clone();
    EdgeMatte last = new EdgeMatte(image, product, foreign, grain);
    last.run(alpha);
    for (int time = 0; time < TIMES_AGAIN && last.band >= SOFT; time++) {
      boolean[] half = new boolean[product.length];
      float[] shares = new float[alpha.length];
      for (int at = 0; at < half.length; at++) {
        half[at] = alpha[at] >= 0.5f && (foreign == null || !foreign[at]);
        shares[at] = half[at] == product[at] ? hard[at] : half[at] ? 1 : 0;
      }
      EdgeMatte again = new EdgeMatte(image, half, foreign, grain);
      again.run(shares);
      for (int at = 0; at < alpha.length; at++) {
        if (last.hasInside(at) && again.hasInside(at)) {
          alpha[at] = shares[at];
        }
      }
      last = again;
    }
  }

  /** Whether pixels well inside the product lie in reach: a thin thing has none. */
  private boolean hasInside(int at) {
    return toDeep[at] < firstAt.length;
  }

  private void run(float[] alpha) {
    forBand(
        (x, y) -> {
          float share = share(x, y);
          if (share >= 0) {
            alpha[y * width + x] = share;
          }
        });
    even(alpha);
  }

  /** What is thinner than the band, and has no inside, keeps its own shares. */
  private void even(float[] alpha) {
    float[] each = alpha.clone();
    int side = 2 * EVENED_PX + 1;
    forBand(
        (x, y) -> {
          if (hasInside(y * width + x) && isInner(x, y, EVENED_PX)) {
            float[] around = new float[side * side];
            for (int row = 0; row < side; row++) {
              int from = (y - EVENED_PX + row) * width + x - EVENED_PX;
              System.arraycopy(each, from, around, row * side, side);
            }
            alpha[y * width + x] = Planes.quantile(around, around.length, 0.5);
          }
        });
  }

  private interface Place {
    void at(int x, int y);
  }

  /** All places along the outline, on both cores. */
  private void forBand(Place place) {
    Rows.forEach(
        width,
        height,
        (from, to) -> {
          for (int y = from; y < to; y++) {
            for (int x = 0; x < width; x++) {
              if (toDeep[y * width + x] > 0 && toFar[y * width + x] > 0) {
                place.at(x, y);
              }
            }
          }
        });
  }

  /** From how many pixels the outline's edges take to rise, at their median. */
  private int band() {
    float[] rises = new float[product.length];
    int count = 0;
    float[] green = image.green();
    int[] steps = {1, width};
    for (int y = RISE_REACH; y < height - RISE_REACH; y++) {
      for (int x = RISE_REACH; x < width - RISE_REACH; x++) {
        int at = y * width + x;
        for (int step : steps) {
          if (product[at] != product[at + step]) {
            float steep = 0;
            for (int k = -3; k <= 3; k++) {
              steep = Math.max(steep, Math.abs(green[at + (k + 1) * step] - green[at + k * step]));
            }
            float whole = Math.abs(green[at + RISE_REACH * step] - green[at - 5 * step]);
            if (whole > LEAST_STEP * 4) {
              rises[count++] = whole / Math.max(1e-4f, steep);
            }
          }
        }
      }
    }
    double rise = count < 20 ? 1 : Planes.quantile(rises, count, 0.5);
    return (int) Math.max(NARROWEST, Math.min(WIDEST, Math.round(1 + TIMES_RISE * rise)));
  }

  /** Steps to the pixels around, the nearest first. */
  private static int[] byDistance(int reach) {
    List<int[]> steps = new ArrayList<>();
    for (int dy = -reach; dy <= reach; dy++) {
      for (int dx = -reach; dx <= reach; dx++) {
        steps.add(new int[] {dx, dy});
      }
    }
    steps.sort(Comparator.comparingInt(s -> s[0] * s[0] + s[1] * s[1]));
    int[] flat = new int[2 * steps.size()];
    for (int i = 0; i < steps.size(); i++) {
      flat[2 * i] = steps.get(i)[0];
      flat[2 * i + 1] = steps.get(i)[1];
    }
    return flat;
  }

  /** The product's share of a pixel, 0 to 1, or -1 where nothing can be said. */
  private float share(int x, int y) {
    double[] ground = nearest(x, y, toFar);
    if (ground == null) {
      return -1;
    }
    double[] thing = nearest(x, y, toDeep);
    if (thing == null) {
      thing = mostUnlike(x, y, ground);
    }
    if (thing == null) {
      return -1;
    }
    int at = y * width + x;
    double r = thing[0] - ground[0];
    double g = thing[1] - ground[1];
    double b = thing[2] - ground[2];
    double step = r * r + g * g + b * b;
    double told = Math.max(LEAST_STEP, TIMES_GRAIN * grain * ground[1]);
    if (step < told * told) {
      return -1;
    }
    double along =
        r * (light(0, at) - ground[0])
            + g * (light(1, at) - ground[1])
            + b * (light(2, at) - ground[2]);
    return (float) Math.max(0, Math.min(1, along / step));
  }

  private double light(int channel, int at) {
    float[] plane = channel == 0 ? image.red() : channel == 1 ? image.green() : image.blue();
    return Math.max(0, Math.min(1, plane[at]));
  }

  /** Mean of the few nearest pixels of a kind; null without any in reach. */
  private double[] nearest(int x, int y, byte[] toKind) {
    int here = y * width + x;
    if (toKind[here] >= firstAt.length) {
      return null;
    }
    double[] sum = new double[3];
    int count = 0;
    int farthest = Integer.MAX_VALUE;
    int reach = band + FURTHER;
    boolean inner = isInner(x, y, reach);
    for (int i = firstAt[toKind[here]]; i < steps.length; i++) {
      int at = here + steps[i];
      if (!inner && !inFrame(x + offsets[2 * i], y + offsets[2 * i + 1]) || toKind[at] > 0) {
        continue;
      }
      int square = offsets[2 * i] * offsets[2 * i] + offsets[2 * i + 1] * offsets[2 * i + 1];
      if (square > farthest) {
        break;
      }
      if (count == 0) {
        double away = Math.sqrt(square) + 1;
        farthest = (int) (away * away);
      }
      for (int channel = 0; channel < 3; channel++) {
        sum[channel] += light(channel, at);
      }
      count++;
    }
    if (count == 0) {
      return null;
    }
    for (int channel = 0; channel < 3; channel++) {
      sum[channel] /= count;
    }
    return sum;
  }

  /** Whether all of the square of side {@code 2 * reach + 1} lies in the frame. */
  private boolean isInner(int x, int y, int reach) {
    return x >= reach && y >= reach && x < width - reach && y < height - reach;
  }

  private boolean inFrame(int x, int y) {
    return x >= 0 && y >= 0 && x < width && y < height;
  }

  /**
   * For thin things, which have no inside: the pixel of the product near by that is least ground.
   */
  private double[] mostUnlike(int x, int y, double[] ground) {
    double[] best = null;
    double most = 0;
    for (int v = Math.max(0, y - 2); v <= Math.min(height - 1, y + 2); v++) {
      for (int u = Math.max(0, x - 2); u <= Math.min(width - 1, x + 2); u++) {
        int at = v * width + u;
        if (product[at]) {
          double[] here = {light(0, at), light(1, at), light(2, at)};
          double off = 0;
          for (int channel = 0; channel < 3; channel++) {
            off += (here[channel] - ground[channel]) * (here[channel] - ground[channel]);
          }
          if (off > most) {
            most = off;
            best = here;
          }
        }
      }
    }
    return best;
  }
}
