package app.istante.core.measure;

import app.istante.core.card.GreyCardFinder.GreyCard;
import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import java.util.Arrays;
import java.util.List;

/**
 * What a grey card says of light and exposure. Of other colours it says nothing: its matrix
 * balances and exposes, no more.
 */
final class GreyCardMeasure {
  /** A grey card sends back 18 % of the light, all of it alike. */
  private static final double REFLECTANCE = 0.18;

  /** Cards of one name differ by a twentieth. */
  private static final double BAND_STOPS = 0.1;

  private static final double CONFIDENCE = 0.8;

  private GreyCardMeasure() {}

  static Readings.ColourCard measure(GreyCard card, Notes notes) {
    double[] rgb = card.rgb();
    Lab found = Lab.ofLinear(rgb[0], rgb[1], rgb[2]);
    Lab wanted = Lab.ofLinear(REFLECTANCE, REFLECTANCE, REFLECTANCE);
    double off = DeltaE.ciede2000(found, wanted);
    double[] gains = {rgb[1] / rgb[0], 1, rgb[1] / rgb[2]};
    notes.band("colour.card.meanDeltaE", 1.0);
    notes.band("colour.card.exposureErrorStops", BAND_STOPS);
    Readings.CardPatch patch =
        new Readings.CardPatch("grey", CardMeasure.value(found), CardMeasure.value(wanted), off);
    return new Readings.ColourCard(
        CardMeasure.IN_FRAME,
        "grey",
        CONFIDENCE,
        Arrays.asList(card.corners()),
        List.of(patch),
        off,
        off,
        0,
        CardMeasure.whiteBalance(gains),
        // Balanced by its green, as light meters weigh it most.
        Math.log(rgb[1] / REFLECTANCE) / Math.log(2),
        List.of(
            new double[] {REFLECTANCE / rgb[0], 0, 0},
            new double[] {0, REFLECTANCE / rgb[1], 0},
            new double[] {0, 0, REFLECTANCE / rgb[2]}));
  }
}
