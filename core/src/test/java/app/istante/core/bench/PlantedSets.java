package app.istante.core.bench;

import app.istante.core.set.Arrangements;
import app.istante.core.set.Lamp;
import app.istante.core.set.LampDistance;
import app.istante.core.set.Point;
import app.istante.core.set.SetCamera;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import app.istante.core.sim.SetPreview;
import app.istante.core.sim.Shelf;
import app.istante.core.sim.SimulatedPhoto;
import java.util.ArrayList;
import java.util.List;

/**
 * Sets with faults planted on purpose, and their photographs. Light once followed is used again.
 */
final class PlantedSets {
  private static final double BALANCE_KELVIN = 5000;

  private final int width;
  private final int height;
  private final int passes;
  private SetPreview light;

  /**
   * @param passes paths a pixel: few, as the faults are plain
   */
  PlantedSets(int width, int height, int passes) {
    this.width = width;
    this.height = height;
    this.passes = passes;
  }

  SimulatedPhoto photograph(StandingSet set) {
    if (light == null || !light.lights(set)) {
      light = new SetPreview(set, width, height);
      light.follow(Long.MAX_VALUE / 2_000_000, passes, SetPreview.Pace.FULL);
    }
    return light.photo(set);
  }

  /** An arrangement, exposed by hand by what an automatic camera chooses and some stops more. */
  StandingSet built(String arrangement, String name, double stops) {
    Shelf.ShelfThing thing = Shelf.entry(name);
    StandingSet set =
        Arrangements.of(arrangement, Thing.of(name), thing.heightMm(), thing.widthMm());
    set = set.with(set.camera().balance(BALANCE_KELVIN, 0).automatic(0));
    double seconds = photograph(set).truth().seconds();
    return set.with(set.camera().seconds(seconds * Math.pow(2, stops)));
  }

  static StandingSet exposed(StandingSet set, double stops) {
    return set.with(set.camera().seconds(set.camera().settings().seconds() * Math.pow(2, stops)));
  }

  /** The right lamp this many times as far. */
  static StandingSet oneFar(StandingSet set, double times) {
    List<Lamp> lamps = new ArrayList<>(set.lamps());
    lamps.set(1, LampDistance.moved(lamps.get(1), times * lamps.get(1).distanceMm()));
    return set.withLamps(lamps);
  }

  static StandingSet handled(StandingSet set, double rollDegrees, double shakeMilliradians) {
    return set.with(set.camera().with(new SetCamera.Handling(rollDegrees, shakeMilliradians, 30)));
  }

  /**
   * Focused at a share of the thing's distance, wide open so that it shows, as bright as before.
   */
  static StandingSet focused(StandingSet set, double share, double open) {
    SetCamera camera = set.camera();
    double less = Math.pow(open / camera.lens().fNumber(), 2);
    return set.with(
        camera
            .aperture(open)
            .seconds(less * camera.settings().seconds())
            .focus(share * camera.distanceMm()));
  }

  /** Another ISO setting, as bright as before. */
  static StandingSet iso(StandingSet set, int value) {
    SetCamera.Settings now = set.camera().settings();
    return set.with(set.camera().iso(value).seconds(now.seconds() * now.iso() / value));
  }

  static StandingSet focal(StandingSet set, double times) {
    return set.with(set.camera().focal(times * set.camera().lens().focalLengthMm()));
  }

  static StandingSet placed(StandingSet set, double x) {
    return set.withThings(List.of(set.things().get(0).placed(x, 0)));
  }

  /** The camera raised about what it looks at, until it looks down by so much. */
  static StandingSet raised(StandingSet set, double downDegrees) {
    SetCamera camera = set.camera();
    double down = Math.toRadians(downDegrees);
    Point at =
        new Point(
            camera.aim().x(),
            camera.aim().y() + camera.distanceMm() * Math.sin(down),
            camera.aim().z() + camera.distanceMm() * Math.cos(down));
    return set.with(camera.at(at));
  }

  static StandingSet glossy(StandingSet set, double gloss) {
    return set.with(set.ground().worn(gloss, set.ground().grain(), 0, 0));
  }
}
