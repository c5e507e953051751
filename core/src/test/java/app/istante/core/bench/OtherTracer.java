package app.istante.core.bench;

import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.Srgb;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.sim.Optics;
import java.awt.image.Raster;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import java.util.SplittableRandom;
import java.util.stream.IntStream;
import javax.imageio.ImageIO;

/**
 * Sets whose light comes from another ray tracer than ours, a guard against tuning to our own.
 * Every seed is another drawing: what was tuned on one is judged by the next.
 */
public final class OtherTracer {
  private static final int SIZE = TracedSet.WIDTH * TracedSet.HEIGHT;

  private OtherTracer() {}

  /**
   * @param args folder in which the light is kept, seed, number of sets; and, if the photographs
   *     are to be looked at, a folder for them and their masks
   */
  public static void main(String[] args) throws IOException {
    Path folder = Path.of(args[0]);
    long seed = Long.parseLong(args[1]);
    Tally tally = new Tally();
    Path look = args.length > 3 ? Files.createDirectories(Path.of(args[3])) : null;
    IntStream.range(0, Integer.parseInt(args[2]))
        .parallel()
        .forEach(number -> look(folder, seed, number, tally, look));
    tally.print();
  }

  private static void look(Path folder, long seed, int number, Tally tally, Path look) {
    try {
      TracedSet set = new TracedSet(seed, number);
      set.trace(folder);
      Shot shot = Shot.of(set, folder, new SplittableRandom(7_919L * seed + number));
      if (look != null) {
        Files.write(look.resolve(set.name() + ".jpg"), shot.jpeg);
        Files.copy(
            set.picture(folder, TracedSet.Pass.PRODUCT),
            look.resolve(set.name() + ".mask.png"),
            StandardCopyOption.REPLACE_EXISTING);
      }
      tally.add(set.name(), shot.picture());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (UnreadablePhotoException e) {
      throw new IllegalStateException("what was just written can be read", e);
    } catch (InterruptedException e) {
      Thread.currentThread().interrupt();
      throw new IllegalStateException("stopped while tracing", e);
    }
  }

  /** The traced light as a camera of its own takes it. */
  private static final class Shot {
    private final float[][] light;
    private final float[] cover;
    private final float[] surrounding;
    private final float[] shaded;
    private byte[] jpeg;

    private Shot(TracedSet set, Path folder) throws IOException {
      light = planes(set.picture(folder, TracedSet.Pass.LIT));
      cover = planes(set.picture(folder, TracedSet.Pass.PRODUCT))[1];
      surrounding = planes(set.picture(folder, TracedSet.Pass.SURROUNDING))[1];
      float[] bare = planes(set.picture(folder, TracedSet.Pass.BARE))[1];
      float[] shadow = planes(set.picture(folder, TracedSet.Pass.SHADE))[1];
      shaded = new float[SIZE];
      for (int at = 0; at < SIZE; at++) {
        surrounding[at] *= 1 - cover[at];
        shaded[at] = Math.max(0, 1 - shadow[at] / Math.max(1e-4f, bare[at]));
      }
    }

    static Shot of(TracedSet set, Path folder, SplittableRandom lot) throws IOException {
      Shot shot = new Shot(set, folder);
      shot.expose(lot);
      double soft = BedScenes.between(lot, 0.4, 1);
      for (int channel = 0; channel < 3; channel++) {
        shot.light[channel] =
            Optics.gaussian(shot.light[channel], TracedSet.WIDTH, TracedSet.HEIGHT, soft);
      }
      boolean curved = lot.nextInt(3) == 0;
      for (int channel = 0; curved && channel < 3; channel++) {
        curve(shot.light[channel]);
      }
      shot.jpeg =
          PhotoWriter.jpeg(
              DrawnTake.grained(shot.light, TracedSet.WIDTH, BedScenes.between(lot, 0.5, 3.5), lot),
              BedScenes.between(lot, 0.75, 0.95));
      return shot;
    }

    /** So that the ground lies between two thirds of a stop under white and half a stop over it. */
    private void expose(SplittableRandom lot) {
      float[] ground = new float[SIZE];
      int count = 0;
      for (int at = 0; at < SIZE; at++) {
        if (cover[at] + surrounding[at] < 0.01f) {
          ground[count++] = light[1][at];
        }
      }
      Arrays.sort(ground, 0, count);
      double median = ground[count / 2];
      // A grey or black sheet is not lifted to white.
      double wanted = median < 0.12 ? 0.04 : BedScenes.between(lot, 0.62, 1.35);
      double[] gain = {
        wanted / median * (1 + 0.03 * lot.nextGaussian()),
        wanted / median,
        wanted / median * (1 + 0.03 * lot.nextGaussian())
      };
      double corner = BedScenes.between(lot, 0, 0.35);
      for (int at = 0; at < SIZE; at++) {
        double x = at % TracedSet.WIDTH / (0.5 * TracedSet.WIDTH) - 1;
        double y = at / TracedSet.WIDTH / (0.5 * TracedSet.HEIGHT) - 1;
        double darker = Math.pow(2, -corner * (x * x + y * y) / 2);
        for (int channel = 0; channel < 3; channel++) {
          light[channel][at] *= (float) (gain[channel] * darker);
        }
      }
    }

    /** Some more contrast about the middle, as cameras deliver; white and black stay. */
    private static void curve(float[] light) {
      for (int at = 0; at < light.length; at++) {
        double code = Srgb.code(light[at]) / 255;
        double steeper = code - 0.05 * Math.sin(2 * Math.PI * code);
        light[at] = light[at] >= 1 ? light[at] : (float) Srgb.decode(steeper);
      }
    }

    private Bed.Picture picture() throws UnreadablePhotoException {
      Photo photo = new PhotoReader(Limits.STANDARD).read(jpeg);
      BedTruth.Product product = BedTruth.Product.of(cover, photo.srgb(), new float[SIZE]);
      return new Bed.Picture(
          null,
          photo,
          new BedTruth(
              cover,
              GroundTruth.of(light, photo.srgb(), cover, surrounding, at -> shaded[at]),
              product.box(),
              Double.NaN,
              0,
              0,
              Double.NaN,
              Double.NaN,
              product.clipped()));
    }

    /** Linear light, three planes, 1 is the tracer's white. */
    private static float[][] planes(Path picture) throws IOException {
      Raster raster = ImageIO.read(picture.toFile()).getRaster();
      float[][] planes = new float[3][SIZE];
      int[] pixel = new int[raster.getNumBands()];
      for (int at = 0; at < SIZE; at++) {
        raster.getPixel(at % TracedSet.WIDTH, at / TracedSet.WIDTH, pixel);
        for (int channel = 0; channel < 3; channel++) {
          planes[channel][at] = pixel[Math.min(channel, pixel.length - 1)] / 65_535f;
        }
      }
      return planes;
    }
  }
}
