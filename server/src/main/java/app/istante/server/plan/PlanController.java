package app.istante.server.plan;

import app.istante.core.plan.Kind;
import app.istante.core.plan.RoomCheck;
import app.istante.core.plan.SetUp;
import app.istante.core.plan.ShotTemplate;
import app.istante.core.plan.Trait;
import app.istante.core.rules.ShotRole;
import app.istante.server.plan.PlanViews.DayView;
import app.istante.server.plan.PlanViews.PlanView;
import app.istante.server.room.RoomService;
import app.istante.server.shoot.ShootService;
import app.istante.server.shoot.Shot;
import app.istante.server.shoot.ShotTemplates;
import app.istante.server.support.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotEmpty;
import java.io.IOException;
import java.util.Arrays;
import java.util.List;
import org.jspecify.annotations.Nullable;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.PutMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;

/** The first two stations: what is photographed, in which order, and what is done before. */
@RestController
@RequestMapping("/api")
class PlanController {
  private final PlanService plans;
  private final ScheduleService schedules;
  private final DayService days;
  private final PlanPapers papers;
  private final ShotTemplates templates;
  private final ShootService shoots;
  private final RoomService room;

  PlanController(
      PlanService plans,
      ScheduleService schedules,
      DayService days,
      PlanPapers papers,
      ShotTemplates templates,
      ShootService shoots,
      RoomService room) {
    this.plans = plans;
    this.schedules = schedules;
    this.days = days;
    this.papers = papers;
    this.templates = templates;
    this.shoots = shoots;
    this.room = room;
  }

  /** A word of the job: its name in the interface, and how it is shown. */
  record Word(String id, String label) {}

  record Words(
      List<Word> kinds,
      List<Word> traits,
      List<Word> roles,
      List<Word> grounds,
      List<Word> lights,
      List<Word> reaches) {}

  record Adding(
      @NotEmpty(message = "Choose at least one item.") List<Long> itemIds,
      @NotBlank(message = "Choose the short or the full set.") String school) {}

  record SetUpChoice(@Nullable String setUp, boolean always) {}

  record Dropping(boolean dropped) {}

  record StepDone(long itemId, @NotBlank String step, boolean done) {}

  record CautionRead(@NotBlank String setUp) {}

  record Planning(boolean fromNow) {}

  record TemplateShots(
      @NotEmpty(message = "A shot list needs at least one view.") List<ShotTemplate.Shot> shots) {}

  @GetMapping("/words")
  Words words() {
    return new Words(
        Arrays.stream(Kind.values()).map(k -> new Word(k.id(), k.label())).toList(),
        Arrays.stream(Trait.values()).map(t -> new Word(t.id(), t.label())).toList(),
        Arrays.stream(ShotRole.values()).map(r -> new Word(r.id(), r.purpose())).toList(),
        Arrays.stream(SetUp.Ground.values()).map(g -> new Word(g.id(), g.label())).toList(),
        Arrays.stream(SetUp.Light.values()).map(l -> new Word(l.id(), l.label())).toList(),
        Arrays.stream(SetUp.Reach.values()).map(r -> new Word(r.id(), r.label())).toList());
  }

  @GetMapping("/shot-templates")
  List<ShotTemplates.Kept> templates() {
    return templates.all();
  }

  @PutMapping("/shot-templates/{kind}/{school}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepTemplate(
      @PathVariable String kind,
      @PathVariable String school,
      @Valid @RequestBody TemplateShots shots) {
    try {
      templates.keep(new ShotTemplate(kind, school, shots.shots()));
    } catch (IllegalArgumentException wrong) {
      throw Refused.conflict("no-such-list", wrong.getMessage());
    }
  }

  @DeleteMapping("/shot-templates/{kind}/{school}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void forgetTemplate(@PathVariable String kind, @PathVariable String school) {
    templates.forget(Kind.of(kind), school);
  }

  @GetMapping("/shoots/{shootId}/plan")
  PlanView plan(@PathVariable long shootId) {
    return plans.view(shootId);
  }

  @PostMapping("/shoots/{shootId}/plan")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void add(@PathVariable long shootId, @Valid @RequestBody Adding adding) {
    plans.add(shootId, adding.itemIds(), adding.school());
  }

  @PutMapping("/shots/{shotId}/set-up")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void useSetUp(@PathVariable long shotId, @RequestBody SetUpChoice choice) {
    plans.useSetUp(shotId, choice.setUp(), choice.always());
  }

  @PutMapping("/shoots/{shootId}/plan/items/{itemId}/dropped")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void drop(@PathVariable long shootId, @PathVariable long itemId, @RequestBody Dropping dropping) {
    plans.drop(shootId, itemId, dropping.dropped());
  }

  @PutMapping("/shoots/{shootId}/plan/steps")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void stepDone(@PathVariable long shootId, @Valid @RequestBody StepDone step) {
    plans.stepDone(shootId, step.itemId(), step.step(), step.done());
  }

  @PutMapping("/shoots/{shootId}/plan/cautions")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void cautionRead(@PathVariable long shootId, @Valid @RequestBody CautionRead read) {
    plans.cautionRead(shootId, read.setUp());
  }

  @GetMapping("/shoots/{shootId}/day")
  DayView day(@PathVariable long shootId) {
    return schedules.view(shootId);
  }

  @PutMapping("/shoots/{shootId}/day")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void keepDay(@PathVariable long shootId, @Valid @RequestBody DaySettings settings) {
    days.keep(shoots.shoot(shootId).id(), settings);
  }

  /** Starts planning; the first plan is there when this answers. */
  @PostMapping("/shoots/{shootId}/day/plan")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void planDay(@PathVariable long shootId, @RequestBody Planning planning) {
    schedules.plan(shootId, planning.fromNow());
  }

  @DeleteMapping("/shoots/{shootId}/day/plan")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void stopPlanning(@PathVariable long shootId) {
    schedules.stop(shootId);
  }

  /** Whether the room does for the largest thing of this shoot. */
  @GetMapping("/shoots/{shootId}/room-check")
  RoomCheck.Result roomCheck(@PathVariable long shootId) {
    double longest =
        shoots.shotsOf(shootId).stream()
            .map(Shot::item)
            .mapToDouble(item -> item.longestMm())
            .max()
            .orElse(0);
    return RoomCheck.of(room.settings().room(), longest);
  }

  @GetMapping(path = "/shoots/{shootId}/slips.pdf", produces = MediaType.APPLICATION_PDF_VALUE)
  ResponseEntity<byte[]> slips(@PathVariable long shootId) throws IOException {
    return file(papers.slips(shootId), MediaType.APPLICATION_PDF, "slips-" + shootId + ".pdf");
  }

  @GetMapping(path = "/shoots/{shootId}/day.ics", produces = "text/calendar")
  ResponseEntity<byte[]> calendar(@PathVariable long shootId) {
    byte[] text = papers.calendar(shootId).getBytes(java.nio.charset.StandardCharsets.UTF_8);
    return file(
        text, MediaType.parseMediaType("text/calendar;charset=UTF-8"), "shoot-" + shootId + ".ics");
  }

  private static ResponseEntity<byte[]> file(byte[] bytes, MediaType type, String name) {
    return ResponseEntity.ok()
        .contentType(type)
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .body(bytes);
  }
}
