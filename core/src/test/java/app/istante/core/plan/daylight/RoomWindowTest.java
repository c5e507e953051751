package app.istante.core.plan.daylight;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertThrows;
import static org.testng.Assert.assertTrue;

import app.istante.core.set.Arrangements;
import app.istante.core.set.Point;
import app.istante.core.set.SetRoom;
import app.istante.core.set.Thing;
import app.istante.core.set.Window;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class RoomWindowTest {
  private static final Sun MORNING = new Sun(120, 25);
  private static final SetRoom ROOM =
      Arrangements.of("two-lamps", Thing.of("grey-ball"), 70, 70).room();

  private static Pane pane(double tilt, double sill, Pane.Veil veil) {
    return new Pane("Pane", 90, tilt, 1000, 1200, sill, 0, 0, veil);
  }

  @DataProvider
  public Object[][] panes() {
    return new Object[][] {
      {pane(90, 100, Pane.Veil.NONE), 900, Sky.OVERCAST},
      {pane(90, 100, Pane.Veil.NONE), 900, Sky.CLEAR},
      {pane(90, 300, Pane.Veil.WHITE_SHEET), 1400, Sky.CLEAR},
      {pane(45, 500, Pane.Veil.NONE), 1200, Sky.OVERCAST},
    };
  }

  /** The set's calculators must find at the product what the daylight planner promised there. */
  @Test(dataProvider = "panes")
  public void itGivesTheLightThatTheDayPromises(Pane pane, double tableMm, Sky sky) {
    Window window = RoomWindow.of(pane, tableMm, sky, MORNING, ROOM);
    double promised = new TableLight(pane, tableMm).skyLux(sky, MORNING);
    assertEquals(window.skyLuxFacing(new Point(0, 0, 0)), promised, 1e-6 * promised);
    assertTrue(window.at().x() < 0 && window.at().y() > pane.sillMm());
  }

  /** Far off a pane is a point: E = L A cos / d². */
  @Test
  public void farOffItFollowsTheInverseSquare() {
    Window window = RoomWindow.of(pane(90, -600, Pane.Veil.NONE), 900, Sky.CLEAR, MORNING, ROOM);
    Point far = new Point(15_000, window.at().y(), 0);
    double away = far.x() - window.at().x();
    double expected = window.skyLuminance() * 1000 * 1200 / (away * away);
    assertEquals(window.skyLuxFacing(far), expected, 0.004 * expected);
  }

  @Test
  public void theSunShinesInFromWhereItStands() {
    Window window = RoomWindow.of(pane(90, 100, Pane.Veil.NONE), 900, Sky.CLEAR, MORNING, ROOM);
    assertEquals(window.sunRightDegrees(), 30, 1e-9, "south-east, seen from an east window");
    assertEquals(window.sunUpDegrees(), 25, 1e-9);
    double outside = Sky.CLEAR.directLux(25);
    assertEquals(window.sunLux(), outside * Pane.GLASS_PASSES, 1e-6 * outside);
    Sun behindTheHouse = new Sun(280, 25);
    assertEquals(
        RoomWindow.of(pane(90, 100, Pane.Veil.NONE), 900, Sky.CLEAR, behindTheHouse, ROOM).sunLux(),
        0.0);
  }

  @Test
  public void aNarrowRoomKeepsTheLight() {
    SetRoom narrow =
        new SetRoom(
            1500,
            ROOM.behindMm(),
            ROOM.frontMm(),
            ROOM.heightMm(),
            ROOM.wallColour(),
            ROOM.floorColour(),
            ROOM.tableHeightMm(),
            1200,
            ROOM.tableBehindMm(),
            ROOM.tableFrontMm(),
            ROOM.tableColour());
    Pane pane = pane(90, 100, Pane.Veil.NONE);
    Window there = RoomWindow.of(pane, 1800, Sky.OVERCAST, MORNING, narrow);
    assertTrue(there.at().x() > -750, "inside the set's wall");
    double promised = new TableLight(pane, 1800).skyLux(Sky.OVERCAST, MORNING);
    assertEquals(there.skyLuxFacing(new Point(0, 0, 0)), promised, 1e-6 * promised);
  }

  @Test
  public void atNightItSaysSo() {
    assertThrows(
        IllegalArgumentException.class,
        () -> RoomWindow.of(pane(90, 100, Pane.Veil.NONE), 900, Sky.CLEAR, new Sun(0, -20), ROOM));
  }
}
