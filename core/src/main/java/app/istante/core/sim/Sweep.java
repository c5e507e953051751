package app.istante.core.sim;

import app.istante.core.set.Ground;
import app.istante.core.set.Surface;

/**
 * The ground: a sheet that lies on the table at y = 0, bends up in a quarter circle behind the
 * product and goes up the wall. Along its curve u is counted in mm from the product's mark
 * backwards, across it v in mm from the middle.
 */
final class Sweep {
  private static final double ENDLESS = 1e7;

  /** Across a crease the paper stands up to this slope. */
  private static final double CREASE_SLOPE = 0.25;

  private static final double CREASE_WIDTH_MM = 5;
  private static final double SPECK_CELL_MM = 25;

  /**
   * A coat that is closed, but no more, scatters what it mirrors; from there on it gets smoother.
   */
  private static final double CLOSED_GLOSS = 0.5;

  private static final double CLOSED_ROUGHNESS = 0.12;

  private final Vec colour;
  private final double flatBehind;
  private final double bend;
  private final double halfWidth;
  private final double front;
  private final double rise;
  private final double coated;
  private final double roughness;
  private final double grain;
  private final double[][] creases;
  private final double speckShare;
  private final boolean glows;

  /** Endless to all sides. */
  Sweep(Vec colour, double flatBehindMm, double bendMm) {
    this.colour = colour;
    this.flatBehind = flatBehindMm;
    this.bend = bendMm;
    this.halfWidth = ENDLESS;
    this.front = ENDLESS;
    this.rise = ENDLESS;
    this.coated = 0;
    this.roughness = CLOSED_ROUGHNESS;
    this.grain = 0;
    this.creases = new double[0][];
    this.speckShare = 0;
    this.glows = false;
  }

  Sweep(Ground ground) {
    this.colour = Vec.of(Surface.reflectance(ground.colour()));
    this.flatBehind = ground.flatBehindMm();
    this.bend = ground.bendMm();
    this.halfWidth = ground.widthMm() / 2;
    this.front = ground.frontMm();
    this.rise = ground.riseMm();
    this.coated = Math.min(1, ground.gloss() / CLOSED_GLOSS);
    this.roughness = CLOSED_ROUGHNESS * Math.min(1, (1 - ground.gloss()) / (1 - CLOSED_GLOSS));
    this.grain = ground.grain();
    this.creases = creases(ground);
    // So many of the cells of a square half metre hold a speck.
    this.speckShare = ground.specks() * SPECK_CELL_MM * SPECK_CELL_MM / 250_000;
    this.glows = ground.glowLumens() > 0;
  }

  /** Straight folds across the sheet: angle, and distance from the mark. */
  private static double[][] creases(Ground ground) {
    double[][] all = new double[ground.creases()][];
    for (int i = 0; i < all.length; i++) {
      double angle = Math.PI * Noise.hash(i, 17);
      all[i] =
          new double[] {
            Math.cos(angle), Math.sin(angle), (Noise.hash(i, 18) - 0.4) * ground.widthMm() * 0.6
          };
    }
    return all;
  }

  boolean glows() {
    return glows;
  }

  /** Share of the sheet that has a clear coat. */
  double coated() {
    return coated;
  }

  /** Of its coat, as a material's. */
  double roughness() {
    return roughness;
  }

  double glowAreaMm2() {
    double length = front + flatBehind + Math.PI / 2 * bend + rise - bend;
    return 2 * halfWidth * length;
  }

  Vec colourAt(double u, double v) {
    if (grain == 0 && speckShare == 0) {
      return colour;
    }
    double share = 1;
    if (grain > 0) {
      // Fibres: fine grain and broader clouds.
      share += grain * (1.4 * (Noise.at(u / 0.9, v / 0.9) - 0.5) + Noise.at(u / 9, v / 9) - 0.5);
    }
    if (speckShare > 0 && inSpeck(u, v)) {
      share *= 0.35;
    }
    return colour.times(share);
  }

  private boolean inSpeck(double u, double v) {
    int i = (int) Math.floor(u / SPECK_CELL_MM);
    int j = (int) Math.floor(v / SPECK_CELL_MM);
    if (Noise.hash(i * 31 + 5, j) >= speckShare) {
      return false;
    }
    double cu = (i + 0.2 + 0.6 * Noise.hash(i, j * 7 + 1)) * SPECK_CELL_MM;
    double cv = (j + 0.2 + 0.6 * Noise.hash(i, j * 7 + 2)) * SPECK_CELL_MM;
    double radius = 0.4 + 1.1 * Noise.hash(i, j * 7 + 3);
    return Math.hypot(u - cu, v - cv) < radius;
  }

  /** Finishes the place of the nearest meeting. */
  void place(Hit hit) {
    if (Double.isNaN(hit.u)) {
      hit.u = flatBehind + bend * Math.atan2(hit.nz, hit.ny);
    }
  }

  /** Tilts the normal of a meeting where a crease runs. */
  void crease(Hit hit) {
    for (double[] fold : creases) {
      double across = fold[0] * hit.u + fold[1] * hit.v - fold[2];
      if (Math.abs(across) < CREASE_WIDTH_MM) {
        double slope =
            CREASE_SLOPE * (1 - Math.abs(across) / CREASE_WIDTH_MM) * Math.signum(across);
        hit.nx += slope * fold[1];
        // Along the sheet: backwards on the flat, upwards on the wall.
        hit.nz -= slope * fold[0] * hit.ny;
        hit.ny += slope * fold[0] * hit.nz;
        double length = Math.sqrt(hit.nx * hit.nx + hit.ny * hit.ny + hit.nz * hit.nz);
        hit.nx /= length;
        hit.ny /= length;
        hit.nz /= length;
      }
    }
  }

  boolean meet(double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    boolean any = false;
    if (Math.abs(dy) > 1e-12) {
      double t = -oy / dy;
      double z = oz + t * dz;
      if (z > -flatBehind && z < front) {
        any = accept(t, 0, 1, 0, -z, ox + t * dx, hit);
      }
    }
    if (Math.abs(dz) > 1e-12) {
      double t = (-(flatBehind + bend) - oz) / dz;
      double y = oy + t * dy;
      if (y > bend && y < rise) {
        double u = flatBehind + Math.PI / 2 * bend + y - bend;
        any |= accept(t, 0, 0, 1, u, ox + t * dx, hit);
      }
    }
    return meetBend(ox, oy, oz, dx, dy, dz, hit) || any;
  }

  private boolean meetBend(
      double ox, double oy, double oz, double dx, double dy, double dz, Hit hit) {
    double cy = oy - bend;
    double cz = oz + flatBehind;
    double a = dy * dy + dz * dz;
    double b = cy * dy + cz * dz;
    double c = cy * cy + cz * cz - bend * bend;
    double inside = b * b - a * c;
    if (inside < 0 || a < 1e-18) {
      return false;
    }
    double root = Math.sqrt(inside);
    return bendAt((-b - root) / a, ox, cy, cz, dx, dy, dz, hit)
        || bendAt((-b + root) / a, ox, cy, cz, dx, dy, dz, hit);
  }

  private boolean bendAt(
      double t, double ox, double cy, double cz, double dx, double dy, double dz, Hit hit) {
    double y = cy + t * dy;
    double z = cz + t * dz;
    if (y > 0 || z > 0) {
      return false;
    }
    // The angle round the bend is worked out by place(), for the nearest meeting only.
    return accept(t, 0, -y / bend, -z / bend, Double.NaN, ox + t * dx, hit);
  }

  private boolean accept(double t, double nx, double ny, double nz, double u, double x, Hit hit) {
    if (!(t > Shape.NEAREST) || t >= hit.distance || Math.abs(x) > halfWidth) {
      return false;
    }
    hit.set(t, nx, ny, nz, u, x);
    hit.body = null;
    return true;
  }
}
