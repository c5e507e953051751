package app.istante.core.plan;

import java.util.EnumSet;
import java.util.Set;

/** A property of an item's surface or build that changes how it is lit, placed or prepared. */
public enum Trait {
  WHITE("white"),
  DARK("dark"),
  GLOSSY("glossy"),
  MIRROR_LIKE("mirror-like"),
  CLEAR("clear"),
  SOFT("soft"),
  FINE("fine"),
  PRINTED_TEXT("printed text");

  private final String label;

  Trait(String label) {
    this.label = label;
  }

  /** The name in files and over HTTP: lower case with hyphens. */
  public String id() {
    return Names.of(this);
  }

  public String label() {
    return label;
  }

  /**
   * Reads a list as people write it: commas, semicolons or slashes between, hyphens or spaces
   * within.
   *
   * @throws IllegalArgumentException naming the word that is not known
   */
  public static Set<Trait> parse(String words) {
    Set<Trait> traits = EnumSet.noneOf(Trait.class);
    for (String word : words.split("[,;/|]")) {
      if (!word.isBlank()) {
        traits.add(of(word.strip()));
      }
    }
    return traits;
  }

  private static Trait of(String word) {
    String plain = word.toLowerCase(java.util.Locale.ROOT).replace(' ', '-');
    for (Trait trait : values()) {
      if (trait.id().equals(plain) || trait.label.replace(' ', '-').equals(plain)) {
        return trait;
      }
    }
    throw new IllegalArgumentException(
        "trait [" + word + "] must be one of " + Names.list(values()));
  }
}
