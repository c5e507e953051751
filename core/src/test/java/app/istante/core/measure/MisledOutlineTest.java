package app.istante.core.measure;

import static org.testng.Assert.assertTrue;

import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.mask.Overlap;
import app.istante.core.mask.Separation;
import java.awt.image.BufferedImage;
import java.io.InputStream;
import javax.imageio.ImageIO;
import org.testng.annotations.Test;

/** A take of which light and edges from place to place give a wrong outline. */
public class MisledOutlineTest {
  private static InputStream picture(String name) {
    return MisledOutlineTest.class.getResourceAsStream("/pictures/" + name);
  }

  /**
   * Of this pale mug, traced in another renderer and not among what the first glance learned from,
   * a part of its lit side was taken for ground: overlap 0.86.
   */
  @Test
  public void aPaleSideIsFoundAtASecondTry() throws Exception {
    Photo photo;
    try (InputStream file = picture("traced-mug.jpg")) {
      photo = new PhotoReader(Limits.STANDARD).read(file.readAllBytes());
    }
    BufferedImage mask = ImageIO.read(picture("traced-mug.mask.png"));
    Separation parts = Analysed.of(photo).separation();
    double overlap =
        Overlap.of(
            parts.alpha().length,
            at -> parts.alpha()[at],
            at -> {
              int x = at % parts.width() * mask.getWidth() / parts.width();
              int y = at / parts.width() * mask.getHeight() / parts.height();
              return mask.getRaster().getSample(x, y, 0) / 255.0;
            });
    assertTrue(overlap > 0.95, "overlap " + overlap);
    assertTrue(parts.confidence() > 0.8, "confidence " + parts.confidence());
  }
}
