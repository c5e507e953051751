package app.istante.core.plan;

/**
 * How the set must stand for a shot, coarse enough that many shots share one: ground, light and
 * distance. Shots with equal set-ups are taken in one go.
 */
public record SetUp(Ground ground, Light light, Reach reach) {

  /** What the product stands on and in front of. */
  public enum Ground {
    WHITE("white sheet"),
    LIT_WHITE("white sheet, lit by itself"),
    LIGHT_GREY("light grey sheet"),
    DARK("dark sheet"),
    SCENE("scene with props");

    private final String label;

    Ground(String label) {
      this.label = label;
    }

    public String id() {
      return Names.of(this);
    }

    public String label() {
      return label;
    }
  }

  /** How the light falls. */
  public enum Light {
    SOFT_SIDES("soft light from both sides"),
    SOFT_ABOVE("one large soft light above, a card in front"),
    BOTH_SIDES_ONLY("lamps at the sides only"),
    COPY("two even lights at 45°"),
    LOW_SIDE("one low light from the side"),
    BLACK_CARDS("soft light, black card around the lens"),
    WINDOW("window and white cards");

    private final String label;

    Light(String label) {
      this.label = label;
    }

    public String id() {
      return Names.of(this);
    }

    public String label() {
      return label;
    }
  }

  /** How far the camera stands. */
  public enum Reach {
    CLOSE("close up"),
    TABLE("table distance"),
    ROOM("across the room");

    private final String label;

    Reach(String label) {
      this.label = label;
    }

    public String id() {
      return Names.of(this);
    }

    public String label() {
      return label;
    }
  }

  /** Stable name: equal set-ups have equal names. */
  public String id() {
    return ground.id() + "/" + light.id() + "/" + reach.id();
  }

  /**
   * @throws IllegalArgumentException where the name is not one that {@link #id} makes
   */
  public static SetUp of(String id) {
    for (Ground ground : Ground.values()) {
      for (Light light : Light.values()) {
        for (Reach reach : Reach.values()) {
          SetUp one = new SetUp(ground, light, reach);
          if (one.id().equals(id)) {
            return one;
          }
        }
      }
    }
    throw new IllegalArgumentException("set-up [" + id + "] must be ground/light/reach");
  }

  /** A number for slips: hundreds ground, tens light, ones reach. */
  public int number() {
    return 100 * ground.ordinal() + 10 * light.ordinal() + reach.ordinal();
  }

  /** In words, as on a slip: "White sheet, soft light from both sides, close up". */
  public String label() {
    String words = ground.label + ", " + light.label + ", " + reach.label;
    return Character.toUpperCase(words.charAt(0)) + words.substring(1);
  }
}
