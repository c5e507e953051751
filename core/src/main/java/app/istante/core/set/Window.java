package app.istante.core.set;

/**
 * A window as a lamp. The sky seen through it is even; the sun, if it shines in, is a beam.
 *
 * @param at middle of the pane
 * @param aim what it looks at: level with it, into the room; a roof window looks down
 * @param skyLuminance of what is seen through the pane, cd/m²
 * @param kelvin colour of the sky's light
 * @param sunLux that the sun gives on a face turned to it, behind the pane; 0 without sun
 * @param sunRightDegrees the sun stands this far to the right of straight out, seen looking out
 * @param sunUpDegrees height of the sun
 */
public record Window(
    Point at,
    Point aim,
    double widthMm,
    double heightMm,
    double skyLuminance,
    double kelvin,
    double sunLux,
    double sunRightDegrees,
    double sunUpDegrees) {
  public Window {
    Require.there("The window's place", at);
    Require.there("The window's aim", aim);
    Require.mm("The window's width", widthMm, 50, 6000);
    Require.mm("The window's height", heightMm, 50, 4000);
    Require.within("The sky's brightness", skyLuminance, 0, 50_000, " cd/m²");
    Require.within("The colour of the sky's light", kelvin, 1000, 15_000, " K");
    Require.within("The sun's light", sunLux, 0, 130_000, " lx");
    Require.within("The sun's direction", sunRightDegrees, -89, 89, "°");
    Require.within("The sun's height", sunUpDegrees, 0, 90, "°");
  }

  public Window sky(double luminance) {
    return new Window(
        at, aim, widthMm, heightMm, luminance, kelvin, sunLux, sunRightDegrees, sunUpDegrees);
  }

  /** Lux of the sky through the pane on a small face at p that looks to the pane's middle. */
  public double skyLuxFacing(Point p) {
    double[] n = Quad.unit(at.x() - p.x(), at.y() - p.y(), at.z() - p.z());
    double[] from = {p.x(), p.y(), p.z()};
    Quad pane = Quad.facing(at, aim, widthMm, heightMm);
    return FaceLight.share(pane.corners(), from, n) * Math.PI * skyLuminance;
  }
}
