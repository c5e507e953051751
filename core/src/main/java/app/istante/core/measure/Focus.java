package app.istante.core.measure;

import java.util.ArrayList;
import java.util.List;

/**
 * Where the focus lies. A camera that looks down on the table sees what is nearer lower in the
 * frame: where the lower edges of a soft product are the sharper, the focus lies in front of it,
 * where the upper ones are, behind.
 */
final class Focus {
  /** With fewer of the product's edges sharp, only a part of it is in focus. */
  private static final double PART_SHARE = 0.5;

  /** The softer end is this many times as soft as the other before a side is named. */
  private static final double PLAINLY_SOFTER = 1.3;

  private static final int FEWEST_FIELDS = 4;

  private Focus() {}

  /**
   * @param soft whether even the sharpest zone is soft at the delivered size
   * @param sharpEnoughPx blur that still looks sharp there, photo pixels
   * @return null where the readings are from before edges were counted
   */
  static String of(Readings.Sharpness sharpness, boolean soft, double sharpEnoughPx) {
    Double share = SharpnessMeasure.shareBelow(sharpness.blurDecilesPx(), sharpEnoughPx);
    if (share == null) {
      return null;
    }
    if (!soft && share >= PART_SHARE) {
      return "product";
    }
    String side = sharpness.motion() == null ? side(sharpness.map()) : null;
    return side != null ? side : soft ? "nowhere" : "part";
  }

  private static String side(Readings.BlurMap map) {
    if (map == null) {
      return null;
    }
    List<double[]> fields = new ArrayList<>();
    for (int i = 0; i < map.sigmaPx().size(); i++) {
      if (map.sigmaPx().get(i) != null) {
        fields.add(new double[] {i / map.columns(), map.sigmaPx().get(i)});
      }
    }
    if (fields.size() < FEWEST_FIELDS) {
      return null;
    }
    double first = fields.get(0)[0];
    double last = fields.get(fields.size() - 1)[0];
    double upper = median(fields, first, first + (last - first) / 3);
    double lower = median(fields, last - (last - first) / 3, last);
    if (last - first < 2) {
      return null;
    }
    return upper > PLAINLY_SOFTER * lower
        ? "in-front"
        : lower > PLAINLY_SOFTER * upper ? "behind" : null;
  }

  private static double median(List<double[]> fields, double from, double to) {
    double[] blur =
        fields.stream()
            .filter(f -> f[0] >= from && f[0] <= to)
            .mapToDouble(f -> f[1])
            .sorted()
            .toArray();
    return blur[blur.length / 2];
  }
}
