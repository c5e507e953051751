package app.istante.core.verdict;

import app.istante.core.measure.Readings;
import app.istante.core.rules.Finding;
import app.istante.core.rules.RuleBook;
import java.util.List;

/** What to change where a finding speaks of the product's picture: frame, grain, exposure. */
final class PhotoRemedies {
  /** Cameras have no setting much lower. */
  static final int LOW_ISO = 100;

  private PhotoRemedies() {}

  static Remedy fill(Finding finding, Readings readings, FinishPlan plan) {
    double wanted = Remedies.wantedFill(finding);
    if (plan != null) {
      return new Remedy(
          finding.rule(),
          Remedies.say(
              "Crop in finishing: %d x %d px are left.", plan.crop().width(), plan.crop().height()),
          null,
          null,
          null,
          true,
          Remedies.say("Fills %.0f %%.", 100 * readings.framing().cropPlan().fill()));
    }
    double ratio = finding.value() / wanted;
    String text =
        ratio < 1
            ? Remedies.say(
                "Go nearer: from 100 to %.0f cm, or zoom in %.1f times.", 100 * ratio, 1 / ratio)
            : Remedies.say("Step back: from 100 to %.0f cm.", 100 * ratio);
    return Remedies.onSet(finding, text, null, null, Remedies.say("Fills %.0f %%.", 100 * wanted));
  }

  /** Where the frame that a place wants is too narrow, or too low, for the product in the photo. */
  static Remedy cuttingFrame(Readings readings, RuleBook.Role role) {
    double most = readings.framing().cropPlan().box().height();
    Readings.BoxPx box = readings.product().boxPx();
    double needed = Math.max(box.height(), box.width() / role.aspect()) / role.fill().max();
    return deliveredFrame(
        Remedies.say(
            "The %s frame that is asked for would cut the product: step back, from 100 to %.0f cm,"
                + " or light the ground so evenly that it can be carried on.",
            shape(role), Math.ceil(100 * needed / most)),
        "The whole product in the delivered frame.");
  }

  static Remedy overfilledFrame(Readings.CropPlan crop, RuleBook.Role role) {
    double most = role.fill().max();
    return deliveredFrame(
        Remedies.say(
            "The %s frame that is asked for would be filled to %.0f %%: step back, from 100 to %.0f"
                + " cm.",
            shape(role), 100 * crop.fill(), Math.ceil(100 * crop.fill() / most)),
        Remedies.say("Fills %.0f %%.", 100 * most));
  }

  /**
   * @param leastPx that its longer side must have
   */
  static Remedy smallFrame(Readings readings, RuleBook.Role role, int leastPx) {
    Readings.BoxPx crop = readings.framing().cropPlan().box();
    int longest = Math.max(crop.width(), crop.height());
    double nearer = (double) longest / leastPx;
    boolean fits = crop.height() / nearer <= readings.image().heightPx();
    return deliveredFrame(
        Remedies.say(
                "The %s frame that is asked for would hold %d of the %d pixels that are wanted: ",
                shape(role), longest, leastPx)
            + (fits
                ? Remedies.say(
                    "go nearer, from 100 to %.0f cm, or set the camera to larger pictures.",
                    Math.floor(100 * nearer))
                : "set the camera to larger pictures."),
        Remedies.say("%d pixels.", leastPx));
  }

  static Remedy levelledFrame() {
    return deliveredFrame(
        "Levelled, the frame would cut the product: turn the camera level, or leave more ground"
            + " round it.",
        "The whole product in the delivered frame.");
  }

  private static Remedy deliveredFrame(String text, String predicted) {
    return new Remedy("delivered-frame", text, null, null, null, false, predicted);
  }

  private static String shape(RuleBook.Role role) {
    if (role.aspect() == null) {
      return "photo's own";
    }
    return role.aspect() == 1 ? "square" : role.aspect() > 1 ? "wide" : "upright";
  }

  static Remedy centring(Finding finding, FinishPlan plan) {
    if (plan != null) {
      return new Remedy(
          finding.rule(), "Centre by the crop in finishing.", null, null, null, true, "Centred.");
    }
    boolean sideways = finding.reading().endsWith("x");
    String way =
        sideways ? finding.value() > 0 ? "left" : "right" : finding.value() > 0 ? "up" : "down";
    return Remedies.onSet(
        finding,
        Remedies.say(
            "Move the product %.0f %% of the frame %s.", 100 * Math.abs(finding.value()), way),
        null,
        null,
        "Centred.");
  }

  static Remedy roll(Finding finding, Readings readings, FinishPlan plan) {
    double lean = readings.product().rollDegrees();
    if (plan != null) {
      return new Remedy(
          finding.rule(),
          Remedies.say("Level by %.1f° in finishing.", Math.abs(lean)),
          null,
          null,
          -lean,
          true,
          "Upright.");
    }
    return Remedies.onSet(
        finding,
        Remedies.say(
            "Turn the camera %.1f° %s.", Math.abs(lean), lean > 0 ? "clockwise" : "anticlockwise"),
        null,
        -lean,
        "Upright.");
  }

  static Remedy cut(Finding finding, Readings readings) {
    List<String> sides = readings.product().touches();
    return Remedies.onSet(
        finding,
        "The frame cuts the product at the "
            + String.join(" and ", sides)
            + ": step back or aim that way until ground shows all round.",
        null,
        null,
        null);
  }

  static Remedy grain(Finding finding, Readings readings) {
    var camera = readings.image().camera();
    Integer iso = camera == null ? null : camera.iso();
    String text =
        iso != null && iso <= LOW_ISO
            ? Remedies.say(
                "Grain at ISO %d comes of too little light: let the shutter stay open longer, on a"
                    + " tripod, rather than lift the picture afterwards.",
                iso)
            : "Set the lowest ISO"
                + (iso == null ? "" : " (it was " + iso + ")")
                + " and let the shutter stay open longer, on a tripod.";
    return Remedies.onSet(finding, text, null, null, null);
  }

  static Remedy burnt(Finding finding) {
    double less = Remedies.burntStops(finding.value());
    return Remedies.onSet(
        finding,
        Remedies.say(
            "%.1f %% of the product is burnt out: expose %.1f stop less and light the ground by "
                + "itself, or move the nearest lamp from 70 to %.0f cm.",
            100 * finding.value(), less, Remedies.nearer(-less)),
        -less,
        null,
        null);
  }

  static Remedy blocked(Finding finding) {
    return Remedies.onSet(
        finding,
        Remedies.say(
            "%.1f %% of the product is black: set a white card opposite the lamp.",
            100 * finding.value()),
        null,
        null,
        null);
  }

  static Remedy headroom(Finding finding) {
    double less = Remedies.beyond(finding);
    return Remedies.onSet(
        finding,
        Remedies.say("Expose %.1f stop less, and light the ground by itself.", less),
        -less,
        null,
        Remedies.say("The product bears %.1f stop.", finding.limit().get(0)));
  }

  static Remedy uprights(Finding finding) {
    boolean above = finding.value() > 0;
    return Remedies.onSet(
        finding,
        Remedies.say(
            "Its uprights meet %s it, by %.1f°: %s the camera and aim it level, at the middle of the"
                + " product. If the product tapers, leave it.",
            above ? "above" : "below", Math.abs(finding.value()), above ? "raise" : "lower"),
        null,
        null,
        null);
  }

  static Remedy standingLine(Finding finding) {
    boolean low = finding.value() < finding.limit().get(0);
    return Remedies.onSet(
        finding,
        Remedies.say(
            "It stands %.0f %% of the frame too %s: aim the camera that much %s, or crop so.",
            100 * Remedies.beyond(finding), low ? "low" : "high", low ? "lower" : "higher"),
        null,
        null,
        null);
  }

  static Remedy bytes(Finding finding) {
    return Remedies.onSet(
        finding,
        Remedies.say(
            "The file has %.1f MB: finishing saves it small enough.", finding.value() / 1e6),
        null,
        null,
        null);
  }

  static Remedy aspect(Finding finding, FinishPlan plan) {
    boolean mended = plan != null;
    return new Remedy(
        finding.rule(),
        mended ? "Crop to the wanted shape in finishing." : "Leave more ground around the product.",
        null,
        null,
        null,
        mended,
        null);
  }

  static Remedy pixels(Finding finding) {
    return Remedies.onSet(
        finding,
        Remedies.say(
            "%.0f px on the longest side, %.0f asked: set the camera to its largest picture size.",
            finding.value(), finding.limit().get(0)),
        null,
        null,
        null);
  }
}
