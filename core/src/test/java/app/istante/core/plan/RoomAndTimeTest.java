package app.istante.core.plan;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.plan.SetUp.Ground;
import app.istante.core.plan.SetUp.Light;
import app.istante.core.plan.SetUp.Reach;
import app.istante.core.plan.daylight.Places;
import app.istante.core.plan.schedule.Timings;
import app.istante.core.plan.schedule.Timings.Taken;
import app.istante.core.plan.schedule.Work;
import java.time.Instant;
import java.util.ArrayList;
import java.util.HashSet;
import java.util.List;
import java.util.OptionalInt;
import java.util.Set;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The room, the seller's own pace, cautions, and names that must be read back. */
public class RoomAndTimeTest {
  private static RoomCheck.Room room(double deep, double wide, double tableWide, double tableDeep) {
    return new RoomCheck.Room(deep, wide, tableWide, tableDeep, "shelf", "crate", false);
  }

  @Test
  public void theCameraStandsWhatTheRoomLeaves() {
    // 3600 mm less 500 behind the product and 700 behind the camera.
    RoomCheck.Result result = RoomCheck.of(room(3600, 2900, 1200, 750), 300);
    assertEquals(result.furthestCameraMm(), 2400.0);
    assertEquals(result.sentences(), List.of());
  }

  @Test
  public void aLargeThingInASmallRoomIsToldInCentimetres() {
    // A thing of 700 mm is about 490 deep; its front swells by a tenth from 490 / 2 * 11 = 2695 mm;
    // the room leaves 1300.
    List<String> told = RoomCheck.of(room(2500, 4000, 1000, 900), 700).sentences();
    assertEquals(told.size(), 1, told.toString());
    assertTrue(told.get(0).startsWith("The camera can stand 130 cm away"), told.get(0));
    assertTrue(told.get(0).contains("wants 270 cm"), told.get(0));
  }

  @Test
  public void narrowRoomsAndShallowTablesAreTold() {
    // (2000 - 1200) / 2 = 400 mm beside; a table of 500 mm wants 500 + 150.
    List<String> told = RoomCheck.of(room(5000, 2000, 1200, 500), 300).sentences();
    assertTrue(told.get(0).startsWith("Only 40 cm are free"), told.toString());
    assertTrue(told.get(1).contains("wants 65 cm"), told.toString());
  }

  @Test
  public void waitingAndDonePlacesMustDiffer() {
    RoomCheck.Room same = new RoomCheck.Room(0, 0, 0, 0, "Shelf ", "shelf", true);
    List<String> told = RoomCheck.of(same, 0).sentences();
    assertTrue(told.get(0).contains("same place"), told.toString());
    assertTrue(told.get(1).contains("cables"), told.toString());
    RoomCheck.Room none = new RoomCheck.Room(0, 0, 0, 0, "", "", false);
    assertEquals(RoomCheck.of(none, 0).sentences().size(), 1);
    assertEquals(RoomCheck.of(none, 0).furthestCameraMm(), 0.0, "not known");
  }

  private static List<Taken> everySeconds(int seconds, int shots, String setUp) {
    List<Taken> taken = new ArrayList<>();
    Instant at = Instant.parse("2026-03-14T10:00:00Z");
    for (int shot = 0; shot < shots; shot++) {
      taken.add(new Taken(at.plusSeconds((long) seconds * shot), shot, setUp));
    }
    return taken;
  }

  @Test
  public void ownPaceIsTheMedianOnceThereIsEnoughOfIt() {
    assertEquals(Timings.secondsPerShot(everySeconds(40, 5, "A")), OptionalInt.empty());
    assertEquals(Timings.secondsPerShot(everySeconds(40, 6, "A")), OptionalInt.of(40));
    List<Taken> withBreak = new ArrayList<>(everySeconds(40, 8, "A"));
    Instant later = withBreak.get(7).at().plusSeconds(3600);
    withBreak.add(new Taken(later, 99, "A"));
    assertEquals(Timings.secondsPerShot(withBreak), OptionalInt.of(40), "a break is no shot");
  }

  @Test
  public void furtherTakesOfAShotAreNoShots() {
    List<Taken> taken = new ArrayList<>();
    Instant at = Instant.parse("2026-03-14T10:00:00Z");
    for (int i = 0; i < 20; i++) {
      taken.add(new Taken(at.plusSeconds(3L * i), 7, "A"));
    }
    assertEquals(Timings.secondsPerShot(taken), OptionalInt.empty());
  }

  @Test
  public void aClockThatStandsStillGivesNoShotWithoutTime() {
    assertEquals(Timings.secondsPerShot(everySeconds(0, 9, "A")), OptionalInt.of(5));
  }

  @Test
  public void changeOversAreTimedBetweenSetUps() {
    List<Taken> taken = new ArrayList<>();
    Instant at = Instant.parse("2026-03-14T10:00:00Z");
    for (int i = 0; i < 12; i++) {
      taken.add(new Taken(at.plusSeconds(600L * i), i, i % 2 == 0 ? "A" : "B"));
    }
    assertEquals(Timings.secondsPerChangeOver(taken), OptionalInt.of(600));
    assertEquals(Timings.secondsPerShot(taken), OptionalInt.empty());
  }

  @Test
  public void onlyTheNewestCount() {
    List<Taken> taken = new ArrayList<>(everySeconds(90, 100, "A"));
    Instant at = taken.get(99).at();
    for (int i = 1; i <= 60; i++) {
      taken.add(new Taken(at.plusSeconds(20L * i), 1000 + i, "A"));
    }
    assertEquals(Timings.secondsPerShot(taken), OptionalInt.of(20));
  }

  @Test
  public void lampsGlassAndWeightHaveTheirCautions() {
    SetUp lamps = new SetUp(Ground.LIT_WHITE, Light.SOFT_ABOVE, Reach.TABLE);
    String all = String.join(" ", Cautions.of(lamps, Set.of(Kind.GLASS)));
    assertTrue(all.contains("lamp's maker"), all);
    assertTrue(all.contains("licensed electrician"), all);
    assertTrue(all.contains("not on a chair"), all);
    assertTrue(all.contains("Glass breaks"), all);
    SetUp window = new SetUp(Ground.WHITE, Light.WINDOW, Reach.TABLE);
    assertEquals(Cautions.of(window, Set.of(Kind.RIGID)), List.of());
    assertTrue(Cautions.of(window, Set.of(Kind.LARGE)).get(0).startsWith("Lift close to the body"));
  }

  @Test
  public void everySetUpHasItsOwnNameAndNumber() {
    Set<String> names = new HashSet<>();
    Set<Integer> numbers = new HashSet<>();
    for (Ground ground : Ground.values()) {
      for (Light light : Light.values()) {
        for (Reach reach : Reach.values()) {
          SetUp setUp = new SetUp(ground, light, reach);
          assertTrue(names.add(setUp.id()));
          assertTrue(numbers.add(setUp.number()));
          assertEquals(SetUp.of(setUp.id()), setUp);
          assertTrue(Character.isUpperCase(setUp.label().charAt(0)), setUp.label());
        }
      }
    }
    expectThrows(IllegalArgumentException.class, () -> SetUp.of("white/moonlight/table"));
  }

  @DataProvider
  Object[][] words() {
    return new Object[][] {
      {"white, glossy", Set.of(Trait.WHITE, Trait.GLOSSY)},
      {"Mirror like; printed text", Set.of(Trait.MIRROR_LIKE, Trait.PRINTED_TEXT)},
      {"printed-text / fine", Set.of(Trait.PRINTED_TEXT, Trait.FINE)},
      {"", Set.of()},
      {" , ;", Set.of()},
    };
  }

  @Test(dataProvider = "words")
  public void traitsAreReadAsPeopleWriteThem(String words, Set<Trait> traits) {
    assertEquals(Trait.parse(words), traits);
  }

  @Test
  public void unknownKindsAndTraitsAreNamed() {
    assertTrue(
        expectThrows(IllegalArgumentException.class, () -> Trait.parse("white, shiny"))
            .getMessage()
            .startsWith("trait [shiny] must be one of white, dark"));
    assertTrue(
        expectThrows(IllegalArgumentException.class, () -> Kind.of("toy"))
            .getMessage()
            .startsWith("kind [toy] must be one of rigid, soft"));
    assertEquals(Kind.of("Clear glass"), Kind.GLASS, "its label is understood too");
  }

  @Test
  public void templatesRefuseWhatNoScreenCouldShow() {
    ShotTemplate.Shot lead = new ShotTemplate.Shot("lead", "whole", "", "", true);
    expectThrows(
        IllegalArgumentException.class, () -> new ShotTemplate("rigid", "middle", List.of(lead)));
    expectThrows(
        IllegalArgumentException.class, () -> new ShotTemplate("rigid", "short", List.of()));
    expectThrows(
        IllegalArgumentException.class, () -> new ShotTemplate("toy", "short", List.of(lead)));
    expectThrows(
        IllegalArgumentException.class,
        () -> new ShotTemplate.Shot("lead", "sideways", "", "", true));
    expectThrows(
        IllegalArgumentException.class, () -> new ShotTemplate.Shot("hero", "whole", "", "", true));
  }

  @Test
  public void placesAreUniqueAndOnEarth() {
    Set<String> names = new HashSet<>();
    Places.known().forEach(place -> assertTrue(names.add(place.name()), place.name()));
    assertTrue(names.size() >= 20);
  }

  @Test
  public void workRefusesWhatCannotBePlanned() {
    Work.Item item = new Work.Item("A", 0, 1, false);
    Work.Hours hours = new Work.Hours(new Work.Span(0, 60), List.of(), List.of(), List.of());
    Work.Shot stranger = new Work.Shot(1, "B", "S", 10, Work.Light.ANY, true);
    assertTrue(
        expectThrows(
                IllegalArgumentException.class,
                () -> new Work(List.of(item), List.of(stranger), hours, (a, b) -> 0, null, false))
            .getMessage()
            .contains("[B]"));
    expectThrows(IllegalArgumentException.class, () -> new Work.Span(10, 9));
    expectThrows(IllegalArgumentException.class, () -> new Work.Item("A", -1, 0, false));
    expectThrows(
        IllegalArgumentException.class, () -> new Work.Shot(1, "A", "S", 0, Work.Light.ANY, true));
    assertFalse(new Work(List.of(item), List.of(), hours, (a, b) -> 0, null, false).helper());
  }
}
