package app.istante.core.measure;

import static org.testng.Assert.assertEquals;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Against a table of the normal distribution. */
public class NormalTest {
  @DataProvider
  Object[][] table() {
    return new Object[][] {
      {0.0, 0.5},
      {0.5, 0.308538},
      {1.0, 0.158655},
      {1.645, 0.049985},
      {2.0, 0.022750},
      {2.576, 0.0049976},
      {3.0, 0.0013499},
      {4.0, 0.0000316712}
    };
  }

  @Test(dataProvider = "table")
  public void theTailIsAsTabulated(double value, double above) {
    assertEquals(Normal.above(value), above, 1e-6);
  }
}
