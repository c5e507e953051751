package app.istante.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page.GetByRoleOptions;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.util.List;
import java.util.regex.Pattern;
import org.testng.annotations.Test;

/**
 * At the desk, after a power cut while the demo shop's takes were measured: they are looked
 * through, compared, finished, by keyboard.
 */
public class DeskJourneyTest extends Journey {
  private static final int TAKES = 22;

  @Override
  Application start() throws Exception {
    return Application.start("desk", Application.Shop.DEMO_WITH_SATURDAY);
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

  @Test(dependsOnMethods = "goesOnWhereItWasAfterAPowerCut")
  public void theDemoShopIsThereWithItsVerdicts() {
    go("/");
    assertThat(page.getByText("Soffitta Lumaca, Saturday morning")).isVisible();
    assertThat(page.getByText("Soffitta Lumaca, next Saturday")).isVisible();
    page.getByText("Soffitta Lumaca, Saturday morning").click();
    assertMeasured(TAKES);
    assertThat(page.locator("[data-take]")).hasCount(TAKES);
    assertThat(page.locator("[data-take='take-02.jpg']")).containsText("best of 2 alike");
  }

  @Test(dependsOnMethods = "theDemoShopIsThereWithItsVerdicts")
  public void takesAreFoundByVerdictAndByWords() {
    page.keyboard().press("m");
    Locator shown = page.locator("[data-take]");
    int mend = shown.count();
    assertTrue(mend > 0 && mend < TAKES, mend + " shown");
    for (int at = 0; at < mend; at++) {
      assertThat(shown.nth(at)).containsText("Mend");
    }
    page.keyboard().press("m");
    assertThat(shown).hasCount(TAKES);
    page.keyboard().press("/");
    page.keyboard().type("caddy");
    assertThat(shown).hasCount(2);
    page.getByLabel("Search items and files").fill("no such thing");
    assertThat(page.getByText("No take fits.")).isVisible();
    page.getByLabel("Search items and files").fill("");
    assertThat(shown).hasCount(TAKES);
  }

  @Test(dependsOnMethods = "takesAreFoundByVerdictAndByWords")
  public void arrowsGoFromTakeToTakeAndSpaceShowsEveryPixel() {
    page.locator("[data-take='take-02.jpg'] a").click();
    assertThat(page.getByText("2 of 22")).isVisible();
    page.keyboard().press("ArrowRight");
    assertThat(page.getByText("3 of 22")).isVisible();
    page.keyboard().press("ArrowLeft");
    assertThat(page.getByText("2 of 22")).isVisible();
    page.keyboard().press("Space");
    Locator full = page.getByAltText("take-02.jpg, every pixel");
    assertThat(full).isVisible();
    // One pixel of the photo is one pixel of the screen.
    page.waitForFunction("document.querySelector('img[alt$=\"every pixel\"]').complete");
    assertEquals(full.evaluate("image => image.naturalWidth"), 1600);
    assertEquals(full.evaluate("image => image.clientWidth"), 1600);
    page.keyboard().press("Space");
    assertThat(full).hasCount(0);
    page.keyboard().press("Escape");
    assertThat(page.locator("[data-take]")).hasCount(TAKES);
  }

  @Test(dependsOnMethods = "arrowsGoFromTakeToTakeAndSpaceShowsEveryPixel")
  public void everyRulerSaysItsValueItsUnitAndWhatIsAsked() {
    page.locator("[data-take='take-01.jpg'] a").click();
    Locator rulers = page.getByRole(AriaRole.METER);
    assertThat(rulers.first()).isVisible();
    int spoken = 0;
    for (int at = 0; at < rulers.count(); at++) {
      String text = rulers.nth(at).getAttribute("aria-valuetext");
      assertTrue(!text.isBlank(), "ruler " + at);
      spoken += text.contains("asked") ? 1 : 0;
    }
    assertTrue(spoken >= 8, spoken + " rulers name their rule");
    assertThat(page.getByLabel("Main colours").getByRole(AriaRole.LISTITEM).first()).isVisible();
    assertThat(page.getByText("Another take of this view is better.")).isVisible();
    assertThat(page.getByText("shows where you live; left out of finals")).isVisible();
    page.keyboard().press("Escape");
  }

  @Test(dependsOnMethods = "everyRulerSaysItsValueItsUnitAndWhatIsAsked")
  public void aDoubtedOutlineIsFoundRightAndDoubtedAgain() {
    page.locator("[data-take='take-07.jpg'] a").click();
    Locator doubt = page.getByText("Istante is not sure of the outline");
    assertThat(doubt).isVisible();
    page.keyboard().press("t");
    assertThat(page.getByText("You found the outline right. Doubt it")).isVisible();
    assertThat(doubt).hasCount(0, new LocatorAssertions.HasCountOptions().setTimeout(MEASURING_MS));
    page.keyboard().press("u");
    assertThat(doubt).isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(MEASURING_MS));
    assertThat(
            page.getByRole(AriaRole.BUTTON, new GetByRoleOptions().setName("The outline is right")))
        .isVisible();
    page.keyboard().press("Escape");
  }

  @Test(dependsOnMethods = "aDoubtedOutlineIsFoundRightAndDoubtedAgain")
  public void theSetIsToldWhatHelpsMostTakesFirst() {
    press("g", "s");
    Locator helps = page.getByText(Pattern.compile("^\\d+ of 22 takes"));
    assertThat(helps.first()).isVisible();
    int before = Integer.MAX_VALUE;
    for (int at = 0; at < helps.count(); at++) {
      int now = Integer.parseInt(helps.nth(at).textContent().strip().split(" ")[0]);
      assertTrue(now <= before, "what helps most stands first");
      before = now;
    }
    page.getByText("see one").first().click();
    assertThat(page.getByRole(AriaRole.METER).first()).isVisible();
  }

  @Test(dependsOnMethods = "theSetIsToldWhatHelpsMostTakesFirst")
  public void theLineUpShowsWhatStandsApart() {
    press("g", "l");
    assertThat(page.getByText("All takes of the view")).isVisible();
    assertThat(page.getByText(Pattern.compile("Ground level -\\d+")).first()).isVisible();
    page.getByLabel("View to compare").click();
    option("detail").click();
    assertThat(page.getByAltText("take-06.jpg")).isVisible();
  }

  @Test(dependsOnMethods = "theLineUpShowsWhatStandsApart")
  public void ruleBooksSayWhatIsAskedAndWhy() {
    press("g", "r");
    page.getByRole(AriaRole.BUTTON, new GetByRoleOptions().setName("Tuttocose")).click();
    assertThat(page.getByText("among them lead and wear")).isVisible();
    page.getByRole(AriaRole.BUTTON, new GetByRoleOptions().setName("Fieramonda")).click();
    assertThat(page.getByText("The whole product must be in the picture.")).isVisible();
    assertAccessible("rule books");
  }

  @Test(dependsOnMethods = "ruleBooksSayWhatIsAskedAndWhy")
  public void theRoomCanBeDimmedAndStaysDim() {
    page.keyboard().press("b");
    assertEquals(theme(), "dim");
    page.reload();
    assertThat(page.getByRole(AriaRole.HEADING).first()).isVisible();
    assertEquals(theme(), "dim");
    page.keyboard().press("b");
    assertTrue(!"dim".equals(theme()));
  }

  private Object theme() {
    return page.evaluate("document.documentElement.dataset.theme ?? 'light'");
  }

  @Test(dependsOnMethods = "theRoomCanBeDimmedAndStaysDim")
  public void anotherSellingPlaceJudgesAgainAtOnce() {
    go("/shoots/1/check");
    Locator ready = page.getByRole(AriaRole.BUTTON, new GetByRoleOptions().setName("Ready"));
    assertThat(ready).isVisible();
    int strict = number(ready);
    go("/shoots/1/plan");
    page.getByLabel("Rule book of this shoot").click();
    option("Tuttocose").click();
    assertThat(page.getByText("Judged for Tuttocose now")).isVisible();
    go("/shoots/1/check");
    assertThat(ready).isVisible();
    assertTrue(number(ready) > strict, number(ready) + " where it was " + strict);
    go("/shoots/1/plan");
    page.getByLabel("Rule book of this shoot").click();
    option("Fieramonda").click();
    assertThat(page.getByText("Judged for Fieramonda now")).isVisible();
  }

  private static int number(Locator button) {
    return Integer.parseInt(button.textContent().replaceAll("\\D", ""));
  }

  @Test(dependsOnMethods = "anotherSellingPlaceJudgesAgainAtOnce")
  public void fiveHundredItemsStayQuick() {
    go("/items");
    Locator grid = page.getByRole(AriaRole.GRID);
    assertThat(grid).isVisible();
    StringBuilder rows = new StringBuilder("code\ttitle\tkind\tprice\n");
    for (int row = 0; row < 500; row++) {
      rows.append("Q-").append(1000 + row).append("\tQuick thing ").append(row);
      rows.append("\trigid\t").append(row % 90 + 1).append('\n');
    }
    paste(grid, rows.toString());
    button("Look at it first").click();
    assertThat(page.getByText("500 lines can go in")).isVisible();
    button("Bring in 500 items").click();
    assertThat(page.getByText("Brought in 500 items")).isVisible();
    assertThat(page.getByText("512 items")).isVisible();
    // How long a keystroke holds the page up: printed, never asserted.
    Object slowest =
        page.evaluate(
            """
            async () => {
              const cell = document.querySelector('[data-cell="250:1"]');
              cell.focus();
              let slowest = 0;
              for (let step = 0; step < 40; step++) {
                const from = performance.now();
                document.activeElement.dispatchEvent(new KeyboardEvent('keydown',
                  { key: step % 2 ? 'ArrowDown' : 'ArrowRight', bubbles: true }));
                await new Promise(requestAnimationFrame);
                slowest = Math.max(slowest, performance.now() - from);
              }
              return Math.round(slowest);
            }
            """);
    System.out.println("500 items: slowest of 40 arrow keys " + slowest + " ms to the next frame");
    page.getByLabel("Search items").fill("thing 499");
    assertThat(page.getByText("1 of 512 items")).isVisible();
    page.getByLabel("Search items").fill("");
    page.getByRole(AriaRole.HEADING, new GetByRoleOptions().setName("Items")).click();
    page.keyboard().press("u");
    assertThat(page.getByText("12 items").first()).isVisible();
  }

  @Test(dependsOnMethods = "fiveHundredItemsStayQuick")
  public void theBestTakeOfEachShotIsKeptAndTakenBack() {
    go("/shoots/1/finish");
    assertThat(page.getByText("No take is kept yet")).isVisible();
    button("Keep the best take of").click();
    assertThat(page.getByText(Pattern.compile("Kept the best of \\d+ shots"))).isVisible();
    assertThat(page.getByText("No take is kept yet")).hasCount(0);
    button("Take back").click();
    assertThat(page.getByText("No take is kept yet")).isVisible();
  }

  @Test(dependsOnMethods = "theBestTakeOfEachShotIsKeptAndTakenBack")
  public void anAddressThatIsNoneSaysSo() {
    go("/nowhere");
    assertThat(page.getByText("There is nothing at this address.")).isVisible();
    go("/shoots/4711/check");
    assertThat(page.getByText("There is no such shoot.")).isVisible();
    complaints.removeIf(text -> text.contains("status of 404"));
  }

  @Test(dependsOnMethods = "anAddressThatIsNoneSaysSo", alwaysRun = true)
  public void nothingWentWrongUnseen() {
    assertEquals(complaints, List.of());
  }
}
