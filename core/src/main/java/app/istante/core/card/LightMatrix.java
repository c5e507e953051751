package app.istante.core.card;

import app.istante.core.colour.CardReference;
import app.istante.core.mask.Cholesky;

/**
 * The 3 x 3 matrix that carries a card's patches nearest to their reference: ordinary least squares
 * in linear light, each patch weighted by one over its own luminance so that dark ones count too.
 */
final class LightMatrix {
  private LightMatrix() {}

  /** Rows red, green, blue; null where the patches don't determine it. */
  static double[][] fit(double[][] rgb, boolean[] usable, CardReference reference) {
    double[][] matrix = new double[3][];
    for (int channel = 0; channel < 3; channel++) {
      double[][] normal = new double[3][3];
      double[] right = new double[3];
      for (int i = 0; i < rgb.length; i++) {
        if (!usable[i]) {
          continue;
        }
        double[] wanted = reference.patches().get(i).lab().toLinear();
        double y = 0.2126 * wanted[0] + 0.7152 * wanted[1] + 0.0722 * wanted[2];
        double weight = 1 / Math.max(0.02, y);
        for (int p = 0; p < 3; p++) {
          for (int q = 0; q < 3; q++) {
            normal[p][q] += weight * rgb[i][p] * rgb[i][q];
          }
          right[p] += weight * rgb[i][p] * wanted[channel];
        }
      }
      matrix[channel] = Cholesky.solve(normal, right);
      if (matrix[channel] == null) {
        return null;
      }
    }
    return matrix;
  }

  static double[] apply(double[][] matrix, double[] rgb) {
    double[] out = new double[3];
    for (int i = 0; i < 3; i++) {
      out[i] = matrix[i][0] * rgb[0] + matrix[i][1] * rgb[1] + matrix[i][2] * rgb[2];
    }
    return out;
  }
}
