package app.istante.core.bench;

import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.Known;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import java.io.IOException;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * What a blank frame is worth: the hard scenes measured again with the empty set known,
 * photographed with other grain.
 */
final class WithBlank {
  private final Bed bed;
  private final List<Double> without = new ArrayList<>();
  private final List<Double> with = new ArrayList<>();
  private final Figure falloffWithout = Figure.absolute("falloffStops without it", "", 0.05);
  private final Figure falloffWith = Figure.absolute("falloffStops with it", "", 0.05);
  private final Figure shadowWithout = Figure.absolute("shadowStops without it", "", 0.1);
  private final Figure shadowWith = Figure.absolute("shadowStops with it", "", 0.1);
  private int used;

  WithBlank(Bed bed) {
    this.bed = bed;
  }

  /** Whether a kind of product is hard to tell from its ground. */
  static boolean isHard(Label.Kind kind) {
    return kind == Label.Kind.WHITE || kind == Label.Kind.CLEAR || kind == Label.Kind.MIRROR;
  }

  void add(BedScene scene, Bed.Picture picture, Analysed plain, Readings measured)
      throws IOException, UnreadablePhotoException {
    Known known = new Known(Analysed.blank(bed.blank(scene)), null, null);
    Analysed told = Analysed.of(picture.photo(), known);
    Readings readings = Measurement.measure(told);
    synchronized (this) {
      without.add(Accuracy.overlap(plain, picture.truth()));
      with.add(Accuracy.overlap(told, picture.truth()));
      used += told.separation().againstBlank() ? 1 : 0;
      note(falloffWithout, shadowWithout, picture, measured);
      note(falloffWith, shadowWith, picture, readings);
    }
  }

  private static void note(Figure falloff, Figure shadow, Bed.Picture picture, Readings readings) {
    GroundTruth truth = picture.truth().ground();
    Readings.Backdrop ground = readings.backdrop();
    boolean known = picture.label().shadeIsKnown();
    if (ground == null || Double.isNaN(truth.level()) || !known) {
      return;
    }
    falloff.add(
        picture.label(),
        truth.falloffStops(),
        ground.falloffStops(),
        readings.uncertainty().get("backdrop.falloffStops"));
    shadow.add(
        picture.label(),
        truth.shadowStops(),
        ground.shadow() == null ? 0 : ground.shadow().depthStops(),
        readings.uncertainty().get("backdrop.shadow.depthStops"));
  }

  void print() {
    if (with.isEmpty()) {
      return;
    }
    System.out.printf(
        Locale.ROOT,
        "%nWhite, clear and mirror-like things with the empty set known (used in %d of %d):%n"
            + "  intersection over union, mean: %.3f, without it %.3f%n",
        used,
        with.size(),
        mean(with),
        mean(without));
    for (Figure figure : List.of(falloffWithout, falloffWith, shadowWithout, shadowWith)) {
      System.out.println(figure.line());
    }
  }

  private static double mean(List<Double> values) {
    return values.stream().mapToDouble(Double::doubleValue).average().orElse(Double.NaN);
  }
}
