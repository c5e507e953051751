package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import java.util.ArrayDeque;
import java.util.Deque;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

public class RegionsTest {
  private static boolean[] plane(String... rows) {
    boolean[] plane = new boolean[rows.length * rows[0].length()];
    for (int y = 0; y < rows.length; y++) {
      for (int x = 0; x < rows[0].length(); x++) {
        plane[y * rows[0].length() + x] = rows[y].charAt(x) == '#';
      }
    }
    return plane;
  }

  @Test
  public void partsThatTouchOnlyAtCornersAreApart() {
    boolean[] plane =
        plane(
            ".....", //
            ".#...", "..#..", "..##.", ".....");
    Regions regions = Regions.of(5, 5, at -> plane[at]);
    assertEquals(regions.all().size(), 2);
    Regions.Region second = regions.all().get(1);
    assertEquals(second.areaPx(), 3);
    assertEquals(second.left(), 2);
    assertEquals(second.bottom(), 3);
    assertEquals(second.centreX(), 7 / 3.0, 1e-9);
    assertEquals(second.centreY(), 8 / 3.0, 1e-9);
    assertEquals(second.borderPx(), 0);
    assertEquals(regions.labels()[0], 0);
  }

  @Test
  public void pixelsOnTheFrameAreCounted() {
    boolean[] plane = plane("##.", "...", "..#");
    Regions regions = Regions.of(3, 3, at -> plane[at]);
    assertEquals(regions.all().get(0).borderPx(), 2);
    assertEquals(regions.all().get(1).borderPx(), 1);
  }

  @Test
  public void emptyAndFullPlanesAreNoneAndOne() {
    assertEquals(Regions.of(4, 4, at -> false).all().size(), 0);
    Regions full = Regions.of(400, 300, at -> true);
    assertEquals(full.all().size(), 1);
    assertEquals(full.all().get(0).areaPx(), 120_000);
    assertEquals(full.all().get(0).borderPx(), 2 * 400 + 2 * 298);
  }

  @Test
  public void everyPixelBelongsToExactlyOneRegionOfItsKind() {
    Random random = new Random(2);
    boolean[] plane = new boolean[90 * 70];
    for (int at = 0; at < plane.length; at++) {
      plane[at] = random.nextInt(10) < 6;
    }
    Regions regions = Regions.of(90, 70, at -> plane[at]);
    int area = 0;
    for (Regions.Region region : regions.all()) {
      area += region.areaPx();
    }
    int wanted = 0;
    for (int at = 0; at < plane.length; at++) {
      wanted += plane[at] ? 1 : 0;
      assertEquals(regions.labels()[at] > 0, plane[at]);
      boolean joined = at % 90 < 89 && plane[at] && plane[at + 1];
      assertTrue(!joined || regions.labels()[at] == regions.labels()[at + 1]);
    }
    assertEquals(area, wanted);
  }

  @Test
  public void solvesSmallSystemsAndRefusesSingularOnes() {
    // 4x + y = 1, x + 3y = 2: x = 1/11, y = 7/11.
    double[] x = Cholesky.solve(new double[][] {{4, 0}, {1, 3}}, new double[] {1, 2});
    assertEquals(x[0], 1 / 11.0, 1e-8);
    assertEquals(x[1], 7 / 11.0, 1e-8);
    assertNull(Cholesky.solve(new double[][] {{-1}}, new double[] {1}));
    assertNull(Cholesky.solve(new double[][] {{1, 0}, {2, 1}}, new double[] {1, 1}));
  }

  /** Labels by flooding from each pixel in turn: slow, and independent of rows. */
  private static int[] flooded(boolean[] plane, int width) {
    int[] labels = new int[plane.length];
    int regions = 0;
    for (int start = 0; start < plane.length; start++) {
      if (plane[start] && labels[start] == 0) {
        Deque<Integer> open = new ArrayDeque<>(List.of(start));
        labels[start] = ++regions;
        while (!open.isEmpty()) {
          int at = open.poll();
          for (int step : new int[] {1, -1, width, -width}) {
            int to = at + step;
            boolean wraps = Math.abs(step) == 1 && to / width != at / width;
            if (to >= 0 && to < plane.length && !wraps && plane[to] && labels[to] == 0) {
              labels[to] = regions;
              open.add(to);
            }
          }
        }
      }
    }
    return labels;
  }

  @Test
  public void anyPatternIsTakenApartAsFloodingDoes() {
    Random random = new Random(3);
    for (int round = 0; round < 60; round++) {
      int width = 2 + random.nextInt(40);
      int height = 1 + random.nextInt(40);
      double filled = random.nextDouble();
      boolean[] plane = new boolean[width * height];
      for (int at = 0; at < plane.length; at++) {
        plane[at] = random.nextDouble() < filled;
      }
      Regions regions = Regions.of(width, height, at -> plane[at]);
      int[] expected = flooded(plane, width);
      assertEquals(regions.labels(), expected, width + " x " + height);
      for (Regions.Region region : regions.all()) {
        int area = 0;
        int border = 0;
        double sumX = 0;
        for (int at = 0; at < plane.length; at++) {
          if (expected[at] == region.id()) {
            int x = at % width;
            int y = at / width;
            area++;
            sumX += x;
            border += x == 0 || y == 0 || x == width - 1 || y == height - 1 ? 1 : 0;
          }
        }
        assertEquals(region.areaPx(), area);
        assertEquals(region.borderPx(), border);
        assertEquals(region.sumX(), sumX, 1e-6);
      }
    }
  }

  /**
   * Rows that end within a word, with it and after it; stretches over several words; empty rows.
   */
  @Test
  public void widerPlanesAreTakenApartAsFloodingDoes() {
    Random random = new Random(21);
    for (int width : new int[] {2, 63, 64, 65, 200}) {
      for (double share : new double[] {0.02, 0.5, 0.97, 1}) {
        boolean[] plane = new boolean[40 * width];
        for (int at = 0; at < plane.length; at++) {
          plane[at] = at / width % 7 != 3 && random.nextDouble() < share;
        }
        Regions regions = Regions.of(Bits.of(plane, width, 40));
        int[] expected = flooded(plane, width);
        assertEquals(regions.labels(), expected, width + " wide, " + share);
        boolean[] third = new boolean[plane.length];
        int[] counts = new int[regions.all().size() + 1];
        boolean[] wanted = new boolean[plane.length];
        for (int at = 0; at < plane.length; at++) {
          assertEquals(regions.idAt(at), expected[at]);
          third[at] = at % 3 == 0;
          counts[expected[at]] += third[at] && expected[at] > 0 ? 1 : 0;
          wanted[at] = expected[at] > 0 && expected[at] % 2 == 0;
        }
        assertEquals(regions.counts(third), counts);
        assertEquals(regions.where(one -> one.id() % 2 == 0).unpacked(), wanted);
      }
    }
  }
}
