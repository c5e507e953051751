package app.istante.core.lineup;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Measurement;
import app.istante.core.rules.RuleBooks;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Judgement;
import app.istante.core.verdict.Verdict;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;
import java.util.stream.Stream;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/** On the demo photos: which item each shows is known from the scenes they were made of. */
public class AlikeTakesTest {
  private static final Path DEMO = Path.of("..", "demo");

  private final Map<String, String> items = new TreeMap<>();
  private final Map<String, Photo> photos = new TreeMap<>();
  private final Map<String, Look> looks = new TreeMap<>();

  @BeforeClass
  void readPhotos() throws IOException, UnreadablePhotoException {
    JsonMapper json = JsonMapper.builder().build();
    try (Stream<String> lines = Files.lines(DEMO.resolve("truth.jsonl"))) {
      lines.map(json::readTree).forEach(this::note);
    }
    for (String name : items.keySet()) {
      Photo photo = new PhotoReader(Limits.STANDARD).read(DEMO.resolve("photos").resolve(name));
      photos.put(name, photo);
      looks.put(name, Look.of(photo.srgb()));
    }
  }

  private void note(JsonNode line) {
    items.put(line.get("file").asString(), line.get("item").asString());
  }

  @Test
  public void onlyTakesOfTheSameItemAreAlike() {
    int found = 0;
    for (String one : looks.keySet()) {
      for (String other : looks.keySet()) {
        if (one.compareTo(other) < 0 && looks.get(one).isAlike(looks.get(other))) {
          assertEquals(items.get(one), items.get(other), one + " and " + other);
          found++;
        }
      }
    }
    assertTrue(found >= 20, found + " pairs of the same view among the demo photos");
  }

  @Test
  public void aLookIsKeptAsText() {
    Look look = looks.values().iterator().next();
    assertTrue(Look.read(look.text()).isAlike(look));
    assertEquals(Look.read(look.text()).text(), look.text());
    expectThrows(IllegalArgumentException.class, () -> Look.read("AAAA"));
  }

  /** One stop darker, and at half the size. */
  @Test
  public void exposureAndSizeDoNotMatter() {
    Photo photo = photos.get("take-17.jpg");
    EncodedImage in = photo.srgb();
    int width = in.widthPx() / 2;
    int height = in.heightPx() / 2;
    byte[] rgb = new byte[3 * width * height];
    for (int at = 0; at < width * height; at++) {
      int from = (2 * (at / width)) * in.widthPx() + 2 * (at % width);
      for (int channel = 0; channel < 3; channel++) {
        rgb[3 * at + channel] = (byte) ((in.rgb()[3 * from + channel] & 0xFF) * 0.73);
      }
    }
    assertTrue(Look.of(new EncodedImage(width, height, rgb)).isAlike(looks.get("take-17.jpg")));
  }

  private AlikeTakes.Take take(String name, String photo, String sha256) {
    Judgement judgement =
        Judge.judge(Measurement.measure(photos.get(photo)), RuleBooks.shipped().get(0), "lead");
    return new AlikeTakes.Take(name, sha256, looks.get(photo), judgement);
  }

  @Test
  public void theBestOfAGroupComesFirstAndIsGivenAReason() {
    List<AlikeTakes.Take> takes = new ArrayList<>();
    for (String photo : List.of("take-24.jpg", "take-06.jpg", "take-39.jpg", "take-17.jpg")) {
      takes.add(take(photo, photo, photos.get(photo).facts().sha256()));
    }
    List<AlikeTakes.Group> groups = AlikeTakes.of(takes);
    assertEquals(groups.size(), 1, groups.toString());
    AlikeTakes.Group group = groups.get(0);
    assertEquals(group.takes().size(), 3);
    assertFalse(group.identical());
    Verdict best = verdict(takes, group.takes().get(0));
    for (String other : group.takes()) {
      assertTrue(best.compareTo(verdict(takes, other)) <= 0, group.toString());
    }
    assertTrue(group.why().endsWith("."), group.why());
  }

  private static Verdict verdict(List<AlikeTakes.Take> takes, String name) {
    return takes.stream()
        .filter(take -> take.name().equals(name))
        .findFirst()
        .orElseThrow()
        .judgement()
        .verdict();
  }

  @Test
  public void identicalFilesAreToldAtOnce() {
    List<AlikeTakes.Group> groups =
        AlikeTakes.of(List.of(take("a", "take-17.jpg", "s1"), take("b", "take-17.jpg", "s1")));
    assertEquals(groups.size(), 1);
    assertTrue(groups.get(0).identical());
    assertEquals(groups.get(0).why(), "They are the same file.");
  }

  @Test
  public void takesLikeNoOtherAreInNoGroup() {
    assertEquals(
        AlikeTakes.of(List.of(take("a", "take-17.jpg", "s1"), take("b", "take-01.jpg", "s2"))),
        List.of());
  }
}
