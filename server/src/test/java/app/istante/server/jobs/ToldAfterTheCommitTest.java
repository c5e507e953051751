package app.istante.server.jobs;

import static org.testng.Assert.assertEquals;

import app.istante.server.RunningServer;
import com.github.kagkarlsson.scheduler.Scheduler;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sql.DataSource;
import org.springframework.beans.factory.ObjectProvider;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import org.testng.annotations.Test;

/** Work asked for in a transaction is begun once that has committed, not at the next poll. */
public class ToldAfterTheCommitTest extends RunningServer {
  @Autowired private TransactionTemplate transaction;
  @Autowired private DataSource database;
  @Autowired private JdbcClient sql;

  private final AtomicInteger runs = new AtomicInteger();
  private Scheduler scheduler;

  private final class Counted implements SlowWork {
    @Override
    public String name() {
      return "counted-work";
    }

    @Override
    public void run(long id) {
      runs.incrementAndGet();
    }
  }

  @Test
  public void itIsBegunThoughNobodyPolls() {
    Clock clock = Clock.systemUTC();
    ObjectProvider<Scheduler> own =
        new ObjectProvider<>() {
          @Override
          public Scheduler getObject() {
            return scheduler;
          }
        };
    JobQueue queue = new JobQueue(own, sql, clock);
    scheduler =
        new Jobs(queue, transaction, clock)
            .scheduler(database, 1, List.of(new Counted()), Duration.ofHours(1));
    scheduler.start();
    try {
      transaction.executeWithoutResult(
          status -> {
            queue.put("counted-work", 1);
            // The scheduler, told of work already, looks in vain meanwhile.
            pause(1000);
            assertEquals(runs.get(), 0, "nobody else sees it before the commit");
          });
      until(() -> runs.get() == 1 ? true : null);
    } finally {
      scheduler.stop();
    }
  }
}
