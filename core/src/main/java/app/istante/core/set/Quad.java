package app.istante.core.set;

/** A flat rectangle in the set: middle, unit normal of its front, two unit sides, half lengths. */
record Quad(
    double[] middle, double[] normal, double[] across, double[] up, double half, double rise) {

  /** A face at a point that looks at another, as lamps, windows and cards do. */
  static Quad facing(Point at, Point aim, double width, double height) {
    double[] n = unit(aim.x() - at.x(), aim.y() - at.y(), aim.z() - at.z());
    double[] helper = Math.abs(n[1]) > 0.95 ? new double[] {1, 0, 0} : new double[] {0, 1, 0};
    double[] across = unit(cross(n, helper));
    return new Quad(
        new double[] {at.x(), at.y(), at.z()}, n, across, cross(across, n), width / 2, height / 2);
  }

  double[][] corners() {
    return new double[][] {at(-1, -1), at(1, -1), at(1, 1), at(-1, 1)};
  }

  /** A point of it: each from -1 to 1. */
  double[] at(double a, double b) {
    double[] p = new double[3];
    for (int i = 0; i < 3; i++) {
      p[i] = middle[i] + a * half * across[i] + b * rise * up[i];
    }
    return p;
  }

  double areaMm2() {
    return 4 * half * rise;
  }

  /** Whether the way between two points crosses it, ends not counted. */
  boolean between(double[] from, double[] to) {
    double d0 = 0;
    double d1 = 0;
    for (int i = 0; i < 3; i++) {
      d0 += (from[i] - middle[i]) * normal[i];
      d1 += (to[i] - middle[i]) * normal[i];
    }
    if (d0 * d1 >= 0 || Math.abs(d0) < 1e-3 || Math.abs(d1) < 1e-3) {
      return false;
    }
    double t = d0 / (d0 - d1);
    double a = 0;
    double b = 0;
    for (int i = 0; i < 3; i++) {
      double p = from[i] + t * (to[i] - from[i]) - middle[i];
      a += p * across[i];
      b += p * up[i];
    }
    return Math.abs(a) < half && Math.abs(b) < rise;
  }

  static double[] cross(double[] a, double[] b) {
    return new double[] {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
  }

  static double[] unit(double... v) {
    double length = Math.sqrt(v[0] * v[0] + v[1] * v[1] + v[2] * v[2]);
    return new double[] {v[0] / length, v[1] / length, v[2] / length};
  }
}
