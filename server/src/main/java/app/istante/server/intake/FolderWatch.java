package app.istante.server.intake;

import app.istante.server.shoot.Shoot;
import app.istante.server.shoot.ShootService;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.sql.Timestamp;
import java.time.Instant;
import java.time.temporal.ChronoUnit;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.stream.Stream;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.scheduling.annotation.Scheduled;
import org.springframework.stereotype.Component;

/**
 * Takes in by itself what lands in a shoot's folder on disk. A file counts as complete when its
 * size and time stay the same from one look to the next; what was taken in is remembered, and the
 * file is left where it lies.
 */
@Component
class FolderWatch {
  private static final Logger LOG = LoggerFactory.getLogger(FolderWatch.class);

  private final ShootService shoots;
  private final IntakeService intake;
  private final JdbcClient database;
  private final Map<Path, Seen> growing = new HashMap<>();

  FolderWatch(ShootService shoots, IntakeService intake, JdbcClient database) {
    this.shoots = shoots;
    this.intake = intake;
    this.database = database;
  }

  private record Seen(long bytes, Instant modifiedAt) {}

  @Scheduled(fixedDelay = 500, initialDelay = 1500)
  void look() {
    for (Shoot shoot : shoots.all()) {
      Path folder = Path.of(shoot.watchFolder());
      if (Files.isDirectory(folder)) {
        try {
          lookInto(shoot, folder);
        } catch (IOException | RuntimeException failed) {
          LOG.warn("could not look into {}: {}", folder, failed.toString());
        }
      }
    }
  }

  private void lookInto(Shoot shoot, Path folder) throws IOException {
    List<Path> files;
    try (Stream<Path> inside = Files.list(folder)) {
      files =
          inside
              .filter(Files::isRegularFile)
              .filter(file -> !file.getFileName().toString().startsWith("."))
              .sorted()
              .toList();
    }
    if (files.isEmpty()) {
      return;
    }
    Map<String, Seen> known = known(shoot.id());
    for (Path file : files) {
      Seen now =
          new Seen(
              Files.size(file),
              Files.getLastModifiedTime(file).toInstant().truncatedTo(ChronoUnit.MILLIS));
      String name = file.getFileName().toString();
      if (now.equals(known.get(name))) {
        continue;
      }
      if (now.equals(growing.put(file, now))) {
        intake.takeIn(shoot.id(), name, Files.readAllBytes(file), null, true);
        remember(shoot.id(), name, now);
        growing.remove(file);
      }
    }
  }

  private Map<String, Seen> known(long shootId) {
    Map<String, Seen> known = new HashMap<>();
    database
        .sql("SELECT file_name, bytes, modified_at FROM watched_file WHERE shoot_id = ?")
        .param(shootId)
        .query(
            row -> {
              known.put(
                  row.getString(1),
                  new Seen(
                      row.getLong(2),
                      row.getTimestamp(3).toInstant().truncatedTo(ChronoUnit.MILLIS)));
            });
    return known;
  }

  private void remember(long shootId, String name, Seen seen) {
    database
        .sql(
            "INSERT INTO watched_file (shoot_id, file_name, bytes, modified_at) VALUES (?, ?, ?, ?)"
                + " ON DUPLICATE KEY UPDATE bytes = VALUES(bytes), modified_at = VALUES(modified_at)")
        .params(shootId, name, seen.bytes, Timestamp.from(seen.modifiedAt))
        .update();
  }
}
