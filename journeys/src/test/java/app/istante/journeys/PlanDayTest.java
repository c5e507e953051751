package app.istante.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.sim.JpegWriter;
import com.microsoft.playwright.Download;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page.GetByLabelOptions;
import com.microsoft.playwright.Page.GetByRoleOptions;
import com.microsoft.playwright.options.AriaRole;
import java.awt.image.BufferedImage;
import java.io.IOException;
import java.io.InputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.time.LocalDate;
import java.time.ZoneId;
import java.util.List;
import java.util.regex.Pattern;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.apache.pdfbox.text.PDFTextStripper;
import org.testng.annotations.Test;

/**
 * From rows pasted out of a spreadsheet to slips, a day plan, and a dropped heap that sorts itself.
 */
public class PlanDayTest extends Journey {
  private byte[] slips;

  @Override
  Application start() throws Exception {
    return Application.start("plan", Application.Shop.EMPTY);
  }

  @Test
  public void pastedRowsAreShownAndGoodOnesGoIn() throws IOException {
    go("/items");
    Locator grid = page.getByRole(AriaRole.GRID);
    assertThat(grid).isVisible();
    assertAccessible("items, empty");
    String rows =
        "Code\tTitle\tKind\tSize (cm)\tTraits\tPrice\n"
            + "A-1\tEnamel can\trigid\t27 x 15 x 16\tglossy\t48\n"
            + "A-2\tGlass weight\tglass\t8 x 8 x 6\tclear\t35\n"
            + "A-3\tEgg cup\trigid\t5 x 5 x 6\twhite\t12,50\n"
            + "A-4\tTea cosy\tspaceship\t18 x 9 x 16\tsoft\t22\n"
            + "\tNameless\trigid\t\t\t\n";
    paste(grid, rows);
    button("Look at it first").click();
    assertThat(page.getByText("3 lines can go in")).isVisible();
    assertThat(page.getByText("kind [spaceship] must be one of")).isVisible();
    assertThat(page.getByText("line 6: the code is missing")).isVisible();
    assertAccessible("bring in a list");
    Download bad = page.waitForDownload(() -> button("Bring in 3 items").click());
    try (InputStream in = bad.createReadStream()) {
      String text = new String(in.readAllBytes());
      assertTrue(text.contains("A-4,Tea cosy,spaceship"), text);
    }
    assertThat(page.getByText("Brought in 3 items")).isVisible();
    assertThat(cell("Title: Glass weight")).isVisible();
  }

  @Test(dependsOnMethods = "pastedRowsAreShownAndGoodOnesGoIn")
  public void cellsAreTypedByKeyboardAndTakenBack() {
    cell("Title: Egg cup").focus();
    page.keyboard().type("White egg cup");
    page.keyboard().press("Enter");
    assertThat(cell("Title: White egg cup")).isVisible();
    page.keyboard().press("Escape");
    page.getByRole(AriaRole.HEADING, new GetByRoleOptions().setName("Items")).click();
    page.keyboard().press("u");
    assertThat(page.getByText("Taken back: Changed A-3")).isVisible();
    assertThat(cell("Title: Egg cup")).isVisible();
    // The last row is always empty: what is typed there becomes a new item.
    cell("Code: empty").focus();
    page.keyboard().type("A-4");
    page.keyboard().press("Tab");
    page.keyboard().type("Tea cosy");
    page.keyboard().press("Enter");
    assertThat(cell("Title: Tea cosy")).isVisible();
    page.getByLabel("Search items").fill("cosy");
    assertThat(cell("Title: Egg cup")).hasCount(0);
    page.getByLabel("Search items").fill("");
    page.getByLabel("Select all shown").check();
    page.getByLabel("Give the selected items a trait").click();
    option("fine").click();
    assertThat(cell("Traits: fine, glossy")).isVisible();
    button("Take back").click();
    assertThat(cell("Traits: fine, glossy")).hasCount(0);
    assertAccessible("items");
  }

  @Test(dependsOnMethods = "cellsAreTypedByKeyboardAndTakenBack")
  public void shotsAndSetUpsFollowFromTheItems() {
    go("/");
    page.getByLabel("Name").fill("Saturday");
    page.getByLabel("Rule book").click();
    option("Tuttocose").click();
    button("Start this shoot").click();
    assertThat(page.getByText("What will you photograph?")).isVisible();
    button("All").click();
    button("Add 4 items").click();
    assertThat(page.getByRole(AriaRole.ROWHEADER)).hasCount(4);
    assertThat(page.getByText("4 items have none.")).isVisible();
    button("Add it to all of them").click();
    assertThat(page.getByText("4 items have none.")).hasCount(0);
    page.getByRole(
            AriaRole.BUTTON, new GetByRoleOptions().setName("set-ups and reasons of Glass weight"))
        .click();
    assertThat(page.getByText("Clear: a dark ground and light from both sides").first())
        .isVisible();
    assertAccessible("plan, set-ups");
    Locator ground = page.getByLabel("Ground for Glass weight, side");
    assertThat(ground).hasValue("dark");
    ground.selectOption("white");
    assertThat(page.getByText("You chose it for this shot.")).isVisible();
    button("Take back").click();
    assertThat(ground).hasValue("dark");
  }

  @Test(dependsOnMethods = "shotsAndSetUpsFollowFromTheItems")
  public void preparationIsTickedOffAndCautionsAreRead() {
    button("Prepare").click();
    assertThat(page.getByText(Pattern.compile("0 of \\d+ steps done"))).isVisible();
    page.getByLabel(Pattern.compile("^Wipe off dust")).first().click();
    assertThat(page.getByText(Pattern.compile("1 of \\d+ steps done"))).isVisible();
    assertThat(page.getByText("cotton gloves")).isVisible();
    button("I have read this").click();
    assertThat(page.getByText("(read)")).isVisible();
    assertAccessible("prepare");
  }

  @Test(dependsOnMethods = "preparationIsTickedOffAndCautionsAreRead")
  public void theWindowsHoursAreComputedAndFollowItsSide() {
    button("Window and room").click();
    assertThat(page.getByText(Pattern.compile("Sunrise \\d\\d:\\d\\d, sunset"))).isVisible();
    assertThat(page.getByText("sun on the pane: hard bars").first()).isVisible();
    page.getByLabel("The window faces").click();
    option("north").click();
    assertThat(page.getByText("sun on the pane: hard bars")).hasCount(0);
    page.getByLabel("Latitude, °").fill("145");
    page.getByLabel("Latitude, °").press("Enter");
    assertThat(page.getByText("The latitude must lie between -90.0 and 90.0")).isVisible();
    page.getByLabel("Room, wide, cm").fill("150");
    page.getByLabel("Latitude, °").fill("45.4");
    page.getByLabel("Latitude, °").press("Enter");
    assertAccessible("window and room");
  }

  @Test(dependsOnMethods = "theWindowsHoursAreComputedAndFollowItsSide")
  public void theDayIsPlannedAndItsSlipsPrinted() throws IOException {
    button("The day").click();
    // Tomorrow, so that all of it lies ahead at whatever hour this runs.
    exactly("Day").fill(LocalDate.now(ZoneId.of("Europe/Rome")).plusDays(1).toString());
    exactly("From").fill("06:00");
    exactly("To").fill("20:00");
    button("Plan the day").click();
    assertThat(page.getByRole(AriaRole.IMG, new GetByRoleOptions().setName("Time line from")))
        .isVisible();
    assertThat(page.getByText("as entered")).isVisible();
    assertThat(page.getByText("0 shots")).isVisible();
    button("Good enough").click();
    assertThat(button("Good enough")).hasCount(0);
    assertAccessible("the day");
    Download pdf = page.waitForDownload(() -> page.getByText("Slips (PDF)").click());
    try (InputStream in = pdf.createReadStream()) {
      slips = in.readAllBytes();
    }
    try (PDDocument document = Loader.loadPDF(slips)) {
      String text = new PDFTextStripper().getText(document);
      assertTrue(text.contains("Glass weight") && text.contains("Colour card"), text);
    }
  }

  @Test(dependsOnMethods = "theDayIsPlannedAndItsSlipsPrinted")
  public void theRestIsPlannedAgainWithoutWhatBroke() {
    button("What to photograph").click();
    page.getByRole(
            AriaRole.BUTTON, new GetByRoleOptions().setName("set-ups and reasons of Egg cup"))
        .click();
    button("Broken, or another day").click();
    assertThat(page.getByText("Egg cup is left out")).isVisible();
    button("The day").click();
    assertThat(page.getByText("A-3 Egg cup, lead")).isVisible();
    page.keyboard().press("n");
    assertThat(page.getByText("A-3 Egg cup, lead")).hasCount(0);
    assertThat(page.getByText("A-2 Glass weight, lead")).isVisible();
  }

  @Test(dependsOnMethods = "theRestIsPlannedAgainWithoutWhatBroke")
  public void aDroppedHeapIsSortedByItsSlip() throws IOException {
    press("g", "t");
    Path folder = Files.createTempDirectory(application.data(), "heap");
    // The second slip of the sheet is A-2's; the demo photos were taken from 10:02 on.
    Path slip = folder.resolve("DSC_0000.jpg");
    Files.write(slip, photographed(1));
    Path[] heap = new Path[4];
    heap[0] = slip;
    for (int at = 1; at < heap.length; at++) {
      heap[at] = folder.resolve("DSC_000" + at + ".jpg");
      Files.copy(Path.of("../demo/photos/take-0" + at + ".jpg"), heap[at]);
    }
    page.getByLabel("Photos to bring in").setInputFiles(heap);
    assertThat(page.getByText("4 photos taken in")).isVisible();
    press("g", "c");
    Locator glass = page.getByRole(AriaRole.REGION, new GetByRoleOptions().setName("Glass weight"));
    assertThat(glass.locator("[data-take]")).hasCount(3);
    Locator others =
        page.getByRole(
            AriaRole.REGION, new GetByRoleOptions().setName("Slips, cards and the empty set"));
    assertThat(others.locator("[data-take]")).hasCount(1);
    assertThat(others).containsText("it is the slip of an item");
  }

  @Test(dependsOnMethods = "aDroppedHeapIsSortedByItsSlip")
  public void aShotListIsChangedAndPutBack() {
    press("g", "p");
    button("Shot lists").click();
    page.getByLabel("Why, view 1").fill("Mine.");
    button("Keep this list").click();
    assertThat(page.getByText("Yours, changed from the one that ships.")).isVisible();
    assertAccessible("shot lists");
    button("Back to the one that ships").click();
    assertThat(page.getByText("As it ships.")).isVisible();
  }

  @Test(dependsOnMethods = "aShotListIsChangedAndPutBack", alwaysRun = true)
  public void nothingWentWrongUnseen() {
    complaints.removeIf(text -> text.contains("status of 400"));
    assertEquals(complaints, List.of());
  }

  /** One slip of the sheet on a table, as a camera would deliver it, at 10:00. */
  private byte[] photographed(int number) throws IOException {
    try (PDDocument document = Loader.loadPDF(slips)) {
      int dpi = 180;
      double mm = dpi / 25.4;
      BufferedImage page = new PDFRenderer(document).renderImageWithDPI(0, dpi);
      BufferedImage slip =
          page.getSubimage(
              (int) ((10 + 95 * number) * mm), (int) (12.5 * mm), (int) (95 * mm), (int) (68 * mm));
      int width = 1200;
      int height = 900;
      byte[] rgb = new byte[3 * width * height];
      for (int y = 0; y < height; y++) {
        for (int x = 0; x < width; x++) {
          boolean on =
              x >= 200 && y >= 150 && x < 200 + slip.getWidth() && y < 150 + slip.getHeight();
          int code = on ? slip.getRGB(x - 200, y - 150) & 0xFF : 120;
          for (int channel = 0; channel < 3; channel++) {
            rgb[3 * (y * width + x) + channel] = (byte) code;
          }
        }
      }
      return JpegWriter.write(
          new EncodedImage(width, height, rgb),
          0.9,
          new JpegWriter.Exif(26, 52, 8, 0.1, 100, "2026:03:14 10:00:00", false));
    }
  }

  private Locator cell(String name) {
    return page.getByRole(AriaRole.GRIDCELL, new GetByRoleOptions().setName(name)).first();
  }

  private Locator exactly(String label) {
    return page.getByLabel(label, new GetByLabelOptions().setExact(true));
  }
}
