package app.istante.core.plan;

import app.istante.core.plan.SetUp.Ground;
import app.istante.core.plan.SetUp.Light;
import app.istante.core.plan.SetUp.Reach;
import app.istante.core.rules.ShotRole;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** Which set-up a shot needs, and why: from what the thing is, its surface, and the view's role. */
public final class SetUpAdvice {
  /** Things up to this long fill a frame from close by: mm. */
  static final double SMALL_MM = 60;

  /** Things from this long on do not fit on a table: mm. */
  static final double LARGE_MM = 700;

  private SetUpAdvice() {}

  /**
   * @param reasons one sentence for each choice that is not the usual one
   */
  public record Advice(SetUp setUp, List<String> reasons) {
    public Advice {
      reasons = List.copyOf(reasons);
    }
  }

  /**
   * What is asked of the ground of the lead picture.
   *
   * @param pureWhite the selling place wants the lead on pure white
   * @param windowLight the seller works at a window rather than with lamps
   * @param longestMm longest side of the thing, mm; 0 where it is not known
   */
  public record Circumstances(boolean pureWhite, boolean windowLight, double longestMm) {}

  public static Advice of(Kind kind, Set<Trait> traits, ShotRole role, Circumstances asked) {
    List<String> reasons = new ArrayList<>();
    Ground ground = ground(kind, traits, role, asked, reasons);
    Light light = light(kind, traits, role, ground, asked, reasons);
    Reach reach = reach(kind, role, asked, reasons);
    return new Advice(new SetUp(ground, light, reach), reasons);
  }

  private static Ground ground(
      Kind kind, Set<Trait> traits, ShotRole role, Circumstances asked, List<String> reasons) {
    boolean clear = kind == Kind.GLASS || traits.contains(Trait.CLEAR);
    if (role.isScene()) {
      reasons.add("A picture in use: ground and props may show.");
      return Ground.SCENE;
    }
    if (role == ShotRole.LEAD && asked.pureWhite()) {
      reasons.add(
          clear || traits.contains(Trait.WHITE)
              ? "The lead must be pure white: light the ground by itself, and set black cards left"
                  + " and right just outside the frame, so that its edges stay dark."
              : "The lead must be pure white: light the ground by itself, so that the product need"
                  + " not be burnt.");
      return Ground.LIT_WHITE;
    }
    if (clear) {
      reasons.add("Clear: a dark ground and light from both sides draw its edges.");
      return Ground.DARK;
    }
    if (traits.contains(Trait.WHITE)) {
      reasons.add("White on white gets lost: use the light grey ground, keep the shadow side.");
      return Ground.LIGHT_GREY;
    }
    return Ground.WHITE;
  }

  private static Light light(
      Kind kind,
      Set<Trait> traits,
      ShotRole role,
      Ground ground,
      Circumstances asked,
      List<String> reasons) {
    boolean clear = kind == Kind.GLASS || traits.contains(Trait.CLEAR);
    boolean mirror = kind == Kind.METAL || traits.contains(Trait.MIRROR_LIKE);
    boolean relief = role == ShotRole.WEAR || role == ShotRole.MARK && (mirror || clear);
    if (role == ShotRole.IN_USE) {
      return Light.WINDOW;
    }
    if (relief) {
      reasons.add("Scratches and stamped marks show in one low light from the side.");
      return Light.LOW_SIDE;
    }
    if (clear && ground == Ground.DARK) {
      return Light.BOTH_SIDES_ONLY;
    }
    if (mirror) {
      reasons.add("Mirror-like: it shows the room. Black card around the lens, dark behind you.");
      return Light.BLACK_CARDS;
    }
    if (kind == Kind.FLAT) {
      reasons.add("Flat: two even lights at 45°, so that no lamp stands in the mirror angle.");
      return Light.COPY;
    }
    if (traits.contains(Trait.PRINTED_TEXT) && traits.contains(Trait.GLOSSY)) {
      reasons.add("Printed text under gloss: keep lamps out of the mirror angle.");
      return Light.COPY;
    }
    if (traits.contains(Trait.GLOSSY)) {
      reasons.add("Glossy: one large soft light gives one calm highlight.");
      return Light.SOFT_ABOVE;
    }
    return asked.windowLight() && ground != Ground.LIT_WHITE ? Light.WINDOW : Light.SOFT_SIDES;
  }

  private static Reach reach(Kind kind, ShotRole role, Circumstances asked, List<String> reasons) {
    boolean near = role == ShotRole.DETAIL || role == ShotRole.MARK || role == ShotRole.WEAR;
    if (near || kind == Kind.SMALL && !role.isScene()) {
      return Reach.CLOSE;
    }
    if (asked.longestMm() > 0 && asked.longestMm() < SMALL_MM && !role.isScene()) {
      reasons.add("Under 6 cm: go close, so that it fills the frame.");
      return Reach.CLOSE;
    }
    if (kind == Kind.LARGE || asked.longestMm() >= LARGE_MM) {
      return Reach.ROOM;
    }
    return Reach.TABLE;
  }
}
