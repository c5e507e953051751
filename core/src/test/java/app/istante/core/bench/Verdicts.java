package app.istante.core.bench;

import app.istante.core.measure.Readings;
import app.istante.core.rules.RuleBook;
import app.istante.core.rules.RuleBooks;
import app.istante.core.verdict.Judge;
import app.istante.core.verdict.Verdict;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;
import java.util.TreeMap;
import tools.jackson.databind.json.JsonMapper;
import tools.jackson.databind.node.ArrayNode;
import tools.jackson.databind.node.ObjectNode;

/**
 * How often the verdict is the one that the true readings would give: the same rules, once on what
 * was measured and once with everything whose truth is known put in its place.
 */
final class Verdicts {
  private static final JsonMapper JSON = JsonMapper.builder().build();
  private static final RuleBook BOOK = RuleBooks.shipped().get(0);
  private static final String ROLE = "lead";
  private static final List<String> SIDES = List.of("left", "top", "right", "bottom");

  private int all;
  private int right;
  private final List<String> wrong = new ArrayList<>();
  private final List<String> falselyReady = new ArrayList<>();

  void add(Bed.Picture picture, Readings measured) {
    all++;
    if (!measured.product().found()) {
      wrong.add(picture.label().name() + ": nothing found");
      return;
    }
    Verdict found = Judge.judge(measured, BOOK, ROLE).verdict();
    Verdict wanted = Judge.judge(trueOf(picture, measured), BOOK, ROLE).verdict();
    if (found == wanted) {
      right++;
    } else {
      wrong.add(String.format("%s: %s for %s", picture.label().name(), found, wanted));
    }
    if (found == Verdict.Ready && wanted == Verdict.Reshoot) {
      falselyReady.add(picture.label().name());
    }
  }

  /** The readings with the truth in them, where it is known, and no doubt about it. */
  static Readings trueOf(Bed.Picture picture, Readings measured) {
    BedTruth truth = picture.truth();
    GroundTruth ground = truth.ground();
    ObjectNode tree = JSON.valueToTree(measured);
    Map<String, Double> bands = new TreeMap<>(measured.uncertainty());
    put(tree, bands, "backdrop", "level", ground.level());
    put(tree, bands, "backdrop", "low5", ground.low5());
    put(tree, bands, "backdrop", "nearWhiteShare", ground.nearWhite());
    put(tree, bands, "backdrop", "falloffStops", ground.falloffStops());
    put(tree, bands, "backdrop", "castA", ground.castA());
    put(tree, bands, "backdrop", "castB", ground.castB());
    put(tree, bands, "backdrop", "separation", ground.separation());
    put(tree, bands, "backdrop", "castChroma", Math.hypot(ground.castA(), ground.castB()));
    put(tree, bands, "exposure", "clippedShare", truth.clippedShare());
    if (!picture.label().redrawn() && truth.shakePx() == 0) {
      put(tree, bands, "sharpness", "blurSigmaPx", truth.blurSigmaPx());
    }
    box(tree, bands, picture);
    tree.set("uncertainty", JSON.valueToTree(bands));
    return JSON.treeToValue(tree, Readings.class);
  }

  private static void box(ObjectNode tree, Map<String, Double> bands, Bed.Picture picture) {
    double[] box = picture.truth().box();
    double width = picture.photo().widthPx();
    double height = picture.photo().heightPx();
    double fillWidth = (box[2] - box[0]) / width;
    double fillHeight = (box[3] - box[1]) / height;
    ((ObjectNode) tree.get("product")).put("found", true);
    put(tree, bands, "product", "confidence", 1);
    put(tree, bands, "product", "fillWidth", fillWidth);
    put(tree, bands, "product", "fillHeight", fillHeight);
    put(tree, bands, "product", "fillLongestSide", Math.max(fillWidth, fillHeight));
    ObjectNode boxPx = ((ObjectNode) tree.get("product")).putObject("boxPx");
    boxPx.put("x", Math.round(box[0])).put("y", Math.round(box[1]));
    boxPx.put("width", Math.round(box[2] - box[0])).put("height", Math.round(box[3] - box[1]));
    ArrayNode touches = ((ObjectNode) tree.get("product")).putArray("touches");
    double[] room = {box[0], box[1], width - box[2], height - box[3]};
    for (int side = 0; side < 4; side++) {
      if (room[side] < 0.5) {
        touches.add(SIDES.get(side));
      }
    }
    ObjectNode centre = ((ObjectNode) tree.get("product")).putObject("centreOffset");
    centre.put("x", (box[0] + box[2]) / 2 / width - 0.5);
    centre.put("y", (box[1] + box[3]) / 2 / height - 0.5);
  }

  private static void put(
      ObjectNode tree, Map<String, Double> bands, String group, String name, double truth) {
    if (!Double.isNaN(truth) && tree.get(group) instanceof ObjectNode node) {
      node.put(name, truth);
      bands.put(group + "." + name, 0.0);
    }
  }

  void print() {
    System.out.printf(
        Locale.ROOT,
        "Verdicts as the truth would give them: %d of %d (97 %% wanted); Ready where it should be"
            + " photographed again: %d %s%n",
        right,
        all,
        falselyReady.size(),
        falselyReady);
    wrong.stream().sorted().forEach(line -> System.out.println("  " + line));
    System.out.println();
  }
}
