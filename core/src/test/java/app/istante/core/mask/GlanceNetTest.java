package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertThrows;

import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.nio.charset.StandardCharsets;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class GlanceNetTest {
  private static final int WIDTH = 64;
  private static final int HEIGHT = 48;

  /** The picture that {@code scripts/glance/net.py} was asked about too. */
  private static float[][] byFormula() {
    float[][] rgb = new float[3][WIDTH * HEIGHT];
    for (int channel = 0; channel < 3; channel++) {
      for (int at = 0; at < WIDTH * HEIGHT; at++) {
        int x = at % WIDTH;
        int y = at / WIDTH;
        double seen = (7 * x + 3 * y + 11 * channel) % 32 / 31.0;
        boolean inside = (x - 32) * (x - 32) / 400.0 + (y - 26) * (y - 26) / 200.0 < 1;
        rgb[channel][at] = (float) (inside ? 0.3 * seen : seen);
      }
    }
    return rgb;
  }

  @DataProvider
  Object[][] networks() {
    return new Object[][] {
      {GlanceNet.first(), "glance-net.csv"},
      {GlanceNet.second(), "glance-net-second.csv"},
      {GlanceNet.ground(), "ground-net.csv"}
    };
  }

  @Test(dataProvider = "networks")
  public void saysWhatTheLearnedNetworkSaid(Object network, String expectedFile)
      throws IOException {
    float[] shares = ((GlanceNet) network).shares(byFormula(), WIDTH, HEIGHT);

    List<String> rows;
    try (BufferedReader file =
        new BufferedReader(
            new InputStreamReader(
                GlanceNetTest.class.getResourceAsStream(expectedFile), StandardCharsets.UTF_8))) {
      rows = file.lines().toList();
    }
    assertEquals(rows.size(), HEIGHT / 8);
    for (int row = 0; row < rows.size(); row++) {
      String[] expected = rows.get(row).split(",");
      for (int column = 0; column < expected.length; column++) {
        double share = shares[8 * row * WIDTH + 8 * column];
        assertEquals(share, Double.parseDouble(expected[column]), 1e-4, row + ", " + column);
      }
    }
  }

  @Test
  public void refusesSidesThatCanNotBeHalvedFourTimes() {
    assertThrows(
        IllegalArgumentException.class,
        () -> GlanceNet.first().shares(new float[3][40 * 48], 40, 48));
  }
}
