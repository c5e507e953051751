package app.istante.core.verdict;

import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import app.istante.core.set.StandingSet;

/** Remedies for a set that is known: which of {@link SetAdvice}'s changes a finding asks for. */
final class SetRemedies {
  private SetRemedies() {}

  /** What the remedy is on that set; null where that can't be said of it. */
  static SetAdvice.Change change(Finding finding, Readings readings, StandingSet set) {
    return switch (Remedies.causeOf(finding)) {
      case "backdrop.level" -> GroundRemedies.isTooBright(finding) ? null : whiter(readings, set);
      case "backdrop.falloffStops" -> evener(readings, set);
      case "backdrop.castChroma" -> truer(finding, readings, set);
      case "product.fillLongestSide" ->
          SetAdvice.size(set, Remedies.wantedFill(finding) / finding.value());
      case "product.centreOffset.x" -> SetAdvice.centre(set, true, finding.value());
      case "product.centreOffset.y" -> SetAdvice.centre(set, false, finding.value());
      case "product.rollDegrees" -> SetAdvice.level(set, readings.product().rollDegrees());
      case "sharpness.blurAtExportPx" -> SharpnessRemedies.onSet(finding, readings, set);
      case "sharpness.noiseSigma" -> quieter(readings, set);
      case "exposure.burntShare" -> darker(finding, readings, set);
      default -> null;
    };
  }

  private static SetAdvice.Change whiter(Readings readings, StandingSet set) {
    Double needed = readings.exposure().liftToWhiteStops();
    Double allowed = readings.exposure().liftAllowedStops();
    Double seconds = secondsOf(readings);
    if (needed == null || seconds == null || !SetAdvice.worthIt(needed)) {
      return null;
    }
    double bears = allowed == null ? 0 : Math.min(allowed, needed);
    double rest = needed - bears;
    String why =
        Remedies.say("The ground is %.1f stop short; the product bears %.1f: ", needed, bears);
    if (rest < 0.1) {
      return led(why, SetAdvice.expose(set, seconds, needed));
    }
    SetAdvice.Change lit = SetAdvice.lightGround(set, rest);
    return bears < 0.1
        ? led(why, lit)
        : both(why, SetAdvice.expose(lit.after(), seconds, bears), lit);
  }

  private static SetAdvice.Change darker(Finding finding, Readings readings, StandingSet set) {
    Double seconds = secondsOf(readings);
    if (seconds == null) {
      return null;
    }
    double less = Remedies.burntStops(finding.value());
    SetAdvice.Change lit = SetAdvice.lightGround(set, less);
    return both(
        Remedies.say("%.1f %% of the product is burnt out: ", 100 * finding.value()),
        // The ground's new light also falls on the product.
        SetAdvice.expose(
            lit.after(), seconds, -less - Math.max(0, SetAdvice.frontStops(set, lit.after()))),
        lit);
  }

  private static SetAdvice.Change evener(Readings readings, StandingSet set) {
    double stops = readings.backdrop().falloffStops();
    int quarter = Remedies.quarterOf(readings.backdrop().falloffDirectionDegrees());
    if (quarter % 2 == 1) {
      return null;
    }
    return led(
        Remedies.say(
            "The %s of the ground is %.1f stop darker: ", Remedies.SIDES.get(quarter), stops),
        SetAdvice.even(set, quarter == 0, stops));
  }

  private static SetAdvice.Change truer(Finding finding, Readings readings, StandingSet set) {
    return led(
        Remedies.say("The ground is %s by %.1f: ", readings.backdrop().castName(), finding.value()),
        SetAdvice.balance(set));
  }

  private static SetAdvice.Change quieter(Readings readings, StandingSet set) {
    Double seconds = secondsOf(readings);
    Integer iso = readings.image().camera() == null ? null : readings.image().camera().iso();
    return seconds == null || iso == null || iso <= PhotoRemedies.LOW_ISO
        ? null
        : led("On a tripod, ", SetAdvice.quiet(set, seconds, iso, PhotoRemedies.LOW_ISO));
  }

  private static SetAdvice.Change led(String why, SetAdvice.Change change) {
    return change == null
        ? null
        : new SetAdvice.Change(why + change.text() + ".", change.after(), change.distanceMm());
  }

  private static SetAdvice.Change both(String why, SetAdvice.Change last, SetAdvice.Change first) {
    return new SetAdvice.Change(
        why + last.text() + ", and " + first.text() + ".", last.after(), first.distanceMm());
  }

  private static Double secondsOf(Readings readings) {
    return readings.image().camera() == null ? null : readings.image().camera().exposureSeconds();
  }
}
