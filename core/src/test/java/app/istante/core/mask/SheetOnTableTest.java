package app.istante.core.mask;

import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** A sheet that does not fill the frame, of another tone than the table that it lies on. */
public class SheetOnTableTest {
  private static final int WIDTH = 640;
  private static final int HEIGHT = 480;
  private static final double GRAIN = 0.01;
  private static final double[] POT = {0.42, 0.13, 0.06};

  private interface Shape {
    boolean holds(int x, int y);
  }

  private static LinearImage drawn(double table, double sheet, Shape shape, double[] thing) {
    Random random = new Random(5);
    float[][] planes = new float[3][WIDTH * HEIGHT];
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      for (int channel = 0; channel < 3; channel++) {
        double light = onSheet(x, y) ? sheet : table * wood(x, y, channel);
        // Its shade fades to all sides.
        light *= 1 - 0.4 * Math.exp(-distance(x, y) / 25);
        light = shape.holds(x, y) ? thing[channel] * (1.2 - (x - 260) / 300.0) : light;
        planes[channel][at] = (float) (light * (1 + GRAIN * random.nextGaussian()));
      }
    }
    return new LinearImage(WIDTH, HEIGHT, planes[0], planes[1], planes[2]);
  }

  private static double wood(int x, int y, int channel) {
    double grain = 1 + 0.12 * Math.sin(0.09 * y + 1.5 * Math.sin(0.012 * x));
    return grain * (1 - 0.22 * channel);
  }

  /** A strip that goes on beyond the frame above and below. */
  private static boolean onSheet(int x, int y) {
    return x > 150 - 0.1 * y && x < 500 + 0.12 * y;
  }

  private static boolean inPot(int x, int y) {
    double narrower = 0.16 * (y - 150);
    return y > 150 && y < 330 && x > 240 + narrower && x < 420 - narrower;
  }

  /** A bowl, a stem that is too thin for a glance, and a foot. */
  private static boolean inGoblet(int x, int y) {
    boolean bowl = y > 110 && Math.hypot((x - 330) / 55.0, (y - 150) / 90.0) < 1;
    boolean stem = y >= 230 && y < 350 && Math.abs(x - 330) < 6;
    return bowl || stem || Math.hypot((x - 330) / 50.0, (y - 352) / 13.0) < 1;
  }

  private static double distance(int x, int y) {
    double across = Math.max(0, Math.abs(x - 330) - 75);
    double down = Math.max(0, Math.abs(y - 250) - 80);
    return Math.hypot(across, down);
  }

  private static double overlap(Separation parts, Shape shape) {
    double both = 0;
    double either = 0;
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      double truth = shape.holds(at % WIDTH, at / WIDTH) ? 1 : 0;
      both += Math.min(truth, parts.alpha()[at]);
      either += Math.max(truth, parts.alpha()[at]);
    }
    return both / either;
  }

  @DataProvider
  Object[][] tones() {
    // Table and sheet: paler, darker by far, a little paler, a little darker.
    return new Object[][] {{0.2, 0.8}, {0.55, 0.05}, {0.5, 0.75}, {0.6, 0.3}};
  }

  @Test(dataProvider = "tones")
  public void theThingIsOutlinedAndNotTheSheetItStandsOn(double table, double sheet) {
    Shape pot = SheetOnTableTest::inPot;
    double overlap = overlap(Separator.separate(drawn(table, sheet, pot, POT)), pot);
    assertTrue(overlap > 0.95, overlap + "");
  }

  @DataProvider
  Object[][] darkSheets() {
    // Table, sheet, and how pale the goblet is.
    return new Object[][] {{0.55, 0.03, 1.0}, {0.55, 0.08, 0.5}, {0.75, 0.12, 1.0}};
  }

  /** Of which a glance sees less than of a pot, but the sheet it takes for no thing at all. */
  @Test(dataProvider = "darkSheets")
  public void aThinStemmedThingIsNotGivenUpForTheSheet(double table, double sheet, double pale) {
    Shape goblet = SheetOnTableTest::inGoblet;
    double[] glass = {0.3 * pale, 0.29 * pale, 0.27 * pale};
    Separation parts = Separator.separate(drawn(table, sheet, goblet, glass));
    assertTrue(overlap(parts, goblet) > 0.95, overlap(parts, goblet) + "");
    assertTrue(parts.confidence() > 0.5, "plain from nearby: " + parts.confidence());
  }
}
