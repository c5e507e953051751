package app.istante.core.mask;

import java.util.ArrayList;
import java.util.List;

/** What lies inside an outline and is about as light as ground: holes, and parts that look so. */
final class Islands {
  /** What is darker than the ground by so many tolerances, or brighter, is not like it. */
  private static final double DARKEST = 5;

  private static final double BRIGHTEST = 1.2;

  /** Ground is even: its deviations within a hole spread no more than this many tolerances. */
  private static final double MOST_SPREAD = 2;

  /** And by this share of its shade, since shade is seldom even. */
  private static final double SPREAD_OF_SHADE = 0.2;

  /** The same where the shade around is known and taken off. */
  private static final double MOST_SPREAD_AGAINST_AROUND = 1.2;

  private static final double SPREADS_MORE = 2;

  /** Its mean colour is no further off than this share of what a single pixel's may be. */
  private static final double COLOUR_SHARE = 0.5;

  /**
   * Or so much of it is nearer than that to the ground's colour: light that the thing throws on the
   * ground tints the rim of a hole, print is tinted alike all over.
   */
  private static final double PLAIN_COLOUR_SHARE = 0.4;

  private static final double PLAIN_AREA = 0.2;

  /** A large hole's mean is no more than this share of the tolerance. */
  private static final double EXACT_MEAN = 0.6;

  /** And its spread than this: a ring's shadow lies within it. */
  private static final double EXACT_SPREAD = 1;

  private static final double PLAIN_SPREAD = 1.5;
  private static final double SAME_MEAN = 0.25;
  private static final double SAME_SPREAD = 0.4;

  /** In a ring it is ground by its light to this share of the tolerance. */
  private static final double RING_MEAN = 0.5;

  private static final double RING_SPREAD = 1.1;

  /** Deeper shade than so many tolerances is told from none. */
  private static final double SHADED = 2;

  /** So much of a hole's rim differs clearly from the ground. */
  private static final double CLEAR_RIM_SHARE = 0.9;

  private static final double CLEAR_RIM_SHARE_IN_SHADE = 0.5;

  /** What is just as light as the ground is a hole with less of a clear rim. */
  private static final double CLEAR_RIM_SHARE_OF_PLAIN = 0.8;

  /** Of what is the ground itself, as far as can be told; pale rings have pale places. */
  private static final double CLEAR_RIM_SHARE_OF_SAME = 0.65;

  /** What an island is held against: the ground's smooth surface, or that and a shade on it. */
  enum Against {
    SURFACE,
    /** The shade around the product, carried on across it. */
    AROUND,
    /** The shade that the product throws, by itself no part of it. */
    THROWN
  }

  /**
   * One of them.
   *
   * @param mean how much lighter it is than what it is held against, stops
   * @param spread standard deviation of that
   * @param shaded how much lighter that is than the ground's surface, stops: 0 and less
   * @param tinted whether it has a colour that ground would not have
   * @param tolerance what the ground's own grain explains, stops
   */
  record Island(
      Regions.Region region,
      Against against,
      double mean,
      double spread,
      double shaded,
      boolean tinted,
      double tolerance) {
    int areaPx() {
      return region.areaPx();
    }

    boolean inThrownShade() {
      return against == Against.THROWN;
    }

    private double mostSpread() {
      double most = against == Against.SURFACE ? MOST_SPREAD : MOST_SPREAD_AGAINST_AROUND;
      return most * tolerance + (inThrownShade() ? 0 : SPREAD_OF_SHADE * Math.abs(shaded));
    }

    /** As even and as grey as ground. */
    boolean isAsGround() {
      return !tinted && spread <= mostSpread();
    }

    /** Not as ground, but not so uneven that it can be none. */
    boolean mayBeGround() {
      return spread <= SPREADS_MORE * mostSpread();
    }

    /** As light as what it is held against. */
    boolean isAsLight() {
      return Math.abs(mean) < tolerance;
    }

    boolean isExact() {
      return isWithin(EXACT_MEAN, EXACT_SPREAD);
    }

    boolean isPlain() {
      return !inThrownShade() && isWithin(1, PLAIN_SPREAD);
    }

    /** As the ground that shows in a ring of pale or mirror metal. */
    boolean isAsInARing() {
      return isWithin(RING_MEAN, RING_SPREAD);
    }

    private boolean isWithin(double ofMean, double ofSpread) {
      return Math.abs(mean) < ofMean * tolerance && spread < ofSpread * tolerance;
    }

    /** Share of its rim that must be clear for it to be a hole. */
    double neededRim() {
      if (!isAsGround()) {
        return CLEAR_RIM_SHARE;
      }
      if (inThrownShade()) {
        return shaded < -SHADED * tolerance ? CLEAR_RIM_SHARE_IN_SHADE : CLEAR_RIM_SHARE;
      }
      if (isWithin(SAME_MEAN, SAME_SPREAD)) {
        return CLEAR_RIM_SHARE_OF_SAME;
      }
      return isPlain() ? CLEAR_RIM_SHARE_OF_PLAIN : CLEAR_RIM_SHARE;
    }
  }

  private final Regions regions;
  private final List<Island> all;

  private Islands(Regions regions, List<Island> all) {
    this.regions = regions;
    this.all = all;
  }

  /**
   * @param inside what is outlined
   * @param off how much lighter each pixel is than what it is held against, stops
   * @param shade how much lighter that is than the ground's surface
   */
  static Islands of(
      boolean[] inside, float[] off, float[] shade, Against against, OffGround ground) {
    double tolerance = ground.tolerance();
    double darkest = -DARKEST * tolerance;
    if (against != Against.SURFACE) {
      // What is darker is plainly something else.
      darkest = Math.min(-IslandRims.CLEAR_STOPS, darkest);
    }
    boolean[] like = new boolean[inside.length];
    for (int at = 0; at < like.length; at++) {
      like[at] =
          inside[at] && off[at] > darkest && off[at] < BRIGHTEST * tolerance && ground.isGrey(at);
    }
    Regions regions = Regions.of(ground.width(), ground.height(), like);
    int count = regions.all().size() + 1;
    double[] sum = new double[count];
    double[] squares = new double[count];
    double[] tints = new double[count];
    double[] shades = new double[count];
    int[] plain = new int[count];
    float[] colour = ground.colour();
    double plainColour = PLAIN_COLOUR_SHARE * ground.colourTolerance();
    regions.forEachStretch(
        (id, from, to) -> {
          for (int at = from; at < to; at++) {
            sum[id] += off[at];
            squares[id] += off[at] * off[at];
            tints[id] += colour[at];
            shades[id] += shade[at];
            plain[id] += colour[at] < plainColour ? 1 : 0;
          }
        });
    List<Island> all = new ArrayList<>();
    for (Regions.Region region : regions.all()) {
      int id = region.id();
      double area = region.areaPx();
      double mean = sum[id] / area;
      double spread = Math.sqrt(Math.max(0, squares[id] / area - mean * mean));
      boolean tinted =
          tints[id] > COLOUR_SHARE * ground.colourTolerance() * area
              && plain[id] < PLAIN_AREA * area;
      all.add(new Island(region, against, mean, spread, shades[id] / area, tinted, tolerance));
    }
    return new Islands(regions, all);
  }

  List<Island> all() {
    return all;
  }

  Regions regions() {
    return regions;
  }
}
