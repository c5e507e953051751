package app.istante.core.plan.daylight;

/**
 * Light that a pane gives at the table, on a plane that faces the pane: the sky seen through each
 * patch of glass, integrated over the pane.
 */
public final class TableLight {
  private static final int PATCHES = 24;

  /** Houses and trees opposite throw back about a tenth of the sky's light. */
  private static final double OBSTRUCTION_LUMINANCE = 0.1;

  private final Pane pane;

  /** Lux at the table for one lux of overcast sky on open ground. */
  private final double overcastShare;

  /** The same for a clear sky, taken as equally bright all over. */
  private final double clearShare;

  /**
   * @param distanceMm from the pane to the product, level, mm
   */
  public TableLight(Pane pane, double distanceMm) {
    if (!(distanceMm >= 100 && distanceMm <= 10_000)) {
      throw new IllegalArgumentException(
          "The table must stand 10 cm to 10 m from the window; it is " + distanceMm / 10 + " cm.");
    }
    this.pane = pane;
    this.overcastShare = share(distanceMm, true);
    this.clearShare = share(distanceMm, false);
  }

  /**
   * The light of the sky through the pane, without the sun's beam: lux. A white sheet also turns
   * the beam into soft light.
   */
  public double skyLux(Sky sky, Sun sun) {
    double share = sky == Sky.OVERCAST ? overcastShare : clearShare;
    double lux = sky.horizontalLux(sun.altitudeDeg()) * share;
    if (pane.veil() == Pane.Veil.WHITE_SHEET) {
      double beam = sky.directLux(sun.altitudeDeg()) * pane.beam(sun);
      // The lit sheet is a Lambert source: luminance beam / pi, seen as one lux of sky / pi is.
      lux += beam * clearShare;
    }
    return lux;
  }

  /** The sun's own beam behind the pane, on a plane that faces the pane: lux. */
  public double beamLux(Sky sky, Sun sun) {
    return pane.veil() == Pane.Veil.WHITE_SHEET
        ? 0
        : sky.directLux(sun.altitudeDeg()) * pane.beam(sun) * pane.passes();
  }

  /**
   * E = sum of L cos(table) cos(pane) dA / r^2 over patches of the pane. Luminance of the overcast
   * sky: Lz (1 + 2 sin a) / 3 with Lz = 9 / (7 pi) of its horizontal illuminance (Moon and Spencer
   * 1942; CIE standard overcast sky). The clear sky is taken as even: L = E / pi.
   */
  private double share(double distanceMm, boolean overcast) {
    double tilt = Math.toRadians(pane.tiltDeg());
    double[] normal = {Math.sin(tilt), Math.cos(tilt)};
    double sum = 0;
    double dA = pane.widthMm() / PATCHES * pane.heightMm() / PATCHES;
    for (int row = 0; row < PATCHES; row++) {
      double along = (row + 0.5) / PATCHES * pane.heightMm();
      // Outward and up from the table; a tilted pane leans over the table.
      double out = distanceMm - along * Math.cos(tilt);
      double up = pane.sillMm() + along * Math.sin(tilt);
      for (int column = 0; column < PATCHES; column++) {
        double side = ((column + 0.5) / PATCHES - 0.5) * pane.widthMm();
        double r2 = out * out + up * up + side * side;
        double r = Math.sqrt(r2);
        double cosPane = (out * normal[0] + up * normal[1]) / r;
        double cosTable = (out * facing(distanceMm)[0] + up * facing(distanceMm)[1]) / r;
        double sine = up / r;
        if (cosPane > 0 && cosTable > 0 && sine > 0) {
          sum += luminance(sine, overcast) * cosPane * cosTable * dA / r2;
        }
      }
    }
    return sum * pane.passes();
  }

  private double luminance(double sine, boolean overcast) {
    double even = 1 / Math.PI;
    double sky = overcast ? 9 / (7 * Math.PI) * (1 + 2 * sine) / 3 : even;
    boolean hidden = sine < Math.sin(Math.toRadians(pane.obstructionDeg()));
    return hidden ? OBSTRUCTION_LUMINANCE * even : sky;
  }

  /** Towards the middle of the pane: out, up. */
  private double[] facing(double distanceMm) {
    double tilt = Math.toRadians(pane.tiltDeg());
    double out = distanceMm - pane.heightMm() / 2 * Math.cos(tilt);
    double up = pane.sillMm() + pane.heightMm() / 2 * Math.sin(tilt);
    double length = Math.hypot(out, up);
    return new double[] {out / length, up / length};
  }
}
