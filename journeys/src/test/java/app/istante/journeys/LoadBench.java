package app.istante.journeys;

import com.microsoft.playwright.Browser;
import com.microsoft.playwright.Page;
import com.microsoft.playwright.Playwright;
import java.awt.Graphics2D;
import java.awt.RenderingHints;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.charset.StandardCharsets;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;
import java.util.Random;
import javax.imageio.IIOImage;
import javax.imageio.ImageIO;
import javax.imageio.ImageWriteParam;
import javax.imageio.ImageWriter;

/**
 * 200 photos of 12 megapixels dropped on the page at once, and the application killed in the
 * middle: how quick the page stays, how much memory and processor time it takes, and what is lost.
 */
final class LoadBench {
  private static final int PHOTOS = 200;
  private static final int WIDTH = 4032;
  private static final int HEIGHT = 3024;
  private static final int KILL_AT = 60;
  private static final int TICKS_A_SECOND = 100;

  /** Notes how late a timer of 20 ms comes: what a hand on the keyboard would wait for. */
  private static final String WATCH_THE_PAGE =
      """
      window.late = []; let last = performance.now();
      setInterval(() => { const now = performance.now();
        window.late.push(now - last - 20); last = now; }, 20);
      """;

  private final Application application;
  private double highestMb;
  private double processorSeconds;

  private LoadBench(Application application) {
    this.application = application;
  }

  public static void main(String[] args) throws Exception {
    List<Path> photos = photos();
    try (Application application = Application.start("load", Application.Shop.EMPTY);
        Playwright playwright = Journey.driver();
        Browser browser = Journey.browser(playwright)) {
      new LoadBench(application).run(browser.newPage(), photos);
    } finally {
      for (Path photo : photos) {
        Files.deleteIfExists(photo);
      }
      Files.deleteIfExists(photos.get(0).getParent());
    }
  }

  private void run(Page page, List<Path> photos) throws Exception {
    page.setDefaultTimeout(120_000);
    page.navigate(application.url());
    page.getByLabel("Name").fill("Load");
    page.getByText("Start this shoot").click();
    page.waitForURL("**/plan");
    page.navigate(application.url() + "/shoots/1/shoot");
    page.evaluate(WATCH_THE_PAGE);
    long start = System.nanoTime();
    page.getByLabel("Photos to bring in").setInputFiles(photos.toArray(Path[]::new));
    int before = waitFor(page, KILL_AT);
    int taken = application.count("takes");
    sample();
    double first = processorSeconds;
    application.kill();
    application.run();
    int after = application.measured();
    System.out.printf(
        Locale.ROOT,
        "killed with %d taken in and %d measured; after the restart %d and %d%n",
        taken,
        before,
        application.count("takes"),
        after);
    waitFor(page, PHOTOS);
    double seconds = (System.nanoTime() - start) / 1e9;
    sample();
    double[] late = lateness(page);
    System.out.printf(
        Locale.ROOT,
        "photos %d, all measured %b, wall %.0f s, %.2f s a photo (restart included)%n",
        PHOTOS,
        application.measured() == PHOTOS,
        seconds,
        seconds / PHOTOS);
    System.out.printf(
        Locale.ROOT,
        "cores used %.2f of 2 by the application%n",
        (first + processorSeconds) / seconds);
    System.out.printf(
        Locale.ROOT, "resident memory at most %.0f MB with a heap of 768 MB%n", highestMb);
    System.out.printf(
        Locale.ROOT,
        "page: a timer of 20 ms came late by %.0f ms (median), %.0f ms (99 %%), %.0f ms (most)%n",
        late[late.length / 2],
        late[late.length * 99 / 100],
        late[late.length - 1]);
  }

  private int waitFor(Page page, int wanted) throws Exception {
    int now = application.measured();
    while (now < wanted) {
      page.waitForTimeout(400);
      sample();
      now = application.measured();
    }
    return now;
  }

  private static double[] lateness(Page page) {
    List<?> all = (List<?>) page.evaluate("window.late");
    double[] late = all.stream().mapToDouble(one -> ((Number) one).doubleValue()).toArray();
    Arrays.sort(late);
    return late;
  }

  /** What the system says of the process: peak resident memory and processor time. */
  private void sample() throws IOException {
    Path process = Path.of("/proc", Long.toString(application.pid()));
    for (String line : Files.readAllLines(process.resolve("status"))) {
      if (line.startsWith("VmHWM:")) {
        highestMb = Math.max(highestMb, Double.parseDouble(line.replaceAll("[^0-9]", "")) / 1024);
      }
    }
    String stat = Files.readString(process.resolve("stat"));
    String[] fields = stat.substring(stat.lastIndexOf(')') + 2).split(" ");
    processorSeconds =
        (Double.parseDouble(fields[11]) + Double.parseDouble(fields[12])) / TICKS_A_SECOND;
  }

  /** The demo photos enlarged, with sensor noise; each file differs in a comment, not in cost. */
  private static List<Path> photos() throws IOException {
    Path folder = Files.createTempDirectory("istante-load");
    List<Path> sources;
    try (var all = Files.list(Path.of("../demo/photos"))) {
      sources = all.filter(file -> file.toString().endsWith(".jpg")).sorted().toList();
    }
    List<Path> photos = new ArrayList<>();
    for (int number = 0; number < PHOTOS; number++) {
      if (number < sources.size()) {
        byte[] jpeg = enlarged(ImageIO.read(sources.get(number).toFile()), number);
        for (int copy = number; copy < PHOTOS; copy += sources.size()) {
          Path file = folder.resolve(String.format(Locale.ROOT, "load-%03d.jpg", copy));
          Files.write(file, withComment(jpeg, "photo " + copy));
          photos.add(file);
        }
      }
    }
    photos.sort(null);
    return photos;
  }

  private static byte[] enlarged(BufferedImage small, long seed) throws IOException {
    BufferedImage large = new BufferedImage(WIDTH, HEIGHT, BufferedImage.TYPE_INT_RGB);
    Graphics2D pen = large.createGraphics();
    pen.setRenderingHint(
        RenderingHints.KEY_INTERPOLATION, RenderingHints.VALUE_INTERPOLATION_BICUBIC);
    pen.drawImage(small, 0, 0, WIDTH, HEIGHT, null);
    pen.dispose();
    Random random = new Random(seed);
    int[] row = new int[WIDTH];
    for (int y = 0; y < HEIGHT; y++) {
      large.getRGB(0, y, WIDTH, 1, row, 0, WIDTH);
      for (int x = 0; x < WIDTH; x++) {
        int shift = (int) Math.round(1.5 * random.nextGaussian());
        row[x] = shifted(row[x], 16, shift) | shifted(row[x], 8, shift) | shifted(row[x], 0, shift);
      }
      large.setRGB(0, y, WIDTH, 1, row, 0, WIDTH);
    }
    ImageWriter writer = ImageIO.getImageWritersByFormatName("jpeg").next();
    ImageWriteParam param = writer.getDefaultWriteParam();
    param.setCompressionMode(ImageWriteParam.MODE_EXPLICIT);
    param.setCompressionQuality(0.9f);
    ByteArrayOutputStream bytes = new ByteArrayOutputStream();
    try (var stream = ImageIO.createImageOutputStream(bytes)) {
      writer.setOutput(stream);
      writer.write(null, new IIOImage(large, null, null), param);
    } finally {
      writer.dispose();
    }
    return bytes.toByteArray();
  }

  private static int shifted(int rgb, int bits, int by) {
    return Math.max(0, Math.min(255, (rgb >> bits & 0xFF) + by)) << bits;
  }

  /** A comment segment (FF FE, length, text) right after the start of the image. */
  private static byte[] withComment(byte[] jpeg, String comment) {
    byte[] text = comment.getBytes(StandardCharsets.US_ASCII);
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(jpeg, 0, 2);
    out.writeBytes(new byte[] {(byte) 0xFF, (byte) 0xFE, 0, (byte) (text.length + 2)});
    out.writeBytes(text);
    out.write(jpeg, 2, jpeg.length - 2);
    return out.toByteArray();
  }
}
