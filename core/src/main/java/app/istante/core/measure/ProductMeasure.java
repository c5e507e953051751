package app.istante.core.measure;

import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.List;

/** Where the product stands in the frame: box, fill, centring, what it touches, whether upright. */
final class ProductMeasure {
  /** A box edge is known to about this share of the frame's long side. */
  private static final double EDGE_BAND = 0.006;

  /** And to this much less where the outline is in doubt. */
  private static final double DOUBTED_EDGE_BAND = 0.15;

  private ProductMeasure() {}

  static Readings.Product measure(Analysed picture, Notes notes) {
    Separation parts = picture.separation();
    if (!parts.found()) {
      notes.cantTell("product", "Nothing stands out from the ground.");
      return new Readings.Product(
          false, 0, null, null, null, null, null, null, null, null, null, null, null, null);
    }
    int width = picture.photo().widthPx();
    int height = picture.photo().heightPx();
    Extent extent = Extent.of(parts);
    double factor = picture.linear().scale().px();
    Readings.BoxPx box = extent.inPhoto(factor, width, height);
    double fillWidth = (double) box.width() / width;
    double fillHeight = (double) box.height() / height;
    double share = EDGE_BAND + DOUBTED_EDGE_BAND * (1 - parts.confidence());
    double band = share * Math.max(width, height);
    for (String name : List.of("fillLongestSide", "fillHeight", "fillWidth")) {
      notes.band("product." + name, 1.4 * band / Math.min(width, height));
    }
    notes.band("product.centreOffset.x", band / width);
    notes.band("product.centreOffset.y", band / height);
    if (parts.confidence() < Readings.Product.SURE_OUTLINE) {
      notes.cantTell("product.boxPx", "Where the product ends is not sure.");
    }
    Roll.Reading roll = Roll.measure(parts);
    if (roll.degrees() == null) {
      notes.cantTell("product.rollDegrees", "It has no upright axis that could be measured.");
    } else {
      double sure = roll.confidence();
      notes.band(
          "product.rollDegrees", sure > 0.9 ? 0.3 : sure > Readings.Product.SURE_LEAN ? 0.6 : 1.5);
    }
    return new Readings.Product(
        true,
        parts.confidence(),
        box,
        Math.max(fillWidth, fillHeight),
        fillHeight,
        fillWidth,
        extent.area / (parts.width() * parts.height()),
        new Readings.Offset(
            (box.x() + box.width() / 2.0) / width - 0.5,
            (box.y() + box.height() / 2.0) / height - 0.5),
        new Readings.Margins(
            (double) box.x() / width,
            (double) box.y() / height,
            1 - (double) (box.x() + box.width()) / width,
            1 - (double) (box.y() + box.height()) / height),
        touches(parts, picture.border().inside()),
        roll.degrees(),
        roll.confidence(),
        parts.parts(),
        parts.holes());
  }

  /** Edges of the product in working pixels, to a fraction of a pixel by its soft edge. */
  private static final class Extent {
    private double left = Double.MAX_VALUE;
    private double top = Double.MAX_VALUE;
    private double right;
    private double bottom;
    private double area;

    static Extent of(Separation parts) {
      Extent e = new Extent();
      int width = parts.width();
      float[] column = new float[width];
      float[] row = new float[parts.height()];
      for (int y = 0; y < parts.height(); y++) {
        for (int x = 0; x < width; x++) {
          int at = y * width + x;
          if (parts.kind()[at] != Separation.FOREIGN) {
            float a = parts.alpha()[at];
            e.area += a;
            column[x] = Math.max(column[x], a);
            row[y] = Math.max(row[y], a);
          }
        }
      }
      e.left = first(column);
      e.right = column.length - first(reversed(column));
      e.top = first(row);
      e.bottom = row.length - first(reversed(row));
      return e;
    }

    /** Where the cover first passes one half; the pixel's own cover gives the fraction. */
    private static double first(float[] cover) {
      for (int i = 0; i < cover.length; i++) {
        if (cover[i] >= 0.5f) {
          double before = i == 0 ? 0 : cover[i - 1];
          return i == 0 && cover[0] > 0.9f ? 0 : i + 0.5 - (cover[i] - 0.5) / (cover[i] - before);
        }
      }
      return 0;
    }

    private static float[] reversed(float[] in) {
      float[] out = new float[in.length];
      for (int i = 0; i < in.length; i++) {
        out[i] = in[in.length - 1 - i];
      }
      return out;
    }

    Readings.BoxPx inPhoto(double factor, int width, int height) {
      int x = (int) Math.max(0, Math.round(left * factor));
      int y = (int) Math.max(0, Math.round(top * factor));
      int endX = (int) Math.min(width, Math.round(right * factor));
      int endY = (int) Math.min(height, Math.round(bottom * factor));
      return new Readings.BoxPx(x, y, Math.max(1, endX - x), Math.max(1, endY - y));
    }
  }

  /** Sides of the frame, or of what a border leaves of it, where more than a pixel is product. */
  private static List<String> touches(Separation parts, Border.Inside frame) {
    int right = frame.left() + frame.width() - 1;
    int bottom = frame.top() + frame.height() - 1;
    List<String> sides = new ArrayList<>();
    if (alongColumn(parts, frame.left()) > 1) {
      sides.add("left");
    }
    if (alongRow(parts, frame.top()) > 1) {
      sides.add("top");
    }
    if (alongColumn(parts, right) > 1) {
      sides.add("right");
    }
    if (alongRow(parts, bottom) > 1) {
      sides.add("bottom");
    }
    return sides;
  }

  private static int alongColumn(Separation parts, int column) {
    return along(parts, column, parts.width(), parts.height());
  }

  private static int alongRow(Separation parts, int row) {
    return along(parts, row * parts.width(), 1, parts.width());
  }

  private static int along(Separation parts, int from, int step, int length) {
    int on = 0;
    for (int i = 0; i < length; i++) {
      on += parts.kind()[from + i * step] == Separation.PRODUCT ? 1 : 0;
    }
    return on;
  }
}
