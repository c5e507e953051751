package app.istante.core.mask;

import app.istante.core.image.Scale;
import java.util.ArrayList;
import java.util.List;

/** The product's outline as closed lines in photo pixels, for drawing over the picture. */
public final class Outline {
  private static final int[] DX = {1, 0, -1, 0};
  private static final int[] DY = {0, 1, 0, -1};
  private static final int SHORTEST_LOOP = 24;

  private Outline() {}

  /**
   * Follows the borders between product and not-product along pixel edges, then thins the points
   * out (Ramer 1972, Douglas and Peucker 1973) until at most {@code mostPoints} are left.
   *
   * @return loops of x, y, x, y …; outer and inner ones alike
   */
  public static List<int[]> of(Separation parts, Scale scale, int mostPoints) {
    List<int[]> loops = new ArrayList<>();
    if (!parts.found()) {
      return loops;
    }
    int width = parts.width();
    boolean[] seen = new boolean[(width + 1) * (parts.height() + 1)];
    for (int y = 0; y < parts.height(); y++) {
      for (int x = 0; x < width; x++) {
        // A loop is begun at a top edge: product here, none above.
        if (in(parts, x, y) && !in(parts, x, y - 1) && !seen[y * (width + 1) + x]) {
          List<int[]> loop = follow(parts, x, y, seen);
          if (loop.size() >= SHORTEST_LOOP) {
            loops.add(thinned(loop, scale, 0.7));
          }
        }
      }
    }
    double tolerance = 1;
    while (count(loops) > 2 * mostPoints && tolerance < 20) {
      List<int[]> fewer = new ArrayList<>();
      for (int[] loop : loops) {
        fewer.add(thinned(points(loop), Scale.WHOLE, tolerance * scale.px()));
      }
      loops = fewer;
      tolerance *= 1.6;
    }
    return loops;
  }

  private static int count(List<int[]> loops) {
    return loops.stream().mapToInt(loop -> loop.length).sum();
  }

  private static boolean in(Separation parts, int x, int y) {
    return x >= 0
        && y >= 0
        && x < parts.width()
        && y < parts.height()
        && parts.kind()[y * parts.width() + x] == Separation.PRODUCT;
  }

  /** Walks along pixel corners with the product on the right-hand side. */
  private static List<int[]> follow(Separation parts, int startX, int startY, boolean[] seen) {
    List<int[]> loop = new ArrayList<>();
    int x = startX;
    int y = startY;
    int heading = 0;
    int most = 4 * parts.kind().length;
    do {
      loop.add(new int[] {x, y});
      if (heading == 0) {
        seen[y * (parts.width() + 1) + x] = true;
      }
      x += DX[heading];
      y += DY[heading];
      int left = (heading + 3) % 4;
      int right = (heading + 1) % 4;
      if (ahead(parts, x, y, heading, true)) {
        heading = left;
      } else if (!ahead(parts, x, y, heading, false)) {
        heading = right;
      }
    } while ((x != startX || y != startY || heading != 0) && loop.size() < most);
    return loop;
  }

  /** Whether the pixel ahead of a corner, on the left or right of the way, is product. */
  private static boolean ahead(Separation parts, int x, int y, int heading, boolean left) {
    return switch (heading) {
      case 0 -> in(parts, x, left ? y - 1 : y);
      case 1 -> in(parts, left ? x : x - 1, y);
      case 2 -> in(parts, x - 1, left ? y : y - 1);
      default -> in(parts, left ? x - 1 : x, y - 1);
    };
  }

  private static List<int[]> points(int[] flat) {
    List<int[]> points = new ArrayList<>();
    for (int i = 0; i < flat.length; i += 2) {
      points.add(new int[] {flat[i], flat[i + 1]});
    }
    return points;
  }

  private static int[] thinned(List<int[]> loop, Scale scale, double tolerance) {
    boolean[] keep = new boolean[loop.size()];
    int half = loop.size() / 2;
    keep[0] = true;
    keep[half] = true;
    keep[loop.size() - 1] = true;
    thin(loop, 0, half, tolerance, keep);
    thin(loop, half, loop.size() - 1, tolerance, keep);
    int count = 0;
    for (boolean k : keep) {
      count += k ? 1 : 0;
    }
    int[] flat = new int[2 * count];
    int to = 0;
    for (int i = 0; i < keep.length; i++) {
      if (keep[i]) {
        flat[to++] = scale.first(loop.get(i)[0]);
        flat[to++] = scale.first(loop.get(i)[1]);
      }
    }
    return flat;
  }

  private static void thin(List<int[]> line, int from, int to, double tolerance, boolean[] keep) {
    int[] a = line.get(from);
    int[] b = line.get(to);
    double length = Math.max(1e-9, Math.hypot(b[0] - a[0], b[1] - a[1]));
    int farthest = -1;
    double most = tolerance;
    for (int i = from + 1; i < to; i++) {
      int[] p = line.get(i);
      double off =
          Math.abs((b[0] - a[0]) * (double) (a[1] - p[1]) - (a[0] - p[0]) * (double) (b[1] - a[1]))
              / length;
      if (off > most) {
        most = off;
        farthest = i;
      }
    }
    if (farthest > 0) {
      keep[farthest] = true;
      thin(line, from, farthest, tolerance, keep);
      thin(line, farthest, to, tolerance, keep);
    }
  }
}
