package app.istante.core.image;

import java.io.ByteArrayOutputStream;
import java.nio.charset.StandardCharsets;

/** Walks over the segments of a JPEG file that come before its first scan (ITU-T T.81, B.1.1). */
final class JpegSegments {
  /** What a segment with a piece of a profile begins with (ICC.1:2022, annex B.4). */
  static final String ICC_MARK = "ICC_PROFILE\0";

  private static final int START_OF_SCAN = 0xDA;
  private static final int APPLICATION_2 = 0xE2;

  private JpegSegments() {}

  /** What to do with a segment; whether to go on. */
  @FunctionalInterface
  private interface Visitor {
    /**
     * @param from place of its marker
     * @param to behind its last byte, within the file
     */
    boolean at(int marker, int from, int to);
  }

  private static void walk(byte[] file, Visitor visitor) {
    int at = 2;
    while (at + 3 < file.length && (file[at] & 0xFF) == 0xFF) {
      int marker = file[at + 1] & 0xFF;
      if (marker == 0xFF) {
        at++;
        continue;
      }
      int end = at + 2 + ((file[at + 2] & 0xFF) << 8 | file[at + 3] & 0xFF);
      boolean goesOn = end <= file.length && visitor.at(marker, at, end);
      if (!goesOn || marker == START_OF_SCAN) {
        return;
      }
      at = end;
    }
  }

  /** Number of channels from the frame header (B.2.2), or 0 where there is none. */
  static int components(byte[] file) {
    int[] found = new int[1];
    walk(
        file,
        (marker, from, to) -> {
          boolean frame =
              marker >= 0xC0
                  && marker <= 0xCF
                  && marker != 0xC4
                  && marker != 0xC8
                  && marker != 0xCC;
          if (frame && from + 9 < to) {
            found[0] = file[from + 9] & 0xFF;
          }
          return !frame;
        });
    return found[0];
  }

  /** The same picture without the profile that its codes are in; the file itself if it has none. */
  static byte[] withoutProfile(byte[] file) {
    ByteArrayOutputStream rest = new ByteArrayOutputStream(file.length);
    int[] kept = new int[1];
    walk(
        file,
        (marker, from, to) -> {
          if (marker == APPLICATION_2 && holdsProfile(file, from + 4, to)) {
            rest.write(file, kept[0], from - kept[0]);
            kept[0] = to;
          }
          return true;
        });
    if (kept[0] == 0) {
      return file;
    }
    rest.write(file, kept[0], file.length - kept[0]);
    return rest.toByteArray();
  }

  /** Whether a segment whose contents lie there is a piece of a profile. */
  static boolean holdsProfile(byte[] file, int from, int to) {
    int length = ICC_MARK.length();
    return to - from > length
        && new String(file, from, length, StandardCharsets.ISO_8859_1).equals(ICC_MARK);
  }
}
