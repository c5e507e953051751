package app.istante.core.cli;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.PhotoWriter;
import app.istante.core.sim.DemoShop;
import app.istante.core.sim.Simulated;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.io.PrintStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import org.testng.annotations.AfterClass;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;
import picocli.CommandLine;
import tools.jackson.databind.JsonNode;

public class CheckCommandTest {
  private Path folder;
  private Path good;
  private Path broken;

  private record Run(int exit, List<String> out, String err) {}

  @BeforeClass
  void makeFiles() throws IOException {
    folder = Files.createTempDirectory("istante-check");
    Simulated take =
        Simulated.of(DemoShop.Item.CADDY, new DemoShop.Set().litGround().fill(0.6), 1, 1);
    good = folder.resolve("caddy.jpg");
    Files.write(good, PhotoWriter.jpeg(take.photo().picture(), 0.93));
    broken = folder.resolve("notes.jpg");
    Files.writeString(broken, "not a picture");
  }

  @AfterClass
  void removeFiles() throws IOException {
    try (var all = Files.walk(folder)) {
      for (Path path : all.sorted(java.util.Comparator.reverseOrder()).toList()) {
        Files.delete(path);
      }
    }
  }

  @Test
  public void printsOneObjectALineWithTheGroupsOfTheFormat() {
    Run run = run("--json", "--rules", "tuttocose", good.toString());
    assertEquals(run.exit, 0, run.out + run.err);
    JsonNode line = Json.mapper().readTree(run.out.get(0));
    for (String group :
        List.of(
            "file",
            "engine",
            "image",
            "product",
            "backdrop",
            "colour",
            "sharpness",
            "framing",
            "exposure",
            "uncertainty",
            "cantTell",
            "findings",
            "verdict",
            "remedies",
            "finishPlan")) {
      assertTrue(line.has(group), group + " is missing");
    }
    assertEquals(line.get("verdict").asString(), "Ready");
    assertEquals(line.at("/image/widthPx").asInt(), Simulated.WIDTH);
    assertFalse(line.has("drift"), "what is not computed is absent");
  }

  @Test
  public void anUnreadableFileIsAnErrorObjectAndTheRestGoesOn() {
    Run run = run("--json", "--rules", "tuttocose", broken.toString(), good.toString());
    assertEquals(run.exit, 2);
    assertEquals(run.out.size(), 2);
    JsonNode error = Json.mapper().readTree(run.out.get(0));
    assertEquals(error.size(), 2, "file and error alone");
    assertEquals(error.at("/error/code").asString(), "not-a-picture");
    assertEquals(Json.mapper().readTree(run.out.get(1)).get("verdict").asString(), "Ready");
  }

  /** The strict place wants 1000 pixels; the picture has 640. */
  @Test
  public void notReadyIsExitCodeOne() {
    Run run = run(good.toString());
    assertEquals(run.exit, 1);
    assertTrue(run.out.get(0).startsWith("Reshoot"), run.out.get(0));
  }

  @Test
  public void takesAWholeFolderAndPrintsCsv() {
    Run run = run("--csv", "--rules", "tuttocose", folder.toString());
    assertEquals(run.exit, 2);
    assertEquals(run.out.size(), 2, "a header and one photo: " + run.out);
    assertEquals(run.out.get(0).split(",").length, 21);
  }

  @Test
  public void writesTheMaskAtFullSize() throws IOException {
    Path masks = folder.resolve("masks");
    run("--json", "--mask-out", masks.toString(), good.toString());
    var mask = ImageIO.read(masks.resolve("caddy.mask.png").toFile());
    assertEquals(mask.getWidth(), Simulated.WIDTH);
    assertEquals(mask.getRaster().getNumBands(), 1);
    assertTrue(mask.getRaster().getSample(320, 300, 0) > 250, "product in the middle");
    assertTrue(mask.getRaster().getSample(5, 5, 0) < 5, "ground in the corner");
  }

  @Test
  public void theItemsOwnColourAndAFrameWithoutCardAreTold() {
    Run run = run("--json", "--rules", "tuttocose", "--reference", "#804020", good.toString());
    assertEquals(run.exit, 0, run.out + run.err);
    assertTrue(Json.mapper().readTree(run.out.get(0)).at("/colour/referenceDeltaE").isNumber());
    Run cardless = run("--card", good.toString(), good.toString());
    assertEquals(cardless.exit, 2);
    assertTrue(
        cardless.err.contains("Neither a 24-patch colour card nor a grey card is found"),
        cardless.err);
    Run unreadable = run("--blank", broken.toString(), good.toString());
    assertEquals(unreadable.exit, 2);
    assertEquals(unreadable.err.lines().count(), 1, unreadable.err);
  }

  @Test
  public void aBrokenRuleBookIsToldWithItsLine() throws IOException {
    Path rules = folder.resolve("rules.txt");
    Files.writeString(rules, "{\n  \"id\": \"x\",\n  oops\n}");
    Run run = run("--rules", rules.toString(), good.toString());
    assertEquals(run.exit, 2);
    assertTrue(run.err.contains("Line 3"), run.err);
    Files.delete(rules);
  }

  private static Run run(String... args) {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ByteArrayOutputStream err = new ByteArrayOutputStream();
    int exit =
        new CommandLine(new CheckCommand(new PrintStream(out, true), new PrintStream(err, true)))
            .execute(args);
    return new Run(
        exit,
        out.toString(StandardCharsets.UTF_8).lines().toList(),
        err.toString(StandardCharsets.UTF_8));
  }
}
