package app.istante.core.sim;

/**
 * The light that reaches each pixel, kept lamp by lamp at unit strength, so that power, colour and
 * exposure can change without new paths. Grows with each pass of the tracer; the mean over the
 * passes is the light. Two parts are kept apart: what comes straight from lamps or by mirroring
 * (nearly free of grain), and what other matte surfaces throw (grainy, but smooth by nature). With
 * them the truth: what each pixel covers, how deep it lies, and how much of each lamp's direct
 * light the product keeps from the ground.
 */
final class LightLayers {
  private final int width;
  private final int height;
  private final int layers;
  private final float[][] straight;
  private final float[][] thrown;
  private final float[][] kept;

  /** Albedo red, green, blue, then the normal x, y, z, of what is seen first. */
  private final float[][] features = new float[6][];

  private final float[] cover;
  private final float[] surrounding;
  private final float[] depth;
  private int passes;

  LightLayers(int width, int height, int layers) {
    this.width = width;
    this.height = height;
    this.layers = layers;
    int size = width * height;
    straight = new float[3 * layers][size];
    thrown = new float[3 * layers][size];
    kept = new float[layers][size];
    for (int i = 0; i < features.length; i++) {
      features[i] = new float[size];
    }
    cover = new float[size];
    surrounding = new float[size];
    depth = new float[size];
  }

  int width() {
    return width;
  }

  int height() {
    return height;
  }

  int passes() {
    return passes;
  }

  void passed(int more) {
    passes += more;
  }

  /** Adds what some samples of one pixel have gathered, layer by layer. */
  void add(int at, LightPath path) {
    for (int i = 0; i < straight.length; i++) {
      straight[i][at] += (float) path.straight[i];
      thrown[i][at] += (float) path.thrown[i];
    }
    for (int i = 0; i < layers; i++) {
      kept[i][at] += (float) path.kept[i];
    }
    addTruth(at, path);
  }

  /** The same, all layers mixed into one. */
  void addMixed(int at, LightPath path, Vec[] powers) {
    for (int layer = 0; layer < powers.length; layer++) {
      for (int channel = 0; channel < 3; channel++) {
        double power = powers[layer].channel(channel);
        straight[channel][at] += (float) (power * path.straight[3 * layer + channel]);
        thrown[channel][at] += (float) (power * path.thrown[3 * layer + channel]);
      }
      kept[0][at] += (float) (powers[layer].luminance() * path.kept[layer]);
    }
    addTruth(at, path);
  }

  private void addTruth(int at, LightPath path) {
    for (int i = 0; i < features.length; i++) {
      features[i][at] += (float) path.features[i];
    }
    cover[at] += path.onProduct;
    surrounding[at] += path.onSurrounding;
    depth[at] += (float) path.deep;
  }

  /** All lamps together, each as strong as said, the grain of thrown light smoothed. */
  Rendering mix(Vec[] powers) {
    if (passes == 0) {
      throw new IllegalStateException("no light has been followed yet");
    }
    Rendering out = new Rendering(width, height);
    float[][] soft = new float[3][width * height];
    for (int layer = 0; layer < layers; layer++) {
      for (int channel = 0; channel < 3; channel++) {
        float share = (float) (powers[layer].channel(channel) / passes);
        addScaled(straight[3 * layer + channel], share, out.rgb()[channel]);
        addScaled(thrown[3 * layer + channel], share, soft[channel]);
      }
      addScaled(kept[layer], (float) (powers[layer].luminance() / passes), out.kept());
    }
    addScaled(cover, 1f / passes, out.cover());
    addScaled(surrounding, 1f / passes, out.surrounding());
    addScaled(depth, 1f / passes, out.depthMm());
    float[][] guides = new float[6][width * height];
    for (int i = 0; i < guides.length; i++) {
      addScaled(features[i], 1f / passes, guides[i]);
    }
    new ThrownLight(width, height, guides, out.depthMm()).smooth(soft, passes);
    for (int channel = 0; channel < 3; channel++) {
      addScaled(soft[channel], 1, out.rgb()[channel]);
    }
    return out;
  }

  private static void addScaled(float[] from, float share, float[] to) {
    if (share == 0) {
      return;
    }
    for (int i = 0; i < to.length; i++) {
      to[i] += share * from[i];
    }
  }
}
