package app.istante.core.sim;

/** Light that comes straight from the lamps, past all that stands between. */
final class StraightLight {
  /** Glass keeps back this much of a lamp's light on the way through a surface. */
  private static final double GLASS_LETS_THROUGH = 0.75;

  private final Source[] sources;
  private final Sweep ground;
  private final BodyGroup things;
  private final Body[] surroundings;

  StraightLight(Source[] sources, Sweep ground, BodyGroup things, Body[] surroundings) {
    this.sources = sources;
    this.ground = ground;
    this.things = things;
    this.surroundings = surroundings;
  }

  /** Whether the path runs into a lamp before it meets anything: then it takes its light. */
  boolean seen(LightPath path, double farthest) {
    for (int i = 0; i < sources.length; i++) {
      if (sources[i].seenFrom(path.ox, path.oy, path.oz, path.dx, path.dy, path.dz, farthest)) {
        path.receive(i, 1);
        return true;
      }
    }
    return false;
  }

  /** Light straight from the lamps; all of them where the camera looks, later one drawn by lot. */
  void draw(LightPath path, int bounce, boolean noteShadow) {
    if (sources.length == 0) {
      return;
    }
    if (bounce <= 1) {
      for (int i = 0; i < sources.length; i++) {
        path.random.pair(Sampler.USE_LAMPS + bounce * sources.length + i);
        draw(path, i, 1, noteShadow);
      }
    } else {
      int i = (int) (path.random.next() * sources.length);
      path.random.u = path.random.next();
      path.random.v = path.random.next();
      draw(path, i, sources.length, false);
    }
  }

  private void draw(LightPath path, int i, double weight, boolean noteShadow) {
    Source source = sources[i];
    double form = source.draw(path);
    if (form <= 0) {
      return;
    }
    double open = openness(path);
    if (open > 0) {
      path.receive(i, weight * form * open);
    }
    if (noteShadow && path.blockedByProduct) {
      path.kept[i] +=
          weight
              * form
              * (1 - open)
              * (0.2126 * path.red + 0.7152 * path.green + 0.0722 * path.blue);
    }
  }

  /** 1 free, 0 blocked on the way to the drawn point of a lamp; clear glass takes a part. */
  private double openness(LightPath path) {
    double ox = path.ox + path.nx * 1e-2;
    double oy = path.oy + path.ny * 1e-2;
    double oz = path.oz + path.nz * 1e-2;
    path.blockedByProduct = false;
    double open = 1;
    if (things.near(ox, oy, oz, path.lx, path.ly, path.lz)) {
      for (Body body : things.bodies()) {
        open *= lets(path, body, ox, oy, oz);
        if (open == 0) {
          return 0;
        }
      }
    }
    for (Body body : surroundings) {
      open *= lets(path, body, ox, oy, oz);
      if (open == 0) {
        return 0;
      }
    }
    // The sheet itself shades what lies behind it.
    Hit hit = path.shadow;
    hit.clear(path.lampDistance - 1);
    return ground.meet(ox, oy, oz, path.lx, path.ly, path.lz, hit) ? 0 : open;
  }

  private static double lets(LightPath path, Body body, double ox, double oy, double oz) {
    Hit hit = path.shadow;
    hit.clear(path.lampDistance - 1);
    if (!body.meet(ox, oy, oz, path.lx, path.ly, path.lz, hit)) {
      return 1;
    }
    path.blockedByProduct |= body.part() == Body.Part.PRODUCT;
    Material material = body.material();
    if (material.finish() == Material.Finish.GLASS) {
      return GLASS_LETS_THROUGH;
    }
    return 1 - material.cover();
  }
}
