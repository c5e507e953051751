package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.List;

/**
 * Blur of the product's edges at full size: small windows around its strongest edges, each turned
 * into a profile across the edge in linear light and fitted with a blurred step; independent of
 * picture size and of how much texture there is. After the edge-spread method of ISO 12233:2017,
 * annex D, with a Gaussian in place of the free line-spread function.
 */
final class SharpnessMeasure {

  private static final int MAX_EDGES = 260;

  /** Fields of the coarse map along the photo's longer side. */
  private static final int MAP_FIELDS = 12;

  private static final int MIN_EDGES = 6;
  private static final double TIMES_BAND_WHEN_FEW = 2;
  private static final int NARROW_PX = 5;
  private static final int[] WINDOW_PX = {NARROW_PX, 9, 22, 40};

  /**
   * Which edges are believed.
   *
   * @param leastSlope CIELAB lightness over two working pixels, along and across
   * @param mostResidual what a blurred step may leave unexplained, share of its height
   * @param narrowestPx half the side of the first window
   * @param once whether an edge that is not clean in its window is given up
   */
  private record Strictness(float leastSlope, double mostResidual, int narrowestPx, boolean once) {}

  private static final Strictness STRICT = new Strictness(4, 0.05, NARROW_PX, true);

  /**
   * For telling a smear: in the narrowest window grain on a smeared edge looks like a sharp edge of
   * its own, and a smear is told by sparing none.
   */
  private static final Strictness WIDE = new Strictness(4, 0.05, 9, true);

  /** Where there are too few: soft edges, and such that have something else beside them. */
  private static final Strictness LENIENT = new Strictness(1.5f, 0.1, NARROW_PX, false);

  /** In the small copy, where only soft edges are left to be found. */
  private static final Strictness SMALL = new Strictness(0.6f, 0.1, NARROW_PX, false);

  /** Long side of the small copy. */
  private static final int SMALL_PX = 400;

  private static final double MIN_RISE = 0.02;

  /** A step this high was guessed from the foot of a clipped edge. */
  private static final double MAX_RISE = 2.5;

  private static final double BIN_PX = 0.5;
  private static final double BURNT_SHARE = 0.1;
  private static final int ENOUGH_EDGES = 20;

  /** Rank of the edge that stands for the sharpest zone: lower ones are chance. */
  private static final double SHARPEST_SHARE = 0.35;

  /** exp(-2 pi² sigma² f²) = 1/2 solved for f times sigma. */
  private static final double MTF50_TIMES_SIGMA = Math.sqrt(Math.log(2) / 2) / Math.PI;

  private SharpnessMeasure() {}

  /**
   * Blur of one edge.
   *
   * @param normalDegrees direction across the edge, clockwise on screen from horizontal, 0 to 180
   * @param x place in photo pixels
   * @param y place in photo pixels
   * @param clipped whether one side of it is burnt out, so that its height was guessed
   * @param overshoot of the light beside the edge, as a share of its height; 0 and up
   */
  record Edge(
      int x, int y, double sigmaPx, double normalDegrees, double overshoot, boolean clipped) {}

  static Readings.Sharpness measure(Analysed picture, Notes notes) {
    Double noise = Noise.measure(picture, notes);
    Double blocking = Blocking.measure(picture);
    List<Edge> edges = picture.separation().found() ? edges(picture, STRICT) : List.of();
    boolean few = edges.size() < MIN_EDGES;
    if (few && picture.separation().found()) {
      edges = edges(picture, LENIENT);
    }
    if (edges.size() < MIN_EDGES && picture.separation().found()) {
      edges = edgesOfSmall(picture);
    }
    if (edges.size() < MIN_EDGES) {
      notes.cantTell("sharpness.blurSigmaPx", "Too few clear edges on the product to measure.");
      return new Readings.Sharpness(
          null, null, null, null, null, null, null, noise, blocking, null, null, null);
    }
    // An edge against burnt ground tells less: used where there are no others.
    List<Edge> open = edges.stream().filter(edge -> !edge.clipped()).toList();
    List<Edge> told = open.size() >= ENOUGH_EDGES ? open : edges;
    double[] sigmas = told.stream().mapToDouble(Edge::sigmaPx).sorted().toArray();
    double sharpest = sigmas[(int) (SHARPEST_SHARE * (sigmas.length - 1))];
    double median = sigmas[sigmas.length / 2];
    double spread = sharpest - sigmas[0];
    double band = 0.2 + 0.1 * sharpest + 1.5 * spread / Math.sqrt(sigmas.length);
    band *= few ? TIMES_BAND_WHEN_FEW : 1;
    notes.band("sharpness.blurSigmaPx", band);
    notes.band("sharpness.medianBlurSigmaPx", 2 * band);
    double[] overshoots = edges.stream().mapToDouble(Edge::overshoot).sorted().toArray();
    return new Readings.Sharpness(
        sharpest,
        median,
        null,
        MTF50_TIMES_SIGMA / sharpest,
        null,
        null,
        SmearFit.of(few ? edges : edges(picture, WIDE)),
        noise,
        blocking,
        overshoots[overshoots.length / 2],
        deciles(sigmas),
        map(told, picture.photo().widthPx(), picture.photo().heightPx()));
  }

  private static Readings.BlurMap map(List<Edge> edges, int width, int height) {
    int columns = width >= height ? MAP_FIELDS : Math.max(1, MAP_FIELDS * width / height);
    int rows = width >= height ? Math.max(1, MAP_FIELDS * height / width) : MAP_FIELDS;
    List<List<Double>> fields = new ArrayList<>();
    for (int i = 0; i < columns * rows; i++) {
      fields.add(new ArrayList<>());
    }
    for (Edge edge : edges) {
      int column = Math.min(columns - 1, edge.x() * columns / width);
      int row = Math.min(rows - 1, edge.y() * rows / height);
      fields.get(row * columns + column).add(edge.sigmaPx());
    }
    List<Double> medians = new ArrayList<>();
    for (List<Double> field : fields) {
      field.sort(null);
      medians.add(field.isEmpty() ? null : field.get(field.size() / 2));
    }
    return new Readings.BlurMap(columns, rows, medians);
  }

  private static List<Double> deciles(double[] sorted) {
    List<Double> deciles = new ArrayList<>();
    for (int i = 0; i <= 10; i++) {
      deciles.add(sorted[Math.round(i / 10f * (sorted.length - 1))]);
    }
    return deciles;
  }

  /** Share of the edges with less blur than a limit, from their deciles; null without any. */
  static Double shareBelow(List<Double> deciles, double limit) {
    if (deciles == null) {
      return null;
    }
    if (limit <= deciles.get(0)) {
      return 0.0;
    }
    for (int i = 1; i < deciles.size(); i++) {
      if (limit < deciles.get(i)) {
        double low = deciles.get(i - 1);
        return (i - 1 + (limit - low) / (deciles.get(i) - low)) / (deciles.size() - 1);
      }
    }
    return 1.0;
  }

  private static List<Edge> edges(Analysed picture, Strictness strictness) {
    int factor = picture.linear().factor();
    return edges(
        picture.srgb(), strongestEdges(picture, strictness.leastSlope()), factor, strictness);
  }

  /**
   * @param places working pixels
   * @param scale pixels of {@code pixels} for a working pixel
   */
  private static List<Edge> edges(
      EncodedImage pixels, List<int[]> places, double scale, Strictness strictness) {
    return places.parallelStream()
        .map(
            place ->
                edgeAt(
                    pixels,
                    (int) ((place[0] + 0.5) * scale),
                    (int) ((place[1] + 0.5) * scale),
                    strictness))
        .filter(java.util.Objects::nonNull)
        .toList();
  }

  /**
   * Edges too soft for any window at full size, looked for in a small copy. Making it small blurs
   * by a box, whose variance is taken off again; what is sharper than a pixel of the copy can't be
   * told there and gives no edge.
   */
  private static List<Edge> edgesOfSmall(Analysed picture) {
    LinearImage working = picture.linear();
    int by =
        Math.max(2, Math.round((float) Math.max(working.width(), working.height()) / SMALL_PX));
    EncodedImage small = smaller(working, by);
    double whole = (double) by * working.factor();
    List<Edge> edges = new ArrayList<>();
    for (Edge edge : edges(small, strongestEdges(picture, SMALL.leastSlope()), 1.0 / by, SMALL)) {
      double variance = edge.sigmaPx() * edge.sigmaPx() - 1.0 / 12;
      if (variance > 1) {
        edges.add(
            new Edge(
                (int) (edge.x() * whole),
                (int) (edge.y() * whole),
                whole * Math.sqrt(variance),
                edge.normalDegrees(),
                edge.overshoot(),
                edge.clipped()));
      }
    }
    return edges;
  }

  private static EncodedImage smaller(LinearImage image, int by) {
    int width = image.width() / by;
    int height = image.height() / by;
    byte[] rgb = new byte[3 * width * height];
    float[][] planes = {image.red(), image.green(), image.blue()};
    for (int at = 0; at < width * height; at++) {
      for (int channel = 0; channel < 3; channel++) {
        float sum = 0;
        for (int v = 0; v < by; v++) {
          for (int u = 0; u < by; u++) {
            sum += planes[channel][(at / width * by + v) * image.width() + at % width * by + u];
          }
        }
        rgb[3 * at + channel] = (byte) Srgb.encode8(sum / (by * by));
      }
    }
    return new EncodedImage(width, height, rgb);
  }

  /** The steepest place of each small field on and along the product, strongest first. */
  private static List<int[]> strongestEdges(Analysed picture, float leastSlope) {
    Separation parts = picture.separation();
    int width = parts.width();
    int height = parts.height();
    int field = Math.max(5, width / 80);
    float[] l = picture.labL();
    List<int[]> places = new ArrayList<>();
    List<Float> strengths = new ArrayList<>();
    for (int top = 2; top < height - 2; top += field) {
      for (int left = 2; left < width - 2; left += field) {
        float best = leastSlope;
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

  /** The edge nearest a place, or null where there is no clean one. */
  static Edge edgeAt(EncodedImage srgb, int x, int y) {
    return edgeAt(srgb, x, y, STRICT);
  }

  private static Edge edgeAt(EncodedImage srgb, int x, int y, Strictness strictness) {
    double before = 0;
    for (int radius : WINDOW_PX) {
      if (radius < strictness.narrowestPx()) {
        continue;
      }
      Window window = Window.cut(srgb, x, y, radius);
      if (window == null) {
        return null;
      }
      // A wider window is no second chance for what is not clean: soft shades would pass for edges.
      boolean last = strictness.once() && radius > NARROW_PX;
      double[] normal =
          direction(window.light, window.side, strictness.once() ? 1 : window.side / 10);
      EdgeFit.Step step = normal == null ? null : profile(window, radius, normal, before);
      if (step == null && last) {
        return null;
      }
      if (step == null) {
        continue;
      }
      before = step.sigma();
      if (last && step.sigma() < 0.28 * radius && !clean(step, radius, strictness.mostResidual())) {
        return null;
      }
      if (step.sigma() < 0.28 * radius && clean(step, radius, strictness.mostResidual())) {
        double degrees = Math.toDegrees(Math.atan2(normal[1], normal[0]));
        return new Edge(x, y, step.sigma(), (degrees + 360) % 180, step.overshoot(), burnt(window));
      }
    }
    return null;
  }

  private static boolean clean(EdgeFit.Step step, int radius, double mostResidual) {
    return step.residualShare() < mostResidual
        && Math.abs(step.rise()) > MIN_RISE
        && Math.abs(step.rise()) < MAX_RISE
        && Math.abs(step.place()) < 0.45 * radius;
  }

  private static boolean burnt(Window window) {
    int clipped = 0;
    for (boolean one : window.clipped) {
      clipped += one ? 1 : 0;
    }
    return clipped > BURNT_SHARE * window.clipped.length;
  }

  /** Luminance of a square of pixels, and where it is clipped. */
  private record Window(int side, double[] light, boolean[] clipped) {

    /** Null where the square would reach over the frame's edge. */
    static Window cut(EncodedImage srgb, int x0, int y0, int radius) {
      if (x0 < radius + 1
          || y0 < radius + 1
          || x0 >= srgb.widthPx() - radius - 1
          || y0 >= srgb.heightPx() - radius - 1) {
        return null;
      }
      int side = 2 * radius + 1;
      double[] light = new double[side * side];
      boolean[] clipped = new boolean[side * side];
      for (int v = 0; v < side; v++) {
        for (int u = 0; u < side; u++) {
          int at = 3 * ((y0 - radius + v) * srgb.widthPx() + x0 - radius + u);
          int r = srgb.rgb()[at] & 0xFF;
          int g = srgb.rgb()[at + 1] & 0xFF;
          int b = srgb.rgb()[at + 2] & 0xFF;
          light[v * side + u] =
              0.2126 * Srgb.decode8(r) + 0.7152 * Srgb.decode8(g) + 0.0722 * Srgb.decode8(b);
          clipped[v * side + u] = g >= CodeCounts.CLIPPED_CODE;
        }
      }
      return new Window(side, light, clipped);
    }
  }

  /**
   * Unit vector across the edge from the structure tensor; null where edges cross. In wide windows,
   * which are for soft edges, differences are taken further apart, or grain would drown them.
   */
  private static double[] direction(double[] light, int side, int step) {
    double xx = 0;
    double xy = 0;
    double yy = 0;
    int apart = Math.max(1, step);
    for (int v = apart; v < side - apart; v++) {
      for (int u = apart; u < side - apart; u++) {
        int at = v * side + u;
        double gx = light[at + apart] - light[at - apart];
        double gy = light[at + apart * side] - light[at - apart * side];
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

  private static EdgeFit.Step profile(Window window, int radius, double[] normal, double before) {
    int bins = (int) (2 * radius / BIN_PX);
    double[] sum = new double[bins];
    double[] weight = new double[bins];
    double[] clippedShare = new double[bins];
    double along = Math.max(4, radius * 0.35);
    for (int v = 0; v < window.side; v++) {
      for (int u = 0; u < window.side; u++) {
        double dx = u - radius;
        double dy = v - radius;
        double t = dx * normal[0] + dy * normal[1];
        if (Math.abs(-dx * normal[1] + dy * normal[0]) <= along) {
          int bin = (int) Math.floor((t + radius) / BIN_PX);
          if (bin >= 0 && bin < bins) {
            sum[bin] += window.light[v * window.side + u];
            weight[bin]++;
            clippedShare[bin] += window.clipped[v * window.side + u] ? 1 : 0;
          }
        }
      }
    }
    double[] t = new double[bins];
    double[] value = new double[bins];
    boolean[] clipped = new boolean[bins];
    for (int i = 0; i < bins; i++) {
      t[i] = (i + 0.5) * BIN_PX - radius;
      value[i] = weight[i] > 0 ? sum[i] / weight[i] : 0;
      clipped[i] = clippedShare[i] > 0.3 * weight[i];
    }
    return EdgeFit.fit(t, value, weight, clipped, before > 0 ? before : radius / 6.0);
  }
}
