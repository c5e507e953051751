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
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Takes from elsewhere that a part of the rules is misled by. */
public class PicturedOutlinesTest {
  private static InputStream picture(String name) {
    return PicturedOutlinesTest.class.getResourceAsStream("/pictures/" + name);
  }

  /**
   * Of the pale mug, traced in another renderer and not among what the first glance learned from, a
   * part of its lit side was taken for ground by light and edges: overlap 0.86. The headphones were
   * drawn by another program and are outlined rightly, but no glance has learned such: they were
   * doubted (0.31) before both looks counted.
   */
  @DataProvider
  Object[][] takes() {
    return new Object[][] {{"traced-mug"}, {"drawn-headphones"}};
  }

  @Test(dataProvider = "takes")
  public void areOutlinedAndNotDoubted(String take) throws Exception {
    Photo photo;
    try (InputStream file = picture(take + ".jpg")) {
      photo = new PhotoReader(Limits.STANDARD).read(file.readAllBytes());
    }
    BufferedImage mask = ImageIO.read(picture(take + ".mask.png"));
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
    assertTrue(parts.confidence() > 0.7, "confidence " + parts.confidence());
  }
}
