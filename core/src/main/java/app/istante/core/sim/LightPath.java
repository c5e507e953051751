package app.istante.core.sim;

import java.util.Arrays;

/** One path under way, and what it has gathered; used again for every pixel of a row. */
final class LightPath {
  final Sampler random;
  final Hit hit = new Hit();
  final Hit shadow = new Hit();
  final SolidAngle seen = new SolidAngle();
  final double[] direction = new double[3];

  /** Gathered straight from lamps or by mirroring, and thrown by matte surfaces; layer by layer. */
  final double[] straight;

  final double[] thrown;
  final double[] kept;
  double ox;
  double oy;
  double oz;
  double dx;
  double dy;
  double dz;
  double nx;
  double ny;
  double nz;
  double red;
  double green;
  double blue;
  double lx;
  double ly;
  double lz;
  double lampDistance;
  boolean blockedByProduct;
  double startStrength = 1;

  /** Behind a first matte meeting: what is gathered now was thrown. */
  boolean behindMatte;

  /** Albedo and normal of what is seen first. */
  final double[] features = new double[6];

  int onProduct;
  int onSurrounding;
  double deep;
  private LightPath other;

  LightPath(int layers) {
    this(new double[3 * layers], new double[3 * layers], new double[layers], new Sampler());
  }

  private LightPath(double[] straight, double[] thrown, double[] kept, Sampler random) {
    this.straight = straight;
    this.thrown = thrown;
    this.kept = kept;
    this.random = random;
  }

  void clear() {
    Arrays.fill(straight, 0);
    Arrays.fill(thrown, 0);
    Arrays.fill(features, 0);
    Arrays.fill(kept, 0);
    onProduct = 0;
    onSurrounding = 0;
    deep = 0;
  }

  void add(int axis, double by) {
    ox += axis == 0 ? by : 0;
    oy += axis == 1 ? by : 0;
    oz += axis == 2 ? by : 0;
  }

  void step(double t) {
    ox += t * dx;
    oy += t * dy;
    oz += t * dz;
  }

  /** Off the surface on the side where the path goes on; along the path would graze it again. */
  void leave() {
    double off = dx * nx + dy * ny + dz * nz > 0 ? 1e-2 : -1e-2;
    ox += off * nx;
    oy += off * ny;
    oz += off * nz;
  }

  void filter(Vec colour) {
    filter(colour, 1);
  }

  void filter(Vec colour, double share) {
    red *= colour.x() * share;
    green *= colour.y() * share;
    blue *= colour.z() * share;
  }

  void firstAlbedo(Vec colour, double share) {
    features[0] += colour.x() * share;
    features[1] += colour.y() * share;
    features[2] += colour.z() * share;
  }

  void scale(double by) {
    red *= by;
    green *= by;
    blue *= by;
  }

  double strongest() {
    return Math.max(Math.abs(red), Math.max(Math.abs(green), Math.abs(blue)));
  }

  void receive(int layer, double amount) {
    double[] into = behindMatte ? thrown : straight;
    into[3 * layer] += amount * red;
    into[3 * layer + 1] += amount * green;
    into[3 * layer + 2] += amount * blue;
  }

  /** A second path from here that carries a share; it gathers into the same sums. */
  LightPath branch(double share) {
    if (other == null) {
      other = new LightPath(straight, thrown, kept, random);
    }
    LightPath b = other;
    b.ox = ox;
    b.oy = oy;
    b.oz = oz;
    b.dx = dx;
    b.dy = dy;
    b.dz = dz;
    b.nx = nx;
    b.ny = ny;
    b.nz = nz;
    b.behindMatte = behindMatte;
    b.startStrength = Math.max(1e-3, share * strongest());
    b.red = red * share;
    b.green = green * share;
    b.blue = blue * share;
    return b;
  }
}
