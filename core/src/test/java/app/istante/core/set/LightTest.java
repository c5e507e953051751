package app.istante.core.set;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertThrows;
import static org.testng.Assert.assertTrue;

import java.util.List;
import org.testng.annotations.Test;

/** Light against closed forms and hand sums. */
public class LightTest {
  private static Lamp lamp(double height, double side) {
    return new Lamp(
        "one", new Point(0, height, 0), new Point(0, 0, 0), side, side, 1000, 5000, 0, 1, 1);
  }

  /**
   * Under the middle of a square of half side a at distance d the share is 4 / (2 pi) * 2 * (x /
   * sqrt(1 + x²)) atan(x / sqrt(1 + x²)), x = a / d (a textbook form factor: element to rectangle,
   * four quarters).
   */
  @Test
  public void aSquareOverheadAgreesWithItsClosedForm() {
    for (double d : new double[] {50, 200, 1000}) {
      double x = 100 / d;
      double root = Math.sqrt(1 + x * x);
      double expected = 4 / (2 * Math.PI) * 2 * (x / root) * Math.atan(x / root);
      Quad face = Quad.facing(new Point(0, d, 0), new Point(0, 0, 0), 200, 200);
      double share = FaceLight.share(face.corners(), new double[3], new double[] {0, 1, 0});
      assertEquals(share, expected, 3e-8);
    }
  }

  @Test
  public void theArcCosineIsAsGoodAsItSays() {
    for (double x = -1; x <= 1; x += 1e-4) {
      assertEquals(FaceLight.acos(x), Math.acos(x), 3e-8);
    }
  }

  @Test
  public void faceAboveTheHorizonByHalfGivesHalfAsMuchAsSeenFromBothSides() {
    Quad face = Quad.facing(new Point(300, 0, 0), new Point(0, 0, 0), 200, 200);
    double up = FaceLight.share(face.corners(), new double[3], new double[] {0, 1, 0});
    double down = FaceLight.share(face.corners(), new double[3], new double[] {0, -1, 0});
    assertEquals(up, down, 1e-12);
    assertTrue(up > 0);
  }

  /** Far away the face is a point: E = flux / pi / d², the intensity of a Lambertian face. */
  @Test
  public void farAwayTheInverseSquareLawHolds() {
    double lux = SetLight.straight(lamp(5000, 100), new double[3], new double[] {0, 1, 0});
    assertEquals(lux, 1000 / Math.PI / 25, 0.002 * lux);
  }

  @Test
  public void movingASmallLampByHand() {
    // Half a stop more from 70 cm: 70 * 2^-0.25 = 58.9 cm.
    assertEquals(LampDistance.small(700, 0.5), 588.6, 0.1);
    assertEquals(LampDistance.stopsFor(700, 588.6), 0.5, 0.001);
    Lamp small = lamp(700, 10);
    assertEquals(LampDistance.exact(small, 0.5), 588.6, 0.5);
  }

  @Test
  public void aLargeLampMustMoveFurtherForTheSameChange() {
    Lamp large = lamp(400, 800);
    double to = LampDistance.exact(large, 0.5);
    assertTrue(to < LampDistance.small(400, 0.5), "moved to " + to);
    double gained =
        Math.log(LampDistance.onAim(large, to) / LampDistance.onAim(large, 400)) / Math.log(2);
    assertEquals(gained, 0.5, 1e-6);
    assertEquals(LampDistance.exact(large, 6), 0, 0.0, "out of reach");
    assertEquals(LampDistance.moved(large, 300).distanceMm(), 300, 1e-9);
  }

  @Test
  public void exposureByHand() {
    // A meter reads 100 cd/m² at ISO 100, f/8 as 12.5 * 64 / (100 * 100) = 0.08 s, drawn at 18 %.
    assertEquals(Exposure.drawn(100, 0.08, 100, 8), 0.18, 1e-12);
    assertEquals(Exposure.secondsFor(0.18, 100, 100, 8), 0.08, 1e-12);
    // EV 15 is 4096 cd/m².
    assertEquals(Exposure.ev100(4096), 15, 1e-9);
    assertEquals(Exposure.luminanceOfEv100(15), 4096, 1e-9);
    // f/16 and 1/100 s: log2(256 * 100) = 14.64.
    assertEquals(Exposure.settingsEv100(16, 0.01, 100), 14.64, 0.005);
    assertThrows(IllegalArgumentException.class, () -> Exposure.secondsFor(1, 0, 100, 8));
  }

  @Test
  public void whiteIsAboutTwoAndAHalfStopsOverTheMeter() {
    // A spot on the ground itself: log2(0.991 / 0.18) = 2.46.
    assertEquals(WhiteExposure.overMeter(1), 2.46, 0.01);
    // A dark thing over a third of the frame pulls the mean down: less is needed.
    double mean = WhiteExposure.meanOverGround(1 / 3.0, 0.1);
    assertEquals(mean, 0.7, 1e-9);
    assertEquals(WhiteExposure.overMeter(mean), 2.46 - 0.515, 0.01);
  }

  @Test
  public void whatTheThingBearsDecides() {
    WhiteExposure.ExposureAnswer both = WhiteExposure.fromTake(0.8, 0.3);
    assertEquals(both.raiseStops(), 0.3, 1e-12);
    assertEquals(both.groundStops(), 0.5, 1e-12);
    assertEquals(WhiteExposure.fromTake(0.8, 2).groundStops(), 0, 0.0);
    assertEquals(WhiteExposure.fromTake(0.8, -0.5).raiseStops(), 0, 0.0);
    assertEquals(WhiteExposure.fromTake(-0.2, 1).sentence(), "The ground is white as it is.");
  }

  @Test
  public void flashByHand() {
    // GN 36 at 3 m: f/12; at a quarter of the power f/6.
    assertEquals(Flash.apertureFor(36, 3000, 100, 1), 12, 1e-9);
    assertEquals(Flash.apertureFor(36, 3000, 100, 0.25), 6, 1e-9);
    assertEquals(Flash.distanceFor(36, 12, 100, 1), 3000, 1e-9);
    assertThrows(IllegalArgumentException.class, () -> Flash.apertureFor(36, 0, 100, 1));
  }

  @Test
  public void penumbraByHand() {
    // 400 mm lamp 800 mm from the edge, 100 mm behind it: 50 mm.
    assertEquals(Shadow.penumbraMm(400, 800, 100), 50, 1e-12);
    assertEquals(Shadow.lampFor(50, 800, 100), 400, 1e-9);
    assertEquals(Shadow.of(lamp(1000, 20), 100).word(), "hard");
    assertEquals(Shadow.of(lamp(500, 900), 100).word(), "soft");
  }

  @Test
  public void aFlatFaceMirrorsTheLampBehindTheCameraOnly() {
    Point eye = new Point(0, 60, 900);
    Lamp behind =
        new Lamp(
            "behind", new Point(60, 60, 1100), new Point(0, 60, 0), 200, 200, 900, 5000, 0, 1, 1);
    Lamp beside =
        new Lamp(
            "beside", new Point(800, 60, 700), new Point(0, 60, 0), 200, 200, 900, 5000, 0, 1, 1);
    assertTrue(Glare.of(behind, eye, 120, 120, 0, 0).mirrored());
    assertTrue(!Glare.of(beside, eye, 120, 120, 0, 0).mirrored());
    // Turned by half the lamp's angle (24.4°) the face mirrors it: angle in, angle out.
    assertTrue(Glare.of(beside, eye, 120, 120, 24.4, 0).mirrored());
    // A lamp high above passes over the face.
    Lamp high =
        new Lamp(
            "high", new Point(0, 1200, 800), new Point(0, 60, 0), 200, 200, 900, 5000, 0, 1, 1);
    assertTrue(!Glare.of(high, eye, 120, 120, 0, 0).mirrored());
  }

  @Test
  public void mixedLightByHand() {
    app.istante.core.colour.ColourTemperature warm =
        new app.istante.core.colour.ColourTemperature(2700, 0);
    app.istante.core.colour.ColourTemperature day =
        new app.istante.core.colour.ColourTemperature(5400, 0);
    var both = new app.istante.core.colour.ColourTemperature[] {warm, day};
    // One light alone is itself; equal shares lie between.
    assertEquals(LightMix.of(new double[] {1, 0}, both).kelvin(), 2700, 10);
    double mixed = LightMix.of(new double[] {1, 1}, both).kelvin();
    assertTrue(mixed > 3200 && mixed < 4300, "mixed " + mixed);
    LightMix.MixAnswer sides = LightMix.of(new double[] {300, 30}, new double[] {30, 300}, both);
    // 1e6 / 2700 - 1e6 / 5400 = 185 mired.
    assertEquals(sides.apartMired(), 185.2, 0.1);
    assertTrue(sides.leftDeltaE() > 5, sides.sentence());
    LightMix.MixAnswer even = LightMix.of(new double[] {200, 200}, new double[] {200, 200}, both);
    assertTrue(even.leftDeltaE() < 0.01, "what is mixed alike everywhere, a balance puts right");
    LightMix.MixAnswer alike =
        LightMix.of(
            new double[] {300, 30},
            new double[] {30, 300},
            new app.istante.core.colour.ColourTemperature[] {
              new app.istante.core.colour.ColourTemperature(5300, 0), day
            });
    assertTrue(alike.sentence().startsWith("One kind of light"), alike.sentence());
  }

  @Test
  public void twiceThePowerIsTwiceTheLightAndLightsAdd() {
    StandingSet set = Arrangements.of("two-lamps", Thing.of("soap"), 60, 60);
    double[] p = {0, 30, 30};
    double[] n = {0, 0, 1};
    double both = SetLight.of(set).luxAt(p, n);
    List<Lamp> one = List.of(set.lamps().get(0), set.lamps().get(1).power(0));
    double left = SetLight.of(set.withLamps(one)).luxAt(p, n);
    assertEquals(left, both / 2, 0.01 * both, "the set is the same on both sides");
    List<Lamp> half = set.lamps().stream().map(l -> l.power(0.5)).toList();
    assertEquals(SetLight.of(set.withLamps(half)).luxAt(p, n), both / 2, 1e-6 * both);
  }
}
