package app.istante.core.measure;

import app.istante.core.image.EncodedImage;

/**
 * Traces of JPEG's 8 x 8 blocks: how much larger steps across block edges are than steps beside
 * them (after Wang, Sheikh and Bovik 2002, "No-reference perceptual quality assessment of JPEG
 * compressed images", the blockiness term). Small steps alone count, so that real edges don't.
 */
final class Blocking {
  private static final int BLOCK = 8;
  private static final int MOST_STEP = 20;
  private static final int LINES = 100;

  private Blocking() {}

  /** 0 where blocks are not seen; null for pictures too small to tell. */
  static Double measure(Analysed picture) {
    EncodedImage srgb = picture.srgb();
    int width = srgb.widthPx();
    int height = srgb.heightPx();
    if (width < 8 * BLOCK || height < 8 * BLOCK) {
      return null;
    }
    double[] sum = new double[2];
    long[] count = new long[2];
    int step = Math.max(1, height / LINES);
    for (int y = 0; y < height; y += step) {
      for (int x = 1; x < width - 1; x++) {
        add(srgb, 3 * (y * width + x) + 1, 3, x % BLOCK, sum, count);
      }
    }
    step = Math.max(1, width / LINES);
    for (int x = 0; x < width; x += step) {
      for (int y = 1; y < height - 1; y++) {
        add(srgb, 3 * (y * width + x) + 1, 3 * width, y % BLOCK, sum, count);
      }
    }
    double across = sum[0] / Math.max(1, count[0]);
    double inside = sum[1] / Math.max(1, count[1]);
    // Half a code is rounding, in clean pictures too.
    return Math.max(0, (across + 0.5) / (inside + 0.5) - 1);
  }

  private static void add(
      EncodedImage srgb, int at, int back, int place, double[] sum, long[] count) {
    int difference = Math.abs((srgb.rgb()[at] & 0xFF) - (srgb.rgb()[at - back] & 0xFF));
    if (difference <= MOST_STEP && (place == 0 || place == BLOCK / 2)) {
      int which = place == 0 ? 0 : 1;
      sum[which] += difference;
      count[which]++;
    }
  }
}
