package app.istante.core.verdict;

import app.istante.core.image.Srgb;
import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import java.util.ArrayList;
import java.util.List;

/**
 * What to change where a finding speaks of the ground: light, tint, shadow, marks and strangers.
 */
final class GroundRemedies {
  /** Lamps and shutters are not set more finely. */
  private static final double LEAST_TOLD_STOPS = 0.1;

  private GroundRemedies() {}

  static Remedy evened(Finding finding, FinishPlan plan) {
    String lift =
        plan.liftStops() == null ? "" : Remedies.say(" and lift %.2f stop", plan.liftStops());
    return new Remedy(
        finding.rule(),
        "Divide the lamps' fall-off out in finishing, by the empty set you photographed"
            + lift
            + ".",
        plan.liftStops(),
        null,
        null,
        true,
        Remedies.say("Ground level %.0f, even all over.", plan.predicted().get("backdrop.level")));
  }

  static Remedy whiteness(Finding finding, Readings readings, FinishPlan plan) {
    if (plan != null && plan.evenGround() != null) {
      return evened(finding, plan);
    }
    if (plan != null && plan.liftStops() != null) {
      return new Remedy(
          finding.rule(),
          Remedies.say(
              "Lift %.2f stop in finishing; the product bears %.2f.",
              plan.liftStops(), readings.exposure().liftAllowedStops()),
          plan.liftStops(),
          null,
          null,
          true,
          whiter(finding));
    }
    if (plan != null) {
      return new Remedy(
          finding.rule(),
          "Crop in finishing: that leaves the dark parts of the ground out.",
          null,
          null,
          null,
          true,
          whiter(finding));
    }
    if (isTooBright(finding)) {
      return darker(finding);
    }
    Double lit = readings.exposure().liftToWhiteStops();
    Double allowed = readings.exposure().liftAllowedStops();
    if (lit == null) {
      return Remedies.onSet(
          finding, "Show some empty ground around the product.", null, null, null);
    }
    Readings.Shadow shadow = readings.backdrop().shadow();
    // Shade too faint to be told as a shadow counts as dim light.
    double dim = shadow == null ? Math.max(lit, shortOfRule(finding, readings)) : lit;
    double needed = Math.max(LEAST_TOLD_STOPS, dim);
    double bears = allowed == null ? 0 : Math.min(allowed, needed);
    double rest = needed - bears;
    if (lit < 0.15 && shadow != null) {
      return Remedies.onSet(
          finding,
          Remedies.say(
              "The shadow keeps the ground %.1f stop under white: put a white card at the %s side, "
                  + "or light the ground from behind.",
              shadow.depthStops(), cardSide(shadow.side())),
          shadow.depthStops(),
          null,
          "The shadow goes pale.");
    }
    String text;
    if (rest < 0.1) {
      // No more than it bears is asked for: what a tenth of a stop is short, nobody sees.
      text = Remedies.say("Expose %.1f stop more; the product bears %.1f.", bears, allowed);
    } else if (bears < 0.1) {
      text =
          Remedies.say(
              "The ground is %.1f stop short and the product bears none: light the ground "
                  + "separately by %.1f stop (a ground lamp at 70 cm moves to %.0f cm).",
              needed, needed, Remedies.nearer(needed));
    } else {
      text =
          Remedies.say(
              "The ground is %.1f stop short and the product bears %.1f: expose %.1f stop more and "
                  + "light the ground %.1f more (a ground lamp at 70 cm moves to %.0f cm).",
              needed, bears, bears, rest, Remedies.nearer(rest));
    }
    return Remedies.onSet(finding, text, needed, null, whiter(finding));
  }

  private static double shortOfRule(Finding finding, Readings readings) {
    return GroundInCrop.READINGS.contains(finding.reading())
        ? new GroundInCrop(readings).liftFor(finding)
        : 0;
  }

  /** What a rule asks of the ground, once it is so. */
  private static String whiter(Finding finding) {
    double limit = finding.limit().get(0);
    return switch (finding.reading()) {
      case "backdrop.nearWhiteShare" ->
          Remedies.say("%.0f %% of the ground near-white.", 100 * limit);
      case "backdrop.pureWhiteShare" ->
          Remedies.say("%.0f %% of the ground pure white.", 100 * limit);
      case "backdrop.level" -> Remedies.say("Ground level %.0f or more.", limit);
      case "backdrop.low5" -> Remedies.say("The darkest 5 %% at %.0f or more.", limit);
      default -> "Ground level 250 or more.";
    };
  }

  static boolean isTooBright(Finding finding) {
    return GroundInCrop.READINGS.contains(finding.reading()) && !GroundInCrop.asksForLight(finding);
  }

  private static Remedy darker(Finding finding) {
    return Remedies.onSet(
        finding,
        finding.message() + " Move the ground's lamp back, or expose less.",
        null,
        null,
        null);
  }

  static Remedy marks(Finding finding, Readings readings) {
    long creases =
        readings.backdrop().marks().stream().filter(m -> m.kind().equals("crease")).count();
    long specks = readings.backdrop().marks().size() - creases;
    String text =
        creases == 0
            ? Remedies.say(
                "%d %s on the ground: brush the sheet, and the lens's front.",
                specks, specks == 1 ? "speck shows" : "specks show")
            : Remedies.say(
                "%d %s and %d %s show on the ground: press the sheet flat or turn it over, "
                    + "and light it less from the side.",
                creases,
                creases == 1 ? "crease" : "creases",
                specks,
                specks == 1 ? "speck" : "specks");
    return Remedies.onSet(finding, text, null, null, "A clean ground.");
  }

  static Remedy leftOut(Finding finding) {
    return new Remedy(
        finding.rule(),
        "Crop in finishing: that leaves it out.",
        null,
        null,
        null,
        true,
        "Nothing in the picture but the product and its ground.");
  }

  static Remedy intruders(Finding finding, Readings readings) {
    Readings.Intrusion largest = readings.backdrop().intrusions().get(0);
    return Remedies.onSet(
        finding,
        Remedies.say(
            "Something stands in at the %s edge (%.0f %% of the frame): move it out, use a wider "
                + "sheet, or close in until it is gone.",
            largest.side(), 100 * largest.share()),
        null,
        null,
        "Nothing but ground at the frame's edge.");
  }

  static Remedy strangers(Finding finding, Readings readings) {
    List<Readings.Foreign> all = readings.backdrop().foreign();
    List<String> told = new ArrayList<>();
    long texts = count(all, Readings.Foreign.TEXT);
    long borders = count(all, Readings.Foreign.BORDER);
    long things = all.size() - texts - borders;
    boolean askedOfThings = finding.reading().equals("backdrop.foreign");
    if (things > 0 && askedOfThings) {
      told.add(
          Remedies.say(
              "%d other %s in the frame, the first %d px from the left: take it away.",
              things, things == 1 ? "thing lies" : "things lie", firstThing(all).x()));
    }
    if (texts > 0) {
      told.add(
          "Lettering was laid over the picture: hand in the file as the camera made it, and say the"
              + " rest in the listing.");
    }
    if (borders > 0) {
      told.add("A border was put round the picture: crop it off, or hand in the file without it.");
    }
    return Remedies.onSet(finding, String.join(" ", told), null, null, "The product alone.");
  }

  static Remedy hardness(Finding finding) {
    boolean tooHard = finding.value() > finding.limit().get(finding.limit().size() - 1);
    return Remedies.onSet(
        finding,
        tooHard
            ? "The shadow's edge is hard: a diffuser twice as wide, or the lamp at half its"
                + " distance, makes it twice as soft."
            : "The shadow's edge is soft: take the diffuser off, or move the lamp back.",
        null,
        null,
        null);
  }

  static Remedy holes(Finding finding) {
    double now = Srgb.decode(finding.value() / 255);
    double wanted = Srgb.decode(finding.limit().get(0) / 255);
    double stops = Math.log(wanted / now) / Math.log(2);
    return Remedies.onSet(
        finding,
        Remedies.say(
            "The ground seen through it is %.1f stop too dark: light the ground behind it, or turn"
                + " the product until light falls through.",
            stops),
        stops,
        null,
        Remedies.say("Seen through it, code %.0f.", finding.limit().get(0)));
  }

  static Remedy reflection(Finding finding) {
    return Remedies.onSet(
        finding,
        Remedies.say(
            "The ground mirrors %.0f %% of the product's light: lay a matt sheet, or let the camera"
                + " look down more steeply.",
            100 * finding.value()),
        null,
        null,
        null);
  }

  private static long count(List<Readings.Foreign> all, String kind) {
    return all.stream().filter(one -> kind.equals(one.kind())).count();
  }

  private static Readings.Foreign firstThing(List<Readings.Foreign> all) {
    return all.stream().filter(one -> !one.wasAdded()).findFirst().orElseThrow();
  }

  static Remedy falloff(Finding finding, Readings readings) {
    double stops = readings.backdrop().falloffStops();
    String side = sideOf(readings.backdrop().falloffDirectionDegrees());
    return Remedies.onSet(
        finding,
        Remedies.say(
            "The %s of the ground is %.1f stop darker: move the lamp on that side from 70 to "
                + "%.0f cm, or set a white card there.",
            side, stops, Remedies.nearer(stops)),
        stops,
        null,
        "Even to a fifth of a stop.");
  }

  static Remedy tint(Finding finding, Readings readings, FinishPlan plan) {
    String name = readings.backdrop().castName();
    if (plan != null && plan.balance() != null) {
      return new Remedy(
          finding.rule(),
          Remedies.say("Balance in finishing: the ground is %s by %.1f.", name, finding.value()),
          null,
          null,
          null,
          true,
          "Tint under 1.");
    }
    return Remedies.onSet(
        finding,
        Remedies.say(
            "The ground is %s by %.1f: one kind of light only, then set white on a grey card.",
            name, finding.value()),
        null,
        null,
        "Tint under 2.");
  }

  static Remedy shadow(Finding finding, Readings readings) {
    Readings.Shadow shadow = readings.backdrop().shadow();
    return Remedies.onSet(
        finding,
        Remedies.say(
            "The shadow is %.1f stop deep: bring the lamps nearer with a larger face, or put a "
                + "white card at the %s side.",
            shadow.depthStops(), cardSide(shadow.side())),
        shadow.depthStops(),
        null,
        null);
  }

  static Remedy separation(Finding finding) {
    return Remedies.onSet(
        finding,
        "The product is lost in the ground: use the light grey sheet, or set black cards left and "
            + "right just outside the frame for a dark rim.",
        null,
        null,
        null);
  }

  /** Doubt says nothing of the picture; a person's look does. */
  static Remedy look(Finding finding) {
    return Remedies.onSet(
        finding,
        "Istante is not sure of the outline: look at it. Where it is right, say so; where not, use "
            + "a ground that differs more, or black cards left and right just outside the frame.",
        null,
        null,
        null);
  }

  private static String sideOf(Double degrees) {
    return Remedies.SIDES.get(Remedies.quarterOf(degrees));
  }

  private static String cardSide(String side) {
    return switch (side) {
      case "left" -> "left";
      case "right" -> "right";
      case "below" -> "front";
      default -> "back";
    };
  }
}
