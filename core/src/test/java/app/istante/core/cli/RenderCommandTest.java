package app.istante.core.cli;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.plan.slip.SlipCode;
import app.istante.core.plan.slip.SlipReader;
import app.istante.core.set.Arrangements;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import app.istante.core.sim.SimulatedCamera;
import com.networknt.schema.InputFormat;
import com.networknt.schema.Schema;
import com.networknt.schema.SchemaRegistry;
import com.networknt.schema.SpecificationVersion;
import java.io.IOException;
import java.io.InputStream;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import javax.imageio.ImageIO;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

/** Sets as files, and photographs of them from the command line. */
public class RenderCommandTest {
  private static String scene() {
    StandingSet set = Arrangements.of("two-lamps", Thing.of("hand-bell"), 149, 92);
    return Json.mapper().writeValueAsString(set);
  }

  @Test
  public void writesThePictureItsMaskAndItsTruth() throws Exception {
    Path folder = Files.createTempDirectory("render");
    Path file = folder.resolve("bell.json");
    Files.writeString(file, scene());
    int code =
        RenderCommand.run(
            file.toString(), "-o", folder.toString(), "--size", "160x120", "--samples", "4");
    assertEquals(code, 0);
    Photo photo = new PhotoReader(Limits.STANDARD).read(folder.resolve("bell.jpg"));
    assertEquals(photo.facts().widthPx(), 160);
    for (String plane : List.of("mask", "shadow", "defocus")) {
      assertEquals(
          ImageIO.read(folder.resolve("bell." + plane + ".png").toFile()).getWidth(), 160, plane);
    }
    JsonNode truth = Json.mapper().readTree(Files.readString(folder.resolve("bell.truth.json")));
    assertTrue(truth.get("boxHeight").asInt() > 60, truth.toString());
    byte[] first = Files.readAllBytes(folder.resolve("bell.jpg"));
    RenderCommand.run(
        file.toString(), "-o", folder.toString(), "--size", "160x120", "--samples", "4");
    assertEquals(Files.readAllBytes(folder.resolve("bell.jpg")), first, "equal seeds, equal files");
    RenderCommand.run(
        file.toString(),
        "-o",
        folder.toString(),
        "--size",
        "160x120",
        "--samples",
        "4",
        "--seed",
        "2");
    assertTrue(!java.util.Arrays.equals(Files.readAllBytes(folder.resolve("bell.jpg")), first));
  }

  @Test
  public void wrongCallsEndWithTwo() throws Exception {
    Path folder = Files.createTempDirectory("render");
    Path file = folder.resolve("bell.json");
    Files.writeString(file, scene());
    assertEquals(RenderCommand.run(file.toString()), 2, "no folder");
    assertEquals(RenderCommand.run("nowhere.json", "-o", folder.toString()), 2);
    assertEquals(RenderCommand.run(file.toString(), "-o", folder.toString(), "--size", "large"), 2);
    assertEquals(RenderCommand.run(file.toString(), "-o", folder.toString(), "--samples", "0"), 2);
  }

  @DataProvider
  Object[][] broken() {
    return new Object[][] {
      {"", "The scene"},
      {"{\"room\":", "not JSON: line 1"},
      {scene().replace("\"fNumber\":8", "\"fNumber\":-8"), "The f-number is -8"},
      {scene().replace("\"fNumber\":8", "\"aperture\":8,\"fNumber\":8"), "aperture"},
      {scene().replace("\"#F3F2EE\"", "\"white\""), "The colour [white]"},
      {scene().replace("\"at\":", "\"place\":"), "place"},
    };
  }

  @Test(dataProvider = "broken")
  public void brokenScenesGetASentence(String json, String part) {
    String message =
        expectThrows(IllegalArgumentException.class, () -> SceneFile.read(json)).getMessage();
    assertTrue(message.contains(part), message);
  }

  @Test
  public void aSetSurvivesItsFile() {
    StandingSet read = SceneFile.read(scene());
    assertEquals(Json.mapper().writeValueAsString(read), scene());
  }

  @Test
  public void theShippedScenesAndTheArrangementsFollowTheSchema() throws IOException {
    Schema schema;
    try (InputStream in = RenderCommandTest.class.getResourceAsStream("/schemas/set.schema.json")) {
      schema =
          SchemaRegistry.withDefaultDialect(SpecificationVersion.DRAFT_2020_12)
              .getSchema(new String(in.readAllBytes(), StandardCharsets.UTF_8));
    }
    for (Arrangements.Arrangement one : Arrangements.all()) {
      StandingSet set = Arrangements.of(one.id(), Thing.of("soap"), 60, 60);
      assertFollows(schema, one.id(), Json.mapper().writeValueAsString(set));
    }
    int scenes = 0;
    try (var all = Files.list(Path.of("../demo/scenes"))) {
      for (Path file : all.filter(f -> f.toString().endsWith(".json")).toList()) {
        assertFollows(schema, file.toString(), Files.readString(file));
        SceneFile.read(file);
        scenes++;
      }
    }
    assertTrue(scenes >= 22, scenes + " scenes ship");
    assertTrue(
        !schema.validate(scene().replace("\"camera\"", "\"kamera\""), InputFormat.JSON).isEmpty());
  }

  private static void assertFollows(Schema schema, String name, String json) {
    var errors = schema.validate(json, InputFormat.JSON);
    assertTrue(errors.isEmpty(), name + ": " + errors);
  }

  /** A slip in the set is read from its picture as from a real photo. */
  @Test
  public void aSlipInTheSetIsReadFromItsPicture() {
    String code = new SlipCode(SlipCode.What.ITEM, 3, 17).text();
    Thing slip = new Thing("slip", 0, 20, 0, 0, 1, code);
    StandingSet set = Arrangements.of("two-lamps", slip, 90, 90);
    var photo = SimulatedCamera.take(set, 640, 480, 6, 1);
    assertEquals(SlipReader.read(photo.picture()).orElseThrow().text(), code);
  }
}
