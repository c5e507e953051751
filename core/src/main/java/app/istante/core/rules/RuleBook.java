package app.istante.core.rules;

import app.istante.core.measure.Delivery;
import java.util.Collections;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Map;

/**
 * One selling place's image rules, as data. The format is described by {@code
 * schemas/rule-book.schema.json}.
 *
 * @param id short name for programs: lower-case letters, digits, hyphens
 * @param version of the rules, as the place counts them
 * @param updated day of that version, ISO 8601
 * @param roles what each kind of picture should be; {@code lead} and {@code other}
 * @param images how many pictures a listing may have
 */
public record RuleBook(
    String id,
    String version,
    String name,
    String updated,
    String about,
    Map<String, Role> roles,
    Images images,
    List<Rule> rules,
    Output delivery) {
  /** The role of the first picture; every other role falls under {@link #OTHER}. */
  public static final String LEAD = "lead";

  public static final String OTHER = "other";

  public RuleBook {
    // In their order: a rule book that is read and written stays as it was.
    roles = roles == null ? Map.of() : Collections.unmodifiableMap(new LinkedHashMap<>(roles));
    rules = rules == null ? List.of() : List.copyOf(rules);
  }

  /**
   * @param ground in words, for people: "pure white", "any plain ground"
   * @param aspect width over height of the delivered frame; null keeps the photo's
   */
  public record Role(
      String ground, Double aspect, int longestSidePx, int minLongestSidePx, Fill fill) {}

  /** Share of the frame's side that the product fills, 0 to 1. */
  public record Fill(double min, double max) {}

  /**
   * @param required roles that a listing can't do without; empty where only the number counts
   */
  public record Images(int min, int max, List<String> required) {
    public Images {
      required = required == null ? List.of() : List.copyOf(required);
    }
  }

  /** How files are handed over; quality 0 to 1. */
  public record Output(String format, double quality, long maxFileBytes) {}

  /** How hard a rule is. */
  public enum Weight {
    must,
    should
  }

  /**
   * One rule.
   *
   * @param role lead, other or any
   * @param measure dotted name of a reading
   * @param op at-least, at-most, between or none
   * @param value one number, two for between, null for none
   * @param why the reason, for people
   * @param tolerance a reading that misses by no more than this is let pass, in the rule's unit;
   *     null for none
   */
  public record Rule(
      String id,
      String role,
      String measure,
      String op,
      List<Double> value,
      String unit,
      Weight weight,
      String why,
      Double tolerance) {
    public Rule {
      value = value == null ? List.of() : List.copyOf(value);
    }

    /** How far beyond its limits a reading may lie, 0 and up. */
    double slack() {
      return tolerance == null ? 0 : tolerance;
    }

    /** Whether the rule speaks of pictures with this role. */
    public boolean concerns(String pictureRole) {
      return role.equals("any") || role.equals(kindOfRole(pictureRole));
    }
  }

  /** Side, back, detail and so on are all {@link #OTHER}. */
  public static String kindOfRole(String role) {
    return LEAD.equals(role) ? LEAD : OTHER;
  }

  public Role role(String pictureRole) {
    return roles.get(kindOfRole(pictureRole));
  }

  /** What framing and sharpness of a picture with this role are measured against. */
  public Delivery deliveryOf(String pictureRole) {
    Role role = role(pictureRole);
    return new Delivery(
        role.aspect(),
        role.longestSidePx(),
        role.minLongestSidePx(),
        role.fill().min(),
        role.fill().max());
  }
}
