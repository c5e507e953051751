package app.istante.core.set;

import java.util.Locale;

/**
 * Whether nothing but ground is in the frame, and how much sheet that takes. The frame's edge is
 * followed over the sheet's curve: flat on the table, a quarter circle, straight up. Lengths run
 * along the curve from the thing's mark, backwards.
 */
public final class SheetFit {
  /** Sheet left over beyond what is seen, on each side: mm. */
  static final double SPARE_MM = 20;

  private static final int ALONG_EDGE = 24;
  private static final double NEVER = Double.NaN;

  private SheetFit() {}

  /**
   * @param fits nothing but sheet is seen
   * @param widthNeededMm of the sheet
   * @param frontNeededMm from the thing to the front edge
   * @param riseNeededMm height of the upper edge
   * @param lengthNeededMm along the curve
   * @param focalThatFitsMm shortest focal length, from the same place, that sees only this sheet; 0
   *     where none does
   * @param edge where the frame's edge lies on the endless sheet: x, y, z of points all round
   * @param sentence what to do
   */
  public record SheetAnswer(
      boolean fits,
      double widthNeededMm,
      double frontNeededMm,
      double riseNeededMm,
      double lengthNeededMm,
      double focalThatFitsMm,
      java.util.List<Point> edge,
      String sentence) {}

  private record Extent(double halfWidth, double front, double back) {}

  public static SheetAnswer of(StandingSet set) {
    Ground g = set.ground();
    SetCamera camera = set.camera();
    Extent seen = extent(camera, g);
    java.util.List<Point> edge = edge(camera, g);
    if (seen == null) {
      return new SheetAnswer(
          false,
          0,
          0,
          0,
          0,
          0,
          edge,
          "The camera looks over every sheet: aim lower, or stand higher.");
    }
    double width = 2 * (seen.halfWidth() + SPARE_MM);
    double front = Math.max(SPARE_MM, seen.front() + SPARE_MM);
    double back = seen.back() + SPARE_MM;
    double upright = g.flatBehindMm() + Math.PI / 2 * g.bendMm();
    double rise = Math.max(g.bendMm(), g.bendMm() + back - upright);
    boolean fits =
        width <= g.widthMm() + 2 * SPARE_MM - 1e-6
            && seen.front() <= g.frontMm()
            && g.bendMm() + seen.back() - upright <= g.riseMm();
    double focal = fits ? camera.lens().focalLengthMm() : focalThatFits(camera, g);
    return new SheetAnswer(
        fits,
        width,
        front,
        rise,
        front + Math.max(back, upright),
        focal,
        edge,
        sentence(fits, g, width, front, rise, focal));
  }

  private static String sentence(
      boolean fits, Ground g, double width, double front, double rise, double focal) {
    if (fits) {
      return String.format(
          Locale.ROOT,
          "Only sheet is in the frame; %.0f cm of its %.0f cm width are seen.",
          (width - 2 * SPARE_MM) / 10,
          g.widthMm() / 10);
    }
    StringBuilder out = new StringBuilder("The frame sees past the sheet: it takes");
    if (width > g.widthMm() + 2 * SPARE_MM) {
      out.append(String.format(Locale.ROOT, " %.0f cm of width,", width / 10));
    }
    if (front > g.frontMm() + SPARE_MM) {
      out.append(String.format(Locale.ROOT, " %.0f cm in front,", front / 10));
    }
    if (rise > g.riseMm() + SPARE_MM) {
      out.append(String.format(Locale.ROOT, " %.0f cm up the wall,", rise / 10));
    }
    out.setCharAt(out.length() - 1, '.');
    out.append(
        focal > 0
            ? String.format(Locale.ROOT, " With this sheet: %.0f mm or longer from here.", focal)
            : " Or aim lower.");
    return out.toString();
  }

  private static double focalThatFits(SetCamera camera, Ground g) {
    double low = camera.lens().focalLengthMm();
    double high = Math.min(1200, camera.distanceMm() / 2.01);
    if (high <= low || !fits(camera.focal(high), g)) {
      return 0;
    }
    for (int i = 0; i < 40; i++) {
      double mid = (low + high) / 2;
      if (fits(camera.focal(mid), g)) {
        high = mid;
      } else {
        low = mid;
      }
    }
    return high;
  }

  private static boolean fits(SetCamera camera, Ground g) {
    Extent seen = extent(camera, g);
    double upright = g.flatBehindMm() + Math.PI / 2 * g.bendMm();
    return seen != null
        && 2 * seen.halfWidth() <= g.widthMm()
        && seen.front() <= g.frontMm()
        && g.bendMm() + seen.back() - upright <= g.riseMm();
  }

  private static Extent extent(SetCamera camera, Ground g) {
    double half = 0;
    double front = -1e9;
    double back = -1e9;
    Projection projection = new Projection(camera, 1000, height(camera));
    for (int i = 0; i < 4 * ALONG_EDGE; i++) {
      double[] met = meet(projection, pixel(i, camera), g);
      if (Double.isNaN(met[0])) {
        return null;
      }
      half = Math.max(half, Math.abs(met[1]));
      front = Math.max(front, -met[0]);
      back = Math.max(back, met[0]);
    }
    return new Extent(half, front, back);
  }

  private static java.util.List<Point> edge(SetCamera camera, Ground g) {
    java.util.List<Point> points = new java.util.ArrayList<>();
    Projection projection = new Projection(camera, 1000, height(camera));
    for (int i = 0; i < 4 * ALONG_EDGE; i += 6) {
      double[] met = meet(projection, pixel(i, camera), g);
      if (!Double.isNaN(met[0]) && Math.abs(met[0]) < 9000 && Math.abs(met[1]) < 9000) {
        double[] p = place(g, met[0], met[1])[0];
        points.add(new Point(p[0], p[1], p[2]));
      }
    }
    return points;
  }

  private static int height(SetCamera camera) {
    return Math.round(1000f * camera.sensor().heightPx() / camera.sensor().widthPx());
  }

  /** A point of the frame's edge, all round from the upper left. */
  private static double[] pixel(int i, SetCamera camera) {
    double t = i % ALONG_EDGE / (double) ALONG_EDGE;
    double h = height(camera);
    return switch (i / ALONG_EDGE) {
      case 0 -> new double[] {1000 * t, 0};
      case 1 -> new double[] {1000, h * t};
      case 2 -> new double[] {1000 * (1 - t), h};
      default -> new double[] {0, h * (1 - t)};
    };
  }

  /**
   * Where a pixel's ray meets the endless sheet: along the curve, across; not-a-number if never.
   */
  static double[] meet(Projection projection, double[] pixel, Ground g) {
    double[] d = new double[3];
    projection.direction(pixel[0], pixel[1], d);
    double[] o = projection.eye();
    if (d[1] < 0) {
      double t = -o[1] / d[1];
      double z = o[2] + t * d[2];
      if (z >= -g.flatBehindMm()) {
        return new double[] {-z, o[0] + t * d[0]};
      }
    }
    double cy = o[1] - g.bendMm();
    double cz = o[2] + g.flatBehindMm();
    double a = d[1] * d[1] + d[2] * d[2];
    double b = cy * d[1] + cz * d[2];
    double c = cy * cy + cz * cz - g.bendMm() * g.bendMm();
    double inside = b * b - a * c;
    if (inside >= 0) {
      double t = (-b + Math.sqrt(inside)) / a;
      double y = cy + t * d[1];
      double z = cz + t * d[2];
      if (y <= 0 && z <= 0) {
        return new double[] {g.flatBehindMm() + g.bendMm() * Math.atan2(-z, -y), o[0] + t * d[0]};
      }
    }
    if (d[2] < 0) {
      double t = (-g.uprightMm() - o[2]) / d[2];
      double y = o[1] + t * d[1];
      if (y >= g.bendMm()) {
        double u = g.flatBehindMm() + Math.PI / 2 * g.bendMm() + y - g.bendMm();
        return new double[] {u, o[0] + t * d[0]};
      }
    }
    return new double[] {NEVER, NEVER};
  }

  /** Point and unit normal of the sheet at a place along and across it. */
  static double[][] place(Ground g, double u, double x) {
    double bendEnds = g.flatBehindMm() + Math.PI / 2 * g.bendMm();
    if (u <= g.flatBehindMm()) {
      return new double[][] {{x, 0.05, -u}, {0, 1, 0}};
    }
    if (u >= bendEnds) {
      return new double[][] {{x, g.bendMm() + u - bendEnds, -g.uprightMm() + 0.05}, {0, 0, 1}};
    }
    double angle = (u - g.flatBehindMm()) / g.bendMm();
    double y = g.bendMm() * (1 - Math.cos(angle));
    double z = -g.flatBehindMm() - g.bendMm() * Math.sin(angle);
    return new double[][] {
      {x, y + 0.05 * Math.cos(angle), z + 0.05 * Math.sin(angle)},
      {0, Math.cos(angle), Math.sin(angle)}
    };
  }

  /**
   * How to cut a sheet from a roll.
   *
   * @param cutMm length to cut off the roll
   * @param turned the roll's width becomes the sheet's length
   * @param sheets how many such sheets the roll gives
   */
  public record Cut(double cutMm, boolean turned, int sheets) {}

  /**
   * @throws IllegalArgumentException with a sentence, where the roll is too narrow both ways
   */
  public static Cut cut(double widthMm, double lengthMm, double rollWidthMm, double rollLengthMm) {
    Require.mm("The roll's width", rollWidthMm, 50, 10_000);
    Require.mm("The roll's length", rollLengthMm, 50, 200_000);
    boolean straight = widthMm <= rollWidthMm && lengthMm <= rollLengthMm;
    boolean turned = lengthMm <= rollWidthMm && widthMm <= rollLengthMm;
    if (!straight && !turned) {
      throw new IllegalArgumentException(
          String.format(
              Locale.ROOT,
              "A roll %.0f cm wide gives no sheet of %.0f by %.0f cm without a seam.",
              rollWidthMm / 10,
              widthMm / 10,
              lengthMm / 10));
    }
    boolean turn = turned && (!straight || widthMm < lengthMm);
    double off = turn ? widthMm : lengthMm;
    return new Cut(off, turn, (int) Math.floor(rollLengthMm / off));
  }
}
