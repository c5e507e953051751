package app.istante.core.mask;

import static org.testng.Assert.assertEquals;

import java.util.Random;
import org.testng.annotations.Test;

public class GridCutTest {
  /** All labelings of small random grids are tried; the cut must be as cheap as the cheapest. */
  @Test
  public void isAsCheapAsTheBestOfAllLabelings() {
    Random random = new Random(11);
    for (int round = 0; round < 300; round++) {
      int width = 2 + random.nextInt(3);
      int height = 2 + random.nextInt(2);
      int size = width * height;
      float[] terminal = new float[size];
      float[] across = new float[size];
      float[] down = new float[size];
      for (int i = 0; i < size; i++) {
        terminal[i] = random.nextInt(11) - 5;
        across[i] = random.nextInt(5);
        down[i] = random.nextInt(5);
      }
      double best = Double.MAX_VALUE;
      for (int labeling = 0; labeling < 1 << size; labeling++) {
        boolean[] inside = new boolean[size];
        for (int i = 0; i < size; i++) {
          inside[i] = (labeling >> i & 1) == 1;
        }
        best = Math.min(best, cost(inside, terminal, across, down, width, height));
      }
      boolean[] cut = GridCut.inside(terminal.clone(), across, down, width, height);
      assertEquals(cost(cut, terminal, across, down, width, height), best, 1e-5, "round " + round);
    }
  }

  private static double cost(
      boolean[] inside, float[] terminal, float[] across, float[] down, int width, int height) {
    double cost = 0;
    for (int i = 0; i < inside.length; i++) {
      cost += inside[i] ? Math.max(0, -terminal[i]) : Math.max(0, terminal[i]);
      if (i % width < width - 1 && inside[i] != inside[i + 1]) {
        cost += across[i];
      }
      if (i + width < inside.length && inside[i] != inside[i + width]) {
        cost += down[i];
      }
    }
    return cost;
  }
}
