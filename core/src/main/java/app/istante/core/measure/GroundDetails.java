package app.istante.core.measure;

import app.istante.core.image.Scale;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Regions;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;

/** What else is to be seen on the ground: blemishes, things at the frame's edge, holes' light. */
final class GroundDetails {
  private static final int GRID_COLUMNS = 24;

  /** A mark differs from the ground round it by at least this, and by this many times its grain. */
  private static final float LEAST_CONTRAST_STOPS = 0.1f;

  private static final float TIMES_GRAIN = 8;

  /** And by so much more where it differs most: grain has no peaks so high. */
  private static final double CLEAREST = 1.5;

  /** Standard deviation over mean size, of normal deviations. */
  private static final float SIGMA_OF_MEAN = 1.2533f;

  /** A line is a crease from this share of the picture's width. */
  private static final double CREASE_SHARE = 0.1;

  private static final int MOST_MARKS = 40;
  private static final int SMALLEST_MARK_PX = 4;

  /** What is larger than this share of the picture's width is no speck. */
  private static final double SPECK_SHARE = 0.016;

  /** Longer than wide by this much: a crease. */
  private static final double CREASE_STRETCH = 4;

  /** Working pixels beside the product and the frame's edge where nothing is called a mark. */
  private static final int SEAM = 8;

  /** Nothing that the product's soft edge reaches is a mark. */
  private static final int EDGE = 2;

  private final Analysed picture;
  private final Separation parts;
  private final int width;
  private final int height;
  private final float[] light;

  /** Of what lies inside of a border. */
  private final Regions foreign;

  private final Border.Inside inside;

  GroundDetails(Analysed picture) {
    this.picture = picture;
    this.parts = picture.separation();
    this.width = parts.width();
    this.height = parts.height();
    this.light = picture.linear().luminance();
    this.inside = picture.border().inside();
    this.foreign =
        Regions.of(
            inside.width(),
            inside.height(),
            at -> parts.kind()[inside.whole(at, width)] == Separation.FOREIGN);
  }

  /** Code of the ground seen through the product; null without holes. */
  Double holesLevel() {
    if (parts.holes() == 0) {
      return null;
    }
    float[] luminance = new float[parts.kind().length];
    Regions inside = Regions.of(width, height, parts::isGroundOrShadow);
    int[] count = new int[1];
    inside.forEachStretch(
        (id, from, to) -> {
          boolean seenThrough = inside.all().get(id - 1).borderPx() == 0;
          for (int at = from; at < to && seenThrough; at++) {
            luminance[count[0]++] = luminance(at);
          }
        });
    return count[0] == 0 ? null : (Double) Srgb.code(Planes.quantile(luminance, count[0], 0.5));
  }

  private float luminance(int at) {
    return Math.max(0, Math.min(1, light[at]));
  }

  /** Deviations of the ground from what lies round them: specks, and lines that run on. */
  List<Readings.Mark> marks() {
    boolean[] plain = plain();
    float[] off = offSurroundings(plain);
    float[] grain = grain(off, plain);
    float[] least = new float[off.length];
    float[] clear = new float[off.length];
    for (int at = 0; at < off.length; at++) {
      least[at] = Math.max(LEAST_CONTRAST_STOPS, TIMES_GRAIN * grain[at]);
      clear[at] = plain[at] ? Math.abs(off[at]) / least[at] : 0;
    }
    Regions specks = Regions.of(width, height, at -> clear[at] > 1);
    float[] clearest = new float[specks.all().size() + 1];
    specks.forEachStretch(
        (id, from, to) -> {
          for (int at = from; at < to; at++) {
            clearest[id] = Math.max(clearest[id], clear[at]);
          }
        });
    List<Readings.Mark> marks = new ArrayList<>();
    for (Regions.Region region : specks.all()) {
      if (region.areaPx() >= SMALLEST_MARK_PX && clearest[region.id()] > CLEAREST) {
        marks.add(mark(region, off, specks.labels(), isLong(region) ? "crease" : "speck"));
      }
    }
    // What is told by itself must not make a line of its surroundings.
    float[] spoiled = Planes.boxMean(clear, width, height, EDGE);
    for (int at = 0; at < plain.length; at++) {
      plain[at] &= clear[at] <= 1 && spoiled[at] < 1;
    }
    boolean[] lines = Creases.of(off, grain, plain, width, height, picture.linear().scale());
    Regions creases = Regions.of(width, height, at -> lines[at]);
    for (Regions.Region region : creases.all()) {
      if (diagonal(region) > CREASE_SHARE * width) {
        marks.add(mark(region, off, creases.labels(), "crease"));
      }
    }
    marks.sort(Comparator.comparingDouble((Readings.Mark m) -> -Math.abs(m.contrastStops())));
    return marks.stream().limit(MOST_MARKS).toList();
  }

  private float[] offSurroundings(boolean[] plain) {
    float[] off = new float[plain.length];
    for (int at = 0; at < off.length; at++) {
      off[at] = plain[at] ? parts.deviationStops()[at] : 0;
    }
    float[] mean = meanWhere(off, plain, Math.max(6, width / 60));
    for (int at = 0; at < off.length; at++) {
      off[at] = plain[at] ? off[at] - mean[at] : 0;
    }
    return off;
  }

  /** Of the ground round each pixel: dark ground is grainier, burnt ground has none. */
  private float[] grain(float[] off, boolean[] plain) {
    float[] size = new float[off.length];
    for (int at = 0; at < off.length; at++) {
      size[at] = Math.abs(off[at]);
    }
    float[] grain = meanWhere(size, plain, Math.max(6, width / 16));
    for (int at = 0; at < grain.length; at++) {
      grain[at] *= SIGMA_OF_MEAN;
    }
    return grain;
  }

  /**
   * @param values 0 where it is not plain
   */
  private float[] meanWhere(float[] values, boolean[] plain, int reach) {
    float[] weight = new float[values.length];
    for (int at = 0; at < weight.length; at++) {
      weight[at] = plain[at] ? 1 : 0;
    }
    float[] mean = Planes.boxMean(values, width, height, reach);
    float[] share = Planes.boxMean(weight, width, height, reach);
    for (int at = 0; at < mean.length; at++) {
      mean[at] /= Math.max(0.05f, share[at]);
    }
    return mean;
  }

  private Readings.Mark mark(Regions.Region region, float[] off, int[] labels, String kind) {
    double strongest = 0;
    for (int y = region.top(); y <= region.bottom(); y++) {
      for (int x = region.left(); x <= region.right(); x++) {
        int at = y * width + x;
        if (labels[at] == region.id() && Math.abs(off[at]) > Math.abs(strongest)) {
          strongest = off[at];
        }
      }
    }
    return new Readings.Mark(box(region), strongest, kind);
  }

  private static double diagonal(Regions.Region region) {
    return Math.hypot(region.right() - region.left() + 1.0, region.bottom() - region.top() + 1.0);
  }

  private boolean isLong(Regions.Region region) {
    double length = diagonal(region);
    return length * length / region.areaPx() > CREASE_STRETCH && length > width / 20.0;
  }

  /** Ground away from everything else. */
  private boolean[] plain() {
    float[] other = new float[parts.kind().length];
    for (int at = 0; at < other.length; at++) {
      other[at] = parts.kind()[at] == Separation.GROUND ? 0 : 1;
    }
    // A speck is shadow to the separation: alone it does not count as another thing.
    Regions shadow = Regions.of(width, height, at -> parts.kind()[at] == Separation.SHADOW);
    double most = SPECK_SHARE * width;
    shadow.forEachStretch(
        (id, from, to) -> {
          Regions.Region region = shadow.all().get(id - 1);
          if (region.right() - region.left() < most && region.bottom() - region.top() < most) {
            Arrays.fill(other, from, to, 0);
          }
        });
    float[] near = Planes.boxMean(other, width, height, SEAM / 2);
    float[] covered = Planes.boxMean(parts.alpha(), width, height, EDGE);
    boolean[] plain = new boolean[other.length];
    for (int y = SEAM; y < height - SEAM; y++) {
      for (int x = SEAM; x < width - SEAM; x++) {
        int at = y * width + x;
        plain[at] = near[at] < 0.5f && covered[at] < 1e-3f && parts.isGroundOrShadow(at);
      }
    }
    return plain;
  }

  private Readings.BoxPx box(Regions.Region region) {
    return box(region.left(), region.top(), region.right(), region.bottom());
  }

  private Readings.BoxPx boxOfForeign(Regions.Region region) {
    return box(
        inside.left() + region.left(),
        inside.top() + region.top(),
        inside.left() + region.right(),
        inside.top() + region.bottom());
  }

  /** Of working pixels, the last two included. */
  private Readings.BoxPx box(int left, int top, int right, int bottom) {
    Scale scale = picture.linear().scale();
    int x = scale.first(left);
    int y = scale.first(top);
    return new Readings.BoxPx(x, y, scale.first(right + 1) - x, scale.first(bottom + 1) - y);
  }

  List<Readings.Intrusion> intrusions() {
    return foreign.all().stream()
        .filter(r -> r.borderPx() > 0)
        .map(
            r ->
                new Readings.Intrusion(
                    boxOfForeign(r), side(r), (double) r.areaPx() / ((double) width * height)))
        .sorted(Comparator.comparingDouble(Readings.Intrusion::share).reversed())
        .toList();
  }

  /** The side of the frame that it takes most of: a table below reaches into two others. */
  private String side(Regions.Region r) {
    int across = inside.width();
    int down = inside.height();
    double left = along(r, 0, across, down);
    double right = along(r, across - 1, across, down);
    double top = along(r, 0, 1, across);
    double bottom = along(r, (down - 1) * across, 1, across);
    double most = Math.max(Math.max(left, right), Math.max(top, bottom));
    return most == left ? "left" : most == right ? "right" : most == top ? "top" : "bottom";
  }

  private double along(Regions.Region r, int from, int step, int length) {
    int count = 0;
    for (int k = 0; k < length; k++) {
      count += foreign.idAt(from + k * step) == r.id() ? 1 : 0;
    }
    return (double) count / length;
  }

  /** Things, then lettering, then a border. */
  List<Readings.Foreign> foreign() {
    List<Readings.Foreign> all = new ArrayList<>();
    for (Regions.Region region : foreign.all()) {
      boolean letter =
          picture
              .lettering()
              .holds(inside.left() + region.centreX(), inside.top() + region.centreY());
      if (region.borderPx() == 0 && !letter) {
        all.add(of(boxOfForeign(region), Readings.Foreign.PROP));
      }
    }
    for (int[] line : picture.lettering().boxes()) {
      all.add(of(box(line[0], line[1], line[2], line[3]), Readings.Foreign.TEXT));
    }
    all.addAll(picture.border().sides());
    return all;
  }

  int added() {
    return picture.lettering().boxes().size() + picture.border().sides().size();
  }

  private static Readings.Foreign of(Readings.BoxPx box, String kind) {
    return new Readings.Foreign(box.x(), box.y(), box.width(), box.height(), kind);
  }

  /** Median of the ground in each field. */
  Readings.Grid grid() {
    int rows = Math.max(1, Math.round((float) GRID_COLUMNS * height / width));
    List<Double> stops = new ArrayList<>();
    List<Double> smallest = new ArrayList<>();
    float[] sample = new float[(width / GRID_COLUMNS + 2) * (height / rows + 2)];
    float[] least = new float[sample.length];
    for (int j = 0; j < rows; j++) {
      for (int i = 0; i < GRID_COLUMNS; i++) {
        int count = 0;
        for (int y = j * height / rows; y < (j + 1) * height / rows; y++) {
          for (int x = i * width / GRID_COLUMNS; x < (i + 1) * width / GRID_COLUMNS; x++) {
            int at = y * width + x;
            if (parts.isGroundOrShadow(at)) {
              least[count] = smallest(at);
              sample[count++] = luminance(at);
            }
          }
        }
        if (count == 0) {
          stops.add(null);
          smallest.add(null);
        } else {
          double y = Math.max(1e-4, Planes.quantile(sample, count, 0.5));
          stops.add(Math.round(-100 * Math.log(y) / Math.log(2)) / 100.0 + 0.0);
          double code = Srgb.code(Planes.quantile(least, count, 0.5));
          smallest.add(Math.round(10 * code) / 10.0);
        }
      }
    }
    return new Readings.Grid(GRID_COLUMNS, rows, stops, smallest);
  }

  private float smallest(int at) {
    return Math.max(0, Math.min(1, picture.linear().smallest(at)));
  }
}
