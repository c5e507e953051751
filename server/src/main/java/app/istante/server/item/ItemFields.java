package app.istante.server.item;

import jakarta.validation.constraints.DecimalMax;
import jakarta.validation.constraints.DecimalMin;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.Pattern;
import jakarta.validation.constraints.Size;
import java.time.LocalDate;
import java.util.List;
import org.jspecify.annotations.Nullable;

/**
 * What a seller says of an item. Sizes in mm, weight in g, price in hundredths; null where unknown.
 *
 * @param id null for an item that is new
 * @param kind id of a kind
 * @param traits ids of traits
 * @param soldAt ids of rule books; empty for the shoot's own
 * @param listBy the day by which it must be listed
 */
public record ItemFields(
    Long id,
    @NotBlank(message = "Give the item a code.")
        @Size(max = 40, message = "A code has up to 40 letters.")
        String code,
    @NotBlank(message = "Give the item a title.")
        @Size(max = 160, message = "A title has up to 160 letters.")
        String title,
    @NotBlank(message = "Say what kind of thing it is.") String kind,
    @DecimalMin(value = "0.1", message = "A width is more than 0 mm.")
        @DecimalMax(value = "10000", message = "A width is up to 10 m.")
        Double widthMm,
    @DecimalMin(value = "0.1", message = "A depth is more than 0 mm.")
        @DecimalMax(value = "10000", message = "A depth is up to 10 m.")
        Double depthMm,
    @DecimalMin(value = "0.1", message = "A height is more than 0 mm.")
        @DecimalMax(value = "10000", message = "A height is up to 10 m.")
        Double heightMm,
    @DecimalMin(value = "0", message = "A weight is not below 0.") Double weightG,
    List<String> traits,
    @DecimalMin(value = "0", message = "A price is not below 0.") Long priceCents,
    List<String> soldAt,
    boolean listed,
    @Nullable LocalDate listBy,
    @Nullable @Size(max = 2000, message = "Notes have up to 2,000 letters.") String notes,
    @Nullable @Pattern(regexp = "#[0-9A-Fa-f]{6}", message = "A colour is written like #A1B2C3.")
        String referenceColour) {
  public ItemFields {
    traits = traits == null ? List.of() : List.copyOf(traits);
    soldAt = soldAt == null ? List.of() : List.copyOf(soldAt);
  }
}
