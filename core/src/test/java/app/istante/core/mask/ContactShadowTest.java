package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** A block standing on a light ground: its true foot is known to the row. */
public class ContactShadowTest {
  private static final int WIDTH = 400;
  private static final int HEIGHT = 300;
  private static final int FOOT = 200;

  @DataProvider
  Object[][] bodies() {
    return new Object[][] {{0.5, 5.0}, {0.42, 6.0}, {0.5, 8.0}, {0.65, 5.0}};
  }

  @Test(dataProvider = "bodies")
  public void theDarkOfTheContactIsTakenOff(double body, double fadePx) {
    double[] column = new double[HEIGHT];
    for (int y = 0; y < HEIGHT; y++) {
      double below = y - FOOT - 0.5;
      column[y] = y > FOOT ? 0.85 * (1 - 0.8 * Math.exp(-below / fadePx)) : y < 100 ? 0.85 : body;
    }
    byte[] kind = outlined(FOOT + 4);
    run(column, kind);
    assertEquals(foot(kind, 200), FOOT, 2);
  }

  @Test
  public void aBlackRimOfItsOwnStays() {
    double[] column = new double[HEIGHT];
    for (int y = 0; y < HEIGHT; y++) {
      column[y] = y > FOOT || y < 100 ? 0.85 : y > FOOT - 5 ? 0.05 : 0.5;
    }
    byte[] kind = outlined(FOOT);
    run(column, kind);
    assertEquals(foot(kind, 200), FOOT);
  }

  @Test
  public void aFootAtTheFramesEdgeIsNotJudged() {
    double[] column = new double[HEIGHT];
    for (int y = 0; y < HEIGHT; y++) {
      column[y] = y < 100 ? 0.85 : 0.5;
    }
    byte[] kind = outlined(HEIGHT - 1);
    run(column, kind);
    assertTrue(kind[(HEIGHT - 2) * WIDTH + 200] == Separation.PRODUCT);
  }

  private static byte[] outlined(int foot) {
    byte[] kind = new byte[WIDTH * HEIGHT];
    for (int at = 0; at < kind.length; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      boolean in = x >= 120 && x < 280 && y >= 100 && y <= foot;
      kind[at] = in ? Separation.PRODUCT : Separation.GROUND;
    }
    return kind;
  }

  /** Draws the column over the block's width, softened as a lens would, and takes the dark off. */
  private static void run(double[] column, byte[] kind) {
    float[] light = new float[kind.length];
    for (int at = 0; at < light.length; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      light[at] = x >= 120 && x < 280 ? (float) column[y] : 0.85f;
    }
    light = Planes.boxMean(Planes.boxMean(light, WIDTH, HEIGHT, 1), WIDTH, HEIGHT, 1);
    ContactShadow.takeOff(
        new LinearImage(WIDTH, HEIGHT, light, light.clone(), light.clone()),
        kind,
        new float[kind.length]);
  }

  private static int foot(byte[] kind, int x) {
    int foot = -1;
    for (int y = 0; y < HEIGHT; y++) {
      foot = kind[y * WIDTH + x] == Separation.PRODUCT ? y : foot;
    }
    return foot;
  }
}
