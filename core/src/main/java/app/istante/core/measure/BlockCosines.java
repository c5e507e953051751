package app.istante.core.measure;

/** The cosine transform of a JPEG file's 8 x 8 blocks (ITU-T T.81, A.3.3). */
final class BlockCosines {
  static final int SIDE = 8;
  private static final double[][] COSINES = cosines();

  private BlockCosines() {}

  /**
   * In place: rows, then columns.
   *
   * @param block 64 values, row by row
   * @param rows room for as many
   */
  static void transform(double[] block, double[] rows) {
    for (int y = 0; y < SIDE; y++) {
      for (int u = 0; u < SIDE; u++) {
        double sum = 0;
        for (int x = 0; x < SIDE; x++) {
          sum += COSINES[u][x] * block[y * SIDE + x];
        }
        rows[y * SIDE + u] = sum;
      }
    }
    for (int x = 0; x < SIDE; x++) {
      for (int v = 0; v < SIDE; v++) {
        double sum = 0;
        for (int y = 0; y < SIDE; y++) {
          sum += COSINES[v][y] * rows[y * SIDE + x];
        }
        block[v * SIDE + x] = sum;
      }
    }
  }

  /**
   * One coefficient alone.
   *
   * @param u half waves across
   * @param v half waves down
   */
  static double coefficient(double[] block, int u, int v) {
    double sum = 0;
    for (int y = 0; y < SIDE; y++) {
      double row = 0;
      for (int x = 0; x < SIDE; x++) {
        row += COSINES[u][x] * block[y * SIDE + x];
      }
      sum += COSINES[v][y] * row;
    }
    return sum;
  }

  /** Of the wave with u half waves along a row, at one of its places. */
  static double at(int u, int x) {
    return COSINES[u][x];
  }

  private static double[][] cosines() {
    double[][] cosines = new double[SIDE][SIDE];
    for (int u = 0; u < SIDE; u++) {
      for (int x = 0; x < SIDE; x++) {
        cosines[u][x] =
            Math.sqrt((u == 0 ? 1.0 : 2.0) / SIDE)
                * Math.cos((2 * x + 1) * u * Math.PI / (2 * SIDE));
      }
    }
    return cosines;
  }
}
