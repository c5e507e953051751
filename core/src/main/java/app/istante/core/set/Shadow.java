package app.istante.core.set;

/**
 * How soft a shadow is. Behind an edge, a lamp of size s at distance D throws a penumbra of width w
 * = s g / D on a surface a further g away (similar triangles; Born and Wolf leave diffraction out
 * at these sizes).
 */
public final class Shadow {
  private static final double HARD = 0.15;
  private static final double SOFT = 0.5;

  private Shadow() {}

  /**
   * @param lampMm size of the lamp's face as seen from the edge
   * @param lampAwayMm from lamp to edge
   * @param surfaceAwayMm from edge to surface, along the light
   */
  public static double penumbraMm(double lampMm, double lampAwayMm, double surfaceAwayMm) {
    Require.mm("The lamp's size", lampMm, 0, 5000);
    Require.mm("The lamp's distance", lampAwayMm, 1, 20_000);
    Require.mm("The surface's distance", surfaceAwayMm, 0, 20_000);
    return lampMm * surfaceAwayMm / lampAwayMm;
  }

  /** The lamp that gives a penumbra of this width; the inverse of {@link #penumbraMm}. */
  public static double lampFor(double penumbraMm, double lampAwayMm, double surfaceAwayMm) {
    Require.mm("The surface's distance", surfaceAwayMm, 0.1, 20_000);
    return penumbraMm * lampAwayMm / surfaceAwayMm;
  }

  /**
   * @param penumbraMm across the light, behind the thing's upper edge where its shadow ends
   * @param shareOfHeight the same over the thing's height: under 0.15 is hard, over 0.5 soft
   * @param word hard, half soft, soft
   */
  public record Softness(double penumbraMm, double shareOfHeight, String word) {}

  /** Of the shadow that a lamp's face throws from the top of a thing onto the ground. */
  public static Softness of(Lamp lamp, double heightMm) {
    Point top = new Point(0, heightMm, 0);
    double away = lamp.at().distanceTo(top);
    double rises = lamp.at().y() - heightMm;
    // A lamp that hardly rises over the top throws the shadow's end far away, at a wall or nowhere:
    // it is then judged as far behind the thing as that is high.
    double along = rises > 0.3 * away ? heightMm * away / rises : heightMm;
    double size = Math.sqrt(lamp.widthMm() * lamp.heightMm());
    double width = penumbraMm(size, away, along);
    double share = width / heightMm;
    return new Softness(width, share, share < HARD ? "hard" : share < SOFT ? "half soft" : "soft");
  }
}
