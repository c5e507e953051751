package app.istante.core.bench;

import static app.istante.core.bench.TracedThing.say;

import java.util.SplittableRandom;

/** What things for the other ray tracer are made of: from white over every colour to black. */
final class Surfaces {
  private static final double[][] COLOURS = {
    {0.88, 0.88, 0.86},
    {0.75, 0.7, 0.6},
    {0.5, 0.5, 0.5},
    {0.16, 0.16, 0.17},
    {0.03, 0.03, 0.03},
    {0.6, 0.08, 0.06},
    {0.08, 0.16, 0.42},
    {0.1, 0.32, 0.14},
    {0.8, 0.55, 0.08},
    {0.55, 0.28, 0.4},
    {0.3, 0.5, 0.6},
  };

  private static String colour(SplittableRandom lot) {
    double[] base = COLOURS[lot.nextInt(COLOURS.length)];
    double more = BedScenes.between(lot, 0.85, 1.08);
    return say("rgb <%f,%f,%f>", more * base[0], more * base[1], more * base[2]);
  }

  String ceramic(SplittableRandom lot) {
    String glaze =
        "finish{ambient 0 diffuse 0.85 specular 0.4 roughness 0.004 reflection{0.01,0.2}}";
    return "texture{pigment{" + colour(lot) + "} " + glaze + "} ";
  }

  String plastic(SplittableRandom lot) {
    return "texture{pigment{"
        + colour(lot)
        + "} finish{ambient 0 diffuse 0.85 specular 0.15 roughness 0.03}} ";
  }

  String paper(SplittableRandom lot) {
    return say(
        "texture{pigment{rgb %f} finish{ambient 0 diffuse 0.95}} ",
        BedScenes.between(lot, 0.78, 0.92));
  }

  String dark(SplittableRandom lot) {
    return say(
        "texture{pigment{rgb %f} finish{ambient 0 diffuse 0.9 specular 0.1 roughness 0.05}} ",
        BedScenes.between(lot, 0.02, 0.08));
  }

  String wood(SplittableRandom lot) {
    double light = BedScenes.between(lot, 0.25, 0.75);
    return say(
        "texture{pigment{wood turbulence 0.06 color_map{[0 rgb <%f,%f,%f>][1 rgb <%f,%f,%f>]}"
            + " scale 0.7 rotate <4,80,2>} finish{ambient 0 diffuse 0.9}} ",
        light, 0.75 * light, 0.5 * light, 0.75 * light, 0.52 * light, 0.32 * light);
  }

  String cloth(SplittableRandom lot) {
    return "texture{pigment{"
        + colour(lot)
        + "} normal{bumps 0.7 scale 0.12} finish{ambient 0 diffuse 0.9}} ";
  }

  String leaf(SplittableRandom lot) {
    double green = BedScenes.between(lot, 0.14, 0.4);
    return say(
        "texture{pigment{rgb <%f,%f,%f>} finish{ambient 0 diffuse 0.85 specular 0.1}} ",
        0.5 * green, green, 0.3 * green);
  }

  String metal(SplittableRandom lot) {
    double mirror = BedScenes.between(lot, 0.35, 0.7);
    boolean gold = lot.nextInt(3) == 0;
    return say(
        "texture{pigment{rgb <%f,%f,%f>} finish{ambient 0 diffuse %f metallic specular 0.6"
            + " roughness 0.01 reflection{%f metallic}}} ",
        0.85, gold ? 0.65 : 0.85, gold ? 0.3 : 0.86, 0.85 - mirror, mirror);
  }

  String glass(SplittableRandom lot) {
    boolean green = lot.nextInt(3) == 0;
    return say(
        "texture{pigment{rgbf <%f,%f,%f,0.96>} finish{ambient 0 diffuse 0.02 specular 0.6"
            + " roughness 0.002 reflection{0.02,0.6 fresnel}}} interior{ior 1.48} ",
        green ? 0.6 : 0.98, 0.98, green ? 0.7 : 0.98);
  }

  String any(SplittableRandom lot) {
    return switch (lot.nextInt(4)) {
      case 0 -> ceramic(lot);
      case 1 -> wood(lot);
      case 2 -> dark(lot);
      default -> plastic(lot);
    };
  }
}
