package app.istante.core.card;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.bench.DrawnCards;
import app.istante.core.card.GreyCardFinder.GreyCard;
import app.istante.core.image.EncodedImage;
import java.util.Optional;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Grey cards drawn by their geometry are found and read; what only looks like one is not. */
public class GreyCardFinderTest {
  private static final int WIDTH = 600;
  private static final int HEIGHT = 450;

  private static Optional<GreyCard> find(EncodedImage picture, boolean said) {
    return GreyCardFinder.find(DrawnPlaces.of(picture), said);
  }

  @DataProvider
  public Object[][] lots() {
    return DrawnPlaces.lots(2000, 20);
  }

  @Test(dataProvider = "lots")
  public void findsACardTurnedTiltedAndInColouredLight(long lot) {
    FlatPlaces places = DrawnPlaces.of(DrawnCards.grey(lot));
    double[] gains = DrawnCards.gains(lot);
    for (boolean said : new boolean[] {true, false}) {
      GreyCard card = GreyCardFinder.find(places, said).orElseThrow();
      for (int channel = 0; channel < 3; channel++) {
        double truth = 0.18 * gains[channel];
        assertEquals(card.rgb()[channel], truth, 0.03 * truth, "channel " + channel);
      }
    }
  }

  /** A rectangle or an oval of one colour on a ground of another, a band of it round it. */
  private static EncodedImage drawn(
      boolean oval, int[] thing, int[] ground, int[] round, int roundPx) {
    byte[] rgb = new byte[3 * WIDTH * HEIGHT];
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        double u = Math.abs(x - WIDTH / 2.0) / 90;
        double v = Math.abs(y - HEIGHT / 2.0) / 70;
        double out = oval ? Math.hypot(u, v) : Math.max(u, v);
        int[] colour = out < 1 ? thing : out < 1 + roundPx / 70.0 ? round : ground;
        for (int channel = 0; channel < 3; channel++) {
          rgb[3 * (y * WIDTH + x) + channel] = (byte) colour[channel];
        }
      }
    }
    return new EncodedImage(WIDTH, HEIGHT, rgb);
  }

  private static int[] grey(int code) {
    return new int[] {code, code, code};
  }

  @DataProvider
  public Object[][] alike() {
    int[] card = grey(112);
    int[] paper = grey(235);
    return new Object[][] {
      {"a card", drawn(false, card, paper, paper, 0), true, true},
      {"an oval", drawn(true, card, paper, paper, 0), false, false},
      {"green", drawn(false, new int[] {60, 130, 60}, paper, paper, 0), false, false},
      {"bluish on white", drawn(false, new int[] {95, 112, 135}, paper, paper, 0), true, false},
      {"too dark for its ground", drawn(false, grey(64), grey(252), paper, 0), false, false},
      {"the middle of a dark thing", drawn(false, card, paper, grey(30), 60), true, false},
      {"print on a white thing", drawn(false, card, grey(200), paper, 60), true, false},
      {"black", drawn(false, grey(30), paper, paper, 0), false, false},
    };
  }

  @Test(dataProvider = "alike")
  public void whatOnlyLooksLikeOneIsNone(
      String what, EncodedImage picture, boolean whereSaid, boolean elsewhere) {
    FlatPlaces places = DrawnPlaces.of(picture);
    boolean foundWhereSaid = GreyCardFinder.find(places, true).isPresent();
    boolean foundElsewhere = GreyCardFinder.find(places, false).isPresent();
    assertEquals(foundWhereSaid, whereSaid, what + ", said to be one");
    assertEquals(foundElsewhere, elsewhere, what);
  }

  @Test
  public void thereIsNoCardWhereNothingIs() {
    byte[] plain = new byte[3 * 300 * 200];
    java.util.Arrays.fill(plain, (byte) 120);
    assertTrue(find(new EncodedImage(300, 200, plain), true).isEmpty());
    assertTrue(find(new EncodedImage(1, 1, new byte[3]), true).isEmpty());
  }
}
