package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.sim.Simulated;
import java.awt.Color;
import java.util.List;
import java.util.Random;
import org.testng.annotations.Test;

/** Blemishes, intruders, the grid of levels, main colours and blocks, on drawn pictures. */
public class GroundDetailsTest {
  private static final int WIDTH = 480;
  private static final int HEIGHT = 360;

  private static byte[] ground(double linear) {
    byte[] rgb = new byte[3 * WIDTH * HEIGHT];
    java.util.Arrays.fill(rgb, (byte) Srgb.encode8((float) linear));
    return rgb;
  }

  private static void fill(byte[] rgb, int x, int y, int w, int h, int r, int g, int b) {
    for (int v = y; v < y + h; v++) {
      for (int u = x; u < x + w; u++) {
        rgb[3 * (v * WIDTH + u)] = (byte) r;
        rgb[3 * (v * WIDTH + u) + 1] = (byte) g;
        rgb[3 * (v * WIDTH + u) + 2] = (byte) b;
      }
    }
  }

  private static Readings measure(byte[] rgb) {
    return Measurement.measure(
        Analysed.of(Simulated.asPhoto(new EncodedImage(WIDTH, HEIGHT, rgb))));
  }

  @Test
  public void aGroundWithoutAnyLightIsNotEndlesslyBelowWhite() {
    byte[] rgb = ground(0);
    fill(rgb, 190, 110, 100, 130, 200, 60, 120);
    Readings.Backdrop backdrop = measure(rgb).backdrop();
    assertEquals(backdrop.level(), 0.0);
    assertEquals(backdrop.stopsBelowWhite(), Math.log(CodeCounts.LUMINANCE_STEPS) / Math.log(2));
  }

  @Test
  public void specksAreFoundWhereTheyLie() {
    byte[] rgb = ground(0.7);
    fill(rgb, 190, 110, 100, 130, 40, 60, 120);
    fill(rgb, 80, 80, 5, 5, 170, 170, 170);
    fill(rgb, 400, 300, 5, 5, 170, 170, 170);
    Readings.Backdrop backdrop = measure(rgb).backdrop();
    assertEquals(backdrop.marks().size(), 2, backdrop.marks().toString());
    for (Readings.Mark mark : backdrop.marks()) {
      assertEquals(mark.kind(), "speck");
      assertTrue(mark.contrastStops() < -0.1, "darker");
    }
  }

  @Test
  public void aCleanGroundHasNoMarks() {
    byte[] rgb = ground(0.7);
    fill(rgb, 190, 110, 100, 130, 40, 60, 120);
    Readings.Backdrop backdrop = measure(rgb).backdrop();
    assertEquals(backdrop.marks().size(), 0);
    assertEquals(backdrop.intrusions().size(), 0);
    assertEquals(backdrop.foreign().size(), 0);
    assertNull(backdrop.holesLevel());
  }

  /** Burnt on the left, where no grain is left, and darker and grainier to the right. */
  @Test
  public void grainIsNoMark() {
    Random random = new Random(7);
    byte[] rgb = ground(0.7);
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      double light = 320 - 260.0 * (at % WIDTH) / WIDTH;
      for (int channel = 0; channel < 3; channel++) {
        long code = Math.round(light + 5 * random.nextGaussian());
        rgb[3 * at + channel] = (byte) Math.max(0, Math.min(255, code));
      }
    }
    fill(rgb, 190, 110, 100, 130, 40, 60, 120);
    assertEquals(measure(rgb).backdrop().marks(), List.of());
  }

  /** A twentieth of a stop dark in grain of as much: to be seen only as a line. */
  @Test
  public void aFaintCreaseIsFoundAlongItsLine() {
    Random random = new Random(8);
    byte[] rgb = ground(0.7);
    for (int at = 0; at < rgb.length; at++) {
      int x = at / 3 % WIDTH;
      int y = at / 3 / WIDTH;
      boolean inCrease = Math.abs(y - 60 - 0.12 * x) < 3;
      double code = (rgb[at] & 0xFF) * (inCrease ? 0.984 : 1) + 3 * random.nextGaussian();
      rgb[at] = (byte) Math.max(0, Math.min(255, Math.round(code)));
    }
    fill(rgb, 190, 160, 100, 130, 40, 60, 120);
    List<Readings.Mark> marks = measure(rgb).backdrop().marks();
    assertFalse(marks.isEmpty());
    for (Readings.Mark mark : marks) {
      assertEquals(mark.kind(), "crease");
      double middle = mark.boxPx().y() + mark.boxPx().height() / 2.0;
      double x = mark.boxPx().x() + mark.boxPx().width() / 2.0;
      assertEquals(middle, 60 + 0.12 * x, 8);
    }
  }

  /** A table's grey front edge below a sheet that is burnt to white, with a thing before both. */
  @Test
  public void aGreyStripWithAStraightEdgeIntrudes() {
    byte[] rgb = ground(1);
    for (int x = 0; x < WIDTH; x++) {
      int top = 330 + x / 60;
      fill(rgb, x, top, 1, HEIGHT - top, 200, 200, 200);
    }
    fill(rgb, 190, 110, 100, 130, 40, 60, 120);
    Readings.Backdrop backdrop = measure(rgb).backdrop();
    assertEquals(backdrop.intrusions().size(), 1, backdrop.intrusions().toString());
    assertEquals(backdrop.intrusions().get(0).side(), "bottom");
    assertEquals(backdrop.low5(), 255, 1);
    assertEquals(backdrop.falloffStops(), 0, 0.01);
  }

  /** The same fall of the light, over a tenth of the frame: the sheet's own. */
  @Test
  public void aSheetThatDarkensTowardsTheFrontIsGround() {
    byte[] rgb = ground(1);
    for (int y = 300; y < HEIGHT; y++) {
      int code = 255 - (int) (55 * Math.min(1, (y - 300) / 36.0));
      fill(rgb, 0, y, WIDTH, 1, code, code, code);
    }
    fill(rgb, 190, 110, 100, 130, 40, 60, 120);
    Readings.Backdrop backdrop = measure(rgb).backdrop();
    assertEquals(backdrop.intrusions().size(), 0, backdrop.intrusions().toString());
    assertTrue(backdrop.low5() < 215, backdrop.low5() + "");
  }

  @Test
  public void aThingAtTheFramesEdgeIntrudes() {
    byte[] rgb = ground(0.7);
    fill(rgb, 190, 110, 100, 130, 40, 60, 120);
    fill(rgb, 0, 200, 40, 100, 120, 70, 30);
    Readings.Intrusion intrusion = measure(rgb).backdrop().intrusions().get(0);
    assertEquals(intrusion.side(), "left");
    assertEquals(intrusion.share(), 40.0 * 100 / WIDTH / HEIGHT, 0.004);
  }

  @Test
  public void theGridTellsStopsBelowWhite() {
    byte[] rgb = ground(0.5);
    fill(rgb, 190, 110, 100, 130, 40, 60, 120);
    Readings.Grid grid = measure(rgb).backdrop().grid();
    assertEquals(grid.stops().size(), grid.columns() * grid.rows());
    assertEquals(grid.stops().get(0), 1.0, 0.02);
    assertNull(grid.stops().get(grid.columns() * (grid.rows() / 2) + grid.columns() / 2));
  }

  @Test
  public void groundSeenThroughAFrameHasALevelOfItsOwn() {
    byte[] rgb = ground(0.7);
    fill(rgb, 140, 80, 200, 200, 40, 60, 120);
    fill(rgb, 200, 140, 80, 80, 220, 220, 220);
    assertEquals(measure(rgb).backdrop().holesLevel(), 220, 1.0);
  }

  @Test
  public void mainColoursComeWithTheirShares() {
    byte[] rgb = ground(0.7);
    fill(rgb, 160, 90, 120, 180, 180, 30, 40);
    fill(rgb, 160, 90, 120, 45, 30, 60, 160);
    var dominant = measure(rgb).colour().dominant();
    assertEquals(dominant.size(), 2);
    assertEquals(dominant.get(0).share(), 0.75, 0.03);
    Color colour = Color.decode(dominant.get(0).hex());
    assertEquals(colour.getRed(), 180, 1.0);
    assertEquals(colour.getGreen(), 30, 1.0);
    assertEquals(colour.getBlue(), 40, 1.0);
    assertEquals(dominant.get(1).share(), 0.25, 0.03);
  }

  @Test
  public void blocksOfEightAreSeen() {
    byte[] rgb = ground(0.5);
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        int code = 180 + (x / 8 + y / 8) % 2 * 4;
        fill(rgb, x, y, 1, 1, code, code, code);
      }
    }
    assertTrue(Blocking.measure(new EncodedImage(WIDTH, HEIGHT, rgb)) > 2);
    Analysed flat = Simulated.flat(WIDTH, HEIGHT, 180).analysed();
    assertEquals(Blocking.measure(flat.srgb()), 0.0, 1e-9);
    assertNull(Blocking.measure(Simulated.flat(20, 20, 180).analysed().srgb()));
  }

  @Test
  public void sharpShareComesFromTheDeciles() {
    var deciles = java.util.List.of(1.0, 1.0, 1.0, 1.0, 1.0, 2.0, 3.0, 3.0, 3.0, 3.0, 3.0);
    assertEquals(SharpnessMeasure.shareBelow(deciles, 0.5), 0.0);
    assertEquals(SharpnessMeasure.shareBelow(deciles, 2.0), 0.5, 1e-9);
    assertEquals(SharpnessMeasure.shareBelow(deciles, 2.5), 0.55, 1e-9);
    assertEquals(SharpnessMeasure.shareBelow(deciles, 9), 1.0);
    assertNull(SharpnessMeasure.shareBelow(null, 1));
  }
}
