package app.istante.core.bench;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.measure.SoftBecause;
import java.awt.RenderingHints;
import java.awt.geom.AffineTransform;
import java.awt.image.AffineTransformOp;
import java.awt.image.BufferedImage;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.function.UnaryOperator;
import javax.imageio.ImageIO;

/**
 * Whether what was done to a file before it came here is told: enlarged by the library's own
 * scaling, or saved as a coarse JPEG and then as a fine one. The picture as it was must tell
 * neither.
 */
final class Resaved {
  private static final double FINE = 0.92;

  /** A change, what must be told of it, and how much of a file that was told. */
  private record Change(String name, String cause, double times, double coarse) {}

  private static final List<Change> CHANGES =
      List.of(
          new Change("as it was", null, 1, 0),
          new Change("enlarged 1.5 times", SoftBecause.UPSCALED, 1.5, 0),
          new Change("enlarged twice", SoftBecause.UPSCALED, 2, 0),
          new Change("once of quality 15", SoftBecause.COMPRESSED, 1, 0.15),
          new Change("once of quality 30", SoftBecause.COMPRESSED, 1, 0.30));

  private final Map<String, int[]> told = new LinkedHashMap<>();
  private final Map<Integer, int[]> qualities = new LinkedHashMap<>();

  /** Of the pictures changed so: how many, told rightly, told something else besides. */
  int[] told(String change) {
    return told.get(change);
  }

  void add(Photo photo) throws IOException, UnreadablePhotoException {
    for (Change change : CHANGES) {
      Readings.Sharpness seen = Measurement.measure(changed(photo, change)).sharpness();
      count(change, seen);
    }
  }

  private synchronized void count(Change change, Readings.Sharpness seen) {
    int[] count = told.computeIfAbsent(change.name, key -> new int[3]);
    count[0]++;
    count[1] += seen.causes().stream().anyMatch(c -> c.equals(change.cause)) ? 1 : 0;
    count[2] += seen.causes().stream().anyMatch(c -> !c.equals(change.cause)) ? 1 : 0;
    if (change.coarse > 0 && seen.compressedTo() != null) {
      int was = (int) Math.round(100 * change.coarse);
      int[] near = qualities.computeIfAbsent(was, key -> new int[2]);
      near[0]++;
      near[1] += Math.abs(seen.compressedTo() - was) <= 3 ? 1 : 0;
    }
  }

  private static Photo changed(Photo photo, Change change)
      throws IOException, UnreadablePhotoException {
    if (change.cause == null) {
      return photo;
    }
    EncodedImage pixels = photo.srgb();
    if (change.coarse > 0) {
      pixels = once(pixels, change.coarse);
    }
    if (change.times > 1) {
      pixels = enlarged(pixels, change.times);
    }
    return new PhotoReader(Limits.STANDARD).read(PhotoWriter.jpeg(pixels, FINE));
  }

  /** What a JPEG of a quality leaves of a picture. */
  static EncodedImage once(EncodedImage pixels, double quality)
      throws IOException, UnreadablePhotoException {
    return new PhotoReader(Limits.STANDARD).read(PhotoWriter.jpeg(pixels, quality)).srgb();
  }

  private static EncodedImage enlarged(EncodedImage in, double times)
      throws IOException, UnreadablePhotoException {
    RenderingHints fine =
        new RenderingHints(
            RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
    AffineTransformOp larger =
        new AffineTransformOp(AffineTransform.getScaleInstance(times, times), fine);
    return redrawn(
        in,
        from ->
            larger.filter(
                from,
                new BufferedImage(
                    (int) (times * in.widthPx()),
                    (int) (times * in.heightPx()),
                    BufferedImage.TYPE_3BYTE_BGR)));
  }

  /** Changed by the library's own drawing, through the files that it reads and writes. */
  static EncodedImage redrawn(EncodedImage in, UnaryOperator<BufferedImage> change)
      throws IOException, UnreadablePhotoException {
    BufferedImage from = ImageIO.read(new ByteArrayInputStream(PhotoWriter.png(in)));
    ByteArrayOutputStream png = new ByteArrayOutputStream();
    ImageIO.write(change.apply(from), "png", png);
    return new PhotoReader(Limits.STANDARD).read(png.toByteArray()).srgb();
  }

  void print() {
    System.out.println();
    System.out.println("What was done to a file before");
    told.forEach(
        (name, count) ->
            System.out.printf(
                Locale.ROOT,
                "  %-22s of %d told %d, something else told %d%n",
                name,
                count[0],
                count[1],
                count[2]));
    qualities.forEach(
        (quality, near) ->
            System.out.printf(
                Locale.ROOT, "  quality %d read within 3: %d of %d%n", quality, near[1], near[0]));
  }
}
