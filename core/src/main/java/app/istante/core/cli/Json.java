package app.istante.core.cli;

import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.verdict.Judgement;
import com.fasterxml.jackson.annotation.JsonInclude;
import java.math.BigDecimal;
import java.math.MathContext;
import java.util.LinkedHashMap;
import java.util.Map;
import tools.jackson.core.JsonGenerator;
import tools.jackson.databind.SerializationContext;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.module.SimpleModule;
import tools.jackson.databind.ser.std.StdSerializer;

/** The public JSON of a check, one object a line. What was not measured is left out. */
public final class Json {
  private static final MathContext FIGURES = new MathContext(6);
  private static final JsonMapper MAPPER =
      JsonMapper.builder()
          .changeDefaultPropertyInclusion(
              all -> all.withValueInclusion(JsonInclude.Include.NON_NULL))
          .addModule(
              new SimpleModule()
                  .addSerializer(Double.class, new Rounded(Double.class))
                  .addSerializer(double.class, new Rounded(double.class)))
          .build();

  private Json() {}

  /** The mapper itself, for those who store checks. */
  public static JsonMapper mapper() {
    return MAPPER;
  }

  public static String line(String file, Judgement judgement) {
    Readings readings = judgement.readings();
    Map<String, Object> all = new LinkedHashMap<>();
    all.put("file", file);
    all.put("engine", Measurement.ENGINE);
    all.put("image", readings.image());
    all.put("product", readings.product());
    all.put("backdrop", readings.backdrop());
    all.put("colour", readings.colour());
    all.put("sharpness", readings.sharpness());
    all.put("framing", readings.framing());
    all.put("exposure", readings.exposure());
    all.put("uncertainty", readings.uncertainty());
    all.put("cantTell", readings.cantTell());
    all.put("findings", judgement.findings());
    all.put("verdict", judgement.verdict());
    all.put("remedies", judgement.remedies());
    all.put("finishPlan", judgement.finishPlan());
    all.values().removeIf(java.util.Objects::isNull);
    return MAPPER.writeValueAsString(all);
  }

  public static String errorLine(String file, UnreadablePhotoException error) {
    Map<String, Object> all = new LinkedHashMap<>();
    all.put("file", file);
    all.put("error", new Refusal(error.code().json(), error.getMessage()));
    return MAPPER.writeValueAsString(all);
  }

  /** Why a file could not be read. */
  private record Refusal(String code, String message) {}

  /** Six significant figures: more than any reading means, and no long tails. */
  private static final class Rounded extends StdSerializer<Double> {
    Rounded(Class<Double> type) {
      super(type);
    }

    @Override
    public void serialize(Double value, JsonGenerator out, SerializationContext context) {
      if (Double.isFinite(value)) {
        out.writeNumber(new BigDecimal(value).round(FIGURES).doubleValue());
      } else {
        out.writeNull();
      }
    }
  }
}
