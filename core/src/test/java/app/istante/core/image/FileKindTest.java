package app.istante.core.image;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import java.nio.charset.StandardCharsets;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class FileKindTest {
  private static byte[] bytes(String latin) {
    return latin.getBytes(StandardCharsets.ISO_8859_1);
  }

  @DataProvider
  Object[][] heads() {
    return new Object[][] {
      {bytes("\u00FF\u00D8\u00FF\u00E0aaaaaaaaaaaa"), FileKind.JPEG},
      {bytes("\u0089PNG\r\n\u001A\naaaaaaaa"), FileKind.PNG},
      {bytes("II*\0aaaaaaaaaaaa"), FileKind.TIFF},
      {bytes("MM\0*aaaaaaaaaaaa"), FileKind.TIFF},
      {bytes("GIF89aaaaaaaaaaa"), FileKind.GIF},
      {bytes("RIFFaaaaWEBPVP8 "), FileKind.WEBP},
      {bytes("RIFFaaaaWAVEfmt "), FileKind.UNKNOWN},
      {bytes("\0\0\0\u0018ftypheicaaaa"), FileKind.HEIC},
      {bytes("\0\0\0\u0018ftypmif1aaaa"), FileKind.HEIC},
      {bytes("\0\0\0\u0018ftypmp42aaaa"), FileKind.UNKNOWN},
      {bytes("BMaaaaaaaaaaaaaa"), FileKind.BMP},
      {bytes("%PDF-1.7aaaaaaaa"), FileKind.UNKNOWN},
      {bytes("B"), FileKind.UNKNOWN},
      {new byte[0], FileKind.UNKNOWN},
    };
  }

  @Test(dataProvider = "heads")
  public void tellsAFileByItsFirstBytes(byte[] head, FileKind kind) {
    assertEquals(FileKind.sniff(head), kind);
  }

  @Test
  public void limitsAreToldWithBothNumbers() {
    PhotoReader strict = new PhotoReader(new Limits(1000, 10_000));
    UnreadablePhotoException refused =
        expectThrows(
            UnreadablePhotoException.class,
            () -> strict.read(bytes("\u00FF\u00D8\u00FF" + "a".repeat(2_000_000))));
    assertEquals(refused.code(), UnreadablePhotoException.Code.FILE_TOO_LARGE);
    assertTrue(refused.getMessage().contains("2 MB"), refused.getMessage());
    expectThrows(IllegalArgumentException.class, () -> new Limits(0, 1));
    expectThrows(IllegalArgumentException.class, () -> new Limits(1, -1));
  }

  @Test
  public void aPictureOfTooManyPixelsIsRefusedBeforeItIsDecoded() throws Exception {
    byte[] png = PhotoWriter.greyPng(new byte[200 * 100], 200, 100);
    UnreadablePhotoException refused =
        expectThrows(
            UnreadablePhotoException.class,
            () -> new PhotoReader(new Limits(1_000_000, 10_000)).read(png));
    assertEquals(refused.code(), UnreadablePhotoException.Code.TOO_MANY_PIXELS);
    assertTrue(refused.getMessage().contains("200 x 100"), refused.getMessage());
  }

  @Test
  public void imagesMustHaveThePixelsTheySay() {
    IllegalArgumentException wrong =
        expectThrows(IllegalArgumentException.class, () -> new EncodedImage(2, 2, new byte[11]));
    assertTrue(wrong.getMessage().contains("[2 x 2]"), wrong.getMessage());
    expectThrows(
        IllegalArgumentException.class,
        () -> new LinearImage(2, 2, new float[4], new float[4], new float[3]));
    expectThrows(
        IllegalArgumentException.class,
        () -> new LinearImage(0, 2, new float[0], new float[0], new float[0]));
  }

  @Test
  public void onePixelAndOddSizesAreReducedInLinearLight() {
    // Black and white in equal parts are half the light, which is code 188, not 128.
    EncodedImage checker =
        new EncodedImage(2, 1, new byte[] {0, 0, 0, (byte) 255, (byte) 255, (byte) 255});
    LinearImage half = ColourTransform.SRGB.reduce(checker, new Scale(2));
    assertEquals(half.width(), 1);
    assertEquals(half.green()[0], 0.5, 1e-6);
    assertEquals(EncodedImage.ofLinear(half).rgb()[1] & 0xFF, 188);
    LinearImage odd = ColourTransform.SRGB.reduce(checker, new Scale(5));
    assertEquals(odd.width(), 1);
    assertEquals(odd.green()[0], 0.5, 1e-6);
  }
}
