package app.istante.core.measure;

import app.istante.core.measure.EdgeWindow.Edge;
import java.util.Arrays;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;

/** The edges that tell how sharp a picture is, and what they tell. */
final class ClearestEdges {
  /** Fewer edges than this don't tell how sharp a picture is. */
  static final int LEAST = 6;

  private static final int ENOUGH_EDGES = 20;

  /** So many edges of one kind tell by themselves. */
  private static final int ENOUGH_OF_A_KIND = 12;

  /** Of edges against burnt ground so many are used. */
  private static final double SUREST_SHARE = 0.35;

  /**
   * The foot of a sharper edge has too few pixels: of the demo's edges of 0.6 px those against
   * burnt ground are read as 0.43 to 0.54 where they seem sharper than the others.
   */
  private static final double LEAST_FOOT_PX = 0.55;

  /** Rank of the edge that stands for the sharpest zone: lower ones are chance. */
  private static final double SHARPEST_SHARE = 0.35;

  /** Of a normal distribution, in its standard deviations. */
  private static final double QUARTILES_APART = 1.349;

  /** A disc that leaves less than this of what a Gaussian leaves unexplained is one. */
  private static final double DISC_LEAVES = 0.9;

  private final BlurShape shape;
  private final List<Edge> edges;
  private final double[] sigmas;
  private final double sharpestPx;

  private ClearestEdges(List<Edge> kind) {
    boolean discs = areDiscs(kind);
    shape = discs ? BlurShape.DISC : BlurShape.GAUSSIAN;
    edges = discs ? asDiscs(kind) : kind;
    sigmas = sorted(edges, Edge::sigmaPx);
    sharpestPx = medianPx() - realSpread() * (medianPx() - rank(sigmas, SHARPEST_SHARE));
  }

  /**
   * Of all edges, of those where the thing ends, and of those that end it against burnt ground, the
   * kind that is sharpest. An edge inside a thing can be soft by itself, a shade or a print, and
   * where a thing ends the focus may not lie. Against burnt ground an edge tells less: among all
   * they count only where there are hardly any others.
   *
   * @param all at least {@link #LEAST}, at outlines apart from what slopes beside them
   */
  static ClearestEdges of(List<Edge> all) {
    Map<Boolean, List<Edge>> byBurnt =
        all.stream().collect(Collectors.partitioningBy(Edge::clipped));
    List<Edge> open = byBurnt.get(false);
    List<Edge> burnt = byBurnt.get(true);
    boolean few = open.size() < ENOUGH_EDGES && !burnt.isEmpty();
    ClearestEdges best = new ClearestEdges(few ? surest(all) : open);
    List<Edge> ends = open.stream().filter(Edge::outline).toList();
    if (ends.size() >= ENOUGH_OF_A_KIND) {
      best = best.orSharper(new ClearestEdges(ends));
    }
    if (burnt.size() >= ENOUGH_OF_A_KIND) {
      ClearestEdges outer = new ClearestEdges(surest(burnt));
      best = outer.sharpestPx > LEAST_FOOT_PX ? best.orSharper(outer) : best;
    }
    return best;
  }

  private ClearestEdges orSharper(ClearestEdges other) {
    return other.sharpestPx < sharpestPx ? other : this;
  }

  /**
   * Where the ground is burnt, only the foot of an edge is seen, and a step that ends just where
   * the light is clipped fits many of them nearly as well as the true one: those are too narrow,
   * and leave more unexplained.
   */
  static List<Edge> surest(List<Edge> edges) {
    int count = Math.max(LEAST, (int) (SUREST_SHARE * edges.size()));
    return edges.stream()
        .sorted(Comparator.comparingDouble(edge -> edge.errorPx() / edge.sigmaPx()))
        .limit(count)
        .toList();
  }

  /** Of the blur that explains most of them best. */
  BlurShape shape() {
    return shape;
  }

  /** With the deviations that this shape gives them. */
  List<Edge> edges() {
    return edges;
  }

  /** Blur of the sharpest zone, photo pixels. */
  double sharpestPx() {
    return sharpestPx;
  }

  double medianPx() {
    return sigmas[sigmas.length / 2];
  }

  /** How far the sharpest zone may be off by chance, in 95 of 100 cases, photo pixels. */
  double bandPx() {
    double spread = sharpestPx - sigmas[0];
    return 0.2 + 0.1 * sharpestPx + 1.5 * spread / Math.sqrt(sigmas.length);
  }

  /** Of the edges' deviations: the least, nine between, the greatest. */
  List<Double> deciles() {
    Double[] deciles = new Double[11];
    Arrays.setAll(deciles, i -> sigmas[Math.round(i / 10f * (sigmas.length - 1))]);
    return List.of(deciles);
  }

  /**
   * How much of the spread between the edges is of the picture, 0 to 1: the rest is that each is
   * read with an error, and makes no zone sharper than the others. The share of the variance, as
   * James and Stein (1961) take errors back.
   */
  private double realSpread() {
    double spread = (rank(sigmas, 0.75) - rank(sigmas, 0.25)) / QUARTILES_APART;
    double chance = rank(sorted(edges, Edge::errorPx), 0.5);
    return spread <= chance ? 0 : Math.sqrt(1 - chance * chance / (spread * spread));
  }

  /** By those edges whose shape can be told, where these are no minority. */
  private static boolean areDiscs(List<Edge> edges) {
    List<Edge> shaped = edges.stream().filter(edge -> !Double.isNaN(edge.discPx())).toList();
    return 2 * shaped.size() >= edges.size()
        && rank(sorted(shaped, Edge::discLeaves), 0.5) < DISC_LEAVES;
  }

  private static List<Edge> asDiscs(List<Edge> edges) {
    return edges.stream()
        .map(edge -> Double.isNaN(edge.discPx()) ? edge : edge.withSigma(edge.discPx()))
        .toList();
  }

  private static double[] sorted(List<Edge> edges, ToDoubleFunction<Edge> which) {
    return edges.stream().mapToDouble(which).sorted().toArray();
  }

  private static double rank(double[] sorted, double share) {
    return sorted[(int) (share * (sorted.length - 1))];
  }
}
