package app.istante.core.finish;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Photo;
import app.istante.core.image.Rows;
import app.istante.core.image.Srgb;
import app.istante.core.mask.KnownOutline;
import app.istante.core.mask.Separation;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.FlatField;
import app.istante.core.measure.Readings;
import app.istante.core.verdict.FinishPlan;

/**
 * Carries out a finishing plan: balance, even, lift, level, crop and resize in one pass, in linear
 * light, each final pixel averaged over the area of the photo that it covers. The photo is not
 * changed.
 */
public final class Finisher {
  private final byte[] rgb;
  private final int width;
  private final int height;
  private final FinishPlan plan;

  /** Null where the light is not evened out. */
  private final FlatField field;

  private final double cos;
  private final double sin;
  private final double middleX;
  private final double middleY;

  /** Bare ground beside the product, pixels: what a wider frame is filled up with. */
  private final double[] bare;

  private final float[][] curves = new float[3][256];

  private Finisher(Photo photo, Readings.BoxPx product, FinishPlan plan, FlatField field) {
    this.field = field;
    EncodedImage srgb = photo.srgb();
    this.rgb = srgb.rgb();
    this.width = srgb.widthPx();
    this.height = srgb.heightPx();
    this.plan = plan;
    double turn = plan.rotateDegrees() == null ? 0 : plan.rotateDegrees();
    this.cos = Math.cos(Math.toRadians(turn));
    this.sin = Math.sin(Math.toRadians(turn));
    this.middleX = product.x() + product.width() / 2.0;
    this.middleY = product.y() + product.height() / 2.0;
    this.bare =
        new double[] {
          product.x(),
          product.y(),
          width - product.x() - product.width(),
          height - product.y() - product.height()
        };
    double lift = plan.liftStops() == null ? 1 : Math.pow(2, plan.liftStops());
    FinishPlan.Balance balance = plan.balance();
    double[] gains = {
      lift * (balance == null ? 1 : balance.redGain()),
      lift,
      lift * (balance == null ? 1 : balance.blueGain())
    };
    for (int channel = 0; channel < 3; channel++) {
      for (int code = 0; code < 256; code++) {
        curves[channel][code] = (float) Math.min(1, Srgb.decode8(code) * gains[channel]);
      }
    }
  }

  /**
   * @param product where the product stands: the turn is about its middle
   * @param field the empty set's light; needed where the plan evens the ground, else not looked at
   * @throws IllegalArgumentException where it is needed and null
   */
  public static EncodedImage finish(
      Photo photo, Readings.BoxPx product, FinishPlan plan, FlatField field) {
    boolean evens = Boolean.TRUE.equals(plan.evenGround());
    if (evens && field == null) {
      throw new IllegalArgumentException(
          "The empty set by which the light was to be evened out is not there any more.");
    }
    return new Finisher(photo, product, plan, evens ? field : null).run();
  }

  /**
   * Where the product is in the finished picture: the take's outline, levelled, cropped and resized
   * with it.
   *
   * @param product as in {@link #finish}
   */
  public static KnownOutline outline(Analysed take, Readings.BoxPx product, FinishPlan plan) {
    byte[] mask = take.fullSizeMask();
    byte[] grey = new byte[3 * mask.length];
    for (int at = 0; at < mask.length; at++) {
      // Pixels are averaged in linear light, which is what a share has to be here.
      byte code = (byte) Srgb.encode8((mask[at] & 0xFF) / 255f);
      grey[3 * at] = code;
      grey[3 * at + 1] = code;
      grey[3 * at + 2] = code;
    }
    Photo photo = take.photo();
    Photo shares =
        Photo.ofSrgb(photo.facts(), new EncodedImage(photo.widthPx(), photo.heightPx(), grey));
    byte[] rgb = new Finisher(shares, product, plan.placing(), null).run().rgb();
    byte[] cover = new byte[rgb.length / 3];
    for (int at = 0; at < cover.length; at++) {
      cover[at] = (byte) Math.round(255 * Srgb.decode8(rgb[3 * at] & 0xFF));
    }
    Separation parts = take.separation();
    return new KnownOutline(cover, parts.confidence(), parts.parts(), parts.holes());
  }

  private EncodedImage run() {
    int outWidth = plan.widthPx();
    int outHeight = plan.heightPx();
    byte[] out = new byte[3 * outWidth * outHeight];
    double step = (double) plan.crop().width() / outWidth;
    int samples = Math.max(1, (int) Math.ceil(step * 1.5));
    Rows.forEach(
        outWidth,
        outHeight,
        (from, to) -> {
          float[] light = new float[3];
          for (int y = from; y < to; y++) {
            for (int x = 0; x < outWidth; x++) {
              average(x, y, step, samples, light);
              for (int channel = 0; channel < 3; channel++) {
                out[3 * (y * outWidth + x) + channel] = (byte) Srgb.encode8(light[channel]);
              }
            }
          }
        });
    return new EncodedImage(outWidth, outHeight, out);
  }

  private void average(int x, int y, double step, int samples, float[] light) {
    light[0] = 0;
    light[1] = 0;
    light[2] = 0;
    for (int v = 0; v < samples; v++) {
      double cy = plan.crop().y() + (y + (v + 0.5) / samples) * step - middleY;
      for (int u = 0; u < samples; u++) {
        double cx = plan.crop().x() + (x + (u + 0.5) / samples) * step - middleX;
        // The place in the photo that a clockwise turn of the content brings here.
        double px = middleX + cos * cx + sin * cy - 0.5;
        double py = middleY - sin * cx + cos * cy - 0.5;
        add(ground(px, width, bare[0], bare[2]), ground(py, height, bare[1], bare[3]), light);
      }
    }
    float share = 1f / (samples * samples);
    light[0] *= share;
    light[1] *= share;
    light[2] *= share;
  }

  /**
   * Beyond the photo's edge the bare ground is folded to and fro, as far as it reaches before the
   * product begins: the paper goes on with its own grain, and nothing is drawn out into streaks.
   */
  private static double ground(double at, int size, double bareBefore, double bareAfter) {
    if (at >= 0 && at <= size - 1) {
      return at;
    }
    boolean before = at < 0;
    double reach = Math.max(2, 0.9 * (before ? bareBefore : bareAfter) - 2);
    double beyond = (before ? -at : at - (size - 1)) % (2 * reach);
    double depth = beyond < reach ? beyond : 2 * reach - beyond;
    return before ? depth : size - 1 - depth;
  }

  private void add(double px, double py, float[] light) {
    int x0 = clamp((int) Math.floor(px), width);
    int y0 = clamp((int) Math.floor(py), height);
    int x1 = clamp(x0 + 1, width);
    int y1 = clamp(y0 + 1, height);
    float fx = (float) Math.max(0, Math.min(1, px - x0));
    float fy = (float) Math.max(0, Math.min(1, py - y0));
    float gain = field == null ? 1 : field.at(px, py);
    for (int channel = 0; channel < 3; channel++) {
      float[] curve = curves[channel];
      float a = curve[rgb[3 * (y0 * width + x0) + channel] & 0xFF];
      float b = curve[rgb[3 * (y0 * width + x1) + channel] & 0xFF];
      float c = curve[rgb[3 * (y1 * width + x0) + channel] & 0xFF];
      float d = curve[rgb[3 * (y1 * width + x1) + channel] & 0xFF];
      float top = a + fx * (b - a);
      light[channel] += Math.min(1, gain * (top + fy * (c + fx * (d - c) - top)));
    }
  }

  private static int clamp(int at, int size) {
    return at < 0 ? 0 : at >= size ? size - 1 : at;
  }
}
