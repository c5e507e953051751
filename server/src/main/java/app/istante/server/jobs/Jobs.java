package app.istante.server.jobs;

import app.istante.server.support.IstanteProperties;
import com.github.kagkarlsson.scheduler.Scheduler;
import com.github.kagkarlsson.scheduler.SchedulerName;
import com.github.kagkarlsson.scheduler.task.FailureHandler;
import com.github.kagkarlsson.scheduler.task.Task;
import com.github.kagkarlsson.scheduler.task.helper.Tasks;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.UUID;
import javax.sql.DataSource;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;
import org.springframework.context.event.EventListener;
import org.springframework.jdbc.datasource.TransactionAwareDataSourceProxy;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Slow work, queued in the database: it survives a crash (a worker that has died is noticed by its
 * missing heartbeat) and may be shared by several machines on one database. Every job is
 * idempotent; one that is asked for again while it is under way is done once more, since it may
 * have looked already at what has changed.
 */
@Configuration
class Jobs {
  private static final Duration HEARTBEAT = Duration.ofSeconds(4);
  private static final Duration POLLING = Duration.ofSeconds(1);

  private final JobQueue queue;
  private final TransactionTemplate transaction;
  private final Clock clock;

  Jobs(JobQueue queue, TransactionTemplate transaction, Clock clock) {
    this.queue = queue;
    this.transaction = transaction;
    this.clock = clock;
  }

  @Bean(destroyMethod = "stop")
  Scheduler scheduler(DataSource database, IstanteProperties properties, List<SlowWork> works) {
    return scheduler(database, properties.workers(), works, POLLING);
  }

  Scheduler scheduler(DataSource database, int workers, List<SlowWork> works, Duration polling) {
    Task<?>[] tasks = works.stream().map(this::task).toArray(Task<?>[]::new);
    return Scheduler.create(new TransactionAwareDataSourceProxy(database), tasks)
        .schedulerName(new SchedulerName.Fixed(UUID.randomUUID().toString()))
        .threads(workers)
        .pollingInterval(polling)
        .enablePriority()
        // What was fetched is done before what comes in later, however urgent: no more at a time
        // than there are workers.
        .pollUsingFetchAndLockOnExecute(0.5, 1)
        .heartbeatInterval(HEARTBEAT)
        .enableImmediateExecution()
        .alwaysPersistTimestampInUTC()
        .build();
  }

  private static FailureHandler<Void> retry() {
    return new FailureHandler.OnFailureRetryLater<>(Duration.ofSeconds(5));
  }

  @EventListener
  void start(ApplicationReadyEvent ready) {
    ready.getApplicationContext().getBean(Scheduler.class).start();
  }

  private Task<Void> task(SlowWork work) {
    return Tasks.custom(work.name(), Void.class)
        .onFailure(new FailureHandler.MaxRetriesFailureHandler<>(3, retry()))
        .execute(
            (instance, context) -> {
              int askedBefore = queue.askedAgain(instance);
              try {
                work.run(Long.parseLong(instance.getId()));
              } catch (IOException failed) {
                throw new UncheckedIOException(failed);
              }
              return (done, then) ->
                  transaction.executeWithoutResult(
                      status -> {
                        if (queue.askedAgain(instance) > askedBefore) {
                          then.reschedule(done, clock.instant());
                        } else {
                          then.remove();
                        }
                      });
            });
  }
}
