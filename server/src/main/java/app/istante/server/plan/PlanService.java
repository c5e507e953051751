package app.istante.server.plan;

import app.istante.core.plan.Cautions;
import app.istante.core.plan.Kind;
import app.istante.core.plan.Preparation;
import app.istante.core.plan.PreparationStep;
import app.istante.core.plan.SetUp;
import app.istante.core.plan.SetUpAdvice;
import app.istante.core.plan.ShotListCheck;
import app.istante.core.plan.ShotTemplate;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.ShotRole;
import app.istante.server.item.Item;
import app.istante.server.item.ItemService;
import app.istante.server.plan.PlanViews.CautionView;
import app.istante.server.plan.PlanViews.ItemPlan;
import app.istante.server.plan.PlanViews.PlanView;
import app.istante.server.plan.PlanViews.SetUpView;
import app.istante.server.plan.PlanViews.ShotPlan;
import app.istante.server.plan.PlanViews.Step;
import app.istante.server.rulebook.RuleBookShelf;
import app.istante.server.shoot.Shoot;
import app.istante.server.shoot.ShootService;
import app.istante.server.shoot.Shot;
import app.istante.server.shoot.ShotRepository;
import app.istante.server.shoot.ShotTemplates;
import app.istante.server.support.Refused;
import app.istante.server.support.ShootEvents;
import java.sql.Timestamp;
import java.time.Clock;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.EnumSet;
import java.util.HashMap;
import java.util.HashSet;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** What is photographed in a shoot: views, set-ups, preparation, cautions. */
@Service
public class PlanService {
  private final ShootService shoots;
  private final ShotRepository shots;
  private final ItemService items;
  private final ShotTemplates templates;
  private final RuleBookShelf ruleBooks;
  private final DayService days;
  private final JdbcClient database;
  private final ShootEvents events;
  private final Clock clock;

  PlanService(
      ShootService shoots,
      ShotRepository shots,
      ItemService items,
      ShotTemplates templates,
      RuleBookShelf ruleBooks,
      DayService days,
      JdbcClient database,
      ShootEvents events,
      Clock clock) {
    this.shoots = shoots;
    this.shots = shots;
    this.items = items;
    this.templates = templates;
    this.ruleBooks = ruleBooks;
    this.days = days;
    this.database = database;
    this.events = events;
    this.clock = clock;
  }

  /** Adds items with the views of their kind's list; views that are planned already stay single. */
  @Transactional
  public void add(long shootId, List<Long> itemIds, String school) {
    if (!Set.of(ShotTemplate.SHORT, ShotTemplate.FULL).contains(school)) {
      throw Refused.conflict("no-such-school", "A shot list is short or full; not " + school + ".");
    }
    for (long id : itemIds) {
      Item item = items.item(id);
      Set<String> there = new HashSet<>();
      shoots.shotsOf(shootId).stream()
          .filter(shot -> shot.item().id().equals(id))
          .forEach(shot -> there.add(shot.role()));
      shoots.plan(
          shootId,
          item,
          templates.of(item.kind(), school).shots().stream()
              .filter(view -> !there.contains(view.role()))
              .toList());
    }
  }

  /** An item broke, or is left for another day: its open shots are not taken. */
  @Transactional
  public void drop(long shootId, long itemId, boolean yes) {
    shoots.shotsOf(shootId).stream()
        .filter(shot -> shot.item().id().equals(itemId))
        .forEach(shot -> shot.drop(yes));
    events.changed(shootId, "plan", null);
  }

  /**
   * The seller wants another set-up.
   *
   * @param setUp its name, or null for the advised one
   * @param always remember it for this role of this kind
   */
  @Transactional
  public void useSetUp(long shotId, String setUp, boolean always) {
    Shot shot = shoots.shot(shotId);
    SetUp wanted;
    try {
      wanted = setUp == null ? null : SetUp.of(setUp);
    } catch (IllegalArgumentException unknown) {
      throw Refused.conflict("no-such-set-up", unknown.getMessage() + ".");
    }
    shot.useSetUp(wanted);
    if (always) {
      String kind = shot.item().kind().id();
      database
          .sql("DELETE FROM own_set_up WHERE kind = ? AND role = ?")
          .params(kind, shot.role())
          .update();
      if (wanted != null) {
        database
            .sql("INSERT INTO own_set_up (kind, role, set_up) VALUES (?, ?, ?)")
            .params(kind, shot.role(), wanted.id())
            .update();
      }
    }
    events.changed(shot.shootId(), "plan", null);
  }

  public void stepDone(long shootId, long itemId, String step, boolean done) {
    shoots.shoot(shootId);
    String sql =
        done
            ? "INSERT IGNORE INTO step_done (shoot_id, item_id, step) VALUES (?, ?, ?)"
            : "DELETE FROM step_done WHERE shoot_id = ? AND item_id = ? AND step = ?";
    database.sql(sql).params(shootId, itemId, step).update();
    events.changed(shootId, "plan", null);
  }

  public void cautionRead(long shootId, String setUp) {
    shoots.shoot(shootId);
    database
        .sql("INSERT IGNORE INTO caution_read (shoot_id, set_up, read_at) VALUES (?, ?, ?)")
        .params(shootId, setUp, Timestamp.from(clock.instant()))
        .update();
    events.changed(shootId, "plan", null);
  }

  /** The set-up that each shot is taken with, and why. */
  public Map<Long, SetUpAdvice.Advice> setUps(Shoot shoot, List<Shot> planned) {
    Map<String, String> own = new HashMap<>();
    database
        .sql("SELECT kind, role, set_up FROM own_set_up")
        .query(
            row -> {
              own.put(row.getString(1) + "/" + row.getString(2), row.getString(3));
            });
    boolean window = days.settings(shoot.id()).light() == DaySettings.LightSource.window;
    Map<Long, SetUpAdvice.Advice> advices = new HashMap<>();
    for (Shot shot : planned) {
      advices.put(shot.id(), advice(shoot, shot, own, window));
    }
    return advices;
  }

  private SetUpAdvice.Advice advice(
      Shoot shoot, Shot shot, Map<String, String> own, boolean window) {
    if (shot.ownSetUp() != null) {
      return new SetUpAdvice.Advice(shot.ownSetUp(), List.of("You chose it for this shot."));
    }
    Item item = shot.item();
    String kept = own.get(item.kind().id() + "/" + shot.role());
    if (kept != null) {
      return new SetUpAdvice.Advice(
          SetUp.of(kept), List.of("You prefer it for this view of such things."));
    }
    boolean pureWhite =
        places(shoot, item).stream()
            .anyMatch(book -> book.role(RuleBook.LEAD).ground().contains("pure white"));
    return SetUpAdvice.of(
        item.kind(),
        item.traits(),
        shot.shotRole(),
        new SetUpAdvice.Circumstances(pureWhite, window, item.longestMm()));
  }

  /** Where an item is sold: its own places, or the shoot's. */
  private List<RuleBook> places(Shoot shoot, Item item) {
    return item.soldAt().isEmpty()
        ? List.of(ruleBooks.named(shoot.ruleBookId()))
        : item.soldAt().stream().map(ruleBooks::named).toList();
  }

  Set<String> stepsDone(long shootId) {
    return new HashSet<>(
        database
            .sql("SELECT CONCAT(item_id, '/', step) FROM step_done WHERE shoot_id = ?")
            .param(shootId)
            .query(String.class)
            .list());
  }

  @Transactional(readOnly = true)
  public PlanView view(long shootId) {
    Shoot shoot = shoots.shoot(shootId);
    List<Shot> planned = shots.findByShootIdOrderByPlace(shootId);
    Map<Long, SetUpAdvice.Advice> advices = setUps(shoot, planned);
    Set<String> done = stepsDone(shootId);
    Map<String, List<Shot>> byItem = new TreeMap<>();
    planned.forEach(
        shot -> byItem.computeIfAbsent(shot.item().code(), code -> new ArrayList<>()).add(shot));
    byItem.values().forEach(its -> its.sort(Comparator.comparing(Shot::shotRole)));
    List<ItemPlan> itemPlans = new ArrayList<>();
    Map<String, List<PreparationStep>> open = new LinkedHashMap<>();
    for (List<Shot> its : byItem.values()) {
      Item item = its.get(0).item();
      List<PreparationStep> steps = Preparation.of(item.kind(), item.traits());
      boolean dropped = its.stream().allMatch(Shot::dropped);
      if (!dropped) {
        open.put(
            item.code(),
            steps.stream().filter(step -> !done.contains(item.id() + "/" + step.id())).toList());
      }
      List<ShotListCheck.Result> checks = checks(shoot, item, its);
      itemPlans.add(
          new ItemPlan(
              item.id(),
              item.code(),
              item.title(),
              item.kind().id(),
              dropped,
              its.stream().map(shot -> shotPlan(shot, advices.get(shot.id()))).toList(),
              checks.stream().flatMap(check -> check.missing().stream()).toList(),
              checks.stream().flatMap(check -> check.sentences().stream()).toList(),
              steps.stream()
                  .map(
                      step ->
                          new Step(
                              step.id(),
                              step.does(),
                              step.minutes(),
                              step.needs(),
                              done.contains(item.id() + "/" + step.id())))
                  .toList()));
    }
    return new PlanView(
        itemPlans,
        setUpViews(planned, advices),
        Preparation.pickList(open),
        cautions(shootId, planned, advices));
  }

  private static ShotPlan shotPlan(Shot shot, SetUpAdvice.Advice advice) {
    return new ShotPlan(
        shot.id(),
        shot.role(),
        ShotRole.of(shot.role()).purpose(),
        shot.framing(),
        shot.angle(),
        shot.why(),
        shot.required(),
        shot.dropped(),
        advice.setUp().id(),
        advice.reasons(),
        shot.ownSetUp() != null);
  }

  private List<ShotListCheck.Result> checks(Shoot shoot, Item item, List<Shot> its) {
    List<String> roles = its.stream().filter(shot -> !shot.dropped()).map(Shot::role).toList();
    return roles.isEmpty()
        ? List.of()
        : places(shoot, item).stream().map(book -> ShotListCheck.of(roles, book)).toList();
  }

  private static List<SetUpView> setUpViews(
      List<Shot> planned, Map<Long, SetUpAdvice.Advice> advices) {
    Map<SetUp, Integer> counts = new LinkedHashMap<>();
    planned.stream()
        .filter(shot -> !shot.dropped())
        .forEach(shot -> counts.merge(advices.get(shot.id()).setUp(), 1, Integer::sum));
    return counts.entrySet().stream()
        .map(entry -> new SetUpView(entry.getKey().id(), entry.getKey().label(), entry.getValue()))
        .sorted((a, b) -> b.shots() - a.shots())
        .toList();
  }

  private List<CautionView> cautions(
      long shootId, List<Shot> planned, Map<Long, SetUpAdvice.Advice> advices) {
    Set<String> read =
        new HashSet<>(
            database
                .sql("SELECT set_up FROM caution_read WHERE shoot_id = ?")
                .param(shootId)
                .query(String.class)
                .list());
    Map<SetUp, Set<Kind>> kinds = new LinkedHashMap<>();
    planned.stream()
        .filter(shot -> !shot.dropped())
        .forEach(
            shot ->
                kinds
                    .computeIfAbsent(
                        advices.get(shot.id()).setUp(), setUp -> EnumSet.noneOf(Kind.class))
                    .add(shot.item().kind()));
    List<CautionView> all = new ArrayList<>();
    kinds.forEach(
        (setUp, its) -> {
          List<String> sentences = Cautions.of(setUp, its);
          if (!sentences.isEmpty()) {
            all.add(
                new CautionView(setUp.id(), setUp.label(), sentences, read.contains(setUp.id())));
          }
        });
    return all;
  }
}
