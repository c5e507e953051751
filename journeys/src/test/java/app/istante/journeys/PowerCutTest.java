package app.istante.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.net.URI;
import java.net.http.HttpClient;
import java.net.http.HttpRequest;
import java.net.http.HttpResponse;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import org.testng.annotations.Test;

/** The demo shop, killed while it measures: no photo and no finished check is lost. */
public class PowerCutTest extends Journey {
  private static final int TAKES = 22;

  @Override
  Application start() throws Exception {
    return Application.start("cut", true);
  }

  @Test
  public void goesOnWhereItWasAfterAPowerCut() throws Exception {
    while (count("takes") < TAKES || measured() < 3) {
      Thread.sleep(50);
    }
    int before = measured();
    assertTrue(before < TAKES, "killed in the middle");
    application.kill();
    application.run();
    assertEquals(count("takes"), TAKES, "every photo is still there");
    assertTrue(measured() >= before, "no finished check is lost");
    go("/shoots/1/check");
    assertThat(page.getByText("22 takes").first()).isVisible();
    assertEquals(measured(), TAKES, "the rest was measured after the restart");
    assertThat(page.locator("[data-take] svg[data-verdict=Ready]").first()).isVisible();
  }

  private int measured() throws Exception {
    return count("takes") - count("waiting");
  }

  /** A count of the demo shoot, 0 before it exists. */
  private int count(String name) throws Exception {
    HttpResponse<String> answer =
        HttpClient.newHttpClient()
            .send(
                HttpRequest.newBuilder(URI.create(application.url() + "/api/shoots/1")).build(),
                HttpResponse.BodyHandlers.ofString());
    Matcher matcher = Pattern.compile("\"" + name + "\":(\\d+)").matcher(answer.body());
    return matcher.find() ? Integer.parseInt(matcher.group(1)) : 0;
  }
}
