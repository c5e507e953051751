package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.sim.Simulated;
import java.util.Arrays;
import java.util.List;
import java.util.SplittableRandom;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** What was put over or round a picture afterwards: lettering and borders. */
public class AddedPartsTest {
  private static final int WIDTH = 960;
  private static final int HEIGHT = 720;
  private static final int GROUND = 205;

  /** Seven rows of five dots: S, C, O, N, T, and a figure. */
  private static final String[][] LETTERS = {
    {" ### ", "#   #", "#    ", " ### ", "    #", "#   #", " ### "},
    {" ### ", "#   #", "#    ", "#    ", "#    ", "#   #", " ### "},
    {" ### ", "#   #", "#   #", "#   #", "#   #", "#   #", " ### "},
    {"#   #", "##  #", "# # #", "#  ##", "#   #", "#   #", "#   #"},
    {"#####", "  #  ", "  #  ", "  #  ", "  #  ", "  #  ", "  #  "},
    {" ### ", "#   #", "    #", "  ## ", "    #", "#   #", " ### "}
  };

  /** A red box on a grey ground with a little grain. */
  private static byte[] picture() {
    SplittableRandom random = new SplittableRandom(4);
    byte[] rgb = new byte[3 * WIDTH * HEIGHT];
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      boolean box = x >= 330 && x < 630 && y >= 200 && y < 560;
      int noise = random.nextInt(3) - 1;
      rgb[3 * at] = (byte) ((box ? 160 : GROUND) + noise);
      rgb[3 * at + 1] = (byte) ((box ? 40 + (x / 20 + y / 20) % 2 * 30 : GROUND) + noise);
      rgb[3 * at + 2] = (byte) ((box ? 50 : GROUND) + noise);
    }
    return rgb;
  }

  private static void write(byte[] rgb, int left, int top, int dot, int letters, int[] colour) {
    for (int n = 0; n < letters; n++) {
      for (int v = 0; v < 7 * dot; v++) {
        for (int u = 0; u < 5 * dot; u++) {
          if (LETTERS[n % LETTERS.length][v / dot].charAt(u / dot) == '#') {
            int at = 3 * ((top + v) * WIDTH + left + n * 6 * dot + u);
            for (int channel = 0; channel < 3; channel++) {
              rgb[at + channel] = (byte) colour[channel];
            }
          }
        }
      }
    }
  }

  private static Readings measured(byte[] rgb, int width, int height) {
    return Measurement.measure(
        Analysed.of(Simulated.asPhoto(new EncodedImage(width, height, rgb))));
  }

  @DataProvider
  Object[][] inks() {
    return new Object[][] {
      {"dark", new int[] {20, 20, 25}, 6, 11},
      {"red", new int[] {190, 30, 40}, 4, 8},
      {"a pale watermark", new int[] {232, 232, 232}, 7, 8},
      {"a grey watermark", new int[] {188, 188, 188}, 7, 8},
    };
  }

  @Test(dataProvider = "inks")
  public void letteringIsTold(String what, int[] colour, int dot, int letters) {
    Readings plain = measured(picture(), WIDTH, HEIGHT);
    byte[] rgb = picture();
    write(rgb, 60, 50, dot, letters, colour);
    Readings read = measured(rgb, WIDTH, HEIGHT);
    List<Readings.Foreign> foreign = read.backdrop().foreign();
    assertEquals(foreign.size(), 1, foreign.toString());
    Readings.Foreign line = foreign.get(0);
    assertEquals(line.kind(), "text");
    assertEquals(line.x(), 60, 4);
    assertEquals(line.y(), 50, 4);
    assertEquals(line.width(), (6 * letters - 1) * dot, 8);
    assertEquals(line.height(), 7 * dot, 6);
    assertTrue(read.backdrop().marks().isEmpty(), "no specks: " + read.backdrop().marks());
    assertEquals(read.product().boxPx(), plain.product().boxPx(), "the product is as before");
    assertEquals(read.product().parts(), plain.product().parts());
    assertEquals(read.backdrop().low5(), plain.backdrop().low5(), 1, "and so is the ground");
  }

  /** Beads of one size in a row, apart from the product. */
  @Test
  public void aRowOfThingsIsNoLettering() {
    byte[] rgb = picture();
    for (int n = 0; n < 14; n++) {
      for (int v = 0; v < 24; v++) {
        for (int u = 0; u < 24; u++) {
          if (Math.hypot(u - 11.5, v - 11.5) < 12) {
            int at = 3 * ((60 + v) * WIDTH + 60 + 32 * n + u);
            Arrays.fill(rgb, at, at + 3, (byte) 60);
          }
        }
      }
    }
    assertTrue(
        measured(rgb, WIDTH, HEIGHT).backdrop().foreign().stream()
            .noneMatch(one -> "text".equals(one.kind())));
  }

  private static byte[] framed(byte[] inner, int across, int down, int code) {
    int width = WIDTH + 2 * across;
    byte[] rgb = new byte[3 * width * (HEIGHT + 2 * down)];
    Arrays.fill(rgb, (byte) code);
    for (int y = 0; y < HEIGHT; y++) {
      System.arraycopy(inner, 3 * y * WIDTH, rgb, 3 * ((y + down) * width + across), 3 * WIDTH);
    }
    return rgb;
  }

  @DataProvider
  Object[][] borders() {
    return new Object[][] {{20, 20, 0, 4}, {0, 60, 0, 2}, {30, 30, 120, 4}, {16, 16, 255, 4}};
  }

  @Test(dataProvider = "borders")
  public void aBorderIsToldAndWhatLiesInsideReadAsBefore(
      int across, int down, int code, int sides) {
    Readings plain = measured(picture(), WIDTH, HEIGHT);
    Readings read =
        measured(framed(picture(), across, down, code), WIDTH + 2 * across, HEIGHT + 2 * down);
    List<Readings.Foreign> border =
        read.backdrop().foreign().stream().filter(one -> "border".equals(one.kind())).toList();
    assertEquals(border.size(), sides, border.toString());
    assertEquals(border.get(0).height(), down, 1);
    assertEquals(border.get(sides - 1).width(), sides == 4 ? across : WIDTH + 2 * across, 1);
    assertTrue(read.backdrop().intrusions().isEmpty(), read.backdrop().intrusions().toString());
    assertEquals(read.backdrop().foreign().size(), sides, "and nothing else");
    assertEquals(read.backdrop().level(), plain.backdrop().level(), 0.5);
    assertEquals(read.backdrop().low5(), plain.backdrop().low5(), 1);
    assertEquals(read.backdrop().falloffStops(), plain.backdrop().falloffStops(), 0.02);
    assertEquals(read.product().confidence(), plain.product().confidence(), 0.1);
    assertEquals(read.product().boxPx().x() - across, plain.product().boxPx().x(), 1);
    assertEquals(read.product().boxPx().height(), plain.product().boxPx().height(), 2);
    assertEquals(read.product().touches(), List.of());
  }

  @Test
  public void whatABorderCutsOrReachesInBesideItIsTold() {
    byte[] rgb = picture();
    for (int at = 0; at < WIDTH * HEIGHT; at++) {
      int x = at % WIDTH;
      int y = at / WIDTH;
      if (x >= 330 && x < 630 && y >= 560) {
        System.arraycopy(rgb, 3 * (y - 100 - y % 20) * WIDTH + 3 * x, rgb, 3 * at, 3);
      } else if (x < 40 && y > 500) {
        rgb[3 * at + 2] = (byte) 90;
      }
    }
    Readings read = measured(framed(rgb, 20, 20, 0), WIDTH + 40, HEIGHT + 40);
    assertEquals(read.product().touches(), List.of("bottom"));
    assertEquals(read.backdrop().intrusions().size(), 1);
    assertEquals(read.backdrop().intrusions().get(0).side(), "left");
    assertEquals(read.backdrop().intrusions().get(0).boxPx().x(), 20, 5);
    assertEquals(read.backdrop().added(), (Integer) 4);
  }

  @Test
  public void aBurntGroundIsNoBorder() {
    byte[] rgb = picture();
    for (int at = 0; at < rgb.length; at++) {
      rgb[at] = (rgb[at] & 0xFF) >= GROUND - 2 ? (byte) 255 : rgb[at];
    }
    assertEquals(measured(rgb, WIDTH, HEIGHT).backdrop().added(), (Integer) 0);
    assertEquals(measured(picture(), WIDTH, HEIGHT).backdrop().added(), (Integer) 0);
  }

  /**
   * A box with straight sides, nearly or quite as tall as the frame, on a ground burnt to white.
   */
  @Test
  public void groundBesideATallBoxIsNoBorder() {
    for (int margin : new int[] {30, 0}) {
      byte[] rgb = new byte[3 * WIDTH * HEIGHT];
      for (int at = 0; at < WIDTH * HEIGHT; at++) {
        int x = at % WIDTH;
        int y = at / WIDTH;
        boolean box = x >= 230 && x < 730 && y >= margin && y < HEIGHT - margin;
        rgb[3 * at] = (byte) (box ? 160 : 255);
        rgb[3 * at + 1] = (byte) (box ? 40 + (x / 20 + y / 20) % 2 * 30 : 255);
        rgb[3 * at + 2] = (byte) (box ? 50 : 255);
      }
      Readings read = measured(rgb, WIDTH, HEIGHT);
      assertEquals(read.backdrop().added(), (Integer) 0, read.backdrop().foreign().toString());
    }
  }
}
