package app.istante.core.verdict;

import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import app.istante.core.set.StandingSet;
import java.util.List;
import java.util.Locale;
import java.util.regex.Pattern;

/**
 * What to change, in stops, degrees and distances. Where the set is known, {@link SetAdvice} tells
 * them for its own lamps and camera. Otherwise distances follow the inverse square law, d2 = d1 *
 * 2^(-stops/2), told for a lamp at {@link #EXAMPLE_LAMP_CM}.
 */
final class Remedies {
  private static final Pattern SEVERAL_STOPS =
      Pattern.compile("(1\\.0[1-9]|1\\.[1-9]\\d*|[2-9]\\.\\d+) stop\\b");

  static final double EXAMPLE_LAMP_CM = 70;

  /** Hand-held pictures blur when the shutter is slower than one over the focal length. */
  private static final double HAND_HELD_RECIPROCAL = 1;

  static final List<String> SIDES = List.of("right side", "lower part", "left side", "upper part");

  private Remedies() {}

  /**
   * @param plan the finishing plan where it puts the finding right, else null
   * @param set that the picture was taken in, or null where it is not known
   */
  static Remedy of(Finding finding, Readings readings, FinishPlan plan, StandingSet set) {
    Remedy general = general(finding, readings, plan);
    SetAdvice.Change change =
        plan == null && set != null && !general.inFinishing()
            ? SetRemedies.change(finding, readings, set)
            : null;
    return change == null || change.text().isEmpty()
        ? general
        : new Remedy(
            general.rule(),
            sentence(change.text()),
            general.stops(),
            change.distanceMm() == 0 ? null : change.distanceMm(),
            general.degrees(),
            false,
            general.predicted());
  }

  /**
   * How much less to expose where a share of the product is burnt: how far it is over can't be
   * seen, but the more of it is, the further. In half stops; by experience with simulated sets.
   */
  static double burntStops(double share) {
    return 0.5 * Math.ceil(0.5 + 4 * share);
  }

  /** The reading that stands for all that one change puts right. */
  static String causeOf(Finding finding) {
    return switch (finding.reading()) {
      case "backdrop.low5",
          "backdrop.pureWhiteShare",
          "backdrop.nearWhiteShare",
          "backdrop.stopsBelowWhite" ->
          "backdrop.level";
      case "sharpness.blurSigmaPx" -> "sharpness.blurAtExportPx";
      case "exposure.clippedShare" -> "exposure.burntShare";
      default -> finding.reading();
    };
  }

  private static Remedy general(Finding finding, Readings readings, FinishPlan plan) {
    return switch (causeOf(finding)) {
      case "backdrop.level" -> whiteness(finding, readings, plan);
      case "backdrop.falloffStops" ->
          plan != null && plan.evenGround() != null
              ? evened(finding, plan)
              : falloff(finding, readings);
      case "backdrop.castChroma" -> tint(finding, readings, plan);
      case "backdrop.shadow.depthStops" -> shadow(finding, readings);
      case "backdrop.separation", "product.confidence" -> separation(finding);
      case "product.fillLongestSide" -> fill(finding, readings, plan);
      case "product.centreOffset.x", "product.centreOffset.y" -> centring(finding, plan);
      case "product.rollDegrees" -> roll(finding, readings, plan);
      case "product.touches" -> cut(finding, readings);
      case "sharpness.blurAtExportPx" -> blur(finding, readings);
      case "sharpness.noiseSigma" -> grain(finding, readings);
      case "exposure.burntShare" -> burnt(finding);
      case "exposure.blockedShare" -> blocked(finding);
      case "backdrop.marks" -> marks(finding, readings);
      case "backdrop.intrusions" -> intruders(finding, readings);
      case "backdrop.foreign" -> strangers(finding, readings);
      case "framing.aspect" -> aspect(finding, plan);
      case "framing.longestSidePx" -> pixels(finding);
      default -> onSet(finding, finding.message(), null, null, null);
    };
  }

  private static Remedy evened(Finding finding, FinishPlan plan) {
    String lift = plan.liftStops() == null ? "" : say(" and lift %.2f stop", plan.liftStops());
    return new Remedy(
        finding.rule(),
        "Divide the lamps' fall-off out in finishing, by the empty set you photographed"
            + lift
            + ".",
        plan.liftStops(),
        null,
        null,
        true,
        say("Ground level %.0f, even all over.", plan.predicted().get("backdrop.level")));
  }

  private static Remedy whiteness(Finding finding, Readings readings, FinishPlan plan) {
    if (plan != null && plan.evenGround() != null) {
      return evened(finding, plan);
    }
    if (plan != null && plan.liftStops() != null) {
      return new Remedy(
          finding.rule(),
          say(
              "Lift %.2f stop in finishing; the product bears %.2f.",
              plan.liftStops(), readings.exposure().liftAllowedStops()),
          plan.liftStops(),
          null,
          null,
          true,
          say("Ground level %.0f.", plan.predicted().get("backdrop.level")));
    }
    Double needed = readings.exposure().liftToWhiteStops();
    Double allowed = readings.exposure().liftAllowedStops();
    if (needed == null) {
      return onSet(finding, "Show some empty ground around the product.", null, null, null);
    }
    double bears = allowed == null ? 0 : Math.min(allowed, needed);
    double rest = needed - bears;
    Readings.Shadow shadow = readings.backdrop().shadow();
    if (needed < 0.15 && shadow != null) {
      return onSet(
          finding,
          say(
              "The shadow keeps the ground %.1f stop under white: put a white card at the %s side, "
                  + "or light the ground from behind.",
              shadow.depthStops(), cardSide(shadow.side())),
          shadow.depthStops(),
          null,
          "The shadow goes pale.");
    }
    String text;
    if (rest < 0.1) {
      text = say("Expose %.1f stop more; the product bears %.1f.", needed, allowed);
    } else if (bears < 0.1) {
      text =
          say(
              "The ground is %.1f stop short and the product bears none: light the ground "
                  + "separately by %.1f stop (a ground lamp at 70 cm moves to %.0f cm).",
              needed, needed, nearer(needed));
    } else {
      text =
          say(
              "The ground is %.1f stop short and the product bears %.1f: expose %.1f stop more and "
                  + "light the ground %.1f more (a ground lamp at 70 cm moves to %.0f cm).",
              needed, bears, bears, rest, nearer(rest));
    }
    return onSet(finding, text, needed, null, "Ground level 250 or more.");
  }

  private static Remedy marks(Finding finding, Readings readings) {
    long creases =
        readings.backdrop().marks().stream().filter(m -> m.kind().equals("crease")).count();
    long specks = readings.backdrop().marks().size() - creases;
    String text =
        creases == 0
            ? say(
                "%d %s on the ground: brush the sheet, and the lens's front.",
                specks, specks == 1 ? "speck shows" : "specks show")
            : say(
                "%d %s and %d %s show on the ground: press the sheet flat or turn it over, "
                    + "and light it less from the side.",
                creases,
                creases == 1 ? "crease" : "creases",
                specks,
                specks == 1 ? "speck" : "specks");
    return onSet(finding, text, null, null, "A clean ground.");
  }

  private static Remedy intruders(Finding finding, Readings readings) {
    Readings.Intrusion largest = readings.backdrop().intrusions().get(0);
    return onSet(
        finding,
        say(
            "Something stands in at the %s edge (%.0f %% of the frame): move it out, use a wider "
                + "sheet, or close in until it is gone.",
            largest.side(), 100 * largest.share()),
        null,
        null,
        "Nothing but ground at the frame's edge.");
  }

  private static Remedy strangers(Finding finding, Readings readings) {
    Readings.BoxPx first = readings.backdrop().foreign().get(0);
    return onSet(
        finding,
        say(
            "%d other %s in the frame, the first %d px from the left: take it away.",
            readings.backdrop().foreign().size(),
            readings.backdrop().foreign().size() == 1 ? "thing lies" : "things lie",
            first.x()),
        null,
        null,
        "The product alone.");
  }

  private static Remedy falloff(Finding finding, Readings readings) {
    double stops = readings.backdrop().falloffStops();
    String side = sideOf(readings.backdrop().falloffDirectionDegrees());
    return onSet(
        finding,
        say(
            "The %s of the ground is %.1f stop darker: move the lamp on that side from 70 to "
                + "%.0f cm, or set a white card there.",
            side, stops, nearer(stops)),
        stops,
        null,
        "Even to a fifth of a stop.");
  }

  private static Remedy tint(Finding finding, Readings readings, FinishPlan plan) {
    String name = readings.backdrop().castName();
    if (plan != null && plan.balance() != null) {
      return new Remedy(
          finding.rule(),
          say("Balance in finishing: the ground is %s by %.1f.", name, finding.value()),
          null,
          null,
          null,
          true,
          "Tint under 1.");
    }
    return onSet(
        finding,
        say(
            "The ground is %s by %.1f: one kind of light only, then set white on a grey card.",
            name, finding.value()),
        null,
        null,
        "Tint under 2.");
  }

  private static Remedy shadow(Finding finding, Readings readings) {
    Readings.Shadow shadow = readings.backdrop().shadow();
    return onSet(
        finding,
        say(
            "The shadow is %.1f stop deep: bring the lamps nearer with a larger face, or put a "
                + "white card at the %s side.",
            shadow.depthStops(), cardSide(shadow.side())),
        shadow.depthStops(),
        null,
        null);
  }

  private static Remedy separation(Finding finding) {
    return onSet(
        finding,
        "The product is lost in the ground: use the light grey sheet, or set black cards left and "
            + "right just outside the frame for a dark rim.",
        null,
        null,
        null);
  }

  private static Remedy fill(Finding finding, Readings readings, FinishPlan plan) {
    double wanted = wantedFill(finding);
    if (plan != null) {
      return new Remedy(
          finding.rule(),
          say("Crop in finishing: %d x %d px are left.", plan.crop().width(), plan.crop().height()),
          null,
          null,
          null,
          true,
          say("Fills %.0f %%.", 100 * readings.framing().cropPlan().fill()));
    }
    double ratio = finding.value() / wanted;
    String text =
        ratio < 1
            ? say("Go nearer: from 100 to %.0f cm, or zoom in %.1f times.", 100 * ratio, 1 / ratio)
            : say("Step back: from 100 to %.0f cm.", 100 * ratio);
    return onSet(finding, text, null, null, say("Fills %.0f %%.", 100 * wanted));
  }

  static double wantedFill(Finding finding) {
    return (finding.limit().get(0) + finding.limit().get(finding.limit().size() - 1)) / 2;
  }

  private static Remedy centring(Finding finding, FinishPlan plan) {
    if (plan != null) {
      return new Remedy(
          finding.rule(), "Centre by the crop in finishing.", null, null, null, true, "Centred.");
    }
    boolean sideways = finding.reading().endsWith("x");
    String way =
        sideways ? finding.value() > 0 ? "left" : "right" : finding.value() > 0 ? "up" : "down";
    return onSet(
        finding,
        say("Move the product %.0f %% of the frame %s.", 100 * Math.abs(finding.value()), way),
        null,
        null,
        "Centred.");
  }

  private static Remedy roll(Finding finding, Readings readings, FinishPlan plan) {
    double lean = readings.product().rollDegrees();
    if (plan != null) {
      return new Remedy(
          finding.rule(),
          say("Level by %.1f° in finishing.", Math.abs(lean)),
          null,
          null,
          -lean,
          true,
          "Upright.");
    }
    return onSet(
        finding,
        say("Turn the camera %.1f° %s.", Math.abs(lean), lean > 0 ? "clockwise" : "anticlockwise"),
        null,
        -lean,
        "Upright.");
  }

  private static Remedy cut(Finding finding, Readings readings) {
    List<String> sides = readings.product().touches();
    return onSet(
        finding,
        "The frame cuts the product at the "
            + String.join(" and ", sides)
            + ": step back or aim that way until ground shows all round.",
        null,
        null,
        null);
  }

  private static Remedy blur(Finding finding, Readings readings) {
    var camera = readings.image().camera();
    boolean slow =
        camera != null
            && camera.exposureSeconds() != null
            && camera.focalLength35Mm() != null
            && camera.exposureSeconds() * camera.focalLength35Mm() > HAND_HELD_RECIPROCAL;
    String shutter =
        slow
            ? say(
                " The shutter was open %s; hand-held it needs 1/%.0f s.",
                SetAdvice.time(camera.exposureSeconds()), camera.focalLength35Mm())
            : "";
    return onSet(
        finding,
        say(
            "Edges are %.1f px soft as delivered. Tripod and timer, then focus on the front edge "
                + "at full size.%s",
            finding.value(), shutter),
        null,
        null,
        null);
  }

  private static Remedy grain(Finding finding, Readings readings) {
    var camera = readings.image().camera();
    String iso = camera == null || camera.iso() == null ? "" : " (it was " + camera.iso() + ")";
    return onSet(
        finding,
        "Set the lowest ISO" + iso + " and let the shutter stay open longer, on a tripod.",
        null,
        null,
        null);
  }

  private static Remedy burnt(Finding finding) {
    double less = burntStops(finding.value());
    return onSet(
        finding,
        say(
            "%.1f %% of the product is burnt out: expose %.1f stop less and light the ground by "
                + "itself, or move the nearest lamp from 70 to %.0f cm.",
            100 * finding.value(), less, nearer(-less)),
        -less,
        null,
        null);
  }

  private static Remedy blocked(Finding finding) {
    return onSet(
        finding,
        say(
            "%.1f %% of the product is black: set a white card opposite the lamp.",
            100 * finding.value()),
        null,
        null,
        null);
  }

  private static Remedy aspect(Finding finding, FinishPlan plan) {
    boolean mended = plan != null;
    return new Remedy(
        finding.rule(),
        mended ? "Crop to the wanted shape in finishing." : "Leave more ground around the product.",
        null,
        null,
        null,
        mended,
        null);
  }

  private static Remedy pixels(Finding finding) {
    return onSet(
        finding,
        say(
            "%.0f px on the longest side, %.0f asked: set the camera to its largest picture size.",
            finding.value(), finding.limit().get(0)),
        null,
        null,
        null);
  }

  private static Remedy onSet(
      Finding finding, String text, Double stops, Double degrees, String predicted) {
    return new Remedy(finding.rule(), text, stops, null, degrees, false, predicted);
  }

  private static double nearer(double stops) {
    return EXAMPLE_LAMP_CM * Math.pow(2, -stops / 2);
  }

  private static String sideOf(Double degrees) {
    return SIDES.get(quarterOf(degrees));
  }

  /** 0 right, 1 down, 2 left, 3 up. */
  static int quarterOf(Double degrees) {
    return (int) Math.round((degrees == null ? 0 : degrees) / 90) % 4;
  }

  private static String cardSide(String side) {
    return switch (side) {
      case "left" -> "left";
      case "right" -> "right";
      case "below" -> "front";
      default -> "back";
    };
  }

  /** A sentence in the reader's grammar: 0.9 stop, 1.8 stops. */
  static String say(String format, Object... values) {
    return sentence(String.format(Locale.ROOT, format, values));
  }

  static String sentence(String said) {
    return SEVERAL_STOPS.matcher(said).replaceAll("$1 stops");
  }
}
