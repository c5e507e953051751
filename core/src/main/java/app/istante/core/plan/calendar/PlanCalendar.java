package app.istante.core.plan.calendar;

import biweekly.Biweekly;
import biweekly.ICalendar;
import biweekly.component.VAlarm;
import biweekly.component.VEvent;
import biweekly.parameter.Related;
import biweekly.property.Trigger;
import java.time.Duration;
import java.time.Instant;
import java.util.Date;
import java.util.List;

/** The plan of a day as an iCalendar file (RFC 5545): an event a set-up, an alarm before each. */
public final class PlanCalendar {
  private static final Duration NOTICE = Duration.ofMinutes(5);

  private PlanCalendar() {}

  /**
   * One stretch of the day.
   *
   * @param id the same for the same stretch, so that a calendar updates instead of doubling it
   * @param lines what happens in it, one thing a line
   */
  public record Stretch(
      String id, String title, Instant from, Instant to, List<String> lines, boolean alarm) {
    public Stretch {
      lines = List.copyOf(lines);
    }
  }

  public static String of(String name, List<Stretch> stretches, Instant writtenAt) {
    ICalendar calendar = new ICalendar();
    calendar.setProductId("-//Istante//Plan//EN");
    calendar.setName(name);
    for (Stretch stretch : stretches) {
      VEvent event = new VEvent();
      event.setUid(stretch.id());
      event.setDateTimeStamp(Date.from(writtenAt));
      event.setSummary(stretch.title());
      event.setDescription(String.join("\n", stretch.lines()));
      event.setDateStart(Date.from(stretch.from()), true);
      event.setDateEnd(Date.from(stretch.to()), true);
      if (stretch.alarm()) {
        biweekly.util.Duration before =
            biweekly.util.Duration.builder().prior(true).minutes((int) NOTICE.toMinutes()).build();
        event.addAlarm(
            VAlarm.display(new Trigger(before, Related.START), "In 5 minutes: " + stretch.title()));
      }
      calendar.addEvent(event);
    }
    return Biweekly.write(calendar).go();
  }
}
