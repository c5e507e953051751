package app.istante.core.colour;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertThrows;
import static org.testng.Assert.assertTrue;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Against published chromaticities (CIE 15:2004, tables T.3 and T.5) and there and back. */
public class ColourTemperatureTest {
  /** Illuminant A lies on the locus at 2856 K, x 0.4476, y 0.4074. */
  @Test
  public void aLampOf2856KelvinIsIlluminantA() {
    double[] xy = xy(new ColourTemperature(2856, 0).linear());
    assertEquals(xy[0], 0.4476, 0.0006);
    assertEquals(xy[1], 0.4074, 0.0006);
  }

  @DataProvider
  Object[][] published() {
    // Name, x, y, correlated colour temperature.
    return new Object[][] {
      {"D50", 0.34567, 0.35850, 5003.0},
      {"D55", 0.33242, 0.34743, 5503.0},
      {"D65", 0.31272, 0.32903, 6504.0},
      {"D75", 0.29902, 0.31485, 7504.0},
      {"F2", 0.3721, 0.3751, 4230.0},
      {"F11", 0.3805, 0.3769, 4000.0},
    };
  }

  @Test(dataProvider = "published")
  public void findsThePublishedTemperature(String name, double x, double y, double kelvin) {
    double[] rgb = linear(x, y);
    ColourTemperature found = ColourTemperature.ofLinear(rgb[0], rgb[1], rgb[2]);
    assertEquals(found.kelvin(), kelvin, 0.004 * kelvin, name);
  }

  /** Daylight lies a little to the green of the locus: D65 by 0.0032 in u, v. */
  @Test
  public void daylightIsGreenerThanABlackBody() {
    double[] rgb = linear(0.31272, 0.32903);
    assertEquals(ColourTemperature.ofLinear(rgb[0], rgb[1], rgb[2]).tint(), 0.0032, 0.0003);
  }

  @DataProvider
  Object[][] everyday() {
    return new Object[][] {
      {1900.0, 0.0}, {2700.0, 0.006}, {4000.0, -0.01}, {5400.0, 0.0}, {9000.0, 0.01}
    };
  }

  @Test(dataProvider = "everyday")
  public void isFoundAgainFromItsColour(double kelvin, double tint) {
    double[] rgb = new ColourTemperature(kelvin, tint).linear();
    assertEquals(0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2], 1, 1e-3, "luminance");
    ColourTemperature again = ColourTemperature.ofLinear(rgb[0], rgb[1], rgb[2]);
    assertEquals(again.kelvin(), kelvin, 0.002 * kelvin);
    assertEquals(again.tint(), tint, 2e-4);
  }

  @Test
  public void warmIsRedderAndGreenIsGreener() {
    double[] warm = new ColourTemperature(2700, 0).linear();
    double[] cool = new ColourTemperature(8000, 0).linear();
    double[] green = new ColourTemperature(2700, 0.015).linear();
    assertTrue(warm[0] > cool[0] && warm[2] < cool[2]);
    assertTrue(green[1] > warm[1]);
  }

  @Test
  public void refusesWhatNoLampHas() {
    assertThrows(IllegalArgumentException.class, () -> new ColourTemperature(400, 0));
    assertThrows(IllegalArgumentException.class, () -> new ColourTemperature(Double.NaN, 0));
    assertThrows(IllegalArgumentException.class, () -> new ColourTemperature(4000, 0.2));
    assertThrows(IllegalArgumentException.class, () -> ColourTemperature.ofLinear(0, 0, 0));
  }

  private static double[] linear(double x, double y) {
    double bigX = x / y;
    double bigZ = (1 - x - y) / y;
    return new double[] {
      3.2404542 * bigX - 1.5371385 - 0.4985314 * bigZ,
      -0.9692660 * bigX + 1.8760108 + 0.0415560 * bigZ,
      0.0556434 * bigX - 0.2040259 + 1.0572252 * bigZ
    };
  }

  private static double[] xy(double[] rgb) {
    double x = 0.4124564 * rgb[0] + 0.3575761 * rgb[1] + 0.1804375 * rgb[2];
    double y = 0.2126729 * rgb[0] + 0.7151522 * rgb[1] + 0.0721750 * rgb[2];
    double z = 0.0193339 * rgb[0] + 0.1191920 * rgb[1] + 0.9503041 * rgb[2];
    return new double[] {x / (x + y + z), y / (x + y + z)};
  }
}
