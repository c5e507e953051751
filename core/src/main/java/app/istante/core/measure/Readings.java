package app.istante.core.measure;

import app.istante.core.image.PhotoFacts;
import java.util.Collections;
import java.util.List;
import java.util.Map;
import java.util.TreeMap;

/**
 * All that was measured on one photo: the public JSON format of a check, group by group. A null
 * component was not measured; {@code cantTell} says why where a seller would ask.
 *
 * @param uncertainty half-width of the 95 % band, by dotted reading name, in the order of names
 */
public record Readings(
    PhotoFacts image,
    Product product,
    Backdrop backdrop,
    Colour colour,
    Sharpness sharpness,
    Framing framing,
    Exposure exposure,
    Map<String, Double> uncertainty,
    List<CantTell> cantTell) {
  public Readings {
    // In the order of names: the same photo gives the same file, byte for byte.
    uncertainty = Collections.unmodifiableMap(new TreeMap<>(uncertainty));
    cantTell = List.copyOf(cantTell);
  }

  /** A reading that could not be taken, and why, in a sentence. */
  public record CantTell(String reading, String reason) {}

  /** A rectangle in photo pixels from the top left. */
  public record BoxPx(int x, int y, int width, int height) {}

  /** Shares of the frame; positive is to the right and down. */
  public record Offset(double x, double y) {}

  /** Free space beside the product, shares of the frame's width or height. */
  public record Margins(double left, double top, double right, double bottom) {}

  /**
   * Where the product stands.
   *
   * @param confidence 0 to 1: how far the outline can be trusted
   * @param fillLongestSide the larger of {@code fillHeight} and {@code fillWidth}
   * @param fillHeight height of the box as a share of the frame's
   * @param fillWidth width of the box as a share of the frame's
   * @param areaShare share of the frame covered
   * @param touches sides of the frame that the product touches: left, top, right, bottom
   * @param rollDegrees positive when the content looks turned clockwise; null where nothing tells
   * @param rollConfidence 0 to 1
   */
  public record Product(
      boolean found,
      double confidence,
      BoxPx boxPx,
      Double fillLongestSide,
      Double fillHeight,
      Double fillWidth,
      Double areaShare,
      Offset centreOffset,
      Margins margins,
      List<String> touches,
      Double rollDegrees,
      Double rollConfidence,
      Integer parts,
      Integer holes) {
    /** An outline of less confidence is doubted: what hangs on it fails no rule. */
    public static final double SURE_OUTLINE = 0.5;

    /** A lean of less confidence is not judged by. */
    public static final double SURE_LEAN = 0.6;

    public Product {
      touches = touches == null ? null : List.copyOf(touches);
    }
  }

  /**
   * The ground as a selling place sees it: all that is not product or foreign, shadow included.
   *
   * @param kind white, light-grey, mid-grey, dark, coloured or scene
   * @param level 8-bit code of the median luminance
   * @param low5 5th percentile of the smallest channel, 8-bit code
   * @param pureWhiteShare share with all channels at 255, 0 to 1
   * @param nearWhiteShare share with all channels at 250 or more, 0 to 1
   * @param stopsBelowWhite -log2 of the median linear luminance, 0 when clipped
   * @param falloffStops brightest to darkest part of the smooth model, shadow left out
   * @param falloffDirectionDegrees towards the dark side; 0 is right, clockwise on screen
   * @param castA mean CIELAB a of the ground that is not clipped; null where all is
   * @param castB the same for b
   * @param reflection of the product in a glossy ground, or null where none is seen
   * @param separation CIEDE2000 across the product's edge; 0 where nothing stands out
   * @param holesLevel 8-bit code of the ground seen through handles and rings; null without any
   * @param marks creases and specks on the ground, the clearest first
   * @param intrusions what stands at the frame's edge and is not backdrop
   * @param foreign what is in the picture apart from the product: things, lettering, a border
   * @param added how many lines of lettering and sides of a border were put over the picture
   * @param grid the ground in stops below white, for drawing its contours
   * @param evened what finishing could make of it by the empty set's light; null without one
   * @param knownFromBlank whether a blank frame of the same set told how the ground should look
   */
  public record Backdrop(
      String kind,
      Double level,
      Double low5,
      Double pureWhiteShare,
      Double nearWhiteShare,
      Double stopsBelowWhite,
      Double falloffStops,
      Double falloffDirectionDegrees,
      Double castA,
      Double castB,
      Double castChroma,
      String castName,
      MixedLight mixedLight,
      Shadow shadow,
      Reflection reflection,
      Double separation,
      Double holesLevel,
      List<Mark> marks,
      List<Intrusion> intrusions,
      List<Foreign> foreign,
      Integer added,
      Grid grid,
      Boolean knownFromBlank,
      Evened evened) {
    /** With all channels at this or more a pixel is near white. */
    public static final int NEAR_WHITE_CODE = 250;

    public Backdrop {
      marks = marks == null ? null : List.copyOf(marks);
      intrusions = intrusions == null ? null : List.copyOf(intrusions);
      foreign = foreign == null ? null : List.copyOf(foreign);
    }
  }

  /**
   * A blemish of the ground.
   *
   * @param contrastStops lighter (positive) or darker than the ground round it
   * @param kind crease or speck
   */
  public record Mark(BoxPx boxPx, double contrastStops, String kind) {}

  /**
   * What does not belong in the picture, in photo pixels from the top left.
   *
   * @param kind prop, text or border; null in readings from before that was told
   */
  public record Foreign(int x, int y, int width, int height, String kind) {
    public static final String PROP = "prop";
    public static final String TEXT = "text";
    public static final String BORDER = "border";

    /** Whether it was put over the picture or round it, and did not stand before the camera. */
    public boolean wasAdded() {
      return TEXT.equals(kind) || BORDER.equals(kind);
    }

    /** Where it is. */
    public BoxPx boxPx() {
      return new BoxPx(x, y, width, height);
    }
  }

  /**
   * Something at the frame's edge.
   *
   * @param side where it touches first: left, top, right or bottom
   * @param share of the frame that it covers
   */
  public record Intrusion(BoxPx boxPx, String side, double share) {}

  /**
   * The ground on a regular grid, row by row; null where there is none.
   *
   * @param stops of luminance below white, 0 is white
   * @param smallest 8-bit codes of the smallest channel; null in readings from before it was told
   */
  public record Grid(int columns, int rows, List<Double> stops, List<Double> smallest) {
    public Grid {
      stops = java.util.Collections.unmodifiableList(stops);
      smallest = smallest == null ? null : java.util.Collections.unmodifiableList(smallest);
    }
  }

  /** How far the tints of the left and right side of the ground lie apart, CIELAB units. */
  public record MixedLight(double deltaAb, String direction) {}

  /**
   * The product's shadow on the ground.
   *
   * @param depthStops how much darker than the lit ground, at its dark end
   * @param areaOfProduct area relative to the product's
   * @param hardness 0 to 1: how sharp its edge is against the product's size
   * @param side where it falls: left, right, below or above
   */
  public record Shadow(double depthStops, double areaOfProduct, double hardness, String side) {}

  /**
   * The ground with the lamps' fall-off divided out by the light of the empty set.
   *
   * @param level 8-bit code of the median luminance
   * @param low5 5th percentile of the smallest channel, 8-bit code
   * @param liftAllowedStops what the product then still bears
   */
  public record Evened(double level, double low5, double liftAllowedStops) {}

  /**
   * The product mirrored in the ground below it.
   *
   * @param strength share of the product's light that comes back, 0 to 1
   * @param confidence 0 to 1: how well the mirrored pattern agrees
   */
  public record Reflection(double strength, double confidence) {}

  /**
   * What is known of the colours.
   *
   * @param card in the frame or, failing that, in the card frame of the same set-up
   * @param dominant the product's main colours, the largest first
   * @param referenceDeltaE CIEDE2000 from the item's own reference colour to the nearest of them;
   *     null without a reference
   * @param castOnProduct what the light's tint does to the product's mean colour; null where no
   *     neutral is known
   */
  public record Colour(
      ColourCard card,
      Neutral neutral,
      List<Dominant> dominant,
      Double referenceDeltaE,
      CastOnProduct castOnProduct) {
    public Colour {
      dominant = List.copyOf(dominant);
    }
  }

  /** A main colour of the product: CIELAB, the nearest sRGB, its share of the product. */
  public record Dominant(LabValue lab, String hex, double share) {}

  /** CIELAB under D50. */
  public record LabValue(double l, double a, double b) {}

  /**
   * CIELAB a and b that the product would lose were the light balanced, and what told the balance:
   * card, card frame or backdrop.
   */
  public record CastOnProduct(double a, double b, String source) {}

  /**
   * A colour card.
   *
   * @param source frame, or card frame of the same set-up
   * @param kind 24-patch, or grey: a plain card of 18 %
   * @param confidence 0 to 1
   * @param corners x, y in photo pixels, clockwise from the card's upper left
   * @param meanDeltaE CIEDE2000 of the patches as they are
   * @param meanDeltaEAfterBalance with white balance and exposure put right
   * @param exposureErrorStops positive is too bright
   * @param matrix 3 x 3, rows red, green, blue, from linear light as drawn to what it should be
   */
  public record ColourCard(
      String source,
      String kind,
      double confidence,
      List<double[]> corners,
      List<CardPatch> patches,
      double meanDeltaE,
      double maxDeltaE,
      double meanDeltaEAfterBalance,
      WhiteBalance whiteBalance,
      double exposureErrorStops,
      List<double[]> matrix) {
    public ColourCard {
      corners = List.copyOf(corners);
      patches = List.copyOf(patches);
      matrix = List.copyOf(matrix);
    }
  }

  /** A patch; delta E is null where it is clipped. */
  public record CardPatch(String name, LabValue lab, LabValue referenceLab, Double deltaE) {}

  /**
   * What makes the card's greys neutral.
   *
   * @param redGain on linear light, green at 1
   * @param miredShift of the light as drawn against D65; positive is warmer
   * @param tint distance from the lamps' locus, CIE 1960 u, v; positive is greenish
   */
  public record WhiteBalance(double redGain, double blueGain, Double miredShift, Double tint) {}

  /** The tint of something that should be neutral: CIELAB a and b, and what it was. */
  public record Neutral(String source, double a, double b) {}

  /**
   * Sharpness of the product's edges.
   *
   * @param blurSigmaPx of the sharpest zone, photo pixels
   * @param medianBlurSigmaPx of the edges all round
   * @param blurAtExportPx the first, scaled to the size it will be delivered at
   * @param mtf50 cycles a pixel at which contrast falls to one half, in the sharpest zone
   * @param sharpShare share of the product's edges that are sharp at the delivered size
   * @param focus product; part of it; in-front or behind, where its nearer or its farther edges are
   *     the sharper; or nowhere
   * @param motion a straight smear, or null where none is seen
   * @param noiseSigma 8-bit codes, mean of the channels, at mid-tones
   * @param blocking how much more codes jump between 8 x 8 blocks than inside them; 0 is not
   * @param oversharpening overshoot beside edges as a share of their height
   * @param compressedTo JPEG quality, 1 to 50, that the picture was once coarsely compressed to, in
   *     this file or an earlier one; null where no coarse steps are seen
   * @param causes what makes the picture soft, the likeliest first, by the names of {@link
   *     SoftBecause}; empty where nothing is told
   * @param blurDecilesPx blur of the product's edges, from the sharpest to the softest
   * @param map blur over the frame, coarsely
   */
  public record Sharpness(
      Double blurSigmaPx,
      Double medianBlurSigmaPx,
      Double blurAtExportPx,
      Double mtf50,
      Double sharpShare,
      String focus,
      Motion motion,
      Double noiseSigma,
      Double blocking,
      Double oversharpening,
      Integer compressedTo,
      List<String> causes,
      List<Double> blurDecilesPx,
      BlurMap map) {
    public Sharpness {
      causes = causes == null ? null : List.copyOf(causes);
      blurDecilesPx = blurDecilesPx == null ? null : List.copyOf(blurDecilesPx);
    }
  }

  /** Median blur sigma of the edges in each field, photo pixels, row by row; null without edges. */
  public record BlurMap(int columns, int rows, List<Double> sigmaPx) {
    public BlurMap {
      sigmaPx = java.util.Collections.unmodifiableList(sigmaPx);
    }
  }

  /**
   * The camera or the product moved.
   *
   * @param lengthPx length of the smear, photo pixels
   * @param angleDegrees 0 is horizontal, counted clockwise on screen, 0 to 180
   * @param confidence 0 to 1
   */
  public record Motion(double lengthPx, double angleDegrees, double confidence) {}

  /**
   * The frame.
   *
   * @param aspect width over height
   * @param longestSidePx pixels
   * @param cropPlan the frame wanted by the rule book, placed best; null where nothing is wanted
   * @param perspective converging uprights, or null where there are no straight ones
   */
  public record Framing(
      double aspect, int longestSidePx, CropPlan cropPlan, Perspective perspective) {}

  /**
   * The product's left and right edge, where both are straight. Things that taper read the same.
   *
   * @param convergenceDegrees angle between them; positive where they meet above the product
   * @param confidence 0 to 1: how straight both are
   */
  public record Perspective(double convergenceDegrees, double confidence) {}

  /**
   * A crop of the photo, after levelling.
   *
   * @param box in photo pixels
   * @param fill what {@code fillLongestSide} becomes
   * @param meetsMinimum whether enough pixels are left and the product fits with its margins
   */
  public record CropPlan(BoxPx box, double fill, boolean meetsMinimum) {}

  /**
   * Light on the product: the price of a white ground.
   *
   * @param clippedShare of the product with any channel at 254 or more, 0 to 1
   * @param specularShare the part of it in pin-point highlights and lamps' images in metal
   * @param burntShare the part of it in other areas
   * @param blockedShare of the product with all channels at 2 or less
   * @param highlightHeadroomStops how far the brightest unclipped parts are from clipping
   * @param shadowHeadroomStops how far the darkest parts are above black (code 2)
   * @param meanL mean CIELAB lightness
   * @param contrast 95th less 5th percentile of CIELAB lightness
   * @param liftToWhiteStops what the lit ground needs so that its darkest 5 % reaches code 250
   * @param liftAllowedStops what the product bears before its light parts burn
   */
  public record Exposure(
      Double clippedShare,
      Double specularShare,
      Double burntShare,
      Double blockedShare,
      Double highlightHeadroomStops,
      Double shadowHeadroomStops,
      Double meanL,
      Double contrast,
      Double liftToWhiteStops,
      Double liftAllowedStops) {}
}
