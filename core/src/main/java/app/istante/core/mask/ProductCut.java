package app.istante.core.mask;

import java.util.Arrays;

/**
 * Cuts the product out of a picture that is held against its ground. Each pixel's difference from
 * the ground speaks for product (another colour, much darker, brighter) or for ground (alike, or
 * only shaded and reached from the ground without crossing a sharp edge); a minimum cut weighs that
 * against the edges between pixels. Then shadows and reflections are taken off and gaps opened.
 */
final class ProductCut {
  /** Below this, what was outlined is grain. */
  private static final double LEAST_CONFIDENCE = 0.12;

  /** What an opening that was left closed, though it may be one, leaves of the confidence. */
  private static final double LEFT_CLOSED = 0.5;

  private static final int SEAM_PX = 3;

  /** Reach of the filter that softens the outline. */
  private static final int SOFT_PX = 2;

  /** How far around the product its ground is looked at. */
  private static final int AROUND_PX = 12;

  private static final double SMALLEST_PART_SHARE = 0.0004;

  /** Beside a soft outline, pieces of less of the picture than this are grain. */
  private static final double GRAIN_SHARE = 0.00003;

  /** Just under what counts as covered. */
  private static final float HARDLY_HALF = 0.49f;

  private static final double SMALLEST_PRODUCT_SHARE = 0.001;

  private final int width;
  private final int height;
  private final AgainstGround seen;
  private final FirstGlance glance;
  private final OffGround off;
  private final float[] deviation;
  private final float[] edge;
  private final boolean[] foreign;
  private final Evidence evidence;
  private final boolean[] like;
  private final BesideSheet beside;
  private final EdgeLines lines;
  private final Enclosure.Found found;

  /**
   * @param glance tells which parts are the product
   */
  ProductCut(AgainstGround seen, FirstGlance glance) {
    this.seen = seen;
    this.glance = glance;
    width = seen.width;
    height = seen.height;
    off = seen.off;
    deviation = off.deviation();
    edge = seen.edge;
    foreign = seen.foreign == null ? null : seen.foreign.clone();
    evidence = new Evidence(off, seen.log, seen.typicalGradient);
    like = evidence.like();
    boolean[] other = evidence.other();
    beside = seen.model.ofSheet() ? BesideSheet.of(seen.log, off, like) : null;
    if (beside != null) {
      for (int at = 0; at < like.length; at++) {
        boolean open = beside.foreign()[at] || beside.sheet()[at];
        like[at] |= open;
        other[at] &= !open;
        foreign[at] |= beside.foreign()[at];
      }
    }
    lines = EdgeLines.of(edge, width, height);
    boolean[] beyond = beside == null ? null : beside.foreign();
    found = Enclosure.of(edge, lines, like, other, beyond, width, height);
  }

  /** Whether nothing that could be a thing differs from the ground, and no clear edge is there. */
  boolean isBare() {
    int unlike = 0;
    int edged = 0;
    for (int at = 0; at < edge.length; at++) {
      unlike += off.isLike(at) ? 0 : 1;
      edged += edge[at] >= 1 ? 1 : 0;
    }
    double least = SMALLEST_PRODUCT_SHARE * edge.length;
    return unlike < least && edged < least;
  }

  /** Cut by light and edges. */
  Separation made() {
    return made(null);
  }

  /**
   * Cut with what a glance says in the place of the light's own evidence.
   *
   * @param shares of each pixel that it gives to a thing
   */
  Separation heeding(float[] shares) {
    return made(shares);
  }

  /**
   * @param shares null where no glance is heeded
   */
  private Separation made(float[] shares) {
    boolean heeding = shares != null;
    float[] each = evidence.of(like, found.enclosed());
    if (heeding) {
      tell(shares, each, evidence.brightStops());
    }
    boolean[] inside = cut(each);
    if (beside != null) {
      beside.takeSeams(inside, like, width, height);
    }
    ThrownShadow.takeOff(inside, notForeign(), off, edge);
    CastShadow.takeOff(inside, off, edge, seen.gradient, glance);
    Regions gaps = dropSpecks(inside);
    if (heeding) {
      fillBright(inside, gaps, evidence.brightStops());
    }
    Holes holes = new Holes(inside, burnt(), off, heeding ? () -> shares : glance::shares, heeding);
    Holes.Opened first = holes.open();
    int opened = first.count() + holes.open(around(inside)).count();
    ThrownShade thrown = thrown(inside, evidence.brightStops());
    opened += thrown == null ? 0 : holes.openInShade(thrown.stops(width, height)).count();
    opened += holes.openBySight().count();
    return outlined(inside, opened, first.leftClosed(), LEAST_CONFIDENCE);
  }

  /**
   * Cut by what a glance says alone, and by the colours around it: for where nothing is known of
   * the ground. How sure that is, is not known either.
   */
  Separation atAGlance(float[] shares) {
    float[] each = new float[deviation.length];
    tell(shares, each, Double.POSITIVE_INFINITY);
    boolean[] inside = cut(each);
    dropSpecks(inside);
    return outlined(inside, 0, false, 0);
  }

  private void tell(float[] shares, float[] each, double bright) {
    LocalColours colours = new LocalColours(seen.log, width, height);
    FirstGlance.tell(shares, colours, each, deviation, bright);
  }

  /** Where the evidence and the edges between pixels part product from ground. */
  private boolean[] cut(float[] each) {
    boolean[] inside =
        GridCut.inside(each, evidence.joins(1), evidence.joins(width), width, height);
    for (int at = 0; foreign != null && at < inside.length; at++) {
      inside[at] &= !foreign[at];
    }
    return inside;
  }

  /**
   * The separation that an outline gives.
   *
   * @param leftClosed whether what was left closed may be an opening
   * @param least what is less sure is nothing
   */
  private Separation outlined(boolean[] inside, int opened, boolean leftClosed, double least) {
    boolean[] strips = FrameStrips.of(inside, deviation, width, height);
    byte[] kind = sort(inside, strips);
    int parts = ProductParts.name(kind, off, glance);
    float[] alpha = softEdge(kind);
    matte(kind, alpha);
    ContactShadow.takeOff(seen.image, kind, alpha);
    boolean[] product = Separation.places(kind, Separation.PRODUCT);
    OutlineTrust trust = new OutlineTrust(off, edge, lines, seen.gradient, seen.steep, seen.model);
    double sure =
        found.clearness()
            * trust.of(product, parts, () -> glance.agreement(alpha) >= FirstGlance.AGREES);
    double doubt = trust.explained(kind) * (leftClosed ? LEFT_CLOSED : 1);
    boolean any = Bits.count(product) >= SMALLEST_PRODUCT_SHARE * kind.length && sure > least;
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
        seen.ground,
        deviation,
        any ? parts : 0,
        any ? opened : 0,
        seen.model.noiseStops,
        seen.model.borderAgreement,
        seen.blank != null);
  }

  private boolean[] burnt() {
    boolean[] burnt = new boolean[deviation.length];
    for (int at = 0; at < burnt.length; at++) {
      burnt[at] = seen.isBurnt(at);
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
              && off.colour()[at] < off.colourTolerance()
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

  /** Specks of product go, and specks of ground within it; returns the gaps, with these. */
  private Regions dropSpecks(boolean[] inside) {
    Regions products = Regions.of(width, height, inside);
    products
        .where(piece -> !isPart(piece.areaPx(), inside.length))
        .forEach(at -> inside[at] = false);
    Regions gaps = Regions.of(width, height, at -> !inside[at]);
    gaps.where(gap -> gap.borderPx() == 0 && !isPart(gap.areaPx(), inside.length))
        .forEach(at -> inside[at] = true);
    return gaps;
  }

  /**
   * Through an opening no brighter ground is seen than around the product: what a glance took for
   * one is burnt, or a pale part.
   */
  private void fillBright(boolean[] inside, Regions gaps, double bright) {
    Bits around =
        gaps.where(gap -> gap.borderPx() > 0).and(Bits.of(inside, width, height).near(AROUND_PX));
    double[] sum = new double[1];
    around.forEach(at -> sum[0] += deviation[at]);
    // The product's own shade lies around it, but need not in the opening.
    double limit = Math.max(0, sum[0] / Math.max(1, around.count())) + bright;
    double[] means = gaps.means(at -> deviation[at]);
    gaps.where(gap -> gap.borderPx() == 0 && means[gap.id()] > limit)
        .forEach(at -> inside[at] = true);
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
        guide[y * wide + x] = Math.min(1, 0.5f * (Math.abs(deviation[at]) + off.colour()[at]));
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
    EdgeMatte.refine(seen.image, product, other, Math.log(2) * seen.model.noiseStops, alpha);
    for (int at = 0; at < kind.length; at++) {
      if (!other[at] && alpha[at] >= 0.5f != product[at]) {
        kind[at] = product[at] ? open(at) : Separation.PRODUCT;
      }
    }
    dropGrain(product, kind, alpha);
  }

  /** Grain that the soft edge took for covered, away from what had been cut out. */
  private void dropGrain(boolean[] product, byte[] kind, float[] alpha) {
    Regions pieces = Regions.of(width, height, Separation.places(kind, Separation.PRODUCT));
    int[] known = pieces.counts(product);
    pieces
        .where(piece -> known[piece.id()] == 0 && piece.areaPx() < GRAIN_SHARE * kind.length)
        .forEach(
            at -> {
              kind[at] = open(at);
              alpha[at] = Math.min(alpha[at], HARDLY_HALF);
            });
  }

  /** Whether what covers so many of a picture's pixels is a part of the product, and no speck. */
  static boolean isPart(int areaPx, int pixels) {
    return areaPx >= SMALLEST_PART_SHARE * pixels;
  }

  private byte open(int at) {
    return off.open(at);
  }
}
