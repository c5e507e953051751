package app.istante.core.set;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.text.PDFTextStripper;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Arrangements, kit, cautions, answers and the printed card. */
public class StandingSetTest {
  @DataProvider
  Object[][] arrangements() {
    return Arrangements.all().stream().map(a -> new Object[] {a}).toArray(Object[][]::new);
  }

  @Test(dataProvider = "arrangements")
  public void everyArrangementStandsForSmallAndLargeThings(Arrangements.Arrangement kind) {
    for (double size : new double[] {30, 120, 300}) {
      StandingSet set = Arrangements.of(kind.id(), Thing.of("soap"), size, size);
      Answers answers = Answers.of(set, new Answers.Wanted(size, size, size, 1000), List.of());
      assertTrue(answers.light().frontLux() > 0, kind.id());
      assertEquals(answers.view().fill(), 0.8, 0.01, kind.id());
      assertTrue(
          answers.sheet().fits(), kind.id() + " " + size + ": " + answers.sheet().sentence());
      assertTrue(Double.isFinite(answers.light().evennessStops()));
      assertFalse(kind.goodFor().isBlank() || kind.badFor().isBlank());
    }
  }

  @Test
  public void whatAnArrangementIsGoodForShowsInItsFigures() {
    Answers plain = answers("two-lamps");
    Answers lit = answers("lit-ground");
    assertTrue(
        lit.light().groundOverThingStops() > plain.light().groundOverThingStops() + 0.3,
        "a lit ground is brighter beside the thing");
    assertTrue(answers("low-side").lamps().get(0).shadow().word().equals("hard"));
    assertTrue(Math.abs(plain.light().leftOverRightStops()) < 0.1, "both sides alike");
  }

  private static Answers answers(String id) {
    StandingSet set = Arrangements.of(id, Thing.of("money-box"), 120, 95);
    return Answers.of(set, new Answers.Wanted(120, 95, 95, 1000), List.of());
  }

  @Test
  public void inTheDarkThereAreAnswersStill() {
    StandingSet set = Arrangements.of("two-lamps", Thing.of("money-box"), 120, 95);
    StandingSet dark = set.withLamps(set.lamps().stream().map(l -> l.power(0)).toList());
    Answers answers = Answers.of(dark, new Answers.Wanted(120, 95, 95, 1000), List.of());
    assertTrue(answers.colour().sentence().contains("turn a lamp on"));
    assertEquals(answers.lamps().get(0).halfStopMoreMm(), 0, 0.0);
  }

  @Test
  public void whatStandsOutsideTheRoomIsRefused() {
    StandingSet set = Arrangements.of("two-lamps", Thing.of("soap"), 60, 60);
    String why =
        expectThrows(
                IllegalArgumentException.class,
                () -> set.with(set.camera().at(new Point(0, 200, 9000))))
            .getMessage();
    assertEquals(
        why, "The camera would stand outside the room. Move it in, or make the room larger.");
  }

  @Test
  public void everyPresetIsWholeAndUnbranded() {
    Map<Kit.Kind, Integer> seen = new HashMap<>();
    Kit.presets().forEach(p -> seen.merge(p.kind(), 1, Integer::sum));
    assertEquals(seen.keySet().size(), Kit.Kind.values().length);
  }

  @Test
  public void aPieceWithoutItsFiguresGetsASentence() {
    String missing =
        expectThrows(
                IllegalArgumentException.class,
                () -> new Kit.Piece(Kit.Kind.CARD, "white", "Card", Map.of("widthMm", 300.0)))
            .getMessage();
    assertEquals(missing, "Card: Height is missing.");
    String wrong =
        expectThrows(
                IllegalArgumentException.class,
                () ->
                    new Kit.Piece(
                        Kit.Kind.CARD, "white", "Card", Map.of("widthMm", 3.0, "heightMm", 30.0)))
            .getMessage();
    assertEquals(wrong, "Card: Width is 3 mm; it must lie between 20 and 4000 mm.");
  }

  @Test
  public void lightFollowsFromPowerWhereOnlyThatIsKnown() {
    Map<String, Double> facts =
        Map.of("watts", 100.0, "kelvin", 3000.0, "faceWidthMm", 100.0, "faceHeightMm", 100.0);
    assertEquals(new Kit.Piece(Kit.Kind.LAMP, "halogen", "Old lamp", facts).lumens(), 1800, 1e-9);
  }

  @Test
  public void hotLampsNearPaperAndWeakHoldersAreTold() {
    Map<String, Double> facts = new HashMap<>();
    facts.put("watts", 400.0);
    facts.put("holderWatts", 250.0);
    facts.put("kelvin", 3000.0);
    facts.put("faceWidthMm", 180.0);
    facts.put("faceHeightMm", 120.0);
    Kit.Piece hot = new Kit.Piece(Kit.Kind.LAMP, "halogen", "left", facts);
    StandingSet set = Arrangements.of("two-lamps", Thing.of("soap"), 60, 60);
    List<String> cautions = SetCautions.of(set, List.of(hot));
    assertTrue(cautions.stream().anyMatch(c -> c.startsWith("left gets hot")), cautions.toString());
    assertTrue(cautions.stream().anyMatch(c -> c.contains("made for 250 W")), cautions.toString());
    assertTrue(
        SetCautions.of(set, List.of()).stream().noneMatch(c -> c.contains("hot")),
        "nothing is said of lamps that are not known to be hot");
  }

  @Test
  public void theCardTellsHowToBuildItAgain() throws Exception {
    StandingSet set = Arrangements.of("two-lamps", Thing.of("money-box"), 120, 95);
    Answers answers = answers("two-lamps");
    byte[] pdf =
        RecipeCard.pdf(
            set.named("Tins on white"), answers, "Mind the cat.", Map.of("Ground", "254"));
    assertTrue(new String(pdf, 0, 5, StandardCharsets.US_ASCII).startsWith("%PDF"));
    try (var document = Loader.loadPDF(pdf)) {
      assertEquals(document.getNumberOfPages(), 1);
      String words = new PDFTextStripper().getText(document);
      assertTrue(words.contains("Tins on white"), words);
      assertTrue(words.contains("f/8.0"), words);
      assertTrue(words.contains("Lamp left"), words);
      assertTrue(words.contains("Mind the cat."), words);
    }
    assertEquals(RecipeCard.time(0.125), "1/8 s");
    assertEquals(RecipeCard.time(2), "2.0 s");
  }
}
