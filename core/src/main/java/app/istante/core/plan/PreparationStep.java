package app.istante.core.plan;

import java.util.List;
import java.util.Set;

/**
 * One thing to do to an item before it is photographed.
 *
 * @param kinds kinds it is for; empty for all
 * @param traits traits it is for, any of them; empty where the kind alone decides
 * @param does what to do, as an order
 * @param minutes how long it takes
 * @param needs things to have at hand, for the pick-list
 */
public record PreparationStep(
    String id,
    List<String> kinds,
    List<String> traits,
    String does,
    double minutes,
    List<String> needs) {
  public PreparationStep {
    kinds = kinds == null ? List.of() : List.copyOf(kinds);
    traits = traits == null ? List.of() : List.copyOf(traits);
    needs = needs == null ? List.of() : List.copyOf(needs);
    kinds.forEach(Kind::of);
    traits.forEach(Trait::parse);
  }

  boolean concerns(Kind kind, Set<Trait> its) {
    boolean byKind = !kinds.isEmpty() && kinds.contains(kind.id());
    boolean byTrait = its.stream().anyMatch(trait -> traits.contains(trait.id()));
    return byKind || byTrait || kinds.isEmpty() && traits.isEmpty();
  }
}
