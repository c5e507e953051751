package app.istante.core.image;

import java.util.Arrays;
import java.util.Optional;

/**
 * How a JPEG file's pixels were rounded: the quantisers of its 8 x 8 blocks and where those blocks
 * lie in the upright picture (ITU-T T.81, B.2.2 and B.2.4.1).
 *
 * @param luma steps of the 64 coefficients of lightness, row by row, for the upright picture
 * @param chroma the same of both colour differences; null in a grey file
 * @param acrossPx pixels of the upright picture to one colour sample, across: 1 or 2
 * @param downPx the same, down
 * @param leftPx where the first whole group of blocks begins, pixels from the left
 * @param topPx the same from the top
 */
public record JpegCoding(
    int[] luma, int[] chroma, int acrossPx, int downPx, int leftPx, int topPx) {
  /** Pixels of a side of the largest group of blocks that is read: two blocks of lightness. */
  public static final int GROUP_PX = 16;

  private static final int SIDE = 8;
  private static final int COEFFICIENTS = 64;

  /** Natural place of each value of a quantiser, in the order of the file (figure A.6). */
  private static final int[] ZIGZAG = zigzag();

  /**
   * @param tables the file's quantisers, as {@link #tables} gives them
   * @param frame contents of its start-of-frame segment, or null
   * @param orientation EXIF orientation, 1 to 8
   * @return nothing where the file is damaged or of a rare kind (other sampling, four inks)
   */
  static Optional<JpegCoding> read(int[][] tables, byte[] frame, int orientation) {
    if (frame == null || frame.length < 9 || frame[5] != 1 && frame[5] != 3) {
      return Optional.empty();
    }
    int components = frame[5];
    if (frame.length < 6 + 3 * components) {
      return Optional.empty();
    }
    int[] luma = table(tables, frame[8]);
    int[] chroma = components == 3 ? table(tables, frame[11]) : null;
    int across = components == 3 ? (frame[7] & 0xFF) >> 4 : 1;
    int down = components == 3 ? frame[7] & 0xF : 1;
    boolean plain = components == 1 || frame[10] == 0x11 && frame[13] == 0x11;
    if (luma == null
        || components == 3 && chroma == null
        || !plain
        || across < 1
        || across > 2
        || down < 1
        || down > 2) {
      return Optional.empty();
    }
    int height = (frame[1] & 0xFF) << 8 | frame[2] & 0xFF;
    int width = (frame[3] & 0xFF) << 8 | frame[4] & 0xFF;
    boolean turned = orientation >= 5;
    boolean fromRight =
        orientation == 2 || orientation == 3 || orientation == 6 || orientation == 7;
    boolean fromBelow = orientation == 3 || orientation == 4 || orientation >= 7;
    return Optional.of(
        new JpegCoding(
            turned ? turned(luma) : luma,
            turned && chroma != null ? turned(chroma) : chroma,
            turned ? down : across,
            turned ? across : down,
            fromRight ? (turned ? height : width) % GROUP_PX : 0,
            fromBelow ? (turned ? width : height) % GROUP_PX : 0));
  }

  private static int[] table(int[][] tables, byte number) {
    return number >= 0 && number < tables.length ? tables[number] : null;
  }

  /**
   * @param segments of the file that define quantisers
   * @return the tables 0 to 3, steps row by row, at least 1; null where one is not defined
   */
  static int[][] tables(Iterable<byte[]> segments) {
    int[][] tables = new int[4][];
    for (byte[] segment : segments) {
      int at = 0;
      while (at < segment.length) {
        boolean wide = (segment[at] & 0xF0) != 0;
        int number = segment[at] & 0xF;
        int bytes = COEFFICIENTS * (wide ? 2 : 1);
        at++;
        if (number >= tables.length || at + bytes > segment.length) {
          break;
        }
        int[] table = new int[COEFFICIENTS];
        for (int i = 0; i < COEFFICIENTS; i++) {
          int value =
              wide
                  ? (segment[at + 2 * i] & 0xFF) << 8 | segment[at + 2 * i + 1] & 0xFF
                  : segment[at + i] & 0xFF;
          table[ZIGZAG[i]] = Math.max(1, value);
        }
        tables[number] = table;
        at += bytes;
      }
    }
    return tables;
  }

  private static int[] turned(int[] table) {
    int[] turned = new int[COEFFICIENTS];
    Arrays.setAll(turned, i -> table[i % SIDE * SIDE + i / SIDE]);
    return turned;
  }

  private static int[] zigzag() {
    int[] order = new int[COEFFICIENTS];
    int at = 0;
    for (int diagonal = 0; diagonal < 2 * SIDE - 1; diagonal++) {
      for (int i = 0; i <= diagonal; i++) {
        int row = diagonal % 2 == 0 ? diagonal - i : i;
        int column = diagonal - row;
        if (row < SIDE && column < SIDE) {
          order[at++] = row * SIDE + column;
        }
      }
    }
    return order;
  }
}
