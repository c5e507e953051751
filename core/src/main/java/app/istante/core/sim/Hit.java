package app.istante.core.sim;

/** Nearest meeting of a ray with a surface; filled by the shapes, used again for every ray. */
final class Hit {
  double distance;
  double nx;
  double ny;
  double nz;

  /** Place on the surface, each 0 to 1 or in millimetres as the shape says: for patterns. */
  double u;

  double v;

  /** Height on a turned body, until {@link Shape#place} puts it into v. */
  double up;

  /** Null where nothing or the ground is met. */
  Body body;

  void clear(double farthest) {
    distance = farthest;
    body = null;
  }

  void set(double at, double nx, double ny, double nz, double u, double v) {
    this.distance = at;
    this.nx = nx;
    this.ny = ny;
    this.nz = nz;
    this.u = u;
    this.v = v;
  }

  Vec normal() {
    return new Vec(nx, ny, nz);
  }
}
