package app.istante.core.plan.schedule;

import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/** Orders made by simple rules: to start from, and to compare with. */
final class Starts {
  private final Work work;
  private final Map<String, Work.Item> items = new HashMap<>();

  Starts(Work work) {
    this.work = work;
    work.items().forEach(item -> items.put(item.code(), item));
  }

  /** As entered. */
  int[] asEntered() {
    return order(Comparator.comparingInt(at -> at));
  }

  /** Item after item, each with all its shots, the dear ones first. */
  int[] byItem() {
    Map<String, Integer> rank = new HashMap<>();
    work.items().stream()
        .sorted(Comparator.comparing(Work.Item::due).thenComparing(Work.Item::value).reversed())
        .forEach(item -> rank.put(item.code(), rank.size()));
    return order(
        Comparator.comparingInt((Integer at) -> rank.get(shot(at).item()))
            .thenComparing(at -> shot(at).setUp()));
  }

  /** Set-up after set-up, always the cheapest change next; daylight first while it is there. */
  int[] bySetUp(boolean daylightFirst) {
    Set<String> open = new LinkedHashSet<>();
    work.shots().forEach(shot -> open.add(shot.setUp()));
    Map<String, Integer> rank = new HashMap<>();
    String standing = work.standing();
    while (!open.isEmpty()) {
      String from = standing;
      String next =
          open.stream()
              .min(
                  Comparator.comparing((String to) -> daylightFirst && !needsDaylight(to))
                      .thenComparing(
                          to -> to.equals(from) ? 0 : work.changeOver().seconds(from, to)))
              .orElseThrow();
      rank.put(next, rank.size());
      open.remove(next);
      standing = next;
    }
    return order(
        Comparator.comparingInt((Integer at) -> rank.get(shot(at).setUp()))
            .thenComparing(at -> -items.get(shot(at).item()).value())
            .thenComparing(at -> shot(at).item()));
  }

  /**
   * As many items as fit, dearest for their time first, grouped by set-up; the others behind them,
   * in the same way.
   */
  int[] dearest(Carrier carrier) {
    List<Work.Item> ranked = new ArrayList<>(work.items());
    ranked.sort(
        Comparator.comparing(Work.Item::due)
            .thenComparingDouble(item -> (double) item.value() / secondsOf(item))
            .reversed());
    int[] grouped = bySetUp(true);
    Set<String> chosen = new LinkedHashSet<>();
    Timeline.Worth best = carrier.worth(first(grouped, chosen));
    for (Work.Item item : ranked) {
      chosen.add(item.code());
      Timeline.Worth worth = carrier.worth(first(grouped, chosen));
      if (worth.compareTo(best) < 0) {
        chosen.remove(item.code());
      } else {
        best = worth;
      }
    }
    return first(grouped, exchanged(grouped, chosen, best, carrier));
  }

  /** Changes one item for another as long as that is worth more: the greedy choice's blind spot. */
  private Set<String> exchanged(
      int[] grouped, Set<String> chosen, Timeline.Worth worth, Carrier carrier) {
    Set<String> best = chosen;
    Timeline.Worth most = worth;
    boolean better = true;
    while (better) {
      better = false;
      for (String out : List.copyOf(best)) {
        for (Work.Item in : work.items()) {
          if (best.contains(in.code()) || !best.contains(out)) {
            continue;
          }
          Set<String> other = new LinkedHashSet<>(best);
          other.remove(out);
          other.add(in.code());
          Timeline.Worth its = carrier.worth(first(grouped, other));
          if (its.dueMissed() <= most.dueMissed() && its.value() > most.value()) {
            best = other;
            most = its;
            better = true;
          }
        }
      }
    }
    return best;
  }

  private int[] first(int[] grouped, Set<String> chosen) {
    int[] order = new int[grouped.length];
    int to = 0;
    for (boolean now : new boolean[] {true, false}) {
      for (int at : grouped) {
        if (chosen.contains(shot(at).item()) == now) {
          order[to++] = at;
        }
      }
    }
    return order;
  }

  private double secondsOf(Work.Item item) {
    int seconds = item.preparationSeconds() + 1;
    for (Work.Shot shot : work.shots()) {
      seconds += shot.item().equals(item.code()) ? shot.seconds() : 0;
    }
    return seconds;
  }

  private boolean needsDaylight(String setUp) {
    return work.shots().stream()
        .anyMatch(shot -> shot.setUp().equals(setUp) && shot.light() == Work.Light.DAYLIGHT);
  }

  private Work.Shot shot(int at) {
    return work.shots().get(at);
  }

  private int[] order(Comparator<Integer> by) {
    return java.util.stream.IntStream.range(0, work.shots().size())
        .boxed()
        .sorted(by)
        .mapToInt(Integer::intValue)
        .toArray();
  }
}
