package app.istante.core.plan;

import app.istante.core.rules.ShotRole;
import java.util.List;

/**
 * The views worth taking of one kind of thing, by one school.
 *
 * @param kind id of a {@link Kind}
 * @param school short (three or four pictures, since buyers leave) or full (every side)
 */
public record ShotTemplate(String kind, String school, List<Shot> shots) {
  public static final String SHORT = "short";
  public static final String FULL = "full";

  public ShotTemplate {
    Kind.of(kind);
    if (!school.equals(SHORT) && !school.equals(FULL)) {
      throw new IllegalArgumentException("school [" + school + "] must be short or full");
    }
    if (shots.isEmpty()) {
      throw new IllegalArgumentException("a shot list needs at least one view");
    }
    shots = List.copyOf(shots);
  }

  /**
   * One view.
   *
   * @param role id of a {@link ShotRole}
   * @param framing how much of the thing: whole, half, close
   * @param angle from where, in words: "three-quarter, 15° down"
   * @param why a buyer wants it
   * @param required whether the item is not done without it
   */
  public record Shot(String role, String framing, String angle, String why, boolean required) {
    public Shot {
      ShotRole.of(role);
      if (!List.of("whole", "half", "close").contains(framing)) {
        throw new IllegalArgumentException(
            "framing [" + framing + "] must be whole, half or close");
      }
    }
  }
}
