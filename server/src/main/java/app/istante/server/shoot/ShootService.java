package app.istante.server.shoot;

import app.istante.core.plan.Kind;
import app.istante.core.plan.ShotTemplate;
import app.istante.core.rules.ShotRole;
import app.istante.server.item.Item;
import app.istante.server.item.ItemRepository;
import app.istante.server.rulebook.RuleBookShelf;
import app.istante.server.support.IstanteProperties;
import app.istante.server.support.Refused;
import app.istante.server.support.ShootEvents;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.Clock;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes shoots and their plans: which items, which views, in which order. */
@Service
public class ShootService {
  private final ShootRepository shoots;
  private final ShotRepository shots;
  private final ItemRepository items;
  private final RuleBookShelf ruleBooks;
  private final ShotTemplates templates;
  private final IstanteProperties properties;
  private final ShootEvents events;
  private final ApplicationEventPublisher publisher;
  private final Clock clock;

  ShootService(
      ShootRepository shoots,
      ShotRepository shots,
      ItemRepository items,
      RuleBookShelf ruleBooks,
      ShotTemplates templates,
      IstanteProperties properties,
      ShootEvents events,
      ApplicationEventPublisher publisher,
      Clock clock) {
    this.shoots = shoots;
    this.shots = shots;
    this.items = items;
    this.ruleBooks = ruleBooks;
    this.templates = templates;
    this.properties = properties;
    this.events = events;
    this.publisher = publisher;
    this.clock = clock;
  }

  /** Another rule book was chosen for a shoot: what was judged must be judged again. */
  public record RuleBookChanged(long shootId) {}

  /** A shot is about to be removed: its takes show it no longer. */
  public record ShotRemoved(long shotId) {}

  public Shoot shoot(long id) {
    return shoots.findById(id).orElseThrow(() -> Refused.missing("shoot"));
  }

  /**
   * Keeps others from sorting the shoots of these takes until the transaction ends; its first step.
   * Two takes measured at once would otherwise each be sorted as if the other were not there.
   */
  public void holdShootsOf(List<Long> takeIds) {
    shoots.holdByTakeIds(takeIds);
  }

  public Shot shot(long id) {
    return shots.findById(id).orElseThrow(() -> Refused.missing("shot"));
  }

  public List<Shot> shotsOf(long shootId) {
    return shots.findByShootIdOrderByPlace(shootId);
  }

  @Transactional
  public Shoot create(String name, String ruleBookId) {
    ruleBooks.named(ruleBookId);
    Shoot shoot = shoots.save(new Shoot(name.strip(), ruleBookId, clock.instant()));
    Path folder = properties.dataFolder().resolve("inbox").resolve(shoot.id() + "-" + plain(name));
    try {
      Files.createDirectories(folder);
    } catch (IOException failed) {
      throw new UncheckedIOException(failed);
    }
    shoot.watch(folder.toAbsolutePath().normalize().toString());
    return shoot;
  }

  private static String plain(String name) {
    String plain = name.toLowerCase(Locale.ROOT).replaceAll("[^a-z0-9]+", "-");
    return plain.substring(0, Math.min(40, plain.length())).replaceAll("^-|-$", "");
  }

  /** Adds an item (known by its code, or new) with the views wanted of it. */
  @Transactional
  public List<Shot> plan(long shootId, String code, String title, String kind, List<String> roles) {
    Item item =
        items
            .findByCode(code.strip())
            .orElseGet(
                () ->
                    items.save(
                        new Item(code.strip(), title.strip(), kindOf(kind), clock.instant())));
    List<ShotTemplate.Shot> views = new ArrayList<>();
    for (String role : roles) {
      views.add(templates.view(item.kind(), roleOf(role)));
    }
    return plan(shootId, item, views);
  }

  /** Adds these views of an item behind what is planned. */
  @Transactional
  public List<Shot> plan(long shootId, Item item, List<ShotTemplate.Shot> views) {
    Shoot shoot = shoot(shootId);
    List<Shot> before = shotsOf(shootId);
    int place = before.stream().mapToInt(Shot::place).max().orElse(-1) + 1;
    for (ShotTemplate.Shot view : views) {
      shots.save(new Shot(shootId, item, view, place++));
    }
    if (shoot.aimedShotId() == null && before.isEmpty() && !views.isEmpty()) {
      shoot.aimAt(shotsOf(shootId).get(0).id());
    }
    events.changed(shootId, "plan", null);
    return shotsOf(shootId);
  }

  private static Kind kindOf(String kind) {
    try {
      return Kind.of(kind.strip());
    } catch (IllegalArgumentException unknown) {
      throw Refused.conflict(
          "no-such-kind", "A thing can be of the kinds " + Kind.ids() + "; not " + kind + ".");
    }
  }

  private static ShotRole roleOf(String role) {
    try {
      return ShotRole.of(role);
    } catch (IllegalArgumentException unknown) {
      throw Refused.conflict("no-such-role", unknown.getMessage());
    }
  }

  /** The shots in another order; ids that are not named keep theirs, behind. */
  @Transactional
  public void order(long shootId, List<Long> ids) {
    int place = 0;
    for (Long id : ids) {
      Shot shot = shot(id);
      if (shot.shootId().equals(shootId)) {
        shot.moveTo(place++);
      }
    }
    for (Shot shot : shotsOf(shootId)) {
      if (!ids.contains(shot.id())) {
        shot.moveTo(place++);
      }
    }
    events.changed(shootId, "plan", null);
  }

  @Transactional
  public void removeShot(long shootId, long shotId) {
    Shot shot = shot(shotId);
    if (shot.shootId() != shootId) {
      throw Refused.missing("shot in this shoot");
    }
    Shoot shoot = shoot(shootId);
    if (Long.valueOf(shotId).equals(shoot.aimedShotId())) {
      shoot.aimAt(null);
    }
    publisher.publishEvent(new ShotRemoved(shotId));
    shots.delete(shot);
    shots.flush();
    events.changed(shootId, "plan", null);
  }

  /** Photos that arrive from now on belong to this shot; null: to none. */
  @Transactional
  public void aim(long shootId, Long shotId) {
    if (shotId != null && shot(shotId).shootId() != shootId) {
      throw Refused.missing("shot in this shoot");
    }
    shoot(shootId).aimAt(shotId);
    events.changed(shootId, "aim", null);
  }

  @Transactional
  public void useRuleBook(long shootId, String ruleBookId) {
    ruleBooks.named(ruleBookId);
    shoot(shootId).useRuleBook(ruleBookId);
    publisher.publishEvent(new RuleBookChanged(shootId));
    events.changed(shootId, "rule-book", null);
  }

  public List<Shoot> all() {
    return shoots.findAll();
  }
}
