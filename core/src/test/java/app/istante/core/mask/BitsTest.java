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
      assertEquals(Bits.of(set, width, HEIGHT).deep(radius).count(), Bits.count(plain));
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

  @Test(dataProvider = "widths")
  public void whatHasFourNeighboursIsInner(int width) {
    boolean[] set = random(width, 0.9, 7);
    boolean[] inner = Bits.of(set, width, HEIGHT).inner().unpacked();
    for (int at = 0; at < set.length; at++) {
      int x = at % width;
      boolean all =
          set[at]
              && (x == 0 || set[at - 1])
              && (x == width - 1 || set[at + 1])
              && (at < width || set[at - width])
              && (at + width >= set.length || set[at + width]);
      assertEquals(inner[at], all, "at " + at);
    }
  }

  @Test(dataProvider = "widths")
  public void setsAreWhatTheirPixelsAre(int width) {
    boolean[] set = random(width, 0.4, 8);
    boolean[] other = random(width, 0.5, 9);
    Bits bits = Bits.of(set, width, HEIGHT);
    boolean[] not = bits.not().unpacked();
    boolean[] without = bits.andNot(Bits.of(other, width, HEIGHT)).unpacked();
    boolean[] open = bits.withoutBorder().unpacked();
    boolean[] visited = new boolean[set.length];
    bits.forEach(at -> visited[at] = true);
    for (int at = 0; at < set.length; at++) {
      int x = at % width;
      int y = at / width;
      boolean border = x == 0 || y == 0 || x == width - 1 || y == HEIGHT - 1;
      assertEquals(not[at], !set[at]);
      assertEquals(without[at], set[at] && !other[at]);
      assertEquals(open[at], set[at] && !border);
    }
    assertEquals(visited, set);
    assertEquals(bits.unpacked(), set);
    assertEquals(bits.not().count(), set.length - bits.count());
    assertEquals(bits.andNot(bits).isEmpty(), true);
  }

  @Test(dataProvider = "widths")
  public void planesArePackedByTheirValues(int width) {
    Random random = new Random(10);
    float[] values = new float[width * HEIGHT];
    for (int at = 0; at < values.length; at++) {
      values[at] = random.nextFloat();
    }
    boolean[] below = Bits.below(values, 0.3f, width, HEIGHT).unpacked();
    for (int at = 0; at < values.length; at++) {
      assertEquals(below[at], values[at] < 0.3f);
    }
  }

  @Test(dataProvider = "widths")
  public void stretchesMakeTheSetTheyAreOf(int width) {
    for (double share : new double[] {0.03, 0.5, 0.98}) {
      boolean[] set = random(width, share, 11);
      Bits.Builder builder = new Bits.Builder(width, HEIGHT);
      Bits.of(set, width, HEIGHT).forEachStretch(builder::add);
      assertEquals(builder.bits().unpacked(), set);
    }
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
