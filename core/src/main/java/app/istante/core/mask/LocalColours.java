package app.istante.core.mask;

import app.istante.core.image.AtOnce;
import java.util.Arrays;
import java.util.concurrent.ForkJoinTask;

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
  private static final float[] LEAST_SPREAD = {0.06f, 0.03f, 0.03f};

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
    ForkJoinTask<Among> others = AtOnce.begin(() -> among(rest));
    Among products = among(product);
    Among rests = others.join();
    for (int at = 0; at < share.length; at++) {
      if (products.counts[at] >= FEWEST && rests.counts[at] >= FEWEST) {
        double odds =
            0.5
                * (rests.off[at]
                    - products.off[at]
                    + Math.log(rests.spread[at] / products.spread[at]));
        // The tip of a spout, which the glance overlooks, differs from the ground too.
        float kept = odds > MOST ? Math.max(0, evidence[at]) : 0;
        evidence[at] = kept + (float) Math.max(-MOST, Math.min(MOST, odds));
      }
    }
  }

  /**
   * Each pixel among its window's examples.
   *
   * @param counts the window's share of examples
   * @param off squared distance of the pixel from their mean, in their variances, of all channels
   * @param spread product of the channels' variances, stops to the sixth
   */
  private record Among(float[] counts, float[] off, float[] spread) {}

  private Among among(float[] examples) {
    float[] counts = around(examples);
    float[] off = new float[counts.length];
    float[] spread = new float[counts.length];
    Arrays.fill(spread, 1);
    float[] first = new float[counts.length];
    float[] second = new float[counts.length];
    for (int channel = 0; channel < 3; channel++) {
      float[] values = seen[channel];
      float least = LEAST_SPREAD[channel] * LEAST_SPREAD[channel];
      for (int at = 0; at < values.length; at++) {
        first[at] = examples[at] * values[at];
        second[at] = first[at] * values[at];
      }
      float[] means = around(first);
      float[] squares = around(second);
      for (int at = 0; at < values.length; at++) {
        if (counts[at] >= FEWEST) {
          float mean = means[at] / counts[at];
          float variance = Math.max(0, squares[at] / counts[at] - mean * mean) + least;
          float away = values[at] - mean;
          off[at] += away * away / variance;
          spread[at] *= variance;
        }
      }
    }
    return new Among(counts, off, spread);
  }

  private float[] around(float[] plane) {
    return Planes.boxMean(plane, width, height, reach);
  }
}
