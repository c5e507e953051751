package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertSame;

import java.util.Arrays;
import org.testng.annotations.Test;

public class CrumbsTest {
  private static final int WIDTH = 200;
  private static final int HEIGHT = 150;

  /** A thing of 60 by 80 pixels with a soft rim, and pieces beside it. */
  private static Separation outlined(int parts, int[]... pieces) {
    float[] alpha = new float[WIDTH * HEIGHT];
    byte[] kind = new byte[alpha.length];
    Arrays.fill(kind, Separation.GROUND);
    float[] deviation = new float[alpha.length];
    draw(alpha, kind, 40, 30, 60, 80);
    for (int[] piece : pieces) {
      draw(alpha, kind, piece[0], piece[1], piece[2], piece[2]);
      deviation[piece[1] * WIDTH + piece[0]] = -1;
    }
    return DrawnParts.of(WIDTH, HEIGHT, 0.9, alpha, kind, deviation, parts, 0);
  }

  private static void draw(float[] alpha, byte[] kind, int left, int top, int wide, int tall) {
    for (int y = top - 1; y <= top + tall; y++) {
      for (int x = left - 1; x <= left + wide; x++) {
        boolean inside = x >= left && x < left + wide && y >= top && y < top + tall;
        alpha[y * WIDTH + x] = inside ? 1 : 0.3f;
        kind[y * WIDTH + x] = inside ? Separation.PRODUCT : Separation.GROUND;
      }
    }
  }

  private static float sum(float[] alpha) {
    float sum = 0;
    for (float a : alpha) {
      sum += a;
    }
    return sum;
  }

  @Test
  public void aPieceWhereNoThingIsSeenGoesWithItsRim() {
    Separation seen = outlined(2, new int[] {150, 60, 5});
    Separation swept = Crumbs.dropped(seen, (x, y) -> x < 120 ? 0.9f : 0.1f);
    assertEquals(sum(swept.alpha()), sum(outlined(1).alpha()));
    assertEquals(swept.kind()[62 * WIDTH + 152], Separation.GROUND);
    assertEquals(swept.kind()[60 * WIDTH + 150], Separation.SHADOW);
    assertEquals(swept.parts(), 1);
    assertEquals(swept.confidence(), 0.9);
  }

  @Test
  public void aPieceWhereOneIsSeenInPartStays() {
    Separation seen = outlined(2, new int[] {150, 60, 5});
    assertSame(Crumbs.dropped(seen, (x, y) -> x < 152 ? 0.9f : 0.1f), seen);
  }

  /** A glance overlooks what is thin or pale: it is not believed of what is large. */
  @Test
  public void aLargePieceStaysWhateverIsSeen() {
    Separation seen = outlined(2, new int[] {150, 60, 12});
    assertSame(Crumbs.dropped(seen, (x, y) -> 0), seen);
  }

  /** Grain was never counted as a part. */
  @Test
  public void grainIsNoPart() {
    Separation swept =
        Crumbs.dropped(outlined(1, new int[] {150, 60, 2}), (x, y) -> x < 120 ? 0.9f : 0);
    assertEquals(swept.parts(), 1);
    assertEquals(sum(swept.alpha()), sum(outlined(1).alpha()));
  }

  @Test
  public void theRimOfTheProductIsLeftAlone() {
    Separation seen = outlined(1, new int[] {103, 60, 4});
    Separation swept = Crumbs.dropped(seen, (x, y) -> x < 100 ? 0.9f : 0);
    assertEquals(swept.alpha()[62 * WIDTH + 100], 0.3f);
    assertEquals(swept.alpha()[62 * WIDTH + 104], 0);
  }
}
