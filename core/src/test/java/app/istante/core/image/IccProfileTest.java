package app.istante.core.image;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertSame;
import static org.testng.Assert.assertTrue;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Profiles built byte by byte here, so that the truth is known without a colour manager. */
public class IccProfileTest {
  /** sRGB's primaries adapted to D50 (IEC 61966-2-1 with Bradford), red, green, blue as X Y Z. */
  private static final double[][] SRGB_D50 = {
    {0.43607, 0.22249, 0.01392}, {0.38515, 0.71687, 0.09708}, {0.14307, 0.06061, 0.71410}
  };

  /** Display P3's, the same way: wider in red and green. */
  private static final double[][] P3_D50 = {
    {0.51512, 0.24120, -0.00105}, {0.29198, 0.69225, 0.04189}, {0.15710, 0.06657, 0.78407}
  };

  private static byte[] gamma(double exponent) {
    ByteBuffer curve = ByteBuffer.allocate(16);
    curve.put("curv".getBytes(StandardCharsets.US_ASCII)).putInt(0).putInt(1);
    curve.putShort((short) Math.round(exponent * 256));
    return curve.array();
  }

  /** Parametric curve type 3 with the figures of sRGB: the curve itself. */
  private static byte[] srgbCurve() {
    return parametric(3, 2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045);
  }

  private static byte[] parametric(int type, double... figures) {
    ByteBuffer curve = ByteBuffer.allocate(12 + 4 * figures.length);
    curve.put("para".getBytes(StandardCharsets.US_ASCII)).putInt(0);
    curve.putShort((short) type).putShort((short) 0);
    for (double figure : figures) {
      curve.putInt((int) Math.round(figure * 65536));
    }
    return curve.array();
  }

  private static byte[] xyz(double[] value) {
    ByteBuffer tag = ByteBuffer.allocate(20);
    tag.put("XYZ ".getBytes(StandardCharsets.US_ASCII)).putInt(0);
    for (double axis : value) {
      tag.putInt((int) Math.round(axis * 65536));
    }
    return tag.array();
  }

  private static byte[] description(String name) {
    ByteBuffer tag = ByteBuffer.allocate(12 + name.length() + 1);
    tag.put("desc".getBytes(StandardCharsets.US_ASCII)).putInt(0).putInt(name.length() + 1);
    tag.put(name.getBytes(StandardCharsets.US_ASCII));
    return tag.array();
  }

  private static byte[] profile(double[][] primaries, byte[] curve) {
    String[] names = {"desc", "rXYZ", "gXYZ", "bXYZ", "rTRC", "gTRC", "bTRC"};
    byte[][] tags = {
      description("Made here"),
      xyz(primaries[0]),
      xyz(primaries[1]),
      xyz(primaries[2]),
      curve,
      curve,
      curve
    };
    int offset = 128 + 4 + 12 * names.length;
    ByteBuffer all =
        ByteBuffer.allocate(offset + Arrays.stream(tags).mapToInt(t -> t.length).sum());
    all.position(16);
    all.put("RGB XYZ ".getBytes(StandardCharsets.US_ASCII));
    all.position(36);
    all.put("acsp".getBytes(StandardCharsets.US_ASCII));
    all.position(128);
    all.putInt(names.length);
    for (int i = 0; i < names.length; i++) {
      all.put(names[i].getBytes(StandardCharsets.US_ASCII)).putInt(offset).putInt(tags[i].length);
      offset += tags[i].length;
    }
    for (byte[] tag : tags) {
      all.put(tag);
    }
    return all.array();
  }

  private static EncodedImage pixel(int red, int green, int blue) {
    return new EncodedImage(1, 1, new byte[] {(byte) red, (byte) green, (byte) blue});
  }

  private static LinearImage linear(byte[] profile, int red, int green, int blue) {
    return IccProfile.read(profile)
        .flatMap(IccProfile::matrixTransform)
        .orElseThrow()
        .reduce(pixel(red, green, blue), Scale.WHOLE);
  }

  @Test
  public void aProfileThatSaysSrgbTakesTheShortWay() {
    byte[] profile = profile(SRGB_D50, srgbCurve());
    assertSame(
        IccProfile.read(profile).orElseThrow().matrixTransform().orElseThrow(),
        ColourTransform.SRGB);
    assertEquals(IccProfile.read(profile).orElseThrow().description(), "Made here");
  }

  @Test
  public void neutralsStayNeutralUnderWidePrimaries() {
    LinearImage grey = linear(profile(P3_D50, srgbCurve()), 128, 128, 128);
    double expected = Srgb.decode8(128);
    assertEquals(grey.red()[0], expected, 0.001);
    assertEquals(grey.green()[0], expected, 0.001);
    assertEquals(grey.blue()[0], expected, 0.001);
  }

  @Test
  public void coloursBeyondSrgbAreNotClipped() {
    // Display P3's own red in linear sRGB is 1.2249, -0.0420, -0.0197 (CSS Color 4, sample code).
    LinearImage red = linear(profile(P3_D50, srgbCurve()), 255, 0, 0);
    assertEquals(red.red()[0], 1.2249, 0.003);
    assertEquals(red.green()[0], -0.0420, 0.003);
    assertEquals(red.blue()[0], -0.0197, 0.003);
  }

  @DataProvider
  Object[][] curves() {
    return new Object[][] {
      // kind, bytes, and the linear value of code 128 by hand.
      {"gamma 2.2", gamma(2.2), Math.pow(128 / 255.0, 2.19921875)},
      {"gamma 1.8 parametric", parametric(0, 1.8), Math.pow(128 / 255.0, 1.8)},
      {"type 1", parametric(1, 2.0, 0.9, 0.1), Math.pow(0.9 * 128 / 255 + 0.1, 2)},
      {"type 2", parametric(2, 2.0, 0.9, 0.1, 0.05), Math.pow(0.9 * 128 / 255 + 0.1, 2) + 0.05},
      {"type 3, low part", parametric(3, 2.0, 1, 0, 0.25, 0.9), 0.25 * 128 / 255},
      {"type 4", parametric(4, 2.0, 1, 0, 0.25, 0.1, 0.02, 0.03), Math.pow(128 / 255.0, 2) + 0.02},
    };
  }

  @Test(dataProvider = "curves")
  public void curvesOfEveryKindGiveTheirLight(String name, byte[] curve, double expected) {
    LinearImage grey = linear(profile(SRGB_D50, curve), 128, 128, 128);
    assertEquals(grey.green()[0], expected, 0.002, name);
  }

  @Test
  public void whatIsNoProfileIsNone() {
    assertFalse(IccProfile.read(null).isPresent());
    assertFalse(IccProfile.read(new byte[10]).isPresent());
    assertFalse(IccProfile.read(new byte[500]).isPresent());
  }

  @Test
  public void aCutOrScrambledProfileNeverBreaksTheReading() {
    byte[] whole = profile(P3_D50, srgbCurve());
    for (int length = 133; length < whole.length; length += 7) {
      IccProfile.read(Arrays.copyOf(whole, length))
          .ifPresent(
              cut -> {
                cut.description();
                cut.matrixTransform();
              });
    }
    Random random = new Random(5);
    for (int round = 0; round < 500; round++) {
      byte[] wrong = whole.clone();
      for (int hit = 0; hit < 4; hit++) {
        wrong[40 + random.nextInt(wrong.length - 40)] = (byte) random.nextInt();
      }
      IccProfile.read(wrong)
          .ifPresent(
              scrambled -> {
                assertTrue(scrambled.description().length() < 500);
                scrambled.matrixTransform();
              });
    }
  }

  @Test
  public void tableProfilesAreLeftToThePlatform() {
    byte[] cmyk = profile(SRGB_D50, srgbCurve());
    System.arraycopy("CMYK".getBytes(StandardCharsets.US_ASCII), 0, cmyk, 16, 4);
    assertFalse(IccProfile.read(cmyk).orElseThrow().matrixTransform().isPresent());
  }
}
