package app.istante.core.card;

import app.istante.core.colour.ColourTemperature;
import app.istante.core.colour.Lab;
import app.istante.core.mask.Planes;
import app.istante.core.mask.Regions;
import java.util.ArrayList;
import java.util.Collections;
import java.util.Comparator;
import java.util.HashMap;
import java.util.List;
import java.util.Map;
import java.util.Optional;
import java.util.function.ToDoubleFunction;

/**
 * Finds a grey card: a plain quadrangle of even mid-grey. Many things are that, so it is believed
 * only where somebody says that the frame shows the card, or where it lies free on a ground that is
 * as much lighter as a card of 18 % asks for, and of the same tint.
 */
public final class GreyCardFinder {
  private static final double SMALLEST_SHARE = 0.004;
  private static final double LARGEST_SHARE = 0.4;

  /** A patch of a colour card is smaller: one that large is the frame's subject. */
  private static final double PLAINLY_SHOWN = 0.06;

  /** Linear light; where nothing plain round it tells, a darker one may be any dark thing. */
  private static final double LEAST_ALONE = 0.09;

  /** A quadrangle through a region's outermost pixels covers as much of the frame as the region. */
  private static final double[] FILLED = {0.93, 1.1};

  /** Of two sides. */
  private static final double MOST_STRETCHED = 2.2;

  /** CIELAB lightness over the card: it is plain, and lit evenly enough. */
  private static final double MOST_SPREAD = 3;

  private static final double[] MID_GREY = {22, 78};

  /** Of the way from its middle over which its colour is taken. */
  private static final double MIDDLE = 0.8;

  /** Where the ground round it is looked at, in its own size. */
  private static final double[] AROUND = {1.15, 1.3};

  private static final int PLACES_AROUND = 400;

  /**
   * Light from the card over that from the ground: 18 % over paper's, held to the light or away.
   */
  private static final double[] OF_GROUND = {0.06, 0.42};

  private static final double SAME_TINT = 4;

  /** No lamp's light lies further from the locus, CIE 1960 u, v. */
  private static final double MOST_TINT = 0.025;

  /** Candles give 520, household lamps 370. */
  private static final double MOST_MIRED = 550;

  private static final double FREE = 0.75;
  private static final double CLIPPED = 0.98;

  private final FlatPlaces flat;
  private final int width;
  private final int height;

  private GreyCardFinder(FlatPlaces flat) {
    this.flat = flat;
    width = flat.image.width();
    height = flat.image.height();
  }

  /**
   * A grey card.
   *
   * @param corners x, y clockwise from the upper left, photo pixels
   * @param rgb its mean linear light
   */
  public record GreyCard(double[][] corners, double[] rgb) {}

  /**
   * @param said whether somebody says that the frame shows the card
   */
  public static Optional<GreyCard> find(FlatPlaces flat, boolean said) {
    return new GreyCardFinder(flat).find(said);
  }

  private Optional<GreyCard> find(boolean said) {
    double size = (double) width * height;
    return flat.regions.all().stream()
        .filter(r -> r.borderPx() == 0)
        .filter(r -> r.areaPx() > SMALLEST_SHARE * size && r.areaPx() < LARGEST_SHARE * size)
        .sorted(Comparator.comparingInt(Regions.Region::areaPx).reversed())
        .map(r -> card(r, said))
        .flatMap(Optional::stream)
        .findFirst();
  }

  private Optional<GreyCard> card(Regions.Region region, boolean said) {
    double[][] corners = corners(region);
    if (corners == null) {
      return Optional.empty();
    }
    double[] rgb = plain(corners);
    if (rgb == null || !isOfLampsColour(rgb)) {
      return Optional.empty();
    }
    boolean large = region.areaPx() > PLAINLY_SHOWN * width * height;
    Around around = around(corners);
    boolean believed =
        said
            ? around.isPlain()
                ? ofGround(around, rgb) > OF_GROUND[0]
                : large && luminance(rgb) > LEAST_ALONE
            : around.isGround() && asOnGround(around, rgb);
    if (!believed) {
      return Optional.empty();
    }
    double factor = flat.image.scale().px();
    double[][] inPhoto = new double[4][];
    for (int i = 0; i < 4; i++) {
      inPhoto[i] = new double[] {(corners[i][0] + 0.5) * factor, (corners[i][1] + 0.5) * factor};
    }
    return Optional.of(new GreyCard(inPhoto, rgb));
  }

  /** Of a quadrangle, clockwise from the upper left; null where the region is none. */
  private double[][] corners(Regions.Region region) {
    List<double[]> rim = rim(region);
    double[] middle = {region.centreX(), region.centreY()};
    double[] first = farthest(rim, p -> Math.hypot(p[0] - middle[0], p[1] - middle[1]));
    double[] third = farthest(rim, p -> Math.hypot(p[0] - first[0], p[1] - first[1]));
    double[] second = farthest(rim, p -> side(first, third, p));
    double[] fourth = farthest(rim, p -> -side(first, third, p));
    double[][] corners = {first, second, third, fourth};
    double filled = region.areaPx() / Math.max(1, Math.abs(area(corners)));
    if (filled < FILLED[0] || filled > FILLED[1]) {
      return null;
    }
    double least = Double.MAX_VALUE;
    double most = 0;
    for (int i = 0; i < 4; i++) {
      double[] next = corners[(i + 1) % 4];
      double length = Math.hypot(next[0] - corners[i][0], next[1] - corners[i][1]);
      least = Math.min(least, length);
      most = Math.max(most, length);
    }
    if (most > MOST_STRETCHED * least) {
      return null;
    }
    return clockwise(corners);
  }

  /** The first and last pixel of the region in each row: all that its corners can be. */
  private List<double[]> rim(Regions.Region region) {
    List<double[]> rim = new ArrayList<>();
    for (int y = region.top(); y <= region.bottom(); y++) {
      int left = region.left();
      while (left <= region.right() && !isIn(region, left, y)) {
        left++;
      }
      int right = region.right();
      while (right > left && !isIn(region, right, y)) {
        right--;
      }
      if (left <= region.right()) {
        rim.add(new double[] {left, y});
        rim.add(new double[] {right, y});
      }
    }
    return rim;
  }

  private boolean isIn(Regions.Region region, int x, int y) {
    return flat.regions.labels()[y * width + x] == region.id();
  }

  private static double[] farthest(List<double[]> points, ToDoubleFunction<double[]> far) {
    return points.stream().max(Comparator.comparingDouble(far)).orElseThrow();
  }

  /** How far a point lies to one side of a line, times the line's length. */
  private static double side(double[] from, double[] to, double[] point) {
    return (to[0] - from[0]) * (point[1] - from[1]) - (to[1] - from[1]) * (point[0] - from[0]);
  }

  /** By the shoelace formula; positive where the corners go clockwise on screen. */
  private static double area(double[][] corners) {
    double sum = 0;
    for (int i = 0; i < corners.length; i++) {
      double[] next = corners[(i + 1) % corners.length];
      sum += corners[i][0] * next[1] - next[0] * corners[i][1];
    }
    return sum / 2;
  }

  private static double[][] clockwise(double[][] corners) {
    boolean turned = area(corners) < 0;
    int first = 0;
    for (int i = 1; i < 4; i++) {
      boolean nearer = corners[i][0] + corners[i][1] < corners[first][0] + corners[first][1];
      first = nearer ? i : first;
    }
    double[][] ordered = new double[4][];
    for (int i = 0; i < 4; i++) {
      ordered[i] = corners[Math.floorMod(first + (turned ? -i : i), 4)];
    }
    return ordered;
  }

  private static double[] at(double[][] corners, double u, double v) {
    double[] point = new double[2];
    for (int k = 0; k < 2; k++) {
      double upper = corners[0][k] + u * (corners[1][k] - corners[0][k]);
      double lower = corners[3][k] + u * (corners[2][k] - corners[3][k]);
      point[k] = upper + v * (lower - upper);
    }
    return point;
  }

  /** Mean linear light; null where the card is not plain, or no mid-grey. */
  private double[] plain(double[][] corners) {
    double[] sum = new double[3];
    double lightness = 0;
    double squares = 0;
    int steps = 24;
    for (int i = 0; i < steps * steps; i++) {
      double u = 0.5 + MIDDLE * ((i % steps + 0.5) / steps - 0.5);
      double v = 0.5 + MIDDLE * ((i / steps + 0.5) / steps - 0.5);
      double[] point = at(corners, u, v);
      int pixel = (int) Math.round(point[1]) * width + (int) Math.round(point[0]);
      double here = flat.l[pixel];
      lightness += here;
      squares += here * here;
      sum[0] += flat.image.red()[pixel];
      sum[1] += flat.image.green()[pixel];
      sum[2] += flat.image.blue()[pixel];
    }
    int count = steps * steps;
    double mean = lightness / count;
    double spread = Math.sqrt(Math.max(0, squares / count - mean * mean));
    return mean < MID_GREY[0] || mean > MID_GREY[1] || spread > MOST_SPREAD
        ? null
        : new double[] {sum[0] / count, sum[1] / count, sum[2] / count};
  }

  private static boolean isOfLampsColour(double[] rgb) {
    try {
      ColourTemperature light = ColourTemperature.ofLinear(rgb[0], rgb[1], rgb[2]);
      return Math.abs(light.tint()) < MOST_TINT && light.mired() < MOST_MIRED;
    } catch (IllegalArgumentException noLampsColour) {
      return false;
    }
  }

  /**
   * What lies round a quadrangle.
   *
   * @param rgb median linear light
   * @param inOne share of it that is one flat place
   * @param onGround share of it that is a flat place which reaches the frame's edge
   */
  private record Around(double[] rgb, double inOne, double onGround) {
    boolean isPlain() {
      return inOne >= FREE;
    }

    boolean isGround() {
      return onGround >= FREE;
    }
  }

  private Around around(double[][] corners) {
    float[][] planes = {flat.image.red(), flat.image.green(), flat.image.blue()};
    float[][] around = new float[3][PLACES_AROUND];
    int count = 0;
    int onGround = 0;
    Map<Integer, Integer> places = new HashMap<>();
    for (int i = 0; i < PLACES_AROUND; i++) {
      double turn = 4.0 * i / PLACES_AROUND;
      double along = turn - Math.floor(turn);
      double out = AROUND[i % 2] / 2;
      double[][] side = {
        {along, 0.5 - out}, {0.5 + out, along}, {along, 0.5 + out}, {0.5 - out, along}
      };
      double[] point = at(corners, side[(int) turn][0], side[(int) turn][1]);
      int x = (int) Math.round(point[0]);
      int y = (int) Math.round(point[1]);
      if (x >= 0 && y >= 0 && x < width && y < height) {
        int pixel = y * width + x;
        int label = flat.regions.labels()[pixel];
        onGround += label > 0 && flat.regions.all().get(label - 1).borderPx() > 0 ? 1 : 0;
        places.merge(label, label > 0 ? 1 : 0, Integer::sum);
        for (int channel = 0; channel < 3; channel++) {
          around[channel][count] = planes[channel][pixel];
        }
        count++;
      }
    }
    if (count < PLACES_AROUND / 2) {
      return new Around(new double[3], 0, 0);
    }
    double[] median = new double[3];
    for (int channel = 0; channel < 3; channel++) {
      median[channel] = Planes.quantile(around[channel], count, 0.5);
    }
    return new Around(
        median, (double) Collections.max(places.values()) / count, (double) onGround / count);
  }

  /** Whether the ground is as much lighter as it should be, and of the card's tint. */
  private static boolean asOnGround(Around around, double[] rgb) {
    double[] ground = around.rgb();
    boolean burnt = Math.max(ground[0], Math.max(ground[1], ground[2])) >= CLIPPED;
    double share = ofGround(around, rgb);
    Lab card = Lab.ofLinear(rgb[0], rgb[1], rgb[2]);
    // A burnt ground has no tint left, and is white.
    Lab asGround =
        burnt
            ? new Lab(card.l(), 0, 0)
            : Lab.ofLinear(share * ground[0], share * ground[1], share * ground[2]);
    return share > OF_GROUND[0]
        && share < OF_GROUND[1]
        && Math.hypot(card.a() - asGround.a(), card.b() - asGround.b()) < SAME_TINT;
  }

  private static double ofGround(Around around, double[] rgb) {
    return luminance(rgb) / Math.max(1e-6, luminance(around.rgb()));
  }

  private static double luminance(double[] rgb) {
    return 0.2126 * rgb[0] + 0.7152 * rgb[1] + 0.0722 * rgb[2];
  }
}
