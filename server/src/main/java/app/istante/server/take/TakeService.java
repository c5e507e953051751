package app.istante.server.take;

import app.istante.core.plan.slip.Assignment;
import app.istante.server.shoot.ShootService;
import app.istante.server.support.Refused;
import app.istante.server.support.ShootEvents;
import java.util.List;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Decisions about takes: what they show, and which are kept. Each can be taken back. */
@Service
public class TakeService {
  private final TakeRepository takes;
  private final ShootService shoots;
  private final ApplicationEventPublisher publisher;
  private final ShootEvents events;

  TakeService(
      TakeRepository takes,
      ShootService shoots,
      ApplicationEventPublisher publisher,
      ShootEvents events) {
    this.takes = takes;
    this.shoots = shoots;
    this.publisher = publisher;
    this.events = events;
  }

  /** A take has another role now: what was judged must be judged again. */
  public record RoleChanged(long takeId) {}

  /** Somebody looked at a take's outline: it is measured again with that. */
  public record OutlineLookedAt(long takeId) {}

  @EventListener
  @Transactional
  void shotRemoved(ShootService.ShotRemoved removed) {
    takes.findByShotId(removed.shotId()).forEach(take -> take.say(null));
    takes.flush();
  }

  public Take take(long id) {
    return takes.findById(id).orElseThrow(() -> Refused.missing("take"));
  }

  /** Says what takes show; null takes the saying back. They are judged again by their new role. */
  @Transactional
  public void assign(List<Long> takeIds, Long shotId) {
    shoots.holdShootsOf(takeIds);
    for (long id : takeIds) {
      Take take = take(id);
      if (shotId != null && !shoots.shot(shotId).shootId().equals(take.shootId())) {
        throw Refused.conflict("other-shoot", "That shot belongs to another shoot.");
      }
      take.say(shotId);
      takes.flush();
      publisher.publishEvent(new RoleChanged(id));
      events.changed(take.shootId(), "take", id);
    }
  }

  /** Says that takes show the empty set or the colour card of their set-up. */
  @Transactional
  public void assignFrame(List<Long> takeIds, Assignment.Shows frame) {
    if (frame != Assignment.Shows.BLANK && frame != Assignment.Shows.CARD) {
      throw Refused.conflict(
          "no-frame", "Only the empty set and the colour card belong to a set-up.");
    }
    shoots.holdShootsOf(takeIds);
    for (long id : takeIds) {
      Take take = take(id);
      take.sayFrame(frame);
      takes.flush();
      publisher.publishEvent(new RoleChanged(id));
      events.changed(take.shootId(), "take", id);
    }
  }

  /** Says that the outline of a take is right, though it is doubted; or takes the saying back. */
  @Transactional
  public void sayOutlineRight(long takeId, boolean yes) {
    shoots.holdShootsOf(List.of(takeId));
    Take take = take(takeId);
    if (take.state() != TakeState.MEASURED) {
      throw Refused.conflict("not-measured", "Wait until the take is measured.");
    }
    take.sayOutlineRight(yes);
    takes.flush();
    publisher.publishEvent(new OutlineLookedAt(takeId));
    events.changed(take.shootId(), "take", takeId);
  }

  /** Keeps a take for its shot, in place of the one kept before; or lets it go. */
  @Transactional
  public void choose(long takeId, boolean yes) {
    Take take = take(takeId);
    if (yes && take.state() == TakeState.UNREADABLE) {
      throw Refused.conflict("unreadable", "This file can't be read, so it can't be chosen.");
    }
    if (yes && take.shotId() == null) {
      throw Refused.conflict("unassigned", "Say first which item and shot this take shows.");
    }
    if (yes) {
      takes.findByShotIdAndChosenTrue(take.shotId()).forEach(other -> other.choose(false));
    }
    take.choose(yes);
    events.changed(take.shootId(), "take", takeId);
  }
}
