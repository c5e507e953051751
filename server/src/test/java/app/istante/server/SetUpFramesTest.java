package app.istante.server;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.PhotoWriter;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.net.http.HttpRequest;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.List;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

/** Blank frames, near-duplicates and drift, over HTTP. */
public class SetUpFramesTest extends RunningServer {

  /** As large as a small photo. */
  private static byte[] empty(int code) throws IOException {
    byte[] rgb = new byte[3 * 480 * 360];
    Arrays.fill(rgb, (byte) code);
    return PhotoWriter.jpeg(new EncodedImage(480, 360, rgb), 0.92);
  }

  /** A small photo of the lead picture, measured. */
  private long smallTake(long shoot, long seed) throws IOException {
    long take =
        upload(shoot, "a.jpg", smallPhoto(seed), shotOf(shoot, "lead"))
            .json()
            .get("takeId")
            .asLong();
    measured(take);
    return take;
  }

  private JsonNode readings(long take) {
    return get("/api/takes/" + take).json().at("/judgement/readings");
  }

  private boolean fromBlank(long take) {
    return readings(take).at("/backdrop/knownFromBlank").asBoolean();
  }

  private void say(long take, String what) {
    assertEquals(
        put("/api/takes/assignment", "{\"takeIds\":[" + take + "]," + what + "}").status(), 204);
  }

  @Test
  public void aTakeIsMeasuredAgainOnceTheEmptySetIsKnown() throws IOException {
    long shoot = newShoot("tuttocose", "FRAME-1", "lead");
    long blank = upload(shoot, "empty.jpg", empty(253), null).json().get("takeId").asLong();
    measured(blank);
    long take = smallTake(shoot, 301);
    assertFalse(fromBlank(take));
    String verdict = get("/api/takes/" + take).json().at("/take/verdict").asString();

    say(blank, "\"frame\":\"BLANK\"");
    until(() -> fromBlank(take) ? true : null);
    JsonNode empty = get("/api/takes/" + blank).json().get("take");
    assertEquals(empty.get("shows").asString(), "BLANK");
    assertFalse(empty.has("verdict"), "no rule of a selling place is for it");
    assertEquals(get("/api/takes/" + take).json().at("/take/verdict").asString(), verdict);

    say(blank, "\"shotId\":null");
    until(() -> fromBlank(take) ? null : true);
    assertEquals(
        put("/api/takes/assignment", "{\"takeIds\":[" + blank + "],\"frame\":\"SLIP\"}").status(),
        409);
  }

  private static byte[] greyCard() throws IOException {
    byte[] rgb = new byte[3 * 480 * 360];
    for (int at = 0; at < rgb.length; at++) {
      int x = at / 3 % 480;
      int y = at / 3 / 480;
      rgb[at] = (byte) (x > 160 && x < 320 && y > 120 && y < 250 ? 110 : 235);
    }
    byte[] jpeg = PhotoWriter.jpeg(new EncodedImage(480, 360, rgb), 0.92);
    return ExifTime.write(jpeg, "2026:03:15 08:00:00");
  }

  /** A plain grey thing is the grey card only where somebody says so. */
  @Test
  public void takesAreMeasuredWithTheGreyCardOnceItIsSaidWhichFrameShowsIt() throws IOException {
    long shoot = newShoot("tuttocose", "FRAME-6", "lead");
    long card = upload(shoot, "grey.jpg", greyCard(), null).json().get("takeId").asLong();
    measured(card);
    long take = smallTake(shoot, 302);
    assertTrue(readings(card).at("/colour/card").isMissingNode());
    assertTrue(readings(take).at("/colour/card").isMissingNode());

    say(card, "\"frame\":\"CARD\"");
    JsonNode told =
        until(
            () ->
                readings(take).at("/colour/card").isMissingNode()
                    ? null
                    : readings(take).at("/colour/card"));
    assertEquals(told.get("kind").asString(), "grey");
    assertEquals(told.get("source").asString(), "card frame");
    assertEquals(readings(card).at("/colour/card/source").asString(), "frame");

    say(card, "\"shotId\":null");
    until(() -> readings(take).at("/colour/card").isMissingNode() ? true : null);
    until(() -> readings(card).at("/colour/card").isMissingNode() ? true : null);
  }

  /** The demo's abacus: outlined well, and doubted. */
  @Test
  public void anOutlineThatSomebodyFoundRightIsMeasuredWith() throws IOException {
    long shoot = newShoot("tuttocose", "FRAME-5", "lead");
    byte[] abacus = Files.readAllBytes(Path.of("../demo/photos/take-64.jpg"));
    long take = upload(shoot, "a.jpg", abacus, shotOf(shoot, "lead")).json().get("takeId").asLong();
    JsonNode doubted = measured(take);
    assertFalse(isSure(take), doubted.toString());
    assertFalse(doubted.get("judgement").has("finishPlan"), doubted.toString());
    assertTrue(
        doubted.toString().contains("Istante is not sure of the outline"), doubted.toString());

    sayOutlineRight(take, true);
    JsonNode told = until(() -> isSure(take) ? get("/api/takes/" + take).json() : null);
    assertTrue(told.at("/take/outlineRight").asBoolean(), told.toString());
    assertTrue(told.get("judgement").has("finishPlan"), told.toString());
    assertTrue(band(told) < 0.5 * band(doubted), band(told) + " after " + band(doubted));

    sayOutlineRight(take, false);
    until(() -> isSure(take) ? null : true);
    sayOutlineRight(take, true);
    until(() -> isSure(take) ? true : null);
    // Against an empty set it is another outline, which nobody has looked at.
    byte[] empty = ExifTime.write(empty(253), "2026:03:15 08:00:00");
    long blank = upload(shoot, "empty.jpg", empty, null).json().get("takeId").asLong();
    measured(blank);
    say(blank, "\"frame\":\"BLANK\"");
    until(
        () -> get("/api/takes/" + take).json().at("/take/outlineRight").asBoolean() ? null : true);
    assertFalse(isSure(take));
  }

  private boolean isSure(long take) {
    return readings(take).at("/product/confidence").asDouble() >= 0.5;
  }

  private static double band(JsonNode take) {
    return take.at("/judgement/readings/uncertainty").get("product.fillLongestSide").asDouble();
  }

  private void sayOutlineRight(long take, boolean right) {
    assertEquals(put("/api/takes/" + take + "/outline", "{\"right\":" + right + "}").status(), 204);
  }

  @Test
  public void theItemsOwnColourIsHeldAgainstTheTake() {
    long shoot = newShoot("tuttocose", "FRAME-2", "lead");
    JsonNode item = null;
    for (JsonNode one : get("/api/items?size=500").json().get("entries")) {
      item = one.at("/fields/code").asString().equals("FRAME-2") ? one : item;
    }
    String coloured =
        item.get("fields").toString().replaceFirst("\\}$", ",\"referenceColour\":\"#8a5a3c\"}");
    assertEquals(put("/api/items", "{\"items\":[" + coloured + "]}").status() / 100, 2);
    long take =
        upload(shoot, "a.jpg", photo(311), shotOf(shoot, "lead")).json().get("takeId").asLong();
    measured(take);
    assertTrue(readings(take).at("/colour/referenceDeltaE").isNumber(), readings(take).toString());
  }

  @Test
  public void takesOfTheSameViewAreOneGroupTheBestFirst() {
    long shoot = newShoot("fieramonda", "FRAME-3", "lead");
    long lead = shotOf(shoot, "lead");
    long good = upload(shoot, "a.jpg", photo(321), lead).json().get("takeId").asLong();
    byte[] dim = photo(new app.istante.core.sim.DemoShop.Set().litGround().fill(0.74), 0.6, 322);
    long dark = upload(shoot, "b.jpg", dim, lead).json().get("takeId").asLong();
    measured(good);
    measured(dark);
    JsonNode groups = get("/api/shoots/" + shoot + "/alike").json();
    assertEquals(groups.size(), 1, groups.toString());
    List<Long> takes =
        groups
            .get(0)
            .get("takes")
            .valueStream()
            .map(JsonNode::asString)
            .map(Long::valueOf)
            .toList();
    assertEquals(takes, List.of(good, dark), groups.toString());
    assertTrue(groups.get(0).get("why").asString().endsWith("."));
  }

  @Test
  public void anOutsideEditIsHeldAgainstItsTake() throws IOException {
    long shoot = newShoot("tuttocose", "FRAME-4", "lead");
    byte[] photo = photo(331);
    long take = upload(shoot, "a.jpg", photo, shotOf(shoot, "lead")).json().get("takeId").asLong();
    measured(take);
    Answer same = edit(take, photo);
    assertEquals(same.status(), 200, same.body());
    assertEquals(same.json().get("deltaE").asDouble(), 0, 0.01);
    Answer nothing = edit(take, empty(250));
    assertEquals(nothing.status(), 409);
    assertEquals(
        nothing.json().get("detail").asString(),
        "No product is found in the edit, so the two can't be laid over each other.");
    Answer broken = edit(take, "no picture".getBytes(StandardCharsets.UTF_8));
    assertEquals(broken.status(), 409, broken.body());
  }

  private Answer edit(long take, byte[] bytes) {
    ByteArrayOutputStream body = new ByteArrayOutputStream();
    body.writeBytes(
        "--xx\r\nContent-Disposition: form-data; name=\"file\"; filename=\"e.jpg\"\r\n\r\n"
            .getBytes(StandardCharsets.UTF_8));
    body.writeBytes(bytes);
    body.writeBytes("\r\n--xx--\r\n".getBytes(StandardCharsets.UTF_8));
    return send(
        token(
            HttpRequest.newBuilder(uri("/api/takes/" + take + "/outside-edit"))
                .header("Content-Type", "multipart/form-data; boundary=xx")
                .POST(HttpRequest.BodyPublishers.ofByteArray(body.toByteArray()))));
  }
}
