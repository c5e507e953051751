package app.istante.core.mask;

import app.istante.core.image.Scale;
import java.util.ArrayList;
import java.util.List;

/** The product's outline as closed lines in photo pixels, for drawing over the picture. */
public final class Outline {
  private static final int[] DX = {1, 0, -1, 0};
  private static final int[] DY = {0, 1, 0, -1};

  /** Corners on the way round; what is smaller is not drawn. */
  private static final int SHORTEST_LOOP = 24;

  /** A line may pass its points by this, working pixels; by more where there are too many. */
  private static final double TOLERANCE = 0.4;

  private static final double COARSER = 1.6;
  private static final double COARSEST = 20;

  private Outline() {}

  /**
   * Follows the borders between product and not-product along pixel edges, puts the line where the
   * product covers half, between the two pixels' centres, then thins the points out (Ramer 1972,
   * Douglas and Peucker 1973) until at most {@code mostPoints} are left.
   *
   * @return loops of x, y, x, y …; outer and inner ones alike
   */
  public static List<int[]> of(Separation parts, Scale scale, int mostPoints) {
    if (!parts.found()) {
      return List.of();
    }
    List<List<double[]>> loops = new ArrayList<>();
    int width = parts.width();
    boolean[] seen = new boolean[(width + 1) * (parts.height() + 1)];
    for (int y = 0; y < parts.height(); y++) {
      for (int x = 0; x < width; x++) {
        // A loop is begun at a top edge: product here, none above.
        if (in(parts, x, y) && !in(parts, x, y - 1) && !seen[y * (width + 1) + x]) {
          List<double[]> loop = follow(parts, x, y, seen);
          if (loop.size() >= SHORTEST_LOOP) {
            loops.add(thinned(loop, TOLERANCE));
          }
        }
      }
    }
    double tolerance = TOLERANCE;
    while (count(loops) > mostPoints && tolerance < COARSEST) {
      tolerance *= COARSER;
      double coarser = tolerance;
      loops.replaceAll(loop -> thinned(loop, coarser));
    }
    return loops.stream().map(loop -> inPhoto(loop, scale)).toList();
  }

  private static int count(List<List<double[]>> loops) {
    return loops.stream().mapToInt(List::size).sum();
  }

  private static int[] inPhoto(List<double[]> loop, Scale scale) {
    int[] flat = new int[2 * loop.size()];
    for (int i = 0; i < flat.length; i++) {
      flat[i] = (int) Math.round(loop.get(i / 2)[i % 2] * scale.px());
    }
    return flat;
  }

  private static boolean isInFrame(Separation parts, int x, int y) {
    return x >= 0 && y >= 0 && x < parts.width() && y < parts.height();
  }

  private static boolean in(Separation parts, int x, int y) {
    return isInFrame(parts, x, y) && parts.kind()[y * parts.width() + x] == Separation.PRODUCT;
  }

  /**
   * Walks along pixel corners with the product on the right-hand side.
   *
   * @return where the line passes each pixel edge on the way, working pixels
   */
  private static List<double[]> follow(Separation parts, int startX, int startY, boolean[] seen) {
    List<double[]> loop = new ArrayList<>();
    int x = startX;
    int y = startY;
    int heading = 0;
    int most = 4 * parts.kind().length;
    do {
      loop.add(passed(parts, x, y, heading));
      if (heading == 0) {
        seen[y * (parts.width() + 1) + x] = true;
      }
      x += DX[heading];
      y += DY[heading];
      int left = (heading + 3) % 4;
      int right = (heading + 1) % 4;
      if (in(parts, aheadX(x, heading, true), aheadY(y, heading, true))) {
        heading = left;
      } else if (!in(parts, aheadX(x, heading, false), aheadY(y, heading, false))) {
        heading = right;
      }
    } while ((x != startX || y != startY || heading != 0) && loop.size() < most);
    return loop;
  }

  /** Column of the pixel ahead of a corner, on the left or right of the way. */
  private static int aheadX(int x, int heading, boolean left) {
    return heading == 0 || heading == (left ? 1 : 3) ? x : x - 1;
  }

  /** Its row. */
  private static int aheadY(int y, int heading, boolean left) {
    return heading == 1 || heading == (left ? 2 : 0) ? y : y - 1;
  }

  /**
   * Where, on the way from the pixel that is product to the one that is not, half is covered. At
   * the frame, and where the cover says otherwise than what was told of the pixels, on their edge.
   */
  private static double[] passed(Separation parts, int x, int y, int heading) {
    int outX = aheadX(x, heading, true);
    int outY = aheadY(y, heading, true);
    int inX = aheadX(x, heading, false);
    int inY = aheadY(y, heading, false);
    double share = 0.5;
    if (isInFrame(parts, outX, outY)) {
      double inside = parts.alpha()[inY * parts.width() + inX];
      double outside = parts.alpha()[outY * parts.width() + outX];
      share = inside >= 0.5 && outside < 0.5 ? (inside - 0.5) / (inside - outside) : share;
    }
    return new double[] {inX + 0.5 + share * (outX - inX), inY + 0.5 + share * (outY - inY)};
  }

  private static List<double[]> thinned(List<double[]> loop, double tolerance) {
    boolean[] keep = new boolean[loop.size()];
    int half = loop.size() / 2;
    keep[0] = true;
    keep[half] = true;
    keep[loop.size() - 1] = true;
    thin(loop, 0, half, tolerance, keep);
    thin(loop, half, loop.size() - 1, tolerance, keep);
    List<double[]> kept = new ArrayList<>();
    for (int i = 0; i < keep.length; i++) {
      if (keep[i]) {
        kept.add(loop.get(i));
      }
    }
    return kept;
  }

  private static void thin(
      List<double[]> line, int from, int to, double tolerance, boolean[] keep) {
    double[] a = line.get(from);
    double[] b = line.get(to);
    double length = Math.max(1e-9, Math.hypot(b[0] - a[0], b[1] - a[1]));
    int farthest = -1;
    double most = tolerance;
    for (int i = from + 1; i < to; i++) {
      double[] p = line.get(i);
      double off = Math.abs((b[0] - a[0]) * (a[1] - p[1]) - (a[0] - p[0]) * (b[1] - a[1])) / length;
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
