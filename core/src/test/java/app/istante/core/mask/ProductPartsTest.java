package app.istante.core.mask;

import static org.testng.Assert.assertEquals;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Which of several outlined pieces is for sale, by where they lie and what they look like. */
public class ProductPartsTest {
  private static final int WIDTH = 160;
  private static final int HEIGHT = 120;

  private final byte[] kind = new byte[WIDTH * HEIGHT];
  private final float[] looks = new float[WIDTH * HEIGHT];
  private final float[] deviation = new float[WIDTH * HEIGHT];
  private final float[] colour = new float[WIDTH * HEIGHT];

  /**
   * @param like how much it looks like a thing
   * @param stops how much darker it is than the ground, of the ground's own colour
   */
  private record Piece(int left, int top, int side, double like, double stops) {
    int middle() {
      return (top + side / 2) * WIDTH + left + side / 2;
    }
  }

  private int named(Piece... pieces) {
    for (Piece piece : pieces) {
      for (int at = 0; at < kind.length; at++) {
        int x = at % WIDTH - piece.left;
        int y = at / WIDTH - piece.top;
        if (x >= 0 && y >= 0 && x < piece.side && y < piece.side) {
          kind[at] = Separation.PRODUCT;
          looks[at] = (float) piece.like;
          deviation[at] = (float) -piece.stops;
        }
      }
    }
    OffGround off = new OffGround(deviation, colour, 0.1, 0.1, 0, WIDTH, HEIGHT);
    return ProductParts.name(kind, off, (x, y) -> looks[y * WIDTH + x]);
  }

  @DataProvider
  Object[][] others() {
    Piece whole = new Piece(20, 50, 30, 1, 2);
    Piece cutOff = new Piece(0, 50, 30, 1, 2);
    return new Object[][] {
      {"as large, both whole", whole, new Piece(100, 50, 30, 0.2, 2), Separation.PRODUCT},
      {"as large, beside one cut off", cutOff, new Piece(100, 50, 30, 0.5, 2), Separation.PRODUCT},
      {
        "like nothing, beside one cut off", cutOff, new Piece(100, 50, 30, 0, 5), Separation.FOREIGN
      },
      {"small, and like a thing", whole, new Piece(100, 50, 8, 0.9, 2), Separation.FOREIGN},
      {"cut off and like a thing", whole, new Piece(130, 50, 30, 0.9, 2), Separation.PRODUCT},
      {"cut off and perhaps a thing", whole, new Piece(130, 50, 30, 0.5, 2), Separation.FOREIGN},
      {"in a corner", whole, new Piece(130, 90, 30, 0.9, 2), Separation.FOREIGN},
    };
  }

  @Test(dataProvider = "others")
  public void anotherPieceIs(String which, Piece main, Piece other, byte what) {
    new ProductPartsTest().assertNamed(main, other, what);
  }

  private void assertNamed(Piece main, Piece other, byte what) {
    int parts = named(main, other);
    assertEquals(kind[main.middle()], Separation.PRODUCT);
    assertEquals(kind[other.middle()], what);
    assertEquals(parts, what == Separation.PRODUCT ? 2 : 1);
  }

  @Test
  public void aDarkerPieceOfGroundThatLooksLikeNothingIsAShadow() {
    new ProductPartsTest()
        .assertNamed(
            new Piece(20, 20, 30, 1, 2), new Piece(100, 70, 30, 0.05, 0.4), Separation.SHADOW);
  }

  /** A colour chart or a lamp may be larger. */
  @Test
  public void theProductIsWhatLooksLikeAThing() {
    new ProductPartsTest()
        .assertNamed(
            new Piece(90, 50, 20, 0.9, 2), new Piece(125, 40, 30, 0.02, 5), Separation.FOREIGN);
  }
}
