package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.sim.Simulated;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * A disc on a plain ground, drawn analytically: every reading has a value that can be written down.
 * Independent of the path tracer, whose pictures the other tests use.
 */
public class CompositeTest {
  private static final int W = 900;
  private static final int H = 720;
  private static final double CX = 420;
  private static final double CY = 380;
  private static final double R = 200;

  /** Codes of the ground and of the disc; a share of the disc's area may be a burnt patch. */
  private record Look(int[] ground, int[] disc, double burntRadius, double falloffStops) {
    static Look of(int ground, int disc) {
      return new Look(
          new int[] {ground, ground, ground}, new int[] {disc, disc - 20, disc - 40}, 0, 0);
    }
  }

  private static Readings measured(Look look) {
    byte[] rgb = new byte[3 * W * H];
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        double distance = Math.hypot(x + 0.5 - CX, y + 0.5 - CY);
        double cover = Math.max(0, Math.min(1, R + 0.5 - distance));
        double fall = Math.pow(2, -look.falloffStops() * x / (W - 1.0));
        boolean burnt = distance < look.burntRadius();
        for (int channel = 0; channel < 3; channel++) {
          double ground = Srgb.decode8(look.ground()[channel]) * fall;
          double disc = burnt ? 1 : Srgb.decode8(look.disc()[channel]);
          double linear = cover * disc + (1 - cover) * ground;
          rgb[3 * (y * W + x) + channel] = (byte) Math.round(Srgb.code(linear));
        }
      }
    }
    return Measurement.measure(Simulated.asPhoto(new EncodedImage(W, H, rgb)));
  }

  @Test
  public void theBoxIsTheDiscsBox() {
    Readings.Product product = measured(Look.of(250, 110)).product();
    assertTrue(product.found());
    // Target of the core: within 0.4 % of the frame's long side, 3.6 px.
    assertEquals(product.boxPx().x(), CX - R, 3.6);
    assertEquals(product.boxPx().y(), CY - R, 3.6);
    assertEquals(product.boxPx().width(), 2 * R, 5);
    assertEquals(product.boxPx().height(), 2 * R, 5);
    assertEquals(product.fillHeight(), 2 * R / H, 0.01);
    assertEquals(product.fillWidth(), 2 * R / W, 0.01);
    assertEquals(product.fillLongestSide(), 2 * R / H, 0.01);
    assertEquals(product.areaShare(), Math.PI * R * R / (W * H), 0.006);
    assertEquals(product.centreOffset().x(), CX / W - 0.5, 0.005);
    assertEquals(product.centreOffset().y(), CY / H - 0.5, 0.005);
    assertEquals(product.margins().left(), (CX - R) / W, 0.005);
    assertEquals(product.margins().bottom(), (H - CY - R) / H, 0.007);
    assertEquals(product.parts(), Integer.valueOf(1));
    assertEquals(product.holes(), Integer.valueOf(0));
    assertTrue(product.touches().isEmpty());
  }

  @DataProvider
  Object[][] grounds() {
    return new Object[][] {{255}, {250}, {236}, {200}, {150}, {90}};
  }

  @Test(dataProvider = "grounds")
  public void theGroundsLevelIsItsCode(int code) {
    Readings.Backdrop backdrop = measured(Look.of(code, code > 120 ? 70 : 220)).backdrop();
    assertEquals(backdrop.level(), code, 1.0);
    assertEquals(backdrop.low5(), code, 1.0);
    assertEquals(backdrop.pureWhiteShare(), code == 255 ? 1 : 0, 0.001);
    assertEquals(backdrop.nearWhiteShare(), code >= 250 ? 1 : 0, 0.001);
    double stops = -Math.log(Srgb.decode8(code)) / Math.log(2);
    assertEquals(backdrop.stopsBelowWhite(), stops, 0.02);
    assertEquals(backdrop.falloffStops(), 0, 0.05);
  }

  @DataProvider
  Object[][] falls() {
    return new Object[][] {{0.2}, {0.5}, {1.0}};
  }

  @Test(dataProvider = "falls")
  public void fallOffIsTheStopsFromEndToEnd(double stops) {
    Look look = new Look(new int[] {235, 235, 235}, new int[] {60, 50, 40}, 0, stops);
    Readings.Backdrop backdrop = measured(look).backdrop();
    assertEquals(backdrop.falloffStops(), stops, 0.05 + 0.03 * stops);
    // Towards the dark side: to the right is 0 degrees.
    double off = Math.abs((backdrop.falloffDirectionDegrees() + 540) % 360 - 180);
    assertTrue(off < 10, backdrop.falloffDirectionDegrees() + "");
  }

  @Test
  public void aTintedGroundHasItsTint() {
    Look look = new Look(new int[] {240, 234, 220}, new int[] {60, 60, 60}, 0, 0);
    Readings.Backdrop backdrop = measured(look).backdrop();
    app.istante.core.colour.Lab truth = app.istante.core.colour.Lab.ofSrgb8(240, 234, 220);
    assertEquals(backdrop.castA(), truth.a(), 0.5);
    assertEquals(backdrop.castB(), truth.b(), 0.5);
    assertEquals(backdrop.castChroma(), truth.chroma(), 0.5);
    assertTrue(!backdrop.castName().equals("neutral"), backdrop.castName());
  }

  @Test
  public void aBurntPatchIsItsShareOfTheProduct() {
    Look look = new Look(new int[] {180, 180, 180}, new int[] {140, 120, 100}, 60, 0);
    Readings.Exposure exposure = measured(look).exposure();
    double share = 60.0 * 60 / (R * R);
    assertEquals(exposure.clippedShare(), share, 0.006);
    assertEquals(exposure.burntShare(), share, 0.006);
    assertEquals(exposure.specularShare(), 0, 0.003);
    assertEquals(exposure.liftAllowedStops(), 0.0, "what is burnt bears no lift");
  }

  @Test
  public void headroomIsTheStopsToClipping() {
    Look look = new Look(new int[] {250, 250, 250}, new int[] {128, 128, 100}, 0, 0);
    Readings.Exposure exposure = measured(look).exposure();
    double stops = Math.log(Srgb.decode8(254) / Srgb.decode8(128)) / Math.log(2);
    assertEquals(exposure.highlightHeadroomStops(), stops, 0.05);
    assertEquals(exposure.liftAllowedStops(), stops, 0.05);
    assertEquals(exposure.blockedShare(), 0, 1e-6);
  }

  @Test
  public void theLiftThatIsNeededBringsTheGroundTo250() {
    Look look = Look.of(200, 80);
    Readings.Exposure exposure = measured(look).exposure();
    double stops = Math.log(Srgb.decode8(250) / Srgb.decode8(200)) / Math.log(2);
    assertEquals(exposure.liftToWhiteStops(), stops, 0.06);
  }

  @Test
  public void aSharpDiscIsSharpAndHasNoLean() {
    Readings readings = measured(Look.of(250, 110));
    assertNotNull(readings.sharpness().blurSigmaPx());
    // A box of one pixel: its standard deviation is 1 / sqrt(12) = 0.29; drawn and sampled, under
    // 0.7.
    assertTrue(readings.sharpness().blurSigmaPx() < 0.7, readings.sharpness().toString());
    Double roll = readings.product().rollDegrees();
    assertTrue(roll == null || Math.abs(roll) < 0.5, "a disc leans nowhere: " + roll);
  }

  @Test
  public void separationIsTheDifferenceAcrossTheEdge() {
    Look far = Look.of(250, 80);
    Look near = new Look(new int[] {250, 250, 250}, new int[] {215, 210, 205}, 0, 0);
    double clear = measured(far).backdrop().separation();
    double faint = measured(near).backdrop().separation();
    assertTrue(clear > 3 * faint, clear + " and " + faint);
    double truth =
        app.istante.core.colour.DeltaE.ciede2000(
            app.istante.core.colour.Lab.ofSrgb8(250, 250, 250),
            app.istante.core.colour.Lab.ofSrgb8(215, 210, 205));
    assertEquals(faint, truth, 0.35 * truth);
  }

  @Test
  public void cutProductsAreToldBySide() {
    byte[] rgb = new byte[3 * W * H];
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        boolean on = Math.hypot(x - 100, y - 600) < 220;
        for (int channel = 0; channel < 3; channel++) {
          rgb[3 * (y * W + x) + channel] = (byte) (on ? 60 : 245);
        }
      }
    }
    Readings.Product product =
        Measurement.measure(Simulated.asPhoto(new EncodedImage(W, H, rgb))).product();
    assertTrue(product.touches().contains("left"), product.touches().toString());
    assertTrue(product.touches().contains("bottom"), product.touches().toString());
    assertTrue(!product.touches().contains("top"), product.touches().toString());
  }

  @Test
  public void mirroredTheReadingsAreMirrored() {
    Look look = new Look(new int[] {235, 235, 235}, new int[] {60, 50, 40}, 0, 0.4);
    Readings.Product there = measured(look).product();
    byte[] rgb = new byte[3 * W * H];
    for (int y = 0; y < H; y++) {
      for (int x = 0; x < W; x++) {
        double distance = Math.hypot(W - 1 - x + 0.5 - CX, y + 0.5 - CY);
        double cover = Math.max(0, Math.min(1, R + 0.5 - distance));
        double fall = Math.pow(2, -0.4 * (W - 1 - x) / (W - 1.0));
        for (int channel = 0; channel < 3; channel++) {
          double linear =
              cover * Srgb.decode8(look.disc()[channel]) + (1 - cover) * Srgb.decode8(235) * fall;
          rgb[3 * (y * W + x) + channel] = (byte) Math.round(Srgb.code(linear));
        }
      }
    }
    Readings back = Measurement.measure(Simulated.asPhoto(new EncodedImage(W, H, rgb)));
    assertEquals(back.product().centreOffset().x(), -there.centreOffset().x(), 0.003);
    assertEquals(back.product().fillHeight(), there.fillHeight(), 0.003);
    assertEquals(back.backdrop().falloffStops(), 0.4, 0.07);
    double off = Math.abs(back.backdrop().falloffDirectionDegrees() - 180);
    assertTrue(off < 10, back.backdrop().falloffDirectionDegrees() + "");
  }
}
