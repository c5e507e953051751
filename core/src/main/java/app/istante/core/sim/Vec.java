package app.istante.core.sim;

import app.istante.core.set.Point;

/** A point or direction in millimetres: x to the right, y up, z towards the camera. */
public record Vec(double x, double y, double z) {
  static final Vec ZERO = new Vec(0, 0, 0);
  static final Vec ONE = new Vec(1, 1, 1);

  static Vec of(Point p) {
    return new Vec(p.x(), p.y(), p.z());
  }

  static Vec of(double[] rgb) {
    return new Vec(rgb[0], rgb[1], rgb[2]);
  }

  Vec plus(Vec v) {
    return new Vec(x + v.x, y + v.y, z + v.z);
  }

  Vec minus(Vec v) {
    return new Vec(x - v.x, y - v.y, z - v.z);
  }

  Vec times(double s) {
    return new Vec(x * s, y * s, z * s);
  }

  double dot(Vec v) {
    return x * v.x + y * v.y + z * v.z;
  }

  Vec cross(Vec v) {
    return new Vec(y * v.z - z * v.y, z * v.x - x * v.z, x * v.y - y * v.x);
  }

  double length() {
    return Math.sqrt(dot(this));
  }

  Vec unit() {
    return times(1 / length());
  }

  /** Luminance of linear light with sRGB primaries. */
  double luminance() {
    return 0.2126 * x + 0.7152 * y + 0.0722 * z;
  }

  double channel(int index) {
    return index == 0 ? x : index == 1 ? y : z;
  }

  double[] array() {
    return new double[] {x, y, z};
  }
}
