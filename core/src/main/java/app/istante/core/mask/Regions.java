package app.istante.core.mask;

import java.util.ArrayList;
import java.util.List;
import java.util.function.IntPredicate;

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

  private final int[] labels;
  private final List<Region> regions;

  private Regions(int[] labels, List<Region> regions) {
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

  /** Whether a pixel of a region, not on the frame's edge, has a neighbour outside it. */
  boolean onRim(int at, int width) {
    int id = labels[at];
    return id > 0
        && (labels[at - 1] != id
            || labels[at + 1] != id
            || labels[at - width] != id
            || labels[at + width] != id);
  }

  public static Regions of(int width, int height, IntPredicate belongs) {
    int[] labels = new int[width * height];
    int[] queue = new int[width * height];
    List<Region> found = new ArrayList<>();
    for (int start = 0; start < labels.length; start++) {
      if (labels[start] == 0 && belongs.test(start)) {
        found.add(flood(start, found.size() + 1, width, height, belongs, labels, queue));
      }
    }
    return new Regions(labels, List.copyOf(found));
  }

  private static Region flood(
      int start, int id, int width, int height, IntPredicate belongs, int[] labels, int[] queue) {
    int head = 0;
    int tail = 0;
    queue[tail++] = start;
    labels[start] = id;
    int left = width;
    int top = height;
    int right = -1;
    int bottom = -1;
    int border = 0;
    double sumX = 0;
    double sumY = 0;
    while (head < tail) {
      int at = queue[head++];
      int x = at % width;
      int y = at / width;
      left = Math.min(left, x);
      right = Math.max(right, x);
      top = Math.min(top, y);
      bottom = Math.max(bottom, y);
      sumX += x;
      sumY += y;
      if (x == 0 || y == 0 || x == width - 1 || y == height - 1) {
        border++;
      }
      tail = visit(x > 0, at - 1, id, belongs, labels, queue, tail);
      tail = visit(x < width - 1, at + 1, id, belongs, labels, queue, tail);
      tail = visit(y > 0, at - width, id, belongs, labels, queue, tail);
      tail = visit(y < height - 1, at + width, id, belongs, labels, queue, tail);
    }
    return new Region(id, tail, left, top, right, bottom, sumX, sumY, border);
  }

  private static int visit(
      boolean inside, int at, int id, IntPredicate belongs, int[] labels, int[] queue, int tail) {
    if (inside && labels[at] == 0 && belongs.test(at)) {
      labels[at] = id;
      queue[tail] = at;
      return tail + 1;
    }
    return tail;
  }
}
