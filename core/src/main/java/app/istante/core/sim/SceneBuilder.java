package app.istante.core.sim;

import app.istante.core.colour.ColourTemperature;
import app.istante.core.set.Card;
import app.istante.core.set.Lamp;
import app.istante.core.set.Point;
import app.istante.core.set.SetCamera;
import app.istante.core.set.SetRoom;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Surface;
import app.istante.core.set.Thing;
import app.istante.core.set.Window;
import java.util.ArrayList;
import java.util.List;

/** Makes a described set into what the tracer sees; light in cd/m². */
final class SceneBuilder {
  private SceneBuilder() {}

  static Scene of(StandingSet set) {
    List<Body> bodies = new ArrayList<>(room(set.room()));
    for (Card card : set.cards()) {
      bodies.add(board(card));
    }
    for (Thing thing : set.things()) {
      bodies.addAll(placed(thing));
    }
    return new Scene(
        bodies, new Sweep(set.ground()), lights(set), glow(set), Vec.ZERO, view(set.camera()));
  }

  /** How strong each layer of light burns; follows powers and colours, not places. */
  static Vec[] powers(StandingSet set) {
    return Scene.powers(lights(set), glow(set), Vec.ZERO);
  }

  private static List<Body> room(SetRoom room) {
    double depth = room.behindMm() + room.frontMm();
    double middle = (room.frontMm() - room.behindMm()) / 2;
    Vec walls = Vec.of(Surface.reflectance(room.wallColour()));
    Vec floor = Vec.of(Surface.reflectance(room.floorColour()));
    double bottom = -room.tableHeightMm();
    Body shell =
        Body.at(
                new Block(room.widthMm(), room.heightMm(), depth),
                Material.matte(walls),
                0,
                bottom,
                middle)
            .as(Body.Part.ROOM);
    Body boards =
        Body.at(new Block(room.widthMm(), 5, depth), Material.matte(floor), 0, bottom, middle)
            .as(Body.Part.ROOM);
    double tableDepth = room.tableBehindMm() + room.tableFrontMm();
    Body table =
        Body.at(
                new Block(room.tableWidthMm(), 30, tableDepth),
                Material.matte(Vec.of(Surface.reflectance(room.tableColour()))),
                0,
                // The sheet lies on the table; a hair's breadth keeps the two apart.
                -30.3,
                (room.tableFrontMm() - room.tableBehindMm()) / 2)
            .as(Body.Part.SURROUNDING);
    return List.of(shell, boards, table);
  }

  private static Body board(Card card) {
    double share = card.kind().reflectance();
    Material face =
        switch (card.kind()) {
          case WHITE, BLACK -> Material.matte(share, share, share);
          case SILVER -> Material.metal(share, share, share, 0.35);
          case MIRROR -> Material.metal(share, share, share, 0);
        };
    Vec to = Vec.of(card.aim()).minus(Vec.of(card.at())).unit();
    double turn = Math.toDegrees(Math.atan2(to.x(), to.z()));
    double tip = -Math.toDegrees(Math.asin(to.y()));
    Plate plate = new Plate(card.widthMm(), card.heightMm(), card.holeMm());
    Body upright = new Body(plate, face, Body.Part.SURROUNDING, Vec.ZERO, 1, turn, 0, tip);
    // The plate turns about its lower edge; its middle belongs where the card stands.
    return upright.moved(Vec.of(card.at()).minus(upright.middle()));
  }

  static List<Body> placed(Thing thing) {
    List<Body> bodies =
        thing.what().equals("slip") ? Cards.slip(thing.text()) : Shelf.bodies(thing.what());
    Vec place = new Vec(thing.x(), 0, thing.z());
    return bodies.stream()
        .map(
            body ->
                body.scaled(thing.scale())
                    .turned(thing.turnDegrees())
                    .leaned(thing.leanDegrees())
                    .moved(place))
        .toList();
  }

  private static List<Light> lights(StandingSet set) {
    List<Light> lights = new ArrayList<>();
    for (Lamp lamp : set.lamps()) {
      double[] rgb = new ColourTemperature(lamp.kelvin(), lamp.tint()).linear();
      lights.add(
          new Light.Face(
              Vec.of(lamp.at()),
              Vec.of(lamp.aim()),
              lamp.widthMm(),
              lamp.heightMm(),
              Vec.of(rgb).times(lamp.luminance())));
    }
    for (Window window : set.windows()) {
      Light.Face pane = pane(window);
      lights.add(pane);
      if (window.sunLux() > 0) {
        lights.add(beam(window, pane));
      }
    }
    return lights;
  }

  private static Light.Face pane(Window window) {
    return new Light.Face(
        Vec.of(window.at()),
        Vec.of(window.aim()),
        window.widthMm(),
        window.heightMm(),
        Vec.of(new ColourTemperature(window.kelvin(), 0).linear()).times(window.skyLuminance()));
  }

  private static Light.Beam beam(Window window, Light.Face pane) {
    Vec out = pane.facing().times(-1);
    double up = Math.toRadians(window.sunUpDegrees());
    double side = Math.toRadians(window.sunRightDegrees());
    Vec level = new Vec(out.x(), 0, out.z()).unit();
    // Looking out, right is the level direction turned clockwise seen from above.
    Vec right = new Vec(-level.z(), 0, level.x());
    Vec to =
        level
            .times(Math.cos(up) * Math.cos(side))
            .plus(right.times(Math.cos(up) * Math.sin(side)))
            .plus(new Vec(0, Math.sin(up), 0));
    // Sunlight at the window: a little warmer than the whole sky's daylight.
    Vec colour = Vec.of(new ColourTemperature(5200, 0).linear());
    return new Light.Beam(pane, to.unit(), colour.times(window.sunLux()));
  }

  private static Vec glow(StandingSet set) {
    double lumens = set.ground().glowLumens();
    if (lumens == 0) {
      return Vec.ZERO;
    }
    // Both faces of the sheet give light: half of it goes backwards.
    double luminance =
        lumens / 2 / (Math.PI * set.ground().widthMm() * set.ground().lengthMm() * 1e-6);
    return Vec.of(new ColourTemperature(set.ground().glowKelvin(), 0).linear()).times(luminance);
  }

  private static Scene.View view(SetCamera camera) {
    Point at = camera.at();
    double radius = camera.lens().focalLengthMm() / camera.lens().fNumber() / 2;
    double half = camera.fieldHeightMm(1) / 2;
    return new Scene.View(
        Vec.of(at),
        Vec.of(camera.aim()),
        2 * Math.toDegrees(Math.atan(half)),
        camera.handling().rollDegrees(),
        radius,
        camera.focusedMm(),
        camera.lens().distortion());
  }
}
