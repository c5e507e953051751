package app.istante.core.set;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertThrows;
import static org.testng.Assert.assertTrue;

import org.testng.annotations.Test;

/** The thin lens worked by hand. */
public class DepthTest {
  @Test
  public void theDiscByHand() {
    // f 50, N 2: A = 25 mm; focused at 1050: m = 50 / 1000 = 0.05; at 2100: 25 * 0.05 * 0.5 =
    // 0.625.
    assertEquals(Depth.discMm(50, 2, 1050, 2100), 0.625, 1e-12);
    assertEquals(Depth.discMm(50, 2, 1050, 1050), 0, 1e-12);
  }

  @Test
  public void focusedBetweenFrontAndBackBothAreEquallySharp() {
    double s = Depth.focusBetween(800, 1000);
    assertEquals(s, 2 * 800 * 1000 / 1800.0, 1e-9);
    assertEquals(Depth.discMm(45, 8, s, 800), Depth.discMm(45, 8, s, 1000), 1e-12);
  }

  @Test
  public void theApertureFoundDrawsTheDiscAllowed() {
    double disc = 0.02;
    double number = Depth.apertureFor(45, 800, 1000, disc);
    assertEquals(Depth.discMm(45, number, Depth.focusBetween(800, 1000), 1000), disc, 1e-12);
    Depth.Limits limits = Depth.limits(45, number, Depth.focusBetween(800, 1000), disc);
    assertEquals(limits.nearMm(), 800, 1e-6);
    assertEquals(limits.farMm(), 1000, 1e-6);
  }

  @Test
  public void beyondTheHyperfocalEverythingFarIsSharp() {
    // f²/(N c) = 2500 / (8 * 0.03) = 10417 mm.
    assertTrue(Double.isInfinite(Depth.limits(50, 8, 10_600, 0.03).farMm()));
    assertFalse(Double.isInfinite(Depth.limits(50, 8, 10_300, 0.03).farMm()));
  }

  @Test
  public void diffractionByHand() {
    // Airy's sigma 0.42 * 0.00055 * 16 = 0.003696 mm at m = 0, that of a disc four times as wide.
    assertEquals(Depth.diffractionLimit(0.014784, 0), 16, 1e-6);
  }

  @Test
  public void aTinAtTableDistanceIsSharpAtAnOrdinaryAperture() {
    Depth.DepthAnswer answer = Depth.answer(45, 900, 90, 120, 1200, 1.8, 22);
    assertTrue(answer.allSharp(), answer.sentence());
    assertTrue(answer.fNumberNeeded() > 4 && answer.fNumberNeeded() < 16, answer.sentence());
    assertEquals(answer.focusSteps(), 1);
  }

  @Test
  public void aPhoneMustStepBack() {
    // One f-number only: the blur on the thing is f (F - s) / (N F), which falls with distance.
    Depth.DepthAnswer answer = Depth.answer(6.9, 200, 140, 140, 1500, 1.9, 1.9);
    assertFalse(answer.allSharp());
    assertTrue(answer.stepBackMm() > 200, answer.sentence());
    Depth.DepthAnswer there = Depth.answer(6.9, answer.stepBackMm() + 1, 140, 140, 1500, 1.9, 1.9);
    assertTrue(there.allSharp(), there.sentence());
    assertTrue(answer.sentence().contains("Step back to"), answer.sentence());
  }

  @Test
  public void deepAndLargeNeedsSeveralPictures() {
    Depth.DepthAnswer answer = Depth.answer(60, 300, 120, 60, 3000, 2.8, 32);
    assertFalse(answer.allSharp());
    assertTrue(answer.focusSteps() > 1, answer.sentence());
    assertEquals(answer.stepBackMm(), 0, 0.0);
  }

  @Test
  public void aFlatThingSeenFromAboveIsAsDeepAsItLooksAlong() {
    assertEquals(Depth.lyingDepthMm(200, 60), 100, 1e-9);
    assertEquals(Depth.lyingDepthMm(200, 90), 0, 1e-9);
  }

  @Test
  public void theTiltByHand() {
    // Lens 500 mm over the table looking down 30°: J = 500 / cos 30 = 577; asin(50 / 577) = 4.97°.
    assertEquals(Depth.tiltDegrees(50, 500, 30), 4.97, 0.01);
  }

  @Test
  public void limitsAreSaid() {
    assertThrows(IllegalArgumentException.class, () -> Depth.answer(45, 50, 90, 120, 1200, 2, 22));
    assertThrows(IllegalArgumentException.class, () -> Depth.focusBetween(500, 400));
    assertThrows(IllegalArgumentException.class, () -> Depth.tiltDegrees(50, 500, 0));
  }
}
