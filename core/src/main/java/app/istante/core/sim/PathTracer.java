package app.istante.core.sim;

import app.istante.core.set.Projection;
import java.util.function.Predicate;
import java.util.stream.IntStream;

/**
 * Follows random paths backwards from the lens (Kajiya 1986, "The rendering equation"), through a
 * thin lens (Cook, Porter and Carpenter 1984), with every lamp sampled directly at the first matte
 * meeting and one of them at each later one; Russian roulette ends paths without bias (Arvo and
 * Kirk 1990). Deterministic: every pixel and pass has its own seeded numbers, whatever the threads
 * do.
 */
final class PathTracer {
  private static final int MOST_BOUNCES = 24;
  private static final double FAR = 1e9;

  /** Late bounces bring little: fewer of them are followed, each counting for more. */
  private static final double ROULETTE = 0.7;

  private final Scene scene;
  private final BodyGroup things;
  private final Body[] surroundings;
  private final Body[] walls;
  private final StraightLight lamps;
  private final int layers;
  private final int glowLayer;
  private final int roomLayer;
  private final Projection projection;
  private final double lensRadius;
  private final double focus;
  private final double[] forward;
  private final double[] right;
  private final double[] up;
  private final double[] eye;
  private final int width;
  private final int height;
  private final long seed;

  PathTracer(Scene scene, int width, int height, long seed) {
    this.scene = scene;
    this.things =
        new BodyGroup(parts(b -> b.part() == Body.Part.PRODUCT || b.part() == Body.Part.CARD));
    this.surroundings = parts(b -> b.part() == Body.Part.SURROUNDING);
    this.walls = parts(b -> b.part() == Body.Part.ROOM);
    this.lamps = new StraightLight(Source.of(scene.lights()), scene.ground(), things, surroundings);
    this.layers = scene.layers();
    this.glowLayer = layers - 2;
    this.roomLayer = layers - 1;
    Scene.View view = scene.view();
    this.projection =
        new Projection(
            view.eye().array(),
            view.aim().array(),
            view.rollDegrees(),
            2 * Math.tan(Math.toRadians(view.heightDegrees() / 2)) / height,
            view.distortion(),
            width,
            height);
    this.lensRadius = view.lensRadiusMm();
    this.focus = view.focusMm();
    this.forward = projection.forward();
    this.right = projection.right();
    this.up = projection.up();
    this.eye = projection.eye();
    this.width = width;
    this.height = height;
    this.seed = seed;
  }

  private Body[] parts(Predicate<Body> which) {
    return scene.bodies().stream().filter(which).toArray(Body[]::new);
  }

  /** All at once, mixed as the scene's lights burn: {@code grid} squared samples a pixel. */
  static Rendering render(Scene scene, int width, int height, int grid, long seed) {
    LightLayers layers = new LightLayers(width, height, scene.layers());
    new PathTracer(scene, width, height, seed).follow(layers, grid * grid);
    return layers.mix(scene.powers());
  }

  /** Adds passes: one path for each pixel and pass. */
  void follow(LightLayers light, int passes) {
    follow(light, passes, () -> {});
  }

  /**
   * @param giveWay run before each row: may wait while something more urgent is computed
   */
  void follow(LightLayers light, int passes, Runnable giveWay) {
    int from = light.passes();
    IntStream.range(0, height)
        .parallel()
        .forEach(
            y -> {
              giveWay.run();
              row(y, from, passes, light, null);
            });
    light.passed(passes);
  }

  /** As {@link #follow}, and mixes each row at once: one layer is stored instead of one a lamp. */
  void followMixed(LightLayers single, int passes, Vec[] powers) {
    int from = single.passes();
    IntStream.range(0, height).parallel().forEach(y -> row(y, from, passes, single, powers));
    single.passed(passes);
  }

  /** Mean light straight from all lamps on a small surface, over pi: for checking shadows. */
  double straightLux(Vec at, Vec normal, int samples) {
    LightPath path = new LightPath(layers);
    for (int s = 0; s < samples; s++) {
      path.random.begin(seed, 0, s);
      path.ox = at.x();
      path.oy = at.y();
      path.oz = at.z();
      path.nx = normal.x();
      path.ny = normal.y();
      path.nz = normal.z();
      path.red = 1;
      path.green = 1;
      path.blue = 1;
      lamps.draw(path, 0, false);
    }
    double sum = 0;
    Vec[] powers = scene.powers();
    for (int layer = 0; layer < layers; layer++) {
      sum += powers[layer].y() * path.straight[3 * layer + 1] / samples;
    }
    return sum;
  }

  private void row(int y, int from, int passes, LightLayers light, Vec[] powers) {
    LightPath path = new LightPath(layers);
    for (int x = 0; x < width; x++) {
      path.clear();
      for (int s = from; s < from + passes; s++) {
        sample(path, x, y, s);
      }
      if (powers == null) {
        light.add(y * width + x, path);
      } else {
        light.addMixed(y * width + x, path, powers);
      }
    }
  }

  private void sample(LightPath path, int x, int y, int s) {
    Sampler random = path.random;
    random.begin(seed, y * width + x, s);
    random.pair(Sampler.USE_PIXEL);
    double[] d = path.direction;
    projection.direction(x + random.u, y + random.v, d);
    path.ox = eye[0];
    path.oy = eye[1];
    path.oz = eye[2];
    if (lensRadius > 0) {
      throughLens(path, d, random);
    }
    path.dx = d[0];
    path.dy = d[1];
    path.dz = d[2];
    path.red = 1;
    path.green = 1;
    path.blue = 1;
    path.behindMatte = false;
    follow(path, 0, true, MOST_BOUNCES);
  }

  /** Starts somewhere on the lens, towards the same point of the sharp plane. */
  private void throughLens(LightPath path, double[] d, Sampler random) {
    double t = focus / (d[0] * forward[0] + d[1] * forward[1] + d[2] * forward[2]);
    random.pair(Sampler.USE_LENS);
    double r = lensRadius * Math.sqrt(random.u);
    double across = r * Math.cos(2 * Math.PI * random.v);
    double upwards = r * Math.sin(2 * Math.PI * random.v);
    double length = 0;
    for (int i = 0; i < 3; i++) {
      double off = right[i] * across + up[i] * upwards;
      d[i] = t * d[i] - off;
      length += d[i] * d[i];
      path.add(i, off);
    }
    length = Math.sqrt(length);
    for (int i = 0; i < 3; i++) {
      d[i] /= length;
    }
  }

  private boolean nearest(LightPath path, double farthest) {
    Hit hit = path.hit;
    hit.clear(farthest);
    double ox = path.ox;
    double oy = path.oy;
    double oz = path.oz;
    double dx = path.dx;
    double dy = path.dy;
    double dz = path.dz;
    boolean any = scene.ground().meet(ox, oy, oz, dx, dy, dz, hit);
    any |= things.meet(ox, oy, oz, dx, dy, dz, hit);
    for (Body body : surroundings) {
      any |= body.meet(ox, oy, oz, dx, dy, dz, hit);
    }
    if (!any) {
      // Everything stands in the room: its walls are met only where nothing else is.
      for (Body body : walls) {
        any |= body.meet(ox, oy, oz, dx, dy, dz, hit);
      }
    }
    if (any) {
      if (hit.body == null) {
        scene.ground().place(hit);
      } else {
        hit.body.place(hit);
      }
    }
    return any;
  }

  /**
   * @param first this path starts at the camera: what it meets first is written down
   */
  private void follow(LightPath path, int start, boolean first, int most) {
    Hit hit = path.hit;
    // Behind a matte meeting lamps are drawn directly; what things for sale throw by mirroring is
    // left out there (fine bright lines at a great cost in grain), what boards mirror is not.
    boolean matteYet = start > 0 && path.behindMatte;
    boolean lampsCount = true;
    boolean noting = first;
    for (int bounce = start; bounce < most; bounce++) {
      boolean met = nearest(path, FAR);
      if (met
          && hit.body != null
          && hit.body.material().cover() < 1
          && path.random.next() >= hit.body.material().cover()) {
        path.step(hit.distance + 1e-3);
        continue;
      }
      if (noting) {
        note(path, met);
      }
      if (lampsCount && lamps.seen(path, met ? hit.distance : FAR)) {
        return;
      }
      if (!met) {
        path.receive(roomLayer, 1);
        return;
      }
      path.step(hit.distance);
      Body body = hit.body;
      Material material = body == null ? null : body.material();
      if (body == null) {
        if (scene.ground().glows()) {
          path.receive(glowLayer, 1);
        }
        scene.ground().crease(hit);
      }
      boolean leaving = hit.nx * path.dx + hit.ny * path.dy + hit.nz * path.dz > 0;
      double side = leaving ? -1 : 1;
      path.nx = hit.nx * side;
      path.ny = hit.ny * side;
      path.nz = hit.nz * side;
      if (material != null && material.relief() > 0) {
        Bounce.bump(path, material);
      }
      Vec colour =
          material == null
              ? scene.ground().colourAt(hit.u, hit.v)
              : material.pattern().at(hit.u, hit.v);
      Material.Finish finish = material == null ? Material.Finish.MATTE : material.finish();
      double cosine = -(path.dx * path.nx + path.dy * path.ny + path.dz * path.nz);
      double roughness = material == null ? scene.ground().roughness() : material.roughness();
      double coat =
          finish == Material.Finish.GLOSSY
              ? Bounce.coatShare(cosine, 1 / Bounce.INDEX)
              : body == null
                  ? scene.ground().coated() * Bounce.coatShare(cosine, 1 / Bounce.INDEX)
                  : 0;

      if (finish == Material.Finish.GLASS) {
        Bounce.throughGlass(path, cosine, leaving);
        path.filter(colour);
        lampsCount = !matteYet;
      } else if (finish == Material.Finish.METAL) {
        Bounce.mirror(path, cosine, roughness);
        path.filter(colour);
        lampsCount = !matteYet || body.part() == Body.Part.SURROUNDING;
      } else if (coat > 0 && bounce == start && first) {
        // Both ways are followed where the camera looks straight at a coat: far less grain.
        LightPath shine = path.branch(coat);
        Bounce.mirror(shine, cosine, roughness);
        shine.leave();
        follow(shine, 1, false, 4);
        path.filter(colour, 1 - coat);
        path.firstAlbedo(colour, 1 - coat);
        lamps.draw(path, bounce, body == null);
        Bounce.scatter(path, bounce);
        path.behindMatte = true;
        matteYet = true;
        lampsCount = false;
      } else if (coat > 0 && path.random.next() < coat) {
        Bounce.mirror(path, cosine, roughness);
        lampsCount = !matteYet;
      } else {
        path.filter(colour);
        lamps.draw(path, bounce, noting && body == null);
        Bounce.scatter(path, bounce);
        if (noting) {
          path.firstAlbedo(colour, 1);
          path.behindMatte = true;
        }
        matteYet = true;
        lampsCount = false;
      }
      path.leave();
      double strength = path.strongest();
      if (bounce == 0) {
        // A dark thing is followed as far as a white one: what counts is grain beside its
        // brightness.
        path.startStrength = Math.max(1e-3, strength);
      }
      if (bounce >= 1) {
        double on = Math.min(1, Math.max(0.02, ROULETTE * strength / path.startStrength));
        if (path.random.next() >= on) {
          return;
        }
        path.scale(1 / on);
      }
      noting = false;
    }
  }

  private void note(LightPath path, boolean met) {
    if (!met) {
      return;
    }
    Body body = path.hit.body;
    path.features[3] += path.hit.nx;
    path.features[4] += path.hit.ny;
    path.features[5] += path.hit.nz;
    if (body != null && body.part() == Body.Part.PRODUCT) {
      path.onProduct++;
    } else if (body != null) {
      path.onSurrounding++;
    }
    double t = path.hit.distance;
    path.deep +=
        (path.ox + t * path.dx - eye[0]) * forward[0]
            + (path.oy + t * path.dy - eye[1]) * forward[1]
            + (path.oz + t * path.dz - eye[2]) * forward[2];
  }
}
