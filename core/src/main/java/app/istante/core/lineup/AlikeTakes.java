package app.istante.core.lineup;

import app.istante.core.rules.Finding;
import app.istante.core.rules.RuleBook;
import app.istante.core.verdict.Judgement;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** Groups takes that show the same view, and says which of a group is the best and why. */
public final class AlikeTakes {
  /** Blur that differs by less than this at the delivered size can't be seen: pixels. */
  private static final double VISIBLE_BLUR_PX = 0.15;

  private AlikeTakes() {}

  /**
   * @param name of the take, by which groups speak of it
   * @param sha256 of its file: the same for identical files
   */
  public record Take(String name, String sha256, Look look, Judgement judgement) {}

  /**
   * @param takes two or more, the best first
   * @param identical whether all are the same file
   * @param why the first is better than the second, as a sentence
   */
  public record Group(List<String> takes, boolean identical, String why) {
    public Group {
      takes = List.copyOf(takes);
    }
  }

  /** Groups in the order of their first take; takes that are like no other are in none. */
  public static List<Group> of(List<Take> takes) {
    int[] group = new int[takes.size()];
    for (int i = 0; i < group.length; i++) {
      group[i] = i;
      for (int j = 0; j < i; j++) {
        Take one = takes.get(i);
        Take other = takes.get(j);
        if (one.sha256().equals(other.sha256()) || one.look().isAlike(other.look())) {
          join(group, i, j);
        }
      }
    }
    Map<Integer, List<Take>> members = new LinkedHashMap<>();
    for (int i = 0; i < group.length; i++) {
      members.computeIfAbsent(group[i], id -> new ArrayList<>()).add(takes.get(i));
    }
    return members.values().stream().filter(all -> all.size() > 1).map(AlikeTakes::group).toList();
  }

  private static void join(int[] group, int one, int other) {
    int from = group[one];
    int to = group[other];
    for (int i = 0; i <= one; i++) {
      group[i] = group[i] == from ? to : group[i];
    }
  }

  private static Group group(List<Take> takes) {
    List<Take> sorted = new ArrayList<>(takes);
    sorted.sort(BEST_FIRST);
    boolean identical = takes.stream().map(Take::sha256).distinct().count() == 1;
    return new Group(
        sorted.stream().map(Take::name).toList(),
        identical,
        identical ? "They are the same file." : why(sorted.get(0), sorted.get(1)));
  }

  private static final Comparator<Take> BEST_FIRST =
      Comparator.comparing((Take take) -> take.judgement().verdict())
          .thenComparing(take -> failures(take, RuleBook.Weight.must))
          .thenComparing(take -> failures(take, RuleBook.Weight.should))
          .thenComparing(take -> Math.round(blur(take) / VISIBLE_BLUR_PX))
          .thenComparing(take -> -take.judgement().readings().product().confidence());

  private static long failures(Take take, RuleBook.Weight weight) {
    return take.judgement().findings().stream()
        .filter(finding -> finding.fails() && finding.weight() == weight)
        .count();
  }

  private static double blur(Take take) {
    var sharpness = take.judgement().readings().sharpness();
    return sharpness == null || sharpness.blurAtExportPx() == null
        ? 99
        : sharpness.blurAtExportPx();
  }

  private static String why(Take best, Take next) {
    if (best.judgement().verdict() != next.judgement().verdict()) {
      return "It is "
          + best.judgement().verdict()
          + ", the next is "
          + next.judgement().verdict()
          + ".";
    }
    long fails = failures(best, RuleBook.Weight.must) + failures(best, RuleBook.Weight.should);
    long nextFails = failures(next, RuleBook.Weight.must) + failures(next, RuleBook.Weight.should);
    if (fails != nextFails) {
      return "Fewer rules fail: " + fails + " against " + nextFails + first(next) + ".";
    }
    if (Math.abs(blur(best) - blur(next)) >= VISIBLE_BLUR_PX && blur(next) < 99) {
      return String.format(
          Locale.ROOT,
          "It is sharper: %.1f px of blur as delivered against %.1f.",
          blur(best),
          blur(next));
    }
    return "They are equally good.";
  }

  private static String first(Take take) {
    return take.judgement().findings().stream()
        .filter(Finding::fails)
        .findFirst()
        .map(finding -> " (" + finding.message().replaceFirst("\\.$", "") + ")")
        .orElse("");
  }
}
