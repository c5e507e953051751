package app.istante.core.sim;

import java.util.List;

/** A light made ready for drawing points on it. */
final class Source {
  /** Nearer than the root of so many areas, a lamp's points are drawn by solid angle. */
  private static final double NEAR = 2;

  private final Light.Face face;
  private final Light.Beam beam;
  private final double[] centre;
  private final double[] facing;
  private final double[] across;
  private final double[] upwards;

  private Source(Light light) {
    beam = light instanceof Light.Beam b ? b : null;
    face = beam == null ? (Light.Face) light : beam.opening();
    centre = face.centre().array();
    facing = face.facing().array();
    across = face.across().array();
    upwards = face.upwards().array();
  }

  static Source[] of(List<Light> lights) {
    return lights.stream().map(Source::new).toArray(Source[]::new);
  }

  boolean seenFrom(
      double ox, double oy, double oz, double dx, double dy, double dz, double farthest) {
    double towards = dx * facing[0] + dy * facing[1] + dz * facing[2];
    return beam == null && towards < 0 && inFace(ox, oy, oz, dx, dy, dz, towards, farthest);
  }

  private boolean inFace(
      double ox,
      double oy,
      double oz,
      double dx,
      double dy,
      double dz,
      double towards,
      double farthest) {
    double tx = centre[0] - ox;
    double ty = centre[1] - oy;
    double tz = centre[2] - oz;
    double t = (tx * facing[0] + ty * facing[1] + tz * facing[2]) / towards;
    if (!(t > Shape.NEAREST) || t > farthest) {
      return false;
    }
    double px = t * dx - tx;
    double py = t * dy - ty;
    double pz = t * dz - tz;
    return Math.abs(px * across[0] + py * across[1] + pz * across[2]) < face.widthMm() / 2
        && Math.abs(px * upwards[0] + py * upwards[1] + pz * upwards[2]) < face.heightMm() / 2;
  }

  /**
   * Draws a point of this light with the path's numbers u and v, writes the way to it into the
   * path, and returns the illuminance at unit strength over pi; 0 where it gives none.
   */
  double draw(LightPath path) {
    if (beam != null) {
      return drawSun(path);
    }
    double tx = path.ox - centre[0];
    double ty = path.oy - centre[1];
    double tz = path.oz - centre[2];
    double away = tx * facing[0] + ty * facing[1] + tz * facing[2];
    if (away <= 1e-6) {
      return 0;
    }
    double fx = tx * across[0] + ty * across[1] + tz * across[2];
    double fy = tx * upwards[0] + ty * upwards[1] + tz * upwards[2];
    double halfWidth = face.widthMm() / 2;
    double halfHeight = face.heightMm() / 2;
    boolean near = tx * tx + ty * ty + tz * tz < NEAR * face.areaMm2();
    double a = (path.random.u - 0.5) * face.widthMm();
    double b = (path.random.v - 0.5) * face.heightMm();
    double angle = 0;
    if (near) {
      SolidAngle seen = path.seen;
      angle = seen.see(-halfWidth - fx, halfWidth - fx, -halfHeight - fy, halfHeight - fy, away);
      if (!(angle > 1e-9)) {
        return 0;
      }
      seen.draw(path.random.u, path.random.v);
      a = seen.along + fx;
      b = seen.up + fy;
    }
    double x = a * across[0] + b * upwards[0] - tx;
    double y = a * across[1] + b * upwards[1] - ty;
    double z = a * across[2] + b * upwards[2] - tz;
    double distance = Math.sqrt(x * x + y * y + z * z);
    path.lx = x / distance;
    path.ly = y / distance;
    path.lz = z / distance;
    path.lampDistance = distance;
    double onSurface = path.lx * path.nx + path.ly * path.ny + path.lz * path.nz;
    double offLamp = -(path.lx * facing[0] + path.ly * facing[1] + path.lz * facing[2]);
    if (onSurface <= 0 || offLamp <= 0) {
      return 0;
    }
    return near
        ? onSurface * angle / Math.PI
        : onSurface * offLamp * face.areaMm2() / (distance * distance * Math.PI);
  }

  private double drawSun(LightPath path) {
    Vec sun = beam.towardsSun();
    double r = Light.Beam.SUN_RADIUS * Math.sqrt(path.random.u);
    double angle = 2 * Math.PI * path.random.v;
    Vec helper = Math.abs(sun.y()) > 0.9 ? new Vec(1, 0, 0) : new Vec(0, 1, 0);
    Vec side = sun.cross(helper).unit();
    Vec other = side.cross(sun);
    Vec to =
        sun.plus(side.times(r * Math.cos(angle))).plus(other.times(r * Math.sin(angle))).unit();
    path.lx = to.x();
    path.ly = to.y();
    path.lz = to.z();
    double onSurface = path.lx * path.nx + path.ly * path.ny + path.lz * path.nz;
    double out = path.lx * facing[0] + path.ly * facing[1] + path.lz * facing[2];
    if (onSurface <= 0 || out >= 0) {
      return 0;
    }
    double tx = centre[0] - path.ox;
    double ty = centre[1] - path.oy;
    double tz = centre[2] - path.oz;
    path.lampDistance = (tx * facing[0] + ty * facing[1] + tz * facing[2]) / out;
    boolean through =
        inFace(path.ox, path.oy, path.oz, path.lx, path.ly, path.lz, out, Double.MAX_VALUE);
    return through ? onSurface / Math.PI : 0;
  }
}
