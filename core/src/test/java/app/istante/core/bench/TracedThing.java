package app.istante.core.bench;

import java.util.List;
import java.util.Locale;
import java.util.SplittableRandom;
import java.util.function.BiFunction;
import java.util.function.Function;

/**
 * Something to photograph, written down for a general-purpose ray tracer. It stands on height 0,
 * some ten units large.
 *
 * @param name of the kind
 * @param solid objects of the scene language, each with a finish of {@code Finish}
 * @param radius of the smallest ball around it, about
 * @param middle height of that ball's middle
 */
record TracedThing(String name, Function<Dress, String> solid, double radius, double middle) {

  /** What a part is made of: as it looks, or plain white for the mask. */
  interface Dress extends Function<String, String> {}

  /** A piece of scene text, numbers with a point in every country. */
  static String say(String format, Object... values) {
    return String.format(Locale.ROOT, format, values);
  }

  /** The kinds, in the order in which they are drawn. */
  static final List<BiFunction<SplittableRandom, Surfaces, TracedThing>> KINDS =
      List.of(
          TracedThing::mug,
          TracedThing::crate,
          TracedThing::spectacles,
          TracedThing::bottle,
          TracedThing::kettle,
          TracedThing::plush,
          TracedThing::chain,
          TracedThing::books,
          TracedThing::stool,
          TracedThing::plant,
          TracedThing::ring,
          TracedThing::box,
          TracedThing::basket,
          TracedThing::scissors,
          TracedThing::lamp,
          TracedThing::car,
          TracedThing::pair,
          TracedThing::teapot,
          TracedThing::spoon,
          TracedThing::bag,
          TracedThing::shirt,
          TracedThing::headphones);

  private static String cylinder(
      double x0, double y0, double z0, double x1, double y1, double z1, double r) {
    return say("cylinder{<%f,%f,%f>,<%f,%f,%f>,%f ", x0, y0, z0, x1, y1, z1, r);
  }

  private static String cone(double y0, double r0, double y1, double r1) {
    return say("cone{<0,%f,0>,%f,<0,%f,0>,%f ", y0, r0, y1, r1);
  }

  private static String block(double x0, double y0, double z0, double x1, double y1, double z1) {
    return say("box{<%f,%f,%f>,<%f,%f,%f> ", x0, y0, z0, x1, y1, z1);
  }

  private static String ball(double x, double y, double z, double r) {
    return say("sphere{<%f,%f,%f>,%f ", x, y, z, r);
  }

  private static TracedThing mug(SplittableRandom lot, Surfaces surfaces) {
    String body = surfaces.ceramic(lot);
    double tall = BedScenes.between(lot, 8, 12);
    return new TracedThing(
        "mug",
        dress ->
            "union{ difference{"
                + cone(0, 3.4, tall, 4)
                + "} "
                + cone(0.4, 3.1, tall + 1, 3.7)
                + "} } "
                + say("torus{2.6,0.5 rotate x*90 translate <4.6,%f,0>} ", tall / 2)
                + dress.apply(body)
                + "}",
        7,
        tall / 2);
  }

  private static TracedThing crate(SplittableRandom lot, Surfaces surfaces) {
    String wood = surfaces.wood(lot);
    int slats = lot.nextInt(3, 5);
    return new TracedThing(
        "crate",
        dress -> {
          StringBuilder all = new StringBuilder("union{ ");
          double step = 9.0 / slats;
          for (int i = 0; i < slats; i++) {
            double y = i * step;
            all.append(block(-7, y, -5, 7, y + 0.6 * step, -4.6)).append("} ");
            all.append(block(-7, y, 4.6, 7, y + 0.6 * step, 5)).append("} ");
            all.append(block(-7, y, -5, -6.6, y + 0.6 * step, 5)).append("} ");
            all.append(block(6.6, y, -5, 7, y + 0.6 * step, 5)).append("} ");
          }
          for (int x = -1; x <= 1; x += 2) {
            for (int z = -1; z <= 1; z += 2) {
              all.append(block(6.2 * x - 0.5, 0, 4.2 * z - 0.5, 6.2 * x + 0.5, 9, 4.2 * z + 0.5))
                  .append("} ");
            }
          }
          return all.append(block(-7, 0, -5, 7, 0.4, 5))
              .append("} ")
              .append(dress.apply(wood))
              .append("}")
              .toString();
        },
        9.5,
        4.5);
  }

  private static TracedThing spectacles(SplittableRandom lot, Surfaces surfaces) {
    String frame = surfaces.any(lot);
    return new TracedThing(
        "spectacles",
        dress ->
            "union{ torus{2.3,0.22 rotate x*90 translate <-3,2.5,0>} "
                + "torus{2.3,0.22 rotate x*90 translate <3,2.5,0>} "
                + cylinder(-0.8, 3.2, 0, 0.8, 3.2, 0, 0.2)
                + "} "
                + cylinder(-5.2, 3, 0, -5.4, 2.6, 10, 0.2)
                + "} "
                + cylinder(5.2, 3, 0, 5.4, 2.6, 10, 0.2)
                + "} "
                + cylinder(-5.4, 2.6, 10, -5.4, 0.3, 12, 0.2)
                + "} "
                + cylinder(5.4, 2.6, 10, 5.4, 0.3, 12, 0.2)
                + "} "
                + dress.apply(frame)
                + "}",
        8,
        2);
  }

  private static TracedThing bottle(SplittableRandom lot, Surfaces surfaces) {
    String glass = surfaces.glass(lot);
    String cap = surfaces.plastic(lot);
    String label = surfaces.paper(lot);
    boolean labelled = lot.nextInt(2) == 0;
    return new TracedThing(
        "bottle",
        dress ->
            "union{ merge{"
                + cylinder(0, 0, 0, 0, 9, 0, 3)
                + "} "
                + cone(9, 3, 11.5, 1)
                + "} "
                + cylinder(0, 11.4, 0, 0, 13, 0, 1)
                + "} "
                + dress.apply(glass)
                + "} "
                + cylinder(0, 12.6, 0, 0, 14.4, 0, 1.2)
                + dress.apply(cap)
                + "} "
                + (labelled
                    ? "difference{"
                        + cylinder(0, 3, 0, 0, 7, 0, 3.06)
                        + "} "
                        + cylinder(0, 2.9, 0, 0, 7.1, 0, 3.02)
                        + "} "
                        + dress.apply(label)
                        + "} "
                    : "")
                + "}",
        8,
        7);
  }

  private static TracedThing kettle(SplittableRandom lot, Surfaces surfaces) {
    String metal = surfaces.metal(lot);
    String handle = surfaces.plastic(lot);
    return new TracedThing(
        "kettle",
        dress ->
            "union{ union{ "
                + ball(0, 4, 0, 5)
                + "scale <1,0.85,1> } "
                + cylinder(0, 0, 0, 0, 2, 0, 4)
                + "} "
                + ball(0, 8, 0, 0.7)
                + "} "
                + "cone{<3.5,4,0>,1.2,<8,8,0>,0.6} "
                + dress.apply(metal)
                + "} torus{4.4,0.4 rotate x*90 translate <0,7,0> clipped_by{plane{-y,-7}} "
                + dress.apply(handle)
                + "} }",
        8.5,
        5.5);
  }

  private static TracedThing plush(SplittableRandom lot, Surfaces surfaces) {
    String fur = surfaces.cloth(lot);
    String eyes = surfaces.plastic(lot);
    return new TracedThing(
        "plush",
        dress ->
            "union{ union{ "
                + ball(0, 4, 0, 4)
                + "} "
                + ball(0, 9.4, 0, 2.8)
                + "} "
                + ball(-2.3, 11.6, 0, 1.1)
                + "} "
                + ball(2.3, 11.6, 0, 1.1)
                + "} "
                + ball(-4.4, 5.6, -0.6, 1.4)
                + "} "
                + ball(4.4, 5.6, -0.6, 1.4)
                + "} "
                + ball(-2.4, 1.3, -3.4, 1.5)
                + "} "
                + ball(2.4, 1.3, -3.4, 1.5)
                + "} "
                + dress.apply(fur)
                + "} "
                + ball(-1, 10, -2.6, 0.35)
                + dress.apply(eyes)
                + "} "
                + ball(1, 10, -2.6, 0.35)
                + dress.apply(eyes)
                + "} }",
        7.5,
        6);
  }

  private static TracedThing chain(SplittableRandom lot, Surfaces surfaces) {
    String metal = surfaces.metal(lot);
    int links = lot.nextInt(22, 36);
    return new TracedThing(
        "chain",
        dress -> {
          StringBuilder all = new StringBuilder("union{ ");
          for (int i = 0; i < links; i++) {
            double turn = 360.0 * i / links;
            all.append(
                say(
                    "torus{0.55,0.16 scale <1.5,1,1> rotate x*%d translate <0,0.6,%f> rotate y*%f} ",
                    i % 2 == 0 ? 12 : 78, 5.0, turn));
          }
          return all.append(ball(0, 0.9, -6.2, 0.9))
              .append("} ")
              .append(dress.apply(metal))
              .append("}")
              .toString();
        },
        6.5,
        0.6);
  }

  private static TracedThing books(SplittableRandom lot, Surfaces surfaces) {
    int count = lot.nextInt(2, 5);
    String[] covers = new String[count];
    double[] turns = new double[count];
    for (int i = 0; i < count; i++) {
      covers[i] = surfaces.plastic(lot);
      turns[i] = BedScenes.between(lot, -14, 14);
    }
    String pages = surfaces.paper(lot);
    return new TracedThing(
        "books",
        dress -> {
          StringBuilder all = new StringBuilder("union{ ");
          for (int i = 0; i < count; i++) {
            double y = 1.7 * i;
            all.append("union{ union{ ")
                .append(block(-5, y, -3.6, 5, y + 0.18, 3.6))
                .append("} ")
                .append(block(-5, y + 1.5, -3.6, 5, y + 1.68, 3.6))
                .append("} ")
                .append(block(-5, y, -3.6, -4.8, y + 1.68, 3.6))
                .append("} ")
                .append(dress.apply(covers[i]))
                .append("} ")
                .append(block(-4.8, y + 0.18, -3.4, 4.8, y + 1.5, 3.4))
                .append(dress.apply(pages))
                .append(say("} rotate y*%f } ", turns[i]));
          }
          return all.append("}").toString();
        },
        6.8,
        0.85 * count);
  }

  private static TracedThing stool(SplittableRandom lot, Surfaces surfaces) {
    String wood = surfaces.wood(lot);
    return new TracedThing(
        "stool",
        dress -> {
          StringBuilder all = new StringBuilder("union{ ");
          all.append(cylinder(0, 9, 0, 0, 10, 0, 5)).append("} ");
          for (int i = 0; i < 4; i++) {
            double a = Math.toRadians(45 + 90 * i);
            double x = Math.cos(a);
            double z = Math.sin(a);
            all.append(cylinder(5 * x, 0, 5 * z, 3.6 * x, 9, 3.6 * z, 0.45)).append("} ");
          }
          return all.append("torus{4.5,0.25 translate <0,3.4,0>} ")
              .append(dress.apply(wood))
              .append("}")
              .toString();
        },
        8,
        5);
  }

  private static TracedThing plant(SplittableRandom lot, Surfaces surfaces) {
    String pot = surfaces.ceramic(lot);
    String[] leaves = {surfaces.leaf(lot), surfaces.leaf(lot)};
    int count = lot.nextInt(9, 16);
    double[] lean = new double[count];
    double[] turn = new double[count];
    double[] size = new double[count];
    for (int i = 0; i < count; i++) {
      lean[i] = BedScenes.between(lot, 8, 62);
      turn[i] = BedScenes.between(lot, 0, 360);
      size[i] = BedScenes.between(lot, 5, 8.5);
    }
    return new TracedThing(
        "plant",
        dress -> {
          StringBuilder all = new StringBuilder("union{ difference{");
          all.append(cone(0, 2.4, 5, 3.2)).append("} ").append(cone(4.4, 2.8, 6, 3.1));
          all.append("} ").append(dress.apply(pot)).append("} ");
          for (int i = 0; i < count; i++) {
            all.append(
                    say(
                        "sphere{0,1 scale <0.95,%f,0.09> translate y*%f ",
                        size[i] / 2, size[i] / 2))
                .append(dress.apply(leaves[i % 2]))
                .append(say("rotate x*%f rotate y*%f translate y*4.6} ", lean[i], turn[i]));
          }
          return all.append("}").toString();
        },
        9,
        6.5);
  }

  private static TracedThing ring(SplittableRandom lot, Surfaces surfaces) {
    String metal = surfaces.metal(lot);
    String stone = surfaces.plastic(lot);
    return new TracedThing(
        "ring",
        dress ->
            "union{ torus{3.4,0.42 rotate x*90 translate <0,3.8,0> "
                + dress.apply(metal)
                + "} "
                + ball(0, 7.8, 0, 1.2)
                + dress.apply(stone)
                + "} rotate y*25 }",
        5.2,
        4.4);
  }

  private static TracedThing box(SplittableRandom lot, Surfaces surfaces) {
    String card = surfaces.any(lot);
    String print = surfaces.plastic(lot);
    double wide = BedScenes.between(lot, 3, 6);
    double tall = BedScenes.between(lot, 4, 11);
    double turn = BedScenes.between(lot, 12, 40);
    return new TracedThing(
        "box",
        dress ->
            "union{ "
                + block(-wide, 0, -3, wide, tall, 3)
                + dress.apply(card)
                + "} "
                + block(-0.6 * wide, 0.3 * tall, -3.02, 0.6 * wide, 0.7 * tall, -2.9)
                + dress.apply(print)
                + say("} rotate y*%f }", turn),
        Math.hypot(wide + 1, tall / 2) + 1,
        tall / 2);
  }

  private static TracedThing basket(SplittableRandom lot, Surfaces surfaces) {
    String cane = surfaces.wood(lot);
    return new TracedThing(
        "basket",
        dress -> {
          StringBuilder all = new StringBuilder("union{ ");
          for (int i = 0; i < 9; i++) {
            all.append(say("torus{%f,0.32 translate y*%f} ", 4.4 + 0.16 * i, 0.4 + 0.8 * i));
          }
          for (int i = 0; i < 20; i++) {
            double a = Math.PI * i / 10;
            double x = Math.cos(a);
            double z = Math.sin(a);
            all.append(cylinder(4.3 * x, 0, 4.3 * z, 5.8 * x, 7.2, 5.8 * z, 0.26)).append("} ");
          }
          return all.append(cylinder(0, 0, 0, 0, 0.4, 0, 4.4))
              .append("} torus{5.6,0.35 rotate x*90 scale <1,1.1,1> translate y*7 ")
              .append("clipped_by{plane{-y,-7}}} ")
              .append(dress.apply(cane))
              .append("}")
              .toString();
        },
        8.5,
        6.3);
  }

  private static TracedThing scissors(SplittableRandom lot, Surfaces surfaces) {
    String steel = surfaces.metal(lot);
    String grip = surfaces.plastic(lot);
    return new TracedThing(
        "scissors",
        dress ->
            "union{ "
                + block(-0.6, 0.1, 0, 0.4, 0.4, 9)
                + dress.apply(steel)
                + "rotate y*14} "
                + block(-0.4, 0.4, 0, 0.6, 0.7, 9)
                + dress.apply(steel)
                + "rotate y*-14} torus{1.7,0.4 scale <1,1,1.3> translate <-2.2,0.45,-3.4> "
                + dress.apply(grip)
                + "} torus{1.7,0.4 scale <1,1,1.3> translate <2.2,0.45,-3.4> "
                + dress.apply(grip)
                + "} "
                + cylinder(-1.4, 0.4, -1.6, 0.2, 0.4, 1.6, 0.45)
                + dress.apply(grip)
                + "} "
                + cylinder(1.4, 0.4, -1.6, -0.2, 0.4, 1.6, 0.45)
                + dress.apply(grip)
                + "} translate -z*1.5 }",
        8,
        0.4);
  }

  private static TracedThing lamp(SplittableRandom lot, Surfaces surfaces) {
    String shade = surfaces.cloth(lot);
    String foot = surfaces.any(lot);
    return new TracedThing(
        "lamp",
        dress ->
            "union{ difference{"
                + cone(8, 4.6, 13, 2.8)
                + "} "
                + cone(7.9, 4.5, 13.1, 2.7)
                + "} "
                + dress.apply(shade)
                + "} union{ "
                + cylinder(0, 0, 0, 0, 0.7, 0, 3)
                + "} "
                + cylinder(0, 0, 0, 0, 12, 0, 0.35)
                + "} "
                + ball(0, 3, 0, 1.3)
                + "} "
                + dress.apply(foot)
                + "} }",
        8,
        6.5);
  }

  private static TracedThing car(SplittableRandom lot, Surfaces surfaces) {
    String paint = surfaces.plastic(lot);
    String tyre = surfaces.dark(lot);
    double turn = BedScenes.between(lot, -40, 40);
    return new TracedThing(
        "car",
        dress -> {
          StringBuilder all = new StringBuilder("union{ union{ ");
          all.append(block(-6, 1, -2.4, 6, 3, 2.4)).append("} ");
          all.append(block(-3, 2.8, -2.1, 3.4, 5, 2.1)).append("} ");
          all.append(dress.apply(paint)).append("} ");
          for (int i = 0; i < 4; i++) {
            double x = i < 2 ? -3.6 : 3.6;
            double z = i % 2 == 0 ? -2.6 : 2.6;
            all.append(cylinder(x, 1.4, z - 0.4, x, 1.4, z + 0.4, 1.4))
                .append(dress.apply(tyre))
                .append("} ");
          }
          return all.append(say("rotate y*%f }", turn)).toString();
        },
        7,
        2.5);
  }

  private static TracedThing pair(SplittableRandom lot, Surfaces surfaces) {
    String leather = surfaces.any(lot);
    String sole = surfaces.dark(lot);
    return new TracedThing(
        "pair",
        dress -> {
          StringBuilder all = new StringBuilder("union{ ");
          for (int side = -1; side <= 1; side += 2) {
            all.append("union{ ")
                .append("union{ sphere{0,1 scale <1.7,1.3,4.6> translate <0,1.6,0>} ")
                .append(cone(0, 1, 0.1, 1))
                .append("} ")
                .append(cylinder(0, 1.6, 2.6, 0, 5, 2.9, 1.6))
                .append("} ")
                .append(dress.apply(leather))
                .append("} sphere{0,1 scale <1.8,0.5,4.8> translate <0,0.5,0> ")
                .append(dress.apply(sole))
                .append(say("} rotate y*%d translate x*%f } ", 8 * side, 2.7 * side));
          }
          return all.append("}").toString();
        },
        7,
        2.2);
  }

  private static TracedThing teapot(SplittableRandom lot, Surfaces surfaces) {
    String body = surfaces.ceramic(lot);
    return new TracedThing(
        "teapot",
        dress ->
            "union{ "
                + ball(0, 3.8, 0, 4)
                + "scale <1.1,0.95,1.1>} "
                + ball(0, 7.9, 0, 0.7)
                + "} cone{<-3.4,3,0>,1,<-7.2,6.8,0>,0.5} "
                + "torus{2,0.42 rotate x*90 scale <1,1.2,1> translate <5,4,0>} "
                + dress.apply(body)
                + "}",
        7.6,
        4);
  }

  private static TracedThing spoon(SplittableRandom lot, Surfaces surfaces) {
    String stuff = lot.nextInt(2) == 0 ? surfaces.wood(lot) : surfaces.metal(lot);
    return new TracedThing(
        "spoon",
        dress ->
            "union{ sphere{0,1 scale <1.7,0.4,2.4> translate <0,0.5,-6>} "
                + cylinder(0, 0.5, -4, 0, 0.6, 8, 0.35)
                + "} "
                + dress.apply(stuff)
                + "rotate y*35 }",
        8.4,
        0.5);
  }

  private static TracedThing bag(SplittableRandom lot, Surfaces surfaces) {
    String cloth = surfaces.cloth(lot);
    String trim = surfaces.any(lot);
    return new TracedThing(
        "bag",
        dress ->
            "union{ superellipsoid{<0.35,0.4> scale <5.5,4,2.2> translate y*4 "
                + dress.apply(cloth)
                + "} torus{3,0.3 rotate x*90 scale <1,1.4,1> translate y*7.4 "
                + "clipped_by{plane{-y,-7.4}} "
                + dress.apply(trim)
                + "} rotate y*18 }",
        8,
        5.8);
  }

  private static TracedThing shirt(SplittableRandom lot, Surfaces surfaces) {
    String cloth = surfaces.cloth(lot);
    return new TracedThing(
        "shirt",
        dress ->
            "union{ "
                + block(-4, 0, -6, 4, 0.4, 5)
                + "} "
                + block(-7.5, 0, 1.6, -3, 0.36, 4.4)
                + "rotate y*-18} "
                + block(3, 0, 1.6, 7.5, 0.36, 4.4)
                + "rotate y*18} torus{1.5,0.25 translate <0,0.4,4.6>} "
                + dress.apply(cloth)
                + "}",
        8.6,
        0.3);
  }

  private static TracedThing headphones(SplittableRandom lot, Surfaces surfaces) {
    String band = surfaces.any(lot);
    String cups = surfaces.dark(lot);
    return new TracedThing(
        "headphones",
        dress ->
            "union{ torus{4.6,0.35 rotate x*90 scale <1,1.15,1> translate y*4 "
                + "clipped_by{plane{-y,-3.6}} "
                + dress.apply(band)
                + "} "
                + cylinder(-5.6, 2.4, 0, -3.9, 2.4, 0, 2.3)
                + dress.apply(cups)
                + "} "
                + cylinder(3.9, 2.4, 0, 5.6, 2.4, 0, 2.3)
                + dress.apply(cups)
                + "} rotate y*20 }",
        7.2,
        4.8);
  }
}
