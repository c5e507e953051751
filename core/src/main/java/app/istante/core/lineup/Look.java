package app.istante.core.lineup;

import app.istante.core.image.EncodedImage;
import app.istante.core.mask.Correlation;
import java.util.Base64;

/**
 * How a photo looks, in few bytes: small enough to keep with every take and to hold each against
 * all others. Near-duplicates agree in a perceptual hash (the signs of its lowest cosine
 * frequencies, after Zauner 2010) and, laid over each other and moved a little, in their brightness
 * (normalised cross-correlation), whatever the exposure was.
 */
public final class Look {
  /** Side of the small grey picture. */
  private static final int SIDE = 32;

  private static final int FREQUENCIES = 8;

  /** Of 63 bits: more than this and the pictures differ at a glance. */
  private static final int MOST_BITS = 20;

  /** Small pictures that are moved by so many of their pixels may still be the same view. */
  private static final int MOVED = 2;

  private static final double LEAST_AGREEMENT = 0.955;

  private static final double[][] COSINES = new double[FREQUENCIES][SIDE];

  static {
    for (int k = 0; k < FREQUENCIES; k++) {
      for (int i = 0; i < SIDE; i++) {
        COSINES[k][i] = Math.cos(Math.PI * k * (i + 0.5) / SIDE);
      }
    }
  }

  private final byte[] grey;
  private final long hash;

  private Look(byte[] grey) {
    this.grey = grey;
    this.hash = hash(grey);
  }

  public static Look of(EncodedImage picture) {
    int width = picture.widthPx();
    int height = picture.heightPx();
    byte[] rgb = picture.rgb();
    byte[] grey = new byte[SIDE * SIDE];
    for (int v = 0; v < SIDE; v++) {
      int top = v * height / SIDE;
      int bottom = Math.max(top + 1, (v + 1) * height / SIDE);
      int stepY = Math.max(1, (bottom - top) / 8);
      for (int u = 0; u < SIDE; u++) {
        int left = u * width / SIDE;
        int right = Math.max(left + 1, (u + 1) * width / SIDE);
        int stepX = Math.max(1, (right - left) / 8);
        long sum = 0;
        int count = 0;
        for (int y = top; y < Math.min(height, bottom); y += stepY) {
          for (int x = left; x < Math.min(width, right); x += stepX) {
            int at = 3 * (y * width + x);
            sum += 54 * (rgb[at] & 0xFF) + 183 * (rgb[at + 1] & 0xFF) + 19 * (rgb[at + 2] & 0xFF);
            count++;
          }
        }
        grey[v * SIDE + u] = (byte) (count == 0 ? 0 : sum / count >> 8);
      }
    }
    return new Look(grey);
  }

  /** The text that {@link #read} reads. */
  public String text() {
    return Base64.getEncoder().encodeToString(grey);
  }

  /**
   * @throws IllegalArgumentException where the text is none of {@link #text}
   */
  public static Look read(String text) {
    byte[] grey = Base64.getDecoder().decode(text);
    if (grey.length != SIDE * SIDE) {
      throw new IllegalArgumentException("[" + text + "] is no look of a picture");
    }
    return new Look(grey);
  }

  /** Whether both show the same view of the same thing, as far as eyes at a glance can tell. */
  public boolean isAlike(Look other) {
    return Long.bitCount(hash ^ other.hash) <= MOST_BITS && agreement(other) >= LEAST_AGREEMENT;
  }

  /** Best normalised cross-correlation over small moves, -1 to 1. */
  double agreement(Look other) {
    double best = -1;
    for (int dy = -MOVED; dy <= MOVED; dy++) {
      for (int dx = -MOVED; dx <= MOVED; dx++) {
        best = Math.max(best, correlation(other, dx, dy));
      }
    }
    return best;
  }

  private double correlation(Look other, int dx, int dy) {
    Correlation both = new Correlation();
    for (int y = Math.max(0, -dy); y < Math.min(SIDE, SIDE - dy); y++) {
      for (int x = Math.max(0, -dx); x < Math.min(SIDE, SIDE - dx); x++) {
        both.add(grey[y * SIDE + x] & 0xFF, other.grey[(y + dy) * SIDE + x + dx] & 0xFF);
      }
    }
    return both.value();
  }

  private static long hash(byte[] grey) {
    double[] waves = new double[FREQUENCIES * FREQUENCIES];
    for (int k = 0; k < FREQUENCIES; k++) {
      for (int l = 0; l < FREQUENCIES; l++) {
        double sum = 0;
        for (int y = 0; y < SIDE; y++) {
          for (int x = 0; x < SIDE; x++) {
            sum += (grey[y * SIDE + x] & 0xFF) * COSINES[k][y] * COSINES[l][x];
          }
        }
        waves[k * FREQUENCIES + l] = sum;
      }
    }
    // The first wave is the mean brightness: exposure, not looks.
    double[] sorted = java.util.Arrays.copyOfRange(waves, 1, waves.length);
    java.util.Arrays.sort(sorted);
    double middle = sorted[sorted.length / 2];
    long hash = 0;
    for (int i = 1; i < waves.length; i++) {
      hash = hash << 1 | (waves[i] > middle ? 1 : 0);
    }
    return hash;
  }
}
