package app.istante.server.plan;

import app.istante.core.plan.SetUp;
import app.istante.core.plan.calendar.PlanCalendar;
import app.istante.core.plan.schedule.Timeline.Doing;
import app.istante.core.plan.slip.Slip;
import app.istante.core.plan.slip.SlipCode;
import app.istante.core.plan.slip.SlipSheet;
import app.istante.server.plan.PlanViews.DayPlan;
import app.istante.server.plan.PlanViews.ItemPlan;
import app.istante.server.plan.PlanViews.PlanView;
import app.istante.server.plan.PlanViews.ShotPlan;
import app.istante.server.plan.PlanViews.Stretch;
import app.istante.server.shoot.ShootService;
import app.istante.server.support.Refused;
import java.io.IOException;
import java.time.Clock;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.stereotype.Component;

/** The plan on paper and in other calendars. */
@Component
class PlanPapers {
  private final PlanService plans;
  private final DayService days;
  private final ShootService shoots;
  private final Clock clock;

  PlanPapers(PlanService plans, DayService days, ShootService shoots, Clock clock) {
    this.plans = plans;
    this.days = days;
    this.shoots = shoots;
    this.clock = clock;
  }

  /**
   * A slip for each item, in the plan's order, then for each set-up, the card and the empty set.
   */
  byte[] slips(long shootId) throws IOException {
    PlanView plan = plans.view(shootId);
    List<Slip> slips = new ArrayList<>();
    for (ItemPlan item : plan.items()) {
      if (!item.dropped()) {
        slips.add(
            new Slip(
                new SlipCode(SlipCode.What.ITEM, shootId, item.itemId()),
                item.code(),
                item.title(),
                item.shots().stream().map(PlanPapers::tick).toList(),
                String.join(
                    " ",
                    item.steps().stream()
                        .filter(step -> !step.done())
                        .map(PlanViews.Step::does)
                        .toList())));
      }
    }
    if (slips.isEmpty()) {
      throw Refused.conflict("nothing-planned", "Plan an item first; then there are slips.");
    }
    int number = 1;
    for (PlanViews.SetUpView setUp : plan.setUps()) {
      slips.add(
          new Slip(
              new SlipCode(SlipCode.What.SET_UP, shootId, SetUp.of(setUp.id()).number()),
              "Set-up " + number++,
              setUp.label(),
              List.of(),
              "Photograph this slip when the set-up stands."));
    }
    slips.add(
        new Slip(
            new SlipCode(SlipCode.What.BLANK, shootId, 0),
            "Empty set",
            "The next frame shows the set without anything on it.",
            List.of(),
            ""));
    slips.add(
        new Slip(
            new SlipCode(SlipCode.What.CARD, shootId, 0),
            "Colour card",
            "Lay it beside the colour card: this frame shows the card.",
            List.of(),
            ""));
    return SlipSheet.pdf(slips);
  }

  private static String tick(ShotPlan shot) {
    return shot.role() + (shot.required() ? "" : " (if time)");
  }

  /** One event for each set-up that stands, from its change-over to its last shot. */
  String calendar(long shootId) {
    DayPlan day =
        days.plan(shootId)
            .map(DayService.Kept::plan)
            .orElseThrow(
                () -> Refused.conflict("no-plan", "Plan the day first; then it has a calendar."));
    Map<Long, String> names = new HashMap<>();
    for (ItemPlan item : plans.view(shootId).items()) {
      item.shots()
          .forEach(
              shot -> names.put(shot.id(), item.code() + " " + item.title() + ", " + shot.role()));
    }
    List<PlanCalendar.Stretch> events = new ArrayList<>();
    Instant from = null;
    Instant to = null;
    String setUp = null;
    List<String> lines = new ArrayList<>();
    for (Stretch stretch : day.stretches()) {
      if (stretch.doing() == Doing.PREPARE) {
        continue;
      }
      if (!stretch.setUp().equals(setUp)) {
        add(events, shootId, setUp, from, to, lines);
        setUp = stretch.setUp();
        from = stretch.from();
        lines = new ArrayList<>();
      }
      if (stretch.shotId() != null) {
        lines.add(names.getOrDefault(stretch.shotId(), "shot " + stretch.shotId()));
      }
      to = stretch.to();
    }
    add(events, shootId, setUp, from, to, lines);
    return PlanCalendar.of(shoots.shoot(shootId).name(), events, clock.instant());
  }

  private static void add(
      List<PlanCalendar.Stretch> events,
      long shootId,
      String setUp,
      Instant from,
      Instant to,
      List<String> lines) {
    if (setUp != null) {
      events.add(
          new PlanCalendar.Stretch(
              "shoot-" + shootId + "-" + events.size() + "@istante",
              SetUp.of(setUp).label(),
              from,
              to,
              lines,
              true));
    }
  }
}
