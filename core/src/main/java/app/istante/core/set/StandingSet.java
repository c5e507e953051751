package app.istante.core.set;

import java.util.List;

/**
 * A set-up as it stands: all that is needed to build it again, to compute its light and to take its
 * picture. Kept, it is a recipe. The open format of {@code ./istante render}.
 */
public record StandingSet(
    String name,
    SetRoom room,
    Ground ground,
    List<Lamp> lamps,
    List<Window> windows,
    List<Card> cards,
    List<Thing> things,
    SetCamera camera) {
  private static final int MOST_LIGHTS = 8;

  public StandingSet {
    name = name == null ? "" : name;
    Require.there("The room", room);
    Require.there("The ground", ground);
    Require.there("The camera", camera);
    lamps = lamps == null ? List.of() : List.copyOf(lamps);
    windows = windows == null ? List.of() : List.copyOf(windows);
    cards = cards == null ? List.of() : List.copyOf(cards);
    things = things == null ? List.of() : List.copyOf(things);
    if (lamps.size() + windows.size() > MOST_LIGHTS) {
      throw new IllegalArgumentException("A set has at most eight lamps and windows.");
    }
    if (cards.size() > 12 || things.size() > 40) {
      throw new IllegalArgumentException("A set has at most 12 cards and 40 things.");
    }
    // The camera and the lamps stand in the room, or light and sight end at a wall.
    inside(room, camera.at(), "The camera");
    for (Lamp lamp : lamps) {
      inside(room, lamp.at(), "The lamp " + lamp.name());
    }
  }

  private static void inside(SetRoom room, Point at, String what) {
    boolean in =
        Math.abs(at.x()) < room.widthMm() / 2
            && at.z() > -room.behindMm()
            && at.z() < room.frontMm()
            && at.y() > -room.tableHeightMm()
            && at.y() < room.heightMm() - room.tableHeightMm();
    if (!in) {
      throw new IllegalArgumentException(
          what + " would stand outside the room. Move it in, or make the room larger.");
    }
  }

  public StandingSet with(SetCamera other) {
    return new StandingSet(name, room, ground, lamps, windows, cards, things, other);
  }

  public StandingSet with(Ground other) {
    return new StandingSet(name, room, other, lamps, windows, cards, things, camera);
  }

  public StandingSet withLamps(List<Lamp> other) {
    return new StandingSet(name, room, ground, other, windows, cards, things, camera);
  }

  public StandingSet withThings(List<Thing> other) {
    return new StandingSet(name, room, ground, lamps, windows, cards, other, camera);
  }

  public StandingSet withCards(List<Card> other) {
    return new StandingSet(name, room, ground, lamps, windows, other, things, camera);
  }

  public StandingSet named(String other) {
    return new StandingSet(other, room, ground, lamps, windows, cards, things, camera);
  }
}
