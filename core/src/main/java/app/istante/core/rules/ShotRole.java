package app.istante.core.rules;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;

/** The role a shot plays in a listing, and what it is for. */
public enum ShotRole {
  LEAD("the picture that is seen in every list: the whole thing at its best"),
  SIDE("the shape from the side; how deep it is"),
  BACK("the side that nobody shows, and every buyer asks about"),
  INSIDE("what is inside of anything that opens; how clean it is"),
  DETAIL("make and material from close by"),
  MARK("maker's mark, label or number: proof of what it is"),
  WEAR("each flaw honestly, so that nothing comes back"),
  TURN("one step of a full turn"),
  SCALE("its size beside something that everyone knows"),
  IN_USE("what it is like to have it"),
  PACKAGING("what the buyer will unpack");

  private final String purpose;

  ShotRole(String purpose) {
    this.purpose = purpose;
  }

  /** The name in files and over HTTP: lower case with hyphens. */
  public String id() {
    return name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  /** What a view with this role is for, in words. */
  public String purpose() {
    return purpose;
  }

  /** Whether these pictures show the thing in its surroundings, with rules of their own. */
  public boolean isScene() {
    return this == IN_USE || this == SCALE;
  }

  /**
   * @throws IllegalArgumentException naming what is known, where there is no such role
   */
  public static ShotRole of(String id) {
    for (ShotRole role : values()) {
      if (role.id().equals(id)) {
        return role;
      }
    }
    String known = Arrays.stream(values()).map(ShotRole::id).collect(Collectors.joining(", "));
    throw new IllegalArgumentException("A shot can be " + known + "; not " + id + ".");
  }
}
