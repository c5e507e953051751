package app.istante.core.measure;

import app.istante.core.image.Srgb;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;
import java.util.Arrays;

/** Light on the product: what is burnt, what is blocked, how far it may be lifted. */
final class ExposureMeasure {
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
    double specular = Highlights.share(picture, counts);
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

  static double log2(double value) {
    return Math.log(value) / Math.log(2);
  }
}
