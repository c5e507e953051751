package app.istante.server;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.Arrays;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;

public class IntakeTest extends RunningServer {

  @Test
  public void takesAPhotoInMeasuresItAndJudgesIt() {
    long shoot = newShoot("tuttocose", "IN-1", "lead");
    Answer taken = upload(shoot, "a.jpg", photo(1), shotOf(shoot, "lead"));
    assertEquals(taken.json().get("outcome").asString(), "taken");
    JsonNode detail = measured(taken.json().get("takeId").asLong());
    assertEquals(detail.at("/take/state").asString(), "MEASURED");
    assertEquals(detail.at("/take/verdict").asString(), "Ready", detail.toString());
    assertEquals(detail.at("/take/role").asString(), "lead");
    assertEquals(detail.at("/judgement/readings/image/widthPx").asInt(), 1200);
    assertTrue(detail.get("outline").size() > 0, "the outline is there to draw");
    String sha256 = detail.at("/take/sha256").asString();
    Answer preview = get("/api/pictures/" + sha256 + "/small");
    assertEquals(preview.status(), 200);
    assertEquals(preview.raw().headers().firstValue("Content-Type").orElse(""), "image/jpeg");
  }

  @Test
  public void keepsTheSamePhotoOnceAndSaysSo() {
    long shoot = newShoot("tuttocose", "IN-2", "lead");
    upload(shoot, "a.jpg", smallPhoto(2), null);
    Answer again = upload(shoot, "copy of a.jpg", smallPhoto(2), null);
    assertEquals(again.json().get("outcome").asString(), "duplicate");
    assertTrue(again.json().get("message").asString().contains("a.jpg"));
    assertEquals(get("/api/shoots/" + shoot + "/takes").json().get("total").asInt(), 1);
  }

  @Test
  public void keepsRefusedFilesAsideUntouched() throws IOException {
    long shoot = newShoot("tuttocose", "IN-3", "lead");
    byte[] text = "this is not a picture".getBytes(StandardCharsets.UTF_8);
    Answer refused = upload(shoot, "notes.jpg", text, null);
    assertEquals(refused.json().get("outcome").asString(), "refused");
    assertEquals(
        upload(shoot, "empty.png", new byte[0], null).json().get("outcome").asString(), "refused");
    JsonNode list = get("/api/shoots/" + shoot + "/refusals").json();
    assertEquals(list.size(), 2);
    assertEquals(list.get(1).get("code").asString(), "not-a-picture");
    assertTrue(list.get(1).get("message").asString().endsWith("."));
    try (var kept = Files.list(DATA.resolve("aside").resolve(Long.toString(shoot)))) {
      Path file = kept.filter(f -> f.toString().endsWith("notes.jpg")).findFirst().orElseThrow();
      assertEquals(Files.readAllBytes(file), text);
    }
  }

  @Test
  public void aPhotoThatStopsInTheMiddleGetsOneSentenceAndNothingElseSuffers() {
    long shoot = newShoot("tuttocose", "IN-4", "lead");
    byte[] whole = photo(3);
    long broken =
        upload(shoot, "cut.jpg", Arrays.copyOf(whole, whole.length / 2), null)
            .json()
            .get("takeId")
            .asLong();
    long good = upload(shoot, "whole.jpg", whole, null).json().get("takeId").asLong();
    JsonNode detail = measured(broken);
    assertEquals(detail.at("/take/state").asString(), "UNREADABLE");
    assertTrue(detail.at("/take/problem").asString().contains("stops in the middle"));
    assertEquals(measured(good).at("/take/state").asString(), "MEASURED");
    assertEquals(put("/api/takes/" + broken + "/choice", "{\"chosen\":true}").status(), 409);
  }

  @Test
  public void placesPhotosByNameThenByTheShotAimedAt() {
    long shoot = newShoot("tuttocose", "IN-5", "lead", "side");
    long side = shotOf(shoot, "side");
    JsonNode byName = upload(shoot, "IN-5 side 2.jpg", smallPhoto(4), null).json();
    JsonNode detail = get("/api/takes/" + byName.get("takeId").asLong()).json();
    assertEquals(detail.at("/take/shotId").asLong(), side);
    assertEquals(detail.at("/take/assignedBecause").asString(), "its name says so");

    put("/api/shoots/" + shoot + "/aim", "{\"shotId\":" + side + "}");
    JsonNode aimed = upload(shoot, "IMG_1.jpg", smallPhoto(5), null).json();
    assertEquals(
        get("/api/takes/" + aimed.get("takeId").asLong()).json().at("/take/shotId").asLong(), side);

    put("/api/shoots/" + shoot + "/aim", "{}");
    JsonNode loose = upload(shoot, "IMG_2.jpg", smallPhoto(6), null).json();
    assertFalse(get("/api/takes/" + loose.get("takeId").asLong()).json().get("take").has("shotId"));
  }

  @Test
  public void whatLandsInTheWatchedFolderAppearsByItself() throws IOException {
    long shoot = newShoot("tuttocose", "IN-6", "lead");
    Path folder = Path.of(get("/api/shoots/" + shoot).json().get("watchFolder").asString());
    Path writing = folder.resolve(".camera-is-writing");
    Files.write(writing, smallPhoto(7));
    Files.move(writing, folder.resolve("DSC_0001.jpg"), StandardCopyOption.ATOMIC_MOVE);
    JsonNode takes =
        until(
            () -> {
              JsonNode page = get("/api/shoots/" + shoot + "/takes").json();
              return page.get("total").asInt() == 1 ? page : null;
            });
    assertEquals(takes.at("/entries/0/fileName").asString(), "DSC_0001.jpg");
    assertTrue(Files.exists(folder.resolve("DSC_0001.jpg")), "the file stays where it lies");
  }
}
