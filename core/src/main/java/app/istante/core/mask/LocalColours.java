package app.istante.core.mask;

/**
 * What colours say once it is known roughly where the product lies: each pixel is held against what
 * surely is product around it, and against what surely is not. Both are taken as normally
 * distributed within a window, as in the localised regions of Lankton and Tannenbaum (2008). Unlike
 * all else here this needs no model of the ground: on a table beside a narrow sheet, or where a
 * lamp's pool or a hard shadow misleads the model, it still tells wood from wool.
 */
final class LocalColours {
  /** Half the side of the window, as a share of the picture's long side. */
  private static final double REACH = 0.15;

  /** What is product, or none, by so much is taken as an example. */
  private static final float SURE_SHARE = 0.85f;

  /** With fewer examples in a window than this share of it, nothing is said. */
  private static final float FEWEST = 0.02f;

  /** No surface is more even than this, stops: of brightness, and of differences of channels. */
  private static final double[] LEAST_SPREAD = {0.06, 0.03, 0.03};

  /** No pixel says more than this by itself. */
  private static final double MOST = 3;

  private final float[][] seen;
  private final int width;
  private final int height;
  private final int reach;

  /**
   * @param log light of red, green and blue, stops, row by row
   */
  LocalColours(float[][] log, int width, int height) {
    this.width = width;
    this.height = height;
    reach = (int) Math.round(REACH * Math.max(width, height));
    seen = new float[3][width * height];
    for (int at = 0; at < width * height; at++) {
      seen[0][at] = LogLight.brightness(log[0][at], log[1][at], log[2][at]);
      seen[1][at] = log[0][at] - log[1][at];
      seen[2][at] = log[2][at] - log[1][at];
    }
  }

  /**
   * Puts what colours say in the place of other evidence, wherever there are examples of both; what
   * both plainly hold for product counts twice.
   *
   * @param share of product in each pixel as far as it is known, 0 to 1
   * @param evidence positive for product, negative for ground
   */
  void tell(float[] share, float[] evidence) {
    float[] product = new float[share.length];
    float[] rest = new float[share.length];
    for (int at = 0; at < share.length; at++) {
      product[at] = share[at] > SURE_SHARE ? 1 : 0;
      rest[at] = share[at] < 1 - SURE_SHARE ? 1 : 0;
    }
    float[] products = around(product);
    float[] rests = around(rest);
    float[] odds = new float[share.length];
    for (int channel = 0; channel < 3; channel++) {
      double least = LEAST_SPREAD[channel] * LEAST_SPREAD[channel];
      add(seen[channel], product, products, least, 1, odds);
      add(seen[channel], rest, rests, least, -1, odds);
    }
    for (int at = 0; at < share.length; at++) {
      if (products[at] >= FEWEST && rests[at] >= FEWEST) {
        // The tip of a spout, which the glance overlooks, differs from the ground too.
        float kept = odds[at] > MOST ? Math.max(0, evidence[at]) : 0;
        evidence[at] = kept + (float) Math.max(-MOST, Math.min(MOST, odds[at]));
      }
    }
  }

  /** Adds the logarithm of how likely each pixel's value is among its window's examples. */
  private void add(
      float[] values, float[] examples, float[] counts, double least, int sign, float[] odds) {
    float[] first = new float[values.length];
    float[] second = new float[values.length];
    for (int at = 0; at < values.length; at++) {
      first[at] = examples[at] * values[at];
      second[at] = first[at] * values[at];
    }
    first = around(first);
    second = around(second);
    for (int at = 0; at < values.length; at++) {
      if (counts[at] >= FEWEST) {
        double mean = first[at] / counts[at];
        double spread = Math.max(0, second[at] / counts[at] - mean * mean) + least;
        double off = values[at] - mean;
        odds[at] -= (float) (sign * 0.5 * (off * off / spread + Math.log(spread)));
      }
    }
  }

  private float[] around(float[] plane) {
    return Planes.boxMean(plane, width, height, reach);
  }
}
