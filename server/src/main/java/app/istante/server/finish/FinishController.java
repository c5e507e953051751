package app.istante.server.finish;

import app.istante.core.measure.EditDrift;
import app.istante.core.verdict.Judgement;
import app.istante.server.check.CheckService;
import app.istante.server.shoot.ShootService;
import app.istante.server.take.Take;
import app.istante.server.take.TakeRepository;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotEmpty;
import java.io.IOException;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.jspecify.annotations.Nullable;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Chosen takes, their finishing plans and their finals. */
@RestController
@RequestMapping("/api")
class FinishController {
  private final FinishService service;
  private final FinalPictureRepository finals;
  private final TakeRepository takes;
  private final CheckService checks;
  private final ShootService shoots;

  FinishController(
      FinishService service,
      FinalPictureRepository finals,
      TakeRepository takes,
      CheckService checks,
      ShootService shoots) {
    this.service = service;
    this.finals = finals;
    this.takes = takes;
    this.checks = checks;
    this.shoots = shoots;
  }

  /** A chosen take on its way to a final; {@code judged} is the check of the final. */
  record FinishView(
      long takeId,
      long shotId,
      String sha256,
      String fileName,
      @Nullable Judgement before,
      FinalPicture.@Nullable State state,
      @Nullable String problem,
      @Nullable String finalSha256,
      @Nullable Judgement after,
      EditDrift.@Nullable Drift drift) {}

  record FinishOrder(@NotEmpty(message = "Choose at least one take.") List<Long> takeIds) {}

  @GetMapping("/shoots/{shootId}/finals")
  List<FinishView> list(@PathVariable long shootId) {
    shoots.shoot(shootId);
    List<Take> chosen = takes.findByShootIdAndChosenTrue(shootId);
    Map<Long, FinalPicture> made =
        finals.findByTakeIdIn(chosen.stream().map(Take::id).toList()).stream()
            .collect(Collectors.toMap(FinalPicture::takeId, picture -> picture));
    Map<Long, Integer> order =
        shoots.shotsOf(shootId).stream().collect(Collectors.toMap(s -> s.id(), s -> s.place()));
    return chosen.stream()
        .sorted(Comparator.comparing(take -> order.getOrDefault(take.shotId(), 0)))
        .map(take -> view(take, made.get(take.id())))
        .toList();
  }

  @PostMapping("/finals")
  @ResponseStatus(HttpStatus.ACCEPTED)
  void make(@Valid @RequestBody FinishOrder order) {
    service.want(order.takeIds());
  }

  /** Holds an edit that was made elsewhere against its take; nothing of it is kept. */
  @PostMapping(path = "/takes/{id}/outside-edit", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  EditDrift.Drift compare(@PathVariable long id, @RequestPart MultipartFile file)
      throws IOException {
    return service.compare(id, file.getBytes());
  }

  private FinishView view(Take take, FinalPicture picture) {
    return new FinishView(
        take.id(),
        take.shotId(),
        take.sha256(),
        take.fileName(),
        checks.judgement(take.id()).orElse(null),
        picture == null ? null : picture.state(),
        picture == null ? null : picture.problem(),
        picture == null ? null : picture.sha256(),
        picture == null ? null : service.judgement(picture).orElse(null),
        picture == null ? null : service.drift(picture).orElse(null));
  }
}
