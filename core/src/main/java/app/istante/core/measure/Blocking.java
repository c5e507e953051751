package app.istante.core.measure;

import app.istante.core.image.EncodedImage;

/**
 * Traces of JPEG's 8 x 8 blocks: how much larger steps across block edges are than steps beside
 * them (after Wang, Sheikh and Bovik 2002, "No-reference perceptual quality assessment of JPEG
 * compressed images", the blockiness term). Small steps alone count, so that real edges don't.
 */
final class Blocking {
  private static final int BLOCK = 8;

  /** Steps are held against those in the middle of blocks. */
  private static final int HALF = BLOCK / 2;

  private static final int MOST_STEP = 20;
  private static final int LINES = 100;

  private Blocking() {}

  /** 0 where blocks are not seen; null for pictures too small to tell. */
  static Double measure(EncodedImage srgb) {
    int width = srgb.widthPx();
    int height = srgb.heightPx();
    if (width < 8 * BLOCK || height < 8 * BLOCK) {
      return null;
    }
    double[] sum = new double[2];
    long[] count = new long[2];
    int everyRow = Math.max(1, height / LINES);
    for (int y = 0; y < height; y += everyRow) {
      for (int x = HALF; x < width - 1; x += HALF) {
        add(srgb, y * width + x, 1, x % BLOCK == 0, sum, count);
      }
    }
    int everyColumn = Math.max(1, width / LINES);
    for (int y = HALF; y < height - 1; y += HALF) {
      for (int x = 0; x < width; x += everyColumn) {
        add(srgb, y * width + x, width, y % BLOCK == 0, sum, count);
      }
    }
    double across = sum[0] / Math.max(1, count[0]);
    double inside = sum[1] / Math.max(1, count[1]);
    // Half a code is rounding, in clean pictures too.
    return Math.max(0, (across + 0.5) / (inside + 0.5) - 1);
  }

  /** The step in green from the pixel so many before to this one. */
  private static void add(
      EncodedImage srgb, int at, int before, boolean atBlock, double[] sum, long[] count) {
    byte[] rgb = srgb.rgb();
    int difference = Math.abs((rgb[3 * at + 1] & 0xFF) - (rgb[3 * (at - before) + 1] & 0xFF));
    if (difference <= MOST_STEP) {
      int which = atBlock ? 0 : 1;
      sum[which] += difference;
      count[which]++;
    }
  }
}
