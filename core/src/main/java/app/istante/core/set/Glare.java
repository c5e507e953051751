package app.istante.core.set;

/**
 * Which lamps a flat glossy face mirrors into the lens. The camera is mirrored at the face's plane
 * (angle in, angle out); what it then sees through the face, as through a window, is mirrored.
 */
public final class Glare {
  private Glare() {}

  /**
   * @param mirrored the lamp's face is seen in the thing's face
   * @param fromDegrees a lamp at this distance is mirrored from this angle on, in plan, counted
   *     from straight in front of the face, to the right positive
   * @param toDegrees up to this angle
   * @param lampDegrees where its middle stands
   */
  public record GlareAnswer(
      String lamp, boolean mirrored, double fromDegrees, double toDegrees, double lampDegrees) {}

  /**
   * @param widthMm of the face
   * @param heightMm of the face, standing on the ground
   * @param turnDegrees of the face about the upright axis; 0 looks to the front
   * @param z of the face in front of the mark
   */
  public static GlareAnswer of(
      Lamp lamp, Point eye, double widthMm, double heightMm, double turnDegrees, double z) {
    double turn = Math.toRadians(turnDegrees);
    double[] e = own(eye, turn, z);
    double[] l = own(lamp.at(), turn, z);
    double half = Math.hypot(lamp.widthMm(), lamp.heightMm()) / 2;
    double away = Math.hypot(l[0], l[2]);
    double lampAngle = Math.toDegrees(Math.atan2(l[0], l[2]));
    if (e[2] <= 0 || away < 1) {
      return new GlareAnswer(lamp.name(), false, 0, 0, lampAngle);
    }
    // From the mirrored eye (x, y, -z) through the face's edges on to the lamp's distance.
    double left = through(e, -widthMm / 2, away);
    double right = through(e, widthMm / 2, away);
    double spread = Math.toDegrees(Math.atan2(half, away));
    double from = Math.min(left, right) - spread;
    double to = Math.max(left, right) + spread;
    boolean beside = l[2] > 0 && lampAngle > from && lampAngle < to;
    return new GlareAnswer(lamp.name(), beside && high(e, l, half, heightMm), from, to, lampAngle);
  }

  /** In the face's own directions: x along it, z away from it. */
  private static double[] own(Point p, double turn, double z) {
    double px = p.x();
    double pz = p.z() - z;
    return new double[] {
      px * Math.cos(turn) - pz * Math.sin(turn), p.y(), px * Math.sin(turn) + pz * Math.cos(turn)
    };
  }

  /** Angle, in plan, at which the mirrored ray over one edge of the face leaves a circle. */
  private static double through(double[] e, double edge, double away) {
    double dx = edge - e[0];
    double dz = e[2];
    double length = Math.hypot(dx, dz);
    dx /= length;
    dz /= length;
    double b = edge * dx;
    double t = -b + Math.sqrt(Math.max(0, b * b - edge * edge + away * away));
    return Math.toDegrees(Math.atan2(edge + t * dx, t * dz));
  }

  /** Whether the mirrored view passes at the lamp's height. */
  private static boolean high(double[] e, double[] l, double half, double heightMm) {
    double share = l[2] / e[2];
    double lowest = 0 + share * (0 - e[1]);
    double highest = heightMm + share * (heightMm - e[1]);
    double low = Math.min(lowest, highest) - half;
    double top = Math.max(lowest, highest) + half;
    return l[1] > low && l[1] < top;
  }
}
