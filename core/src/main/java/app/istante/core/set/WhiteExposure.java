package app.istante.core.set;

import app.istante.core.image.Srgb;
import java.util.Locale;

/** How far to expose over the meter so that a white ground comes out white. */
public final class WhiteExposure {
  /** The 8-bit code that passes for white everywhere. */
  public static final double WHITE_CODE = 254;

  private WhiteExposure() {}

  /** Drawn value of white, linear. */
  private static double white() {
    return Srgb.decode(WHITE_CODE / 255);
  }

  /**
   * Stops over the meter that make a metered surface white: log2(white / 0.18).
   *
   * @param meteredOverGround luminance that the meter saw over that of the ground: 1 for a spot on
   *     the ground, under 1 where darker things are in the frame
   */
  public static double overMeter(double meteredOverGround) {
    Require.within("Metered light over ground light", meteredOverGround, 0.01, 100, "");
    return Math.log(white() / Exposure.METERED_SHARE * meteredOverGround) / Math.log(2);
  }

  /**
   * What a frame's mean is over its ground, by shares of the frame.
   *
   * @param thingShare of the frame, 0 to 1
   * @param thingOverGround luminance of the thing over that of the ground
   */
  public static double meanOverGround(double thingShare, double thingOverGround) {
    Require.within("The thing's share of the frame", thingShare, 0, 1, "");
    return 1 - thingShare + thingShare * thingOverGround;
  }

  /**
   * @param raiseStops raise the exposure by this
   * @param groundStops light the ground this much more, apart from the thing
   * @param sentence both in words
   */
  public record ExposureAnswer(double raiseStops, double groundStops, String sentence) {}

  /**
   * From a test take.
   *
   * @param underWhiteStops what the ground lacks
   * @param headroomStops what the thing bears before its light parts burn out
   */
  public static ExposureAnswer fromTake(double underWhiteStops, double headroomStops) {
    Require.within("What the ground lacks", underWhiteStops, -5, 12, " stops");
    Require.within("What the thing bears", headroomStops, -5, 12, " stops");
    double wanted = Math.max(0, underWhiteStops);
    double raise = Math.max(0, Math.min(wanted, headroomStops));
    double rest = wanted - raise;
    String sentence;
    if (wanted < 0.05) {
      sentence = "The ground is white as it is.";
    } else if (rest < 0.05) {
      sentence =
          String.format(
              Locale.ROOT,
              "Raise the exposure by %.1f stops: the ground turns white, and the thing bears %.1f.",
              raise,
              headroomStops);
    } else if (raise < 0.05) {
      sentence =
          String.format(
              Locale.ROOT,
              "The thing bears no more light. Light the ground by itself, %.1f stops brighter.",
              rest);
    } else {
      sentence =
          String.format(
              Locale.ROOT,
              "Raise the exposure by %.1f stops, all that the thing bears, and light the ground %.1f"
                  + " stops brighter by itself.",
              raise,
              rest);
    }
    return new ExposureAnswer(raise, rest, sentence);
  }
}
