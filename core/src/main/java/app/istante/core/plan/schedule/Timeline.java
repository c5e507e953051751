package app.istante.core.plan.schedule;

import java.util.List;

/**
 * An order of shots, carried out: what happens when, what no longer fits, and how good that is. No
 * hard condition can be broken here: what does not fit is left over.
 *
 * @param entries in order of time
 * @param leftOver ids of shots that do not fit into the day
 */
public record Timeline(List<Entry> entries, List<Long> leftOver, Worth worth) {
  public Timeline {
    entries = List.copyOf(entries);
    leftOver = List.copyOf(leftOver);
  }

  /** What is going on. */
  public enum Doing {
    CHANGE_OVER,
    PREPARE,
    SHOOT
  }

  /**
   * @param shotId null unless it is a shot
   * @param item null for a change-over
   * @param setUp null for a preparation
   * @param byHelper somebody else does it meanwhile
   */
  public record Entry(
      Doing doing, int from, int to, Long shotId, String item, String setUp, boolean byHelper) {}

  /**
   * How good a time line is, compared from the first component on.
   *
   * @param dueMissed items that had to be finished and are not; fewer is better
   * @param value of what is finished; more is better
   * @param endSeconds when the last shot ends; earlier is better
   * @param waiting value times seconds until it is finished, in thousands; less is better, so that
   *     the dear things come first and a late start costs little
   */
  public record Worth(int dueMissed, long value, int endSeconds, long waiting)
      implements Comparable<Worth> {
    @Override
    public int compareTo(Worth other) {
      int order = Integer.compare(other.dueMissed, dueMissed);
      order = order != 0 ? order : Long.compare(value, other.value);
      order = order != 0 ? order : Integer.compare(other.endSeconds, endSeconds);
      return order != 0 ? order : Long.compare(other.waiting, waiting);
    }
  }
}
