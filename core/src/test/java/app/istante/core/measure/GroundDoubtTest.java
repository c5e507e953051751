package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.util.SplittableRandom;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class GroundDoubtTest {
  private static final int PIXELS = 100_000;

  /** Of values that are ground, and of all of them with strangers among these. */
  private record Drawn(long[] ground, long[] all) {
    /** Ground about code 230, and strangers about another code. */
    static Drawn of(double strange, double strangersCode, long seed) {
      SplittableRandom random = new SplittableRandom(seed);
      long[] ground = new long[256];
      long[] all = new long[256];
      for (int i = 0; i < PIXELS; i++) {
        boolean own = i >= strange * PIXELS;
        int code = (int) Math.round((own ? 230 : strangersCode) + 6 * random.nextGaussian());
        all[Math.max(0, Math.min(255, code))]++;
        if (own) {
          ground[Math.max(0, Math.min(255, code))]++;
        }
      }
      return new Drawn(ground, all);
    }
  }

  @DataProvider
  public Object[][] strangers() {
    return new Object[][] {
      {0.02, 60}, {0.1, 60}, {0.1, 200}, {0.1, 250}, {0.3, 60}, {0.3, 225}, {0.3, 250}
    };
  }

  /** Whatever the strangers look like, what is true without them lies in the band. */
  @Test(dataProvider = "strangers")
  public void theBandHoldsWhatIsTrueWithoutStrangers(double strange, double code) {
    Drawn drawn = Drawn.of(strange, code, 3);
    GroundDoubt doubt = new GroundDoubt(strange + 0.005);
    for (double at : new double[] {0.05, 0.5}) {
      double off = CodeCounts.quantile(drawn.all, at) - CodeCounts.quantile(drawn.ground, at);
      double band = doubt.ofQuantile(drawn.all, at, step -> step);
      assertTrue(Math.abs(off) <= band, at + ": off by " + off + ", band " + band);
    }
    double off = mean(drawn.all) - mean(drawn.ground);
    assertTrue(Math.abs(off) <= doubt.ofMean(drawn.all), "mean off by " + off);
    double offShare = above(drawn.all, 235) - above(drawn.ground, 235);
    assertTrue(Math.abs(offShare) <= doubt.ofShare(above(drawn.all, 235)));
  }

  private static double mean(long[] histogram) {
    double sum = 0;
    double count = 0;
    for (int step = 0; step < histogram.length; step++) {
      sum += step * (double) histogram[step];
      count += histogram[step];
    }
    return sum / count;
  }

  private static double above(long[] histogram, int from) {
    double sum = 0;
    double count = 0;
    for (int step = 0; step < histogram.length; step++) {
      sum += step >= from ? histogram[step] : 0;
      count += histogram[step];
    }
    return sum / count;
  }

  @Test
  public void whereNothingIsStrangeThereIsNoDoubt() {
    Drawn drawn = Drawn.of(0.2, 60, 5);
    GroundDoubt none = new GroundDoubt(0);
    assertEquals(none.ofQuantile(drawn.all, 0.5, step -> step), 0.0);
    assertEquals(none.ofMean(drawn.all), 0, 1e-9);
    assertEquals(none.ofShare(0.4), 0.0);
  }

  /** A fifth of ten values may be strange: the two lowest make 3 of the range, the highest 5. */
  @Test
  public void aRangeIsOffByItsEnds() {
    double[] sorted = {0, 1, 3, 4, 4, 4, 5, 5, 6, 10};
    assertEquals(new GroundDoubt(0.2).ofRange(sorted), 5.0);
    assertEquals(new GroundDoubt(0.05).ofRange(sorted), 0.0);
    assertEquals(new GroundDoubt(0.2).ofRange(new double[0]), 0.0);
  }

  /** Half the ground is white, a tenth of all may be strange: 4/9 or 5/9 of the rest is white. */
  @Test
  public void aShareIsOffByWhatMayNotCount() {
    assertEquals(new GroundDoubt(0.1).ofShare(0.5), 0.5 / 0.9 - 0.5, 1e-9);
    assertEquals(new GroundDoubt(0.1).ofShare(0), 0.0);
    assertEquals(new GroundDoubt(0.1).ofShare(1), 0, 1e-9);
  }
}
