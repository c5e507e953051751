package app.istante.server.demo;

import app.istante.core.sim.DemoShop;
import app.istante.server.intake.IntakeService;
import app.istante.server.shoot.Shoot;
import app.istante.server.shoot.ShootRepository;
import app.istante.server.shoot.ShootService;
import app.istante.server.shoot.Shot;
import app.istante.server.support.IstanteProperties;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import org.slf4j.Logger;
import org.slf4j.LoggerFactory;
import org.springframework.boot.context.event.ApplicationReadyEvent;
import org.springframework.context.event.EventListener;
import org.springframework.stereotype.Component;

/** Fills an empty installation with the made-up shop Soffitta Lumaca and one morning's takes. */
@Component
class DemoLoader {
  private static final Logger LOG = LoggerFactory.getLogger(DemoLoader.class);

  private final IstanteProperties properties;
  private final ShootRepository shoots;
  private final ShootService planning;
  private final IntakeService intake;

  DemoLoader(
      IstanteProperties properties,
      ShootRepository shoots,
      ShootService planning,
      IntakeService intake) {
    this.properties = properties;
    this.shoots = shoots;
    this.planning = planning;
    this.intake = intake;
  }

  @EventListener(ApplicationReadyEvent.class)
  void load() throws IOException {
    if (!properties.demo() || shoots.count() > 0) {
      return;
    }
    Shoot shoot = planning.create("Soffitta Lumaca, Saturday morning", "fieramonda");
    List<DemoShop.Shot> morning = DemoShop.morning();
    for (DemoShop.Item item : DemoShop.Item.values()) {
      Set<String> roles = new LinkedHashSet<>(List.of("lead", "side", "detail"));
      morning.stream().filter(s -> s.item() == item).forEach(s -> roles.add(s.role()));
      planning.plan(shoot.id(), item.code(), item.title(), item.kind(), new ArrayList<>(roles));
    }
    List<Shot> shots = planning.shotsOf(shoot.id());
    for (int i = 0; i < morning.size(); i++) {
      String name = String.format(Locale.ROOT, "take-%02d.jpg", i + 1);
      DemoShop.Shot taken = morning.get(i);
      Long shotId =
          shots.stream()
              .filter(s -> s.item().code().equals(taken.item().code()))
              .filter(s -> s.role().equals(taken.role()))
              .findFirst()
              .map(Shot::id)
              .orElse(null);
      try (InputStream in = getClass().getResourceAsStream("/demo/photos/" + name)) {
        intake.takeIn(shoot.id(), name, in.readAllBytes(), shotId);
      }
    }
    LOG.info("loaded the demo shop with {} takes", morning.size());
  }
}
