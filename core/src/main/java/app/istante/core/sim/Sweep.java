package app.istante.core.sim;

/**
 * The ground: a sheet that lies on the table at y = 0, bends up in a quarter circle behind the
 * product and goes up the wall.
 *
 * @param flatBehindMm how far behind the product's middle the bend begins
 * @param bendMm radius of the bend
 */
public record Sweep(Vec colour, double flatBehindMm, double bendMm) {

  boolean meet(Vec o, Vec d, Hit hit) {
    boolean any = false;
    if (d.y() < 0) {
      double t = -o.y() / d.y();
      if (o.z() + t * d.z() > -flatBehindMm) {
        any |= accept(t, 0, 1, 0, hit);
      }
    }
    if (d.z() < 0) {
      double t = (-(flatBehindMm + bendMm) - o.z()) / d.z();
      if (o.y() + t * d.y() > bendMm) {
        any |= accept(t, 0, 0, 1, hit);
      }
    }
    return meetBend(o, d, hit) || any;
  }

  private boolean meetBend(Vec o, Vec d, Hit hit) {
    double cy = o.y() - bendMm;
    double cz = o.z() + flatBehindMm;
    double a = d.y() * d.y() + d.z() * d.z();
    double b = cy * d.y() + cz * d.z();
    double c = cy * cy + cz * cz - bendMm * bendMm;
    double inside = b * b - a * c;
    if (inside < 0) {
      return false;
    }
    double t = (-b + Math.sqrt(inside)) / a;
    double y = cy + t * d.y();
    double z = cz + t * d.z();
    return y <= 0 && z <= 0 && accept(t, 0, -y / bendMm, -z / bendMm, hit);
  }

  private static boolean accept(double t, double nx, double ny, double nz, Hit hit) {
    if (!(t > Shape.NEAREST) || t >= hit.distance) {
      return false;
    }
    hit.set(t, nx, ny, nz, 0, 0);
    hit.body = null;
    return true;
  }
}
