package app.istante.core.image;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.image.UnreadablePhotoException.Code;
import java.io.IOException;
import java.io.InputStream;
import java.nio.ByteBuffer;
import java.nio.ByteOrder;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.List;
import org.testng.Assert.ThrowingRunnable;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * Files that other programs wrote, four even fields of 32 x 24 pixels each: red, green, blue, grey.
 * What their codes are in sRGB was worked out from the published figures of their profiles by a
 * colour management library that is not used here.
 */
public class FilesOfOthersTest {
  static final int[][] CODES = {{180, 120, 110}, {110, 170, 110}, {110, 120, 190}, {128, 128, 128}};

  /** The same codes where they are those of Display P3's primaries. */
  static final int[][] WIDE = {{190, 117, 107}, {89, 172, 103}, {108, 120, 195}, {128, 128, 128}};

  /** A quarter to the right, as the file's own box says; so does its EXIF, which does not count. */
  private static final int[][] WIDE_TURNED = {WIDE[2], WIDE[0], WIDE[3], WIDE[1]};

  /** Upper fields half clear, colours times alpha, over white. */
  private static final int[][] HALF_CLEAR = {{218, 188, 183}, {183, 213, 183}, CODES[2], CODES[3]};

  /** Codes 40, 100, 160, 220 by a gamma of 1.8. */
  private static final int[][] GREY = {
    {53, 53, 53}, {119, 119, 119}, {176, 176, 176}, {227, 227, 227}
  };

  /** The same as even steps of lightness. */
  private static final int[][] EVEN_GREY = {
    {39, 39, 39}, {92, 92, 92}, {152, 152, 152}, {216, 216, 216}
  };

  /** The same codes as a camera's wide ones, by an exponent of 563/256. */
  private static final int[][] BY_CAMERA = {
    {199, 121, 110}, {67, 172, 107}, {106, 121, 194}, {129, 129, 129}
  };

  private final PhotoReader reader = new PhotoReader(Limits.STANDARD);

  @DataProvider
  public Object[][] files() {
    return new Object[][] {
      {"wide.tif", WIDE, "Wide"},
      {"wide.webp", WIDE, "Wide"},
      {"wide-palette.png", WIDE, "Wide"},
      {"turned.heic", WIDE_TURNED, "Wide"},
      {"two.heic", WIDE, "Wide"},
      {"wide.avif", WIDE, "Wide"},
      {"deep.heic", CODES, "sRGB (assumed)"},
      {"grey.png", GREY, "Grey of gamma 1.8"},
      {"grey.jpg", GREY, "Grey of gamma 1.8"},
      {"grey.tif", EVEN_GREY, "Grey of even lightness"},
      {"inks.tif", CODES, "sRGB (assumed)"},
      {"half-clear.tif", HALF_CLEAR, "sRGB (assumed)"},
      {"wide-by-camera.jpg", BY_CAMERA, "wide colours of DCF"},
    };
  }

  @Test(dataProvider = "files")
  public void isReadInItsOwnColours(String file, int[][] fields, String profile) throws Exception {
    Photo photo = reader.read(bytes(file));
    assertEquals(photo.facts().colourProfile(), profile);
    assertEquals(photo.widthPx(), file.equals("turned.heic") ? 48 : 64);
    assertFields(photo, fields, file);
  }

  static void assertFields(Photo photo, int[][] fields, String file) {
    int width = photo.widthPx();
    int height = photo.heightPx();
    for (int field = 0; field < fields.length; field++) {
      int x = width / 4 + field % 2 * width / 2;
      int y = height / 4 + field / 2 * height / 2;
      for (int channel = 0; channel < 3; channel++) {
        int code = photo.srgb().rgb()[3 * (y * width + x) + channel] & 0xFF;
        assertEquals(code, fields[field][channel], 2, file + ", field " + field);
      }
    }
  }

  @Test
  public void tellsTheBitsAndThePicturesOfAHeic() throws Exception {
    assertEquals(reader.read(bytes("deep.heic")).facts().bitDepth(), 10);
    assertEquals(reader.read(bytes("two.heic")).facts().frames(), 2);
    assertEquals(reader.read(bytes("turned.heic")).facts().frames(), 1);
  }

  @Test
  public void aHeicIsRefusedBySizeBeforeItIsDecoded() throws Exception {
    PhotoReader strict = new PhotoReader(new Limits(2_000_000, 3_071));
    byte[] file = bytes("deep.heic");
    UnreadablePhotoException refused =
        expectThrows(UnreadablePhotoException.class, () -> strict.read(file));
    assertEquals(refused.code(), Code.TOO_MANY_PIXELS);
    assertTrue(refused.getMessage().contains("64 x 48 pixels"), refused.getMessage());
  }

  @Test
  public void aHeicThatStopsInTheMiddleIsCopiedAgain() throws Exception {
    byte[] file = bytes("small.heic");
    byte[] half = Arrays.copyOf(file, file.length / 2);
    UnreadablePhotoException refused =
        expectThrows(UnreadablePhotoException.class, () -> reader.read(half));
    assertEquals(refused.code(), Code.TRUNCATED);
  }

  /** A decoder that turns it into sRGB by itself would clamp it. */
  @Test
  public void aGreenBeyondSrgbHasLessThanNoRed() throws Exception {
    assertTrue(reader.read(bytes("vivid.webp")).linear(Scale.WHOLE).red()[0] < -0.2);
  }

  @DataProvider
  public Object[][] strangers() {
    return new Object[][] {
      {"\0\0\0\u0018ftypqt  ", "This is a video, which Istante does not read."},
      {"\0\0\0\u0018ftypcrx ", "This is a camera's raw file, which Istante does not read."},
      {"IIRO\b\0\0\0", "This is a camera's raw file, which Istante does not read."},
      {"\0\0\0\fjP  \r\n", "This is a JPEG 2000 picture, which Istante does not read."},
      {"\0\0\0\fJXL \r\n", "This is a JPEG XL picture, which Istante does not read."},
      {"%PDF-1.7", "This is a PDF document, which Istante does not read."},
    };
  }

  @Test(dataProvider = "strangers")
  public void saysWhatItIsAndWhatToDo(String head, String sentence) {
    byte[] file = Arrays.copyOf(head.getBytes(StandardCharsets.ISO_8859_1), 400);
    assertNotRead(file, sentence);
  }

  @Test
  public void aChapterIsNoRawFile() {
    byte[] text = "III. Of what is sold, and how.".getBytes(StandardCharsets.US_ASCII);
    UnreadablePhotoException refused =
        expectThrows(UnreadablePhotoException.class, () -> reader.read(text));
    assertEquals(refused.code(), Code.NOT_A_PICTURE);
  }

  @DataProvider
  public Object[][] rawFields() {
    // A preview in the first directory; a version; a mosaic's and a sensor's linear colours.
    return new Object[][] {{0xFE, 1}, {0xC612, 0x104}, {0x106, 32_803}, {0x106, 34_892}};
  }

  /** Else its preview of a few hundred pixels would be taken for the picture. */
  @Test(dataProvider = "rawFields")
  public void aRawFileIsNoTiff(int field, int value) {
    for (ByteOrder order : new ByteOrder[] {ByteOrder.LITTLE_ENDIAN, ByteOrder.BIG_ENDIAN}) {
      ByteBuffer file = ByteBuffer.allocate(100).order(order);
      file.put(
          (order == ByteOrder.LITTLE_ENDIAN ? "II" : "MM").getBytes(StandardCharsets.US_ASCII));
      file.putShort((short) 42).putInt(8).putShort((short) 1);
      file.putShort((short) field).putShort((short) 4).putInt(1).putInt(value);
      assertNotRead(file.array(), "This is a camera's raw file, which Istante does not read.");
    }
  }

  private void assertNotRead(byte[] file, String sentence) {
    List<ThrowingRunnable> ways = List.of(() -> reader.read(file), () -> reader.probe(file));
    for (ThrowingRunnable way : ways) {
      UnreadablePhotoException refused = expectThrows(UnreadablePhotoException.class, way);
      assertEquals(refused.code(), Code.NO_DECODER);
      assertEquals(refused.getMessage(), sentence + " Save the picture as JPEG.");
    }
  }

  static byte[] bytes(String file) throws IOException {
    try (InputStream in = FilesOfOthersTest.class.getResourceAsStream("/pictures/" + file)) {
      return in.readAllBytes();
    }
  }
}
