package app.istante.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page.GetByRoleOptions;
import com.microsoft.playwright.options.AriaRole;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.regex.Pattern;
import java.util.zip.ZipInputStream;
import org.testng.annotations.Test;

/** A seller's first shoot, from an empty shop to the package, by hand and by keyboard. */
public class FirstShootTest extends Journey {
  private static final Path PHOTOS = Path.of("../demo/photos");

  @Override
  Application start() throws Exception {
    return Application.start("first", Application.Shop.EMPTY);
  }

  @Test
  public void anEmptyShopSaysWhatToDoFirst() {
    go("/");
    assertThat(page.getByText("None yet.")).isVisible();
    assertAccessible("shoots, empty");
    button("Start this shoot").click();
    assertThat(page.getByRole(AriaRole.ALERT)).containsText("Give the shoot a name.");
  }

  @Test(dependsOnMethods = "anEmptyShopSaysWhatToDoFirst")
  public void plansItemsAndViews() {
    page.getByLabel("Name").fill("Tins on Sunday");
    button("Start this shoot").click();
    assertThat(page.getByText("What will you photograph?")).isVisible();
    addItem("T-1", "Printed tin");
    addItem("T-2", "Steel mill");
    assertThat(page.getByRole(AriaRole.ROW)).hasCount(3);
    assertAccessible("plan");
  }

  @Test(dependsOnMethods = "plansItemsAndViews")
  public void takesPhotosInAndRefusesWhatIsNone() throws IOException {
    page.getByText("Start shooting:").click();
    assertThat(page.getByText("Take the first photo")).isVisible();
    Path text = application.data().resolve("holiday.jpg");
    Files.writeString(text, "no picture at all");
    page.getByLabel("Photos to bring in").setInputFiles(new Path[] {photo(13), photo(14), text});
    assertThat(page.getByText("2 photos taken in, 1 not:")).isVisible();
    assertThat(page.getByText("This is not a picture file").first()).isVisible();
    page.getByLabel("Photos to bring in").setInputFiles(new Path[] {photo(13)});
    assertThat(page.getByText("kept once")).isVisible();
    Files.delete(text);
  }

  @Test(dependsOnMethods = "takesPhotosInAndRefusesWhatIsNone")
  public void aFileInTheWatchedFolderAppearsByItself() throws IOException {
    button("Next: ").click();
    assertThat(page.getByText("side no take yet")).isVisible();
    Path folder = Path.of(page.locator("code").textContent());
    Files.copy(photo(22), folder.resolve("DSC_0007.jpg"));
    assertThat(page.getByAltText("The last take, DSC_0007.jpg")).isVisible();
    assertThat(page.getByLabel("The last take").getByText(Pattern.compile("Mend|Ready|Reshoot")))
        .isVisible();
    assertAccessible("shoot");
  }

  @Test(dependsOnMethods = "aFileInTheWatchedFolderAppearsByItself")
  public void showsEveryTakeWithItsVerdictAndFilters() {
    press("g", "c");
    assertThat(card("take-13.jpg")).containsText("Ready");
    assertThat(card("take-14.jpg")).containsText("Reshoot");
    page.keyboard().press("r");
    assertThat(card("take-14.jpg")).hasCount(0);
    page.keyboard().press("a");
    assertThat(card("take-14.jpg")).isVisible();
    assertAccessible("check");
  }

  @Test(dependsOnMethods = "showsEveryTakeWithItsVerdictAndFilters")
  public void assignsATakeToAnotherShotAndTakesItBack() {
    page.getByLabel("Select take-14.jpg").check();
    page.getByLabel("What the selected takes show").click();
    page.getByRole(AriaRole.OPTION, new GetByRoleOptions().setName("T-2 Steel mill, lead")).click();
    Locator mill = page.getByRole(AriaRole.REGION, new GetByRoleOptions().setName("Steel mill"));
    assertThat(mill.getByText("take-14.jpg")).isVisible();
    page.keyboard().press("u");
    assertThat(mill).hasCount(0);
  }

  @Test(dependsOnMethods = "assignsATakeToAnotherShotAndTakesItBack")
  public void saysThatAFrameShowsTheEmptySetAndTakesItBack() {
    page.getByLabel("Select take-14.jpg").check();
    page.getByLabel("What the selected takes show").click();
    page.getByRole(AriaRole.OPTION, new GetByRoleOptions().setName("The empty set")).click();
    assertThat(card("take-14.jpg")).containsText("Empty set");
    page.keyboard().press("u");
    assertThat(card("take-14.jpg")).containsText("Reshoot");
  }

  @Test(dependsOnMethods = "saysThatAFrameShowsTheEmptySetAndTakesItBack")
  public void drawsTheMeasuresAndKeepsTheTakeByKeyboard() {
    card("take-13.jpg").getByRole(AriaRole.LINK).click();
    assertThat(page.locator("[data-layer=outline]").first()).isVisible();
    page.keyboard().press("o");
    assertThat(page.locator("[data-layer=outline]")).hasCount(0);
    page.keyboard().press("o");
    Locator level =
        page.getByRole(AriaRole.METER, new GetByRoleOptions().setName("Ground level")).first();
    assertTrue(level.getAttribute("aria-valuetext").startsWith("255 of 255, at least 250"));
    page.keyboard().press("k");
    assertThat(button("Kept. Let it go")).isVisible();
    assertAccessible("one take");
    page.keyboard().press("?");
    assertThat(page.getByRole(AriaRole.DIALOG)).containsText("Keep this take, or let it go");
    assertAccessible("key sheet");
    page.keyboard().press("Escape");
    assertThat(page.getByRole(AriaRole.DIALOG)).hasCount(0);
  }

  @Test(dependsOnMethods = "drawsTheMeasuresAndKeepsTheTakeByKeyboard")
  public void finishesWhatIsKept() {
    press("g", "f");
    button("Keep the best take of 1 more shot").click();
    assertThat(button("Finish 2 takes")).isEnabled();
    page.keyboard().press("e");
    assertThat(page.getByText("Finished 2 of 2").or(page.getByText("0 of 2 to do"))).isVisible();
    assertThat(page.getByAltText("Final of take-13.jpg")).isVisible();
    assertThat(page.getByAltText("Final of DSC_0007.jpg")).isVisible();
    assertAccessible("finish");
  }

  @Test(dependsOnMethods = "finishesWhatIsKept")
  public void saysWhatFinishingAndAnEditMadeElsewhereDidToTheProduct() {
    assertThat(page.getByText(Pattern.compile("Finishing: .*colour moved by .* ΔE")).first())
        .isVisible();
    page.locator("input[type=file]").first().setInputFiles(photo(13));
    assertThat(page.getByText(Pattern.compile("take-13.jpg: .*outline lost [\\d.]+ %")).first())
        .isVisible();
  }

  @Test(dependsOnMethods = "saysWhatFinishingAndAnEditMadeElsewhereDidToTheProduct")
  public void handsOverNamedFilesWithAManifest() throws IOException {
    press("g", "h");
    assertThat(page.getByText("T-1-01-lead.jpg")).isVisible();
    assertAccessible("hand over");
    Download download = page.waitForDownload(() -> page.getByText("Download the package").click());
    List<String> names = new ArrayList<>();
    String manifest = "";
    try (InputStream in = download.createReadStream();
        ZipInputStream zip = new ZipInputStream(in)) {
      for (var entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        names.add(entry.getName());
        if (entry.getName().equals("manifest.csv")) {
          manifest = new String(zip.readAllBytes(), StandardCharsets.UTF_8);
        }
      }
    }
    assertEquals(names, List.of("manifest.csv", "T-1/T-1-01-lead.jpg", "T-1/T-1-02-side.jpg"));
    assertTrue(manifest.contains("Printed tin"), manifest);
  }

  @Test(dependsOnMethods = "handsOverNamedFilesWithAManifest")
  public void theOtherPlacesAreAccessibleInBothThemes() {
    for (String theme : List.of("light", "dim")) {
      for (String path :
          List.of(
              "/",
              "/items",
              "/rule-books",
              "/shoots/1/line-up",
              "/shoots/1/set",
              "/shoots/1/check",
              "/shoots/1/plan")) {
        go(path);
        assertThat(page.getByRole(AriaRole.HEADING).first()).isVisible();
        assertAccessible(path + " in the " + theme + " theme");
      }
      page.keyboard().press("b");
    }
  }

  @Test(dependsOnMethods = "theOtherPlacesAreAccessibleInBothThemes", alwaysRun = true)
  public void nothingWentWrongUnseen() {
    // A refused form is an answer that the browser logs; nothing else may stand there.
    complaints.removeIf(text -> text.contains("status of 400"));
    assertTrue(complaints.isEmpty(), complaints.toString());
  }

  private void addItem(String code, String title) {
    page.getByLabel("Code").fill(code);
    page.getByLabel("Title").fill(title);
    button("Add to the plan").click();
    assertThat(
            page.getByRole(AriaRole.ROWHEADER)
                .filter(new Locator.FilterOptions().setHasText(title)))
        .isVisible();
  }

  private Locator card(String fileName) {
    return page.locator("[data-take='" + fileName + "']");
  }

  private static Path photo(int number) {
    return PHOTOS.resolve(String.format(java.util.Locale.ROOT, "take-%02d.jpg", number));
  }
}
