package app.istante.core.plan.schedule;

import app.istante.core.plan.schedule.Timeline.Doing;
import app.istante.core.plan.schedule.Timeline.Entry;
import app.istante.core.plan.schedule.Timeline.Worth;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * Carries out an order of shots as early as possible: prepares the item where nobody has, changes
 * the set-up, waits for the light, shoots; a shot that no longer fits is left over, and neither its
 * preparation nor its change-over is done for it. Built once for a day's work, then fast: plain
 * arrays, nothing allocated in {@link #worth}. Not shared between threads.
 */
final class Carrier {
  /** An item with all its required shots counts for nine tenths of its value... */
  private static final int REQUIRED_TENTHS = 9;

  private static final int NEVER = Integer.MAX_VALUE;

  private final Work work;
  private final int[] itemOf;
  private final int[] setUpOf;
  private final int[] seconds;
  private final int[] light;
  private final boolean[] required;
  private final int[] preparation;
  private final long[] value;
  private final boolean[] due;
  private final int[] requiredOf;
  private final int[] optionalOf;
  private final int[][] change;
  private final int[][] openFrom;
  private final int[][] openTo;
  private final String[] setUps;

  private final boolean[] prepared;
  private final int[] requiredDone;
  private final int[] optionalDone;

  /** When the photographer, and the helper, are free again. */
  private int now;

  private int helperFree;
  private int standing;

  Carrier(Work work) {
    this.work = work;
    int shots = work.shots().size();
    int items = work.items().size();
    Map<String, Integer> itemIndex = new HashMap<>();
    preparation = new int[items];
    value = new long[items];
    due = new boolean[items];
    for (int i = 0; i < items; i++) {
      Work.Item item = work.items().get(i);
      itemIndex.put(item.code(), i);
      preparation[i] = item.preparationSeconds();
      value[i] = item.value();
      due[i] = item.due();
    }
    Map<String, Integer> setUpIndex = new HashMap<>();
    itemOf = new int[shots];
    setUpOf = new int[shots];
    seconds = new int[shots];
    light = new int[shots];
    required = new boolean[shots];
    requiredOf = new int[items];
    optionalOf = new int[items];
    for (int s = 0; s < shots; s++) {
      Work.Shot shot = work.shots().get(s);
      itemOf[s] = itemIndex.get(shot.item());
      setUpOf[s] = setUpIndex.computeIfAbsent(shot.setUp(), name -> setUpIndex.size());
      seconds[s] = shot.seconds();
      light[s] = shot.light().ordinal();
      required[s] = shot.required();
      (shot.required() ? requiredOf : optionalOf)[itemOf[s]]++;
    }
    setUps = new String[setUpIndex.size()];
    setUpIndex.forEach((name, index) -> setUps[index] = name);
    // The last row is "nothing stands", or what stands at the start.
    change = new int[setUps.length + 1][setUps.length];
    for (int to = 0; to < setUps.length; to++) {
      for (int from = 0; from < setUps.length; from++) {
        change[from][to] = from == to ? 0 : work.changeOver().seconds(setUps[from], setUps[to]);
      }
      change[setUps.length][to] =
          setUps[to].equals(work.standing())
              ? 0
              : work.changeOver().seconds(work.standing(), setUps[to]);
    }
    Work.Light[] lights = Work.Light.values();
    openFrom = new int[lights.length][];
    openTo = new int[lights.length][];
    for (Work.Light kind : lights) {
      List<Work.Span> open = work.hours().open(kind);
      openFrom[kind.ordinal()] = open.stream().mapToInt(Work.Span::from).toArray();
      openTo[kind.ordinal()] = open.stream().mapToInt(Work.Span::to).toArray();
    }
    prepared = new boolean[items];
    requiredDone = new int[items];
    optionalDone = new int[items];
  }

  int shots() {
    return itemOf.length;
  }

  /** How good this order is; {@code order} holds places in {@code work.shots()}, each once. */
  Worth worth(int[] order) {
    return carry(order, null, null);
  }

  Timeline timeline(int[] order) {
    List<Entry> entries = new ArrayList<>();
    List<Long> leftOver = new ArrayList<>();
    Worth worth = carry(order, entries, leftOver);
    entries.sort(java.util.Comparator.comparingInt(Entry::from));
    return new Timeline(entries, leftOver, worth);
  }

  private Worth carry(int[] order, List<Entry> entries, List<Long> leftOver) {
    now = work.hours().day().from();
    helperFree = now;
    standing = setUps.length;
    Arrays.fill(requiredDone, 0);
    Arrays.fill(optionalDone, 0);
    for (int item = 0; item < prepared.length; item++) {
      prepared[item] = preparation[item] == 0;
    }
    int end = now;
    long waiting = 0;
    for (int shot : order) {
      int ends = take(shot, entries);
      if (ends == NEVER) {
        if (leftOver != null) {
          leftOver.add(work.shots().get(shot).id());
        }
        continue;
      }
      end = ends;
      int item = itemOf[shot];
      (required[shot] ? requiredDone : optionalDone)[item]++;
      if (required[shot] && requiredDone[item] == requiredOf[item]) {
        waiting += value[item] * (end - work.hours().day().from()) / 1000;
      }
    }
    return sum(end, waiting);
  }

  /** Tries one shot at the earliest moment. Changes nothing and gives NEVER where none is left. */
  private int take(int shot, List<Entry> entries) {
    int item = itemOf[shot];
    int any = Work.Light.ANY.ordinal();
    int at = now;
    int ready = at;
    int prepFrom = -1;
    if (!prepared[item]) {
      prepFrom = earliest(work.helper() ? helperFree : at, preparation[item], any);
      if (prepFrom == NEVER) {
        return NEVER;
      }
      ready = prepFrom + preparation[item];
      at = work.helper() ? at : ready;
    }
    int changing = change[standing][setUpOf[shot]];
    int changeFrom = at;
    if (changing > 0) {
      changeFrom = earliest(at, changing, any);
      if (changeFrom == NEVER) {
        return NEVER;
      }
      at = changeFrom + changing;
    }
    int from = earliest(Math.max(at, ready), seconds[shot], light[shot]);
    if (from == NEVER) {
      return NEVER;
    }
    if (entries != null) {
      note(shot, prepFrom, changeFrom, changing, from, entries);
    }
    if (prepFrom >= 0) {
      prepared[item] = true;
      helperFree = work.helper() ? prepFrom + preparation[item] : helperFree;
    }
    standing = setUpOf[shot];
    now = from + seconds[shot];
    return now;
  }

  private void note(
      int shot, int prepFrom, int changeFrom, int changing, int from, List<Entry> entries) {
    Work.Shot what = work.shots().get(shot);
    if (prepFrom >= 0) {
      int prepTo = prepFrom + preparation[itemOf[shot]];
      entries.add(
          new Entry(Doing.PREPARE, prepFrom, prepTo, null, what.item(), null, work.helper()));
    }
    if (changing > 0) {
      entries.add(
          new Entry(
              Doing.CHANGE_OVER,
              changeFrom,
              changeFrom + changing,
              null,
              null,
              what.setUp(),
              false));
    }
    entries.add(
        new Entry(
            Doing.SHOOT, from, from + what.seconds(), what.id(), what.item(), what.setUp(), false));
  }

  /** First moment from {@code at} on when this long a stretch lies in one open span. */
  private int earliest(int at, int length, int kind) {
    int[] from = openFrom[kind];
    int[] to = openTo[kind];
    for (int span = 0; span < from.length; span++) {
      int start = Math.max(at, from[span]);
      if (start + length <= to[span]) {
        return start;
      }
    }
    return NEVER;
  }

  private Worth sum(int end, long waiting) {
    int missed = 0;
    long finished = 0;
    for (int item = 0; item < value.length; item++) {
      boolean whole = requiredDone[item] == requiredOf[item];
      boolean any = requiredDone[item] + optionalDone[item] > 0;
      if (!whole || !any) {
        missed += due[item] && requiredOf[item] + optionalOf[item] > 0 ? 1 : 0;
        continue;
      }
      // ... and the optional ones share the last tenth.
      long rest = 10 - REQUIRED_TENTHS;
      long optional =
          optionalOf[item] == 0
              ? rest * value[item]
              : rest * value[item] * optionalDone[item] / optionalOf[item];
      finished += REQUIRED_TENTHS * value[item] + optional;
    }
    return new Worth(missed, finished / 10, end, waiting);
  }
}
