package app.istante.core.plan.rows;

import app.istante.core.plan.Kind;
import app.istante.core.plan.Trait;
import java.io.IOException;
import java.io.StringReader;
import java.io.StringWriter;
import java.io.UncheckedIOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.EnumMap;
import java.util.HashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import org.apache.commons.csv.CSVFormat;
import org.apache.commons.csv.CSVParser;
import org.apache.commons.csv.CSVPrinter;
import org.apache.commons.csv.CSVRecord;

/**
 * Reads a list of items from a CSV file or from rows pasted out of a spreadsheet. Nothing is lost:
 * each line comes back either as an item or with what is wrong with it.
 */
public final class ItemList {
  private static final int MOST_LINES = 5_000;

  private ItemList() {}

  /**
   * What a list holds.
   *
   * @param headings as they stand in the list; made up ("Column 1") where it has none
   * @param columns what each is taken for, in the same order
   * @param good the lines that can go in
   * @param bad the lines that can't, as they are, with the reason
   */
  public record Preview(
      List<String> headings, List<Column> columns, List<Good> good, List<Bad> bad) {
    public Preview {
      headings = List.copyOf(headings);
      columns = List.copyOf(columns);
      good = List.copyOf(good);
      bad = List.copyOf(bad);
    }
  }

  /**
   * @param line in the list, 1 is the first
   */
  public record Good(long line, ItemRow item) {}

  public record Bad(long line, List<String> cells, String reason) {
    public Bad {
      cells = List.copyOf(cells);
    }
  }

  /**
   * @param text tabs, semicolons or commas between cells; cells with line breaks in double quotes
   * @param lengthUnit mm, cm or in, for lengths without a unit and headings without one
   * @param chosen what the reader took columns for, or null to go by the headings
   * @throws IllegalArgumentException where the whole can't be read as a list, in a sentence
   */
  public static Preview read(String text, String lengthUnit, List<Column> chosen) {
    String plain = text.startsWith("\uFEFF") ? text.substring(1) : text;
    List<CSVRecord> records = records(plain);
    if (records.isEmpty()) {
      throw new IllegalArgumentException("There is nothing in this list.");
    }
    if (records.size() > MOST_LINES) {
      throw new IllegalArgumentException(
          "The list has "
              + records.size()
              + " lines; bring in up to "
              + MOST_LINES
              + " at a time.");
    }
    List<String> first = cells(records.get(0));
    boolean headed = first.stream().filter(cell -> Column.of(cell) != Column.IGNORE).count() >= 2;
    List<String> headings = headed ? first : numbered(first.size());
    List<Column> columns =
        chosen != null ? chosen : headed ? first.stream().map(Column::of).toList() : usual(first);
    if (!columns.contains(Column.CODE) || !columns.contains(Column.TITLE)) {
      throw new IllegalArgumentException(
          "No column is taken for the code, or none for the title. Say which they are.");
    }
    List<Good> good = new ArrayList<>();
    List<Bad> bad = new ArrayList<>();
    Map<String, Long> seen = new HashMap<>();
    for (CSVRecord record : records.subList(headed ? 1 : 0, records.size())) {
      List<String> cells = cells(record);
      long line = record.getRecordNumber();
      try {
        ItemRow item = item(cells, headings, columns, lengthUnit);
        Long before = seen.putIfAbsent(item.code().toLowerCase(Locale.ROOT), line);
        if (before != null) {
          throw new IllegalArgumentException(
              "code " + item.code() + " stands in line " + before + " already");
        }
        good.add(new Good(line, item));
      } catch (IllegalArgumentException wrong) {
        bad.add(new Bad(line, cells, wrong.getMessage()));
      }
    }
    return new Preview(headings, columns, good, bad);
  }

  /**
   * The bad lines as CSV, with the reason as a last column, to be put right and brought in again.
   */
  public static String badAsCsv(Preview preview) {
    StringWriter out = new StringWriter();
    try (CSVPrinter printer = new CSVPrinter(out, CSVFormat.RFC4180)) {
      List<String> head = new ArrayList<>(preview.headings());
      head.add("what is wrong");
      printer.printRecord(head);
      for (Bad line : preview.bad()) {
        List<String> cells = new ArrayList<>(line.cells());
        while (cells.size() < preview.headings().size()) {
          cells.add("");
        }
        cells.add(line.reason());
        printer.printRecord(cells);
      }
    } catch (IOException impossible) {
      throw new UncheckedIOException(impossible);
    }
    return out.toString();
  }

  private static List<CSVRecord> records(String text) {
    CSVFormat format =
        CSVFormat.DEFAULT
            .builder()
            .setDelimiter(delimiter(text))
            .setIgnoreEmptyLines(true)
            .setTrim(true)
            .get();
    try (CSVParser parser = CSVParser.parse(new StringReader(text), format)) {
      return parser.getRecords().stream()
          .filter(record -> cells(record).stream().anyMatch(cell -> !cell.isBlank()))
          .toList();
    } catch (IOException | UncheckedIOException | IllegalStateException broken) {
      throw new IllegalArgumentException(
          "The list can't be read: a quotation mark is opened and not closed.");
    }
  }

  /** Spreadsheets paste tabs; where decimals have commas, files have semicolons. */
  private static char delimiter(String text) {
    String first = text.lines().filter(line -> !line.isBlank()).findFirst().orElse("");
    return first.indexOf('\t') >= 0 ? '\t' : first.indexOf(';') >= 0 ? ';' : ',';
  }

  private static List<String> cells(CSVRecord record) {
    return Arrays.stream(record.values()).map(String::strip).toList();
  }

  private static List<String> numbered(int columns) {
    List<String> headings = new ArrayList<>();
    for (int at = 1; at <= columns; at++) {
      headings.add("Column " + at);
    }
    return headings;
  }

  /**
   * Without headings: code, title, kind, size, price, in that order, as far as there are columns.
   */
  private static List<Column> usual(List<String> first) {
    List<Column> usual =
        List.of(
            Column.CODE,
            Column.TITLE,
            Column.KIND,
            Column.SIZE,
            Column.PRICE,
            Column.TRAITS,
            Column.NOTES);
    List<Column> columns = new ArrayList<>();
    for (int at = 0; at < first.size(); at++) {
      columns.add(at < usual.size() ? usual.get(at) : Column.IGNORE);
    }
    return columns;
  }

  private static ItemRow item(
      List<String> cells, List<String> headings, List<Column> columns, String lengthUnit) {
    Map<Column, String> values = new EnumMap<>(Column.class);
    Map<Column, String> units = new EnumMap<>(Column.class);
    for (int at = 0; at < columns.size() && at < cells.size(); at++) {
      if (!cells.get(at).isBlank()) {
        values.putIfAbsent(columns.get(at), cells.get(at));
        units.putIfAbsent(columns.get(at), unitOf(headings.get(at), lengthUnit));
      }
    }
    String code = values.get(Column.CODE);
    String title = values.get(Column.TITLE);
    if (code == null) {
      throw new IllegalArgumentException("the code is missing");
    }
    if (title == null) {
      throw new IllegalArgumentException("the title is missing");
    }
    if (code.length() > 40) {
      throw new IllegalArgumentException("the code has more than 40 letters");
    }
    Double[] size = {null, null, null};
    if (values.containsKey(Column.SIZE)) {
      List<Double> all = Lengths.all(values.get(Column.SIZE), units.get(Column.SIZE));
      if (all.size() == 2) {
        // Two figures are width and height: flat things, and things seen from the front.
        size[0] = all.get(0);
        size[2] = all.get(1);
      } else if (all.size() <= 3) {
        for (int at = 0; at < all.size(); at++) {
          size[at] = all.get(at);
        }
      } else {
        throw new IllegalArgumentException("a size has up to three lengths");
      }
    }
    Column[] sides = {Column.WIDTH, Column.DEPTH, Column.HEIGHT};
    for (int at = 0; at < sides.length; at++) {
      if (values.containsKey(sides[at])) {
        size[at] = Lengths.mm(values.get(sides[at]), units.get(sides[at]));
      }
    }
    String colour = values.get(Column.COLOUR);
    if (colour != null && !colour.matches("#?[0-9a-fA-F]{6}")) {
      throw new IllegalArgumentException("[" + colour + "] is not a colour like #A1B2C3");
    }
    return new ItemRow(
        code,
        title,
        values.containsKey(Column.KIND)
            ? Kind.of(values.get(Column.KIND).toLowerCase(Locale.ROOT))
            : null,
        size[0],
        size[1],
        size[2],
        values.containsKey(Column.WEIGHT)
            ? (Double) Lengths.grams(values.get(Column.WEIGHT))
            : null,
        values.containsKey(Column.TRAITS) ? Trait.parse(values.get(Column.TRAITS)) : null,
        values.containsKey(Column.PRICE) ? (Long) Lengths.cents(values.get(Column.PRICE)) : null,
        values.get(Column.SOLD_AT),
        values.get(Column.NOTES),
        colour == null ? null : "#" + colour.replace("#", "").toUpperCase(Locale.ROOT));
  }

  private static String unitOf(String heading, String usual) {
    String lower = heading.toLowerCase(Locale.ROOT);
    for (String unit : List.of("mm", "cm", "in")) {
      if (lower.matches(".*[(\\[, ]" + unit + "[)\\]]?$")) {
        return unit;
      }
    }
    return usual;
  }
}
