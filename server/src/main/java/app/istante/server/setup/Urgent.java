package app.istante.server.setup;

import java.util.concurrent.TimeUnit;
import java.util.concurrent.locks.LockSupport;
import java.util.function.Supplier;
import org.springframework.stereotype.Component;

/**
 * Lets a typed figure's answers go before the light of previews: both would share the same few
 * cores, and the numbers are what someone waits for.
 */
@Component
class Urgent {
  /** For the browser, mostly on the same machine, to show the answer. */
  private static final long AFTERWARDS_NANOS = TimeUnit.MILLISECONDS.toNanos(60);

  /** Nobody types for so long: previews go on then, whatever is under way. */
  private static final long MOST_NANOS = TimeUnit.MILLISECONDS.toNanos(300);

  private static final long STEP_NANOS = TimeUnit.MILLISECONDS.toNanos(5);

  private volatile long quietUntil = System.nanoTime();

  <T> T first(Supplier<T> answer) {
    quietUntil = System.nanoTime() + MOST_NANOS;
    try {
      return answer.get();
    } finally {
      quietUntil = System.nanoTime() + AFTERWARDS_NANOS;
    }
  }

  /** Waits while something urgent is under way. */
  void giveWay() {
    while (quietUntil - System.nanoTime() > 0) {
      LockSupport.parkNanos(STEP_NANOS);
    }
  }
}
