package app.istante.server.room;

import app.istante.core.plan.RoomCheck;
import app.istante.core.plan.daylight.Pane;
import app.istante.core.plan.daylight.Place;
import app.istante.core.plan.daylight.Places;

/**
 * Where the table stands.
 *
 * @param tableMm from the window to the product
 * @param shutter the window can be made dark, so that lamps may burn while the sun shines in
 */
public record RoomSettings(
    Place place, Pane pane, double tableMm, boolean shutter, RoomCheck.Room room) {

  static RoomSettings usual() {
    return new RoomSettings(
        Places.known().get(0),
        new Pane("Window", 90, 90, 1000, 1200, 100, 0, 15, Pane.Veil.NONE),
        900,
        false,
        new RoomCheck.Room(0, 0, 0, 0, "", "", false));
  }
}
