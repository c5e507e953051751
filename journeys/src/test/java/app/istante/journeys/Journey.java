package app.istante.journeys;

import static com.microsoft.playwright.assertions.PlaywrightAssertions.assertThat;
import static org.testng.Assert.assertTrue;

import com.deque.html.axecore.playwright.AxeBuilder;
import com.microsoft.playwright.Browser;
import com.microsoft.playwright.BrowserType;
import com.microsoft.playwright.Locator;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import com.microsoft.playwright.assertions.LocatorAssertions;
import com.microsoft.playwright.assertions.PlaywrightAssertions;
import com.microsoft.playwright.options.AriaRole;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.stream.Collectors;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;

/** A browser on the running application; what the page complains of is collected. */
abstract class Journey {
  private static final List<String> FLAGS =
      List.of(
          "--headless",
          "--no-sandbox",
          "--disable-gpu",
          "--disable-quic",
          "--no-first-run",
          "--disable-background-networking",
          "--disable-component-update",
          "--disable-sync");

  private Playwright playwright;
  private Browser browser;
  Application application;
  Page page;
  final List<String> complaints = new ArrayList<>();

  abstract Application start() throws Exception;

  /** A shared machine may be slow; waiting ends as soon as the thing is there. */
  private static final double PATIENCE_MS = 45_000;

  /** For some twenty takes measured by a process that has only just started. */
  static final double MEASURING_MS = 240_000;

  @BeforeClass
  void open() throws Exception {
    application = start();
    playwright = driver();
    browser = browser(playwright);
    page = browser.newPage(new Browser.NewPageOptions().setViewportSize(1280, 800));
    page.setDefaultTimeout(PATIENCE_MS);
    PlaywrightAssertions.setDefaultAssertionTimeout(PATIENCE_MS);
    page.onConsoleMessage(
        message -> {
          if (message.type().equals("error")) {
            complaints.add(message.text());
          }
        });
    page.onPageError(complaints::add);
  }

  static Playwright driver() {
    return Playwright.create(
        new Playwright.CreateOptions()
            .setEnv(
                Map.of(
                    "PLAYWRIGHT_SKIP_BROWSER_DOWNLOAD",
                    "1",
                    "PLAYWRIGHT_NODEJS_PATH",
                    System.getProperty("istante.node"))));
  }

  /** The machine's own Chromium; none is downloaded. */
  static Browser browser(Playwright playwright) {
    return playwright
        .chromium()
        .launch(
            new BrowserType.LaunchOptions()
                .setExecutablePath(Path.of(System.getProperty("istante.chromium")))
                .setArgs(FLAGS));
  }

  @AfterClass(alwaysRun = true)
  void close() {
    if (playwright != null) {
      playwright.close();
    }
    if (application != null) {
      application.close();
    }
  }

  void go(String path) {
    page.navigate(application.url() + path);
  }

  /** Waits until the page says that all of the shoot's takes are there and measured. */
  void assertMeasured(int takes) {
    assertThat(page.getByText(takes + " takes").first())
        .isVisible(new LocatorAssertions.IsVisibleOptions().setTimeout(MEASURING_MS));
  }

  Locator button(String name) {
    return page.getByRole(AriaRole.BUTTON, new Page.GetByRoleOptions().setName(name)).first();
  }

  Locator option(String name) {
    return page.getByRole(
        AriaRole.OPTION, new Page.GetByRoleOptions().setName(name).setExact(true));
  }

  /** One key after another, as a hand would. */
  void press(String... keys) {
    for (String key : keys) {
      page.keyboard().press(key);
    }
  }

  /** As a spreadsheet would put rows on the clipboard. */
  void paste(Locator into, String text) {
    into.evaluate(
        """
        (element, text) => {
          const data = new DataTransfer();
          data.setData('text/plain', text);
          element.dispatchEvent(
            new ClipboardEvent('paste', { clipboardData: data, bubbles: true, cancelable: true }));
        }
        """,
        text);
  }

  /** Nothing that keeps people out, by the rules that a machine can check (WCAG 2.2 A and AA). */
  void assertAccessible(String where) {
    var found =
        new AxeBuilder(page)
            .withTags(List.of("wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"))
            .analyze();
    String problems =
        found.getViolations().stream()
            .map(
                rule ->
                    rule.getId()
                        + ": "
                        + rule.getHelp()
                        + " at "
                        + rule.getNodes().get(0).getHtml())
            .collect(Collectors.joining("\n"));
    assertTrue(problems.isEmpty(), where + "\n" + problems);
  }
}
