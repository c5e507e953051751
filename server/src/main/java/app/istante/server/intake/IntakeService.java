package app.istante.server.intake;

import app.istante.core.image.FileKind;
import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.plan.slip.Assignment;
import app.istante.server.jobs.JobQueue;
import app.istante.server.picture.PictureStore;
import app.istante.server.shoot.Shoot;
import app.istante.server.shoot.ShootService;
import app.istante.server.shoot.Shot;
import app.istante.server.support.IstanteProperties;
import app.istante.server.support.ShootEvents;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import java.io.IOException;
import java.nio.file.Path;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.Optional;
import org.springframework.dao.DataIntegrityViolationException;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.support.TransactionTemplate;

/**
 * Takes files in: looks at the first bytes, refuses what can't be a photo (and keeps it aside),
 * keeps each picture once, decides what it shows, and queues the check. The file is on the disk
 * before the database speaks of it.
 */
@Service
public class IntakeService {
  private final ShootService shoots;
  private final TakeRepository takes;
  private final PictureStore pictures;
  private final JobQueue jobs;
  private final JdbcClient database;
  private final ShootEvents events;
  private final TransactionTemplate transaction;
  private final Path aside;
  private final Clock clock;

  IntakeService(
      ShootService shoots,
      TakeRepository takes,
      PictureStore pictures,
      JobQueue jobs,
      JdbcClient database,
      ShootEvents events,
      TransactionTemplate transaction,
      IstanteProperties properties,
      Clock clock) {
    this.shoots = shoots;
    this.takes = takes;
    this.pictures = pictures;
    this.jobs = jobs;
    this.database = database;
    this.events = events;
    this.transaction = transaction;
    this.aside = properties.dataFolder().resolve("aside");
    this.clock = clock;
  }

  /** What became of a file. */
  public enum Outcome {
    taken,
    duplicate,
    refused
  }

  /**
   * @param takeId the take, also for a duplicate; null for a refused file
   * @param message one sentence
   */
  public record Receipt(String fileName, Outcome outcome, Long takeId, String message) {}

  /**
   * @param shotId what the photos show, if the sender knows; else the name or the aim decides
   * @param oneByOne it comes straight from the camera, so it shows the shot that one is on, and is
   *     checked before a heap; a heap of files is sorted by slips, names and the plan's order
   */
  public Receipt takeIn(long shootId, String fileName, byte[] bytes, Long shotId, boolean oneByOne)
      throws IOException {
    Shoot shoot = shoots.shoot(shootId);
    String name = Path.of(fileName.isBlank() ? "unnamed" : fileName).getFileName().toString();
    FileKind kind;
    try {
      kind = new PhotoReader(Limits.STANDARD).probe(bytes);
    } catch (UnreadablePhotoException unreadable) {
      return refuse(shootId, name, bytes, unreadable);
    }
    String sha256 = PictureStore.sha256(bytes);
    Optional<Take> known = takes.findByShootIdAndSha256(shootId, sha256);
    if (known.isPresent()) {
      return duplicate(name, known.get());
    }
    pictures.keep(bytes, kind);
    Placing placing = placing(shoot, name, shotId, oneByOne);
    try {
      Long id =
          transaction.execute(
              status -> {
                Take take =
                    takes.saveAndFlush(
                        new Take(
                            shootId,
                            placing.shotId,
                            placing.because,
                            sha256,
                            name,
                            clock.instant()));
                if (shotId != null) {
                  take.say(shotId);
                } else if (placing.aimed) {
                  take.cameWhileOnItsShot();
                }
                if (oneByOne) {
                  jobs.checkNow(take.id());
                } else {
                  jobs.check(take.id());
                }
                events.changed(shootId, "take", take.id());
                return take.id();
              });
      return new Receipt(name, Outcome.taken, id, "Taken in.");
    } catch (DataIntegrityViolationException sameAtOnce) {
      return duplicate(name, takes.findByShootIdAndSha256(shootId, sha256).orElseThrow());
    }
  }

  private static Receipt duplicate(String name, Take known) {
    return new Receipt(
        name,
        Outcome.duplicate,
        known.id(),
        "Already here as " + known.fileName() + "; kept once.");
  }

  private Receipt refuse(
      long shootId, String name, byte[] bytes, UnreadablePhotoException unreadable)
      throws IOException {
    String keptAs =
        PictureStore.sha256(bytes).substring(0, 12) + "-" + name.replaceAll("[^\\w.-]", "_");
    Path to = aside.resolve(Long.toString(shootId)).resolve(keptAs);
    PictureStore.writeWhole(to, bytes);
    database
        .sql(
            "INSERT INTO refusal (shoot_id, file_name, code, message, kept_as, arrived_at)"
                + " VALUES (?, ?, ?, ?, ?, ?)")
        .params(
            shootId,
            name,
            unreadable.code().json(),
            unreadable.getMessage(),
            keptAs,
            Timestamp.from(clock.instant()))
        .update();
    events.changed(shootId, "refusal", null);
    return new Receipt(name, Outcome.refused, null, unreadable.getMessage());
  }

  private record Placing(Long shotId, String because, boolean aimed) {}

  private Placing placing(Shoot shoot, String fileName, Long shotId, boolean oneByOne) {
    if (shotId != null) {
      return new Placing(shotId, "you said so", false);
    }
    Optional<Shot> byName =
        Assignment.named(
            fileName, shoots.shotsOf(shoot.id()), shot -> shot.item().code(), Shot::role);
    if (byName.isPresent()) {
      return new Placing(byName.get().id(), "its name says so", false);
    }
    if (oneByOne && shoot.aimedShotId() != null) {
      return new Placing(shoot.aimedShotId(), "it was the shot you were on", true);
    }
    return new Placing(null, "not assigned", false);
  }
}
