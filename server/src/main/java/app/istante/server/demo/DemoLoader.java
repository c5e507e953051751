package app.istante.server.demo;

import app.istante.core.plan.RoomCheck;
import app.istante.core.plan.ShotTemplate;
import app.istante.core.plan.daylight.Pane;
import app.istante.core.plan.daylight.Places;
import app.istante.core.sim.DemoShop;
import app.istante.core.sim.DemoTakes;
import app.istante.server.intake.IntakeService;
import app.istante.server.item.ItemFields;
import app.istante.server.item.ItemService;
import app.istante.server.plan.PlanService;
import app.istante.server.room.RoomService;
import app.istante.server.room.RoomSettings;
import app.istante.server.shoot.Shoot;
import app.istante.server.shoot.ShootRepository;
import app.istante.server.shoot.ShootService;
import app.istante.server.shoot.Shot;
import app.istante.server.support.IstanteProperties;
import app.istante.server.support.IstanteProperties.DemoPhotos;
import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.LinkedHashSet;
import java.util.List;
import java.util.Locale;
import java.util.Map;
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
  private final ItemService items;
  private final PlanService plans;
  private final RoomService room;

  DemoLoader(
      IstanteProperties properties,
      ShootRepository shoots,
      ShootService planning,
      IntakeService intake,
      ItemService items,
      PlanService plans,
      RoomService room) {
    this.properties = properties;
    this.shoots = shoots;
    this.planning = planning;
    this.intake = intake;
    this.items = items;
    this.plans = plans;
    this.room = room;
  }

  @EventListener(ApplicationReadyEvent.class)
  void load() throws IOException {
    if (!properties.demo() || shoots.count() > 0) {
      return;
    }
    Map<String, Long> ids = stock();
    Shoot shoot = photographed("Soffitta Lumaca, Saturday morning", DemoTakes.morning(), 1);
    room.keep(
        new RoomSettings(
            Places.known().get(0),
            List.of(
                new Pane("Attic window", 90, 45, 780, 1180, 250, 0, 10, Pane.Veil.NONE),
                new Pane("Gable window", 0, 90, 900, 1200, 150, 400, 20, Pane.Veil.NONE)),
            0,
            1100,
            true,
            new RoomCheck.Room(
                3600, 2900, 1200, 750, "shelf by the door", "crate under the table", false)));
    Shoot next = planning.create("Soffitta Lumaca, next Saturday", "tuttocose");
    plans.add(next.id(), List.copyOf(ids.values()), ShotTemplate.SHORT);
    if (properties.demoPhotos() == DemoPhotos.ALL) {
      photographed("Soffitta Lumaca, Sunday", DemoTakes.sunday(), DemoTakes.morning().size() + 1);
    }
    LOG.info("loaded the demo shop; its first shoot is {}", shoot.id());
  }

  /** A shoot with its takes, the files counted on from {@code firstFile}. */
  private Shoot photographed(String name, List<DemoTakes.Shot> taken, int firstFile)
      throws IOException {
    Shoot shoot = planning.create(name, "fieramonda");
    for (DemoShop.Item item : DemoShop.Item.values()) {
      if (taken.stream().noneMatch(s -> s.item() == item)) {
        continue;
      }
      Set<String> roles = new LinkedHashSet<>(List.of("lead", "side", "detail"));
      taken.stream().filter(s -> s.item() == item).forEach(s -> roles.add(s.role()));
      planning.plan(shoot.id(), item.code(), item.title(), item.kind(), new ArrayList<>(roles));
    }
    if (properties.demoPhotos() == DemoPhotos.NONE) {
      return shoot;
    }
    List<Shot> shots = planning.shotsOf(shoot.id());
    for (int i = 0; i < taken.size(); i++) {
      String file = String.format(Locale.ROOT, "take-%02d.jpg", firstFile + i);
      DemoTakes.Shot one = taken.get(i);
      Long shotId =
          shots.stream()
              .filter(s -> s.item().code().equals(one.item().code()))
              .filter(s -> s.role().equals(one.role()))
              .findFirst()
              .map(Shot::id)
              .orElse(null);
      try (InputStream in = getClass().getResourceAsStream("/demo/photos/" + file)) {
        intake.takeIn(shoot.id(), file, in.readAllBytes(), shotId, false);
      }
    }
    return shoot;
  }

  private Map<String, Long> stock() {
    Map<String, Long> ids = new LinkedHashMap<>();
    for (DemoShop.Item item : DemoShop.Item.values()) {
      put(ids, item, DETAILS.get(item.code()));
    }
    return ids;
  }

  private record Detail(long priceCents, double weightG, String traits, String notes) {}

  private static final Map<String, Detail> DETAILS =
      Map.ofEntries(
          Map.entry("SL-01", new Detail(4800, 900, "glossy", "Small chip at the spout, shown.")),
          Map.entry("SL-02", new Detail(1900, 140, "", "")),
          Map.entry("SL-03", new Detail(1200, 85, "white,glossy", "")),
          Map.entry("SL-04", new Detail(3900, 410, "mirror-like,glossy", "")),
          Map.entry("SL-05", new Detail(2600, 210, "printed-text,glossy", "Key included.")),
          Map.entry("SL-06", new Detail(5200, 380, "dark,glossy", "")),
          Map.entry("SL-07", new Detail(4400, 520, "mirror-like", "")),
          Map.entry("SL-08", new Detail(3500, 640, "clear", "")),
          Map.entry("SL-09", new Detail(2200, 160, "soft", "")),
          Map.entry("SL-10", new Detail(1800, 230, "fine", "Three spools.")),
          Map.entry("SL-11", new Detail(3400, 620, "fine", "")),
          Map.entry(
              "SL-12", new Detail(12500, 540, "dark", "Pulls out to 31 cm; the lens is clean.")));

  private void put(Map<String, Long> ids, DemoShop.Item item, Detail detail) {
    ItemFields fields =
        new ItemFields(
            null,
            item.code(),
            item.title(),
            item.kind(),
            item.widthMm(),
            item.depthMm(),
            item.heightMm(),
            detail.weightG(),
            List.of(detail.traits()),
            detail.priceCents(),
            List.of(),
            false,
            null,
            detail.notes(),
            null);
    ids.put(item.code(), items.save(List.of(fields)).get(0).id());
  }
}
