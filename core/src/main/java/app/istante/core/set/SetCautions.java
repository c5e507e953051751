package app.istante.core.set;

import java.util.ArrayList;
import java.util.List;
import java.util.Locale;
import java.util.Map;

/** What can hurt people or things in a set as it stands: short, and only what applies. */
public final class SetCautions {
  /**
   * Distances that makers of hot lamps commonly print on them for things that burn, mm. The lamp's
   * own print goes before.
   */
  private static final Map<String, Double> HOT_MM = Map.of("halogen", 1000.0, "bulb", 300.0);

  private static final double TALL_STAND_MM = 1500;

  private SetCautions() {}

  /**
   * @param kit the pieces owned; a lamp in the set is known by its name
   */
  public static List<String> of(StandingSet set, List<Kit.Piece> kit) {
    List<String> all = new ArrayList<>();
    for (Lamp lamp : set.lamps()) {
      Kit.Piece piece =
          kit.stream()
              .filter(p -> p.kind() == Kit.Kind.LAMP && p.name().equalsIgnoreCase(lamp.name()))
              .findFirst()
              .orElse(null);
      if (piece != null) {
        hot(all, set, lamp, piece);
        holder(all, piece);
      }
      double over = lamp.at().y() + set.room().tableHeightMm();
      if (over > TALL_STAND_MM) {
        all.add(
            String.format(
                Locale.ROOT,
                "The lamp %s stands %.0f cm high: put a weight on its stand, its longest leg towards"
                    + " the lamp's side.",
                lamp.name(),
                over / 10));
      }
      if (Math.abs(lamp.at().x()) < set.room().tableWidthMm() / 2
          && Math.abs(lamp.at().z()) < set.room().tableFrontMm()
          && lamp.at().y() > 200) {
        all.add("The lamp " + lamp.name() + " hangs over the table: fasten it twice.");
      }
    }
    if (set.ground().glowLumens() > 0) {
      all.add("Leave air around the light under the sheet, and don't look into it.");
    }
    if (set.lamps().size() > 1) {
      all.add(
          "Tape the cables along the wall. Wiring is for a licensed electrician, by your local code.");
    }
    return all;
  }

  private static void hot(List<String> all, StandingSet set, Lamp lamp, Kit.Piece piece) {
    Double keep = HOT_MM.get(piece.type());
    if (keep == null) {
      return;
    }
    double nearest = Math.max(0, sheetAway(set.ground(), lamp.at()));
    for (Card card : set.cards()) {
      double half = Math.hypot(card.widthMm(), card.heightMm()) / 2;
      nearest = Math.min(nearest, Math.max(0, lamp.at().distanceTo(card.at()) - half));
    }
    if (nearest < keep) {
      all.add(
          String.format(
              Locale.ROOT,
              "%s gets hot and stands %.0f cm from paper or card: keep %.0f cm, or what its maker"
                  + " says, and never leave it burning alone.",
              lamp.name(),
              nearest / 10,
              keep / 10));
    } else {
      all.add(lamp.name() + " gets hot: let it cool before you move it.");
    }
  }

  private static double sheetAway(Ground g, Point at) {
    double x = Math.max(0, Math.abs(at.x()) - g.widthMm() / 2);
    double flatZ = Math.max(0, Math.max(at.z() - g.frontMm(), -g.uprightMm() - at.z()));
    double flat = Math.sqrt(x * x + at.y() * at.y() + flatZ * flatZ);
    double y = Math.max(0, at.y() - g.riseMm());
    double z = at.z() + g.uprightMm();
    return Math.min(flat, Math.sqrt(x * x + y * y + z * z));
  }

  private static void holder(List<String> all, Kit.Piece piece) {
    double watts = piece.fact("watts", 0);
    double most = piece.fact("holderWatts", 0);
    if (most > 0 && watts > most) {
      all.add(
          String.format(
              Locale.ROOT,
              "%s takes %.0f W, its holder is made for %.0f W: use a weaker bulb.",
              piece.name(),
              watts,
              most));
    }
  }
}
