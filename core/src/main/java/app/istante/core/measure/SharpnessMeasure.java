package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * Blur of the product's edges at full size: small windows around its strongest edges, each turned
 * into a profile across the edge in linear light and fitted with a blurred step; independent of
 * picture size and of how much texture there is. After the edge-spread method of ISO 12233:2017,
 * annex D, with a Gaussian in place of the free line-spread function.
 */
final class SharpnessMeasure {

  private static final int MAX_EDGES = 260;
  private static final int MIN_EDGES = 8;
  private static final int[] WINDOW_PX = {9, 22, 40};
  private static final double MAX_RESIDUAL_SHARE = 0.05;
  private static final double MIN_RISE = 0.02;
  private static final double BIN_PX = 0.5;

  private SharpnessMeasure() {}

  static Readings.Sharpness measure(Analysed picture, Notes notes) {
    Double noise = Noise.measure(picture, notes);
    double[] sigmas = picture.separation().found() ? edgeBlurs(picture) : new double[0];
    if (sigmas.length < MIN_EDGES) {
      notes.cantTell("sharpness.blurSigmaPx", "Too few clear edges on the product to measure.");
      return new Readings.Sharpness(null, null, null, noise);
    }
    Arrays.sort(sigmas);
    double sharpest = sigmas[(int) (0.2 * (sigmas.length - 1))];
    double median = sigmas[sigmas.length / 2];
    double spread = sigmas[(int) (0.35 * (sigmas.length - 1))] - sigmas[0];
    double band = 0.06 * sharpest + 1.5 * spread / Math.sqrt(sigmas.length);
    notes.band("sharpness.blurSigmaPx", band);
    notes.band("sharpness.medianBlurSigmaPx", 2 * band);
    return new Readings.Sharpness(sharpest, median, null, noise);
  }

  static double[] edgeBlurs(Analysed picture) {
    List<int[]> places = strongestEdges(picture);
    int factor = picture.linear().factor();
    return places.parallelStream()
        .mapToDouble(
            place ->
                blurAt(
                    picture.srgb(),
                    (int) ((place[0] + 0.5) * factor),
                    (int) ((place[1] + 0.5) * factor)))
        .filter(sigma -> sigma > 0)
        .toArray();
  }

  /** The steepest place of each small field on and along the product, strongest first. */
  private static List<int[]> strongestEdges(Analysed picture) {
    Separation parts = picture.separation();
    int width = parts.width();
    int height = parts.height();
    int field = Math.max(5, width / 80);
    float[] l = picture.labL();
    List<int[]> places = new ArrayList<>();
    List<Float> strengths = new ArrayList<>();
    for (int top = 2; top < height - 2; top += field) {
      for (int left = 2; left < width - 2; left += field) {
        float best = 4;
        int[] place = null;
        for (int y = top; y < Math.min(top + field, height - 2); y++) {
          for (int x = left; x < Math.min(left + field, width - 2); x++) {
            int at = y * width + x;
            boolean near =
                parts.kind()[at] == Separation.PRODUCT
                    || parts.alpha()[at] > 0.1f
                    || parts.kind()[at - 2] == Separation.PRODUCT
                    || parts.kind()[at + 2] == Separation.PRODUCT
                    || parts.kind()[at - 2 * width] == Separation.PRODUCT
                    || parts.kind()[at + 2 * width] == Separation.PRODUCT;
            if (near) {
              float slope =
                  Math.abs(l[at + 1] - l[at - 1]) + Math.abs(l[at + width] - l[at - width]);
              if (slope > best) {
                best = slope;
                place = new int[] {x, y};
              }
            }
          }
        }
        if (place != null) {
          places.add(place);
          strengths.add(best);
        }
      }
    }
    List<Integer> order = new ArrayList<>();
    for (int i = 0; i < places.size(); i++) {
      order.add(i);
    }
    order.sort((a, b) -> Float.compare(strengths.get(b), strengths.get(a)));
    return order.stream().limit(MAX_EDGES).map(places::get).toList();
  }

  /** Sigma of the edge nearest a place, photo pixels, or 0 where there is no clean edge. */
  static double blurAt(EncodedImage srgb, int x, int y) {
    double before = 0;
    for (int radius : WINDOW_PX) {
      EdgeFit.Step step = stepAt(srgb, x, y, radius, before);
      if (step == null) {
        return 0;
      }
      before = step.sigma();
      if (step.sigma() < 0.28 * radius) {
        return clean(step, radius) ? step.sigma() : 0;
      }
    }
    return 0;
  }

  private static boolean clean(EdgeFit.Step step, int radius) {
    return step.residualShare() < MAX_RESIDUAL_SHARE
        && Math.abs(step.rise()) > MIN_RISE
        && Math.abs(step.place()) < 0.45 * radius;
  }

  private static EdgeFit.Step stepAt(EncodedImage srgb, int x0, int y0, int radius, double before) {
    if (x0 < radius + 1
        || y0 < radius + 1
        || x0 >= srgb.widthPx() - radius - 1
        || y0 >= srgb.heightPx() - radius - 1) {
      return null;
    }
    int side = 2 * radius + 1;
    double[] light = new double[side * side];
    for (int v = 0; v < side; v++) {
      for (int u = 0; u < side; u++) {
        int at = 3 * ((y0 - radius + v) * srgb.widthPx() + x0 - radius + u);
        int r = srgb.rgb()[at] & 0xFF;
        int g = srgb.rgb()[at + 1] & 0xFF;
        int b = srgb.rgb()[at + 2] & 0xFF;
        light[v * side + u] =
            0.2126 * Srgb.decode8(r) + 0.7152 * Srgb.decode8(g) + 0.0722 * Srgb.decode8(b);
      }
    }
    double[] normal = direction(light, side);
    return normal == null ? null : profile(light, side, radius, normal, before);
  }

  /** Unit vector across the edge from the structure tensor; null where edges cross. */
  private static double[] direction(double[] light, int side) {
    double xx = 0;
    double xy = 0;
    double yy = 0;
    for (int v = 1; v < side - 1; v++) {
      for (int u = 1; u < side - 1; u++) {
        int at = v * side + u;
        double gx = light[at + 1] - light[at - 1];
        double gy = light[at + side] - light[at - side];
        xx += gx * gx;
        xy += gx * gy;
        yy += gy * gy;
      }
    }
    double difference = Math.hypot(xx - yy, 2 * xy);
    if (difference < 0.6 * (xx + yy) || xx + yy == 0) {
      return null;
    }
    double angle = 0.5 * Math.atan2(2 * xy, xx - yy);
    return new double[] {Math.cos(angle), Math.sin(angle)};
  }

  private static EdgeFit.Step profile(
      double[] light, int side, int radius, double[] normal, double before) {
    int bins = (int) (2 * radius / BIN_PX);
    double[] sum = new double[bins];
    double[] weight = new double[bins];
    double along = Math.max(4, radius * 0.35);
    for (int v = 0; v < side; v++) {
      for (int u = 0; u < side; u++) {
        double dx = u - radius;
        double dy = v - radius;
        double t = dx * normal[0] + dy * normal[1];
        if (Math.abs(-dx * normal[1] + dy * normal[0]) <= along) {
          int bin = (int) Math.floor((t + radius) / BIN_PX);
          if (bin >= 0 && bin < bins) {
            sum[bin] += light[v * side + u];
            weight[bin]++;
          }
        }
      }
    }
    double[] t = new double[bins];
    double[] value = new double[bins];
    for (int i = 0; i < bins; i++) {
      t[i] = (i + 0.5) * BIN_PX - radius;
      value[i] = weight[i] > 0 ? sum[i] / weight[i] : 0;
    }
    return EdgeFit.fit(t, value, weight, before > 0 ? before : radius / 6.0);
  }
}
