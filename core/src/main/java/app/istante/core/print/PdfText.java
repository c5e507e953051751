package app.istante.core.print;

import java.io.IOException;
import java.io.InputStream;
import java.util.ArrayList;
import java.util.List;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.pdmodel.font.PDFont;
import org.apache.pdfbox.pdmodel.font.PDType0Font;

/** Text in a PDF: an embedded font with Latin, Greek and Cyrillic letters, measured and broken. */
public final class PdfText {
  private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

  private final PDFont font;

  public PdfText(PDDocument document) throws IOException {
    try (InputStream in = PDFont.class.getResourceAsStream(FONT)) {
      font = PDType0Font.load(document, in);
    }
  }

  public PDFont font() {
    return font;
  }

  /** The same words with a question mark for each letter that the font does not have. */
  public String drawable(String words) {
    StringBuilder out = new StringBuilder();
    words
        .codePoints()
        .forEach(
            letter -> {
              String one = Character.isISOControl(letter) ? " " : Character.toString(letter);
              try {
                font.encode(one);
                out.append(one);
              } catch (IOException | IllegalArgumentException missing) {
                out.append('?');
              }
            });
    return out.toString();
  }

  public float width(String words, float size) throws IOException {
    return font.getStringWidth(drawable(words)) / 1000 * size;
  }

  /** As much as fits, with three dots where something was left out. */
  public String cut(String words, float size, float width) throws IOException {
    String left = words;
    while (!left.isEmpty() && width(left + (left.equals(words) ? "" : "…"), size) > width) {
      left = left.substring(0, left.length() - 1);
    }
    return left.equals(words) ? words : left.stripTrailing() + "…";
  }

  /** Broken between words into at most so many lines; the last one is cut where more would come. */
  public List<String> wrapped(String words, float size, float width, int lines) throws IOException {
    List<String> out = new ArrayList<>();
    StringBuilder line = new StringBuilder();
    String[] all = words.isBlank() ? new String[0] : words.strip().split("\\s+");
    for (int at = 0; at < all.length; at++) {
      String longer = line.isEmpty() ? all[at] : line + " " + all[at];
      if (width(longer, size) <= width || line.isEmpty()) {
        line = new StringBuilder(longer);
      } else if (out.size() == lines - 1) {
        line.append(' ').append(String.join(" ", List.of(all).subList(at, all.length)));
        break;
      } else {
        out.add(cut(line.toString(), size, width));
        line = new StringBuilder(all[at]);
      }
    }
    if (!line.isEmpty()) {
      out.add(cut(line.toString(), size, width));
    }
    return out;
  }
}
