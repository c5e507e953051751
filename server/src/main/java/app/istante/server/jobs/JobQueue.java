package app.istante.server.jobs;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.time.Clock;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.stereotype.Component;

/** Where other capabilities put slow work; part of the running transaction, if there is one. */
@Component
public class JobQueue {
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

  private void put(String task, long id) {
    scheduler
        .getObject()
        .scheduleIfNotExists(new TaskInstance<>(task, Long.toString(id)), clock.instant());
  }
}
