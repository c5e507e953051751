package app.istante.core.plan.schedule;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Collections;
import java.util.List;
import java.util.Objects;
import java.util.OptionalInt;

/**
 * How long things really take, from the takes of earlier shoots: the running median of the time
 * from one shot to the next.
 */
public final class Timings {
  /** Until there are this many, the usual figures are used. */
  static final int ENOUGH = 5;

  /** The newest so many count: habits change. */
  static final int NEWEST = 60;

  /** A longer gap was a break, not a shot. */
  static final Duration LONGEST_SHOT = Duration.ofMinutes(6);

  /** One more view costs half a minute. */
  public static final int USUAL_SHOT_SECONDS = 30;

  /** Longer gaps between set-ups were breaks. */
  static final Duration LONGEST_CHANGE = Duration.ofMinutes(60);

  /** Nobody places, looks and releases faster; a clock that is shorter is wrong, or a burst. */
  static final int LEAST_SECONDS = 5;

  private Timings() {}

  /** A take, as far as time is concerned. */
  public record Taken(Instant at, long shot, String setUp) {}

  /**
   * Median seconds from shot to shot while the same set-up stands; empty while too few are known.
   */
  public static OptionalInt secondsPerShot(List<Taken> inOrder) {
    return median(gaps(inOrder, true));
  }

  /** Median seconds between the last take of one set-up and the first of the next. */
  public static OptionalInt secondsPerChangeOver(List<Taken> inOrder) {
    return median(gaps(inOrder, false));
  }

  private static List<Integer> gaps(List<Taken> inOrder, boolean sameSetUp) {
    List<Integer> gaps = new ArrayList<>();
    Duration longest = sameSetUp ? LONGEST_SHOT : LONGEST_CHANGE;
    for (int at = 1; at < inOrder.size(); at++) {
      Taken before = inOrder.get(at - 1);
      Taken now = inOrder.get(at);
      Duration gap = Duration.between(before.at(), now.at());
      boolean same = Objects.equals(before.setUp(), now.setUp());
      boolean another = before.shot() != now.shot();
      if (same == sameSetUp && another && !gap.isNegative() && gap.compareTo(longest) <= 0) {
        gaps.add((int) gap.toSeconds());
      }
    }
    return gaps.size() <= NEWEST ? gaps : gaps.subList(gaps.size() - NEWEST, gaps.size());
  }

  private static OptionalInt median(List<Integer> gaps) {
    if (gaps.size() < ENOUGH) {
      return OptionalInt.empty();
    }
    List<Integer> sorted = new ArrayList<>(gaps);
    Collections.sort(sorted);
    return OptionalInt.of(Math.max(LEAST_SECONDS, sorted.get(sorted.size() / 2)));
  }
}
