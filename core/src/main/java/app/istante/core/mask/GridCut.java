package app.istante.core.mask;

import java.util.Arrays;

/**
 * Minimum cut of a grid where every pixel is joined to its four neighbours and to two terminals, by
 * Boykov and Kolmogorov (2004), "An experimental comparison of min-cut/max-flow algorithms for
 * energy minimization in vision", section 3: two search trees that are grown, augmented and
 * adopted. Deviation: distances to the terminals are not kept; an orphan takes the first parent
 * that is rooted.
 */
final class GridCut {
  private static final byte FREE = 0;
  private static final byte SOURCE = 1;
  private static final byte SINK = 2;
  private static final byte NO_PARENT = -1;
  private static final byte TERMINAL = 4;
  private static final byte ORPHAN = 5;

  /**
   * Places in all arrays: the grid's own, and one more row above and below, which nothing is joined
   * to. Nor is a row's last pixel to the next row's first, though the one follows the other: so
   * every pixel has four neighbours, and none has to be asked where it lies.
   */
  private final int size;

  private final int[] step;

  /** Residual capacity from a pixel to its right, left, lower and upper neighbour. */
  private final float[][] capacity;

  /** What is left to the source (positive) or to the sink (negative). */
  private final float[] terminal;

  private final byte[] tree;
  private final byte[] parent;
  private final int[] active;
  private final boolean[] queued;
  private int head;
  private int tail;
  private int waiting;
  private int[] orphans = new int[1024];
  private int orphanCount;

  /**
   * @param terminal positive pulls a pixel to the inside, negative to the outside
   * @param across strength of the join between a pixel and its right neighbour
   * @param down strength of the join between a pixel and its lower neighbour
   */
  private GridCut(float[] terminal, float[] across, float[] down, int width, int height) {
    this.size = width * (height + 2);
    this.step = new int[] {1, -1, width, -width};
    this.terminal = new float[size];
    System.arraycopy(terminal, 0, this.terminal, width, width * height);
    this.capacity = new float[4][size];
    for (int y = 0; y < height; y++) {
      int from = y * width;
      int to = from + width;
      System.arraycopy(across, from, capacity[0], to, width - 1);
      System.arraycopy(across, from, capacity[1], to + 1, width - 1);
      if (y < height - 1) {
        System.arraycopy(down, from, capacity[2], to, width);
        System.arraycopy(down, from, capacity[3], to + width, width);
      }
    }
    this.tree = new byte[size];
    this.parent = new byte[size];
    this.active = new int[size];
    this.queued = new boolean[size];
    Arrays.fill(parent, NO_PARENT);
  }

  /** Whether each pixel lies inside. */
  static boolean[] inside(float[] terminal, float[] across, float[] down, int width, int height) {
    GridCut cut = new GridCut(terminal, across, down, width, height);
    cut.run();
    boolean[] inside = new boolean[width * height];
    for (int at = 0; at < inside.length; at++) {
      inside[at] = cut.tree[at + width] == SOURCE;
    }
    return inside;
  }

  private void run() {
    for (int at = 0; at < size; at++) {
      if (terminal[at] != 0) {
        tree[at] = terminal[at] > 0 ? SOURCE : SINK;
        parent[at] = TERMINAL;
      }
    }
    for (int at = 0; at < size; at++) {
      if (terminal[at] != 0 && besideOthers(at)) {
        activate(at);
      }
    }
    while (waiting > 0) {
      int at = active[head];
      if (tree[at] != FREE && grow(at)) {
        continue;
      }
      head = head + 1 == size ? 0 : head + 1;
      waiting--;
      queued[at] = false;
    }
  }

  /** Most pixels are among their own kind and have nothing to do until a neighbour is let go. */
  private boolean besideOthers(int at) {
    return tree[at - 1] != tree[at]
        || tree[at + 1] != tree[at]
        || tree[at + step[2]] != tree[at]
        || tree[at + step[3]] != tree[at];
  }

  /** Takes in free neighbours; true where the trees met and flow was pushed. */
  private boolean grow(int at) {
    for (int side = 0; side < 4; side++) {
      int to = at + step[side];
      float open = tree[at] == SOURCE ? capacity[side][at] : capacity[side ^ 1][to];
      if (open <= 0) {
        continue;
      }
      if (tree[to] == FREE) {
        tree[to] = tree[at];
        parent[to] = (byte) (side ^ 1);
        activate(to);
      } else if (tree[to] != tree[at]) {
        if (tree[at] == SOURCE) {
          augment(at, side, to);
        } else {
          augment(to, side ^ 1, at);
        }
        adopt();
        return true;
      }
    }
    return false;
  }

  private void augment(int from, int side, int to) {
    float flow = capacity[side][from];
    int at = from;
    while (parent[at] != TERMINAL) {
      int up = at + step[parent[at]];
      flow = Math.min(flow, capacity[parent[at] ^ 1][up]);
      at = up;
    }
    flow = Math.min(flow, terminal[at]);
    at = to;
    while (parent[at] != TERMINAL) {
      flow = Math.min(flow, capacity[parent[at]][at]);
      at = at + step[parent[at]];
    }
    flow = Math.min(flow, -terminal[at]);

    capacity[side][from] -= flow;
    capacity[side ^ 1][to] += flow;
    at = from;
    while (parent[at] != TERMINAL) {
      int p = parent[at];
      int up = at + step[p];
      capacity[p ^ 1][up] -= flow;
      capacity[p][at] += flow;
      if (capacity[p ^ 1][up] <= 1e-7f) {
        capacity[p ^ 1][up] = 0;
        orphan(at);
      }
      at = up;
    }
    terminal[at] -= flow;
    if (terminal[at] <= 1e-7f) {
      terminal[at] = 0;
      orphan(at);
    }
    at = to;
    while (parent[at] != TERMINAL) {
      int p = parent[at];
      int up = at + step[p];
      capacity[p][at] -= flow;
      capacity[p ^ 1][up] += flow;
      if (capacity[p][at] <= 1e-7f) {
        capacity[p][at] = 0;
        orphan(at);
      }
      at = up;
    }
    terminal[at] += flow;
    if (terminal[at] >= -1e-7f) {
      terminal[at] = 0;
      orphan(at);
    }
  }

  private void orphan(int at) {
    if (orphanCount == orphans.length) {
      orphans = Arrays.copyOf(orphans, 2 * orphanCount);
    }
    orphans[orphanCount++] = at;
  }

  private void adopt() {
    // Parents are cut first, so that no orphan is taken in by its own kin.
    for (int i = 0; i < orphanCount; i++) {
      parent[orphans[i]] = ORPHAN;
    }
    while (orphanCount > 0) {
      int at = orphans[--orphanCount];
      if (parent[at] == ORPHAN && !findParent(at)) {
        release(at);
      }
    }
  }

  private boolean findParent(int at) {
    for (int side = 0; side < 4; side++) {
      int to = at + step[side];
      if (tree[to] == tree[at]) {
        float open = tree[at] == SOURCE ? capacity[side ^ 1][to] : capacity[side][at];
        if (open > 0 && rooted(to)) {
          parent[at] = (byte) side;
          return true;
        }
      }
    }
    return false;
  }

  private boolean rooted(int at) {
    int up = at;
    while (parent[up] != TERMINAL) {
      if (parent[up] == ORPHAN || parent[up] == NO_PARENT) {
        return false;
      }
      up += step[parent[up]];
    }
    return true;
  }

  private void release(int at) {
    for (int side = 0; side < 4; side++) {
      int to = at + step[side];
      if (tree[to] == tree[at]) {
        float open = tree[at] == SOURCE ? capacity[side ^ 1][to] : capacity[side][at];
        if (open > 0) {
          activate(to);
        }
        boolean child =
            parent[to] != ORPHAN
                && parent[to] >= 0
                && parent[to] < 4
                && to + step[parent[to]] == at;
        if (child) {
          parent[to] = ORPHAN;
          orphan(to);
        }
      }
    }
    tree[at] = FREE;
    parent[at] = NO_PARENT;
  }

  private void activate(int at) {
    if (!queued[at]) {
      queued[at] = true;
      active[tail] = at;
      tail = tail + 1 == size ? 0 : tail + 1;
      waiting++;
    }
  }
}
