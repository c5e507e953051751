package app.istante.core.plan;

/** What it costs to turn one set-up into another, until the seller's own log knows better. */
public final class ChangeOver {
  /* Judgements: a sheet is rolled and clipped, lamps are moved and metered, a tripod is moved and
   * focused. Together they span the 5 to 30 minutes that people report. */
  static final double GROUND_MINUTES = 8;
  static final double LIGHT_MINUTES = 12;
  static final double REACH_MINUTES = 5;

  /** A scene is dressed, not only unrolled. */
  static final double SCENE_MINUTES = 14;

  private ChangeOver() {}

  /**
   * @param from null where nothing stands yet: then all of it is built
   */
  public static double minutes(SetUp from, SetUp to) {
    double minutes = 0;
    if (from == null || from.ground() != to.ground()) {
      minutes += to.ground() == SetUp.Ground.SCENE ? SCENE_MINUTES : GROUND_MINUTES;
    }
    if (from == null || from.light() != to.light()) {
      minutes += LIGHT_MINUTES;
    }
    if (from == null || from.reach() != to.reach()) {
      minutes += REACH_MINUTES;
    }
    return minutes;
  }
}
