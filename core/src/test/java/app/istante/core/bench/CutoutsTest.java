package app.istante.core.bench;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.awt.Color;
import java.awt.Graphics2D;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import javax.imageio.ImageIO;
import org.testng.annotations.Test;

/**
 * A cut-out is laid on a ground with its own outline as the truth; icons and opaque files are not.
 */
public class CutoutsTest {
  @Test
  public void measuresWhatWasCutOutAndLeavesTheRest() throws IOException {
    Path folder = Files.createTempDirectory("cutouts");
    try {
      write(folder.resolve("ring.png"), 420, BufferedImage.TYPE_INT_ARGB);
      write(folder.resolve("icon.png"), 60, BufferedImage.TYPE_INT_ARGB);
      write(folder.resolve("opaque.png"), 420, BufferedImage.TYPE_INT_RGB);
      Tally bench = Cutouts.of(folder);
      assertEquals(bench.pictures(), 1);
      assertTrue(bench.overlap() > 0.97, bench.overlap() + "");
    } finally {
      for (String name : new String[] {"ring.png", "icon.png", "opaque.png"}) {
        Files.deleteIfExists(folder.resolve(name));
      }
      Files.delete(folder);
    }
  }

  /** A blue ring with red stripes, nothing around it and in its middle. */
  private static void write(Path file, int side, int type) throws IOException {
    BufferedImage ring = new BufferedImage(side, side, type);
    Graphics2D pen = ring.createGraphics();
    for (int y = 0; y < side; y++) {
      for (int x = 0; x < side; x++) {
        double r = Math.hypot(x - side / 2.0, y - side / 2.0) / side;
        if (r > 0.25 && r < 0.48) {
          pen.setColor(y / 9 % 2 == 0 ? new Color(30, 60, 130) : new Color(150, 40, 30));
          pen.fillRect(x, y, 1, 1);
        }
      }
    }
    pen.dispose();
    ImageIO.write(ring, "png", file.toFile());
  }
}
