package app.istante.core.mask;

import static org.testng.Assert.assertEquals;

import java.util.Arrays;
import org.testng.annotations.Test;

public class MembraneTest {
  private static final int WIDTH = 97;
  private static final int HEIGHT = 61;

  @Test
  public void aSlopeIsCarriedAcrossAGap() {
    float[] slope = new float[WIDTH * HEIGHT];
    boolean[] known = new boolean[slope.length];
    for (int at = 0; at < slope.length; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      slope[at] = 0.01f * y;
      known[at] = Math.abs(x - 48) > 12 || Math.abs(y - 30) > 12;
    }
    float[] broken = slope.clone();
    for (int at = 0; at < broken.length; at++) {
      broken[at] = known[at] ? broken[at] : 99;
    }
    float[] filled = Membrane.fill(broken, known, WIDTH, HEIGHT);
    for (int at = 0; at < filled.length; at++) {
      assertEquals(filled[at], slope[at], known[at] ? 0 : 0.04, "pixel " + at);
    }
  }

  @Test
  public void whatIsKnownIsKeptAndNothingKnownIsNothing() {
    boolean[] known = new boolean[WIDTH * HEIGHT];
    float[] plane = new float[known.length];
    Arrays.fill(plane, 7);
    for (float v : Membrane.fill(plane, known, WIDTH, HEIGHT)) {
      assertEquals(v, 0f);
    }
    known[500] = true;
    for (float v : Membrane.fill(plane, known, WIDTH, HEIGHT)) {
      assertEquals(v, 7f, 1e-4f);
    }
  }
}
