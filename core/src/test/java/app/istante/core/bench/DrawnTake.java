package app.istante.core.bench;

import app.istante.core.colour.Lab;
import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.Srgb;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.sim.Optics;
import java.awt.Shape;
import java.awt.geom.AffineTransform;
import java.awt.geom.Area;
import java.awt.geom.Ellipse2D;
import java.awt.geom.Rectangle2D;
import java.awt.geom.RoundRectangle2D;
import java.io.IOException;
import java.util.Locale;
import java.util.SplittableRandom;

/**
 * A take drawn by its geometry: a thing of a known outline, lean and colour on a ground of known
 * level and fall-off, with a shadow of known depth, blurred, smeared and grained by known amounts.
 * It shares neither light nor shapes nor grain with the simulated set, so that the measures can't
 * be tuned to those alone.
 *
 * @param width of the picture, pixels; it is 3 : 2 or 4 : 3
 * @param tall height of the thing as a share of the frame's
 * @param leanDegrees clockwise on screen
 * @param colour of the thing, CIELAB
 * @param ground linear light at its brightest, three channels; over 1 is burnt out
 * @param falloffStops from the brightest to the darkest corner, roughly
 * @param shadowStops at the shadow's dark end
 * @param shadowSoftness sigma of its edge, share of the thing's height
 * @param blurPx sigma of the defocus
 * @param disc whether the defocus is a disc, as an opened lens draws it, or a Gaussian
 * @param smearPx length of the shake
 * @param grain standard deviation, codes
 * @param burntShare how much of the thing lies under a burnt patch, roughly
 */
record DrawnTake(
    DrawnShape shape,
    String fault,
    int width,
    int height,
    double tall,
    double leanDegrees,
    double offX,
    double offY,
    Lab colour,
    double[] ground,
    double falloffStops,
    double falloffDegrees,
    double shadowStops,
    double shadowSoftness,
    double blurPx,
    boolean disc,
    double smearPx,
    double smearDegrees,
    double grain,
    double burntShare,
    double jpegQuality,
    long seed) {
  private static final String[] FAULTS = {
    "none", "blurred", "shaken", "grainy", "uneven", "tinted", "burnt", "grey", "hard shadow"
  };

  private static final double DARKEST_STRIPE = 0.45;
  private static final double EDGE_PX = 0.55;
  private static final double GRAIN_KEPT_QUALITY = 0.98;

  static DrawnTake drawn(long seed) {
    SplittableRandom lot = new SplittableRandom(7919 * seed);
    DrawnShape shape = DrawnShape.values()[(int) (seed % DrawnShape.values().length)];
    String fault = FAULTS[(int) (seed % FAULTS.length)];
    int width = 1200 + 200 * lot.nextInt(5);
    double[] ground = {1, 1, 1};
    double level =
        switch (fault) {
          case "grey" -> BedScenes.between(lot, 0.2, 0.6);
          case "tinted", "uneven" -> BedScenes.between(lot, 0.6, 0.9);
          default -> BedScenes.between(lot, 0.75, 1.15);
        };
    double warm =
        fault.equals("tinted")
            ? BedScenes.between(lot, -0.12, 0.16)
            : BedScenes.between(lot, -0.015, 0.02);
    for (int channel = 0; channel < 3; channel++) {
      ground[channel] = level * (1 - (channel - 1) * warm);
    }
    boolean wide = shape == DrawnShape.PLATE || shape == DrawnShape.SHOE;
    return new DrawnTake(
        shape,
        fault,
        width,
        lot.nextBoolean() ? width * 3 / 4 : width * 2 / 3,
        wide ? BedScenes.between(lot, 0.3, 0.5) : BedScenes.between(lot, 0.45, 0.85),
        shape.upright && lot.nextBoolean() ? BedScenes.between(lot, -5, 5) : 0,
        BedScenes.between(lot, -0.05, 0.05),
        BedScenes.between(lot, -0.03, 0.05),
        new Lab(
            BedScenes.between(lot, 25, 75),
            BedScenes.between(lot, -30, 40),
            BedScenes.between(lot, -30, 45)),
        ground,
        fault.equals("uneven") ? BedScenes.between(lot, 0.4, 1.3) : BedScenes.between(lot, 0, 0.25),
        BedScenes.between(lot, 0, 360),
        lot.nextInt(4) == 0
            ? 0
            : BedScenes.between(lot, 0.2, fault.equals("hard shadow") ? 1.6 : 0.9),
        fault.equals("hard shadow")
            ? BedScenes.between(lot, 0.002, 0.01)
            : BedScenes.between(lot, 0.03, 0.1),
        fault.equals("blurred") ? BedScenes.between(lot, 1, 8) : BedScenes.between(lot, 0, 0.8),
        lot.nextBoolean(),
        fault.equals("shaken") ? BedScenes.between(lot, 6, 40) : 0,
        BedScenes.between(lot, 0, 180),
        fault.equals("grainy") ? BedScenes.between(lot, 3, 9) : BedScenes.between(lot, 0.4, 2.5),
        fault.equals("burnt") ? BedScenes.between(lot, 0.01, 0.2) : 0,
        BedScenes.between(lot, 0.75, 0.96),
        seed);
  }

  /**
   * The same take by another camera: blur and shake grow with the frame. Its grain, at least as
   * much as given in codes, is kept by its compression.
   */
  DrawnTake sized(int newWidth, int newHeight, double leastGrain) {
    double times = (double) newWidth / width;
    return new DrawnTake(
        shape,
        fault,
        newWidth,
        newHeight,
        tall,
        leanDegrees,
        offX,
        offY,
        colour,
        ground,
        falloffStops,
        falloffDegrees,
        shadowStops,
        shadowSoftness,
        times * blurPx,
        disc,
        times * smearPx,
        smearDegrees,
        Math.max(grain, leastGrain),
        burntShare,
        GRAIN_KEPT_QUALITY,
        seed);
  }

  Bed.Picture picture() throws IOException, UnreadablePhotoException {
    double tallPx = tall * height;
    AffineTransform place = new AffineTransform();
    place.translate(width * (0.5 + offX), height * (0.5 + offY));
    place.rotate(Math.toRadians(leanDegrees));
    place.scale(tallPx, tallPx);
    place.translate(0, -0.5);
    Area outline = shape.outline();
    float[] cover = DrawnShape.cover(place.createTransformedShape(outline), width, height);
    float[] shade = shadow(place, outline, tallPx);
    float[][] light = ground(shade);
    paint(light, cover, place, outline);
    for (int channel = 0; channel < 3; channel++) {
      light[channel] = optics(light[channel]);
    }
    EncodedImage clean = grained(light, 0);
    EncodedImage noisy = grained(light, grain);
    var photo = new PhotoReader(Limits.STANDARD).read(PhotoWriter.jpeg(noisy, jpegQuality));
    float[] seen = optics(cover);
    BedTruth.Product own = BedTruth.Product.of(seen, photo.srgb(), new float[seen.length]);
    BedTruth truth =
        new BedTruth(
            seen,
            GroundTruth.of(light, photo.srgb(), seen, new float[seen.length], at -> shade[at]),
            own.box(),
            blurSigma(),
            smearPx,
            smearDegrees,
            shape.upright ? leanDegrees : 0,
            BedTruth.noise(clean, noisy),
            own.clipped());
    return new Bed.Picture(
        new Label(name(), shape.kind, fault, Label.Group.DRAWN, false, shape.upright),
        photo,
        truth);
  }

  String name() {
    return "drawn "
        + shape.name().toLowerCase(Locale.ROOT).replace('_', ' ')
        + ", "
        + fault
        + " "
        + seed;
  }

  /** Light that the thing keeps from each pixel of the ground, 0 to 1: a flat pool at its foot. */
  private float[] shadow(AffineTransform place, Area outline, double tallPx) {
    float[] shade = new float[width * height];
    if (shadowStops == 0) {
      return shade;
    }
    Rectangle2D box = place.createTransformedShape(outline).getBounds2D();
    double toSide = (seed % 3 - 1) * 0.25 * box.getWidth();
    double deep = Math.max(0.08 * tallPx, 0.1 * box.getWidth());
    Shape pool =
        new Ellipse2D.Double(
            box.getX() + toSide - 0.06 * box.getWidth(),
            box.getMaxY() - 0.8 * deep,
            1.12 * box.getWidth(),
            1.6 * deep);
    float[] soft =
        Optics.gaussian(
            DrawnShape.cover(pool, width, height), width, height, shadowSoftness * tallPx);
    for (int at = 0; at < shade.length; at++) {
      shade[at] = (float) (1 - Math.pow(2, -shadowStops * soft[at]));
    }
    return shade;
  }

  private float[][] ground(float[] shade) {
    float[][] light = new float[3][width * height];
    double half = Math.hypot(width, height) / 2;
    double cos = Math.cos(Math.toRadians(falloffDegrees));
    double sin = Math.sin(Math.toRadians(falloffDegrees));
    for (int at = 0; at < shade.length; at++) {
      double x = (at % width + 0.5 - width / 2.0) / half;
      double y = (at / width + 0.5 - height / 2.0) / half;
      double along = (x * cos + y * sin + 1) / 2;
      double stops = falloffStops * (0.7 * along + 0.3 * (x * x + y * y));
      double there = Math.pow(2, -stops) * (1 - shade[at]);
      for (int channel = 0; channel < 3; channel++) {
        light[channel][at] = (float) (ground[channel] * there);
      }
    }
    return light;
  }

  /** Bands, a printed panel, shading like a round body's, and the burnt patch. */
  private void paint(float[][] light, float[] cover, AffineTransform place, Area outline) {
    Area bands = new Area();
    for (int i = 0; i < 5; i++) {
      bands.add(new Area(new Rectangle2D.Double(-1.2, 0.12 + 0.19 * i, 2.4, 0.06)));
    }
    Area panel = new Area(new RoundRectangle2D.Double(-0.14, 0.5, 0.28, 0.22, 0.05, 0.05));
    for (int i = 0; i < 4; i++) {
      panel.subtract(new Area(new Rectangle2D.Double(-0.1, 0.53 + 0.05 * i, 0.2 - 0.03 * i, 0.02)));
    }
    float[] dark = DrawnShape.cover(place.createTransformedShape(bands), width, height);
    float[] bright = DrawnShape.cover(place.createTransformedShape(panel), width, height);
    Rectangle2D own = outline.getBounds2D();
    double radius = Math.sqrt(burntShare * own.getWidth() * own.getHeight() / Math.PI);
    Shape patch = new Ellipse2D.Double(-radius - 0.15, 0.42 - radius, 2 * radius, 2 * radius);
    float[] burnt = DrawnShape.cover(place.createTransformedShape(patch), width, height);
    double[] rgb = colour.toLinear();
    double halfWide = own.getWidth() / 2;
    double[] at2 = new double[2];
    for (int at = 0; at < cover.length; at++) {
      if (cover[at] == 0) {
        continue;
      }
      at2[0] = at % width + 0.5;
      at2[1] = at / width + 0.5;
      try {
        place.inverseTransform(at2, 0, at2, 0, 1);
      } catch (java.awt.geom.NoninvertibleTransformException e) {
        throw new IllegalStateException("things have a size", e);
      }
      double round = at2[0] / halfWide;
      double shading = 0.55 + 0.45 * Math.sqrt(Math.max(0, 1 - 0.8 * round * round));
      double stripe = 1 - (1 - DARKEST_STRIPE) * dark[at];
      for (int channel = 0; channel < 3; channel++) {
        double surface = Math.max(0.004, rgb[channel]) * shading * stripe;
        surface += bright[at] * (0.6 * shading - surface);
        surface += burnt[at] * (1.6 - surface);
        light[channel][at] += cover[at] * (float) (surface - light[channel][at]);
      }
    }
  }

  private float[] optics(float[] in) {
    float[] plane = Optics.gaussian(in, width, height, EDGE_PX);
    plane =
        isDisc()
            ? Optics.disc(plane, width, height, 2 * blurPx)
            : Optics.gaussian(plane, width, height, blurPx);
    return smearPx > 0 ? Optics.smear(plane, width, height, smearPx, smearDegrees) : plane;
  }

  /** A disc is as wide as its moment says; so are wide kernels. */
  private double blurSigma() {
    double wide = blurPx * blurPx + Optics.variance(EDGE_PX) + 2 * BedTruth.PIXEL_VARIANCE;
    return isDisc() ? Math.sqrt(wide) : EdgeSpread.sigma(EDGE_PX, blurPx);
  }

  /** A disc smaller than a few pixels is no disc. */
  private boolean isDisc() {
    return disc && blurPx > 2;
  }

  private EncodedImage grained(float[][] light, double codes) {
    return grained(light, width, codes, new SplittableRandom(seed));
  }

  /** The codes of linear light, with grain of so many codes. */
  static EncodedImage grained(float[][] light, int width, double codes, SplittableRandom random) {
    int size = light[0].length;
    byte[] rgb = new byte[3 * size];
    for (int at = 0; at < size; at++) {
      for (int channel = 0; channel < 3; channel++) {
        double v = Srgb.code(light[channel][at]);
        // Burnt light has no grain.
        double noise = light[channel][at] >= 1 ? 0 : codes * random.nextGaussian();
        rgb[3 * at + channel] = (byte) Math.max(0, Math.min(255, Math.round(v + noise)));
      }
    }
    return new EncodedImage(width, size / width, rgb);
  }
}
