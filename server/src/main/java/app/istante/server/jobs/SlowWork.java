package app.istante.server.jobs;

import java.io.IOException;

/** Work that is queued in the database and done by a worker, on one thing at a time. */
public interface SlowWork {
  String CHECK = "check-take";
  String FINISH = "finish-take";
  String PHOTOGRAPH = "photograph-set";

  /** The task's name in the queue; never changed, since queued work is found by it. */
  String name();

  /** Idempotent: it may run again after a crash in the middle. */
  void run(long id) throws IOException;
}
