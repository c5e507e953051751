package app.istante.core.mask;

import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.function.IntPredicate;
import java.util.function.IntToDoubleFunction;
import java.util.function.Predicate;

/** Connected regions (four neighbours) of the pixels of a plane that satisfy a condition. */
public final class Regions {
  /**
   * One region, in pixels of the plane.
   *
   * @param id label in {@link #labels()}, 1 and up
   * @param borderPx how many of its pixels lie on the frame's edge
   */
  public record Region(
      int id,
      int areaPx,
      int left,
      int top,
      int right,
      int bottom,
      double sumX,
      double sumY,
      int borderPx) {
    public double centreX() {
      return sumX / areaPx;
    }

    public double centreY() {
      return sumY / areaPx;
    }
  }

  private final int width;
  private final int height;
  private final Stretches stretches;
  private final List<Region> regions;

  /** Only where asked for: most are asked for areas and sets, which stretches tell sooner. */
  private volatile int[] labels;

  private Regions(int width, int height, Stretches stretches, List<Region> regions) {
    this.width = width;
    this.height = height;
    this.stretches = stretches;
    this.regions = regions;
  }

  /** Label of every pixel, 0 where the condition does not hold. */
  public int[] labels() {
    int[] known = labels;
    if (known == null) {
      int[] filled = new int[width * height];
      forEachStretch((id, from, to) -> Arrays.fill(filled, from, to, id));
      labels = filled;
      known = filled;
    }
    return known;
  }

  /** The region of one pixel, 0 where the condition does not hold. */
  public int idAt(int at) {
    int y = at / width;
    int x = at % width;
    int low = 0;
    int high = stretches.count - 1;
    while (low <= high) {
      int middle = (low + high) >>> 1;
      int row = stretches.row[middle];
      if (row < y || row == y && stretches.to[middle] < x) {
        low = middle + 1;
      } else if (row > y || stretches.from[middle] > x) {
        high = middle - 1;
      } else {
        return stretches.region[middle];
      }
    }
    return 0;
  }

  /** What to do with a stretch of a row. */
  @FunctionalInterface
  public interface StretchVisitor {
    /**
     * @param id of the region
     * @param from the first pixel of the stretch
     * @param to the one after its last
     */
    void at(int id, int from, int to);
  }

  /** Every stretch of a row that belongs to a region, from the top left. */
  public void forEachStretch(StretchVisitor visitor) {
    for (int i = 0; i < stretches.count; i++) {
      int row = stretches.row[i] * width;
      visitor.at(stretches.region[i], row + stretches.from[i], row + stretches.to[i] + 1);
    }
  }

  public List<Region> all() {
    return regions;
  }

  /** The pixels of the regions that a condition holds for. */
  Bits where(Predicate<Region> wanted) {
    boolean[] marks = new boolean[regions.size() + 1];
    for (Region region : regions) {
      marks[region.id()] = wanted.test(region);
    }
    return where(marks);
  }

  /**
   * The pixels of some regions.
   *
   * @param wanted by their ids
   */
  Bits where(boolean[] wanted) {
    Bits.Builder pixels = new Bits.Builder(width, height);
    for (int i = 0; i < stretches.count; i++) {
      if (wanted[stretches.region[i]]) {
        pixels.add(stretches.row[i], stretches.from[i], stretches.to[i]);
      }
    }
    return pixels.bits();
  }

  /** How many pixels of each region belong to a set, by the regions' ids. */
  int[] counts(boolean[] set) {
    int[] counts = new int[regions.size() + 1];
    forEachStretch(
        (id, from, to) -> {
          for (int at = from; at < to; at++) {
            counts[id] += set[at] ? 1 : 0;
          }
        });
    return counts;
  }

  /** The mean over each region of a value of its pixels, by the regions' ids. */
  double[] means(IntToDoubleFunction value) {
    double[] means = new double[regions.size() + 1];
    forEachStretch(
        (id, from, to) -> {
          for (int at = from; at < to; at++) {
            means[id] += value.applyAsDouble(at);
          }
        });
    for (Region region : regions) {
      means[region.id()] /= region.areaPx();
    }
    return means;
  }

  /** Whether a pixel of a region, not on the frame's edge, has a neighbour outside it. */
  boolean onRim(int at) {
    int[] labels = labels();
    int id = labels[at];
    return id > 0
        && (labels[at - 1] != id
            || labels[at + 1] != id
            || labels[at - width] != id
            || labels[at + width] != id);
  }

  int width() {
    return width;
  }

  /** Of the plane. */
  int pixels() {
    return width * height;
  }

  /** The same for the pixels that a condition holds for. */
  public static Regions of(int width, int height, IntPredicate belongs) {
    boolean[] set = new boolean[width * height];
    for (int at = 0; at < set.length; at++) {
      set[at] = belongs.test(at);
    }
    return of(width, height, set);
  }

  public static Regions of(int width, int height, boolean[] belongs) {
    return of(Bits.of(belongs, width, height));
  }

  /**
   * Row by row: stretches of pixels that belong, joined where they touch (Rosenfeld and Pfaltz
   * 1966, by stretches instead of pixels). Ids follow the first pixel of each region.
   */
  static Regions of(Bits belongs) {
    Stretches all = new Stretches();
    belongs.forEachStretch(all::add);
    int above = 0;
    int here = 0;
    while (here < all.count) {
      int next = here;
      while (next < all.count && all.row[next] == all.row[here]) {
        next++;
      }
      all.join(here > 0 && all.row[above] == all.row[here] - 1 ? above : here, here, next);
      above = here;
      here = next;
    }
    return all.regions(belongs.width(), belongs.height());
  }

  /** Runs of pixels in rows, and which hang together. */
  private static final class Stretches {
    private int count;
    private int[] row = new int[256];
    private int[] from = new int[256];
    private int[] to = new int[256];
    private int[] parent = new int[256];

    /** By their ids, once all are known. */
    private int[] region;

    void add(int y, int first, int last) {
      if (count == row.length) {
        row = Arrays.copyOf(row, 2 * count);
        from = Arrays.copyOf(from, 2 * count);
        to = Arrays.copyOf(to, 2 * count);
        parent = Arrays.copyOf(parent, 2 * count);
      }
      row[count] = y;
      from[count] = first;
      to[count] = last;
      parent[count] = count;
      count++;
    }

    /**
     * Joins the stretches of a row, from {@code here} to {@code end}, to those of the row above.
     */
    void join(int above, int here, int end) {
      int up = above;
      for (int one = here; one < end; one++) {
        while (up < here && to[up] < from[one]) {
          up++;
        }
        for (int other = up; other < here && from[other] <= to[one]; other++) {
          int a = root(other);
          int b = root(one);
          // The earlier one stays the root, so that ids follow the first pixel.
          parent[Math.max(a, b)] = Math.min(a, b);
        }
      }
    }

    private int root(int at) {
      int root = at;
      while (parent[root] != root) {
        parent[root] = parent[parent[root]];
        root = parent[root];
      }
      return root;
    }

    Regions regions(int width, int height) {
      region = new int[count];
      List<Tally> tallies = new ArrayList<>();
      for (int i = 0; i < count; i++) {
        int root = root(i);
        if (root == i) {
          tallies.add(new Tally());
        }
        region[i] = root == i ? tallies.size() : region[root];
        tallies.get(region[i] - 1).add(row[i], from[i], to[i], width, height);
      }
      List<Region> found = new ArrayList<>(tallies.size());
      for (Tally tally : tallies) {
        found.add(tally.region(found.size() + 1));
      }
      return new Regions(width, height, this, List.copyOf(found));
    }
  }

  /** What is counted of one region. */
  private static final class Tally {
    private int area;
    private int left = Integer.MAX_VALUE;
    private int top = Integer.MAX_VALUE;
    private int right = -1;
    private int bottom = -1;
    private int border;
    private double sumX;
    private double sumY;

    void add(int y, int from, int to, int width, int height) {
      int length = to - from + 1;
      area += length;
      left = Math.min(left, from);
      right = Math.max(right, to);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
      sumX += length * (from + to) / 2.0;
      sumY += (double) length * y;
      boolean edgeRow = y == 0 || y == height - 1;
      int ends = (from == 0 ? 1 : 0) + (to == width - 1 && (width > 1 || from != 0) ? 1 : 0);
      border += edgeRow ? length : ends;
    }

    Region region(int id) {
      return new Region(id, area, left, top, right, bottom, sumX, sumY, border);
    }
  }
}
