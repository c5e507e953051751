package app.istante.core.verdict;

import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.measure.SoftBecause;
import app.istante.core.rules.Finding;
import app.istante.core.set.StandingSet;
import java.util.Locale;

/** What to change where a picture is soft: by the cause that {@link SoftBecause} tells. */
final class SharpnessRemedies {
  /** Hand-held pictures blur when the shutter is slower than one over the focal length. */
  private static final double HAND_HELD_RECIPROCAL = 1;

  /** An edge as sharp as lenses and pixels draw it, sigma: detail is counted in these. */
  private static final double SHARP_EDGE_PX = 0.65;

  private static final double[] F_NUMBERS = {2, 2.8, 4, 5.6, 8, 11, 16};

  /** One over these are the settings of a shutter. */
  private static final int[] SHUTTERS = {
    8, 10, 13, 15, 20, 25, 30, 40, 50, 60, 80, 100, 125, 160, 200, 250, 320, 400, 500, 640, 800,
    1000, 1250, 1600, 2000
  };

  /** Within this of level or upright a shake has that direction. */
  private static final double STRAIGHT_DEGREES = 20;

  private SharpnessRemedies() {}

  /** On any set. */
  static Remedy of(Finding finding, Readings readings) {
    String text =
        switch (cause(readings)) {
          case SoftBecause.SHAKE -> shake(finding, readings);
          case SoftBecause.MISSED_FOCUS -> missed(finding, readings);
          case SoftBecause.TOO_SHALLOW -> shallow(readings);
          case SoftBecause.UPSCALED -> upscaled(readings);
          case SoftBecause.DENOISED -> denoised(readings);
          case SoftBecause.COMPRESSED -> compressed(readings);
          default -> soft(finding, readings) + " Tripod and timer, then focus on its front edge.";
        };
    return Remedies.onSet(finding, text, null, null, null);
  }

  /** Traces of compression; halos: of what the camera or a program did to the file. */
  static Remedy blocks(Finding finding, Readings readings) {
    String text =
        readings.sharpness().compressedTo() == null
            ? "The file shows the blocks of its compression: set the camera to its best quality."
            : compressed(readings);
    return Remedies.onSet(finding, text, null, null, null);
  }

  static Remedy halos(Finding finding) {
    return Remedies.onSet(
        finding,
        Remedies.say(
            "Edges have halos of %.0f %% of their height: turn sharpening down in the camera, and "
                + "sharpen no file twice.",
            100 * finding.value()),
        null,
        null,
        null);
  }

  /** On a set that is known; null where its camera can't be to blame. */
  static SetAdvice.Change onSet(Finding finding, Readings readings, StandingSet set) {
    return switch (cause(readings)) {
      case SoftBecause.UPSCALED, SoftBecause.DENOISED, SoftBecause.COMPRESSED -> null;
      case SoftBecause.SHAKE ->
          led(
              Remedies.say(
                  "Shake of %.0f px: tripod and timer, then ",
                  readings.sharpness().motion().lengthPx()),
              SetAdvice.steadyAndFocused(set));
      case SoftBecause.TOO_SHALLOW -> {
        var camera = readings.image().camera();
        Double seconds = camera == null ? null : camera.exposureSeconds();
        Double to = stoppedDown(set.camera().lens().fNumber(), readings);
        yield to == null || seconds == null
            ? null
            : led(sharpPart(readings), SetAdvice.stopDown(set, seconds, to));
      }
      default ->
          led(
              soft(finding, readings) + " Tripod and timer, then ",
              SetAdvice.steadyAndFocused(set));
    };
  }

  private static SetAdvice.Change led(String why, SetAdvice.Change change) {
    return new SetAdvice.Change(why + change.text() + ".", change.after(), change.distanceMm());
  }

  private static String cause(Readings readings) {
    var causes = readings.sharpness().causes();
    return causes == null || causes.isEmpty() ? "" : causes.get(0);
  }

  private static String soft(Finding finding, Readings readings) {
    String focus = readings.sharpness().focus();
    String where =
        "in-front".equals(focus)
            ? ": the focus lies in front of it"
            : "behind".equals(focus) ? ": the focus lies behind it" : "";
    return Remedies.say("Edges are %.1f px soft as delivered%s.", blur(finding, readings), where);
  }

  private static double blur(Finding finding, Readings readings) {
    Double atExport = readings.sharpness().blurAtExportPx();
    return atExport == null ? finding.value() : atExport;
  }

  private static String shake(Finding finding, Readings readings) {
    Readings.Motion motion = readings.sharpness().motion();
    double offLevel = Math.min(motion.angleDegrees(), 180 - motion.angleDegrees());
    String way =
        offLevel < STRAIGHT_DEGREES
            ? "sideways"
            : offLevel > 90 - STRAIGHT_DEGREES
                ? "up and down"
                : Remedies.say("at %.0f°", motion.angleDegrees());
    var camera = readings.image().camera();
    Double seconds = camera == null ? null : camera.exposureSeconds();
    // A steady hand's path grows with the time.
    double share = Math.min(1, Measurement.SHARP_AT_EXPORT_PX / blur(finding, readings));
    if (seconds == null) {
      return Remedies.say(
          "Shake: edges are smeared %.0f px %s. Tripod and timer, or a shutter %.0f times as fast.",
          motion.lengthPx(), way, Math.max(2, Math.rint(1 / share)));
    }
    Double focal = camera.focalLength35Mm();
    double held = share * seconds;
    held = focal == null ? held : Math.min(held, HAND_HELD_RECIPROCAL / focal);
    return Remedies.say(
        "Shake: edges are smeared %.0f px %s in %s%s. Tripod and timer; hand-held it needs %s.",
        motion.lengthPx(),
        way,
        SetAdvice.time(seconds),
        focal == null ? "" : String.format(Locale.ROOT, " at %.0f mm equivalent", focal),
        setting(held));
  }

  /** The slowest setting that is no slower. */
  private static String setting(double seconds) {
    for (int per : SHUTTERS) {
      if (per * seconds >= 1) {
        return "1/" + per + " s";
      }
    }
    return "1/" + SHUTTERS[SHUTTERS.length - 1] + " s";
  }

  private static String missed(Finding finding, Readings readings) {
    String focus = readings.sharpness().focus();
    boolean somewhere = "in-front".equals(focus) || "behind".equals(focus);
    return soft(finding, readings)
        + (somewhere
            ? " Focus on its front edge at full size, and keep that."
            : " Tripod and timer, then focus on its front edge at full size.")
        + slow(readings);
  }

  /** The shutter may be to blame, too, where a shake is too short to be seen. */
  private static String slow(Readings readings) {
    var camera = readings.image().camera();
    boolean slow =
        camera != null
            && camera.exposureSeconds() != null
            && camera.focalLength35Mm() != null
            && camera.exposureSeconds() * camera.focalLength35Mm() > HAND_HELD_RECIPROCAL;
    return slow
        ? Remedies.say(
            " The shutter was open %s; hand-held it needs %s.",
            SetAdvice.time(camera.exposureSeconds()),
            setting(HAND_HELD_RECIPROCAL / camera.focalLength35Mm()))
        : "";
  }

  private static String sharpPart(Readings readings) {
    return Remedies.say(
        "Only %.0f %% of its edges are sharp as delivered: ",
        100 * readings.sharpness().sharpShare());
  }

  private static String shallow(Readings readings) {
    var camera = readings.image().camera();
    Double now = camera == null ? null : camera.fNumber();
    Double to = now == null ? null : stoppedDown(now, readings);
    return sharpPart(readings)
        + (to == null
            ? "stop down, or step back and crop, and focus a third into its depth."
            : Remedies.say(
                "stop down from f/%.1f to f/%.1f (%.1f stop less light), and focus a third into "
                    + "its depth.",
                now, to, 2 * Math.log(to / now) / Math.log(2)));
  }

  /**
   * Defocus is as wide as the opening: the f-number at which the median edge is as sharp as the
   * sharpest; null where that can't be had, or nothing is to be gained.
   */
  private static Double stoppedDown(double now, Readings readings) {
    Double median = readings.sharpness().medianBlurSigmaPx();
    Double sharpest = readings.sharpness().blurSigmaPx();
    if (median == null || sharpest == null) {
      return null;
    }
    double wanted = now * median / Math.max(SHARP_EDGE_PX, sharpest);
    for (double number : F_NUMBERS) {
      if (number >= wanted && number > 1.1 * now) {
        return number;
      }
    }
    return null;
  }

  private static String upscaled(Readings readings) {
    double detail =
        readings.framing().longestSidePx() * SHARP_EDGE_PX / readings.sharpness().blurSigmaPx();
    return Remedies.say(
        "This file was enlarged: its %d px hold the detail of %.0f. Use the camera's own file, and"
            + " go nearer rather than zoom in by the camera.",
        readings.framing().longestSidePx(), 50 * Math.floor(detail / 50));
  }

  private static String denoised(Readings readings) {
    return Remedies.say(
        "The camera has smoothed the grain of ISO %d away, and fine detail with it: set ISO 100 on"
            + " a tripod, more light, and its noise reduction to low.",
        readings.image().camera().iso());
  }

  private static String compressed(Readings readings) {
    return Remedies.say(
        "It was once compressed to a quality of %d of 100: use the camera's own file, not one that"
            + " was sent or copied from a page.",
        readings.sharpness().compressedTo());
  }
}
