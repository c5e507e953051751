package app.istante.core.sim;

import java.util.ArrayList;
import java.util.List;

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
    Material.Pattern stripes =
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
    Material.Pattern print =
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
    Material.Pattern rows =
        (turn, up) -> (up > 50 && up < 66 ? band : wool).times(0.8 + 0.2 * stitch(turn, up));
    return List.of(
        Body.standing(new Lathe(profile), Material.matte(0.5, 0.3, 0.1).with(rows)),
        Body.standing(fuzz(profile), Material.matte(0.5, 0.3, 0.1).with(rows).loose(0.12)),
        Body.at(
            Lathe.curved(0, 0, 10, 3, 16, 12, 16, 18, 10, 27, 0, 30),
            Material.matte(0.62, 0.56, 0.44),
            0,
            134,
            0));
  }

  /** The loose threads around wool: the same profile, a little further out. */
  private static Lathe fuzz(double[] profile) {
    double[] wider = profile.clone();
    for (int i = 0; i < wider.length; i += 2) {
      wider[i] += i < wider.length - 2 ? 2.2 : 0;
      wider[i + 1] *= 1.012;
    }
    return new Lathe(wider);
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
      Material.Pattern wound =
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

  /** A frame of dark wood with five wires of beads. About 145 mm high. */
  static List<Body> abacus() {
    List<Body> all = new ArrayList<>();
    Material wood = Material.glossy(0.16, 0.075, 0.03);
    for (double x : new double[] {-98, 98}) {
      all.add(Body.at(new RoundedBlock(14, 145, 22, 3), wood, x, 0, 0));
    }
    for (double y : new double[] {4, 128}) {
      all.add(Body.at(new RoundedBlock(190, 12, 18, 3), wood, 0, y, 0));
    }
    Material wire = Material.metal(0.6, 0.6, 0.58, 0.15);
    Vec[] colours = {RED, GOLD, BLUE, CREAM, new Vec(0.08, 0.25, 0.12)};
    for (int row = 0; row < 5; row++) {
      double y = 28 + 23 * row;
      all.add(new Body(new Lathe(1.1, 0, 1.1, 184), wire, new Vec(-92, y, 0), 0, 90));
      Material paint = Material.glossy(colours[row].x(), colours[row].y(), colours[row].z());
      for (int bead = 0; bead < 7; bead++) {
        // Some stand to the left, the rest to the right, row by row otherwise.
        double x = bead < (row * 3 + 2) % 7 ? -82 + 17 * bead : 82 - 17 * (6 - bead);
        all.add(Body.at(new Ball(8.4), paint, x, y - 8.4, 0));
      }
    }
    return all;
  }

  /** A spyglass covered in leather with brass ends, lying on its stand. About 250 mm long. */
  static List<Body> spyglass() {
    Material leather = Material.matte(0.075, 0.035, 0.018).bumped(0.45, 1.6);
    Material brass = Material.metal(0.80, 0.58, 0.24, 0.12);
    List<Body> all = new ArrayList<>();
    double y = 46;
    all.add(new Body(new Lathe(21, 0, 21, 96), leather, new Vec(-20, y, 0), 0, 90));
    all.add(
        new Body(new Lathe(18, 0, 22, 0, 23, 4, 23, 14, 21, 18), brass, new Vec(76, y, 0), 0, 90));
    all.add(
        new Body(
            new Lathe(0, 6, 19, 6), Material.glossy(0.01, 0.012, 0.02), new Vec(82, y, 0), 0, 90));
    all.add(new Body(new Lathe(22, 0, 22, 6, 16, 8, 16, 76), brass, new Vec(-20, y, 0), 0, -90));
    all.add(
        new Body(
            new Lathe(16, 0, 17, 2, 17, 20, 12, 26, 0, 26), leather, new Vec(-94, y, 0), 0, -90));
    Material wood = Material.glossy(0.16, 0.075, 0.03);
    for (double x : new double[] {-6, 56}) {
      all.add(Body.at(new RoundedBlock(12, 26, 46, 3), wood, x, 0, 0));
    }
    all.add(Body.at(new RoundedBlock(96, 7, 58, 3), wood, 25, 0, 0));
    return all;
  }

  /** A white mug whose handle shows the ground. About 96 mm high. */
  static List<Body> mug() {
    Material glaze = Material.glossy(0.78, 0.78, 0.76);
    return List.of(
        Body.standing(new Lathe(0, 0, 36, 0, 40, 4, 40, 95, 38, 96, 36, 95, 36, 8, 0, 6), glaze),
        new Body(new Ring(24, 5.5), glaze, new Vec(50, 18, 0), 0, 0));
  }

  /** A fine chain laid in an arch that stands by itself. About 120 mm high. */
  static List<Body> chain() {
    List<Body> all = new ArrayList<>();
    Material silver = Material.metal(0.75, 0.74, 0.72, 0.12);
    int links = 34;
    for (int i = 0; i < links; i++) {
      double angle = Math.PI * (i + 0.5) / links;
      double x = -52 * Math.cos(angle);
      double y = 112 * Math.sin(angle);
      all.add(new Body(new Ring(4.6, 1.0), silver, new Vec(x, y, 0), i % 2 == 0 ? 25 : 115, 0));
    }
    return all;
  }

  /** A piece of soap with rounded edges and a printed label. About 30 mm high. */
  static List<Body> soap() {
    Material.Pattern label =
        (u, v) ->
            u > 0.25 && u < 0.75 && v > 0.3 && v < 0.7
                ? (int) (u * 60) % 3 == 0 ? new Vec(0.1, 0.2, 0.1) : CREAM
                : new Vec(0.55, 0.62, 0.45);
    return List.of(
        Body.standing(
            new RoundedBlock(88, 30, 56, 11), Material.matte(0.55, 0.62, 0.45).with(label)));
  }

  /** A low basket, woven. About 80 mm high. */
  static List<Body> basket() {
    Material.Pattern weave =
        (turn, up) -> {
          double over = Math.sin(turn * 36 * Math.PI) * Math.sin(up / 7 * Math.PI);
          return new Vec(0.42, 0.27, 0.12).times(0.62 + 0.38 * Math.abs(over));
        };
    return List.of(
        Body.standing(
            Lathe.curved(0, 0, 70, 0, 82, 20, 92, 52, 97, 78, 94, 80, 88, 70, 78, 24, 0, 10),
            Material.matte(0.42, 0.27, 0.12).with(weave).bumped(0.35, 4)));
  }

  /** A ball of polished steel. 70 mm. */
  static List<Body> steelBall() {
    return List.of(Body.standing(new Ball(35), Material.metal(0.70, 0.70, 0.69, 0)));
  }

  /** A matte grey ball, 70 mm, for looking at light. */
  static List<Body> greyBall() {
    return List.of(Body.standing(new Ball(35), Material.matte(0.18, 0.18, 0.18)));
  }

  /** A clear drinking glass. About 120 mm high. */
  static List<Body> tumbler() {
    return List.of(
        Body.standing(
            new Lathe(0, 0, 30, 0, 31, 2, 36, 120, 34, 120, 29.5, 9, 0, 8), Material.glass()));
  }
}
