package app.istante.core.measure;

import app.istante.core.image.Srgb;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;
import java.util.Arrays;

/** Light on the product: what is burnt, what is blocked, how far it may be lifted. */
final class ExposureMeasure {
  /** Clipped spots smaller than this share of the product are highlights, which give shape. */
  private static final double PINPOINT_SHARE = 0.004;

  /** The brightest part of the product that has to survive a lift. */
  private static final double PROTECTED_SHARE = 0.985;

  private static final double CLIP_LINEAR = Srgb.decode8(CodeCounts.CLIPPED_CODE);
  private static final double WHITE_ENOUGH = Srgb.decode8(Readings.Backdrop.NEAR_WHITE_CODE);

  private ExposureMeasure() {}

  static Readings.Exposure measure(Analysed picture, CodeCounts counts, Notes notes) {
    Double toWhite = liftToWhite(picture);
    if (counts.productPx == 0) {
      notes.cantTell("exposure.clippedShare", "No product was found to measure.");
      return new Readings.Exposure(null, null, null, null, null, null, null, null, toWhite, null);
    }
    double clipped = (double) counts.clippedPx / counts.productPx;
    double specular = specularShare(counts);
    long[] unclipped = Arrays.copyOf(counts.productLargest, CodeCounts.CLIPPED_CODE);
    double bright = brightLinear(unclipped);
    double headroom = Math.max(0, log2(CLIP_LINEAR / bright));
    double dark = Srgb.decode(CodeCounts.quantile(counts.productLargest, 0.02) / 255);
    float[] lightness = productLightness(picture);
    double meanL = 0;
    for (float l : lightness) {
      meanL += l / lightness.length;
    }
    double doubt = 0.1 * (1 - picture.separation().confidence());
    notes.band("exposure.clippedShare", 0.006 + doubt + 0.2 * clipped);
    notes.band("exposure.burntShare", 0.006 + doubt + 0.2 * (clipped - specular));
    notes.band("exposure.liftToWhiteStops", 0.08);
    notes.band("exposure.liftAllowedStops", 0.1);
    return new Readings.Exposure(
        clipped,
        specular,
        clipped - specular,
        (double) counts.blockedPx / counts.productPx,
        headroom,
        Math.max(0, log2(Math.max(1e-6, dark) / Srgb.decode8(2))),
        meanL,
        (double) Planes.quantile(lightness, lightness.length, 0.95)
            - Planes.quantile(lightness, lightness.length, 0.05),
        toWhite,
        clipped - specular > 0.02 ? 0 : headroom);
  }

  private static double brightLinear(long[] unclipped) {
    double code = CodeCounts.quantile(unclipped, PROTECTED_SHARE);
    return Math.max(1e-4, Srgb.decode(Math.max(0, code) / 255));
  }

  /** Stops that bring the darkest 5 % of the lit ground (shadow left out) to code 250. */
  private static Double liftToWhite(Analysed picture) {
    Separation parts = picture.separation();
    float[] smallest = new float[parts.kind().length];
    int count = 0;
    for (int at = 0; at < smallest.length; at++) {
      if (parts.kind()[at] == Separation.GROUND) {
        smallest[count++] = picture.linear().smallest(at);
      }
    }
    if (count == 0) {
      return null;
    }
    double dark = Math.max(1e-4, Planes.quantile(smallest, count, 0.05));
    return Math.max(0, log2(WHITE_ENOUGH / dark));
  }

  private static float[] productLightness(Analysed picture) {
    float[] lightness = new float[picture.labL().length];
    int count = 0;
    for (int at = 0; at < lightness.length; at++) {
      if (picture.separation().kind()[at] == Separation.PRODUCT) {
        lightness[count++] = picture.labL()[at];
      }
    }
    return Arrays.copyOf(lightness, Math.max(1, count));
  }

  /** Clipped pixels in spots too small to hold detail, as a share of the product. */
  private static double specularShare(CodeCounts counts) {
    int width = counts.cellColumns;
    int[] clipped = counts.clippedInCell;
    boolean[] seen = new boolean[clipped.length];
    int[] queue = new int[clipped.length];
    double limit = PINPOINT_SHARE * counts.productPx;
    double small = 0;
    for (int start = 0; start < clipped.length; start++) {
      if (clipped[start] == 0 || seen[start]) {
        continue;
      }
      int head = 0;
      int tail = 0;
      long area = 0;
      seen[start] = true;
      queue[tail++] = start;
      while (head < tail) {
        int at = queue[head++];
        area += clipped[at];
        for (int step : new int[] {1, -1, width, -width}) {
          int to = at + step;
          boolean wraps = Math.abs(step) == 1 && to / width != at / width;
          if (to >= 0 && to < clipped.length && !wraps && !seen[to] && clipped[to] > 0) {
            seen[to] = true;
            queue[tail++] = to;
          }
        }
      }
      small += area < limit ? area : 0;
    }
    return small / counts.productPx;
  }

  private static double log2(double value) {
    return Math.log(value) / Math.log(2);
  }
}
