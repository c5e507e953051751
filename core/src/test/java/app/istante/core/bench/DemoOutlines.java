package app.istante.core.bench;

import app.istante.core.cli.SceneFile;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.mask.Overlap;
import app.istante.core.mask.Separation;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.Readings;
import app.istante.core.set.StandingSet;
import app.istante.core.sim.SimulatedCamera;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import java.util.stream.Stream;

/** The outlines of the demo's photographs against what the product covers in the set of each. */
public final class DemoOutlines {
  /** A right outline overlaps with the truth by so much. */
  static final double RIGHT = 0.95;

  private static final int WIDTH = 800;
  private static final int HEIGHT = 600;

  /** Few paths make a noisy picture, but what is met first is soon known. */
  private static final int SAMPLES = 4;

  private DemoOutlines() {}

  /**
   * @param overlap of outline and truth, intersection over union
   * @param confidence of the outline
   */
  record Outlined(double overlap, double confidence) {
    boolean isRight() {
      return overlap >= RIGHT;
    }

    boolean isDoubted() {
      return confidence < Readings.Product.SURE_OUTLINE;
    }
  }

  /**
   * @param demo where photos and scenes lie
   * @param take as its files are named
   */
  static Outlined of(Path demo, String take) throws IOException, UnreadablePhotoException {
    StandingSet set = SceneFile.read(demo.resolve("scenes/" + take + ".json"));
    float[] cover =
        SimulatedCamera.light(set, WIDTH, HEIGHT, SAMPLES, 1, (done, all) -> true).cover();
    Analysed photo = FinishBench.take(demo.resolve("photos/" + take + ".jpg"));
    Separation parts = photo.separation();
    double overlap =
        Overlap.of(
            parts.alpha().length,
            at -> parts.alpha()[at],
            at -> {
              int x = at % parts.width() * WIDTH / parts.width();
              int y = at / parts.width() * HEIGHT / parts.height();
              return cover[y * WIDTH + x];
            });
    return new Outlined(overlap, parts.confidence());
  }

  public static void main(String[] arguments) throws IOException, UnreadablePhotoException {
    Path demo = Path.of(arguments[0]);
    List<String> takes;
    try (Stream<Path> photos = Files.list(demo.resolve("photos"))) {
      takes =
          photos.map(file -> file.getFileName().toString().replace(".jpg", "")).sorted().toList();
    }
    double sum = 0;
    int right = 0;
    int wrong = 0;
    int doubted = 0;
    for (String take : takes) {
      Outlined one = of(demo, take);
      sum += one.overlap();
      right += one.isRight() ? 1 : 0;
      wrong += !one.isRight() && !one.isDoubted() ? 1 : 0;
      doubted += one.isRight() && one.isDoubted() ? 1 : 0;
      if (!one.isRight() || one.isDoubted()) {
        say("  %s: %.3f at confidence %.2f%n", take, one.overlap(), one.confidence());
      }
    }
    say(
        "%d outlines: overlap with the truth %.3f in the mean, %d at %.2f or more;"
            + " %d wrong and not doubted, %d right but doubted%n",
        takes.size(), sum / takes.size(), right, RIGHT, wrong, doubted);
  }

  private static void say(String format, Object... values) {
    System.out.printf(Locale.ROOT, format, values);
  }
}
