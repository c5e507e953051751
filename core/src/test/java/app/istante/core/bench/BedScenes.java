package app.istante.core.bench;

import app.istante.core.bench.BedScene.Way;
import app.istante.core.bench.Label.Kind;
import app.istante.core.set.StandingSet;
import app.istante.core.sim.DemoTake;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.SplittableRandom;

/**
 * The scenes of the test bed: every product of the shelf under faults, grounds and lights drawn by
 * a seeded lottery, one planted fault each. The last two of each product are held back.
 */
final class BedScenes {
  /** To be raised when the lottery or the things change: what is kept is made anew. */
  static final int VERSION = 2;

  private static final int PER_PRODUCT = 6;
  private static final int HELD_BACK = 2;
  private static final long SEED = 20260;

  /** Products with an upright that their outline shows from everywhere. */
  static final Set<String> UPRIGHT =
      Set.of(
          "basket",
          "egg-cup",
          "hand-bell",
          "money-box",
          "pepper-mill",
          "spinning-top",
          "tea-cosy",
          "tumbler");

  private static final Map<String, Kind> PRODUCTS = new LinkedHashMap<>();

  static {
    PRODUCTS.put("watering-can", Kind.OPAQUE);
    PRODUCTS.put("spinning-top", Kind.OPAQUE);
    PRODUCTS.put("egg-cup", Kind.WHITE);
    PRODUCTS.put("pepper-mill", Kind.MIRROR);
    PRODUCTS.put("money-box", Kind.OPAQUE);
    PRODUCTS.put("caddy", Kind.OPAQUE);
    PRODUCTS.put("hand-bell", Kind.MIRROR);
    PRODUCTS.put("paperweight", Kind.CLEAR);
    PRODUCTS.put("tea-cosy", Kind.FUZZY);
    PRODUCTS.put("thread-spools", Kind.OPAQUE);
    PRODUCTS.put("abacus", Kind.OPAQUE);
    PRODUCTS.put("spyglass", Kind.OPAQUE);
    PRODUCTS.put("mug", Kind.WHITE);
    PRODUCTS.put("chain", Kind.CHAIN);
    PRODUCTS.put("soap", Kind.OPAQUE);
    PRODUCTS.put("basket", Kind.OPAQUE);
    PRODUCTS.put("tumbler", Kind.CLEAR);
    PRODUCTS.put("steel-ball", Kind.MIRROR);
  }

  private static final List<String> FAULTS =
      List.of(
          "none",
          "grey ground",
          "tilted",
          "out of focus",
          "yellow light",
          "shaken",
          "lit ground",
          "uneven",
          "hard shadow",
          "grainy",
          "washed out",
          "grey sheet",
          "too small",
          "cut off",
          "phone",
          "creased",
          "mixed light",
          "coloured sheet",
          "too shallow",
          "narrow sheet",
          "specks",
          "off centre",
          "dark sheet",
          "automatic",
          "colour card");

  private BedScenes() {}

  static List<BedScene> all() {
    List<BedScene> all = new ArrayList<>();
    int number = 0;
    for (Map.Entry<String, Kind> product : PRODUCTS.entrySet()) {
      for (int i = 0; i < PER_PRODUCT; i++) {
        String fault = FAULTS.get((number * 7 + i * 4) % FAULTS.size());
        all.add(scene(product.getKey(), product.getValue(), fault, i, SEED + 100L * number + i));
      }
      number++;
    }
    return List.copyOf(all);
  }

  private static BedScene scene(String product, Kind kind, String fault, int index, long seed) {
    boolean heldBack = index >= PER_PRODUCT - HELD_BACK;
    return new BedScene(
        product + ", " + fault + " " + (index + 1),
        product,
        kind,
        fault,
        () -> set(product, fault, new SplittableRandom(seed)),
        heldBack ? otherWay(new SplittableRandom(-seed)) : Way.PLAIN,
        heldBack,
        seed);
  }

  private static Way otherWay(SplittableRandom lot) {
    return new Way(
        between(lot, -0.02, 0.06),
        between(lot, 0, 0.35),
        lot.nextInt(2) * between(lot, 0.004, 0.02),
        between(lot, 0.6, 0.95),
        lot.nextInt(2) * between(lot, 0.2, 0.8));
  }

  private static StandingSet set(String product, String fault, SplittableRandom lot) {
    DemoTake take =
        DemoTake.of(product)
            .fill(between(lot, 0.6, 0.84))
            .turn(between(lot, -60, 60))
            .down(between(lot, 6, 22));
    take.ground(between(lot, 0.5, 1.1)).lamps(between(lot, 0.75, 1), between(lot, 0.75, 1));
    return switch (fault) {
      case "grey ground" -> take.ground(between(lot, 0.25, 0.5)).build();
      case "tilted" -> take.roll(signed(lot, 1.2, 4)).build();
      case "out of focus" ->
          take.aperture(between(lot, 1.8, 4)).focusOff(signed(lot, 60, 320)).build();
      case "yellow light" -> {
        double kelvin = between(lot, 3200, 4600);
        yield take.lampKelvin(kelvin, kelvin).build();
      }
      case "shaken" -> take.shake(between(lot, 1.5, 5), between(lot, 0, 180)).build();
      case "lit ground" -> take.litGround(between(lot, 0.3, 0.6)).ground(1.1).build();
      case "uneven" -> take.lamps(1, between(lot, 0.05, 0.25)).withoutCards().build();
      case "hard shadow" -> take.withoutCards().lampFace(50).lamps(1, between(lot, 0, 0.2)).build();
      case "grainy" -> take.iso(6400 << lot.nextInt(2)).build();
      case "washed out" -> take.ground(between(lot, 1.3, 1.7)).build();
      case "grey sheet" -> take.sheet(take.sheet().coloured("#9A9A99")).ground(0.33).build();
      case "coloured sheet" -> take.sheet(take.sheet().coloured("#8FA9C4")).ground(0.4).build();
      case "dark sheet" -> take.sheet(take.sheet().coloured("#2B2B2D")).ground(0.03).build();
      case "too small" -> take.fill(between(lot, 0.3, 0.45)).build();
      case "cut off" -> take.fill(0.86).shift(0, signed(lot, 0.16, 0.3)).build();
      case "off centre" -> take.fill(0.55).shift(signed(lot, 0.2, 0.4), 0).build();
      case "phone" -> take.phone(between(lot, 0.55, 0.75)).build();
      case "creased" -> take.sheet(take.sheet().worn(0, 0.01, 6, 0)).build();
      case "specks" -> take.sheet(take.sheet().worn(0, 0.004, 0, 40)).build();
      case "mixed light" -> take.lampKelvin(5400, between(lot, 3000, 4200)).build();
      case "too shallow" -> take.aperture(1.4).build();
      case "narrow sheet" ->
          take.sheet(take.sheet().sized(between(lot, 300, 420), 260, 150, 160, 460))
              .fill(0.6)
              .build();
      case "automatic" -> take.automatic(between(lot, 0, 1.2));
      case "colour card" -> take.fill(0.5).shift(0.3, 0).beside("colour-card", 120, 10).build();
      default -> take.build();
    };
  }

  static double between(SplittableRandom lot, double from, double to) {
    return from + lot.nextDouble() * (to - from);
  }

  private static double signed(SplittableRandom lot, double from, double to) {
    return (lot.nextBoolean() ? 1 : -1) * between(lot, from, to);
  }
}
