package app.istante.core.image;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertNull;
import static org.testng.Assert.assertTrue;

import app.istante.core.sim.JpegWriter;
import java.io.IOException;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class MetadataReaderTest {
  private static EncodedImage grey() {
    byte[] rgb = new byte[3 * 64 * 48];
    Arrays.fill(rgb, (byte) 120);
    return new EncodedImage(64, 48, rgb);
  }

  private static byte[] photo(boolean placed) throws IOException {
    return JpegWriter.write(
        grey(),
        0.9,
        new JpegWriter.Exif(4.3, 26, 1.8, 1 / 15.0, 320, "2026:03:14 10:05:09", placed));
  }

  @Test
  public void readsWhatTheCameraSays() throws Exception {
    PhotoFacts facts = new PhotoReader(Limits.STANDARD).read(photo(false)).facts();
    assertEquals(facts.takenAt(), "2026-03-14T10:05:09");
    PhotoFacts.Camera camera = facts.camera();
    assertEquals(camera.focalLengthMm(), 4.3, 1e-6);
    assertEquals(camera.focalLength35Mm(), 26.0);
    assertEquals(camera.fNumber(), 1.8, 1e-6);
    assertEquals(camera.exposureSeconds(), 1 / 15.0, 1e-6);
    assertEquals(camera.iso(), Integer.valueOf(320));
    assertNull(camera.flash());
    assertEquals(facts.widthPx(), 64);
    assertEquals(facts.sha256().length(), 64);
  }

  @Test
  public void tellsWhetherThePhotoGivesAHomeAway() throws Exception {
    assertTrue(new PhotoReader(Limits.STANDARD).read(photo(true)).facts().privacy().gps());
    assertFalse(new PhotoReader(Limits.STANDARD).read(photo(false)).facts().privacy().gps());
  }

  @Test
  public void whatIsWrittenAgainCarriesNothingOfIt() throws Exception {
    Photo read = new PhotoReader(Limits.STANDARD).read(photo(true));
    PhotoFacts facts =
        new PhotoReader(Limits.STANDARD).read(PhotoWriter.jpeg(read.srgb(), 0.9)).facts();
    assertNull(facts.camera());
    assertNull(facts.takenAt());
    assertFalse(facts.privacy().gps());
  }

  @DataProvider
  Object[][] qualities() {
    return new Object[][] {{0.5}, {0.75}, {0.8}, {0.9}, {0.95}};
  }

  /** The platform's writer scales the standard tables by the usual rule; so the guess is exact. */
  @Test(dataProvider = "qualities")
  public void guessesTheQualityOfAJpegFromItsQuantisers(double quality) throws Exception {
    byte[] jpeg = PhotoWriter.jpeg(grey(), quality);
    Integer guessed = new PhotoReader(Limits.STANDARD).read(jpeg).facts().jpegQuality();
    assertEquals(guessed, 100 * quality, 3.0);
  }

  /** Some writers define the colours' quantisers before those of lightness. */
  @Test
  public void theOrderOfQuantisersMakesNoDifference() throws Exception {
    byte[] jpeg = PhotoWriter.jpeg(grey(), 0.8);
    List<Integer> tables = new ArrayList<>();
    for (int at = 2; jpeg[at + 1] != (byte) 0xDA; at += 2 + length(jpeg, at)) {
      for (int table = 4; jpeg[at + 1] == (byte) 0xDB && table < length(jpeg, at); table += 65) {
        tables.add(at + table);
      }
    }
    assertEquals(tables.size(), 2);
    byte[] swapped = jpeg.clone();
    System.arraycopy(jpeg, tables.get(0), swapped, tables.get(1), 65);
    System.arraycopy(jpeg, tables.get(1), swapped, tables.get(0), 65);
    PhotoReader reader = new PhotoReader(Limits.STANDARD);
    assertEquals(
        reader.read(swapped).facts().jpegQuality(), reader.read(jpeg).facts().jpegQuality());
  }

  /** Of a segment behind its marker. */
  private static int length(byte[] jpeg, int at) {
    return (jpeg[at + 2] & 0xFF) << 8 | jpeg[at + 3] & 0xFF;
  }

  @Test
  public void damagedMetadataIsNoReasonToRefuseAPicture() throws Exception {
    byte[] whole = photo(true);
    Random random = new Random(11);
    int read = 0;
    for (int round = 0; round < 200; round++) {
      byte[] wrong = whole.clone();
      // The Exif segment lies behind the first marker and a length: bytes 6 to about 400.
      for (int hit = 0; hit < 6; hit++) {
        wrong[12 + random.nextInt(300)] = (byte) random.nextInt();
      }
      try {
        Photo photo = new PhotoReader(Limits.STANDARD).read(wrong);
        assertEquals(photo.facts().fileBytes(), wrong.length);
        read++;
      } catch (UnreadablePhotoException refused) {
        assertTrue(refused.getMessage().endsWith("."), refused.getMessage());
      }
    }
    assertTrue(read > 150, read + " of 200 read");
  }

  @DataProvider
  Object[][] orientations() {
    // Exif 2.32, table 6: where row 0 and column 0 of the file stand when the picture is upright.
    // A picture of 3 x 2 pixels with a bright one at the file's top left; its place upright.
    return new Object[][] {
      {1, 3, 2, 0, 0}, {2, 3, 2, 2, 0}, {3, 3, 2, 2, 1}, {4, 3, 2, 0, 1},
      {5, 2, 3, 0, 0}, {6, 2, 3, 1, 0}, {7, 2, 3, 1, 2}, {8, 2, 3, 0, 2},
    };
  }

  @Test(dataProvider = "orientations")
  public void turnsEveryOrientationUpright(int code, int width, int height, int x, int y)
      throws Exception {
    byte[] rgb = new byte[3 * 48 * 32];
    // Blocks of 16 pixels, so that the JPEG keeps them apart: 3 x 2 blocks.
    for (int v = 0; v < 16; v++) {
      for (int u = 0; u < 16; u++) {
        Arrays.fill(rgb, 3 * (v * 48 + u), 3 * (v * 48 + u) + 3, (byte) 250);
      }
    }
    byte[] jpeg = PhotoWriter.jpeg(new EncodedImage(48, 32, rgb), 0.95);
    Photo photo = new PhotoReader(Limits.STANDARD).read(withOrientation(jpeg, code));
    assertEquals(photo.widthPx(), 16 * width);
    assertEquals(photo.heightPx(), 16 * height);
    byte[] codes = photo.srgb().rgb();
    for (int row = 0; row < height; row++) {
      for (int column = 0; column < width; column++) {
        int at = 3 * ((16 * row + 8) * photo.widthPx() + 16 * column + 8);
        boolean bright = (codes[at] & 0xFF) > 128;
        assertEquals(bright, row == y && column == x, "block " + column + ", " + row);
      }
    }
  }

  /** An Exif segment with nothing but the orientation (tag 0x0112, SHORT), big-endian. */
  private static byte[] withOrientation(byte[] jpeg, int code) {
    byte[] segment = {
      (byte) 0xFF,
      (byte) 0xE1,
      0,
      34,
      'E',
      'x',
      'i',
      'f',
      0,
      0,
      'M',
      'M',
      0,
      42,
      0,
      0,
      0,
      8,
      0,
      1,
      1,
      0x12,
      0,
      3,
      0,
      0,
      0,
      1,
      0,
      (byte) code,
      0,
      0,
      0,
      0,
      0,
      0
    };
    byte[] out = new byte[jpeg.length + segment.length];
    System.arraycopy(jpeg, 0, out, 0, 2);
    System.arraycopy(segment, 0, out, 2, segment.length);
    System.arraycopy(jpeg, 2, out, 2 + segment.length, jpeg.length - 2);
    return out;
  }
}
