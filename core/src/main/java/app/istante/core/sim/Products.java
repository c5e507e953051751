package app.istante.core.sim;

import java.util.ArrayList;
import java.util.List;
import java.util.function.BiFunction;

/** The demo shop's things, built from turned bodies, boxes and rings. Millimetres. */
public final class Products {
  private static final Vec CREAM = new Vec(0.80, 0.72, 0.55);
  private static final Vec RED = new Vec(0.55, 0.06, 0.05);
  private static final Vec BLUE = new Vec(0.05, 0.14, 0.42);
  private static final Vec GOLD = new Vec(0.72, 0.48, 0.12);

  private Products() {}

  /** An enamel can: body, rim, handle, spout. About 215 mm high. */
  static List<Body> wateringCan() {
    Material enamel = Material.glossy(0.08, 0.22, 0.26);
    Material rim = Material.glossy(0.02, 0.03, 0.04);
    return List.of(
        Body.standing(new Lathe(0, 0, 74, 0, 78, 4, 72, 90, 58, 148, 56, 152), enamel),
        Body.standing(new Lathe(56, 150, 60, 153, 60, 158, 54, 158, 54, 120, 0, 118), rim),
        new Body(new Ring(44, 7), rim, new Vec(82, 36, 0), 0, 0),
        new Body(
            Lathe.curved(15, 0, 13, 40, 9, 80, 8, 112, 19, 128, 0, 131),
            enamel,
            new Vec(-58, 34, 0),
            0,
            -42));
  }

  /** A turned top with painted stripes. About 95 mm high. */
  static List<Body> spinningTop() {
    BiFunction<Double, Double, Vec> stripes =
        (turn, up) -> up > 62 ? CREAM : up > 50 ? RED : up > 40 ? CREAM : up > 30 ? BLUE : GOLD;
    Material paint = Material.glossy(0.5, 0.1, 0.1).with(stripes);
    return List.of(
        Body.standing(
            Lathe.curved(
                0, 0, 3, 1, 6, 12, 22, 26, 42, 40, 47, 48, 45, 55, 30, 64, 10, 68, 6, 74, 5, 90, 3,
                95, 0, 95.5),
            paint));
  }

  /** A white porcelain cup for an egg. About 62 mm high. */
  static List<Body> eggCup() {
    return List.of(
        Body.standing(
            Lathe.curved(
                0, 0, 21, 0, 22, 2, 18, 5, 8, 10, 7, 18, 12, 24, 20, 30, 24, 40, 25, 52, 24.5, 61,
                23.5, 62, 22.5, 61, 21, 42, 14, 33, 0, 30),
            Material.glossy(0.80, 0.79, 0.76)));
  }

  /** A brushed steel mill with a dark knob. About 190 mm high. */
  static List<Body> pepperMill() {
    return List.of(
        Body.standing(
            new Lathe(
                0, 0, 29, 0, 30, 3, 30, 22, 24, 40, 20, 75, 21, 110, 27, 128, 29, 134, 29, 138, 0,
                138),
            Material.metal(0.62, 0.61, 0.59, 0.22)),
        Body.at(
            Lathe.curved(8, 0, 8, 6, 22, 10, 27, 22, 25, 36, 14, 46, 0, 49),
            Material.glossy(0.045, 0.022, 0.014),
            0,
            138,
            0));
  }

  /** A printed tin with a slot. About 120 mm high. */
  static List<Body> moneyBox() {
    BiFunction<Double, Double, Vec> print =
        (turn, up) -> {
          if (up < 8 || up > 108) {
            return GOLD;
          }
          double column = turn * 24 % 1;
          boolean bar = up > 40 && up < 76 && column > 0.25 && column < 0.75;
          boolean line = up % 12 < 1.6;
          return bar ? CREAM : line ? GOLD : RED;
        };
    return List.of(
        Body.standing(
            new Lathe(0, 0, 46, 0, 47, 1, 47, 116, 46, 118, 40, 121, 0, 122),
            Material.glossy(0.5, 0.1, 0.1).with(print)),
        Body.at(new Block(30, 1.5, 4), Material.matte(0.02, 0.02, 0.02), 0, 121.5, 0));
  }

  /** A black lacquer caddy with a brass knob. About 118 mm high. */
  static List<Body> caddy() {
    return List.of(
        new Body(new Block(120, 78, 84), Material.glossy(0.012, 0.011, 0.012), Vec.ZERO, 24, 0),
        new Body(
            new Block(124, 20, 88), Material.glossy(0.03, 0.012, 0.01), new Vec(0, 79, 0), 24, 0),
        Body.at(
            Lathe.curved(0, 0, 5, 0, 4, 6, 9, 12, 9, 17, 0, 20),
            Material.metal(0.82, 0.6, 0.26, 0.1),
            0,
            99,
            0));
  }

  /** A brass bell with a turned wooden handle. About 150 mm high. */
  static List<Body> handBell() {
    return List.of(
        Body.standing(
            new Lathe(44, 0, 46, 2, 43, 8, 34, 26, 29, 46, 25, 60, 16, 68, 6, 71, 0, 72),
            Material.metal(0.80, 0.58, 0.24, 0.12)),
        Body.at(
            Lathe.curved(5, 0, 8, 4, 6, 10, 9, 24, 12, 44, 11, 62, 6, 74, 0, 77),
            Material.glossy(0.22, 0.09, 0.035),
            0,
            72,
            0));
  }

  /** A solid glass weight with a coloured core. About 62 mm high. */
  static List<Body> paperweight() {
    return List.of(
        Body.standing(
            Lathe.curved(0, 0, 26, 0, 33, 6, 38, 18, 39, 28, 36, 42, 28, 53, 16, 60, 0, 62),
            Material.glass()),
        Body.at(
            Lathe.curved(0, 0, 9, 2, 15, 9, 17, 16, 12, 25, 0, 29),
            Material.matte(0.06, 0.22, 0.5),
            0,
            10,
            0));
  }

  /** A knitted cosy with a bobble. About 165 mm high. */
  static List<Body> teaCosy() {
    List<Double> points = new ArrayList<>();
    for (int i = 0; i <= 90; i++) {
      double share = i / 90.0;
      double round = Math.sqrt(Math.max(0, 1 - Math.pow(share, 2.6)));
      double knit = 1.6 * Math.sin(share * 60 * Math.PI);
      points.add(Math.max(0, 88 * round + (i < 88 ? knit : 0)));
      points.add(share * 138);
    }
    double[] profile = points.stream().mapToDouble(Double::doubleValue).toArray();
    Vec wool = new Vec(0.52, 0.30, 0.07);
    Vec band = new Vec(0.62, 0.56, 0.44);
    BiFunction<Double, Double, Vec> rows =
        (turn, up) -> (up > 50 && up < 66 ? band : wool).times(0.8 + 0.2 * stitch(turn, up));
    return List.of(
        Body.standing(new Lathe(profile), Material.matte(0.5, 0.3, 0.1).with(rows)),
        Body.at(
            Lathe.curved(0, 0, 10, 3, 16, 12, 16, 18, 10, 27, 0, 30),
            Material.matte(0.62, 0.56, 0.44),
            0,
            134,
            0));
  }

  private static double stitch(double turn, double up) {
    return Math.abs(Math.sin(turn * 130 * Math.PI + (int) (up / 4.6) * 1.5));
  }

  /** Three spools, different threads. About 60 mm high. */
  static List<Body> threadSpools() {
    List<Body> all = new ArrayList<>();
    double[][] threads = {
      {-46, 6, 0.45, 0.05, 0.10}, {0, -12, 0.06, 0.25, 0.14}, {45, 10, 0.60, 0.42, 0.06}
    };
    for (double[] t : threads) {
      Vec place = new Vec(t[0], 0, t[1]);
      all.add(
          new Body(
              new Lathe(0, 0, 19, 0, 20, 2, 20, 6, 12, 9, 0, 9),
              Material.matte(0.55, 0.36, 0.18),
              place,
              0,
              0));
      BiFunction<Double, Double, Vec> wound =
          (turn, up) -> new Vec(t[2], t[3], t[4]).times(0.8 + 0.2 * Math.sin(up * 5));
      all.add(
          new Body(
              new Lathe(13, 8, 16.5, 11, 17, 26, 16.5, 47, 13, 50),
              Material.matte(0.4, 0.1, 0.1).with(wound),
              place,
              0,
              0));
      all.add(
          new Body(
              new Lathe(12, 49, 20, 52, 20, 56, 19, 58, 5, 58, 0, 58),
              Material.matte(0.55, 0.36, 0.18),
              place,
              0,
              0));
    }
    return all;
  }
}
