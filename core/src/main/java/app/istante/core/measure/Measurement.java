package app.istante.core.measure;

import app.istante.core.image.AtOnce;
import app.istante.core.image.Photo;
import java.util.concurrent.ForkJoinTask;

/** Measures a photo: all readings that this engine takes. */
public final class Measurement {
  /** Changes whenever a reading may come out otherwise than before. */
  public static final String ENGINE = "istante-core 0.47";

  /** An edge with less blur than this at the delivered size looks sharp. */
  public static final double SHARP_AT_EXPORT_PX = 1.5;

  private Measurement() {}

  /** Readings that do not depend on where the picture goes. */
  public static Readings measure(Analysed picture) {
    Notes notes = new Notes();
    CodeCounts counts = CodeCounts.of(picture);
    Notes ofSharpness = new Notes();
    ForkJoinTask<Readings.Sharpness> sharpening =
        AtOnce.begin(() -> SharpnessMeasure.measure(picture, ofSharpness));
    Readings.Product product = ProductMeasure.measure(picture, notes);
    Readings.Backdrop backdrop = BackdropMeasure.measure(picture, counts, notes);
    Readings.Exposure exposure = ExposureMeasure.measure(picture, counts, notes);
    Readings.Sharpness sharpness = sharpening.join();
    notes.add(ofSharpness);
    return new Readings(
        picture.photo().facts(),
        product,
        backdrop,
        ColourMeasure.measure(picture, backdrop, notes),
        sharpness,
        new Readings.Framing(
            (double) picture.photo().widthPx() / picture.photo().heightPx(),
            Math.max(picture.photo().widthPx(), picture.photo().heightPx()),
            null,
            Uprights.measure(picture.separation())),
        exposure,
        notes.uncertainty(),
        notes.cantTell());
  }

  public static Readings measure(Photo photo) {
    return measure(Analysed.of(photo));
  }

  /**
   * The same readings with those added that depend on the delivery: the crop, and blur at the
   * delivered size. Pure arithmetic, so that another rule book needs no second look at the pixels.
   */
  public static Readings forDelivery(Readings readings, Delivery delivery) {
    Readings.Framing framing = FramingMeasure.measure(readings, delivery);
    Readings.Sharpness sharpness = readings.sharpness();
    java.util.Map<String, Double> bands = new java.util.TreeMap<>(readings.uncertainty());
    if (sharpness != null && sharpness.blurSigmaPx() != null) {
      int source =
          framing.cropPlan() == null
              ? framing.longestSidePx()
              : Math.max(framing.cropPlan().box().width(), framing.cropPlan().box().height());
      double scale = Math.min(1, (double) delivery.longestSidePx() / source);
      double atExport = SmearFit.worstDirectionSigmaPx(sharpness) * scale;
      bands.put(
          "sharpness.blurAtExportPx",
          bands.getOrDefault("sharpness.blurSigmaPx", 0.1 * atExport) * scale);
      double sharpEnough = SHARP_AT_EXPORT_PX / scale;
      boolean soft = atExport > SHARP_AT_EXPORT_PX;
      String focus = Focus.of(sharpness, soft, sharpEnough);
      sharpness =
          new Readings.Sharpness(
              sharpness.blurSigmaPx(),
              sharpness.medianBlurSigmaPx(),
              atExport,
              sharpness.mtf50(),
              SharpnessMeasure.shareBelow(sharpness.blurDecilesPx(), sharpEnough),
              focus,
              sharpness.motion(),
              sharpness.noiseSigma(),
              sharpness.blocking(),
              sharpness.oversharpening(),
              sharpness.compressedTo(),
              SoftBecause.delivered(sharpness, soft, focus),
              sharpness.blurDecilesPx(),
              sharpness.map());
    }
    return new Readings(
        readings.image(),
        readings.product(),
        readings.backdrop(),
        readings.colour(),
        sharpness,
        framing,
        readings.exposure(),
        bands,
        readings.cantTell());
  }
}
