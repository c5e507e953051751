package app.istante.core.plan.daylight;

import java.time.Duration;
import java.time.Instant;
import java.time.LocalDate;
import java.time.ZonedDateTime;
import java.util.ArrayList;
import java.util.List;

/** Which hours of a day, and which days of a year, a window gives light to photograph by. */
public final class Daylight {
  /** Below this a phone's or a modest camera's shutter stays open for seconds: lux. */
  public static final double ENOUGH_LUX = 350;

  /** Below this altitude sunlight turns yellow and long: the low-sun hour. */
  static final double LOW_SUN_DEG = 6;

  private static final Duration STEP = Duration.ofMinutes(5);

  private Daylight() {}

  /** What the window gives for a while. */
  public enum Quality {
    /** Night, or too little. */
    DARK,
    /** Enough soft light from the sky, no sun on the pane. */
    SOFT,
    /** Direct sun through the pane when the sky is clear: hard bars of light. */
    HARD
  }

  /**
   * @param start first instant of the span
   * @param end first instant after it
   * @param overcastLux most at the table within the span, closed cloud: lux
   * @param clearLux the same under a clear sky, the sun's beam left out
   */
  public record Span(
      Quality quality, Instant start, Instant end, double overcastLux, double clearLux) {}

  /**
   * @param sunrise null where the sun does not rise that day, or never sets
   * @param lowSun spans in which the sun stands low: yellow light, long shadows
   */
  public record Day(
      LocalDate date, Instant sunrise, Instant sunset, List<Span> spans, List<Span> lowSun) {
    public Day {
      spans = List.copyOf(spans);
      lowSun = List.copyOf(lowSun);
    }

    public double softHours() {
      return hours(Quality.SOFT);
    }

    public double hardHours() {
      return hours(Quality.HARD);
    }

    private double hours(Quality quality) {
      return spans.stream()
          .filter(span -> span.quality() == quality)
          .mapToDouble(span -> Duration.between(span.start(), span.end()).toMinutes() / 60.0)
          .sum();
    }
  }

  public static Day of(Place place, LocalDate date, Pane pane, TableLight light) {
    return of(place, date, pane, light, STEP);
  }

  private static Day of(Place place, LocalDate date, Pane pane, TableLight light, Duration step) {
    ZonedDateTime midnight = date.atStartOfDay(place.zoneId());
    Instant end = date.plusDays(1).atStartOfDay(place.zoneId()).toInstant();
    List<Span> spans = new ArrayList<>();
    List<Span> low = new ArrayList<>();
    Instant rise = null;
    Instant set = null;
    boolean wasUp = Sun.at(place, midnight.toInstant()).isUp();
    for (Instant at = midnight.toInstant(); at.isBefore(end); at = at.plus(step)) {
      Instant next = at.plus(step).isBefore(end) ? at.plus(step) : end;
      Sun sun = Sun.at(place, at.plus(Duration.between(at, next).dividedBy(2)));
      boolean up = sun.isUp();
      if (up && !wasUp) {
        rise = crossing(place, at.minus(step), at.plus(step));
      } else if (!up && wasUp) {
        set = crossing(place, at.minus(step), at.plus(step));
      }
      wasUp = up;
      extend(spans, quality(pane, light, sun), at, next, light, sun);
      boolean isLow = up && sun.altitudeDeg() < LOW_SUN_DEG;
      if (isLow) {
        extend(low, quality(pane, light, sun), at, next, light, sun);
      }
    }
    return new Day(date, rise, set, spans, low);
  }

  /** The moment between two in which the sun rises or sets, to a second or two. */
  private static Instant crossing(Place place, Instant from, Instant to) {
    boolean before = Sun.at(place, from).isUp();
    Instant low = from;
    Instant high = to;
    while (Duration.between(low, high).toSeconds() > 1) {
      Instant middle = low.plus(Duration.between(low, high).dividedBy(2));
      if (Sun.at(place, middle).isUp() == before) {
        low = middle;
      } else {
        high = middle;
      }
    }
    return high;
  }

  private static Quality quality(Pane pane, TableLight light, Sun sun) {
    // A beam that grazes the pane lights its frame, not the table.
    if (pane.veil() == Pane.Veil.NONE && pane.beam(sun) > 0.05) {
      return Quality.HARD;
    }
    return light.skyLux(Sky.OVERCAST, sun) >= ENOUGH_LUX ? Quality.SOFT : Quality.DARK;
  }

  /** Makes the last span longer where it is of the same quality and touches; else begins one. */
  private static void extend(
      List<Span> spans, Quality quality, Instant from, Instant to, TableLight light, Sun sun) {
    double overcast = light.skyLux(Sky.OVERCAST, sun);
    double clear = light.skyLux(Sky.CLEAR, sun);
    Span last = spans.isEmpty() ? null : spans.get(spans.size() - 1);
    if (last != null && last.quality() == quality && last.end().equals(from)) {
      spans.set(
          spans.size() - 1,
          new Span(
              quality,
              last.start(),
              to,
              Math.max(last.overcastLux(), overcast),
              Math.max(last.clearLux(), clear)));
    } else {
      spans.add(new Span(quality, from, to, overcast, clear));
    }
  }

  /**
   * Hours of one day in a year's view.
   *
   * @param softHours enough soft light even under cloud
   * @param hardHours sun on the pane when the sky is clear
   */
  public record DayHours(LocalDate date, double softHours, double hardHours) {}

  /** Every Saturday and Sunday of a year. */
  public static List<DayHours> weekends(Place place, int year, Pane pane, TableLight light) {
    List<DayHours> days = new ArrayList<>();
    LocalDate date = LocalDate.of(year, 1, 1);
    for (; date.getYear() == year; date = date.plusDays(1)) {
      if (date.getDayOfWeek().getValue() >= 6) {
        Day day = of(place, date, pane, light, Duration.ofMinutes(15));
        days.add(new DayHours(date, day.softHours(), day.hardHours()));
      }
    }
    return days;
  }
}
