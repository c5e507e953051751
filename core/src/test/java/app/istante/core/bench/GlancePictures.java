package app.istante.core.bench;

import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;

/**
 * Writes the test bed's pictures beside the masks of their products, for the first glance to learn
 * from; none that are held back.
 */
public final class GlancePictures {
  private static final int DRAWN = 60;
  private static final double JPEG_QUALITY = 0.98;

  private GlancePictures() {}

  /**
   * @param args folder that keeps the bed's light between runs, folder for the pictures
   */
  public static void main(String[] args) throws IOException, UnreadablePhotoException {
    Bed bed = new Bed(Path.of(args[0]));
    Path out = Files.createDirectories(Path.of(args[1]));
    for (BedScene scene : BedScenes.all()) {
      if (scene.label().group() != Label.Group.HELD_BACK) {
        write(bed.picture(scene), out);
      }
    }
    for (long lot = 1; lot <= DRAWN; lot++) {
      write(DrawnTake.drawn(lot).picture(), out);
    }
  }

  private static void write(Bed.Picture picture, Path out) throws IOException {
    String name = picture.label().fileName();
    byte[] jpeg = PhotoWriter.jpeg(picture.photo().srgb(), JPEG_QUALITY);
    Files.write(out.resolve(name + ".jpg"), jpeg);
    float[] cover = picture.truth().cover();
    byte[] grey = new byte[cover.length];
    for (int at = 0; at < grey.length; at++) {
      grey[at] = (byte) Math.round(255 * cover[at]);
    }
    byte[] mask = PhotoWriter.greyPng(grey, picture.photo().widthPx(), picture.photo().heightPx());
    Files.write(out.resolve(name + ".mask.png"), mask);
  }
}
