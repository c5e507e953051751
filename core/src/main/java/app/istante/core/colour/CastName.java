package app.istante.core.colour;

/** Plain words for the direction of a tint in CIELAB. */
public final class CastName {
  /** Below this chroma a ground looks neutral even beside a true grey. */
  private static final double NEUTRAL_CHROMA = 1.0;

  private static final String[] BY_HUE = {
    "pink", "orange", "yellow", "yellow-green", "green", "blue-green", "blue", "violet"
  };

  private CastName() {}

  /** One of neutral, pink, orange, yellow, yellow-green, green, blue-green, blue, violet. */
  public static String of(double a, double b) {
    if (Math.hypot(a, b) < NEUTRAL_CHROMA) {
      return "neutral";
    }
    double degrees = Math.toDegrees(Math.atan2(b, a)) + 360;
    return BY_HUE[(int) Math.round(degrees / 45) % 8];
  }
}
