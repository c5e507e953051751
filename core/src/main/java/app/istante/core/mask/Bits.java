package app.istante.core.mask;

/**
 * Kernels over sets of pixels, row by row, 64 pixels at a time; what lies outside the frame repeats
 * its edge.
 */
final class Bits {
  private static final int WORD = 64;

  private final int width;
  private final int height;

  /** Words in a row; bits past the width are set, so that nothing is eaten from outside. */
  private final int words;

  private long[] rows;

  private Bits(boolean[] set, boolean inverted, int width, int height) {
    this.width = width;
    this.height = height;
    words = (width + WORD - 1) / WORD;
    rows = new long[words * height];
    for (int y = 0; y < height; y++) {
      for (int word = 0; word < words; word++) {
        int from = word * WORD;
        int count = Math.min(WORD, width - from);
        long packed = count == WORD ? 0 : -1L << count;
        int at = y * width + from;
        for (int bit = 0; bit < count; bit++) {
          packed |= (set[at + bit] != inverted ? 1L : 0L) << bit;
        }
        rows[y * words + word] = packed;
      }
    }
  }

  private boolean[] unpacked(boolean inverted) {
    boolean[] out = new boolean[width * height];
    long flip = inverted ? -1 : 0;
    for (int y = 0; y < height; y++) {
      for (int word = 0; word < words; word++) {
        long packed = rows[y * words + word] ^ flip;
        int from = word * WORD;
        int count = packed == 0 ? 0 : Math.min(WORD, width - from);
        int at = y * width + from;
        for (int bit = 0; bit < count; bit++) {
          out[at + bit] = (packed >>> bit & 1) != 0;
        }
      }
    }
    return out;
  }

  /** Leaves what has all of the square of side {@code 2 * radius + 1} around it. */
  private Bits eroded(int radius) {
    for (int round = 0; round < radius; round++) {
      for (int y = 0; y < height; y++) {
        int base = y * words;
        long before = -1;
        for (int word = 0; word < words; word++) {
          long here = rows[base + word];
          long after = word + 1 < words ? rows[base + word + 1] : -1;
          rows[base + word] =
              here & (here << 1 | before >>> WORD - 1) & (here >>> 1 | after << WORD - 1);
          before = here;
        }
      }
    }
    for (int round = 0; round < radius; round++) {
      long[] out = rows.clone();
      for (int at = 0; at < rows.length; at++) {
        long up = at >= words ? rows[at - words] : -1;
        long down = at + words < rows.length ? rows[at + words] : -1;
        out[at] &= up & down;
      }
      rows = out;
    }
    return this;
  }

  /** Whether all pixels of the square of side {@code 2 * radius + 1} are set. */
  static boolean[] deep(boolean[] set, int width, int height, int radius) {
    return new Bits(set, false, width, height).eroded(radius).unpacked(false);
  }

  /** Whether any pixel of the square of side {@code 2 * radius + 1} is set. */
  static boolean[] near(boolean[] set, int width, int height, int radius) {
    return new Bits(set, true, width, height).eroded(radius).unpacked(true);
  }

  /**
   * Adds, {@code rounds} times, the pixels of {@code into} that have a neighbour set; the first and
   * the last row stay as they are.
   */
  static void grow(boolean[] set, boolean[] into, int rounds, int width) {
    Bits grown = new Bits(set, false, width, set.length / width);
    Bits allowed = new Bits(into, false, width, set.length / width);
    grown.grow(allowed, rounds);
    System.arraycopy(grown.unpacked(false), 0, set, 0, set.length);
  }

  /** The bits of a row's last word that lie within the width. */
  private long within() {
    return width % WORD == 0 ? -1 : ~(-1L << width % WORD);
  }

  private void grow(Bits into, int rounds) {
    long within = within();
    for (int round = 0; round < rounds; round++) {
      long[] out = rows.clone();
      for (int at = words; at < rows.length - words; at++) {
        int word = at % words;
        long here = rows[at] & (word == words - 1 ? within : -1);
        long left = here << 1 | (word > 0 ? rows[at - 1] >>> WORD - 1 : 0);
        long right = here >>> 1;
        if (word + 1 < words) {
          right |= (rows[at + 1] & (word + 2 == words ? within : -1)) << WORD - 1;
        }
        out[at] |= into.rows[at] & (left | right | rows[at - words] | rows[at + words]);
      }
      rows = out;
    }
  }

  /** How many pixels have all of the square of side {@code 2 * radius + 1} around them set. */
  static int countDeep(boolean[] set, int width, int height, int radius) {
    Bits eroded = new Bits(set, false, width, height).eroded(radius);
    int count = 0;
    for (int at = 0; at < eroded.rows.length; at++) {
      boolean last = at % eroded.words == eroded.words - 1;
      count += Long.bitCount(eroded.rows[at] & (last ? eroded.within() : -1));
    }
    return count;
  }

  static int count(boolean[] set) {
    int count = 0;
    for (boolean one : set) {
      count += one ? 1 : 0;
    }
    return count;
  }
}
