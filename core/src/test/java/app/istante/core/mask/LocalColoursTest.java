package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.util.Arrays;
import java.util.SplittableRandom;
import org.testng.annotations.Test;

public class LocalColoursTest {
  private static final int WIDTH = 400;
  private static final int HEIGHT = 300;
  private static final double GRAIN_STOPS = 0.05;

  /** A thing right of the middle; the ground beside it grows from dark to light downwards. */
  private static float[][] halves(double redStops) {
    SplittableRandom random = new SplittableRandom(7);
    float[][] log = new float[3][WIDTH * HEIGHT];
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      boolean thing = at % WIDTH >= WIDTH / 2;
      double light = thing ? -2 : -4 + 4.0 * (at / WIDTH) / HEIGHT;
      for (int channel = 0; channel < 3; channel++) {
        double own = thing && channel == 0 ? redStops : 0;
        log[channel][at] = (float) (light + own + GRAIN_STOPS * random.nextGaussian());
      }
    }
    return log;
  }

  /** Sure but for a strip to both sides of the rim. */
  private static float[] shares(int strip) {
    float[] share = new float[WIDTH * HEIGHT];
    for (int at = 0; at < share.length; at++) {
      int off = at % WIDTH - WIDTH / 2;
      share[at] = Math.abs(off) < strip ? 0.5f : off < 0 ? 0 : 1;
    }
    return share;
  }

  private static double told(float[][] log, int strip) {
    float[] evidence = new float[WIDTH * HEIGHT];
    new LocalColours(log, WIDTH, HEIGHT).tell(shares(strip), evidence);
    int right = 0;
    int all = 0;
    for (int at = 0; at < evidence.length; at++) {
      int off = at % WIDTH - WIDTH / 2;
      if (Math.abs(off) < strip) {
        right += evidence[at] > 0 == off >= 0 ? 1 : 0;
        all++;
      }
    }
    return (double) right / all;
  }

  @Test
  public void aRedThingIsToldFromAGroundThatIsAsBrightInPlaces() {
    double told = told(halves(0.5), 20);
    assertTrue(told > 0.99, "told " + told);
  }

  @Test
  public void aGreyThingIsToldWhereTheGroundAroundIsDarkerOrLighter() {
    double told = told(halves(0), 20);
    assertTrue(told > 0.85 && told < 0.99, "told " + told);
  }

  @Test
  public void saysNothingWhereNoExamplesAreNear() {
    float[] before = new float[WIDTH * HEIGHT];
    Arrays.fill(before, 1.25f);
    float[] evidence = before.clone();
    float[] share = new float[before.length];
    Arrays.fill(share, 0.5f);
    new LocalColours(halves(0.5), WIDTH, HEIGHT).tell(share, evidence);
    assertEquals(evidence, before);
  }

  @Test
  public void whatSpokeForProductBeforeCountsWhereColoursDoToo() {
    float[] evidence = new float[WIDTH * HEIGHT];
    Arrays.fill(evidence, 9);
    new LocalColours(halves(0.5), WIDTH, HEIGHT).tell(shares(20), evidence);
    int rim = 150 * WIDTH + WIDTH / 2;
    assertTrue(evidence[rim + 10] > 9, "thing " + evidence[rim + 10]);
    assertTrue(evidence[rim - 10] < 0, "ground " + evidence[rim - 10]);
  }
}
