package app.istante.core.sim;

import java.util.Arrays;
import java.util.stream.IntStream;

/**
 * Smooths the light that surfaces throw on each other, which varies slowly, without crossing edges:
 * the colour of the surface is divided out, what is left is averaged by the edge-avoiding wavelet
 * filter of Dammertz, Sewtz, Hanika and Lensch (2010), steered by normal and depth, and the colour
 * is multiplied in again. Means are kept, so the truth stays true; fine contact shade is softened.
 */
final class ThrownLight {
  /** B3 spline, one side. */
  private static final float[] KERNEL = {3f / 8, 1f / 4, 1f / 16};

  private static final float LEAST_ALBEDO = 0.02f;

  /** Normals 0.06 apart (squared) count for 1/e. */
  private static final float PER_NORMAL = 1 / 0.06f;

  /** Depths this share apart, for each pixel of distance, count for 1/e. */
  private static final float DEPTH_SPREAD = 0.004f;

  private static final int DEPTH = 3;
  private static final int SHAPE = 4;

  private final int width;
  private final int height;
  private final float[][] guides;

  /** Normal in three planes, and depth. */
  private final float[][] shape;

  ThrownLight(int width, int height, float[][] guides, float[] depth) {
    this.width = width;
    this.height = height;
    this.guides = guides;
    this.shape = new float[][] {guides[3], guides[4], guides[5], depth};
  }

  /** The more passes were made, the less is smoothed. */
  void smooth(float[][] light, int passes) {
    int rounds = passes < 8 ? 5 : passes < 32 ? 4 : passes < 128 ? 3 : passes < 512 ? 2 : 0;
    float[][] from = new float[3][width * height];
    float[][] to = new float[3][width * height];
    for (int channel = 0; channel < 3; channel++) {
      for (int i = 0; i < width * height; i++) {
        from[channel][i] = light[channel][i] / Math.max(LEAST_ALBEDO, guides[channel][i]);
      }
    }
    for (int round = 0; round < rounds; round++) {
      int step = 1 << round;
      float[][] in = from;
      float[][] out = to;
      IntStream.range(0, height).parallel().forEach(y -> row(in, out, y, step));
      from = out;
      to = in;
    }
    for (int channel = 0; channel < 3; channel++) {
      for (int i = 0; i < width * height; i++) {
        light[channel][i] = from[channel][i] * Math.max(LEAST_ALBEDO, guides[channel][i]);
      }
    }
  }

  /**
   * One row of one round. The rows that count for it are copied beside it first, and the loops kept
   * short: only then does the compiler make them work on many pixels at once.
   */
  private void row(float[][] in, float[][] out, int y, int step) {
    float[][] here = new float[SHAPE][];
    float[][] there = new float[SHAPE][width];
    for (int part = 0; part < SHAPE; part++) {
      here[part] = Arrays.copyOfRange(shape[part], y * width, (y + 1) * width);
    }
    float[] perDepth = new float[width];
    for (int x = 0; x < width; x++) {
      perDepth[x] = 1 / (DEPTH_SPREAD * step * Math.max(1, here[DEPTH][x]));
    }
    float[] near = new float[width];
    float[] light = new float[width];
    float[] weights = new float[width];
    float[][] sums = new float[3][width];
    int above = Math.max(-2, -(y / step));
    int below = Math.min(2, (height - 1 - y) / step);
    for (int dy = above; dy <= below; dy++) {
      for (int dx = -2; dx <= 2; dx++) {
        int shift = dx * step;
        int from = Math.max(0, -shift);
        int to = Math.min(width, width - shift);
        int source = (y + dy * step) * width + shift + from;
        for (int part = 0; part < SHAPE; part++) {
          System.arraycopy(shape[part], source, there[part], from, to - from);
        }
        scaledApart(near, here[DEPTH], there[DEPTH], perDepth, from, to);
        for (int part = 0; part < DEPTH; part++) {
          addApart(near, here[part], there[part], from, to);
        }
        weigh(near, KERNEL[Math.abs(dy)] * KERNEL[Math.abs(dx)], from, to);
        for (int x = from; x < to; x++) {
          weights[x] += near[x];
        }
        for (int channel = 0; channel < 3; channel++) {
          System.arraycopy(in[channel], source, light, from, to - from);
          addWeighted(sums[channel], near, light, from, to);
        }
      }
    }
    for (int channel = 0; channel < 3; channel++) {
      for (int x = 0; x < width; x++) {
        out[channel][y * width + x] = sums[channel][x] / weights[x];
      }
    }
  }

  private static void scaledApart(
      float[] apart, float[] here, float[] there, float[] scale, int from, int to) {
    for (int x = from; x < to; x++) {
      float d = (there[x] - here[x]) * scale[x];
      apart[x] = d * d;
    }
  }

  private static void addApart(float[] apart, float[] here, float[] there, int from, int to) {
    for (int x = from; x < to; x++) {
      float d = there[x] - here[x];
      apart[x] += PER_NORMAL * (d * d);
    }
  }

  /** e^-x near enough for a weight: (1 - x / 8)^8, nothing from x = 8 on. */
  private static void weigh(float[] apart, float kernel, int from, int to) {
    for (int x = from; x < to; x++) {
      float w = 1 - apart[x] * 0.125f;
      w = 0.5f * (w + Math.abs(w));
      w *= w;
      w *= w;
      w *= w;
      apart[x] = kernel * w;
    }
  }

  private static void addWeighted(float[] sum, float[] weight, float[] value, int from, int to) {
    for (int x = from; x < to; x++) {
      sum[x] += weight[x] * value[x];
    }
  }
}
