package app.istante.core.measure;

import app.istante.core.image.Photo;

/** Measures a photo: all readings that this engine takes. */
public final class Measurement {
  /** Changes whenever a reading may come out otherwise than before. */
  public static final String ENGINE = "istante-core 0.1";

  private Measurement() {}

  /** Readings that do not depend on where the picture goes. */
  public static Readings measure(Analysed picture) {
    Notes notes = new Notes();
    CodeCounts counts = CodeCounts.of(picture);
    Readings.Product product = ProductMeasure.measure(picture, notes);
    Readings.Backdrop backdrop = BackdropMeasure.measure(picture, counts, notes);
    Readings.Exposure exposure = ExposureMeasure.measure(picture, counts, notes);
    Readings.Sharpness sharpness = SharpnessMeasure.measure(picture, notes);
    return new Readings(
        picture.photo().facts(),
        product,
        backdrop,
        new Readings.Colour(neutral(backdrop)),
        sharpness,
        null,
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
      sharpness =
          new Readings.Sharpness(
              sharpness.blurSigmaPx(),
              sharpness.medianBlurSigmaPx(),
              atExport,
              sharpness.motion(),
              sharpness.noiseSigma());
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

  private static Readings.Neutral neutral(Readings.Backdrop backdrop) {
    boolean usable =
        backdrop != null
            && backdrop.castA() != null
            && !backdrop.kind().equals("coloured")
            && !backdrop.kind().equals("scene");
    return usable ? new Readings.Neutral("backdrop", backdrop.castA(), backdrop.castB()) : null;
  }
}
