package app.istante.core.measure;

import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Photo;
import app.istante.core.image.Scale;
import app.istante.core.mask.Correlation;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.List;

/**
 * What an edit did to the product: the original is laid over the edit by the product's box and
 * lean, moved until the two agree best, and then held against it pixel by pixel, inside the product
 * only.
 */
public final class EditDrift {
  /** Long side at which the two are compared. */
  private static final int COMPARED_PX = 1600;

  /** Detail is what is left when the surroundings of so many pixels are taken off. */
  private static final int DETAIL_PX = 2;

  private static final int EVEN_PX = 2;

  /** The boxes of two outlines agree to about this many pixels; the pictures tell the rest. */
  private static final int REACH_PX = 4;

  /** CIELAB lightness: less pattern than this is grain. */
  private static final double LEAST_DETAIL = 0.8;

  /** Halos and soft edges beside the outline are not the product's own: pixels. */
  private static final int RIM_PX = 6;

  private static final float INSIDE = 0.999f;

  /** Scales and moves are tried in steps down to these. */
  private static final double FINEST_PX = 0.12;

  private static final double FINEST_SCALE = 2e-4;

  /** Laid over each other this well, no other way is tried. */
  private static final double PLAINLY_ALIKE = 0.01;

  private EditDrift() {}

  /**
   * @param deltaE mean CIEDE2000 of the product, original against edit
   * @param detailKept share of the product's fine pattern that is left, 0 to 1; null where it has
   *     none
   * @param edgeEaten share of the product's area that the edit lost at its outline, 0 to 1
   * @param castShift distance that the product's mean colour moved in CIELAB's a and b
   * @param sharpening how much stronger fine pattern became, 0 is not; null where there is none
   */
  public record Drift(
      double deltaE, Double detailKept, double edgeEaten, double castShift, Double sharpening) {}

  /**
   * @throws IllegalArgumentException with a sentence for the user, where the product is not found
   *     in one of the two
   */
  public static Drift of(Photo original, Photo edit) {
    return of(Analysed.of(original), Analysed.of(edit));
  }

  /**
   * @throws IllegalArgumentException as above
   */
  public static Drift of(Analysed before, Analysed after) {
    requireFound(before, "original");
    requireFound(after, "edit");
    return new Comparison(before, after).run();
  }

  private static void requireFound(Analysed picture, String which) {
    if (!picture.separation().found()) {
      throw new IllegalArgumentException(
          "No product is found in the " + which + ", so the two can't be laid over each other.");
    }
  }

  /**
   * How the edit lies over the original.
   *
   * @param scale fine pixels of the original for one of the edit's grid
   * @param fromX place in the fine original that lies at {@code toX}, {@code toY} of the edit
   */
  private record Laid(double scale, double fromX, double fromY, double toX, double toY) {
    Laid moved(double dx, double dy, double by) {
      return new Laid(scale * by, fromX, fromY, toX + dx, toY + dy);
    }
  }

  /** Both pictures on the edit's grid. */
  private static final class Comparison {
    private final Analysed before;
    private final Analysed after;
    private final LinearImage fine;
    private final LinearImage edited;
    private final int width;
    private final int height;
    private final double cos;
    private final double sin;
    private final float[] cover;
    private final List<Laid> starts = new ArrayList<>();

    Comparison(Analysed before, Analysed after) {
      this.before = before;
      this.after = after;
      Readings.Product own = ProductMeasure.measure(before, new Notes());
      Readings.Product its = ProductMeasure.measure(after, new Notes());
      Photo edit = after.photo();
      int longest = Math.max(edit.widthPx(), edit.heightPx());
      int factor = Math.max(1, (int) Math.ceil((double) longest / COMPARED_PX));
      edited = edit.linear(new Scale(factor));
      width = edited.width();
      height = edited.height();
      double turn =
          FramingMeasure.levelling(own) != 0 && its.rollDegrees() != null
              ? Math.toRadians(FramingMeasure.levelling(own) - its.rollDegrees())
              : 0;
      cos = Math.cos(turn);
      sin = Math.sin(turn);
      // A turn changes the boxes, but hardly the area.
      double area = own.areaShare() * before.photo().widthPx() * before.photo().heightPx();
      double itsArea = its.areaShare() * edit.widthPx() * edit.heightPx();
      double pixels = Math.sqrt(area / itsArea) * factor;
      int fineFactor = Math.max(1, (int) Math.floor(pixels));
      fine = before.photo().linear(new Scale(fineFactor));
      double[] from = middle(own.boxPx(), fineFactor);
      double[] to = middle(its.boxPx(), factor);
      starts.add(new Laid(pixels / fineFactor, from[0], from[1], to[0], to[1]));
      // An edit that is not cropped lies over the original by its frame, whatever became of the
      // product's outline.
      starts.add(
          new Laid(
              (double) fine.width() / width,
              fine.width() / 2.0,
              fine.height() / 2.0,
              width / 2.0,
              height / 2.0));
      cover = soft(after, factor);
    }

    private static double[] middle(Readings.BoxPx box, int factor) {
      return new double[] {
        (box.x() + box.width() / 2.0) / factor, (box.y() + box.height() / 2.0) / factor
      };
    }

    /** The product's cover of each pixel of the edit's grid. */
    private float[] soft(Analysed picture, int factor) {
      Separation parts = picture.separation();
      double per = factor / picture.linear().scale().px();
      float[] out = new float[width * height];
      for (int at = 0; at < out.length; at++) {
        double x = (at % width + 0.5) * per - 0.5;
        double y = (at / width + 0.5) * per - 0.5;
        out[at] = product(parts, x, y);
      }
      return out;
    }

    private static float product(Separation parts, double x, double y) {
      return sample(parts.alpha(), parts.width(), parts.height(), x, y);
    }

    /** Place in the fine original of a place in the edit. */
    private double[] back(double x, double y, Laid laid) {
      double u = laid.scale * (x + 0.5 - laid.toX);
      double v = laid.scale * (y + 0.5 - laid.toY);
      // The edit's content was turned by minus the lean.
      return new double[] {
        laid.fromX + cos * u - sin * v - 0.5, laid.fromY + sin * u + cos * v - 0.5
      };
    }

    Drift run() {
      float[] lightness = lightness(edited.luminance());
      float[] ownLightness = lightness(fine.luminance());
      Laid laid = align(lightness, ownLightness);
      float[][] own = laidOver(laid);
      float[] even = Planes.boxMean(cover, width, height, RIM_PX);
      boolean[] inside = new boolean[width * height];
      int count = 0;
      for (int at = 0; at < inside.length; at++) {
        inside[at] = even[at] > INSIDE && !Float.isNaN(own[0][at]);
        count += inside[at] ? 1 : 0;
      }
      double[] colour = colour(own, inside, count);
      Double detail = detail(own, inside);
      return new Drift(
          colour[0],
          detail == null ? null : (Double) Math.min(1, detail),
          eaten(laid),
          colour[1],
          detail == null ? null : (Double) Math.max(0, detail - 1));
    }

    private static float[] lightness(float[] luminance) {
      float[] out = new float[luminance.length];
      for (int at = 0; at < out.length; at++) {
        double y = Math.max(0, Math.min(1, luminance[at]));
        out[at] = (float) (y > 0.008856 ? 116 * Math.cbrt(y) - 16 : 903.3 * y);
      }
      return out;
    }

    /** How the two agree best: a pattern search from coarse to fine, from each start. */
    private Laid align(float[] after, float[] own) {
      Laid best = null;
      double least = Double.MAX_VALUE;
      for (Laid start : starts) {
        Laid found = search(start, after, own);
        double apart = apart(after, own, found);
        if (apart < least) {
          least = apart;
          best = found;
        }
        if (least < PLAINLY_ALIKE) {
          break;
        }
      }
      return best;
    }

    private Laid search(Laid start, float[] after, float[] own) {
      Laid best = start;
      double least = apart(after, own, best);
      double step = REACH_PX / 2.0;
      double by = FINEST_SCALE * step / FINEST_PX;
      while (step >= FINEST_PX) {
        Laid better = null;
        for (Laid tried :
            List.of(
                best.moved(step, 0, 1),
                best.moved(-step, 0, 1),
                best.moved(0, step, 1),
                best.moved(0, -step, 1),
                best.moved(0, 0, 1 + by),
                best.moved(0, 0, 1 - by))) {
          double apart = apart(after, own, tried);
          if (apart < least) {
            least = apart;
            better = tried;
          }
        }
        if (better == null) {
          step /= 2;
          by /= 2;
        } else {
          best = better;
        }
      }
      return best;
    }

    /** One less the correlation of the lightness inside the product, on every third pixel. */
    private double apart(float[] after, float[] own, Laid laid) {
      Correlation both = new Correlation();
      for (int y = 1; y < height; y += 3) {
        for (int x = 1; x < width; x += 3) {
          int at = y * width + x;
          if (cover[at] < 0.05f) {
            continue;
          }
          double[] place = back(x, y, laid);
          double q = sample(own, fine.width(), fine.height(), place[0], place[1]);
          if (!Double.isNaN(q)) {
            both.add(after[at], q);
          }
        }
      }
      return 1 - both.value();
    }

    /** The original's linear light on the edit's grid; NaN where it does not reach. */
    private float[][] laidOver(Laid laid) {
      float[][] out = new float[3][width * height];
      float[][] planes = {fine.red(), fine.green(), fine.blue()};
      // As many samples a pixel as keep finer pattern from folding over.
      int samples = Math.max(1, (int) Math.ceil(laid.scale));
      for (int y = 0; y < height; y++) {
        for (int x = 0; x < width; x++) {
          for (int v = 0; v < samples; v++) {
            for (int u = 0; u < samples; u++) {
              double[] place =
                  back(x + (u + 0.5) / samples - 0.5, y + (v + 0.5) / samples - 0.5, laid);
              for (int channel = 0; channel < 3; channel++) {
                out[channel][y * width + x] +=
                    sample(planes[channel], fine.width(), fine.height(), place[0], place[1])
                        / (samples * samples);
              }
            }
          }
        }
      }
      return out;
    }

    /** Mean CIEDE2000 and the move of the mean in a and b. */
    private double[] colour(float[][] own, boolean[] inside, int count) {
      float[][] one = evened(own);
      float[][] other = evened(new float[][] {edited.red(), edited.green(), edited.blue()});
      double sum = 0;
      double a = 0;
      double b = 0;
      for (int at = 0; at < inside.length; at++) {
        if (inside[at]) {
          Lab was = lab(one, at);
          Lab is = lab(other, at);
          sum += DeltaE.ciede2000(was, is);
          a += is.a() - was.a();
          b += is.b() - was.b();
        }
      }
      int n = Math.max(1, count);
      return new double[] {sum / n, Math.hypot(a / n, b / n)};
    }

    private float[][] evened(float[][] planes) {
      float[][] out = new float[3][];
      for (int channel = 0; channel < 3; channel++) {
        float[] known = planes[channel].clone();
        for (int at = 0; at < known.length; at++) {
          known[at] = Float.isNaN(known[at]) ? 0 : known[at];
        }
        out[channel] = Planes.boxMean(known, width, height, EVEN_PX);
      }
      return out;
    }

    private static Lab lab(float[][] rgb, int at) {
      return Lab.ofLinear(clamp(rgb[0][at]), clamp(rgb[1][at]), clamp(rgb[2][at]));
    }

    private static double clamp(float v) {
      return Math.max(0, Math.min(1, v));
    }

    /** How strong the edit's fine pattern is against the original's: by least squares. */
    private Double detail(float[][] own, boolean[] inside) {
      float[] was = new float[width * height];
      for (int at = 0; at < was.length; at++) {
        was[at] = 0.2126f * own[0][at] + 0.7152f * own[1][at] + 0.0722f * own[2][at];
        was[at] = Float.isNaN(was[at]) ? 0 : was[at];
      }
      float[] one = pattern(lightness(was));
      float[] other = pattern(lightness(edited.luminance()));
      double up = 0;
      double down = 0;
      int count = 0;
      for (int at = 0; at < inside.length; at++) {
        if (inside[at]) {
          up += one[at] * other[at];
          down += one[at] * one[at];
          count++;
        }
      }
      boolean enough = count > 0 && Math.sqrt(down / count) > LEAST_DETAIL;
      return enough ? (Double) (up / down) : null;
    }

    private float[] pattern(float[] lightness) {
      float[] smooth = Planes.boxMean(lightness, width, height, DETAIL_PX);
      float[] out = new float[lightness.length];
      for (int at = 0; at < out.length; at++) {
        out[at] = lightness[at] - smooth[at];
      }
      return out;
    }

    /** Share of the original's product that the edit's outline leaves out. */
    private double eaten(Laid laid) {
      Separation parts = before.separation();
      double per = fine.scale().px() / before.linear().scale().px();
      double lost = 0;
      double all = 0;
      for (int at = 0; at < cover.length; at++) {
        double[] place = back(at % width, at / width, laid);
        double x = (place[0] + 0.5) * per - 0.5;
        double y = (place[1] + 0.5) * per - 0.5;
        float was = product(parts, x, y);
        if (!Float.isNaN(was)) {
          all += was;
          lost += Math.max(0, was - cover[at]);
        }
      }
      return all == 0 ? 0 : lost / all;
    }
  }

  /** Between the four pixels around a place; NaN outside. */
  private static float sample(float[] plane, int width, int height, double x, double y) {
    if (x < -0.5 || y < -0.5 || x > width - 0.5 || y > height - 0.5) {
      return Float.NaN;
    }
    return Planes.between(plane, width, height, x, y);
  }
}
