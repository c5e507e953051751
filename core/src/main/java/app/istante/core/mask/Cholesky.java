package app.istante.core.mask;

/** Solves small symmetric positive definite systems. */
public final class Cholesky {
  private Cholesky() {}

  /**
   * @param matrix its lower triangle is read; not modified
   * @return the solution, or null where the matrix is not positive definite
   */
  public static double[] solve(double[][] matrix, double[] right) {
    int n = right.length;
    double[][] lower = new double[n][n];
    for (int i = 0; i < n; i++) {
      for (int j = 0; j <= i; j++) {
        double sum = matrix[i][j] + (i == j ? 1e-9 : 0);
        for (int k = 0; k < j; k++) {
          sum -= lower[i][k] * lower[j][k];
        }
        if (i == j) {
          if (sum <= 1e-12) {
            return null;
          }
          lower[i][i] = Math.sqrt(sum);
        } else {
          lower[i][j] = sum / lower[j][j];
        }
      }
    }
    double[] x = new double[n];
    for (int i = 0; i < n; i++) {
      double sum = right[i];
      for (int k = 0; k < i; k++) {
        sum -= lower[i][k] * x[k];
      }
      x[i] = sum / lower[i][i];
    }
    for (int i = n - 1; i >= 0; i--) {
      double sum = x[i];
      for (int k = i + 1; k < n; k++) {
        sum -= lower[k][i] * x[k];
      }
      x[i] = sum / lower[i][i];
    }
    return x;
  }
}
