package app.istante.core.bench;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.Limits;
import app.istante.core.image.Photo;
import app.istante.core.image.PhotoReader;
import app.istante.core.image.PhotoWriter;
import app.istante.core.image.UnreadablePhotoException;
import app.istante.core.mask.Planes;
import app.istante.core.measure.Analysed;
import app.istante.core.measure.Delivery;
import app.istante.core.measure.EditDrift;
import app.istante.core.measure.Known;
import app.istante.core.measure.Measurement;
import app.istante.core.measure.Readings;
import app.istante.core.set.Ground;
import app.istante.core.set.Lamp;
import app.istante.core.set.LampDistance;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import java.io.IOException;
import java.nio.file.Files;
import java.nio.file.Path;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.Collections;
import java.util.List;
import java.util.Locale;
import java.util.TreeMap;
import java.util.function.Function;
import java.util.regex.Matcher;
import java.util.regex.Pattern;
import java.util.stream.Collectors;

/**
 * Makes the pictures of docs/measures: for each reading a strip of three photographs of the
 * simulated set, good, borderline and bad, and writes what was measured on them below it.
 */
public final class MeasurePictures {
  private static final int WIDTH = 640;
  private static final int HEIGHT = 480;
  private static final int SHOWN_WIDTH = 320;
  private static final int SHOWN_HEIGHT = 240;
  private static final int GAP = 6;
  private static final int PASSES = 12;

  /** Where the light's own noise must be less than what is shown. */
  private static final int QUIET_PASSES = 48;

  private static final double JPEG_QUALITY = 0.85;

  /** Mid-grey to white, less a little: the box's paint then keeps its colour. */
  private static final double WHITE_STOPS = 2.45;

  private static final double LIT_STOPS = 2.6;

  /** Delivered as it is: blur counts pixel for pixel. */
  private static final Delivery AS_LARGE = new Delivery(null, WIDTH, HEIGHT, 0.9, 1);

  private final PlantedSets sets = new PlantedSets(WIDTH, HEIGHT, PASSES);
  private final PlantedSets quiet = new PlantedSets(WIDTH, HEIGHT, QUIET_PASSES);
  private final Path folder;

  private MeasurePictures(Path folder) {
    this.folder = folder;
  }

  private interface Edit {
    EncodedImage of(EncodedImage picture) throws IOException, UnreadablePhotoException;
  }

  private static final Edit AS_TAKEN = picture -> picture;

  /** What a picture tells, if need be held against the first of its strip. */
  private interface Told {
    String of(Photo first, Photo shown);
  }

  /** The part of a picture that is shown: its upper left corner and its width. */
  private record View(int left, int top, int width) {
    static final View WHOLE = new View(0, 0, WIDTH);

    /** Pixel for pixel, the ground beside and before the product. */
    static final View GROUND = new View(0, HEIGHT - SHOWN_HEIGHT, SHOWN_WIDTH);

    /** Four times as large, the product's print. */
    static final View CLOSE = new View(200, 250, SHOWN_WIDTH / 4);
  }

  /**
   * @param told what stands below each picture
   * @param sets good, borderline and bad
   * @param quiet the light's own noise would be taken for what is shown
   * @param edits what is done to each before it is measured
   */
  private record Strip(
      String name, Told told, List<StandingSet> sets, boolean quiet, View view, List<Edit> edits) {
    Strip(
        String name,
        Function<Readings, String> reading,
        List<StandingSet> sets,
        boolean quiet,
        View view,
        List<Edit> edits) {
      this(
          name,
          (first, shown) -> reading.apply(Measurement.measure(shown)),
          sets,
          quiet,
          view,
          edits);
    }

    Strip(String name, Function<Readings, String> reading, List<StandingSet> sets) {
      this(name, reading, sets, false, View.WHOLE);
    }

    Strip(
        String name,
        Function<Readings, String> reading,
        List<StandingSet> sets,
        boolean quiet,
        View view) {
      this(name, reading, sets, quiet, view, Collections.nCopies(sets.size(), AS_TAKEN));
    }
  }

  /**
   * @param args the folder with the README.md whose captions are brought up to date; then, if not
   *     all, the names of the pictures to make
   */
  public static void main(String[] args) throws IOException, UnreadablePhotoException {
    List<String> names = List.of(args).subList(1, args.length);
    new MeasurePictures(Path.of(args[0])).make(names);
  }

  private void make(List<String> names) throws IOException, UnreadablePhotoException {
    Path page = folder.resolve("README.md");
    String text = Files.readString(page);
    for (Strip strip : strips()) {
      if (!names.isEmpty() && !names.contains(strip.name())) {
        continue;
      }
      List<EncodedImage> pictures = new ArrayList<>();
      List<Photo> photos = new ArrayList<>();
      for (int i = 0; i < strip.sets().size(); i++) {
        StandingSet set = strip.sets().get(i);
        EncodedImage picture = (strip.quiet() ? quiet : sets).photograph(set).picture();
        picture = strip.edits().get(i).of(picture);
        photos.add(new PhotoReader(Limits.STANDARD).read(PhotoWriter.jpeg(picture, 0.95)));
        pictures.add(picture);
      }
      List<String> read =
          photos.stream().map(photo -> strip.told().of(photos.get(0), photo)).toList();
      Files.write(
          folder.resolve(strip.name() + ".jpg"),
          PhotoWriter.jpeg(beside(pictures, strip.view()), JPEG_QUALITY));
      // The caption is the line below the strip.
      Pattern caption = Pattern.compile("(!\\[[^]]*]\\(" + strip.name() + "\\.jpg\\)\\n)[^\\n]*");
      Matcher found = caption.matcher(text);
      if (!found.find()) {
        throw new IllegalStateException("README.md does not show " + strip.name() + ".jpg.");
      }
      String line = "*Measured, from left to right: " + String.join("; ", read) + ".*";
      text = found.replaceFirst("$1" + Matcher.quoteReplacement(line));
      System.out.println(strip.name() + ": " + String.join("; ", read));
    }
    Files.writeString(page, text);
  }

  private static EncodedImage beside(List<EncodedImage> pictures, View view) {
    int width = pictures.size() * (SHOWN_WIDTH + GAP) - GAP;
    byte[] out = new byte[3 * width * SHOWN_HEIGHT];
    Arrays.fill(out, (byte) 255);
    for (int at = 0; at < pictures.size(); at++) {
      byte[] in = pictures.get(at).rgb();
      for (int y = 0; y < SHOWN_HEIGHT; y++) {
        for (int x = 0; x < SHOWN_WIDTH; x++) {
          for (int channel = 0; channel < 3; channel++) {
            out[3 * (y * width + at * (SHOWN_WIDTH + GAP) + x) + channel] =
                (byte) Math.round(mean(in, view, x, y, channel));
          }
        }
      }
    }
    return new EncodedImage(width, SHOWN_HEIGHT, out);
  }

  /** Of the codes that one shown pixel stands for. */
  private static double mean(byte[] in, View view, int x, int y, int channel) {
    int side = Math.max(1, view.width() / SHOWN_WIDTH);
    int left = view.left() + x * view.width() / SHOWN_WIDTH;
    int top = view.top() + y * view.width() / SHOWN_WIDTH;
    double sum = 0;
    for (int v = top; v < top + side; v++) {
      for (int u = left; u < left + side; u++) {
        sum += in[3 * (v * WIDTH + u) + channel] & 0xFF;
      }
    }
    return sum / (side * side);
  }

  private List<Strip> strips() {
    StandingSet good = sets.built("lit-ground", "money-box", LIT_STOPS);
    StandingSet plain = sets.built("two-lamps", "money-box", WHITE_STOPS);
    // Round a product that fills the frame its own shade is taken for a bend of the sheet, unless
    // the empty set is known.
    StandingSet wide = PlantedSets.focal(plain, 0.7);
    // Where the ground is burnt to white neither marks nor grain are left to be seen.
    StandingSet dim = PlantedSets.exposed(plain, -0.7);
    StandingSet tall = PlantedSets.exposed(plain, -0.5);
    StandingSet distant = PlantedSets.focal(dim, 0.82);
    StandingSet deep = PlantedSets.raised(sets.built("lit-ground", "basket", 2), 40);
    StandingSet pale = sets.built("lit-ground", "egg-cup", LIT_STOPS);
    List<StandingSet> lost = List.of(good, pale, PlantedSets.exposed(pale, 1.5));
    return List.of(
        new Strip(
            "level",
            r -> say("%.0f of 255", r.backdrop().level()),
            List.of(good, PlantedSets.exposed(plain, -0.6), PlantedSets.exposed(plain, -1.4))),
        new Strip(
            "fall-off",
            r -> say("%.2f stop", r.backdrop().falloffStops()),
            List.of(
                PlantedSets.exposed(wide, -0.5),
                PlantedSets.exposed(PlantedSets.oneFar(wide, 1.5), -0.4),
                soloLamp(wide))),
        new Strip(
            "tint",
            r -> say("delta E %.1f", r.backdrop().castChroma()),
            List.of(balanced(plain, 5000), balanced(plain, 5600), balanced(plain, 8000))),
        new Strip(
            "shadow",
            r ->
                r.backdrop().shadow() == null
                    ? "none"
                    : say(
                        "%.1f stop deep, hardness %.1f",
                        r.backdrop().shadow().depthStops(), r.backdrop().shadow().hardness()),
            List.of(
                PlantedSets.exposed(plain, -0.5),
                sets.built("big-above", "money-box", 1.9),
                sets.built("low-side", "money-box", 1.6))),
        new Strip(
            "reflection",
            MeasurePictures::reflection,
            List.of(
                PlantedSets.raised(PlantedSets.glossy(distant, 0), 7),
                PlantedSets.raised(PlantedSets.glossy(distant, 1), 12),
                PlantedSets.raised(PlantedSets.glossy(distant, 1), 7)),
            true,
            View.WHOLE),
        new Strip(
            "marks",
            MeasurePictures::marks,
            List.of(worn(dim, 0, 0), worn(dim, 0, 25), worn(dim, 5, 120)),
            true,
            View.GROUND),
        new Strip(
            "edge",
            MeasurePictures::intrusions,
            List.of(
                PlantedSets.focal(good, 0.8),
                PlantedSets.focal(narrowed(good, 0.36), 0.8),
                PlantedSets.focal(narrowed(good, 0.2), 0.8))),
        new Strip("outline", r -> say("%.0f %% sure", 100 * r.product().confidence()), lost),
        new Strip("stands-out", r -> say("delta E %.1f", r.backdrop().separation()), lost),
        new Strip(
            "fill",
            r -> say("%.0f %%", 100 * r.product().fillLongestSide()),
            List.of(good, PlantedSets.focal(good, 0.75), PlantedSets.focal(good, 0.45))),
        new Strip(
            "centre",
            r -> say("%.0f %% to the right", 100 * r.product().centreOffset().x()),
            List.of(PlantedSets.focal(good, 0.8), placed(good, 14), placed(good, 34))),
        new Strip(
            "lean",
            r ->
                r.product().rollDegrees() == null
                    ? "can't tell"
                    : say("%.1f°", Math.round(10 * r.product().rollDegrees()) / 10.0),
            List.of(good, PlantedSets.handled(good, 1.5, 0), PlantedSets.handled(good, 6, 0))),
        new Strip(
            "focus",
            r -> blur(r),
            List.of(good, PlantedSets.focused(good, 0.85, 2), PlantedSets.focused(good, 0.55, 2))),
        new Strip(
            "shake",
            r ->
                r.sharpness().motion() == null
                    ? blur(r)
                    : say("smeared over %.0f px", r.sharpness().motion().lengthPx()),
            List.of(good, PlantedSets.handled(good, 0, 3), PlantedSets.handled(good, 0, 14))),
        new Strip(
            "compressed",
            r ->
                r.sharpness().compressedTo() == null
                    ? "nothing coarse"
                    : say("quality %d of 100", r.sharpness().compressedTo()),
            List.of(good, good, good),
            false,
            View.CLOSE,
            List.of(AS_TAKEN, p -> Resaved.once(p, 0.45), p -> Resaved.once(p, 0.08))),
        new Strip(
            "where-focus",
            r -> Measurement.forDelivery(r, AS_LARGE).sharpness().focus(),
            List.of(
                PlantedSets.focused(deep, 1, 16),
                PlantedSets.focused(deep, 0.9, 1.4),
                PlantedSets.focused(deep, 1.1, 1.4))),
        new Strip(
            "lettering",
            MeasurePictures::added,
            Collections.nCopies(3, PlantedSets.focal(good, 0.7)),
            false,
            View.WHOLE,
            List.of(
                AS_TAKEN,
                p ->
                    WrittenOver.lettering(
                        p, "Soffitta Lumaca - restored by hand", 17, 24, HEIGHT - 26),
                p ->
                    WrittenOver.border(
                        WrittenOver.lettering(p, "NEW! Only until Sunday", 44, 40, 66), 14))),
        new Strip(
            "grain",
            r -> say("%.1f codes", r.sharpness().noiseSigma()),
            List.of(dim, PlantedSets.iso(dim, 25_600), PlantedSets.iso(dim, 204_800)),
            true,
            View.CLOSE),
        new Strip(
            "burnt",
            r -> say("%.1f %% of the product", 100 * r.exposure().burntShare()),
            List.of(good, PlantedSets.exposed(good, 0.5), PlantedSets.exposed(good, 2))),
        new Strip(
            "empty-set",
            MeasurePictures::againstEmptySet,
            List.of(tall.withThings(List.of()), tall, tall.withThings(List.of(Thing.of("mug")))),
            false,
            View.WHOLE,
            Collections.nCopies(3, AS_TAKEN)),
        new Strip(
            "edits",
            MeasurePictures::drift,
            List.of(good, good, good),
            false,
            View.CLOSE,
            List.of(AS_TAKEN, MeasurePictures::warmer, MeasurePictures::smoothed)),
        new Strip(
            "uprights",
            r ->
                r.framing().perspective() == null
                    ? "can't tell"
                    : say("%.1f°", r.framing().perspective().convergenceDegrees()),
            List.of(
                PlantedSets.raised(good, 5),
                PlantedSets.raised(good, 20),
                PlantedSets.raised(good, 30))),
        new Strip(
            "card",
            MeasurePictures::card,
            List.of(carded(plain, 5000), carded(plain, 5600), carded(plain, 8000))));
  }

  private static String marks(Readings r) {
    return r.backdrop().marks().isEmpty()
        ? "none"
        : r.backdrop().marks().stream()
            .collect(
                Collectors.groupingBy(Readings.Mark::kind, TreeMap::new, Collectors.counting()))
            .entrySet()
            .stream()
            .map(kind -> kind.getValue() + " × " + kind.getKey())
            .collect(Collectors.joining(" and "));
  }

  private static String againstEmptySet(Photo empty, Photo shown) {
    Readings alone = Measurement.measure(shown);
    if (shown == empty) {
      return say("the empty set itself falls off by %.2f stop", alone.backdrop().falloffStops());
    }
    Known known = new Known(Analysed.blank(empty), null, null);
    Readings told = Measurement.measure(Analysed.of(shown, known));
    return say(
        "%.2f stop without it and %.2f with it",
        alone.backdrop().falloffStops(), told.backdrop().falloffStops());
  }

  private static String drift(Photo take, Photo edit) {
    if (edit == take) {
      return "the take";
    }
    EditDrift.Drift drift = EditDrift.of(take, edit);
    return say(
        "delta E %.1f, %.0f %% of the fine pattern left", drift.deltaE(), 100 * drift.detailKept());
  }

  private static EncodedImage warmer(EncodedImage picture) {
    double[] times = {1.08, 1, 0.9};
    byte[] rgb = picture.rgb().clone();
    for (int i = 0; i < rgb.length; i++) {
      rgb[i] = (byte) Math.min(255, Math.round((rgb[i] & 0xFF) * times[i % 3]));
    }
    return new EncodedImage(picture.widthPx(), picture.heightPx(), rgb);
  }

  private static EncodedImage smoothed(EncodedImage picture) {
    int width = picture.widthPx();
    int height = picture.heightPx();
    byte[] rgb = picture.rgb().clone();
    for (int channel = 0; channel < 3; channel++) {
      float[] plane = new float[width * height];
      for (int at = 0; at < plane.length; at++) {
        plane[at] = picture.rgb()[3 * at + channel] & 0xFF;
      }
      float[] mean = Planes.boxMean(plane, width, height, 2);
      for (int at = 0; at < plane.length; at++) {
        rgb[3 * at + channel] = (byte) Math.round(mean[at]);
      }
    }
    return new EncodedImage(width, height, rgb);
  }

  private static String reflection(Readings r) {
    return r.backdrop().reflection() == null
        ? "none"
        : say("%.0f %%", 100 * r.backdrop().reflection().strength());
  }

  private static String added(Readings r) {
    List<String> kinds = r.backdrop().foreign().stream().map(Readings.Foreign::kind).toList();
    List<String> said = new ArrayList<>();
    if (kinds.contains(Readings.Foreign.TEXT)) {
      said.add("a line of lettering");
    }
    if (kinds.contains(Readings.Foreign.BORDER)) {
      said.add("a border");
    }
    return said.isEmpty() ? "nothing" : String.join(" and ", said);
  }

  private static String card(Readings r) {
    return r.colour().card() == null
        ? "can't tell"
        : say(
            "delta E %.1f, %.1f once balanced",
            r.colour().card().meanDeltaE(), r.colour().card().meanDeltaEAfterBalance());
  }

  private static StandingSet worn(StandingSet set, int creases, int specks) {
    return set.with(set.ground().worn(0, set.ground().grain(), creases, specks));
  }

  private static StandingSet carded(StandingSet set, double kelvin) {
    Thing beside = Thing.of("colour-card").placed(90, 20);
    StandingSet both = set.withThings(List.of(set.things().get(0).placed(-50, 0), beside));
    return PlantedSets.focal(balanced(both, kelvin), 0.7);
  }

  private static String blur(Readings r) {
    return r.sharpness().blurSigmaPx() == null
        ? "can't tell"
        : say("%.1f px", r.sharpness().blurSigmaPx());
  }

  private static String intrusions(Readings r) {
    double share = r.backdrop().intrusions().stream().mapToDouble(Readings.Intrusion::share).sum();
    return share == 0
        ? "nothing but ground"
        : say("%d in %.0f %% of the frame", r.backdrop().intrusions().size(), 100 * share);
  }

  private static StandingSet narrowed(StandingSet set, double share) {
    Ground sheet = set.ground();
    return set.with(
        sheet.sized(
            share * sheet.widthMm(),
            sheet.frontMm(),
            sheet.flatBehindMm(),
            sheet.bendMm(),
            sheet.riseMm()));
  }

  private static StandingSet placed(StandingSet set, double x) {
    return PlantedSets.placed(PlantedSets.focal(set, 0.8), x);
  }

  private static StandingSet soloLamp(StandingSet set) {
    Lamp near = LampDistance.moved(set.lamps().get(0), 0.6 * set.lamps().get(0).distanceMm());
    return PlantedSets.exposed(set.withLamps(List.of(near)), -1.2);
  }

  private static StandingSet balanced(StandingSet set, double kelvin) {
    return PlantedSets.exposed(set.with(set.camera().balance(kelvin, 0)), -1.2);
  }

  private static String say(String format, Object... values) {
    return String.format(Locale.ROOT, format, values);
  }
}
