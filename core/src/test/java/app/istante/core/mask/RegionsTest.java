package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

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
}
