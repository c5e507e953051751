package app.istante.core.plan;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.util.Arrays;
import java.util.List;
import tools.jackson.databind.json.JsonMapper;

/** The shot lists and preparation steps that ship with Istante, as data files in this package. */
public final class Shipped {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final List<ShotTemplate> TEMPLATES =
      Arrays.asList(read("shot-lists.json", ShotTemplate[].class));
  private static final List<PreparationStep> STEPS =
      Arrays.asList(read("preparation.json", PreparationStep[].class));

  private Shipped() {}

  public static List<ShotTemplate> shotTemplates() {
    return TEMPLATES;
  }

  public static List<PreparationStep> preparation() {
    return STEPS;
  }

  private static <T> T read(String name, Class<T> type) {
    try (InputStream in = Shipped.class.getResourceAsStream("/plan/" + name)) {
      return JSON.readValue(in, type);
    } catch (IOException missing) {
      throw new UncheckedIOException(missing);
    }
  }
}
