package app.istante.server.sorting;

import app.istante.core.plan.slip.Assignment;
import app.istante.core.plan.slip.SlipCode;
import app.istante.server.plan.PlanService;
import app.istante.server.room.RoomService;
import app.istante.server.shoot.ShootService;
import app.istante.server.shoot.Shot;
import app.istante.server.support.ShootEvents;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import app.istante.server.take.TakeState;
import java.time.Instant;
import java.time.LocalDateTime;
import java.time.format.DateTimeParseException;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import org.springframework.stereotype.Component;

/** Sorts the takes of a shoot to items and shots, again whenever something new is known. */
@Component
public class TakeSorting {
  private final TakeRepository takes;
  private final ShootService shoots;
  private final PlanService plans;
  private final RoomService room;
  private final ShootEvents events;

  TakeSorting(
      TakeRepository takes,
      ShootService shoots,
      PlanService plans,
      RoomService room,
      ShootEvents events) {
    this.takes = takes;
    this.shoots = shoots;
    this.plans = plans;
    this.room = room;
    this.events = events;
  }

  /** A camera's clock shows the local time of the room; null where there is none. */
  public Instant instantOf(String localTime) {
    if (localTime == null) {
      return null;
    }
    try {
      return LocalDateTime.parse(localTime).atZone(room.settings().place().zoneId()).toInstant();
    } catch (DateTimeParseException unreadable) {
      return null;
    }
  }

  /**
   * Decides again what every take shows that no person has spoken of. Part of the caller's
   * transaction.
   *
   * @return ids of takes whose shot is another one now
   */
  public List<Long> sort(long shootId) {
    List<Take> all = takes.findByShootId(shootId);
    boolean slips = all.stream().anyMatch(take -> take.slip() != null);
    List<Assignment.Frame> frames = new ArrayList<>();
    Map<Long, Take> byId = new HashMap<>();
    for (Take take : all) {
      if (take.state() != TakeState.MEASURED) {
        continue;
      }
      byId.put(take.id(), take);
      boolean settled = isSettled(take, slips);
      frames.add(
          new Assignment.Frame(
              take.id(),
              take.fileName(),
              take.takenAt(),
              take.arrivedAt(),
              take.slip() == null ? null : SlipCode.parse(take.slip()).orElse(null),
              take.shotId(),
              settled));
    }
    List<Long> changed = new ArrayList<>();
    for (Assignment.Decision decision : Assignment.of(frames, planned(shootId))) {
      Take take = byId.get(decision.frame());
      if (isSettled(take, slips)) {
        continue;
      }
      boolean same =
          take.shows() == decision.shows() && Objects.equals(take.shotId(), decision.shot());
      if (!same) {
        changed.add(take.id());
        events.changed(shootId, "take", take.id());
      }
      take.assign(decision.shows(), decision.shot(), decision.because());
    }
    takes.flush();
    return changed;
  }

  /** Not to be decided again: a person said it, or it came while one was on its shot. */
  private static boolean isSettled(Take take, boolean slips) {
    return take.saidSo() || !slips && take.aimed();
  }

  private List<Assignment.Planned> planned(long shootId) {
    List<Shot> open = shoots.shotsOf(shootId).stream().filter(shot -> !shot.dropped()).toList();
    var setUps = plans.setUps(shoots.shoot(shootId), open);
    return open.stream()
        .map(
            shot ->
                new Assignment.Planned(
                    shot.id(),
                    shot.item().id(),
                    setUps.get(shot.id()).setUp().number(),
                    shot.item().code(),
                    shot.role()))
        .toList();
  }
}
