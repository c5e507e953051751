package app.istante.core.mask;

import static org.testng.Assert.assertEquals;

import app.istante.core.image.Scale;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class PlanesTest {
  @Test
  public void boxMeanAgreesWithThePlainSum() {
    int width = 23;
    int height = 17;
    Random random = new Random(5);
    float[] in = new float[width * height];
    for (int i = 0; i < in.length; i++) {
      in[i] = random.nextFloat();
    }
    float[] fast = Planes.boxMean(in, width, height, 3);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        double sum = 0;
        for (int v = -3; v <= 3; v++) {
          for (int u = -3; u <= 3; u++) {
            sum += in[Planes.clamp(y + v, height) * width + Planes.clamp(x + u, width)];
          }
        }
        assertEquals(fast[y * width + x], sum / 49, 1e-5);
      }
    }
  }

  @Test
  public void gradientOfARampIsItsSlope() {
    float[] ramp = new float[100];
    for (int i = 0; i < 100; i++) {
      ramp[i] = 0.25f * (i % 10);
    }
    assertEquals(Planes.gradient(ramp, 10, 10)[55], 0.25f, 1e-6f);
  }

  @Test
  public void deepIsInsideAndNearIsAround() {
    boolean[] block = new boolean[12 * 12];
    for (int y = 3; y < 8; y++) {
      for (int x = 3; x < 8; x++) {
        block[12 * y + x] = true;
      }
    }
    assertEquals(Bits.count(block), 25);
    assertEquals(Bits.count(Bits.deep(block, 12, 12, 1)), 9);
    assertEquals(Bits.count(Bits.near(block, 12, 12, 2)), 81);
    boolean[] back = Bits.near(Bits.deep(block, 12, 12, 1), 12, 12, 1);
    assertEquals(back, block, "a block opened is itself");
  }

  @Test
  public void growingKeepsToWhatItMayEnter() {
    boolean[] set = new boolean[5 * 5];
    set[12] = true;
    boolean[] row = new boolean[25];
    java.util.Arrays.fill(row, 10, 15, true);
    Bits.grow(set, row, 1, 5);
    assertEquals(Bits.count(set), 3);
    Bits.grow(set, row, 4, 5);
    assertEquals(set, row);
  }

  @Test
  public void theMedianIsTakenWhereTheOtherPlaneIsNearNought() {
    float[] plane = new float[700];
    float[] off = new float[700];
    for (int at = 0; at < 700; at++) {
      plane[at] = at < 350 ? 2 : 9;
      off[at] = at < 350 ? 0 : 1;
    }
    assertEquals(Planes.medianWhere(plane, off, 0.5), 2, 1e-6);
    assertEquals(Planes.medianWhere(plane, off, 0), 0, 1e-6, "nowhere");
  }

  @Test
  public void outlineOfARectangleIsItsCorners() {
    byte[] kind = new byte[40 * 30];
    for (int y = 5; y < 20; y++) {
      for (int x = 8; x < 30; x++) {
        kind[y * 40 + x] = Separation.PRODUCT;
      }
    }
    Separation parts = DrawnParts.of(40, 30, 1, new float[1200], kind, 1);
    List<int[]> loops = Outline.of(parts, new Scale(4), 100);
    assertEquals(loops.size(), 1);
    int left = Integer.MAX_VALUE;
    int bottom = 0;
    for (int i = 0; i < loops.get(0).length; i += 2) {
      left = Math.min(left, loops.get(0)[i]);
      bottom = Math.max(bottom, loops.get(0)[i + 1]);
    }
    assertEquals(left, 8 * 4);
    assertEquals(bottom, 20 * 4);
  }

  @DataProvider
  Object[][] sizes() {
    return new Object[][] {{23, 17, 2}, {8, 40, 3}, {40, 5, 4}, {3, 3, 5}, {1, 9, 1}, {64, 64, 0}};
  }

  @Test(dataProvider = "sizes")
  public void largestAroundAgreesWithLookingAtEach(int width, int height, int radius) {
    Random random = new Random(width);
    float[] in = new float[width * height];
    for (int i = 0; i < in.length; i++) {
      in[i] = random.nextFloat() - 0.7f;
    }
    float[] fast = Planes.largestAround(in, width, height, radius);
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x++) {
        float most = -9;
        for (int v = Math.max(0, y - radius); v <= Math.min(height - 1, y + radius); v++) {
          for (int u = Math.max(0, x - radius); u <= Math.min(width - 1, x + radius); u++) {
            most = Math.max(most, in[v * width + u]);
          }
        }
        assertEquals(fast[y * width + x], most, "at " + x + ", " + y);
      }
    }
  }

  @Test
  public void quantilesAgreeWithSorting() {
    Random random = new Random(11);
    for (int round = 0; round < 200; round++) {
      int count = 1 + random.nextInt(300);
      float[] values = new float[count + 3];
      for (int i = 0; i < values.length; i++) {
        // Few values, so that many are equal.
        values[i] = round % 2 == 0 ? random.nextInt(7) : random.nextFloat();
      }
      float[] sorted = Arrays.copyOf(values, count);
      Arrays.sort(sorted);
      double share = random.nextDouble();
      float expected = sorted[(int) Math.round(share * (count - 1))];
      assertEquals(Planes.quantile(values, count, share), expected);
    }
  }
}
