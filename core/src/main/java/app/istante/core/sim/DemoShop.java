package app.istante.core.sim;

import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/**
 * The made-up shop Soffitta Lumaca: its items, and a morning's takes of them with the everyday
 * mistakes. The scenes that make the demo photos and most of the tests' pictures.
 */
public final class DemoShop {
  /** How bright a white sheet looks, for the light it gets, with a lamp behind it. */
  private static final double LIT_FROM_BEHIND = 1.3;

  private DemoShop() {}

  /** One thing for sale. */
  public enum Item {
    WATERING_CAN("SL-01", "Enamel watering can", "rigid", 158, 275, Products::wateringCan),
    SPINNING_TOP("SL-02", "Striped wooden spinning top", "rigid", 95, 94, Products::spinningTop),
    EGG_CUP("SL-03", "White porcelain egg cup", "rigid", 62, 50, Products::eggCup),
    PEPPER_MILL("SL-04", "Steel pepper mill", "metal", 187, 60, Products::pepperMill),
    MONEY_BOX("SL-05", "Printed tin money box", "printed", 122, 94, Products::moneyBox),
    CADDY("SL-06", "Black lacquer caddy", "rigid", 119, 150, Products::caddy),
    HAND_BELL("SL-07", "Brass hand bell", "metal", 149, 92, Products::handBell),
    PAPERWEIGHT("SL-08", "Glass paperweight", "glass", 62, 78, Products::paperweight),
    TEA_COSY("SL-09", "Knitted tea cosy", "soft", 164, 180, Products::teaCosy),
    THREAD_SPOOLS("SL-10", "Set of thread spools", "parts", 58, 136, Products::threadSpools);

    private final String code;
    private final String title;
    private final String kind;
    private final double heightMm;
    private final double widthMm;
    private final Supplier<List<Body>> product;

    Item(
        String code,
        String title,
        String kind,
        double heightMm,
        double widthMm,
        Supplier<List<Body>> product) {
      this.code = code;
      this.title = title;
      this.kind = kind;
      this.heightMm = heightMm;
      this.widthMm = widthMm;
      this.product = product;
    }

    public String code() {
      return code;
    }

    public String title() {
      return title;
    }

    public String kind() {
      return kind;
    }

    /** Standing, with handles and lids. */
    public double heightMm() {
      return heightMm;
    }

    /** Across, as the lead shows it. */
    public double widthMm() {
      return widthMm;
    }
  }

  /**
   * One planned photograph of the demo morning.
   *
   * @param role lead, side, back or detail
   * @param fault what went wrong, in a word, or "none"
   */
  public record Shot(Item item, String role, String fault, Scene scene, CameraEffects effects) {}

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

    public Scene of(Item item) {
      double h = item.heightMm;
      double distance = 6 * Math.max(Math.max(h, item.widthMm), 90);
      double up = Math.toRadians(elevationDegrees);
      Vec aim = new Vec(shiftX * h, h * (0.5 + shiftY), 0);
      Vec eye = new Vec(aim.x(), aim.y() + distance * Math.sin(up), distance * Math.cos(up));
      double shown = Math.max(h, item.widthMm * 0.75) / fillShare;
      double angle = 2 * Math.toDegrees(Math.atan(shown / 2 / distance));
      double d = 5 * Math.max(h, 110);
      List<Lamp> lamps = new ArrayList<>();
      Vec middle = new Vec(0, h / 2, 0);
      Vec light = new Vec(1, 1, 1);
      double near = d / 750;
      lamps.add(
          new Lamp(
              new Vec(-d, d * 0.8, d * 0.7), middle, lampSizeMm * near, light.times(6 * leftLamp)));
      lamps.add(
          new Lamp(
              new Vec(d, d * 0.8, d * 0.7), middle, lampSizeMm * near, light.times(6 * rightLamp)));
      lamps.add(new Lamp(new Vec(0, d * 1.5, -d * 0.1), middle, lampSizeMm * near, light.times(5)));
      List<Body> bodies = new ArrayList<>();
      for (Body body : item.product.get()) {
        bodies.add(body.turned(turnDegrees));
      }
      Sweep sweep =
          new Sweep(new Vec(1, 0.995, 0.985).times(groundBrightness), 2.2 * h + 60, 180 + h);
      return new Scene(
          bodies, sweep, lamps, light.times(0.3), new Scene.View(eye, aim, angle, rollDegrees));
    }
  }

  /** The takes of the demo morning, in the order in which they were taken. */
  public static List<Shot> morning() {
    List<Shot> shots = new ArrayList<>();
    CameraEffects good = CameraEffects.GOOD.level(1.1);
    add(shots, Item.WATERING_CAN, "lead", "under-exposed", new Set().fill(0.84), good.level(0.55));
    add(shots, Item.WATERING_CAN, "lead", "none", new Set().litGround().fill(0.86), good);
    add(shots, Item.WATERING_CAN, "side", "none", new Set().litGround().turn(55).fill(0.86), good);
    add(shots, Item.SPINNING_TOP, "lead", "grey ground", new Set(), good.level(0.5));
    add(shots, Item.SPINNING_TOP, "side", "tilted", new Set().litGround().roll(2.6), good);
    add(
        shots,
        Item.SPINNING_TOP,
        "detail",
        "shaken",
        new Set().litGround().fill(0.8),
        good.shake(16, 28));
    add(shots, Item.EGG_CUP, "lead", "washed out", new Set(), good.level(1.5));
    add(shots, Item.EGG_CUP, "side", "none", new Set().ground(0.32), good.level(0.3));
    add(shots, Item.PEPPER_MILL, "lead", "none", new Set().litGround().fill(0.86), good);
    add(
        shots,
        Item.PEPPER_MILL,
        "side",
        "cut off",
        new Set().litGround().fill(0.9).shift(0, 0.16),
        good);
    add(
        shots,
        Item.PEPPER_MILL,
        "detail",
        "out of focus",
        new Set().litGround().fill(0.8),
        good.blur(6));
    add(
        shots,
        Item.MONEY_BOX,
        "lead",
        "yellow light",
        new Set().fill(0.8),
        good.level(0.6).balance(1.1, 0.74));
    add(shots, Item.MONEY_BOX, "lead", "none", new Set().litGround().fill(0.8), good);
    add(
        shots,
        Item.MONEY_BOX,
        "side",
        "one lamp weak",
        new Set().lamps(1, 0.12).fill(0.8),
        good.level(0.7));
    add(shots, Item.CADDY, "lead", "too small in the frame", new Set().litGround().fill(0.5), good);
    add(
        shots,
        Item.CADDY,
        "side",
        "hard shadow",
        new Set().turn(40).lampSize(70).lamps(2, 0),
        good.level(0.9));
    add(shots, Item.HAND_BELL, "lead", "none", new Set().litGround().fill(0.8), good);
    add(
        shots,
        Item.HAND_BELL,
        "side",
        "off centre",
        new Set().litGround().fill(0.65).shift(0.4, 0),
        good);
    add(shots, Item.PAPERWEIGHT, "lead", "dull ground", new Set().ground(0.5), good.level(0.5));
    add(shots, Item.TEA_COSY, "lead", "none", new Set().litGround().fill(0.7), good);
    add(
        shots,
        Item.TEA_COSY,
        "side",
        "grainy",
        new Set().litGround().turn(70).fill(0.7),
        good.iso(3200));
    add(
        shots,
        Item.THREAD_SPOOLS,
        "lead",
        "slightly tilted",
        new Set().litGround().fill(0.8).roll(-1.5),
        good);
    return List.copyOf(shots);
  }

  private static void add(
      List<Shot> shots, Item item, String role, String fault, Set set, CameraEffects effects) {
    shots.add(new Shot(item, role, fault, set.of(item), effects));
  }
}
