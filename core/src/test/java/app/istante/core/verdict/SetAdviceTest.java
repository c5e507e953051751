package app.istante.core.verdict;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.set.Arrangements;
import app.istante.core.set.Lamp;
import app.istante.core.set.LampDistance;
import app.istante.core.set.SetLight;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Changes of a set, checked by the set's own light and by hand. */
public class SetAdviceTest {
  private static StandingSet set(String arrangement) {
    return Arrangements.of(arrangement, Thing.of("money-box"), 122, 94);
  }

  @DataProvider
  Object[][] litGrounds() {
    return new Object[][] {{"lit-ground", 0.5}, {"lit-ground", 1.5}, {"two-lamps", 1.0}};
  }

  /** More lumens under the sheet make the sheet brighter by just the stops asked. */
  @Test(dataProvider = "litGrounds")
  public void theGroundGetsTheStopsAsked(String arrangement, double stops) {
    StandingSet set = set(arrangement);
    SetAdvice.Change change = SetAdvice.lightGround(set, stops);
    double u = set.ground().flatBehindMm() / 2;
    double before = SetLight.of(set).sheetLuminance(u, 0);
    double after = SetLight.of(change.after()).sheetLuminance(u, 0);
    assertEquals(Math.log(after / before) / Math.log(2), stops, 0.01);
    boolean own = set.ground().glowLumens() > 0;
    assertTrue(change.text().startsWith(own ? "turn the light under" : "put a light"));
  }

  /** 1/15 s and one stop more is 2/15 s. */
  @Test
  public void theShutterFollowsTheStops() {
    SetAdvice.Change change = SetAdvice.expose(set("two-lamps"), 1 / 15.0, 1);
    assertEquals(change.after().camera().settings().seconds(), 2 / 15.0, 1e-12);
    assertTrue(!change.after().camera().settings().automatic());
    assertEquals(change.text(), "set the shutter by hand to 1/8 s (it was 1/15 s)");
  }

  @Test
  public void theDarkSidesLampComesNearerUntilBothSidesAgree() {
    StandingSet even = set("two-lamps");
    List<Lamp> lamps = new ArrayList<>(even.lamps());
    lamps.set(1, LampDistance.moved(lamps.get(1), 1.5 * lamps.get(1).distanceMm()));
    StandingSet uneven = even.withLamps(lamps);
    double half = uneven.camera().fieldWidthMm(uneven.camera().distanceMm()) / 2;
    SetLight light = SetLight.of(uneven);
    double stops =
        Math.log(light.sheetLuminance(0, -half) / light.sheetLuminance(0, half)) / Math.log(2);
    assertTrue(stops > 0.1, "planted: " + stops);
    SetAdvice.Change change = SetAdvice.even(uneven, true, stops);
    assertNotNull(change);
    SetLight mended = SetLight.of(change.after());
    assertEquals(mended.sheetLuminance(0, -half) / mended.sheetLuminance(0, half), 1, 0.02);
    assertTrue(change.distanceMm() < 0);
    assertNull(SetAdvice.even(even.withLamps(List.of()), true, stops), "no lamp, no advice");
  }

  /** Twice the size: magnification doubles, s - f halves. */
  @Test
  public void theCameraGoesWhereTheSizeIsRight() {
    StandingSet set = set("two-lamps");
    double f = set.camera().lens().focalLengthMm();
    double before = set.camera().distanceMm();
    SetAdvice.Change change = SetAdvice.size(set, 2);
    assertEquals(change.after().camera().distanceMm(), f + (before - f) / 2, 1e-6);
    assertEquals(change.after().camera().magnification(), 2 * set.camera().magnification(), 1e-9);
    assertNull(SetAdvice.size(set, 0.05), "the room ends before");
    assertNull(SetAdvice.size(set, 60), "nearer than the lens can");
  }

  @Test
  public void sharesOfTheFrameBecomeCentimetres() {
    StandingSet set = set("two-lamps");
    double field = set.camera().fieldWidthMm(set.camera().distanceMm());
    SetAdvice.Change change = SetAdvice.centre(set, true, 0.1);
    assertEquals(change.after().things().get(0).x(), -0.1 * field, 1e-9);
    assertTrue(change.text().endsWith("to the left."), change.text());
    SetAdvice.Change lower = SetAdvice.centre(set, false, 0.1);
    assertTrue(lower.after().camera().aim().y() < set.camera().aim().y(), lower.text());
  }

  @Test
  public void theBalanceIsSetToLampsOfOneColourOnly() {
    StandingSet set = set("two-lamps");
    double kelvin = set.lamps().get(0).kelvin();
    assertEquals(SetAdvice.balance(set).after().camera().settings().balanceKelvin(), kelvin, 1e-9);
    List<Lamp> mixed = List.of(set.lamps().get(0), set.lamps().get(1).kelvin(2700));
    assertNull(SetAdvice.balance(set.withLamps(mixed)));
  }

  @Test
  public void aLowIsoKeepsTheExposure() {
    SetAdvice.Change change = SetAdvice.quiet(set("two-lamps"), 1 / 200.0, 3200, 100);
    assertEquals(change.after().camera().settings().iso(), 100);
    assertEquals(change.after().camera().settings().seconds(), 32 / 200.0, 1e-12);
  }
}
