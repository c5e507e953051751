package app.istante.core.image;

import java.nio.charset.StandardCharsets;
import java.util.Optional;

/** What a file is, told from its first bytes, never from its name. */
public enum FileKind {
  JPEG("JPEG", "jpg"),
  PNG("PNG", "png"),
  TIFF("TIFF", "tif"),
  WEBP("WebP", "webp"),
  HEIC("HEIC", "heic"),
  AVIF("AVIF", "avif"),
  GIF("GIF", "gif"),
  BMP("BMP", "bmp"),
  UNKNOWN("unknown", "bin");

  /** How many leading bytes {@link #sniff} wants to see. */
  public static final int SNIFF_BYTES = 16;

  /** What is not read, in a sentence; many are TIFF by their first bytes ({@link TiffHead}). */
  static final String RAW_FILE = "a camera's raw file";

  private final String label;
  private final String ending;

  FileKind(String label, String ending) {
    this.label = label;
    this.ending = ending;
  }

  /** The name of the format as people write it, for example {@code JPEG}. */
  public String label() {
    return label;
  }

  /** The usual file name ending, without the dot. */
  public String ending() {
    return ending;
  }

  /**
   * @param head the first bytes of the file, at most {@link #SNIFF_BYTES} are looked at
   * @return the kind, or {@link #UNKNOWN}
   */
  public static FileKind sniff(byte[] head) {
    if (head.length >= 3 && at(head, 0) == 0xFF && at(head, 1) == 0xD8 && at(head, 2) == 0xFF) {
      return JPEG;
    }
    if (head.length >= 8 && at(head, 0) == 0x89 && ascii(head, 1, 3).equals("PNG")) {
      return PNG;
    }
    if (head.length >= 4) {
      String four = ascii(head, 0, 4);
      if (four.equals("II*\0") || four.equals("MM\0*")) {
        return TIFF;
      }
      if (four.equals("GIF8")) {
        return GIF;
      }
    }
    if (head.length >= 12) {
      if (ascii(head, 0, 4).equals("RIFF") && ascii(head, 8, 4).equals("WEBP")) {
        return WEBP;
      }
      if (ascii(head, 4, 4).equals("ftyp")) {
        return switch (ascii(head, 8, 4)) {
          case "heic", "heix", "hevc", "heim", "heis", "mif1", "msf1" -> HEIC;
          case "avif", "avis" -> AVIF;
          default -> UNKNOWN;
        };
      }
    }
    if (head.length >= 2 && ascii(head, 0, 2).equals("BM")) {
      return BMP;
    }
    return UNKNOWN;
  }

  /**
   * What a file is that sellers take for a photo and that can't be read here.
   *
   * @param head the first bytes of a file of {@link #UNKNOWN} kind
   * @return for example {@code a video}; empty where it is none of these
   */
  public static Optional<String> elsewhereKnown(byte[] head) {
    String start = ascii(head, 0, Math.min(head.length, SNIFF_BYTES));
    if (start.startsWith("\u00FF\n") || start.startsWith("\0\0\0\fJXL ")) {
      return Optional.of("a JPEG XL picture");
    }
    if (start.startsWith("\0\0\0\fjP  ") || start.startsWith("\u00FFO\u00FFQ")) {
      return Optional.of("a JPEG 2000 picture");
    }
    if (start.startsWith("%PDF")) {
      return Optional.of("a PDF document");
    }
    // Many begin as TIFF does but for the number after the two letters; text has no noughts.
    boolean nearlyTiff = start.matches("(?s)(II|MM).*\\00.*");
    if (nearlyTiff || start.startsWith("ftypcrx", 4)) {
      return Optional.of(RAW_FILE);
    }
    return start.startsWith("ftyp", 4) ? Optional.of("a video") : Optional.empty();
  }

  private static int at(byte[] bytes, int index) {
    return bytes[index] & 0xFF;
  }

  private static String ascii(byte[] bytes, int from, int length) {
    return new String(bytes, from, length, StandardCharsets.ISO_8859_1);
  }
}
