package app.istante.core.plan.slip;

import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Locale;
import java.util.Objects;
import java.util.Optional;
import java.util.function.Function;

/**
 * Says of every frame of a shoot which shot it shows, and why: by what a person said, by the slip
 * before it, by its file name, by the order of the plan, and as a last resort by the gaps in time.
 * Pure: the same frames and plan give the same answer, in whatever order the files came in.
 */
public final class Assignment {
  /** Frames that follow this closely are takes of the same shot. */
  static final Duration SAME_SHOT = Duration.ofSeconds(6);

  /** A longer pause than this means that something was put away and something else set up. */
  static final Duration NEXT_ITEM = Duration.ofSeconds(75);

  private Assignment() {}

  /**
   * One frame.
   *
   * @param takenAt when the camera says it was taken; null where it does not
   * @param slip what a slip in it says, or null
   * @param said the shot that a person, or the sender, named; null where nobody did
   * @param saidSo true where somebody decided it, even if for no shot
   */
  public record Frame(
      long id,
      String fileName,
      Instant takenAt,
      Instant arrivedAt,
      SlipCode slip,
      Long said,
      boolean saidSo) {}

  /**
   * A planned shot.
   *
   * @param item number of its item
   * @param setUp number of the set-up that it needs
   * @param itemCode how files named after it begin
   */
  public record Planned(long shot, long item, long setUp, String itemCode, String role) {}

  /** What a frame is. */
  public enum Shows {
    SHOT,
    SLIP,
    CARD,
    BLANK,
    UNKNOWN
  }

  /**
   * @param shot null unless it shows one
   * @param because the reason, to follow "belongs here:"
   */
  public record Decision(long frame, Shows shows, Long shot, String because) {}

  /**
   * @param plan shots in the order in which they are to be taken
   */
  public static List<Decision> of(List<Frame> frames, List<Planned> plan) {
    List<Frame> inOrder = new ArrayList<>(frames);
    inOrder.sort(order());
    Walk walk = new Walk(plan, inOrder);
    List<Decision> decisions = new ArrayList<>();
    for (Frame frame : inOrder) {
      decisions.add(walk.decide(frame));
    }
    return decisions;
  }

  /**
   * The shot that a file is named after: it begins with the item's code; the shot whose role it
   * names comes before the others of that item.
   */
  public static <T> Optional<T> named(
      String fileName, List<T> shots, Function<T, String> itemCode, Function<T, String> role) {
    String name = fileName.toLowerCase(Locale.ROOT);
    List<T> its =
        shots.stream()
            .filter(shot -> name.startsWith(itemCode.apply(shot).toLowerCase(Locale.ROOT)))
            .toList();
    return its.stream()
        .filter(shot -> name.contains(role.apply(shot)))
        .findFirst()
        .or(() -> its.stream().findFirst());
  }

  /** By the camera's clock; where it is silent, by name, as cameras count, then by arrival. */
  private static Comparator<Frame> order() {
    return Comparator.comparing(
            (Frame frame) -> frame.takenAt() == null ? frame.arrivedAt() : frame.takenAt())
        .thenComparing(Frame::fileName)
        .thenComparing(Frame::id);
  }

  /** Walks through the frames with a finger on the plan. */
  private static final class Walk {
    private final List<Planned> plan;
    private final boolean hasSlips;
    private final boolean hasGaps;
    private Frame before;
    private SlipCode slip;
    private Long standing;
    private List<Planned> due = List.of();
    private int at = -1;
    private boolean blankNext;

    Walk(List<Planned> plan, List<Frame> frames) {
      this.plan = plan;
      this.hasSlips =
          frames.stream()
              .anyMatch(frame -> frame.slip() != null && frame.slip().what() == SlipCode.What.ITEM);
      this.hasGaps = frames.stream().filter(frame -> frame.takenAt() != null).count() > 1;
    }

    Decision decide(Frame frame) {
      Decision decision = look(frame);
      before = frame;
      return decision;
    }

    private Decision look(Frame frame) {
      if (frame.saidSo()) {
        moveTo(frame.said());
        return frame.said() == null
            ? new Decision(frame.id(), Shows.UNKNOWN, null, "not assigned")
            : new Decision(frame.id(), Shows.SHOT, frame.said(), "you said so");
      }
      if (frame.slip() != null) {
        return slip(frame);
      }
      if (blankNext) {
        blankNext = false;
        return new Decision(frame.id(), Shows.BLANK, null, "it follows the slip for the empty set");
      }
      Planned named = named(frame.fileName(), plan, Planned::itemCode, Planned::role).orElse(null);
      if (named != null) {
        moveTo(named.shot());
        return shot(frame, named, "its name says so");
      }
      if (slip != null) {
        return afterSlip(frame);
      }
      return hasSlips ? unknown(frame, "it came before the first slip") : byPlan(frame);
    }

    private Decision slip(Frame frame) {
      SlipCode code = frame.slip();
      switch (code.what()) {
        case CARD:
          return new Decision(frame.id(), Shows.CARD, null, "it shows the slip of the colour card");
        case BLANK:
          blankNext = true;
          return new Decision(frame.id(), Shows.SLIP, null, "it is the slip for the empty set");
        case SET_UP:
          standing = code.number();
          due = slip == null ? withStanding(plan) : dueOf(slip.number());
          at = -1;
          return new Decision(frame.id(), Shows.SLIP, null, "it is the slip of a set-up");
        default:
          slip = code;
          due = dueOf(code.number());
          at = -1;
          return new Decision(frame.id(), Shows.SLIP, null, "it is the slip of an item");
      }
    }

    /** An item's shots that the standing set-up is for; all of them where none is. */
    private List<Planned> dueOf(long item) {
      return withStanding(plan.stream().filter(shot -> shot.item() == item).toList());
    }

    private List<Planned> withStanding(List<Planned> shots) {
      List<Planned> its =
          shots.stream().filter(shot -> standing != null && shot.setUp() == standing).toList();
      return its.isEmpty() ? shots : its;
    }

    private Decision afterSlip(Frame frame) {
      if (due.isEmpty()) {
        return unknown(frame, "the slip's item is not in this shoot");
      }
      step(frame, due.size());
      Planned shot = due.get(at);
      return shot(frame, shot, "it follows the slip of " + shot.itemCode());
    }

    /** What is due: by the slips so far, else the whole plan. */
    private List<Planned> order() {
      return slip == null && standing == null ? plan : due;
    }

    private Decision byPlan(Frame frame) {
      List<Planned> order = order();
      if (order.isEmpty()) {
        return unknown(frame, "nothing is planned");
      }
      if (frame.takenAt() == null && !hasGaps) {
        return unknown(frame, "not assigned");
      }
      boolean pause = gap(frame).compareTo(NEXT_ITEM) > 0;
      if (pause && at >= 0 && at + 1 < order.size()) {
        long item = order.get(at).item();
        boolean left = order.get(at + 1).item() == item;
        if (left) {
          int next = nextItem(order, item);
          if (next >= 0) {
            at = next;
            return shot(frame, order.get(at), "there was a pause before it");
          }
        }
      }
      if (at + 1 >= order.size() && gap(frame).compareTo(SAME_SHOT) > 0) {
        return unknown(frame, "the plan has no more shots");
      }
      step(frame, order.size());
      String because =
          standing == null ? "the plan's order says so" : "it follows the slip of its set-up";
      return shot(frame, order.get(at), because);
    }

    private int nextItem(List<Planned> order, long item) {
      for (int next = at + 1; next < order.size(); next++) {
        if (order.get(next).item() != item) {
          return next;
        }
      }
      return -1;
    }

    /**
     * To the next shot, unless the frame follows so closely that it is another take of the same.
     */
    private void step(Frame frame, int shots) {
      boolean same =
          at >= 0
              && before != null
              && before.slip() == null
              && gap(frame).compareTo(SAME_SHOT) <= 0;
      if (!same && at + 1 < shots) {
        at++;
      }
    }

    private Duration gap(Frame frame) {
      if (before == null || before.takenAt() == null || frame.takenAt() == null) {
        return SAME_SHOT.plusSeconds(1);
      }
      return Duration.between(before.takenAt(), frame.takenAt());
    }

    private void moveTo(Long shot) {
      List<Planned> list = order();
      for (int place = 0; place < list.size(); place++) {
        if (Objects.equals(list.get(place).shot(), shot)) {
          at = place;
        }
      }
    }

    private static Decision shot(Frame frame, Planned shot, String because) {
      return new Decision(frame.id(), Shows.SHOT, shot.shot(), because);
    }

    private static Decision unknown(Frame frame, String because) {
      return new Decision(frame.id(), Shows.UNKNOWN, null, because);
    }
  }
}
