package app.istante.core.cli;

import app.istante.core.set.StandingSet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.NoSuchFileException;
import java.nio.file.Path;
import tools.jackson.core.JacksonException;
import tools.jackson.databind.DatabindException;
import tools.jackson.databind.DeserializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** Reads a set from its JSON; wrong figures get the sentence of the record that refuses them. */
public final class SceneFile {
  private static final JsonMapper MAPPER =
      JsonMapper.builder()
          .enable(DeserializationFeature.FAIL_ON_UNKNOWN_PROPERTIES)
          .disable(DeserializationFeature.FAIL_ON_NULL_FOR_PRIMITIVES)
          .build();

  private SceneFile() {}

  /**
   * @throws IllegalArgumentException with a sentence that names line or field
   */
  public static StandingSet read(String json) {
    if (json.isBlank()) {
      throw new IllegalArgumentException("The scene is empty.");
    }
    try {
      StandingSet set = MAPPER.readValue(json, StandingSet.class);
      if (set == null) {
        throw new IllegalArgumentException("The scene is empty.");
      }
      return set;
    } catch (DatabindException e) {
      String where = e.getPathReference().replaceAll("[\\w.$]+\\.([A-Z]\\w*)", "$1");
      throw new IllegalArgumentException(reason(e) + " (at " + where + ")", e);
    } catch (JacksonException e) {
      throw new IllegalArgumentException(
          "The scene is not JSON: line "
              + e.getLocation().getLineNr()
              + ", column "
              + e.getLocation().getColumnNr()
              + ".",
          e);
    }
  }

  private static String reason(DatabindException e) {
    Throwable cause = e.getCause();
    return cause instanceof IllegalArgumentException && !(cause instanceof JacksonException)
        ? cause.getMessage()
        : e.getOriginalMessage();
  }

  public static StandingSet read(Path file) throws IOException {
    try {
      return read(Files.readString(file));
    } catch (NoSuchFileException e) {
      throw new IllegalArgumentException("There is no scene " + file + ".", e);
    }
  }
}
