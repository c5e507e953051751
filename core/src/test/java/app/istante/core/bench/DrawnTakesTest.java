package app.istante.core.bench;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.measure.Analysed;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.ConcurrentMap;
import java.util.stream.LongStream;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * The targets of the measuring core on a few drawn takes, whose truth is put in: a fast part of
 * what {@code ./istante bench accuracy} prints.
 */
public class DrawnTakesTest {
  private static final long[] LOTS = {
    1, 2, 5, 6, 10, 11, 13, 20, 29, 30, 31, 37, 46, 52, 56, 61, 68
  };
  private static final ConcurrentMap<Long, Looked> LOOKED = new ConcurrentHashMap<>();

  /** A take, what is true of it and what was measured. */
  private record Looked(DrawnTake take, BedTruth truth, Readings readings, double overlap) {}

  /** Drawing and measuring take a second each: all of them at once, on every core. */
  @BeforeClass
  public void lookAtAll() {
    LongStream.of(LOTS).parallel().forEach(lot -> LOOKED.put(lot, look(lot)));
  }

  private static Looked looked(long lot) {
    return LOOKED.get(lot);
  }

  private static Looked look(long lot) {
    try {
      DrawnTake take = DrawnTake.drawn(lot);
      Bed.Picture picture = take.picture();
      Analysed analysed = Analysed.of(picture.photo());
      Readings readings = Measurement.measure(analysed);
      return new Looked(
          take, picture.truth(), readings, Accuracy.overlap(analysed, picture.truth()));
    } catch (Exception e) {
      throw new IllegalStateException("lot " + lot, e);
    }
  }

  @DataProvider
  Object[][] lots() {
    // A frame, a cup with its handle, a shoe, a board, a bottle, a box: with six faults.
    return new Object[][] {{5L}, {61L}, {13L}, {68L}, {30L}, {52L}};
  }

  @Test(dataProvider = "lots")
  public void theOutlineIsTheThings(long lot) {
    Looked l = looked(lot);
    assertTrue(l.overlap > 0.95, l.take.name() + ": " + l.overlap);
    Readings.BoxPx box = l.readings.product().boxPx();
    double near = 0.004 * l.take.width();
    assertEquals(box.x(), l.truth.box()[0], near, l.take.name());
    assertEquals(box.y(), l.truth.box()[1], near, l.take.name());
    assertEquals(box.x() + box.width(), l.truth.box()[2], near, l.take.name());
    assertEquals(box.y() + box.height(), l.truth.box()[3], near, l.take.name());
  }

  @Test
  public void outlinesTogetherAreNearerStill() {
    double sum = 0;
    for (Object[] lot : lots()) {
      sum += looked((Long) lot[0]).overlap;
    }
    assertTrue(sum / lots().length >= 0.98, "mean " + sum / lots().length);
  }

  /** A burnt patch of a bear that reaches its outline looks like the burnt ground beside it. */
  @Test
  public void aBurntPartOfTheOutlineIsSeenAtAGlance() {
    Looked l = looked(6);
    assertTrue(l.overlap > 0.97, l.take.name() + ": " + l.overlap);
    double burnt = l.truth.clippedShare();
    assertEquals(l.readings.exposure().clippedShare(), burnt, 0.5 * burnt, l.take.name());
  }

  /** A cup's pale band, of the ground's own light, is no place to see through. */
  @Test
  public void aPaleBandIsNoOpening() {
    Looked l = looked(31);
    assertTrue(l.overlap > 0.98, l.take.name() + ": " + l.overlap);
    assertEquals(l.readings.product().holes(), 1, "its handle's");
  }

  @Test(dataProvider = "lots")
  public void theGroundIsAsItWasDrawn(long lot) {
    Looked l = looked(lot);
    Readings.Backdrop ground = l.readings.backdrop();
    GroundTruth truth = l.truth.ground();
    assertEquals(ground.level(), truth.level(), 1, l.take.name());
    assertEquals(ground.low5(), truth.low5(), 1, l.take.name());
    assertEquals(ground.nearWhiteShare(), truth.nearWhite(), 0.02, l.take.name());
    assertEquals(ground.falloffStops(), truth.falloffStops(), 0.05, l.take.name());
    if (!Double.isNaN(truth.castA())) {
      assertEquals(ground.castA(), truth.castA(), 0.5, l.take.name());
      assertEquals(ground.castB(), truth.castB(), 0.5, l.take.name());
    }
    double shadow = ground.shadow() == null ? 0 : ground.shadow().depthStops();
    assertEquals(shadow, truth.shadowStops(), 0.1, l.take.name());
  }

  @DataProvider
  Object[][] leaning() {
    return new Object[][] {{30L}, {52L}, {68L}, {5L}};
  }

  @Test(dataProvider = "leaning")
  public void theLeanIsTheLean(long lot) {
    Looked l = looked(lot);
    assertTrue(l.readings.product().rollConfidence() > 0.6, l.take.name());
    assertEquals(l.readings.product().rollDegrees(), l.truth.rollDegrees(), 0.3, l.take.name());
  }

  @DataProvider
  Object[][] blurred() {
    // The last is blurred by a disc.
    return new Object[][] {{37L}, {46L}, {1L}, {10L}};
  }

  @Test(dataProvider = "blurred")
  public void theBlurIsTheBlurThatWasPutIn(long lot) {
    Looked l = looked(lot);
    double sigma = l.readings.sharpness().blurSigmaPx();
    assertEquals(sigma, l.truth.blurSigmaPx(), 0.1 * l.truth.blurSigmaPx(), l.take.name());
    assertTrue(l.readings.sharpness().motion() == null, "defocus is no shake: " + l.take.name());
  }

  @DataProvider
  Object[][] shaken() {
    return new Object[][] {{29L}, {56L}, {11L}, {20L}};
  }

  @Test(dataProvider = "shaken")
  public void theShakeHasItsLengthAndDirection(long lot) {
    Looked l = looked(lot);
    Readings.Motion motion = l.readings.sharpness().motion();
    assertNotNull(motion, l.take.name());
    assertEquals(motion.lengthPx(), l.take.smearPx(), 0.15 * l.take.smearPx(), l.take.name());
    double off = Math.abs(motion.angleDegrees() - l.take.smearDegrees()) % 180;
    assertTrue(Math.min(off, 180 - off) < 5, l.take.name() + ": " + motion);
  }

  @Test
  public void edgesInTwoDirectionsAloneDoNotTellWhichWayItWasShaken() {
    Looked box = looked(2);
    assertTrue(box.take.smearPx() > 20, "lot 2 is a shaken box");
    assertTrue(box.readings.sharpness().motion() == null, box.readings.sharpness() + "");
    assertTrue(box.readings.sharpness().blurSigmaPx() > 3, "and is not called sharp");
  }

  @Test
  public void thereIsOneNameForEachTake() {
    assertEquals(DrawnTake.drawn(5).name(), "drawn frame, tinted 5");
  }
}
