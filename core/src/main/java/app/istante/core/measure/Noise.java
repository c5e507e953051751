package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.JpegCoding;
import app.istante.core.image.Scale;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumMap;
import java.util.EnumSet;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.Set;

/**
 * Grain in 8-bit codes, from flat fields at mid-tones: what is left of each channel when the plane
 * that fits a field best is taken away. Fields of the ground count where there are enough of them;
 * of a burnt ground those in its shadows; else the flattest of the product's, so that texture is
 * not taken for grain. All the grain counts, not only its finest part, which compression takes away
 * first.
 */
final class Noise {
  private static final int FIELD_PX = JpegCoding.GROUP_PX;
  private static final int MIN_FIELDS = 8;
  private static final int ENOUGH_FIELDS = 40;
  private static final int MOST_FIELDS = 1600;
  private static final int DARKEST_CODE = 50;

  /** Where no channel is clipped, grain in codes hardly depends on the level. */
  private static final int BRIGHTEST_CODE = 246;

  /** A field that spans more codes holds an edge. */
  private static final int MOST_SPAN = 90;

  private static final int CLIPPED_CODE = 254;

  /** Grain is this much coarser than white grain at most; more is texture. */
  private static final double COARSER_GRAIN = 1.35;

  /** The same where compression has taken the finest grain away. */
  private static final double COMPRESSED_GRAIN = 2.5;

  /** Grain as coarse as if a Gaussian of so many pixels had smoothed it may be wool. */
  private static final double LIKE_TEXTURE = 0.75;

  private static final int LIGHT_COMPRESSION = 94;

  /** Less grain than this is hardly seen: codes. */
  private static final double MOST_BAND = 2.5;

  private static final double MID_TONE = 128;
  private static final double LEAST_LIGHT = 0.01;

  private Noise() {}

  /** A flat square: where it lies, and its grain in the picture's codes. */
  private record Field(int x, int y, double sigma) {}

  /** Where grain is looked for, and how far what is seen there can be trusted to be grain. */
  private enum Place {
    /** Paper has some texture. */
    GROUND(0.1, 0.8, 0, 0.95, 1, 0.15),

    /** What is not burnt of a burnt ground; it bends, and its rim is no grain. */
    SHADOW(0.1, 0.5, 0.1, 0.5, 2, 0.2),

    /** Things have more texture, which lies below the second frequency. */
    PRODUCT(0.05, 0.4, 0.05, 0.4, 2, 0.35);

    private final double from;
    private final double to;
    private final double keptFrom;
    private final double keptTo;
    private final int lowest;
    private final double doubt;

    /**
     * @param from of the fields in order, the first that counts
     * @param to the last one
     * @param keptFrom the same where compression is undone: few coefficients survive it, in the
     *     grainier fields, so that leaving those out tells too little
     * @param keptTo the last one there
     * @param lowest frequency free of texture, half waves a block
     * @param doubt half-width of the band, as a share of the grain
     */
    Place(double from, double to, double keptFrom, double keptTo, int lowest, double doubt) {
      this.from = from;
      this.to = to;
      this.keptFrom = keptFrom;
      this.keptTo = keptTo;
      this.lowest = lowest;
      this.doubt = doubt;
    }

    /** Those of the fields, in order, that count. */
    List<Field> middle(List<Field> fields) {
      return between(fields, from, to);
    }

    /** The same where compression is undone. */
    List<Field> kept(List<Field> fields) {
      return between(fields, keptFrom, keptTo);
    }

    private static List<Field> between(List<Field> fields, double from, double to) {
      int last = fields.size() - 1;
      return fields.subList((int) (from * last), (int) (to * last) + 1);
    }
  }

  /**
   * What fields of one kind tell.
   *
   * @param middle the fields that count
   * @param before grain before compression; null of files that were not so compressed
   */
  private record Told(Place place, List<Field> middle, CompressedGrain.Estimate before) {
    static Told by(Analysed picture, Place place, List<Field> fields) {
      fields.sort(Comparator.comparingDouble(Field::sigma));
      return new Told(
          place,
          place.middle(fields),
          picture
              .photo()
              .coding()
              .map(coding -> beforeCompression(picture, coding, place, fields))
              .orElse(null));
    }

    boolean takenAway() {
      return before != null && Double.isNaN(before.sigma());
    }

    /** Codes. */
    double sigma() {
      return before == null || takenAway() ? inFile(middle) : before.sigma();
    }

    double mostSigma() {
      return takenAway() ? before.most() : sigma();
    }

    boolean mayBeTexture() {
      return place == Place.PRODUCT && before != null && before.coarseness() >= LIKE_TEXTURE;
    }

    /** Half-width of the band, codes. */
    double band() {
      double sigma = sigma();
      double band = place.doubt * sigma + 0.3;
      if (takenAway()) {
        band = Math.max(band, before.most() - sigma);
      } else if (before != null) {
        band = Math.max(band, 2 * before.spread() + 0.1);
      }
      return mayBeTexture() ? Math.max(band, sigma) : band;
    }
  }

  /** Standard deviation, codes, mean of the three channels; null where no flat field is seen. */
  static Double measure(Analysed picture, Notes notes) {
    int step = step(picture);
    Map<Place, List<Field>> seen = collect(picture, step, EnumSet.of(Place.GROUND, Place.PRODUCT));
    boolean plain = seen.get(Place.GROUND).size() >= ENOUGH_FIELDS;
    List<Place> places = plain ? List.of(Place.GROUND) : List.of(Place.SHADOW, Place.PRODUCT);
    if (!plain) {
      // There is little shadow.
      int closer = Math.max(1, step / 2);
      seen.putAll(collect(picture, closer, EnumSet.of(Place.SHADOW)));
    }
    // Texture only adds to grain: where there is less of both is less texture.
    Told told =
        places.stream()
            .filter(place -> seen.get(place).size() >= MIN_FIELDS)
            .map(place -> Told.by(picture, place, seen.get(place)))
            .min(Comparator.comparingDouble(Told::mostSigma))
            .orElse(null);
    if (told == null) {
      notes.cantTell("sharpness.noiseSigma", "No flat mid-tone area to see grain in.");
      return null;
    }
    double band = told.band();
    if ((told.takenAway() || told.mayBeTexture()) && band > MOST_BAND) {
      notes.cantTell(
          "sharpness.noiseSigma",
          told.takenAway()
              ? "Compression has taken the grain away."
              : "The product's own texture hides the grain.");
      return null;
    }
    notes.band("sharpness.noiseSigma", band);
    return told.sigma() * toMidTones(picture.srgb(), told.middle());
  }

  /** Fields apart, so that a picture of any size has about as many. */
  private static int step(Analysed picture) {
    EncodedImage srgb = picture.srgb();
    double all = (double) srgb.widthPx() * srgb.heightPx() / (FIELD_PX * FIELD_PX);
    return Math.max(1, (int) Math.sqrt(all / MOST_FIELDS));
  }

  /** The flat fields of such places, every so many across and down. */
  private static Map<Place, List<Field>> collect(Analysed picture, int step, Set<Place> places) {
    EncodedImage srgb = picture.srgb();
    Optional<JpegCoding> coding = picture.photo().coding();
    int left = coding.map(JpegCoding::leftPx).orElse(0);
    int top = coding.map(JpegCoding::topPx).orElse(0);
    int apart = step * FIELD_PX;
    Integer quality = picture.photo().facts().jpegQuality();
    double coarser =
        quality == null || quality >= LIGHT_COMPRESSION ? COARSER_GRAIN : COMPRESSED_GRAIN;
    Map<Place, List<Field>> seen = new EnumMap<>(Place.class);
    places.forEach(place -> seen.put(place, new ArrayList<>()));
    for (int y = top; y + FIELD_PX <= srgb.heightPx(); y += apart) {
      for (int x = left; x + FIELD_PX <= srgb.widthPx(); x += apart) {
        Place place = place(picture, x, y);
        if (place != null && places.contains(place)) {
          double sigma = field(srgb, x, y, place == Place.PRODUCT ? coarser : Double.MAX_VALUE);
          if (sigma >= 0) {
            seen.get(place).add(new Field(x, y, sigma));
          }
        }
      }
    }
    return seen;
  }

  /** Root mean square, less what rounding to codes adds. */
  private static double inFile(List<Field> fields) {
    double squares = fields.stream().mapToDouble(f -> f.sigma() * f.sigma()).average().orElse(0);
    return Math.sqrt(Math.max(0, squares - CompressedGrain.ROUNDING));
  }

  private static CompressedGrain.Estimate beforeCompression(
      Analysed picture, JpegCoding coding, Place place, List<Field> fields) {
    return CompressedGrain.measure(
        picture.photo().codes(),
        coding,
        place.kept(fields).stream().map(f -> new int[] {f.x(), f.y()}).toList(),
        place.lowest);
  }

  /**
   * From the fields' level to mid-tones. Grain of light, developed with the curve of sRGB, is 12 %
   * stronger at mid-tones than near white; grain of what came after the curve is the same
   * everywhere. The mean of the two is at most 6 % off.
   */
  private static double toMidTones(EncodedImage srgb, List<Field> fields) {
    double level =
        fields.stream()
            .mapToInt(f -> srgb.rgb()[3 * ((f.y() + 8) * srgb.widthPx() + f.x() + 8) + 1] & 0xFF)
            .average()
            .orElse(MID_TONE);
    return Math.sqrt(grainOfLight(MID_TONE) / grainOfLight(level));
  }

  /** Grain of light at a level, codes, up to a factor: its root, times the slope of the curve. */
  private static double grainOfLight(double code) {
    double light = Math.max(Srgb.decode(code / 255), LEAST_LIGHT);
    return Math.sqrt(light) * Math.pow(light, 1 / 2.4 - 1);
  }

  /** What all four corners of a field lie on; null where they differ. */
  private static Place place(Analysed picture, int x, int y) {
    Separation parts = picture.separation();
    Scale scale = picture.linear().scale();
    byte kind = 0;
    for (int corner = 0; corner < 4; corner++) {
      int u = Math.min(scale.cell(x + corner % 2 * (FIELD_PX - 1)), parts.width() - 1);
      int v = Math.min(scale.cell(y + corner / 2 * (FIELD_PX - 1)), parts.height() - 1);
      byte here = parts.kind()[v * parts.width() + u];
      if (corner > 0 && here != kind) {
        return null;
      }
      kind = here;
    }
    return switch (kind) {
      case Separation.GROUND -> Place.GROUND;
      case Separation.SHADOW -> Place.SHADOW;
      case Separation.PRODUCT -> Place.PRODUCT;
      default -> null;
    };
  }

  /** Sigma of one field, or -1 where it is too dark, too bright or not flat. */
  private static double field(EncodedImage srgb, int x0, int y0, double coarser) {
    int width = srgb.widthPx();
    byte[] rgb = srgb.rgb();
    double middle = (FIELD_PX - 1) / 2.0;
    int n = FIELD_PX * FIELD_PX;
    double spread = n * (n - 1) / 12.0;
    double total = 0;
    for (int channel = 0; channel < 3; channel++) {
      long sum = 0;
      long squares = 0;
      double alongX = 0;
      double alongY = 0;
      int low = 255;
      int high = 0;
      for (int y = 0; y < FIELD_PX; y++) {
        int at = 3 * ((y0 + y) * width + x0) + channel;
        int row = 0;
        for (int x = 0; x < FIELD_PX; x++, at += 3) {
          int here = rgb[at] & 0xFF;
          row += here;
          squares += (long) here * here;
          alongX += (x - middle) * here;
          low = Math.min(low, here);
          high = Math.max(high, here);
        }
        sum += row;
        alongY += (y - middle) * row;
      }
      double mean = (double) sum / n;
      if (mean < DARKEST_CODE
          || mean > BRIGHTEST_CODE
          || high >= CLIPPED_CODE
          || high - low > MOST_SPAN) {
        return -1;
      }
      double rest = squares - n * mean * mean - (alongX * alongX + alongY * alongY) / spread;
      double sigma = Math.sqrt(Math.max(0, rest / (n - 3)));
      total +=
          coarser == Double.MAX_VALUE
              ? sigma
              : Math.min(sigma, coarser * finest(rgb, x0, y0, width, channel));
    }
    return total / 3;
  }

  /** Immerkaer (1996), "Fast noise variance estimation", equation 3: blind to slopes and edges. */
  private static double finest(byte[] rgb, int x0, int y0, int width, int channel) {
    long absolute = 0;
    for (int y = y0 + 1; y < y0 + FIELD_PX - 1; y++) {
      for (int x = x0 + 1; x < x0 + FIELD_PX - 1; x++) {
        int at = 3 * (y * width + x) + channel;
        int up = at - 3 * width;
        int down = at + 3 * width;
        int laplace =
            code(rgb, up - 3)
                + code(rgb, up + 3)
                + code(rgb, down - 3)
                + code(rgb, down + 3)
                - 2 * (code(rgb, up) + code(rgb, down) + code(rgb, at - 3) + code(rgb, at + 3))
                + 4 * code(rgb, at);
        absolute += Math.abs(laplace);
      }
    }
    return Math.sqrt(Math.PI / 2) * absolute / (6.0 * (FIELD_PX - 2) * (FIELD_PX - 2));
  }

  private static int code(byte[] rgb, int at) {
    return rgb[at] & 0xFF;
  }
}
