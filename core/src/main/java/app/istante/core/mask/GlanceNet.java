package app.istante.core.mask;

import java.io.IOException;
import java.io.InputStream;
import java.io.UncheckedIOException;
import java.nio.ByteBuffer;
import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * A small convolutional network (Ronneberger, Fischer and Brox 2015: going down by halves, up again
 * with what was seen on the way; where it is coarsest, rounds that add to what is known, He and
 * others 2015) that tells which part of a coarse picture is the product. Its weights were learned
 * from drawn and traced pictures whose product is known ({@code scripts/glance}); here they are
 * only applied. Can be used by several threads at once.
 */
final class GlanceNet {

  /** Pictures' sides are multiples of this, so that they can be halved four times. */
  static final int STEP_PX = 16;

  private static final int TAPS = 9;

  /** Maps are worked through in pieces that stay in the processor's nearest memory. */
  private static final int PIECE_PX = 512;

  /** Fewer maps at a time are not worth another thread. */
  private static final int LEAST_AT_ONCE = 8;

  private static final GlanceNet FIRST = load("glance-net.bin");

  /** Only doubtful pictures need it: read when first asked for. */
  private static final class Second {
    static final GlanceNet NET = load("glance-net-second.bin");
  }

  private static final GlanceNet GROUND = load("ground-net.bin");

  private final Layer[][] down;
  private final Layer middle;
  private final Layer[][] rounds;
  private final Layer[] up;
  private final Layer last;

  private GlanceNet(Layer[][] down, Layer middle, Layer[][] rounds, Layer[] up, Layer last) {
    this.down = down;
    this.middle = middle;
    this.rounds = rounds;
    this.up = up;
    this.last = last;
  }

  /** What a picture is looked at with. */
  static GlanceNet first() {
    return FIRST;
  }

  /**
   * Another, wider where it is coarsest, that has learned from more upright and close pictures. It
   * knows these better, flat ones less well, and errs elsewhere: what both see is seldom wrong.
   */
  static GlanceNet second() {
    return Second.NET;
  }

  /** Another that tells how much light the product takes from the ground: {@link BareGround}. */
  static GlanceNet ground() {
    return GROUND;
  }

  /** One channel after the other, each with a rim of zeros one pixel wide. */
  private record Maps(int width, int height, float[][] channels) {
    static Maps empty(int width, int height, int channels) {
      return new Maps(width, height, new float[channels][(width + 2) * (height + 2)]);
    }

    int row() {
      return width + 2;
    }

    Maps and(Maps others) {
      float[][] all = Arrays.copyOf(channels, channels.length + others.channels.length);
      System.arraycopy(others.channels, 0, all, channels.length, others.channels.length);
      return new Maps(width, height, all);
    }

    /** The largest of each two by two. */
    Maps halved() {
      Maps half = empty(width / 2, height / 2, channels.length);
      for (int c = 0; c < channels.length; c++) {
        float[] in = channels[c];
        float[] out = half.channels[c];
        for (int y = 0; y < half.height; y++) {
          int from = (2 * y + 1) * row() + 1;
          int below = from + row();
          int to = (y + 1) * half.row() + 1;
          for (int x = 0; x < half.width; x++) {
            float upper = Math.max(in[from + 2 * x], in[from + 2 * x + 1]);
            float lower = Math.max(in[below + 2 * x], in[below + 2 * x + 1]);
            out[to + x] = Math.max(upper, lower);
          }
        }
      }
      return half;
    }

    Maps doubled() {
      Maps twice = empty(2 * width, 2 * height, channels.length);
      for (int c = 0; c < channels.length; c++) {
        float[] in = channels[c];
        float[] out = twice.channels[c];
        for (int y = 0; y < height; y++) {
          int from = (y + 1) * row() + 1;
          int to = (2 * y + 1) * twice.row() + 1;
          for (int x = 0; x < width; x++) {
            out[to + 2 * x] = in[from + x];
            out[to + 2 * x + 1] = in[from + x];
          }
          System.arraycopy(out, to, out, to + twice.row(), twice.width);
        }
      }
      return twice;
    }
  }

  /** Three by three weights for each pair of channels. */
  private record Layer(float[][][] weights, float[] bias) {
    /** Negative sums are cut off at zero. */
    Maps run(Maps in) {
      return run(in, null);
    }

    /**
     * @param known what the sums are added to, or null
     */
    Maps run(Maps in, Maps known) {
      Maps out = Maps.empty(in.width, in.height, bias.length);
      int parts = Math.max(1, bias.length / LEAST_AT_ONCE);
      IntStream.range(0, parts)
          .parallel()
          .forEach(
              part ->
                  run(
                      in,
                      known,
                      out,
                      part * bias.length / parts,
                      (part + 1) * bias.length / parts));
      return out;
    }

    /** Those of the maps from {@code first} (inclusive) to {@code end} (exclusive). */
    private void run(Maps in, Maps known, Maps out, int first, int end) {
      int row = in.row();
      // Rims are computed too, so that a map is one long run, and cleared again.
      int from = row + 1;
      int to = (in.height + 1) * row - 1;
      float[][] moved = new float[TAPS][PIECE_PX];
      float[][] sums = new float[end - first][PIECE_PX];
      for (int start = from; start < to; start += PIECE_PX) {
        int count = Math.min(PIECE_PX, to - start);
        for (int c = first; c < end; c++) {
          Arrays.fill(sums[c - first], 0, count, bias[c]);
          if (known != null) {
            plus(known.channels[c], start, count, sums[c - first]);
          }
        }
        for (int i = 0; i < in.channels.length; i++) {
          move(in.channels[i], row, start, count, moved);
          for (int c = first; c < end; c++) {
            for (int tap = 0; tap < TAPS; tap += 3) {
              add(moved, tap, weights[c][i], count, sums[c - first]);
            }
          }
        }
        for (int c = first; c < end; c++) {
          cut(sums[c - first], count, out.channels[c], start);
        }
      }
      for (int c = first; c < end; c++) {
        clearRims(out.channels[c], row, in.height);
      }
    }

    /** What each tap sees, at the place that it is seen from. */
    private static void move(float[] in, int row, int start, int count, float[][] moved) {
      for (int tap = 0; tap < TAPS; tap++) {
        int off = (tap / 3 - 1) * row + tap % 3 - 1;
        System.arraycopy(in, start + off, moved[tap], 0, count);
      }
    }

    /**
     * Three taps. Only a loop that reads and writes all arrays at the same place, and not too many
     * of them, is turned into vectors; it is ten times as quick.
     */
    private static void add(float[][] moved, int tap, float[] weights, int count, float[] sum) {
      float[] left = moved[tap];
      float[] middle = moved[tap + 1];
      float[] right = moved[tap + 2];
      float w0 = weights[tap];
      float w1 = weights[tap + 1];
      float w2 = weights[tap + 2];
      for (int at = 0; at < count; at++) {
        sum[at] += w0 * left[at] + w1 * middle[at] + w2 * right[at];
      }
    }

    private static void plus(float[] map, int start, int count, float[] sums) {
      for (int at = 0; at < count; at++) {
        sums[at] += map[start + at];
      }
    }

    private static void cut(float[] sums, int count, float[] map, int start) {
      for (int at = 0; at < count; at++) {
        map[start + at] = Math.max(0, sums[at]);
      }
    }

    private static void clearRims(float[] map, int row, int height) {
      for (int y = 1; y <= height; y++) {
        map[y * row] = 0;
        map[(y + 1) * row - 1] = 0;
      }
    }
  }

  /**
   * @param rgb planes of red, green and blue, sRGB codes from 0 to 1, row by row
   * @param width a multiple of {@link #STEP_PX}, as is the height
   * @return for each pixel, how likely it shows the product: 0 to 1
   */
  float[] shares(float[][] rgb, int width, int height) {
    if (width % STEP_PX != 0 || height % STEP_PX != 0) {
      throw new IllegalArgumentException(
          "width [" + width + "] and height [" + height + "] must be multiples of " + STEP_PX);
    }
    Maps maps = Maps.empty(width, height, rgb.length);
    for (int c = 0; c < rgb.length; c++) {
      for (int y = 0; y < height; y++) {
        for (int x = 0; x < width; x++) {
          maps.channels[c][(y + 1) * maps.row() + x + 1] = 4 * (rgb[c][y * width + x] - 0.5f);
        }
      }
    }
    Maps[] seen = new Maps[down.length];
    for (int level = 0; level < down.length; level++) {
      maps = level == 0 ? maps : maps.halved();
      for (Layer layer : down[level]) {
        maps = layer.run(maps);
      }
      seen[level] = maps;
    }
    maps = middle.run(maps);
    for (Layer[] round : rounds) {
      maps = round[1].run(round[0].run(maps), maps);
    }
    for (int k = 0; k < up.length; k++) {
      maps = up[k].run(maps.doubled().and(seen[down.length - 2 - k]));
    }
    return likely(maps);
  }

  private float[] likely(Maps maps) {
    float[] shares = new float[maps.width * maps.height];
    for (int at = 0; at < shares.length; at++) {
      int in = (at / maps.width + 1) * maps.row() + at % maps.width + 1;
      double sum = last.bias[0];
      for (int c = 0; c < maps.channels.length; c++) {
        sum += last.weights[0][c][0] * maps.channels[c][in];
      }
      shares[at] = (float) (1 / (1 + Math.exp(-sum)));
    }
    return shares;
  }

  /**
   * The weights' file: the number of levels, each one's channels and the number of rounds (bytes),
   * then layer by layer and channel by channel its bias and its scale (floats) and its weights, in
   * 127ths of the scale (signed bytes).
   */
  private static GlanceNet load(String weights) {
    try (InputStream in = GlanceNet.class.getResourceAsStream(weights)) {
      ByteBuffer data = ByteBuffer.wrap(in.readAllBytes());
      int[] channels = new int[data.get()];
      for (int level = 0; level < channels.length; level++) {
        channels[level] = data.get();
      }
      Layer[][] rounds = new Layer[data.get()][];
      Layer[][] down = new Layer[channels.length][];
      int before = 3;
      for (int level = 0; level < down.length; level++) {
        int here = channels[level];
        down[level] = new Layer[] {layer(data, before, here, TAPS), layer(data, here, here, TAPS)};
        before = here;
      }
      Layer middle = layer(data, before, before, TAPS);
      for (int k = 0; k < rounds.length; k++) {
        rounds[k] =
            new Layer[] {layer(data, before, before, TAPS), layer(data, before, before, TAPS)};
      }
      Layer[] up = new Layer[channels.length - 1];
      for (int k = 0; k < up.length; k++) {
        int here = channels[channels.length - 2 - k];
        up[k] = layer(data, before + here, here, TAPS);
        before = here;
      }
      return new GlanceNet(down, middle, rounds, up, layer(data, before, 1, 1));
    } catch (IOException e) {
      throw new UncheckedIOException("the weights that ship with Istante can be read", e);
    }
  }

  private static Layer layer(ByteBuffer data, int from, int to, int taps) {
    float[][][] weights = new float[to][from][taps];
    float[] bias = new float[to];
    for (int c = 0; c < to; c++) {
      bias[c] = data.getFloat();
      float scale = data.getFloat() / Byte.MAX_VALUE;
      for (float[] each : weights[c]) {
        for (int tap = 0; tap < taps; tap++) {
          each[tap] = scale * data.get();
        }
      }
    }
    return new Layer(weights, bias);
  }
}
