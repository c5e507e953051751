package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Facts;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoFacts;
import app.istante.core.sim.Simulated;
import java.util.List;
import java.util.SplittableRandom;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class SoftBecauseTest {
  private static final List<Double> ALL_SOFT = List.of(3.0, 3.0, 3.0);

  private static PhotoFacts facts(int width, int height, int iso) {
    return Facts.of(width, height, Facts.camera(50, 4, 0.01, iso));
  }

  /**
   * A pixel of 36 square micrometres at ISO 1600 holds 36 x 2,300 / 16 = 5,175 electrons where
   * white is, 932 at mid-grey; their root is 3.3 % of them, and 55 codes a whole are 1.8, three
   * quarters of it 1.35.
   */
  @Test
  public void lightLeavesSomeGrainWhateverTheCamera() {
    assertEquals(SoftBecause.leastGrain(facts(6000, 4000, 1600)), 1.37, 0.03);
    double quarter = SoftBecause.leastGrain(facts(3000, 2000, 1600));
    assertEquals(quarter, 1.37 / 2, 0.02, "pixels four times as large");
    assertEquals(SoftBecause.leastGrain(Facts.of(6000, 4000)), 0.0, "no ISO is known");
  }

  @DataProvider
  Object[][] grain() {
    return new Object[][] {
      {3200, 0.1, true}, {3200, 1.5, false}, {200, 0.0, false}, {3200, null, false}
    };
  }

  @Test(dataProvider = "grain")
  public void grainThatMustBeThereAndIsNotWasSmoothedAway(int iso, Double noise, boolean told) {
    Photo plain = Photo.ofSrgb(facts(6000, 4000, iso), new EncodedImage(4, 4, new byte[48]));
    Double band = noise == null ? null : 0.15 * noise + 0.3;
    assertEquals(
        SoftBecause.file(plain.facts(), plain.srgb(), 0.6, noise, band, null),
        told ? List.of(SoftBecause.DENOISED) : List.of());
  }

  private static Readings.Sharpness soft(Readings.Motion motion, String... file) {
    return new Readings.Sharpness(
        3.0,
        3.0,
        null,
        null,
        null,
        null,
        motion,
        1.0,
        null,
        null,
        null,
        List.of(file),
        ALL_SOFT,
        null);
  }

  @Test
  public void theLikeliestCauseStandsFirst() {
    Readings.Motion shake = new Readings.Motion(20, 30, 0.9);
    assertEquals(
        SoftBecause.delivered(soft(shake, "compressed"), true, "nowhere"),
        List.of("shake", "compressed"));
    assertEquals(SoftBecause.delivered(soft(null), true, "behind"), List.of("missed-focus"));
    assertEquals(
        SoftBecause.delivered(soft(null, "upscaled"), true, "nowhere"),
        List.of("upscaled"),
        "an enlargement explains it");
    assertEquals(
        SoftBecause.delivered(soft(null, "upscaled"), true, "behind"),
        List.of("missed-focus", "upscaled"));
    assertEquals(SoftBecause.delivered(soft(null), false, "in-front"), List.of("too-shallow"));
    assertEquals(SoftBecause.delivered(soft(null), false, "product"), List.of());
    Readings.Sharpness again = soft(null, "missed-focus", "too-shallow");
    assertEquals(
        SoftBecause.delivered(again, false, "product"), List.of(), "told anew for each delivery");
  }

  /** Random grain has no steps and no period. */
  @Test
  public void noiseIsNeitherEnlargedNorCompressed() {
    SplittableRandom random = new SplittableRandom(3);
    byte[] rgb = new byte[3 * 640 * 480];
    for (int i = 0; i < rgb.length; i++) {
      rgb[i] = (byte) (100 + random.nextInt(60));
    }
    EncodedImage noise = new EncodedImage(640, 480, rgb);
    assertNull(EarlierCompression.quality(Simulated.asPhoto(noise)));
    assertTrue(!Enlargement.isSeen(noise));
    assertTrue(!Enlargement.isSeen(new EncodedImage(20, 20, new byte[1200])));
    assertNull(EarlierCompression.quality(Simulated.asPhoto(new EncodedImage(4, 4, new byte[48]))));
  }
}
