package app.istante.core.measure;

import app.istante.core.mask.Separation;
import java.util.ArrayList;
import java.util.Comparator;
import java.util.List;

/**
 * Where on a product its blur is looked at: the steepest place of each small field on and along it.
 * Every direction has its share of the places: a smear leaves those edges steepest that lie along
 * it, and is told by the others.
 */
final class EdgePlaces {
  private static final int MOST = 260;

  /** Ranges of direction, each of which has its share. */
  private static final int DIRECTIONS = 12;

  /** Fields along the frame's width. */
  private static final int FIELDS = 80;

  private static final int LEAST_FIELD_PX = 5;

  /** A pixel with more of the product than this is near it. */
  private static final float NEAR_ALPHA = 0.1f;

  /**
   * @param x working pixel
   * @param y working pixel
   * @param slope CIELAB lightness over two working pixels, along and across
   * @param direction across the edge, 0 to {@link #DIRECTIONS} - 1
   */
  record Place(int x, int y, float slope, int direction) {}

  private final Separation parts;
  private final float[] l;
  private final int width;
  private final int height;

  private EdgePlaces(Analysed picture) {
    parts = picture.separation();
    l = picture.labL();
    width = parts.width();
    height = parts.height();
  }

  /**
   * @param leastSlope what is less steep is no edge
   */
  static List<Place> of(Analysed picture, float leastSlope) {
    return new EdgePlaces(picture).chosen(leastSlope);
  }

  private List<Place> chosen(float leastSlope) {
    int field = Math.max(LEAST_FIELD_PX, width / FIELDS);
    List<Place> places = new ArrayList<>();
    for (int top = 2; top < height - 2; top += field) {
      for (int left = 2; left < width - 2; left += field) {
        Place place = steepest(left, top, field, leastSlope);
        if (place != null) {
          places.add(place);
        }
      }
    }
    places.sort(Comparator.comparingDouble(place -> -place.slope()));
    return spread(places);
  }

  private Place steepest(int left, int top, int field, float leastSlope) {
    float best = leastSlope;
    int at = -1;
    for (int y = top; y < Math.min(top + field, height - 2); y++) {
      for (int x = left; x < Math.min(left + field, width - 2); x++) {
        int here = y * width + x;
        float slope =
            Math.abs(l[here + 1] - l[here - 1]) + Math.abs(l[here + width] - l[here - width]);
        if (slope > best && near(here)) {
          best = slope;
          at = here;
        }
      }
    }
    return at >= 0 ? place(at, best) : null;
  }

  private boolean near(int at) {
    return is(at)
        || parts.alpha()[at] > NEAR_ALPHA
        || is(at - 2)
        || is(at + 2)
        || is(at - 2 * width)
        || is(at + 2 * width);
  }

  private boolean is(int at) {
    return parts.kind()[at] == Separation.PRODUCT;
  }

  private Place place(int at, float slope) {
    double along = l[at + 1] - l[at - 1];
    double across = l[at + width] - l[at - width];
    double turn = Math.atan2(across, along) / Math.PI + 1;
    return new Place(at % width, at / width, slope, (int) (turn * DIRECTIONS) % DIRECTIONS);
  }

  /** The strongest of each direction first, then the strongest of all that are left. */
  private static List<Place> spread(List<Place> strongestFirst) {
    int share = MOST / DIRECTIONS;
    int[] taken = new int[DIRECTIONS];
    List<Place> chosen = new ArrayList<>();
    List<Place> rest = new ArrayList<>();
    for (Place place : strongestFirst) {
      boolean fits = taken[place.direction()]++ < share;
      (fits ? chosen : rest).add(place);
    }
    for (Place place : rest) {
      if (chosen.size() < MOST) {
        chosen.add(place);
      }
    }
    return chosen;
  }
}
