package app.istante.core.plan.calendar;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.plan.calendar.PlanCalendar.Stretch;
import biweekly.Biweekly;
import biweekly.component.VEvent;
import java.time.Instant;
import java.util.List;
import org.testng.annotations.Test;

public class PlanCalendarTest {
  @Test
  public void eventsAndAlarmsCanBeReadBack() {
    Instant from = Instant.parse("2026-03-28T23:30:00Z");
    String text =
        PlanCalendar.of(
            "Saturday",
            List.of(
                new Stretch(
                    "7-0@istante",
                    "White sheet; soft, from both sides",
                    from,
                    from.plusSeconds(1800),
                    List.of("SL-01 lead", "SL-02 lead"),
                    true)),
            from);
    assertTrue(text.startsWith("BEGIN:VCALENDAR\r\nVERSION:2.0"), text);
    assertTrue(text.lines().allMatch(line -> line.length() <= 75), "lines are folded");
    VEvent event = Biweekly.parse(text).first().getEvents().get(0);
    assertEquals(event.getDateStart().getValue().toInstant(), from);
    assertEquals(event.getSummary().getValue(), "White sheet; soft, from both sides");
    assertEquals(event.getDescription().getValue(), "SL-01 lead\nSL-02 lead");
    assertEquals(
        event.getAlarms().get(0).getTrigger().getDuration().getMinutes(), Integer.valueOf(5));
  }
}
