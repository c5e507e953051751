package app.istante.core.plan;

/** What sort of thing an item is: decides its shot list, its preparation and its set-ups. */
public enum Kind {
  RIGID("Rigid, opaque"),
  SOFT("Soft goods, bag"),
  WORN("Worn on the body"),
  GLASS("Clear glass"),
  METAL("Mirror-like metal"),
  SMALL("Jewellery, small"),
  PRINTED("Boxed, printed"),
  FLAT("Flat art"),
  LARGE("Furniture, large"),
  PARTS("Set of parts");

  private final String label;

  Kind(String label) {
    this.label = label;
  }

  /** The name in files and over HTTP: lower case. */
  public String id() {
    return Names.of(this);
  }

  public String label() {
    return label;
  }

  /**
   * @throws IllegalArgumentException naming what is known, where there is no such kind
   */
  public static Kind of(String id) {
    for (Kind kind : values()) {
      if (kind.id().equals(id) || kind.label.equalsIgnoreCase(id)) {
        return kind;
      }
    }
    throw new IllegalArgumentException("kind [" + id + "] must be one of " + ids());
  }

  public static String ids() {
    return Names.list(values());
  }
}
