package app.istante.core.bench;

import app.istante.core.colour.GoldenSection;
import app.istante.core.sim.Optics;

/**
 * How wide the edges are that the drawn optics draw. A narrow kernel sampled at pixels is three
 * deltas, and no Gaussian: of all Gaussian edges the one that is nearest to what it draws is up to
 * 8 % narrower than the kernel's second moment would have it. Blur is read as the former.
 */
final class EdgeSpread {
  private static final int STEPS_A_PX = 64;
  private static final double EXACT = 1e-4;

  private EdgeSpread() {}

  /**
   * @param sigmas of the kernels that a picture drawn by area was blurred with, one after another
   * @return sigma of the Gaussian edge that is nearest, by least squares, to the edge they draw, a
   *     pixel's own width included
   */
  static double sigma(double... sigmas) {
    double widest = 1;
    for (double one : sigmas) {
      widest = Math.hypot(widest, one);
    }
    int reach = (int) Math.ceil(5 * widest);
    float[] taps = new float[2 * reach + 1];
    taps[reach] = 1;
    for (double one : sigmas) {
      taps = Optics.gaussian(taps, taps.length, 1, one);
    }
    double[] edge = new double[2 * reach * STEPS_A_PX + 1];
    for (int i = 0; i < edge.length; i++) {
      for (int k = -reach; k <= reach; k++) {
        double past = at(i, reach) - k + 0.5;
        edge[i] += taps[k + reach] * Math.max(0, Math.min(1, past));
      }
    }
    return GoldenSection.lowest(sigma -> off(edge, reach, sigma), 0.1, 2 * widest, EXACT);
  }

  private static double at(int step, int reach) {
    return (double) step / STEPS_A_PX - reach;
  }

  private static double off(double[] edge, int reach, double sigma) {
    double sum = 0;
    for (int i = 0; i < edge.length; i++) {
      double d = edge[i] - normal(at(i, reach) / sigma);
      sum += d * d;
    }
    return sum;
  }

  /** The normal distribution function (Abramowitz and Stegun 26.2.17, 7.5e-8). */
  private static double normal(double z) {
    double t = 1 / (1 + 0.2316419 * Math.abs(z));
    double sum =
        t
            * (0.319381530
                + t * (-0.356563782 + t * (1.781477937 + t * (-1.821255978 + t * 1.330274429))));
    double above = Math.exp(-z * z / 2) / Math.sqrt(2 * Math.PI) * sum;
    return z > 0 ? 1 - above : above;
  }
}
