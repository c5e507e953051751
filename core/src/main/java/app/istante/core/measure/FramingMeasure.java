package app.istante.core.measure;

import java.util.List;

/** Where the wanted frame would be cut, and what is left of the pixels. */
final class FramingMeasure {
  /** At most this share of a frame's side may be ground carried on beyond the photo. */
  private static final double MAX_WIDENING = 0.3;

  private static final double WIDENING_FALLOFF_STOPS = 0.5;

  /** A border's edge is blurred by compression. */
  private static final int BESIDE_BORDER_PX = 4;

  private FramingMeasure() {}

  static Readings.Framing measure(Readings readings, Delivery delivery) {
    int width = readings.image().widthPx();
    int height = readings.image().heightPx();
    return new Readings.Framing(
        (double) width / height,
        Math.max(width, height),
        crop(readings, delivery),
        readings.framing() == null ? null : readings.framing().perspective());
  }

  private static Readings.CropPlan crop(Readings readings, Delivery delivery) {
    Readings.Product product = readings.product();
    if (product == null
        || !product.found()
        || product.confidence() < Readings.Product.SURE_OUTLINE) {
      return null;
    }
    Readings.BoxPx frame = withoutBorder(readings);
    int width = frame.width();
    int height = frame.height();
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
    double tall = Math.max(box.height(), box.width() / aspect);
    double cropHeight = tall / wanted;
    // A looser frame than the one in the middle, where only that one holds too few pixels.
    double least = delivery.minLongestSidePx() / Math.max(1, aspect);
    if (cropHeight < least && tall >= delivery.fillMin() * least) {
      cropHeight = least;
    }
    double widening = mayWiden(readings) ? MAX_WIDENING : 0;
    double most = Math.min(freeHeight / (1 - widening), freeWidth / (1 - widening) / aspect);
    cropHeight = Math.min(cropHeight, most);
    double cropWidth = cropHeight * aspect;
    double x =
        place(
            box.x() + box.width() / 2.0, cropWidth, frame.x() + spareX, frame.x() + width - spareX);
    double y =
        place(
            box.y() + box.height() / 2.0,
            cropHeight,
            frame.y() + spareY,
            frame.y() + height - spareY);
    Readings.BoxPx cut =
        new Readings.BoxPx(
            (int) Math.round(x), (int) Math.round(y), wholePx(cropWidth), wholePx(cropHeight));
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

  /** What a border leaves of the photo: all of it without one. */
  private static Readings.BoxPx withoutBorder(Readings readings) {
    int left = 0;
    int top = 0;
    int right = readings.image().widthPx();
    int bottom = readings.image().heightPx();
    for (Readings.Foreign side : borders(readings)) {
      boolean fromSideToSide = side.width() == readings.image().widthPx();
      if (side.x() > 0) {
        right = side.x() - BESIDE_BORDER_PX;
      } else if (side.y() > 0) {
        bottom = side.y() - BESIDE_BORDER_PX;
      } else if (fromSideToSide) {
        top = side.height() + BESIDE_BORDER_PX;
      } else {
        left = side.width() + BESIDE_BORDER_PX;
      }
    }
    return new Readings.BoxPx(left, top, right - left, bottom - top);
  }

  private static List<Readings.Foreign> borders(Readings readings) {
    return readings.backdrop() == null || readings.backdrop().foreign() == null
        ? List.of()
        : readings.backdrop().foreign().stream()
            .filter(one -> Readings.Foreign.BORDER.equals(one.kind()))
            .toList();
  }

  /** Down to whole pixels, but 999.9999999 is a thousand. */
  private static int wholePx(double px) {
    return (int) Math.floor(px + 1e-6);
  }

  /** The turn that finishing would make: none where the lean is not known for sure. */
  static double levelling(Readings.Product product) {
    boolean sure =
        product.rollDegrees() != null && product.rollConfidence() > Readings.Product.SURE_LEAN;
    return sure ? product.rollDegrees() : 0;
  }

  /** A plain, even ground may be carried on a little beyond the photo's edge. */
  private static boolean mayWiden(Readings readings) {
    Readings.Backdrop backdrop = readings.backdrop();
    return backdrop != null
        && !backdrop.kind().equals("scene")
        && backdrop.falloffStops() < WIDENING_FALLOFF_STOPS
        && borders(readings).isEmpty()
        && readings.product().touches().isEmpty();
  }

  /** Centred where there is room, else against the nearer edge, else evenly over both edges. */
  private static double place(double centre, double size, double from, double to) {
    // A frame wider than the photo is filled up with ground on both sides.
    if (size > to - from) {
      return (from + to - size) / 2;
    }
    return Math.max(from, Math.min(to - size, centre - size / 2));
  }
}
