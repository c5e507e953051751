package app.istante.server.check;

import app.istante.core.cli.SceneFile;
import app.istante.core.set.StandingSet;
import app.istante.server.take.Take;
import org.jspecify.annotations.Nullable;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/**
 * The set that a take was taken in, as far as it is known: that of the simulated camera's picture,
 * or the one that was built for the shoot.
 */
@Component
class TakenIn {
  private final JdbcClient database;

  TakenIn(JdbcClient database) {
    this.database = database;
  }

  @Nullable StandingSet of(Take take) {
    return database
        .sql(
            "SELECT standing FROM photograph WHERE take_id = ?"
                + " UNION ALL SELECT standing FROM standing_set WHERE shoot_id = ? LIMIT 1")
        .params(take.id(), take.shootId())
        .query(String.class)
        .optional()
        .map(TakenIn::read)
        .orElse(null);
  }

  /** Figures that a newer version no longer takes only cost the advice its centimetres. */
  private static @Nullable StandingSet read(String kept) {
    try {
      return SceneFile.read(kept);
    } catch (IllegalArgumentException outdated) {
      return null;
    }
  }
}
