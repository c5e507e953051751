package app.istante.server.setup;

import app.istante.core.cli.Json;
import app.istante.core.cli.SceneFile;
import app.istante.core.set.Answers;
import app.istante.core.set.RecipeCard;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import app.istante.core.sim.Shelf;
import app.istante.server.support.Refused;
import jakarta.validation.Valid;
import jakarta.validation.constraints.NotBlank;
import jakarta.validation.constraints.NotNull;
import jakarta.validation.constraints.Size;
import java.io.IOException;
import java.sql.Timestamp;
import java.time.Clock;
import java.time.Instant;
import java.util.List;
import java.util.Map;
import org.springframework.http.HttpStatus;
import org.springframework.http.MediaType;
import org.springframework.jdbc.core.simple.JdbcClient;
import org.springframework.jdbc.support.GeneratedKeyHolder;
import org.springframework.web.bind.annotation.DeleteMapping;
import org.springframework.web.bind.annotation.GetMapping;
import org.springframework.web.bind.annotation.PathVariable;
import org.springframework.web.bind.annotation.PostMapping;
import org.springframework.web.bind.annotation.RequestBody;
import org.springframework.web.bind.annotation.RequestMapping;
import org.springframework.web.bind.annotation.ResponseStatus;
import org.springframework.web.bind.annotation.RestController;
import tools.jackson.core.type.TypeReference;

/** Set-ups kept to be built again. */
@RestController
@RequestMapping("/api/recipes")
class RecipeController {
  private static final TypeReference<Map<String, String>> WORDS = new TypeReference<>() {};
  private static final double USUAL_PX = 1200;

  private final JdbcClient database;
  private final KitService kit;
  private final Clock clock;

  RecipeController(JdbcClient database, KitService kit, Clock clock) {
    this.database = database;
    this.kit = kit;
    this.clock = clock;
  }

  /**
   * @param readings what the set gave, by name, in words and figures
   */
  record NewRecipe(
      @NotBlank(message = "Give the recipe a name.")
          @Size(max = 120, message = "A recipe's name has at most 120 letters.")
          String name,
      @NotNull @Size(max = 2000, message = "Notes have at most 2000 letters.") String notes,
      @NotNull StandingSet set,
      @NotNull Map<String, String> readings) {}

  record Recipe(
      long id,
      String name,
      String notes,
      StandingSet set,
      Map<String, String> readings,
      Instant keptAt) {}

  @GetMapping
  List<Recipe> all() {
    return database
        .sql("SELECT * FROM recipe ORDER BY kept_at DESC, id DESC")
        .query((row, at) -> of(row))
        .list();
  }

  private static Recipe of(java.sql.ResultSet row) throws java.sql.SQLException {
    return new Recipe(
        row.getLong("id"),
        row.getString("name"),
        row.getString("notes"),
        SceneFile.read(row.getString("standing")),
        Json.mapper().readValue(row.getString("readings"), WORDS),
        row.getTimestamp("kept_at").toInstant());
  }

  @PostMapping
  @ResponseStatus(HttpStatus.CREATED)
  Recipe keep(@Valid @RequestBody NewRecipe made) {
    GeneratedKeyHolder key = new GeneratedKeyHolder();
    Instant now = clock.instant();
    StandingSet set = made.set().named(made.name());
    database
        .sql("INSERT INTO recipe (name, notes, standing, readings, kept_at) VALUES (?, ?, ?, ?, ?)")
        .params(
            made.name(),
            made.notes(),
            Json.mapper().writeValueAsString(set),
            Json.mapper().writeValueAsString(made.readings()),
            Timestamp.from(now))
        .update(key, "id");
    return new Recipe(
        key.getKey().longValue(), made.name(), made.notes(), set, made.readings(), now);
  }

  @DeleteMapping("/{id}")
  @ResponseStatus(HttpStatus.NO_CONTENT)
  void remove(@PathVariable long id) {
    database.sql("DELETE FROM recipe WHERE id = ?").param(id).update();
  }

  /** The recipe on one sheet of paper. */
  @GetMapping(value = "/{id}/card", produces = MediaType.APPLICATION_PDF_VALUE)
  byte[] card(@PathVariable long id) throws IOException {
    Recipe recipe =
        database
            .sql("SELECT * FROM recipe WHERE id = ?")
            .param(id)
            .query((row, at) -> of(row))
            .optional()
            .orElseThrow(() -> Refused.missing("recipe"));
    Answers answers = Answers.of(recipe.set(), wanted(recipe.set()), kit.pieces());
    return RecipeCard.pdf(recipe.set(), answers, recipe.notes(), recipe.readings());
  }

  private static Answers.Wanted wanted(StandingSet set) {
    Thing thing = set.things().isEmpty() ? Thing.of("money-box") : set.things().get(0);
    Shelf.ShelfThing size = Shelf.entry(thing.what());
    return new Answers.Wanted(
        size.heightMm() * thing.scale(),
        size.widthMm() * thing.scale(),
        size.depthMm() * thing.scale(),
        USUAL_PX);
  }
}
