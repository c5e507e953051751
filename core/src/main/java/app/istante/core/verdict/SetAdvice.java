package app.istante.core.verdict;

import app.istante.core.set.Ground;
import app.istante.core.set.Lamp;
import app.istante.core.set.LampDistance;
import app.istante.core.set.Point;
import app.istante.core.set.SetCamera;
import app.istante.core.set.SetLight;
import app.istante.core.set.StandingSet;
import java.util.ArrayList;
import java.util.List;
import java.util.Locale;

/**
 * Changes of a set that stands, with its own lamps and distances: what a remedy says and, since a
 * simulated set can do it, what the set is afterwards.
 */
final class SetAdvice {
  /** Between two settings of a dial; less is not worth touching. */
  private static final double LEAST_STOPS = 0.05;

  /** A lamp this far to one side lights that side. */
  private static final double ASIDE_MM = 150;

  /** Lamps are not brought nearer than this share of their distance. */
  private static final double NEAREST_SHARE = 0.45;

  /** Lamps whose temperatures differ by less, in mired, count as one colour. */
  private static final double ONE_COLOUR_MIRED = 12;

  private SetAdvice() {}

  /**
   * @param text what to do, figures first
   * @param after the set when it is done
   * @param distanceMm how far something moves; 0 where nothing does
   */
  record Change(String text, StandingSet after, double distanceMm) {}

  /**
   * Another exposure by the shutter, set by hand: an automatic one would make up for changed light.
   *
   * @param seconds that the take was exposed for
   */
  static Change expose(StandingSet set, double seconds, double stops) {
    double wanted = Math.min(60, seconds * Math.pow(2, stops));
    return new Change(
        say("set the shutter by hand to %s (it was %s)", time(wanted), time(seconds)),
        set.with(set.camera().seconds(wanted)),
        0);
  }

  /**
   * More light on the ground alone: by the light under the sheet where there is some, else by a
   * lamp that must be added.
   */
  static Change lightGround(StandingSet set, double stops) {
    Ground g = set.ground();
    double behind = g.flatBehindMm() / 2;
    double luminance = SetLight.of(set).sheetLuminance(behind, 0);
    double more = luminance * (Math.pow(2, stops) - 1);
    // A sheet lit from behind sends half of its light each way, by Lambert's law; some of it comes
    // back from walls and cards, in proportion.
    double bare = more * 2 * Math.PI * g.widthMm() * g.lengthMm() * 1e-6;
    double gained = SetLight.of(glowing(set, bare)).sheetLuminance(behind, 0) - luminance;
    double lumens = bare * more / gained;
    StandingSet after = glowing(set, lumens);
    String text =
        g.glowLumens() > 0
            ? say(
                "turn the light under the sheet from %.0f to %.0f lm",
                g.glowLumens(), g.glowLumens() + lumens)
            : say("put a light on the ground alone that gives it %.0f lx more", more * Math.PI);
    return new Change(text, after, 0);
  }

  /** How much more light a change brings onto the product's front, stops. */
  static double frontStops(StandingSet before, StandingSet after) {
    double[] at = {0, before.camera().aim().y(), 0};
    double[] front = {0, 0, 1};
    double ratio = SetLight.of(after).luxAt(at, front) / SetLight.of(before).luxAt(at, front);
    return Double.isFinite(ratio) && ratio > 0 ? Math.log(ratio) / Math.log(2) : 0;
  }

  private static StandingSet glowing(StandingSet set, double moreLumens) {
    Ground g = set.ground();
    return set.with(
        g.glowing(
            g.glowLumens() + moreLumens, g.glowLumens() > 0 ? g.glowKelvin() : lampKelvin(set)));
  }

  /**
   * Evens the ground out from left to right: the lamp of the dark side comes nearer.
   *
   * @param darkIsRight where the ground is darker
   * @return null where no lamp stands on that side, or none can even it out
   */
  static Change even(StandingSet set, boolean darkIsRight, double stops) {
    double way = darkIsRight ? 1 : -1;
    int best = -1;
    for (int k = 0; k < set.lamps().size(); k++) {
      double aside = way * set.lamps().get(k).at().x();
      boolean further = best < 0 || aside > way * set.lamps().get(best).at().x();
      if (aside > ASIDE_MM && set.lamps().get(k).outLumens() > 0 && further) {
        best = k;
      }
    }
    if (best < 0) {
      return null;
    }
    Lamp lamp = set.lamps().get(best);
    double now = sideStops(set, way);
    double low = NEAREST_SHARE * lamp.distanceMm();
    double high = lamp.distanceMm();
    if (sideStops(moved(set, best, low), way) < now + 0.8 * stops) {
      return null;
    }
    for (int i = 0; i < 12; i++) {
      double mid = (low + high) / 2;
      if (sideStops(moved(set, best, mid), way) > now + stops) {
        low = mid;
      } else {
        high = mid;
      }
    }
    double to = (low + high) / 2;
    return new Change(
        say("move the lamp %s from %.0f to %.0f cm", lamp.name(), lamp.distanceMm() / 10, to / 10),
        moved(set, best, to),
        to - lamp.distanceMm());
  }

  /** The side's ground over the other side's, stops, at both edges of what the camera sees. */
  private static double sideStops(StandingSet set, double way) {
    SetLight light = SetLight.of(set);
    double half = set.camera().fieldWidthMm(set.camera().distanceMm()) / 2;
    double side = light.sheetLuminance(0, way * half);
    double other = light.sheetLuminance(0, -way * half);
    return Math.log(side / other) / Math.log(2);
  }

  private static StandingSet moved(StandingSet set, int which, double distanceMm) {
    List<Lamp> lamps = new ArrayList<>(set.lamps());
    lamps.set(which, LampDistance.moved(lamps.get(which), distanceMm));
    return set.withLamps(lamps);
  }

  /**
   * Another size in the frame by the camera's distance: the image grows with the magnification m =
   * f / (s - f).
   *
   * @param ratio wanted size over the present one
   * @return null where the camera can't stand there
   */
  static Change size(StandingSet set, double ratio) {
    SetCamera camera = set.camera();
    double f = camera.lens().focalLengthMm();
    double away = camera.distanceMm();
    double to = f + (away - f) / ratio;
    double share = to / away;
    try {
      Point at = camera.aim().towards(camera.at(), share);
      StandingSet after = set.with(camera.at(at).focus(0));
      return new Change(
          say(
              "%s: camera from %.0f to %.0f cm, and focus again",
              ratio > 1 ? "Go nearer" : "Step back", away / 10, to / 10),
          after,
          to - away);
    } catch (IllegalArgumentException noRoom) {
      return null;
    }
  }

  /** The product pushed sideways, or the camera aimed higher or lower. */
  static Change centre(StandingSet set, boolean sideways, double offset) {
    SetCamera camera = set.camera();
    if (sideways) {
      double mm = offset * camera.fieldWidthMm(camera.distanceMm());
      StandingSet after =
          set.withThings(set.things().stream().map(t -> t.placed(t.x() - mm, t.z())).toList());
      return new Change(
          say("Move the product %.1f cm to the %s.", Math.abs(mm) / 10, mm > 0 ? "left" : "right"),
          after,
          Math.abs(mm));
    }
    double mm = offset * camera.fieldHeightMm(camera.distanceMm());
    Point aim = camera.aim();
    return new Change(
        say("Aim the camera %.1f cm %s.", Math.abs(mm) / 10, mm > 0 ? "lower" : "higher"),
        set.with(camera.aim(new Point(aim.x(), aim.y() - mm, aim.z()))),
        Math.abs(mm));
  }

  static Change level(StandingSet set, double leanDegrees) {
    double rolled = set.camera().handling().rollDegrees();
    return new Change("", set.with(set.camera().roll(rolled - leanDegrees)), 0);
  }

  /** On a tripod, with the timer, focused on the aim again. */
  static Change steadyAndFocused(StandingSet set) {
    SetCamera camera = set.camera();
    return new Change(
        say("focus at %.0f cm", camera.distanceMm() / 10),
        set.with(camera.focus(0).shake(0, 0)),
        0);
  }

  /** A smaller opening, as bright as before. */
  static Change stopDown(StandingSet set, double seconds, double fNumber) {
    double now = set.camera().lens().fNumber();
    double wanted = Math.min(60, seconds * Math.pow(fNumber / now, 2));
    return new Change(
        say(
            "stop down from f/%.1f to f/%.1f and set the shutter to %s",
            now, fNumber, time(wanted)),
        set.with(set.camera().aperture(fNumber).seconds(wanted)),
        0);
  }

  /** The lowest ISO, and as much longer. */
  static Change quiet(StandingSet set, double seconds, int iso, int lowest) {
    double wanted = Math.min(60, seconds * iso / lowest);
    return new Change(
        say("set ISO %d and the shutter to %s", lowest, time(wanted)),
        set.with(set.camera().iso(lowest).seconds(wanted)),
        0);
  }

  /**
   * White balance set to the lamps.
   *
   * @return null where they differ, or there are none
   */
  static Change balance(StandingSet set) {
    double least = Double.MAX_VALUE;
    double most = 0;
    for (Lamp lamp : set.lamps()) {
      if (lamp.outLumens() > 0) {
        least = Math.min(least, 1e6 / lamp.kelvin());
        most = Math.max(most, 1e6 / lamp.kelvin());
      }
    }
    boolean other = !set.windows().isEmpty() || set.ground().glowLumens() > 0;
    if (most == 0 || other || most - least > ONE_COLOUR_MIRED) {
      return null;
    }
    double kelvin = lampKelvin(set);
    return new Change(
        say("set the white balance to %.0f K, as the lamps are", kelvin),
        set.with(set.camera().balance(kelvin, 0)),
        0);
  }

  private static double lampKelvin(StandingSet set) {
    return set.lamps().stream()
        .filter(lamp -> lamp.outLumens() > 0)
        .mapToDouble(Lamp::kelvin)
        .average()
        .orElse(5000);
  }

  static boolean worthIt(double stops) {
    return stops >= LEAST_STOPS;
  }

  static String time(double seconds) {
    return seconds < 0.4 ? "1/" + Math.round(1 / seconds) + " s" : say("%.1f s", seconds);
  }

  private static String say(String format, Object... values) {
    return String.format(Locale.ROOT, format, values);
  }
}
