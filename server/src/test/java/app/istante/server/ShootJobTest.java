package app.istante.server;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.sim.DemoShop;
import java.io.ByteArrayInputStream;
import java.nio.charset.StandardCharsets;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.zip.ZipInputStream;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

/** The main job over HTTP: plan, take, choose, finish, hand over. */
public class ShootJobTest extends RunningServer {

  @Test
  public void fromAPhotoToAPackage() throws Exception {
    long shoot = newShoot("tuttocose", "JOB-1", "lead", "side");
    // A leaning take: Tuttocose advises against it, finishing levels it.
    byte[] leaning = photo(new DemoShop.Set().litGround().fill(0.66).roll(2), 1.12, 11);
    long take =
        upload(shoot, "a.jpg", leaning, shotOf(shoot, "lead")).json().get("takeId").asLong();
    measured(take);
    assertEquals(put("/api/takes/" + take + "/choice", "{\"chosen\":true}").status(), 204);
    assertEquals(post("/api/finals", "{\"takeIds\":[" + take + "]}").status(), 202);
    JsonNode made =
        until(
            () -> {
              JsonNode one = get("/api/shoots/" + shoot + "/finals").json().get(0);
              return one.has("state") && one.get("state").asString().equals("MADE") ? one : null;
            });
    assertEquals(made.at("/after/verdict").asString(), "Ready", made.toString());
    assertEquals(made.at("/after/readings/product/rollDegrees").asDouble(), 0, 0.6);
    assertTrue(made.at("/drift/detailKept").asDouble() > 0.75, made.get("drift").toString());
    assertTrue(made.at("/drift/edgeEaten").asDouble() < 0.02, made.get("drift").toString());

    JsonNode handover = get("/api/shoots/" + shoot + "/handover").json();
    assertEquals(handover.get("files").asInt(), 1);
    List<String> gaps =
        handover.at("/listings/0/gaps").valueStream().map(JsonNode::asString).toList();
    assertTrue(gaps.contains("side: no take chosen yet"), gaps.toString());
    assertTrue(gaps.stream().anyMatch(g -> g.startsWith("Tuttocose wants at least 2")));

    Answer zip = get("/api/shoots/" + shoot + "/handover.zip");
    assertEquals(zip.status(), 200);
    Map<String, byte[]> files = unzip(zip.raw().body());
    String manifest = new String(files.get("manifest.csv"), StandardCharsets.UTF_8);
    assertEquals(manifest.lines().count(), 2);
    assertTrue(manifest.contains("\"JOB-1/JOB-1-01-lead.jpg\",\"JOB-1\""), manifest);
    Photo delivered = new PhotoReader(Limits.STANDARD).read(files.get("JOB-1/JOB-1-01-lead.jpg"));
    assertEquals(
        (double) delivered.widthPx() / delivered.heightPx(), 1.3333, 0.01, "the wanted shape");
    assertFalse(delivered.facts().privacy().gps());
  }

  @Test
  public void anEmptyPackageIsRefusedInWords() {
    long shoot = newShoot("tuttocose", "JOB-2", "lead");
    Answer refused = get("/api/shoots/" + shoot + "/handover.zip");
    assertEquals(refused.status(), 409);
    assertTrue(refused.json().get("detail").asString().contains("Nothing is finished yet"));
    assertEquals(refused.json().get("type").asString(), "urn:istante:problem:nothing-finished");
  }

  @Test
  public void oneTakeAShotIsKeptAndTheChoiceCanBeTakenBack() {
    long shoot = newShoot("tuttocose", "JOB-3", "lead");
    long shot = shotOf(shoot, "lead");
    long one = upload(shoot, "1.jpg", photo(12), shot).json().get("takeId").asLong();
    long two = upload(shoot, "2.jpg", photo(13), shot).json().get("takeId").asLong();
    put("/api/takes/" + one + "/choice", "{\"chosen\":true}");
    put("/api/takes/" + two + "/choice", "{\"chosen\":true}");
    assertFalse(get("/api/takes/" + one).json().at("/take/chosen").asBoolean());
    assertTrue(get("/api/takes/" + two).json().at("/take/chosen").asBoolean());
    put("/api/takes/" + two + "/choice", "{\"chosen\":false}");
    assertEquals(get("/api/shoots/" + shoot).json().at("/counts/chosen").asInt(), 0);
  }

  @Test
  public void anotherRoleOrRuleBookIsJudgedAtOnceFromTheSameReadings() {
    long shoot = newShoot("fieramonda", "JOB-4", "lead", "side");
    byte[] grey = photo(new DemoShop.Set().fill(0.74), 0.72, 14);
    long take = upload(shoot, "g.jpg", grey, shotOf(shoot, "lead")).json().get("takeId").asLong();
    assertEquals(measured(take).at("/take/verdict").asString(), "Reshoot");

    long side = shotOf(shoot, "side");
    put("/api/takes/assignment", "{\"takeIds\":[" + take + "],\"shotId\":" + side + "}");
    JsonNode asSide = get("/api/takes/" + take).json();
    assertEquals(asSide.at("/take/role").asString(), "side");
    assertEquals(asSide.at("/take/verdict").asString(), "Ready", asSide.toString());

    put(
        "/api/takes/assignment",
        "{\"takeIds\":[" + take + "],\"shotId\":" + shotOf(shoot, "lead") + "}");
    put("/api/shoots/" + shoot + "/rule-book", "{\"ruleBookId\":\"tuttocose\"}");
    assertEquals(get("/api/takes/" + take).json().at("/take/verdict").asString(), "Ready");
  }

  @Test
  public void theSetReportTellsSharedRemediesFirst() {
    long shoot = newShoot("fieramonda", "JOB-5", "lead");
    long shot = shotOf(shoot, "lead");
    for (int seed = 15; seed < 18; seed++) {
      byte[] grey = photo(new DemoShop.Set().fill(0.74), 0.5, seed);
      measured(upload(shoot, seed + ".jpg", grey, shot).json().get("takeId").asLong());
    }
    JsonNode report = get("/api/shoots/" + shoot + "/set").json();
    assertEquals(report.get("measured").asInt(), 3);
    assertEquals(report.at("/remedies/0/takes").asInt(), 3, report.toString());
    JsonNode line = get("/api/shoots/" + shoot + "/line-up?role=lead").json();
    assertTrue(line.size() >= 6, line.toString());
  }

  private static Map<String, byte[]> unzip(byte[] bytes) throws java.io.IOException {
    Map<String, byte[]> files = new HashMap<>();
    try (ZipInputStream zip = new ZipInputStream(new ByteArrayInputStream(bytes))) {
      for (var entry = zip.getNextEntry(); entry != null; entry = zip.getNextEntry()) {
        files.put(entry.getName(), zip.readAllBytes());
      }
    }
    return files;
  }
}
