package app.istante.core.verdict;

import app.istante.core.image.Facts;
import app.istante.core.image.PhotoFacts;
import app.istante.core.image.Srgb;
import app.istante.core.measure.Readings;
import java.util.List;
import java.util.Map;

/** Readings put together by hand, starting from a picture with nothing wrong. */
final class Sample {
  private int width = 2400;
  private int height = 2400;
  private Readings.BoxPx box = new Readings.BoxPx(400, 180, 1600, 2040);
  private double level = 255;
  private double low5 = 253;
  private double nearWhite = 0.97;
  private double falloff = 0.1;
  private double liftAllowed = 0.4;
  private double blur = 0.8;
  private double band;
  private Readings.Motion motion;
  private List<String> causes = List.of();
  private Integer compressedTo;
  private Double blocking;
  private PhotoFacts.Camera camera;
  private double roll;
  private double outlined = 0.95;
  private double rollConfidence = 0.9;
  private Double castA = 0.3;
  private Double castB = 0.4;

  private List<Readings.Mark> marks = List.of();
  private List<Readings.Intrusion> intrusions = List.of();
  private List<Readings.Foreign> foreign = List.of();

  static Sample good() {
    return new Sample();
  }

  Sample photo(int widthPx, int heightPx) {
    width = widthPx;
    height = heightPx;
    return this;
  }

  Sample box(int x, int y, int w, int h) {
    box = new Readings.BoxPx(x, y, w, h);
    return this;
  }

  Sample ground(double levelCode, double low5Code, double nearWhiteShare) {
    level = levelCode;
    low5 = low5Code;
    nearWhite = nearWhiteShare;
    return this;
  }

  Sample falloff(double stops) {
    falloff = stops;
    return this;
  }

  Sample marks(Readings.Mark... all) {
    marks = List.of(all);
    return this;
  }

  Sample intrusion(String side, double share) {
    intrusions = List.of(new Readings.Intrusion(new Readings.BoxPx(0, 0, 9, 9), side, share));
    return this;
  }

  Sample intrusion(String side, Readings.BoxPx where) {
    double share = (double) where.width() * where.height() / ((double) width * height);
    intrusions = List.of(new Readings.Intrusion(where, side, share));
    return this;
  }

  Sample foreign(Readings.Foreign... all) {
    foreign = List.of(all);
    return this;
  }

  Sample liftAllowed(double stops) {
    liftAllowed = stops;
    return this;
  }

  Sample blur(double sigmaPx) {
    blur = sigmaPx * Math.max(1, 2372 / 1600.0);
    return this;
  }

  Sample band(double halfWidthPx) {
    band = halfWidthPx;
    return this;
  }

  Sample shaken(double lengthPx, double degrees) {
    motion = new Readings.Motion(lengthPx, degrees, 0.9);
    return this;
  }

  /** What the file itself tells of its softness. */
  Sample file(String cause, Integer quality) {
    causes = List.of(cause);
    compressedTo = quality;
    return this;
  }

  Sample blocking(double strength) {
    blocking = strength;
    return this;
  }

  Sample camera(PhotoFacts.Camera settings) {
    camera = settings;
    return this;
  }

  Sample roll(double degrees, double confidence) {
    roll = degrees;
    rollConfidence = confidence;
    return this;
  }

  Sample outlined(double confidence) {
    outlined = confidence;
    return this;
  }

  Sample tint(double a, double b) {
    castA = a;
    castB = b;
    return this;
  }

  Readings build() {
    PhotoFacts facts = Facts.of(width, height, camera);
    double liftToWhite =
        Math.max(0, Math.log(Srgb.decode8(250) / Srgb.decode(low5 / 255)) / Math.log(2));
    double fillWidth = (double) box.width() / width;
    double fillHeight = (double) box.height() / height;
    Readings.Product product =
        new Readings.Product(
            true,
            outlined,
            box,
            Math.max(fillWidth, fillHeight),
            fillHeight,
            fillWidth,
            0.3,
            new Readings.Offset(0, 0),
            new Readings.Margins(0.1, 0.1, 0.1, 0.1),
            List.of(),
            roll,
            rollConfidence,
            1,
            0);
    Readings.Backdrop backdrop =
        new Readings.Backdrop(
            "white",
            level,
            low5,
            0.5,
            nearWhite,
            0.0,
            falloff,
            0.0,
            castA,
            castB,
            Math.hypot(castA, castB),
            "neutral",
            null,
            null,
            null,
            40.0,
            null,
            marks,
            intrusions,
            foreign,
            (int) foreign.stream().filter(Readings.Foreign::wasAdded).count(),
            null,
            false,
            null);
    return new Readings(
        facts,
        product,
        backdrop,
        new Readings.Colour(
            null, new Readings.Neutral("backdrop", castA, castB), List.of(), null, null),
        new Readings.Sharpness(
            blur,
            blur,
            null,
            null,
            null,
            null,
            motion,
            1.0,
            blocking,
            null,
            compressedTo,
            causes,
            null,
            null),
        null,
        new Readings.Exposure(
            0.0, 0.0, 0.0, 0.0, liftAllowed, 3.0, 50.0, 60.0, liftToWhite, liftAllowed),
        band == 0 ? Map.of() : Map.of("sharpness.blurSigmaPx", band * 2372 / 1600),
        List.of());
  }
}
