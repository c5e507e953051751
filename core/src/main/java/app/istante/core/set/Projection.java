package app.istante.core.set;

/**
 * Where a place in the set falls in the picture, and which way a pixel looks. A pinhole in the
 * middle of the lens, with one radial term for the lens: a point at radius r of the frame's half
 * diagonal is drawn at r (1 + k r²), k being the camera's distortion.
 */
public final class Projection {
  private final double[] eye;
  private final double[] forward;
  private final double[] right;
  private final double[] up;
  private final double perPixel;
  private final double middleX;
  private final double middleY;
  private final double halfDiagonal;
  private final double distortion;

  /** For a picture of this size; its shape may be that of the sensor or another. */
  public Projection(SetCamera camera, int widthPx, int heightPx) {
    this(
        new double[] {camera.at().x(), camera.at().y(), camera.at().z()},
        new double[] {camera.aim().x(), camera.aim().y(), camera.aim().z()},
        camera.handling().rollDegrees(),
        camera.fieldWidthMm(1) / widthPx,
        camera.lens().distortion(),
        widthPx,
        heightPx);
  }

  /**
   * @param perPixel width of a pixel at distance 1
   */
  public Projection(
      double[] at,
      double[] aim,
      double rollDegrees,
      double perPixel,
      double distortion,
      int widthPx,
      int heightPx) {
    eye = at.clone();
    forward = unit(new double[] {aim[0] - at[0], aim[1] - at[1], aim[2] - at[2]});
    double[] level = unit(cross(forward, new double[] {0, 1, 0}));
    double[] upright = cross(level, forward);
    double cos = Math.cos(Math.toRadians(rollDegrees));
    double sin = Math.sin(Math.toRadians(rollDegrees));
    // Turning the camera anticlockwise makes the content look turned clockwise.
    right = new double[3];
    up = new double[3];
    for (int i = 0; i < 3; i++) {
      right[i] = level[i] * cos + upright[i] * sin;
      up[i] = upright[i] * cos - level[i] * sin;
    }
    this.perPixel = perPixel;
    this.distortion = distortion;
    middleX = widthPx / 2.0;
    middleY = heightPx / 2.0;
    halfDiagonal = Math.hypot(middleX, middleY);
  }

  /** Unit direction in which the pixel place looks: x, y, z. */
  public void direction(double px, double py, double[] out) {
    double u = px - middleX;
    double v = middleY - py;
    if (distortion != 0) {
      // Undo r' = r (1 + k r²) by a few fixed-point steps; |k| is small.
      double drawn = Math.hypot(u, v) / halfDiagonal;
      double r = drawn;
      for (int step = 0; step < 8; step++) {
        r = drawn / (1 + distortion * r * r);
      }
      double share = drawn < 1e-12 ? 1 : r / drawn;
      u *= share;
      v *= share;
    }
    double length = 0;
    for (int i = 0; i < 3; i++) {
      out[i] = forward[i] + (right[i] * u + up[i] * v) * perPixel;
      length += out[i] * out[i];
    }
    length = Math.sqrt(length);
    for (int i = 0; i < 3; i++) {
      out[i] /= length;
    }
  }

  /** Pixel place of a point: x, y and its distance along the axis, or null where it is behind. */
  public double[] place(Point point) {
    double[] to = {point.x() - eye[0], point.y() - eye[1], point.z() - eye[2]};
    double along = dot(to, forward);
    if (along <= 1e-9) {
      return null;
    }
    double u = dot(to, right) / along / perPixel;
    double v = dot(to, up) / along / perPixel;
    double r = Math.hypot(u, v) / halfDiagonal;
    double share = 1 + distortion * r * r;
    return new double[] {middleX + u * share, middleY - v * share, along};
  }

  /** Where a pixel place meets the plane y = height, or null where it does not. */
  public double[] onLevel(double px, double py, double height) {
    double[] d = new double[3];
    direction(px, py, d);
    double t = (height - eye[1]) / d[1];
    return t > 0 && Double.isFinite(t)
        ? new double[] {eye[0] + t * d[0], height, eye[2] + t * d[2]}
        : null;
  }

  public double[] forward() {
    return forward.clone();
  }

  public double[] right() {
    return right.clone();
  }

  public double[] up() {
    return up.clone();
  }

  public double[] eye() {
    return eye.clone();
  }

  private static double dot(double[] a, double[] b) {
    return a[0] * b[0] + a[1] * b[1] + a[2] * b[2];
  }

  private static double[] cross(double[] a, double[] b) {
    return new double[] {
      a[1] * b[2] - a[2] * b[1], a[2] * b[0] - a[0] * b[2], a[0] * b[1] - a[1] * b[0]
    };
  }

  private static double[] unit(double[] v) {
    double length = Math.sqrt(dot(v, v));
    return new double[] {v[0] / length, v[1] / length, v[2] / length};
  }
}
