package app.istante.core.sim;

import app.istante.core.set.StandingSet;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.json.JsonMapper;

/** Makes the demo shop's photographs again, each with its scene and its truth. */
public final class DemoPhotos {
  private static final int LONG_SIDE_PX = 1600;

  private static final int LATE_ON_SUNDAY = 44;

  private DemoPhotos() {}

  /** What stands in the truth file of one photo. */
  public record Entry(
      String file,
      String shoot,
      String item,
      String role,
      String fault,
      SimulatedPhoto.Truth truth) {}

  /**
   * @param args folder to write to, then optionally the first and the last photo to make
   */
  public static void main(String[] args) throws IOException {
    Path folder = Path.of(args[0]);
    List<DemoTakes.Shot> shots = new ArrayList<>(DemoTakes.morning());
    int morning = shots.size();
    shots.addAll(DemoTakes.sunday());
    int from = args.length > 1 ? Integer.parseInt(args[1]) : 1;
    int to = args.length > 2 ? Integer.parseInt(args[2]) : shots.size();
    Files.createDirectories(folder.resolve("photos"));
    Files.createDirectories(folder.resolve("scenes"));
    ObjectMapper json = JsonMapper.builder().build();
    for (int i = from - 1; i < Math.min(to, shots.size()); i++) {
      DemoTakes.Shot shot = shots.get(i);
      String name = String.format(Locale.ROOT, "take-%02d", i + 1);
      StandingSet set = shot.set().get();
      Files.writeString(
          folder.resolve("scenes/" + name + ".json"),
          json.writerWithDefaultPrettyPrinter().writeValueAsString(set) + "\n");
      SimulatedPhoto photo =
          SimulatedCamera.take(
              set, LONG_SIDE_PX, LONG_SIDE_PX * 3 / 4, samples(shot.item(), i, morning), 100L + i);
      Files.write(
          folder.resolve("photos/" + name + ".jpg"),
          SimulatedFile.of(
              set, photo, takenAt(i < morning ? i : i - morning, i >= morning), i == 0));
      Entry entry =
          new Entry(
              name + ".jpg",
              i < morning ? "morning" : "sunday",
              shot.item().code(),
              shot.role(),
              shot.fault(),
              photo.truth());
      Files.writeString(
          folder.resolve("scenes/" + name + ".truth.json"), json.writeValueAsString(entry) + "\n");
      System.out.println(name + "  " + shot.item().title() + ", " + shot.fault());
    }
    StringBuilder truth = new StringBuilder();
    for (int i = 0; i < shots.size(); i++) {
      Path one = folder.resolve(String.format(Locale.ROOT, "scenes/take-%02d.truth.json", i + 1));
      truth.append(Files.exists(one) ? Files.readString(one) : "");
    }
    Files.writeString(folder.resolve("truth.jsonl"), truth);
  }

  /**
   * Paths a pixel: mirror-like and clear things need more; the later a take in the long Sunday, the
   * fewer it got, so that all of them can be made in an hour.
   */
  private static int samples(DemoShop.Item item, int index, int morning) {
    int plain = index < morning ? 8 : index < LATE_ON_SUNDAY ? 6 : 4;
    return switch (item) {
      case PEPPER_MILL, HAND_BELL, PAPERWEIGHT, SPYGLASS -> index < morning ? 20 : 2 * plain;
      default -> plain;
    };
  }

  private static String takenAt(int index, boolean sunday) {
    return String.format(
        Locale.ROOT,
        "2026:03:%s %02d:%02d:%02d",
        sunday ? "15" : "14",
        10 + (2 + index * 2) / 60,
        (2 + index * 2) % 60,
        index * 7 % 60);
  }
}
