package app.istante.core.sim;

import app.istante.core.colour.CardReference;
import app.istante.core.colour.Lab;
import app.istante.core.image.Srgb;
import app.istante.core.set.Point;
import app.istante.core.set.Projection;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;

/** Reads what is true off the light before noise and rounding. */
final class TruthOf {
  /** Variance of light spread evenly over one pixel, square pixels. */
  private static final double PIXEL_VARIANCE = 1.0 / 12;

  /** Less of the light gone than this is not called shadow. */
  private static final double LEAST_SHADOW = 0.03;

  private TruthOf() {}

  static SimulatedPhoto.Truth light(
      Rendering light,
      float[][] exposed,
      double softSigmaPx,
      float[] defocusPx,
      double shakePx,
      double rollDegrees,
      double seconds,
      List<SimulatedPhoto.Patch> patches) {
    int size = light.cover().length;
    float[] luminance = new float[size];
    float[] smallest = new float[size];
    float[] shadows = new float[size];
    int shadowed = 0;
    int ground = 0;
    int near = 0;
    int open = 0;
    double sumA = 0;
    double sumB = 0;
    int product = 0;
    int clipped = 0;
    double sharpest = Double.MAX_VALUE;
    double softest = 0;
    int[] box = {Integer.MAX_VALUE, Integer.MAX_VALUE, -1, -1};
    for (int i = 0; i < size; i++) {
      double r = Math.min(1, exposed[0][i]);
      double g = Math.min(1, exposed[1][i]);
      double b = Math.min(1, exposed[2][i]);
      if (light.cover()[i] == 0) {
        luminance[ground] = (float) (0.2126 * r + 0.7152 * g + 0.0722 * b);
        smallest[ground] = (float) Math.min(r, Math.min(g, b));
        near += Srgb.code(smallest[ground]) >= 249.5 ? 1 : 0;
        if (Math.max(r, Math.max(g, b)) < 1) {
          Lab lab = Lab.ofLinear(r, g, b);
          sumA += lab.a();
          sumB += lab.b();
          open++;
        }
        ground++;
        double shadow = light.shadow(i);
        if (shadow > LEAST_SHADOW) {
          shadows[shadowed++] = (float) (-Math.log(1 - Math.min(0.999, shadow)) / Math.log(2));
        }
      } else if (light.cover()[i] >= 0.5) {
        product++;
        clipped += Srgb.code(Math.max(r, Math.max(g, b))) >= 253.5 ? 1 : 0;
        box[0] = Math.min(box[0], i % light.width());
        box[1] = Math.min(box[1], i / light.width());
        box[2] = Math.max(box[2], i % light.width());
        box[3] = Math.max(box[3], i / light.width());
        if (defocusPx.length > 0 && light.cover()[i] == 1) {
          // A disc of diameter d spreads light with sigma d / 4.
          sharpest = Math.min(sharpest, defocusPx[i] / 4);
          softest = Math.max(softest, defocusPx[i] / 4);
        }
      }
    }
    Arrays.sort(luminance, 0, ground);
    Arrays.sort(smallest, 0, ground);
    Arrays.sort(shadows, 0, shadowed);
    boolean tinted = open >= 0.02 * ground && open > 0;
    return new SimulatedPhoto.Truth(
        ground == 0 ? 0 : Srgb.code(luminance[ground / 2]),
        ground == 0 ? 0 : Srgb.code(smallest[(int) (0.05 * ground)]),
        ground == 0 ? 0 : (double) near / ground,
        tinted ? sumA / open : null,
        tinted ? sumB / open : null,
        product == 0 ? 0 : box[0],
        product == 0 ? 0 : box[1],
        product == 0 ? 0 : box[2] - box[0] + 1,
        product == 0 ? 0 : box[3] - box[1] + 1,
        Math.sqrt(softSigmaPx * softSigmaPx + PIXEL_VARIANCE),
        softest >= sharpest ? List.of(sharpest, softest) : List.of(),
        shakePx,
        rollDegrees,
        product == 0 ? 0 : (double) clipped / product,
        shadowed == 0 ? 0 : shadows[(int) (0.95 * (shadowed - 1))],
        seconds,
        patches);
  }

  /** Drawn colours of the first colour card in the set that is wholly in the frame. */
  static List<SimulatedPhoto.Patch> patches(StandingSet set, Rendering light, float[][] exposed) {
    List<SimulatedPhoto.Patch> patches = new ArrayList<>();
    Projection projection = new Projection(set.camera(), light.width(), light.height());
    for (Thing thing : set.things()) {
      if (!thing.what().equals("colour-card")) {
        continue;
      }
      Body card = SceneBuilder.placed(thing).get(0);
      CardReference reference = CardReference.sinceNovember2014();
      for (int i = 0; i < reference.patches().size(); i++) {
        double[] middle = Cards.patchMiddle(i);
        Vec at = card.outwards(new Vec(middle[0] - Cards.CARD_WIDTH_MM / 2, middle[1], 0));
        double[] place = projection.place(new Point(at.x(), at.y(), at.z()));
        SimulatedPhoto.Patch patch =
            drawn(reference.patches().get(i).name(), place, light, exposed);
        if (patch == null) {
          return List.of();
        }
        patches.add(patch);
      }
      return patches;
    }
    return patches;
  }

  private static SimulatedPhoto.Patch drawn(
      String name, double[] place, Rendering light, float[][] exposed) {
    int x = place == null ? -1 : (int) place[0];
    int y = place == null ? -1 : (int) place[1];
    if (x < 1 || y < 1 || x >= light.width() - 1 || y >= light.height() - 1) {
      return null;
    }
    double[] sum = new double[3];
    for (int i = 0; i < 9; i++) {
      int at = (y - 1 + i / 3) * light.width() + x - 1 + i % 3;
      for (int channel = 0; channel < 3; channel++) {
        sum[channel] += exposed[channel][at] / 9;
      }
    }
    Lab lab = Lab.ofLinear(sum[0], sum[1], sum[2]);
    return new SimulatedPhoto.Patch(name, place[0], place[1], lab.l(), lab.a(), lab.b());
  }
}
