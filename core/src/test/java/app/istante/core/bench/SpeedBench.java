package app.istante.core.bench;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.measure.Measurement;
import com.sun.management.OperatingSystemMXBean;
import java.io.IOException;
import java.lang.management.ManagementFactory;
import java.lang.management.MemoryPoolMXBean;
import java.lang.management.MemoryType;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.concurrent.ForkJoinPool;
import java.util.stream.IntStream;

/**
 * What a check costs: processor time at 12 and 24 megapixels, both cores against one, the heap at
 * its fullest and after a thousand photos. Prints figures, judges nothing; the comparison with a C
 * library on the same files is run beside it by {@code ./istante bench speed}.
 */
public final class SpeedBench {
  private static final int ROUNDS = 9;
  private static final int WARM_UP = 15;
  private static final int BATCH = 12;
  private static final int BATCH_ROUNDS = 5;
  private static final int MANY = 1000;
  private static final double JPEG_QUALITY = 0.92;

  /** Codes; a file without any would be smaller than a camera's. */
  private static final double GRAIN = 2;

  private static final double MB = 1024 * 1024;

  private static final OperatingSystemMXBean SYSTEM =
      (OperatingSystemMXBean) ManagementFactory.getOperatingSystemMXBean();

  private SpeedBench() {}

  /**
   * A drawn take as a camera of 12 or 24 megapixels would see it.
   *
   * @param seed of {@link DrawnTake#drawn}
   * @param wide whether in the codes of a wider profile than sRGB, as phones write it
   */
  private record Taken(String name, long seed, int width, int height, boolean wide) {
    /** The file, made once. */
    byte[] file(Path folder) {
      Path kept = folder.resolve(name + ".jpg");
      try {
        if (!Files.exists(kept)) {
          EncodedImage codes =
              DrawnTake.drawn(seed).sized(width, height, GRAIN).picture().photo().srgb();
          Files.write(
              kept,
              wide ? WideGamut.jpeg(codes, JPEG_QUALITY) : PhotoWriter.jpeg(codes, JPEG_QUALITY));
        }
        return Files.readAllBytes(kept);
      } catch (IOException | UnreadablePhotoException e) {
        throw new IllegalStateException("the bench's own pictures can be made", e);
      }
    }
  }

  /** A good take, one with strong grain, one out of focus, the first as a phone writes it. */
  private static final List<Taken> TWELVE =
      List.of(
          new Taken("good-12mp", 18, 4000, 3000, false),
          new Taken("grainy-12mp", 30, 4000, 3000, false),
          new Taken("soft-12mp", 28, 4000, 3000, false),
          new Taken("wide-12mp", 18, 4000, 3000, true));

  private static final Taken TWENTY_FOUR = new Taken("good-24mp", 18, 6000, 4000, false);

  /**
   * @param args folder for the pictures; then "make" to only make them, or "flat" to check a
   *     thousand small photos and look at the heap
   */
  public static void main(String[] args) throws IOException, UnreadablePhotoException {
    Path folder = Files.createDirectories(Path.of(args[0]));
    String what = args.length > 1 ? args[1] : "";
    if (what.equals("flat")) {
      flat();
      return;
    }
    List<byte[]> twelve = TWELVE.stream().map(taken -> taken.file(folder)).toList();
    byte[] twentyFour = TWENTY_FOUR.file(folder);
    if (!what.equals("make")) {
      cost(twelve, twentyFour);
      batch(twelve);
      fullest(twentyFour);
    }
  }

  private static void check(byte[] picture) {
    Measurement.measure(decode(picture));
  }

  private static Photo decode(byte[] picture) {
    try {
      return new PhotoReader(Limits.STANDARD).read(picture);
    } catch (UnreadablePhotoException e) {
      throw new IllegalStateException("the bench's own picture can be read", e);
    }
  }

  private static void cost(List<byte[]> twelve, byte[] twentyFour) {
    for (int round = 0; round < WARM_UP; round++) {
      twelve.forEach(SpeedBench::check);
      check(twentyFour);
    }
    double[] reading = new double[ROUNDS];
    double[][] small = new double[twelve.size()][ROUNDS];
    double[] large = new double[ROUNDS];
    for (int round = 0; round < ROUNDS; round++) {
      reading[round] = processor(() -> decode(twelve.get(0)));
      for (int i = 0; i < small.length; i++) {
        byte[] picture = twelve.get(i);
        small[i][round] = processor(() -> check(picture));
      }
      large[round] = processor(() -> check(twentyFour));
    }
    print("reading a 12-megapixel JPEG upright, processor seconds", median(reading));
    for (int i = 0; i < small.length; i++) {
      print("the whole check of " + TWELVE.get(i).name() + ", processor seconds", median(small[i]));
    }
    print("the check of 24 megapixels, times that of 12", median(large) / median(small[0]));
  }

  private static double processor(Runnable work) {
    long before = SYSTEM.getProcessCpuTime();
    work.run();
    return (SYSTEM.getProcessCpuTime() - before) / 1e9;
  }

  /**
   * Photos a second on both cores, two at a time, against one core: a pool of one thread keeps what
   * a check runs in parallel on the thread that asks for it.
   */
  private static void batch(List<byte[]> pictures) {
    ForkJoinPool one = new ForkJoinPool(1);
    double[] both = new double[BATCH_ROUNDS];
    double[] helped = new double[BATCH_ROUNDS];
    for (int round = 0; round < BATCH_ROUNDS; round++) {
      double alone =
          secondsEach(() -> one.submit(() -> inTurn(BATCH / 2, pictures)).join(), BATCH / 2);
      helped[round] = alone / secondsEach(() -> inTurn(BATCH / 2, pictures), BATCH / 2);
      both[round] = alone / secondsEach(() -> atOnce(2, BATCH / 2, pictures), BATCH);
    }
    one.shutdown();
    print("photos a second, two at a time on both cores against one core", median(both));
    print("one at a time with the other core's help against one core", median(helped));
  }

  private static double secondsEach(Runnable work, int photos) {
    long start = System.nanoTime();
    work.run();
    return (System.nanoTime() - start) / 1e9 / photos;
  }

  private static void inTurn(int times, List<byte[]> pictures) {
    IntStream.range(0, times).forEach(i -> check(pictures.get(i % pictures.size())));
  }

  /** So many threads, each of which makes so many checks; returns when all have. */
  private static void atOnce(int threads, int times, List<byte[]> pictures) {
    Thread[] all = new Thread[threads];
    for (int t = 0; t < threads; t++) {
      all[t] = new Thread(() -> inTurn(times, pictures));
      all[t].start();
    }
    for (Thread thread : all) {
      try {
        thread.join();
      } catch (InterruptedException e) {
        Thread.currentThread().interrupt();
      }
    }
  }

  private static void fullest(byte[] picture) {
    System.gc();
    for (MemoryPoolMXBean pool : heap()) {
      pool.resetPeakUsage();
    }
    atOnce(2, 3, List.of(picture));
    double peak = heap().stream().mapToDouble(pool -> pool.getPeakUsage().getUsed() / MB).sum();
    print(
        "heap at its fullest, garbage included, with two checks of 24 megapixels at once, MB",
        peak);
    print("heap allowed, MB", Runtime.getRuntime().maxMemory() / MB);
  }

  private static List<MemoryPoolMXBean> heap() {
    return ManagementFactory.getMemoryPoolMXBeans().stream()
        .filter(pool -> pool.getType() == MemoryType.HEAP)
        .toList();
  }

  /** Heap in use after collecting, and threads, every hundred of a thousand photos. */
  private static void flat() throws IOException, UnreadablePhotoException {
    List<byte[]> pictures = new ArrayList<>();
    for (long lot = 1; lot <= 5; lot++) {
      pictures.add(PhotoWriter.jpeg(DrawnTake.drawn(lot).picture().photo().srgb(), 0.9));
    }
    List<String> used = new ArrayList<>();
    for (int i = 1; i <= MANY; i++) {
      check(pictures.get(i % pictures.size()));
      if (i % 100 == 0) {
        System.gc();
        Runtime now = Runtime.getRuntime();
        used.add(String.format(Locale.ROOT, "%.1f", (now.totalMemory() - now.freeMemory()) / MB));
      }
    }
    System.out.println("MB in use after each hundred of 1,000 photos: " + String.join(", ", used));
    System.out.println("threads at the end: " + Thread.activeCount());
  }

  private static double median(double[] values) {
    double[] sorted = values.clone();
    Arrays.sort(sorted);
    return sorted[sorted.length / 2];
  }

  private static void print(String what, double figure) {
    System.out.printf(Locale.ROOT, "%-75s %.2f%n", what, figure);
  }
}
