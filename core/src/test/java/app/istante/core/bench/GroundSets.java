package app.istante.core.bench;

import static app.istante.core.bench.BedScenes.between;

import app.istante.core.set.Arrangements;
import app.istante.core.set.Ground;
import app.istante.core.set.StandingSet;
import app.istante.core.sim.DemoTake;
import app.istante.core.sim.Rendering;
import app.istante.core.sim.SimulatedCamera;
import java.io.BufferedOutputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.EnumSet;
import java.util.List;
import java.util.SplittableRandom;
import java.util.function.IntToDoubleFunction;
import java.util.stream.IntStream;

/**
 * Lights many small sets drawn by lot, in either ray tracer, and writes what the ground looks like
 * with the product and without its shade, for the ground's network to learn from.
 *
 * <p>A set's record: width, height (two bytes each), then planes of two bytes a place: the ground's
 * luminance and the same without the product's shade, both as logarithms in 1000ths of a stop,
 * -32768 where no ground is seen; the product's share and that of surroundings, in 1000ths.
 */
public final class GroundSets {
  private static final int WIDTH = 320;
  private static final int HEIGHT = 240;
  private static final int PASSES = 6;

  /** Pixels to a place, both ways. */
  private static final int PLACE_PX = 2;

  private static final double STEPS = 1000;

  private static final List<String> THINGS =
      List.of(
          "watering-can",
          "spinning-top",
          "egg-cup",
          "pepper-mill",
          "money-box",
          "caddy",
          "hand-bell",
          "paperweight",
          "tea-cosy",
          "thread-spools",
          "abacus",
          "spyglass",
          "mug",
          "soap",
          "basket",
          "tumbler",
          "steel-ball");

  private GroundSets() {}

  /**
   * @param args ours or other: whose tracer; the file, seed and number of sets, and for the other
   *     tracer a folder in which their light is kept
   */
  public static void main(String[] args) throws IOException {
    long seed = Long.parseLong(args[2]);
    int count = Integer.parseInt(args[3]);
    try (DataOutputStream out =
        new DataOutputStream(new BufferedOutputStream(Files.newOutputStream(Path.of(args[1]))))) {
      if (args[0].equals("ours")) {
        IntStream.range(0, count).parallel().forEach(number -> ours(seed, number, out));
      } else {
        others(seed, count, Path.of(args[4]), out);
      }
    }
  }

  private static void others(long seed, int count, Path folder, DataOutputStream out) {
    TracedSets.ofOurs(seed, TracedSet.Detail.COARSE)
        .each(
            count,
            (set, lot) -> {
              set.trace(folder, EnumSet.allOf(TracedSet.Pass.class));
              TracedShot.of(set, folder, lot).writeGround(out);
            });
  }

  private static void ours(long seed, int number, DataOutputStream out) {
    try {
      StandingSet set = set(new SplittableRandom(1_000_003L * seed + number), number);
      Rendering light =
          SimulatedCamera.light(set, WIDTH, HEIGHT, PASSES, seed + number, (done, all) -> true);
      float[][] rgb = light.rgb();
      write(
          out,
          WIDTH,
          HEIGHT,
          at -> 0.2126 * rgb[0][at] + 0.7152 * rgb[1][at] + 0.0722 * rgb[2][at],
          light::shadow,
          light.cover(),
          light.surrounding());
    } catch (IllegalArgumentException e) {
      // Of some lots no ground is in the frame, or the camera stands nearer than its lens can see.
      System.err.println(number + ": " + e.getMessage());
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    }
  }

  private static StandingSet set(SplittableRandom lot, int number) {
    String what = THINGS.get(number % THINGS.size());
    String arrangement =
        lot.nextInt(2) == 0
            ? "two-lamps"
            : Arrangements.all().get(lot.nextInt(Arrangements.all().size())).id();
    boolean steep = lot.nextInt(5) == 0;
    DemoTake take =
        DemoTake.of(what, arrangement)
            .fill(between(lot, 0.4, 0.95))
            .turn(between(lot, -180, 180))
            .down(steep ? between(lot, 40, 80) : between(lot, 3, 35));
    if (lot.nextInt(3) == 0) {
      take.shift(between(lot, -0.3, 0.3), between(lot, -0.2, 0.2));
    }
    if (lot.nextInt(4) == 0) {
      take.phone(between(lot, 0.45, 0.85));
    }
    if (lot.nextInt(2) == 0) {
      take.withoutCards();
    }
    if (take.lamps() > 1) {
      take.lamps(between(lot, 0.05, 1), between(lot, 0.05, 1));
    }
    if (take.lamps() > 0 && lot.nextInt(3) == 0) {
      take.lampFace(between(lot, 40, 600));
    }
    if (lot.nextInt(8) == 0) {
      take.litGround(between(lot, 0.1, 0.6));
    }
    Ground sheet = take.sheet();
    double bend = between(lot, 60, 350);
    Ground sized =
        lot.nextInt(5) == 0
            ? sheet.sized(between(lot, 300, 500), 260, 150, 160, 460)
            : sheet.sized(
                sheet.widthMm(),
                sheet.frontMm(),
                between(lot, 40, 500),
                bend,
                Math.max(sheet.riseMm(), 2 * bend));
    String[] colours = {"#F4F4F2", "#F4F4F2", "#9A9A99", "#8FA9C4", "#2B2B2D"};
    return take.sheet(sized.coloured(colours[lot.nextInt(colours.length)])).build();
  }

  static void write(
      DataOutputStream out,
      int width,
      int height,
      IntToDoubleFunction luminance,
      IntToDoubleFunction shaded,
      float[] cover,
      float[] surrounding)
      throws IOException {
    int columns = width / PLACE_PX;
    int rows = height / PLACE_PX;
    short[][] planes = new short[4][columns * rows];
    for (int place = 0; place < columns * rows; place++) {
      double seen = 0;
      double bare = 0;
      double product = 0;
      double around = 0;
      int ground = 0;
      for (int k = 0; k < PLACE_PX * PLACE_PX; k++) {
        int x = place % columns * PLACE_PX + k % PLACE_PX;
        int y = place / columns * PLACE_PX + k / PLACE_PX;
        int at = y * width + x;
        product += cover[at];
        around += surrounding[at];
        if (cover[at] + surrounding[at] < 0.02) {
          double light = Math.max(1e-6, luminance.applyAsDouble(at));
          seen += light;
          bare += light / (1 - Math.min(0.999, shaded.applyAsDouble(at)));
          ground++;
        }
      }
      planes[0][place] = stops(seen, ground);
      planes[1][place] = stops(bare, ground);
      planes[2][place] = (short) (STEPS * product / (PLACE_PX * PLACE_PX));
      planes[3][place] = (short) (STEPS * around / (PLACE_PX * PLACE_PX));
    }
    synchronized (out) {
      out.writeShort(columns);
      out.writeShort(rows);
      for (short[] plane : planes) {
        for (short each : plane) {
          out.writeShort(each);
        }
      }
      out.flush();
    }
  }

  private static short stops(double sum, int count) {
    return count == 0
        ? Short.MIN_VALUE
        : (short) Math.round(STEPS * Math.log(sum / count) / Math.log(2));
  }
}
