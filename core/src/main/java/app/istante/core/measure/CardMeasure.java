package app.istante.core.measure;

import app.istante.core.card.CardFinder.FoundCard;
import app.istante.core.colour.CardReference;
import app.istante.core.colour.ColourTemperature;
import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** What a colour card in the frame says of light, exposure and colours. */
final class CardMeasure {
  /** The card's lower row, without its black: the greys that tell the light. */
  private static final int FIRST_GREY = 18;

  private static final int LAST_GREY = 22;
  static final String IN_FRAME = "frame";

  private static final double D65_MIRED = 1e6 / 6504;

  /** A card is lit alike when its greys agree with one exposure this well, stops. */
  private static final double UNEVEN_STOPS = 0.35;

  private final FoundCard card;
  private final CardReference reference;
  private final Notes notes;

  private CardMeasure(FoundCard card, CardReference reference, Notes notes) {
    this.card = card;
    this.reference = reference;
    this.notes = notes;
  }

  /** Null without a card. */
  static Readings.ColourCard measure(FoundCard card, CardReference reference, Notes notes) {
    return card == null ? null : new CardMeasure(card, reference, notes).run();
  }

  private Readings.ColourCard run() {
    List<Readings.CardPatch> patches = new ArrayList<>();
    double sum = 0;
    double largest = 0;
    int usable = 0;
    for (int i = 0; i < card.rgb().length; i++) {
      Lab wanted = reference.patches().get(i).lab();
      Lab found = lab(card.rgb()[i]);
      Double deltaE = card.usable()[i] ? DeltaE.ciede2000(found, wanted) : null;
      patches.add(
          new Readings.CardPatch(
              reference.patches().get(i).name(), value(found), value(wanted), deltaE));
      if (deltaE != null) {
        usable++;
        sum += deltaE;
        largest = Math.max(largest, deltaE);
      }
    }
    if (usable < card.rgb().length) {
      notes.cantTell(
          "colour.card",
          (card.rgb().length - usable) + " patches of the card are clipped or out of the frame.");
    }
    double[] gains = gains();
    double exposure = exposureStops(gains);
    notes.band("colour.card.meanDeltaE", 0.3);
    return new Readings.ColourCard(
        IN_FRAME,
        "24-patch",
        card.confidence(),
        Arrays.asList(card.corners()),
        patches,
        sum / Math.max(1, usable),
        largest,
        balanced(gains, exposure),
        whiteBalance(gains),
        exposure,
        Arrays.asList(card.matrix()));
  }

  private static Lab lab(double[] rgb) {
    return rgb == null ? new Lab(0, 0, 0) : Lab.ofLinear(rgb[0], rgb[1], rgb[2]);
  }

  static Readings.LabValue value(Lab lab) {
    return new Readings.LabValue(lab.l(), lab.a(), lab.b());
  }

  /** Least squares over the greys, green at 1. */
  private double[] gains() {
    double[] gain = new double[3];
    for (int channel = 0; channel < 3; channel++) {
      double up = 0;
      double down = 0;
      for (int i = FIRST_GREY; i <= LAST_GREY; i++) {
        if (card.usable()[i]) {
          double wanted = reference.patches().get(i).lab().toLinear()[channel];
          up += wanted * card.rgb()[i][channel];
          down += card.rgb()[i][channel] * card.rgb()[i][channel];
        }
      }
      gain[channel] = down == 0 ? 1 : up / down;
    }
    return new double[] {gain[0] / gain[1], 1, gain[2] / gain[1]};
  }

  private double exposureStops(double[] gains) {
    double up = 0;
    double down = 0;
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    for (int i = FIRST_GREY; i <= LAST_GREY; i++) {
      if (card.usable()[i]) {
        double[] rgb = reference.patches().get(i).lab().toLinear();
        double wanted = luminance(rgb, new double[] {1, 1, 1});
        double found = luminance(card.rgb()[i], gains);
        up += found;
        down += wanted;
        double stops = Math.log(found / wanted) / Math.log(2);
        low = Math.min(low, stops);
        high = Math.max(high, stops);
      }
    }
    if (down == 0) {
      return 0;
    }
    if (high - low > UNEVEN_STOPS) {
      notes.cantTell(
          "colour.card",
          "The card's greys don't agree: part of it is shaded or mirrors a lamp. Turn it flat"
              + " towards the camera.");
    }
    return Math.log(up / down) / Math.log(2);
  }

  private static double luminance(double[] rgb, double[] gains) {
    return 0.2126 * rgb[0] * gains[0] + 0.7152 * rgb[1] * gains[1] + 0.0722 * rgb[2] * gains[2];
  }

  private double balanced(double[] gains, double exposure) {
    double scale = Math.pow(2, -exposure);
    double sum = 0;
    int count = 0;
    for (int i = 0; i < card.rgb().length; i++) {
      if (card.usable()[i]) {
        double[] rgb = card.rgb()[i];
        Lab mended =
            Lab.ofLinear(scale * rgb[0] * gains[0], scale * rgb[1], scale * rgb[2] * gains[2]);
        sum += DeltaE.ciede2000(mended, reference.patches().get(i).lab());
        count++;
      }
    }
    return sum / Math.max(1, count);
  }

  static Readings.WhiteBalance whiteBalance(double[] gains) {
    Double mired = null;
    Double tint = null;
    try {
      ColourTemperature light = ColourTemperature.ofLinear(1 / gains[0], 1, 1 / gains[2]);
      mired = light.mired() - D65_MIRED;
      tint = light.tint();
    } catch (IllegalArgumentException noLampsColour) {
      // Too far from any lamp's colour: the gains alone tell it.
    }
    return new Readings.WhiteBalance(gains[0], gains[2], mired, tint);
  }
}
