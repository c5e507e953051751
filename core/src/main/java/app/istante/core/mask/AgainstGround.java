package app.istante.core.mask;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Rows;
import java.util.Arrays;
import java.util.stream.Stream;

/**
 * A picture held against its ground: a smooth model of the ground is fitted from the border
 * inwards, or to the change since the blank frame, and each pixel is told by its difference from it
 * and by the edge that runs through it.
 */
final class AgainstGround {
  /** Differences between the channels' ratios above this are colour, not shade: stops. */
  private static final double COLOUR_STOPS = 0.15;

  /** The product's shade on what lies beside the sheet is no deeper. */
  private static final double DEEPEST_ON_TABLE = 1.2;

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
  static final float CLIPPED_LOG = -0.04f;

  private static final double LEAST_STEEP_STOPS_PER_PIXEL = 0.04;
  private static final double MOST_STEEP_STOPS_PER_PIXEL = 0.13;

  private static final double BLANK_LEAST_SHARE = 0.8;

  final int width;
  final int height;
  final LinearImage image;

  /** Light in stops, its grain evened out. */
  final float[][] log;

  /** What is known to be neither product nor ground; or null. */
  final boolean[] foreign;

  /** The empty set, where it explains this picture; or null. */
  final BlankFrame blank;

  final BackdropModel model;

  /** Light of the ground that should lie at each pixel, by channel, stops. */
  final float[][] ground;

  final OffGround off;

  /** Slope of the brightness, stops per pixel. */
  final float[] gradient;

  /** How clearly each place shows an outline, 1 and more is clear. */
  final float[] edge;

  /** How steep grain makes the ground, stops per pixel. */
  final double typicalGradient;

  /** A slope like this is an outline's, stops per pixel. */
  final double steep;

  private final boolean[] known;
  private final float[][] bend;

  /**
   * @param log light in stops, its grain evened out
   * @param known to be neither product nor ground; or null
   * @param blank one that explains this picture; or null
   * @param bend light of each row and channel that the smooth model is known to pass over; or null
   */
  private AgainstGround(
      LinearImage image,
      float[][] log,
      BackdropModel model,
      boolean[] known,
      BlankFrame blank,
      float[][] bend) {
    this.image = image;
    this.log = log;
    this.model = model;
    this.known = known;
    this.blank = blank;
    this.bend = bend;
    width = image.width();
    height = image.height();
    int size = width * height;
    double tolerance = model.toleranceStops();
    ground = new float[3][size];
    float[] deviation = new float[size];
    float[] colour = new float[size];
    fillDeviations(deviation, colour);
    float[] brightness = new float[size];
    for (int i = 0; i < size; i++) {
      brightness[i] = LogLight.brightness(log[0][i], log[1][i], log[2][i]);
    }
    float[] even = Planes.boxMean(brightness, width, height, 1);
    gradient = Planes.gradient(even, width, height);
    typicalGradient = Planes.medianWhere(gradient, deviation, tolerance);
    steep =
        Math.max(
            5 * typicalGradient,
            Math.max(
                LEAST_STEEP_STOPS_PER_PIXEL,
                Math.min(MOST_STEEP_STOPS_PER_PIXEL, CLOSING_SHARE * clearEdge())));
    edge = EdgeMap.of(even, gradient, deviation, tolerance, width, height);
    double colourTolerance =
        Math.max(COLOUR_STOPS, 4 * Planes.medianWhere(colour, deviation, tolerance));
    off =
        new OffGround(deviation, colour, tolerance, colourTolerance, groundColour(), width, height);
    foreign = own(blank == null ? known : withWhatStoodThere(known));
  }

  /**
   * @param foreign pixels that are known to be neither product nor ground; or null
   * @param blank the empty set; it is used where it explains more than a smooth surface; or null
   */
  static AgainstGround of(LinearImage image, boolean[] foreign, BlankFrame blank) {
    float[][] log = smoothed(LogLight.planes(image), image.width(), image.height(), 1);
    BackdropModel smooth = BackdropModel.fit(log, image.width(), image.height());
    BackdropModel against = blank == null ? null : against(blank, log, image);
    boolean helps = against != null && ofThisSet(against, smooth);
    return new AgainstGround(
        image, log, helps ? against : smooth, foreign, helps ? blank : null, null);
  }

  /**
   * The same with the sheet's bend known, once an outline has shown where it may be looked for;
   * null where none is told.
   */
  AgainstGround withBend(Separation outlined) {
    if (blank != null || model.ofSheet()) {
      return null;
    }
    float[][] over = above(log, ground, WHITE_LOG);
    float[][] told = SheetBend.channels(outlined, over, model.toleranceStops());
    return told == null ? null : new AgainstGround(image, log, model, known, null, told);
  }

  /**
   * The same parts, held against the ground as it would be were the product not there. The smooth
   * change since the blank frame, by which they were told, has the product's wide shade in it; the
   * lamps' own change is a plane, fitted to where there is none. Where no blank frame tells the
   * ground, or too little of it is seen, the parts as they are.
   */
  Separation unshaded(Separation parts) {
    BackdropModel lamps = blank == null ? null : LampsSinceBlank.of(this, parts);
    if (lamps == null) {
      return parts;
    }
    AgainstGround bare = new AgainstGround(image, log, lamps, known, blank, null);
    return parts.on(bare.ground, bare.off.deviation(), bare.opened(parts));
  }

  /**
   * Parts that were told on another ground, held against this one.
   *
   * @param own parts that were told on this one
   */
  Separation holding(Separation parts, Separation own) {
    return own.outlinedAs(parts, opened(parts));
  }

  /** What each pixel is, by parts told elsewhere and by this ground. */
  private byte[] opened(Separation parts) {
    byte[] kind = parts.kind().clone();
    for (int at = 0; at < kind.length; at++) {
      if (parts.isGroundOrShadow(at)) {
        kind[at] = off.open(at);
      }
    }
    return kind;
  }

  /** The same on each sheet that may lie on what was taken for the ground. */
  Stream<AgainstGround> onSheets() {
    Stream<BackdropModel> sheets = blank == null ? model.sheetsUpon(log) : Stream.empty();
    return sheets.map(sheet -> new AgainstGround(image, log, sheet, known, null, null));
  }

  /**
   * The smooth change of the light since the blank frame was taken: another shutter time, the lamps
   * warming up, the product's own shade. Null where it has another size.
   */
  private static BackdropModel against(BlankFrame blank, float[][] log, LinearImage image) {
    if (!blank.fits(image.width(), image.height())) {
      return null;
    }
    float[][] change = above(log, blank.log(), Float.POSITIVE_INFINITY);
    return BackdropModel.ofChange(change, image.width(), image.height());
  }

  /** Stops by which the light lies above the ground's, which is no more than a most. */
  static float[][] above(float[][] log, float[][] ground, float most) {
    float[][] above = new float[3][];
    for (int channel = 0; channel < 3; channel++) {
      above[channel] = log[channel].clone();
      for (int at = 0; at < above[channel].length; at++) {
        above[channel][at] -= least(ground[channel][at], most);
      }
    }
    return above;
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
    boolean[] all = new boolean[width * height];
    for (int at = 0; at < all.length; at++) {
      boolean unchanged =
          off.deviation()[at] < 2 * model.toleranceStops()
              && off.deviation()[at] > -DEEPEST_ON_TABLE
              && off.colour()[at] < COLOUR_STOPS;
      all[at] = known != null && known[at] || blank.notGround()[at] && unchanged;
    }
    return all;
  }

  /** What lies round a sheet is added to what is known to be foreign. */
  private boolean[] own(boolean[] known) {
    if (known != null) {
      return known.clone();
    }
    return model.ofSheet() ? new boolean[width * height] : null;
  }

  /** Grain is evened out before anything is compared: means over so many pixels to either side. */
  static float[][] smoothed(float[][] planes, int width, int height, int reach) {
    float[][] out = new float[3][];
    for (int channel = 0; channel < 3; channel++) {
      out[channel] = Planes.boxMean(planes[channel], width, height, reach);
    }
    return out;
  }

  private void fillDeviations(float[] deviation, float[] colour) {
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
            fillDeviations(y * width, (y + 1) * width, deviation, colour);
          }
        });
  }

  private void fillDeviations(int from, int to, float[] deviation, float[] colour) {
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
      deviation[at] = LogLight.brightness(r, g, b);
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

  /** Whether a pixel is as bright as the file can tell. */
  boolean isBurnt(int at) {
    return log[0][at] > CLIPPED_LOG && log[1][at] > CLIPPED_LOG && log[2][at] > CLIPPED_LOG;
  }
}
