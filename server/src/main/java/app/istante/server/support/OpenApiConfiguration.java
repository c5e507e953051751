package app.istante.server.support;

import com.fasterxml.jackson.databind.JavaType;
import io.swagger.v3.core.converter.AnnotatedType;
import io.swagger.v3.core.converter.ModelConverter;
import io.swagger.v3.core.converter.ModelConverterContext;
import io.swagger.v3.core.util.Json;
import io.swagger.v3.oas.models.OpenAPI;
import io.swagger.v3.oas.models.info.Info;
import io.swagger.v3.oas.models.media.Schema;
import io.swagger.v3.oas.models.servers.Server;
import java.lang.reflect.RecordComponent;
import java.util.Collection;
import java.util.Iterator;
import java.util.List;
import java.util.Map;
import org.jspecify.annotations.Nullable;
import org.springframework.context.annotation.Bean;
import org.springframework.context.annotation.Configuration;

/** The description of the interface from which the web client's types are made. */
@Configuration
class OpenApiConfiguration {

  @Bean
  OpenAPI description() {
    return new OpenAPI()
        .info(new Info().title("Istante").version("1"))
        .servers(List.of(new Server().url("/")));
  }

  @Bean
  ModelConverter requiredComponents() {
    return new RequiredComponents();
  }

  /** Says which parts of a record are always there, so that the client need not ask. */
  private static final class RequiredComponents implements ModelConverter {
    /** Readings may be missing one by one: there, only figures that always exist are sure. */
    private static final List<String> SPARSE =
        List.of("app.istante.core.image", "app.istante.core.measure", "app.istante.core.verdict");

    @Override
    public @Nullable Schema<?> resolve(
        AnnotatedType type, ModelConverterContext context, Iterator<ModelConverter> chain) {
      if (!chain.hasNext()) {
        return null;
      }
      Schema<?> resolved = chain.next().resolve(type, context, chain);
      JavaType java = Json.mapper().constructType(type.getType());
      if (java != null && java.getRawClass().isRecord()) {
        Schema<?> defined = definition(resolved, context);
        if (defined != null && defined.getProperties() != null) {
          for (RecordComponent component : java.getRawClass().getRecordComponents()) {
            if (isSure(component) && !isRequired(defined, component.getName())) {
              defined.addRequiredItem(component.getName());
            }
          }
        }
      }
      return resolved;
    }

    private static @Nullable Schema<?> definition(
        Schema<?> resolved, ModelConverterContext context) {
      if (resolved == null || resolved.get$ref() == null) {
        return resolved;
      }
      String name = resolved.get$ref().substring(resolved.get$ref().lastIndexOf('/') + 1);
      return context.getDefinedModels().get(name);
    }

    private static boolean isRequired(Schema<?> schema, String name) {
      return schema.getRequired() != null && schema.getRequired().contains(name);
    }

    private static boolean isSure(RecordComponent component) {
      Class<?> type = component.getType();
      if (type.isPrimitive()
          || Collection.class.isAssignableFrom(type)
          || Map.class.isAssignableFrom(type)) {
        return !component.getAnnotatedType().isAnnotationPresent(Nullable.class);
      }
      boolean boxed = Number.class.isAssignableFrom(type) || type == Boolean.class;
      boolean sparse =
          SPARSE.contains(component.getDeclaringRecord().getPackageName()) && !type.isEnum();
      return !boxed && !sparse && !component.getAnnotatedType().isAnnotationPresent(Nullable.class);
    }
  }
}
