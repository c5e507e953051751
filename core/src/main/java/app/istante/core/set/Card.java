package app.istante.core.set;

/**
 * A board that throws light back or swallows it.
 *
 * @param kind what its face does
 * @param at middle of the board
 * @param aim what its face looks at
 * @param holeMm width of a round hole in its middle, for the lens; 0 without
 */
public record Card(Kind kind, Point at, Point aim, double widthMm, double heightMm, double holeMm) {
  /** What the face does with light; shares are usual figures of painted card, foil and glass. */
  public enum Kind {
    WHITE(0.85),
    BLACK(0.04),
    SILVER(0.75),
    MIRROR(0.88);

    private final double reflectance;

    Kind(double reflectance) {
      this.reflectance = reflectance;
    }

    public double reflectance() {
      return reflectance;
    }
  }

  public Card {
    Require.there("The card's kind", kind);
    Require.there("The card's place", at);
    Require.there("The card's aim", aim);
    Require.mm("The card's width", widthMm, 20, 4000);
    Require.mm("The card's height", heightMm, 20, 4000);
    Require.mm("The hole in the card", holeMm, 0, Math.min(widthMm, heightMm));
    if (at.distanceTo(aim) < 1) {
      throw new IllegalArgumentException("A card stands where it looks.");
    }
  }
}
