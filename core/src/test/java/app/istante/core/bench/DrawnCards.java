package app.istante.core.bench;

import app.istante.core.image.EncodedImage;

/** The bed's drawn cards, for tests in other packages. */
public final class DrawnCards {
  private static final DrawnCard UPRIGHT =
      new DrawnCard(0.25, 0, 0, new double[] {0.8, 0.8, 0.8}, 1, false, 1);

  private DrawnCards() {}

  public static EncodedImage picture(long lot) {
    return DrawnCard.drawn(lot).picture();
  }

  public static double[] truth(long lot, int patch) {
    return DrawnCard.drawn(lot).truth(patch);
  }

  /** A grey card in place of the colour card. */
  public static EncodedImage grey(long lot) {
    return DrawnCard.drawn(lot, true).picture();
  }

  /** The light that fell on a card. */
  public static double[] gains(long lot) {
    return DrawnCard.drawn(lot).gains();
  }

  public static EncodedImage upright() {
    return UPRIGHT.picture();
  }

  /** Outer corners of the drawn card, from its share of the frame and its proportions. */
  public static double[][] uprightCorners() {
    double area = 0.25 * DrawnCard.WIDTH * DrawnCard.HEIGHT;
    double across = 6 + 2 * 0.25 - 0.13;
    double tall = 4 + 2 * 0.25 - 0.13;
    double step = Math.sqrt(area / (across * tall));
    double x = across * step / 2;
    double y = tall * step / 2;
    double cx = DrawnCard.WIDTH / 2.0;
    double cy = DrawnCard.HEIGHT / 2.0;
    return new double[][] {{cx - x, cy - y}, {cx + x, cy - y}, {cx + x, cy + y}, {cx - x, cy + y}};
  }
}
