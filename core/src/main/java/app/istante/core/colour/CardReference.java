package app.istante.core.colour;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.charset.StandardCharsets;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * What a colour card's patches measure: CIELAB under D50, row by row from the upper left, read from
 * CGATS.17 text.
 */
public record CardReference(List<Patch> patches) {
  /** One patch. */
  public record Patch(String name, Lab lab) {}

  /** The common card: four rows of six. */
  public static final int COLUMNS = 6;

  public static final int ROWS = 4;

  public CardReference {
    patches = List.copyOf(patches);
  }

  /** Published averages of the 24-patch card as it is made since November 2014. */
  public static CardReference sinceNovember2014() {
    return shipped("card24-since-2014.txt");
  }

  /** Published averages of the 24-patch card as it was made before. */
  public static CardReference beforeNovember2014() {
    return shipped("card24-before-2014.txt");
  }

  private static CardReference shipped(String file) {
    try (InputStream in = CardReference.class.getResourceAsStream(file)) {
      return read(new String(in.readAllBytes(), StandardCharsets.UTF_8));
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  /**
   * @throws IllegalArgumentException with a sentence, where the text is not a CGATS table with
   *     LAB_L, LAB_A and LAB_B
   */
  public static CardReference read(String cgats) {
    List<String> lines = cgats.lines().map(String::strip).toList();
    List<String> fields = fields(lines);
    int l = column(fields, "LAB_L");
    int a = column(fields, "LAB_A");
    int b = column(fields, "LAB_B");
    int name = Math.max(fields.indexOf("SAMPLE_NAME"), fields.indexOf("SAMPLE_ID"));
    List<Patch> patches = new ArrayList<>();
    int end = lines.indexOf("END_DATA");
    for (int i = lines.indexOf("BEGIN_DATA") + 1; i > 0 && i < end; i++) {
      String[] cells = lines.get(i).split("\\s+");
      if (cells.length < fields.size()) {
        throw new IllegalArgumentException(
            String.format(
                Locale.ROOT,
                "Line %d of the card's reference has %d fields instead of %d.",
                i + 1,
                cells.length,
                fields.size()));
      }
      String called = name < 0 ? String.valueOf(patches.size() + 1) : cells[name];
      patches.add(
          new Patch(
              called, new Lab(number(cells[l], i), number(cells[a], i), number(cells[b], i))));
    }
    if (patches.isEmpty()) {
      throw new IllegalArgumentException("The card's reference has no lines of data.");
    }
    return new CardReference(patches);
  }

  private static List<String> fields(List<String> lines) {
    int from = lines.indexOf("BEGIN_DATA_FORMAT");
    int to = lines.indexOf("END_DATA_FORMAT");
    if (from < 0 || to < from) {
      throw new IllegalArgumentException(
          "The card's reference is not CGATS text with a data format.");
    }
    return Arrays.asList(String.join(" ", lines.subList(from + 1, to)).strip().split("\\s+"));
  }

  private static int column(List<String> fields, String name) {
    int at = fields.indexOf(name);
    if (at < 0) {
      throw new IllegalArgumentException("The card's reference has no field " + name + ".");
    }
    return at;
  }

  private static double number(String text, int line) {
    try {
      return Double.parseDouble(text);
    } catch (NumberFormatException e) {
      throw new IllegalArgumentException(
          "Line " + (line + 1) + " of the card's reference has [" + text + "] for a number.", e);
    }
  }
}
