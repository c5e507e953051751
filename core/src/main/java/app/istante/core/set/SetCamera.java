package app.istante.core.set;

import java.util.Locale;

/**
 * Camera and lens, as they stand and are set.
 *
 * @param at middle of the lens
 * @param aim the point in the middle of the frame
 */
public record SetCamera(
    Point at, Point aim, Sensor sensor, Lens lens, Settings settings, Handling handling) {

  /**
   * @param widthMm of the light-sensitive area
   * @param widthPx of the picture it gives
   * @param phone draws pictures as phones do: smoothed, sharpened, with more contrast
   */
  public record Sensor(double widthMm, double heightMm, int widthPx, int heightPx, boolean phone) {
    public Sensor {
      Require.mm("The sensor's width", widthMm, 2, 100);
      Require.mm("The sensor's height", heightMm, 2, 100);
      Require.within("The picture's width", widthPx, 16, 20_000, " px");
      Require.within("The picture's height", heightPx, 16, 20_000, " px");
    }

    /** How often the frame's diagonal goes into that of 36 x 24 mm. */
    public double cropFactor() {
      return Math.hypot(36, 24) / Math.hypot(widthMm, heightMm);
    }
  }

  /**
   * @param focalLengthMm the real one
   * @param fNumber aperture
   * @param distortion share by which the frame's corner is drawn out (positive) or in
   * @param vignettingStops how much darker the lens draws the corner
   */
  public record Lens(
      double focalLengthMm, double fNumber, double distortion, double vignettingStops) {
    public Lens {
      Require.mm("The focal length", focalLengthMm, 1, 1200);
      Require.within("The f-number", fNumber, 0.7, 90, "");
      Require.within("The distortion", distortion, -0.2, 0.2, "");
      Require.within("The vignetting", vignettingStops, 0, 4, " stops");
    }
  }

  /**
   * @param focusMm distance, along the axis, of what is sharp; 0 sets it on the aim
   * @param automatic the camera chooses the exposure time, which makes the frame's mean grey
   * @param seconds exposure time, where it is set by hand
   * @param biasStops added to an automatic exposure, positive is brighter
   * @param balanceKelvin what the white balance is set to; 0 is automatic
   * @param balanceTint the balance's tint
   */
  public record Settings(
      double focusMm,
      boolean automatic,
      double seconds,
      double biasStops,
      int iso,
      double balanceKelvin,
      double balanceTint) {
    public Settings {
      Require.mm("The focus distance", focusMm, 0, 100_000);
      Require.within("The exposure time", seconds, 1e-5, 60, " s");
      Require.within("The exposure correction", biasStops, -5, 5, " stops");
      Require.within("The ISO setting", iso, 25, 204_800, "");
      if (balanceKelvin != 0) {
        Require.within("The white balance", balanceKelvin, 1000, 15_000, " K");
      }
      Require.within("The balance's tint", balanceTint, -0.05, 0.05, "");
    }
  }

  /**
   * @param rollDegrees how far the content looks turned clockwise
   * @param shakeMilliradians how far the camera turns during the exposure
   * @param shakeDegrees angle of that movement in the picture, 0 horizontal, clockwise
   */
  public record Handling(double rollDegrees, double shakeMilliradians, double shakeDegrees) {
    public static final Handling STEADY = new Handling(0, 0, 0);

    public Handling {
      Require.within("The camera's roll", rollDegrees, -180, 180, "°");
      Require.within("The shake", shakeMilliradians, 0, 50, " mrad");
      Require.within("The shake's angle", shakeDegrees, -360, 360, "°");
    }
  }

  public SetCamera {
    Require.there("The camera's place", at);
    Require.there("The camera's aim", aim);
    Require.there("The camera's sensor", sensor);
    Require.there("The camera's lens", lens);
    Require.there("The camera's settings", settings);
    handling = handling == null ? Handling.STEADY : handling;
    double away = at.distanceTo(aim);
    if (away < 2 * lens.focalLengthMm()) {
      throw new IllegalArgumentException(
          String.format(
              Locale.ROOT,
              "The camera stands %.0f mm from its aim; a lens of %.0f mm needs at least %.0f mm.",
              away,
              lens.focalLengthMm(),
              2 * lens.focalLengthMm()));
    }
    if (Math.hypot(at.x() - aim.x(), at.z() - aim.z()) < 1e-6 * away) {
      // Looking straight down: the frame's upper edge is then the table's back edge.
      at = new Point(at.x(), at.y(), at.z() + 1e-3 * away);
    }
    double focused = settings.focusMm() > 0 ? settings.focusMm() : away;
    if (focused < 1.2 * lens.focalLengthMm()) {
      throw new IllegalArgumentException(
          String.format(
              Locale.ROOT,
              "The focus is set to %.0f mm; a lens of %.0f mm can't focus nearer than %.0f mm.",
              focused,
              lens.focalLengthMm(),
              1.2 * lens.focalLengthMm()));
    }
  }

  public double distanceMm() {
    return at.distanceTo(aim);
  }

  public double focusedMm() {
    return settings.focusMm() > 0 ? settings.focusMm() : distanceMm();
  }

  /** Magnification on the plane that is sharp: m = f / (s - f), the thin lens. */
  public double magnification() {
    return lens.focalLengthMm() / (focusedMm() - lens.focalLengthMm());
  }

  /** Width of the field at a distance from the lens, mm: the image stands f (1 + m) behind it. */
  public double fieldWidthMm(double distanceMm) {
    return distanceMm * sensor.widthMm() / (lens.focalLengthMm() * (1 + magnification()));
  }

  /** Height of the field; pixels are square, so it follows the picture's shape. */
  public double fieldHeightMm(double distanceMm) {
    return fieldWidthMm(distanceMm) * sensor.heightPx() / sensor.widthPx();
  }

  /** How far the camera looks down, degrees. */
  public double downDegrees() {
    return Math.toDegrees(
        Math.atan2(at.y() - aim.y(), Math.hypot(at.x() - aim.x(), at.z() - aim.z())));
  }

  public SetCamera at(Point place) {
    return new SetCamera(place, aim, sensor, lens, settings, handling);
  }

  public SetCamera aim(Point other) {
    return new SetCamera(at, other, sensor, lens, settings, handling);
  }

  public SetCamera with(Sensor other) {
    return new SetCamera(at, aim, other, lens, settings, handling);
  }

  public SetCamera with(Lens other) {
    return new SetCamera(at, aim, sensor, other, settings, handling);
  }

  public SetCamera with(Settings other) {
    return new SetCamera(at, aim, sensor, lens, other, handling);
  }

  public SetCamera with(Handling other) {
    return new SetCamera(at, aim, sensor, lens, settings, other);
  }

  public SetCamera roll(double degrees) {
    return with(new Handling(degrees, handling.shakeMilliradians, handling.shakeDegrees));
  }

  public SetCamera shake(double milliradians, double degrees) {
    return with(new Handling(handling.rollDegrees, milliradians, degrees));
  }

  public SetCamera focal(double mm) {
    return with(new Lens(mm, lens.fNumber, lens.distortion, lens.vignettingStops));
  }

  public SetCamera aperture(double number) {
    return with(new Lens(lens.focalLengthMm, number, lens.distortion, lens.vignettingStops));
  }

  public SetCamera seconds(double time) {
    return with(
        new Settings(
            settings.focusMm,
            false,
            time,
            0,
            settings.iso,
            settings.balanceKelvin,
            settings.balanceTint));
  }

  public SetCamera automatic(double biasStops) {
    return with(
        new Settings(
            settings.focusMm,
            true,
            settings.seconds,
            biasStops,
            settings.iso,
            settings.balanceKelvin,
            settings.balanceTint));
  }

  public SetCamera focus(double mm) {
    return with(
        new Settings(
            mm,
            settings.automatic,
            settings.seconds,
            settings.biasStops,
            settings.iso,
            settings.balanceKelvin,
            settings.balanceTint));
  }

  public SetCamera iso(int value) {
    return with(
        new Settings(
            settings.focusMm,
            settings.automatic,
            settings.seconds,
            settings.biasStops,
            value,
            settings.balanceKelvin,
            settings.balanceTint));
  }

  public SetCamera balance(double kelvin, double tint) {
    return with(
        new Settings(
            settings.focusMm,
            settings.automatic,
            settings.seconds,
            settings.biasStops,
            settings.iso,
            kelvin,
            tint));
  }
}
