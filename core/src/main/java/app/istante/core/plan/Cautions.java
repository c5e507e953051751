package app.istante.core.plan;

import java.util.ArrayList;
import java.util.List;
import java.util.Set;

/** What can hurt people or things at a set-up: short, plain, read once. */
public final class Cautions {
  private Cautions() {}

  /**
   * @param kinds of the things photographed with this set-up
   */
  public static List<String> of(SetUp setUp, Set<Kind> kinds) {
    List<String> all = new ArrayList<>();
    if (setUp.light() != SetUp.Light.WINDOW) {
      all.add(
          "Bulbs get hot: keep paper, cloth and plastic as far away as the lamp's maker says, and"
              + " never go above the holder's wattage.");
      all.add(
          "Weight the stands, tape the cables down along the wall. Wiring is for a licensed"
              + " electrician, by your local code.");
    }
    if (setUp.light() == SetUp.Light.SOFT_ABOVE) {
      all.add("Something hangs above: fasten it twice, and stand on steps, not on a chair.");
    }
    if (setUp.ground() == SetUp.Ground.LIT_WHITE) {
      all.add("Don't look into the lamp behind the ground. Leave air around it.");
    }
    if (kinds.contains(Kind.GLASS)) {
      all.add("Glass breaks: gloves, both hands, and a towel under the way to the table.");
    }
    if (kinds.contains(Kind.LARGE) || setUp.reach() == SetUp.Reach.ROOM) {
      all.add(
          "Lift close to the body with both hands, never by handles or arms. Get help for what is"
              + " heavy.");
    }
    if (kinds.contains(Kind.METAL) || kinds.contains(Kind.SMALL)) {
      all.add("Mind sharp edges, pins and points.");
    }
    return all;
  }
}
