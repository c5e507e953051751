package app.istante.core.sim;

import java.util.ArrayList;
import java.util.List;
import java.util.stream.Stream;

/**
 * The made-up shop Soffitta Lumaca: its items, and a plain way to set one up for a picture with
 * known faults laid over it by {@link CameraEffects}. The shop's photographs are in {@link
 * DemoTakes}.
 */
public final class DemoShop {
  /** How bright a white sheet looks, for the light it gets, with a lamp behind it. */
  private static final double LIT_FROM_BEHIND = 1.3;

  private DemoShop() {}

  /** One thing for sale. */
  public enum Item {
    WATERING_CAN("SL-01", "watering-can", "rigid"),
    SPINNING_TOP("SL-02", "spinning-top", "rigid"),
    EGG_CUP("SL-03", "egg-cup", "rigid"),
    PEPPER_MILL("SL-04", "pepper-mill", "metal"),
    MONEY_BOX("SL-05", "money-box", "printed"),
    CADDY("SL-06", "caddy", "rigid"),
    HAND_BELL("SL-07", "hand-bell", "metal"),
    PAPERWEIGHT("SL-08", "paperweight", "glass"),
    TEA_COSY("SL-09", "tea-cosy", "soft"),
    THREAD_SPOOLS("SL-10", "thread-spools", "parts"),
    ABACUS("SL-11", "abacus", "rigid"),
    SPYGLASS("SL-12", "spyglass", "rigid");

    private final String code;
    private final String thing;
    private final String kind;

    Item(String code, String thing, String kind) {
      this.code = code;
      this.thing = thing;
      this.kind = kind;
    }

    public String code() {
      return code;
    }

    /** Its name on the {@link Shelf}. */
    public String thing() {
      return thing;
    }

    public String title() {
      return Shelf.entry(thing).label();
    }

    public String kind() {
      return kind;
    }

    /** Standing, with handles and lids. */
    public double heightMm() {
      return Shelf.entry(thing).heightMm();
    }

    /** Across, as the lead shows it. */
    public double widthMm() {
      return Shelf.entry(thing).widthMm();
    }

    public double depthMm() {
      return Shelf.entry(thing).depthMm();
    }
  }

  /** How the set stands; change one thing and take again. */
  public static final class Set {
    private double groundBrightness = 0.86;
    private double leftLamp = 1;
    private double rightLamp = 1;
    private double lampSizeMm = 600;
    private double fillShare = 0.72;
    private double turnDegrees;
    private double rollDegrees;
    private double elevationDegrees = 12;
    private double shiftX;
    private double shiftY;

    public Set ground(double brightness) {
      groundBrightness = brightness;
      return this;
    }

    /** Light behind or under the sheet: it gives off more than it gets from the front. */
    public Set litGround() {
      return ground(LIT_FROM_BEHIND);
    }

    public Set lamps(double left, double right) {
      leftLamp = left;
      rightLamp = right;
      return this;
    }

    public Set lampSize(double sizeMm) {
      lampSizeMm = sizeMm;
      return this;
    }

    public Set fill(double share) {
      fillShare = share;
      return this;
    }

    public Set turn(double degrees) {
      turnDegrees = degrees;
      return this;
    }

    public Set roll(double degrees) {
      rollDegrees = degrees;
      return this;
    }

    public Set elevation(double degrees) {
      elevationDegrees = degrees;
      return this;
    }

    /** Moves the aim, as a share of the product's height: the product goes the other way. */
    public Set shift(double x, double y) {
      shiftX = x;
      shiftY = y;
      return this;
    }

    /** All that was set: equal words, equal light. */
    @Override
    public String toString() {
      return String.join(
          " ",
          Stream.of(
                  groundBrightness,
                  leftLamp,
                  rightLamp,
                  lampSizeMm,
                  fillShare,
                  turnDegrees,
                  rollDegrees,
                  elevationDegrees,
                  shiftX,
                  shiftY)
              .map(String::valueOf)
              .toList());
    }

    public double rollDegrees() {
      return rollDegrees;
    }

    private static Light lamp(Vec at, Vec aim, double sizeMm, double radiance) {
      return new Light.Face(at, aim, sizeMm, sizeMm, Vec.ONE.times(radiance));
    }

    Scene of(Item item) {
      double h = item.heightMm();
      double distance = 6 * Math.max(Math.max(h, item.widthMm()), 90);
      double up = Math.toRadians(elevationDegrees);
      Vec aim = new Vec(shiftX * h, h * (0.5 + shiftY), 0);
      Vec eye = new Vec(aim.x(), aim.y() + distance * Math.sin(up), distance * Math.cos(up));
      double shown = Math.max(h, item.widthMm() * 0.75) / fillShare;
      double angle = 2 * Math.toDegrees(Math.atan(shown / 2 / distance));
      double d = 5 * Math.max(h, 110);
      List<Light> lamps = new ArrayList<>();
      Vec middle = new Vec(0, h / 2, 0);
      Vec light = new Vec(1, 1, 1);
      double near = d / 750;
      lamps.add(lamp(new Vec(-d, d * 0.8, d * 0.7), middle, lampSizeMm * near, 6 * leftLamp));
      lamps.add(lamp(new Vec(d, d * 0.8, d * 0.7), middle, lampSizeMm * near, 6 * rightLamp));
      lamps.add(lamp(new Vec(0, d * 1.5, -d * 0.1), middle, lampSizeMm * near, 5));
      List<Body> bodies = new ArrayList<>();
      for (Body body : Shelf.bodies(item.thing())) {
        bodies.add(body.turned(turnDegrees));
      }
      Sweep sweep =
          new Sweep(new Vec(1, 0.995, 0.985).times(groundBrightness), 2.2 * h + 60, 180 + h);
      return new Scene(
          bodies, sweep, lamps, light.times(0.3), new Scene.View(eye, aim, angle, rollDegrees));
    }
  }
}
