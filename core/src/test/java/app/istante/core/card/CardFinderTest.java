package app.istante.core.card;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.bench.DrawnCards;
import app.istante.core.colour.CardReference;
import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import java.util.Optional;
import java.util.SplittableRandom;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Cards drawn by their geometry, of known colours, are found and read; other boards are not. */
public class CardFinderTest {
  private static final CardReference REFERENCE = CardReference.sinceNovember2014();

  private static Optional<CardFinder.FoundCard> find(EncodedImage picture) {
    return CardFinder.find(DrawnPlaces.of(picture), REFERENCE);
  }

  @DataProvider
  public Object[][] lots() {
    return DrawnPlaces.lots(1000, 12);
  }

  @Test(dataProvider = "lots")
  public void findsACardTurnedTiltedAndInColouredLight(long lot) {
    Optional<CardFinder.FoundCard> found = find(DrawnCards.picture(lot));
    assertTrue(found.isPresent(), "card " + lot);
    double asFound = 0;
    double asDrawn = 0;
    for (int i = 0; i < 24; i++) {
      double[] rgb = found.get().rgb()[i];
      double[] truth = DrawnCards.truth(lot, i);
      Lab wanted = REFERENCE.patches().get(i).lab();
      asFound += DeltaE.ciede2000(Lab.ofLinear(rgb[0], rgb[1], rgb[2]), wanted) / 24;
      asDrawn += DeltaE.ciede2000(Lab.ofLinear(truth[0], truth[1], truth[2]), wanted) / 24;
    }
    assertEquals(asFound, asDrawn, 0.3, "mean delta E of card " + lot);
  }

  @Test
  public void itsCornersAreThoseOfTheCard() {
    double[][] corners = find(DrawnCards.upright()).orElseThrow().corners();
    double[][] truth = DrawnCards.uprightCorners();
    for (int i = 0; i < 4; i++) {
      assertEquals(corners[i][0], truth[i][0], 6, "x of corner " + i);
      assertEquals(corners[i][1], truth[i][1], 6, "y of corner " + i);
    }
  }

  @Test
  public void aMirroredCardIsReadTheRightWayRound() {
    EncodedImage upright = DrawnCards.upright();
    byte[] mirrored = new byte[upright.rgb().length];
    int width = upright.widthPx();
    for (int at = 0; at < mirrored.length / 3; at++) {
      int from = at / width * width + width - 1 - at % width;
      System.arraycopy(upright.rgb(), 3 * from, mirrored, 3 * at, 3);
    }
    var plain = find(upright).orElseThrow();
    var turned = find(new EncodedImage(width, upright.heightPx(), mirrored)).orElseThrow();
    for (int i = 0; i < 24; i++) {
      assertEquals(turned.rgb()[i][0], plain.rgb()[i][0], 0.01, "red of patch " + i);
    }
  }

  @Test
  public void aBoardOfOtherColoursIsNoCard() {
    SplittableRandom random = new SplittableRandom(5);
    byte[] rgb = new byte[3 * 600 * 450];
    int[][] colours = new int[24][3];
    for (int[] colour : colours) {
      for (int channel = 0; channel < 3; channel++) {
        colour[channel] = random.nextInt(20, 240);
      }
    }
    for (int y = 0; y < 450; y++) {
      for (int x = 0; x < 600; x++) {
        int column = (x - 60) / 80;
        int row = (y - 60) / 80;
        boolean on =
            x >= 60 && y >= 60 && column < 6 && row < 4 && (x - 60) % 80 < 68 && (y - 60) % 80 < 68;
        for (int channel = 0; channel < 3; channel++) {
          int code = on ? colours[6 * row + column][channel] : 30;
          rgb[3 * (600 * y + x) + channel] = (byte) code;
        }
      }
    }
    assertTrue(find(new EncodedImage(600, 450, rgb)).isEmpty());
  }

  @Test
  public void thereIsNoCardWhereNothingIs() {
    byte[] grey = new byte[3 * 300 * 200];
    java.util.Arrays.fill(grey, (byte) 180);
    assertTrue(find(new EncodedImage(300, 200, grey)).isEmpty());
    assertTrue(find(new EncodedImage(1, 1, new byte[3])).isEmpty());
  }
}
