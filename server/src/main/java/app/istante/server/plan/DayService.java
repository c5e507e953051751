package app.istante.server.plan;

import app.istante.core.cli.Json;
import app.istante.core.plan.daylight.Daylight;
import app.istante.core.plan.daylight.TableLight;
import app.istante.core.plan.schedule.Work;
import app.istante.server.plan.PlanViews.DayPlan;
import app.istante.server.room.RoomService;
import app.istante.server.room.RoomSettings;
import app.istante.server.support.Refused;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.LocalTime;
import java.time.ZoneId;
import java.util.ArrayList;
import java.util.EnumSet;
import java.util.List;
import java.util.Optional;
import java.util.Set;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;

/** Keeps the working day of each shoot and its plan, and says when there is light. */
@Service
class DayService {
  private final JdbcClient database;
  private final RoomService room;
  private final Clock clock;

  DayService(JdbcClient database, RoomService room, Clock clock) {
    this.database = database;
    this.room = room;
    this.clock = clock;
  }

  ZoneId zone() {
    return room.settings().place().zoneId();
  }

  DaySettings settings(long shootId) {
    return database
        .sql("SELECT settings FROM shoot_day WHERE shoot_id = ?")
        .param(shootId)
        .query(String.class)
        .optional()
        .map(json -> Json.mapper().readValue(json, DaySettings.class))
        .orElseGet(this::usual);
  }

  /** The next Saturday, from nine to noon. */
  private DaySettings usual() {
    LocalDate date = LocalDate.ofInstant(clock.instant(), zone());
    while (date.getDayOfWeek().getValue() != 6) {
      date = date.plusDays(1);
    }
    return new DaySettings(
        date,
        LocalTime.of(9, 0),
        LocalTime.of(12, 0),
        List.of(),
        DaySettings.LightSource.lamps,
        DaySettings.Sky.unknown,
        false);
  }

  void keep(long shootId, DaySettings settings) {
    if (!settings.from().isBefore(settings.to())) {
      throw Refused.conflict("no-time", "The day ends before it begins.");
    }
    for (DaySettings.Pause pause : settings.pauses()) {
      if (!pause.from().isBefore(pause.to())) {
        throw Refused.conflict("no-time", "A break ends before it begins.");
      }
    }
    database
        .sql(
            "INSERT INTO shoot_day (shoot_id, settings) VALUES (?, ?)"
                + " ON DUPLICATE KEY UPDATE settings = VALUES(settings)")
        .params(shootId, Json.mapper().writeValueAsString(settings))
        .update();
  }

  /** The plan as it was stored last. */
  record Kept(DayPlan plan, Instant plannedAt) {}

  Optional<Kept> plan(long shootId) {
    return database
        .sql("SELECT plan, planned_at FROM shoot_day WHERE shoot_id = ? AND plan IS NOT NULL")
        .param(shootId)
        .query(
            (row, number) ->
                new Kept(
                    Json.mapper().readValue(row.getString(1), DayPlan.class),
                    row.getTimestamp(2).toInstant()))
        .optional();
  }

  void keepPlan(long shootId, DayPlan plan) {
    // Settings that are there stay as they are: they may have changed since this plan was begun.
    database
        .sql(
            "INSERT INTO shoot_day (shoot_id, settings, plan, planned_at) VALUES (?, ?, ?, ?)"
                + " ON DUPLICATE KEY UPDATE plan = VALUES(plan), planned_at = VALUES(planned_at)")
        .params(
            shootId,
            Json.mapper().writeValueAsString(settings(shootId)),
            Json.mapper().writeValueAsString(plan),
            Timestamp.from(clock.instant()))
        .update();
  }

  Daylight.Day daylight(DaySettings settings) {
    return daylight(settings, room.settings());
  }

  private static Daylight.Day daylight(DaySettings settings, RoomSettings where) {
    return Daylight.of(
        where.place(),
        settings.date(),
        where.windowInUse(),
        new TableLight(where.windowInUse(), where.tableMm()));
  }

  Instant midnight(DaySettings settings) {
    return settings.date().atStartOfDay(zone()).toInstant();
  }

  /**
   * The hours as the scheduler wants them.
   *
   * @param notBefore work can't begin earlier: now, when the day has begun
   */
  Work.Hours hours(DaySettings settings, Instant notBefore) {
    RoomSettings where = room.settings();
    Clockwork hands = new Clockwork(settings.date(), where.place().zoneId());
    int from = hands.seconds(settings.from());
    int to = hands.seconds(settings.to());
    int now = notBefore == null ? from : Math.max(from, hands.seconds(notBefore));
    List<Work.Span> breaks =
        settings.pauses().stream()
            .map(pause -> new Work.Span(hands.seconds(pause.from()), hands.seconds(pause.to())))
            .toList();
    List<Daylight.Span> spans = daylight(settings, where).spans();
    boolean cloud = settings.sky() == DaySettings.Sky.overcast;
    List<Work.Span> hard = hands.spans(spans, EnumSet.of(Daylight.Quality.HARD));
    List<Work.Span> soft =
        hands.spans(
            spans,
            cloud
                ? EnumSet.of(Daylight.Quality.SOFT, Daylight.Quality.HARD)
                : EnumSet.of(Daylight.Quality.SOFT));
    List<Work.Span> noLamps = cloud || where.shutter() ? List.of() : hard;
    return new Work.Hours(new Work.Span(Math.min(now, to), to), breaks, joined(soft), noLamps);
  }

  /** Spans that touch are one: a shot may run from one into the next. */
  private static List<Work.Span> joined(List<Work.Span> rising) {
    List<Work.Span> out = new ArrayList<>();
    for (Work.Span span : rising) {
      Work.Span last = out.isEmpty() ? null : out.get(out.size() - 1);
      if (last != null && last.to() == span.from()) {
        out.set(out.size() - 1, new Work.Span(last.from(), span.to()));
      } else {
        out.add(span);
      }
    }
    return out;
  }

  /** Seconds since the midnight of a day at a place, over changes of the clock too. */
  private record Clockwork(LocalDate date, ZoneId zone) {
    int seconds(LocalTime time) {
      return seconds(date.atTime(time).atZone(zone).toInstant());
    }

    int seconds(Instant at) {
      return (int) Duration.between(date.atStartOfDay(zone).toInstant(), at).toSeconds();
    }

    List<Work.Span> spans(List<Daylight.Span> all, Set<Daylight.Quality> wanted) {
      return all.stream()
          .filter(span -> wanted.contains(span.quality()))
          .map(span -> new Work.Span(seconds(span.start()), seconds(span.end())))
          .toList();
    }
  }
}
