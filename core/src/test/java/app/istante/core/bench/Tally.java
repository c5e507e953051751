package app.istante.core.bench;

import app.istante.core.measure.Analysed;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/** How many pictures of a kind were read right, and which outlines were not. Safe to share. */
final class Tally {
  private static final String[] FIGURES = {
    "level within 1 code",
    "darkest 5 % within 1 code",
    "clipped share within 0.3 point",
    "box within 0.4 % of the long side",
    "fall-off within 0.05 stop",
    "shadow depth within 0.1 stop"
  };

  private final List<String> poor = new ArrayList<>();
  private int pictures;
  private double overlaps;
  private int right;
  private int wrongAndSure;
  private final int[] within = new int[FIGURES.length];
  private final int[] asked = new int[FIGURES.length];

  /** How many pictures were measured. */
  int pictures() {
    return pictures;
  }

  /** Mean overlap of the outlines found with the true ones, 0 to 1. */
  double overlap() {
    return overlaps / Math.max(1, pictures);
  }

  /** Measures a picture and counts what was read right. */
  void add(String name, Bed.Picture picture) {
    Analysed analysed = Analysed.of(picture.photo());
    Readings readings = Measurement.measure(analysed);
    BedTruth truth = picture.truth();
    double overlap = Accuracy.overlap(analysed, truth);
    double sure = readings.product().confidence();
    Readings.Shadow shadow = readings.backdrop().shadow();
    Boolean[] ok = {
      near(readings.backdrop().level(), truth.ground().level(), 1),
      near(readings.backdrop().low5(), truth.ground().low5(), 1),
      near(readings.exposure().clippedShare(), truth.clippedShare(), 0.003),
      readings.product().found() && boxIsNear(readings, truth.box(), picture.photo().widthPx()),
      near(readings.backdrop().falloffStops(), truth.ground().falloffStops(), 0.05),
      near(shadow == null ? 0 : shadow.depthStops(), truth.ground().shadowStops(), 0.1)
    };
    synchronized (this) {
      pictures++;
      overlaps += overlap;
      right += overlap >= 0.95 ? 1 : 0;
      wrongAndSure += overlap < 0.9 && sure >= 0.5 ? 1 : 0;
      for (int i = 0; i < ok.length; i++) {
        asked[i] += ok[i] == null ? 0 : 1;
        within[i] += Boolean.TRUE.equals(ok[i]) ? 1 : 0;
      }
      if (overlap < 0.95) {
        poor.add(String.format(Locale.ROOT, "%.3f at confidence %.2f: %s", overlap, sure, name));
      }
    }
  }

  /** Null where there is no truth; "can't tell" is not right. */
  private static Boolean near(Double read, double is, double tolerance) {
    return Double.isNaN(is) ? null : read != null && Math.abs(read - is) <= tolerance;
  }

  private static boolean boxIsNear(Readings readings, double[] box, int width) {
    Readings.BoxPx found = readings.product().boxPx();
    double worst =
        Math.max(
            Math.max(Math.abs(found.x() - box[0]), Math.abs(found.y() - box[1])),
            Math.max(
                Math.abs(found.x() + found.width() - box[2]),
                Math.abs(found.y() + found.height() - box[3])));
    return worst <= 0.004 * width;
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
    for (int i = 0; i < within.length; i++) {
      System.out.printf(Locale.ROOT, "  %s: %d of %d%n", FIGURES[i], within[i], asked[i]);
    }
  }
}
