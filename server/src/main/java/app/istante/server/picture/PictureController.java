package app.istante.server.picture;

import app.istante.core.image.UnreadablePhotoException;
import app.istante.server.support.Refused;
import java.io.IOException;
import java.time.Duration;
import java.util.Locale;
import org.springframework.core.io.FileSystemResource;
import org.springframework.core.io.Resource;
import org.springframework.dao.EmptyResultDataAccessException;
import org.springframework.http.CacheControl;
import org.springframework.http.MediaType;
import org.springframework.http.ResponseEntity;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.RestController;

/** The pictures themselves. A name never changes its content, so browsers may keep them. */
@RestController
@RequestMapping("/api/pictures")
class PictureController {
  private final Previews previews;

  PictureController(Previews previews) {
    this.previews = previews;
  }

  @GetMapping("/{sha256}/{size}")
  ResponseEntity<Resource> preview(@PathVariable String sha256, @PathVariable String size)
      throws IOException {
    if (!sha256.matches("[0-9a-f]{64}") || !size.matches("small|large|full")) {
      throw Refused.missing("picture");
    }
    try {
      Resource file =
          new FileSystemResource(
              previews.file(sha256, Previews.Size.valueOf(size.toUpperCase(Locale.ROOT))));
      return ResponseEntity.ok()
          .contentType(MediaType.IMAGE_JPEG)
          .cacheControl(CacheControl.maxAge(Duration.ofDays(30)).immutable())
          .body(file);
    } catch (EmptyResultDataAccessException | UnreadablePhotoException missing) {
      throw Refused.missing("picture");
    }
  }
}
