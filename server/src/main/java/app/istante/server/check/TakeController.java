package app.istante.server.check;

import app.istante.core.cli.Json;
import app.istante.core.verdict.Judgement;
import app.istante.server.shoot.ShootService;
import app.istante.server.support.Page;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import app.istante.server.take.TakeService;
import app.istante.server.take.TakeState;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.data.domain.PageRequest;
import org.springframework.data.domain.Sort;
import org.springframework.http.HttpStatus;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** Takes, their verdicts, and what is decided about them. */
@RestController
@RequestMapping("/api")
class TakeController {
  private final TakeRepository takes;
  private final TakeCheckRepository checks;
  private final TakeService service;
  private final CheckService judging;
  private final ShootService shoots;

  TakeController(
      TakeRepository takes,
      TakeCheckRepository checks,
      TakeService service,
      CheckService judging,
      ShootService shoots) {
    this.takes = takes;
    this.checks = checks;
    this.service = service;
    this.judging = judging;
    this.shoots = shoots;
  }

  /** A take in a list. Verdict and remedy are null while it waits to be measured. */
  record TakeView(
      long id,
      Long shotId,
      String sha256,
      String fileName,
      String assignedBecause,
      app.istante.core.plan.slip.Assignment.Shows shows,
      TakeState state,
      @Nullable String problem,
      boolean chosen,
      boolean outlineRight,
      Instant arrivedAt,
      @Nullable String role,
      @Nullable String verdict,
      @Nullable String remedy) {}

  /** A take with all that was measured; loops of the outline are x, y, x, y … in photo pixels. */
  record TakeDetail(TakeView take, @Nullable Judgement judgement, List<int[]> outline) {}

  record Assignment(
      @NotEmpty(message = "Choose at least one take.") List<Long> takeIds,
      @Nullable Long shotId,
      app.istante.core.plan.slip.Assignment.@Nullable Shows frame) {}

  record Choice(boolean chosen) {}

  record OutlineLook(boolean right) {}

  @GetMapping("/shoots/{shootId}/takes")
  Page<TakeView> list(
      @PathVariable long shootId,
      @RequestParam(defaultValue = "0") int page,
      @RequestParam(defaultValue = "200") int size) {
    shoots.shoot(shootId);
    var found =
        takes.findByShootId(
            shootId,
            PageRequest.of(
                Math.max(0, page), Math.min(size, Page.MOST), Sort.by("arrivedAt", "id")));
    Map<Long, TakeCheck> known =
        checks.findByTakeIdIn(found.map(Take::id).getContent()).stream()
            .collect(Collectors.toMap(TakeCheck::takeId, check -> check));
    return Page.of(found.map(take -> view(take, known.get(take.id()))));
  }

  @GetMapping("/takes/{id}")
  TakeDetail one(@PathVariable long id) {
    // The take first: once it is measured its check is there, while it may become so in between.
    Take take = service.take(id);
    TakeCheck check = checks.findById(id).orElse(null);
    List<int[]> outline =
        check == null
            ? List.of()
            : List.of(Json.mapper().readValue(check.outline(), int[][].class));
    return new TakeDetail(view(take, check), judging.judgement(id).orElse(null), outline);
  }

  @PutMapping("/takes/assignment")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void assign(@Valid @RequestBody Assignment assignment) {
    if (assignment.frame() != null) {
      service.assignFrame(assignment.takeIds(), assignment.frame());
    } else {
      service.assign(assignment.takeIds(), assignment.shotId());
    }
  }

  @PutMapping("/takes/{id}/choice")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void choose(@PathVariable long id, @RequestBody Choice choice) {
    service.choose(id, choice.chosen());
  }

  @PutMapping("/takes/{id}/outline")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void lookedAtOutline(@PathVariable long id, @RequestBody OutlineLook look) {
    service.sayOutlineRight(id, look.right());
  }

  private static TakeView view(Take take, TakeCheck check) {
    // A slip, a card or the empty set is measured, but no rule of a selling place is for it.
    TakeCheck judged = take.isPicture() ? check : null;
    return new TakeView(
        take.id(),
        take.shotId(),
        take.sha256(),
        take.fileName(),
        take.assignedBecause(),
        take.shows(),
        take.state(),
        take.problem(),
        take.chosen(),
        take.outlineRight(),
        take.arrivedAt(),
        check == null ? null : check.role(),
        judged == null ? null : judged.verdict(),
        judged == null ? null : judged.remedy());
  }
}
