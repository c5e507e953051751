package app.istante.core.sim;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.PhotoWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import org.apache.commons.imaging.common.RationalNumber;
import org.apache.commons.imaging.formats.jpeg.exif.ExifRewriter;
import org.apache.commons.imaging.formats.tiff.constants.ExifTagConstants;
import org.apache.commons.imaging.formats.tiff.constants.TiffTagConstants;
import org.apache.commons.imaging.formats.tiff.write.TiffOutputDirectory;
import org.apache.commons.imaging.formats.tiff.write.TiffOutputSet;

/** Writes a simulated take as a camera would: JPEG with EXIF. */
public final class JpegWriter {
  private JpegWriter() {}

  /**
   * What the simulated camera says of itself.
   *
   * @param takenAt as EXIF writes it: {@code 2026:03:14 10:05:00}
   * @param placed whether it gives its position away, as phones do
   */
  public record Exif(
      double focalLengthMm,
      int focalLength35Mm,
      double fNumber,
      double exposureSeconds,
      int iso,
      String takenAt,
      boolean placed) {}

  public static byte[] write(EncodedImage picture, double quality, Exif exif) throws IOException {
    byte[] plain = PhotoWriter.jpeg(picture, quality);
    TiffOutputSet set = new TiffOutputSet();
    TiffOutputDirectory root = set.getOrCreateRootDirectory();
    root.add(TiffTagConstants.TIFF_TAG_MAKE, "Istante");
    root.add(TiffTagConstants.TIFF_TAG_MODEL, "Simulated camera");
    TiffOutputDirectory details = set.getOrCreateExifDirectory();
    details.add(ExifTagConstants.EXIF_TAG_DATE_TIME_ORIGINAL, exif.takenAt());
    details.add(
        ExifTagConstants.EXIF_TAG_FOCAL_LENGTH, RationalNumber.valueOf(exif.focalLengthMm()));
    details.add(
        ExifTagConstants.EXIF_TAG_FOCAL_LENGTH_IN_35MM_FORMAT, (short) exif.focalLength35Mm());
    details.add(ExifTagConstants.EXIF_TAG_FNUMBER, RationalNumber.valueOf(exif.fNumber()));
    details.add(
        ExifTagConstants.EXIF_TAG_EXPOSURE_TIME, RationalNumber.valueOf(exif.exposureSeconds()));
    details.add(ExifTagConstants.EXIF_TAG_ISO, (short) exif.iso());
    if (exif.placed()) {
      set.setGpsInDegrees(11.0, 44.0);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    new ExifRewriter().updateExifMetadataLossless(plain, out, set);
    return out.toByteArray();
  }
}
