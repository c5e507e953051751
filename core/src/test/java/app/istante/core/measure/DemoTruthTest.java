package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Set;
import org.testng.annotations.BeforeClass;
import org.testng.annotations.Test;
import tools.jackson.databind.JsonNode;
import tools.jackson.databind.json.JsonMapper;

/**
 * The readings against the truth on some of the demo shop's photographs, faults and all: whole
 * files, as a camera leaves them. The whole table is printed by {@code ./istante bench accuracy}.
 */
public class DemoTruthTest {
  private static final Path DEMO = Path.of("..", "demo");
  private static final int EVERY = 4;

  /** Shakes, and what was once taken for one. */
  private static final Set<String> ALWAYS = Set.of("shaken", "washed out");

  private record Take(String name, JsonNode truth, Readings readings) {}

  private final List<Take> takes = new ArrayList<>();

  @BeforeClass
  public void measure() throws Exception {
    List<String> lines = Files.readAllLines(DEMO.resolve("truth.jsonl"));
    JsonMapper json = JsonMapper.builder().build();
    for (int i = 0; i < lines.size(); i++) {
      JsonNode line = json.readTree(lines.get(i));
      if (i % EVERY != 1 && !ALWAYS.contains(line.get("fault").asString())) {
        continue;
      }
      String file = line.get("file").asString();
      Readings readings =
          Measurement.measure(
              new PhotoReader(Limits.STANDARD).read(DEMO.resolve("photos").resolve(file)));
      takes.add(new Take(file + " " + line.get("fault").asString(), line.get("truth"), readings));
    }
  }

  /** Most must be right; the others are named. */
  private static void mostHold(List<String> wrong, int all, double share) {
    assertTrue(wrong.size() <= (1 - share) * all, wrong.size() + " of " + all + ": " + wrong);
  }

  /** The watering can's spout and handle reach over both edges of the sheet. */
  @Test
  public void theProductIsFoundOnASheetThatIsTooNarrow() throws Exception {
    Readings readings =
        Measurement.measure(
            new PhotoReader(Limits.STANDARD).read(DEMO.resolve("photos").resolve("take-59.jpg")));
    JsonNode truth =
        Files.readAllLines(DEMO.resolve("truth.jsonl")).stream()
            .map(JsonMapper.builder().build()::readTree)
            .filter(line -> line.get("file").asString().equals("take-59.jpg"))
            .findFirst()
            .orElseThrow()
            .get("truth");
    Readings.BoxPx box = readings.product().boxPx();
    assertEquals(box.x(), truth.get("boxX").asDouble(), 12);
    assertEquals(box.y(), truth.get("boxY").asDouble(), 12);
    assertEquals(box.width(), truth.get("boxWidth").asDouble(), 20);
    assertEquals(box.height(), truth.get("boxHeight").asDouble(), 12);
    assertTrue(readings.product().confidence() > 0.8, readings.product().toString());
    assertEquals(readings.product().touches().size(), 0);
    assertEquals(readings.backdrop().intrusions().size(), 4, "wall and table, left and right");
  }

  @Test
  public void allThreeShakesAreNamedAndNothingElseIs() {
    List<String> named = new ArrayList<>();
    for (Take take : takes) {
      Readings.Motion motion = take.readings.sharpness().motion();
      if (motion != null) {
        double length = take.truth.get("shakePx").asDouble();
        assertTrue(length > 0, take.name + " stood still: " + motion);
        assertTrue(Math.abs(motion.lengthPx() / length - 1) < 0.06, take.name + motion);
        named.add(take.name);
      }
    }
    assertEquals(named.size(), 3, named.toString());
  }

  @Test
  public void theGroundsLevelIsWithinACode() {
    List<String> wrong = new ArrayList<>();
    for (Take take : takes) {
      double level = take.readings.backdrop().level();
      if (Math.abs(level - take.truth.get("levelCode").asDouble()) > 1) {
        wrong.add(take.name + " " + level);
      }
    }
    mostHold(wrong, takes.size(), 0.9);
  }

  @Test
  public void theBoxIsWithinHalfAPercentWhereTheOutlineIsTrusted() {
    List<String> wrong = new ArrayList<>();
    int trusted = 0;
    for (Take take : takes) {
      Readings.Product product = take.readings.product();
      if (product.confidence() < 0.9) {
        continue;
      }
      trusted++;
      double near = 0.005 * take.readings.image().widthPx();
      Readings.BoxPx box = product.boxPx();
      int x = take.truth.get("boxX").asInt();
      int y = take.truth.get("boxY").asInt();
      boolean right =
          Math.abs(box.x() - x) <= near
              && Math.abs(box.y() - y) <= near
              && Math.abs(box.x() + box.width() - x - take.truth.get("boxWidth").asInt()) <= near
              && Math.abs(box.y() + box.height() - y - take.truth.get("boxHeight").asInt()) <= near;
      if (!right) {
        wrong.add(take.name + " " + box);
      }
    }
    assertTrue(trusted > takes.size() / 2, trusted + " trusted");
    mostHold(wrong, trusted, 0.8);
  }

  @Test
  public void noCardIsSeenWhereNoneIs() {
    for (Take take : takes) {
      assertTrue(take.readings.colour().card() == null, take.name);
    }
  }

  @Test
  public void theTintIsWithinHalfAUnit() {
    List<String> wrong = new ArrayList<>();
    int open = 0;
    for (Take take : takes) {
      Double a = take.readings.backdrop().castA();
      JsonNode truth = take.truth.get("castA");
      if (a != null && truth != null && !truth.isNull()) {
        open++;
        if (Math.abs(a - truth.asDouble()) > 0.8) {
          wrong.add(take.name + " " + a + " for " + truth);
        }
      }
    }
    mostHold(wrong, open, 0.85);
  }
}
