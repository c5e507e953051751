package app.istante.server.item;

import app.istante.core.plan.Kind;
import app.istante.core.plan.Trait;
import jakarta.persistence.Entity;
import jakarta.persistence.GeneratedValue;
import jakarta.persistence.GenerationType;
import jakarta.persistence.Id;
import jakarta.persistence.Version;
import java.time.Instant;
import java.time.LocalDate;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;

/** A thing for sale. */
@Entity
public class Item {
  @Id
  @GeneratedValue(strategy = GenerationType.IDENTITY)
  private Long id;

  private String code;
  private String title;
  private String kind;
  private Double widthMm;
  private Double depthMm;
  private Double heightMm;

  @jakarta.persistence.Column(name = "weight_g")
  private Double weightG;

  private String traits = "";
  private Long priceCents;
  private String soldAt = "";
  private boolean listed;
  private LocalDate listBy;
  private String notes = "";
  private String referenceColour;
  private boolean removed;
  private Instant createdAt;
  @Version private long version;

  protected Item() {}

  public Item(String code, String title, Kind kind, Instant createdAt) {
    this.code = code;
    this.title = title;
    this.kind = kind.id();
    this.createdAt = createdAt;
  }

  /** Everything that a seller may change, at once. */
  void change(ItemFields to) {
    code = to.code().strip();
    title = to.title().strip();
    kind = Kind.of(to.kind()).id();
    widthMm = to.widthMm();
    depthMm = to.depthMm();
    heightMm = to.heightMm();
    weightG = to.weightG();
    traits =
        to.traits().stream()
            .flatMap(word -> Trait.parse(word).stream())
            .map(Trait::id)
            .distinct()
            .collect(Collectors.joining(","));
    priceCents = to.priceCents();
    soldAt = String.join(",", to.soldAt());
    listed = to.listed();
    listBy = to.listBy();
    notes = to.notes() == null ? "" : to.notes().strip();
    referenceColour = to.referenceColour();
  }

  void remove(boolean yes) {
    removed = yes;
  }

  public Long id() {
    return id;
  }

  public String code() {
    return code;
  }

  public String title() {
    return title;
  }

  public Kind kind() {
    return Kind.of(kind);
  }

  public Set<Trait> traits() {
    return Trait.parse(traits);
  }

  /** Longest side, mm; 0 where no size is known. */
  public double longestMm() {
    return Stream.of(widthMm, depthMm, heightMm)
        .filter(side -> side != null)
        .mapToDouble(Double::doubleValue)
        .max()
        .orElse(0);
  }

  /** Null where nobody has set a price. */
  public Long priceCents() {
    return priceCents;
  }

  /** The day by which it must be listed, or null. */
  public LocalDate listBy() {
    return listBy;
  }

  public String notes() {
    return notes;
  }

  /** The item's own colour as #rrggbb, or null. */
  public String referenceColour() {
    return referenceColour;
  }

  public boolean listed() {
    return listed;
  }

  public boolean removed() {
    return removed;
  }

  ItemFields fields() {
    return new ItemFields(
        id,
        code,
        title,
        kind,
        widthMm,
        depthMm,
        heightMm,
        weightG,
        traits().stream().map(Trait::id).sorted().toList(),
        priceCents,
        soldAt(),
        listed,
        listBy,
        notes,
        referenceColour);
  }

  /** Ids of the rule books of the places where it is to be sold; empty for "as the shoot". */
  public java.util.List<String> soldAt() {
    return soldAt.isBlank() ? java.util.List.of() : java.util.List.of(soldAt.split(","));
  }
}
