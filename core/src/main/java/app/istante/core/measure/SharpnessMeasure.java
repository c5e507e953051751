package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.LinearImage;
import app.istante.core.image.Srgb;
import app.istante.core.measure.EdgePlaces.Place;
import app.istante.core.measure.EdgeWindow.Edge;
import app.istante.core.measure.EdgeWindow.Seen;
import app.istante.core.measure.EdgeWindow.Strictness;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;
import java.util.Map;
import java.util.Objects;
import java.util.function.Function;
import java.util.function.ToDoubleFunction;
import java.util.stream.Collectors;

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

  private static final int MIN_EDGES = 6;
  private static final double TIMES_BAND_WHEN_DOUBTED = 2;

  private static final Strictness STRICT = new Strictness(4, 0.05, true);

  /** Where there are too few: soft edges, and such that have something else beside them. */
  private static final Strictness LENIENT = new Strictness(1.5f, 0.1, false);

  /** In the small copy, where only soft edges are left to be found. */
  private static final Strictness SMALL = new Strictness(0.6f, 0.1, false);

  /** Long side of the small copy. */
  private static final int SMALL_PX = 400;

  private static final int ENOUGH_EDGES = 20;

  /** Of sixty shaken pictures of real things, these held 47 and 47 of the 49 that were told. */
  private static final double MOTION_BAND_SHARE = 0.15;

  private static final double MOTION_BAND_DEGREES = 10;

  /** Of edges against burnt ground so many are used. */
  private static final double SUREST_SHARE = 0.35;

  /**
   * The foot of a sharper edge has too few pixels: of the demo's edges of 0.6 px those against
   * burnt ground are read as 0.43 to 0.54 where they seem sharper than the others.
   */
  private static final double LEAST_FOOT_PX = 0.55;

  /** A smear heard so clearly stands against a few sharp edges. */
  private static final double SURE = 0.8;

  /** Confidence of an outline within which an echo alone is listened for. */
  private static final double LEAST_FOR_ECHO = 0.1;

  /** Rank of the edge that stands for the sharpest zone: lower ones are chance. */
  private static final double SHARPEST_SHARE = 0.35;

  /** Of a normal distribution, in its standard deviations. */
  private static final double QUARTILES_APART = 1.349;

  /** A disc that leaves less than this of what a Gaussian leaves unexplained is one. */
  private static final double DISC_LEAVES = 0.9;

  private SharpnessMeasure() {}

  static Readings.Sharpness measure(Analysed picture, Notes notes) {
    Double noise = Noise.measure(picture, notes);
    Double blocking = Blocking.measure(picture.srgb());
    Integer compressedTo = EarlierCompression.quality(picture.photo());
    boolean found = picture.separation().found();
    List<Seen> strict = found ? seen(picture, STRICT) : List.of();
    List<Edge> edges = edges(strict, Seen::edge);
    List<Edge> forSmear = edges(strict, Seen::wide);
    boolean few = edges.size() < MIN_EDGES;
    if (few && found) {
      edges = edges(seen(picture, LENIENT), Seen::edge);
    }
    if (edges.size() < MIN_EDGES && found) {
      edges = edgesOfSmall(picture);
    }
    if (edges.size() < MIN_EDGES) {
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
    List<Edge> clear = clearest(edges);
    boolean disc = areDiscs(clear);
    List<Edge> told = disc ? asDiscs(clear) : clear;
    double[] sigmas = sorted(told, Edge::sigmaPx);
    double median = sigmas[sigmas.length / 2];
    double sharpest = median - realSpread(told, sigmas) * (median - rank(sigmas, SHARPEST_SHARE));
    double spread = sharpest - sigmas[0];
    double band = 0.2 + 0.1 * sharpest + 1.5 * spread / Math.sqrt(sigmas.length);
    // Edges along an outline that is doubted may be a shadow's.
    band *= few || !isOutlineSure(picture) ? TIMES_BAND_WHEN_DOUBTED : 1;
    notes.band("sharpness.blurSigmaPx", band);
    notes.band("sharpness.medianBlurSigmaPx", 2 * band);
    double[] overshoots = sorted(edges, Edge::overshoot);
    return new Readings.Sharpness(
        sharpest,
        median,
        null,
        (disc ? BlurShape.DISC : BlurShape.GAUSSIAN).mtf50TimesSigma / sharpest,
        null,
        null,
        smear(picture, few ? edges : forSmear, notes),
        noise,
        blocking,
        overshoots[overshoots.length / 2],
        compressedTo,
        causes(picture, sharpest, noise, compressedTo, notes),
        deciles(sigmas),
        map(told, picture.photo().widthPx(), picture.photo().heightPx()));
  }

  /**
   * An edge against burnt ground tells less. Such are used where there are hardly any others, or
   * where the others are shades inside the thing: softer, and yet less well explained by a step.
   */
  static List<Edge> clearest(List<Edge> edges) {
    Map<Boolean, List<Edge>> byBurnt =
        edges.stream().collect(Collectors.partitioningBy(Edge::clipped));
    List<Edge> open = byBurnt.get(false);
    List<Edge> burnt = byBurnt.get(true);
    if (open.size() < ENOUGH_EDGES && !burnt.isEmpty()) {
      return surest(edges);
    }
    if (burnt.size() < ENOUGH_EDGES) {
      return open;
    }
    List<Edge> outer = surest(burnt);
    double sigma = rank(outer, Edge::sigmaPx, SHARPEST_SHARE);
    boolean sharper = sigma < rank(open, Edge::sigmaPx, SHARPEST_SHARE);
    boolean surer =
        rank(outer, SharpnessMeasure::share, 0.5) < rank(open, SharpnessMeasure::share, 0.5);
    return sigma > LEAST_FOOT_PX && sharper && surer ? outer : open;
  }

  /** An edge's error as a share of its deviation. */
  private static double share(Edge edge) {
    return edge.errorPx() / edge.sigmaPx();
  }

  /**
   * Where the ground is burnt, only the foot of an edge is seen, and a step that ends just where
   * the light is clipped fits many of them nearly as well as the true one: those are too narrow,
   * and leave more unexplained.
   */
  static List<Edge> surest(List<Edge> edges) {
    int count = Math.max(MIN_EDGES, (int) (SUREST_SHARE * edges.size()));
    return edges.stream()
        .sorted(Comparator.comparingDouble(SharpnessMeasure::share))
        .limit(count)
        .toList();
  }

  private static List<String> causes(
      Analysed picture, Double sharpest, Double noise, Integer compressedTo, Notes notes) {
    Double band = notes.uncertainty().get("sharpness.noiseSigma");
    return SoftBecause.file(
        picture.photo().facts(), picture.srgb(), sharpest, noise, band, compressedTo);
  }

  /**
   * How much of the spread between the edges is of the picture, 0 to 1: the rest is that each is
   * read with an error, and makes no zone sharper than the others. The share of the variance, as
   * James and Stein (1961) take errors back.
   */
  private static double realSpread(List<Edge> edges, double[] sigmas) {
    double spread = (rank(sigmas, 0.75) - rank(sigmas, 0.25)) / QUARTILES_APART;
    double chance = rank(edges, Edge::errorPx, 0.5);
    return spread <= chance ? 0 : Math.sqrt(1 - chance * chance / (spread * spread));
  }

  private static double[] sorted(List<Edge> edges, ToDoubleFunction<Edge> which) {
    return edges.stream().mapToDouble(which).sorted().toArray();
  }

  private static double rank(List<Edge> edges, ToDoubleFunction<Edge> which, double share) {
    return rank(sorted(edges, which), share);
  }

  private static double rank(double[] sorted, double share) {
    return sorted[(int) (share * (sorted.length - 1))];
  }

  /** Whether most of the edges are blurred as by defocus. */
  private static boolean areDiscs(List<Edge> edges) {
    double[] leaves = sorted(edges, Edge::discLeaves);
    return leaves[leaves.length / 2] < DISC_LEAVES;
  }

  private static List<Edge> asDiscs(List<Edge> edges) {
    return edges.stream()
        .map(edge -> Double.isNaN(edge.discPx()) ? edge : edge.withSigma(edge.discPx()))
        .toList();
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

  private static List<Double> deciles(double[] sorted) {
    List<Double> deciles = new ArrayList<>();
    for (int i = 0; i <= 10; i++) {
      deciles.add(sorted[Math.round(i / 10f * (sorted.length - 1))]);
    }
    return deciles;
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
    return seen(picture.srgb(), EdgePlaces.of(picture, strictness.leastSlope()), scale, strictness);
  }

  /**
   * @param scale pixels of {@code pixels} for a working pixel
   */
  private static List<Seen> seen(
      EncodedImage pixels, List<Place> places, double scale, Strictness strictness) {
    return places.parallelStream()
        .map(
            place ->
                EdgeWindow.look(
                    pixels,
                    (int) ((place.x() + 0.5) * scale),
                    (int) ((place.y() + 0.5) * scale),
                    strictness))
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
    for (Edge edge : edges(seen(small, places, 1.0 / by, SMALL), Seen::edge)) {
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
                whole * edge.errorPx()));
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
