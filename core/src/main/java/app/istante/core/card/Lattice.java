package app.istante.core.card;

import java.util.ArrayDeque;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.Deque;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Patches that lie like squares of a board seen at an angle: begun at one patch and two of its
 * neighbours, then grown step by step, each step by the steps beside it.
 */
final class Lattice {
  /** A patch counts as found where it lies within this share of a step of where it should. */
  private static final double NEAR = 0.3;

  private static final int NEIGHBOURS = 5;
  private static final int MOST_ACROSS = 6;

  /** A spot that may be a patch: its middle and area, working pixels. */
  record Spot(double x, double y, double area) {}

  /** A spot with its column and row, counted from any corner. */
  record Node(Spot spot, int column, int row) {}

  private final List<Spot> spots;

  private Lattice(List<Spot> spots) {
    this.spots = spots;
  }

  /** The largest board among the spots; empty where none has {@code fewest} patches. */
  static List<Node> largest(List<Spot> spots, int fewest) {
    return new Lattice(spots).largest(fewest);
  }

  private List<Node> largest(int fewest) {
    List<Node> best = List.of();
    boolean[] tried = new boolean[spots.size()];
    for (int seed = 0; seed < spots.size() && best.size() < 24; seed++) {
      if (tried[seed]) {
        continue;
      }
      List<Spot> near = neighbours(spots.get(seed));
      List<Node> grown = List.of();
      for (Spot u : near) {
        for (Spot v : near) {
          if (isBasis(spots.get(seed), u, v)) {
            List<Node> one = grow(spots.get(seed), u, v);
            grown = one.size() > grown.size() ? one : grown;
          }
        }
      }
      for (Node node : grown) {
        tried[spots.indexOf(node.spot)] |= grown.size() >= fewest;
      }
      best = grown.size() > best.size() ? grown : best;
    }
    return best.size() < fewest ? List.of() : best;
  }

  private List<Spot> neighbours(Spot seed) {
    double reach = 2.4 * Math.sqrt(seed.area);
    return spots.stream()
        .filter(s -> s != seed && away(s, seed.x, seed.y) < reach && alike(s, seed))
        .sorted(Comparator.comparingDouble(s -> away(s, seed.x, seed.y)))
        .limit(NEIGHBOURS)
        .toList();
  }

  private static boolean alike(Spot one, Spot two) {
    double ratio = one.area / two.area;
    return ratio > 0.4 && ratio < 2.5;
  }

  private static double away(Spot spot, double x, double y) {
    return Math.hypot(spot.x - x, spot.y - y);
  }

  /** Two steps of about one length, at a fair angle, the second clockwise of the first. */
  private static boolean isBasis(Spot seed, Spot u, Spot v) {
    double ux = u.x - seed.x;
    double uy = u.y - seed.y;
    double vx = v.x - seed.x;
    double vy = v.y - seed.y;
    double lengths = Math.hypot(ux, uy) / Math.hypot(vx, vy);
    double sine = (ux * vy - uy * vx) / (Math.hypot(ux, uy) * Math.hypot(vx, vy));
    return lengths > 0.55 && lengths < 1.8 && sine > 0.7;
  }

  private record Placed(Node node, double ux, double uy, double vx, double vy) {}

  private List<Node> grow(Spot seed, Spot u, Spot v) {
    Map<Spot, Placed> placed = new HashMap<>();
    Map<Long, Spot> taken = new HashMap<>();
    Deque<Placed> open = new ArrayDeque<>();
    Placed first =
        new Placed(new Node(seed, 0, 0), u.x - seed.x, u.y - seed.y, v.x - seed.x, v.y - seed.y);
    placed.put(seed, first);
    taken.put(key(0, 0), seed);
    open.add(first);
    while (!open.isEmpty()) {
      Placed from = open.poll();
      for (int side = 0; side < 4; side++) {
        int dc = side == 0 ? 1 : side == 1 ? -1 : 0;
        int dr = side == 2 ? 1 : side == 3 ? -1 : 0;
        Placed next = step(from, dc, dr, placed, taken);
        if (next != null) {
          placed.put(next.node.spot, next);
          taken.put(key(next.node.column, next.node.row), next.node.spot);
          open.add(next);
        }
      }
    }
    return new ArrayList<>(placed.values().stream().map(Placed::node).toList());
  }

  private Placed step(
      Placed from, int dc, int dr, Map<Spot, Placed> placed, Map<Long, Spot> taken) {
    int column = from.node.column + dc;
    int row = from.node.row + dr;
    boolean far = Math.abs(column) >= MOST_ACROSS || Math.abs(row) >= MOST_ACROSS;
    if (far || taken.containsKey(key(column, row))) {
      return null;
    }
    double sx = dc * from.ux + dr * from.vx;
    double sy = dc * from.uy + dr * from.vy;
    double x = from.node.spot.x + sx;
    double y = from.node.spot.y + sy;
    double near = NEAR * Math.hypot(sx, sy);
    Spot best = null;
    for (Spot spot : spots) {
      if (away(spot, x, y) < near && !placed.containsKey(spot) && alike(spot, from.node.spot)) {
        near = away(spot, x, y);
        best = spot;
      }
    }
    if (best == null) {
      return null;
    }
    // Steps change slowly over a board in perspective: this one is taken over where it points.
    double tx = (best.x - from.node.spot.x) * (dc + dr);
    double ty = (best.y - from.node.spot.y) * (dc + dr);
    Node node = new Node(best, column, row);
    return dc != 0
        ? new Placed(node, tx, ty, from.vx, from.vy)
        : new Placed(node, from.ux, from.uy, tx, ty);
  }

  private static long key(int column, int row) {
    return 1000L * (column + 100) + row + 100;
  }
}
