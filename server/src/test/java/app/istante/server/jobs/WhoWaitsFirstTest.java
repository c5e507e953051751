package app.istante.server.jobs;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.server.RunningServer;
import com.github.kagkarlsson.scheduler.Scheduler;
import java.time.Clock;
import java.time.Duration;
import java.util.List;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.concurrent.CountDownLatch;
import javax.sql.DataSource;
import org.springframework.beans.factory.annotation.Autowired;
import org.springframework.transaction.support.TransactionTemplate;
import org.testng.annotations.AfterMethod;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** A heap that was dropped in must not keep the photographer at the set waiting. */
public class WhoWaitsFirstTest extends RunningServer {
  private static final int HEAP = 8;
  private static final long URGENT = 100;

  @Autowired private JobQueue queue;
  @Autowired private TransactionTemplate transaction;
  @Autowired private DataSource database;

  private final List<Long> done = new CopyOnWriteArrayList<>();
  private CountDownLatch begun;
  private CountDownLatch goOn;
  private Scheduler scheduler;

  /** One worker, which is at the first of the heap until the test lets it go on. */
  private final class Recorded implements SlowWork {
    @Override
    public String name() {
      return "recorded-work";
    }

    @Override
    public void run(long id) {
      begun.countDown();
      try {
        goOn.await();
      } catch (InterruptedException stopped) {
        throw new IllegalStateException(stopped);
      }
      done.add(id);
    }
  }

  @BeforeMethod
  public void start() throws InterruptedException {
    done.clear();
    begun = new CountDownLatch(1);
    goOn = new CountDownLatch(1);
    scheduler =
        new Jobs(queue, transaction, Clock.systemUTC())
            .scheduler(database, 1, List.of(new Recorded()), Duration.ofSeconds(1));
    scheduler.start();
    for (long id = 1; id <= HEAP; id++) {
      queue.put("recorded-work", id);
    }
    begun.await();
  }

  @AfterMethod(alwaysRun = true)
  public void stop() {
    goOn.countDown();
    scheduler.stop();
  }

  private void all(int count) {
    goOn.countDown();
    until(() -> done.size() == count ? true : null);
  }

  @Test
  public void whatIsWaitedForGoesBeforeTheHeap() {
    queue.putFirst("recorded-work", URGENT);
    all(HEAP + 1);
    // One more of the heap may have been fetched already.
    assertTrue(done.indexOf(URGENT) <= 2, done.toString());
  }

  /** What lies in the heap already is moved forward, and not done twice. */
  @Test
  public void oneOfTheHeapIsMovedForward() {
    long last = HEAP;
    queue.putFirst("recorded-work", last);
    all(HEAP);
    assertTrue(done.indexOf(last) <= 2, done.toString());
    assertEquals(List.copyOf(done).stream().distinct().count(), HEAP);
  }

  @Test
  public void theHeapIsDoneInItsOrder() {
    all(HEAP);
    assertEquals(done, List.of(1L, 2L, 3L, 4L, 5L, 6L, 7L, 8L));
  }
}
