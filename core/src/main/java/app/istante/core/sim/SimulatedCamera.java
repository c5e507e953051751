package app.istante.core.sim;

import app.istante.core.image.EncodedImage;
import app.istante.core.set.StandingSet;
import java.util.List;

/** Takes a photograph of a simulated set and writes down the truth beside it. */
public final class SimulatedCamera {
  /** Passes between two reports of progress. */
  private static final int PASSES_AT_ONCE = 4;

  private SimulatedCamera() {}

  /** Told how many of all passes are done; returns whether to go on. */
  @FunctionalInterface
  public interface Progress {
    boolean on(int done, int all);
  }

  /**
   * A whole photograph.
   *
   * @param samples paths for each pixel: 16 for a look, 64 for a demo photo
   * @return null where progress said to stop
   */
  public static SimulatedPhoto take(
      StandingSet set, int width, int height, int samples, long seed, Progress progress) {
    Rendering light = light(set, width, height, samples, seed, progress);
    return light == null ? null : develop(set, light, seed);
  }

  /** The light alone, to be developed more than once; null where progress said to stop. */
  public static Rendering light(
      StandingSet set, int width, int height, int samples, long seed, Progress progress) {
    PathTracer tracer = new PathTracer(SceneBuilder.of(set), width, height, seed);
    Vec[] powers = SceneBuilder.powers(set);
    LightLayers light = new LightLayers(width, height, 1);
    while (light.passes() < samples) {
      tracer.followMixed(light, Math.min(PASSES_AT_ONCE, samples - light.passes()), powers);
      if (!progress.on(light.passes(), samples)) {
        return null;
      }
    }
    return light.mix(new Vec[] {Vec.ONE});
  }

  public static SimulatedPhoto take(
      StandingSet set, int width, int height, int samples, long seed) {
    return take(set, width, height, samples, seed, (done, all) -> true);
  }

  /** Develops light in cd/m² with the set's camera. */
  static SimulatedPhoto develop(StandingSet set, Rendering light, long seed) {
    Developing developing = new Developing(set.camera(), light.width(), light.height());
    Developing.Exposed exposed = developing.expose(light);
    EncodedImage picture = developing.draw(exposed.planes(), seed);
    float[] defocus = developing.defocusPx(light);
    SimulatedPhoto.Truth truth =
        TruthOf.light(
            light,
            exposed.planes(),
            exposed.softSigmaPx(),
            defocus,
            exposed.shakePx(),
            set.camera().handling().rollDegrees(),
            exposed.seconds(),
            TruthOf.patches(set, light, exposed.planes()));
    return new SimulatedPhoto(picture, light.cover(), shadow(light), defocus, truth);
  }

  static SimulatedPhoto take(
      Scene scene, CameraEffects effects, int width, int height, int grid, long seed) {
    Rendering light = PathTracer.render(scene, width, height, grid, seed);
    return develop(light, scene.view().rollDegrees(), effects, seed);
  }

  /** A take of a demo shop's item with effects laid over it. */
  public static SimulatedPhoto take(
      DemoShop.Item item,
      DemoShop.Set set,
      CameraEffects effects,
      int width,
      int height,
      int grid,
      long seed) {
    return take(set.of(item), effects, width, height, grid, seed);
  }

  /** The light alone of a demo shop's item, to be developed more than once. */
  public static Rendering light(
      DemoShop.Item item, DemoShop.Set set, int width, int height, int grid, long seed) {
    return PathTracer.render(set.of(item), width, height, grid, seed);
  }

  /** Another exposure of light already computed: no new paths are followed. */
  public static SimulatedPhoto develop(
      Rendering light, double rollDegrees, CameraEffects effects, long seed) {
    float[][] exposed = effects.expose(light);
    EncodedImage picture = effects.develop(exposed, light.width(), light.height(), seed);
    SimulatedPhoto.Truth truth =
        TruthOf.light(
            light,
            exposed,
            effects.blurSigmaPx(),
            new float[0],
            effects.shakePx(),
            rollDegrees,
            0,
            List.of());
    return new SimulatedPhoto(picture, light.cover(), shadow(light), new float[0], truth);
  }

  private static float[] shadow(Rendering light) {
    float[] out = new float[light.cover().length];
    for (int i = 0; i < out.length; i++) {
      out[i] = (float) light.shadow(i);
    }
    return out;
  }
}
