package app.istante.server.shoot;

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
import java.util.List;
import java.util.Locale;
import org.springframework.context.ApplicationEventPublisher;
import org.springframework.stereotype.Service;
import org.springframework.transaction.annotation.Transactional;

/** Makes shoots and their plans: which items, which views, in which order. */
@Service
public class ShootService {
  /** Roles a shot may have, as product.md names them; lead is the first picture of a listing. */
  static final List<String> ROLES =
      List.of(
          "lead",
          "side",
          "back",
          "inside",
          "detail",
          "mark",
          "wear",
          "turn",
          "scale",
          "in-use",
          "packaging");

  private final ShootRepository shoots;
  private final ShotRepository shots;
  private final ItemRepository items;
  private final RuleBookShelf ruleBooks;
  private final IstanteProperties properties;
  private final ShootEvents events;
  private final ApplicationEventPublisher publisher;
  private final Clock clock;

  ShootService(
      ShootRepository shoots,
      ShotRepository shots,
      ItemRepository items,
      RuleBookShelf ruleBooks,
      IstanteProperties properties,
      ShootEvents events,
      ApplicationEventPublisher publisher,
      Clock clock) {
    this.shoots = shoots;
    this.shots = shots;
    this.items = items;
    this.ruleBooks = ruleBooks;
    this.properties = properties;
    this.events = events;
    this.publisher = publisher;
    this.clock = clock;
  }

  /** Another rule book was chosen for a shoot: what was judged must be judged again. */
  public record RuleBookChanged(long shootId) {}

  public Shoot shoot(long id) {
    return shoots.findById(id).orElseThrow(() -> Refused.missing("shoot"));
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
    Shoot shoot = shoot(shootId);
    for (String role : roles) {
      if (!ROLES.contains(role)) {
        throw Refused.conflict(
            "no-such-role", "A shot can be " + String.join(", ", ROLES) + "; not " + role + ".");
      }
    }
    Item item =
        items
            .findByCode(code.strip())
            .orElseGet(
                () ->
                    items.save(
                        new Item(code.strip(), title.strip(), kind.strip(), clock.instant())));
    List<Shot> before = shotsOf(shootId);
    int place = before.stream().mapToInt(Shot::place).max().orElse(-1) + 1;
    for (String role : roles) {
      shots.save(new Shot(shootId, item, role, place++));
    }
    if (shoot.aimedShotId() == null && before.isEmpty()) {
      shoot.aimAt(shotsOf(shootId).get(0).id());
    }
    events.changed(shootId, "plan", null);
    return shotsOf(shootId);
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
    shots.delete(shot);
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
