package app.istante.core.card;

import app.istante.core.colour.CardReference;
import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.image.LinearImage;
import app.istante.core.mask.Regions;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Optional;

/**
 * Finds a 24-patch colour card: flat spots that lie like the squares of a board, whose colours are
 * those of the card in one of its turns, whatever the light. A board of other colours is no card.
 */
public final class CardFinder {
  private static final double SMALLEST_SHARE = 0.0002;
  private static final double LARGEST_SHARE = 0.04;
  private static final int MOST_SPOTS = 500;
  private static final int FEWEST_PATCHES = 11;

  /** Share of the way from a patch's middle to its edge over which its colour is taken. */
  private static final double MIDDLE = 0.3;

  /** With the light corrected, a card's colours lie nearer to their definition than this. */
  private static final double MOST_RESIDUAL = 9;

  /** Another way round must fit this much worse. */
  private static final double CLEARLY_WORSE = 1.35;

  private static final double CLIPPED = 0.98;

  /** The card ends this far from the middle of its outer patches, in steps from patch to patch. */
  private static final double EDGE = 0.7;

  private final Regions flat;
  private final LinearImage image;
  private final int width;
  private final int height;

  private CardFinder(FlatPlaces places) {
    flat = places.regions;
    image = places.image;
    width = image.width();
    height = image.height();
  }

  /**
   * A card in a picture.
   *
   * @param corners x, y of upper left, upper right, lower right, lower left as the card is read, in
   *     photo pixels
   * @param rgb linear light of each patch, in the order of the reference
   * @param usable whether a patch is neither clipped nor out of the frame
   * @param matrix that carries the patches nearest to their reference, rows red, green, blue
   * @param residual mean CIEDE2000 once light is corrected by it
   * @param confidence 0 to 1
   */
  public record FoundCard(
      double[][] corners,
      double[][] rgb,
      boolean[] usable,
      double[][] matrix,
      double residual,
      double confidence) {}

  public static Optional<FoundCard> find(FlatPlaces flat, CardReference reference) {
    return new CardFinder(flat).find(reference);
  }

  private Optional<FoundCard> find(CardReference reference) {
    List<Lattice.Node> nodes = Lattice.largest(spots(), FEWEST_PATCHES);
    if (nodes.isEmpty()) {
      return Optional.empty();
    }
    int left = nodes.stream().mapToInt(Lattice.Node::column).min().orElse(0);
    int top = nodes.stream().mapToInt(Lattice.Node::row).min().orElse(0);
    int columns = nodes.stream().mapToInt(Lattice.Node::column).max().orElse(0) - left + 1;
    int rows = nodes.stream().mapToInt(Lattice.Node::row).max().orElse(0) - top + 1;
    List<Placing> fits = new ArrayList<>();
    for (int turn = 0; turn < 8; turn++) {
      boolean upright = turn % 2 == 0;
      int wide = upright ? CardReference.COLUMNS : CardReference.ROWS;
      int tall = upright ? CardReference.ROWS : CardReference.COLUMNS;
      for (int dx = 0; dx <= wide - columns; dx++) {
        for (int dy = 0; dy <= tall - rows; dy++) {
          Placing placing = placing(nodes, left - dx, top - dy, turn, reference);
          if (placing != null) {
            fits.add(placing);
          }
        }
      }
    }
    fits.sort(Comparator.comparingDouble(Placing::residual));
    boolean clear =
        !fits.isEmpty()
            && fits.get(0).residual < MOST_RESIDUAL
            && (fits.size() == 1 || fits.get(1).residual > CLEARLY_WORSE * fits.get(0).residual);
    return clear ? Optional.of(fits.get(0).card(nodes.size())) : Optional.empty();
  }

  /** Flat places of a patch's size and shape. */
  private List<Lattice.Spot> spots() {
    double size = (double) width * height;
    double[][] sums = new double[flat.all().size() + 1][3];
    flat.forEachStretch(
        (id, from, to) -> {
          Regions.Region region = flat.all().get(id - 1);
          double dy = (double) (from / width) - region.centreY();
          for (int at = from; at < to; at++) {
            double dx = at % width - region.centreX();
            sums[id][0] += dx * dx;
            sums[id][1] += dx * dy;
            sums[id][2] += dy * dy;
          }
        });
    return flat.all().stream()
        .filter(r -> r.borderPx() == 0)
        .filter(r -> r.areaPx() > SMALLEST_SHARE * size && r.areaPx() < LARGEST_SHARE * size)
        .filter(r -> isBlock(r, sums[r.id()]))
        .sorted(Comparator.comparingInt(Regions.Region::areaPx).reversed())
        .limit(MOST_SPOTS)
        .map(r -> new Lattice.Spot(r.centreX(), r.centreY(), r.areaPx()))
        .toList();
  }

  /** Any parallelogram has area 12 times the root of the determinant of its second moments. */
  private static boolean isBlock(Regions.Region region, double[] sums) {
    double n = region.areaPx();
    double xx = sums[0] / n + 1.0 / 12;
    double yy = sums[2] / n + 1.0 / 12;
    double xy = sums[1] / n;
    double filled = n / (12 * Math.sqrt(Math.max(1e-9, xx * yy - xy * xy)));
    double stretch = (xx + yy) / (2 * Math.sqrt(Math.max(1e-9, xx * yy - xy * xy)));
    return filled > 0.85 && stretch < 1.6;
  }

  /** One way in which the board may be the card. */
  private record Placing(
      double[][] corners, double[][] rgb, boolean[] usable, double[][] matrix, double residual) {
    FoundCard card(int patches) {
      double sure = Math.min(1, patches / 20.0) * Math.min(1, 1.3 - residual / MOST_RESIDUAL);
      return new FoundCard(corners, rgb, usable, matrix, residual, Math.max(0, sure));
    }
  }

  /** Where patch {@code index} of the card lies on a board turned in quarters, or mirrored. */
  private static double[] onBoard(double column, double row, int turn) {
    double c = turn >= 4 ? CardReference.COLUMNS - 1 - column : column;
    double lastColumn = CardReference.COLUMNS - 1.0;
    double lastRow = CardReference.ROWS - 1.0;
    return switch (turn % 4) {
      case 0 -> new double[] {c, row};
      case 1 -> new double[] {lastRow - row, c};
      case 2 -> new double[] {lastColumn - c, lastRow - row};
      default -> new double[] {row, lastColumn - c};
    };
  }

  private Placing placing(
      List<Lattice.Node> nodes, int left, int top, int turn, CardReference reference) {
    double[][] from =
        nodes.stream()
            .map(n -> new double[] {n.column() - left, n.row() - top})
            .toArray(double[][]::new);
    double[][] to =
        nodes.stream().map(n -> new double[] {n.spot().x(), n.spot().y()}).toArray(double[][]::new);
    Homography board = Homography.fit(from, to);
    if (board == null) {
      return null;
    }
    int count = reference.patches().size();
    double[][] rgb = new double[count][];
    boolean[] usable = new boolean[count];
    int good = 0;
    for (int i = 0; i < count; i++) {
      double[] cell = onBoard(i % CardReference.COLUMNS, i / CardReference.COLUMNS, turn);
      rgb[i] = colourAt(board, cell);
      usable[i] = rgb[i] != null && Math.max(rgb[i][0], Math.max(rgb[i][1], rgb[i][2])) < CLIPPED;
      good += usable[i] ? 1 : 0;
    }
    if (good < FEWEST_PATCHES) {
      return null;
    }
    double[][] matrix = LightMatrix.fit(rgb, usable, reference);
    if (matrix == null) {
      return null;
    }
    double sum = 0;
    for (int i = 0; i < count; i++) {
      if (usable[i]) {
        double[] mended = LightMatrix.apply(matrix, rgb[i]);
        sum +=
            DeltaE.ciede2000(
                Lab.ofLinear(mended[0], mended[1], mended[2]), reference.patches().get(i).lab());
      }
    }
    double[][] corners = {
      corner(board, -EDGE, -EDGE, turn),
      corner(board, CardReference.COLUMNS - 1 + EDGE, -EDGE, turn),
      corner(board, CardReference.COLUMNS - 1 + EDGE, CardReference.ROWS - 1 + EDGE, turn),
      corner(board, -EDGE, CardReference.ROWS - 1 + EDGE, turn)
    };
    return new Placing(corners, rgb, usable, matrix, sum / good);
  }

  private double[] corner(Homography board, double column, double row, int turn) {
    double[] cell = onBoard(column, row, turn);
    double[] at = board.map(cell[0], cell[1]);
    double factor = image.scale().px();
    return new double[] {(at[0] + 0.5) * factor, (at[1] + 0.5) * factor};
  }

  /** Mean linear light over the middle of a patch; null where it lies outside the frame. */
  private double[] colourAt(Homography board, double[] cell) {
    double[] sum = new double[3];
    int count = 0;
    int steps = 9;
    for (int i = 0; i < steps; i++) {
      for (int j = 0; j < steps; j++) {
        double u = cell[0] + MIDDLE * (2.0 * i / (steps - 1) - 1);
        double v = cell[1] + MIDDLE * (2.0 * j / (steps - 1) - 1);
        double[] at = board.map(u, v);
        int x = (int) Math.round(at[0]);
        int y = (int) Math.round(at[1]);
        if (x < 0 || y < 0 || x >= width || y >= height) {
          return null;
        }
        sum[0] += image.red()[y * width + x];
        sum[1] += image.green()[y * width + x];
        sum[2] += image.blue()[y * width + x];
        count++;
      }
    }
    return new double[] {sum[0] / count, sum[1] / count, sum[2] / count};
  }
}
