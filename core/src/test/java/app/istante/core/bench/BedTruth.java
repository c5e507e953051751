package app.istante.core.bench;

import app.istante.core.image.EncodedImage;
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
 * @param box left, top, right, bottom edge of the product, pixels, to a fraction
 * @param blurSigmaPx of the product's sharpest zone
 * @param noiseSigma 8-bit codes at mid-tones before compression, NaN where there are none
 * @param clippedShare of the product, in the file's codes
 */
record BedTruth(
    float[] cover,
    GroundTruth ground,
    double[] box,
    double blurSigmaPx,
    double shakePx,
    double shakeDegrees,
    double rollDegrees,
    double noiseSigma,
    double clippedShare) {
  /** Side of a square; flat ones span no more than so many codes. */
  private static final int FLAT_PX = 8;

  private static final int FLAT_CODES = 4;

  static final double PIXEL_VARIANCE = 1.0 / 12;

  static BedTruth of(
      StandingSet set,
      Rendering light,
      Developing.Exposed exposed,
      float[] defocusPx,
      EncodedImage clean,
      EncodedImage grained,
      EncodedImage inFile) {
    int width = light.width();
    int height = light.height();
    float[][] drawn = exposed.planes();
    Product product = Product.of(light.cover(), inFile, defocusPx);
    return new BedTruth(
        light.cover(),
        GroundTruth.of(drawn, inFile, light.cover(), light.surrounding(), light::shadow),
        product.box,
        Math.hypot(EdgeSpread.sigma(exposed.softSigmaPx()), product.sharpest),
        exposed.shakePx(),
        set.camera().handling().shakeDegrees(),
        lean(set, width, height),
        noise(clean, grained),
        product.clipped);
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

  /**
   * Difference that the grain makes in flat places at mid-tones, mean of the channels, less what
   * rounding both pictures to codes adds. Before compression: it takes half the grain away at usual
   * qualities, and how much depends on the file, not on the camera.
   */
  static double noise(EncodedImage clean, EncodedImage noisy) {
    double sum = 0;
    long count = 0;
    for (int y = 0; y + FLAT_PX <= clean.heightPx(); y += FLAT_PX) {
      for (int x = 0; x + FLAT_PX <= clean.widthPx(); x += FLAT_PX) {
        if (isFlat(clean, x, y)) {
          for (int i = 0; i < FLAT_PX * FLAT_PX; i++) {
            int at = 3 * ((y + i / FLAT_PX) * clean.widthPx() + x + i % FLAT_PX);
            for (int channel = 0; channel < 3; channel++) {
              double d = (noisy.rgb()[at + channel] & 0xFF) - (clean.rgb()[at + channel] & 0xFF);
              sum += d * d;
            }
          }
          count += 3 * FLAT_PX * FLAT_PX;
        }
      }
    }
    return count < 6000 ? Double.NaN : Math.sqrt(Math.max(0, sum / count - 2 * PIXEL_VARIANCE));
  }

  private static boolean isFlat(EncodedImage clean, int x, int y) {
    int low = 255;
    int high = 0;
    for (int i = 0; i < FLAT_PX * FLAT_PX; i++) {
      int at = 3 * ((y + i / FLAT_PX) * clean.widthPx() + x + i % FLAT_PX) + 1;
      low = Math.min(low, clean.rgb()[at] & 0xFF);
      high = Math.max(high, clean.rgb()[at] & 0xFF);
    }
    return high - low <= FLAT_CODES && low >= 50 && high <= 228;
  }

  /** What is true of the product's pixels. */
  record Product(double[] box, int area, double clipped, double sharpest) {
    static Product of(float[] covers, EncodedImage file, float[] defocusPx) {
      int width = file.widthPx();
      int height = file.heightPx();
      float[] column = new float[width];
      float[] row = new float[height];
      float[] discs = new float[width * height];
      int area = 0;
      int inner = 0;
      int clipped = 0;
      for (int at = 0; at < width * height; at++) {
        float cover = covers[at];
        column[at % width] = Math.max(column[at % width], cover);
        row[at / width] = Math.max(row[at / width], cover);
        if (cover >= 0.5) {
          area++;
          clipped += largest(file.rgb(), at) >= GroundTruth.CLIPPED ? 1 : 0;
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

    private static int largest(byte[] rgb, int at) {
      return Math.max(rgb[3 * at] & 0xFF, Math.max(rgb[3 * at + 1] & 0xFF, rgb[3 * at + 2] & 0xFF));
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
