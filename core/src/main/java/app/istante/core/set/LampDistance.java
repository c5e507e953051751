package app.istante.core.set;

/** Moving a lamp to change its light by stops. */
public final class LampDistance {
  private static final double NEAREST_MM = 60;
  private static final double FURTHEST_MM = 15_000;

  private LampDistance() {}

  /** For a small lamp, by the inverse square law: d2 = d1 2^(-stops / 2). */
  public static double small(double distanceMm, double stops) {
    Require.mm("The lamp's distance", distanceMm, 1, 20_000);
    Require.within("The change", stops, -8, 8, " stops");
    return distanceMm * Math.pow(2, -stops / 2);
  }

  /** Stops that a small lamp gains by moving; the inverse of {@link #small}. */
  public static double stopsFor(double fromMm, double toMm) {
    Require.mm("The lamp's distance", fromMm, 1, 20_000);
    Require.mm("The lamp's new distance", toMm, 1, 20_000);
    return 2 * Math.log(fromMm / toMm) / Math.log(2);
  }

  /**
   * For a lamp of any size, moved along the line to its aim: the distance at which its light at the
   * aim has changed by so many stops, exactly.
   *
   * @return mm, or 0 where no distance within reach does it
   */
  public static double exact(Lamp lamp, double stops) {
    double wanted = onAim(lamp, lamp.distanceMm()) * Math.pow(2, stops);
    double low = NEAREST_MM;
    double high = FURTHEST_MM;
    if (onAim(lamp, low) < wanted || onAim(lamp, high) > wanted) {
      return 0;
    }
    for (int i = 0; i < 60; i++) {
      double mid = (low + high) / 2;
      if (onAim(lamp, mid) > wanted) {
        low = mid;
      } else {
        high = mid;
      }
    }
    return (low + high) / 2;
  }

  /** Lux at the aim on a face turned to the lamp, standing at a distance. */
  static double onAim(Lamp lamp, double distanceMm) {
    Lamp moved = moved(lamp, distanceMm);
    double[] p = {lamp.aim().x(), lamp.aim().y(), lamp.aim().z()};
    double[] n =
        Quad.unit(
            lamp.at().x() - lamp.aim().x(),
            lamp.at().y() - lamp.aim().y(),
            lamp.at().z() - lamp.aim().z());
    return SetLight.straight(moved, p, n);
  }

  /** The lamp moved along its line to another distance from its aim. */
  public static Lamp moved(Lamp lamp, double distanceMm) {
    double share = distanceMm / lamp.distanceMm();
    return lamp.at(lamp.aim().towards(lamp.at(), share));
  }
}
