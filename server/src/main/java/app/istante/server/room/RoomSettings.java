package app.istante.server.room;

import app.istante.core.plan.RoomCheck;
import app.istante.core.plan.daylight.Pane;
import app.istante.core.plan.daylight.Place;
import app.istante.core.plan.daylight.Places;
import java.util.List;

/**
 * Where the table stands.
 *
 * @param panes the windows of the room, at least one
 * @param used which of them the table stands at, 0 is the first
 * @param tableMm from that window to the product
 * @param shutter the window can be made dark, so that lamps may burn while the sun shines in
 */
public record RoomSettings(
    Place place, List<Pane> panes, int used, double tableMm, boolean shutter, RoomCheck.Room room) {
  public RoomSettings {
    if (panes == null || panes.isEmpty() || used < 0 || used >= panes.size()) {
      throw new IllegalArgumentException("Choose the window that the table stands at.");
    }
    panes = List.copyOf(panes);
  }

  /** The window that the table stands at. */
  public Pane windowInUse() {
    return panes.get(used);
  }

  static RoomSettings usual() {
    return new RoomSettings(
        Places.known().get(0),
        List.of(new Pane("Window", 90, 90, 1000, 1200, 100, 0, 15, Pane.Veil.NONE)),
        0,
        900,
        false,
        new RoomCheck.Room(0, 0, 0, 0, "", "", false));
  }
}
