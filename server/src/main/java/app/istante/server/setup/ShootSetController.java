package app.istante.server.setup;

import app.istante.core.cli.Json;
import app.istante.core.cli.SceneFile;
import app.istante.core.set.Arrangements;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import app.istante.core.sim.Shelf;
import app.istante.server.shoot.ShootService;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The set of one shoot, and photographs of it by the simulated camera. */
@RestController
@RequestMapping("/api/shoots/{shootId}")
class ShootSetController {
  private static final String FIRST_THING = "money-box";
  private static final String FIRST_ARRANGEMENT = "two-lamps";

  private final JdbcClient database;
  private final ShootService shoots;
  private final PhotographService photographs;
  private final SetInRoom room;
  private final Clock clock;

  ShootSetController(
      JdbcClient database,
      ShootService shoots,
      PhotographService photographs,
      SetInRoom room,
      Clock clock) {
    this.database = database;
    this.shoots = shoots;
    this.photographs = photographs;
    this.room = room;
    this.clock = clock;
  }

  /**
   * @param shotId what it shows; the shot that one is on where nothing is said
   */
  record PhotographOrder(StandingSet set, @Nullable Long shotId) {}

  /** The set as it stands; two lamps at 45° until somebody has built another. */
  @GetMapping("/standing-set")
  StandingSet standing(@PathVariable long shootId) {
    shoots.shoot(shootId);
    return database
        .sql("SELECT standing FROM standing_set WHERE shoot_id = ?")
        .param(shootId)
        .query(String.class)
        .optional()
        .map(SceneFile::read)
        .orElseGet(() -> room.fitted(first()));
  }

  private static StandingSet first() {
    Shelf.ShelfThing thing = Shelf.entry(FIRST_THING);
    return Arrangements.of(
        FIRST_ARRANGEMENT, Thing.of(FIRST_THING), thing.heightMm(), thing.widthMm());
  }

  @PutMapping("/standing-set")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keep(@PathVariable long shootId, @RequestBody StandingSet set) {
    shoots.shoot(shootId);
    database
        .sql(
            "INSERT INTO standing_set (shoot_id, standing, changed_at) VALUES (?, ?, ?)"
                + " ON DUPLICATE KEY UPDATE standing = VALUES(standing),"
                + " changed_at = VALUES(changed_at)")
        .params(shootId, Json.mapper().writeValueAsString(set), Timestamp.from(clock.instant()))
        .update();
  }

  @GetMapping("/photographs")
  List<PhotographService.Photograph> photographs(@PathVariable long shootId) {
    shoots.shoot(shootId);
    return photographs.latest(shootId);
  }

  @PostMapping("/photographs")
  @ResponseStatus(HttpStatus.ACCEPTED)
  PhotographService.Photograph photograph(
      @PathVariable long shootId, @RequestBody PhotographOrder order) {
    return photographs.ask(shootId, order.set(), order.shotId());
  }

  @PostMapping("/photographs/{id}/stop")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void stop(@PathVariable long shootId, @PathVariable long id) {
    photographs.stop(shootId, id);
  }
}
