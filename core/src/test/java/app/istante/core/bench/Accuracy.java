package app.istante.core.bench;

import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.image.Limits;
import app.istante.core.image.PhotoFacts;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.mask.Overlap;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.Known;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import java.io.IOException;
import java.io.UncheckedIOException;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.LinkedHashMap;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/**
 * Prints how near every reading comes to the truth on the test bed, beside its target, and writes a
 * page with the worst pictures. Computed anew at each run.
 */
public final class Accuracy {
  /** An outline below this confidence is honestly doubted. */
  private static final double DOUBTED = 0.5;

  /** Less grain than this is not seen: 8-bit codes. */
  private static final double LEAST_GRAIN = 1;

  /** Edges are sharper than this only by the accident of where the pixels lie: sigma, pixels. */
  private static final double LEAST_BLUR = 0.55;

  private static final int CARDS = 60;
  private static final double CARD_QUALITY = 0.85;
  private static final int DRAWN = 60;

  /** Each fifth picture is measured again with its file changed. */
  private static final int STEADY_EVERY = 5;

  private final Map<String, Figure> figures = new LinkedHashMap<>();
  private final Map<Label.Kind, List<Double>> overlaps = new LinkedHashMap<>();
  private final List<String> poorOutlines = new ArrayList<>();
  private final List<String> falseCards = new ArrayList<>();
  private int uprights;
  private int leansTold;
  private final Verdicts verdicts = new Verdicts();
  private final Steadiness steadiness = new Steadiness();
  private final Resaved resaved = new Resaved();
  private final WorstPage page;
  private final WithBlank withBlank;

  private Accuracy(WorstPage page, WithBlank withBlank) {
    this.page = page;
    this.withBlank = withBlank;
    absolute("level", "", 1);
    absolute("low5", "", 1);
    absolute("nearWhiteShare", "", 0.02);
    absolute("castA", "", 0.5);
    absolute("castB", "", 0.5);
    absolute("falloffStops", "", 0.05);
    figures.put("separation", Figure.relative("separation", 0.15));
    absolute("box edges, % of long side", "", 0.4);
    absolute("shadowStops", "", 0.1);
    absolute("rollDegrees", "°", 0.3);
    figures.put("blurSigmaPx", Figure.relative("blurSigmaPx", 0.1));
    figures.put("motionPx", Figure.relative("motionPx", 0.15));
    absolute("motionDegrees", "°", 5);
    figures.put("noiseSigma", Figure.relative("noiseSigma", 0.1));
    absolute("clippedShare", "", 0.003);
  }

  private void absolute(String name, String unit, double tolerance) {
    figures.put(name, Figure.absolute(name, unit, tolerance));
  }

  /**
   * @param args folder that keeps the light between runs, folder for the page, then optionally a
   *     part of the names of the scenes to look at
   */
  public static void main(String[] args) throws IOException, UnreadablePhotoException {
    Bed bed = new Bed(Path.of(args[0]));
    String wanted = args.length > 2 ? args[2] : "";
    Accuracy accuracy = new Accuracy(new WorstPage(Path.of(args[1])), new WithBlank(bed));
    List<Source> sources = new ArrayList<>();
    for (BedScene scene : BedScenes.all()) {
      if (scene.name().contains(wanted)) {
        sources.add(new Source(() -> bed.picture(scene), scene));
      }
    }
    for (long lot = 1; lot <= DRAWN; lot++) {
      DrawnTake take = DrawnTake.drawn(lot);
      if (take.name().contains(wanted)) {
        sources.add(new Source(take::picture, null));
      }
    }
    sources.parallelStream().forEach(accuracy::look);
    accuracy.print();
    accuracy.verdicts.print();
    accuracy.steadiness.print();
    accuracy.resaved.print();
    accuracy.withBlank.print();
    accuracy.cards();
    greyCards();
  }

  /** Makes a picture of the bed. */
  private interface Maker {
    Bed.Picture picture() throws IOException, UnreadablePhotoException;
  }

  /**
   * @param scene null for a drawn take
   */
  private record Source(Maker maker, BedScene scene) {}

  private void look(Source source) {
    try {
      Bed.Picture picture = source.maker.picture();
      Analysed analysed = Analysed.of(picture.photo());
      Readings readings = Measurement.measure(analysed);
      count(picture, analysed, readings);
      // By name, so that every run looks at the same ones.
      if (Math.floorMod(picture.label().name().hashCode(), STEADY_EVERY) == 0) {
        steadiness.add(picture, readings);
        resaved.add(picture.photo());
      }
      if (source.scene != null && WithBlank.isHard(picture.label().kind())) {
        withBlank.add(source.scene, picture, analysed, readings);
      }
    } catch (IOException e) {
      throw new UncheckedIOException(e);
    } catch (UnreadablePhotoException e) {
      throw new IllegalStateException("the bed's own pictures can be read", e);
    }
  }

  private synchronized void count(Bed.Picture picture, Analysed analysed, Readings r)
      throws IOException {
    Label label = picture.label();
    BedTruth truth = picture.truth();
    Map<String, Double> bands = r.uncertainty();
    double overlap = overlap(analysed, truth);
    boolean doubted = r.product().confidence() < DOUBTED;
    if (!(doubted && !label.kind().plain())) {
      overlaps.computeIfAbsent(label.kind(), kind -> new ArrayList<>()).add(overlap);
    }
    if (overlap < (label.kind().plain() ? 0.95 : 0.9)) {
      poorOutlines.add(
          String.format(
              Locale.ROOT,
              "%s: %.3f at confidence %.2f",
              label.name(),
              overlap,
              r.product().confidence()));
    }
    Readings.Backdrop ground = r.backdrop();
    if (ground != null && !Double.isNaN(truth.ground().level())) {
      figure("level")
          .add(label, truth.ground().level(), ground.level(), bands.get("backdrop.level"));
      figure("low5").add(label, truth.ground().low5(), ground.low5(), bands.get("backdrop.low5"));
      figure("nearWhiteShare")
          .add(
              label,
              truth.ground().nearWhite(),
              ground.nearWhiteShare(),
              bands.get("backdrop.nearWhiteShare"));
      if (ground.castA() != null && !Double.isNaN(truth.ground().castA())) {
        figure("castA")
            .add(label, truth.ground().castA(), ground.castA(), bands.get("backdrop.castA"));
        figure("castB")
            .add(label, truth.ground().castB(), ground.castB(), bands.get("backdrop.castB"));
      }
      figure("separation")
          .add(
              label,
              truth.ground().separation(),
              ground.separation(),
              bands.get("backdrop.separation"));
      if (ground.falloffStops() != null && label.shadeIsKnown()) {
        figure("falloffStops")
            .add(
                label,
                truth.ground().falloffStops(),
                ground.falloffStops(),
                bands.get("backdrop.falloffStops"));
      }
      if (label.shadeIsKnown()) {
        double shadow = ground.shadow() == null ? 0 : ground.shadow().depthStops();
        Double band = bands.get("backdrop.shadow.depthStops");
        figure("shadowStops").add(label, truth.ground().shadowStops(), shadow, band);
      }
    }
    if (r.product().found() && !doubted) {
      box(label, truth, r, picture.photo().facts());
    }
    boolean leanTold =
        r.product().rollDegrees() != null
            && r.product().rollConfidence() > Readings.Product.SURE_LEAN;
    if (label.upright()) {
      uprights++;
      leansTold += leanTold ? 1 : 0;
    }
    if (leanTold) {
      figure("rollDegrees")
          .add(
              label,
              truth.rollDegrees(),
              r.product().rollDegrees(),
              bands.get("product.rollDegrees"));
    }
    sharpness(label, truth, r);
    if (r.exposure() != null && r.exposure().clippedShare() != null && !doubted) {
      figure("clippedShare")
          .add(
              label,
              truth.clippedShare(),
              r.exposure().clippedShare(),
              bands.get("exposure.clippedShare"));
    }
    if (r.colour().card() != null && !label.fault().equals("colour card")) {
      falseCards.add(label.name());
    }
    page.keep(picture, analysed);
    verdicts.add(picture, r);
  }

  /** The same cards plain and grey, in frames that are said to show them. */
  private static void greyCards() throws UnreadablePhotoException, IOException {
    int found = 0;
    double worst = 0;
    for (long lot = 1; lot <= CARDS; lot++) {
      DrawnCard card = DrawnCard.drawn(lot, true);
      var photo =
          new PhotoReader(Limits.STANDARD).read(PhotoWriter.jpeg(card.picture(), CARD_QUALITY));
      Readings.ColourCard read =
          Measurement.measure(Analysed.of(photo, Known.CARD_FRAME)).colour().card();
      if (read == null || !read.kind().equals("grey")) {
        System.out.println("  missed: " + card);
        continue;
      }
      found++;
      double truth = Math.log(card.gains()[1]) / Math.log(2);
      worst = Math.max(worst, Math.abs(truth - read.exposureErrorStops()));
      worst = Math.max(worst, stops(read.whiteBalance().redGain(), card.gains(), 0));
      worst = Math.max(worst, stops(read.whiteBalance().blueGain(), card.gains(), 2));
    }
    System.out.printf(
        Locale.ROOT,
        "Grey cards: %d of %d found, exposure and balance off by %.3f stop at worst%n",
        found,
        CARDS,
        worst);
  }

  private static double stops(double gain, double[] light, int channel) {
    return Math.abs(Math.log(gain * light[channel] / light[1]) / Math.log(2));
  }

  /** Drawn cards, whose colours are known exactly: how many are found, how well they are read. */
  private void cards() throws UnreadablePhotoException, IOException {
    int found = 0;
    double worst = 0;
    for (long lot = 1; lot <= CARDS; lot++) {
      DrawnCard card = DrawnCard.drawn(lot);
      byte[] file = PhotoWriter.jpeg(card.picture(), CARD_QUALITY);
      Readings.ColourCard read =
          Measurement.measure(new PhotoReader(Limits.STANDARD).read(file)).colour().card();
      if (read == null) {
        System.out.println("  missed: " + card);
        continue;
      }
      found++;
      double truth = 0;
      int open = 0;
      for (int i = 0; i < read.patches().size(); i++) {
        if (read.patches().get(i).deltaE() != null) {
          double[] rgb = card.truth(i);
          Readings.LabValue wanted = read.patches().get(i).referenceLab();
          truth +=
              DeltaE.ciede2000(
                  Lab.ofLinear(rgb[0], rgb[1], rgb[2]),
                  new Lab(wanted.l(), wanted.a(), wanted.b()));
          open++;
        }
      }
      worst = Math.max(worst, Math.abs(truth / open - read.meanDeltaE()));
    }
    System.out.printf(
        Locale.ROOT,
        "Colour cards: %d of %d found (98 %% wanted), mean delta E off by %.2f at worst (0.3"
            + " wanted); found in %d scenes without one %s%n%n",
        found,
        CARDS,
        worst,
        falseCards.size(),
        falseCards);
  }

  private void sharpness(Label label, BedTruth truth, Readings r) {
    Readings.Sharpness s = r.sharpness();
    Map<String, Double> bands = r.uncertainty();
    // The scenes' light is traced, and grainy itself by some two codes: only drawn takes know.
    boolean known = label.group() == Label.Group.DRAWN && truth.noiseSigma() > LEAST_GRAIN;
    if (s.noiseSigma() != null && known) {
      figure("noiseSigma")
          .add(label, truth.noiseSigma(), s.noiseSigma(), bands.get("sharpness.noiseSigma"));
    }
    // What sharpening and phones do to edges has no true blur.
    if (s.blurSigmaPx() == null || label.redrawn()) {
      return;
    }
    if (truth.shakePx() == 0) {
      // Sharper than a pixel can tell is sharp.
      if (truth.blurSigmaPx() >= LEAST_BLUR) {
        figure("blurSigmaPx")
            .add(label, truth.blurSigmaPx(), s.blurSigmaPx(), bands.get("sharpness.blurSigmaPx"));
      }
    } else if (s.motion() != null) {
      figure("motionPx")
          .add(
              label,
              truth.shakePx(),
              s.motion().lengthPx(),
              bands.get("sharpness.motion.lengthPx"));
      double off = s.motion().angleDegrees() - truth.shakeDegrees();
      double turned = ((off + 90) % 180 + 180) % 180 - 90;
      figure("motionDegrees")
          .add(
              label,
              truth.shakeDegrees(),
              truth.shakeDegrees() + turned,
              bands.get("sharpness.motion.angleDegrees"));
    }
  }

  private void box(Label label, BedTruth truth, Readings r, PhotoFacts photo) {
    Readings.BoxPx found = r.product().boxPx();
    double[] edges = {
      found.x(), found.y(), (double) found.x() + found.width(), (double) found.y() + found.height()
    };
    double worst = 0;
    for (int i = 0; i < 4; i++) {
      worst = Math.max(worst, Math.abs(edges[i] - truth.box()[i]));
    }
    int longest = Math.max(photo.widthPx(), photo.heightPx());
    double band = r.uncertainty().get("product.centreOffset.x") * photo.widthPx() / longest;
    figure("box edges, % of long side").add(label, 0, 100 * worst / longest, 100 * band);
  }

  /** Intersection over union of the soft masks. */
  static double overlap(Analysed analysed, BedTruth truth) {
    byte[] found = analysed.fullSizeMask();
    return Overlap.of(found.length, at -> (found[at] & 0xFF) / 255.0, at -> truth.cover()[at]);
  }

  private Figure figure(String name) {
    return figures.get(name);
  }

  private void print() throws IOException {
    System.out.println("Outlines: intersection over union (doubted hard ones left out)");
    overlaps.forEach(
        (kind, list) ->
            System.out.printf(
                Locale.ROOT,
                "  %-8s %3d: mean %.3f, least %.3f%n",
                kind,
                list.size(),
                list.stream().mapToDouble(x -> x).average().orElse(0),
                list.stream().mapToDouble(x -> x).min().orElse(0)));
    System.out.println("Below the target: " + poorOutlines.size());
    poorOutlines.stream().sorted().forEach(line -> System.out.println("  " + line));
    System.out.println();
    System.out.println(
        "reading                    target     tuned: median 95 %  within   held back: the same            drawn: the same");
    for (Figure figure : figures.values()) {
      System.out.println(figure.line());
    }
    System.out.printf(
        Locale.ROOT,
        "Lean told with confidence of %d of %d things with an upright (80 %% wanted)%n",
        leansTold,
        uprights);
    page.finish(new ArrayList<>(figures.values()));
  }
}
