package app.istante.core.verdict;

import app.istante.core.image.Srgb;
import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Set;

/**
 * How the ground will read once it is cropped and lifted. A closer crop leaves out white corners
 * and keeps the product's shade: where the ground is dark is told by the grid of the backdrop, how
 * dark it is by the readings of the whole frame.
 */
final class GroundInCrop {
  static final Set<String> READINGS =
      Set.of(
          "backdrop.level",
          "backdrop.low5",
          "backdrop.nearWhiteShare",
          "backdrop.pureWhiteShare",
          "backdrop.stopsBelowWhite");

  private static final double WHITE_CODE = 255;

  /** The darkest 5 % begin here. */
  private static final double DARKEST = 0.95;

  /** Grain alone spreads the codes of a ground that is as even as this. */
  private static final double EVEN_STOPS = 0.05;

  /** What lies beyond this share of the ground is chance. */
  private static final double MOST_SHARE = 0.995;

  /** Of the ground: what is foretold of a share is right to this. */
  private static final double SHARE_RESERVE = 0.03;

  private final double level;
  private final double low5;

  /** Shares of the whole frame's ground, 0 where they are not known. */
  private final double nearWhite;

  private final double pureWhite;

  private final Fields whole;
  private final Fields kept;

  /**
   * @param readings of a picture with ground
   * @param crop in photo pixels; null keeps all
   */
  GroundInCrop(Readings readings, Readings.BoxPx crop) {
    level = readings.backdrop().level();
    low5 = readings.backdrop().low5();
    nearWhite = readings.backdrop().nearWhiteShare();
    pureWhite = readings.backdrop().pureWhiteShare();
    Fields all = Fields.of(readings, null);
    Fields inside = Fields.of(readings, crop);
    boolean known = all.area > 0 && inside.area > 0;
    whole = known ? all : Fields.ALIKE;
    kept = known ? inside : whole;
  }

  /** Of the picture as it is. */
  GroundInCrop(Readings readings) {
    this(readings, null);
  }

  /** Of a ground whose fall-off is divided out: then it is alike all over. */
  GroundInCrop(Readings.Evened evened) {
    level = evened.level();
    low5 = evened.low5();
    nearWhite = 0;
    pureWhite = 0;
    whole = Fields.ALIKE;
    kept = whole;
  }

  /** Whether a rule asks for a whiter ground than there is, or for one as white as it is. */
  static boolean asksForLight(Finding finding) {
    if (!READINGS.contains(finding.reading())) {
      return false;
    }
    boolean darkness = finding.reading().equals("backdrop.stopsBelowWhite");
    if (finding.op().equals("between")) {
      double middle = (finding.limit().get(0) + finding.limit().get(1)) / 2;
      return finding.value() != null && darkness == finding.value() > middle;
    }
    return finding.op().equals(darkness ? "at-most" : "at-least");
  }

  /** Code of the median luminance. */
  double level() {
    return lifted(level, whole.quantile(0.5) - kept.quantile(0.5));
  }

  /** Code under which the darkest twentieth lies. */
  double low5() {
    return lifted(low5, whole.quantile(DARKEST) - kept.quantile(DARKEST));
  }

  /**
   * Share of the ground that is near white after a lift.
   *
   * @param lift stops
   */
  double nearWhiteShare(double lift) {
    double white = justWhite(nearWhite, Readings.Backdrop.NEAR_WHITE_CODE);
    double grown = kept.upTo(white + lift) - whole.upTo(white);
    return Math.max(0, Math.min(1, nearWhite + grown));
  }

  /**
   * How dark a field is that is just white enough; a darker one needs the difference as a lift.
   * Where grain alone makes the difference between fields it is told from the darkest 5 %; where
   * only their luminance is known, from those that just are white.
   *
   * @param now share that is as white as {@code code}
   */
  private double justWhite(double now, double code) {
    double white = whole.quantile(now);
    double darkest = whole.quantile(DARKEST);
    if (darkest - white < EVEN_STOPS || now <= 0 && !whole.byChannel) {
      return darkest - stops(low5, code);
    }
    return whole.byChannel ? stops(code, WHITE_CODE) : white;
  }

  /**
   * Stops of light that bring a reading of this crop to the limit of a rule; 0 where it is there.
   *
   * @param finding of one of the {@link #READINGS}
   */
  double liftFor(Finding finding) {
    return liftFor(finding, 0);
  }

  /**
   * The same with as much to spare of a share as it may be foretold wrongly, so that the re-check
   * does not fail by that.
   */
  double safeLiftFor(Finding finding) {
    return liftFor(finding, SHARE_RESERVE);
  }

  private double liftFor(Finding finding, double reserve) {
    boolean darkness = finding.reading().equals("backdrop.stopsBelowWhite");
    double limit = finding.limit().get(darkness ? finding.limit().size() - 1 : 0);
    return Math.max(
        0,
        switch (finding.reading()) {
          case "backdrop.level" -> stops(level(), limit);
          case "backdrop.stopsBelowWhite" -> stops(level(), Srgb.code(Math.pow(2, -limit)));
          case "backdrop.low5" -> stops(low5(), limit);
          case "backdrop.nearWhiteShare" ->
              ofShare(nearWhite, Readings.Backdrop.NEAR_WHITE_CODE, limit + reserve);
          case "backdrop.pureWhiteShare" -> ofShare(pureWhite, WHITE_CODE, limit + reserve);
          default -> throw new IllegalArgumentException(finding.reading());
        });
  }

  private double ofShare(double now, double code, double limit) {
    double wanted = Math.min(MOST_SHARE, limit);
    double white = justWhite(now, code);
    // What the fields tell of the whole frame is put right by what was counted there.
    double off = now - whole.upTo(white);
    return kept.upTo(white) + off >= wanted
        ? 0
        : kept.quantile(Math.max(0, Math.min(MOST_SHARE, wanted - off))) - white;
  }

  private static double stops(double from, double to) {
    return Math.log(Srgb.decode(to / 255) / Math.max(1e-4, Srgb.decode(from / 255))) / Math.log(2);
  }

  static double lifted(double code, double stops) {
    return Srgb.code(Math.min(1, Srgb.decode(code / 255) * Math.pow(2, stops)));
  }

  /** How dark the ground is, field by field. */
  private static final class Fields {
    static final Fields ALIKE = new Fields(List.of(new Field(0, 1)), false);

    /**
     * @param stops below white
     * @param area in fields, of what the crop keeps of it
     */
    private record Field(double stops, double area) {}

    private final List<Field> rising;
    private final double area;

    /** Whether they are of the smallest channel, whose codes a place counts, or of luminance. */
    private final boolean byChannel;

    private Fields(List<Field> all, boolean byChannel) {
      this.byChannel = byChannel;
      rising = all.stream().sorted(Comparator.comparingDouble(Field::stops)).toList();
      area = all.stream().mapToDouble(Field::area).sum();
    }

    static Fields of(Readings readings, Readings.BoxPx crop) {
      List<Field> all = new ArrayList<>();
      Readings.Grid grid = readings.backdrop().grid();
      boolean byChannel = grid != null && grid.smallest() != null;
      for (int at = 0; grid != null && at < grid.stops().size(); at++) {
        Double stops = grid.stops().get(at);
        if (stops != null) {
          double wide = (double) readings.image().widthPx() / grid.columns();
          double tall = (double) readings.image().heightPx() / grid.rows();
          int column = at % grid.columns();
          int row = at / grid.columns();
          double kept =
              crop == null
                  ? 1
                  : overlap(column, crop.x() / wide, (crop.x() + crop.width()) / wide)
                      * overlap(row, crop.y() / tall, (crop.y() + crop.height()) / tall);
          all.add(
              new Field(
                  byChannel
                      ? GroundInCrop.stops(grid.smallest().get(at), WHITE_CODE)
                      : (double) stops,
                  kept));
        }
      }
      return new Fields(all, byChannel);
    }

    private static double overlap(int field, double from, double to) {
      return Math.max(0, Math.min(field + 1, to) - Math.max(field, from));
    }

    /** Share of the ground that is no darker. */
    double upTo(double stops) {
      return rising.stream().takeWhile(field -> field.stops <= stops).mapToDouble(Field::area).sum()
          / area;
    }

    /** Between the fields' middles, as if each stood for an even stretch of the ground. */
    double quantile(double share) {
      double before = 0;
      Field last = rising.get(0);
      double middleOfLast = 0;
      for (Field field : rising) {
        double middle = before + field.area / 2;
        if (middle >= share * area) {
          double between = (share * area - middleOfLast) / Math.max(1e-9, middle - middleOfLast);
          return last.stops + Math.max(0, Math.min(1, between)) * (field.stops - last.stops);
        }
        before += field.area;
        last = field;
        middleOfLast = middle;
      }
      return last.stops;
    }
  }
}
