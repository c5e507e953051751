package app.istante.server.lineup;

import app.istante.core.lineup.AlikeTakes;
import app.istante.core.lineup.LineUp;
import app.istante.core.lineup.Look;
import app.istante.core.verdict.Judgement;
import app.istante.core.verdict.Remedy;
import app.istante.server.check.CheckService;
import app.istante.server.check.TakeCheck;
import app.istante.server.check.TakeCheckRepository;
import app.istante.server.shoot.ShootService;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import app.istante.server.take.TakeState;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RestController;

/** Takes held against each other: the same role across items, and what the whole set-up shares. */
@RestController
@RequestMapping("/api/shoots/{shootId}")
class LineUpController {
  private final TakeRepository takes;
  private final TakeCheckRepository stored;
  private final CheckService checks;
  private final ShootService shoots;

  LineUpController(
      TakeRepository takes, TakeCheckRepository stored, CheckService checks, ShootService shoots) {
    this.takes = takes;
    this.stored = stored;
    this.checks = checks;
    this.shoots = shoots;
  }

  /** A remedy that several takes call for. */
  record SharedRemedy(String text, int takes, boolean inFinishing, List<Long> takeIds) {}

  /** The set as its takes show it. */
  record SetReport(int measured, List<SharedRemedy> remedies, List<LineUp.Reading> readings) {}

  @GetMapping("/line-up")
  List<LineUp.Reading> lineUp(@PathVariable long shootId, @RequestParam String role) {
    return compare(judgements(shootId, role));
  }

  /** Takes that show the same view, the best of each group first; names are the takes' ids. */
  @GetMapping("/alike")
  List<AlikeTakes.Group> alike(@PathVariable long shootId) {
    Map<Take, Judgement> judgements = judgements(shootId, null);
    Map<Long, TakeCheck> known =
        stored.findByTakeIdIn(judgements.keySet().stream().map(Take::id).toList()).stream()
            .filter(check -> check.look() != null)
            .collect(Collectors.toMap(TakeCheck::takeId, check -> check));
    List<AlikeTakes.Take> seen = new ArrayList<>();
    judgements.forEach(
        (take, judgement) -> {
          TakeCheck check = known.get(take.id());
          if (check != null) {
            seen.add(
                new AlikeTakes.Take(
                    take.id().toString(), take.sha256(), Look.read(check.look()), judgement));
          }
        });
    return AlikeTakes.of(seen);
  }

  @GetMapping("/set")
  SetReport set(@PathVariable long shootId) {
    Map<Take, Judgement> all = judgements(shootId, null);
    Map<String, List<Take>> callers = new LinkedHashMap<>();
    Map<String, Remedy> examples = new LinkedHashMap<>();
    all.forEach(
        (take, judgement) -> {
          for (Remedy remedy : judgement.remedies()) {
            callers.computeIfAbsent(remedy.rule(), rule -> new ArrayList<>()).add(take);
            examples.putIfAbsent(remedy.rule(), remedy);
          }
        });
    List<SharedRemedy> shared =
        callers.entrySet().stream()
            .map(
                entry ->
                    new SharedRemedy(
                        examples.get(entry.getKey()).text(),
                        entry.getValue().size(),
                        examples.get(entry.getKey()).inFinishing(),
                        entry.getValue().stream().map(Take::id).toList()))
            .sorted(Comparator.comparing(SharedRemedy::takes).reversed())
            .toList();
    return new SetReport(all.size(), shared, compare(all));
  }

  private Map<Take, Judgement> judgements(long shootId, String role) {
    shoots.shoot(shootId);
    Map<Take, Judgement> found = new LinkedHashMap<>();
    for (Take take : takes.findByShootId(shootId)) {
      boolean wanted =
          take.state() == TakeState.MEASURED
              && take.isPicture()
              && (role == null || take.shotId() != null && checks.roleOf(take).equals(role));
      if (wanted) {
        checks.judgement(take.id()).ifPresent(judgement -> found.put(take, judgement));
      }
    }
    return found;
  }

  private static List<LineUp.Reading> compare(Map<Take, Judgement> judgements) {
    Map<String, Judgement> named = new LinkedHashMap<>();
    judgements.forEach((take, judgement) -> named.put(take.id().toString(), judgement));
    return LineUp.compare(named);
  }
}
