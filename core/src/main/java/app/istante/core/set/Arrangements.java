package app.istante.core.set;

import java.util.ArrayList;
import java.util.List;

/**
 * Common ways to build a set, as starting points. Each is made to the size of the thing that stands
 * in it: lamps stand so far that their light is even over it, the camera where it fills the frame.
 */
public final class Arrangements {
  /** Share of the frame that the thing's longer side fills. */
  private static final double FILL = 0.8;

  private static final double DAYLIGHT = 5400;
  private static final double BULB_LUMENS = 1500;

  private Arrangements() {}

  /**
   * @param id stable name
   * @param goodFor what it does well
   * @param badFor what it does badly
   */
  public record Arrangement(String id, String title, String goodFor, String badFor) {}

  private static final List<Arrangement> ALL =
      List.of(
          new Arrangement(
              "two-lamps",
              "Two lamps at 45° and a card above",
              "Almost everything: even light, every side readable, quick to build.",
              "Shiny round things: both lamps are mirrored. Texture looks flat."),
          new Arrangement(
              "window-and-cards",
              "Window and three white cards",
              "Soft light that costs nothing; shape and gentle shadows.",
              "Long shoots: level and tint drift with the sky. Nothing after dusk."),
          new Arrangement(
              "big-above",
              "One big light above, a card in front",
              "Glossy lids and jewellery: one large, soft highlight. Flat lays.",
              "Tall things: their feet go dark, and the front needs the card close."),
          new Arrangement(
              "lit-ground",
              "Ground lit separately",
              "Pure white grounds without burning the thing; dark and bright things alike.",
              "White things: their edges melt into the ground. Needs one more light."),
          new Arrangement(
              "glass-sides",
              "Glass from both sides on dark",
              "Clear glass: bright edges on a dark ground show its shape.",
              "Places that want white grounds. Printed things: the front stays dark."),
          new Arrangement(
              "black-card-lens",
              "Black card round the lens",
              "Mirror-like things: the camera and the room vanish from them.",
              "Everything else: a third of the light is lost, and faces go dull."),
          new Arrangement(
              "low-side",
              "One low, small light",
              "Wear, engraving and weave: raking light shows every bump.",
              "Selling pictures as a whole: hard, long shadow, uneven ground."));

  public static List<Arrangement> all() {
    return ALL;
  }

  /**
   * @param thing that will stand in it
   * @param heightMm of the thing
   * @param widthMm of the thing
   * @throws IllegalArgumentException where there is no arrangement of that name
   */
  public static StandingSet of(String id, Thing thing, double heightMm, double widthMm) {
    Arrangement kind =
        ALL.stream()
            .filter(a -> a.id().equals(id))
            .findFirst()
            .orElseThrow(
                () -> new IllegalArgumentException("There is no arrangement [" + id + "]."));
    double h = Require.mm("The thing's height", heightMm, 5, 1200);
    double w = Require.mm("The thing's width", widthMm, 5, 1200);
    double long1 = Math.max(h, w);
    double reach = Math.max(640, 2.6 * long1);
    Point middle = new Point(0, h / 2, 0);
    Ground ground = ground(long1);
    List<Lamp> lamps = new ArrayList<>();
    List<Window> windows = new ArrayList<>();
    List<Card> cards = new ArrayList<>();
    SetCamera camera = camera(h, w);
    switch (id) {
      case "two-lamps" -> {
        lamps.add(lamp("left", -0.75 * reach, 0.6 * reach + h / 2, 0.75 * reach, middle, 400));
        lamps.add(lamp("right", 0.75 * reach, 0.6 * reach + h / 2, 0.75 * reach, middle, 400));
        cards.add(card(0, h + 0.45 * reach, -20, middle, 500, 350));
      }
      case "window-and-cards" -> {
        SetRoom room = SetRoom.usual();
        double y = h / 2 + 250;
        windows.add(
            new Window(
                new Point(-room.widthMm() / 2 + 2, y, 150),
                new Point(0, y, 150),
                1000,
                1200,
                3500,
                6200,
                0,
                0,
                30));
        cards.add(card(0.8 * long1 + 160, h / 2 + 160, 20, middle, 400, 500));
        cards.add(card(0, h + 260, 60, middle, 500, 400));
        cards.add(card(0.75 * long1 + 140, 60, 0.9 * long1 + 150, middle, 210, 160));
      }
      case "big-above" -> {
        lamps.add(
            new Lamp(
                "above",
                new Point(0, h + 0.9 * reach, 40),
                new Point(0, 0, 0),
                800,
                600,
                2 * BULB_LUMENS,
                DAYLIGHT,
                0,
                0.6,
                1));
        cards.add(card(-0.75 * long1 - 140, 70, 0.9 * long1 + 150, middle, 300, 210));
        cards.add(card(0.75 * long1 + 140, 70, 0.9 * long1 + 150, middle, 300, 210));
      }
      case "lit-ground" -> {
        lamps.add(lamp("left", -0.75 * reach, 0.6 * reach + h / 2, 0.75 * reach, middle, 400));
        lamps.add(lamp("right", 0.75 * reach, 0.6 * reach + h / 2, 0.75 * reach, middle, 400));
        ground = ground.glowing(3200, DAYLIGHT);
      }
      case "glass-sides" -> {
        ground = ground.coloured("#2E2E2E");
        lamps.add(lamp("left", -0.9 * reach, h * 0.6, -0.05 * reach, middle, 300));
        lamps.add(lamp("right", 0.9 * reach, h * 0.6, -0.05 * reach, middle, 300));
      }
      case "black-card-lens" -> {
        lamps.add(lamp("left", -0.85 * reach, 0.5 * reach + h / 2, 0.45 * reach, middle, 600));
        lamps.add(lamp("right", 0.85 * reach, 0.5 * reach + h / 2, 0.45 * reach, middle, 600));
        double share = 60 / camera.distanceMm();
        Point by = camera.at().towards(camera.aim(), share);
        cards.add(new Card(Card.Kind.BLACK, by, camera.aim(), 700, 500, 90));
      }
      case "low-side" -> lamps.add(lamp("low", -reach, 0.25 * h + 60, 0.1 * reach, middle, 90));
      default -> throw new IllegalStateException(id);
    }
    return new StandingSet(
        kind.title(), SetRoom.usual(), ground, lamps, windows, cards, List.of(thing), camera);
  }

  private static Ground ground(double longest) {
    double flat = Math.max(150, 0.8 * longest);
    double bend = Math.min(200, 650 - Math.min(500, flat));
    double rise = Math.max(460, 1.9 * longest);
    return Ground.whiteSheet()
        .sized(Math.max(1000, 4 * longest), Math.max(260, 1.2 * longest), flat, bend, rise);
  }

  /** A modest camera with a short telephoto lens, looking down a little, exposing by itself. */
  private static SetCamera camera(double h, double w) {
    SetCamera.Sensor sensor = new SetCamera.Sensor(17.3, 13, 4000, 3000, false);
    double field = Math.max(h, w * sensor.heightMm() / sensor.widthMm()) / FILL;
    double focal = 45;
    double distance = focal * (1 + field / sensor.heightMm());
    double down = Math.toRadians(14);
    Point aim = new Point(0, h / 2, 0);
    Point at = new Point(0, h / 2 + distance * Math.sin(down), distance * Math.cos(down));
    return new SetCamera(
        at,
        aim,
        sensor,
        new SetCamera.Lens(focal, 8, 0, 0),
        new SetCamera.Settings(0, true, 0.25, 1.7, 100, DAYLIGHT, 0),
        SetCamera.Handling.STEADY);
  }

  private static Lamp lamp(String name, double x, double y, double z, Point aim, double side) {
    return new Lamp(name, new Point(x, y, z), aim, side, side, BULB_LUMENS, DAYLIGHT, 0, 0.7, 1);
  }

  private static Card card(double x, double y, double z, Point aim, double width, double height) {
    return new Card(Card.Kind.WHITE, new Point(x, y, z), aim, width, height, 0);
  }
}
