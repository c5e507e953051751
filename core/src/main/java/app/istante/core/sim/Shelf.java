package app.istante.core.sim;

import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.function.Supplier;

/** The simulated things by name: the demo shop's twelve items, and shapes for trying things out. */
public final class Shelf {
  /**
   * @param name as a set-up's file has it
   * @param label in words
   * @param heightMm standing
   * @param widthMm across, as the lead shows it
   * @param depthMm front to back
   */
  public record ShelfThing(
      String name, String label, double heightMm, double widthMm, double depthMm) {}

  private record Kept(ShelfThing entry, Supplier<List<Body>> made) {}

  private static final Map<String, Kept> ALL = new LinkedHashMap<>();

  static {
    put("watering-can", "Enamel watering can", 158, 275, 156, Products::wateringCan);
    put("spinning-top", "Striped wooden spinning top", 95, 94, 94, Products::spinningTop);
    put("egg-cup", "White porcelain egg cup", 62, 50, 50, Products::eggCup);
    put("pepper-mill", "Steel pepper mill", 187, 60, 60, Products::pepperMill);
    put("money-box", "Printed tin money box", 122, 94, 94, Products::moneyBox);
    put("caddy", "Black lacquer caddy", 119, 150, 128, Products::caddy);
    put("hand-bell", "Brass hand bell", 149, 92, 92, Products::handBell);
    put("paperweight", "Glass paperweight", 62, 78, 78, Products::paperweight);
    put("tea-cosy", "Knitted tea cosy", 164, 180, 180, Products::teaCosy);
    put("thread-spools", "Set of thread spools", 58, 136, 62, Products::threadSpools);
    put("abacus", "Small abacus", 145, 210, 22, Products::abacus);
    put("spyglass", "Leather-covered spyglass", 69, 214, 58, Products::spyglass);
    put("mug", "White mug", 96, 119, 80, Products::mug);
    put("chain", "Fine silver chain", 124, 116, 12, Products::chain);
    put("soap", "Wrapped soap", 30, 88, 56, Products::soap);
    put("basket", "Woven basket", 80, 194, 194, Products::basket);
    put("tumbler", "Drinking glass", 120, 72, 72, Products::tumbler);
    put("steel-ball", "Polished steel ball", 70, 70, 70, Products::steelBall);
    put("grey-ball", "Grey ball", 70, 70, 70, Products::greyBall);
    put("colour-card", "Colour card", 72, 104, 25, Cards::colourCard);
    put("grey-card", "Grey card", 100, 100, 34, Cards::greyCard);
  }

  private Shelf() {}

  private static void put(
      String name,
      String label,
      double height,
      double width,
      double depth,
      Supplier<List<Body>> made) {
    ALL.put(name, new Kept(new ShelfThing(name, label, height, width, depth), made));
  }

  public static List<ShelfThing> entries() {
    return ALL.values().stream().map(Kept::entry).toList();
  }

  /**
   * @throws IllegalArgumentException where nothing of that name stands on the shelf
   */
  public static ShelfThing entry(String name) {
    return kept(name).entry();
  }

  static List<Body> bodies(String name) {
    return kept(name).made().get();
  }

  private static Kept kept(String name) {
    Kept kept = ALL.get(name);
    if (kept == null) {
      throw new IllegalArgumentException(
          "There is no simulated thing [" + name + "]; there are " + ALL.keySet() + ".");
    }
    return kept;
  }
}
