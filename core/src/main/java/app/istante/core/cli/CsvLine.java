package app.istante.core.cli;

import app.istante.core.verdict.Judgement;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.JsonNode;

/** A check as one line of comma-separated values (RFC 4180), for spreadsheets. */
final class CsvLine {
  private static final List<String> READINGS =
      List.of(
          "image.widthPx",
          "image.heightPx",
          "product.confidence",
          "product.fillLongestSide",
          "product.rollDegrees",
          "backdrop.kind",
          "backdrop.level",
          "backdrop.low5",
          "backdrop.nearWhiteShare",
          "backdrop.falloffStops",
          "backdrop.castA",
          "backdrop.castB",
          "sharpness.blurSigmaPx",
          "sharpness.blurAtExportPx",
          "sharpness.noiseSigma",
          "exposure.clippedShare",
          "exposure.liftToWhiteStops",
          "exposure.liftAllowedStops");

  static final String HEADER = "file,verdict," + String.join(",", READINGS) + ",remedy";

  private CsvLine() {}

  static String of(String file, Judgement judgement) {
    JsonNode tree = Json.mapper().valueToTree(judgement.readings());
    List<String> cells = new ArrayList<>();
    cells.add(quoted(file));
    cells.add(judgement.verdict().name());
    for (String reading : READINGS) {
      JsonNode node = tree.at("/" + reading.replace('.', '/'));
      cells.add(
          node.isNumber()
              ? String.format(Locale.ROOT, "%.4g", node.asDouble())
              : node.isString() ? node.asString() : "");
    }
    cells.add(judgement.remedies().isEmpty() ? "" : quoted(judgement.remedies().get(0).text()));
    return String.join(",", cells);
  }

  private static String quoted(String text) {
    return '"' + text.replace("\"", "\"\"") + '"';
  }
}
