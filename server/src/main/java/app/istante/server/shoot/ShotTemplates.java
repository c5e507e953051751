package app.istante.server.shoot;

import app.istante.core.cli.Json;
import app.istante.core.plan.Kind;
import app.istante.core.plan.Shipped;
import app.istante.core.plan.ShotTemplate;
import app.istante.core.rules.ShotRole;
import java.util.ArrayList;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.stereotype.Component;

/** Shot lists by kind and school: those that ship, with the seller's own in their place. */
@Component
public class ShotTemplates {
  private final JdbcClient database;

  ShotTemplates(JdbcClient database) {
    this.database = database;
  }

  /**
   * @param own whether the seller has changed it
   */
  public record Kept(ShotTemplate template, boolean own) {}

  public List<Kept> all() {
    Map<String, ShotTemplate> own = new HashMap<>();
    database
        .sql("SELECT kind, school, shots FROM own_shot_template")
        .query(
            row -> {
              ShotTemplate.Shot[] shots =
                  Json.mapper().readValue(row.getString(3), ShotTemplate.Shot[].class);
              own.put(
                  row.getString(1) + "/" + row.getString(2),
                  new ShotTemplate(row.getString(1), row.getString(2), List.of(shots)));
            });
    List<Kept> all = new ArrayList<>();
    for (ShotTemplate shipped : Shipped.shotTemplates()) {
      ShotTemplate mine = own.get(shipped.kind() + "/" + shipped.school());
      all.add(mine == null ? new Kept(shipped, false) : new Kept(mine, true));
    }
    return all;
  }

  public ShotTemplate of(Kind kind, String school) {
    return all().stream()
        .map(Kept::template)
        .filter(one -> one.kind().equals(kind.id()) && one.school().equals(school))
        .findFirst()
        .orElseThrow();
  }

  /** A view with this role, as the kind's full list describes it; else plainly. */
  ShotTemplate.Shot view(Kind kind, ShotRole role) {
    return of(kind, ShotTemplate.FULL).shots().stream()
        .filter(shot -> shot.role().equals(role.id()))
        .findFirst()
        .orElse(new ShotTemplate.Shot(role.id(), "whole", "", sentence(role.purpose()), false));
  }

  private static String sentence(String words) {
    return Character.toUpperCase(words.charAt(0)) + words.substring(1) + ".";
  }

  public void keep(ShotTemplate template) {
    database
        .sql(
            "INSERT INTO own_shot_template (kind, school, shots) VALUES (?, ?, ?)"
                + " ON DUPLICATE KEY UPDATE shots = VALUES(shots)")
        .params(
            template.kind(), template.school(), Json.mapper().writeValueAsString(template.shots()))
        .update();
  }

  /** Back to the list that ships. */
  public void forget(Kind kind, String school) {
    database
        .sql("DELETE FROM own_shot_template WHERE kind = ? AND school = ?")
        .params(kind.id(), school)
        .update();
  }
}
