package app.istante.core.verdict;

import app.istante.core.colour.TintToLinear;
import app.istante.core.image.Srgb;
import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import app.istante.core.rules.RuleBook;
import java.util.List;
import java.util.Map;
import java.util.Set;
import java.util.TreeMap;
import java.util.stream.Stream;

/** Works out the finishing plan, and which failures it puts right, within limits. */
final class Planner {
  /** A turn beyond this costs too much of the frame and shows. */
  static final double MAX_ROLL_DEGREES = 5;

  /** A lean smaller than this is left alone: it can't be seen. */
  private static final double MIN_ROLL_DEGREES = 0.3;

  /** A stronger tint means that the light, not the balance, is wrong. */
  private static final double MAX_CAST_CHROMA = 25;

  /** A little beyond code 250, so that the re-check does not fail by a rounding. */
  private static final double LIFT_RESERVE_STOPS = 0.04;

  private static final Set<String> GROUND_READINGS =
      Set.of(
          "backdrop.level",
          "backdrop.low5",
          "backdrop.nearWhiteShare",
          "backdrop.pureWhiteShare",
          "backdrop.stopsBelowWhite");
  private static final String FALL_OFF = "backdrop.falloffStops";
  private static final Set<String> CROP_READINGS =
      Set.of(
          "framing.aspect",
          "product.fillLongestSide",
          "product.centreOffset.x",
          "product.centreOffset.y");

  private final Readings readings;
  private final RuleBook.Role role;

  /** The ground with the fall-off divided out, where that is what mends it; else null. */
  private final Readings.Evened evened;

  Planner(Readings readings, RuleBook book, String pictureRole, List<Finding> findings) {
    this.readings = readings;
    this.role = book.role(pictureRole);
    this.evened = evening(findings);
  }

  /** Evened out only where lifting alone would not do, or where the fall-off itself fails. */
  private Readings.Evened evening(List<Finding> findings) {
    Readings.Backdrop ground = readings.backdrop();
    if (ground == null || ground.evened() == null || readings.exposure() == null) {
      return null;
    }
    for (Finding finding : findings) {
      boolean fallsOff = finding.reading().equals(FALL_OFF);
      boolean tooDark =
          GROUND_READINGS.contains(finding.reading())
              && readings.exposure().liftAllowedStops() != null
              && liftFor(finding, ground.level(), ground.low5())
                  > readings.exposure().liftAllowedStops();
      if (finding.fails() && (fallsOff || tooDark)) {
        return ground.evened();
      }
    }
    return null;
  }

  private double level() {
    return evened == null ? readings.backdrop().level() : evened.level();
  }

  private double low5() {
    return evened == null ? readings.backdrop().low5() : evened.low5();
  }

  private double liftAllowed() {
    return evened == null ? readings.exposure().liftAllowedStops() : evened.liftAllowedStops();
  }

  /** Null where the product's place is not known or no wanted frame fits. */
  FinishPlan plan(List<Finding> findings) {
    Readings.CropPlan crop = readings.framing().cropPlan();
    if (crop == null) {
      return null;
    }
    Map<String, Double> predicted = new TreeMap<>();
    predicted.put("product.fillLongestSide", crop.fill());
    Double roll = levelling();
    if (roll != null) {
      predicted.put("product.rollDegrees", 0.0);
    }
    Double lift = lift(findings);
    if (evened != null) {
      predicted.put(FALL_OFF, 0.0);
    }
    if (lift != null || evened != null) {
      predicted.put("backdrop.level", lifted(level(), lift == null ? 0 : lift));
      predicted.put("backdrop.low5", lifted(low5(), lift == null ? 0 : lift));
    }
    if (lift != null) {
      predicted.put(
          "exposure.highlightHeadroomStops",
          Math.max(0, readings.exposure().highlightHeadroomStops() - lift));
    }
    double scale =
        Math.min(
            1, (double) role.longestSidePx() / Math.max(crop.box().width(), crop.box().height()));
    return new FinishPlan(
        balance(findings),
        evened == null ? null : Boolean.TRUE,
        lift,
        roll,
        crop.box(),
        (int) Math.round(crop.box().width() * scale),
        (int) Math.round(crop.box().height() * scale),
        predicted);
  }

  /** Whether the plan puts this failure right without loss. */
  boolean mends(Finding finding) {
    String reading = finding.reading();
    if (CROP_READINGS.contains(reading)) {
      return readings.framing().cropPlan().meetsMinimum();
    }
    if (reading.equals("backdrop.intrusions")) {
      return cropLeavesOut(
          readings.backdrop().intrusions().stream().map(Readings.Intrusion::boxPx));
    }
    if (reading.equals("backdrop.foreign")) {
      return cropLeavesOut(readings.backdrop().foreign().stream().map(Readings.Foreign::boxPx));
    }
    if (reading.equals("backdrop.added")) {
      return cropLeavesOut(
          readings.backdrop().foreign().stream()
              .filter(Readings.Foreign::wasAdded)
              .map(Readings.Foreign::boxPx));
    }
    if (reading.equals("product.rollDegrees")) {
      return levelling() != null;
    }
    if (GROUND_READINGS.contains(reading)) {
      double needed = liftFor(finding);
      return needed <= liftAllowed();
    }
    if (reading.equals(FALL_OFF)) {
      return evened != null;
    }
    return reading.equals("backdrop.castChroma") && castCanBeBalanced();
  }

  private boolean cropLeavesOut(Stream<Readings.BoxPx> boxes) {
    Readings.CropPlan crop = readings.framing().cropPlan();
    return crop != null && crop.meetsMinimum() && boxes.noneMatch(box -> meet(box, crop.box()));
  }

  private static boolean meet(Readings.BoxPx one, Readings.BoxPx other) {
    return one.x() < other.x() + other.width()
        && other.x() < one.x() + one.width()
        && one.y() < other.y() + other.height()
        && other.y() < one.y() + one.height();
  }

  private Double levelling() {
    Readings.Product product = readings.product();
    boolean known =
        product.rollDegrees() != null && product.rollConfidence() > Readings.Product.SURE_LEAN;
    if (!known) {
      return null;
    }
    double lean = Math.abs(product.rollDegrees());
    return lean >= MIN_ROLL_DEGREES && lean <= MAX_ROLL_DEGREES
        ? (Double) (-product.rollDegrees())
        : null;
  }

  private Double lift(List<Finding> findings) {
    double wanted = 0;
    for (Finding finding : findings) {
      if (finding.fails() && GROUND_READINGS.contains(finding.reading()) && mends(finding)) {
        wanted = Math.max(wanted, liftFor(finding));
      }
    }
    return wanted > 0 ? wanted : null;
  }

  /** Stops that bring the reading to its limit; shares are brought there by the darkest 5 %. */
  private double liftFor(Finding finding) {
    return liftFor(finding, level(), low5());
  }

  private static double liftFor(Finding finding, double level, double low5) {
    boolean aboutMost =
        finding.reading().equals("backdrop.level")
            || finding.reading().equals("backdrop.stopsBelowWhite");
    double from = aboutMost ? level : low5;
    double to =
        finding.reading().equals("backdrop.level") || finding.reading().equals("backdrop.low5")
            ? finding.limit().get(0)
            : finding.reading().equals("backdrop.stopsBelowWhite")
                ? Srgb.code(Math.pow(2, -finding.limit().get(0)))
                : finding.reading().equals("backdrop.pureWhiteShare") ? 255 : 250;
    double stops =
        Math.log(Srgb.decode(to / 255) / Math.max(1e-4, Srgb.decode(from / 255))) / Math.log(2);
    return Math.max(0, stops + LIFT_RESERVE_STOPS);
  }

  private boolean castCanBeBalanced() {
    return readings.colour().neutral() != null
        && readings.backdrop().castChroma() <= MAX_CAST_CHROMA;
  }

  /** Gains that make the ground's mean tint neutral, at its own lightness. */
  private FinishPlan.Balance balance(List<Finding> findings) {
    boolean wanted =
        findings.stream()
            .anyMatch(f -> f.fails() && f.reading().equals("backdrop.castChroma") && mends(f));
    if (!wanted) {
      return null;
    }
    double[] rgb =
        TintToLinear.of(
            readings.backdrop().level(), readings.backdrop().castA(), readings.backdrop().castB());
    return new FinishPlan.Balance(rgb[1] / rgb[0], rgb[1] / rgb[2]);
  }

  private static double lifted(double code, double stops) {
    return Srgb.code(Srgb.decode(code / 255) * Math.pow(2, stops));
  }
}
