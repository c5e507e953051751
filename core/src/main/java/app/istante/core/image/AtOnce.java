package app.istante.core.image;

import java.util.concurrent.Callable;
import java.util.concurrent.ForkJoinPool;
import java.util.concurrent.ForkJoinTask;

/**
 * Work that does not wait for other work: on another processor where one is idle, else in turn.
 * Someone stands at the set and waits for a single picture, while all processors but one are idle.
 */
public final class AtOnce {
  private AtOnce() {}

  /**
   * Begins work that only reads what others read too. Whoever joins it does it himself if nobody
   * has begun it yet, and is thrown what it throws.
   */
  public static <T> ForkJoinTask<T> begin(Callable<T> work) {
    return ForkJoinPool.commonPool().submit(work);
  }
}
