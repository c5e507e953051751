package app.istante.core.sim;

import app.istante.core.image.PhotoWriter;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.Locale;
import tools.jackson.databind.ObjectMapper;
import tools.jackson.databind.json.JsonMapper;

/** Makes the demo shop's photographs again, each with its truth beside it. */
public final class DemoPhotos {
  private static final int LONG_SIDE_PX = 1600;
  private static final double JPEG_QUALITY = 0.9;

  private DemoPhotos() {}

  /** What stands in the truth file of one photo. */
  public record Entry(
      String file, String item, String role, String fault, SimulatedPhoto.Truth truth) {}

  /**
   * @param args folder to write to, then optionally the long side in pixels and samples per side
   */
  public static void main(String[] args) throws IOException {
    Path folder = Path.of(args[0]);
    int longSide = args.length > 1 ? Integer.parseInt(args[1]) : LONG_SIDE_PX;
    int grid = args.length > 2 ? Integer.parseInt(args[2]) : 4;
    Files.createDirectories(folder);
    ObjectMapper json = JsonMapper.builder().build();
    List<DemoShop.Shot> shots = DemoShop.morning();
    StringBuilder truth = new StringBuilder();
    for (int i = 0; i < shots.size(); i++) {
      DemoShop.Shot shot = shots.get(i);
      SimulatedPhoto photo =
          SimulatedCamera.take(
              shot.scene(), shot.effects(), longSide, longSide * 3 / 4, grid, 100L + i);
      String name = String.format(Locale.ROOT, "take-%02d.jpg", i + 1);
      Files.write(
          folder.resolve(name), JpegWriter.write(photo.picture(), JPEG_QUALITY, exif(shot, i)));
      Entry entry = new Entry(name, shot.item().code(), shot.role(), shot.fault(), photo.truth());
      truth.append(json.writeValueAsString(entry)).append('\n');
      if (args.length > 3) {
        Files.write(folder.resolve(name.replace(".jpg", ".mask.png")), mask(photo, longSide));
      }
      System.out.println(name + "  " + shot.item().title() + ", " + shot.fault());
    }
    Files.writeString(folder.resolve("truth.jsonl"), truth);
  }

  private static byte[] mask(SimulatedPhoto photo, int longSide) throws IOException {
    byte[] grey = new byte[photo.cover().length];
    for (int at = 0; at < grey.length; at++) {
      grey[at] = (byte) Math.round(255 * photo.cover()[at]);
    }
    return PhotoWriter.greyPng(grey, longSide, longSide * 3 / 4);
  }

  private static JpegWriter.Exif exif(DemoShop.Shot shot, int index) {
    boolean shaken = shot.effects().shakePx() > 0;
    return new JpegWriter.Exif(
        26,
        52,
        shaken ? 4 : 8,
        shaken ? 1 / 15.0 : 1 / 4.0,
        shot.effects().iso(),
        String.format(Locale.ROOT, "2026:03:14 10:%02d:%02d", 2 + index * 2, index * 7 % 60),
        index == 0);
  }
}
