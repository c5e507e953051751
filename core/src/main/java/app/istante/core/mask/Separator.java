package app.istante.core.mask;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Rows;
import java.util.Comparator;
import java.util.List;

/**
 * Separates product, shadow, ground and foreign parts. A smooth model of the ground is fitted from
 * the border inwards; each pixel's difference from it speaks for product (another colour, much
 * darker, brighter) or for ground (alike, or only shaded and reached from the ground without
 * crossing a sharp edge); a minimum cut weighs that against the edges between pixels.
 */
public final class Separator {
  /** Differences between the channels' ratios above this are colour, not shade: stops. */
  private static final double COLOUR_STOPS = 0.15;

  /** More colour than a product throws on the ground beside it: stops. */
  private static final double STRONG_COLOUR_STOPS = 0.9;

  /** A soft shadow deeper than this is unlikely to be only a shadow: stops. */
  private static final double DEEP_STOPS = -1.3;

  /** Brighter than the lit ground by this much is a highlight on something: stops. */
  private static final double BRIGHT_STOPS = 0.14;

  /**
   * An edge closes a thing off from the ground when it is this share as steep as the thing's clear
   * edges: soft shadows are not, while in a blurred picture all edges are less steep alike.
   */
  private static final double CLOSING_SHARE = 0.28;

  private static final double LEAST_STEEP_STOPS_PER_PIXEL = 0.04;
  private static final double MOST_STEEP_STOPS_PER_PIXEL = 0.13;

  /** A hole's rim is at least this steep all round: stops per pixel. */
  private static final double SHARP_RIM = 0.2;

  /** Gaps in an edge up to twice this wide are taken as closed, working pixels. */
  private static final int CLOSED_GAP_PX = 2;

  /** What the cut pays for parting two pixels that look the same, and at the clearest edge. */
  private static final float JOIN_STRENGTH = 3f;

  private static final float WEAKEST_JOIN = 0.12f;

  private static final double SMALLEST_PART_SHARE = 0.0004;
  private static final double SMALLEST_PRODUCT_SHARE = 0.001;

  private final int width;
  private final int height;
  private final float[][] log;
  private final BackdropModel model;
  private final float[][] ground;
  private final float[] deviation;
  private final float[] colour;
  private final float[] gradient;
  private final double typicalGradient;
  private final double steep;
  private final double colourTolerance;

  private Separator(LinearImage image) {
    width = image.width();
    height = image.height();
    log = smoothed(BackdropModel.logPlanes(image));
    model = BackdropModel.fit(log, width, height);
    int size = width * height;
    ground = new float[3][size];
    deviation = new float[size];
    colour = new float[size];
    fillDeviations();
    float[] brightness = new float[size];
    for (int i = 0; i < size; i++) {
      brightness[i] = 0.25f * log[0][i] + 0.6f * log[1][i] + 0.15f * log[2][i];
    }
    gradient = Planes.gradient(Planes.boxMean(brightness, width, height, 1), width, height);
    typicalGradient = median(gradient, model.toleranceStops());
    steep =
        Math.max(
            5 * typicalGradient,
            Math.max(
                LEAST_STEEP_STOPS_PER_PIXEL,
                Math.min(MOST_STEEP_STOPS_PER_PIXEL, CLOSING_SHARE * clearEdge())));
    colourTolerance = Math.max(COLOUR_STOPS, 4 * median(colour, model.toleranceStops()));
  }

  /** Grain is evened out before anything is compared. */
  private float[][] smoothed(float[][] planes) {
    float[][] out = new float[3][];
    for (int channel = 0; channel < 3; channel++) {
      out[channel] = Planes.boxMean(planes[channel], width, height, 1);
    }
    return out;
  }

  /** Takes the picture apart. A picture of nothing but ground gives {@code found == false}. */
  public static Separation separate(LinearImage image) {
    return new Separator(image).run();
  }

  private void fillDeviations() {
    Rows.forEach(
        width,
        height,
        (from, to) -> {
          float[] row = new float[width];
          for (int y = from; y < to; y++) {
            for (int channel = 0; channel < 3; channel++) {
              model.row(channel, y, row);
              System.arraycopy(row, 0, ground[channel], y * width, width);
            }
            for (int at = y * width; at < (y + 1) * width; at++) {
              float r = log[0][at] - Math.min(ground[0][at], 0.006f);
              float g = log[1][at] - Math.min(ground[1][at], 0.006f);
              float b = log[2][at] - Math.min(ground[2][at], 0.006f);
              deviation[at] = 0.25f * r + 0.6f * g + 0.15f * b;
              colour[at] = Math.max(r, Math.max(g, b)) - Math.min(r, Math.min(g, b));
            }
          }
        });
  }

  /** How steep the clear edges in the picture are: the steepest tenth of all that is not flat. */
  private double clearEdge() {
    float[] sample = new float[gradient.length];
    int count = 0;
    double flat = Math.max(0.02, 4 * typicalGradient);
    for (float steepness : gradient) {
      if (steepness > flat) {
        sample[count++] = steepness;
      }
    }
    return count == 0 ? 0 : Planes.quantile(sample, count, 0.9);
  }

  /** Median of a plane over the pixels that are about as bright as the ground. */
  private double median(float[] plane, double tolerance) {
    float[] sample = new float[plane.length / 7 + 1];
    int count = 0;
    for (int at = 0; at < plane.length; at += 7) {
      if (Math.abs(deviation[at]) < tolerance) {
        sample[count++] = plane[at];
      }
    }
    return count == 0 ? 0 : Planes.quantile(sample, count, 0.5);
  }

  private Separation run() {
    boolean[] plain = plainGround();
    boolean[] inside = GridCut.inside(evidence(plain), joins(1), joins(width), width, height);
    dropSpecks(inside);
    int holes = openHoles(inside);
    byte[] kind = sort(inside);
    int parts = nameForeign(kind);
    float[] alpha = softEdge(kind);
    int area = 0;
    for (byte k : kind) {
      area += k == Separation.PRODUCT ? 1 : 0;
    }
    boolean found = area >= SMALLEST_PRODUCT_SHARE * kind.length;
    return new Separation(
        width,
        height,
        found,
        found ? confidence(kind) : 0,
        alpha,
        kind,
        ground,
        deviation,
        found ? parts : 0,
        found ? holes : 0,
        model.noiseStops,
        model.borderAgreement);
  }

  /** Ground for sure: alike, flat, and hanging together with the frame's border. */
  private boolean[] plainGround() {
    double tolerance = model.toleranceStops();
    Regions alike =
        Regions.of(
            width,
            height,
            at ->
                Math.abs(deviation[at]) < tolerance
                    && colour[at] < colourTolerance
                    && gradient[at] < 0.6 * steep);
    boolean[] plain = new boolean[width * height];
    for (int at = 0; at < plain.length; at++) {
      int id = alike.labels()[at];
      if (id > 0) {
        Regions.Region region = alike.all().get(id - 1);
        plain[at] = region.borderPx() > 0 && region.areaPx() > 0.002 * plain.length;
      }
    }
    return plain;
  }

  /** For each pixel, how much speaks for product (positive) or for ground (negative). */
  private float[] evidence(boolean[] plain) {
    // Edges are thickened first, so that a place where one fades does not let the ground in.
    float[] thick = Planes.largestAround(gradient, width, height, CLOSED_GAP_PX);
    float[] pass = PassHeight.from(plain, thick, (float) (8 * steep), width, height);
    double bright = Math.max(BRIGHT_STOPS, 2 * model.toleranceStops());
    float[] evidence = new float[plain.length];
    for (int at = 0; at < evidence.length; at++) {
      if (plain[at]) {
        evidence[at] = -8;
        continue;
      }
      double d = deviation[at];
      double c = colour[at];
      double sum = 0;
      double closed = pass[at] / steep;
      // Light thrown back by the product tints the ground beside it, but without an edge.
      double trust = c > STRONG_COLOUR_STOPS ? 1 : Math.min(1, 0.2 + 0.8 * closed);
      sum += c > colourTolerance ? trust * 3 * Math.min(3, c / colourTolerance - 1) : 0;
      sum += d < DEEP_STOPS ? 2 * Math.min(3, (DEEP_STOPS - d) / 0.4) : 0;
      sum += d > bright ? 2 * Math.min(3, d / bright - 1) : 0;
      // Between the ground and the inside of a thing lies a sharp edge; before a shadow none does.
      sum += closed > 1 ? 0.7 * Math.min(2, closed - 1) : -0.8 * (1 - closed) - 0.1;
      evidence[at] = (float) sum;
    }
    return evidence;
  }

  /** Strength of the join between each pixel and the one {@code step} further on. */
  private float[] joins(int step) {
    float[] join = new float[width * height];
    double soft = Math.max(0.06, 2.5 * typicalGradient);
    for (int at = 0; at + step < join.length; at++) {
      double largest = 0;
      for (int channel = 0; channel < 3; channel++) {
        largest = Math.max(largest, Math.abs(log[channel][at + step] - log[channel][at]));
      }
      double ratio = largest / soft;
      join[at] = WEAKEST_JOIN + JOIN_STRENGTH * (float) Math.exp(-ratio * ratio);
    }
    return join;
  }

  private void dropSpecks(boolean[] inside) {
    Regions products = Regions.of(width, height, at -> inside[at]);
    double smallest = SMALLEST_PART_SHARE * width * height;
    for (int at = 0; at < inside.length; at++) {
      int id = products.labels()[at];
      if (id > 0 && products.all().get(id - 1).areaPx() < smallest) {
        inside[at] = false;
      }
    }
    Regions gaps = Regions.of(width, height, at -> !inside[at]);
    for (int at = 0; at < inside.length; at++) {
      int id = gaps.labels()[at];
      if (id > 0
          && gaps.all().get(id - 1).borderPx() == 0
          && gaps.all().get(id - 1).areaPx() < smallest) {
        inside[at] = true;
      }
    }
  }

  /**
   * Ground seen through handles and rings does not hang together with the border. An island inside
   * the product is opened where it is flat, like the ground, and has a sharp edge all round; a
   * highlight that happens to be as bright as the ground fades out instead.
   */
  private int openHoles(boolean[] inside) {
    double tolerance = model.toleranceStops();
    Regions islands =
        Regions.of(
            width,
            height,
            at ->
                inside[at]
                    && deviation[at] > -5 * tolerance
                    && deviation[at] < 1.2 * tolerance
                    && colour[at] < 1.2 * colourTolerance
                    && gradient[at] < 0.6 * steep);
    int product = 0;
    for (boolean in : inside) {
      product += in ? 1 : 0;
    }
    int opened = 0;
    for (Regions.Region island : islands.all()) {
      boolean rightSize =
          island.areaPx() > SMALLEST_PART_SHARE * width * height && island.areaPx() < 0.3 * product;
      if (rightSize && island.borderPx() == 0 && sharpAllRound(island, islands.labels())) {
        opened++;
        open(island, islands.labels(), inside);
      }
    }
    return opened;
  }

  private boolean sharpAllRound(Regions.Region island, int[] labels) {
    int rim = 0;
    int sharp = 0;
    int reach = 4;
    for (int y = island.top(); y <= island.bottom(); y++) {
      for (int x = island.left(); x <= island.right(); x++) {
        int at = y * width + x;
        boolean onRim =
            labels[at] == island.id()
                && (labels[at - 1] != island.id()
                    || labels[at + 1] != island.id()
                    || labels[at - width] != island.id()
                    || labels[at + width] != island.id());
        if (onRim) {
          rim++;
          float steepest = 0;
          for (int v = Math.max(0, y - reach); v <= Math.min(height - 1, y + reach); v++) {
            for (int u = Math.max(0, x - reach); u <= Math.min(width - 1, x + reach); u++) {
              steepest = Math.max(steepest, gradient[v * width + u]);
            }
          }
          sharp += steepest > Math.max(SHARP_RIM, 1.5 * steep) ? 1 : 0;
        }
      }
    }
    return sharp >= 0.9 * rim;
  }

  /** The island, and the rim around it out to the middle of its edge. */
  private void open(Regions.Region island, int[] labels, boolean[] inside) {
    int rim = 2;
    for (int y = island.top(); y <= island.bottom(); y++) {
      for (int x = island.left(); x <= island.right(); x++) {
        if (labels[y * width + x] == island.id()) {
          for (int v = Math.max(0, y - rim); v <= Math.min(height - 1, y + rim); v++) {
            for (int u = Math.max(0, x - rim); u <= Math.min(width - 1, x + rim); u++) {
              int at = v * width + u;
              inside[at] &= deviation[at] < -0.8 || colour[at] > 3 * colourTolerance;
            }
          }
        }
      }
    }
  }

  /** Splits what is left of the ground into plain ground and shadow. */
  private byte[] sort(boolean[] inside) {
    byte[] kind = new byte[inside.length];
    double tolerance = model.toleranceStops();
    for (int at = 0; at < kind.length; at++) {
      kind[at] =
          inside[at]
              ? Separation.PRODUCT
              : deviation[at] < -tolerance ? Separation.SHADOW : Separation.GROUND;
    }
    return kind;
  }

  /**
   * The largest part nearest the middle is the product; parts close to it belong to it; the others
   * are foreign (a lamp stand, the table, a prop).
   *
   * @return number of parts of the product
   */
  private int nameForeign(byte[] kind) {
    Regions regions = Regions.of(width, height, at -> kind[at] == Separation.PRODUCT);
    List<Regions.Region> all = regions.all();
    if (all.isEmpty()) {
      return 0;
    }
    Regions.Region main = all.stream().max(Comparator.comparingDouble(this::weight)).orElseThrow();
    boolean[] belongs = new boolean[all.size() + 1];
    double reach = 0.08 * Math.max(width, height);
    int parts = 0;
    for (Regions.Region part : all) {
      boolean edgeThing = part.borderPx() > 0 && part != main && weight(part) < 0.5 * weight(main);
      belongs[part.id()] = part == main || !edgeThing && gap(part, main) < reach;
      parts += belongs[part.id()] ? 1 : 0;
    }
    for (int at = 0; at < kind.length; at++) {
      int id = regions.labels()[at];
      if (id > 0 && !belongs[id]) {
        kind[at] = Separation.FOREIGN;
      }
    }
    return parts;
  }

  private double weight(Regions.Region region) {
    double dx = region.centreX() / width - 0.5;
    double dy = region.centreY() / height - 0.5;
    return region.areaPx() * Math.exp(-(dx * dx + dy * dy) / 0.08);
  }

  private static double gap(Regions.Region one, Regions.Region two) {
    double dx = Math.max(0, Math.max(one.left() - two.right(), two.left() - one.right()));
    double dy = Math.max(0, Math.max(one.top() - two.bottom(), two.top() - one.bottom()));
    return Math.hypot(dx, dy);
  }

  private float[] softEdge(byte[] kind) {
    float[] hard = new float[kind.length];
    float[] guide = new float[kind.length];
    for (int at = 0; at < kind.length; at++) {
      hard[at] = kind[at] == Separation.PRODUCT ? 1 : 0;
      guide[at] = Math.min(1, 0.5f * (Math.abs(deviation[at]) + colour[at]));
    }
    float[] soft = GuidedFilter.apply(guide, hard, width, height, 2, 2e-3f);
    float[] nearEdge = Planes.boxMean(hard, width, height, 2);
    for (int at = 0; at < soft.length; at++) {
      // The filter may only change the band along the outline, never the inside.
      if (nearEdge[at] <= 0.001f || nearEdge[at] >= 0.999f) {
        soft[at] = hard[at];
      }
    }
    return soft;
  }

  /** How clearly the outline stands out: contrast across it, against the ground's own noise. */
  private double confidence(byte[] kind) {
    int edge = 0;
    double clear = 0;
    double needed = 2 * model.toleranceStops();
    for (int y = 3; y < height - 3; y++) {
      for (int x = 3; x < width - 3; x++) {
        int at = y * width + x;
        if (kind[at] != Separation.PRODUCT) {
          continue;
        }
        int out = outside(kind, at);
        if (out != 0) {
          edge++;
          int inner = at - 2 * out;
          int outer = at + 3 * out;
          double contrast =
              Math.abs(deviation[inner] - deviation[outer])
                  + Math.abs(colour[inner] - colour[outer]);
          clear += Math.min(1, Math.max(contrast / needed, gradient[at] / steep));
        }
      }
    }
    double outline = edge == 0 ? 0 : clear / edge;
    double border = Math.min(1, model.borderAgreement / 0.85);
    double quiet = Math.min(1, 0.12 / Math.max(0.01, model.noiseStops));
    return Math.max(0, Math.min(1, outline * border * quiet));
  }

  /** Step towards a neighbour that is not product, or 0 inside. */
  private int outside(byte[] kind, int at) {
    for (int step : new int[] {1, -1, width, -width}) {
      if (kind[at + step] != Separation.PRODUCT) {
        return step;
      }
    }
    return 0;
  }

  /** The product's share of each pixel, blown up to the photo's size, 0 to 255, row by row. */
  public static byte[] fullSizeMask(Separation parts, int factor, int fullWidth, int fullHeight) {
    byte[] out = new byte[fullWidth * fullHeight];
    if (!parts.found()) {
      return out;
    }
    float[] alpha = parts.alpha().clone();
    for (int at = 0; at < alpha.length; at++) {
      if (parts.kind()[at] == Separation.FOREIGN) {
        alpha[at] = 0;
      }
    }
    Rows.forEach(
        fullWidth,
        fullHeight,
        (from, to) -> {
          for (int y = from; y < to; y++) {
            float v = (y + 0.5f) / factor - 0.5f;
            int y0 = Planes.clamp((int) Math.floor(v), parts.height());
            int y1 = Planes.clamp(y0 + 1, parts.height());
            float fy = Math.max(0, Math.min(1, v - y0));
            for (int x = 0; x < fullWidth; x++) {
              float u = (x + 0.5f) / factor - 0.5f;
              int x0 = Planes.clamp((int) Math.floor(u), parts.width());
              int x1 = Planes.clamp(x0 + 1, parts.width());
              float fx = Math.max(0, Math.min(1, u - x0));
              float top = mix(alpha, y0 * parts.width(), x0, x1, fx);
              float low = mix(alpha, y1 * parts.width(), x0, x1, fx);
              out[y * fullWidth + x] = (byte) Math.round(255 * (top + fy * (low - top)));
            }
          }
        });
    return out;
  }

  private static float mix(float[] plane, int row, int x0, int x1, float share) {
    return plane[row + x0] + share * (plane[row + x1] - plane[row + x0]);
  }
}
