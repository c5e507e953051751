package app.istante.server.check;

import app.istante.core.cli.Json;
import app.istante.core.image.AtOnce;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.lineup.Look;
import app.istante.core.mask.Outline;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.plan.slip.SlipCode;
import app.istante.core.plan.slip.SlipReader;
import app.istante.core.rules.RuleBook;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Judgement;
import app.istante.server.jobs.JobQueue;
import app.istante.server.jobs.SlowWork;
import app.istante.server.picture.PictureStore;
import app.istante.server.picture.Previews;
import app.istante.server.rulebook.RuleBookShelf;
import app.istante.server.shoot.ShootService;
import app.istante.server.sorting.TakeSorting;
import app.istante.server.support.ShootEvents;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import app.istante.server.take.TakeService;
import app.istante.server.take.TakeState;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import java.util.concurrent.ForkJoinTask;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Measures takes and judges them. Measuring reads pixels and is done once, outside any transaction;
 * judging is arithmetic on stored readings and is done again whenever the role or the rules change.
 */
@Service
public class CheckService implements SlowWork {
  /** A photo seen by nobody yet is judged as a lead picture: the strictest. */
  private static final String ROLE_WHILE_UNASSIGNED = RuleBook.LEAD;

  private static final int OUTLINE_POINTS = 400;

  private final TakeRepository takes;
  private final TakeCheckRepository checks;
  private final ShootService shoots;
  private final RuleBookShelf ruleBooks;
  private final PictureStore pictures;
  private final Previews previews;
  private final TakeSorting sorting;
  private final TakenIn takenIn;
  private final SetUpFrames setUpFrames;
  private final JobQueue jobs;
  private final ShootEvents events;
  private final TransactionTemplate transaction;
  private final Clock clock;

  CheckService(
      TakeRepository takes,
      TakeCheckRepository checks,
      ShootService shoots,
      RuleBookShelf ruleBooks,
      PictureStore pictures,
      Previews previews,
      TakeSorting sorting,
      TakenIn takenIn,
      SetUpFrames setUpFrames,
      JobQueue jobs,
      ShootEvents events,
      TransactionTemplate transaction,
      Clock clock) {
    this.takes = takes;
    this.checks = checks;
    this.shoots = shoots;
    this.ruleBooks = ruleBooks;
    this.pictures = pictures;
    this.previews = previews;
    this.sorting = sorting;
    this.takenIn = takenIn;
    this.setUpFrames = setUpFrames;
    this.jobs = jobs;
    this.events = events;
    this.transaction = transaction;
    this.clock = clock;
  }

  @Override
  public String name() {
    return SlowWork.CHECK;
  }

  /**
   * Measures a take; one that is measured already with all that is known of it, or gone, is left
   * alone.
   */
  @Override
  public void run(long takeId) throws IOException {
    Take take = takes.findById(takeId).orElse(null);
    if (take == null || take.state() == TakeState.UNREADABLE) {
      return;
    }
    SetUpFrames.Frames frames = setUpFrames.of(take);
    TakeCheck before = checks.findById(takeId).orElse(null);
    boolean sameFrames = before != null && before.frames().equals(frames);
    if (take.state() == TakeState.MEASURED
        && sameFrames
        && before.outlineRight() == take.outlineRight()) {
      return;
    }
    // Against other frames it is another outline, which nobody has looked at yet.
    boolean outlineRight = take.outlineRight() && sameFrames;
    try {
      Photo photo = new PhotoReader(Limits.STANDARD).read(pictures.original(take.sha256()));
      ForkJoinTask<Void> previewing =
          AtOnce.begin(
              () -> {
                previews.makeAll(photo, take.sha256());
                return null;
              });
      Analysed picture = Analysed.of(photo, setUpFrames.known(take, frames, outlineRight));
      ForkJoinTask<Optional<SlipCode>> reading =
          AtOnce.begin(() -> SlipReader.read(picture.srgb()));
      Readings readings = Measurement.measure(picture);
      String slip = reading.join().map(SlipCode::text).orElse(null);
      previewing.join();
      TakeCheck check =
          new TakeCheck(
              takeId,
              Measurement.ENGINE,
              Json.mapper().writeValueAsString(readings),
              Json.mapper()
                  .writeValueAsString(
                      Outline.of(picture.separation(), picture.linear().scale(), OUTLINE_POINTS)),
              clock.instant());
      check.measuredAgainst(frames, outlineRight, Look.of(picture.srgb()).text());
      transaction.executeWithoutResult(status -> store(check, readings, slip, sameFrames));
    } catch (UnreadablePhotoException unreadable) {
      transaction.executeWithoutResult(
          status -> takes.findById(takeId).orElseThrow().unreadable(unreadable.getMessage()));
    }
    events.changed(take.shootId(), "check", takeId);
  }

  private void store(TakeCheck check, Readings readings, String slip, boolean sameFrames) {
    long takeId = check.takeId();
    shoots.holdShootsOf(List.of(takeId));
    Take take = takes.findById(takeId).orElseThrow();
    take.seen(sorting.instantOf(readings.image().takenAt()), slip);
    take.measured();
    if (!sameFrames) {
      take.sayOutlineRight(false);
    }
    takes.flush();
    // Sorted first: the role decides how it, and whatever else it moves, is judged.
    sorting.sort(take.shootId()).stream().filter(id -> id != takeId).forEach(this::judgeAgain);
    judge(take, check, readings);
    checks.deleteById(takeId);
    checks.flush();
    checks.saveAndFlush(check);
    measureOutdated(take.shootId());
  }

  /** A frame of the set-up came in, or is one no longer: its takes are measured again. */
  private void measureOutdated(long shootId) {
    setUpFrames.outdated(shootId).forEach(jobs::check);
  }

  @EventListener
  @Transactional
  void roleChanged(TakeService.RoleChanged change) {
    judgeAgain(change.takeId());
    measureOutdated(takes.findById(change.takeId()).orElseThrow().shootId());
  }

  @EventListener
  @Transactional
  void outlineLookedAt(TakeService.OutlineLookedAt look) {
    jobs.checkNow(look.takeId());
  }

  /** Judges a measured take again from its readings; pixels are not looked at. */
  private void judgeAgain(long takeId) {
    checks
        .findById(takeId)
        .ifPresent(
            check -> {
              Take take = takes.findById(takeId).orElseThrow();
              judge(take, check, Json.mapper().readValue(check.readings(), Readings.class));
              events.changed(take.shootId(), "check", takeId);
            });
  }

  @EventListener
  @Transactional
  void ruleBookChanged(ShootService.RuleBookChanged change) {
    takes.findByShootId(change.shootId()).forEach(take -> judgeAgain(take.id()));
  }

  private void judge(Take take, TakeCheck check, Readings readings) {
    RuleBook book = ruleBooks.named(shoots.shoot(take.shootId()).ruleBookId());
    String role = roleOf(take);
    Judgement judgement = Judge.judge(readings, book, role, takenIn.of(take));
    check.judged(
        book.id(),
        book.version(),
        role,
        judgement.verdict().name(),
        judgement.remedies().isEmpty() ? null : judgement.remedies().get(0).text(),
        Json.mapper().writeValueAsString(judgement));
  }

  /** A take made ready as it was measured, with the frames of its set-up. */
  public Analysed analysed(Take take, Photo photo) throws IOException {
    TakeCheck check = checks.findById(take.id()).orElseThrow();
    return Analysed.of(photo, setUpFrames.known(take, check.frames(), check.outlineRight()));
  }

  /** The role that a take is judged by. */
  public String roleOf(Take take) {
    return take.shotId() == null ? ROLE_WHILE_UNASSIGNED : shoots.shot(take.shotId()).role();
  }

  public Optional<Judgement> judgement(long takeId) {
    return checks
        .findById(takeId)
        .map(check -> Json.mapper().readValue(check.judgement(), Judgement.class));
  }
}
