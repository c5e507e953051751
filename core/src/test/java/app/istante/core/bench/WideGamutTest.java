package app.istante.core.bench;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.Srgb;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import java.io.ByteArrayOutputStream;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.SplittableRandom;
import java.util.zip.CRC32;
import java.util.zip.DeflaterOutputStream;
import org.testng.annotations.Test;

/** A file in the codes of wider primaries is the same picture to the reader. */
public class WideGamutTest {
  private static final int SIDE = 96;
  private static final double FINE = 0.95;
  private static final int TINTS = 12;

  /** Patches of 16 pixels, so that JPEG keeps them; the middle of each is looked at. */
  @Test
  public void readsBackAsItWas() throws Exception {
    EncodedImage patches = patches();
    holds(WideGamut.jpeg(patches, 1), patches);
  }

  @Test
  public void aPngWithTheProfileDoesToo() throws Exception {
    EncodedImage patches = patches();
    holds(withProfile(PhotoWriter.png(WideGamut.codes(patches))), patches);
  }

  /**
   * A ground of one tint all over: whole codes can't average out, neither in the picture as it is
   * nor in the wider one's.
   */
  @Test
  public void anEvenTintStaysWithinItsBand() throws Exception {
    SplittableRandom random = new SplittableRandom(27);
    int held = 0;
    for (int trial = 0; trial < TINTS; trial++) {
      double[] tint = new double[3];
      double green = random.nextDouble(160, 240);
      tint[0] = green + random.nextDouble(0, 6);
      tint[1] = green;
      tint[2] = green - random.nextDouble(0, 12);
      EncodedImage even = even(tint);
      Readings before = Measurement.measure(read(PhotoWriter.jpeg(even, FINE)));
      Readings after = Measurement.measure(read(WideGamut.jpeg(even, FINE)));
      double bandA = before.uncertainty().get("backdrop.castA");
      double bandB = before.uncertainty().get("backdrop.castB");
      Lab truth =
          Lab.ofLinear(
              Srgb.decode(tint[0] / 255), Srgb.decode(tint[1] / 255), Srgb.decode(tint[2] / 255));
      held += Math.abs(before.backdrop().castA() - truth.a()) <= bandA ? 1 : 0;
      held += Math.abs(before.backdrop().castB() - truth.b()) <= bandB ? 1 : 0;
      held += Math.abs(before.backdrop().castA() - after.backdrop().castA()) <= bandA ? 1 : 0;
      held += Math.abs(before.backdrop().castB() - after.backdrop().castB()) <= bandB ? 1 : 0;
    }
    assertTrue(held >= 0.95 * 4 * TINTS, held + " of " + 4 * TINTS);
  }

  private static Photo read(byte[] file) throws Exception {
    return new PhotoReader(Limits.STANDARD).read(file);
  }

  private static EncodedImage even(double[] tint) {
    byte[] rgb = new byte[3 * SIDE * SIDE];
    for (int at = 0; at < rgb.length; at++) {
      rgb[at] = (byte) Math.round(tint[at % 3]);
    }
    return new EncodedImage(SIDE, SIDE, rgb);
  }

  private static EncodedImage patches() {
    byte[] rgb = new byte[3 * SIDE * SIDE];
    for (int at = 0; at < rgb.length; at++) {
      int patch = at / 3 % SIDE / 16 + 6 * (at / 3 / SIDE / 16);
      rgb[at] = (byte) (40 + (patch * (17 + 20 * (at % 3)) + 60 * (at % 3)) % 200);
    }
    return new EncodedImage(SIDE, SIDE, rgb);
  }

  private static void holds(byte[] file, EncodedImage patches) throws Exception {
    Photo photo = read(file);
    byte[] read = photo.srgb().rgb();
    for (int y = 8; y < SIDE; y += 16) {
      for (int x = 8; x < SIDE; x += 16) {
        int at = 3 * (y * SIDE + x);
        for (int channel = 0; channel < 3; channel++) {
          int was = patches.rgb()[at + channel] & 0xFF;
          assertEquals(read[at + channel] & 0xFF, was, 4, x + " " + y);
        }
      }
    }
    assertFalse(photo.facts().colourProfile().startsWith("sRGB"), "it says what it is");
  }

  /** The profile goes into an iCCP chunk right after the header (PNG, third edition, 11.3.2.3). */
  private static byte[] withProfile(byte[] png) throws Exception {
    ByteArrayOutputStream body = new ByteArrayOutputStream();
    body.write("iCCPwide\0\0".getBytes(StandardCharsets.US_ASCII));
    try (DeflaterOutputStream packed = new DeflaterOutputStream(body)) {
      packed.write(WideGamut.profile());
    }
    CRC32 crc = new CRC32();
    crc.update(body.toByteArray());
    int header = 8 + 12 + 13;
    return ByteBuffer.allocate(png.length + body.size() + 8)
        .put(png, 0, header)
        .putInt(body.size() - 4)
        .put(body.toByteArray())
        .putInt((int) crc.getValue())
        .put(png, header, png.length - header)
        .array();
  }

  @Test
  public void otherReadersFindTheProfileToo() {
    assertTrue(java.awt.color.ICC_Profile.getInstance(WideGamut.profile()).getNumComponents() == 3);
  }
}
