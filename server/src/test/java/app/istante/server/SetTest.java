package app.istante.server;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import java.nio.charset.StandardCharsets;
import java.util.List;
import java.util.Map;
import java.util.concurrent.CompletableFuture;
import java.util.concurrent.ConcurrentHashMap;
import java.util.concurrent.CopyOnWriteArrayList;
import java.util.stream.IntStream;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.node.ObjectNode;

/** Kit, calculators, the simulated picture, recipes and the simulated camera. */
public class SetTest extends RunningServer {
  private static final String WANTED =
      "{\"heightMm\":122,\"widthMm\":94,\"depthMm\":94,\"deliveredPx\":1200}";

  private ObjectNode arrangement(String id) {
    return (ObjectNode) get("/api/set/arrangements/" + id + "?thing=money-box").json();
  }

  @Test
  public void kitIsKeptChangedAndRemoved() {
    JsonNode kit = get("/api/kit").json();
    assertEquals(kit.get("kinds").size(), 7);
    assertTrue(kit.get("presets").size() > 20);
    String lamp =
        "{\"kind\":\"LAMP\",\"type\":\"halogen\",\"name\":\"Work lamp\",\"facts\":{\"watts\":400,"
            + "\"kelvin\":3000,\"faceWidthMm\":180,\"faceHeightMm\":120}}";
    Answer added = post("/api/kit", lamp);
    assertEquals(added.status(), 201, added.body());
    long id = added.json().get("id").asLong();
    assertEquals(put("/api/kit/" + id, lamp.replace("400", "300")).status(), 204);
    assertTrue(get("/api/kit").body().contains("Work lamp"));
    Answer wrong = post("/api/kit", lamp.replace("3000", "30"));
    assertEquals(wrong.status(), 400);
    assertEquals(
        wrong.json().get("detail").asString(),
        "Work lamp: Colour is 30 K; it must lie between 1500 and 12000 K.");
    assertEquals(put("/api/kit/999999", lamp).status(), 404);
    assertEquals(delete("/api/kit/" + id).status(), 204);
    assertEquals(delete("/api/kit/" + id).status(), 204, "gone already is no mistake");
  }

  @Test
  public void calculatorsAnswerForTheSetAsItStands() {
    Answer answer =
        post(
            "/api/set/answers",
            "{\"set\":" + arrangement("two-lamps") + ",\"wanted\":" + WANTED + "}");
    assertEquals(answer.status(), 200, answer.body());
    JsonNode light = answer.json().get("light");
    assertTrue(light.get("frontLux").asDouble() > 100);
    assertEquals(light.get("leftOverRightStops").asDouble(), 0, 0.05);
    assertEquals(answer.json().get("lamps").size(), 2);
    assertTrue(answer.json().at("/sheet/fits").asBoolean());
    assertTrue(answer.json().at("/depth/sentence").asString().length() > 10);
  }

  @Test
  public void aFigureThatNoSetCanHaveGetsItsSentence() {
    ObjectNode set = arrangement("two-lamps");
    ((ObjectNode) set.at("/camera/lens")).put("fNumber", 0);
    Answer answer = post("/api/set/answers", "{\"set\":" + set + ",\"wanted\":" + WANTED + "}");
    assertEquals(answer.status(), 400);
    assertEquals(
        answer.json().get("detail").asString(),
        "The f-number is 0; it must lie between 0.7000 and 90.");
    assertEquals(get("/api/set/arrangements/none?thing=money-box").status(), 400);
    assertEquals(get("/api/set/arrangements/two-lamps?thing=nothing").status(), 400);
  }

  private JsonNode picture(ObjectNode set, boolean more) {
    return post("/api/set/picture", question(set, more, "one")).json();
  }

  private static String question(ObjectNode set, boolean more, String window) {
    return "{\"set\":" + set + ",\"more\":" + more + ",\"window\":\"" + window + "\"}";
  }

  /** A window that asks anew gets the newest picture; what it asked before is dropped. */
  @Test
  public void onlyTheLatestPictureOfAWindowIsMade() {
    ObjectNode set = arrangement("lit-ground");
    Map<String, List<Integer>> statuses = new ConcurrentHashMap<>();
    IntStream.range(0, 6)
        .mapToObj(
            at ->
                CompletableFuture.runAsync(
                    () -> {
                      String window = at == 5 ? "another" : "hasty";
                      statuses
                          .computeIfAbsent(window, w -> new CopyOnWriteArrayList<>())
                          .add(post("/api/set/picture", question(set, true, window)).status());
                    },
                    runnable -> new Thread(runnable).start()))
        .toList()
        .forEach(CompletableFuture::join);
    assertEquals(statuses.get("another"), List.of(200));
    assertEquals(statuses.get("hasty").size(), 5);
    assertTrue(statuses.get("hasty").contains(200), statuses.toString());
    assertTrue(statuses.get("hasty").stream().allMatch(s -> s == 200 || s == 204));
  }

  @Test
  public void thePictureComesAtOnceAndGetsFiner() {
    ObjectNode set = arrangement("lit-ground");
    JsonNode first = picture(set, false);
    assertTrue(first.get("image").asString().startsWith("/9j/"));
    int passes = first.get("passes").asInt();
    JsonNode second = picture(set, true);
    assertTrue(second.at("/readings/backdrop/level").asDouble() > 60);
    assertTrue(second.get("passes").asInt() > passes);
    // Another power needs no new light: not a pass more, and yet another picture.
    ((ObjectNode) set.at("/lamps/0")).put("power", 0.2);
    JsonNode dimmed = picture(set, false);
    assertEquals(dimmed.get("passes").asInt(), second.get("passes").asInt());
    assertFalse(dimmed.get("image").equals(second.get("image")));
    // Moving something does.
    ((ObjectNode) set.at("/lamps/0/at")).put("x", -500);
    JsonNode moved = picture(set, false);
    assertTrue(moved.get("passes").asInt() < second.get("passes").asInt());
  }

  @Test
  public void theRoomsWindowIsALampOfTheSet() {
    JsonNode noon = get("/api/set/window?at=2026-06-20T12:00&sky=OVERCAST").json();
    assertTrue(noon.get("skyLuminance").asDouble() > 1000);
    assertEquals(noon.get("sunLux").asDouble(), 0.0, "behind cloud");
    ObjectNode set = arrangement("two-lamps");
    set.putArray("lamps");
    set.putArray("windows").add(noon);
    Answer answer = post("/api/set/answers", "{\"set\":" + set + ",\"wanted\":" + WANTED + "}");
    assertTrue(answer.json().at("/light/frontLux").asDouble() > 100);
    Answer night = get("/api/set/window?at=2026-06-20T23:50&sky=CLEAR");
    assertEquals(night.status(), 400);
    assertEquals(
        night.json().get("detail").asString(), "The sun is down then: the window gives no light.");
  }

  @Test
  public void theSetOfAShootIsKept() {
    long shoot = newShoot("fieramonda", "ST-1", "lead");
    JsonNode before = get("/api/shoots/" + shoot + "/standing-set").json();
    assertEquals(before.get("lamps").size(), 2, "two lamps to begin with");
    ObjectNode set = arrangement("low-side");
    assertEquals(put("/api/shoots/" + shoot + "/standing-set", set.toString()).status(), 204);
    JsonNode after = get("/api/shoots/" + shoot + "/standing-set").json();
    assertEquals(after.get("lamps").size(), 1);
    ((ObjectNode) set.at("/camera/at")).put("z", 90_000);
    Answer outside = put("/api/shoots/" + shoot + "/standing-set", set.toString());
    assertEquals(outside.status(), 400);
    assertEquals(get("/api/shoots/" + shoot + "/standing-set").json(), after, "nothing is lost");
  }

  @Test
  public void theSetStandsInTheRoomThatWasDescribed() {
    JsonNode settings = get("/api/room").json();
    ObjectNode room = (ObjectNode) settings.deepCopy();
    ((ObjectNode) room.get("room")).put("widthMm", 4200).put("depthMm", 3900);
    assertEquals(put("/api/room", room.toString()).status(), 204);
    assertEquals(arrangement("two-lamps").at("/room/widthMm").asDouble(), 4200, 1e-9);
    // A room too small for the set leaves it where it stood.
    ((ObjectNode) room.get("room")).put("widthMm", 1000);
    put("/api/room", room.toString());
    assertEquals(arrangement("two-lamps").at("/room/widthMm").asDouble(), 3200, 1e-9);
    put("/api/room", settings.toString());
  }

  @Test
  public void aRecipeIsKeptPrintedAndRemoved() {
    String set = arrangement("two-lamps").toString();
    Answer kept =
        post(
            "/api/recipes",
            "{\"name\":\"Tins\",\"notes\":\"Curtain closed.\",\"set\":"
                + set
                + ",\"readings\":{\"Ground\":\"252\"}}");
    assertEquals(kept.status(), 201, kept.body());
    long id = kept.json().get("id").asLong();
    assertEquals(kept.json().at("/set/name").asString(), "Tins");
    assertTrue(get("/api/recipes").body().contains("Curtain closed."));
    byte[] card = get("/api/recipes/" + id + "/card").raw().body();
    assertEquals(new String(card, 0, 5, StandardCharsets.US_ASCII), "%PDF-");
    assertEquals(delete("/api/recipes/" + id).status(), 204);
    assertEquals(get("/api/recipes/" + id + "/card").status(), 404);
    Answer nameless =
        post("/api/recipes", "{\"name\":\" \",\"notes\":\"\",\"set\":" + set + ",\"readings\":{}}");
    assertEquals(nameless.json().get("detail").asString(), "Give the recipe a name.");
  }

  @Test
  public void whatIsPhotographedArrivesAsACamerasFileWould() {
    long shoot = newShoot("fieramonda", "PH-1", "lead");
    // Half the focal length: much too small in the frame, and known by how much.
    ObjectNode set = arrangement("lit-ground");
    ((ObjectNode) set.at("/camera/lens")).put("focalLengthMm", 22);
    put("/api/shoots/" + shoot + "/standing-set", set.toString());
    Answer asked = post("/api/shoots/" + shoot + "/photographs", "{\"set\":" + set + "}");
    assertEquals(asked.status(), 202, asked.body());
    JsonNode done =
        until(
            () -> {
              JsonNode one = get("/api/shoots/" + shoot + "/photographs").json().get(0);
              return one.hasNonNull("takeId") ? one : null;
            });
    JsonNode take = measured(done.get("takeId").asLong());
    assertEquals(take.at("/judgement/readings/image/camera/fNumber").asDouble(), 8, 1e-9);
    assertTrue(take.at("/judgement/readings/product/found").asBoolean(), take.toString());
    assertTrue(
        take.at("/judgement/remedies").toString().contains("camera from 57 to "),
        "told for the set that stands: " + take.at("/judgement/remedies"));
  }

  @Test
  public void aPhotographCanBeStopped() {
    long shoot = newShoot("fieramonda", "PH-2", "lead");
    long id =
        post("/api/shoots/" + shoot + "/photographs", "{\"set\":" + arrangement("two-lamps") + "}")
            .json()
            .get("id")
            .asLong();
    assertEquals(post("/api/shoots/" + shoot + "/photographs/" + id + "/stop", "{}").status(), 204);
    assertEquals(post("/api/shoots/" + shoot + "/photographs/99999/stop", "{}").status(), 404);
    assertTrue(
        get("/api/shoots/" + shoot + "/photographs").json().get(0).get("stopped").asBoolean());
  }

  @Test
  public void smallQuestionsGetTheirFigures() {
    JsonNode field =
        post("/api/set/ask/framing", "{\"focalMm\":50,\"distanceMm\":1000,\"sensorMm\":36}").json();
    assertEquals(field.get("fieldMm").asDouble(), 684, 0.01);
    assertEquals(post("/api/set/ask/framing", "{\"focalMm\":50,\"sensorMm\":36}").status(), 400);
    assertEquals(
        get("/api/set/ask/rings?focalMm=50&extensionMm=25").json().get("magnification").asDouble(),
        0.5,
        1e-9);
    assertTrue(
        get("/api/set/ask/reversed?focalMm=28&registerMm=44").json().get("distanceMm").asDouble()
            > 70);
    assertEquals(
        get("/api/set/ask/flash?guideNumber=36&iso=100&power=1&distanceMm=3000")
            .json()
            .get("fNumber")
            .asDouble(),
        12,
        1e-6);
    assertEquals(
        get("/api/set/ask/flash?guideNumber=36&iso=100&power=1&fNumber=12")
            .json()
            .get("distanceMm")
            .asDouble(),
        3000,
        1e-6);
    assertEquals(get("/api/set/ask/flash?guideNumber=36&iso=100&power=1").status(), 400);
    assertEquals(
        get("/api/set/ask/cut?widthMm=700&lengthMm=1000&rollWidthMm=1350&rollLengthMm=11000")
            .json()
            .get("sheets")
            .asInt(),
        15);
    JsonNode lying =
        get("/api/set/ask/lying?lengthMm=200&focalMm=50&heightMm=500&downDegrees=60").json();
    assertEquals(lying.get("depthMm").asDouble(), 100, 1e-6);
    assertEquals(
        get("/api/set/ask/white?underWhiteStops=0.8&headroomStops=0.3")
            .json()
            .get("groundStops")
            .asDouble(),
        0.5,
        1e-9);
  }
}
