package app.istante.core.bench;

import app.istante.core.cli.SceneFile;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.Srgb;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.set.StandingSet;
import app.istante.core.sim.Developing;
import app.istante.core.sim.Rendering;
import app.istante.core.sim.SimulatedCamera;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import tools.jackson.databind.json.JsonMapper;

/** Makes pictures of the bed's scenes with their truth. Light is kept in a folder between runs. */
final class Bed {
  private static final JsonMapper JSON = JsonMapper.builder().build();

  static final int WIDTH = 800;
  static final int HEIGHT = 600;

  private static final int PASSES = 6;
  private static final int PASSES_OF_CLEAR_THINGS = 16;

  private final Path folder;

  Bed(Path folder) throws IOException {
    this.folder = Files.createDirectories(folder);
  }

  /** A picture as it comes from the card, and what is true of it. */
  record Picture(Label label, Photo photo, BedTruth truth) {}

  /** The scene's set; kept as the JSON of a scene, since lighting it takes a moment. */
  StandingSet set(BedScene scene) throws IOException {
    Path kept = folder.resolve(scene.label().fileName() + ".v" + BedScenes.VERSION + ".json");
    if (!Files.exists(kept)) {
      Files.writeString(kept, JSON.writeValueAsString(scene.built().get()));
    }
    return SceneFile.read(kept);
  }

  private Rendering light(BedScene scene, StandingSet set) throws IOException {
    int passes =
        switch (scene.kind()) {
          case CLEAR, MIRROR, CHAIN -> PASSES_OF_CLEAR_THINGS;
          default -> PASSES;
        };
    return light(scene, set, passes, "");
  }

  private Rendering light(BedScene scene, StandingSet set, int passes, String what)
      throws IOException {
    String name =
        String.format(
            Locale.ROOT,
            "%s%s.v%d-%08x-%d.light",
            scene.label().fileName(),
            what,
            BedScenes.VERSION,
            set.toString().hashCode(),
            passes);
    Path kept = folder.resolve(name);
    if (Files.exists(kept)) {
      return Rendering.read(kept);
    }
    Rendering light =
        SimulatedCamera.light(set, WIDTH, HEIGHT, passes, scene.seed(), (done, all) -> true);
    light.write(kept);
    return light;
  }

  Picture picture(BedScene scene) throws IOException, UnreadablePhotoException {
    StandingSet set = set(scene);
    Rendering light = light(scene, set);
    Developing developing = new Developing(set.camera(), light.width(), light.height());
    Developing.Exposed exposed = developing.expose(light);
    BedScene.Way way = scene.way();
    otherWay(exposed, light, way, scene.seed());
    EncodedImage clean = sharpened(developing.drawClean(exposed.planes()), way.sharpening());
    EncodedImage grained =
        sharpened(developing.draw(exposed.planes(), scene.seed()), way.sharpening());
    Photo photo =
        new PhotoReader(Limits.STANDARD).read(PhotoWriter.jpeg(grained, way.jpegQuality()));
    BedTruth truth =
        BedTruth.of(set, light, exposed, developing.defocusPx(light), clean, grained, photo.srgb());
    return new Picture(scene.label(), photo, truth);
  }

  /** The scene's set without its things, photographed just before, with grain of its own. */
  Photo blank(BedScene scene) throws IOException, UnreadablePhotoException {
    StandingSet set = set(scene);
    StandingSet empty =
        new StandingSet(
            set.name(),
            set.room(),
            set.ground(),
            set.lamps(),
            set.windows(),
            set.cards(),
            List.of(),
            set.camera());
    Rendering light = light(scene, empty, PASSES, "-empty");
    Developing developing = new Developing(empty.camera(), light.width(), light.height());
    Developing.Exposed exposed = developing.expose(light);
    BedScene.Way way = scene.way();
    otherWay(exposed, light, way, scene.seed());
    EncodedImage drawn = developing.draw(exposed.planes(), scene.seed() + 1);
    return new PhotoReader(Limits.STANDARD)
        .read(PhotoWriter.jpeg(sharpened(drawn, way.sharpening()), way.jpegQuality()));
  }

  private static void otherWay(
      Developing.Exposed exposed, Rendering light, BedScene.Way way, long seed) {
    for (float[] plane : exposed.planes()) {
      texture(plane, light, way.grain(), seed);
      corners(plane, light.width(), light.height(), way.vignettingStops());
      tone(plane, way.contrast());
    }
  }

  /** Blotches of paper, a few pixels wide, the same in all channels. */
  private static void texture(float[] plane, Rendering light, double amount, long seed) {
    if (amount == 0) {
      return;
    }
    int width = light.width();
    int step = 3;
    int columns = width / step + 2;
    SplittableRandom random = new SplittableRandom(seed);
    float[] coarse = new float[columns * (light.height() / step + 2)];
    for (int i = 0; i < coarse.length; i++) {
      coarse[i] = (float) (amount * random.nextGaussian());
    }
    for (int at = 0; at < plane.length; at++) {
      float bare = 1 - light.cover()[at];
      if (bare > 0) {
        float u = (float) (at % width) / step;
        float v = (float) (at / width) / step;
        int cell = (int) v * columns + (int) u;
        float fx = u - (int) u;
        float fy = v - (int) v;
        float top = coarse[cell] + fx * (coarse[cell + 1] - coarse[cell]);
        float low =
            coarse[cell + columns] + fx * (coarse[cell + columns + 1] - coarse[cell + columns]);
        plane[at] *= 1 + bare * (top + fy * (low - top));
      }
    }
  }

  private static void corners(float[] plane, int width, int height, double stops) {
    if (stops == 0) {
      return;
    }
    double half = Math.hypot(width, height) / 2;
    for (int at = 0; at < plane.length; at++) {
      double r = Math.hypot(at % width - width / 2.0, at / width - height / 2.0) / half;
      plane[at] *= (float) Math.pow(2, -stops * r * r);
    }
  }

  private static void tone(float[] plane, double contrast) {
    if (contrast == 0) {
      return;
    }
    for (int at = 0; at < plane.length; at++) {
      if (plane[at] > 0 && plane[at] < 1) {
        double code = Srgb.encode(plane[at]);
        double more = code - contrast * Math.sin(2 * Math.PI * code);
        plane[at] = (float) Srgb.decode(Math.max(0, Math.min(1, more)));
      }
    }
  }

  /** Unsharp mask over a 3 x 3 mean, as a raw converter's default does. */
  private static EncodedImage sharpened(EncodedImage in, double amount) {
    if (amount == 0) {
      return in;
    }
    int width = in.widthPx();
    int height = in.heightPx();
    byte[] out = in.rgb().clone();
    for (int y = 1; y < height - 1; y++) {
      for (int x = 1; x < width - 1; x++) {
        for (int channel = 0; channel < 3; channel++) {
          int at = 3 * (y * width + x) + channel;
          int sum = 0;
          for (int dy = -1; dy <= 1; dy++) {
            for (int dx = -1; dx <= 1; dx++) {
              sum += in.rgb()[at + 3 * (dy * width + dx)] & 0xFF;
            }
          }
          int here = in.rgb()[at] & 0xFF;
          long more = Math.round(here + amount * (here - sum / 9.0));
          out[at] = (byte) Math.max(0, Math.min(255, more));
        }
      }
    }
    return new EncodedImage(width, height, out);
  }
}
