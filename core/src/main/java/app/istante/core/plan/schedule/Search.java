package app.istante.core.plan.schedule;

import ai.timefold.solver.core.api.domain.entity.PlanningEntity;
import ai.timefold.solver.core.api.domain.lookup.PlanningId;
import ai.timefold.solver.core.api.domain.solution.PlanningEntityCollectionProperty;
import ai.timefold.solver.core.api.domain.solution.PlanningScore;
import ai.timefold.solver.core.api.domain.solution.PlanningSolution;
import ai.timefold.solver.core.api.domain.valuerange.ValueRangeProvider;
import ai.timefold.solver.core.api.domain.variable.PlanningListVariable;
import ai.timefold.solver.core.api.score.buildin.bendablelong.BendableLongScore;
import ai.timefold.solver.core.api.score.calculator.EasyScoreCalculator;
import ai.timefold.solver.core.api.solver.Solver;
import ai.timefold.solver.core.api.solver.SolverFactory;
import ai.timefold.solver.core.config.heuristic.selector.list.SubListSelectorConfig;
import ai.timefold.solver.core.config.heuristic.selector.move.composite.UnionMoveSelectorConfig;
import ai.timefold.solver.core.config.heuristic.selector.move.generic.list.ListChangeMoveSelectorConfig;
import ai.timefold.solver.core.config.heuristic.selector.move.generic.list.ListSwapMoveSelectorConfig;
import ai.timefold.solver.core.config.heuristic.selector.move.generic.list.SubListChangeMoveSelectorConfig;
import ai.timefold.solver.core.config.heuristic.selector.move.generic.list.SubListSwapMoveSelectorConfig;
import ai.timefold.solver.core.config.localsearch.LocalSearchPhaseConfig;
import ai.timefold.solver.core.config.localsearch.LocalSearchType;
import ai.timefold.solver.core.config.solver.EnvironmentMode;
import ai.timefold.solver.core.config.solver.SolverConfig;
import java.time.Duration;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Consumer;

/**
 * Local search over orders: single shots and whole runs of shots are moved and swapped, late
 * acceptance lets it leave poor valleys. Each order is judged by the {@link Carrier}.
 */
final class Search {
  private static final int LONGEST_RUN = 40;
  private static final long SEED = 20_260_314L;

  private final Work work;
  private volatile Solver<Day> running;
  private volatile boolean stopped;

  Search(Work work) {
    this.work = work;
  }

  /** The best order found; never worse than the start. */
  int[] improve(int[] start, Duration atMost, Consumer<int[]> better) {
    Solver<Day> solver = SolverFactory.<Day>create(config(atMost)).buildSolver();
    running = solver;
    if (stopped) {
      return start;
    }
    List<Stop> stops = new ArrayList<>();
    for (int at = 0; at < start.length; at++) {
      stops.add(new Stop(at));
    }
    List<Stop> ordered = new ArrayList<>();
    for (int at : start) {
      ordered.add(stops.get(at));
    }
    solver.addEventListener(event -> better.accept(event.getNewBestSolution().order()));
    Day best = solver.solve(new Day(stops, new ArrayList<>(List.of(new Line(ordered))), work));
    running = null;
    return best.order();
  }

  void stop() {
    stopped = true;
    Solver<Day> solver = running;
    if (solver != null) {
      solver.terminateEarly();
    }
  }

  private static SolverConfig config(Duration atMost) {
    SubListSelectorConfig run = new SubListSelectorConfig();
    run.setMinimumSubListSize(2);
    run.setMaximumSubListSize(LONGEST_RUN);
    SubListChangeMoveSelectorConfig moveRun = new SubListChangeMoveSelectorConfig();
    moveRun.setSubListSelectorConfig(run);
    SubListSwapMoveSelectorConfig swapRuns = new SubListSwapMoveSelectorConfig();
    swapRuns.setSubListSelectorConfig(run.copyConfig());
    LocalSearchPhaseConfig phase =
        new LocalSearchPhaseConfig()
            .withLocalSearchType(LocalSearchType.LATE_ACCEPTANCE)
            .withMoveSelectorConfig(
                new UnionMoveSelectorConfig()
                    .withMoveSelectors(
                        new ListChangeMoveSelectorConfig(),
                        new ListSwapMoveSelectorConfig(),
                        moveRun,
                        swapRuns));
    return new SolverConfig()
        .withSolutionClass(Day.class)
        .withEntityClasses(Line.class)
        .withEasyScoreCalculatorClass(ByCarrier.class)
        .withEnvironmentMode(EnvironmentMode.NO_ASSERT)
        .withRandomSeed(SEED)
        .withTerminationSpentLimit(atMost)
        .withPhases(phase);
  }

  /** A shot, by its place in the work. */
  public static final class Stop {
    @PlanningId private final Integer at;

    Stop(int at) {
      this.at = at;
    }
  }

  /** The one line of shots. */
  @PlanningEntity
  public static final class Line {
    @PlanningId private Integer id = 0;
    @PlanningListVariable private List<Stop> stops;

    public Line() {}

    Line(List<Stop> stops) {
      this.stops = stops;
    }
  }

  /** The day as the solver sees it. */
  @PlanningSolution
  public static final class Day {
    @ValueRangeProvider @ai.timefold.solver.core.api.domain.solution.ProblemFactCollectionProperty
    private List<Stop> stops;

    @PlanningEntityCollectionProperty private List<Line> lines;

    @PlanningScore(bendableHardLevelsSize = 1, bendableSoftLevelsSize = 3)
    private BendableLongScore score;

    @ai.timefold.solver.core.api.domain.solution.ProblemFactProperty private Judge judge;

    public Day() {}

    Day(List<Stop> stops, List<Line> lines, Work work) {
      this.stops = stops;
      this.lines = lines;
      this.judge = new Judge(new Carrier(work), new int[stops.size()]);
    }

    int[] order() {
      return lines.get(0).stops.stream().mapToInt(stop -> stop.at).toArray();
    }
  }

  /** The carrier with an order to fill, both used by the solver's one thread only. */
  static final class Judge {
    private final Carrier carrier;
    private final int[] order;

    Judge(Carrier carrier, int[] order) {
      this.carrier = carrier;
      this.order = order;
    }

    Timeline.Worth worth(List<Stop> stops) {
      for (int place = 0; place < order.length; place++) {
        order[place] = stops.get(place).at;
      }
      return carrier.worth(order);
    }
  }

  /** Worth as a score: due items hard, then value, end and waiting. */
  public static final class ByCarrier implements EasyScoreCalculator<Day, BendableLongScore> {
    @Override
    public BendableLongScore calculateScore(Day day) {
      Timeline.Worth worth = day.judge.worth(day.lines.get(0).stops);
      return BendableLongScore.of(
          new long[] {-worth.dueMissed()},
          new long[] {worth.value(), -worth.endSeconds(), -worth.waiting()});
    }
  }
}
