package app.istante.core.measure;

import static org.testng.Assert.assertEquals;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * A burnt patch in the middle of a small thing: its share is of the whole thing, whose outermost
 * pixels count, and the burnt ground beside it is not the thing's.
 */
public class ClippedShareTest {
  private static final int WIDTH = 400;
  private static final int HEIGHT = 300;
  private static final double TOLERANCE = 0.004;

  @DataProvider
  Object[][] cases() {
    return new Object[][] {
      {"a quarter burnt before grey", 40, 20, 0.5},
      {"a sixteenth burnt before grey", 40, 10, 0.5},
      {"nothing burnt before grey", 40, 0, 0.5},
      {"nothing burnt before burnt ground", 40, 0, 1.2},
    };
  }

  @Test(dataProvider = "cases")
  public void isOfTheWholeThing(String what, double half, double burnt, double ground) {
    double[] red = {0.3, 0.04, 0.03};
    Readings readings =
        Measurement.measure(
            Analysed.of(
                DrawnPhoto.of(
                    WIDTH,
                    HEIGHT,
                    5,
                    (x, y, channel) -> {
                      double off = Math.max(Math.abs(x - WIDTH / 2.0), Math.abs(y - HEIGHT / 2.0));
                      return off < burnt ? 1.4 : off < half ? red[channel] : ground;
                    })));
    double share = burnt * burnt / (half * half);
    assertEquals(readings.exposure().clippedShare(), share, TOLERANCE, what);
  }
}
