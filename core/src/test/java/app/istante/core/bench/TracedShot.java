package app.istante.core.bench;

import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.Srgb;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.sim.Optics;
import java.awt.image.Raster;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import java.util.SplittableRandom;
import javax.imageio.ImageIO;

/** A traced set as a camera of its own takes it. */
final class TracedShot {
  private final TracedSet set;
  private final Path folder;
  private final int size;
  private final float[][] light;
  private final float[] cover;
  private final float[] surrounding;
  private byte[] jpeg;

  private TracedShot(TracedSet set, Path folder) throws IOException {
    this.set = set;
    this.folder = folder;
    size = set.width() * set.height();
    light = planes(TracedSet.Pass.LIT);
    cover = planes(TracedSet.Pass.PRODUCT)[1];
    surrounding = planes(TracedSet.Pass.SURROUNDING)[1];
    for (int at = 0; at < size; at++) {
      surrounding[at] *= 1 - cover[at];
    }
  }

  /**
   * @param folder with the set's light, its product and its surroundings
   * @param lot draws exposure, white balance, lens and grain
   */
  static TracedShot of(TracedSet set, Path folder, SplittableRandom lot) throws IOException {
    TracedShot shot = new TracedShot(set, folder);
    shot.expose(lot);
    double soft = BedScenes.between(lot, 0.4, 1);
    for (int channel = 0; channel < 3; channel++) {
      shot.light[channel] = Optics.gaussian(shot.light[channel], set.width(), set.height(), soft);
    }
    boolean curved = lot.nextInt(3) == 0;
    for (int channel = 0; curved && channel < 3; channel++) {
      curve(shot.light[channel]);
    }
    shot.jpeg =
        PhotoWriter.jpeg(
            DrawnTake.grained(shot.light, set.width(), BedScenes.between(lot, 0.5, 3.5), lot),
            BedScenes.between(lot, 0.75, 0.95));
    return shot;
  }

  /** So that the ground lies between two thirds of a stop under white and half a stop over it. */
  private void expose(SplittableRandom lot) {
    float[] ground = new float[size];
    int count = ground(ground);
    Arrays.sort(ground, 0, count);
    double median = Math.max(1e-4, ground[count / 2]);
    // A grey or black sheet is not lifted to white.
    double wanted = median < 0.12 ? 0.04 : BedScenes.between(lot, 0.62, 1.35);
    double[] gain = {
      wanted / median * (1 + 0.03 * lot.nextGaussian()),
      wanted / median,
      wanted / median * (1 + 0.03 * lot.nextGaussian())
    };
    double corner = BedScenes.between(lot, 0, 0.35);
    for (int at = 0; at < size; at++) {
      double x = at % set.width() / (0.5 * set.width()) - 1;
      double y = at / set.width() / (0.5 * set.height()) - 1;
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

  /** How many pixels show nothing but ground. */
  private int ground(float[] out) {
    int count = 0;
    for (int at = 0; at < size; at++) {
      if (cover[at] + surrounding[at] < 0.01f) {
        out[count++] = light[1][at];
      }
    }
    return count;
  }

  /** The photograph and its mask, side by side. */
  void write(Path folder, String name) throws IOException {
    Files.write(folder.resolve(name + ".jpg"), jpeg);
    Files.copy(
        set.picture(this.folder, TracedSet.Pass.PRODUCT),
        folder.resolve(name + ".mask.png"),
        StandardCopyOption.REPLACE_EXISTING);
  }

  /** What its ground looks like with the product and without its shade, as {@link GroundSets}. */
  void writeGround(DataOutputStream out) throws IOException {
    float[] bare = planes(TracedSet.Pass.BARE)[1];
    float[] shadow = planes(TracedSet.Pass.SHADE)[1];
    float[] lit = planes(TracedSet.Pass.LIT)[1];
    GroundSets.write(
        out,
        set.width(),
        set.height(),
        at -> lit[at],
        at -> Math.max(0, 1 - shadow[at] / Math.max(1e-4f, bare[at])),
        cover,
        surrounding);
  }

  /** With what is true of it, for which the set was also traced bare and with its shadow alone. */
  Bed.Picture picture() throws IOException, UnreadablePhotoException {
    float[] bare = planes(TracedSet.Pass.BARE)[1];
    float[] shadow = planes(TracedSet.Pass.SHADE)[1];
    Photo photo = new PhotoReader(Limits.STANDARD).read(jpeg);
    BedTruth.Product product = BedTruth.Product.of(cover, photo.srgb(), new float[size]);
    return new Bed.Picture(
        null,
        photo,
        new BedTruth(
            cover,
            GroundTruth.of(
                light,
                photo.srgb(),
                cover,
                surrounding,
                at -> Math.max(0, 1 - shadow[at] / Math.max(1e-4f, bare[at]))),
            product.box(),
            Double.NaN,
            0,
            0,
            Double.NaN,
            Double.NaN,
            product.clipped()));
  }

  /** Linear light, three planes, 1 is the tracer's white. */
  private float[][] planes(TracedSet.Pass pass) throws IOException {
    Raster raster = ImageIO.read(set.picture(folder, pass).toFile()).getRaster();
    float[][] planes = new float[3][size];
    int[] pixel = new int[raster.getNumBands()];
    for (int at = 0; at < size; at++) {
      raster.getPixel(at % set.width(), at / set.width(), pixel);
      for (int channel = 0; channel < 3; channel++) {
        planes[channel][at] = pixel[Math.min(channel, pixel.length - 1)] / 65_535f;
      }
    }
    return planes;
  }
}
