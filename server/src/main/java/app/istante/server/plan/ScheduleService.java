package app.istante.server.plan;

import app.istante.core.plan.ChangeOver;
import app.istante.core.plan.Preparation;
import app.istante.core.plan.PreparationStep;
import app.istante.core.plan.SetUp;
import app.istante.core.plan.SetUpAdvice;
import app.istante.core.plan.daylight.Daylight;
import app.istante.core.plan.schedule.Scheduler;
import app.istante.core.plan.schedule.Timeline;
import app.istante.core.plan.schedule.Timings;
import app.istante.core.plan.schedule.Work;
import app.istante.server.item.Item;
import app.istante.server.plan.PlanViews.DayPlan;
import app.istante.server.plan.PlanViews.DayView;
import app.istante.server.plan.PlanViews.LightSpan;
import app.istante.server.plan.PlanViews.Stretch;
import app.istante.server.shoot.Shoot;
import app.istante.server.shoot.ShootService;
import app.istante.server.shoot.Shot;
import app.istante.server.support.ShootEvents;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import jakarta.annotation.PreDestroy;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.OptionalInt;
import java.util.Set;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ExecutorService;
import java.util.concurrent.Executors;
import org.springframework.stereotype.Service;

/**
 * Plans the day of a shoot: a good plan is stored at once, a better one is looked for in the
 * background and stored when it is found. After a crash the plan that was stored last is there.
 */
@Service
class ScheduleService {
  private static final Duration IMPROVE_FOR = Duration.ofSeconds(12);

  /** Things without a price count, but little: hundredths of the currency. */
  private static final long UNPRICED_VALUE = 500;

  private final ShootService shoots;
  private final PlanService plans;
  private final DayService days;
  private final TakeRepository takes;
  private final ShootEvents events;
  private final Clock clock;
  private final Map<Long, Run> running = new ConcurrentHashMap<>();
  private final ExecutorService worker =
      Executors.newSingleThreadExecutor(
          task -> {
            Thread thread = new Thread(task, "scheduler-search");
            thread.setDaemon(true);
            return thread;
          });

  ScheduleService(
      ShootService shoots,
      PlanService plans,
      DayService days,
      TakeRepository takes,
      ShootEvents events,
      Clock clock) {
    this.shoots = shoots;
    this.plans = plans;
    this.days = days;
    this.takes = takes;
    this.events = events;
    this.clock = clock;
  }

  /** A search under way. */
  private record Run(Scheduler scheduler, Instant until) {}

  DayView view(long shootId) {
    shoots.shoot(shootId);
    DaySettings settings = days.settings(shootId);
    List<LightSpan> light =
        days.daylight(settings).spans().stream()
            .filter(span -> span.quality() != Daylight.Quality.DARK)
            .map(
                span ->
                    new LightSpan(
                        span.quality() == Daylight.Quality.HARD, span.start(), span.end()))
            .toList();
    var kept = days.plan(shootId);
    Run run = running.get(shootId);
    int left =
        run == null
            ? 0
            : (int) Math.max(0, Duration.between(clock.instant(), run.until()).toSeconds());
    return new DayView(
        settings,
        days.zone().getId(),
        light,
        kept.map(DayService.Kept::plan).orElse(null),
        kept.map(DayService.Kept::plannedAt).orElse(null),
        run != null,
        left);
  }

  /**
   * Plans what is open.
   *
   * @param fromNow in the middle of the day: done work stays, the rest is planned from now on
   */
  void plan(long shootId, boolean fromNow) {
    Shoot shoot = shoots.shoot(shootId);
    stop(shootId);
    DaySettings settings = days.settings(shootId);
    Instant zero = days.midnight(settings);
    Instant now = fromNow ? clock.instant() : null;
    Task task = task(shoot, settings, now);
    Scheduler scheduler = new Scheduler(task.work);
    Timeline quick = scheduler.quick();
    List<Stretch> past = fromNow ? past(shootId, now, task.taken) : List.of();
    store(shootId, task, scheduler, quick, zero, past);
    Run run = new Run(scheduler, clock.instant().plus(IMPROVE_FOR));
    running.put(shootId, run);
    worker.execute(
        () -> {
          try {
            Timeline best = scheduler.plan(IMPROVE_FOR, better -> {});
            if (running.remove(shootId, run) && best.worth().compareTo(quick.worth()) > 0) {
              store(shootId, task, scheduler, best, zero, past);
            }
          } finally {
            running.remove(shootId, run);
            events.changed(shootId, "day", null);
          }
        });
    events.changed(shootId, "day", null);
  }

  /** Ends the search; the plan stored last stays. */
  void stop(long shootId) {
    Run run = running.remove(shootId);
    if (run != null) {
      run.scheduler.stop();
      events.changed(shootId, "day", null);
    }
  }

  @PreDestroy
  void close() {
    running.values().forEach(run -> run.scheduler.stop());
    worker.shutdownNow();
  }

  private record Task(
      Work work, Set<Long> taken, int shotSeconds, boolean known, long valueOfAll) {}

  private Task task(Shoot shoot, DaySettings settings, Instant now) {
    List<Shot> all = shoots.shotsOf(shoot.id());
    Map<Long, SetUpAdvice.Advice> advices = plans.setUps(shoot, all);
    List<Take> takenHere = takes.findByShootId(shoot.id());
    Set<Long> taken = new HashSet<>();
    takenHere.stream()
        .filter(take -> take.shotId() != null)
        .forEach(take -> taken.add(take.shotId()));
    List<Shot> open =
        all.stream().filter(shot -> !shot.dropped() && !taken.contains(shot.id())).toList();
    List<Timings.Taken> here = log(takenHere, all, advices);
    List<Timings.Taken> log = earlier(shoot.id());
    log.addAll(here);
    OptionalInt known = Timings.secondsPerShot(log);
    int seconds = known.orElse(Timings.USUAL_SHOT_SECONDS);
    double changeFactor = changeFactor(Timings.secondsPerChangeOver(log));
    Set<String> done = plans.stepsDone(shoot.id());
    Map<String, Work.Item> items = new LinkedHashMap<>();
    List<Work.Shot> work = new ArrayList<>();
    for (Shot shot : open) {
      Item item = shot.item();
      items.computeIfAbsent(item.code(), code -> workItem(item, done, settings));
      work.add(
          new Work.Shot(
              shot.id(),
              item.code(),
              advices.get(shot.id()).setUp().id(),
              seconds,
              lightFor(advices.get(shot.id()).setUp(), settings),
              shot.required()));
    }
    String standing = here.isEmpty() ? null : here.get(here.size() - 1).setUp();
    Work whole =
        new Work(
            List.copyOf(items.values()),
            work,
            days.hours(settings, now),
            (from, to) ->
                (int)
                    Math.round(
                        60
                            * changeFactor
                            * ChangeOver.minutes(
                                from == null ? null : SetUp.of(from), SetUp.of(to))),
            now == null ? null : standing,
            settings.helper());
    long value = items.values().stream().mapToLong(Work.Item::value).sum();
    return new Task(whole, taken, seconds, known.isPresent(), value);
  }

  /** The seller's own pace against a usual change of ground and light. */
  private static double changeFactor(OptionalInt medianSeconds) {
    double usual = 60 * 15;
    return medianSeconds.isEmpty()
        ? 1
        : Math.max(0.3, Math.min(3, medianSeconds.getAsInt() / usual));
  }

  private static Work.Item workItem(Item item, Set<String> done, DaySettings settings) {
    double minutes =
        Preparation.of(item.kind(), item.traits()).stream()
            .filter(step -> !done.contains(item.id() + "/" + step.id()))
            .mapToDouble(PreparationStep::minutes)
            .sum();
    boolean due = item.listBy() != null && !item.listBy().isAfter(settings.date().plusDays(1));
    return new Work.Item(
        item.code(),
        (int) Math.round(60 * minutes),
        item.priceCents() == null ? UNPRICED_VALUE : item.priceCents(),
        due);
  }

  private static Work.Light lightFor(SetUp setUp, DaySettings settings) {
    if (setUp.light() != SetUp.Light.WINDOW) {
      return Work.Light.LAMPS;
    }
    return settings.light() == DaySettings.LightSource.lamps ? Work.Light.ANY : Work.Light.DAYLIGHT;
  }

  /** What was taken in the shoots before: the pace is the seller's, not one day's. */
  private List<Timings.Taken> earlier(long shootId) {
    List<Timings.Taken> log = new ArrayList<>();
    for (Shoot other : shoots.all()) {
      if (other.id() != shootId) {
        List<Shot> shots = shoots.shotsOf(other.id());
        log.addAll(log(takes.findByShootId(other.id()), shots, plans.setUps(other, shots)));
      }
    }
    log.sort(Comparator.comparing(Timings.Taken::at));
    return log;
  }

  /** Takes in the order of the camera's clock. */
  private static List<Timings.Taken> log(
      List<Take> takes, List<Shot> shots, Map<Long, SetUpAdvice.Advice> advices) {
    Map<Long, String> setUps = new HashMap<>();
    shots.forEach(shot -> setUps.put(shot.id(), advices.get(shot.id()).setUp().id()));
    return takes.stream()
        .filter(take -> take.shotId() != null && take.takenAt() != null)
        .sorted(Comparator.comparing(Take::takenAt))
        .map(take -> new Timings.Taken(take.takenAt(), take.shotId(), setUps.get(take.shotId())))
        .toList();
  }

  /** What was done stays: shots that were taken, and the work before the last of them. */
  private List<Stretch> past(long shootId, Instant now, Set<Long> taken) {
    List<Stretch> before =
        days.plan(shootId).map(kept -> kept.plan().stretches()).orElse(List.of()).stream()
            .filter(stretch -> !stretch.to().isAfter(now))
            .toList();
    Instant lastTaken =
        before.stream()
            .filter(stretch -> taken.contains(stretch.shotId()))
            .map(Stretch::from)
            .max(Comparator.naturalOrder())
            .orElse(Instant.MIN);
    return before.stream()
        .filter(
            stretch ->
                stretch.shotId() == null
                    ? !stretch.to().isAfter(lastTaken)
                    : taken.contains(stretch.shotId()))
        .toList();
  }

  private void store(
      long shootId,
      Task task,
      Scheduler scheduler,
      Timeline timeline,
      Instant zero,
      List<Stretch> past) {
    List<Stretch> stretches = new ArrayList<>(past);
    List<Long> order = new ArrayList<>();
    for (Timeline.Entry entry : timeline.entries()) {
      stretches.add(
          new Stretch(
              entry.doing(),
              zero.plusSeconds(entry.from()),
              zero.plusSeconds(entry.to()),
              entry.shotId(),
              entry.item(),
              entry.setUp(),
              entry.byHelper()));
      if (entry.shotId() != null) {
        order.add(entry.shotId());
      }
    }
    order.addAll(timeline.leftOver());
    days.keepPlan(
        shootId,
        new DayPlan(
            stretches,
            timeline.leftOver(),
            timeline.worth().value(),
            task.valueOfAll,
            timeline.worth().dueMissed(),
            scheduler.compare(timeline),
            task.shotSeconds,
            task.known));
    shoots.order(shootId, order);
  }
}
