package app.istante.core.rules;

import java.util.Collection;
import java.util.LinkedHashMap;
import java.util.Map;

/**
 * The readings that rules may speak of: how they are called, in what unit, and over which range a
 * scale is drawn. The one place for these words.
 */
public final class Measures {
  /**
   * @param name dotted name in the JSON of a check
   * @param label plain words
   * @param unit code, share, stop, degree, px, delta-e or empty; shares are 0 to 1
   * @param scaleFrom left end of the drawn scale
   * @param scaleTo right end
   * @param decimals figures after the point that mean something
   */
  public record Measure(
      String name, String label, String unit, double scaleFrom, double scaleTo, int decimals) {}

  private static final Map<String, Measure> ALL = new LinkedHashMap<>();

  static {
    add("backdrop.level", "Ground level", "code", 40, 255, 0);
    add("backdrop.low5", "Ground, darkest 5 %", "code", 40, 255, 0);
    add("backdrop.nearWhiteShare", "Near-white ground", "share", 0, 1, 0);
    add("backdrop.pureWhiteShare", "Pure white ground", "share", 0, 1, 0);
    add("backdrop.stopsBelowWhite", "Ground under white", "stop", 0, 2, 2);
    add("backdrop.falloffStops", "Fall-off over the ground", "stop", 0, 2, 2);
    add("backdrop.castChroma", "Tint of the ground", "delta-e", 0, 20, 1);
    add("backdrop.shadow.depthStops", "Shadow depth", "stop", 0, 3, 2);
    add("backdrop.shadow.hardness", "Hardness of the shadow", "share", 0, 1, 0);
    add("backdrop.holesLevel", "Ground seen through it", "code", 40, 255, 0);
    add("backdrop.marks", "Marks on the ground", "", 0, 40, 0);
    add("backdrop.intrusions", "Things at the frame's edge", "", 0, 6, 0);
    add("backdrop.foreign", "Other things in the frame", "", 0, 6, 0);
    add("backdrop.added", "Lettering and borders", "", 0, 6, 0);
    add("backdrop.reflection.strength", "Reflection in the ground", "share", 0, 0.5, 0);
    add("backdrop.separation", "Product against ground", "delta-e", 0, 60, 1);
    add("product.confidence", "Outline found", "share", 0, 1, 0);
    add("product.fillLongestSide", "Fills the frame", "share", 0, 1, 0);
    add("product.centreOffset.x", "Off centre, sideways", "share", -0.3, 0.3, 0);
    add("product.centreOffset.y", "Off centre, up or down", "share", -0.3, 0.3, 0);
    add("product.margins.bottom", "Standing line above the frame's edge", "share", 0, 0.5, 0);
    add("product.rollDegrees", "Lean", "degree", -6, 6, 1);
    add("product.touches", "Cut by the frame", "", 0, 4, 0);
    add("sharpness.blurSigmaPx", "Blur in the photo", "px", 0, 8, 1);
    add("sharpness.blurAtExportPx", "Blur as delivered", "px", 0, 5, 1);
    add("sharpness.sharpShare", "Edges sharp as delivered", "share", 0, 1, 0);
    add("sharpness.oversharpening", "Halos beside edges", "share", 0, 0.5, 0);
    add("sharpness.blocking", "Traces of compression", "", 0, 2, 1);
    add("colour.card.meanDeltaE", "Colour card, mean error", "delta-e", 0, 20, 1);
    add("colour.referenceDeltaE", "Off its own colour", "delta-e", 0, 20, 1);
    add("sharpness.noiseSigma", "Grain", "code", 0, 12, 1);
    add("exposure.clippedShare", "Product clipped", "share", 0, 0.2, 1);
    add("exposure.burntShare", "Product burnt out", "share", 0, 0.2, 1);
    add("exposure.blockedShare", "Product blocked up", "share", 0, 0.2, 1);
    add("exposure.highlightHeadroomStops", "Room before clipping", "stop", 0, 3, 2);
    add("exposure.liftToWhiteStops", "Lift the ground needs", "stop", 0, 3, 2);
    add("exposure.liftAllowedStops", "Lift the product bears", "stop", 0, 3, 2);
    add("framing.aspect", "Frame shape", "", 0.5, 2, 2);
    add("framing.perspective.convergenceDegrees", "Uprights converge", "degree", -6, 6, 1);
    add("framing.longestSidePx", "Longest side", "px", 0, 6000, 0);
    add("image.fileBytes", "File size", "byte", 0, 20_000_000, 0);
  }

  private Measures() {}

  private static void add(
      String name, String label, String unit, double from, double to, int decimals) {
    ALL.put(name, new Measure(name, label, unit, from, to, decimals));
  }

  public static Collection<Measure> all() {
    return ALL.values();
  }

  /** The measure of that dotted name, or null. */
  public static Measure named(String name) {
    return ALL.get(name);
  }
}
