package app.istante.server;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNotEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.sim.DemoShop;
import java.io.BufferedReader;
import java.io.IOException;
import java.io.InputStreamReader;
import java.net.HttpURLConnection;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

/** Decisions at the desk over HTTP: previews, assignment, events, files kept on the disk. */
public class DeskTest extends RunningServer {

  private long taken(long shoot, String name, byte[] bytes, Long shot) {
    Answer answer = upload(shoot, name, bytes, shot);
    assertEquals(answer.json().get("outcome").asString(), "taken", answer.body());
    return answer.json().get("takeId").asLong();
  }

  @Test
  public void everyPixelOfAPhotoCanBeSeen() throws Exception {
    long shoot = newShoot("tuttocose", "DESK-1", "lead");
    long take = taken(shoot, "a.jpg", photo(71), null);
    String sha = measured(take).at("/take/sha256").asString();
    Photo full =
        new PhotoReader(Limits.STANDARD).read(get("/api/pictures/" + sha + "/full").raw().body());
    assertEquals(full.widthPx(), 1200);
    Photo small =
        new PhotoReader(Limits.STANDARD).read(get("/api/pictures/" + sha + "/small").raw().body());
    assertTrue(small.widthPx() <= 420 && small.widthPx() >= 300, small.widthPx() + "");
    assertEquals(get("/api/pictures/" + sha + "/huge").status(), 404);
    assertEquals(get("/api/pictures/nonsense/small").status(), 404);
    assertEquals(get("/api/pictures/" + "0".repeat(64) + "/small").status(), 404);
  }

  @Test
  public void smallCopiesAreMadeAgainWhenDeleted() throws IOException {
    long shoot = newShoot("tuttocose", "DESK-2", "lead");
    String sha =
        measured(taken(shoot, "a.jpg", smallPhoto(72), null)).at("/take/sha256").asString();
    Path copy = DATA.resolve("derived").resolve(sha.substring(0, 2)).resolve(sha + "-420.jpg");
    assertTrue(Files.exists(copy));
    Files.delete(copy);
    assertEquals(get("/api/pictures/" + sha + "/small").status(), 200);
    assertTrue(Files.exists(copy));
  }

  @Test
  public void originalsLieUnderTheirHashUnchanged() throws IOException {
    long shoot = newShoot("tuttocose", "DESK-3", "lead");
    byte[] bytes = smallPhoto(73);
    String sha = measured(taken(shoot, "a.jpg", bytes, null)).at("/take/sha256").asString();
    List<Path> found = new ArrayList<>();
    try (var all = Files.walk(DATA.resolve("pictures"))) {
      all.filter(file -> file.getFileName().toString().startsWith(sha)).forEach(found::add);
    }
    assertEquals(found.size(), 1);
    assertEquals(Files.readAllBytes(found.get(0)), bytes);
    try (var all = Files.walk(DATA.resolve("pictures"))) {
      assertEquals(all.filter(file -> file.toString().endsWith(".part")).count(), 0);
    }
  }

  @Test
  public void aTakeOfOneShootCannotShowAnothersShot() {
    long one = newShoot("tuttocose", "DESK-4", "lead");
    long other = newShoot("tuttocose", "DESK-5", "lead");
    long take = taken(one, "a.jpg", photo(74), null);
    Answer refused =
        put(
            "/api/takes/assignment",
            "{\"takeIds\":[" + take + "],\"shotId\":" + shotOf(other, "lead") + "}");
    assertEquals(refused.status(), 409);
    assertEquals(refused.json().get("detail").asString(), "That shot belongs to another shoot.");
    assertEquals(put("/api/takes/assignment", "{\"takeIds\":[]}").status(), 400);
  }

  @Test
  public void onlyAnAssignedTakeCanBeKept() {
    long shoot = newShoot("tuttocose", "DESK-6", "lead");
    put("/api/shoots/" + shoot + "/aim", "{}");
    long take = taken(shoot, "loose.jpg", smallPhoto(75), null);
    Answer refused = put("/api/takes/" + take + "/choice", "{\"chosen\":true}");
    assertEquals(refused.status(), 409);
    assertTrue(refused.json().get("detail").asString().startsWith("Say first which item"));
  }

  @Test
  public void unassigningLetsATakeGo() {
    long shoot = newShoot("tuttocose", "DESK-7", "lead");
    long take = taken(shoot, "a.jpg", photo(76), shotOf(shoot, "lead"));
    put("/api/takes/" + take + "/choice", "{\"chosen\":true}");
    put("/api/takes/assignment", "{\"takeIds\":[" + take + "]}");
    JsonNode after = get("/api/takes/" + take).json().get("take");
    assertFalse(after.get("chosen").asBoolean());
    assertFalse(after.has("shotId"));
    assertEquals(after.get("shows").asString(), "UNKNOWN");
  }

  @Test
  public void openPagesAreToldWhenSomethingChanges() throws Exception {
    long shoot = newShoot("tuttocose", "DESK-8", "lead");
    HttpURLConnection stream =
        (HttpURLConnection) uri("/api/shoots/" + shoot + "/events").toURL().openConnection();
    stream.setReadTimeout(30_000);
    try (BufferedReader lines =
        new BufferedReader(new InputStreamReader(stream.getInputStream()))) {
      assertTrue(lines.readLine().startsWith(":"), "a comment opens the stream");
      long take = taken(shoot, "a.jpg", photo(77), null);
      String data = null;
      while (data == null) {
        String line = lines.readLine();
        data = line.startsWith("data:") && line.contains("\"takeId\":" + take) ? line : null;
      }
      assertTrue(data.contains("\"what\":\"take\""), data);
    } finally {
      stream.disconnect();
    }
  }

  @Test
  public void aChangedFileInTheWatchedFolderIsTakenInAgainAndTheSameOneIsNot() throws IOException {
    long shoot = newShoot("tuttocose", "DESK-9", "lead");
    Path folder = Path.of(get("/api/shoots/" + shoot).json().get("watchFolder").asString());
    Files.write(folder.resolve("frame.jpg"), smallPhoto(78));
    until(() -> takes(shoot) == 1 ? true : null);
    Files.write(folder.resolve("frame.jpg"), smallPhoto(79));
    until(() -> takes(shoot) == 2 ? true : null);
    Files.write(folder.resolve("copy.jpg"), smallPhoto(79));
    Files.write(folder.resolve("other.jpg"), smallPhoto(80));
    until(() -> takes(shoot) == 3 ? true : null);
    assertTrue(Files.exists(folder.resolve("copy.jpg")), "files are left where they lie");
  }

  private int takes(long shoot) {
    return get("/api/shoots/" + shoot + "/takes").json().get("total").asInt();
  }

  @Test
  public void aReshootIsNotFinishedAndSaysWhy() {
    long shoot = newShoot("fieramonda", "DESK-10", "lead");
    byte[] small = photo(new DemoShop.Set().fill(0.74), 0.4, 81);
    long take = taken(shoot, "grey.jpg", small, shotOf(shoot, "lead"));
    assertEquals(measured(take).at("/take/verdict").asString(), "Reshoot");
    put("/api/takes/" + take + "/choice", "{\"chosen\":true}");
    Answer refused = post("/api/finals", "{\"takeIds\":[" + take + "]}");
    assertEquals(refused.status(), 409, refused.body());
    assertTrue(refused.json().get("detail").asString().endsWith("."));
  }

  @Test
  public void finishingTwiceGivesTheSameFile() {
    long shoot = newShoot("tuttocose", "DESK-11", "lead");
    long take = taken(shoot, "a.jpg", photo(82), shotOf(shoot, "lead"));
    measured(take);
    put("/api/takes/" + take + "/choice", "{\"chosen\":true}");
    String first = finished(shoot, take);
    assertEquals(finished(shoot, take), first);
    assertNotEquals(first, get("/api/takes/" + take).json().at("/take/sha256").asString());
  }

  private String finished(long shoot, long take) {
    assertEquals(post("/api/finals", "{\"takeIds\":[" + take + "]}").status(), 202);
    return until(
        () -> {
          JsonNode one = get("/api/shoots/" + shoot + "/finals").json().get(0);
          return one.get("state").asString().equals("MADE")
              ? one.get("finalSha256").asString()
              : null;
        });
  }

  @Test
  public void itemsSoldAtTheirOwnPlacesAreCheckedForThese() {
    Answer saved =
        put(
            "/api/items",
            "{\"items\":[{\"code\":\"OWN-1\",\"title\":\"Own\",\"kind\":\"rigid\",\"traits\":[],"
                + "\"soldAt\":[\"manorosa\"],\"listed\":false}]}");
    long item = saved.json().get(0).at("/fields/id").asLong();
    long shoot =
        post("/api/shoots", "{\"name\":\"Own places\",\"ruleBookId\":\"fieramonda\"}")
            .json()
            .get("id")
            .asLong();
    post("/api/shoots/" + shoot + "/plan", "{\"itemIds\":[" + item + "],\"school\":\"short\"}");
    JsonNode plan = get("/api/shoots/" + shoot + "/plan").json().at("/items/0");
    assertTrue(plan.at("/checks/0").asString().startsWith("Manorosa wants at least 4"), plan + "");
    assertTrue(
        plan.at("/shots/0/setUp").asString().startsWith("white/"),
        "no pure white is asked for there");
  }

  @Test
  public void planningTheSameItemAgainDoublesNoView() {
    long item =
        put(
                "/api/items",
                "{\"items\":[{\"code\":\"TWICE-1\",\"title\":\"Twice\",\"kind\":\"rigid\","
                    + "\"traits\":[],\"soldAt\":[],\"listed\":false}]}")
            .json()
            .get(0)
            .at("/fields/id")
            .asLong();
    long shoot =
        post("/api/shoots", "{\"name\":\"Twice\",\"ruleBookId\":\"fieramonda\"}")
            .json()
            .get("id")
            .asLong();
    String adding = "{\"itemIds\":[" + item + "],\"school\":\"%s\"}";
    post("/api/shoots/" + shoot + "/plan", adding.formatted("short"));
    post("/api/shoots/" + shoot + "/plan", adding.formatted("full"));
    JsonNode shots = get("/api/shoots/" + shoot + "/plan").json().at("/items/0/shots");
    long roles = shots.valueStream().map(shot -> shot.get("role").asString()).distinct().count();
    assertEquals(shots.size(), roles);
    assertEquals(post("/api/shoots/" + shoot + "/plan", adding.formatted("huge")).status(), 409);
    assertEquals(
        post("/api/shoots/" + shoot + "/plan", "{\"itemIds\":[],\"school\":\"short\"}").status(),
        400);
  }

  @Test
  public void stepsAndCautionsAreRememberedForTheShoot() {
    long shoot = newShoot("tuttocose", "STEP-1", "lead");
    JsonNode item = get("/api/shoots/" + shoot + "/plan").json().at("/items/0");
    String step = item.at("/steps/0/id").asString();
    String body = "{\"itemId\":%d,\"step\":\"%s\",\"done\":%b}";
    long id = item.get("itemId").asLong();
    put("/api/shoots/" + shoot + "/plan/steps", body.formatted(id, step, true));
    put("/api/shoots/" + shoot + "/plan/steps", body.formatted(id, step, true));
    JsonNode after = get("/api/shoots/" + shoot + "/plan").json();
    assertTrue(after.at("/items/0/steps/0/done").asBoolean());
    put("/api/shoots/" + shoot + "/plan/steps", body.formatted(id, step, false));
    assertFalse(
        get("/api/shoots/" + shoot + "/plan").json().at("/items/0/steps/0/done").asBoolean());
    String setUp = after.at("/cautions/0/setUp").asString();
    put("/api/shoots/" + shoot + "/plan/cautions", "{\"setUp\":\"" + setUp + "\"}");
    assertTrue(get("/api/shoots/" + shoot + "/plan").json().at("/cautions/0/read").asBoolean());
  }

  @Test
  public void theWordsOfTheJobComeFromOnePlace() {
    JsonNode words = get("/api/words").json();
    assertEquals(words.get("kinds").size(), 10);
    assertEquals(words.get("roles").size(), 11);
    assertEquals(words.at("/kinds/0/id").asString(), "rigid");
    assertEquals(get("/api/shot-templates").json().size(), 20);
    assertTrue(get("/api/room/places").json().size() >= 20);
  }

  @Test
  public void theRoomIsCheckedForTheLargestThing() {
    put(
        "/api/items",
        "{\"items\":[{\"code\":\"BIG-1\",\"title\":\"Wardrobe\",\"kind\":\"large\",\"traits\":[],"
            + "\"heightMm\":1900,\"soldAt\":[],\"listed\":false}]}");
    long shoot = newShoot("tuttocose", "BIG-1", "lead");
    JsonNode room = get("/api/room").json();
    String small =
        room.toString()
            .replaceAll(
                "\"room\":\\{[^}]*}",
                "\"room\":{\"depthMm\":2500,\"widthMm\":0,"
                    + "\"tableWidthMm\":0,\"tableDepthMm\":0,\"waiting\":\"hall\",\"done\":\"van\","
                    + "\"sharedPath\":false}");
    assertEquals(put("/api/room", small).status(), 204);
    JsonNode check = get("/api/shoots/" + shoot + "/room-check").json();
    assertTrue(check.at("/sentences/0").asString().startsWith("The camera can stand 130 cm"));
    put("/api/room", room.toString());
  }
}
