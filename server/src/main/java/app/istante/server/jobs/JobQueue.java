package app.istante.server.jobs;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Where other capabilities put slow work; part of the running transaction, if there is one. */
@Component
public class JobQueue {
  private static final Duration BEFORE_ALL = Duration.ofDays(1);

  private final ObjectProvider<Scheduler> scheduler;
  private final Clock clock;

  JobQueue(ObjectProvider<Scheduler> scheduler, Clock clock) {
    this.scheduler = scheduler;
    this.clock = clock;
  }

  public void check(long takeId) {
    put(SlowWork.CHECK, takeId);
  }

  public void finish(long takeId) {
    put(SlowWork.FINISH, takeId);
  }

  /** A photograph of the simulated set, by its own number. */
  public void photograph(long photographId) {
    // Work is taken by its time: someone stands at the set and waits, so it goes before the rest.
    put(SlowWork.PHOTOGRAPH, photographId, clock.instant().minus(BEFORE_ALL));
  }

  private void put(String task, long id) {
    put(task, id, clock.instant());
  }

  private void put(String task, long id, Instant when) {
    scheduler.getObject().scheduleIfNotExists(new TaskInstance<>(task, Long.toString(id)), when);
  }
}
