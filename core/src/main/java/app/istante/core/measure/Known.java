package app.istante.core.measure;

import app.istante.core.colour.Lab;
import app.istante.core.mask.BlankFrame;
import app.istante.core.mask.KnownOutline;

/**
 * What is known of a take beyond its own pixels; each may be null.
 *
 * @param blank the empty set, photographed from the same place
 * @param card the colour card as read in the card frame of the same set-up
 * @param reference the item's own colour, as its seller knows it: CIELAB under D50
 * @param outlineRight whether a person looked at the outline and found it right
 * @param isCardFrame whether somebody says that it is the card frame itself
 * @param outline of the product, where it is not to be looked for
 */
public record Known(
    BlankFrame blank,
    Readings.ColourCard card,
    Lab reference,
    boolean outlineRight,
    boolean isCardFrame,
    KnownOutline outline) {
  public static final Known NOTHING = new Known(null, null, null);

  /** Of a frame that shows the colour card, or the grey one. */
  public static final Known CARD_FRAME = new Known(null, null, null, false, true, null);

  public Known(BlankFrame blank, Readings.ColourCard card, Lab reference) {
    this(blank, card, reference, false, false, null);
  }

  /** Of a picture that was made of another, whose outline is known. */
  public static Known outlined(KnownOutline outline) {
    return new Known(null, null, null, false, false, outline);
  }
}
