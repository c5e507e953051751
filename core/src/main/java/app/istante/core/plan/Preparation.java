package app.istante.core.plan;

import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Two minutes of preparation save twenty in mending: what to do to each item, and with what. */
public final class Preparation {
  private Preparation() {}

  /** The steps for one item, in the order in which they are done. */
  public static List<PreparationStep> of(Kind kind, Set<Trait> traits) {
    return Shipped.preparation().stream().filter(step -> step.concerns(kind, traits)).toList();
  }

  /**
   * One line of the pick-list.
   *
   * @param items codes of the items that want it
   */
  public record Pick(String thing, List<String> items) {
    public Pick {
      items = List.copyOf(items);
    }
  }

  /** Everything to have at hand for these items, most wanted first. */
  public static List<Pick> pickList(Map<String, List<PreparationStep>> stepsByItem) {
    Map<String, List<String>> wanted = new LinkedHashMap<>();
    stepsByItem.forEach(
        (code, steps) ->
            steps.stream()
                .flatMap(step -> step.needs().stream())
                .distinct()
                .forEach(thing -> wanted.computeIfAbsent(thing, t -> new ArrayList<>()).add(code)));
    return wanted.entrySet().stream()
        .map(entry -> new Pick(entry.getKey(), entry.getValue()))
        .sorted((a, b) -> b.items().size() - a.items().size())
        .toList();
  }
}
