package app.istante.core.image;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.HashSet;
import java.util.Random;
import java.util.Set;
import java.util.stream.Collectors;
import java.util.stream.Stream;
import javax.imageio.ImageIO;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Real files, damaged at random: each is read or refused with one sentence, never anything else.
 * Bounded in count; seeds are fixed.
 */
public class MutatedFilesTest {
  private static final int ROUNDS = 160;
  private static final Limits SMALL = new Limits(2_000_000, 400_000);

  private static BufferedImage picture() {
    BufferedImage image = new BufferedImage(96, 64, BufferedImage.TYPE_INT_RGB);
    for (int y = 0; y < 64; y++) {
      for (int x = 0; x < 96; x++) {
        image.setRGB(x, y, (x * 2) << 16 | (y * 3) << 8 | (x * y & 0xFF));
      }
    }
    return image;
  }

  private static byte[] written(String format) throws Exception {
    if (format.contains(".")) {
      // Java has no writer for these: the same picture, written elsewhere.
      return FilesOfOthersTest.bytes(format);
    }
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    assertTrue(ImageIO.write(picture(), format, out), format);
    return out.toByteArray();
  }

  @DataProvider
  Object[][] formats() {
    return new Object[][] {
      {"jpg"}, {"png"}, {"tif"}, {"gif"}, {"bmp"}, {"lossy.webp"}, {"lossless.webp"}
    };
  }

  @Test(dataProvider = "formats")
  public void wholeFilesOfEveryFormatAreRead(String format) throws Exception {
    Photo photo = new PhotoReader(SMALL).read(written(format));
    assertEquals(photo.widthPx(), 96);
    assertEquals(photo.heightPx(), 64);
  }

  @Test(dataProvider = "formats")
  public void scatteredDamageIsReadOrRefusedInASentence(String format) throws Exception {
    byte[] whole = written(format);
    Random random = new Random(format.hashCode());
    int refused = 0;
    for (int round = 0; round < ROUNDS; round++) {
      byte[] wrong = whole.clone();
      int hits = 1 + random.nextInt(8);
      for (int hit = 0; hit < hits; hit++) {
        // Headers decide most: half of the damage falls into the first 200 bytes.
        int reach = random.nextBoolean() ? Math.min(200, wrong.length) : wrong.length;
        wrong[random.nextInt(reach)] = (byte) random.nextInt();
      }
      refused += answered(wrong) ? 0 : 1;
    }
    System.out.println(format + ": " + refused + " of " + ROUNDS + " damaged files refused");
  }

  @Test(dataProvider = "formats")
  public void cutFilesAreReadOrRefusedInASentence(String format) throws Exception {
    byte[] whole = written(format);
    for (int part = 0; part < 60; part++) {
      answered(Arrays.copyOf(whole, whole.length * part / 60));
    }
  }

  @Test(dataProvider = "formats")
  public void runsOfNoughtsAndOnesAreReadOrRefusedInASentence(String format) throws Exception {
    byte[] whole = written(format);
    Random random = new Random(3);
    for (int round = 0; round < 40; round++) {
      byte[] wrong = whole.clone();
      int from = random.nextInt(wrong.length);
      int to = Math.min(wrong.length, from + 4 + random.nextInt(64));
      Arrays.fill(wrong, from, to, (byte) (round % 2 == 0 ? 0 : 0xFF));
      answered(wrong);
    }
  }

  @Test(dataProvider = "formats")
  public void otherBytesAfterTheEndDoNotMatter(String format) throws Exception {
    byte[] whole = written(format);
    byte[] longer = Arrays.copyOf(whole, whole.length + 500);
    assertTrue(answered(longer), format);
  }

  /** Opened by a program of its own, so only a few; no folder of its stays behind. */
  @Test
  public void damagedHeicIsReadOrRefusedAndLeavesNothingBehind() throws Exception {
    byte[] whole = written("small.heic");
    Set<Path> before = leftOver();
    Random random = new Random(11);
    for (int round = 0; round < 14; round++) {
      byte[] wrong = round % 3 == 2 ? Arrays.copyOf(whole, 1 + whole.length * round / 14) : whole;
      wrong = wrong.clone();
      for (int hit = 0; hit < 6; hit++) {
        wrong[random.nextInt(wrong.length)] = (byte) random.nextInt();
      }
      answered(wrong);
    }
    answered(whole);
    Set<Path> left = leftOver();
    left.removeAll(before);
    // Other tests may be reading one at this moment.
    for (int patience = 0; patience < 50 && !left.isEmpty(); patience++) {
      Thread.sleep(100);
      left.retainAll(leftOver());
    }
    assertTrue(left.isEmpty(), left.toString());
  }

  private static Set<Path> leftOver() throws Exception {
    try (Stream<Path> all = Files.list(Path.of(System.getProperty("java.io.tmpdir")))) {
      return all.filter(one -> one.getFileName().toString().startsWith("istante-heif"))
          .collect(Collectors.toCollection(HashSet::new));
    }
  }

  private static boolean answered(byte[] file) {
    try {
      Photo photo = new PhotoReader(SMALL).read(file);
      assertTrue((long) photo.widthPx() * photo.heightPx() <= SMALL.maxPixels());
      return true;
    } catch (UnreadablePhotoException refused) {
      String sentence = refused.getMessage();
      assertTrue(sentence.endsWith("."), sentence);
      assertTrue(sentence.length() < 220 && !sentence.contains("Exception"), sentence);
      return false;
    }
  }
}
