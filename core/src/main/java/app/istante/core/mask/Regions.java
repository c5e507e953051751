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
  private final int[] labels;
  private final List<Region> regions;

  private Regions(int width, int height, int[] labels, List<Region> regions) {
    this.width = width;
    this.height = height;
    this.labels = labels;
    this.regions = regions;
  }

  /** Label of every pixel, 0 where the condition does not hold. */
  public int[] labels() {
    return labels;
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
   * @param wanted by their ids; the first tells of what is in no region
   */
  Bits where(boolean[] wanted) {
    return Bits.where(labels, wanted, width, height);
  }

  /** The mean over each region of a value of its pixels, by the regions' ids. */
  double[] means(IntToDoubleFunction value) {
    double[] means = new double[regions.size() + 1];
    for (int at = 0; at < labels.length; at++) {
      if (labels[at] > 0) {
        means[labels[at]] += value.applyAsDouble(at);
      }
    }
    for (Region region : regions) {
      means[region.id()] /= region.areaPx();
    }
    return means;
  }

  /** Whether a pixel of a region, not on the frame's edge, has a neighbour outside it. */
  boolean onRim(int at) {
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
      int[] id = new int[count];
      int regions = 0;
      for (int i = 0; i < count; i++) {
        int root = root(i);
        id[i] = root == i ? ++regions : id[root];
      }
      int[] labels = new int[width * height];
      Tally[] tallies = new Tally[regions];
      for (int i = 0; i < count; i++) {
        Arrays.fill(labels, row[i] * width + from[i], row[i] * width + to[i] + 1, id[i]);
        Tally tally = tallies[id[i] - 1];
        if (tally == null) {
          tally = new Tally();
          tallies[id[i] - 1] = tally;
        }
        tally.add(row[i], from[i], to[i], width, height);
      }
      List<Region> found = new ArrayList<>(regions);
      for (int i = 0; i < regions; i++) {
        found.add(tallies[i].region(i + 1));
      }
      return new Regions(width, height, labels, List.copyOf(found));
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
