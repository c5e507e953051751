package app.istante.core.image;

import java.nio.ByteBuffer;
import java.nio.charset.StandardCharsets;
import java.util.Arrays;
import java.util.Map;
import org.apache.commons.math3.linear.MatrixUtils;
import org.apache.commons.math3.linear.RealMatrix;

/**
 * Colours that a file names without a profile, made one (ICC.1:2022): by numbers, as HEIC and AVIF
 * do (ITU-T H.273, tables 2 and 3), as a camera's wide ones (JEITA CP-3461, DCF), or by their
 * places in the chromaticity diagram, as a PNG can.
 */
final class NamedColours {
  private static final int SRGB_PRIMARIES = 1;
  private static final int SRGB_CURVE = 13;

  private static final double[] D65 = {0.3127, 0.3290};
  private static final double[] C = {0.310, 0.316};

  /** Red, green, blue and white, x and y of each. */
  private static final Map<Integer, double[][]> PRIMARIES =
      Map.of(
          4, new double[][] {{0.67, 0.33}, {0.21, 0.71}, {0.14, 0.08}, C},
          5, new double[][] {{0.64, 0.33}, {0.29, 0.60}, {0.15, 0.06}, D65},
          6, new double[][] {{0.630, 0.340}, {0.310, 0.595}, {0.155, 0.070}, D65},
          7, new double[][] {{0.630, 0.340}, {0.310, 0.595}, {0.155, 0.070}, D65},
          8, new double[][] {{0.681, 0.319}, {0.243, 0.692}, {0.145, 0.049}, C},
          9, new double[][] {{0.708, 0.292}, {0.170, 0.797}, {0.131, 0.046}, D65},
          11, new double[][] {{0.680, 0.320}, {0.265, 0.690}, {0.150, 0.060}, {0.314, 0.351}},
          12, new double[][] {{0.680, 0.320}, {0.265, 0.690}, {0.150, 0.060}, D65},
          22, new double[][] {{0.630, 0.340}, {0.295, 0.605}, {0.155, 0.077}, D65});

  private static final double[][] OF_SRGB = {{0.64, 0.33}, {0.30, 0.60}, {0.15, 0.06}, D65};

  /** The optional colours of DCF, and their exponent. */
  private static final double[][] OF_DCF = {{0.64, 0.33}, {0.21, 0.71}, {0.15, 0.06}, D65};

  private static final double DCF_GAMMA = 563 / 256.0;

  /** Exponents; all others but those of high range are shown by sRGB's curve, as browsers do. */
  private static final Map<Integer, Double> GAMMAS = Map.of(4, 2.2, 5, 2.8, 8, 1.0, 17, 2.6);

  /** sRGB's curve as ICC's parametric one of type 3: exponent, a, b, c, d. */
  private static final double[] CURVE = {2.4, 1 / 1.055, 0.055 / 1.055, 1 / 12.92, 0.04045};

  /** XYZ of D50, the white of profiles. */
  private static final double[] D50 = {0.9642, 1, 0.8249};

  /** XYZ to the cones of Bradford's adaptation. */
  private static final RealMatrix CONES =
      MatrixUtils.createRealMatrix(
          new double[][] {
            {0.8951, 0.2664, -0.1614}, {-0.7502, 1.7135, 0.0367}, {0.0389, -0.0685, 1.0296}
          });

  private static final double SAME_PLACE = 0.002;

  private static final double LEAST_TRIANGLE = 0.02;

  private static final int HEADER_BYTES = 128;
  private static final int ENTRY_BYTES = 12;

  private NamedColours() {}

  /** Whether the curve is one for screens of high range: perceptual quantizer, hybrid log-gamma. */
  static boolean isHighRange(int curve) {
    return curve == 16 || curve == 18;
  }

  /**
   * @param primaries number of the colours, 0 where there is none
   * @param curve number of the curve, 0 where there is none
   * @return null where they are those of sRGB, or are not told
   */
  static byte[] profile(int primaries, int curve) {
    double[][] places = PRIMARIES.get(primaries);
    Double gamma = GAMMAS.get(curve);
    if (places == null && gamma == null) {
      return null;
    }
    int told = places == null ? SRGB_PRIMARIES : primaries;
    String name = "colours " + told + ", curve " + (gamma == null ? SRGB_CURVE : curve);
    return profile(name + " of H.273", places == null ? OF_SRGB : places, gamma);
  }

  /** What cameras that are set to wide colours write without a profile. */
  static byte[] wideOfDcf() {
    return profile("wide colours of DCF", OF_DCF, DCF_GAMMA);
  }

  /**
   * @param places x and y of white, red, green and blue, or null for sRGB's
   * @param gamma exponent, or null for sRGB's curve, which stands for one beyond 0.4 to 4, too
   * @return null where they are those of sRGB, or make no colours
   */
  static byte[] profile(double[] places, Double gamma) {
    // An exponent of 2.2 is what programs write that mean sRGB's curve.
    boolean curved = gamma == null || Math.abs(gamma - 2.2) < 0.03 || gamma < 0.4 || gamma > 4;
    Double own = curved ? null : gamma;
    double[][] colours = OF_SRGB;
    if (places != null) {
      colours = new double[4][];
      for (int i = 0; i < 4; i++) {
        colours[(i + 3) % 4] = new double[] {places[2 * i], places[2 * i + 1]};
      }
    }
    if (own == null && isSrgb(colours) || !areColours(colours)) {
      return null;
    }
    return profile("colours of its own", colours, own);
  }

  private static boolean isSrgb(double[][] colours) {
    double off = 0;
    for (int i = 0; i < 4; i++) {
      off = Math.max(off, Math.abs(colours[i][0] - OF_SRGB[i][0]));
      off = Math.max(off, Math.abs(colours[i][1] - OF_SRGB[i][1]));
    }
    return off < SAME_PLACE;
  }

  /** Whether a triangle has some area, and no corner lies where there is no light. */
  private static boolean areColours(double[][] c) {
    double twiceArea =
        (c[1][0] - c[0][0]) * (c[2][1] - c[0][1]) - (c[2][0] - c[0][0]) * (c[1][1] - c[0][1]);
    return Math.abs(twiceArea) > LEAST_TRIANGLE
        && Arrays.stream(c)
            .allMatch(xy -> xy[1] > 0 && xy[0] >= 0 && xy[0] + xy[1] < 1 + SAME_PLACE);
  }

  private static byte[] profile(String name, double[][] places, Double gamma) {
    RealMatrix toXyz = adapted(places);
    byte[] curve = gamma == null ? fixed("para", 3 << 16, CURVE) : fixed("para", 0, gamma);
    String[] names = {"desc", "wtpt", "rXYZ", "gXYZ", "bXYZ", "rTRC", "gTRC", "bTRC"};
    byte[][] tags = {
      described(name),
      fixed("XYZ ", -1, D50),
      fixed("XYZ ", -1, toXyz.getColumn(0)),
      fixed("XYZ ", -1, toXyz.getColumn(1)),
      fixed("XYZ ", -1, toXyz.getColumn(2)),
      curve,
      curve,
      curve
    };
    int offset = HEADER_BYTES + 4 + ENTRY_BYTES * tags.length;
    int size = offset;
    for (byte[] tag : tags) {
      size += tag.length;
    }
    ByteBuffer all = ByteBuffer.allocate(size);
    all.putInt(0, size).putInt(8, 0x04200000);
    all.position(12).put(ascii("mntrRGB XYZ "));
    all.position(36).put(ascii("acsp"));
    all.position(68);
    for (double axis : D50) {
      all.putInt((int) Math.round(axis * 65_536));
    }
    all.position(HEADER_BYTES).putInt(tags.length);
    for (int i = 0; i < tags.length; i++) {
      all.put(ascii(names[i])).putInt(offset).putInt(tags[i].length);
      offset += tags[i].length;
    }
    for (byte[] tag : tags) {
      all.put(tag);
    }
    return all.array();
  }

  /** A column for each colour: the XYZ that make white together, which is D50 (Bradford). */
  private static RealMatrix adapted(double[][] places) {
    RealMatrix colours =
        MatrixUtils.createRealMatrix(
                new double[][] {xyz(places[0]), xyz(places[1]), xyz(places[2])})
            .transpose();
    double[] white = xyz(places[3]);
    double[] shares = MatrixUtils.inverse(colours).operate(white);
    double[] from = CONES.operate(white);
    double[] to = CONES.operate(D50);
    double[] gains = {to[0] / from[0], to[1] / from[1], to[2] / from[2]};
    return MatrixUtils.inverse(CONES)
        .multiply(MatrixUtils.createRealDiagonalMatrix(gains))
        .multiply(CONES)
        .multiply(colours)
        .multiply(MatrixUtils.createRealDiagonalMatrix(shares));
  }

  /** Of a place in the chromaticity diagram, with a luminance of 1. */
  private static double[] xyz(double[] place) {
    return new double[] {place[0] / place[1], 1, (1 - place[0] - place[1]) / place[1]};
  }

  /** A tag of numbers of 16 bits before and 16 after the point. */
  private static byte[] fixed(String type, int kind, double... numbers) {
    ByteBuffer tag = ByteBuffer.allocate(8 + (kind < 0 ? 0 : 4) + 4 * numbers.length);
    tag.put(ascii(type)).putInt(0);
    if (kind >= 0) {
      tag.putInt(kind);
    }
    for (double number : numbers) {
      tag.putInt((int) Math.round(number * 65_536));
    }
    return tag.array();
  }

  /** A name in one language. */
  private static byte[] described(String name) {
    byte[] letters = name.getBytes(StandardCharsets.UTF_16BE);
    // Tags begin at multiples of four bytes.
    ByteBuffer tag = ByteBuffer.allocate(28 + (letters.length + 3) / 4 * 4);
    tag.put(ascii("mluc")).putInt(0).putInt(1).putInt(12).put(ascii("enUS"));
    tag.putInt(letters.length).putInt(28).put(letters);
    return tag.array();
  }

  private static byte[] ascii(String text) {
    return text.getBytes(StandardCharsets.US_ASCII);
  }
}
