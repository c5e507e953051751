package app.istante.core.plan.schedule;

import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;

/**
 * What is to be photographed on one day, and what the day allows. All times are whole seconds from
 * one common zero, say midnight; all spans are half open.
 *
 * @param items the things, each with its preparation
 * @param shots the views, in the order in which they were entered
 * @param hours when work is possible
 * @param changeOver seconds from one set-up to another
 * @param standing the set-up that stands at the start, or null
 * @param helper somebody else prepares while the photographer shoots
 */
public record Work(
    List<Item> items,
    List<Shot> shots,
    Hours hours,
    ChangeOverTimes changeOver,
    String standing,
    boolean helper) {

  public Work {
    items = List.copyOf(items);
    shots = List.copyOf(shots);
    Map<String, Item> known = new HashMap<>();
    for (Item item : items) {
      known.put(item.code(), item);
    }
    for (Shot shot : shots) {
      if (!known.containsKey(shot.item())) {
        throw new IllegalArgumentException(
            "shot [" + shot.id() + "] is of item [" + shot.item() + "], which is not in the work");
      }
    }
  }

  /**
   * @param preparationSeconds still to be done; 0 where it was done beforehand
   * @param value what it is worth to have it finished, any unit, 0 or more
   * @param due it must be listed: to leave it unfinished is worse than any loss of value
   */
  public record Item(String code, int preparationSeconds, long value, boolean due) {
    public Item {
      if (preparationSeconds < 0 || value < 0) {
        throw new IllegalArgumentException("preparation and value of [" + code + "] must be >= 0");
      }
    }
  }

  /** The light by which a shot is taken. */
  public enum Light {
    ANY,
    DAYLIGHT,
    LAMPS
  }

  /**
   * @param setUp name of the set-up that must stand
   * @param required the item is not finished without it
   */
  public record Shot(
      long id, String item, String setUp, int seconds, Light light, boolean required) {
    public Shot {
      if (seconds <= 0) {
        throw new IllegalArgumentException("shot [" + id + "] must take time; it takes " + seconds);
      }
    }
  }

  /** From (included) to (excluded), seconds. */
  public record Span(int from, int to) {
    public Span {
      if (to < from) {
        throw new IllegalArgumentException(
            "span from [" + from + "] to [" + to + "] runs backwards");
      }
    }
  }

  /**
   * @param day from the first to the last moment of work
   * @param breaks nothing is done in them
   * @param daylight when the window gives soft light
   * @param noLamps when sun on the pane would mix with the lamps and can't be shut out
   */
  public record Hours(Span day, List<Span> breaks, List<Span> daylight, List<Span> noLamps) {
    public Hours {
      breaks = List.copyOf(breaks);
      daylight = List.copyOf(daylight);
      noLamps = List.copyOf(noLamps);
    }

    /** When shots by this light can be taken: rising, not touching. */
    List<Span> open(Light light) {
      List<Span> open = less(List.of(day), breaks);
      return switch (light) {
        case ANY -> open;
        case LAMPS -> less(open, noLamps);
        case DAYLIGHT -> both(open, daylight);
      };
    }

    private static List<Span> less(List<Span> from, List<Span> away) {
      List<Span> left = from;
      for (Span gone : away) {
        List<Span> next = new ArrayList<>();
        for (Span span : left) {
          if (gone.from() > span.from()) {
            next.add(new Span(span.from(), Math.min(span.to(), gone.from())));
          }
          if (gone.to() < span.to()) {
            next.add(new Span(Math.max(span.from(), gone.to()), span.to()));
          }
        }
        left = next.stream().filter(span -> span.to() > span.from()).toList();
      }
      return left;
    }

    private static List<Span> both(List<Span> some, List<Span> others) {
      List<Span> common = new ArrayList<>();
      for (Span one : some) {
        for (Span other : others) {
          int from = Math.max(one.from(), other.from());
          int to = Math.min(one.to(), other.to());
          if (to > from) {
            common.add(new Span(from, to));
          }
        }
      }
      common.sort(java.util.Comparator.comparingInt(Span::from));
      return common;
    }
  }

  /** Seconds to turn one set-up into another; from null where nothing stands. */
  @FunctionalInterface
  public interface ChangeOverTimes {
    int seconds(String from, String to);
  }
}
