package app.istante.core.plan.rows;

import app.istante.core.plan.Kind;
import app.istante.core.plan.Trait;
import java.util.Set;

/**
 * An item as it comes from a list. Null means that the list does not say; a size of null stays as
 * it is when an item is updated.
 *
 * @param widthMm across, seen from the front
 * @param depthMm from front to back
 * @param heightMm standing
 * @param weightG grams
 * @param priceCents hundredths of the shop's currency
 * @param soldAt ids or names of rule books, as written
 * @param referenceColour "#" and six hexadecimal digits, sRGB
 */
public record ItemRow(
    String code,
    String title,
    Kind kind,
    Double widthMm,
    Double depthMm,
    Double heightMm,
    Double weightG,
    Set<Trait> traits,
    Long priceCents,
    String soldAt,
    String notes,
    String referenceColour) {
  public ItemRow {
    traits = traits == null ? null : Set.copyOf(traits);
  }
}
