package app.istante.core.card;

import app.istante.core.image.LinearImage;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Regions;
import java.util.Arrays;

/** Where a picture's colour hardly changes: what patches and cards are looked for among. */
public final class FlatPlaces {
  /** Colour changes less than this over a patch, CIELAB units over two pixels. */
  private static final float FLAT = 5;

  final LinearImage image;
  final float[] l;
  final float[] a;
  final float[] b;
  final Regions regions;

  private FlatPlaces(LinearImage image, float[] l, float[] a, float[] b) {
    this.image = image;
    this.l = l;
    this.a = a;
    this.b = b;
    float[] slope = slope();
    regions = Regions.of(image.width(), image.height(), at -> slope[at] < FLAT);
  }

  /**
   * @param l CIELAB planes of the same picture
   */
  public static FlatPlaces of(LinearImage image, float[] l, float[] a, float[] b) {
    return new FlatPlaces(image, l, a, b);
  }

  private float[] slope() {
    int width = image.width();
    int height = image.height();
    float[] out = new float[l.length];
    Arrays.fill(out, Float.MAX_VALUE);
    float[] sl = Planes.boxMean(l, width, height, 1);
    float[] sa = Planes.boxMean(a, width, height, 1);
    float[] sb = Planes.boxMean(b, width, height, 1);
    for (int y = 1; y < height - 1; y++) {
      for (int x = 1; x < width - 1; x++) {
        int at = y * width + x;
        float across = difference(sl, sa, sb, at - 1, at + 1);
        float down = difference(sl, sa, sb, at - width, at + width);
        out[at] = (float) Math.sqrt(across + down);
      }
    }
    // The frame's edge is as its neighbours are.
    for (int at = 0; at < out.length; at++) {
      int x = Math.max(1, Math.min(width - 2, at % width));
      int y = Math.max(1, Math.min(height - 2, at / width));
      out[at] = width < 3 || height < 3 ? out[at] : out[y * width + x];
    }
    return out;
  }

  private static float difference(float[] l, float[] a, float[] b, int one, int two) {
    float dl = l[one] - l[two];
    float da = a[one] - a[two];
    float db = b[one] - b[two];
    return dl * dl + 0.5f * (da * da + db * db);
  }
}
