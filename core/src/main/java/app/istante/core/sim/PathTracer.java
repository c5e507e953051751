package app.istante.core.sim;

import java.util.SplittableRandom;
import java.util.stream.IntStream;

/**
 * Computes the light that reaches each pixel of a simulated camera by following random paths
 * backwards (Kajiya 1986, "The rendering equation"), with the lamps sampled directly at every matte
 * meeting. Deterministic: each pixel draws from its own seeded source.
 */
public final class PathTracer {
  private static final int MAX_BOUNCES = 5;
  private static final double FAR = 1e9;
  private static final double COAT_INDEX = 1.5;

  private final Scene scene;
  private final Vec[][] lampSides;
  private final double[] lampAreas;

  private PathTracer(Scene scene) {
    this.scene = scene;
    this.lampSides = scene.lamps().stream().map(Lamp::sides).toArray(Vec[][]::new);
    this.lampAreas = scene.lamps().stream().mapToDouble(l -> l.sizeMm() * l.sizeMm()).toArray();
  }

  /**
   * @param width pixels
   * @param height pixels
   * @param grid samples along one side of a pixel; its square is the number of paths
   */
  public static Rendering render(Scene scene, int width, int height, int grid, long seed) {
    PathTracer tracer = new PathTracer(scene);
    Rendering out = new Rendering(width, height);
    Camera camera = new Camera(scene.view(), width, height);
    IntStream.range(0, height)
        .parallel()
        .forEach(y -> tracer.row(camera, y, width, grid, seed, out));
    return out;
  }

  private void row(Camera camera, int y, int width, int grid, long seed, Rendering out) {
    Hit hit = new Hit();
    for (int x = 0; x < width; x++) {
      SplittableRandom random = new SplittableRandom(seed * 1_000_003 + (long) y * width + x);
      double red = 0;
      double green = 0;
      double blue = 0;
      int onProduct = 0;
      for (int s = 0; s < grid * grid; s++) {
        double px = x + (s % grid + random.nextDouble()) / grid;
        double py = y + (s / grid + random.nextDouble()) / grid;
        Vec direction = camera.through(px, py);
        onProduct += nearest(camera.eye, direction, FAR, hit) && hit.body != null ? 1 : 0;
        Vec light = follow(camera.eye, direction, 0, hit, random);
        red += light.x();
        green += light.y();
        blue += light.z();
      }
      out.set(x, y, red / (grid * grid), green / (grid * grid), blue / (grid * grid));
      out.setCover(x, y, (double) onProduct / (grid * grid));
    }
  }

  private boolean nearest(Vec origin, Vec direction, double farthest, Hit hit) {
    hit.clear(farthest);
    boolean any = scene.ground().meet(origin, direction, hit);
    for (Body body : scene.product()) {
      any |= body.meet(origin, direction, hit);
    }
    return any;
  }

  private Vec follow(Vec eye, Vec towards, int first, Hit hit, SplittableRandom random) {
    Vec origin = eye;
    Vec direction = towards;
    Vec carried = new Vec(1, 1, 1);
    Vec light = Vec.ZERO;
    boolean lampsCount = true;
    for (int bounce = first; bounce < MAX_BOUNCES; bounce++) {
      boolean met = nearest(origin, direction, FAR, hit);
      if (lampsCount) {
        Vec lamp = lampSeen(origin, direction, met ? hit.distance : FAR);
        if (lamp != null) {
          return light.plus(carried.filter(lamp));
        }
      }
      if (!met) {
        return light.plus(carried.filter(scene.room()));
      }
      Vec at = origin.plus(direction.times(hit.distance));
      Vec normal = hit.normal();
      boolean leaving = normal.dot(direction) > 0;
      Vec facing = leaving ? normal.times(-1) : normal;
      Material material = hit.body == null ? null : hit.body.material();
      Vec colour =
          material == null ? scene.ground().colour() : material.pattern().apply(hit.u, hit.v);
      Material.Finish finish = material == null ? Material.Finish.MATTE : material.finish();

      if (finish == Material.Finish.GLASS) {
        direction = throughGlass(direction, facing, leaving, random);
        carried = carried.filter(colour);
        lampsCount = true;
      } else if (finish == Material.Finish.METAL) {
        direction = mirrored(direction, facing, material.roughness(), random);
        carried = carried.filter(colour);
        lampsCount = true;
      } else if (finish == Material.Finish.GLOSSY && bounce == 0) {
        // Both ways are followed where the camera looks straight at a coat: far less grain.
        double share = coatShare(-direction.dot(facing), 1 / COAT_INDEX);
        Vec off = mirrored(direction, facing, material.roughness(), random);
        Vec shine = follow(at.plus(off.times(1e-3)), off, MAX_BOUNCES - 2, new Hit(), random);
        light = light.plus(shine.times(share));
        carried = carried.filter(colour).times(1 - share);
        light = light.plus(carried.filter(direct(at, facing, hit, random)));
        direction = cosineAround(facing, random);
        lampsCount = false;
      } else if (finish == Material.Finish.GLOSSY
          && random.nextDouble() < coatShare(-direction.dot(facing), 1 / COAT_INDEX)) {
        direction = mirrored(direction, facing, material.roughness(), random);
        lampsCount = true;
      } else {
        carried = carried.filter(colour);
        light = light.plus(carried.filter(direct(at, facing, hit, random)));
        direction = cosineAround(facing, random);
        lampsCount = false;
      }
      // Off the surface on the side where the path goes on; along the path would graze it again.
      origin = at.plus(facing.times(direction.dot(facing) > 0 ? 1e-2 : -1e-2));
      if (carried.largest() < 0.02) {
        return light;
      }
    }
    return light;
  }

  /** Radiance of the lamp face met before {@code farthest}, or null. */
  private Vec lampSeen(Vec origin, Vec direction, double farthest) {
    for (int i = 0; i < scene.lamps().size(); i++) {
      Lamp lamp = scene.lamps().get(i);
      Vec facing = lamp.facing();
      double towards = direction.dot(facing);
      if (towards < 0) {
        Vec to = lamp.centre().minus(origin);
        double t = to.dot(facing) / towards;
        if (t > Shape.NEAREST && t < farthest) {
          Vec off = origin.plus(direction.times(t)).minus(lamp.centre());
          double half = lamp.sizeMm() / 2;
          if (Math.abs(off.dot(lampSides[i][0])) < half
              && Math.abs(off.dot(lampSides[i][1])) < half) {
            return lamp.radiance();
          }
        }
      }
    }
    return null;
  }

  /** Light from all lamps onto a matte surface, divided by pi, one sample a lamp. */
  private Vec direct(Vec at, Vec normal, Hit hit, SplittableRandom random) {
    Vec sum = Vec.ZERO;
    for (int i = 0; i < scene.lamps().size(); i++) {
      Lamp lamp = scene.lamps().get(i);
      Vec point =
          lamp.centre()
              .plus(lampSides[i][0].times((random.nextDouble() - 0.5) * lamp.sizeMm()))
              .plus(lampSides[i][1].times((random.nextDouble() - 0.5) * lamp.sizeMm()));
      Vec to = point.minus(at);
      double distance = to.length();
      Vec direction = to.times(1 / distance);
      double onSurface = direction.dot(normal);
      double offLamp = -direction.dot(lamp.facing());
      if (onSurface > 0 && offLamp > 0) {
        double open = openness(at.plus(normal.times(1e-2)), direction, distance - 1, hit);
        double form = onSurface * offLamp * lampAreas[i] / (distance * distance * Math.PI);
        sum = sum.plus(lamp.radiance().times(form * open));
      }
    }
    return sum;
  }

  /** 1 free, 0 blocked; clear glass takes a part. */
  private double openness(Vec origin, Vec direction, double distance, Hit hit) {
    double open = 1;
    for (Body body : scene.product()) {
      hit.clear(distance);
      if (body.meet(origin, direction, hit)) {
        if (body.material().finish() != Material.Finish.GLASS) {
          return 0;
        }
        open *= 0.75;
      }
    }
    return open;
  }

  private static Vec mirrored(Vec direction, Vec normal, double roughness, SplittableRandom r) {
    Vec mirror = direction.mirrored(normal);
    if (roughness <= 0) {
      return mirror;
    }
    Vec jitter =
        new Vec(r.nextDouble() * 2 - 1, r.nextDouble() * 2 - 1, r.nextDouble() * 2 - 1)
            .times(roughness);
    Vec bent = mirror.plus(jitter).unit();
    return bent.dot(normal) > 0 ? bent : mirror;
  }

  private static Vec throughGlass(
      Vec direction, Vec facing, boolean leaving, SplittableRandom random) {
    double ratio = leaving ? COAT_INDEX : 1 / COAT_INDEX;
    double cosine = -direction.dot(facing);
    double sineSquared = ratio * ratio * (1 - cosine * cosine);
    if (sineSquared >= 1 || random.nextDouble() < coatShare(cosine, ratio)) {
      return direction.mirrored(facing);
    }
    return direction
        .times(ratio)
        .plus(facing.times(ratio * cosine - Math.sqrt(1 - sineSquared)))
        .unit();
  }

  /** Schlick's approximation (1994) of the share mirrored by a clear surface. */
  private static double coatShare(double cosine, double ratio) {
    double r0 = (1 - ratio) / (1 + ratio);
    r0 *= r0;
    double c = 1 - Math.max(0, Math.min(1, cosine));
    return r0 + (1 - r0) * c * c * c * c * c;
  }

  private static Vec cosineAround(Vec normal, SplittableRandom random) {
    double r = Math.sqrt(random.nextDouble());
    double angle = 2 * Math.PI * random.nextDouble();
    Vec helper = Math.abs(normal.x()) > 0.9 ? new Vec(0, 1, 0) : new Vec(1, 0, 0);
    Vec side = normal.cross(helper).unit();
    Vec other = normal.cross(side);
    return side.times(r * Math.cos(angle))
        .plus(other.times(r * Math.sin(angle)))
        .plus(normal.times(Math.sqrt(1 - r * r)));
  }

  /** A pinhole; lens blur is laid over the finished light by {@link CameraEffects}. */
  private static final class Camera {
    final Vec eye;
    private final Vec forward;
    private final Vec right;
    private final Vec up;
    private final double perPixel;
    private final double middleX;
    private final double middleY;

    Camera(Scene.View view, int width, int height) {
      eye = view.eye();
      forward = view.aim().minus(eye).unit();
      Vec level = forward.cross(new Vec(0, 1, 0)).unit();
      Vec upright = level.cross(forward);
      double cos = Math.cos(Math.toRadians(view.rollDegrees()));
      double sin = Math.sin(Math.toRadians(view.rollDegrees()));
      // Turning the camera anticlockwise makes the content look turned clockwise.
      right = level.times(cos).plus(upright.times(sin));
      up = upright.times(cos).minus(level.times(sin));
      perPixel = 2 * Math.tan(Math.toRadians(view.heightDegrees() / 2)) / height;
      middleX = width / 2.0;
      middleY = height / 2.0;
    }

    Vec through(double px, double py) {
      return forward
          .plus(right.times((px - middleX) * perPixel))
          .plus(up.times((middleY - py) * perPixel))
          .unit();
    }
  }
}
