package app.istante.core.bench;

/**
 * What a picture of the bed is called and how it counts.
 *
 * @param name product, fault and number
 * @param kind how hard its outline is
 * @param fault planted, in words, or "none"
 * @param group the column of the table that it counts in
 * @param redrawn whether a phone or a converter drew its edges anew: then they have no true blur
 * @param upright whether the thing has an upright that its outline shows
 */
record Label(String name, Kind kind, String fault, Group group, boolean redrawn, boolean upright) {
  /** Kinds of outline, as the targets tell them apart. */
  enum Kind {
    OPAQUE,
    WHITE,
    CLEAR,
    MIRROR,
    CHAIN,
    FUZZY;

    /** An opaque outline must be right; the others right or honestly doubted. */
    boolean plain() {
      return this == OPAQUE || this == FUZZY;
    }
  }

  /** Columns of the table. */
  enum Group {
    /** Simulated scenes that may be looked at while tuning. */
    TUNED,
    /** Simulated scenes that may not. */
    HELD_BACK,
    /** Pictures drawn by their geometry, without the simulated set. */
    DRAWN
  }

  /**
   * A colour card throws a shade of its own on the ground, which the scenes' truth does not know.
   */
  boolean shadeIsKnown() {
    return !fault.equals("colour card");
  }

  /** The name as part of a file's. */
  String fileName() {
    return name.replaceAll("[^a-z0-9]+", "-");
  }
}
