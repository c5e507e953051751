package app.istante.core.sim;

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

  /** Normals this far apart (squared) count for 1/e. */
  private static final float NORMAL_SPREAD = 0.06f;

  /** Depths this share apart, for each pixel of distance, count for 1/e. */
  private static final float DEPTH_SPREAD = 0.004f;

  private final int width;
  private final int height;
  private final float[][] guides;

  /** Normal and depth of each pixel side by side, as they are read together. */
  private final float[] shape;

  ThrownLight(int width, int height, float[][] guides, float[] depth) {
    this.width = width;
    this.height = height;
    this.guides = guides;
    this.shape = new float[4 * width * height];
    for (int i = 0; i < width * height; i++) {
      shape[4 * i] = guides[3][i];
      shape[4 * i + 1] = guides[4][i];
      shape[4 * i + 2] = guides[5][i];
      shape[4 * i + 3] = depth[i];
    }
  }

  /** The more passes were made, the less is smoothed. */
  void smooth(float[][] light, int passes) {
    int rounds = passes < 8 ? 5 : passes < 32 ? 4 : passes < 128 ? 3 : passes < 512 ? 2 : 0;
    float[] from = new float[3 * width * height];
    for (int i = 0; i < width * height; i++) {
      for (int channel = 0; channel < 3; channel++) {
        from[3 * i + channel] = light[channel][i] / Math.max(LEAST_ALBEDO, guides[channel][i]);
      }
    }
    float[] to = new float[from.length];
    for (int round = 0; round < rounds; round++) {
      int step = 1 << round;
      float[] in = from;
      float[] out = to;
      IntStream.range(0, height).parallel().forEach(y -> row(in, out, y, step));
      from = out;
      to = in;
    }
    for (int i = 0; i < width * height; i++) {
      for (int channel = 0; channel < 3; channel++) {
        light[channel][i] = from[3 * i + channel] * Math.max(LEAST_ALBEDO, guides[channel][i]);
      }
    }
  }

  private void row(float[] in, float[] out, int y, int step) {
    for (int x = 0; x < width; x++) {
      int at = y * width + x;
      float nx = shape[4 * at];
      float ny = shape[4 * at + 1];
      float nz = shape[4 * at + 2];
      float deep = shape[4 * at + 3];
      float red = 0;
      float green = 0;
      float blue = 0;
      float weights = 0;
      float perMm = 1 / (DEPTH_SPREAD * step * Math.max(1, deep));
      for (int dy = -2; dy <= 2; dy++) {
        int row = y + dy * step;
        if (row < 0 || row >= height) {
          continue;
        }
        float along = KERNEL[Math.abs(dy)];
        for (int dx = -2; dx <= 2; dx++) {
          int column = x + dx * step;
          if (column < 0 || column >= width) {
            continue;
          }
          int to = row * width + column;
          float a = shape[4 * to] - nx;
          float b = shape[4 * to + 1] - ny;
          float c = shape[4 * to + 2] - nz;
          float d = (shape[4 * to + 3] - deep) * perMm;
          float apart = (a * a + b * b + c * c) / NORMAL_SPREAD + d * d;
          if (apart > 8) {
            continue;
          }
          // e^-x near enough for a weight: (1 - x / 8)^8.
          float near = 1 - apart / 8;
          near *= near;
          near *= near;
          near *= near;
          float w = along * KERNEL[Math.abs(dx)] * near;
          red += w * in[3 * to];
          green += w * in[3 * to + 1];
          blue += w * in[3 * to + 2];
          weights += w;
        }
      }
      out[3 * at] = red / weights;
      out[3 * at + 1] = green / weights;
      out[3 * at + 2] = blue / weights;
    }
  }
}
