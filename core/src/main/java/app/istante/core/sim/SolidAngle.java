package app.istante.core.sim;

/**
 * Draws points of a rectangle evenly by the solid angle under which it is seen (Ureña, Fajardo and
 * King 2013, "An area-preserving parametrization for spherical rectangles", sections 3 and 4; their
 * symbols), so that a lamp that stands close gives no bright specks.
 */
final class SolidAngle {
  private double x0;
  private double x1;
  private double y0;
  private double y1;
  private double z0;
  private double b0;
  private double b1;
  private double k;
  private double s;

  /** Of the point last drawn, along the rectangle's sides from the foot of the seeing point. */
  double along;

  double up;

  /**
   * @param left,right edges of the rectangle along its width, from the foot of the seeing point
   * @param low,high the same along its height
   * @param away distance of the seeing point from the rectangle's plane, more than 0
   * @return the solid angle, sr
   */
  double see(double left, double right, double low, double high, double away) {
    x0 = left;
    x1 = right;
    y0 = low;
    y1 = high;
    z0 = -away;
    double square = away * away;
    double hx0 = Math.sqrt(x0 * x0 + square);
    double hx1 = Math.sqrt(x1 * x1 + square);
    double hy0 = Math.sqrt(y0 * y0 + square);
    double hy1 = Math.sqrt(y1 * y1 + square);
    double g0 = Math.acos(y0 * x1 / (hy0 * hx1));
    double g1 = Math.acos(-x1 * y1 / (hx1 * hy1));
    double g2 = Math.acos(y1 * x0 / (hy1 * hx0));
    double g3 = Math.acos(-x0 * y0 / (hx0 * hy0));
    b0 = -y0 / hy0;
    b1 = y1 / hy1;
    k = 2 * Math.PI - g2 - g3;
    s = g0 + g1 - k;
    return s;
  }

  void draw(double u, double v) {
    double au = u * s + k;
    double fu = (Math.cos(au) * b0 - b1) / Math.sin(au);
    double cu = Math.copySign(1 / Math.sqrt(fu * fu + b0 * b0), fu);
    cu = Math.max(-1, Math.min(1, cu));
    double xu = -(cu * z0) / Math.sqrt(Math.max(1e-12, 1 - cu * cu));
    along = Math.max(x0, Math.min(x1, xu));
    double d = Math.sqrt(along * along + z0 * z0);
    double h0 = y0 / Math.sqrt(d * d + y0 * y0);
    double h1 = y1 / Math.sqrt(d * d + y1 * y1);
    double hv = h0 + v * (h1 - h0);
    up = hv * hv < 1 - 1e-9 ? hv * d / Math.sqrt(1 - hv * hv) : y1;
  }
}
