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
 * 2^(-stops/2), told for a lamp at {@link #EXAMPLE_LAMP_CM}. What is told of the ground stands in
 * {@link GroundRemedies}, of the product's picture in {@link PhotoRemedies}, of its sharpness in
 * {@link SharpnessRemedies}, of its colours in {@link ColourRemedies}.
 */
final class Remedies {
  private static final Pattern SEVERAL_STOPS =
      Pattern.compile("(1\\.0[1-9]|1\\.[1-9]\\d*|[2-9]\\.\\d+) stop\\b");

  static final double EXAMPLE_LAMP_CM = 70;

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

  /** The reading that stands for all that one change puts right. */
  static String causeOf(Finding finding) {
    return switch (finding.reading()) {
      case "backdrop.low5",
          "backdrop.pureWhiteShare",
          "backdrop.nearWhiteShare",
          "backdrop.stopsBelowWhite",
          "exposure.liftToWhiteStops" ->
          "backdrop.level";
      case "sharpness.blurSigmaPx", "sharpness.sharpShare" -> "sharpness.blurAtExportPx";
      case "exposure.clippedShare" -> "exposure.burntShare";
      default -> finding.reading();
    };
  }

  private static Remedy general(Finding finding, Readings readings, FinishPlan plan) {
    return switch (causeOf(finding)) {
      case "backdrop.level" -> GroundRemedies.whiteness(finding, readings, plan);
      case "backdrop.falloffStops" ->
          plan != null && plan.evenGround() != null
              ? GroundRemedies.evened(finding, plan)
              : GroundRemedies.falloff(finding, readings);
      case "backdrop.castChroma" -> GroundRemedies.tint(finding, readings, plan);
      case "backdrop.shadow.depthStops" -> GroundRemedies.shadow(finding, readings);
      case "backdrop.separation" -> GroundRemedies.separation(finding);
      case "product.confidence" ->
          readings.product().found()
              ? GroundRemedies.look(finding)
              : GroundRemedies.separation(finding);
      case "product.fillLongestSide" -> PhotoRemedies.fill(finding, readings, plan);
      case "product.centreOffset.x", "product.centreOffset.y" ->
          PhotoRemedies.centring(finding, plan);
      case "product.rollDegrees" -> PhotoRemedies.roll(finding, readings, plan);
      case "product.touches" -> PhotoRemedies.cut(finding, readings);
      case "sharpness.blurAtExportPx" -> SharpnessRemedies.of(finding, readings);
      case "sharpness.blocking" -> SharpnessRemedies.blocks(finding, readings);
      case "sharpness.oversharpening" -> SharpnessRemedies.halos(finding);
      case "sharpness.noiseSigma" -> PhotoRemedies.grain(finding, readings);
      case "exposure.burntShare" -> PhotoRemedies.burnt(finding);
      case "exposure.blockedShare" -> PhotoRemedies.blocked(finding);
      case "backdrop.marks" -> GroundRemedies.marks(finding, readings);
      case "backdrop.intrusions" ->
          plan != null
              ? GroundRemedies.leftOut(finding)
              : GroundRemedies.intruders(finding, readings);
      case "backdrop.foreign", "backdrop.added" ->
          plan != null
              ? GroundRemedies.leftOut(finding)
              : GroundRemedies.strangers(finding, readings);
      case "backdrop.shadow.hardness" -> GroundRemedies.hardness(finding);
      case "backdrop.holesLevel" -> GroundRemedies.holes(finding);
      case "backdrop.reflection.strength" -> GroundRemedies.reflection(finding);
      case "colour.card.meanDeltaE" -> ColourRemedies.card(finding, readings);
      case "colour.referenceDeltaE" -> ColourRemedies.reference(finding, readings);
      case "exposure.liftAllowedStops", "exposure.highlightHeadroomStops" ->
          PhotoRemedies.headroom(finding);
      case "framing.perspective.convergenceDegrees" -> PhotoRemedies.uprights(finding);
      case "product.margins.bottom" -> PhotoRemedies.standingLine(finding);
      case "image.fileBytes" -> PhotoRemedies.bytes(finding);
      case "framing.aspect" -> PhotoRemedies.aspect(finding, plan);
      case "framing.longestSidePx" -> PhotoRemedies.pixels(finding);
      default -> onSet(finding, finding.message(), null, null, null);
    };
  }

  /** A remedy that changes the set, not the file. */
  static Remedy onSet(
      Finding finding, String text, Double stops, Double degrees, String predicted) {
    return new Remedy(finding.rule(), text, stops, null, degrees, false, predicted);
  }

  /** Where the lamp of the example goes, cm, to give so much more light. */
  static double nearer(double stops) {
    return EXAMPLE_LAMP_CM * Math.pow(2, -stops / 2);
  }

  /**
   * How much less to expose where a share of the product is burnt: how far it is over can't be
   * seen, but the more of it is, the further. In half stops; over 622 exposures of scenes and
   * photographs half a stop off on the median, and enough in three of four.
   */
  static double burntStops(double share) {
    return 0.5 * Math.ceil(0.5 + 4 * share);
  }

  /** How far a value lies beyond the limit that it fails, in its own unit; 0 and up. */
  static double beyond(Finding finding) {
    double low = finding.limit().get(0);
    double high = finding.limit().get(finding.limit().size() - 1);
    return switch (finding.op()) {
      case "at-least" -> low - finding.value();
      case "at-most" -> finding.value() - high;
      default -> Math.max(low - finding.value(), finding.value() - high);
    };
  }

  static double wantedFill(Finding finding) {
    return (finding.limit().get(0) + finding.limit().get(finding.limit().size() - 1)) / 2;
  }

  /** 0 right, 1 down, 2 left, 3 up. */
  static int quarterOf(Double degrees) {
    return (int) Math.round((degrees == null ? 0 : degrees) / 90) % 4;
  }

  /** A sentence in the reader's grammar: 0.9 stop, 1.8 stops. */
  static String say(String format, Object... values) {
    return sentence(String.format(Locale.ROOT, format, values));
  }

  static String sentence(String said) {
    return SEVERAL_STOPS.matcher(said).replaceAll("$1 stops");
  }
}
