package app.istante.core.mask;

import java.util.Arrays;

/**
 * A set of a plane's pixels, 64 in a word, row by row; what lies outside the frame repeats its
 * edge. Sets are not changed once made.
 */
final class Bits {
  private static final int WORD = 64;
  private static final int HALF_WORD = WORD / 2;

  private final int width;
  private final int height;

  /** Words in a row; bits past the width are never set. */
  private final int words;

  private final long[] rows;

  private Bits(int width, int height, long[] rows) {
    this.width = width;
    this.height = height;
    words = (width + WORD - 1) / WORD;
    this.rows = rows;
  }

  /** Which pixels of a row belong: many at a time, since a call for each pixel would cost more. */
  @FunctionalInterface
  private interface Packer {
    /** The {@code count} pixels, 32 at most, from place {@code at} on; the first lowest. */
    int pack(int at, int count);
  }

  private static Bits packed(int width, int height, Packer packer) {
    int words = (width + WORD - 1) / WORD;
    long[] rows = new long[words * height];
    for (int y = 0; y < height; y++) {
      for (int x = 0; x < width; x += HALF_WORD) {
        long half = packer.pack(y * width + x, Math.min(HALF_WORD, width - x)) & 0xFFFFFFFFL;
        rows[y * words + x / WORD] |= half << x % WORD;
      }
    }
    return new Bits(width, height, rows);
  }

  static Bits of(boolean[] set, int width, int height) {
    return packed(
        width,
        height,
        (at, count) -> {
          int packed = 0;
          for (int bit = count - 1; bit >= 0; bit--) {
            packed = packed << 1 | (set[at + bit] ? 1 : 0);
          }
          return packed;
        });
  }

  /** Where a plane's values are less than a limit. */
  static Bits below(float[] values, float limit, int width, int height) {
    return packed(
        width,
        height,
        (at, count) -> {
          int packed = 0;
          for (int bit = count - 1; bit >= 0; bit--) {
            packed = packed << 1 | (values[at + bit] < limit ? 1 : 0);
          }
          return packed;
        });
  }

  /** A set put together from stretches of rows. */
  static final class Builder {
    private final int width;
    private final int height;
    private final int words;
    private final long[] rows;

    Builder(int width, int height) {
      this.width = width;
      this.height = height;
      words = (width + WORD - 1) / WORD;
      rows = new long[words * height];
    }

    /**
     * @param from its first pixel in the row
     * @param to its last
     */
    void add(int y, int from, int to) {
      int first = y * words + from / WORD;
      int last = y * words + to / WORD;
      long begins = -1L << from % WORD;
      long ends = -1L >>> WORD - 1 - to % WORD;
      if (first == last) {
        rows[first] |= begins & ends;
        return;
      }
      rows[first] |= begins;
      Arrays.fill(rows, first + 1, last, -1);
      rows[last] |= ends;
    }

    /** After this, nothing can be added. */
    Bits bits() {
      return new Bits(width, height, rows);
    }
  }

  boolean[] unpacked() {
    boolean[] out = new boolean[width * height];
    for (int y = 0; y < height; y++) {
      for (int word = 0; word < words; word++) {
        long packed = rows[y * words + word];
        int at = y * width + word * WORD;
        int count = Math.min(WORD, width - word * WORD);
        if (packed == -1) {
          Arrays.fill(out, at, at + WORD, true);
        } else if (packed != 0) {
          for (int bit = 0; bit < count; bit++) {
            out[at + bit] = (packed >>> bit & 1) != 0;
          }
        }
      }
    }
    return out;
  }

  /** What to do with a pixel. */
  @FunctionalInterface
  interface Visitor {
    void at(int at);
  }

  /** Every pixel of the set, row by row from the top left. */
  void forEach(Visitor visitor) {
    for (int i = 0; i < rows.length; i++) {
      int base = i / words * width + i % words * WORD;
      for (long left = rows[i]; left != 0; left &= left - 1) {
        visitor.at(base + Long.numberOfTrailingZeros(left));
      }
    }
  }

  /** What to do with a stretch of a row. */
  @FunctionalInterface
  interface StretchVisitor {
    void at(int y, int from, int to);
  }

  /** Every stretch of pixels that belong, first and last, row by row from the top left. */
  void forEachStretch(StretchVisitor visitor) {
    for (int y = 0; y < height; y++) {
      int from = -1;
      for (int word = 0; word < words; word++) {
        long left = rows[y * words + word];
        // Within a stretch its next end is looked for, outside one the next beginning.
        while (from < 0 ? left != 0 : left != -1) {
          int bit = Long.numberOfTrailingZeros(from < 0 ? left : ~left);
          int x = word * WORD + bit;
          if (from < 0) {
            from = x;
            left |= (1L << bit) - 1;
          } else {
            visitor.at(y, from, x - 1);
            from = -1;
            left &= -1L << bit;
          }
        }
      }
      if (from >= 0) {
        visitor.at(y, from, width - 1);
      }
    }
  }

  int width() {
    return width;
  }

  int height() {
    return height;
  }

  int count() {
    int count = 0;
    for (long row : rows) {
      count += Long.bitCount(row);
    }
    return count;
  }

  boolean isEmpty() {
    for (long row : rows) {
      if (row != 0) {
        return false;
      }
    }
    return true;
  }

  Bits not() {
    long[] out = new long[rows.length];
    for (int at = 0; at < out.length; at++) {
      out[at] = ~rows[at] & within(at);
    }
    return new Bits(width, height, out);
  }

  Bits and(Bits other) {
    return andNot(other.not());
  }

  Bits andNot(Bits other) {
    long[] out = new long[rows.length];
    for (int at = 0; at < out.length; at++) {
      out[at] = rows[at] & ~other.rows[at];
    }
    return new Bits(width, height, out);
  }

  /** Without the outermost pixels of the frame. */
  Bits withoutBorder() {
    long[] out = rows.clone();
    for (int at = 0; at < out.length; at++) {
      int row = at / words;
      int word = at % words;
      out[at] = row == 0 || row == height - 1 ? 0 : out[at];
      out[at] &= word == 0 ? ~1L : -1;
      out[at] &= word == words - 1 ? ~(1L << (width - 1) % WORD) : -1;
    }
    return new Bits(width, height, out);
  }

  /** What has all four neighbours in the set; what lies outside the frame is in it. */
  Bits inner() {
    long[] out = new long[rows.length];
    for (int at = 0; at < out.length; at++) {
      long up = at >= words ? rows[at - words] : -1;
      long down = at + words < rows.length ? rows[at + words] : -1;
      int word = at % words;
      long before = word > 0 ? rows[at - 1] : -1;
      long after = word + 1 < words ? rows[at + 1] : -1;
      long here = rows[at] | ~within(at);
      out[at] =
          rows[at]
              & up
              & down
              & (here << 1 | before >>> WORD - 1)
              & (here >>> 1 | after << WORD - 1);
    }
    return new Bits(width, height, out);
  }

  /** The bits of a word that lie within the width. */
  private long within(int at) {
    return at % words < words - 1 || width % WORD == 0 ? -1 : ~(-1L << width % WORD);
  }

  /** What has all of the square of side {@code 2 * radius + 1} around it in the set. */
  Bits deep(int radius) {
    long[] out = new long[rows.length];
    for (int at = 0; at < out.length; at++) {
      // Nothing is eaten from outside.
      out[at] = rows[at] | ~within(at);
    }
    for (int round = 0; round < radius; round++) {
      for (int y = 0; y < height; y++) {
        int base = y * words;
        long before = -1;
        for (int word = 0; word < words; word++) {
          long here = out[base + word];
          long after = word + 1 < words ? out[base + word + 1] : -1;
          out[base + word] =
              here & (here << 1 | before >>> WORD - 1) & (here >>> 1 | after << WORD - 1);
          before = here;
        }
      }
    }
    for (int round = 0; round < radius; round++) {
      long[] from = out.clone();
      for (int at = 0; at < out.length; at++) {
        long up = at >= words ? from[at - words] : -1;
        long down = at + words < from.length ? from[at + words] : -1;
        out[at] &= up & down;
      }
    }
    for (int at = 0; at < out.length; at++) {
      out[at] &= within(at);
    }
    return new Bits(width, height, out);
  }

  /** What has any of the square of side {@code 2 * radius + 1} around it in the set. */
  Bits near(int radius) {
    return not().deep(radius).not();
  }

  /**
   * With the pixels of {@code into}, added in so many rounds, that have a neighbour in the set; the
   * first and the last row stay as they are.
   */
  Bits grown(Bits into, int rounds) {
    long[] out = rows.clone();
    for (int round = 0; round < rounds; round++) {
      long[] from = out.clone();
      for (int at = words; at < from.length - words; at++) {
        int word = at % words;
        long left = from[at] << 1 | (word > 0 ? from[at - 1] >>> WORD - 1 : 0);
        long right = from[at] >>> 1 | (word + 1 < words ? from[at + 1] << WORD - 1 : 0);
        out[at] |= into.rows[at] & (left | right | from[at - words] | from[at + words]);
      }
    }
    return new Bits(width, height, out);
  }

  /** Whether all pixels of the square of side {@code 2 * radius + 1} are set. */
  static boolean[] deep(boolean[] set, int width, int height, int radius) {
    return of(set, width, height).deep(radius).unpacked();
  }

  /** Whether any pixel of the square of side {@code 2 * radius + 1} is set. */
  static boolean[] near(boolean[] set, int width, int height, int radius) {
    return of(set, width, height).near(radius).unpacked();
  }

  /**
   * Adds, {@code rounds} times, the pixels of {@code into} that have a neighbour set; the first and
   * the last row stay as they are.
   */
  static void grow(boolean[] set, boolean[] into, int rounds, int width) {
    int height = set.length / width;
    Bits grown = of(set, width, height).grown(of(into, width, height), rounds);
    System.arraycopy(grown.unpacked(), 0, set, 0, set.length);
  }

  static int count(boolean[] set) {
    int count = 0;
    for (boolean one : set) {
      count += one ? 1 : 0;
    }
    return count;
  }
}
