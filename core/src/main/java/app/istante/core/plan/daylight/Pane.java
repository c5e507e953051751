package app.istante.core.plan.daylight;

/**
 * A window as it stands to the table: the pane's middle is level with or above the table top, the
 * table stands straight in front of it.
 *
 * @param facingDeg compass direction that the pane looks to: 0 north, 90 east
 * @param tiltDeg 90 is an upright window, 45 a roof window, 0 a flat skylight
 * @param widthMm of the glass
 * @param heightMm of the glass, measured along it
 * @param sillMm of the glass's lower edge above the table top
 * @param overhangMm how far a roof or balcony reaches out above the upper edge
 * @param obstructionDeg altitude up to which houses or trees hide the sky opposite
 * @param veil what hangs in the window
 */
public record Pane(
    String name,
    double facingDeg,
    double tiltDeg,
    double widthMm,
    double heightMm,
    double sillMm,
    double overhangMm,
    double obstructionDeg,
    Veil veil) {

  /** What the light passes besides the glass. */
  public enum Veil {
    NONE(1),
    /** A white blind or sheet: scatters the sun's beam, and takes more than half of the light. */
    WHITE_SHEET(0.42);

    private final double passes;

    Veil(double passes) {
      this.passes = passes;
    }
  }

  /** Clear double glazing, a little dirty: judgement between 0.65 and 0.8. */
  static final double GLASS_PASSES = 0.72;

  public Pane {
    requireBetween("facing", facingDeg, 0, 360, "degrees");
    requireBetween("tilt", tiltDeg, 0, 90, "degrees");
    requireBetween("width", widthMm, 50, 20_000, "mm");
    requireBetween("height", heightMm, 50, 10_000, "mm");
    requireBetween("sill above the table", sillMm, -2_000, 5_000, "mm");
    requireBetween("overhang", overhangMm, 0, 10_000, "mm");
    requireBetween("obstruction", obstructionDeg, 0, 89, "degrees");
  }

  private static void requireBetween(
      String what, double value, double least, double most, String unit) {
    if (!(value >= least && value <= most)) {
      throw new IllegalArgumentException(
          String.format(
              java.util.Locale.ROOT,
              "The window's %s must lie between %.0f and %.0f %s; it is %.0f.",
              what,
              least,
              most,
              unit,
              value));
    }
  }

  double passes() {
    return GLASS_PASSES * veil.passes;
  }

  /** Unit vector out of the pane: east, north, up. */
  double[] normal() {
    double azimuth = Math.toRadians(facingDeg);
    double tilt = Math.toRadians(tiltDeg);
    return new double[] {
      Math.sin(azimuth) * Math.sin(tilt), Math.cos(azimuth) * Math.sin(tilt), Math.cos(tilt)
    };
  }

  /** How squarely the sun's beam meets the pane: cosine of its angle, 0 where it does not. */
  double beam(Sun sun) {
    if (sun.altitudeDeg() <= Math.max(0, obstructionDeg)) {
      return 0;
    }
    double[] to = sun.direction();
    double[] out = normal();
    double cosine = to[0] * out[0] + to[1] * out[1] + to[2] * out[2];
    return cosine <= 0 ? 0 : cosine * (1 - shadedShare(sun, to));
  }

  /**
   * Share of an upright pane's height in the overhang's shadow: the shadow falls overhang times
   * tan(profile angle) below the upper edge, where tan(profile) = tan(altitude) / cos(azimuth
   * difference).
   */
  private double shadedShare(Sun sun, double[] to) {
    if (overhangMm == 0 || tiltDeg < 60) {
      return 0;
    }
    double azimuth = Math.toRadians(facingDeg);
    double outward = to[0] * Math.sin(azimuth) + to[1] * Math.cos(azimuth);
    if (outward <= 1e-9) {
      return 1;
    }
    double shadowMm = overhangMm * to[2] / outward;
    return Math.min(1, shadowMm / heightMm);
  }
}
