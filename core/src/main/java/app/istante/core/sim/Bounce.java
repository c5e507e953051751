package app.istante.core.sim;

/** Where a path goes on from a surface that it has met: {@code path.n} is the normal there. */
final class Bounce {
  /** Refractive index of glass and of clear coats. */
  static final double INDEX = 1.5;

  private Bounce() {}

  static void bump(LightPath path, Material material) {
    // Bumps on a grid in space, so that every shape can carry them.
    double size = material.reliefMm();
    double x = path.ox / size;
    double y = path.oy / size;
    double z = path.oz / size;
    double slope = material.relief();
    double bx = Noise.at(x * 0.7 + z * 0.7, y) - 0.5;
    double by = Noise.at(x * 0.7 - z * 0.7 + 31, y * 1.3) - 0.5;
    double bz = Noise.at(z * 0.7 + x * 0.7 + 57, y * 0.9) - 0.5;
    path.nx += slope * bx;
    path.ny += slope * by;
    path.nz += slope * bz;
    double length = Math.sqrt(path.nx * path.nx + path.ny * path.ny + path.nz * path.nz);
    path.nx /= length;
    path.ny /= length;
    path.nz /= length;
  }

  static void mirror(LightPath path, double cosine, double roughness) {
    double mx = path.dx + 2 * cosine * path.nx;
    double my = path.dy + 2 * cosine * path.ny;
    double mz = path.dz + 2 * cosine * path.nz;
    if (roughness > 0) {
      double jx = mx + roughness * (2 * path.random.next() - 1);
      double jy = my + roughness * (2 * path.random.next() - 1);
      double jz = mz + roughness * (2 * path.random.next() - 1);
      if (jx * path.nx + jy * path.ny + jz * path.nz > 0) {
        double length = Math.sqrt(jx * jx + jy * jy + jz * jz);
        mx = jx / length;
        my = jy / length;
        mz = jz / length;
      }
    }
    path.dx = mx;
    path.dy = my;
    path.dz = mz;
  }

  static void throughGlass(LightPath path, double cosine, boolean leaving) {
    double ratio = leaving ? INDEX : 1 / INDEX;
    double sineSquared = ratio * ratio * (1 - cosine * cosine);
    if (sineSquared >= 1 || path.random.next() < coatShare(cosine, ratio)) {
      mirror(path, cosine, 0);
      return;
    }
    double k = ratio * cosine - Math.sqrt(1 - sineSquared);
    path.dx = ratio * path.dx + k * path.nx;
    path.dy = ratio * path.dy + k * path.ny;
    path.dz = ratio * path.dz + k * path.nz;
  }

  /** Schlick's approximation (1994) of the share mirrored by a clear surface. */
  static double coatShare(double cosine, double ratio) {
    double r0 = (1 - ratio) / (1 + ratio);
    r0 *= r0;
    double c = 1 - Math.max(0, Math.min(1, cosine));
    return r0 + (1 - r0) * c * c * c * c * c;
  }

  /** On into a direction drawn by the cosine law. */
  static void scatter(LightPath path, int bounce) {
    double a;
    double b;
    if (bounce < Sampler.USE_LAMPS - Sampler.USE_BOUNCE) {
      path.random.pair(Sampler.USE_BOUNCE + bounce);
      a = path.random.u;
      b = path.random.v;
    } else {
      a = path.random.next();
      b = path.random.next();
    }
    double r = Math.sqrt(a);
    double angle = 2 * Math.PI * b;
    // Frame around the normal without a branch on poles (Duff et al. 2017).
    double sign = Math.copySign(1, path.nz);
    double p = -1 / (sign + path.nz);
    double q = path.nx * path.ny * p;
    double x = r * Math.cos(angle);
    double y = r * Math.sin(angle);
    double z = Math.sqrt(Math.max(0, 1 - a));
    path.dx = x * (1 + sign * path.nx * path.nx * p) + y * q + z * path.nx;
    path.dy = x * sign * q + y * (sign + path.ny * path.ny * p) + z * path.ny;
    path.dz = -x * sign * path.nx - y * path.ny + z * path.nz;
  }
}
