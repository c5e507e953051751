package app.istante.core.image;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;
import static org.testng.Assert.expectThrows;

import app.istante.core.image.UnreadablePhotoException.Code;
import app.istante.core.sim.JpegWriter;
import java.awt.color.ColorSpace;
import java.awt.color.ICC_Profile;
import java.awt.image.BufferedImage;
import java.io.ByteArrayOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.nio.file.Path;
import java.util.Arrays;
import java.util.zip.CRC32;
import javax.imageio.ImageIO;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

public class PhotoReaderTest {
  private final PhotoReader reader = new PhotoReader(Limits.STANDARD);

  @Test
  public void refusesTextThatIsNamedLikeAPicture() {
    assertRefused("Dear buyer, …".getBytes(StandardCharsets.UTF_8), Code.NOT_A_PICTURE);
  }

  @Test
  public void refusesAnEmptyFile() {
    assertRefused(new byte[0], Code.EMPTY);
  }

  @Test
  public void refusesAMissingFile() {
    UnreadablePhotoException refused =
        expectThrows(UnreadablePhotoException.class, () -> reader.read(Path.of("no/such.jpg")));
    assertEquals(refused.code(), Code.MISSING);
  }

  @Test
  public void refusesATruncatedJpeg() throws IOException {
    byte[] whole = PhotoWriter.jpeg(stripes(400, 300), 0.9);
    assertRefused(Arrays.copyOf(whole, whole.length / 2), Code.TRUNCATED);
  }

  @Test
  public void refusesATruncatedPng() throws IOException {
    byte[] whole = PhotoWriter.png(stripes(400, 300));
    assertRefused(Arrays.copyOf(whole, whole.length / 2), Code.TRUNCATED);
  }

  /**
   * 20,000 x 20,000 pixels declared in a file of 90 bytes: refused before anything is allocated.
   */
  @Test
  public void refusesAPngThatDeclaresTooManyPixels() throws Exception {
    byte[] bomb = pngHeader(20_000, 20_000);
    assertRefused(bomb, Code.TOO_MANY_PIXELS);
    UnreadablePhotoException probed =
        expectThrows(UnreadablePhotoException.class, () -> reader.probe(bomb));
    assertEquals(probed.code(), Code.TOO_MANY_PIXELS);
    assertTrue(probed.getMessage().contains("400 megapixels"), probed.getMessage());
  }

  @Test
  public void refusesAFileOverTheByteLimit() throws IOException {
    PhotoReader strict = new PhotoReader(new Limits(1000, 1000));
    byte[] jpeg = PhotoWriter.jpeg(stripes(64, 48), 0.9);
    UnreadablePhotoException refused =
        expectThrows(UnreadablePhotoException.class, () -> strict.read(jpeg));
    assertEquals(refused.code(), jpeg.length > 1000 ? Code.FILE_TOO_LARGE : Code.TOO_MANY_PIXELS);
  }

  @Test
  public void refusesRandomBytesBehindEverySignature() {
    byte[] junk = new byte[5000];
    new java.util.Random(3).nextBytes(junk);
    byte[][] heads = {
      {(byte) 0xFF, (byte) 0xD8, (byte) 0xFF, (byte) 0xE0},
      {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10},
      {'I', 'I', '*', 0},
      {'R', 'I', 'F', 'F', 0, 0, 0, 0, 'W', 'E', 'B', 'P'},
      {'G', 'I', 'F', '8', '9', 'a'},
    };
    for (byte[] head : heads) {
      byte[] file = junk.clone();
      System.arraycopy(head, 0, file, 0, head.length);
      expectThrows(UnreadablePhotoException.class, () -> reader.read(file));
    }
  }

  @Test
  public void readsTheCodesOfAPngExactly() throws Exception {
    EncodedImage picture = stripes(37, 23);
    Photo photo = reader.read(PhotoWriter.png(picture));
    assertEquals(photo.srgb().rgb(), picture.rgb());
    assertEquals(photo.facts().format(), "PNG");
    assertEquals(photo.facts().bitDepth(), 8);
  }

  @Test
  public void readsGreyAlphaAndSixteenBits() throws Exception {
    BufferedImage grey = new BufferedImage(8, 8, BufferedImage.TYPE_BYTE_GRAY);
    grey.getRaster().setSample(3, 2, 0, 77);
    assertEquals(code(reader.read(png(grey)), 3, 2), 77);

    BufferedImage half = new BufferedImage(8, 8, BufferedImage.TYPE_INT_ARGB);
    half.setRGB(3, 2, 0x80000000);
    assertEquals(code(reader.read(png(half)), 3, 2), 127, "half black over white");
    assertEquals(code(reader.read(png(half)), 0, 0), 255, "clear shows white");

    BufferedImage deep = new BufferedImage(8, 8, BufferedImage.TYPE_USHORT_GRAY);
    deep.getRaster().setSample(3, 2, 0, 0x8080);
    Photo photo = reader.read(png(deep));
    assertEquals(code(photo, 3, 2), 0x80);
    assertEquals(photo.facts().bitDepth(), 16);
  }

  @DataProvider
  public Object[][] orientations() {
    // Where the top left pixel of the file comes to lie in the upright 3 x 2 (or 2 x 3) picture.
    return new Object[][] {
      {1, 0, 0}, {2, 2, 0}, {3, 2, 1}, {4, 0, 1}, {5, 0, 0}, {6, 1, 0}, {7, 1, 2}, {8, 0, 2},
    };
  }

  @Test(dataProvider = "orientations")
  public void turnsThePictureUpright(int orientation, int x, int y) {
    BufferedImage image = new BufferedImage(3, 2, BufferedImage.TYPE_3BYTE_BGR);
    image.setRGB(0, 0, 0xFFFFFF);
    EncodedImage upright = PixelCopy.upright(image, orientation, null, null).codes();
    assertEquals(upright.widthPx(), orientation < 5 ? 3 : 2);
    for (int at = 0; at < 6; at++) {
      boolean here = at == y * upright.widthPx() + x;
      assertEquals(upright.rgb()[3 * at] & 0xFF, here ? 255 : 0, "pixel " + at);
    }
  }

  @Test
  public void knowsThePlatformsSrgbProfileAndALinearOne() {
    byte[] srgb = ICC_Profile.getInstance(ColorSpace.CS_sRGB).getData();
    assertTrue(IccProfile.read(srgb).orElseThrow().matrixTransform().orElseThrow().isSrgb());
    byte[] linear = ICC_Profile.getInstance(ColorSpace.CS_LINEAR_RGB).getData();
    ColourTransform transform =
        IccProfile.read(linear).orElseThrow().matrixTransform().orElseThrow();
    assertFalse(transform.isSrgb());
    byte[] middle = {(byte) 128, (byte) 128, (byte) 128};
    // Half the light in every channel is code 188 in sRGB.
    EncodedImage srgbCodes = transform.toSrgb(new EncodedImage(1, 1, middle));
    assertEquals(srgbCodes.rgb()[0] & 0xFF, 188, 1);
    assertEquals(
        transform.reduce(new EncodedImage(1, 1, middle), Scale.WHOLE).green()[0], 0.502f, 0.003f);
  }

  @Test
  public void ignoresAProfileOfNonsense() {
    byte[] nonsense = new byte[500];
    nonsense[36] = 'a';
    nonsense[37] = 'c';
    nonsense[38] = 's';
    nonsense[39] = 'p';
    Arrays.fill(nonsense, 128, 500, (byte) 0x7F);
    assertTrue(IccProfile.read(nonsense).orElseThrow().matrixTransform().isEmpty());
    assertTrue(IccProfile.read(new byte[3]).isEmpty());
  }

  @Test
  public void averagesInLinearLight() {
    // A black and a white pixel average to half the light, code 188, not to code 128.
    byte[] two = {0, 0, 0, (byte) 255, (byte) 255, (byte) 255};
    LinearImage one = ColourTransform.SRGB.reduce(new EncodedImage(2, 1, two), new Scale(2));
    assertEquals(one.width(), 1);
    assertEquals(one.red()[0], 0.5f, 1e-6f);
  }

  @Test
  public void readsWhatTheCameraWrote() throws Exception {
    JpegWriter.Exif exif =
        new JpegWriter.Exif(26, 52, 4, 1 / 15.0, 400, "2026:03:14 10:05:07", true);
    Photo photo = reader.read(JpegWriter.write(stripes(64, 48), 0.9, exif));
    PhotoFacts facts = photo.facts();
    assertEquals(facts.camera().iso().intValue(), 400);
    assertEquals(facts.camera().exposureSeconds(), 1 / 15.0, 1e-6);
    assertEquals(facts.camera().focalLength35Mm(), 52.0);
    assertEquals(facts.takenAt(), "2026-03-14T10:05:07");
    assertTrue(facts.privacy().gps());
    assertEquals(facts.jpegQuality(), 90, 2);
    assertEquals(facts.colourProfile(), "sRGB (assumed)");
  }

  @Test
  public void writesNothingOfTheOwnerIntoFinals() throws Exception {
    Photo photo = reader.read(PhotoWriter.jpeg(stripes(64, 48), 0.9));
    assertFalse(photo.facts().privacy().gps());
    assertEquals(photo.facts().camera(), null);
  }

  private void assertRefused(byte[] file, Code code) {
    UnreadablePhotoException refused =
        expectThrows(UnreadablePhotoException.class, () -> reader.read(file));
    assertEquals(refused.code(), code, refused.getMessage());
    assertTrue(refused.getMessage().endsWith("."), "one sentence: " + refused.getMessage());
  }

  private static int code(Photo photo, int x, int y) {
    return photo.srgb().rgb()[3 * (y * photo.widthPx() + x)] & 0xFF;
  }

  static EncodedImage stripes(int width, int height) {
    byte[] rgb = new byte[3 * width * height];
    for (int i = 0; i < width * height; i++) {
      rgb[3 * i] = (byte) (i % width * 7);
      rgb[3 * i + 1] = (byte) (i / width * 5);
      rgb[3 * i + 2] = (byte) (i % 13 * 19);
    }
    return new EncodedImage(width, height, rgb);
  }

  private static byte[] png(BufferedImage image) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    ImageIO.write(image, "png", out);
    return out.toByteArray();
  }

  /** A signature, a header chunk and an empty data chunk with right checksums. */
  private static byte[] pngHeader(int width, int height) throws IOException {
    ByteArrayOutputStream out = new ByteArrayOutputStream();
    out.write(new byte[] {(byte) 0x89, 'P', 'N', 'G', 13, 10, 26, 10});
    ByteBuffer header = ByteBuffer.allocate(13).putInt(width).putInt(height);
    header.put((byte) 8).put((byte) 2);
    chunk(out, "IHDR", header.array());
    chunk(out, "IDAT", new byte[] {0x78, (byte) 0x9C, 3, 0, 0, 0, 0, 1});
    chunk(out, "IEND", new byte[0]);
    return out.toByteArray();
  }

  private static void chunk(ByteArrayOutputStream out, String type, byte[] data)
      throws IOException {
    byte[] name = type.getBytes(StandardCharsets.US_ASCII);
    CRC32 checksum = new CRC32();
    checksum.update(name);
    checksum.update(data);
    out.write(ByteBuffer.allocate(4).putInt(data.length).array());
    out.write(name);
    out.write(data);
    out.write(ByteBuffer.allocate(4).putInt((int) checksum.getValue()).array());
  }
}
