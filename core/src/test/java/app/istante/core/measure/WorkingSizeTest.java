package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.Photo;
import app.istante.core.mask.KnownOutline;
import app.istante.core.mask.Separation;
import java.util.Arrays;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** One scene at many sizes: a round grey pot on a sheet that falls off, with a soft shade. */
public class WorkingSizeTest {
  private static double shade(double x, double y) {
    double off = Math.hypot((x - 0.5) / 0.2, (y - 0.6) / 0.035);
    return 0.35 * Math.exp(-off * off);
  }

  /** Places in shares of the picture's width. */
  private static double light(double x, double y, int channel) {
    boolean pot = Math.hypot(x - 0.5, y - 0.4) < 0.18;
    double ground = 0.8 * Math.pow(2, -0.3 * x - shade(x, y));
    return pot ? new double[] {0.3, 0.2, 0.12}[channel] : ground;
  }

  private static Photo photo(int width) {
    return DrawnPhoto.of(
        width, width * 3 / 4, 46, (x, y, channel) -> light(x / width, y / width, channel));
  }

  @DataProvider
  public Object[][] widths() {
    return new Object[][] {{480}, {640}, {1000}, {1280}, {1440}, {1700}};
  }

  @Test(dataProvider = "widths")
  public void readingsDoNotHangOnThePhotosSize(int width) {
    Photo photo = photo(width);
    Analysed picture = Analysed.of(photo);
    Readings readings = Measurement.measure(picture);
    byte[] mask = picture.fullSizeMask();
    double both = 0;
    double either = 0;
    for (int at = 0; at < mask.length; at++) {
      double x = (at % width + 0.5) / width;
      double y = (at / width + 0.5) / width;
      double found = (mask[at] & 0xFF) / 255.0;
      double truth = Math.hypot(x - 0.5, y - 0.4) < 0.18 ? 1 : 0;
      both += Math.min(found, truth);
      either += Math.max(found, truth);
    }
    assertTrue(both / either > 0.98, "outline " + both / either);
    assertEquals(readings.product().fillHeight(), 0.48, 0.005);
    assertEquals(readings.backdrop().falloffStops(), 0.3, 0.03);
    assertEquals(readings.backdrop().shadow().depthStops(), 0.35, 0.06);
    assertFalse(readings.product().confidence() < Readings.Product.SURE_OUTLINE);
  }

  /** A patch is one patch, not as many pin-points as it has pixels. */
  @Test(dataProvider = "widths")
  public void aBurntPatchIsNoHighlight(int width) {
    Photo burnt =
        DrawnPhoto.of(
            width,
            width * 3 / 4,
            46,
            (x, y, channel) ->
                Math.hypot(x / width - 0.5, y / width - 0.4) < 0.06
                    ? 1.5
                    : light(x / width, y / width, channel));
    Readings.Exposure exposure = Measurement.measure(Analysed.of(burnt)).exposure();
    assertEquals(exposure.clippedShare(), 1 / 9.0, 0.01);
    assertEquals(exposure.specularShare(), 0, 0.001);
  }

  /** A final is checked by its take's outline, at any size. */
  @Test(dataProvider = "widths")
  public void aKnownOutlineIsKept(int width) {
    Photo photo = photo(width);
    byte[] cover = new byte[width * (width * 3 / 4)];
    for (int row = width / 4; row < width / 2; row++) {
      Arrays.fill(cover, row * width + width / 4, row * width + width / 2, (byte) 255);
    }
    Analysed picture = Analysed.of(photo, Known.outlined(new KnownOutline(cover, 1, 1, 0)));
    Separation parts = picture.separation();
    double area = 0;
    for (float alpha : parts.alpha()) {
      area += alpha;
    }
    double px = picture.linear().scale().px();
    assertEquals(area * px * px, width * width / 16.0, 0.002 * width * width / 16);
  }
}
