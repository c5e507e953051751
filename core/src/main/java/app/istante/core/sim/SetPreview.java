package app.istante.core.sim;

import app.istante.core.set.Ground;
import app.istante.core.set.Lamp;
import app.istante.core.set.SetCamera;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Window;

/**
 * The picture of a set while someone changes it. Light is kept lamp by lamp: power, colour,
 * exposure, balance and ISO only mix it anew; what moves something needs another preview. Safe for
 * several threads, one at a time.
 */
public final class SetPreview {
  private static final long SEED = 1;

  /** How a preview goes on beside other work on the same machine. */
  public interface Pace {
    Pace FULL =
        new Pace() {
          @Override
          public void giveWay() {
            // Nothing else is more urgent.
          }

          @Override
          public boolean stillWanted() {
            return true;
          }
        };

    /** Called before each row, by several threads: may wait while something urgent is computed. */
    void giveWay();

    /** Asked between passes: whether somebody still waits for a finer picture. */
    boolean stillWanted();
  }

  private final StandingSet places;
  private final PathTracer tracer;
  private final LightLayers light;

  public SetPreview(StandingSet set, int width, int height) {
    places = placesOf(set);
    Scene scene = SceneBuilder.of(set);
    tracer = new PathTracer(scene, width, height, SEED);
    light = new LightLayers(width, height, scene.layers());
  }

  /** The set without what only mixes light: equal for sets that share their light. */
  public static StandingSet placesOf(StandingSet set) {
    Ground g = set.ground();
    SetCamera c = set.camera();
    return new StandingSet(
        "",
        set.room(),
        g.glowing(g.glowLumens() > 0 ? 1 : 0, 5000),
        set.lamps().stream()
            .map(l -> new Lamp("", l.at(), l.aim(), l.widthMm(), l.heightMm(), 1, 5000, 0, 1, 1))
            .toList(),
        set.windows().stream()
            .map(
                w ->
                    new Window(
                        w.at(),
                        w.aim(),
                        w.widthMm(),
                        w.heightMm(),
                        1,
                        5000,
                        w.sunLux() > 0 ? 1 : 0,
                        w.sunLux() > 0 ? w.sunRightDegrees() : 0,
                        w.sunLux() > 0 ? w.sunUpDegrees() : 0))
            .toList(),
        set.cards(),
        set.things(),
        c.with(
                new SetCamera.Sensor(
                    c.sensor().widthMm(),
                    c.sensor().heightMm(),
                    c.sensor().widthPx(),
                    c.sensor().heightPx(),
                    false))
            .with(
                new SetCamera.Lens(
                    c.lens().focalLengthMm(), c.lens().fNumber(), c.lens().distortion(), 0))
            .with(new SetCamera.Settings(c.settings().focusMm(), true, 1, 0, 100, 0, 0))
            .shake(0, 0));
  }

  /** Whether this light is that set's. */
  public boolean lights(StandingSet set) {
    return places.equals(placesOf(set));
  }

  public synchronized int passes() {
    return light.passes();
  }

  /**
   * Follows more light, at least one pass where none was made, then on until the time is up or
   * nobody wants more.
   *
   * @return passes made so far
   */
  public synchronized int follow(long millis, int most, Pace pace) {
    long end = System.nanoTime() + millis * 1_000_000;
    while (light.passes() < most && (light.passes() == 0 || pace.stillWanted())) {
      long before = System.nanoTime();
      tracer.follow(light, 1, pace::giveWay);
      long after = System.nanoTime();
      // Not begun where it would end late.
      if (after + (after - before) > end) {
        break;
      }
    }
    return light.passes();
  }

  /** The set's picture from the light so far; at least one pass must have been followed. */
  public synchronized SimulatedPhoto photo(StandingSet set) {
    return SimulatedCamera.develop(set, light.mix(SceneBuilder.powers(set)), SEED);
  }
}
