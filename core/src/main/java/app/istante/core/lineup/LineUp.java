package app.istante.core.lineup;

import app.istante.core.verdict.Judgement;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The same view across items, compared: for each reading the robust centre and spread (median and
 * median absolute deviation), and the takes that stand apart.
 */
public final class LineUp {
  /**
   * Beyond this many robust standard deviations a take stands apart (Iglewicz and Hoaglin 1993).
   */
  private static final double OUTLIER_SCORE = 3.5;

  /** 1 / Phi^-1(3/4): makes the median absolute deviation comparable to a standard deviation. */
  private static final double MAD_TO_SIGMA = 1.4826;

  private static final int FEWEST_TAKES = 3;

  /** Differences smaller than these can't be seen side by side, however alike the others are. */
  private static final Map<String, Double> VISIBLE =
      Map.ofEntries(
          Map.entry("backdrop.level", 4.0),
          Map.entry("backdrop.castChroma", 1.5),
          Map.entry("backdrop.falloffStops", 0.25),
          Map.entry("product.fillLongestSide", 0.06),
          Map.entry("product.centreOffset.x", 0.04),
          Map.entry("product.centreOffset.y", 0.05),
          Map.entry("product.margins.bottom", 0.05),
          Map.entry("product.rollDegrees", 0.8),
          Map.entry("sharpness.blurSigmaPx", 0.5),
          Map.entry("framing.aspect", 0.02),
          Map.entry("framing.perspective.convergenceDegrees", 1.5));

  private static final JsonMapper JSON = JsonMapper.builder().build();

  private LineUp() {}

  /** The readings that are compared, by dotted name. */
  public static List<String> compared() {
    return VISIBLE.keySet().stream().sorted().toList();
  }

  /** One take's value of one reading. */
  public record Entry(String take, double value) {}

  /** A take that stands apart, and by how much (value less median). */
  public record Outlier(String take, double value, double by) {}

  /**
   * @param spread robust standard deviation
   */
  public record Reading(
      String name, double median, double spread, List<Entry> entries, List<Outlier> outliers) {}

  /**
   * All compared readings of some takes.
   *
   * @param judgements by the take's name; takes without a reading are left out of it
   */
  public static List<Reading> compare(Map<String, Judgement> judgements) {
    Map<String, JsonNode> trees = new LinkedHashMap<>();
    judgements.forEach((take, made) -> trees.put(take, JSON.valueToTree(made.readings())));
    List<Reading> readings = new ArrayList<>();
    for (String name : compared()) {
      List<Entry> entries = new ArrayList<>();
      trees.forEach(
          (take, tree) -> {
            JsonNode node = tree.at("/" + name.replace('.', '/'));
            if (node.isNumber()) {
              entries.add(new Entry(take, node.asDouble()));
            }
          });
      if (!entries.isEmpty()) {
        readings.add(compare(name, entries));
      }
    }
    return readings;
  }

  /**
   * @param entries values of one reading; with fewer than three nothing stands apart
   * @throws IllegalArgumentException where there is no entry
   */
  public static Reading compare(String name, List<Entry> entries) {
    if (entries.isEmpty()) {
      throw new IllegalArgumentException("no entries to compare for [" + name + "]");
    }
    double median = median(entries.stream().mapToDouble(Entry::value).toArray());
    double spread =
        MAD_TO_SIGMA
            * median(entries.stream().mapToDouble(e -> Math.abs(e.value() - median)).toArray());
    double visible = VISIBLE.getOrDefault(name, 0.0);
    List<Outlier> outliers = new ArrayList<>();
    for (Entry entry : entries) {
      double by = entry.value() - median;
      boolean apart = Math.abs(by) > Math.max(visible, OUTLIER_SCORE * spread);
      if (entries.size() >= FEWEST_TAKES && apart) {
        outliers.add(new Outlier(entry.take(), entry.value(), by));
      }
    }
    return new Reading(name, median, spread, List.copyOf(entries), List.copyOf(outliers));
  }

  private static double median(double[] values) {
    Arrays.sort(values);
    int middle = values.length / 2;
    return values.length % 2 == 1 ? values[middle] : (values[middle - 1] + values[middle]) / 2;
  }
}
