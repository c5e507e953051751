package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertNotNull;
import static org.testng.Assert.assertNull;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Srgb;
import app.istante.core.sim.Simulated;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * A dark ball before a sheet that bends up behind it, or whose light falls off to one side: the
 * bend is a dim band from side to side, the ball's shade fades with the distance from it. All are
 * drawn by formula, so that fall-off and depth of shadow can be written down.
 */
public class BareGroundTest {
  private static final int W = 900;
  private static final int H = 720;
  private static final double CX = 450;
  private static final double CY = 400;
  private static final double R = 130;

  /** Middle and width of the bend, rows. */
  private static final double BEND_ROW = 230;

  private static final double BEND_ROWS = 45;

  /**
   * @param bend how much dimmer the sheet is where it bends, stops
   * @param aside how much dimmer it is at its right than at its left, stops
   * @param shade how much light the ball takes from the ground beside it, stops
   * @param reach the shade is e times less so far from the ball, pixels
   */
  private static Readings.Backdrop backdrop(double bend, double aside, double shade, double reach) {
    byte[] rgb = new byte[3 * W * H];
    for (int y = 0; y < H; y++) {
      double rows = (y - BEND_ROW) / BEND_ROWS;
      double light = 0.8 * Math.pow(2, -bend * Math.exp(-0.5 * rows * rows));
      for (int x = 0; x < W; x++) {
        double away = Math.hypot(x + 0.5 - CX, y + 0.5 - CY) - R;
        double cover = Math.max(0, Math.min(1, 0.5 - away));
        double level = light * Math.pow(2, -aside * (x + 0.5) / W);
        double lit = level * Math.pow(2, -shade * Math.exp(-Math.max(0, away) / reach));
        byte code = (byte) Math.round(Srgb.code(cover * 0.06 + (1 - cover) * lit));
        for (int channel = 0; channel < 3; channel++) {
          rgb[3 * (y * W + x) + channel] = code;
        }
      }
    }
    return Measurement.measure(Simulated.asPhoto(new EncodedImage(W, H, rgb))).backdrop();
  }

  @DataProvider
  Object[][] bends() {
    return new Object[][] {{0.15}, {0.3}};
  }

  @Test(dataProvider = "bends")
  public void theBendIsFallOff(double bend) {
    assertEquals(backdrop(bend, 0, 0, 1).falloffStops(), bend, 0.05);
  }

  @DataProvider
  Object[][] shades() {
    return new Object[][] {{0.5}, {0.8}};
  }

  /** Close behind the ball the two make one dark band, 0.6 to 0.8 stop deep. */
  @Test(dataProvider = "shades")
  public void theShadeBeforeABendIsHardlyFallOff(double shade) {
    assertEquals(backdrop(0.3, 0, shade, 60).falloffStops(), 0.3, 0.1);
  }

  @DataProvider
  Object[][] slopes() {
    return new Object[][] {{0.1, 0.0, 1}, {0.5, 0.0, 1}, {0.3, 0.8, 60}, {0.8, 0.5, 40}};
  }

  /** Over blocks: what lies in the middle of the outermost ones, a twenty-fifth from the sides. */
  @Test(dataProvider = "slopes")
  public void lightThatFallsToOneSideIsFallOffAndTheShadeIsNot(
      double aside, double shade, double reach) {
    assertEquals(backdrop(0, aside, shade, reach).falloffStops(), aside * 24 / 25, 0.05);
  }

  @Test
  public void withoutABendTheShadeIsHardlyFallOff() {
    assertEquals(backdrop(0, 0, 0.8, 60).falloffStops(), 0, 0.1);
  }

  @Test
  public void theBendIsNoShadow() {
    assertNull(backdrop(0.3, 0, 0, 1).shadow());
  }

  @Test
  public void theBendIsNoPartOfTheShadowsDepth() {
    Readings.Shadow shadow = backdrop(0.3, 0, 0.8, 60).shadow();
    assertNotNull(shadow);
    assertEquals(shadow.depthStops(), backdrop(0, 0, 0.8, 60).shadow().depthStops(), 0.1);
  }
}
