package app.istante.server;

import static com.tngtech.archunit.lang.syntax.ArchRuleDefinition.noFields;
import static com.tngtech.archunit.library.dependencies.SlicesRuleDefinition.slices;
import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.cli.Json;
import com.tngtech.archunit.core.importer.ClassFileImporter;
import com.tngtech.archunit.core.importer.ImportOption;
import java.io.IOException;
import java.net.http.HttpRequest;
import java.nio.file.Files;
import java.nio.file.Path;
import org.springframework.beans.factory.annotation.Autowired;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.SerializationFeature;
import tools.jackson.databind.json.JsonMapper;

/** What holds for the whole server: directions, description, security, errors, pages. */
public class HouseTest extends RunningServer {
  private static final Path DESCRIPTION = Path.of("../web/openapi.json");

  @Test
  public void capabilitiesFormNoCycles() {
    var classes =
        new ClassFileImporter()
            .withImportOption(ImportOption.Predefined.DO_NOT_INCLUDE_TESTS)
            .importPackages("app.istante.server");
    slices().matching("app.istante.server.(*)..").should().beFreeOfCycles().check(classes);
    noFields().should().beAnnotatedWith(Autowired.class).check(classes);
  }

  /** Run with -Distante.openapi.update=true after a wanted change of the interface. */
  @Test
  public void theClientsDescriptionIsTheServersOwn() throws IOException {
    JsonNode live = get("/api/openapi").json();
    if (Boolean.getBoolean("istante.openapi.update")) {
      JsonMapper pretty = JsonMapper.builder().enable(SerializationFeature.INDENT_OUTPUT).build();
      Files.writeString(DESCRIPTION, pretty.writeValueAsString(live) + "\n");
    }
    assertEquals(
        live,
        Json.mapper().readTree(Files.readString(DESCRIPTION)),
        "web/openapi.json differs from the server");
  }

  @Test
  public void deepLinksGiveThePageAndWrongAddressesDoNot() {
    Answer page = get("/shoots/1/check");
    assertEquals(page.status(), 200);
    assertTrue(page.body().contains("<div id=\"root\">"));
    assertEquals(get("/api/nothing-here").status(), 404);
    assertEquals(get("/assets/nothing-here.js").status(), 404);
    assertEquals(get("/actuator/health").json().get("status").asString(), "UP");
  }

  @Test
  public void nothingFromElsewhereIsAllowedIn() {
    String policy = get("/").raw().headers().firstValue("Content-Security-Policy").orElse("");
    assertTrue(policy.startsWith("default-src 'none'"), policy);
    Answer foreign =
        send(
            HttpRequest.newBuilder(uri("/api/shoots"))
                .header("Sec-Fetch-Site", "cross-site")
                .header("Sec-Fetch-Mode", "cors")
                .GET());
    assertEquals(foreign.status(), 403);
    Answer withoutToken =
        send(
            HttpRequest.newBuilder(uri("/api/shoots"))
                .header("Content-Type", "application/json")
                .POST(HttpRequest.BodyPublishers.ofString("{}")));
    assertEquals(withoutToken.status(), 403);
  }

  @Test
  public void whatIsMissingIsToldInASentence() {
    Answer unnamed = post("/api/shoots", "{\"name\":\"\",\"ruleBookId\":\"fieramonda\"}");
    assertEquals(unnamed.status(), 400);
    assertEquals(unnamed.json().get("detail").asString(), "Give the shoot a name.");
    assertEquals(
        get("/api/shoots/999999").json().get("detail").asString(), "There is no such shoot.");
    assertEquals(
        post("/api/shoots", "{\"name\":\"x\",\"ruleBookId\":\"elsewhere\"}").status(), 404);
  }

  @Test
  public void aShotThatIsRemovedLeavesItsTakesUnassigned() {
    long shoot = newShoot("tuttocose", "HOUSE-1", "lead", "side");
    long side = shotOf(shoot, "side");
    long take = upload(shoot, "x.jpg", smallPhoto(31), side).json().get("takeId").asLong();
    assertEquals(delete("/api/shoots/" + shoot + "/shots/" + side).status(), 204);
    JsonNode after = get("/api/takes/" + take).json();
    assertTrue(!after.get("take").has("shotId"), after.toString());
    assertEquals(after.at("/take/shows").asString(), "UNKNOWN");
  }

  @Test
  public void listsArePaged() {
    newShoot("tuttocose", "HOUSE-2", "lead");
    newShoot("tuttocose", "HOUSE-3", "lead");
    JsonNode page = get("/api/shoots?page=0&size=1").json();
    assertEquals(page.get("entries").size(), 1);
    assertTrue(page.get("total").asInt() >= 2);
  }
}
