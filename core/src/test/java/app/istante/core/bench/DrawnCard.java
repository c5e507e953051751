package app.istante.core.bench;

import app.istante.core.colour.CardReference;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import java.util.SplittableRandom;

/**
 * A colour card drawn by its geometry: turned, tilted, of a known share of the frame, in light of a
 * known colour, with grain; its true patch colours are known exactly.
 *
 * @param share of the frame that the card covers
 * @param turnDegrees in the picture
 * @param tiltDegrees away from the camera, about an axis across the card
 * @param gains of the light, red, green, blue
 * @param grain standard deviation, 8-bit codes
 * @param grey whether it is a plain card of 18 %, without patches
 */
record DrawnCard(
    double share,
    double turnDegrees,
    double tiltDegrees,
    double[] gains,
    double grain,
    boolean grey,
    long seed) {
  static final int WIDTH = 1000;
  static final int HEIGHT = 750;

  /** Border and gaps, in steps from patch to patch. */
  private static final double BORDER = 0.25;

  private static final double GAP = 0.13;
  private static final double DISTANCE = 14;
  private static final int SUBPIXELS = 3;

  private static final double GREY = 0.18;

  static DrawnCard drawn(long seed) {
    return drawn(seed, false);
  }

  static DrawnCard drawn(long seed, boolean grey) {
    SplittableRandom lot = new SplittableRandom(seed);
    double warm = lot.nextDouble() * 0.9 - 0.25;
    double level = 0.45 + 0.5 * lot.nextDouble();
    return new DrawnCard(
        0.06 + 0.3 * lot.nextDouble() * lot.nextDouble(),
        90 * (lot.nextDouble() - 0.5),
        60 * (lot.nextDouble() - 0.5),
        new double[] {level * (1 + 0.4 * warm), level, level * (1 - 0.5 * warm)},
        0.5 + 3 * lot.nextDouble(),
        grey,
        seed);
  }

  /** Linear light of a patch as drawn. */
  double[] truth(int patch) {
    double[] rgb = CardReference.sinceNovember2014().patches().get(patch).lab().toLinear();
    return new double[] {
      clamp(gains[0] * rgb[0]), clamp(gains[1] * rgb[1]), clamp(gains[2] * rgb[2])
    };
  }

  private static double clamp(double v) {
    return Math.max(0, Math.min(1, v));
  }

  EncodedImage picture() {
    double[][] patches = new double[24][];
    for (int i = 0; i < 24; i++) {
      patches[i] = truth(i);
    }
    SplittableRandom random = new SplittableRandom(seed);
    double across = CardReference.COLUMNS + 2 * BORDER - GAP;
    double tall = CardReference.ROWS + 2 * BORDER - GAP;
    // Once for all: a picture asks for them seven million times.
    double cosTurn = Math.cos(Math.toRadians(turnDegrees));
    double sinTurn = Math.sin(Math.toRadians(turnDegrees));
    double cosTilt = Math.cos(Math.toRadians(tiltDegrees));
    double sinTilt = Math.sin(Math.toRadians(tiltDegrees));
    double stepPx = Math.sqrt(share * WIDTH * HEIGHT / (across * tall * cosTilt));
    byte[] rgb = new byte[3 * WIDTH * HEIGHT];
    double[] sum = new double[3];
    for (int y = 0; y < HEIGHT; y++) {
      for (int x = 0; x < WIDTH; x++) {
        java.util.Arrays.fill(sum, 0);
        for (int s = 0; s < SUBPIXELS * SUBPIXELS; s++) {
          double px = (x + (s % SUBPIXELS + 0.5) / SUBPIXELS - WIDTH / 2.0) / stepPx;
          double py = (y + (s / SUBPIXELS + 0.5) / SUBPIXELS - HEIGHT / 2.0) / stepPx;
          double u = cosTurn * px + sinTurn * py;
          double v = -sinTurn * px + cosTurn * py;
          // A plane tilted about its middle, seen from DISTANCE steps away.
          double h = v * DISTANCE / (DISTANCE * cosTilt - v * sinTilt);
          double w = u * (DISTANCE + h * sinTilt) / DISTANCE;
          add(sum, patches, w + across / 2, h + tall / 2, across, tall, x);
        }
        for (int channel = 0; channel < 3; channel++) {
          double code = Srgb.code(sum[channel] / (SUBPIXELS * SUBPIXELS));
          long noisy = Math.round(code + grain * random.nextGaussian());
          rgb[3 * (y * WIDTH + x) + channel] = (byte) Math.max(0, Math.min(255, noisy));
        }
      }
    }
    return new EncodedImage(WIDTH, HEIGHT, rgb);
  }

  private void add(
      double[] sum, double[][] patches, double w, double h, double across, double tall, int x) {
    if (w < 0 || h < 0 || w >= across || h >= tall) {
      double ground = 0.55 + 0.2 * x / WIDTH;
      for (int channel = 0; channel < 3; channel++) {
        sum[channel] += clamp(gains[channel] * ground);
      }
      return;
    }
    if (grey) {
      for (int channel = 0; channel < 3; channel++) {
        sum[channel] += clamp(gains[channel] * GREY);
      }
      return;
    }
    double column = w - BORDER;
    double row = h - BORDER;
    int c = (int) Math.floor(column);
    int r = (int) Math.floor(row);
    boolean on =
        c >= 0
            && r >= 0
            && c < CardReference.COLUMNS
            && r < CardReference.ROWS
            && column - c < 1 - GAP
            && row - r < 1 - GAP;
    for (int channel = 0; channel < 3; channel++) {
      sum[channel] += on ? patches[r * CardReference.COLUMNS + c][channel] : 0.02 * gains[channel];
    }
  }
}
