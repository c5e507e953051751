package app.istante.core.colour;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.expectThrows;

import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class ColourTextTest {
  @Test
  public void bothWaysAreRead() {
    // sRGB red under D50: 54.29, 80.81, 69.89 (Lindbloom's calculator).
    Lab red = ColourText.read("#ff0000");
    assertEquals(red.l(), 54.29, 0.02);
    assertEquals(red.a(), 80.81, 0.05);
    assertEquals(red.b(), 69.89, 0.05);
    assertEquals(ColourText.read(" 45, -3.5, 20 "), new Lab(45, -3.5, 20));
  }

  @DataProvider
  Object[][] wrong() {
    return new Object[][] {{""}, {"red"}, {"#12345"}, {"140,0,0"}, {"1,2"}};
  }

  @Test(dataProvider = "wrong")
  public void anythingElseIsRefusedWithASentence(String text) {
    IllegalArgumentException e =
        expectThrows(IllegalArgumentException.class, () -> ColourText.read(text));
    assertEquals(
        e.getMessage(),
        "The colour [" + text + "] can't be read. Write #rrggbb, or L,a,b with L from 0 to 100.");
  }
}
