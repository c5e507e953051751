package app.istante.server.handover;

import app.istante.server.shoot.ShootService;
import app.istante.server.support.Refused;
import java.io.IOException;
import java.util.Locale;
import org.springframework.http.ContentDisposition;
import org.springframework.http.HttpHeaders;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;
import org.springframework.web.servlet.mvc.method.annotation.StreamingResponseBody;

/** The package for the selling place: what is in it, and the file itself. */
@RestController
@RequestMapping("/api/shoots/{shootId}")
class HandoverController {
  private final HandoverService service;
  private final ShootService shoots;

  HandoverController(HandoverService service, ShootService shoots) {
    this.service = service;
    this.shoots = shoots;
  }

  @GetMapping("/handover")
  HandoverService.Handover prepare(@PathVariable long shootId) throws IOException {
    return service.prepare(shootId);
  }

  @GetMapping("/handover.zip")
  ResponseEntity<StreamingResponseBody> download(@PathVariable long shootId) throws IOException {
    HandoverService.Handover handover = service.prepare(shootId);
    if (handover.files() == 0) {
      throw Refused.conflict(
          "nothing-finished", "Nothing is finished yet: choose takes, then finish them.");
    }
    String name =
        shoots.shoot(shootId).name().toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-")
            + ".zip";
    return ResponseEntity.ok()
        .contentType(MediaType.parseMediaType("application/zip"))
        .header(
            HttpHeaders.CONTENT_DISPOSITION,
            ContentDisposition.attachment().filename(name).build().toString())
        .body(out -> service.write(handover, out));
  }
}
