package app.istante.core.sim;

import static app.istante.core.sim.DemoShop.Item.ABACUS;
import static app.istante.core.sim.DemoShop.Item.CADDY;
import static app.istante.core.sim.DemoShop.Item.EGG_CUP;
import static app.istante.core.sim.DemoShop.Item.HAND_BELL;
import static app.istante.core.sim.DemoShop.Item.MONEY_BOX;
import static app.istante.core.sim.DemoShop.Item.PAPERWEIGHT;
import static app.istante.core.sim.DemoShop.Item.PEPPER_MILL;
import static app.istante.core.sim.DemoShop.Item.SPINNING_TOP;
import static app.istante.core.sim.DemoShop.Item.SPYGLASS;
import static app.istante.core.sim.DemoShop.Item.TEA_COSY;
import static app.istante.core.sim.DemoShop.Item.THREAD_SPOOLS;
import static app.istante.core.sim.DemoShop.Item.WATERING_CAN;

import app.istante.core.set.StandingSet;
import java.util.ArrayList;
import java.util.List;
import java.util.function.Supplier;

/** The demo shop's photographs: a Saturday morning and a Sunday, with the everyday mistakes. */
public final class DemoTakes {
  /** Light from behind the sheet, as a share of what it throws back, that makes it pure white. */
  private static final double LIT = 0.5;

  private DemoTakes() {}

  /**
   * One planned photograph.
   *
   * @param role lead, side, back or detail
   * @param fault what went wrong, in a word, or "none"
   * @param set how the set stood; built when asked for
   */
  public record Shot(DemoShop.Item item, String role, String fault, Supplier<StandingSet> set) {}

  /** The takes of the Saturday morning, in the order in which they were taken. */
  public static List<Shot> morning() {
    List<Shot> all = new ArrayList<>();
    add(all, WATERING_CAN, "lead", "under-exposed", t -> t.fill(0.84).ground(0.55).build());
    add(all, WATERING_CAN, "lead", "none", t -> white(t).fill(0.86).build());
    add(all, WATERING_CAN, "side", "none", t -> t.litGround(LIT).turn(55).fill(0.86).build());
    add(all, SPINNING_TOP, "lead", "grey ground", t -> t.fill(0.72).automatic(0.7));
    add(all, SPINNING_TOP, "side", "tilted", t -> t.litGround(LIT).fill(0.72).roll(2.6).build());
    add(
        all,
        SPINNING_TOP,
        "detail",
        "shaken",
        t -> t.litGround(LIT).fill(0.8).shake(3, 28).build());
    add(all, EGG_CUP, "lead", "washed out", t -> t.fill(0.72).ground(1.25).build());
    add(
        all,
        EGG_CUP,
        "side",
        "none",
        t -> t.sheet(t.sheet().coloured("#9A9A99")).fill(0.72).ground(0.33).build());
    add(all, PEPPER_MILL, "lead", "none", t -> t.litGround(LIT).fill(0.86).build());
    add(
        all,
        PEPPER_MILL,
        "side",
        "cut off",
        t -> t.litGround(LIT).fill(0.9).shift(0, 0.16).build());
    add(
        all,
        PEPPER_MILL,
        "detail",
        "out of focus",
        t -> t.litGround(LIT).fill(0.8).aperture(2.8).focusOff(260).build());
    add(
        all,
        MONEY_BOX,
        "lead",
        "yellow light",
        t -> t.fill(0.8).lampKelvin(3600, 3600).ground(0.6).build());
    add(all, MONEY_BOX, "lead", "none", t -> white(t).fill(0.8).build());
    add(
        all,
        MONEY_BOX,
        "side",
        "one lamp weak",
        t -> t.lamps(1, 0.12).withoutCards().fill(0.8).ground(0.7).build());
    add(all, CADDY, "lead", "too small in the frame", t -> t.litGround(LIT).fill(0.5).build());
    add(
        all,
        CADDY,
        "side",
        "hard shadow",
        t -> t.turn(40).withoutCards().lampFace(60).lamps(1, 0).fill(0.72).ground(0.9).build());
    add(all, HAND_BELL, "lead", "none", t -> white(t).fill(0.8).build());
    add(
        all,
        HAND_BELL,
        "side",
        "off centre",
        t -> t.litGround(LIT).fill(0.65).shift(0.4, 0).build());
    add(
        all,
        PAPERWEIGHT,
        "lead",
        "dull ground",
        t -> t.sheet(t.sheet().coloured("#BDBDBC")).fill(0.72).ground(0.5).build());
    add(all, TEA_COSY, "lead", "none", t -> white(t).fill(0.71).build());
    add(
        all,
        TEA_COSY,
        "side",
        "grainy",
        t -> t.litGround(LIT).turn(70).fill(0.7).iso(12800).build());
    add(
        all,
        THREAD_SPOOLS,
        "lead",
        "slightly tilted",
        t -> t.litGround(LIT).fill(0.8).roll(-1.5).build());
    return List.copyOf(all);
  }

  /** What was taken on the Sunday: other sides, second tries, and a phone now and then. */
  public static List<Shot> sunday() {
    List<Shot> all = new ArrayList<>();
    for (DemoShop.Item item : DemoShop.Item.values()) {
      add(all, item, "back", "none", t -> t.litGround(LIT).turn(180).fill(0.78).build());
    }
    for (DemoShop.Item item :
        List.of(ABACUS, SPYGLASS, EGG_CUP, PAPERWEIGHT, SPINNING_TOP, CADDY)) {
      add(all, item, "lead", "none", t -> t.litGround(LIT).fill(0.82).build());
    }
    for (DemoShop.Item item : List.of(THREAD_SPOOLS, HAND_BELL, ABACUS, SPYGLASS)) {
      add(all, item, "side", "none", t -> t.litGround(LIT).turn(48).down(18).fill(0.76).build());
    }
    for (DemoShop.Item item : List.of(EGG_CUP, MONEY_BOX, TEA_COSY)) {
      add(all, item, "lead", "phone", t -> t.phone(0.66).ground(0.86).build());
    }
    for (DemoShop.Item item : List.of(SPYGLASS, WATERING_CAN)) {
      add(all, item, "lead", "phone too near", t -> t.phone(0.92).ground(0.8).build());
    }
    for (DemoShop.Item item : List.of(ABACUS, CADDY, TEA_COSY)) {
      add(all, item, "side", "grey ground", t -> t.fill(0.76).automatic(0.3));
    }
    for (DemoShop.Item item : List.of(HAND_BELL, EGG_CUP)) {
      add(
          all,
          item,
          "lead",
          "mixed light",
          t -> t.lampKelvin(5400, 3300).fill(0.78).ground(0.8).build());
    }
    for (DemoShop.Item item : List.of(THREAD_SPOOLS, PEPPER_MILL)) {
      add(
          all,
          item,
          "lead",
          "creased sheet",
          t -> t.sheet(t.sheet().worn(0, 0.01, 7, 0)).fill(0.7).ground(0.85).build());
    }
    for (DemoShop.Item item : List.of(SPINNING_TOP, MONEY_BOX)) {
      add(
          all,
          item,
          "lead",
          "specks",
          t -> t.sheet(t.sheet().worn(0, 0.004, 0, 45)).fill(0.74).ground(0.9).build());
    }
    for (DemoShop.Item item : List.of(WATERING_CAN, SPYGLASS)) {
      add(
          all,
          item,
          "side",
          "sheet too narrow",
          t -> t.sheet(t.sheet().sized(330, 260, 150, 160, 460)).fill(0.62).ground(0.9).build());
    }
    for (DemoShop.Item item : List.of(CADDY, PEPPER_MILL)) {
      add(
          all,
          item,
          "lead",
          "glossy sheet",
          t -> t.sheet(t.sheet().worn(0.5, 0, 0, 0)).down(9).fill(0.74).ground(0.85).build());
    }
    for (DemoShop.Item item : List.of(THREAD_SPOOLS, ABACUS)) {
      add(
          all,
          item,
          "detail",
          "too shallow",
          t -> t.turn(60).litGround(LIT).aperture(1.8).fill(0.9).build());
    }
    for (DemoShop.Item item : List.of(TEA_COSY, MONEY_BOX)) {
      add(
          all,
          item,
          "side",
          "cream sheet",
          t -> t.sheet(t.sheet().coloured("#EFE6CF")).fill(0.76).ground(0.82).build());
    }
    for (DemoShop.Item item : List.of(HAND_BELL, WATERING_CAN)) {
      add(all, item, "detail", "shaken", t -> t.litGround(LIT).fill(0.84).shake(2, 74).build());
    }
    add(all, PAPERWEIGHT, "side", "none", t -> t.fill(0.76).ground(0.7).build());
    add(all, EGG_CUP, "side", "tilted", t -> t.litGround(LIT).roll(-3.2).fill(0.74).build());
    add(all, PEPPER_MILL, "side", "tilted", t -> t.litGround(LIT).roll(2.1).fill(0.84).build());
    add(all, ABACUS, "lead", "blue light", t -> t.balance(4000).fill(0.78).ground(0.8).build());
    add(all, CADDY, "lead", "off centre", t -> t.litGround(LIT).shift(-0.35, 0).fill(0.7).build());
    add(
        all,
        SPINNING_TOP,
        "detail",
        "out of focus",
        t -> t.litGround(LIT).aperture(2.8).focusOff(-120).fill(0.84).build());
    add(all, THREAD_SPOOLS, "side", "washed out", t -> t.fill(0.74).ground(1.5).build());
    add(all, HAND_BELL, "side", "under-exposed", t -> t.fill(0.78).ground(0.34).build());
    add(all, TEA_COSY, "lead", "hard shadow", t -> hard(t).fill(0.7).ground(0.86).build());
    add(all, SPYGLASS, "detail", "grainy", t -> t.iso(12800).fill(0.84).ground(0.85).build());
    return List.copyOf(all);
  }

  /** White even in the thing's shadow. */
  private static DemoTake white(DemoTake take) {
    return take.litGround(1.5 * LIT).ground(1.3);
  }

  private static DemoTake hard(DemoTake take) {
    return take.withoutCards().lampFace(60).lamps(0, 1);
  }

  /** How one take's set was built. */
  private interface Building {
    StandingSet of(DemoTake take);
  }

  private static void add(
      List<Shot> shots, DemoShop.Item item, String role, String fault, Building how) {
    shots.add(new Shot(item, role, fault, () -> how.of(DemoTake.of(item.thing())).named(fault)));
  }
}
