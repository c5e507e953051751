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
import java.util.List;
import java.util.Optional;
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

  /**
   * @param zero midnight, from which the plan's seconds count
   */
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
    keep(shootId, settings(shootId));
    database
        .sql("UPDATE shoot_day SET plan = ?, planned_at = ? WHERE shoot_id = ?")
        .params(Json.mapper().writeValueAsString(plan), Timestamp.from(clock.instant()), shootId)
        .update();
  }

  Daylight.Day daylight(DaySettings settings) {
    RoomSettings where = room.settings();
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
    Instant zero = midnight(settings);
    int from = seconds(zero, settings.date().atTime(settings.from()).atZone(zone()).toInstant());
    int to = seconds(zero, settings.date().atTime(settings.to()).atZone(zone()).toInstant());
    int now = notBefore == null ? from : Math.max(from, seconds(zero, notBefore));
    List<Work.Span> breaks =
        settings.pauses().stream()
            .map(
                pause ->
                    new Work.Span(
                        seconds(
                            zero, settings.date().atTime(pause.from()).atZone(zone()).toInstant()),
                        seconds(
                            zero, settings.date().atTime(pause.to()).atZone(zone()).toInstant())))
            .toList();
    Daylight.Day day = daylight(settings);
    boolean cloud = settings.sky() == DaySettings.Sky.overcast;
    List<Work.Span> soft =
        day.spans().stream()
            .filter(
                span ->
                    span.quality() == Daylight.Quality.SOFT
                        || cloud && span.quality() == Daylight.Quality.HARD)
            .map(span -> new Work.Span(seconds(zero, span.start()), seconds(zero, span.end())))
            .toList();
    boolean lampsInSun = cloud || room.settings().shutter();
    List<Work.Span> noLamps =
        lampsInSun
            ? List.of()
            : day.spans().stream()
                .filter(span -> span.quality() == Daylight.Quality.HARD)
                .map(span -> new Work.Span(seconds(zero, span.start()), seconds(zero, span.end())))
                .toList();
    return new Work.Hours(new Work.Span(Math.min(now, to), to), breaks, joined(soft), noLamps);
  }

  /** Spans that touch are one: a shot may run from one into the next. */
  private static List<Work.Span> joined(List<Work.Span> rising) {
    List<Work.Span> out = new java.util.ArrayList<>();
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

  private static int seconds(Instant zero, Instant at) {
    return (int) Duration.between(zero, at).toSeconds();
  }
}
