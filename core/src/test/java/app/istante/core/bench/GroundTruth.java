package app.istante.core.bench;

import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import java.util.Arrays;
import java.util.function.IntToDoubleFunction;

/**
 * What is true of the ground of a picture, by the definitions of the readings: level, whiteness and
 * tint from the codes in the file, as a selling place sees them; fall-off and shadow from the light
 * before noise. NaN where no ground is seen.
 *
 * @param level 8-bit code of the median luminance, a seam beside the product left out
 * @param low5 5th percentile of the smallest channel, 8-bit code
 * @param nearWhite share with all channels at 250 or more
 * @param castA mean CIELAB a of the ground that is not clipped; NaN where all is
 * @param castB the same for b
 * @param falloffStops of the ground's light without the product's shadow, over blocks
 * @param shadowStops depth at the 95th percentile of the shadow; 0 without one
 * @param separation mean CIEDE2000 across the product's true edge, in the file's codes
 */
record GroundTruth(
    double level,
    double low5,
    double nearWhite,
    double castA,
    double castB,
    double falloffStops,
    double shadowStops,
    double separation) {
  /** Shares of the picture's long side beside product and surroundings that are not counted. */
  private static final double SEAM_SHARE = 0.005;

  /** Ground this much darker than it would be without the product lies in its shadow. */
  private static final double SHADOW_STOPS = 0.1;

  /** Light is smooth: grain is averaged over squares, this many across the picture. */
  private static final int BLOCKS_ACROSS = 25;

  /** A shadow smaller than this share of the product is not called one. */
  private static final double LEAST_SHADOW = 0.005;

  /** Shares of the long side to either side of the true edge at which its contrast is taken. */
  private static final double INSIDE_SHARE = 3 / 800.0;

  private static final double OUTSIDE_SHARE = 4 / 800.0;

  static final int CLIPPED = 254;
  private static final int NEAR_WHITE = 250;

  /**
   * @param drawn three planes of linear light, 1 is white
   * @param file the picture as it is delivered
   * @param cover share of each pixel covered by the product
   * @param surrounding share of each pixel that is neither product nor ground
   * @param shaded share of its light that the product takes from a pixel of ground
   */
  static GroundTruth of(
      float[][] drawn,
      EncodedImage file,
      float[] cover,
      float[] surrounding,
      IntToDoubleFunction shaded) {
    int size = cover.length;
    int width = file.widthPx();
    int height = file.heightPx();
    boolean[] near = near(width, height, cover, surrounding);
    float[] luminance = new float[size];
    float[] smallest = new float[size];
    float[] depths = new float[size];
    int side = Math.max(1, width / BLOCKS_ACROSS);
    int columns = (width + side - 1) / side;
    double[] unshaded = new double[columns * ((height + side - 1) / side)];
    int[] counted = new int[unshaded.length];
    int ground = 0;
    int white = 0;
    int open = 0;
    int inShadow = 0;
    int product = 0;
    double sumA = 0;
    double sumB = 0;
    for (int at = 0; at < size; at++) {
      product += cover[at] >= 0.5 ? 1 : 0;
      if (near[at]) {
        continue;
      }
      int r = file.rgb()[3 * at] & 0xFF;
      int g = file.rgb()[3 * at + 1] & 0xFF;
      int b = file.rgb()[3 * at + 2] & 0xFF;
      luminance[ground] = luminance(Srgb.decode8(r), Srgb.decode8(g), Srgb.decode8(b));
      int least = Math.min(r, Math.min(g, b));
      smallest[ground++] = least;
      white += least >= NEAR_WHITE ? 1 : 0;
      if (Math.max(r, Math.max(g, b)) < CLIPPED) {
        Lab lab = Lab.ofSrgb8(r, g, b);
        sumA += lab.a();
        sumB += lab.b();
        open++;
      }
      double y = luminance(drawn[0][at], drawn[1][at], drawn[2][at]);
      double bare = Math.min(1, y / (1 - Math.min(0.999, shaded.applyAsDouble(at))));
      double stops = Math.log(bare / Math.max(1e-6, y)) / Math.log(2);
      if (stops > SHADOW_STOPS) {
        depths[inShadow++] = (float) stops;
      }
      int block = at / width / side * columns + at % width / side;
      unshaded[block] += bare;
      counted[block]++;
    }
    if (ground == 0) {
      return new GroundTruth(
          Double.NaN, Double.NaN, Double.NaN, Double.NaN, Double.NaN, Double.NaN, 0, 0);
    }
    Arrays.sort(luminance, 0, ground);
    Arrays.sort(smallest, 0, ground);
    Arrays.sort(depths, 0, inShadow);
    boolean tinted = open > 0.02 * ground;
    return new GroundTruth(
        Srgb.code(luminance[ground / 2]),
        smallest[(int) (0.05 * (ground - 1))],
        (double) white / ground,
        tinted ? sumA / open : Double.NaN,
        tinted ? sumB / open : Double.NaN,
        range(unshaded, counted, side * side / 2),
        inShadow < LEAST_SHADOW * product ? 0 : depths[(int) (0.95 * (inShadow - 1))],
        separation(file, cover, surrounding));
  }

  private static double separation(EncodedImage file, float[] cover, float[] surrounding) {
    int width = file.widthPx();
    int longSide = Math.max(width, file.heightPx());
    int in = (int) Math.round(INSIDE_SHARE * longSide);
    int out = (int) Math.round(OUTSIDE_SHARE * longSide);
    double sum = 0;
    int count = 0;
    for (int y = out; y < file.heightPx() - out; y++) {
      for (int x = out; x < width - out; x++) {
        int at = y * width + x;
        for (int step : new int[] {1, -1, width, -width}) {
          int next = at + step;
          if (cover[at] >= 0.5f && cover[next] < 0.5f && surrounding[next] < 0.5f) {
            Lab inside = lab(file, at - in * step);
            sum += DeltaE.ciede2000(inside, lab(file, at + out * step));
            count++;
          }
        }
      }
    }
    return count == 0 ? 0 : sum / count;
  }

  private static Lab lab(EncodedImage file, int at) {
    byte[] rgb = file.rgb();
    return Lab.ofSrgb8(rgb[3 * at] & 0xFF, rgb[3 * at + 1] & 0xFF, rgb[3 * at + 2] & 0xFF);
  }

  /** Of light as it is drawn: between nothing and white. */
  private static float luminance(double r, double g, double b) {
    return (float) (0.2126 * drawn(r) + 0.7152 * drawn(g) + 0.0722 * drawn(b));
  }

  private static double drawn(double light) {
    return Math.min(1, Math.max(0, light));
  }

  private static boolean[] near(int width, int height, float[] cover, float[] surrounding) {
    boolean[] near = new boolean[cover.length];
    int seam = (int) Math.ceil(SEAM_SHARE * Math.max(width, height));
    for (int at = 0; at < near.length; at++) {
      if (cover[at] > 0.02f || surrounding[at] > 0.02f) {
        mark(near, at, width, height, seam);
      }
    }
    return near;
  }

  private static void mark(boolean[] near, int at, int width, int height, int reach) {
    int x0 = at % width;
    int y0 = at / width;
    for (int y = Math.max(0, y0 - reach); y <= Math.min(height - 1, y0 + reach); y++) {
      int from = y * width + Math.max(0, x0 - reach);
      int to = y * width + Math.min(width - 1, x0 + reach);
      Arrays.fill(near, from, to + 1, true);
    }
  }

  /** Stops from the darkest to the brightest block of ground. */
  private static double range(double[] sums, int[] counted, int enough) {
    double low = Double.MAX_VALUE;
    double high = 0;
    for (int i = 0; i < sums.length; i++) {
      if (counted[i] > enough) {
        low = Math.min(low, sums[i] / counted[i]);
        high = Math.max(high, sums[i] / counted[i]);
      }
    }
    return high == 0 ? Double.NaN : Math.log(high / low) / Math.log(2);
  }
}
