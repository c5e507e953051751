package app.istante.core.measure;

import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.colour.TintToLinear;
import app.istante.core.mask.Separation;
import java.util.List;
import java.util.Locale;

/**
 * What is known of the colours, in order of trust: a card in the frame, the card frame of the same
 * set-up, the backdrop where it should be neutral; and how far the product is from its own
 * reference colour.
 */
final class ColourMeasure {
  private static final String CARD_FRAME = "card frame";
  private static final String BACKDROP = "backdrop";

  /** In a darker ground a code or two make a tint, which the product would pay for many times. */
  private static final double DARKEST_NEUTRAL = 40;

  /** Papers and cloths that are called white differ by less, CIELAB a and b. */
  private static final double OTHER_LIGHT = 7;

  private ColourMeasure() {}

  static Readings.Colour measure(Analysed picture, Readings.Backdrop backdrop, Notes notes) {
    Readings.ColourCard inFrame =
        picture.greyCard() == null
            ? CardMeasure.measure(picture.card(), Analysed.CARD_REFERENCE, notes)
            : GreyCardMeasure.measure(picture.greyCard(), notes);
    Readings.ColourCard card = inFrame != null ? inFrame : fromCardFrame(picture.known().card());
    Readings.Neutral neutral = neutral(backdrop);
    List<Readings.Dominant> dominant = DominantColours.of(picture);
    if (card != null && neutral != null) {
      tellOtherLight(card, backdrop, neutral, notes);
    }
    Double offReference = offReference(picture.known().reference(), dominant);
    if (offReference != null) {
      notes.band("colour.referenceDeltaE", 1.5);
    }
    return new Readings.Colour(
        card, neutral, dominant, offReference, castOnProduct(picture, card, backdrop, neutral));
  }

  /** Balanced by the card, the ground should be as neutral as paper is. */
  private static void tellOtherLight(
      Readings.ColourCard card, Readings.Backdrop backdrop, Readings.Neutral neutral, Notes notes) {
    double[] rgb = TintToLinear.of(backdrop.level(), neutral.a(), neutral.b());
    Lab ground =
        Lab.ofLinear(
            rgb[0] * card.whiteBalance().redGain(),
            rgb[1],
            rgb[2] * card.whiteBalance().blueGain());
    double left = Math.hypot(ground.a(), ground.b());
    if (left > OTHER_LIGHT) {
      notes.cantTell(
          "colour.card",
          String.format(
              Locale.ROOT,
              card.source().equals(CARD_FRAME)
                  ? "Balanced by the card frame, the ground is still tinted by %.0f: the light has"
                      + " changed since. Photograph the card again."
                  : "Balanced by the card, the ground is still tinted by %.0f: they are in different"
                      + " light. Lay the card where the product stands.",
              left));
    }
  }

  private static Readings.ColourCard fromCardFrame(Readings.ColourCard card) {
    return card == null
        ? null
        : new Readings.ColourCard(
            CARD_FRAME,
            card.kind(),
            card.confidence(),
            card.corners(),
            card.patches(),
            card.meanDeltaE(),
            card.maxDeltaE(),
            card.meanDeltaEAfterBalance(),
            card.whiteBalance(),
            card.exposureErrorStops(),
            card.matrix());
  }

  private static Readings.Neutral neutral(Readings.Backdrop backdrop) {
    boolean usable =
        backdrop != null
            && backdrop.castA() != null
            && backdrop.level() >= DARKEST_NEUTRAL
            && !backdrop.kind().equals("coloured")
            && !backdrop.kind().equals("scene");
    return usable ? new Readings.Neutral(BACKDROP, backdrop.castA(), backdrop.castB()) : null;
  }

  /** CIEDE2000 from the reference to the nearest main colour; null without either. */
  private static Double offReference(Lab reference, List<Readings.Dominant> dominant) {
    if (reference == null || dominant.isEmpty()) {
      return null;
    }
    return dominant.stream()
        .map(Readings.Dominant::lab)
        .mapToDouble(lab -> DeltaE.ciede2000(reference, new Lab(lab.l(), lab.a(), lab.b())))
        .min()
        .getAsDouble();
  }

  private static Readings.CastOnProduct castOnProduct(
      Analysed picture,
      Readings.ColourCard card,
      Readings.Backdrop backdrop,
      Readings.Neutral neutral) {
    double[] gains = null;
    String source = null;
    if (card != null) {
      gains = new double[] {card.whiteBalance().redGain(), 1, card.whiteBalance().blueGain()};
      source = card.source().equals(CARD_FRAME) ? CARD_FRAME : "card";
    } else if (neutral != null) {
      double[] rgb = TintToLinear.of(backdrop.level(), neutral.a(), neutral.b());
      gains = new double[] {rgb[1] / rgb[0], 1, rgb[1] / rgb[2]};
      source = BACKDROP;
    }
    double[] mean = meanLight(picture);
    if (gains == null || mean == null) {
      return null;
    }
    Lab seen = Lab.ofLinear(mean[0], mean[1], mean[2]);
    Lab balanced = Lab.ofLinear(mean[0] * gains[0], mean[1], mean[2] * gains[2]);
    return new Readings.CastOnProduct(seen.a() - balanced.a(), seen.b() - balanced.b(), source);
  }

  /** Mean linear light of the product's inside; null without a product. */
  private static double[] meanLight(Analysed picture) {
    Separation parts = picture.separation();
    double[] sum = new double[3];
    int count = 0;
    for (int at = 0; at < parts.kind().length; at++) {
      if (parts.kind()[at] == Separation.PRODUCT && parts.alpha()[at] >= 0.95f) {
        sum[0] += picture.linear().red()[at];
        sum[1] += picture.linear().green()[at];
        sum[2] += picture.linear().blue()[at];
        count++;
      }
    }
    return count == 0 ? null : new double[] {sum[0] / count, sum[1] / count, sum[2] / count};
  }
}
