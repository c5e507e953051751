package app.istante.core.set;

import app.istante.core.colour.ColourTemperature;
import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import java.util.Locale;

/** What lights of several colours make together, and what one white balance can put right. */
public final class LightMix {
  /** Closer than this, in mired, two lamps pass for one kind. */
  public static final double ALIKE_MIRED = 15;

  /** A difference on white that people see side by side. */
  public static final double SEEN_DELTA_E = 2;

  private LightMix() {}

  /**
   * Colour of a mix: light adds, channel by channel.
   *
   * @param lux of each light
   * @param colours of each light
   */
  public static ColourTemperature of(double[] lux, ColourTemperature[] colours) {
    double[] sum = linear(lux, colours);
    return ColourTemperature.ofLinear(sum[0], sum[1], sum[2]);
  }

  private static double[] linear(double[] lux, ColourTemperature[] colours) {
    if (lux.length != colours.length || lux.length == 0) {
      throw new IllegalArgumentException("Each light needs a colour.");
    }
    double[] sum = new double[3];
    for (int i = 0; i < lux.length; i++) {
      double[] rgb = colours[i].linear();
      for (int channel = 0; channel < 3; channel++) {
        sum[channel] += lux[i] * rgb[channel];
      }
    }
    return sum;
  }

  /**
   * @param kelvin of all light together
   * @param tint of all light together
   * @param apartMired between the warmest and the coolest lamp that matters
   * @param leftDeltaE what is left on white at the thing's left after one balance for the whole
   * @param rightDeltaE the same at its right
   * @param sentence what it means
   */
  public record MixAnswer(
      double kelvin,
      double tint,
      double apartMired,
      double leftDeltaE,
      double rightDeltaE,
      String sentence) {}

  /**
   * @param left lux of each light on the thing's left
   * @param right lux of each light on its right
   */
  public static MixAnswer of(double[] left, double[] right, ColourTemperature[] colours) {
    double[] l = linear(left, colours);
    double[] r = linear(right, colours);
    double[] all = new double[3];
    for (int channel = 0; channel < 3; channel++) {
      all[channel] = (l[channel] + r[channel]) / 2;
    }
    ColourTemperature mixed = ColourTemperature.ofLinear(all[0], all[1], all[2]);
    double apart = apart(left, right, colours);
    double onLeft = after(l, all);
    double onRight = after(r, all);
    return new MixAnswer(
        mixed.kelvin(),
        mixed.tint(),
        apart,
        onLeft,
        onRight,
        sentence(mixed, apart, Math.max(onLeft, onRight)));
  }

  private static double apart(double[] left, double[] right, ColourTemperature[] colours) {
    double total = 0;
    for (int i = 0; i < left.length; i++) {
      total += left[i] + right[i];
    }
    double low = Double.MAX_VALUE;
    double high = 0;
    for (int i = 0; i < left.length; i++) {
      // A light under a fiftieth of the whole does not matter.
      if (left[i] + right[i] > total / 50) {
        low = Math.min(low, colours[i].mired());
        high = Math.max(high, colours[i].mired());
      }
    }
    return Math.max(0, high - low);
  }

  /** Delta E (CIEDE2000) of white in this light, balanced for the mix and for level. */
  private static double after(double[] light, double[] balance) {
    double[] rgb = new double[3];
    for (int channel = 0; channel < 3; channel++) {
      rgb[channel] = light[channel] / Math.max(1e-9, balance[channel]);
    }
    double y = 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
    Lab white = Lab.ofLinear(rgb[0] / y * 0.9, rgb[1] / y * 0.9, rgb[2] / y * 0.9);
    return DeltaE.ciede2000(white, Lab.ofLinear(0.9, 0.9, 0.9));
  }

  private static String sentence(ColourTemperature mixed, double apart, double left) {
    if (apart <= ALIKE_MIRED) {
      return String.format(
          Locale.ROOT, "One kind of light: set the balance to %.0f K.", mixed.kelvin());
    }
    if (left <= SEEN_DELTA_E) {
      return String.format(
          Locale.ROOT,
          "The lamps are %.0f mired apart but well mixed; a balance of %.0f K puts it right.",
          apart,
          mixed.kelvin());
    }
    return String.format(
        Locale.ROOT,
        "The lamps are %.0f mired apart and light different sides: a balance of %.0f K still leaves"
            + " a difference of %.1f. Use one kind of light.",
        apart,
        mixed.kelvin(),
        left);
  }
}
