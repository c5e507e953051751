package app.istante.core.sim;

/** A point or direction in millimetres: x to the right, y up, z towards the camera. */
public record Vec(double x, double y, double z) {
  static final Vec ZERO = new Vec(0, 0, 0);

  Vec plus(Vec v) {
    return new Vec(x + v.x, y + v.y, z + v.z);
  }

  Vec minus(Vec v) {
    return new Vec(x - v.x, y - v.y, z - v.z);
  }

  Vec times(double s) {
    return new Vec(x * s, y * s, z * s);
  }

  /** Product channel by channel, for light meeting a surface. */
  Vec filter(Vec v) {
    return new Vec(x * v.x, y * v.y, z * v.z);
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

  double largest() {
    return Math.max(x, Math.max(y, z));
  }

  /** Mirrored at a surface with this unit normal. */
  Vec mirrored(Vec normal) {
    return minus(normal.times(2 * dot(normal)));
  }
}
