package app.istante.core.set;

import java.util.Locale;

/**
 * What is sharp from front to back, judged at the size at which the picture is delivered.
 *
 * <p>A point at distance u, with the lens focused at s, is drawn as a disc of diameter A m |u - s|
 * / u, A = f / N being the opening and m = f / (s - f) the magnification (Hecht, "Optics", section
 * 5.2; Ray, "Applied Photographic Optics", 3rd ed., section 22.2). Diffraction draws a point as
 * Airy's pattern, whose middle is near a Gaussian of sigma 0.42 lambda N (1 + m) (Zhang, Zerubia
 * and Olivo-Marin 2007); an even disc has a sigma of a quarter of its diameter. The two are set
 * equal.
 */
public final class Depth {
  /**
   * A disc this wide, in pixels of the delivered picture, still counts as sharp: its sigma is three
   * quarters of a pixel, little more than the picture's own.
   */
  public static final double SHARP_DISC_PX = 3;

  private static final double AIRY_SIGMA = 0.42;

  /** Green light, mm. */
  static final double WAVELENGTH_MM = 0.00055;

  private Depth() {}

  /**
   * Widest disc on the sensor that counts as sharp, mm.
   *
   * @param sideMm the thing's longer side
   * @param deliveredPx pixels along that side in the delivered picture
   * @param magnification on the sensor
   */
  public static double sharpDiscMm(double sideMm, double deliveredPx, double magnification) {
    Require.within("The delivered pixels", deliveredPx, 10, 100_000, " px");
    Require.mm("The thing's side", sideMm, 1, 5000);
    return SHARP_DISC_PX * sideMm / deliveredPx * magnification;
  }

  /**
   * Where to focus so that front and back are equally sharp: the harmonic mean, 2 n F / (n + F).
   */
  public static double focusBetween(double nearMm, double farMm) {
    Require.mm("The back's distance", farMm, nearMm, 100_000);
    return 2 * nearMm * farMm / (nearMm + farMm);
  }

  /** Diameter of the disc that a point at u is drawn as, mm on the sensor. */
  public static double discMm(double focalMm, double fNumber, double focusMm, double atMm) {
    Require.mm("The focus distance", focusMm, 1.001 * focalMm, 100_000);
    Require.mm("The point's distance", atMm, 1, 1_000_000);
    double m = focalMm / (focusMm - focalMm);
    return focalMm / fNumber * m * Math.abs(atMm - focusMm) / atMm;
  }

  /** The f-number that keeps everything from near to far within the disc, focused between them. */
  public static double apertureFor(double focalMm, double nearMm, double farMm, double discMm) {
    double s = focusBetween(nearMm, farMm);
    return discMm(focalMm, 1, s, farMm) / discMm;
  }

  /** What is sharp at an f-number: from near to far, mm; far is infinite beyond the hyperfocal. */
  public record Limits(double nearMm, double farMm) {}

  public static Limits limits(double focalMm, double fNumber, double focusMm, double discMm) {
    double k = discMm * fNumber * (focusMm - focalMm) / (focalMm * focalMm);
    return new Limits(focusMm / (1 + k), k >= 1 ? Double.POSITIVE_INFINITY : focusMm / (1 - k));
  }

  /** The f-number from which diffraction alone is as soft as the disc. */
  public static double diffractionLimit(double discMm, double magnification) {
    return discMm / 4 / (AIRY_SIGMA * WAVELENGTH_MM * (1 + magnification));
  }

  /**
   * @param fNumberNeeded that keeps front and back sharp
   * @param diffractionFrom the f-number from which diffraction takes over
   * @param focusMm where to focus
   * @param allSharp whether an f-number of the lens does it
   * @param focusSteps pictures needed at the best f-number, each focused further back
   * @param stepBackMm the distance from which the lens's smallest opening would do; 0 where none
   * @param sentence what to do
   */
  public record DepthAnswer(
      double fNumberNeeded,
      double diffractionFrom,
      double focusMm,
      boolean allSharp,
      int focusSteps,
      double stepBackMm,
      String sentence) {}

  /**
   * Which aperture keeps a thing sharp from front to back as delivered.
   *
   * @param distanceMm from the lens to the thing's middle
   * @param depthMm of the thing, along the view
   * @param sideMm its longer side
   * @param deliveredPx pixels along that side in the delivered picture
   * @param widest smallest f-number of the lens
   * @param narrowest largest f-number of the lens; a phone's only one
   */
  public static DepthAnswer answer(
      double focalMm,
      double distanceMm,
      double depthMm,
      double sideMm,
      double deliveredPx,
      double widest,
      double narrowest) {
    Require.mm("The thing's depth", depthMm, 0.1, 5000);
    Require.mm("The distance", distanceMm, depthMm / 2 + 1.2 * focalMm, 100_000);
    double near = distanceMm - depthMm / 2;
    double far = distanceMm + depthMm / 2;
    double m = focalMm / (distanceMm - focalMm);
    double disc = sharpDiscMm(sideMm, deliveredPx, m);
    double needed = apertureFor(focalMm, near, far, disc);
    double diffraction = diffractionLimit(disc, m);
    double focus = focusBetween(near, far);
    double best = Math.max(widest, Math.min(narrowest, diffraction));
    boolean all = needed <= best + 1e-9;
    int steps = all ? 1 : steps(focalMm, best, near, far, disc);
    // N needed is f (F - s) / (F b), b being the blur allowed on the thing: it falls with distance.
    // Diffraction's limit falls alike, so stepping back helps only where the lens is the limit.
    double back = 0;
    if (!all && needed > narrowest && narrowest < diffraction) {
      back = stepBack(focalMm, distanceMm, depthMm, sideMm, deliveredPx, narrowest);
    }
    return new DepthAnswer(
        needed,
        diffraction,
        focus,
        all,
        steps,
        back,
        sentence(needed, widest, focus, all, steps, back, diffraction, sideMm, depthMm));
  }

  private static int steps(double focalMm, double number, double near, double far, double disc) {
    int steps = 0;
    double from = near;
    while (from < far && steps < 200) {
      // Focused so that the slice begins at from: s = from (1 + k), its end is s / (1 - k).
      double k = disc * number / focalMm;
      double s = from;
      for (int i = 0; i < 30; i++) {
        s = from * (1 + k * (s - focalMm) / focalMm);
      }
      Limits slice = limits(focalMm, number, s, disc);
      if (!(slice.farMm() > from * (1 + 1e-9))) {
        return 200;
      }
      from = slice.farMm();
      steps++;
    }
    return steps;
  }

  private static double stepBack(
      double focalMm, double from, double depthMm, double sideMm, double px, double number) {
    double low = from;
    double high = 20_000;
    for (int i = 0; i < 60; i++) {
      double d = (low + high) / 2;
      double m = focalMm / (d - focalMm);
      double needed =
          apertureFor(focalMm, d - depthMm / 2, d + depthMm / 2, sharpDiscMm(sideMm, px, m));
      if (needed <= number) {
        high = d;
      } else {
        low = d;
      }
    }
    return high > 19_999 ? 0 : high;
  }

  private static String sentence(
      double needed,
      double widest,
      double focus,
      boolean all,
      int steps,
      double back,
      double diffraction,
      double sideMm,
      double depthMm) {
    if (all) {
      double set = Math.max(widest, needed);
      return String.format(
          Locale.ROOT,
          "f/%.1f keeps it sharp from front to back. Focus %.0f cm away, %.0f mm before its middle.",
          set,
          focus / 10,
          Math.max(0, (depthMm * depthMm) / (4 * focus)));
    }
    if (back > 0) {
      return String.format(
          Locale.ROOT,
          "Can't be done from here: it would take f/%.0f. Step back to %.0f cm, or shoot it smaller"
              + " in the frame.",
          needed,
          back / 10);
    }
    return String.format(
        Locale.ROOT,
        "No aperture does it: it would take f/%.0f, and from f/%.0f diffraction softens everything."
            + " Take %d pictures, each focused further back, or deliver it smaller.",
        needed,
        diffraction,
        steps);
  }

  /** Depth along the view of a flat thing that lies on the table: its length times cos(down). */
  public static double lyingDepthMm(double lengthMm, double downDegrees) {
    Require.within("How far the camera looks down", downDegrees, 0, 90, "°");
    return lengthMm * Math.cos(Math.toRadians(downDegrees));
  }

  /**
   * Tilt that lays the sharp plane on the table, degrees: the hinge rule sin a = f / J (Merklinger,
   * "Focusing the View SetCamera", chapter 4), J being the distance from the lens to the table
   * along the sensor's plane, h / cos(down).
   *
   * @param heightMm of the lens over the table
   */
  public static double tiltDegrees(double focalMm, double heightMm, double downDegrees) {
    Require.mm("The camera's height over the table", heightMm, focalMm, 20_000);
    Require.within("How far the camera looks down", downDegrees, 1, 85, "°");
    return Math.toDegrees(
        Math.asin(Math.min(1, focalMm * Math.cos(Math.toRadians(downDegrees)) / heightMm)));
  }
}
