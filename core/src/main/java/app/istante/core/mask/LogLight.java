package app.istante.core.mask;

import app.istante.core.image.LinearImage;

/** Light in stops: log2(linear + {@link #FLOOR}), where a shade is a difference. */
final class LogLight {
  /** Added to linear light before the logarithm, so that near-black noise stays finite. */
  static final float FLOOR = 0.004f;

  /** In the steepest step the table is 5e-5 stops off. */
  private static final int LOG_STEPS = 1 << 14;

  private static final float[] LOG_TABLE = new float[LOG_STEPS + 2];

  static {
    for (int i = 0; i < LOG_TABLE.length; i++) {
      LOG_TABLE[i] = (float) (Math.log((double) i / LOG_STEPS + FLOOR) / Math.log(2));
    }
  }

  private LogLight() {}

  /** Red, green and blue of a picture, log2(linear + FLOOR). */
  static float[][] planes(LinearImage image) {
    return new float[][] {log(image.red()), log(image.green()), log(image.blue())};
  }

  /** How bright a pixel is, or how far one is brighter than another, of its channels' stops. */
  static float brightness(float red, float green, float blue) {
    return 0.25f * red + 0.6f * green + 0.15f * blue;
  }

  private static float[] log(float[] linear) {
    float[] out = new float[linear.length];
    for (int i = 0; i < out.length; i++) {
      float at = Math.max(0, Math.min(1, linear[i])) * LOG_STEPS;
      int step = (int) at;
      float low = LOG_TABLE[step];
      out[i] = low + (at - step) * (LOG_TABLE[step + 1] - low);
    }
    return out;
  }
}
