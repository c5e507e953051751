package app.istante.core.plan.daylight;

/**
 * How much light sun and sky give, by the sun's altitude. Formulas and coefficients: Gillette,
 * Pierpoint and Treado (1984), "A general illuminance model for daylight availability", J. IES 13,
 * as in the IES Lighting Handbook: horizontal sky illuminance A + B sin(a)^C in klx, direct normal
 * illuminance E0 exp(-c m) with optical air mass m.
 */
public enum Sky {
  /**
   * No cloud. A real clear sky differs by haze and by the side of the sky that a window sees: from
   * half to twice as much.
   */
  CLEAR(0.8, 15.5, 0.5, 0.21, 2.0),
  /** Closed cloud: the great soft box. Cloud differs in thickness: from half to 1.6 times. */
  OVERCAST(0.3, 21.0, 1.0, Double.POSITIVE_INFINITY, 1.6);

  private static final double EXTRATERRESTRIAL_KLX = 127.5;

  private final double a;
  private final double b;
  private final double c;
  private final double extinction;
  private final double spread;

  Sky(double a, double b, double c, double extinction, double spread) {
    this.a = a;
    this.b = b;
    this.c = c;
    this.extinction = extinction;
    this.spread = spread;
  }

  /** Light of the sky alone on a level, open place: lux. 0 when the sun is down. */
  public double horizontalLux(double altitudeDeg) {
    if (altitudeDeg <= 0) {
      return 0;
    }
    return 1000 * (a + b * Math.pow(Math.sin(Math.toRadians(altitudeDeg)), c));
  }

  /** Light of the sun itself on a plane that faces it: lux. 0 when it is down or behind cloud. */
  public double directLux(double altitudeDeg) {
    if (altitudeDeg <= 0 || this == OVERCAST) {
      return 0;
    }
    return 1000 * EXTRATERRESTRIAL_KLX * Math.exp(-extinction * airMass(altitudeDeg));
  }

  /** The truth lies within the estimate divided and multiplied by this, nearly always. */
  public double uncertaintyFactor() {
    return spread;
  }

  /** Optical air mass, 1 at the zenith (Kasten and Young 1989, eq. 3). */
  static double airMass(double altitudeDeg) {
    return 1
        / (Math.sin(Math.toRadians(altitudeDeg))
            + 0.50572 * Math.pow(altitudeDeg + 6.07995, -1.6364));
  }
}
