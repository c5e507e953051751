package app.istante.core.verdict;

import app.istante.core.colour.TintToLinear;
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

  /** A little beyond the limit, so that the re-check does not fail by a rounding. */
  private static final double LIFT_RESERVE_STOPS = 0.04;

  private static final String FALL_OFF = "backdrop.falloffStops";
  private static final Set<String> CROP_READINGS =
      Set.of(
          "framing.aspect",
          "product.fillLongestSide",
          "product.centreOffset.x",
          "product.centreOffset.y");

  private static final String FILL = "product.fillLongestSide";
  private static final String PIXELS = "framing.longestSidePx";

  private final Readings readings;
  private final RuleBook.Role role;
  private final List<Finding> findings;

  /** The ground with the fall-off divided out, where that is what mends it; else null. */
  private final Readings.Evened evened;

  /** As it will be once cropped; null where none is seen, or nothing can be cropped. */
  private final GroundInCrop ground;

  Planner(Readings readings, RuleBook book, String pictureRole, List<Finding> findings) {
    this.readings = readings;
    this.role = book.role(pictureRole);
    this.findings = findings;
    Readings.CropPlan crop = readings.framing().cropPlan();
    boolean known = readings.backdrop() != null && crop != null;
    GroundInCrop asItIs = known ? new GroundInCrop(readings, crop.box()) : null;
    this.evened = evening(asItIs);
    this.ground = evened == null ? asItIs : new GroundInCrop(evened);
  }

  /** Evened out only where lifting alone would not do, or where the fall-off itself fails. */
  private Readings.Evened evening(GroundInCrop asItIs) {
    if (asItIs == null || readings.exposure() == null) {
      return null;
    }
    Double allowed = readings.exposure().liftAllowedStops();
    for (Finding finding : findings) {
      boolean fallsOff = finding.reading().equals(FALL_OFF);
      boolean tooDark =
          GroundInCrop.asksForLight(finding)
              && allowed != null
              && asItIs.liftFor(finding) > allowed;
      if (finding.fails() && (fallsOff || tooDark)) {
        return readings.backdrop().evened();
      }
    }
    return null;
  }

  private double liftAllowed() {
    return evened == null ? readings.exposure().liftAllowedStops() : evened.liftAllowedStops();
  }

  /** Null where the product's place is not known or no wanted frame fits. */
  FinishPlan plan() {
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
    Double lift = lift();
    if (evened != null) {
      predicted.put(FALL_OFF, 0.0);
    }
    if (lift != null || evened != null) {
      double stops = lift == null ? 0 : lift;
      predicted.put("backdrop.level", GroundInCrop.lifted(ground.level(), stops));
      predicted.put("backdrop.low5", GroundInCrop.lifted(ground.low5(), stops));
      if (evened == null) {
        predicted.put("backdrop.nearWhiteShare", ground.nearWhiteShare(stops));
      }
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
        balance(),
        evened == null ? null : Boolean.TRUE,
        lift,
        roll,
        crop.box(),
        (int) Math.round(crop.box().width() * scale),
        (int) Math.round(crop.box().height() * scale),
        predicted);
  }

  /**
   * What the delivered frame would miss though the photo does not: it can't hold the product, is
   * filled too much, has too few pixels, or cuts the product once that is levelled. It is not to be
   * found out once all is finished.
   *
   * @return what to do; null where nothing is missed, or a rule on the photo says the same
   */
  Remedy missedFrame() {
    Readings.CropPlan plan = readings.framing().cropPlan();
    if (plan == null || !readings.product().touches().isEmpty()) {
      return null;
    }
    Readings.BoxPx frame = plan.box();
    Readings.BoxPx box = readings.product().boxPx();
    boolean cuts = box.width() > frame.width() || box.height() > frame.height();
    if (cuts && role.aspect() != null) {
      return PhotoRemedies.cuttingFrame(readings, role);
    }
    boolean told = fails(FILL) || fails(PIXELS);
    if (!told && plan.fill() > role.fill().max() && breaks(FILL, plan.fill())) {
      return PhotoRemedies.overfilledFrame(plan, role);
    }
    int longest = Math.max(frame.width(), frame.height());
    boolean tooFew =
        longest < role.minLongestSidePx()
            || breaks(PIXELS, Math.min(longest, role.longestSidePx()));
    if (!told && tooFew) {
      return PhotoRemedies.smallFrame(readings, role, leastPx());
    }
    boolean inside =
        box.x() >= frame.x() - 1
            && box.y() >= frame.y() - 1
            && box.x() + box.width() <= frame.x() + frame.width() + 1
            && box.y() + box.height() <= frame.y() + frame.height() + 1;
    return inside ? null : PhotoRemedies.levelledFrame();
  }

  /** Whether the final would break a rule that the photo keeps, or may keep. */
  private boolean breaks(String reading, double value) {
    return musts(reading).anyMatch(one -> one.value() != null && !one.allows(value));
  }

  private boolean fails(String reading) {
    return musts(reading).anyMatch(Finding::fails);
  }

  private Stream<Finding> musts(String reading) {
    return findings.stream()
        .filter(one -> one.weight() == RuleBook.Weight.must && one.reading().equals(reading));
  }

  /** Fewest pixels of the longer side that the place and its rules let pass. */
  private int leastPx() {
    double asked =
        musts(PIXELS)
            .mapToDouble(one -> one.limit().isEmpty() ? 0 : one.limit().get(0))
            .max()
            .orElse(0);
    return (int) Math.ceil(Math.max(asked, role.minLongestSidePx()));
  }

  /** Whether the plan puts this failure right without loss. */
  boolean mends(Finding finding) {
    String reading = finding.reading();
    if (CROP_READINGS.contains(reading)) {
      return readings.framing().cropPlan().meetsMinimum() && staysWhite();
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
    if (GroundInCrop.READINGS.contains(reading)) {
      return GroundInCrop.asksForLight(finding) && ground.liftFor(finding) <= liftAllowed();
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

  /** A closer crop keeps more of the product's shade: no rule must fail by it that holds now. */
  private boolean staysWhite() {
    return findings.stream()
        .filter(one -> one.weight() == RuleBook.Weight.must && one.value() != null && !one.fails())
        .filter(GroundInCrop::asksForLight)
        .allMatch(one -> ground.liftFor(one) <= liftAllowed());
  }

  private Double lift() {
    double wanted = 0;
    for (Finding finding : findings) {
      if (finding.value() != null && GroundInCrop.asksForLight(finding) && mends(finding)) {
        wanted = Math.max(wanted, ground.safeLiftFor(finding));
      }
    }
    return wanted > 0 ? Math.min(wanted + LIFT_RESERVE_STOPS, liftAllowed()) : null;
  }

  private boolean castCanBeBalanced() {
    return readings.colour().neutral() != null
        && readings.backdrop().castChroma() <= MAX_CAST_CHROMA;
  }

  /** Gains that make the ground's mean tint neutral, at its own lightness. */
  private FinishPlan.Balance balance() {
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
}
