package app.istante.core.plan.schedule;

import app.istante.core.plan.schedule.Timeline.Worth;
import java.time.Duration;
import java.util.List;
import java.util.function.Consumer;

/**
 * Orders a day's shots so that the most valuable work is finished in the time there is. A good plan
 * at once from simple rules; up to {@link #EXACT_SHOTS} shots exactly; more by local search
 * (Timefold) for as long as it may.
 */
public final class Scheduler {
  /** 8! = 40,320 orders are tried in a tenth of a second. */
  public static final int EXACT_SHOTS = 8;

  private final Work work;
  private final Carrier carrier;
  private final Search search;

  /** The best of the simple orders, once it has been looked for. */
  private int[] first;

  public Scheduler(Work work) {
    this.work = work;
    this.carrier = new Carrier(work);
    this.search = new Search(work);
  }

  /** The best of the simple orders; exact for few shots. */
  public Timeline quick() {
    return carrier.timeline(quickOrder());
  }

  private int[] quickOrder() {
    if (first == null) {
      first = bestSimpleOrder();
    }
    return first;
  }

  private int[] bestSimpleOrder() {
    if (work.shots().size() <= EXACT_SHOTS) {
      return exact();
    }
    Starts starts = new Starts(work);
    int[] best = null;
    Worth most = null;
    for (int[] order :
        List.of(
            starts.asEntered(),
            starts.byItem(),
            starts.bySetUp(false),
            starts.bySetUp(true),
            starts.dearest(carrier))) {
      Worth worth = carrier.worth(order);
      if (most == null || worth.compareTo(most) > 0) {
        best = order;
        most = worth;
      }
    }
    return best;
  }

  /**
   * The best plan found in the time given.
   *
   * @param better told of each improvement, from the calling thread
   */
  public Timeline plan(Duration atMost, Consumer<Timeline> better) {
    int[] start = quickOrder();
    if (work.shots().size() <= EXACT_SHOTS) {
      return carrier.timeline(start);
    }
    better.accept(carrier.timeline(start));
    int[] found = search.improve(start, atMost, order -> better.accept(carrier.timeline(order)));
    return carrier.timeline(
        carrier.worth(found).compareTo(carrier.worth(start)) > 0 ? found : start);
  }

  /** Ends a running {@link #plan} soon; it then gives the best so far. From any thread. */
  public void stop() {
    search.stop();
  }

  /**
   * What another order would cost: all shots, without an end of the day.
   *
   * @param minutes of work: preparation, change-overs and shots; waiting for light left out
   * @param changeOvers how often the set is changed
   */
  public record Effort(double minutes, int changeOvers) {}

  /** How the plan compares. Each with all shots, so that minutes mean the same. */
  public record Comparison(Effort plan, Effort asEntered, Effort byItem) {}

  public Comparison compare(Timeline plan) {
    Starts starts = new Starts(work);
    int[] order = new int[work.shots().size()];
    int to = 0;
    List<Long> ids = work.shots().stream().map(Work.Shot::id).toList();
    for (Timeline.Entry entry : plan.entries()) {
      if (entry.shotId() != null) {
        order[to++] = ids.indexOf(entry.shotId());
      }
    }
    // What is left over would be done on another day, in the plan's own way: by set-up.
    for (int at : starts.bySetUp(false)) {
      if (plan.leftOver().contains(ids.get(at))) {
        order[to++] = at;
      }
    }
    return new Comparison(effort(order), effort(starts.asEntered()), effort(starts.byItem()));
  }

  private Effort effort(int[] order) {
    double seconds = 0;
    int changes = 0;
    String standing = work.standing();
    for (Work.Item item : work.items()) {
      seconds += work.helper() ? 0 : item.preparationSeconds();
    }
    for (int at : order) {
      Work.Shot shot = work.shots().get(at);
      if (!shot.setUp().equals(standing)) {
        seconds += work.changeOver().seconds(standing, shot.setUp());
        standing = shot.setUp();
        changes++;
      }
      seconds += shot.seconds();
    }
    return new Effort(seconds / 60, changes);
  }

  /** Every order, depth first, the best kept. */
  private int[] exact() {
    int[] order = new int[work.shots().size()];
    for (int at = 0; at < order.length; at++) {
      order[at] = at;
    }
    Best best = new Best(order.clone(), carrier.worth(order));
    permute(order, 0, best);
    return best.order;
  }

  private static final class Best {
    private int[] order;
    private Worth worth;

    Best(int[] order, Worth worth) {
      this.order = order;
      this.worth = worth;
    }
  }

  private void permute(int[] order, int from, Best best) {
    if (from == order.length) {
      Worth worth = carrier.worth(order);
      if (worth.compareTo(best.worth) > 0) {
        best.order = order.clone();
        best.worth = worth;
      }
      return;
    }
    for (int at = from; at < order.length; at++) {
      swap(order, from, at);
      permute(order, from + 1, best);
      swap(order, from, at);
    }
  }

  private static void swap(int[] order, int one, int other) {
    int kept = order[one];
    order[one] = order[other];
    order[other] = kept;
  }
}
