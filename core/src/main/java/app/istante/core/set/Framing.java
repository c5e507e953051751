package app.istante.core.set;

/**
 * Distance, focal length and field of view by the thin lens (Hecht, "Optics", 5th ed., section 5.2:
 * 1/f = 1/d + 1/v, so the magnification is m = f / (d - f)). Distances run from the lens to the
 * thing, in mm; sensor and field are widths or heights, both of the same kind.
 */
public final class Framing {
  /** A person behind a tripod, able to bend down to the finder: mm. */
  public static final double BEHIND_CAMERA_MM = 700;

  private Framing() {}

  /** Any two of the three decide the third. */
  public record FramingSolution(double focalMm, double distanceMm, double fieldMm) {}

  /**
   * The missing one of focal length, distance and field; exactly one of them must be null.
   *
   * @throws IllegalArgumentException where not exactly one is missing, or where no lens does it
   */
  public static FramingSolution solve(
      Double focalMm, Double distanceMm, Double fieldMm, double sensorMm) {
    Require.mm("The sensor's side", sensorMm, 2, 100);
    int missing =
        (focalMm == null ? 1 : 0) + (distanceMm == null ? 1 : 0) + (fieldMm == null ? 1 : 0);
    if (missing != 1) {
      throw new IllegalArgumentException(
          "Give two of focal length, distance and field; the third follows.");
    }
    if (fieldMm == null) {
      return new FramingSolution(focalMm, distanceMm, field(focalMm, distanceMm, sensorMm));
    }
    if (distanceMm == null) {
      return new FramingSolution(focalMm, distance(focalMm, fieldMm, sensorMm), fieldMm);
    }
    return new FramingSolution(focal(distanceMm, fieldMm, sensorMm), distanceMm, fieldMm);
  }

  public static double field(double focalMm, double distanceMm, double sensorMm) {
    focal(focalMm);
    Require.mm("The distance", distanceMm, 1.01 * focalMm, 100_000);
    return sensorMm * (distanceMm - focalMm) / focalMm;
  }

  public static double distance(double focalMm, double fieldMm, double sensorMm) {
    focal(focalMm);
    Require.mm("The field", fieldMm, 0.05 * sensorMm, 50_000);
    return focalMm * (1 + fieldMm / sensorMm);
  }

  public static double focal(double distanceMm, double fieldMm, double sensorMm) {
    Require.mm("The distance", distanceMm, 5, 100_000);
    Require.mm("The field", fieldMm, 0.05 * sensorMm, 50_000);
    return distanceMm * sensorMm / (fieldMm + sensorMm);
  }

  private static void focal(double focalMm) {
    Require.mm("The focal length", focalMm, 1, 1200);
  }

  /**
   * How much larger the front of a thing is drawn than its middle: 0.1 is a tenth. Sizes in the
   * picture go with one over the distance.
   */
  public static double swell(double distanceMm, double depthMm) {
    Require.mm("The thing's depth", depthMm, 0, 5000);
    Require.mm("The distance", distanceMm, depthMm / 2 + 1, 100_000);
    return depthMm / 2 / (distanceMm - depthMm / 2);
  }

  /** The nearest distance at which the front swells by no more than this; inverse of swell. */
  public static double nearestForSwell(double depthMm, double share) {
    Require.within("The swelling allowed", share, 0.005, 1, "");
    Require.mm("The thing's depth", depthMm, 0, 5000);
    return depthMm / 2 * (1 + share) / share;
  }

  /** Pixels along a side of the thing: its image on the sensor over the size of a pixel. */
  public static double pixelsOn(double sideMm, double fieldMm, int pixels) {
    Require.mm("The field", fieldMm, 0.1, 50_000);
    return sideMm / fieldMm * pixels;
  }

  /**
   * @param magnification size on the sensor over real size
   * @param distanceMm from the lens to the thing
   * @param lostStops light lost against focusing far away: 2 log2(1 + m)
   */
  public record CloseUp(double magnification, double distanceMm, double lostStops) {}

  /**
   * A lens on extension rings: m = m0 + e / f (the image moves back by e).
   *
   * @param own magnification that the lens reaches by itself, as set
   */
  public static CloseUp rings(double focalMm, double own, double extensionMm) {
    focal(focalMm);
    Require.within("The lens's own magnification", own, 0, 2, "");
    Require.mm("The extension", extensionMm, 0, 300);
    double m = own + extensionMm / focalMm;
    if (!(m > 0)) {
      throw new IllegalArgumentException(
          "Without extension the lens must be focused on the thing.");
    }
    return closeUp(focalMm, m);
  }

  /** Extension that gives a magnification; the inverse of {@link #rings}. */
  public static double extensionFor(double focalMm, double own, double magnification) {
    focal(focalMm);
    Require.within("The magnification", magnification, own, 10, "");
    return (magnification - own) * focalMm;
  }

  /**
   * A lens put on the wrong way round, at the distance that the mount keeps from the sensor: taken
   * as thin and standing in its mount's plane, v = register, so m = v / f - 1.
   *
   * @param registerMm from the mount to the sensor
   */
  public static CloseUp reversed(double focalMm, double registerMm) {
    focal(focalMm);
    Require.mm("The mount's distance from the sensor", registerMm, 10, 120);
    double m = registerMm / focalMm - 1;
    if (!(m > 0.02)) {
      throw new IllegalArgumentException(
          "A lens of "
              + Math.round(focalMm)
              + " mm is too long to be reversed on this mount without rings.");
    }
    return closeUp(focalMm, m);
  }

  private static CloseUp closeUp(double focalMm, double m) {
    return new CloseUp(m, focalMm * (1 + 1 / m), 2 * Math.log(1 + m) / Math.log(2));
  }

  /** From the thing to the wall behind the camera, so that a person fits behind it. */
  public static double roomNeededMm(double distanceMm) {
    return distanceMm + BEHIND_CAMERA_MM;
  }
}
