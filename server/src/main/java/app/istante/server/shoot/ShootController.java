package app.istante.server.shoot;

import app.istante.server.rulebook.RuleBookShelf;
import app.istante.server.support.Page;
import app.istante.server.support.ShootEvents;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import jakarta.validation.constraints.Size;
import java.time.Instant;
import java.util.List;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Sort;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.SseEmitter;

/** Shoots, their plans, and the stream of their changes. */
@RestController
@RequestMapping("/api/shoots")
class ShootController {
  private final ShootService service;
  private final ShootRepository shoots;
  private final RuleBookShelf ruleBooks;
  private final JdbcClient database;
  private final ShootEvents events;

  ShootController(
      ShootService service,
      ShootRepository shoots,
      RuleBookShelf ruleBooks,
      JdbcClient database,
      ShootEvents events) {
    this.service = service;
    this.shoots = shoots;
    this.ruleBooks = ruleBooks;
    this.database = database;
    this.events = events;
  }

  /** What waits at each station of a shoot. */
  record Counts(
      int items,
      int shots,
      int shotsWithoutTake,
      int takes,
      int waiting,
      int ready,
      int mend,
      int reshoot,
      int unreadable,
      int unassigned,
      int chosen,
      int finals,
      int finalsWaiting) {}

  /** A shoot as the screens show it. */
  record ShootView(
      long id,
      String name,
      String ruleBookId,
      String ruleBookName,
      String watchFolder,
      Long aimedShotId,
      Instant createdAt,
      Counts counts) {}

  record ShotView(
      long id, long itemId, String itemCode, String itemTitle, String itemKind, String role) {}

  record NewShoot(
      @NotBlank(message = "Give the shoot a name.") @Size(max = 120) String name,
      @NotBlank(message = "Choose a rule book.") String ruleBookId) {}

  record NewItem(
      @NotBlank(message = "Give the item a code.") @Size(max = 40) String code,
      @NotBlank(message = "Give the item a title.") @Size(max = 160) String title,
      @NotBlank(message = "Say what kind of thing it is.") @Size(max = 60) String kind,
      @NotEmpty(message = "Choose at least one view.") List<String> roles) {}

  record Aim(Long shotId) {}

  record RuleBookChoice(@NotBlank(message = "Choose a rule book.") String ruleBookId) {}

  @GetMapping
  Page<ShootView> list(
      @RequestParam(defaultValue = "0") int page, @RequestParam(defaultValue = "50") int size) {
    PageRequest wanted =
        PageRequest.of(
            Math.max(0, page), Math.min(size, Page.MOST), Sort.by("createdAt").descending());
    return Page.of(shoots.findAll(wanted).map(this::view));
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  ShootView create(@Valid @RequestBody NewShoot wanted) {
    return view(service.create(wanted.name(), wanted.ruleBookId()));
  }

  @GetMapping("/{id}")
  ShootView one(@PathVariable long id) {
    return view(service.shoot(id));
  }

  @GetMapping("/{id}/shots")
  List<ShotView> shots(@PathVariable long id) {
    return service.shotsOf(service.shoot(id).id()).stream().map(ShootController::view).toList();
  }

  @PostMapping("/{id}/items")
  @ResponseStatus(HttpStatus.CREATED)
  List<ShotView> plan(@PathVariable long id, @Valid @RequestBody NewItem wanted) {
    return service.plan(id, wanted.code(), wanted.title(), wanted.kind(), wanted.roles()).stream()
        .map(ShootController::view)
        .toList();
  }

  @DeleteMapping("/{id}/shots/{shotId}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void removeShot(@PathVariable long id, @PathVariable long shotId) {
    service.removeShot(id, shotId);
  }

  @PutMapping("/{id}/aim")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void aim(@PathVariable long id, @RequestBody Aim aim) {
    service.aim(id, aim.shotId());
  }

  @PutMapping("/{id}/rule-book")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void useRuleBook(@PathVariable long id, @Valid @RequestBody RuleBookChoice choice) {
    service.useRuleBook(id, choice.ruleBookId());
  }

  @GetMapping(path = "/{id}/events", produces = MediaType.TEXT_EVENT_STREAM_VALUE)
  SseEmitter events(@PathVariable long id) {
    return events.listen(service.shoot(id).id());
  }

  private ShootView view(Shoot shoot) {
    return new ShootView(
        shoot.id(),
        shoot.name(),
        shoot.ruleBookId(),
        ruleBooks.named(shoot.ruleBookId()).name(),
        shoot.watchFolder(),
        shoot.aimedShotId(),
        shoot.createdAt(),
        counts(shoot.id()));
  }

  private static ShotView view(Shot shot) {
    return new ShotView(
        shot.id(),
        shot.item().id(),
        shot.item().code(),
        shot.item().title(),
        shot.item().kind().id(),
        shot.role());
  }

  private Counts counts(long shootId) {
    return database
        .sql(
            """
            SELECT
              (SELECT COUNT(DISTINCT item_id) FROM shot WHERE shoot_id = :id) AS items,
              (SELECT COUNT(*) FROM shot WHERE shoot_id = :id AND NOT dropped) AS shots,
              (SELECT COUNT(*) FROM shot s WHERE shoot_id = :id
                AND NOT dropped AND NOT EXISTS (SELECT 1 FROM take t WHERE t.shot_id = s.id))
                AS shots_without_take,
              COUNT(t.id) AS takes,
              COALESCE(SUM(t.state = 'WAITING'), 0) AS waiting,
              COALESCE(SUM(c.verdict = 'Ready' AND t.shows IN ('SHOT', 'UNKNOWN')), 0) AS ready,
              COALESCE(SUM(c.verdict = 'Mend' AND t.shows IN ('SHOT', 'UNKNOWN')), 0) AS mend,
              COALESCE(SUM(c.verdict = 'Reshoot' AND t.shows IN ('SHOT', 'UNKNOWN')), 0) AS reshoot,
              COALESCE(SUM(t.state = 'UNREADABLE'), 0) AS unreadable,
              COALESCE(SUM(t.shows = 'UNKNOWN' AND t.state <> 'UNREADABLE'), 0) AS unassigned,
              COALESCE(SUM(t.chosen), 0) AS chosen,
              COALESCE(SUM(t.chosen AND f.state = 'MADE'), 0) AS finals,
              COALESCE(SUM(f.state = 'WAITING'), 0) AS finals_waiting
            FROM take t
              LEFT JOIN take_check c ON c.take_id = t.id
              LEFT JOIN final_picture f ON f.take_id = t.id
            WHERE t.shoot_id = :id
            """)
        .param("id", shootId)
        .query(Counts.class)
        .single();
  }
}
