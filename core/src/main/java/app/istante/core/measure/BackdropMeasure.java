package app.istante.core.measure;

import app.istante.core.colour.CastName;
import app.istante.core.colour.DeltaE;
import app.istante.core.image.AtOnce;
import app.istante.core.image.Srgb;
import app.istante.core.mask.BareGround;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.concurrent.ForkJoinTask;

/** What a selling place sees as ground: its level, evenness, tint and the product's shadow. */
final class BackdropMeasure {
  private static final double COLOURED_CHROMA = 9;

  /** A ground that fits no smooth surface this well is a scene, not a plain ground. */
  private static final double SCENE_NOISE_STOPS = 0.15;

  private static final double PLAIN_BORDER_SHARE = 0.5;

  /** Of 281 traced grounds that were not learned from, 95 % are told to 0.13 stop. */
  private static final double FALLOFF_BAND = 0.2;

  private static final double FALLOFF_BAND_FROM_BLANK = 0.15;

  /** Contrast at the product's edge is told to this share of it, and no better than half a step. */
  private static final double SEPARATION_BAND_SHARE = 0.15;

  private static final double SEPARATION_BAND_OF_DOUBTED = 0.35;

  private static final double LEAST_SEPARATION_BAND = 0.5;

  /** Blocks along the frame over which grain is averaged. */
  private static final int BLOCKS_ACROSS = 25;

  /** Working pixels beside the product that are neither its own nor plainly ground. */
  private static final int SEAM_PX = 4;

  /** Less deep than this, ground is not called shadow: stops. */
  private static final double SHADOW_STOPS = 0.1;

  private static final double SHADED = Math.pow(2, -SHADOW_STOPS);

  /** So far to either side grain is evened out; less than the seam, so that no product gets in. */
  private static final int EVENED_PX = 2;

  /** Changes by more than this, and this share of its depth, within two pixels are no shade. */
  private static final double ROUGH_STOPS = 0.1;

  private static final double ROUGH_SHARE = 0.15;

  private static final double DEEPEST_SHADOW_STOPS = 3;

  /** A shadow is as deep as this share of it at most. */
  private static final double DEEP = 0.95;

  /** The deepest part lies close to the product, where its soft edge hides some: so much of it. */
  private static final double SHADOW_BAND = 0.25;

  private static final double SHADOW_BAND_SHARE = 0.3;

  /** A penumbra of this share of the product's size is neither hard nor soft. */
  private static final double HALF_HARD_SHARE = 0.05;

  private final Analysed picture;
  private final Separation parts;
  private final Notes notes;
  private final GroundDoubt doubt;
  private final boolean[] beside;

  private final float[] luminance;

  /** Of the ground as it would be without the product, 0 to 1. */
  private final float[] bare;

  private BackdropMeasure(Analysed picture, Notes notes) {
    this.picture = picture;
    this.parts = picture.separation();
    this.notes = notes;
    this.doubt = GroundDoubt.of(parts);
    this.beside = beside();
    this.luminance = picture.linear().luminance();
    this.bare = BareGround.luminance(parts, luminance, beside);
  }

  static Readings.Backdrop measure(Analysed picture, CodeCounts counts, Notes notes) {
    return new BackdropMeasure(picture, notes).run(counts);
  }

  private Readings.Backdrop run(CodeCounts counts) {
    if (counts.groundPx == 0) {
      notes.cantTell("backdrop", "No ground is seen: the product fills the whole frame.");
      return null;
    }
    GroundDetails details = new GroundDetails(picture);
    ForkJoinTask<List<Readings.Mark>> marks = AtOnce.begin(details::marks);
    double median = CodeCounts.quantile(counts.groundLuminance, 0.5);
    double level = code(median);
    double low5 = Math.max(0, Math.min(255, CodeCounts.quantile(counts.groundSmallest, 0.05)));
    boolean clipped = level >= 254.5;
    double nearWhite = (double) counts.nearWhitePx / counts.groundPx;
    double pureWhite = (double) counts.pureWhitePx / counts.groundPx;
    notes.band(
        "backdrop.level",
        Math.max(1, doubt.ofQuantile(counts.groundLuminance, 0.5, BackdropMeasure::code)));
    notes.band(
        "backdrop.low5",
        Math.max(2.5, doubt.ofQuantile(counts.groundSmallest, 0.05, code -> code)));
    notes.band("backdrop.nearWhiteShare", Math.max(0.03, doubt.ofShare(nearWhite)));
    notes.band("backdrop.pureWhiteShare", Math.max(0.02, doubt.ofShare(pureWhite)));
    notes.band(
        "backdrop.stopsBelowWhite",
        Math.max(
            0.03, doubt.ofQuantile(counts.groundLuminance, 0.5, BackdropMeasure::stopsBelowWhite)));
    GroundTint tint = GroundTint.of(picture);
    if (tint == null) {
      notes.cantTell("backdrop.castA", "The ground is clipped to white; a tint can't be seen.");
    } else {
      double bandA = tint.doubtA(doubt);
      double bandB = tint.doubtB(doubt);
      notes.band("backdrop.castA", bandA);
      notes.band("backdrop.castB", bandB);
      notes.band("backdrop.castChroma", Math.hypot(bandA, bandB));
    }
    double[] falloff = falloff();
    return new Readings.Backdrop(
        kind(level, tint),
        level,
        low5,
        pureWhite,
        nearWhite,
        clipped ? 0 : stopsBelowWhite(median),
        falloff[0],
        falloff[1],
        tint == null ? null : (Double) tint.a(),
        tint == null ? null : (Double) tint.b(),
        tint == null ? null : (Double) tint.chroma(),
        tint == null ? null : CastName.of(tint.a(), tint.b()),
        tint == null ? null : tint.mixed(),
        shadow(),
        ReflectionMeasure.measure(picture),
        separation(),
        details.holesLevel(),
        marks.join(),
        details.intrusions(),
        details.foreign(),
        details.added(),
        details.grid(),
        parts.againstBlank(),
        FlatField.evened(picture));
  }

  /** Of luminance in the steps of {@link CodeCounts}. */
  private static double code(double steps) {
    return Srgb.code(Math.max(0, Math.min(1, steps / CodeCounts.LUMINANCE_STEPS)));
  }

  /** Less than one step of light can't be told. */
  private static double stopsBelowWhite(double steps) {
    double light = Math.max(1, Math.min(CodeCounts.LUMINANCE_STEPS, steps));
    return -Math.log(light / CodeCounts.LUMINANCE_STEPS) / Math.log(2);
  }

  private String kind(double level, GroundTint tint) {
    if (parts.borderAgreement() < PLAIN_BORDER_SHARE || parts.noiseStops() > SCENE_NOISE_STOPS) {
      return "scene";
    }
    if (tint != null && tint.chroma() > COLOURED_CHROMA && tint.share() > 0.5) {
      return "coloured";
    }
    return level >= 215 ? "white" : level >= 150 ? "light-grey" : level >= 80 ? "mid-grey" : "dark";
  }

  /**
   * Stops from the brightest to the darkest part of the lit ground, and the dark direction. Grain
   * is averaged over blocks; blocks that are mostly shadow or product are left out.
   */
  private double[] falloff() {
    int side = Math.max(4, parts.width() / BLOCKS_ACROSS);
    double low = Double.MAX_VALUE;
    double high = -Double.MAX_VALUE;
    double sx = 0;
    double sy = 0;
    double mean = 0;
    List<double[]> blocks = new ArrayList<>();
    float[] sample = new float[side * side];
    for (int top = 0; top < parts.height(); top += side) {
      for (int left = 0; left < parts.width(); left += side) {
        int count = bare(left, top, side, sample);
        if (count > side * side / 2) {
          double stops = BareGround.stops(Planes.quantile(sample, count, 0.5));
          low = Math.min(low, stops);
          high = Math.max(high, stops);
          mean += stops;
          blocks.add(new double[] {left, top, stops});
        }
      }
    }
    double least = parts.againstBlank() ? FALLOFF_BAND_FROM_BLANK : FALLOFF_BAND;
    double[] stopsOfBlocks = blocks.stream().mapToDouble(block -> block[2]).sorted().toArray();
    notes.band("backdrop.falloffStops", Math.max(least, doubt.ofRange(stopsOfBlocks)));
    if (blocks.isEmpty()) {
      return new double[] {0, 0};
    }
    mean /= blocks.size();
    for (double[] block : blocks) {
      sx -= (block[2] - mean) * (block[0] + side / 2.0 - parts.width() / 2.0);
      sy -= (block[2] - mean) * (block[1] + side / 2.0 - parts.height() / 2.0);
    }
    double degrees = (Math.toDegrees(Math.atan2(sy, sx)) + 360) % 360;
    return new double[] {high - low, degrees};
  }

  /** What of a block is ground, as it would be without the product; how many pixels. */
  private int bare(int left, int top, int side, float[] out) {
    int count = 0;
    for (int y = top; y < Math.min(parts.height(), top + side); y++) {
      for (int x = left; x < Math.min(parts.width(), left + side); x++) {
        int at = y * parts.width() + x;
        if (!beside[at] && parts.isGroundOrShadow(at)) {
          out[count++] = bare[at];
        }
      }
    }
    return count;
  }

  /** Pixels so near to the product, or to something foreign, that its edge reaches over them. */
  private boolean[] beside() {
    float[] other = new float[parts.kind().length];
    for (int at = 0; at < other.length; at++) {
      other[at] = parts.isGroundOrShadow(at) && parts.alpha()[at] < 0.02f ? 0 : 1;
    }
    float[] near = Planes.boxMean(other, parts.width(), parts.height(), SEAM_PX);
    boolean[] beside = new boolean[other.length];
    for (int at = 0; at < near.length; at++) {
      beside[at] = near[at] > 1e-4f;
    }
    return beside;
  }

  /** Splinters and wires of the product that were left outside are no shadow: they stand out. */
  private boolean isSmooth(int at) {
    int width = parts.width();
    float here = parts.deviationStops()[at];
    for (int step : new int[] {2, -2, 2 * width, -2 * width}) {
      int there = at + step;
      boolean inFrame = there >= 0 && there < parts.kind().length;
      if (inFrame
          && Math.abs(parts.deviationStops()[there] - here) > ROUGH_STOPS - ROUGH_SHARE * here) {
        return false;
      }
    }
    return here > -DEEPEST_SHADOW_STOPS;
  }

  /** Where the product takes so much light that it is called shadow; grain is evened out. */
  private boolean isShaded(float[] evened, int at) {
    return parts.againstBlank()
        ? parts.kind()[at] == Separation.SHADOW && shade(at) > SHADOW_STOPS
        : parts.isGroundOrShadow(at) && evened[at] < SHADED * bare[at];
  }

  /** How much light the product takes from the ground: stops. */
  private float shade(int at) {
    return parts.againstBlank()
        ? -parts.deviationStops()[at]
        : (float) (BareGround.stops(bare[at]) - BareGround.stops(luminance[at]));
  }

  private Readings.Shadow shadow() {
    float[] depth = new float[parts.kind().length];
    int count = 0;
    int smooth = 0;
    int product = 0;
    int ground = 0;
    double shadowX = 0;
    double shadowY = 0;
    double productX = 0;
    double productY = 0;
    int width = parts.width();
    float[] evened = Planes.boxMean(luminance, width, parts.height(), EVENED_PX);
    for (int at = 0; at < depth.length; at++) {
      ground += parts.isGroundOrShadow(at) ? 1 : 0;
      if (parts.kind()[at] == Separation.PRODUCT) {
        product++;
        productX += at % width;
        productY += at / (double) width;
      } else if (!beside[at] && isShaded(evened, at)) {
        count++;
        if (isSmooth(at)) {
          depth[smooth++] = shade(at);
        }
        shadowX += at % width;
        shadowY += at / (double) width;
      }
    }
    if (product == 0 || count < 0.005 * product || smooth == 0) {
      return null;
    }
    Arrays.sort(depth, 0, smooth);
    double dx = shadowX / count - productX / product;
    double dy = shadowY / count - productY / product;
    String side =
        Math.abs(dx) > Math.abs(dy) ? dx > 0 ? "right" : "left" : dy > 0 ? "below" : "above";
    double deep = depth[(int) (DEEP * (smooth - 1))];
    double strange = Math.min(1, doubt.strange() * ground / count);
    double own = depth[(int) (DEEP * (1 - strange) * (smooth - 1))];
    notes.band(
        "backdrop.shadow.depthStops", Math.max(SHADOW_BAND + SHADOW_BAND_SHARE * deep, deep - own));
    return new Readings.Shadow(
        deep, (double) count / product, hardness(deep, Math.sqrt(product)), side);
  }

  /**
   * From the width of the penumbra: the shadow's depth over the steepest slope of its edge, against
   * the product's size. 1 is a knife edge, one half a penumbra of a twentieth of the product.
   */
  private double hardness(double deep, double size) {
    int width = parts.width();
    int reach = 6;
    float[] slopes = new float[parts.kind().length];
    int count = 0;
    for (int y = reach; y < parts.height() - reach; y++) {
      for (int x = reach; x < width - reach; x++) {
        int at = y * width + x;
        if (parts.kind()[at] == Separation.SHADOW && onlyGroundAround(at, reach)) {
          float across = parts.deviationStops()[at + 2] - parts.deviationStops()[at - 2];
          float down =
              parts.deviationStops()[at + 2 * width] - parts.deviationStops()[at - 2 * width];
          slopes[count++] = (float) Math.hypot(across, down) / 4;
        }
      }
    }
    if (count < 20) {
      return 0;
    }
    double steep = Planes.quantile(slopes, count, 0.95);
    double penumbra = deep / Math.max(1e-4, steep);
    return 1 / (1 + penumbra / (HALF_HARD_SHARE * size));
  }

  private boolean onlyGroundAround(int at, int reach) {
    int width = parts.width();
    for (int dy = -reach; dy <= reach; dy += reach) {
      for (int dx = -reach; dx <= reach; dx += reach) {
        if (!parts.isGroundOrShadow(at + dy * width + dx)) {
          return false;
        }
      }
    }
    return true;
  }

  /**
   * Mean colour difference between a little inside and a little outside the outline; 0 where
   * nothing stands out.
   */
  private double separation() {
    int width = parts.width();
    double sum = 0;
    int count = 0;
    for (int y = 4; y < parts.height() - 4; y++) {
      for (int x = 4; x < width - 4; x++) {
        int at = y * width + x;
        if (parts.kind()[at] != Separation.PRODUCT || (x + y) % 3 != 0) {
          continue;
        }
        for (int step : new int[] {1, -1, width, -width}) {
          if (parts.isGroundOrShadow(at + step)) {
            sum += DeltaE.ciede2000(picture.lab(at - 3 * step), picture.lab(at + 4 * step));
            count++;
            break;
          }
        }
      }
    }
    double mean = count == 0 ? 0 : sum / count;
    double share = SEPARATION_BAND_SHARE + SEPARATION_BAND_OF_DOUBTED * (1 - parts.confidence());
    notes.band("backdrop.separation", Math.max(LEAST_SEPARATION_BAND, share * mean));
    return mean;
  }
}
