package app.istante.core.image;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Optional;

/**
 * The part of an ICC profile (ICC.1:2022) that Istante reasons with: its name, for three-channel
 * matrix profiles the curves and primaries, and for grey ones the curve, read without clamping. The
 * platform's colour manager would clip wide-gamut colours to sRGB.
 */
final class IccProfile {
  /** XYZ under D50 to linear sRGB: the inverse of the Bradford-adapted sRGB primaries. */
  private static final double[] D50_TO_SRGB = {
    3.1338561, -1.6168667, -0.4906146,
    -0.9787684, 1.9161415, 0.0334540,
    0.0719453, -0.2289914, 1.4052427
  };

  private static final double[] UNCHANGED = {1, 0, 0, 0, 1, 0, 0, 0, 1};

  private static final int HEADER_BYTES = 128;
  private static final int MAX_TAGS = 200;

  private final ByteBuffer bytes;

  private IccProfile(byte[] profile) {
    this.bytes = ByteBuffer.wrap(profile);
  }

  static Optional<IccProfile> read(byte[] profile) {
    boolean plausible =
        profile != null
            && profile.length > HEADER_BYTES + 4
            && new String(profile, 36, 4, StandardCharsets.ISO_8859_1).equals("acsp");
    return plausible ? Optional.of(new IccProfile(profile)) : Optional.empty();
  }

  String description() {
    try {
      int at = tag("desc");
      if (at < 0) {
        return "unnamed profile";
      }
      String type = ascii(at, 4);
      if (type.equals("desc")) {
        int length = Math.min(bytes.getInt(at + 8), 200);
        return ascii(at + 12, Math.max(0, length - 1)).trim();
      }
      if (type.equals("mluc")) {
        int length = Math.min(bytes.getInt(at + 20), 400);
        int offset = bytes.getInt(at + 24);
        return new String(bytes.array(), at + offset, length, StandardCharsets.UTF_16BE).trim();
      }
    } catch (IndexOutOfBoundsException damaged) {
      return "damaged profile";
    }
    return "unnamed profile";
  }

  /** Whether it is of red, green and blue codes. */
  boolean isRgb() {
    return ascii(16, 4).equals("RGB ");
  }

  /** The transform for a three-channel matrix profile; empty for table profiles, grey and CMYK. */
  Optional<ColourTransform> matrixTransform() {
    try {
      if (!isRgb() || tag("A2B0") >= 0) {
        return Optional.empty();
      }
      int[] primaries = {tag("rXYZ"), tag("gXYZ"), tag("bXYZ")};
      int[] curveTags = {tag("rTRC"), tag("gTRC"), tag("bTRC")};
      double[] toXyz = new double[9];
      float[][] curves = new float[3][];
      for (int channel = 0; channel < 3; channel++) {
        if (primaries[channel] < 0 || curveTags[channel] < 0) {
          return Optional.empty();
        }
        for (int axis = 0; axis < 3; axis++) {
          toXyz[3 * axis + channel] = fixed(primaries[channel] + 8 + 4 * axis);
        }
        curves[channel] = curve(curveTags[channel]);
        if (curves[channel] == null) {
          return Optional.empty();
        }
      }
      double[] matrix = multiply(D50_TO_SRGB, toXyz);
      return Optional.of(
          isSrgb(matrix, curves) ? ColourTransform.SRGB : new ColourTransform(curves, matrix));
    } catch (IndexOutOfBoundsException damaged) {
      return Optional.empty();
    }
  }

  /** The transform for a profile of grey codes by one curve; empty for all others. */
  Optional<ColourTransform> greyTransform() {
    try {
      int at = tag("kTRC");
      float[] curve = ascii(16, 4).equals("GRAY") && at >= 0 ? curve(at) : null;
      if (curve == null) {
        return Optional.empty();
      }
      if (ascii(20, 4).equals("Lab ")) {
        for (int code = 0; code < curve.length; code++) {
          curve[code] = lightOf(curve[code]);
        }
      }
      float[][] curves = {curve, curve, curve};
      return Optional.of(
          isSrgb(UNCHANGED, curves) ? ColourTransform.SRGB : new ColourTransform(curves, null));
    } catch (IndexOutOfBoundsException damaged) {
      return Optional.empty();
    }
  }

  /** Of a lightness from 0 to 1: CIE 15, its linear part below 8 %. */
  private static float lightOf(float lightness) {
    double root = (100 * lightness + 16) / 116.0;
    return (float) (lightness > 0.08 ? root * root * root : 2700 * lightness / 24389.0);
  }

  /** Within half a code of sRGB everywhere, so that the common case takes the short way. */
  private static boolean isSrgb(double[] matrix, float[][] curves) {
    for (int i = 0; i < 9; i++) {
      if (Math.abs(matrix[i] - (i % 4 == 0 ? 1 : 0)) > 0.002) {
        return false;
      }
    }
    for (float[] curve : curves) {
      for (int code = 0; code < 256; code++) {
        if (Math.abs(255 * Srgb.encode(curve[code]) - code) > 0.5) {
          return false;
        }
      }
    }
    return true;
  }

  /** Table of 256 linear values, or null where the curve is of a kind this reader does not know. */
  private float[] curve(int at) {
    return switch (ascii(at, 4)) {
      case "curv" -> sampledCurve(at);
      case "para" -> parametricCurve(at);
      default -> null;
    };
  }

  private float[] sampledCurve(int at) {
    int count = bytes.getInt(at + 8);
    float[] table = new float[256];
    if (count < 0 || count > 65_536) {
      return null;
    }
    for (int code = 0; code < 256; code++) {
      double x = code / 255.0;
      if (count == 0) {
        table[code] = (float) x;
      } else if (count == 1) {
        table[code] = (float) Math.pow(x, (bytes.getShort(at + 12) & 0xFFFF) / 256.0);
      } else {
        double place = x * (count - 1);
        int low = (int) Math.min(place, count - 2);
        double a = (bytes.getShort(at + 12 + 2 * low) & 0xFFFF) / 65535.0;
        double b = (bytes.getShort(at + 14 + 2 * low) & 0xFFFF) / 65535.0;
        table[code] = (float) (a + (place - low) * (b - a));
      }
    }
    return table;
  }

  /** ICC.1:2022, table 68: parametric curve types 0 to 4. */
  private float[] parametricCurve(int at) {
    int type = bytes.getShort(at + 8);
    int[] counts = {1, 3, 4, 5, 7};
    if (type < 0 || type >= counts.length) {
      return null;
    }
    double[] p = new double[7];
    for (int i = 0; i < counts[type]; i++) {
      p[i] = fixed(at + 12 + 4 * i);
    }
    double g = p[0];
    double a = type == 0 ? 1 : p[1];
    double b = p[2];
    double c = type == 0 || type == 1 ? 0 : p[3];
    float[] table = new float[256];
    for (int code = 0; code < 256; code++) {
      double x = code / 255.0;
      double y =
          switch (type) {
            case 0 -> Math.pow(x, g);
            case 1 -> x >= -b / a ? Math.pow(a * x + b, g) : 0;
            case 2 -> x >= -b / a ? Math.pow(a * x + b, g) + c : c;
            case 3 -> x >= p[4] ? Math.pow(a * x + b, g) : c * x;
            default -> x >= p[4] ? Math.pow(a * x + b, g) + p[5] : c * x + p[6];
          };
      table[code] = (float) y;
    }
    return table;
  }

  /** Byte offset of a tag's data, or -1. */
  private int tag(String name) {
    int count = Math.min(bytes.getInt(HEADER_BYTES), MAX_TAGS);
    for (int i = 0; i < count; i++) {
      int entry = HEADER_BYTES + 4 + 12 * i;
      if (ascii(entry, 4).equals(name)) {
        int offset = bytes.getInt(entry + 4);
        if (offset < 0) {
          throw new IndexOutOfBoundsException("tag " + name + " at " + offset);
        }
        return offset;
      }
    }
    return -1;
  }

  private double fixed(int at) {
    return bytes.getInt(at) / 65536.0;
  }

  private String ascii(int at, int length) {
    return new String(bytes.array(), at, length, StandardCharsets.ISO_8859_1);
  }

  private static double[] multiply(double[] left, double[] right) {
    double[] product = new double[9];
    for (int row = 0; row < 3; row++) {
      for (int column = 0; column < 3; column++) {
        for (int k = 0; k < 3; k++) {
          product[3 * row + column] += left[3 * row + k] * right[3 * k + column];
        }
      }
    }
    return product;
  }
}
