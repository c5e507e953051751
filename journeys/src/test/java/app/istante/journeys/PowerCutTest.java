package app.istante.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import org.testng.annotations.Test;

/** The demo shop, killed while it measures: no photo and no finished check is lost. */
public class PowerCutTest extends Journey {
  private static final int TAKES = 22;

  @Override
  Application start() throws Exception {
    return Application.start("cut", Application.Shop.DEMO_WITH_SATURDAY);
  }

  @Test
  public void goesOnWhereItWasAfterAPowerCut() throws Exception {
    while (application.count("takes") < TAKES || application.measured() < 3) {
      Thread.sleep(50);
    }
    int before = application.measured();
    assertTrue(before < TAKES, "killed in the middle");
    application.kill();
    application.run();
    assertEquals(application.count("takes"), TAKES, "every photo is still there");
    assertTrue(application.measured() >= before, "no finished check is lost");
    go("/shoots/1/check");
    assertMeasured(TAKES);
    assertEquals(application.measured(), TAKES, "the rest was measured after the restart");
    assertThat(page.locator("[data-take] svg[data-verdict=Ready]").first()).isVisible();
  }
}
