package app.istante.core.bench;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;

/** One row of the accuracy table: what was found against what is true, scene by scene. */
final class Figure {
  /** A reading meets its target where at least this share of the scenes lies within it. */
  private static final double MOST = 0.95;

  private final String name;
  private final String unit;
  private final double tolerance;
  private final boolean relative;
  private final List<Case> cases = new ArrayList<>();

  /**
   * @param band half-width of the stated 95 % band; NaN where none was stated
   */
  record Case(Label label, double truth, double found, double band) {
    double error() {
      return Math.abs(found - truth);
    }

    boolean inBand() {
      return error() <= band;
    }
  }

  private Figure(String name, String unit, double tolerance, boolean relative) {
    this.name = name;
    this.unit = unit;
    this.tolerance = tolerance;
    this.relative = relative;
  }

  /** Errors count in the reading's own unit. */
  static Figure absolute(String name, String unit, double tolerance) {
    return new Figure(name, unit, tolerance, false);
  }

  /** Errors count as a share of the truth. */
  static Figure relative(String name, double tolerance) {
    return new Figure(name, "%", tolerance, true);
  }

  void add(Label label, double truth, double found, Double band) {
    cases.add(new Case(label, truth, found, band == null ? Double.NaN : band));
  }

  String name() {
    return name;
  }

  double error(Case one) {
    return relative ? one.error() / Math.max(1e-9, Math.abs(one.truth)) : one.error();
  }

  List<Case> worst(int most) {
    return cases.stream()
        .sorted(Comparator.comparingDouble(this::error).reversed())
        .limit(most)
        .toList();
  }

  int count(Label.Group group) {
    return (int) cases.stream().filter(c -> c.label.group() == group).count();
  }

  double within(Label.Group group) {
    return cases.stream()
        .filter(c -> c.label.group() == group)
        .mapToInt(c -> error(c) <= tolerance ? 1 : 0)
        .average()
        .orElse(Double.NaN);
  }

  private double quantile(Label.Group group, double share) {
    double[] errors =
        cases.stream()
            .filter(c -> c.label.group() == group)
            .mapToDouble(this::error)
            .sorted()
            .toArray();
    return errors.length == 0
        ? Double.NaN
        : errors[(int) Math.min(errors.length - 1L, Math.round(share * (errors.length - 1)))];
  }

  /** Share of the cases with a stated band whose truth lies in it. */
  double covered() {
    return cases.stream()
        .filter(c -> !Double.isNaN(c.band))
        .mapToInt(c -> c.inBand() ? 1 : 0)
        .average()
        .orElse(Double.NaN);
  }

  /** One line: target, then median and 95 % error and share within, tuned and held back. */
  String line() {
    String worst = worst(1).stream().map(c -> c.label.name() + said(c)).findFirst().orElse("");
    return String.format(
        Locale.ROOT,
        "%-26s ±%-8s %s   %s   %s   band %3.0f %%  %s  worst: %s",
        name,
        scaled(tolerance),
        part(Label.Group.TUNED),
        part(Label.Group.HELD_BACK),
        part(Label.Group.DRAWN),
        100 * covered(),
        met() ? "met " : "open",
        worst);
  }

  private boolean met() {
    for (Label.Group group : Label.Group.values()) {
      if (count(group) > 0 && within(group) < MOST) {
        return false;
      }
    }
    return true;
  }

  /** Each case as a row: reading, group, picture, truth, found, half-width of the band. */
  List<String> rows() {
    return cases.stream()
        .map(
            c ->
                String.format(
                    Locale.ROOT,
                    "\"%s\",%s,\"%s\",%.6g,%.6g,%.6g",
                    name,
                    c.label.group(),
                    c.label.name(),
                    c.truth,
                    c.found,
                    c.band))
        .sorted()
        .toList();
  }

  String said(Case one) {
    return String.format(Locale.ROOT, " (%.3g for %.3g)", one.found, one.truth);
  }

  private String part(Label.Group group) {
    return String.format(
        Locale.ROOT,
        "%3d: %7s %7s %4.0f %%",
        count(group),
        scaled(quantile(group, 0.5)),
        scaled(quantile(group, 0.95)),
        100 * within(group));
  }

  private String scaled(double value) {
    return relative
        ? String.format(Locale.ROOT, "%.1f%%", 100 * value)
        : String.format(Locale.ROOT, "%.3g%s", value, unit);
  }
}
