package app.istante.core.bench;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.UnreadablePhotoException;
import java.awt.Color;
import java.awt.Font;
import java.awt.FontFormatException;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.io.IOException;
import java.io.InputStream;
import java.util.function.Consumer;
import org.apache.pdfbox.pdmodel.PDDocument;

/** Lettering and borders, as people lay them over their pictures. */
final class WrittenOver {
  private static final Color INK = new Color(40, 44, 60);
  private static final String FONT = "/org/apache/pdfbox/resources/ttf/LiberationSans-Regular.ttf";

  private WrittenOver() {}

  /**
   * @param sizePx of the letters
   * @param x where they begin
   * @param y what they stand on
   */
  static EncodedImage lettering(EncodedImage picture, String text, int sizePx, int x, int y)
      throws IOException, UnreadablePhotoException {
    Font font = font().deriveFont((float) sizePx);
    return drawn(
        picture,
        graphics -> {
          graphics.setFont(font);
          graphics.drawString(text, x, y);
        });
  }

  static EncodedImage border(EncodedImage picture, int widePx)
      throws IOException, UnreadablePhotoException {
    int width = picture.widthPx();
    int height = picture.heightPx();
    return drawn(
        picture,
        graphics -> {
          graphics.fillRect(0, 0, width, widePx);
          graphics.fillRect(0, height - widePx, width, widePx);
          graphics.fillRect(0, 0, widePx, height);
          graphics.fillRect(width - widePx, 0, widePx, height);
        });
  }

  /** One that comes with a library: this machine may have none. */
  private static Font font() throws IOException {
    try (InputStream file = PDDocument.class.getResourceAsStream(FONT)) {
      return Font.createFont(Font.TRUETYPE_FONT, file);
    } catch (FontFormatException e) {
      throw new IOException("the font that ships with the library can be read", e);
    }
  }

  private static EncodedImage drawn(EncodedImage picture, Consumer<Graphics2D> what)
      throws IOException, UnreadablePhotoException {
    return Resaved.redrawn(
        picture,
        image -> {
          Graphics2D graphics = image.createGraphics();
          graphics.setRenderingHint(
              RenderingHints.KEY_ANTIALIASING, RenderingHints.VALUE_ANTIALIAS_ON);
          graphics.setColor(INK);
          what.accept(graphics);
          graphics.dispose();
          return image;
        });
  }
}
