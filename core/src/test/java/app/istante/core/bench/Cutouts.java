package app.istante.core.bench;

import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.Srgb;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.sim.Optics;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import java.util.stream.Stream;
import javax.imageio.ImageIO;

/**
 * Real things on drawn grounds: photographs that somebody cut out (PNG with alpha), laid on grounds
 * of known light. Their surfaces come from no renderer of ours, and their outlines are known as far
 * as they were cut out well. None ship with Istante: bring your own.
 */
public final class Cutouts {
  private static final int WIDTH = 1200;
  private static final int HEIGHT = 900;

  /** Cut-outs with fewer pixels on their long side are icons. */
  private static final int SMALLEST_PX = 250;

  private static final int SOLID_ALPHA = 20;
  private static final double EDGE_PX = 0.6;
  private static final float[] TABLE = {0.19f, 0.09f, 0.045f};
  private static final double TABLE_FROM = 0.955;

  /**
   * @param light of the ground at its brightest; over 1 is burnt out
   * @param bendStops darker where the sheet bends
   * @param paperStops texture of the sheet
   */
  private record Ground(
      double light,
      double falloffStops,
      double bendStops,
      double paperStops,
      boolean table,
      double shadowStops,
      double shadowPx,
      double grain,
      double quality) {}

  private static final Ground[] GROUNDS = {
    new Ground(0.97, 0.25, 0, 0, false, 0.35, 25, 0.8, 0.92),
    new Ground(0.68, 0.7, 0, 0, false, 0.7, 9, 2.2, 0.85),
    new Ground(1.25, 0.5, 0, 0, false, 0.3, 18, 1, 0.88),
    new Ground(0.84, 0.5, 0.35, 0, false, 0.5, 22, 1.5, 0.9),
    new Ground(0.87, 0.35, 0, 0, true, 0.8, 6, 1.2, 0.8),
    new Ground(0.78, 0.9, 0, 0.03, false, 0.6, 14, 3, 0.86),
  };

  private final Tally tally = new Tally();

  private Cutouts() {}

  /**
   * @param args a folder of PNG files with alpha, looked through with all it holds
   */
  public static void main(String[] args) throws IOException {
    of(Path.of(args[0])).print();
  }

  static Tally of(Path folder) throws IOException {
    List<Path> files;
    try (Stream<Path> all = Files.walk(folder)) {
      files = all.filter(Cutouts::isPng).sorted().toList();
    }
    Cutouts bench = new Cutouts();
    IntStream.range(0, files.size()).parallel().forEach(i -> bench.look(files.get(i), i));
    return bench.tally;
  }

  private static boolean isPng(Path file) {
    return file.toString().toLowerCase(Locale.ROOT).endsWith(".png");
  }

  private void look(Path file, int number) {
    try {
      BufferedImage thing = ImageIO.read(file.toFile());
      if (thing == null || !thing.getColorModel().hasAlpha()) {
        return;
      }
      thing = cropped(thing);
      if (thing != null && Math.max(thing.getWidth(), thing.getHeight()) >= SMALLEST_PX) {
        tally.add(file.getFileName().toString(), picture(thing, number));
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (UnreadablePhotoException e) {
      throw new IllegalStateException("what was just written can be read", e);
    }
  }

  private static BufferedImage cropped(BufferedImage thing) {
    int left = thing.getWidth();
    int top = thing.getHeight();
    int rightmost = -1;
    int bottom = -1;
    for (int y = 0; y < thing.getHeight(); y++) {
      for (int x = 0; x < thing.getWidth(); x++) {
        if (thing.getRGB(x, y) >>> 24 > SOLID_ALPHA) {
          left = Math.min(left, x);
          rightmost = Math.max(rightmost, x);
          top = Math.min(top, y);
          bottom = y;
        }
      }
    }
    return rightmost < 0
        ? null
        : thing.getSubimage(left, top, rightmost - left + 1, bottom - top + 1);
  }

  private static Bed.Picture picture(BufferedImage thing, int number)
      throws IOException, UnreadablePhotoException {
    Ground ground = GROUNDS[number % GROUNDS.length];
    SplittableRandom lot = new SplittableRandom(104_729L * number);
    BufferedImage laid = laid(thing, lot);
    int size = WIDTH * HEIGHT;
    float[] cover = new float[size];
    float[][] own = new float[3][size];
    int lowest = 0;
    int highest = HEIGHT;
    for (int at = 0; at < size; at++) {
      int argb = laid.getRGB(at % WIDTH, at / WIDTH);
      cover[at] = (argb >>> 24) / 255f;
      for (int channel = 0; channel < 3; channel++) {
        own[channel][at] = (float) Srgb.decode8(argb >> 16 - 8 * channel & 0xFF);
      }
      if (cover[at] > 0.5f) {
        lowest = at / WIDTH;
        highest = Math.min(highest, at / WIDTH);
      }
    }
    float[] shade = shade(cover, highest, lowest, ground, lot);
    boolean table = ground.table && lowest < TABLE_FROM * HEIGHT - 12;
    float[] surrounding = new float[size];
    float[][] light = light(ground, shade, table, surrounding, lot);
    for (int channel = 0; channel < 3; channel++) {
      for (int at = 0; at < size; at++) {
        light[channel][at] += cover[at] * (own[channel][at] - light[channel][at]);
      }
      light[channel] = Optics.gaussian(light[channel], WIDTH, HEIGHT, EDGE_PX);
    }
    float[] seen = Optics.gaussian(cover, WIDTH, HEIGHT, EDGE_PX);
    var photo =
        new PhotoReader(Limits.STANDARD)
            .read(
                PhotoWriter.jpeg(
                    DrawnTake.grained(light, WIDTH, ground.grain, lot), ground.quality));
    BedTruth.Product product = BedTruth.Product.of(seen, photo.srgb(), new float[size]);
    BedTruth truth =
        new BedTruth(
            seen,
            GroundTruth.of(light, photo.srgb(), seen, surrounding, at -> shade[at]),
            product.box(),
            Double.NaN,
            0,
            0,
            Double.NaN,
            Double.NaN,
            product.clipped());
    return new Bed.Picture(null, photo, truth);
  }

  /** The thing somewhere in the frame, with 60 to 85 % of it. */
  private static BufferedImage laid(BufferedImage thing, SplittableRandom lot) {
    double scale =
        Math.min(
            WIDTH * BedScenes.between(lot, 0.6, 0.85) / thing.getWidth(),
            HEIGHT * BedScenes.between(lot, 0.6, 0.85) / thing.getHeight());
    int wide = (int) (scale * thing.getWidth());
    int tall = (int) (scale * thing.getHeight());
    int left = (int) ((WIDTH - wide) / 2 + BedScenes.between(lot, -0.03, 0.03) * WIDTH);
    int top = (int) ((HEIGHT - tall) / 2 + BedScenes.between(lot, -0.03, 0.05) * HEIGHT);
    BufferedImage laid = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_ARGB);
    Graphics2D pen = laid.createGraphics();
    pen.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
    pen.drawImage(thing, left, top, wide, tall, null);
    pen.dispose();
    return laid;
  }

  /** The lower part of the outline, moved down and sideways and softened. */
  private static float[] shade(
      float[] cover, int top, int bottom, Ground ground, SplittableRandom lot) {
    int down = (bottom - top) / 50;
    int aside = (int) (BedScenes.between(lot, -0.06, 0.06) * WIDTH);
    float[] low = new float[cover.length];
    for (int y = top + (bottom - top) * 3 / 5; y <= Math.min(bottom, HEIGHT - 1 - down); y++) {
      for (int x = Math.max(0, -aside); x < WIDTH - Math.max(0, aside); x++) {
        low[(y + down) * WIDTH + x + aside] = cover[y * WIDTH + x];
      }
    }
    float[] shade = Optics.gaussian(low, WIDTH, HEIGHT, ground.shadowPx);
    for (int at = 0; at < shade.length; at++) {
      shade[at] = (float) (1 - Math.pow(2, -ground.shadowStops * shade[at]));
    }
    return shade;
  }

  private static float[][] light(
      Ground ground, float[] shade, boolean table, float[] surrounding, SplittableRandom lot) {
    double direction = BedScenes.between(lot, 0, 2 * Math.PI);
    float[] paper = new float[shade.length];
    for (int at = 0; ground.paperStops > 0 && at < paper.length; at++) {
      paper[at] = (float) (10 * ground.paperStops * lot.nextGaussian());
    }
    paper = Optics.gaussian(paper, WIDTH, HEIGHT, 3);
    double[] tint = {1 + 0.02 * lot.nextGaussian(), 1, 1 + 0.02 * lot.nextGaussian()};
    float[][] light = new float[3][shade.length];
    for (int at = 0; at < shade.length; at++) {
      double x = (at % WIDTH - WIDTH / 2.0) / (0.6 * WIDTH);
      double y = (at / WIDTH - HEIGHT / 2.0) / (0.6 * WIDTH);
      double along = (1 + x * Math.cos(direction) + y * Math.sin(direction)) / 2;
      double bend = Math.exp(-Math.pow((at / WIDTH - 0.6 * HEIGHT) / (0.1 * HEIGHT), 2));
      double stops =
          ground.falloffStops * (0.7 * along + 0.3 * (x * x + y * y))
              + ground.bendStops * bend
              + paper[at];
      boolean onTable = table && at / WIDTH >= TABLE_FROM * HEIGHT;
      surrounding[at] = onTable ? 1 : 0;
      for (int channel = 0; channel < 3; channel++) {
        double there = ground.light * tint[channel] * Math.pow(2, -stops) * (1 - shade[at]);
        light[channel][at] = onTable ? TABLE[channel] : (float) there;
      }
    }
    return light;
  }
}
