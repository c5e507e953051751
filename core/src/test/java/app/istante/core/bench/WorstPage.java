package app.istante.core.bench;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.PhotoWriter;
import app.istante.core.measure.Analysed;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Set;
import java.util.TreeSet;
import java.util.function.IntPredicate;

/**
 * A page that shows the scenes where a reading lies farthest from the truth, and beside it a table
 * of every reading of every picture.
 */
final class WorstPage {
  private static final int WORST = 4;

  private final Path folder;

  WorstPage(Path folder) throws IOException {
    this.folder = Files.createDirectories(folder);
  }

  /** The picture as it is, beside it the outline found (blue) and the true one (orange). */
  void keep(Bed.Picture picture, Analysed analysed) throws IOException {
    EncodedImage plain = picture.photo().srgb();
    byte[] drawn = plain.rgb().clone();
    byte[] mask = analysed.fullSizeMask();
    int width = plain.widthPx();
    float[] cover = picture.truth().cover();
    for (int at = width + 1; at < mask.length - width - 1; at++) {
      if (isEdge(at, width, i -> cover[i] >= 0.5)) {
        colour(drawn, at, 230, 120, 0);
      }
      if (isEdge(at, width, i -> (mask[i] & 0xFF) >= 128)) {
        colour(drawn, at, 0, 90, 220);
      }
    }
    Files.write(
        folder.resolve(fileName(picture.label())),
        PhotoWriter.jpeg(new EncodedImage(width, plain.heightPx(), drawn), 0.85));
  }

  private static boolean isEdge(int at, int width, IntPredicate in) {
    boolean inner =
        in.test(at + 1) && in.test(at + width) && in.test(at - 1) && in.test(at - width);
    return in.test(at) && !inner;
  }

  private static void colour(byte[] rgb, int at, int r, int g, int b) {
    rgb[3 * at] = (byte) r;
    rgb[3 * at + 1] = (byte) g;
    rgb[3 * at + 2] = (byte) b;
  }

  private static String fileName(Label label) {
    return label.fileName() + ".jpg";
  }

  void finish(List<Figure> figures) throws IOException {
    List<String> rows = new ArrayList<>(List.of("reading,group,picture,truth,found,band"));
    figures.forEach(figure -> rows.addAll(figure.rows()));
    Files.write(folder.resolve("figures.csv"), rows);
    StringBuilder html =
        new StringBuilder(
            "<!doctype html><meta charset=utf-8><title>Where the readings err most</title>"
                + "<style>body{font:15px sans-serif;margin:2em}figure{display:inline-block;"
                + "margin:0 1em 1em 0;width:400px}img{width:400px}</style>"
                + "<h1>Where the readings err most</h1>"
                + "<p>Blue: the outline found. Orange: the true one, where they part.</p>");
    Set<String> shown = new TreeSet<>();
    for (Figure figure : figures) {
      html.append("<h2>").append(figure.name()).append("</h2>");
      for (Figure.Case one : figure.worst(WORST)) {
        shown.add(fileName(one.label()));
        html.append(
            String.format(
                Locale.ROOT,
                "<figure><img src=\"%s\" alt=\"\"><figcaption>%s:%s</figcaption></figure>",
                fileName(one.label()),
                one.label().name(),
                figure.said(one)));
      }
    }
    Files.writeString(folder.resolve("index.html"), html);
    try (var files = Files.list(folder)) {
      for (Path file : files.filter(f -> f.toString().endsWith(".jpg")).toList()) {
        if (!shown.contains(file.getFileName().toString())) {
          Files.delete(file);
        }
      }
    }
  }
}
