package app.istante.core.verdict;

import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;

/** What to change where colours are not true. */
final class ColourRemedies {
  /** Under this the camera's exposure is as the card asks. */
  private static final double RIGHT_STOPS = 0.1;

  private ColourRemedies() {}

  /** Balance and exposure by the card, and what error is then left. */
  static Remedy card(Finding finding, Readings readings) {
    Readings.ColourCard card = readings.colour().card();
    double stops = card.exposureErrorStops();
    String exposure =
        Math.abs(stops) < RIGHT_STOPS
            ? ""
            : Remedies.say(
                ", and expose %.1f stop %s", Math.abs(stops), stops > 0 ? "less" : "more");
    return Remedies.onSet(
        finding,
        Remedies.say(
            "Set the white balance by the card (red x %.2f, blue x %.2f)%s.",
            card.whiteBalance().redGain(), card.whiteBalance().blueGain(), exposure),
        Math.abs(stops) < RIGHT_STOPS ? null : (Double) (-stops),
        null,
        Remedies.say("Mean delta E %.1f.", card.meanDeltaEAfterBalance()));
  }

  /** By what is known of the light; failing that, a card is needed. */
  static Remedy reference(Finding finding, Readings readings) {
    Readings.CastOnProduct cast = readings.colour().castOnProduct();
    String text =
        cast == null
            ? "Photograph a grey or colour card in the same light first: without a neutral it can't be"
                + " told whether light or balance is off."
            : Remedies.say(
                "Its colour is off by %.1f, and the light's tint alone moves it by %.1f: set the white"
                    + " balance by the %s, then look whether the item's own colour is noted right.",
                finding.value(), Math.hypot(cast.a(), cast.b()), cast.source());
    return Remedies.onSet(finding, text, null, null, null);
  }
}
