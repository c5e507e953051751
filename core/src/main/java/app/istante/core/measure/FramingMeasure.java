package app.istante.core.measure;

/** Where the wanted frame would be cut, and what is left of the pixels. */
final class FramingMeasure {
  private FramingMeasure() {}

  static Readings.Framing measure(Readings readings, Delivery delivery) {
    int width = readings.image().widthPx();
    int height = readings.image().heightPx();
    return new Readings.Framing(
        (double) width / height, Math.max(width, height), crop(readings, delivery));
  }

  private static Readings.CropPlan crop(Readings readings, Delivery delivery) {
    Readings.Product product = readings.product();
    if (product == null || !product.found() || product.confidence() < ProductMeasure.TRUSTED) {
      return null;
    }
    int width = readings.image().widthPx();
    int height = readings.image().heightPx();
    Readings.BoxPx box = product.boxPx();
    double aspect =
        delivery.aspect() == null ? (double) width / height : (double) delivery.aspect();
    // Levelling turns the frame about the product; its corners must stay inside the photo.
    double roll = levelling(product);
    double spareX = height / 2.0 * Math.abs(Math.sin(Math.toRadians(roll)));
    double spareY = width / 2.0 * Math.abs(Math.sin(Math.toRadians(roll)));
    double freeWidth = width - 2 * spareX;
    double freeHeight = height - 2 * spareY;

    double wanted = delivery.wantedFill();
    double cropHeight = Math.max(box.height() / wanted, box.width() / wanted / aspect);
    cropHeight = Math.min(cropHeight, Math.min(freeHeight, freeWidth / aspect));
    double cropWidth = cropHeight * aspect;
    double x = place(box.x() + box.width() / 2.0, cropWidth, spareX, width - spareX);
    double y = place(box.y() + box.height() / 2.0, cropHeight, spareY, height - spareY);
    Readings.BoxPx cut =
        new Readings.BoxPx(
            (int) Math.round(x),
            (int) Math.round(y),
            (int) Math.floor(cropWidth),
            (int) Math.floor(cropHeight));
    double fill = Math.max(box.width() / cropWidth, box.height() / cropHeight);
    boolean holds =
        fill <= delivery.fillMax() + 0.005
            && box.x() >= x
            && box.y() >= y
            && box.x() + box.width() <= x + cropWidth
            && box.y() + box.height() <= y + cropHeight
            && Math.max(cut.width(), cut.height()) >= delivery.minLongestSidePx();
    return new Readings.CropPlan(cut, fill, holds);
  }

  /** The turn that finishing would make: none where the lean is not known for sure. */
  static double levelling(Readings.Product product) {
    boolean sure = product.rollDegrees() != null && product.rollConfidence() > 0.6;
    return sure ? product.rollDegrees() : 0;
  }

  private static double place(double centre, double size, double from, double to) {
    return Math.max(from, Math.min(to - size, centre - size / 2));
  }
}
