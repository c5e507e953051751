package app.istante.server.jobs;

import static org.testng.Assert.assertEquals;

import app.istante.server.RunningServer;
import com.github.kagkarlsson.scheduler.Scheduler;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CyclicBarrier;
import java.util.concurrent.TimeUnit;
import java.util.concurrent.atomic.AtomicInteger;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.transaction.support.TransactionTemplate;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** What is asked for while a worker is at it must not be lost with the worker's end. */
public class WorkAskedForAgainTest extends RunningServer {
  private static final long ITEM = 7;

  @Autowired private JobQueue queue;
  @Autowired private TransactionTemplate transaction;
  @Autowired private DataSource database;
  @Autowired private JdbcClient sql;

  private Held work;
  private Scheduler scheduler;

  /** Work whose first run has looked at everything already when the test goes on. */
  private static final class Held implements SlowWork {
    final CyclicBarrier looked = new CyclicBarrier(2);
    final CyclicBarrier mayEnd = new CyclicBarrier(2);
    final AtomicInteger runs = new AtomicInteger();

    @Override
    public String name() {
      return "held-work";
    }

    @Override
    public void run(long id) {
      if (runs.getAndIncrement() == 0) {
        meet(looked);
        meet(mayEnd);
      }
    }
  }

  private static void meet(CyclicBarrier barrier) {
    try {
      barrier.await(120, TimeUnit.SECONDS);
    } catch (Exception alone) {
      throw new IllegalStateException(alone);
    }
  }

  @BeforeMethod
  public void start() {
    work = new Held();
    Clock clock = Clock.systemUTC();
    scheduler =
        new Jobs(queue, transaction, clock)
            .scheduler(database, 2, List.of(work), Duration.ofSeconds(1));
    scheduler.start();
    queue.put(work.name(), ITEM);
    meet(work.looked);
  }

  @AfterMethod(alwaysRun = true)
  public void stop() {
    scheduler.stop();
  }

  private int queued() {
    return sql.sql("SELECT COUNT(*) FROM scheduled_tasks WHERE task_name = ?")
        .param(work.name())
        .query(Integer.class)
        .single();
  }

  private void ended() {
    until(() -> queued() == 0 ? true : null);
  }

  @Test
  public void onceIsEnoughWhereNobodyAskedAgain() {
    meet(work.mayEnd);
    ended();
    assertEquals(work.runs.get(), 1);
  }

  @Test
  public void itIsDoneOnceMore() {
    queue.put(work.name(), ITEM);
    queue.put(work.name(), ITEM);
    meet(work.mayEnd);
    ended();
    assertEquals(work.runs.get(), 2);
  }

  /** Whoever asks has not committed yet what the work is to look at: the worker's end waits. */
  @Test
  public void itIsDoneOnceMoreThoughTheAskerCommitsLate() {
    transaction.executeWithoutResult(
        status -> {
          queue.put(work.name(), ITEM);
          meet(work.mayEnd);
          pause(500);
          assertEquals(queued(), 1);
          assertEquals(work.runs.get(), 1);
        });
    ended();
    assertEquals(work.runs.get(), 2);
  }
}
