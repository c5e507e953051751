package app.istante.server.jobs;

import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.task.Priority;
import com.github.kagkarlsson.scheduler.task.TaskInstance;
import java.time.Clock;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;
import org.springframework.transaction.support.TransactionSynchronization;
import org.springframework.transaction.support.TransactionSynchronizationManager;

/** Where other capabilities put slow work; part of the running transaction, if there is one. */
@Component
public class JobQueue {
  private final ObjectProvider<Scheduler> scheduler;
  private final JdbcClient database;
  private final Clock clock;

  JobQueue(ObjectProvider<Scheduler> scheduler, JdbcClient database, Clock clock) {
    this.scheduler = scheduler;
    this.database = database;
    this.clock = clock;
  }

  public void check(long takeId) {
    put(SlowWork.CHECK, takeId);
  }

  /** The same where someone stands at the set and waits for it: before a heap of others. */
  public void checkNow(long takeId) {
    putFirst(SlowWork.CHECK, takeId);
  }

  public void finish(long takeId) {
    put(SlowWork.FINISH, takeId);
  }

  /** A photograph of the simulated set, by its own number; someone waits for it. */
  public void photograph(long photographId) {
    putFirst(SlowWork.PHOTOGRAPH, photographId);
  }

  void put(String task, long id) {
    put(task, id, Priority.MEDIUM);
  }

  void putFirst(String task, long id) {
    put(task, id, Priority.HIGH);
  }

  private void put(String task, long id, int priority) {
    TaskInstance<Void> work =
        new TaskInstance.Builder<Void>(task, Long.toString(id)).priority(priority).build();
    triggerOnceCommitted();
    boolean known = false;
    while (!known && !scheduler.getObject().scheduleIfNotExists(work, clock.instant())) {
      // The row is held until this transaction ends, so its worker can't end before; it may just
      // have done so.
      known =
          database
                  .sql(
                      """
                      UPDATE scheduled_tasks
                      SET asked_again = asked_again + 1,
                        priority = GREATEST(COALESCE(priority, 0), ?)
                      WHERE task_name = ? AND task_instance = ?""")
                  .params(priority, task, work.getId())
                  .update()
              == 1;
    }
  }

  /**
   * The scheduler looks for work as soon as it is told of some, and sees none that is not committed
   * yet: it would come upon it a second later.
   */
  private void triggerOnceCommitted() {
    if (TransactionSynchronizationManager.isSynchronizationActive()) {
      TransactionSynchronizationManager.registerSynchronization(
          new TransactionSynchronization() {
            @Override
            public void afterCommit() {
              scheduler.getObject().triggerCheckForDueExecutions();
            }
          });
    }
  }

  /** How often work was asked for since it was queued; zero where it is queued no more. */
  int askedAgain(TaskInstance<?> work) {
    return database
        .sql(
            """
            SELECT asked_again FROM scheduled_tasks
            WHERE task_name = ? AND task_instance = ? FOR UPDATE""")
        .params(work.getTaskName(), work.getId())
        .query(Integer.class)
        .optional()
        .orElse(0);
  }
}
