package app.istante.core.plan;

import java.util.Arrays;
import java.util.Locale;
import java.util.stream.Collectors;

/** Constants of an enum as files spell them. */
final class Names {
  private Names() {}

  static String of(Enum<?> constant) {
    return constant.name().toLowerCase(Locale.ROOT).replace('_', '-');
  }

  static String list(Enum<?>[] constants) {
    return Arrays.stream(constants).map(Names::of).collect(Collectors.joining(", "));
  }
}
