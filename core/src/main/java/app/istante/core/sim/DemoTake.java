package app.istante.core.sim;

import app.istante.core.set.Arrangements;
import app.istante.core.set.Exposure;
import app.istante.core.set.Ground;
import app.istante.core.set.Lamp;
import app.istante.core.set.Point;
import app.istante.core.set.SetCamera;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/**
 * A set built for one take of an item: a common arrangement, then what this take has of its own, at
 * last exposed for its ground as a person with a meter would do it. Change one thing and build.
 */
public final class DemoTake {
  /** The front of a thing stands nearer than its middle and is drawn larger. */
  private static final double NEARER = 0.94;

  private static final int METER_WIDTH = 64;
  private static final int METER_PASSES = 24;

  private final Shelf.ShelfThing entry;
  private final Thing thing;
  private StandingSet set;
  private double groundDrawn = 1.12;
  private double glowShare;

  private DemoTake(String what, String arrangement) {
    entry = Shelf.entry(what);
    thing = Thing.of(what);
    set = Arrangements.of(arrangement, thing, entry.heightMm(), entry.widthMm());
    set = set.with(set.ground().glowing(0, 5400));
  }

  /** Two lamps at 45° and a card above. */
  public static DemoTake of(String what) {
    return new DemoTake(what, "two-lamps");
  }

  public static DemoTake of(String what, String arrangement) {
    return new DemoTake(what, arrangement);
  }

  /** The ground is drawn at this share of white; over 1 burns it out. */
  public DemoTake ground(double drawn) {
    groundDrawn = drawn;
    return this;
  }

  /** The sheet gives off this share of the light that it throws back, from behind. */
  public DemoTake litGround(double share) {
    glowShare = share;
    return this;
  }

  public DemoTake sheet(Ground ground) {
    set = set.with(ground);
    return this;
  }

  public Ground sheet() {
    return set.ground();
  }

  public DemoTake turn(double degrees) {
    set = set.withThings(List.of(set.things().get(0).turned(degrees)));
    return this;
  }

  public DemoTake roll(double degrees) {
    set = set.with(set.camera().roll(degrees));
    return this;
  }

  public DemoTake shake(double milliradians, double degrees) {
    set = set.with(set.camera().shake(milliradians, degrees));
    return this;
  }

  /** Share of the frame that the item's longer side fills, by another focal length. */
  public DemoTake fill(double share) {
    SetCamera camera = set.camera();
    double tall = Math.max(entry.heightMm(), entry.widthMm() * 0.75);
    double m = camera.sensor().heightMm() * NEARER * share / tall;
    double d = camera.distanceMm();
    set = set.with(camera.focal(d * m / (1 + m)));
    return this;
  }

  /** Looks down at the item this steeply. */
  public DemoTake down(double degrees) {
    SetCamera camera = set.camera();
    double d = camera.distanceMm();
    double up = Math.toRadians(degrees);
    set = set.with(camera.at(new Point(0, camera.aim().y() + d * Math.sin(up), d * Math.cos(up))));
    return this;
  }

  /** Moves the aim by shares of the item's height; the item goes the other way in the frame. */
  public DemoTake shift(double right, double up) {
    SetCamera camera = set.camera();
    double x = right * entry.heightMm();
    double y = up * entry.heightMm();
    Point aim = new Point(camera.aim().x() + x, camera.aim().y() + y, camera.aim().z());
    Point at = new Point(camera.at().x() + x, camera.at().y() + y, camera.at().z());
    set = set.with(camera.aim(aim).at(at));
    return this;
  }

  /** How many lamps the arrangement has. */
  public int lamps() {
    return set.lamps().size();
  }

  /** Powers of the left and the right lamp. */
  public DemoTake lamps(double left, double right) {
    List<Lamp> lamps = new ArrayList<>(set.lamps());
    lamps.set(0, lamps.get(0).power(left));
    lamps.set(1, lamps.get(1).power(right));
    set = set.withLamps(lamps);
    return this;
  }

  public DemoTake lampKelvin(double left, double right) {
    List<Lamp> lamps = new ArrayList<>(set.lamps());
    lamps.set(0, lamps.get(0).kelvin(left));
    lamps.set(1, lamps.get(1).kelvin(right));
    set = set.withLamps(lamps);
    return this;
  }

  public DemoTake lampFace(double sideMm) {
    set = set.withLamps(set.lamps().stream().map(l -> l.face(sideMm)).toList());
    return this;
  }

  public DemoTake withoutCards() {
    set = set.withCards(List.of());
    return this;
  }

  public DemoTake iso(int iso) {
    set = set.with(set.camera().iso(iso));
    return this;
  }

  public DemoTake aperture(double number) {
    set = set.with(set.camera().aperture(number));
    return this;
  }

  /** Sharp this far behind (positive) or before the item's middle. */
  public DemoTake focusOff(double mm) {
    set = set.with(set.camera().focus(set.camera().distanceMm() + mm));
    return this;
  }

  public DemoTake balance(double kelvin) {
    set = set.with(set.camera().balance(kelvin, 0));
    return this;
  }

  /** A phone: a small sensor and a wide lens, near, drawing as phones do. */
  public DemoTake phone(double fill) {
    SetCamera camera = set.camera();
    SetCamera.Sensor sensor = new SetCamera.Sensor(9.8, 7.35, 4080, 3060, true);
    double tall = Math.max(entry.heightMm(), entry.widthMm() * 0.75);
    double focal = 6.9;
    double d = focal * (1 + tall / (NEARER * fill) / sensor.heightMm());
    double down = Math.toRadians(camera.downDegrees());
    Point aim = camera.aim();
    SetCamera near =
        camera
            .with(sensor)
            .at(new Point(aim.x(), aim.y() + d * Math.sin(down), d * Math.cos(down)))
            .with(new SetCamera.Lens(focal, 1.9, -0.01, 0.3));
    set = set.with(near);
    return this;
  }

  /** A card or slip beside the item. */
  public DemoTake beside(String what, double x, double z) {
    List<Thing> things = new ArrayList<>(set.things());
    things.add(Thing.of(what).placed(x, z));
    set = set.withThings(things);
    return this;
  }

  /** The camera meters by itself, this many stops over. */
  public StandingSet automatic(double biasStops) {
    lightGround();
    return set.with(set.camera().automatic(biasStops));
  }

  /** The set, lit and exposed for its ground. */
  public StandingSet build() {
    lightGround();
    SetCamera camera = set.camera();
    double seconds =
        Exposure.secondsFor(
            groundDrawn, groundLuminance(set), camera.settings().iso(), camera.lens().fNumber());
    set = set.with(camera.seconds(Math.max(1e-5, Math.min(60, seconds))));
    return set;
  }

  private void lightGround() {
    if (glowShare > 0) {
      double luminance = glowShare * groundLuminance(set.with(set.ground().glowing(0, 5400)));
      Ground g = set.ground();
      // The same area and the two faces as the tracer has them.
      double lumens = 2 * luminance * Math.PI * g.widthMm() * g.lengthMm() * 1e-6;
      set = set.with(g.glowing(lumens, 5400));
      glowShare = 0;
    }
  }

  /** What a spot meter finds on the bare ground in the frame: the median, cd/m². */
  static double groundLuminance(StandingSet set) {
    int height = METER_WIDTH * 3 / 4;
    PathTracer tracer = new PathTracer(SceneBuilder.of(set), METER_WIDTH, height, 1);
    LightLayers layers = new LightLayers(METER_WIDTH, height, 1);
    tracer.followMixed(layers, METER_PASSES, SceneBuilder.powers(set));
    Rendering light = layers.mix(new Vec[] {Vec.ONE});
    double[] found = new double[METER_WIDTH * height];
    int count = 0;
    for (int i = 0; i < found.length; i++) {
      if (light.cover()[i] == 0 && light.surrounding()[i] == 0) {
        found[count++] =
            0.2126 * light.rgb()[0][i] + 0.7152 * light.rgb()[1][i] + 0.0722 * light.rgb()[2][i];
      }
    }
    if (count == 0) {
      throw new IllegalArgumentException("There is no bare ground in the frame to meter.");
    }
    Arrays.sort(found, 0, count);
    return found[count / 2];
  }
}
