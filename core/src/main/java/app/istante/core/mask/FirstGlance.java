package app.istante.core.mask;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Srgb;
import java.util.function.IntPredicate;

/**
 * What a first glance, too coarse for an outline, takes for the product. All other rules here go by
 * light and edges from place to place; this one has learned what things, shadows and tables look
 * like as a whole ({@link GlanceNet}). So it draws no outline itself: it says which outlines to
 * doubt, and helps where light and edges have been misled.
 */
final class FirstGlance implements Glance {
  /** An outline that overlaps with the glance by this much is not doubted. */
  static final double AGREES = 0.93;

  /**
   * By the network of engine 0.20, of 202 pictures, 70 of them not learned from, three are wrong
   * and not doubted so, as with 20 instead; with 12 four are.
   */
  private static final double DOUBT_PER_MISS = 14;

  private static final double MOST_DOUBT = 0.7;

  /** What the glance counts beside other evidence, by the logarithm of its odds. */
  private static final double FOR = 7;

  /** Less than what is plainly no ground says for itself: the tip of a spout is soon overlooked. */
  private static final double AGAINST = 5;

  /** Less than this says nothing: what is finer than the glance lies between product and ground. */
  private static final double LEAST_ODDS = 1.5;

  private static final double MOST_ODDS = 4;

  /** The shares of these odds. Most pixels lie beyond, and logarithms cost. */
  private static final double LEAST_SHARE = 1 / (1 + Math.exp(-LEAST_ODDS));

  private static final double MOST_SHARE = 1 / (1 + Math.exp(-MOST_ODDS));

  /** What it takes for a thing, or not, by so much it sees plainly. */
  private static final double PLAINLY = 0.9;

  /** Fewer places in a piece are at the thing's edge, which it sees a little elsewhere. */
  private static final int PIECE_PLACES = 5;

  /** Long side of the picture it looks at. */
  private static final int LONG_SIDE_PX = 192;

  /** The same for a second opinion. */
  private static final int CLOSER_LONG_SIDE_PX = 256;

  private final LinearImage image;
  private final boolean[] foreign;
  private final CoarseGrid grid;
  private final float[] shares;

  /** Of the picture's own pixels, once asked for. */
  private float[] spread;

  /** Once asked for. */
  private FirstGlance second;

  private FirstGlance(
      LinearImage image, boolean[] foreign, GlanceNet net, int longSide, boolean mirrored) {
    this.image = image;
    this.foreign = foreign;
    grid = CoarseGrid.over(image.width(), image.height(), longSide);
    float[][] seen = {codes(image.red()), codes(image.green()), codes(image.blue())};
    for (float[] plane : seen) {
      if (mirrored) {
        grid.mirror(plane);
      }
    }
    shares = net.shares(seen, grid.width(), grid.height());
    if (mirrored) {
      grid.mirror(shares);
    }
    if (foreign != null) {
      leaveOut(foreign);
    }
  }

  /**
   * @param foreign what is known not to be product, as the colour card; or null
   */
  static FirstGlance at(LinearImage image, boolean[] foreign) {
    return new FirstGlance(image, foreign, GlanceNet.first(), LONG_SIDE_PX, false);
  }

  /**
   * The same picture in a mirror, from closer, as another network sees it: what was seen by chance
   * is not seen again so.
   */
  FirstGlance secondOpinion() {
    if (second == null) {
      second = new FirstGlance(image, foreign, GlanceNet.second(), CLOSER_LONG_SIDE_PX, true);
    }
    return second;
  }

  private void leaveOut(boolean[] foreign) {
    float[] free = new float[foreign.length];
    for (int at = 0; at < free.length; at++) {
      free[at] = foreign[at] ? 0 : 1;
    }
    float[] open = grid.means(free);
    for (int at = 0; at < shares.length; at++) {
      shares[at] *= open[at];
    }
  }

  private float[] codes(float[] plane) {
    float[] codes = grid.means(plane);
    for (int at = 0; at < codes.length; at++) {
      codes[at] = (float) Srgb.encode(Math.max(0, Math.min(1, codes[at])));
    }
    return codes;
  }

  /**
   * @param alpha share of each pixel that an outline gives to the product
   * @return the outline's overlap with the glance: intersection over union, 0 to 1. Places count by
   *     how sure both are of them: a chain's links are too fine for the glance
   */
  double agreement(float[] alpha) {
    float[] outlined = grid.means(alpha);
    double both = 0;
    double either = 0;
    for (int at = 0; at < shares.length; at++) {
      double counts = Math.abs((2 * shares[at] - 1) * (2 * outlined[at] - 1));
      both += counts * Math.min(shares[at], outlined[at]);
      either += counts * Math.max(shares[at], outlined[at]);
    }
    return either == 0 ? 1 : both / either;
  }

  /** Whether it finds an outline more like a thing than another; cover of each pixel of either. */
  boolean prefers(float[] one, float[] other) {
    return agreement(one) > agreement(other);
  }

  /** How far an outline that overlaps with the glance by so much can be trusted, 0.3 to 1. */
  static double trust(double agreement) {
    double doubt = DOUBT_PER_MISS * Math.max(0, AGREES - agreement);
    return 1 - Math.min(MOST_DOUBT, doubt);
  }

  @Override
  public float around(int x, int y) {
    int column = Math.min(grid.width() - 1, x * grid.width() / grid.wide());
    int row = Math.min(grid.height() - 1, y * grid.height() / grid.tall());
    float most = 0;
    for (int v = Math.max(0, row - 1); v <= Math.min(grid.height() - 1, row + 1); v++) {
      for (int u = Math.max(0, column - 1); u <= Math.min(grid.width() - 1, column + 1); u++) {
        most = Math.max(most, shares[v * grid.width() + u]);
      }
    }
    return most;
  }

  /** Share of each pixel of the picture that it gives to a thing, 0 to 1; not to be changed. */
  float[] shares() {
    if (spread == null) {
      spread = grid.spread(shares);
    }
    return spread;
  }

  /** The mean of these over each region, by its number. */
  double[] shares(Regions regions) {
    float[] each = shares();
    return regions.means(at -> each[at]);
  }

  /** Whether it plainly sees a piece of the picture otherwise than an outline has it. */
  boolean objectsTo(float[] alpha) {
    float[] outlined = grid.means(alpha);
    return isPiece(at -> shares[at] >= PLAINLY && outlined[at] <= 1 - PLAINLY)
        || isPiece(at -> shares[at] <= 1 - PLAINLY && outlined[at] >= PLAINLY);
  }

  private boolean isPiece(IntPredicate places) {
    return Regions.of(grid.width(), grid.height(), places).all().stream()
        .anyMatch(piece -> piece.areaPx() >= PIECE_PLACES);
  }

  /** Shares by two glances at the same picture, as the mean of their odds has them. */
  static float[] meanOdds(float[] first, float[] second) {
    float[] share = new float[first.length];
    for (int at = 0; at < share.length; at++) {
      share[at] = (float) (1 / (1 + Math.exp(-0.5 * (odds(first[at]) + odds(second[at])))));
    }
    return share;
  }

  /**
   * Puts what shares say, and what colours say of the places that these leave open, in the place of
   * other evidence.
   *
   * @param share of each pixel that is seen as a thing
   * @param colours of the same picture
   * @param evidence positive for product, negative for ground
   * @param deviation of each pixel from the ground, stops
   * @param bright what is brighter over the ground than this is none, whatever it looks like
   */
  static void tell(
      float[] share, LocalColours colours, float[] evidence, float[] deviation, double bright) {
    colours.tell(share, evidence);
    for (int at = 0; at < share.length; at++) {
      boolean product = share[at] > 0.5f;
      if (product || deviation[at] < bright) {
        evidence[at] += (float) (product ? FOR * told(share[at]) : -AGAINST * told(1 - share[at]));
      }
    }
  }

  /** What a share of more than a half says for itself. */
  private static double told(float share) {
    if (share <= LEAST_SHARE) {
      return 0;
    }
    return (share >= MOST_SHARE ? MOST_ODDS : odds(share)) - LEAST_ODDS;
  }

  /** Their logarithm. */
  private static double odds(float share) {
    return Math.log(Math.max(1e-6, share) / Math.max(1e-6, 1 - share));
  }
}
