package app.istante.core.mask;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Rows;
import java.util.Arrays;

/**
 * Separates product, shadow, ground and foreign parts. A smooth model of the ground is fitted from
 * the border inwards; each pixel's difference from it speaks for product (another colour, much
 * darker, brighter) or for ground (alike, or only shaded and reached from the ground without
 * crossing a sharp edge); a minimum cut weighs that against the edges between pixels.
 */
public final class Separator {
  /** Differences between the channels' ratios above this are colour, not shade: stops. */
  private static final double COLOUR_STOPS = 0.15;

  /** The product's shade on what lies beside the sheet is no deeper. */
  private static final double DEEPEST_ON_TABLE = 1.2;

  /** An outline that is surer than this needs no second look with the sheet's bend known. */
  private static final double SURE = 0.9;

  private static final double DOUBTED = 0.5;

  private static final double NEARLY_AS_CLEAR = 0.7;

  /** Below this, what was outlined is grain. */
  private static final double LEAST_CONFIDENCE = 0.12;

  private static final int SEAM_PX = 3;

  /** Reach of the filter that softens the outline. */
  private static final int SOFT_PX = 2;

  /**
   * An edge closes a thing off from the ground when it is this share as steep as the thing's clear
   * edges: soft shadows are not, while in a blurred picture all edges are less steep alike.
   */
  private static final double CLOSING_SHARE = 0.28;

  /** log2(1 + FLOOR): the ground model may not promise more than white. */
  private static final float WHITE_LOG = 0.006f;

  /** A clipped ground is taken to be no more than this over white. */
  private static final float MOST_OVER_STOPS = 0.5f;

  /** Ground this bright may be clipped. */
  private static final float CLIPPED_LOG = -0.04f;

  private static final double LEAST_STEEP_STOPS_PER_PIXEL = 0.04;
  private static final double MOST_STEEP_STOPS_PER_PIXEL = 0.13;

  private static final double BLANK_LEAST_SHARE = 0.8;

  private static final double SMALLEST_PART_SHARE = 0.0004;
  private static final double SMALLEST_PRODUCT_SHARE = 0.001;

  private final int width;
  private final int height;
  private final LinearImage image;
  private final boolean[] foreign;
  private final BlankFrame blank;
  private final float[][] log;
  private final float[][] bend;
  private final FirstGlance glance;
  private final BackdropModel model;
  private final float[][] ground;
  private final float[] deviation;
  private final float[] colour;
  private final float[] gradient;
  private final float[] edge;
  private final double typicalGradient;
  private final double steep;
  private final double colourTolerance;

  /**
   * @param log light in stops, its grain evened out
   * @param blank one that explains this picture; or null
   * @param bend light of each row and channel that the smooth model is known to pass over; or null
   * @param glance what the whole picture looks like
   */
  private Separator(
      LinearImage image,
      float[][] log,
      BackdropModel model,
      boolean[] foreign,
      BlankFrame blank,
      float[][] bend,
      FirstGlance glance) {
    this.image = image;
    this.glance = glance;
    this.log = log;
    this.model = model;
    this.blank = blank;
    this.bend = bend;
    width = image.width();
    height = image.height();
    int size = width * height;
    ground = new float[3][size];
    deviation = new float[size];
    colour = new float[size];
    fillDeviations();
    this.foreign = own(blank == null ? foreign : withWhatStoodThere(foreign));
    float[] brightness = new float[size];
    for (int i = 0; i < size; i++) {
      brightness[i] = 0.25f * log[0][i] + 0.6f * log[1][i] + 0.15f * log[2][i];
    }
    float[] even = Planes.boxMean(brightness, width, height, 1);
    double tolerance = model.toleranceStops();
    gradient = Planes.gradient(even, width, height);
    typicalGradient = Planes.medianWhere(gradient, deviation, tolerance);
    steep =
        Math.max(
            5 * typicalGradient,
            Math.max(
                LEAST_STEEP_STOPS_PER_PIXEL,
                Math.min(MOST_STEEP_STOPS_PER_PIXEL, CLOSING_SHARE * clearEdge())));
    edge = EdgeMap.of(even, gradient, deviation, tolerance, width, height);
    colourTolerance = Math.max(COLOUR_STOPS, 4 * Planes.medianWhere(colour, deviation, tolerance));
  }

  private static Separator of(LinearImage image, boolean[] foreign, BlankFrame blank) {
    float[][] log = smoothed(LogLight.planes(image), image.width(), image.height());
    BackdropModel smooth = BackdropModel.fit(log, image.width(), image.height());
    BackdropModel against = blank == null ? null : against(blank, log, image);
    boolean helps = against != null && ofThisSet(against, smooth);
    FirstGlance glance = FirstGlance.at(image, foreign);
    return new Separator(
        image, log, helps ? against : smooth, foreign, helps ? blank : null, null, glance);
  }

  /**
   * The smooth change of the light since the blank frame was taken: another shutter time, the lamps
   * warming up, the product's own shade. Null where it has another size.
   */
  private static BackdropModel against(BlankFrame blank, float[][] log, LinearImage image) {
    if (!blank.fits(image.width(), image.height())) {
      return null;
    }
    float[][] change = new float[3][];
    for (int channel = 0; channel < 3; channel++) {
      change[channel] = log[channel].clone();
      for (int at = 0; at < change[channel].length; at++) {
        change[channel][at] -= blank.log()[channel][at];
      }
    }
    return BackdropModel.ofChange(change, image.width(), image.height());
  }

  /**
   * A blank frame of another set leaves much of the picture unexplained. One of this set explains
   * more than a smooth surface does, save the product itself where that is nearly as the ground is:
   * a smooth surface passes it over. Judged by the stricter of the two tolerances.
   */
  private static boolean ofThisSet(BackdropModel blank, BackdropModel smooth) {
    double strict = Math.min(blank.toleranceStops(), smooth.toleranceStops());
    return blank.shareWithin(strict) > BLANK_LEAST_SHARE * smooth.shareWithin(strict);
  }

  /**
   * What was no ground in the blank frame either and has not changed, but for the product's shade.
   */
  private boolean[] withWhatStoodThere(boolean[] known) {
    boolean[] all = new boolean[deviation.length];
    for (int at = 0; at < all.length; at++) {
      boolean unchanged =
          deviation[at] < 2 * model.toleranceStops()
              && deviation[at] > -DEEPEST_ON_TABLE
              && colour[at] < COLOUR_STOPS;
      all[at] = known != null && known[at] || blank.notGround()[at] && unchanged;
    }
    return all;
  }

  /** What lies round a sheet is added to what is known to be foreign. */
  private boolean[] own(boolean[] known) {
    if (known != null) {
      return known.clone();
    }
    return model.ofSheet() ? new boolean[deviation.length] : null;
  }

  /** Grain is evened out before anything is compared. */
  private static float[][] smoothed(float[][] planes, int width, int height) {
    float[][] out = new float[3][];
    for (int channel = 0; channel < 3; channel++) {
      out[channel] = Planes.boxMean(planes[channel], width, height, 1);
    }
    return out;
  }

  /** Takes the picture apart. A picture of nothing but ground gives {@code found == false}. */
  public static Separation separate(LinearImage image) {
    return separate(image, null, null);
  }

  /**
   * @param foreign pixels of the working picture that are known not to be product or ground, such
   *     as a colour card; or null
   * @param blank the empty set from the same place, or null; one that explains the ground less well
   *     than a smooth surface does is of another set and not used
   */
  public static Separation separate(LinearImage image, boolean[] foreign, BlankFrame blank) {
    Separator separator = of(image, foreign, blank);
    Separation seen = separator.withBend(separator.run(false), foreign);
    double agreed = separator.glance.agreement(seen.alpha());
    if (agreed >= FirstGlance.AGREES) {
      return seen;
    }
    Separation heeding = separator.run(true);
    double agrees = separator.glance.agreement(heeding.alpha());
    // Light and edges may have been misled, or the glance: its outline must be clear by itself too.
    boolean better =
        agrees >= FirstGlance.FOLLOWED
            && heeding.confidence() >= NEARLY_AS_CLEAR * seen.confidence()
            && agrees * heeding.confidence() > agreed * seen.confidence();
    return better
        ? heeding.trusted(FirstGlance.trust(agrees))
        : seen.trusted(FirstGlance.trust(agreed));
  }

  /** A doubtful outline drawn again with the sheet's bend known, where it is surer so. */
  private Separation withBend(Separation plain, boolean[] foreign) {
    float[][] told = plain.confidence() < SURE ? bend(plain) : null;
    if (told == null) {
      return plain;
    }
    Separation bent = new Separator(image, log, model, foreign, null, told, glance).run(false);
    // What was seen through once is open; a filled opening only looks surer.
    boolean closes = bent.holes() < plain.holes() && plain.confidence() >= DOUBTED;
    return closes || bent.confidence() < plain.confidence() ? plain : bent;
  }

  /** What the smooth model passed over where the sheet bends; null where nothing is told. */
  private float[][] bend(Separation plain) {
    if (blank != null || model.ofSheet()) {
      return null;
    }
    float[][] off = new float[3][];
    for (int channel = 0; channel < 3; channel++) {
      off[channel] = log[channel].clone();
      for (int at = 0; at < off[channel].length; at++) {
        off[channel][at] -= least(ground[channel][at], WHITE_LOG);
      }
    }
    return SheetBend.channels(plain, off, model.toleranceStops());
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
              for (int x = 0; blank != null && x < width; x++) {
                row[x] += blank.log()[channel][y * width + x];
              }
              for (int x = 0; bend != null && x < width; x++) {
                row[x] = least(row[x], WHITE_LOG) + bend[channel][y];
              }
              System.arraycopy(row, 0, ground[channel], y * width, width);
            }
            fillDeviations(y * width, (y + 1) * width);
          }
        });
  }

  private void fillDeviations(int from, int to) {
    float[] groundR = ground[0];
    float[] groundG = ground[1];
    float[] groundB = ground[2];
    float[] logR = log[0];
    float[] logG = log[1];
    float[] logB = log[2];
    for (int at = from; at < to; at++) {
      float r = logR[at] - least(groundR[at], WHITE_LOG);
      float g = logG[at] - least(groundG[at], WHITE_LOG);
      float b = logB[at] - least(groundB[at], WHITE_LOG);
      deviation[at] = 0.25f * r + 0.6f * g + 0.15f * b;
      colour[at] =
          colourOff(
              r,
              g,
              b,
              groundR[at] < CLIPPED_LOG,
              groundG[at] < CLIPPED_LOG,
              groundB[at] < CLIPPED_LOG);
    }
  }

  /**
   * How far the channels' deviations lie apart at least. Where the ground is clipped in a channel,
   * it may be lighter than it looks, so that a shadow darkens that channel less than the others.
   */
  private static float colourOff(
      float r, float g, float b, boolean openR, boolean openG, boolean openB) {
    if (openR != openG || openG != openB) {
      float highest = most(openR ? r : -99, most(openG ? g : -99, openB ? b : -99));
      r = openR ? r : clipped(r, highest);
      g = openG ? g : clipped(g, highest);
      b = openB ? b : clipped(b, highest);
    }
    return most(r, most(g, b)) - least(r, least(g, b));
  }

  /** There are no NaNs here, and the care that Math.max and Math.min take for them costs. */
  private static float most(float one, float other) {
    return one > other ? one : other;
  }

  private static float least(float one, float other) {
    return one < other ? one : other;
  }

  private static float clipped(float seen, float open) {
    return most(seen - MOST_OVER_STOPS, least(seen, open));
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

  /**
   * @param heeding whether a first glance at the whole picture counts beside light and edges
   */
  private Separation run(boolean heeding) {
    OffGround off =
        new OffGround(
            deviation,
            colour,
            model.toleranceStops(),
            colourTolerance,
            groundColour(),
            width,
            height);
    Evidence evidence = new Evidence(off, log, typicalGradient);
    boolean[] like = evidence.like();
    boolean[] other = evidence.other();
    BesideSheet beside = model.ofSheet() ? BesideSheet.of(log, off, like) : null;
    if (beside != null) {
      for (int at = 0; at < like.length; at++) {
        boolean open = beside.foreign()[at] || beside.sheet()[at];
        like[at] |= open;
        other[at] &= !open;
        foreign[at] |= beside.foreign()[at];
      }
    }
    EdgeLines lines = EdgeLines.of(edge, width, height);
    boolean[] beyond = beside == null ? null : beside.foreign();
    Enclosure.Found found = Enclosure.of(edge, lines, like, other, beyond, width, height);
    float[] each = evidence.of(like, found.enclosed());
    if (heeding) {
      glance.addTo(each, deviation, evidence.brightStops());
    }
    boolean[] inside =
        GridCut.inside(each, evidence.joins(1), evidence.joins(width), width, height);
    for (int at = 0; foreign != null && at < inside.length; at++) {
      inside[at] &= !foreign[at];
    }
    if (beside != null) {
      beside.takeSeams(inside, like, width, height);
    }
    ThrownShadow.takeOff(inside, notForeign(), off, edge);
    CastShadow.takeOff(inside, off, edge, gradient);
    dropSpecks(inside);
    Holes holes = new Holes(inside, burnt(), off);
    Holes.Opened first = holes.open();
    int opened = first.count() + holes.open(around(inside)).count();
    ThrownShade thrown = thrown(inside, evidence.brightStops());
    opened += thrown == null ? 0 : holes.openInShade(thrown.stops(width, height)).count();
    boolean[] strips = FrameStrips.of(inside, width, height);
    byte[] kind = sort(inside, strips);
    int parts = ProductParts.name(kind, width, height);
    float[] alpha = softEdge(kind);
    matte(kind, alpha);
    ContactShadow.takeOff(image, kind, alpha);
    boolean[] product = Separation.places(kind, Separation.PRODUCT);
    OutlineTrust trust = new OutlineTrust(off, edge, lines, gradient, steep, model);
    double sure = found.clearness() * trust.of(product, parts);
    double doubt = trust.explained(kind) * (first.leftClosed() ? DOUBTED : 1);
    boolean any =
        Bits.count(product) >= SMALLEST_PRODUCT_SHARE * kind.length && sure > LEAST_CONFIDENCE;
    if (!any) {
      Arrays.fill(alpha, 0);
      kind = sort(new boolean[kind.length], strips);
    }
    return new Separation(
        width,
        height,
        any,
        any ? sure * doubt : 0,
        alpha,
        kind,
        ground,
        deviation,
        any ? parts : 0,
        any ? opened : 0,
        model.noiseStops,
        model.borderAgreement,
        blank != null);
  }

  /** How far the ground's channels lie apart, stops. */
  private double groundColour() {
    double[] mean = new double[3];
    for (int channel = 0; channel < 3; channel++) {
      for (float here : ground[channel]) {
        mean[channel] += here;
      }
      mean[channel] /= ground[channel].length;
    }
    Arrays.sort(mean);
    return mean[2] - mean[0];
  }

  private boolean[] burnt() {
    boolean[] burnt = new boolean[deviation.length];
    for (int at = 0; at < burnt.length; at++) {
      burnt[at] = log[0][at] > CLIPPED_LOG && log[1][at] > CLIPPED_LOG && log[2][at] > CLIPPED_LOG;
    }
    return burnt;
  }

  /**
   * Deviation of the ground as it looks around the product, carried on across it: shadows and the
   * bend of the sheet are in it, which the smooth model does not know.
   */
  private float[] around(boolean[] inside) {
    boolean[] open = notForeign();
    for (int at = 0; at < open.length; at++) {
      open[at] &= !inside[at];
    }
    return Membrane.fill(deviation, Bits.deep(open, width, height, SEAM_PX), width, height);
  }

  private boolean[] notForeign() {
    boolean[] ground = new boolean[deviation.length];
    for (int at = 0; at < ground.length; at++) {
      ground[at] = foreign == null || !foreign[at];
    }
    return ground;
  }

  /** Shade that the product throws beside itself; null where none is told. */
  private ThrownShade thrown(boolean[] inside, double brightStops) {
    boolean[] doubtful = new boolean[inside.length];
    boolean[] open = notForeign();
    for (int at = 0; at < open.length; at++) {
      doubtful[at] =
          inside[at]
              && edge[at] < 1
              && colour[at] < colourTolerance
              && deviation[at] > Evidence.DEEP_STOPS
              && deviation[at] < brightStops;
      open[at] &= !inside[at];
    }
    boolean[] flat = Bits.near(Bits.deep(doubtful, width, height, SEAM_PX), width, height, SEAM_PX);
    boolean[] plain = new boolean[inside.length];
    boolean any = false;
    for (int at = 0; at < plain.length; at++) {
      boolean may = flat[at] && doubtful[at];
      plain[at] = inside[at] && !may;
      any |= may;
    }
    if (!any) {
      return null;
    }
    ThrownShade shade =
        ThrownShade.of(
            new boolean[][] {inside, plain},
            Bits.deep(open, width, height, SEAM_PX),
            deviation,
            width,
            height);
    return shade != null && shade.isTold() ? shade : null;
  }

  private void dropSpecks(boolean[] inside) {
    Regions products = Regions.of(width, height, inside);
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

  /** Splits what is left of the ground into plain ground and shadow. */
  private byte[] sort(boolean[] inside, boolean[] strips) {
    byte[] kind = new byte[inside.length];
    for (int at = 0; at < kind.length; at++) {
      kind[at] =
          strips[at] || foreign != null && foreign[at]
              ? Separation.FOREIGN
              : inside[at] ? Separation.PRODUCT : open(at);
    }
    return kind;
  }

  private float[] softEdge(byte[] kind) {
    float[] soft = new float[kind.length];
    boolean[] product = Separation.places(kind, Separation.PRODUCT);
    boolean[] rest = new boolean[kind.length];
    for (int at = 0; at < kind.length; at++) {
      rest[at] = !product[at];
      soft[at] = product[at] ? 1 : 0;
    }
    Extent extent = Extent.of(product, width);
    if (extent.isEmpty()) {
      return soft;
    }
    // The filter may only change the band along the outline, and sees no further than this.
    boolean[] deep = Bits.deep(product, width, height, SOFT_PX);
    boolean[] far = Bits.deep(rest, width, height, SOFT_PX);
    int left = Math.max(0, extent.left() - 3 * SOFT_PX);
    int top = Math.max(0, extent.top() - 3 * SOFT_PX);
    int wide = Math.min(width, extent.right() + 3 * SOFT_PX + 1) - left;
    int tall = Math.min(height, extent.bottom() + 3 * SOFT_PX + 1) - top;
    float[] hard = new float[wide * tall];
    float[] guide = new float[wide * tall];
    for (int y = 0; y < tall; y++) {
      for (int x = 0; x < wide; x++) {
        int at = (top + y) * width + left + x;
        hard[y * wide + x] = soft[at];
        guide[y * wide + x] = Math.min(1, 0.5f * (Math.abs(deviation[at]) + colour[at]));
      }
    }
    float[] filtered = GuidedFilter.apply(guide, hard, wide, tall, SOFT_PX, 2e-3f);
    for (int y = 0; y < tall; y++) {
      for (int x = 0; x < wide; x++) {
        int at = (top + y) * width + left + x;
        if (!deep[at] && !far[at]) {
          soft[at] = filtered[y * wide + x];
        }
      }
    }
    return soft;
  }

  /** Puts the outline where the product covers half a pixel. */
  private void matte(byte[] kind, float[] alpha) {
    boolean[] product = Separation.places(kind, Separation.PRODUCT);
    boolean[] other = Separation.places(kind, Separation.FOREIGN);
    EdgeMatte.refine(image, product, other, Math.log(2) * model.noiseStops, alpha);
    for (int at = 0; at < kind.length; at++) {
      if (!other[at] && alpha[at] >= 0.5f != product[at]) {
        kind[at] = product[at] ? open(at) : Separation.PRODUCT;
      }
    }
  }

  private byte open(int at) {
    return deviation[at] < -model.toleranceStops() ? Separation.SHADOW : Separation.GROUND;
  }
}
