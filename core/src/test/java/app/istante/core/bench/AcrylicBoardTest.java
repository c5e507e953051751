package app.istante.core.bench;

import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.set.SetCamera;
import app.istante.core.set.StandingSet;
import java.io.IOException;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;

/** The reflection of a printed tin, path by path, against Fresnel's law at the camera's angle. */
public class AcrylicBoardTest {
  private static final int WIDTH = 640;
  private static final int HEIGHT = 480;
  private static final int PASSES = 12;
  private static final double REFRACTION = 1.5;

  private final PlantedSets sets = new PlantedSets(WIDTH, HEIGHT, PASSES);
  private StandingSet plain;

  @BeforeClass
  public void build() {
    plain = PlantedSets.focal(sets.built("two-lamps", "money-box", 1.75), 0.82);
  }

  private Readings.Reflection seen(StandingSet set) throws IOException, UnreadablePhotoException {
    byte[] file = PhotoWriter.jpeg(sets.photograph(set).picture(), 0.95);
    return Measurement.measure(new PhotoReader(Limits.STANDARD).read(file)).backdrop().reflection();
  }

  @Test
  public void paperMirrorsNothing() throws IOException, UnreadablePhotoException {
    assertNull(seen(PlantedSets.raised(plain, 7)));
  }

  @Test
  public void aBoardMirrorsAsFresnelHasItAndLessFromAbove()
      throws IOException, UnreadablePhotoException {
    StandingSet board = PlantedSets.glossy(plain, 1);
    Readings.Reflection flat = seen(PlantedSets.raised(board, 7));
    Readings.Reflection higher = seen(PlantedSets.raised(board, 12));
    assertNotNull(flat);
    assertNotNull(higher);
    assertTrue(higher.strength() < 0.8 * flat.strength(), higher + " against " + flat);
    // A camera presses lights near white together: what is told is at most what there was.
    double share = mirrored(PlantedSets.raised(board, 7).camera());
    assertTrue(flat.strength() > 0.4 * share && flat.strength() < share, flat + " of " + share);
  }

  /** Share of light that a smooth plastic surface mirrors towards the camera, by Fresnel's law. */
  private static double mirrored(SetCamera camera) {
    double down = Math.atan2(camera.at().y(), camera.at().z());
    double cosIn = Math.sin(down);
    double cosOut = Math.sqrt(1 - Math.pow(Math.cos(down) / REFRACTION, 2));
    double across = (cosIn - REFRACTION * cosOut) / (cosIn + REFRACTION * cosOut);
    double along = (cosOut - REFRACTION * cosIn) / (cosOut + REFRACTION * cosIn);
    return (across * across + along * along) / 2;
  }
}
