package app.istante.core.image;

/**
 * What the file says of itself: the {@code image} group of a check.
 *
 * @param widthPx width after the orientation is applied, pixels
 * @param heightPx height after the orientation is applied, pixels
 * @param format JPEG, PNG, TIFF, WebP, HEIC, GIF or BMP
 * @param bitDepth bits per channel in the file
 * @param colourProfile name of the embedded profile; "sRGB (assumed)" where there is none
 * @param jpegQuality 1 to 100 as the usual quantiser scale would have it, or null if not a JPEG
 * @param fileBytes size of the file, bytes
 * @param sha256 of the file's bytes, lower-case hexadecimal
 * @param frames pictures in the file; only the first is read
 * @param takenAt local date and time of the shutter, ISO 8601 without zone, or null
 */
public record PhotoFacts(
    int widthPx,
    int heightPx,
    String format,
    int bitDepth,
    String colourProfile,
    Integer jpegQuality,
    long fileBytes,
    String sha256,
    int frames,
    String takenAt,
    Camera camera,
    Privacy privacy) {

  /** Camera settings as EXIF has them; null where the file does not say. */
  public record Camera(
      String make,
      String model,
      Double focalLengthMm,
      Double focalLength35Mm,
      Double fNumber,
      Double exposureSeconds,
      Integer iso,
      Double exposureBiasStops,
      String whiteBalance,
      Boolean flash) {}

  /** What the file gives away about its owner. */
  public record Privacy(boolean gps, boolean serialNumber, boolean ownerName) {}
}
