package app.istante.core.colour;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class CardReferenceTest {
  @Test
  public void bothShippedCardsHaveTwentyFourPatchesInTheKnownOrder() {
    for (CardReference card :
        new CardReference[] {
          CardReference.beforeNovember2014(), CardReference.sinceNovember2014()
        }) {
      assertEquals(card.patches().size(), CardReference.COLUMNS * CardReference.ROWS);
      // The last row is neutral and falls from white to black.
      for (int i = 19; i < 24; i++) {
        Lab lab = card.patches().get(i).lab();
        assertTrue(lab.l() < card.patches().get(i - 1).lab().l());
        assertTrue(lab.chroma() < 1.5, card.patches().get(i).name());
      }
      assertTrue(card.patches().get(14).lab().a() > 50, "the fifteenth is red");
    }
  }

  /** The two printings differ a little: one or two delta E on average. */
  @Test
  public void thePrintingsDifferALittle() {
    CardReference before = CardReference.beforeNovember2014();
    CardReference since = CardReference.sinceNovember2014();
    double sum = 0;
    for (int i = 0; i < 24; i++) {
      sum += DeltaE.ciede2000(before.patches().get(i).lab(), since.patches().get(i).lab()) / 24;
    }
    assertTrue(sum > 0.3 && sum < 2, "mean " + sum);
  }

  @Test
  public void coloursGoToLinearLightAndBack() {
    for (CardReference.Patch patch : CardReference.sinceNovember2014().patches()) {
      double[] rgb = patch.lab().toLinear();
      Lab again = Lab.ofLinear(rgb[0], rgb[1], rgb[2]);
      assertTrue(DeltaE.ciede2000(again, patch.lab()) < 0.01, patch.name());
    }
    double[] dark = new Lab(2, 0.3, -0.2).toLinear();
    assertEquals(Lab.ofLinear(dark[0], dark[1], dark[2]).l(), 2, 1e-3);
  }

  @DataProvider
  Object[][] broken() {
    return new Object[][] {
      {"", "not CGATS"},
      {"BEGIN_DATA_FORMAT\nSAMPLE_ID LAB_L LAB_A\nEND_DATA_FORMAT", "no field LAB_B"},
      {
        "BEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 2\nEND_DATA",
        "Line 5 of the card's reference has 2 fields instead of 3."
      },
      {
        "BEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT\nBEGIN_DATA\n1 2 x\nEND_DATA",
        "[x] for a number"
      },
      {"BEGIN_DATA_FORMAT\nLAB_L LAB_A LAB_B\nEND_DATA_FORMAT", "no lines of data"},
    };
  }

  @Test(dataProvider = "broken")
  public void brokenTextGetsASentence(String text, String part) {
    String message =
        expectThrows(IllegalArgumentException.class, () -> CardReference.read(text)).getMessage();
    assertTrue(message.contains(part), message);
  }

  @Test
  public void readsACardWithoutNames() {
    CardReference card =
        CardReference.read(
            "CGATS.17\nBEGIN_DATA_FORMAT\nLAB_A LAB_L LAB_B\nEND_DATA_FORMAT\n"
                + "BEGIN_DATA\n-1.5 50 2\nEND_DATA\n");
    assertEquals(card.patches().get(0).name(), "1");
    assertEquals(card.patches().get(0).lab(), new Lab(50, -1.5, 2));
  }
}
