package app.istante.core.image;

import com.drew.imaging.ImageMetadataReader;
import com.drew.imaging.jpeg.JpegSegmentData;
import com.drew.imaging.jpeg.JpegSegmentReader;
import com.drew.imaging.jpeg.JpegSegmentType;
import com.drew.lang.Rational;
import com.drew.metadata.Directory;
import com.drew.metadata.Metadata;
import com.drew.metadata.exif.ExifIFD0Directory;
import com.drew.metadata.exif.ExifInteropDirectory;
import com.drew.metadata.exif.ExifSubIFDDirectory;
import com.drew.metadata.exif.GpsDirectory;
import java.io.ByteArrayInputStream;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.stream.IntStream;

/** Reads what stands beside the pixels: EXIF, the embedded profile, the JPEG quantisers. */
final class MetadataReader {
  private static final int MAKER_SERIAL_TAG = 0xA431;
  private static final int OWNER_NAME_TAG = 0xA430;
  private static final int LENS_SERIAL_TAG = 0xA435;

  /** Sum of the 64 values of the standard luminance quantiser table (ITU-T T.81, table K.1). */
  private static final double STANDARD_QUANTISER_SUM = 3688;

  private static final int SRGB_BY_EXIF = 1;

  /** Of a PNG's chunks those that are kept: a file may hold any number of others. */
  private static final Set<String> PNG_OF_COLOURS = Set.of("IHDR", "iCCP", "sRGB", "cHRM", "gAMA");

  /** Of a PNG's kind of colours: the bit that tells them from grey. */
  private static final int PNG_COLOURED = 2;

  private static final double PNG_UNIT = 100_000;

  private MetadataReader() {}

  /** What was found; every part may be null, orientation is 1 to 8. */
  record Found(
      int orientation,
      byte[] iccProfile,
      Integer jpegQuality,
      JpegCoding coding,
      String takenAt,
      PhotoFacts.Camera camera,
      PhotoFacts.Privacy privacy) {}

  static Found read(byte[] file, FileKind kind) {
    Metadata metadata = new Metadata();
    try {
      metadata = ImageMetadataReader.readMetadata(new ByteArrayInputStream(file), file.length);
    } catch (Exception | StackOverflowError damaged) {
      // Damaged metadata is no reason to refuse a picture: it is read as if it had none.
    }
    byte[] icc = null;
    Integer quality = null;
    JpegCoding coding = null;
    int orientation = orientation(metadata);
    if (kind == FileKind.JPEG) {
      JpegSegmentData segments = jpegSegments(file);
      if (segments != null) {
        icc = joinIcc(segments.getSegments(JpegSegmentType.APP2));
        icc = icc == null && isWideByCamera(metadata) ? NamedColours.wideOfDcf() : icc;
        int[][] tables = JpegCoding.tables(segments.getSegments(JpegSegmentType.DQT));
        quality = jpegQuality(tables[0]);
        coding = JpegCoding.read(tables, frame(segments), orientation).orElse(null);
      }
    } else if (kind == FileKind.TIFF) {
      icc = TiffHead.of(file).flatMap(head -> head.bytes(TiffHead.ICC_PROFILE)).orElse(null);
    } else if (kind == FileKind.WEBP) {
      icc = webpProfile(file);
    } else if (kind == FileKind.PNG) {
      icc = pngProfile(file);
    }
    return new Found(
        orientation, icc, quality, coding, takenAt(metadata), camera(metadata), privacy(metadata));
  }

  /** By its EXIF (CIPA DC-008): the optional colours of DCF, and not said to be sRGB. */
  private static boolean isWideByCamera(Metadata metadata) {
    boolean wide =
        metadata.getDirectoriesOfType(ExifInteropDirectory.class).stream()
            .anyMatch(
                directory ->
                    "R03".equals(directory.getString(ExifInteropDirectory.TAG_INTEROP_INDEX)));
    Integer said = integer(metadata, ExifSubIFDDirectory.TAG_COLOR_SPACE);
    return wide && (said == null || said != SRGB_BY_EXIF);
  }

  private static JpegSegmentData jpegSegments(byte[] file) {
    try {
      return JpegSegmentReader.readSegments(
          new com.drew.lang.SequentialByteArrayReader(file),
          Set.of(
              JpegSegmentType.APP2,
              JpegSegmentType.DQT,
              JpegSegmentType.SOF0,
              JpegSegmentType.SOF1,
              JpegSegmentType.SOF2));
    } catch (Exception damaged) {
      return null;
    }
  }

  private static byte[] frame(JpegSegmentData segments) {
    for (JpegSegmentType type :
        new JpegSegmentType[] {JpegSegmentType.SOF0, JpegSegmentType.SOF1, JpegSegmentType.SOF2}) {
      if (segments.containsSegment(type)) {
        return segments.getSegment(type);
      }
    }
    return null;
  }

  /** Profiles over 64 kB are cut in numbered pieces (ICC.1:2022, annex B.4). */
  private static byte[] joinIcc(Iterable<byte[]> segments) {
    // Behind the mark stand the piece's number and how many there are.
    int number = JpegSegments.ICC_MARK.length();
    int content = number + 2;
    List<byte[]> pieces = new ArrayList<>();
    for (byte[] segment : segments) {
      if (segment.length > content && JpegSegments.holdsProfile(segment, 0, segment.length)) {
        pieces.add(segment);
      }
    }
    if (pieces.isEmpty()) {
      return null;
    }
    pieces.sort((p, q) -> (p[number] & 0xFF) - (q[number] & 0xFF));
    ByteArrayOutputStream joined = new ByteArrayOutputStream();
    for (byte[] piece : pieces) {
      joined.write(piece, content, piece.length - content);
    }
    return joined.toByteArray();
  }

  /** Inverts the usual scaling of the standard table (quality 50 = the table itself). */
  private static Integer jpegQuality(int[] luma) {
    if (luma == null) {
      return null;
    }
    double scale = 100.0 * IntStream.of(luma).sum() / STANDARD_QUANTISER_SUM;
    double quality = scale <= 100 ? (200 - scale) / 2 : 5000 / scale;
    return (int) Math.max(1, Math.min(100, Math.round(quality)));
  }

  private static int orientation(Metadata metadata) {
    for (ExifIFD0Directory directory : metadata.getDirectoriesOfType(ExifIFD0Directory.class)) {
      Integer value = directory.getInteger(ExifIFD0Directory.TAG_ORIENTATION);
      if (value != null && value >= 1 && value <= 8) {
        return value;
      }
    }
    return 1;
  }

  private static String takenAt(Metadata metadata) {
    String text = text(metadata, ExifSubIFDDirectory.TAG_DATETIME_ORIGINAL);
    if (text == null || !text.matches("\\d{4}:\\d{2}:\\d{2} \\d{2}:\\d{2}:\\d{2}.*")) {
      return null;
    }
    return text.substring(0, 10).replace(':', '-') + "T" + text.substring(11, 19);
  }

  private static PhotoFacts.Camera camera(Metadata metadata) {
    Integer flash = integer(metadata, ExifSubIFDDirectory.TAG_FLASH);
    Integer balance = integer(metadata, ExifSubIFDDirectory.TAG_WHITE_BALANCE_MODE);
    PhotoFacts.Camera camera =
        new PhotoFacts.Camera(
            text(metadata, ExifIFD0Directory.TAG_MAKE),
            text(metadata, ExifIFD0Directory.TAG_MODEL),
            number(metadata, ExifSubIFDDirectory.TAG_FOCAL_LENGTH),
            number(metadata, ExifSubIFDDirectory.TAG_35MM_FILM_EQUIV_FOCAL_LENGTH),
            number(metadata, ExifSubIFDDirectory.TAG_FNUMBER),
            number(metadata, ExifSubIFDDirectory.TAG_EXPOSURE_TIME),
            integer(metadata, ExifSubIFDDirectory.TAG_ISO_EQUIVALENT),
            number(metadata, ExifSubIFDDirectory.TAG_EXPOSURE_BIAS),
            balance == null ? null : balance == 0 ? "automatic" : "manual",
            flash == null ? null : (flash & 1) == 1);
    PhotoFacts.Camera nothing =
        new PhotoFacts.Camera(null, null, null, null, null, null, null, null, null, null);
    return camera.equals(nothing) ? null : camera;
  }

  private static PhotoFacts.Privacy privacy(Metadata metadata) {
    boolean gps = false;
    for (GpsDirectory directory : metadata.getDirectoriesOfType(GpsDirectory.class)) {
      gps |= directory.getGeoLocation() != null;
    }
    boolean serial =
        text(metadata, MAKER_SERIAL_TAG) != null || text(metadata, LENS_SERIAL_TAG) != null;
    boolean owner =
        text(metadata, OWNER_NAME_TAG) != null
            || text(metadata, ExifIFD0Directory.TAG_ARTIST) != null;
    return new PhotoFacts.Privacy(gps, serial, owner);
  }

  private static String text(Metadata metadata, int tag) {
    for (Directory directory : exif(metadata)) {
      String value = directory.getString(tag);
      if (value != null && !value.isBlank()) {
        return value.trim();
      }
    }
    return null;
  }

  private static Double number(Metadata metadata, int tag) {
    for (Directory directory : exif(metadata)) {
      Rational exact = directory.getRational(tag);
      Double value = exact != null ? (Double) exact.doubleValue() : directory.getDoubleObject(tag);
      if (value != null && Double.isFinite(value)) {
        return value;
      }
    }
    return null;
  }

  private static Integer integer(Metadata metadata, int tag) {
    Double value = number(metadata, tag);
    return value == null ? null : (Integer) (int) Math.round(value);
  }

  private static List<Directory> exif(Metadata metadata) {
    List<Directory> directories = new ArrayList<>();
    directories.addAll(metadata.getDirectoriesOfType(ExifSubIFDDirectory.class));
    directories.addAll(metadata.getDirectoriesOfType(ExifIFD0Directory.class));
    return directories;
  }

  /** The profile of a PNG file's iCCP chunk, or what other chunks tell of its colours; or null. */
  private static byte[] pngProfile(byte[] file) {
    // A PNG is a signature of 8 bytes, then chunks: length (4), type (4), data, checksum (4).
    Map<String, ByteBuffer> chunks = new HashMap<>();
    String type = "";
    for (int at = 8; at + 12 <= file.length && !type.equals("IDAT"); ) {
      int length = ByteBuffer.wrap(file, at, 4).getInt();
      if (length < 0 || length > file.length - at - 12) {
        break;
      }
      type = new String(file, at + 4, 4, StandardCharsets.ISO_8859_1);
      if (PNG_OF_COLOURS.contains(type)) {
        chunks.putIfAbsent(type, ByteBuffer.wrap(file, at + 8, length).slice());
      }
      at += 12 + length;
    }
    ByteBuffer profile = chunks.get("iCCP");
    if (profile == null) {
      return chunks.containsKey("sRGB") ? null : pngColours(chunks);
    }
    int name = 0;
    while (name < profile.limit() && profile.get(name) != 0) {
      name++;
    }
    int start = profile.arrayOffset();
    return inflate(file, start + name + 2, start + profile.limit());
  }

  /** By places in the chromaticity diagram and an exponent, each times 100,000; null where none. */
  private static byte[] pngColours(Map<String, ByteBuffer> chunks) {
    ByteBuffer head = chunks.get("IHDR");
    ByteBuffer places = chunks.get("cHRM");
    ByteBuffer exponent = chunks.get("gAMA");
    boolean coloured = head != null && head.limit() > 9 && (head.get(9) & PNG_COLOURED) != 0;
    if (!coloured || places != null && places.limit() < 32) {
      return null;
    }
    double[] xy = null;
    if (places != null) {
      xy = IntStream.range(0, 8).mapToDouble(i -> places.getInt(4 * i) / PNG_UNIT).toArray();
    }
    Double gamma = null;
    if (exponent != null && exponent.limit() >= 4 && exponent.getInt(0) > 0) {
      gamma = PNG_UNIT / exponent.getInt(0);
    }
    return NamedColours.profile(xy, gamma);
  }

  /** The profile of a WebP file's ICCP chunk, which comes before the picture's; or null. */
  private static byte[] webpProfile(byte[] file) {
    // A RIFF file is a head of 12 bytes, then chunks: type (4), length (4, low byte first), data.
    int at = 12;
    while (at + 8 <= file.length) {
      int length = ByteBuffer.wrap(file, at + 4, 4).order(ByteOrder.LITTLE_ENDIAN).getInt();
      String type = new String(file, at, 4, StandardCharsets.ISO_8859_1);
      if (length < 0 || length > file.length - at - 8) {
        return null;
      }
      if (type.equals("ICCP")) {
        return Arrays.copyOfRange(file, at + 8, at + 8 + length);
      }
      at += 8 + length + length % 2;
    }
    return null;
  }

  private static byte[] inflate(byte[] file, int from, int to) {
    if (from >= to) {
      return null;
    }
    ByteArrayInputStream packed = new ByteArrayInputStream(file, from, to - from);
    try (var unpacked = new java.util.zip.InflaterInputStream(packed)) {
      // A real profile is far smaller; the bound keeps a packed bomb from filling the memory.
      return unpacked.readNBytes(4_000_000);
    } catch (IOException damaged) {
      return null;
    }
  }
}
