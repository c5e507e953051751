package app.istante.server.finish;

import app.istante.core.cli.Json;
import app.istante.core.finish.Finisher;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.FileKind;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.mask.KnownOutline;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.EditDrift;
import app.istante.core.measure.FlatField;
import app.istante.core.measure.Known;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.rules.RuleBook;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Judgement;
import app.istante.core.verdict.Verdict;
import app.istante.server.check.CheckService;
import app.istante.server.jobs.JobQueue;
import app.istante.server.jobs.SlowWork;
import app.istante.server.picture.PictureStore;
import app.istante.server.picture.Previews;
import app.istante.server.rulebook.RuleBookShelf;
import app.istante.server.shoot.ShootService;
import app.istante.server.support.Refused;
import app.istante.server.support.ShootEvents;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import java.io.IOException;
import java.time.Clock;
import java.util.List;
import java.util.Optional;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;
import org.springframework.transaction.support.TransactionTemplate;

/** Makes finals from chosen takes and checks them like any other picture. */
@Service
public class FinishService implements SlowWork {
  private final TakeRepository takes;
  private final FinalPictureRepository finals;
  private final CheckService checks;
  private final ShootService shoots;
  private final RuleBookShelf ruleBooks;
  private final PictureStore pictures;
  private final Previews previews;
  private final JobQueue jobs;
  private final ShootEvents events;
  private final TransactionTemplate transaction;
  private final Clock clock;

  FinishService(
      TakeRepository takes,
      FinalPictureRepository finals,
      CheckService checks,
      ShootService shoots,
      RuleBookShelf ruleBooks,
      PictureStore pictures,
      Previews previews,
      JobQueue jobs,
      ShootEvents events,
      TransactionTemplate transaction,
      Clock clock) {
    this.takes = takes;
    this.finals = finals;
    this.checks = checks;
    this.shoots = shoots;
    this.ruleBooks = ruleBooks;
    this.pictures = pictures;
    this.previews = previews;
    this.jobs = jobs;
    this.events = events;
    this.transaction = transaction;
    this.clock = clock;
  }

  /** Queues the finals of these takes. */
  @Transactional
  public void want(List<Long> takeIds) {
    for (long id : takeIds) {
      Take take = takes.findById(id).orElseThrow(() -> Refused.missing("take"));
      Judgement judgement =
          checks
              .judgement(id)
              .orElseThrow(
                  () -> Refused.conflict("not-measured", "Wait until the take is measured."));
      if (judgement.finishPlan() == null) {
        throw Refused.conflict(
            "no-plan", take.fileName() + " can't be finished: the product was not found in it.");
      }
      if (judgement.verdict() == Verdict.Reshoot) {
        throw Refused.conflict(
            "reshoot", take.fileName() + " needs another photograph; finishing can't mend it.");
      }
      FinalPicture picture = finals.findById(id).orElseGet(() -> new FinalPicture(id));
      picture.wanted();
      finals.save(picture);
      jobs.finish(id);
      events.changed(take.shootId(), "final", id);
    }
  }

  @Override
  public String name() {
    return SlowWork.FINISH;
  }

  /** Makes the final of a take from its plan; made twice, it is the same file. */
  @Override
  public void run(long takeId) throws IOException {
    Take take = takes.findById(takeId).orElse(null);
    FinalPicture wanted = finals.findById(takeId).orElse(null);
    Judgement judgement = checks.judgement(takeId).orElse(null);
    if (take == null || wanted == null || judgement == null) {
      return;
    }
    RuleBook book = ruleBooks.named(shoots.shoot(take.shootId()).ruleBookId());
    try {
      PhotoReader reader = new PhotoReader(Limits.STANDARD);
      Photo photo = reader.read(pictures.original(take.sha256()));
      Analysed before = checks.analysed(take, photo);
      Readings.BoxPx product = judgement.readings().product().boxPx();
      EncodedImage edited =
          Finisher.finish(photo, product, judgement.finishPlan(), FlatField.of(before));
      byte[] jpeg = withinSize(edited, book.delivery());
      Photo made = reader.read(jpeg);
      String sha256 = pictures.keep(jpeg, FileKind.JPEG).sha256();
      previews.makeAll(made, sha256);
      // Its outline is known: looked for again, it could come out otherwise, or be doubted.
      KnownOutline outline = Finisher.outline(before, product, judgement.finishPlan());
      Analysed finished = Analysed.of(made, Known.outlined(outline));
      Judgement again = Judge.judge(Measurement.measure(finished), book, checks.roleOf(take));
      String json = Json.mapper().writeValueAsString(again);
      String drift = drift(before, finished);
      transaction.executeWithoutResult(
          status ->
              finals
                  .findById(takeId)
                  .orElseThrow()
                  .made(sha256, again.verdict().name(), json, drift, clock.instant()));
    } catch (UnreadablePhotoException | IllegalArgumentException wrong) {
      transaction.executeWithoutResult(
          status -> finals.findById(takeId).orElseThrow().failed(wrong.getMessage()));
    }
    events.changed(take.shootId(), "final", takeId);
  }

  /** Null where the product is not found in both. */
  private static String drift(Analysed take, Analysed made) {
    try {
      return Json.mapper().writeValueAsString(EditDrift.of(take, made));
    } catch (IllegalArgumentException notFound) {
      return null;
    }
  }

  /**
   * Holds an edit that was made elsewhere against its take. Nothing of it is kept.
   *
   * @throws Refused where it can't be read, or no product is found
   */
  public EditDrift.Drift compare(long takeId, byte[] edit) throws IOException {
    Take take = takes.findById(takeId).orElseThrow(() -> Refused.missing("take"));
    PhotoReader reader = new PhotoReader(Limits.STANDARD);
    try {
      return EditDrift.of(reader.read(pictures.original(take.sha256())), reader.read(edit));
    } catch (UnreadablePhotoException | IllegalArgumentException wrong) {
      throw Refused.conflict("not-comparable", wrong.getMessage());
    }
  }

  public Optional<EditDrift.Drift> drift(FinalPicture picture) {
    return Optional.ofNullable(picture.drift())
        .map(json -> Json.mapper().readValue(json, EditDrift.Drift.class));
  }

  /** The best quality that keeps the file within the place's limit. */
  private static byte[] withinSize(EncodedImage picture, RuleBook.Output output)
      throws IOException {
    double quality = output.quality();
    byte[] jpeg = PhotoWriter.jpeg(picture, quality);
    while (jpeg.length > output.maxFileBytes() && quality > 0.5) {
      quality -= 0.08;
      jpeg = PhotoWriter.jpeg(picture, quality);
    }
    return jpeg;
  }

  public Optional<Judgement> judgement(FinalPicture picture) {
    return Optional.ofNullable(picture.judgement())
        .map(json -> Json.mapper().readValue(json, Judgement.class));
  }
}
