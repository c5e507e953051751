package app.istante.server.room;

import app.istante.core.cli.Json;
import app.istante.core.plan.daylight.TableLight;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Keeps what is known of the room. */
@Service
public class RoomService {
  private final JdbcClient database;

  RoomService(JdbcClient database) {
    this.database = database;
  }

  public RoomSettings settings() {
    return database
        .sql("SELECT settings FROM room WHERE id = 1")
        .query(String.class)
        .optional()
        .map(json -> Json.mapper().readValue(json, RoomSettings.class))
        .orElse(RoomSettings.usual());
  }

  public void keep(RoomSettings settings) {
    // Refuses a table inside the glass before it is stored.
    new TableLight(settings.windowInUse(), settings.tableMm());
    database
        .sql(
            "INSERT INTO room (id, settings) VALUES (1, ?)"
                + " ON DUPLICATE KEY UPDATE settings = VALUES(settings)")
        .param(Json.mapper().writeValueAsString(settings))
        .update();
  }
}
