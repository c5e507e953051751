package app.istante.server.plan;

import app.istante.core.plan.Preparation;
import app.istante.core.plan.ShotListCheck;
import app.istante.core.plan.schedule.Scheduler;
import app.istante.core.plan.schedule.Timeline;
import java.time.Instant;
import java.util.List;
import org.jspecify.annotations.Nullable;

/** The plan of a shoot as the screens show it. */
final class PlanViews {
  private PlanViews() {}

  record PlanView(
      List<ItemPlan> items,
      List<SetUpView> setUps,
      List<Preparation.Pick> pickList,
      List<CautionView> cautions) {}

  /**
   * @param dropped none of its shots will be taken
   * @param missing roles that a selling place asks for and nobody planned
   * @param checks what else the selling places find wrong, in sentences
   */
  record ItemPlan(
      long itemId,
      String code,
      String title,
      String kind,
      boolean dropped,
      List<ShotPlan> shots,
      List<ShotListCheck.Missing> missing,
      List<String> checks,
      List<Step> steps) {}

  /**
   * @param setUp name of the set-up, ground/light/reach
   * @param reasons why that one
   * @param own the seller chose it
   */
  record ShotPlan(
      long id,
      String role,
      String purpose,
      String framing,
      String angle,
      String why,
      boolean required,
      boolean dropped,
      String setUp,
      List<String> reasons,
      boolean own) {}

  record Step(String id, String does, double minutes, List<String> needs, boolean done) {}

  record SetUpView(String id, String label, int shots) {}

  record CautionView(String setUp, String label, List<String> sentences, boolean read) {}

  /** A stretch of the day. */
  record Stretch(
      Timeline.Doing doing,
      Instant from,
      Instant to,
      @Nullable Long shotId,
      @Nullable String item,
      @Nullable String setUp,
      boolean byHelper) {}

  /**
   * The computed plan of the day.
   *
   * @param leftOver shots that do not fit
   * @param value of what will be finished, and of everything, hundredths of the currency
   * @param comparison all shots, minutes of work, in three orders
   * @param shotSeconds what one shot is taken to last
   * @param shotSecondsKnown from the seller's own takes, not the usual figure
   */
  record DayPlan(
      List<Stretch> stretches,
      List<Long> leftOver,
      long value,
      long valueOfAll,
      int dueMissed,
      Scheduler.Comparison comparison,
      int shotSeconds,
      boolean shotSecondsKnown) {}

  /**
   * @param plan null while none was computed
   * @param improving a better plan is being looked for
   * @param secondsLeft until that ends by itself
   */
  record DayView(
      DaySettings settings,
      String zone,
      List<LightSpan> daylight,
      @Nullable DayPlan plan,
      @Nullable Instant plannedAt,
      boolean improving,
      int secondsLeft) {}

  /** What the window gives: soft light, or hard sun on the pane. */
  record LightSpan(boolean hard, Instant from, Instant to) {}
}
