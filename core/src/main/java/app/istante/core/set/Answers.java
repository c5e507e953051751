package app.istante.core.set;

import app.istante.core.colour.ColourTemperature;
import java.util.ArrayList;
import java.util.Arrays;
import java.util.List;
import java.util.Locale;

/**
 * All that the calculators say of a set as it stands, for one thing in it and one selling place.
 *
 * @param cautions read once before the lamps are switched on
 */
public record Answers(
    Framed view,
    Depth.DepthAnswer depth,
    SheetFit.SheetAnswer sheet,
    Brightness light,
    LightMix.MixAnswer colour,
    List<OneLamp> lamps,
    List<String> cautions) {
  /** The front swells by no more than a tenth: less is hardly seen. */
  private static final double SWELL_ALLOWED = 0.1;

  private static final int GRID = 5;

  /** Smallest opening of ordinary lenses, where the kit does not say. */
  private static final double NARROWEST = 22;

  /**
   * Framing.
   *
   * @param distanceMm from lens to aim
   * @param fill share of the frame's side that the thing fills
   * @param thingPx pixels along its longer side
   * @param enough whether that is what the rule book wants
   * @param swell how much larger its front is drawn than its middle
   * @param nearestMm for a swelling of a tenth
   * @param roomMm from the thing to the wall behind the camera that a person needs
   */
  public record Framed(
      double distanceMm,
      double focal35Mm,
      double fieldWidthMm,
      double fieldHeightMm,
      double fill,
      double thingPx,
      double wantedPx,
      boolean enough,
      double swell,
      double nearestMm,
      double roomMm,
      String sentence) {}

  /**
   * Light of all lamps together.
   *
   * @param ev100 of the ground
   * @param groundLuminance median over the ground in the frame, cd/m²
   * @param frontLux on the thing's front
   * @param leftOverRightStops lighting ratio
   * @param groundOverThingStops ground over white card in the thing's place, facing the camera
   * @param evennessStops brightest to darkest ground in the frame
   * @param seconds exposure time that draws the ground white
   * @param biasStops what an automatic exposure must be told for that, about
   * @param handHeldSeconds longest time that most people hold still
   */
  public record Brightness(
      double ev100,
      double groundLuminance,
      double frontLux,
      double leftOverRightStops,
      double groundOverThingStops,
      double evennessStops,
      double seconds,
      double biasStops,
      double handHeldSeconds,
      String sentence) {}

  /**
   * @param lux that it gives on the thing's front or top, whichever is more
   * @param share of all light there
   * @param halfStopMoreMm distance from the aim for half a stop more; 0 where out of reach
   * @param halfStopLessMm the same for less
   * @param glare whether a flat glossy front would mirror it
   */
  public record OneLamp(
      String name,
      double distanceMm,
      double lux,
      double share,
      double halfStopMoreMm,
      double halfStopLessMm,
      Shadow.Softness shadow,
      Glare.GlareAnswer glare) {}

  /**
   * The thing photographed and what is wanted of its picture.
   *
   * @param deliveredPx pixels along its longer side as delivered
   */
  public record Wanted(double heightMm, double widthMm, double depthMm, double deliveredPx) {
    public Wanted {
      Require.mm("The thing's height", heightMm, 1, 3000);
      Require.mm("The thing's width", widthMm, 1, 3000);
      Require.mm("The thing's depth", depthMm, 1, 3000);
      Require.within("The delivered pixels", deliveredPx, 50, 20_000, " px");
    }
  }

  public static Answers of(StandingSet set, Wanted wanted, List<Kit.Piece> kit) {
    SetLight light = SetLight.of(set);
    double h = wanted.heightMm();
    double[] front = {0, h / 2, wanted.depthMm() / 2};
    double s = Math.sqrt(0.5);
    double[] left =
        light.at(new double[] {-wanted.widthMm() / 2, h / 2, 0}, new double[] {-s, 0, s});
    double[] right =
        light.at(new double[] {wanted.widthMm() / 2, h / 2, 0}, new double[] {s, 0, s});
    double[] onFront = light.at(front, new double[] {0, 0, 1});
    double[] onTop = light.at(new double[] {0, h, 0}, new double[] {0, 1, 0});
    Framed view = view(set, wanted);
    return new Answers(
        view,
        depth(set, wanted, kit),
        SheetFit.of(set),
        brightness(set, wanted, light, left, right, onFront),
        colour(set, left, right),
        lamps(set, wanted, onFront, onTop),
        SetCautions.of(set, kit));
  }

  private static Framed view(StandingSet set, Wanted wanted) {
    SetCamera camera = set.camera();
    double d = camera.distanceMm();
    double width = camera.fieldWidthMm(d);
    double height = camera.fieldHeightMm(d);
    double fill = Math.max(wanted.widthMm() / width, wanted.heightMm() / height);
    double longest = Math.max(wanted.widthMm(), wanted.heightMm());
    double px = Framing.pixelsOn(longest, width, camera.sensor().widthPx());
    double depth = Math.min(wanted.depthMm(), 1.8 * (d - 2));
    double swell = Framing.swell(d, depth);
    double nearest = Framing.nearestForSwell(wanted.depthMm(), SWELL_ALLOWED);
    boolean enough = px >= wanted.deliveredPx();
    String sentence;
    if (fill > 1) {
      sentence =
          String.format(
              Locale.ROOT,
              "It does not fit: step back to %.0f cm or use %.0f mm.",
              camera.lens().focalLengthMm() * (1 + fill / 0.85 / camera.magnification()) / 10,
              camera.lens().focalLengthMm() * 0.85 / fill);
    } else if (swell > SWELL_ALLOWED) {
      sentence =
          String.format(
              Locale.ROOT,
              "Its front swells by %.0f %%: step back to %.0f cm and use a longer lens.",
              100 * swell,
              nearest / 10);
    } else if (!enough) {
      sentence =
          String.format(
              Locale.ROOT,
              "It gets %.0f pixels, %.0f are wanted: go nearer, or use %.0f mm.",
              px,
              wanted.deliveredPx(),
              camera.lens().focalLengthMm() * wanted.deliveredPx() / px);
    } else {
      sentence =
          String.format(
              Locale.ROOT, "It fills %.0f %% of the frame with %.0f pixels.", 100 * fill, px);
    }
    return new Framed(
        d,
        camera.lens().focalLengthMm() * camera.sensor().cropFactor(),
        width,
        height,
        fill,
        px,
        wanted.deliveredPx(),
        enough,
        swell,
        nearest,
        Framing.roomNeededMm(d),
        sentence);
  }

  private static Depth.DepthAnswer depth(StandingSet set, Wanted wanted, List<Kit.Piece> kit) {
    SetCamera camera = set.camera();
    double focal = camera.lens().focalLengthMm();
    Kit.Piece lens =
        kit.stream()
            .filter(p -> p.kind() == Kit.Kind.LENS)
            .filter(p -> p.fact("shortestMm", 0) <= focal + 0.5)
            .filter(p -> p.fact("longestMm", 0) >= focal - 0.5)
            .findFirst()
            .orElse(null);
    boolean fixed = camera.sensor().phone() && lens == null;
    double number = camera.lens().fNumber();
    double d = camera.distanceMm();
    return Depth.answer(
        focal,
        d,
        Math.min(wanted.depthMm(), 1.9 * (d - 1.3 * focal)),
        Math.max(wanted.widthMm(), wanted.heightMm()),
        wanted.deliveredPx(),
        lens == null ? (fixed ? number : 1.4) : lens.fact("widest", 1.4),
        lens == null ? (fixed ? number : NARROWEST) : lens.fact("narrowest", NARROWEST));
  }

  private static Brightness brightness(
      StandingSet set,
      Wanted wanted,
      SetLight light,
      double[] left,
      double[] right,
      double[] onFront) {
    double[] ground = ground(set, light);
    double middle = Math.max(1e-4, ground[ground.length / 2]);
    double frontLux = Arrays.stream(onFront).sum();
    double l = Arrays.stream(left).sum();
    double r = Arrays.stream(right).sum();
    double white = 0.9 * frontLux / Math.PI;
    double ratio = stops(l, r);
    double over = stops(middle, white);
    double even = stops(ground[ground.length - 1], ground[0]);
    SetCamera camera = set.camera();
    double seconds =
        Exposure.secondsFor(1, middle, camera.settings().iso(), camera.lens().fNumber());
    double d = camera.distanceMm();
    double share =
        Math.min(
            0.9,
            0.7
                * wanted.heightMm()
                * wanted.widthMm()
                / (camera.fieldWidthMm(d) * camera.fieldHeightMm(d)));
    double bias =
        WhiteExposure.overMeter(WhiteExposure.meanOverGround(share, 0.4 * white / middle));
    double focal35 = camera.lens().focalLengthMm() * camera.sensor().cropFactor();
    return new Brightness(
        Exposure.ev100(middle),
        middle,
        frontLux,
        ratio,
        over,
        even,
        seconds,
        bias,
        1 / focal35,
        sentence(ratio, over, even, seconds, 1 / focal35));
  }

  private static String sentence(
      double ratio, double over, double even, double seconds, double hand) {
    List<String> words = new ArrayList<>();
    if (Math.abs(ratio) > 1) {
      words.add(
          String.format(
              Locale.ROOT,
              "%s is %.1f stops brighter.",
              ratio > 0 ? "The left" : "The right",
              Math.abs(ratio)));
    }
    words.add(
        over >= 0.1
            ? String.format(
                Locale.ROOT, "The ground is %.1f stops over white in the thing's place.", over)
            : String.format(
                Locale.ROOT,
                "The ground is %.1f stops under white in the thing's place: it can't turn white"
                    + " before white things burn out.",
                -over));
    if (even > 0.5) {
      words.add(String.format(Locale.ROOT, "It falls off by %.1f stops in the frame.", even));
    }
    if (seconds > hand) {
      words.add("Use a tripod and the timer.");
    }
    return String.join(" ", words);
  }

  private static double stops(double a, double b) {
    return Math.log(Math.max(1e-6, a) / Math.max(1e-6, b)) / Math.log(2);
  }

  /** Luminances of the sheet over the frame, sorted; where the frame sees past it, left out. */
  private static double[] ground(StandingSet set, SetLight light) {
    Projection projection = new Projection(set.camera(), 1000, 750);
    Ground g = set.ground();
    double[] found = new double[GRID * GRID];
    int count = 0;
    for (int i = 0; i < found.length; i++) {
      double px = 1000 * (i % GRID + 0.5) / GRID;
      double py = 750 * (i / GRID + 0.5) / GRID;
      double[] met = SheetFit.meet(projection, new double[] {px, py}, g);
      boolean on =
          !Double.isNaN(met[0])
              && Math.abs(met[1]) < g.widthMm() / 2
              && -met[0] < g.frontMm()
              && met[0] < g.lengthMm() - g.frontMm();
      if (on) {
        found[count++] = light.sheetLuminance(met[0], met[1]);
      }
    }
    if (count == 0) {
      return new double[] {light.sheetLuminance(0, 0)};
    }
    double[] out = Arrays.copyOf(found, count);
    Arrays.sort(out);
    return out;
  }

  private static LightMix.MixAnswer colour(StandingSet set, double[] left, double[] right) {
    ColourTemperature[] colours = new ColourTemperature[left.length];
    int k = 0;
    for (Lamp lamp : set.lamps()) {
      colours[k++] = new ColourTemperature(lamp.kelvin(), lamp.tint());
    }
    for (Window window : set.windows()) {
      colours[k++] = new ColourTemperature(window.kelvin(), 0);
    }
    colours[k] = new ColourTemperature(set.ground().glowKelvin(), 0);
    if (Arrays.stream(left).sum() + Arrays.stream(right).sum() < 1e-6) {
      return new LightMix.MixAnswer(0, 0, 0, 0, 0, "No light falls on it yet: turn a lamp on.");
    }
    return LightMix.of(left, right, colours);
  }

  private static List<OneLamp> lamps(
      StandingSet set, Wanted wanted, double[] onFront, double[] onTop) {
    List<OneLamp> all = new ArrayList<>();
    double total =
        Math.max(1e-9, Math.max(Arrays.stream(onFront).sum(), Arrays.stream(onTop).sum()));
    double turn = set.things().isEmpty() ? 0 : set.things().get(0).turnDegrees();
    for (int k = 0; k < set.lamps().size(); k++) {
      Lamp lamp = set.lamps().get(k);
      double lux = Math.max(onFront[k], onTop[k]);
      boolean burns = lamp.outLumens() > 0;
      all.add(
          new OneLamp(
              lamp.name(),
              lamp.distanceMm(),
              lux,
              lux / total,
              burns ? LampDistance.exact(lamp, 0.5) : 0,
              burns ? LampDistance.exact(lamp, -0.5) : 0,
              Shadow.of(lamp, wanted.heightMm()),
              Glare.of(
                  lamp,
                  set.camera().at(),
                  wanted.widthMm(),
                  wanted.heightMm(),
                  turn,
                  wanted.depthMm() / 2)));
    }
    return all;
  }
}
