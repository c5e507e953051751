package app.istante.core.set;

/**
 * Flash by its guide number, GN = N d at ISO 100 and full power, d in metres (ISO 1230:2007). ISO
 * and power count by their square root.
 */
public final class Flash {
  private Flash() {}

  /**
   * @param guideNumber in metres at ISO 100
   * @param powerShare 1 full, 0.5 half …
   */
  public static double apertureFor(
      double guideNumber, double distanceMm, double iso, double powerShare) {
    Require.mm("The flash's distance", distanceMm, 50, 50_000);
    return reach(guideNumber, iso, powerShare) / (distanceMm / 1000);
  }

  /** Distance, mm, at which an aperture is right; the inverse of {@link #apertureFor}. */
  public static double distanceFor(
      double guideNumber, double fNumber, double iso, double powerShare) {
    Require.within("The f-number", fNumber, 0.7, 90, "");
    return 1000 * reach(guideNumber, iso, powerShare) / fNumber;
  }

  private static double reach(double guideNumber, double iso, double powerShare) {
    Require.within("The guide number", guideNumber, 1, 200, " m");
    Require.within("The ISO setting", iso, 25, 204_800, "");
    Require.within("The flash's power", powerShare, 0.001, 1, "");
    return guideNumber * Math.sqrt(iso / 100 * powerShare);
  }
}
