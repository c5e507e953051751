package app.istante.core.bench;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.Srgb;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;

/**
 * A picture written as phones do: in codes of wider primaries than sRGB's, with a matrix profile
 * (ICC.1:2010) that says so. Read properly it is the same picture.
 */
final class WideGamut {
  /** Linear light, sRGB's primaries to Display P3's (CSS Color Module Level 4, sample code). */
  private static final double[][] FROM_SRGB = {
    {0.8224621, 0.1775380, 0},
    {0.0331942, 0.9668058, 0},
    {0.0170826, 0.0723974, 0.9105199}
  };

  /** Red, green and blue of Display P3 as X Y Z, adapted to D50. */
  private static final double[][] PRIMARIES = {
    {0.51512, 0.24120, -0.00105}, {0.29198, 0.69225, 0.04189}, {0.15710, 0.06657, 0.78407}
  };

  /** sRGB's curve as a parametric one of type 3: exponent, a, b, c, d. */
  private static final double[] CURVE = {2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045};

  private static final int HEADER = 128;
  private static final int TAG_ENTRY = 12;

  private WideGamut() {}

  static byte[] jpeg(EncodedImage srgb, double quality) throws IOException {
    byte[] plain = PhotoWriter.jpeg(codes(srgb), quality);
    byte[] profile = profile();
    // After the start and the JFIF segment, which has to be the first.
    int at = 4 + ((plain[4] & 0xFF) << 8 | plain[5] & 0xFF);
    ByteBuffer file = ByteBuffer.allocate(plain.length + profile.length + 18);
    file.put(plain, 0, at);
    file.putShort((short) 0xFFE2).putShort((short) (profile.length + 16));
    file.put(ascii("ICC_PROFILE\0")).put((byte) 1).put((byte) 1);
    file.put(profile).put(plain, at, plain.length - at);
    return file.array();
  }

  /** The same picture in the wider codes. */
  static EncodedImage codes(EncodedImage srgb) {
    byte[] in = srgb.rgb();
    byte[] out = new byte[in.length];
    for (int at = 0; at < in.length; at += 3) {
      for (int channel = 0; channel < 3; channel++) {
        double light = 0;
        for (int from = 0; from < 3; from++) {
          light += FROM_SRGB[channel][from] * Srgb.decode8(in[at + from] & 0xFF);
        }
        out[at + channel] = (byte) Srgb.encode8((float) light);
      }
    }
    return new EncodedImage(srgb.widthPx(), srgb.heightPx(), out);
  }

  static byte[] profile() {
    String[] names = {"rXYZ", "gXYZ", "bXYZ", "rTRC", "gTRC", "bTRC"};
    byte[] curve = tag("para", 3 << 16, CURVE);
    byte[][] tags = {
      tag("XYZ ", PRIMARIES[0]),
      tag("XYZ ", PRIMARIES[1]),
      tag("XYZ ", PRIMARIES[2]),
      curve,
      curve,
      curve
    };
    int offset = HEADER + 4 + TAG_ENTRY * names.length;
    int size = offset;
    for (byte[] tag : tags) {
      size += tag.length;
    }
    ByteBuffer all = ByteBuffer.allocate(size);
    all.putInt(0, size).putInt(8, 0x04200000);
    all.position(12).put(ascii("mntrRGB XYZ "));
    all.position(36).put(ascii("acsp"));
    all.position(HEADER).putInt(names.length);
    for (int i = 0; i < names.length; i++) {
      all.put(ascii(names[i])).putInt(offset).putInt(tags[i].length);
      offset += tags[i].length;
    }
    for (byte[] tag : tags) {
      all.put(tag);
    }
    return all.array();
  }

  private static byte[] tag(String type, double[] figures) {
    ByteBuffer tag = ByteBuffer.allocate(8 + 4 * figures.length);
    tag.put(ascii(type)).putInt(0);
    return fixed(tag, figures);
  }

  private static byte[] tag(String type, int kind, double[] figures) {
    ByteBuffer tag = ByteBuffer.allocate(12 + 4 * figures.length);
    tag.put(ascii(type)).putInt(0).putInt(kind);
    return fixed(tag, figures);
  }

  /** Figures in 1/65536. */
  private static byte[] fixed(ByteBuffer tag, double[] figures) {
    for (double figure : figures) {
      tag.putInt((int) Math.round(figure * 65536));
    }
    return tag.array();
  }

  private static byte[] ascii(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }
}
