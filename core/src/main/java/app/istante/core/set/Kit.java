package app.istante.core.set;

import java.util.ArrayList;
import java.util.List;
import java.util.Map;

/** What a seller owns for building a set, by its physical figures. */
public final class Kit {
  private Kit() {}

  /**
   * One figure of a piece of kit.
   *
   * @param key its name in files
   * @param needed whether a piece can't be used without it
   */
  public record KitFact(
      String key, String label, String unit, double low, double high, boolean needed) {}

  /** What a piece is. */
  public enum Kind {
    CAMERA(
        "Camera",
        List.of("camera", "phone"),
        fact("sensorWidthMm", "Sensor width", "mm", 2, 60, true),
        fact("sensorHeightMm", "Sensor height", "mm", 2, 60, true),
        fact("widthPx", "Picture width", "px", 640, 20_000, true),
        fact("heightPx", "Picture height", "px", 480, 20_000, true),
        fact("lowestIso", "Lowest ISO", "", 25, 800, true),
        fact("registerMm", "Mount to sensor", "mm", 10, 120, false)),
    LENS(
        "Lens",
        List.of("zoom", "single focal length", "built in"),
        fact("shortestMm", "Shortest focal length", "mm", 1, 1200, true),
        fact("longestMm", "Longest focal length", "mm", 1, 1200, true),
        fact("widest", "Largest aperture, f/", "", 0.7, 32, true),
        fact("narrowest", "Smallest aperture, f/", "", 0.7, 90, true),
        fact("closestMm", "Closest distance", "mm", 10, 5000, true),
        fact("ringsMm", "Extension rings", "mm", 0, 200, false)),
    LAMP(
        "Lamp",
        List.of("LED", "halogen", "bulb", "fluorescent"),
        fact("watts", "Power", "W", 1, 2000, false),
        fact("lumens", "Light", "lm", 10, 100_000, false),
        fact("kelvin", "Colour", "K", 1500, 12_000, true),
        fact("cri", "Colour quality, Ra", "", 0, 100, false),
        fact("faceWidthMm", "Lit face, width", "mm", 5, 3000, true),
        fact("faceHeightMm", "Lit face, height", "mm", 5, 3000, true),
        fact("transmission", "Let through by the diffuser", "", 0.05, 1, false),
        fact("holderWatts", "Holder's largest", "W", 1, 2000, false)),
    FLASH(
        "Flash",
        List.of("flash"),
        fact("guideNumber", "Guide number at ISO 100", "m", 1, 200, true),
        fact("lowestPower", "Lowest power, 1/", "", 1, 512, true)),
    CARD(
        "Card",
        List.of("white", "black", "silver", "mirror"),
        fact("widthMm", "Width", "mm", 20, 4000, true),
        fact("heightMm", "Height", "mm", 20, 4000, true)),
    SHEET(
        "Sheet or roll",
        List.of("paper", "card", "plastic", "cloth"),
        fact("widthMm", "Width", "mm", 50, 10_000, true),
        fact("lengthMm", "Length", "mm", 50, 200_000, true),
        fact("gloss", "Gloss, 0 to 1", "", 0, 1, false)),
    REFERENCE(
        "Colour or grey card",
        List.of("24 patches", "grey"),
        fact("widthMm", "Width", "mm", 20, 1000, true),
        fact("heightMm", "Height", "mm", 20, 1000, true));

    private final String label;
    private final List<String> types;
    private final List<KitFact> facts;

    Kind(String label, List<String> types, KitFact... facts) {
      this.label = label;
      this.types = types;
      this.facts = List.of(facts);
    }

    public String label() {
      return label;
    }

    public List<String> types() {
      return types;
    }

    public List<KitFact> facts() {
      return facts;
    }
  }

  private static KitFact fact(
      String key, String label, String unit, double low, double high, boolean needed) {
    return new KitFact(key, label, unit, low, high, needed);
  }

  /**
   * One piece of kit.
   *
   * @param type one of its kind's types
   * @param facts figures by their keys
   */
  public record Piece(Kind kind, String type, String name, Map<String, Double> facts) {
    public Piece {
      Require.there("What it is", kind);
      if (name == null || name.isBlank()) {
        throw new IllegalArgumentException("Give the " + kind.label().toLowerCase() + " a name.");
      }
      if (!kind.types().contains(type)) {
        throw new IllegalArgumentException(
            "The " + name + " must be one of " + String.join(", ", kind.types()) + ".");
      }
      facts = facts == null ? Map.of() : Map.copyOf(facts);
      for (KitFact fact : kind.facts()) {
        Double value = facts.get(fact.key());
        if (value != null) {
          Require.within(
              name + ": " + fact.label(),
              value,
              fact.low(),
              fact.high(),
              fact.unit().isEmpty() ? "" : " " + fact.unit());
        } else if (fact.needed()) {
          throw new IllegalArgumentException(name + ": " + fact.label() + " is missing.");
        }
      }
      if (kind == Kind.LAMP && facts.get("lumens") == null && facts.get("watts") == null) {
        throw new IllegalArgumentException(name + ": give its light in lm or its power in W.");
      }
    }

    public double fact(String key, double otherwise) {
      return facts.getOrDefault(key, otherwise);
    }

    /** Light of a lamp, lm; from its power where only that is known. */
    public double lumens() {
      return facts.containsKey("lumens")
          ? facts.get("lumens")
          : facts.get("watts") * lumensPerWatt(type);
    }
  }

  /** Usual light for power, lm/W, of the kinds of lamp found at home. */
  public static double lumensPerWatt(String type) {
    return switch (type) {
      case "bulb" -> 13;
      case "halogen" -> 18;
      case "fluorescent" -> 60;
      default -> 90;
    };
  }

  /** Usual classes by their figures, to start from. */
  public static List<Piece> presets() {
    List<Piece> all = new ArrayList<>();
    all.add(camera("phone", "Phone, large sensor", 9.8, 7.3, 4080, 3060, 50));
    all.add(camera("phone", "Phone, small sensor", 6.2, 4.7, 4000, 3000, 50));
    all.add(camera("camera", "Compact, 1-inch class", 13.2, 8.8, 5472, 3648, 125));
    all.add(camera("camera", "Small system camera", 17.3, 13, 4608, 3456, 200));
    all.add(camera("camera", "Mid-size system camera", 23.5, 15.6, 6000, 4000, 100));
    all.add(camera("camera", "Full-frame camera", 36, 24, 6000, 4000, 100));
    all.add(lens("built in", "Phone's main lens", 6.9, 6.9, 1.9, 1.9, 120));
    all.add(lens("built in", "Phone's long lens", 13, 13, 2.8, 2.8, 400));
    all.add(lens("zoom", "Kit zoom", 18, 55, 3.5, 22, 250));
    all.add(lens("single focal length", "Short telephoto", 45, 45, 1.8, 22, 500));
    all.add(lens("single focal length", "Close-up lens", 60, 60, 2.8, 32, 190));
    all.add(lamp("LED", "LED bulb in a shade", 15, 1500, 4000, 80, 250, 250, 0.6));
    all.add(lamp("LED", "LED panel", 40, 3600, 5500, 95, 300, 300, 0.9));
    all.add(lamp("fluorescent", "Fluorescent in a soft box", 85, 5000, 5400, 85, 500, 500, 0.6));
    all.add(lamp("halogen", "Halogen work lamp", 400, 7200, 3000, 99, 180, 120, 1));
    all.add(lamp("bulb", "Desk lamp", 60, 780, 2700, 99, 120, 120, 0.8));
    all.add(piece(Kind.FLASH, "flash", "Small flash", "guideNumber", 36, "lowestPower", 128));
    all.add(piece(Kind.CARD, "white", "White card A3", "widthMm", 420, "heightMm", 297));
    all.add(piece(Kind.CARD, "white", "White card A2", "widthMm", 594, "heightMm", 420));
    all.add(piece(Kind.CARD, "black", "Black card A2", "widthMm", 594, "heightMm", 420));
    all.add(piece(Kind.CARD, "silver", "Silver card A3", "widthMm", 420, "heightMm", 297));
    all.add(piece(Kind.CARD, "mirror", "Bathroom mirror", "widthMm", 300, "heightMm", 400));
    all.add(piece(Kind.SHEET, "card", "White card 70 x 100 cm", "widthMm", 700, "lengthMm", 1000));
    all.add(piece(Kind.SHEET, "paper", "Paper roll 1.35 m", "widthMm", 1350, "lengthMm", 11_000));
    all.add(piece(Kind.REFERENCE, "24 patches", "Colour card", "widthMm", 104, "heightMm", 72));
    all.add(piece(Kind.REFERENCE, "grey", "Grey card", "widthMm", 100, "heightMm", 100));
    return List.copyOf(all);
  }

  private static Piece piece(
      Kind kind, String type, String name, String a, double va, String b, double vb) {
    return new Piece(kind, type, name, Map.of(a, va, b, vb));
  }

  private static Piece camera(
      String type, String name, double w, double h, double px, double py, double iso) {
    return new Piece(
        Kind.CAMERA,
        type,
        name,
        Map.of(
            "sensorWidthMm",
            w,
            "sensorHeightMm",
            h,
            "widthPx",
            px,
            "heightPx",
            py,
            "lowestIso",
            iso));
  }

  private static Piece lens(
      String type,
      String name,
      double shortest,
      double longest,
      double widest,
      double narrowest,
      double closest) {
    return new Piece(
        Kind.LENS,
        type,
        name,
        Map.of(
            "shortestMm",
            shortest,
            "longestMm",
            longest,
            "widest",
            widest,
            "narrowest",
            narrowest,
            "closestMm",
            closest));
  }

  private static Piece lamp(
      String type,
      String name,
      double watts,
      double lumens,
      double kelvin,
      double cri,
      double w,
      double h,
      double through) {
    return new Piece(
        Kind.LAMP,
        type,
        name,
        Map.of(
            "watts",
            watts,
            "lumens",
            lumens,
            "kelvin",
            kelvin,
            "cri",
            cri,
            "faceWidthMm",
            w,
            "faceHeightMm",
            h,
            "transmission",
            through));
  }
}
