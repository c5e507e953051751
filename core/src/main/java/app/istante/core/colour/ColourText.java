package app.istante.core.colour;

import app.istante.core.image.Srgb;
import java.util.regex.Matcher;
import java.util.regex.Pattern;

/** Colours as people write them: {@code #rrggbb} in sRGB, or {@code L,a,b} in CIELAB under D50. */
public final class ColourText {
  private static final Pattern HEX = Pattern.compile("#([0-9a-fA-F]{6})");
  private static final Pattern LAB =
      Pattern.compile("(-?\\d+(?:\\.\\d+)?)[,; ]+(-?\\d+(?:\\.\\d+)?)[,; ]+(-?\\d+(?:\\.\\d+)?)");

  private ColourText() {}

  /**
   * @throws IllegalArgumentException with a sentence for the user
   */
  public static Lab read(String text) {
    Matcher hex = HEX.matcher(text.strip());
    if (hex.matches()) {
      int rgb = Integer.parseInt(hex.group(1), 16);
      return Lab.ofLinear(
          Srgb.decode8(rgb >> 16), Srgb.decode8(rgb >> 8 & 0xFF), Srgb.decode8(rgb & 0xFF));
    }
    Matcher lab = LAB.matcher(text.strip());
    if (lab.matches()) {
      double l = Double.parseDouble(lab.group(1));
      if (l >= 0 && l <= 100) {
        return new Lab(l, Double.parseDouble(lab.group(2)), Double.parseDouble(lab.group(3)));
      }
    }
    throw new IllegalArgumentException(
        "The colour [" + text + "] can't be read. Write #rrggbb, or L,a,b with L from 0 to 100.");
  }
}
