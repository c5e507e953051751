package app.istante.core.mask;

/**
 * Two outlines of the same picture, and what the picture shows where they run apart. A first glance
 * can close what is open and lose what plainly stands there: an outline that runs along edges is
 * not given up for one that crosses the open ground.
 */
final class Rivals {
  /** Parts of an outline that are no further from the other one than this are the same. */
  private static final int SAME_PX = 5;

  /** An edge so near is the outline's own. */
  private static final int OWN_EDGE_PX = 3;

  /**
   * Of an outline less than this shows no edge where the other one runs elsewhere. Of 193 pairs in
   * 454 pictures five are held so that would be given up, all of them rightly; with twice this, or
   * two thirds of the next, the same five.
   */
  private static final double CLEAR = 0.01;

  /** And of the other one more than this. */
  private static final double UNCLEAR = 0.03;

  /** What it adds, and is unlike the ground, is less than this of what they differ in. */
  private static final double UNLIKE_SHARE = 0.5;

  private final AgainstGround seen;
  private final Bits one;
  private final Bits other;

  /** What lies so near to an edge that it may be an outline's own. */
  private final Bits edges;

  private Rivals(AgainstGround seen, Separation one, Separation other) {
    this.seen = seen;
    this.one = one.product();
    this.other = other.product();
    edges = Bits.below(seen.edge, 1, seen.width, seen.height).not().near(OWN_EDGE_PX);
  }

  /**
   * Whether an outline is the clearer one, wherever another runs elsewhere.
   *
   * @param seen the picture against the ground on which both were told
   */
  static boolean isClearer(AgainstGround seen, Separation outline, Separation than) {
    Rivals both = new Rivals(seen, outline, than);
    return both.unclear(both.one, both.other) < CLEAR
        && both.unclear(both.other, both.one) > UNCLEAR
        && !both.findsMore();
  }

  /** Share of an outline that runs away from the other and shows no edge. */
  private double unclear(Bits outlined, Bits rival) {
    Bits rim = rim(outlined);
    Bits without = rim.andNot(rim(rival).near(SAME_PX)).andNot(edges);
    return without.count() / (double) Math.max(1, rim.count());
  }

  /** Whether the other one mostly adds what is unlike the ground. */
  private boolean findsMore() {
    Bits added = other.andNot(one);
    int[] unlike = new int[1];
    added.forEach(at -> unlike[0] += seen.off.isLike(at) ? 0 : 1);
    int differ = added.count() + one.andNot(other).count();
    return unlike[0] >= UNLIKE_SHARE * differ;
  }

  private static Bits rim(Bits outlined) {
    return outlined.andNot(outlined.inner());
  }
}
