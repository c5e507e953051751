package app.istante.core.plan.schedule;

import app.istante.core.plan.schedule.Work.Light;
import app.istante.core.plan.schedule.Work.Span;
import java.util.HashMap;
import java.util.HashSet;
import java.util.List;
import java.util.Map;
import java.util.Set;

/**
 * The optimum of a small day, found by trying every sequence of shots until nothing more fits, in
 * small steps of time: slow, plain, and written apart from the scheduler.
 */
final class Exhaustive {
  private static final int STEP_SECONDS = 15;

  private final Work work;
  private final Map<String, Work.Item> items = new HashMap<>();
  private long[] best;

  Exhaustive(Work work) {
    this.work = work;
    work.items().forEach(item -> items.put(item.code(), item));
  }

  /** Minus the due items missed, the value, minus the end. */
  long[] best() {
    best = null;
    go(work.hours().day().from(), work.hours().day().from(), work.standing(), Set.of(), Set.of());
    return best;
  }

  private void go(int now, int helper, String standing, Set<Long> taken, Set<String> prepared) {
    boolean last = true;
    for (Work.Shot shot : work.shots()) {
      if (taken.contains(shot.id())) {
        continue;
      }
      int mine = now;
      int helpers = helper;
      int ready = now;
      int preparing = items.get(shot.item()).preparationSeconds();
      if (preparing > 0 && !prepared.contains(shot.item())) {
        int from = first(work.helper() ? helpers : mine, preparing, Light.ANY);
        if (from < 0) {
          continue;
        }
        ready = from + preparing;
        if (work.helper()) {
          helpers = ready;
        } else {
          mine = ready;
        }
      }
      if (!shot.setUp().equals(standing)) {
        int lasts = work.changeOver().seconds(standing, shot.setUp());
        int from = first(mine, lasts, Light.ANY);
        if (from < 0) {
          continue;
        }
        mine = from + lasts;
      }
      int from = first(Math.max(mine, ready), shot.seconds(), shot.light());
      if (from < 0) {
        continue;
      }
      last = false;
      Set<Long> more = new HashSet<>(taken);
      more.add(shot.id());
      Set<String> done = new HashSet<>(prepared);
      done.add(shot.item());
      go(from + shot.seconds(), helpers, shot.setUp(), more, done);
    }
    if (last) {
      judge(now, taken);
    }
  }

  /**
   * First second from which this long a stretch is allowed, or -1. All test times are multiples of
   * the step.
   */
  private int first(int at, int length, Light light) {
    for (int from = at; from + length <= work.hours().day().to(); from += STEP_SECONDS) {
      if (allowed(from, from + length, light)) {
        return from;
      }
    }
    return -1;
  }

  private boolean allowed(int from, int to, Light light) {
    boolean free = misses(work.hours().breaks(), from, to);
    return switch (light) {
      case ANY -> free;
      case LAMPS -> free && misses(work.hours().noLamps(), from, to);
      case DAYLIGHT ->
          free
              && work.hours().daylight().stream()
                  .anyMatch(span -> from >= span.from() && to <= span.to());
    };
  }

  private static boolean misses(List<Span> spans, int from, int to) {
    return spans.stream().allMatch(span -> to <= span.from() || from >= span.to());
  }

  private void judge(int end, Set<Long> taken) {
    long missed = 0;
    long tenths = 0;
    for (Work.Item item : work.items()) {
      List<Work.Shot> its =
          work.shots().stream().filter(shot -> shot.item().equals(item.code())).toList();
      boolean any = its.stream().anyMatch(shot -> taken.contains(shot.id()));
      boolean whole =
          any
              && its.stream()
                  .filter(Work.Shot::required)
                  .allMatch(shot -> taken.contains(shot.id()));
      long optional = its.stream().filter(shot -> !shot.required()).count();
      long extra =
          its.stream().filter(shot -> !shot.required() && taken.contains(shot.id())).count();
      if (whole) {
        tenths +=
            9 * item.value() + (optional == 0 ? item.value() : item.value() * extra / optional);
      } else if (item.due() && !its.isEmpty()) {
        missed++;
      }
    }
    long[] now = {-missed, tenths / 10, taken.isEmpty() ? -work.hours().day().from() : -end};
    if (best == null || java.util.Arrays.compare(now, best) > 0) {
      best = now;
    }
  }
}
