package app.istante.core.mask;

import java.util.Arrays;

/**
 * The ground's light as it would be without the product: what a photo of the empty set shows. Where
 * there is none, the shade that the product throws has to be told from the light's own fall-off and
 * the bend of the sheet, though each of them may be wide and smooth. How shade lies about things is
 * learned ({@code scripts/ground}, {@link GlanceNet}); it is added to what is seen.
 */
public final class BareGround {
  private static final int LONG_SIDE = 64;

  /** What the network calls 1: stops. */
  private static final double MOST_SHADE_STOPS = 2.5;

  /** The network is told light from so many stops under the ground's median. */
  private static final double UNDER_STOPS = 2.5;

  /** And this much further up. */
  private static final double RANGE_STOPS = 3.25;

  /** Places of which less is ground tell nothing of it. */
  private static final float LEAST_GROUND = 0.3f;

  /** Where it takes more than this share of the most, light is filled in from around. */
  private static final double DEEP = 0.8;

  private static final double DARKEST = 1e-4;

  private final CoarseGrid grid;
  private final float[] seen;
  private final float[] ground;
  private final float[] product;
  private final boolean[] known;

  private BareGround(Separation parts, float[] luminance, boolean[] beside) {
    grid = CoarseGrid.over(parts.width(), parts.height(), LONG_SIDE);
    float[] open = new float[luminance.length];
    float[] usable = new float[luminance.length];
    float[] light = new float[luminance.length];
    for (int at = 0; at < luminance.length; at++) {
      open[at] = parts.isGroundOrShadow(at) ? 1 - parts.alpha()[at] : 0;
      usable[at] = open[at] > 0 && !beside[at] ? 1 : 0;
      light[at] = usable[at] * Math.max(0, Math.min(1, luminance[at]));
    }
    ground = grid.means(open);
    product = grid.means(parts.alpha());
    seen = grid.means(light);
    float[] counted = grid.means(usable);
    known = new boolean[seen.length];
    for (int place = 0; place < seen.length; place++) {
      known[place] = ground[place] > LEAST_GROUND && counted[place] > 0;
      seen[place] = known[place] ? (float) stops(seen[place] / counted[place]) : 0;
    }
  }

  /** Of linear light, over white; what is darker than 13 of them under it counts as that. */
  public static double stops(double light) {
    return Math.log(Math.max(DARKEST, light)) / Math.log(2);
  }

  /**
   * @param luminance of each pixel, linear; what is over 1 counts as 1
   * @param beside pixels so near to the product that its edge reaches over them
   * @return for each pixel, luminance of the ground without the product's shade, 0 to 1; where no
   *     ground is seen, what lies around it carried on. All 1 where no ground is seen at all
   */
  public static float[] luminance(Separation parts, float[] luminance, boolean[] beside) {
    if (parts.againstBlank()) {
      float[] known = new float[luminance.length];
      for (int at = 0; at < known.length; at++) {
        known[at] = (float) Math.min(1, parts.groundLuminance(at));
      }
      return known;
    }
    BareGround bare = new BareGround(parts, luminance, beside);
    float[] places = bare.smooth(bare.withoutShade());
    for (int place = 0; place < places.length; place++) {
      places[place] = (float) Math.pow(2, places[place]);
    }
    return bare.grid.spread(places);
  }

  /** Where shade is too deep to add it back, nothing is known from here on. */
  private float[] withoutShade() {
    float[] shade = shade();
    for (int place = 0; place < shade.length; place++) {
      known[place] &= shade[place] < DEEP;
      shade[place] = (float) Math.min(0, seen[place] + MOST_SHADE_STOPS * shade[place]);
    }
    return shade;
  }

  /** Share of the most; the mean of what is told of the picture and of its mirror image. */
  private float[] shade() {
    float[][] told = told();
    float[] shade = GlanceNet.ground().shares(told, grid.width(), grid.height());
    for (float[] plane : told) {
      grid.mirror(plane);
    }
    float[] mirrored = GlanceNet.ground().shares(told, grid.width(), grid.height());
    grid.mirror(mirrored);
    for (int place = 0; place < shade.length; place++) {
      shade[place] = (shade[place] + mirrored[place]) / 2;
    }
    return shade;
  }

  private float[][] told() {
    double median = median();
    float[][] told = new float[3][seen.length];
    for (int place = 0; place < seen.length; place++) {
      double over = known[place] ? seen[place] - median : 0;
      told[0][place] = (float) Math.max(0, Math.min(1, (over + UNDER_STOPS) / RANGE_STOPS));
      told[1][place] = product[place];
      told[2][place] = known[place] ? ground[place] : 0;
    }
    return told;
  }

  /** Of the light of places that are mostly ground. */
  private double median() {
    float[] some = new float[seen.length];
    int count = 0;
    for (int place = 0; place < seen.length; place++) {
      if (ground[place] > 0.5 && known[place]) {
        some[count++] = seen[place];
      }
    }
    Arrays.sort(some, 0, count);
    return count == 0 ? 0 : some[(count - 1) / 2];
  }

  /** Means of three by three places, by how much ground each has; others filled from around. */
  private float[] smooth(float[] places) {
    float[] weight = new float[places.length];
    float[] weighted = new float[places.length];
    for (int place = 0; place < places.length; place++) {
      weight[place] = known[place] ? ground[place] : 0;
      weighted[place] = weight[place] * places[place];
    }
    float[] sums = Planes.boxMean(weighted, grid.width(), grid.height(), 1);
    float[] weights = Planes.boxMean(weight, grid.width(), grid.height(), 1);
    for (int place = 0; place < sums.length; place++) {
      sums[place] /= Math.max(1e-3f, weights[place]);
    }
    return Membrane.fill(sums, known, grid.width(), grid.height());
  }
}
