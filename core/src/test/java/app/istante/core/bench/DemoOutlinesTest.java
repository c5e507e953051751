package app.istante.core.bench;

import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import java.nio.file.Path;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Some of the demo's takes that were outlined wrongly, and not doubted. */
public class DemoOutlinesTest {
  private static final Path DEMO = Path.of("..", "demo");

  @DataProvider
  Object[][] takes() {
    return new Object[][] {
      // Lamps' images in a brass bell, as bright as the burnt ground.
      {"take-17"},
      // Ground between the feet of a spyglass, brown of what they throw on it.
      {"take-36"},
      // Cream bands and a cream knob on a cream sheet.
      {"take-65"},
    };
  }

  @Test(dataProvider = "takes")
  public void isOutlinedAsTheSetHasIt(String take) throws Exception {
    DemoOutlines.Outlined outlined = DemoOutlines.of(DEMO, take);
    assertTrue(outlined.overlap() > 0.97, outlined.toString());
    assertFalse(outlined.isDoubted(), outlined.toString());
  }

  /** Told from the whole picture, shade to both sides of a top's foot is a part of it: 0.976. */
  @Test
  public void whatIsToldTheSameFromNearbyIsSeenBetterThere() throws Exception {
    DemoOutlines.Outlined outlined = DemoOutlines.of(DEMO, "take-04");
    assertTrue(outlined.overlap() > 0.98, outlined.toString());
  }
}
