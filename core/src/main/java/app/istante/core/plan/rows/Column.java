package app.istante.core.plan.rows;

import java.util.List;
import java.util.Locale;

/** What a column of a list may hold, and the words by which its heading is known. */
public enum Column {
  CODE("code", "sku", "number", "no", "nr", "id", "article"),
  TITLE("title", "name", "item", "what", "product"),
  KIND("kind", "type", "category"),
  SIZE("size", "dimensions", "measures", "w x d x h", "wxdxh"),
  WIDTH("width", "w", "length"),
  DEPTH("depth", "d"),
  HEIGHT("height", "h"),
  WEIGHT("weight", "grams"),
  TRAITS("traits", "surface", "material"),
  PRICE("price", "cost", "value"),
  SOLD_AT("sold at", "where", "place", "places", "marketplace"),
  NOTES("notes", "note", "remarks", "comment", "description"),
  COLOUR("colour", "color", "reference colour"),
  IGNORE;

  private final List<String> headings;

  Column(String... headings) {
    this.headings = List.of(headings);
  }

  /**
   * The column that a heading means; a unit in brackets or after a comma is left out: "Width (cm)".
   * {@link #IGNORE} where no word is known.
   */
  static Column of(String heading) {
    String plain =
        heading.toLowerCase(Locale.ROOT).replaceAll("[(\\[,].*$", "").replace('_', ' ').strip();
    for (Column column : values()) {
      if (column.headings.contains(plain)) {
        return column;
      }
    }
    return IGNORE;
  }
}
