package app.istante.core.sim;

/** Light as it reaches the sensor, linear and unbounded, with the product's exact cover. */
public final class Rendering {
  private final int width;
  private final int height;
  private final float[][] rgb;
  private final float[] cover;

  Rendering(int width, int height) {
    this.width = width;
    this.height = height;
    this.rgb = new float[3][width * height];
    this.cover = new float[width * height];
  }

  void set(int x, int y, double red, double green, double blue) {
    rgb[0][y * width + x] = (float) red;
    rgb[1][y * width + x] = (float) green;
    rgb[2][y * width + x] = (float) blue;
  }

  void setCover(int x, int y, double share) {
    cover[y * width + x] = (float) share;
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
}
