package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Srgb;
import app.istante.core.mask.Separation;
import app.istante.core.measure.EdgePlaces.Place;
import app.istante.core.measure.EdgeWindow.Edge;
import app.istante.core.measure.EdgeWindow.Seen;
import app.istante.core.measure.EdgeWindow.Strictness;
import app.istante.core.measure.EdgeWindow.ThingEnds;
import java.util.ArrayList;
import java.util.List;
import java.util.Objects;
import java.util.function.Function;

/**
 * Blur of the product's edges at full size: small windows around its strongest edges, each turned
 * into a profile across the edge in linear light and fitted with a blurred step; independent of
 * picture size and of how much texture there is. After the edge-spread method of ISO 12233:2017,
 * annex D, with a Gaussian, or a disc where that explains the edges better, in place of the free
 * line-spread function.
 */
final class SharpnessMeasure {
  /** Fields of the coarse map along the photo's longer side. */
  private static final int MAP_FIELDS = 12;

  private static final double TIMES_BAND_WHEN_DOUBTED = 2;

  private static final Strictness STRICT = new Strictness(4, 0.05, true);

  /** Where there are too few: soft edges, and such that have something else beside them. */
  private static final Strictness LENIENT = new Strictness(1.5f, 0.1, false);

  /** In the small copy, where only soft edges are left to be found. */
  private static final Strictness SMALL = new Strictness(0.6f, 0.1, false);

  /** Long side of the small copy. */
  private static final int SMALL_PX = 400;

  /** So far beside an edge, pixels and deviations, it is looked where the thing is. */
  private static final double BESIDE_PX = 6;

  private static final double BESIDE_SIGMAS = 2.5;
  private static final float THING = 0.9f;
  private static final float NOT_THING = 0.1f;

  /** Of sixty shaken pictures of real things, these held 47 and 47 of the 49 that were told. */
  private static final double MOTION_BAND_SHARE = 0.15;

  private static final double MOTION_BAND_DEGREES = 10;

  /** A smear heard so clearly stands against a few sharp edges. */
  private static final double SURE = 0.8;

  /** Confidence of an outline within which an echo alone is listened for. */
  private static final double LEAST_FOR_ECHO = 0.1;

  private SharpnessMeasure() {}

  static Readings.Sharpness measure(Analysed picture, Notes notes) {
    Double noise = Noise.measure(picture, notes);
    Double blocking = Blocking.measure(picture.srgb());
    Integer compressedTo = EarlierCompression.quality(picture.photo());
    boolean found = picture.separation().found();
    List<Seen> strict = found ? seen(picture, STRICT) : List.of();
    List<Edge> edges = edges(strict, Seen::edge);
    List<Edge> apart = edges(strict, Seen::apart);
    List<Edge> forSmear = edges(strict, Seen::wide);
    boolean few = edges.size() < ClearestEdges.LEAST;
    if (few && found) {
      List<Seen> lenient = seen(picture, LENIENT);
      edges = edges(lenient, Seen::edge);
      apart = edges(lenient, Seen::apart);
    }
    if (edges.size() < ClearestEdges.LEAST && found) {
      edges = edgesOfSmall(picture);
      apart = edges;
    }
    if (edges.size() < ClearestEdges.LEAST) {
      notes.cantTell("sharpness.blurSigmaPx", "Too few clear edges on the product to measure.");
      // What is smeared far has no edge left to measure, but an echo. So has grain, now and then:
      // what is hardly known to be a thing tells nothing.
      boolean thing = picture.separation().confidence() >= LEAST_FOR_ECHO;
      Readings.Motion motion = thing ? smear(picture, edges, notes) : null;
      return new Readings.Sharpness(
          null,
          null,
          null,
          null,
          null,
          null,
          motion,
          noise,
          blocking,
          null,
          compressedTo,
          causes(picture, null, noise, compressedTo, notes),
          null,
          null);
    }
    ClearestEdges clear = ClearestEdges.of(apart);
    double sharpest = clear.sharpestPx();
    // Edges along an outline that is doubted may be a shadow's.
    double band = clear.bandPx() * (few || !isOutlineSure(picture) ? TIMES_BAND_WHEN_DOUBTED : 1);
    notes.band("sharpness.blurSigmaPx", band);
    notes.band("sharpness.medianBlurSigmaPx", 2 * band);
    double[] overshoots = edges.stream().mapToDouble(Edge::overshoot).sorted().toArray();
    return new Readings.Sharpness(
        sharpest,
        clear.medianPx(),
        null,
        clear.shape().mtf50TimesSigma / sharpest,
        null,
        null,
        smear(picture, few ? edges : forSmear, notes),
        noise,
        blocking,
        overshoots[overshoots.length / 2],
        compressedTo,
        causes(picture, sharpest, noise, compressedTo, notes),
        clear.deciles(),
        map(clear.edges(), picture.photo().widthPx(), picture.photo().heightPx()));
  }

  private static List<String> causes(
      Analysed picture, Double sharpest, Double noise, Integer compressedTo, Notes notes) {
    Double band = notes.uncertainty().get("sharpness.noiseSigma");
    return SoftBecause.file(
        picture.photo().facts(), picture.srgb(), sharpest, noise, band, compressedTo);
  }

  private static Readings.Motion smear(Analysed picture, List<Edge> edges, Notes notes) {
    SmearEcho echo = new SmearEcho(picture, edges);
    Readings.Motion heard = echo.motion();
    Readings.Motion seen = smear(picture, edges, echo, heard);
    // What lies out of focus has no echo.
    boolean none =
        seen == null
            || !isClear(heard) && SmearFit.isOfDepth(edges, seen)
            || heard == null && !SmearFit.sparesEdgesAlong(edges, seen);
    Readings.Motion motion = none ? null : SmearSpectrum.refined(picture, seen);
    if (motion != null) {
      notes.band("sharpness.motion.lengthPx", MOTION_BAND_SHARE * motion.lengthPx());
      notes.band("sharpness.motion.angleDegrees", MOTION_BAND_DEGREES);
    }
    return motion;
  }

  private static boolean isOutlineSure(Analysed picture) {
    return picture.separation().confidence() >= Readings.Product.SURE_OUTLINE;
  }

  private static boolean isClear(Readings.Motion heard) {
    return heard != null && heard.confidence() > SURE;
  }

  private static Readings.Motion smear(
      Analysed picture, List<Edge> edges, SmearEcho echo, Readings.Motion heard) {
    Readings.Motion ofEdges = SmearFit.of(edges);
    // Round frames and rods that are out of focus look smeared where their outline is wrong.
    Readings.Motion ofOutline = isOutlineSure(picture) ? OutlineSmear.of(picture) : null;
    boolean surer =
        ofOutline != null
            && !SmearFit.isDenied(edges, ofOutline)
            && (ofEdges == null || ofOutline.confidence() > ofEdges.confidence());
    Readings.Motion claimed = surer ? ofOutline : ofEdges;
    if (heard != null && (isClear(heard) || !SmearFit.isDenied(edges, heard))) {
      return claimed == null ? heard : SmearFit.together(heard, claimed);
    }
    return claimed == null || echo.denies(claimed) ? null : claimed;
  }

  private static Readings.BlurMap map(List<Edge> edges, int width, int height) {
    int columns = width >= height ? MAP_FIELDS : Math.max(1, MAP_FIELDS * width / height);
    int rows = width >= height ? Math.max(1, MAP_FIELDS * height / width) : MAP_FIELDS;
    List<List<Double>> fields = new ArrayList<>();
    for (int i = 0; i < columns * rows; i++) {
      fields.add(new ArrayList<>());
    }
    for (Edge edge : edges) {
      int column = Math.min(columns - 1, edge.x() * columns / width);
      int row = Math.min(rows - 1, edge.y() * rows / height);
      fields.get(row * columns + column).add(edge.sigmaPx());
    }
    List<Double> medians = new ArrayList<>();
    for (List<Double> field : fields) {
      field.sort(null);
      medians.add(field.isEmpty() ? null : field.get(field.size() / 2));
    }
    return new Readings.BlurMap(columns, rows, medians);
  }

  /** Share of the edges with less blur than a limit, from their deciles; null without any. */
  static Double shareBelow(List<Double> deciles, double limit) {
    if (deciles == null) {
      return null;
    }
    if (limit <= deciles.get(0)) {
      return 0.0;
    }
    for (int i = 1; i < deciles.size(); i++) {
      if (limit < deciles.get(i)) {
        double low = deciles.get(i - 1);
        return (i - 1 + (limit - low) / (deciles.get(i) - low)) / (deciles.size() - 1);
      }
    }
    return 1.0;
  }

  private static List<Seen> seen(Analysed picture, Strictness strictness) {
    double scale = picture.linear().scale().px();
    List<Place> places = EdgePlaces.of(picture, strictness.leastSlope());
    return seen(picture.srgb(), places, scale, strictness, ends(picture));
  }

  /** Where the thing lies on one side of an edge, and does not on the other. */
  private static ThingEnds ends(Analysed picture) {
    Separation parts = picture.separation();
    double scale = picture.linear().scale().px();
    return (x, y, normal, sigma) -> {
      double away = Math.max(BESIDE_PX, BESIDE_SIGMAS * sigma);
      float one = alpha(parts, (x - away * normal[0]) / scale, (y - away * normal[1]) / scale);
      float other = alpha(parts, (x + away * normal[0]) / scale, (y + away * normal[1]) / scale);
      return Math.min(one, other) < NOT_THING && Math.max(one, other) > THING;
    };
  }

  /** At a working pixel, or the nearest one in the frame. */
  private static float alpha(Separation parts, double x, double y) {
    int column = (int) Math.max(0, Math.min(parts.width() - 1, x));
    int row = (int) Math.max(0, Math.min(parts.height() - 1, y));
    return parts.alpha()[row * parts.width() + column];
  }

  /**
   * @param scale pixels of {@code pixels} for a working pixel
   */
  private static List<Seen> seen(
      EncodedImage pixels,
      List<Place> places,
      double scale,
      Strictness strictness,
      ThingEnds ends) {
    return places.parallelStream()
        .map(
            place ->
                EdgeWindow.look(
                    pixels,
                    (int) ((place.x() + 0.5) * scale),
                    (int) ((place.y() + 0.5) * scale),
                    strictness,
                    ends))
        .toList();
  }

  private static List<Edge> edges(List<Seen> all, Function<Seen, Edge> which) {
    return all.stream().map(which).filter(Objects::nonNull).toList();
  }

  /**
   * Edges too soft for any window at full size, looked for in a small copy. Making it small blurs
   * by a box, whose variance is taken off again; what is sharper than a pixel of the copy can't be
   * told there and gives no edge.
   */
  private static List<Edge> edgesOfSmall(Analysed picture) {
    LinearImage working = picture.linear();
    int by =
        Math.max(2, Math.round((float) Math.max(working.width(), working.height()) / SMALL_PX));
    EncodedImage small = smaller(working, by);
    double whole = by * working.scale().px();
    List<Edge> edges = new ArrayList<>();
    List<Place> places = EdgePlaces.of(picture, SMALL.leastSlope());
    for (Edge edge : edges(seen(small, places, 1.0 / by, SMALL, ThingEnds.NOWHERE), Seen::edge)) {
      double variance = edge.sigmaPx() * edge.sigmaPx() - 1.0 / 12;
      if (variance > 1) {
        edges.add(
            new Edge(
                (int) (edge.x() * whole),
                (int) (edge.y() * whole),
                whole * Math.sqrt(variance),
                whole * Math.sqrt(edge.discPx() * edge.discPx() - 1.0 / 12),
                edge.discLeaves(),
                edge.normalDegrees(),
                edge.overshoot(),
                edge.clipped(),
                whole * edge.errorPx(),
                edge.outline()));
      }
    }
    return edges;
  }

  private static EncodedImage smaller(LinearImage image, int by) {
    int width = image.width() / by;
    int height = image.height() / by;
    byte[] rgb = new byte[3 * width * height];
    float[][] planes = {image.red(), image.green(), image.blue()};
    for (int at = 0; at < width * height; at++) {
      for (int channel = 0; channel < 3; channel++) {
        float sum = 0;
        for (int v = 0; v < by; v++) {
          for (int u = 0; u < by; u++) {
            sum += planes[channel][(at / width * by + v) * image.width() + at % width * by + u];
          }
        }
        rgb[3 * at + channel] = (byte) Srgb.encode8(sum / (by * by));
      }
    }
    return new EncodedImage(width, height, rgb);
  }
}
