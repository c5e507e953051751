package app.istante.core.image;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Colours without a profile, on the four fields of {@link FilesOfOthersTest}. Truth: the figures of
 * the standards by linear algebra in another language.
 */
public class NamedColoursTest {
  private static final int[][] CODES = FilesOfOthersTest.CODES;
  private static final String UNTOLD = "sRGB (assumed)";

  /** Behind a PNG's signature and its head. */
  private static final int PNG_CHUNKS = 33;

  private static final int[] SRGB = {31270, 32900, 64000, 33000, 30000, 60000, 15000, 6000};
  private static final int[] WIDE = {31270, 32900, 64000, 33000, 21000, 71000, 15000, 6000};

  private final PhotoReader reader = new PhotoReader(Limits.STANDARD);

  @DataProvider
  public Object[][] numbers() {
    return new Object[][] {
      {12, 13, FilesOfOthersTest.WIDE},
      {9, 13, new int[][] {{209, 110, 107}, {28, 176, 101}, {94, 120, 196}, {128, 128, 128}}},
      {1, 4, new int[][] {{181, 121, 110}, {110, 171, 110}, {110, 121, 191}, {129, 129, 129}}},
      {11, 17, new int[][] {{178, 101, 91}, {78, 162, 86}, {92, 105, 187}, {113, 113, 113}}},
      {4, 4, new int[][] {{204, 118, 107}, {67, 169, 107}, {95, 128, 195}, {129, 129, 129}}},
      {1, 1, CODES},
      {2, 2, CODES},
      {77, 99, CODES},
    };
  }

  @Test(dataProvider = "numbers")
  public void anAvifsNumbersCount(int primaries, int curve, int[][] fields) throws Exception {
    Photo photo = reader.read(byNumbers(primaries, curve));
    FilesOfOthersTest.assertFields(photo, fields, primaries + ", " + curve);
    String profile = "colours " + primaries + ", curve " + curve + " of H.273";
    assertEquals(photo.facts().colourProfile(), fields == CODES ? UNTOLD : profile);
  }

  @Test
  public void whatIsForScreensOfHighRangeIsRefused() throws Exception {
    for (int curve : new int[] {16, 18}) {
      byte[] file = byNumbers(9, curve);
      UnreadablePhotoException refused =
          expectThrows(UnreadablePhotoException.class, () -> reader.read(file));
      assertEquals(refused.code(), UnreadablePhotoException.Code.NO_DECODER);
      assertTrue(refused.getMessage().contains("(HDR)"), refused.getMessage());
    }
  }

  /** The same picture whatever its numbers say: two of two bytes, behind their mark. */
  private static byte[] byNumbers(int primaries, int curve) throws IOException {
    byte[] file = FilesOfOthersTest.bytes("by-numbers.avif");
    int at = new String(file, StandardCharsets.ISO_8859_1).indexOf("nclx") + 4;
    file[at + 1] = (byte) primaries;
    file[at + 3] = (byte) curve;
    return file;
  }

  /** An editor that turns it into sRGB says so, and may leave the camera's mark. */
  @Test
  public void aCamerasWideColoursGiveWayToWhatIsSaid() throws Exception {
    byte[] file = FilesOfOthersTest.bytes("wide-by-camera.jpg");
    // ColorSpace (0xA001), a short, in the Intel order of this file.
    int at = new String(file, StandardCharsets.ISO_8859_1).indexOf("\u0001\u00A0\u0003\0") + 8;
    file[at] = 1;
    file[at + 1] = 0;
    Photo photo = reader.read(file);
    assertEquals(photo.facts().colourProfile(), UNTOLD);
    FilesOfOthersTest.assertFields(photo, CODES, "said to be sRGB");
  }

  @DataProvider
  public Object[][] places() {
    int[][] wide = {{198, 120, 110}, {68, 170, 106}, {106, 120, 192}, {128, 128, 128}};
    int[][] wideOf18 = {{210, 139, 129}, {96, 184, 126}, {125, 139, 204}, {146, 146, 146}};
    int[][] even = {{219, 182, 175}, {175, 213, 175}, {175, 182, 224}, {188, 188, 188}};
    return new Object[][] {
      {WIDE, 45_455, wide},
      {WIDE, 0, wide},
      {WIDE, 55_556, wideOf18},
      {null, 100_000, even},
      {SRGB, 45_455, CODES},
      {WIDE, 1, wide},
      {new int[8], 45_455, CODES},
      {new int[] {-9, 32900, 64000, 33000, 21000, 71000, 15000, 6000}, 45_455, CODES},
    };
  }

  @Test(dataProvider = "places")
  public void aPngsPlacesAndExponentCount(int[] places, int exponent, int[][] fields)
      throws Exception {
    byte[] chunks = places == null ? new byte[0] : chunk("cHRM", places);
    chunks = exponent == 0 ? chunks : joined(chunks, chunk("gAMA", exponent));
    Photo photo = reader.read(png(chunks));
    FilesOfOthersTest.assertFields(photo, fields, Arrays.toString(places) + " " + exponent);
    String profile = photo.facts().colourProfile();
    assertEquals(profile, fields == CODES ? UNTOLD : "colours of its own");
  }

  @Test
  public void aPngThatSaysSrgbIsSo() throws Exception {
    byte[] said = chunk("sRGB", new byte[1]);
    Photo photo = reader.read(png(joined(said, chunk("cHRM", WIDE))));
    FilesOfOthersTest.assertFields(photo, CODES, "sRGB");
  }

  private static byte[] png(byte[] chunks) throws IOException {
    BufferedImage image = new BufferedImage(64, 48, BufferedImage.TYPE_INT_RGB);
    for (int y = 0; y < 48; y++) {
      for (int x = 0; x < 64; x++) {
        int[] code = CODES[x / 32 + y / 24 * 2];
        image.setRGB(x, y, code[0] << 16 | code[1] << 8 | code[2]);
      }
    }
    ByteArrayOutputStream plain = new ByteArrayOutputStream();
    ImageIO.write(image, "png", plain);
    byte[] file = plain.toByteArray();
    byte[] head = Arrays.copyOf(file, PNG_CHUNKS);
    return joined(head, joined(chunks, Arrays.copyOfRange(file, PNG_CHUNKS, file.length)));
  }

  private static byte[] chunk(String type, int... numbers) {
    ByteBuffer data = ByteBuffer.allocate(4 * numbers.length);
    Arrays.stream(numbers).forEach(data::putInt);
    return chunk(type, data.array());
  }

  private static byte[] chunk(String type, byte[] data) {
    byte[] named = joined(type.getBytes(StandardCharsets.US_ASCII), data);
    CRC32 check = new CRC32();
    check.update(named);
    ByteBuffer chunk = ByteBuffer.allocate(named.length + 8);
    return chunk.putInt(data.length).put(named).putInt((int) check.getValue()).array();
  }

  private static byte[] joined(byte[] first, byte[] second) {
    byte[] both = Arrays.copyOf(first, first.length + second.length);
    System.arraycopy(second, 0, both, first.length, second.length);
    return both;
  }
}
