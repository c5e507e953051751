package app.istante.core.set;

import app.istante.core.colour.ColourTemperature;

/**
 * A lamp with a flat, even face that gives off light by Lambert's law: a panel, a shaded bulb, a
 * lamp behind a diffuser.
 *
 * @param name as the user calls it: left lamp
 * @param at middle of its face
 * @param aim what it looks at
 * @param widthMm of the lit face
 * @param heightMm of the lit face
 * @param lumens that the bulb gives
 * @param kelvin colour of its light
 * @param tint towards green (positive) or magenta, distance from the black body in CIE 1960 u, v
 * @param transmission share that shade or diffuser lets out, 0.05 to 1
 * @param power setting, 0 off to 1
 */
public record Lamp(
    String name,
    Point at,
    Point aim,
    double widthMm,
    double heightMm,
    double lumens,
    double kelvin,
    double tint,
    double transmission,
    double power) {
  public Lamp {
    Require.there("The lamp's name", name);
    Require.there("The lamp's place", at);
    Require.there("The lamp's aim", aim);
    Require.mm("The width of the lamp's face", widthMm, 5, 3000);
    Require.mm("The height of the lamp's face", heightMm, 5, 3000);
    Require.within("The lamp's light", lumens, 0, 200_000, " lm");
    Require.within("The share that its diffuser lets out", transmission, 0.05, 1, "");
    Require.within("The lamp's power", power, 0, 1, "");
    new ColourTemperature(kelvin, tint);
    if (at.distanceTo(aim) < 1) {
      throw new IllegalArgumentException("The lamp " + name + " stands where it looks.");
    }
  }

  /** Light leaving the face: lm. */
  public double outLumens() {
    return lumens * transmission * power;
  }

  /** Luminance of the face, cd/m²: flux over pi and area (Lambert's law). */
  public double luminance() {
    return outLumens() / (Math.PI * widthMm * heightMm * 1e-6);
  }

  public Lamp at(Point place) {
    return new Lamp(name, place, aim, widthMm, heightMm, lumens, kelvin, tint, transmission, power);
  }

  public Lamp power(double share) {
    return new Lamp(name, at, aim, widthMm, heightMm, lumens, kelvin, tint, transmission, share);
  }

  public Lamp kelvin(double value) {
    return new Lamp(name, at, aim, widthMm, heightMm, lumens, value, tint, transmission, power);
  }

  public Lamp face(double sideMm) {
    return new Lamp(name, at, aim, sideMm, sideMm, lumens, kelvin, tint, transmission, power);
  }

  public double distanceMm() {
    return at.distanceTo(aim);
  }
}
