package app.istante.core.verdict;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import app.istante.core.rules.Measures;
import app.istante.core.rules.RuleBook;
import java.util.Arrays;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Remedies for readings that the shipped rule books don't hold against a rule. */
public class EachReadingsRemedyTest {
  private static final Readings GOOD = Sample.good().build();

  private static Finding fails(String reading, double value, String op, Double... limit) {
    return new Finding(
        "one",
        reading,
        value,
        op,
        Arrays.asList(limit),
        null,
        Measures.named(reading).unit(),
        false,
        RuleBook.Weight.must,
        1,
        "The finding's own sentence.");
  }

  private static Remedy told(Finding finding, Readings readings) {
    return Remedies.of(finding, readings, null, null);
  }

  @DataProvider
  Object[][] findings() {
    return new Object[][] {
      // Linear light of code 250 over that of 200 is 1.65 times: 0.73 stop.
      {fails("backdrop.holesLevel", 200, "at-least", 250.0), "0.7 stop too dark", 0.73},
      {fails("backdrop.shadow.hardness", 0.8, "at-most", 0.4), "twice as wide", null},
      {fails("backdrop.shadow.hardness", 0.1, "between", 0.3, 0.9), "move the lamp back", null},
      {fails("backdrop.reflection.strength", 0.12, "at-most", 0.05), "mirrors 12 %", null},
      {fails("exposure.highlightHeadroomStops", 0.1, "at-least", 0.5), "0.4 stop less", -0.4},
      {fails("framing.perspective.convergenceDegrees", 3, "between", -1.0, 1.0), "raise", null},
      {fails("framing.perspective.convergenceDegrees", -3, "between", -1.0, 1.0), "lower", null},
      {
        fails("product.margins.bottom", 0.02, "between", 0.05, 0.2),
        "3 % of the frame too low",
        null
      },
      {fails("product.margins.bottom", 0.3, "at-most", 0.2), "10 % of the frame too high", null},
      {fails("image.fileBytes", 7e6, "at-most", 5e6), "7.0 MB", null},
      {fails("backdrop.level", 230, "between", 150.0, 215.0), "expose less", null},
      {fails("backdrop.stopsBelowWhite", 0.1, "between", 0.3, 0.9), "expose less", null},
      {fails("sharpness.oversharpening", 0.2, "at-most", 0.1), "halos of 20 %", null},
    };
  }

  @Test(dataProvider = "findings")
  public void itSaysWhatToChangeAndByHowMuch(Finding finding, String words, Double stops) {
    Remedy remedy = told(finding, GOOD);
    assertTrue(remedy.text().contains(words), remedy.text());
    assertFalse(remedy.inFinishing());
    if (stops == null) {
      assertNull(remedy.stops());
    } else {
      assertEquals(remedy.stops(), stops, 0.01);
    }
  }

  @Test
  public void whatIsShortByAHairIsNotToldAsNothing() {
    Readings hair = Sample.good().ground(255, 251, 0.88).liftAllowed(0).build();
    Remedy remedy = told(fails("backdrop.nearWhiteShare", 0.88, "at-least", 0.9), hair);
    assertTrue(remedy.text().contains("0.1 stop short"), remedy.text());
    assertEquals(remedy.predicted(), "90 % of the ground near-white.");
  }

  @Test
  public void whatLacksLightIsNotCalledTooBright() {
    assertTrue(GroundInCrop.asksForLight(fails("backdrop.level", 120, "between", 150.0, 215.0)));
    assertTrue(
        GroundInCrop.asksForLight(fails("backdrop.stopsBelowWhite", 1.2, "between", 0.3, 0.9)));
    assertFalse(GroundInCrop.asksForLight(fails("backdrop.falloffStops", 1, "at-most", 0.5)));
  }

  private static Readings coloured(Readings.ColourCard card, Readings.CastOnProduct cast) {
    return new Readings(
        GOOD.image(),
        GOOD.product(),
        GOOD.backdrop(),
        new Readings.Colour(card, null, List.of(), 9.0, cast),
        GOOD.sharpness(),
        GOOD.framing(),
        GOOD.exposure(),
        GOOD.uncertainty(),
        GOOD.cantTell());
  }

  @Test
  public void theCardTellsBalanceExposureAndWhatIsLeft() {
    Readings.ColourCard card =
        new Readings.ColourCard(
            "frame",
            "24-patch",
            0.99,
            List.of(),
            List.of(),
            8,
            15,
            1.2,
            new Readings.WhiteBalance(0.93, 1.18, 30.0, 0.0),
            -0.42,
            List.of());
    Finding finding = fails("colour.card.meanDeltaE", 8, "at-most", 3.0);
    Remedy remedy = told(finding, coloured(card, null));
    assertEquals(
        remedy.text(),
        "Set the white balance by the card (red x 0.93, blue x 1.18), and expose 0.4 stop more.");
    assertEquals(remedy.stops(), 0.42, 1e-9);
    assertEquals(remedy.predicted(), "Mean delta E 1.2.");
  }

  @Test
  public void aColourThatIsOffIsHeldAgainstTheLightsTint() {
    Finding finding = fails("colour.referenceDeltaE", 9, "at-most", 4.0);
    String unknown = told(finding, coloured(null, null)).text();
    assertTrue(unknown.startsWith("Photograph a grey or colour card"), unknown);
    Readings tinted = coloured(null, new Readings.CastOnProduct(3, 4, "backdrop"));
    String known = told(finding, tinted).text();
    assertTrue(known.contains("the light's tint alone moves it by 5.0"), known);
    assertTrue(known.contains("white balance by the backdrop"), known);
  }

  /** A rule may speak of every reading: none may leave a seller with the finding alone. */
  @Test
  public void noReadingIsLeftWithoutARemedyOfItsOwn() {
    List<String> bare =
        Measures.all().stream()
            .map(Measures.Measure::name)
            // That a shadow is too deep is told of the shadow that is there.
            .filter(name -> !name.equals("backdrop.shadow.depthStops"))
            .filter(EachReadingsRemedyTest::isBare)
            .toList();
    assertEquals(bare, List.of());
  }

  private static boolean isBare(String reading) {
    Readings readings =
        reading.startsWith("colour.")
            ? coloured(
                new Readings.ColourCard(
                    "frame",
                    "grey",
                    1,
                    List.of(),
                    List.of(),
                    1,
                    1,
                    1,
                    new Readings.WhiteBalance(1, 1, null, null),
                    0,
                    List.of()),
                null)
            : Sample.good()
                .marks(new Readings.Mark(new Readings.BoxPx(1, 1, 2, 2), 1, "speck"))
                .intrusion("left", 0.1)
                .foreign(new Readings.Foreign(1, 1, 2, 2, "prop"))
                .build();
    String text = told(fails(reading, 0.5, "at-most", 0.2), readings).text();
    return text.equals("The finding's own sentence.");
  }
}
