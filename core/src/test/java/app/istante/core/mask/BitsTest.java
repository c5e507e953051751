package app.istante.core.mask;

import static org.testng.Assert.assertEquals;

import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Sets of pixels, 64 at a time, against the plain definition: rows of every length. */
public class BitsTest {
  private static final int HEIGHT = 21;

  @DataProvider
  Object[][] widths() {
    return new Object[][] {{1}, {5}, {63}, {64}, {65}, {100}, {128}, {150}};
  }

  @Test(dataProvider = "widths")
  public void deepHasAllAroundItSet(int width) {
    boolean[] set = random(width, 0.93, 3);
    for (int radius = 1; radius <= 3; radius++) {
      boolean[] deep = Bits.deep(set, width, HEIGHT, radius);
      boolean[] plain = new boolean[set.length];
      for (int at = 0; at < plain.length; at++) {
        plain[at] = around(set, width, at, radius, true);
      }
      assertEquals(deep, plain);
      assertEquals(Bits.countDeep(set, width, HEIGHT, radius), Bits.count(plain));
    }
  }

  @Test(dataProvider = "widths")
  public void nearHasAnyAroundItSet(int width) {
    boolean[] set = random(width, 0.05, 4);
    for (int radius = 1; radius <= 4; radius++) {
      boolean[] near = Bits.near(set, width, HEIGHT, radius);
      for (int at = 0; at < near.length; at++) {
        assertEquals(near[at], !around(set, width, at, radius, false), "at " + at);
      }
    }
  }

  /** What leaves a row on the right does not come in again on the left. */
  @Test(dataProvider = "widths")
  public void growingStaysInItsRowsAndInWhatItMayEnter(int width) {
    boolean[] set = random(width, 0.03, 5);
    boolean[] into = random(width, 0.8, 6);
    boolean[] plain = set.clone();
    for (int round = 0; round < 3; round++) {
      boolean[] from = plain.clone();
      for (int at = width; at < plain.length - width; at++) {
        int x = at % width;
        boolean beside =
            x > 0 && from[at - 1]
                || x < width - 1 && from[at + 1]
                || from[at - width]
                || from[at + width];
        plain[at] |= into[at] && beside;
      }
    }
    Bits.grow(set, into, 3, width);
    assertEquals(set, plain);
  }

  private static boolean[] random(int width, double share, int seed) {
    Random random = new Random(seed);
    boolean[] set = new boolean[width * HEIGHT];
    for (int at = 0; at < set.length; at++) {
      set[at] = random.nextDouble() < share;
    }
    return set;
  }

  /** Whether all pixels of a square, as far as it lies in the frame, are as wanted. */
  private static boolean around(boolean[] set, int width, int at, int radius, boolean wanted) {
    int x = at % width;
    int y = at / width;
    for (int v = Math.max(0, y - radius); v <= Math.min(HEIGHT - 1, y + radius); v++) {
      for (int u = Math.max(0, x - radius); u <= Math.min(width - 1, x + radius); u++) {
        if (set[v * width + u] != wanted) {
          return false;
        }
      }
    }
    return true;
  }
}
