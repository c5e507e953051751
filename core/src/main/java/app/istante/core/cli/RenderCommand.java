package app.istante.core.cli;

import app.istante.core.image.PhotoWriter;
import app.istante.core.set.StandingSet;
import app.istante.core.sim.SimulatedCamera;
import app.istante.core.sim.SimulatedFile;
import app.istante.core.sim.SimulatedPhoto;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.List;
import java.util.concurrent.Callable;
import picocli.CommandLine;
import picocli.CommandLine.Command;
import picocli.CommandLine.Option;
import picocli.CommandLine.Parameters;

/** {@code istante render}: photographs described sets and writes the truth beside each picture. */
@Command(
    name = "istante render",
    mixinStandardHelpOptions = true,
    sortOptions = false,
    description =
        "Photographs simulated sets. Beside NAME.jpg: the product's mask, its shadow, the"
            + " defocus (a tenth of a pixel a code) and NAME.truth.json.")
public final class RenderCommand implements Callable<Integer> {
  private static final double DEFOCUS_CODES_PER_PX = 10;

  @Parameters(arity = "1..*", paramLabel = "SCENE.json", description = "Described sets.")
  private List<Path> scenes;

  @Option(names = "-o", paramLabel = "DIR", required = true, description = "Folder to write to.")
  private Path folder;

  @Option(
      names = "--size",
      paramLabel = "WxH",
      description = "Pixels of the picture. Default: 1600x1200.")
  private String size = "1600x1200";

  @Option(
      names = "--samples",
      paramLabel = "N",
      description =
          "Paths followed for each pixel. Default: 8; clear and mirror-like things need 20.")
  private int samples = 8;

  @Option(names = "--seed", paramLabel = "N", description = "Equal seeds give equal pictures.")
  private long seed = 1;

  public static void main(String[] args) {
    System.exit(run(args));
  }

  /** 0 where all went well, 2 where something could not be read. */
  public static int run(String... args) {
    return new CommandLine(new RenderCommand())
        .setExecutionExceptionHandler(
            (e, command, parsed) -> {
              command.getErr().println(e.getMessage());
              return 2;
            })
        .execute(args);
  }

  @Override
  public Integer call() throws IOException {
    if (!size.matches("\\d{2,4}x\\d{2,4}")) {
      throw new IllegalArgumentException("The size must look like 1600x1200.");
    }
    if (samples < 1 || samples > 4096) {
      throw new IllegalArgumentException("Samples must lie between 1 and 4096.");
    }
    int width = Integer.parseInt(size.substring(0, size.indexOf('x')));
    int height = Integer.parseInt(size.substring(size.indexOf('x') + 1));
    Files.createDirectories(folder);
    for (Path scene : scenes) {
      StandingSet set = SceneFile.read(scene);
      long from = System.nanoTime();
      SimulatedPhoto photo = SimulatedCamera.take(set, width, height, samples, seed);
      write(scene.getFileName().toString().replaceFirst("\\.json$", ""), set, photo, width, height);
      System.out.printf(
          "%s  %d x %d, %d paths a pixel, %.1f s%n",
          scene.getFileName(), width, height, samples, (System.nanoTime() - from) / 1e9);
    }
    return 0;
  }

  private void write(String name, StandingSet set, SimulatedPhoto photo, int width, int height)
      throws IOException {
    Files.write(
        folder.resolve(name + ".jpg"), SimulatedFile.of(set, photo, "2026:03:14 10:00:00", false));
    plane(name + ".mask.png", photo.cover(), 255, width, height);
    plane(name + ".shadow.png", photo.shadow(), 255, width, height);
    plane(name + ".defocus.png", photo.defocusPx(), DEFOCUS_CODES_PER_PX, width, height);
    Files.writeString(
        folder.resolve(name + ".truth.json"),
        Json.mapper().writeValueAsString(photo.truth()) + "\n");
  }

  private void plane(String file, float[] values, double scale, int width, int height)
      throws IOException {
    byte[] grey = new byte[values.length];
    for (int i = 0; i < grey.length; i++) {
      grey[i] = (byte) Math.round(Math.min(255, scale * values[i]));
    }
    Files.write(folder.resolve(file), PhotoWriter.greyPng(grey, width, height));
  }
}
