package app.istante.core.mask;

/** Edges that hang together over some length: outlines do, grain does not. */
final class EdgeLines {
  private static final float LEAST_EDGE = 0.5f;
  private static final int SHORTEST_PX = 40;

  /** A clearer edge weighs no more than this. */
  private static final float CLEAR = 1.2f;

  private final float[] edge;
  private final Bits lines;
  private final double weight;

  private EdgeLines(float[] edge, Bits lines) {
    this.edge = edge;
    this.lines = lines;
    weight = weight(lines);
  }

  /**
   * @param edge how clearly each place shows an outline, 1 and more is clear
   */
  static EdgeLines of(float[] edge, int width, int height) {
    Bits any = Bits.below(edge, Math.nextUp(LEAST_EDGE), width, height).not();
    Regions regions = Regions.of(any);
    return new EdgeLines(edge, regions.where(region -> region.areaPx() >= SHORTEST_PX));
  }

  /** Of all the lines' weight, how much lies outside of some places, 0 to 1. */
  double shareOutside(Bits places) {
    return weight == 0 ? 0 : weight(lines.andNot(places)) / weight;
  }

  private double weight(Bits some) {
    double[] sum = new double[1];
    some.forEach(at -> sum[0] += Math.min(CLEAR, edge[at]));
    return sum[0];
  }
}
