package app.istante.core.sim;

import java.io.BufferedInputStream;
import java.io.BufferedOutputStream;
import java.io.DataInputStream;
import java.io.DataOutputStream;
import java.io.IOException;
import java.nio.ByteBuffer;
import java.nio.file.Files;
import java.nio.file.Path;
import java.nio.file.StandardCopyOption;
import java.util.List;
import java.util.zip.Deflater;
import java.util.zip.DeflaterOutputStream;
import java.util.zip.InflaterInputStream;

/** Light as it reaches the sensor, linear and unbounded, with what is true of each pixel. */
public final class Rendering {
  /** Sign, exponent and twelve bits of the mantissa. */
  private static final int KEPT_BITS = 0xFFFFF800;

  private final int width;
  private final int height;
  private final float[][] rgb;
  private final float[] cover;
  private final float[] surrounding;
  private final float[] kept;
  private final float[] depth;

  Rendering(int width, int height) {
    this.width = width;
    this.height = height;
    this.rgb = new float[3][width * height];
    this.cover = new float[width * height];
    this.surrounding = new float[width * height];
    this.kept = new float[width * height];
    this.depth = new float[width * height];
  }

  /** Keeps it for another time, to about 1 part in 4000; {@link #read} gives it back. */
  public void write(Path file) throws IOException {
    Path unfinished = Files.createTempFile(file.getParent(), "light", ".part");
    try (DataOutputStream out =
        new DataOutputStream(
            new DeflaterOutputStream(
                new BufferedOutputStream(Files.newOutputStream(unfinished)),
                new Deflater(Deflater.BEST_SPEED)))) {
      out.writeInt(width);
      out.writeInt(height);
      for (float[] plane : planes()) {
        ByteBuffer bytes = ByteBuffer.allocate(4 * plane.length);
        for (float value : plane) {
          bytes.putInt(Float.floatToRawIntBits(value) & KEPT_BITS);
        }
        out.write(bytes.array());
      }
    }
    Files.move(unfinished, file, StandardCopyOption.ATOMIC_MOVE);
  }

  public static Rendering read(Path file) throws IOException {
    try (DataInputStream in =
        new DataInputStream(
            new InflaterInputStream(new BufferedInputStream(Files.newInputStream(file))))) {
      Rendering light = new Rendering(in.readInt(), in.readInt());
      byte[] bytes = new byte[4 * light.width * light.height];
      for (float[] plane : light.planes()) {
        in.readFully(bytes);
        ByteBuffer.wrap(bytes).asFloatBuffer().get(plane);
      }
      return light;
    }
  }

  private List<float[]> planes() {
    return List.of(rgb[0], rgb[1], rgb[2], cover, surrounding, kept, depth);
  }

  void set(int x, int y, double red, double green, double blue) {
    rgb[0][y * width + x] = (float) red;
    rgb[1][y * width + x] = (float) green;
    rgb[2][y * width + x] = (float) blue;
  }

  public int width() {
    return width;
  }

  public int height() {
    return height;
  }

  /** Three planes: red, green, blue. */
  public float[][] rgb() {
    return rgb;
  }

  /** Share of each pixel covered by the product, 0 to 1. */
  public float[] cover() {
    return cover;
  }

  /** Share of each pixel that shows neither product nor sheet: table, wall, cards. */
  public float[] surrounding() {
    return surrounding;
  }

  /** Direct light that the product keeps from the ground: luminance. */
  public float[] kept() {
    return kept;
  }

  /** Distance of what is seen along the camera's axis, mm; 0 where nothing is. */
  public float[] depthMm() {
    return depth;
  }

  /** Share of the light that the product takes from the ground at a pixel, 0 to 1. */
  public double shadow(int at) {
    if (cover[at] > 0 || surrounding[at] > 0) {
      return 0;
    }
    double rest = 0.2126 * rgb[0][at] + 0.7152 * rgb[1][at] + 0.0722 * rgb[2][at];
    return kept[at] <= 0 ? 0 : kept[at] / (kept[at] + rest);
  }
}
