package app.istante.server.setup;

import app.istante.core.plan.RoomCheck;
import app.istante.core.plan.daylight.RoomWindow;
import app.istante.core.plan.daylight.Sky;
import app.istante.core.plan.daylight.Sun;
import app.istante.core.set.Arrangements;
import app.istante.core.set.SetRoom;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import app.istante.core.set.Window;
import app.istante.server.room.RoomService;
import app.istante.server.room.RoomSettings;
import java.time.LocalDateTime;
import org.springframework.stereotype.Component;

/** Puts a set into the room that the seller has described, as far as it is known. */
@Component
class SetInRoom {
  private final RoomService room;

  SetInRoom(RoomService room) {
    this.room = room;
  }

  /** Where the set does not fit into that room, it stays in its own: the room check says so. */
  StandingSet fitted(StandingSet set) {
    RoomCheck.Room own = room.settings().room();
    SetRoom usual = set.room();
    double behind =
        own.tableDepthMm() > 0
            ? Math.max(usual.tableBehindMm(), own.tableDepthMm() - usual.tableFrontMm()) + 50
            : usual.behindMm();
    try {
      return new StandingSet(
          set.name(),
          new SetRoom(
              own.widthMm() > 0 ? own.widthMm() : usual.widthMm(),
              behind,
              own.depthMm() > 0 ? own.depthMm() - behind : usual.frontMm(),
              usual.heightMm(),
              usual.wallColour(),
              usual.floorColour(),
              usual.tableHeightMm(),
              own.tableWidthMm() > 0 ? own.tableWidthMm() : usual.tableWidthMm(),
              usual.tableBehindMm(),
              usual.tableFrontMm(),
              usual.tableColour()),
          set.ground(),
          set.lamps(),
          set.windows(),
          set.cards(),
          set.things(),
          set.camera());
    } catch (IllegalArgumentException doesNotFit) {
      return set;
    }
  }

  /**
   * The window in use as a lamp, at an hour of its place's clock, in a usual room where the own is
   * not known.
   */
  Window window(LocalDateTime at, Sky sky) {
    RoomSettings settings = room.settings();
    Sun sun = Sun.at(settings.place(), at.atZone(settings.place().zoneId()).toInstant());
    SetRoom where = fitted(Arrangements.of("two-lamps", Thing.of("grey-ball"), 70, 70)).room();
    return RoomWindow.of(settings.windowInUse(), settings.tableMm(), sky, sun, where);
  }
}
