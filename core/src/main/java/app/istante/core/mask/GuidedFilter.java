package app.istante.core.mask;

/**
 * The guided filter (He, Sun and Tang 2013, "Guided image filtering", equations 5, 6 and 8), with
 * one guide plane: smooths {@code p} but keeps the edges of the guide {@code I}.
 */
final class GuidedFilter {
  private GuidedFilter() {}

  static float[] apply(float[] guide, float[] p, int width, int height, int radius, float epsilon) {
    float[] meanI = Planes.boxMean(guide, width, height, radius);
    float[] meanP = Planes.boxMean(p, width, height, radius);
    float[] meanIp = Planes.boxMean(times(guide, p), width, height, radius);
    float[] meanIi = Planes.boxMean(times(guide, guide), width, height, radius);
    float[] a = meanIp;
    float[] b = meanIi;
    for (int i = 0; i < a.length; i++) {
      float slope = (meanIp[i] - meanI[i] * meanP[i]) / (meanIi[i] - meanI[i] * meanI[i] + epsilon);
      a[i] = slope;
      b[i] = meanP[i] - slope * meanI[i];
    }
    float[] meanA = Planes.boxMean(a, width, height, radius);
    float[] meanB = Planes.boxMean(b, width, height, radius);
    for (int i = 0; i < meanA.length; i++) {
      meanA[i] = Math.max(0, Math.min(1, meanA[i] * guide[i] + meanB[i]));
    }
    return meanA;
  }

  private static float[] times(float[] one, float[] two) {
    float[] out = new float[one.length];
    for (int i = 0; i < out.length; i++) {
      out[i] = one[i] * two[i];
    }
    return out;
  }
}
