package app.istante.core.bench;

import app.istante.core.measure.Analysed;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * How many pictures of a kind were read right, which outlines were not, and how often the truth lay
 * in the stated band. Safe to share.
 */
final class Tally {
  private final List<String> poor = new ArrayList<>();
  private final Map<String, Counted> figures = new LinkedHashMap<>();
  private int pictures;
  private double overlaps;
  private int right;
  private int wrongAndSure;

  /** How many pictures were measured. */
  int pictures() {
    return pictures;
  }

  /** Mean overlap of the outlines found with the true ones, 0 to 1. */
  double overlap() {
    return overlaps / Math.max(1, pictures);
  }

  /** Of one reading, over all pictures. */
  private static final class Counted {
    int asked;
    int within;
    int banded;
    int inBand;
  }

  /**
   * Of one picture.
   *
   * @param off how far from the truth, infinite where the reading can't be told; NaN without truth
   * @param band half-width of the stated 95 % band, or null
   */
  private record Read(String name, double off, double tolerance, Double band) {
    static Read of(String name, Double read, double is, double tolerance, Double band) {
      double off = read == null ? Double.POSITIVE_INFINITY : Math.abs(read - is);
      return new Read(name, Double.isNaN(is) ? Double.NaN : off, tolerance, band);
    }
  }

  /** Measures a picture and counts what was read right. */
  void add(String name, Bed.Picture picture) {
    Analysed analysed = Analysed.of(picture.photo());
    Readings readings = Measurement.measure(analysed);
    BedTruth truth = picture.truth();
    double overlap = Accuracy.overlap(analysed, truth);
    double sure = readings.product().confidence();
    List<Read> reads = reads(readings, truth, picture.photo().widthPx());
    synchronized (this) {
      pictures++;
      overlaps += overlap;
      right += overlap >= 0.95 ? 1 : 0;
      wrongAndSure += overlap < 0.9 && sure >= 0.5 ? 1 : 0;
      reads.stream().filter(read -> !Double.isNaN(read.off)).forEach(this::count);
      if (overlap < 0.95) {
        poor.add(String.format(Locale.ROOT, "%.3f at confidence %.2f: %s", overlap, sure, name));
      }
    }
  }

  private static List<Read> reads(Readings readings, BedTruth truth, int width) {
    Readings.Backdrop ground = readings.backdrop();
    GroundTruth is = truth.ground();
    Readings.Shadow shadow = ground.shadow();
    Map<String, Double> bands = readings.uncertainty();
    double box =
        readings.product().found()
            ? boxOff(readings.product().boxPx(), truth.box())
            : Double.POSITIVE_INFINITY;
    return List.of(
        Read.of("level within 1 code", ground.level(), is.level(), 1, bands.get("backdrop.level")),
        Read.of(
            "darkest 5 % within 1 code", ground.low5(), is.low5(), 1, bands.get("backdrop.low5")),
        Read.of(
            "near-white share within 1 point",
            ground.nearWhiteShare(),
            is.nearWhite(),
            0.01,
            bands.get("backdrop.nearWhiteShare")),
        Read.of("tint a within 0.5", ground.castA(), is.castA(), 0.5, bands.get("backdrop.castA")),
        Read.of("tint b within 0.5", ground.castB(), is.castB(), 0.5, bands.get("backdrop.castB")),
        Read.of(
            "clipped share within 0.3 point",
            readings.exposure().clippedShare(),
            truth.clippedShare(),
            0.003,
            bands.get("exposure.clippedShare")),
        new Read(
            "box within 0.4 % of the long side",
            box, 0.004 * width, bands.get("product.centreOffset.x") * width),
        Read.of(
            "fall-off within 0.05 stop",
            ground.falloffStops(),
            is.falloffStops(),
            0.05,
            bands.get("backdrop.falloffStops")),
        Read.of(
            "separation within 15 %",
            ground.separation(),
            is.separation(),
            0.15 * is.separation(),
            bands.get("backdrop.separation")),
        Read.of(
            "shadow depth within 0.1 stop",
            shadow == null ? (Double) 0.0 : (Double) shadow.depthStops(),
            is.shadowStops(),
            0.1,
            bands.get("backdrop.shadow.depthStops")));
  }

  private void count(Read read) {
    Counted counted = figures.computeIfAbsent(read.name, key -> new Counted());
    counted.asked++;
    counted.within += read.off <= read.tolerance ? 1 : 0;
    if (read.band != null && !Double.isInfinite(read.off)) {
      counted.banded++;
      counted.inBand += read.off <= read.band ? 1 : 0;
    }
  }

  /** How far the worst edge is off, pixels. */
  private static double boxOff(Readings.BoxPx found, double[] box) {
    return Math.max(
        Math.max(Math.abs(found.x() - box[0]), Math.abs(found.y() - box[1])),
        Math.max(
            Math.abs(found.x() + found.width() - box[2]),
            Math.abs(found.y() + found.height() - box[3])));
  }

  void print() {
    poor.stream().sorted().forEach(System.out::println);
    System.out.printf(
        Locale.ROOT,
        "%d pictures: overlap %.3f in the mean, %d at 0.95 or more, %d under 0.9 without doubt%n",
        pictures,
        overlap(),
        right,
        wrongAndSure);
    figures.forEach(
        (name, of) ->
            System.out.printf(
                Locale.ROOT,
                "  %s: %d of %d; truth within the stated band: %d of %d%n",
                name,
                of.within,
                of.asked,
                of.inBand,
                of.banded));
  }
}
