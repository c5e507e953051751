package app.istante.server;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.cli.Json;
import biweekly.Biweekly;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import javax.imageio.ImageIO;
import org.apache.pdfbox.Loader;
import org.apache.pdfbox.pdmodel.PDDocument;
import org.apache.pdfbox.rendering.PDFRenderer;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

/** The first two stations over HTTP: items, shot lists, set-ups, the day, slips. */
public class PlanTest extends RunningServer {

  private static String item(String code, String kind, String traits, int cents) {
    return "{\"code\":\"%s\",\"title\":\"Thing %s\",\"kind\":\"%s\",\"traits\":[%s],\"priceCents\":%d,\"soldAt\":[],\"listed\":false}"
        .formatted(code, code, kind, traits, cents);
  }

  private long[] saved(String... items) {
    Answer answer = put("/api/items", "{\"items\":[" + String.join(",", items) + "]}");
    assertEquals(answer.status(), 200, answer.body());
    return answer.json().valueStream().mapToLong(one -> one.at("/fields/id").asLong()).toArray();
  }

  private long planned(String name, String school, long... ids) {
    long shoot =
        post("/api/shoots", "{\"name\":\"" + name + "\",\"ruleBookId\":\"fieramonda\"}")
            .json()
            .get("id")
            .asLong();
    String list = java.util.Arrays.toString(ids);
    Answer added =
        post(
            "/api/shoots/" + shoot + "/plan",
            "{\"itemIds\":" + list + ",\"school\":\"" + school + "\"}");
    assertEquals(added.status(), 204, added.body());
    return shoot;
  }

  private static JsonNode shotOf(JsonNode plan, String code, String role) {
    return plan.get("items")
        .valueStream()
        .filter(one -> one.get("code").asString().equals(code))
        .flatMap(one -> one.get("shots").valueStream())
        .filter(shot -> shot.get("role").asString().equals(role))
        .findFirst()
        .orElseThrow();
  }

  @Test
  public void itemsAreSavedChangedAndHiddenAllOrNone() {
    long[] ids = saved(item("PL-1", "glass", "\"clear\"", 3500));
    Answer refused =
        put(
            "/api/items",
            "{\"items\":["
                + item("PL-2", "rigid", "", 10)
                + ","
                + item("PL-1", "rigid", "", 10)
                + "]}");
    assertEquals(refused.status(), 409);
    assertTrue(refused.json().get("detail").asString().startsWith("The code PL-1 belongs to"));
    assertFalse(get("/api/items?size=500").body().contains("PL-2"), "none went in");
    Answer wrong = put("/api/items", "{\"items\":[" + item("PL-3", "rigid", "\"shiny\"", 1) + "]}");
    assertTrue(wrong.json().get("detail").asString().startsWith("PL-3: trait [shiny] must be"));
    assertEquals(
        put("/api/items", "{\"items\":[" + item("", "rigid", "", 1) + "]}")
            .json()
            .get("detail")
            .asString(),
        "Give the item a code.");
    put("/api/items/removed", "{\"ids\":[" + ids[0] + "],\"removed\":true}");
    assertFalse(get("/api/items?size=500").body().contains("PL-1"));
    put("/api/items/removed", "{\"ids\":[" + ids[0] + "],\"removed\":false}");
    assertTrue(get("/api/items?size=500").body().contains("PL-1"));
  }

  @Test
  public void aListWithFaultsBringsItsGoodLinesAndHandsTheOthersBack() {
    saved(item("CSV-1", "rigid", "", 100));
    String text =
        "code,title,kind,size,price\\nCSV-1,Renamed,,,\\nCSV-2,Cup,glass,6 x 6 x 9 cm,12.50"
            + "\\nCSV-3,Cup,spaceship,,\\n,Nobody,,,";
    String body = "{\"text\":\"" + text + "\",\"lengthUnit\":\"mm\"}";
    JsonNode preview = post("/api/items/list/preview", body).json();
    assertEquals(preview.at("/list/good").size(), 2);
    assertEquals(preview.at("/list/bad").size(), 2);
    assertEquals(preview.at("/known/0").asString(), "CSV-1");
    assertFalse(get("/api/items?size=500").body().contains("CSV-2"), "looking changes nothing");
    JsonNode brought = post("/api/items/list", body).json();
    assertEquals(brought.get("added").size(), 1);
    assertEquals(brought.at("/before/0/title").asString(), "Thing CSV-1");
    assertTrue(brought.get("badCsv").asString().contains("CSV-3,Cup,spaceship"));
    String all = get("/api/items?size=500").body();
    assertTrue(all.contains("Renamed") && all.contains("\"depthMm\":60.0"), all);
    Answer none = post("/api/items/list", "{\"text\":\"x,y\\n1,2\",\"lengthUnit\":\"mm\"}");
    assertEquals(none.status(), 200, "without headings the usual order counts");
    assertEquals(post("/api/items/list", "{\"text\":\" \",\"lengthUnit\":\"mm\"}").status(), 400);
  }

  @Test
  public void shotListsSetUpsAndChecksComeFromKindTraitsAndPlace() {
    long[] ids = saved(item("SU-1", "glass", "", 100), item("SU-2", "rigid", "\"white\"", 100));
    long shoot = planned("Set-ups", "short", ids);
    JsonNode plan = get("/api/shoots/" + shoot + "/plan").json();
    assertEquals(plan.get("items").size(), 2);
    assertTrue(shotOf(plan, "SU-1", "lead").get("setUp").asString().startsWith("lit-white/"));
    assertTrue(shotOf(plan, "SU-1", "side").get("setUp").asString().startsWith("dark/both-sides"));
    JsonNode side = shotOf(plan, "SU-2", "side");
    assertTrue(side.get("setUp").asString().startsWith("light-grey/"));
    assertTrue(side.at("/reasons/0").asString().contains("White on white"));
    assertTrue(plan.get("cautions").size() >= 2);
    assertTrue(plan.at("/pickList/0/items").size() >= 1);
    assertEquals(plan.at("/items/0/missing").size(), 0, plan.at("/items/0/missing").toString());
    put("/api/shoots/" + shoot + "/rule-book", "{\"ruleBookId\":\"tuttocose\"}");
    JsonNode missing = get("/api/shoots/" + shoot + "/plan").json().at("/items/0/missing/0");
    assertEquals(missing.get("role").asString(), "wear");
    assertTrue(missing.get("sentence").asString().startsWith("Tuttocose asks for a wear picture"));
  }

  @Test
  public void anOverruledSetUpIsRememberedForThatKind() {
    long[] ids = saved(item("OV-1", "flat", "", 100), item("OV-2", "flat", "", 100));
    long shoot = planned("Overruled", "short", ids[0]);
    JsonNode lead = shotOf(get("/api/shoots/" + shoot + "/plan").json(), "OV-1", "detail");
    String own = "dark/low-side/close";
    put(
        "/api/shots/" + lead.get("id").asLong() + "/set-up",
        "{\"setUp\":\"" + own + "\",\"always\":true}");
    long other = planned("Later", "short", ids[1]);
    JsonNode later = shotOf(get("/api/shoots/" + other + "/plan").json(), "OV-2", "detail");
    assertEquals(later.get("setUp").asString(), own);
    assertTrue(later.at("/reasons/0").asString().startsWith("You prefer it"));
    assertEquals(
        put(
                "/api/shots/" + lead.get("id").asLong() + "/set-up",
                "{\"setUp\":\"moon\",\"always\":false}")
            .status(),
        409);
    put("/api/shots/" + lead.get("id").asLong() + "/set-up", "{\"always\":true}");
  }

  @Test
  public void aChangedShotListIsUsedUntilItIsPutBack() {
    String mine =
        "{\"shots\":[{\"role\":\"lead\",\"framing\":\"whole\",\"angle\":\"from above\","
            + "\"why\":\"Mine.\",\"required\":true}]}";
    assertEquals(put("/api/shot-templates/worn/short", mine).status(), 204);
    long[] ids = saved(item("TP-1", "worn", "", 100));
    long shoot = planned("Template", "short", ids);
    JsonNode shots = get("/api/shoots/" + shoot + "/plan").json().at("/items/0/shots");
    assertEquals(shots.size(), 1);
    assertEquals(shots.at("/0/angle").asString(), "from above");
    assertEquals(delete("/api/shot-templates/worn/short").status(), 204);
    assertEquals(put("/api/shot-templates/worn/short", "{\"shots\":[]}").status(), 400);
  }

  @Test
  public void theDayIsPlannedStoppedAndPlannedAgainWithoutWhatBroke() {
    long[] ids = new long[6];
    for (int i = 0; i < 6; i++) {
      ids[i] = saved(item("DAY-" + i, i % 2 == 0 ? "rigid" : "glass", "", 1000 + i))[0];
    }
    long shoot = planned("Day", "short", ids);
    String day =
        "{\"date\":\"2026-03-14\",\"from\":\"09:00\",\"to\":\"12:30\",\"pauses\":[{\"from\":\"10:30\",\"to\":\"10:45\"}],\"light\":\"lamps\",\"sky\":\"overcast\",\"helper\":true}";
    assertEquals(put("/api/shoots/" + shoot + "/day", day).status(), 204);
    assertEquals(post("/api/shoots/" + shoot + "/day/plan", "{\"fromNow\":false}").status(), 202);
    JsonNode view = get("/api/shoots/" + shoot + "/day").json();
    assertTrue(view.has("plan"), "a plan is there at once");
    assertTrue(view.get("improving").asBoolean());
    assertEquals(delete("/api/shoots/" + shoot + "/day/plan").status(), 204);
    JsonNode plan = get("/api/shoots/" + shoot + "/day").json().get("plan");
    assertEquals(plan.get("leftOver").size(), 0, plan.toString());
    assertEquals(plan.get("value").asLong(), 6015);
    JsonNode compared = plan.get("comparison");
    assertTrue(
        compared.at("/plan/minutes").asDouble() < compared.at("/asEntered/minutes").asDouble());
    assertFalse(get("/api/shoots/" + shoot + "/day").json().get("improving").asBoolean());

    String calendar = get("/api/shoots/" + shoot + "/day.ics").body();
    int events = Biweekly.parse(calendar).first().getEvents().size();
    assertTrue(events >= 2, calendar);

    put("/api/shoots/" + shoot + "/plan/items/" + ids[0] + "/dropped", "{\"dropped\":true}");
    post("/api/shoots/" + shoot + "/day/plan", "{\"fromNow\":false}");
    JsonNode again = get("/api/shoots/" + shoot + "/day").json().get("plan");
    assertEquals(again.get("value").asLong(), 5015);
    delete("/api/shoots/" + shoot + "/day/plan");

    String backwards = day.replace("\"to\":\"12:30\"", "\"to\":\"08:00\"");
    assertEquals(
        put("/api/shoots/" + shoot + "/day", backwards).json().get("detail").asString(),
        "The day ends before it begins.");
    long empty = planned("No plan yet", "short", ids[1]);
    assertEquals(get("/api/shoots/" + empty + "/day.ics").status(), 409);
  }

  @Test
  public void theWindowsLightIsComputedAndNonsenseRefused() {
    JsonNode room = get("/api/room").json();
    Answer day = post("/api/room/daylight?date=2026-06-21", Json.mapper().writeValueAsString(room));
    assertEquals(day.status(), 200, day.body());
    assertEquals(day.json().get("weekends").size(), 104);
    assertTrue(day.json().at("/day/spans").size() >= 3);
    String wrong =
        Json.mapper()
            .writeValueAsString(room)
            .replace("\"latitudeDeg\":45.4", "\"latitudeDeg\":145");
    Answer refused = put("/api/room", wrong);
    assertEquals(refused.status(), 400, refused.body());
    assertEquals(
        refused.json().get("detail").asString(),
        "The latitude must lie between -90.0 and 90.0 degrees; it is 145.0.");
    String none = room.toString().replace("\"used\":0", "\"used\":7");
    assertEquals(
        put("/api/room", none).json().get("detail").asString(),
        "Choose the window that the table stands at.");
    assertEquals(put("/api/room", Json.mapper().writeValueAsString(room)).status(), 204);
  }

  @Test
  public void aDroppedHeapIsSortedByItsSlips() throws Exception {
    long[] ids = saved(item("SLIP-1", "rigid", "", 100), item("SLIP-2", "rigid", "", 100));
    long shoot = planned("Slips", "short", ids);
    Answer pdf = get("/api/shoots/" + shoot + "/slips.pdf");
    assertEquals(pdf.status(), 200);
    // The second slip of the sheet is SLIP-2's; the heap comes in another order than it was taken.
    byte[] first = taken(slip(pdf.raw().body(), 1), "2026:03:14 10:00:00");
    byte[] lead = taken(smallPhoto(61), "2026:03:14 10:01:00");
    byte[] side = taken(smallPhoto(62), "2026:03:14 10:02:00");
    long sideTake = drop(shoot, "c.jpg", side);
    long leadTake = drop(shoot, "b.jpg", lead);
    long slipTake = drop(shoot, "a.jpg", first);
    measured(sideTake);
    measured(leadTake);
    JsonNode slip = measured(slipTake).get("take");
    assertEquals(slip.get("shows").asString(), "SLIP", slip.toString());
    assertFalse(slip.has("verdict"), "a slip is not judged");
    JsonNode plan = get("/api/shoots/" + shoot + "/plan").json();
    JsonNode leadView = get("/api/takes/" + leadTake).json().get("take");
    assertEquals(
        leadView.get("shotId").asLong(), shotOf(plan, "SLIP-2", "lead").get("id").asLong());
    assertEquals(leadView.get("assignedBecause").asString(), "it follows the slip of SLIP-2");
    JsonNode sideView = get("/api/takes/" + sideTake).json().get("take");
    assertEquals(
        sideView.get("shotId").asLong(), shotOf(plan, "SLIP-2", "side").get("id").asLong());
    // What a person says stays, whatever comes in later.
    long other = shotOf(plan, "SLIP-1", "lead").get("id").asLong();
    put("/api/takes/assignment", "{\"takeIds\":[" + sideTake + "],\"shotId\":" + other + "}");
    measured(drop(shoot, "d.jpg", taken(smallPhoto(63), "2026:03:14 10:05:00")));
    assertEquals(get("/api/takes/" + sideTake).json().at("/take/shotId").asLong(), other);
  }

  private long drop(long shoot, String name, byte[] bytes) {
    Answer answer = uploadWith(shoot, name, bytes, "oneByOne=false");
    assertEquals(answer.status(), 200, answer.body());
    return answer.json().get("takeId").asLong();
  }

  /** One slip of the printed sheet, lying on a table. */
  private static byte[] slip(byte[] pdf, int number) throws Exception {
    try (PDDocument document = Loader.loadPDF(pdf)) {
      int dpi = 200;
      BufferedImage page = new PDFRenderer(document).renderImageWithDPI(0, dpi);
      double mm = dpi / 25.4;
      BufferedImage slip =
          page.getSubimage(
              (int) ((10 + 95 * number) * mm), (int) (12.5 * mm), (int) (95 * mm), (int) (68 * mm));
      BufferedImage table = new BufferedImage(1200, 900, BufferedImage.TYPE_INT_RGB);
      var pen = table.createGraphics();
      pen.setColor(java.awt.Color.GRAY);
      pen.fillRect(0, 0, 1200, 900);
      pen.rotate(0.2, 600, 450);
      pen.drawImage(slip, 250, 180, null);
      pen.dispose();
      ByteArrayOutputStream out = new ByteArrayOutputStream();
      ImageIO.write(table, "jpg", out);
      return out.toByteArray();
    }
  }

  /** Writes the camera's clock into a JPEG: an Exif segment with DateTimeOriginal. */
  private static byte[] taken(byte[] jpeg, String time) {
    return ExifTime.write(jpeg, time);
  }
}
