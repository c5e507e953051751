package app.istante.server.intake;

import app.istante.server.shoot.ShootService;
import java.io.IOException;
import java.time.Instant;
import java.util.List;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RequestParam;
import org.springframework.web.bind.annotation.RequestPart;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.multipart.MultipartFile;

/** Photos brought in by hand, one file a request, so that each has its own answer. */
@RestController
@RequestMapping("/api/shoots/{shootId}")
class IntakeController {
  private static final int REFUSALS_SHOWN = 200;

  private final IntakeService intake;
  private final ShootService shoots;
  private final JdbcClient database;

  IntakeController(IntakeService intake, ShootService shoots, JdbcClient database) {
    this.intake = intake;
    this.shoots = shoots;
    this.database = database;
  }

  /** A file that was not taken in; it is kept aside untouched. */
  record RefusalView(long id, String fileName, String code, String message, Instant arrivedAt) {}

  @PostMapping(path = "/photos", consumes = MediaType.MULTIPART_FORM_DATA_VALUE)
  IntakeService.Receipt takeIn(
      @PathVariable long shootId,
      @RequestPart MultipartFile file,
      @RequestParam(required = false) Long shotId,
      @RequestParam(defaultValue = "true") boolean oneByOne)
      throws IOException {
    String name = file.getOriginalFilename() == null ? "unnamed" : file.getOriginalFilename();
    return intake.takeIn(shootId, name, file.getBytes(), shotId, oneByOne);
  }

  /** The newest refusals first; at most {@value #REFUSALS_SHOWN}. */
  @GetMapping("/refusals")
  List<RefusalView> refusals(@PathVariable long shootId) {
    return database
        .sql(
            "SELECT id, file_name, code, message, arrived_at FROM refusal WHERE shoot_id = ?"
                + " ORDER BY id DESC LIMIT "
                + REFUSALS_SHOWN)
        .param(shoots.shoot(shootId).id())
        .query(
            (row, number) ->
                new RefusalView(
                    row.getLong("id"),
                    row.getString("file_name"),
                    row.getString("code"),
                    row.getString("message"),
                    row.getTimestamp("arrived_at").toInstant()))
        .list();
  }
}
