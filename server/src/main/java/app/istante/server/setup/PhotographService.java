package app.istante.server.setup;

import app.istante.core.cli.Json;
import app.istante.core.cli.SceneFile;
import app.istante.core.set.StandingSet;
import app.istante.core.sim.SimulatedCamera;
import app.istante.core.sim.SimulatedFile;
import app.istante.core.sim.SimulatedPhoto;
import app.istante.server.intake.IntakeService;
import app.istante.server.jobs.JobQueue;
import app.istante.server.jobs.SlowWork;
import app.istante.server.shoot.ShootService;
import app.istante.server.support.IstanteProperties;
import app.istante.server.support.Refused;
import app.istante.server.support.ShootEvents;
import java.io.IOException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.time.ZoneOffset;
import java.time.format.DateTimeFormatter;
import java.util.List;
import java.util.Locale;
import java.util.Optional;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/**
 * The simulated camera: takes whole photographs of a set, slowly, and hands each file to the intake
 * as a camera's card would. Queued in the database; a photograph that was cut off is begun anew.
 */
@Service
class PhotographService implements SlowWork {
  private static final int SAMPLES = 10;
  private static final DateTimeFormatter EXIF_TIME =
      DateTimeFormatter.ofPattern("yyyy:MM:dd HH:mm:ss", Locale.ROOT).withZone(ZoneOffset.UTC);

  private final JdbcClient database;
  private final JobQueue jobs;
  private final IntakeService intake;
  private final ShootService shoots;
  private final ShootEvents events;
  private final Clock clock;
  private final int widthPx;

  PhotographService(
      JdbcClient database,
      JobQueue jobs,
      IntakeService intake,
      ShootService shoots,
      ShootEvents events,
      IstanteProperties properties,
      Clock clock) {
    this.database = database;
    this.jobs = jobs;
    this.intake = intake;
    this.shoots = shoots;
    this.events = events;
    this.clock = clock;
    this.widthPx = properties.photographPx();
  }

  /**
   * @param shareDone 0 to 1
   * @param takeId the take that it became
   * @param failure a sentence where it could not be taken
   */
  record Photograph(
      long id,
      double shareDone,
      @Nullable Long takeId,
      @Nullable String failure,
      boolean stopped,
      Instant askedAt) {
    boolean over() {
      return takeId != null || failure != null || stopped;
    }
  }

  @Transactional
  Photograph ask(long shootId, StandingSet set, @Nullable Long shotId) {
    shoots.shoot(shootId);
    GeneratedKeyHolder key = new GeneratedKeyHolder();
    database
        .sql("INSERT INTO photograph (shoot_id, shot_id, standing, asked_at) VALUES (?, ?, ?, ?)")
        .params(
            shootId, shotId, Json.mapper().writeValueAsString(set), Timestamp.from(clock.instant()))
        .update(key, "id");
    long id = key.getKey().longValue();
    jobs.photograph(id);
    return one(id).orElseThrow();
  }

  /** The latest of a shoot, newest first. */
  List<Photograph> latest(long shootId) {
    return database
        .sql("SELECT * FROM photograph WHERE shoot_id = ? ORDER BY id DESC LIMIT 5")
        .param(shootId)
        .query((row, at) -> of(row))
        .list();
  }

  void stop(long shootId, long id) {
    int stopped =
        database
            .sql("UPDATE photograph SET stopped = TRUE WHERE id = ? AND shoot_id = ?")
            .params(id, shootId)
            .update();
    if (stopped == 0) {
      throw Refused.missing("photograph");
    }
    events.changed(shootId, "photograph", null);
  }

  private Optional<Photograph> one(long id) {
    return database
        .sql("SELECT * FROM photograph WHERE id = ?")
        .param(id)
        .query((row, at) -> of(row))
        .optional();
  }

  private static Photograph of(java.sql.ResultSet row) throws java.sql.SQLException {
    return new Photograph(
        row.getLong("id"),
        row.getDouble("share_done"),
        row.getObject("take_id", Long.class),
        row.getString("failure"),
        row.getBoolean("stopped"),
        row.getTimestamp("asked_at").toInstant());
  }

  @Override
  public String name() {
    return SlowWork.PHOTOGRAPH;
  }

  private record Order(long shootId, @Nullable Long shotId, String standing) {}

  @Override
  public void run(long id) throws IOException {
    Photograph photograph = one(id).orElse(null);
    if (photograph == null || photograph.over()) {
      return;
    }
    Order order =
        database
            .sql("SELECT shoot_id, shot_id, standing FROM photograph WHERE id = ?")
            .param(id)
            .query(
                (row, at) ->
                    new Order(
                        row.getLong("shoot_id"),
                        row.getObject("shot_id", Long.class),
                        row.getString("standing")))
            .single();
    StandingSet set;
    try {
      set = SceneFile.read(order.standing());
    } catch (IllegalArgumentException broken) {
      fail(id, order.shootId(), broken.getMessage());
      return;
    }
    SimulatedPhoto photo =
        SimulatedCamera.take(
            set, widthPx, widthPx * 3 / 4, SAMPLES, id, (done, all) -> goOn(id, order, done, all));
    if (photo == null) {
      return;
    }
    byte[] file =
        SimulatedFile.of(
            set, photo, EXIF_TIME.format(photograph.askedAt()), set.camera().sensor().phone());
    IntakeService.Receipt receipt =
        intake.takeIn(
            order.shootId(),
            String.format(Locale.ROOT, "SET_%04d.jpg", id),
            file,
            order.shotId(),
            true);
    database
        .sql("UPDATE photograph SET share_done = 1, take_id = ?, failure = ? WHERE id = ?")
        .params(receipt.takeId(), receipt.takeId() == null ? receipt.message() : null, id)
        .update();
    events.changed(order.shootId(), "photograph", receipt.takeId());
  }

  private boolean goOn(long id, Order order, int done, int all) {
    database
        .sql("UPDATE photograph SET share_done = ? WHERE id = ?")
        .params(0.98 * done / all, id)
        .update();
    events.changed(order.shootId(), "photograph", null);
    return one(id).map(p -> !p.stopped()).orElse(false);
  }

  private void fail(long id, long shootId, String sentence) {
    database
        .sql("UPDATE photograph SET failure = ? WHERE id = ?")
        .params(sentence.substring(0, Math.min(400, sentence.length())), id)
        .update();
    events.changed(shootId, "photograph", null);
  }
}
