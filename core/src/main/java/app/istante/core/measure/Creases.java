package app.istante.core.measure;

import app.istante.core.image.Scale;
import java.util.Arrays;

/**
 * Creases and seams of the ground: straight lines, too faint to be told pixel by pixel, along which
 * the light lies off that on either side. Light is summed along lines of many directions (as in the
 * transform of Radon 1917, over short pieces).
 */
final class Creases {
  /** Lines are sought on a grid of so many pixels; enlarged ones are no more than they were. */
  private static final int CELL_PX = 3;

  /** In a smaller picture there is no room for lines. */
  private static final int LEAST_SIDE_PX = 48;

  /** Slopes from -1 to 1, of lines that run rather across and of those that run rather down. */
  private static final int SLOPES = 16;

  /** Length of a piece, as a share of the picture's long side. */
  private static final double PIECE_SHARE = 0.12;

  /** Share of a piece that must be plain ground. */
  private static final double SEEN_SHARE = 0.8;

  /** A piece is held against those at this distance on either side, cells. */
  private static final int BESIDE = 2;

  /** A piece differs by so much, stops, and by so many times what grain makes of it. */
  private static final double LEAST_STOPS = 0.035;

  private static final double TIMES_GRAIN = 8;

  /** Along a crease nearly all light lies off to the same side. */
  private static final double SAME_SIDE_SHARE = 0.8;

  /** One cell that is seen, in the lower half of a count; one above the others, in the upper. */
  private static final int SEEN = 1;

  private static final int ABOVE = 1 << 16;

  /** Side of a cell, pixels. */
  private final int cellPx;

  private final int width;
  private final int height;
  private final int piece;
  private final float[] off;
  private final float[] grain;
  private final boolean[] plain;
  private final boolean[] found;

  /** Of each cell, how far it lies off those on either side; 0 where that is not seen. */
  private final float[] ridge;

  /** Of each cell, {@link #SEEN} where that is seen, and {@link #ABOVE} where it is more than 0. */
  private final int[] seen;

  /**
   * @param off how far each pixel lies off the ground round it, stops
   * @param grain of the ground round each pixel, stops
   * @param plain where ground is seen
   */
  private Creases(float[] off, float[] grain, boolean[] plain, int wide, int tall, int cellPx) {
    this.cellPx = cellPx;
    width = wide / cellPx;
    height = tall / cellPx;
    piece = Math.max(8, (int) (PIECE_SHARE * Math.max(width, height)));
    this.off = new float[width * height];
    this.grain = new float[width * height];
    this.plain = new boolean[width * height];
    found = new boolean[width * height];
    ridge = new float[width * height];
    seen = new int[width * height];
    for (int at = 0; at < found.length; at++) {
      int from = at / width * cellPx * wide + at % width * cellPx;
      int whole = 0;
      for (int k = 0; k < cellPx * cellPx; k++) {
        int pixel = from + k / cellPx * wide + k % cellPx;
        if (plain[pixel]) {
          whole++;
          this.off[at] += off[pixel];
        }
      }
      this.plain[at] = whole == cellPx * cellPx;
      this.off[at] = this.plain[at] ? this.off[at] / whole : 0;
      this.grain[at] = grain[from];
    }
  }

  /** Pixels of creases, in a picture of the planes' size. */
  static boolean[] of(
      float[] off, float[] grain, boolean[] plain, int wide, int tall, Scale scale) {
    int cellPx = (int) Math.round(CELL_PX / Math.min(1, scale.px()));
    if (Math.min(wide, tall) < LEAST_SIDE_PX) {
      return new boolean[wide * tall];
    }
    Creases creases = new Creases(off, grain, plain, wide, tall, cellPx);
    for (boolean across : new boolean[] {true, false}) {
      creases.fillRidge(across ? creases.width : 1);
      for (int slope = -SLOPES / 2; slope <= SLOPES / 2; slope++) {
        creases.look(slope / (SLOPES / 2.0), across);
      }
    }
    return creases.pixels(wide, tall);
  }

  /**
   * @param step from a cell to the one beside it
   */
  private void fillRidge(int step) {
    Arrays.fill(ridge, 0);
    Arrays.fill(seen, 0);
    int reach = BESIDE * step;
    for (int at = reach; at < ridge.length - reach; at++) {
      if (plain[at] && plain[at - reach] && plain[at + reach]) {
        ridge[at] = off[at] - (off[at - reach] + off[at + reach]) / 2;
        seen[at] = ridge[at] > 0 ? SEEN + ABOVE : SEEN;
      }
    }
  }

  /**
   * @param across whether lines run from left to right, else from above to below
   */
  private void look(double slope, boolean across) {
    int length = across ? width : height;
    int breadth = across ? height : width;
    int shift = (int) Math.ceil(Math.abs(slope) * length);
    int[] rises = new int[length];
    for (int along = 0; along < length; along++) {
      rises[along] = (int) Math.round(slope * along);
    }
    int[] cells = new int[length];
    for (int start = -shift; start < breadth + shift; start++) {
      int count = 0;
      for (int along = 0; along < length; along++) {
        int side = start + rises[along];
        if (side >= BESIDE && side < breadth - BESIDE) {
          cells[count++] = across ? side * width + along : along * width + side;
        }
      }
      line(cells, count);
    }
  }

  /** Costs most of the search: what is seen and what is above are counted in one number. */
  private void line(int[] cells, int count) {
    int counted = 0;
    double sum = 0;
    for (int end = 0; end < count; end++) {
      int cell = cells[end];
      counted += seen[cell];
      sum += ridge[cell];
      if (end >= piece) {
        int left = cells[end - piece];
        counted -= seen[left];
        sum -= ridge[left];
      }
      int here = counted & ABOVE - 1;
      if (here >= SEEN_SHARE * piece
          && isOneSided(counted >> 16, here)
          && standsOut(sum / here, here, cells[end - here / 2])) {
        mark(cells, end, sum);
      }
    }
  }

  private static boolean isOneSided(int above, int seen) {
    return Math.max(above, seen - above) >= SAME_SIDE_SHARE * seen;
  }

  private boolean standsOut(double mean, int seen, int middle) {
    // Most lie off by less than this: a root less.
    return Math.abs(mean) > LEAST_STOPS
        && Math.abs(mean) > TIMES_GRAIN * grain[middle] / Math.sqrt(seen);
  }

  /** The piece that ends there, where it lies off as the whole of it does. */
  private void mark(int[] cells, int end, double sum) {
    for (int at = Math.max(0, end - piece + 1); at <= end; at++) {
      found[cells[at]] |= ridge[cells[at]] * sum > 0;
    }
  }

  private boolean[] pixels(int wide, int tall) {
    boolean[] pixels = new boolean[wide * tall];
    for (int at = 0; at < pixels.length; at++) {
      int x = Math.min(width - 1, at % wide / cellPx);
      int y = Math.min(height - 1, at / wide / cellPx);
      pixels[at] = found[y * width + x];
    }
    return pixels;
  }
}
