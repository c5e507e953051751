package app.istante.core.mask;

import app.istante.core.image.LinearImage;

/**
 * Takes the dark line where a thing touches the table off its foot. Going up towards the thing the
 * ground gets darker and darker, until the thing itself begins and it gets lighter again: the edge
 * is at the darkest place. A thing's own dark rim is as steep on its outer side as its edges are
 * elsewhere; the dark of the contact is not, and only where it is not the foot is raised.
 */
final class ContactShadow {
  /** The dark of a contact reaches this share of the frame's width into the outline at most. */
  private static final double REACH_SHARE = 0.016;

  /** Where the outline runs steeper than this it does not lie on the table. */
  private static final double LEVEL_SLOPE = 0.6;

  /** Columns to either side that have a say in a foot's place. */
  private static final int BESIDE = 4;

  /** Light lost at the darkest place, as shares of the ground's, against outside and inside. */
  private static final double LEAST_DEPTH = 0.12;

  private static final double LEAST_RETURN = 0.03;

  /** An edge that takes this many times as long to rise as the others is a shadow's. */
  private static final double TIMES_RISE = 1.4;

  /** The foot is looked at over this part of the width to either side. */
  private static final int AROUND_SCALE = 25;

  private static final double LEAST_SHARE = 0.5;

  private static final int NOT_ON_TABLE = -2;
  private static final int OUTSIDE_PX = 6;
  private static final int TOP_REACH_PX = 5;

  private final LinearImage image;
  private final byte[] kind;
  private final float[] alpha;
  private final int width;
  private final int height;
  private final int reach;

  private ContactShadow(LinearImage image, byte[] kind, float[] alpha) {
    this.image = image;
    this.kind = kind;
    this.alpha = alpha;
    width = image.width();
    height = image.height();
    reach = Math.max(4, (int) (REACH_SHARE * width));
  }

  /**
   * @param kind per pixel, changed: product that is shadow becomes {@link Separation#SHADOW}
   * @param alpha cover, changed with it
   */
  static void takeOff(LinearImage image, byte[] kind, float[] alpha) {
    new ContactShadow(image, kind, alpha).run();
  }

  private void run() {
    int[] foot = new int[width];
    for (int x = 0; x < width; x++) {
      foot[x] = foot(x);
    }
    int[] line = agreed(foot, darkest(foot));
    for (int x = 0; x < width; x++) {
      if (line[x] < 0) {
        continue;
      }
      for (int y = line[x] + 1; y <= Math.min(height - 1, foot[x] + reach); y++) {
        int at = y * width + x;
        if (kind[at] == Separation.PRODUCT) {
          kind[at] = Separation.SHADOW;
        }
        if (kind[at] != Separation.FOREIGN) {
          alpha[at] = 0;
        }
      }
    }
  }

  /** In each column that lies on the table the last row above the dark, or -1 where it is none. */
  private int[] darkest(int[] foot) {
    double rise = riseAbove();
    int[] line = new int[width];
    for (int x = 0; x < width; x++) {
      line[x] = level(foot, x) ? raised(x, foot[x], rise) : NOT_ON_TABLE;
    }
    return line;
  }

  private boolean level(int[] foot, int x) {
    if (x < BESIDE || x >= width - BESIDE || foot[x] > height - 1 - OUTSIDE_PX) {
      return false;
    }
    int left = foot[x - BESIDE];
    int right = foot[x + BESIDE];
    // Chains and handles are too thin to hide a dark line of their own.
    boolean tall = foot[x] > reach && kind[(foot[x] - reach) * width + x] == Separation.PRODUCT;
    return tall && left > 0 && right > 0 && Math.abs(right - left) <= LEVEL_SLOPE * 2 * BESIDE;
  }

  /**
   * A contact's dark runs along the foot: a few columns alone are a shade of the thing's own, and a
   * few without it, among many, are bridged.
   */
  private int[] agreed(int[] foot, int[] line) {
    int[] agreed = new int[width];
    java.util.Arrays.fill(agreed, -1);
    int around = Math.max(8, width / AROUND_SCALE);
    int last = -1;
    for (int x = 0; x < width; x++) {
      if (line[x] < 0 || share(line, x, around) < LEAST_SHARE) {
        continue;
      }
      agreed[x] = middle(line, x);
      for (int u = last + 1; last >= 0 && x - last <= around && u < x; u++) {
        int between = agreed[last] + (agreed[x] - agreed[last]) * (u - last) / (x - last);
        agreed[u] = foot[u] > between && foot[u] - between <= 2 * reach ? between : -1;
      }
      last = x;
    }
    return agreed;
  }

  private double share(int[] line, int x, int around) {
    int on = 0;
    int raised = 0;
    for (int u = Math.max(0, x - around); u <= Math.min(width - 1, x + around); u++) {
      on += line[u] == NOT_ON_TABLE ? 0 : 1;
      raised += line[u] >= 0 ? 1 : 0;
    }
    return (double) raised / on;
  }

  /** The lowest row of the product in a column, or -1. */
  private int foot(int x) {
    for (int y = height - 2; y >= 0; y--) {
      if (kind[y * width + x] == Separation.PRODUCT) {
        return y;
      }
    }
    return -1;
  }

  private int middle(int[] line, int x) {
    float[] near = new float[2 * BESIDE + 1];
    int count = 0;
    for (int u = Math.max(0, x - BESIDE); u <= Math.min(width - 1, x + BESIDE); u++) {
      if (line[u] >= 0) {
        near[count++] = line[u];
      }
    }
    return (int) Planes.quantile(near, count, 0.5);
  }

  private double light(int x, int y) {
    return image.brightness(y * width + x);
  }

  /** The last row above the darkest place near the foot, or -1 if the foot lies right. */
  private int raised(int x, int foot, double rise) {
    int last = Math.min(height - 1, foot + OUTSIDE_PX);
    double outside = 0;
    for (int y = foot + 1; y <= last; y++) {
      outside = Math.max(outside, light(x, y));
    }
    int dark = foot + 1;
    double least = light(x, dark);
    int top = Math.max(0, foot - reach);
    int y = foot;
    double highest = 0;
    while (y >= top) {
      double here = light(x, y);
      if (here < least) {
        least = here;
        dark = y;
        highest = 0;
      }
      highest = Math.max(highest, here);
      if (highest > least + LEAST_RETURN * outside && dark - y >= 3) {
        break;
      }
      y--;
    }
    boolean valley =
        outside - least > LEAST_DEPTH * outside && highest > least + LEAST_RETURN * outside;
    if (!valley || dark > foot) {
      return -1;
    }
    double steepest = 1e-6;
    for (int v = dark; v < last; v++) {
      steepest = Math.max(steepest, light(x, v + 1) - light(x, v));
    }
    return (outside - least) / steepest > TIMES_RISE * rise ? dark : -1;
  }

  /** Rows that the product's upper edges take to rise, at their median. */
  private double riseAbove() {
    float[] rises = new float[width];
    int count = 0;
    for (int x = 0; x < width; x++) {
      for (int y = TOP_REACH_PX; y < height - TOP_REACH_PX; y++) {
        if (kind[y * width + x] == Separation.PRODUCT) {
          double steepest = 1e-6;
          for (int v = y - TOP_REACH_PX; v < y + TOP_REACH_PX; v++) {
            steepest = Math.max(steepest, Math.abs(light(x, v + 1) - light(x, v)));
          }
          double whole = Math.abs(light(x, y + TOP_REACH_PX) - light(x, y - TOP_REACH_PX));
          rises[count++] = (float) (whole / steepest);
          break;
        }
      }
    }
    return count == 0 ? 1 : Math.max(1, Planes.quantile(rises, count, 0.5));
  }
}
