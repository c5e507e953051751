package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import org.testng.annotations.Test;

public class TwiceToldTest {
  /** Odds of 8.6 down and 0.32 (2.303 + 2.303) + 0.85 * 4.605 + 1.25 * 2.996 up. */
  @Test
  public void theOddsAreAPowerOfWhatEachMisses() {
    assertEquals(TwiceTold.confidence(0.9, 0.9, 0.99, 0.95), 0.6302, 1e-4);
  }

  @Test
  public void oneThatIsCertainLeavesNothingInfinite() {
    assertEquals(TwiceTold.confidence(1, 1, 1, 1), 1, 1e-3);
    assertEquals(TwiceTold.confidence(1, 0, 0, 0), 0, 2e-3);
  }

  @Test
  public void aLookThatTellsOtherwiseDoubtsWhatLightIsSureOf() {
    assertTrue(TwiceTold.confidence(0.95, 0.95, 0.9, 0.9) < 0.5);
    assertTrue(TwiceTold.confidence(0.95, 0.95, 0.995, 0.9) > 0.5);
  }

  /** A white side that the ground swallows is missed from nearby, and by the glances, too. */
  @Test
  public void whatLightDoubtsIsDoubtedHoweverWellTheOthersAgree() {
    assertTrue(TwiceTold.confidence(0.2, 0.95, 1, 0.98) < 0.5);
    assertTrue(TwiceTold.confidence(0.4, 0.95, 1, 0.98) > 0.5);
  }

  @Test
  public void whatIsToldOnceIsTrustedOnlyWhereAGlanceAgrees() {
    assertTrue(TwiceTold.onlyOnce(0.95, 0.97) > 0.5);
    assertTrue(TwiceTold.onlyOnce(0.95, 0.9) < 0.5);
  }
}
