package app.istante.core.bench;

import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.set.Point;
import app.istante.core.set.Projection;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import app.istante.core.sim.Developing;
import app.istante.core.sim.Rendering;
import app.istante.core.sim.Shelf;
import java.util.Arrays;

/**
 * What is true of a picture of the bed, by the definitions of the readings, from the light itself:
 * never from what the measures find.
 *
 * @param cover share of each pixel covered by the product
 * @param level of the ground, 8-bit code, a seam beside the product left out
 * @param castA mean CIELAB a of the ground that is not clipped; NaN where all is
 * @param falloffStops of the ground's light without the product's shadow
 * @param box left, top, right, bottom edge of the product, pixels, to a fraction
 * @param shadowStops depth at the 95th percentile of the shadow; 0 without one
 * @param blurSigmaPx of the product's sharpest zone
 * @param noiseSigma 8-bit codes at mid-tones, NaN where there are none
 * @param clippedShare of the product
 */
record BedTruth(
    float[] cover,
    double level,
    double low5,
    double nearWhite,
    double castA,
    double castB,
    double falloffStops,
    double[] box,
    double shadowStops,
    double blurSigmaPx,
    double shakePx,
    double shakeDegrees,
    double rollDegrees,
    double noiseSigma,
    double clippedShare) {
  /** Shares of the picture's long side beside product and surroundings that are not counted. */
  private static final double SEAM_SHARE = 0.005;

  /** Ground this much darker than it would be without the product lies in its shadow. */
  private static final double SHADOW_STOPS = 0.1;

  /** Light is smooth: grain is averaged over squares of this side, pixels. */
  private static final int BLOCK = 32;

  private static final double PIXEL_VARIANCE = 1.0 / 12;

  static BedTruth of(
      StandingSet set,
      Rendering light,
      Developing.Exposed exposed,
      float[] defocusPx,
      EncodedImage clean,
      EncodedImage noisy) {
    int width = light.width();
    int height = light.height();
    int size = width * height;
    float[][] drawn = exposed.planes();
    boolean[] near = new boolean[size];
    int seam = (int) Math.ceil(SEAM_SHARE * Math.max(width, height));
    for (int at = 0; at < size; at++) {
      if (light.cover()[at] > 0.02f || light.surrounding()[at] > 0.02f) {
        mark(near, at, width, height, seam);
      }
    }
    float[] luminance = new float[size];
    float[] smallest = new float[size];
    int columns = (width + BLOCK - 1) / BLOCK;
    int rows = (height + BLOCK - 1) / BLOCK;
    double[] unshaded = new double[columns * rows];
    int[] counted = new int[columns * rows];
    float[] depths = new float[size];
    int ground = 0;
    int white = 0;
    int open = 0;
    int shaded = 0;
    double sumA = 0;
    double sumB = 0;
    for (int at = 0; at < size; at++) {
      if (near[at]) {
        continue;
      }
      double r = Math.min(1, Math.max(0, drawn[0][at]));
      double g = Math.min(1, Math.max(0, drawn[1][at]));
      double b = Math.min(1, Math.max(0, drawn[2][at]));
      double y = 0.2126 * r + 0.7152 * g + 0.0722 * b;
      luminance[ground] = (float) y;
      smallest[ground] = (float) Math.min(r, Math.min(g, b));
      white += Srgb.code(smallest[ground]) >= 249.5 ? 1 : 0;
      ground++;
      if (Math.max(r, Math.max(g, b)) < 0.995) {
        Lab lab = Lab.ofLinear(r, g, b);
        sumA += lab.a();
        sumB += lab.b();
        open++;
      }
      double bare = Math.min(1, y / (1 - Math.min(0.999, light.shadow(at))));
      double stops = Math.log(bare / Math.max(1e-6, y)) / Math.log(2);
      if (stops > SHADOW_STOPS) {
        depths[shaded++] = (float) stops;
      }
      int block = at / width / BLOCK * columns + at % width / BLOCK;
      unshaded[block] += bare;
      counted[block]++;
    }
    Arrays.sort(luminance, 0, ground);
    Arrays.sort(smallest, 0, ground);
    Arrays.sort(depths, 0, shaded);
    boolean tinted = open > 0.02 * ground;
    Product product = Product.of(light, drawn, defocusPx);
    return new BedTruth(
        light.cover(),
        ground == 0 ? Double.NaN : Srgb.code(luminance[ground / 2]),
        ground == 0 ? Double.NaN : Srgb.code(smallest[(int) (0.05 * (ground - 1))]),
        ground == 0 ? Double.NaN : (double) white / ground,
        tinted ? sumA / open : Double.NaN,
        tinted ? sumB / open : Double.NaN,
        range(unshaded, counted),
        product.box,
        shaded < 0.005 * product.area ? 0 : depths[(int) (0.95 * (shaded - 1))],
        Math.sqrt(
            exposed.softSigmaPx() * exposed.softSigmaPx()
                + PIXEL_VARIANCE
                + product.sharpest * product.sharpest),
        exposed.shakePx(),
        set.camera().handling().shakeDegrees(),
        lean(set, width, height),
        noise(clean, noisy),
        product.clipped);
  }

  /** Stops from the darkest to the brightest block of ground. */
  private static double range(double[] sums, int[] counted) {
    double low = Double.MAX_VALUE;
    double high = 0;
    for (int i = 0; i < sums.length; i++) {
      if (counted[i] > BLOCK * BLOCK / 2) {
        low = Math.min(low, sums[i] / counted[i]);
        high = Math.max(high, sums[i] / counted[i]);
      }
    }
    return high == 0 ? Double.NaN : Math.log(high / low) / Math.log(2);
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

  /** How far the upright middle of the product leans in the picture: roll and perspective. */
  private static double lean(StandingSet set, int width, int height) {
    Projection projection = new Projection(set.camera(), width, height);
    Thing thing = set.things().get(0);
    double tall = Shelf.entry(thing.what()).heightMm() * thing.scale();
    double[] foot = projection.place(new Point(thing.x(), 0, thing.z()));
    double[] head = projection.place(new Point(thing.x(), tall, thing.z()));
    return Math.toDegrees(Math.atan2(head[0] - foot[0], foot[1] - head[1]));
  }

  /** Difference that the grain makes at mid-tones, mean of the channels. */
  private static double noise(EncodedImage clean, EncodedImage noisy) {
    double sum = 0;
    long count = 0;
    for (int i = 0; i < clean.rgb().length; i++) {
      int before = clean.rgb()[i] & 0xFF;
      if (before >= 70 && before <= 210) {
        double d = (noisy.rgb()[i] & 0xFF) - before;
        sum += d * d;
        count++;
      }
    }
    return count < 2000 ? Double.NaN : Math.sqrt(sum / count);
  }

  /** What is true of the product's pixels. */
  private record Product(double[] box, int area, double clipped, double sharpest) {
    static Product of(Rendering light, float[][] drawn, float[] defocusPx) {
      int width = light.width();
      int height = light.height();
      float[] column = new float[width];
      float[] row = new float[height];
      float[] discs = new float[width * height];
      int area = 0;
      int inner = 0;
      int clipped = 0;
      for (int at = 0; at < width * height; at++) {
        float cover = light.cover()[at];
        column[at % width] = Math.max(column[at % width], cover);
        row[at / width] = Math.max(row[at / width], cover);
        if (cover >= 0.5) {
          area++;
          double top = Math.max(drawn[0][at], Math.max(drawn[1][at], drawn[2][at]));
          clipped += Srgb.code(top) >= 253.5 ? 1 : 0;
          if (cover > 0.99) {
            discs[inner++] = defocusPx[at];
          }
        }
      }
      Arrays.sort(discs, 0, inner);
      double[] box = {
        first(column, 1), first(row, 1), width - first(column, -1), height - first(row, -1)
      };
      return new Product(
          box,
          area,
          area == 0 ? 0 : (double) clipped / area,
          // The sharpest zone is a zone, not a point; a disc of diameter d spreads light by d / 4.
          inner == 0 ? 0 : discs[(int) (0.1 * (inner - 1))] / 4);
    }

    private static double first(float[] cover, int step) {
      int n = cover.length;
      for (int i = 0; i < n; i++) {
        float here = cover[step > 0 ? i : n - 1 - i];
        if (here >= 0.5f) {
          return i + 1 - here;
        }
      }
      return 0;
    }
  }
}
