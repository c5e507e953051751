package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.image.Photo;
import java.util.List;
import org.testng.annotations.Test;

/** A box of a known colour in light of a known tint. */
public class ColourMeasureTest {
  private static final Lab RED = new Lab(45, 42, 24);
  private static final double[] WARM = {1.03, 1, 0.94};

  private static Photo box(double[] light) {
    double[] rgb = RED.toLinear();
    return DrawnPhoto.of(
        640,
        480,
        3,
        (x, y, channel) ->
            light[channel] * (x > 200 && x < 440 && y > 120 && y < 380 ? rgb[channel] : 0.75));
  }

  private static Readings.Colour colour(Photo photo, Known known) {
    return Measurement.measure(Analysed.of(photo, known)).colour();
  }

  @Test
  public void theReferenceIsHeldAgainstTheNearestMainColour() {
    double[] white = {1, 1, 1};
    Lab other = new Lab(50, 36, 20);
    assertEquals(
        colour(box(white), new Known(null, null, RED)).referenceDeltaE(), 0, 0.6, "its own");
    assertEquals(
        colour(box(white), new Known(null, null, other)).referenceDeltaE(),
        DeltaE.ciede2000(RED, other),
        0.6);
    assertNull(colour(box(white), Known.NOTHING).referenceDeltaE());
  }

  @Test
  public void theGroundTellsTheCastOnTheProduct() {
    double[] rgb = RED.toLinear();
    Lab seen = Lab.ofLinear(WARM[0] * rgb[0], WARM[1] * rgb[1], WARM[2] * rgb[2]);
    Readings.CastOnProduct cast = colour(box(WARM), Known.NOTHING).castOnProduct();
    assertEquals(cast.source(), "backdrop");
    assertEquals(cast.a(), seen.a() - RED.a(), 0.7);
    assertEquals(cast.b(), seen.b() - RED.b(), 0.7);
  }

  @Test
  public void theCardFrameIsTrustedMoreThanTheGround() {
    Readings.ColourCard card =
        new Readings.ColourCard(
            "frame",
            "24-patch",
            0.99,
            List.of(),
            List.of(),
            4,
            9,
            1,
            new Readings.WhiteBalance(1 / WARM[0], 1 / WARM[2], 40.0, 0.0),
            0,
            List.of());
    Readings.Colour colour = colour(box(WARM), new Known(null, card, null));
    assertEquals(colour.card().source(), "card frame");
    assertEquals(colour.castOnProduct().source(), "card frame");
    double[] rgb = RED.toLinear();
    Lab seen = Lab.ofLinear(WARM[0] * rgb[0], WARM[1] * rgb[1], WARM[2] * rgb[2]);
    assertEquals(colour.castOnProduct().a(), seen.a() - RED.a(), 0.5);
    assertEquals(colour.castOnProduct().b(), seen.b() - RED.b(), 0.5);
  }

  /**
   * A card of 18 % on a ground of 75 %, at the left or in the middle, and perhaps the box beside
   * it.
   */
  private static Photo withGreyCard(double left, boolean box) {
    return greyCard(left, box, WARM);
  }

  /**
   * @param onCard the light that falls on the card alone
   */
  private static Photo greyCard(double left, boolean box, double[] onCard) {
    double[] rgb = RED.toLinear();
    return DrawnPhoto.of(
        640,
        480,
        3,
        (x, y, channel) -> {
          boolean card = x > left && x < left + 110 && y > 200 && y < 290;
          boolean thing = box && x > 200 && x < 440 && y > 120 && y < 380;
          return 0.8
              * (card ? 0.18 * onCard[channel] : WARM[channel] * (thing ? rgb[channel] : 0.75));
        });
  }

  @Test
  public void aGreyCardBesideTheProductTellsLightAndExposure() {
    Readings readings = Measurement.measure(Analysed.of(withGreyCard(40, true), Known.NOTHING));
    Readings.ColourCard card = readings.colour().card();
    assertEquals(card.kind(), "grey");
    assertEquals(card.exposureErrorStops(), Math.log(0.8) / Math.log(2), 0.03);
    assertEquals(card.whiteBalance().redGain(), 1 / WARM[0], 0.01);
    assertEquals(card.whiteBalance().blueGain(), 1 / WARM[2], 0.01);
    assertEquals(readings.colour().castOnProduct().source(), "card");
    assertEquals(readings.product().boxPx().x(), 200, 4, "the card is not for sale");
    assertEquals(readings.backdrop().foreign().size(), 1, "as a colour card in the frame");
  }

  /** The card in shade of another colour, or in a frame taken under another lamp. */
  @Test
  public void aCardInOtherLightIsTold() {
    Photo alike = withGreyCard(40, true);
    Readings.ColourCard warm = colour(alike, Known.NOTHING).card();
    assertTrue(otherLight(Measurement.measure(Analysed.of(alike, Known.NOTHING))).isEmpty());
    assertTrue(
        otherLight(Measurement.measure(Analysed.of(box(WARM), new Known(null, warm, null))))
            .isEmpty());
    double[] blue = {0.92, 1, 1.09};
    String since =
        otherLight(Measurement.measure(Analysed.of(box(blue), new Known(null, warm, null))));
    assertTrue(since.contains("the light has changed since"), since);
    Photo shaded = greyCard(260, false, blue);
    String within = otherLight(Measurement.measure(Analysed.of(shaded, Known.CARD_FRAME)));
    assertTrue(
        within.contains("they are in different light"),
        within
            + Measurement.measure(Analysed.of(shaded, Known.CARD_FRAME)).colour()
            + Measurement.measure(Analysed.of(shaded, Known.CARD_FRAME)).backdrop().kind());
  }

  private static String otherLight(Readings readings) {
    return readings.cantTell().stream()
        .filter(one -> one.reading().equals("colour.card"))
        .map(Readings.CantTell::reason)
        .findFirst()
        .orElse("");
  }

  @Test
  public void aGreyThingAloneIsAProductUnlessItIsSaidToBeTheCard() {
    Photo alone = withGreyCard(260, false);
    Readings sold = Measurement.measure(Analysed.of(alone, Known.NOTHING));
    assertNull(sold.colour().card());
    assertEquals(sold.product().boxPx().width(), 110, 4);
    Readings.ColourCard card = colour(alone, Known.CARD_FRAME).card();
    assertEquals(card.kind(), "grey");
    assertEquals(card.meanDeltaEAfterBalance(), 0.0);
    assertEquals(card.corners().get(0)[0], 260, 4);
    assertEquals(card.corners().get(2)[1], 290, 4);
  }

  /** On a black cloth a tint of one code would be a gain of several times. */
  @Test
  public void aDarkGroundIsNoNeutral() {
    double[] rgb = RED.toLinear();
    double[] cloth = {0.0035, 0.003, 0.0045};
    Readings.Colour colour =
        colour(
            DrawnPhoto.of(
                640,
                480,
                4,
                (x, y, channel) ->
                    x > 200 && x < 440 && y > 120 && y < 380 ? rgb[channel] : cloth[channel]),
            Known.NOTHING);
    assertNull(colour.neutral());
    assertNull(colour.castOnProduct());
  }
}
