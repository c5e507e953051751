package app.istante.core.measure;

import app.istante.core.image.EncodedImage;
import app.istante.core.image.PhotoFacts;
import java.util.ArrayList;
import java.util.List;

/** The classic causes of a soft picture, told apart; the one place for their names. */
public final class SoftBecause {
  /** Camera or product moved. */
  public static final String SHAKE = "shake";

  /** Nothing of the product is sharp at the delivered size. */
  public static final String MISSED_FOCUS = "missed-focus";

  /** Only a part of it is. */
  public static final String TOO_SHALLOW = "too-shallow";

  /** The file has more pixels than were taken. */
  public static final String UPSCALED = "upscaled";

  /** Its grain was smoothed away, and fine detail with it. */
  public static final String DENOISED = "denoised";

  /** It was once compressed to mud. */
  public static final String COMPRESSED = "compressed";

  /** Enlarged by a fifth or more, no picture's edges are sharper. */
  private static final double LEAST_ENLARGED_SIGMA_PX = 0.9;

  /** Compressed no harder than this, pictures look whole. */
  private static final int MUD_QUALITY = 40;

  /**
   * Electrons in a pixel of the largest usual sensor (36 x 24 mm) where white is, at ISO 100 and
   * one million pixels: 2,300 a square micrometre. White light of 0.78 lux seconds, what ISO 100
   * asks for there (ISO 12232:2019, saturation based), brings some 7,000 photons, of which a sensor
   * behind its colour filters counts no more than a third.
   */
  private static final double MOST_ELECTRONS = 2.0e6;

  private static final double MID_GREY = 0.18;

  /** Codes for each part in one by which the light of a mid-grey changes: the slope of sRGB. */
  private static final double CODES_OF_MID_GREY = 55;

  /** Filling in the colours that each pixel lacks averages some of the grain away. */
  private static final double LEFT_BY_MOSAIC = 0.75;

  /** With less of the least grain than this left, it was smoothed. */
  private static final double SMOOTHED_SHARE = 0.5;

  private SoftBecause() {}

  /**
   * What the file itself tells, wherever it goes.
   *
   * @param sharpestPx blur of the sharpest zone, or null
   * @param noise grain in codes at mid-tones, or null
   * @param noiseBand its band
   * @param compressedTo quality of an earlier, coarse compression, or null
   */
  static List<String> file(
      PhotoFacts facts,
      EncodedImage srgb,
      Double sharpestPx,
      Double noise,
      Double noiseBand,
      Integer compressedTo) {
    List<String> causes = new ArrayList<>();
    boolean soft = sharpestPx != null && sharpestPx > LEAST_ENLARGED_SIGMA_PX;
    if (soft && Enlargement.isSeen(srgb)) {
      causes.add(UPSCALED);
    }
    if (noise != null && noise + noiseBand < SMOOTHED_SHARE * leastGrain(facts)) {
      causes.add(DENOISED);
    }
    if (compressedTo != null && compressedTo <= MUD_QUALITY) {
      causes.add(COMPRESSED);
    }
    return causes;
  }

  /**
   * Codes of grain that light itself leaves at mid-grey, whatever the camera: as many electrons
   * vary by their root. 0 where the sensitivity is not known. A picture made smaller than it was
   * taken counts as one of few pixels, and is held against less.
   */
  static double leastGrain(PhotoFacts facts) {
    Integer iso = facts.camera() == null ? null : facts.camera().iso();
    if (iso == null || iso <= 0) {
      return 0;
    }
    double megapixels = 1e-6 * facts.widthPx() * facts.heightPx();
    double electrons = MID_GREY * MOST_ELECTRONS * 100 / iso / megapixels;
    return LEFT_BY_MOSAIC * CODES_OF_MID_GREY / Math.sqrt(electrons);
  }

  /**
   * All causes at a delivered size, the likeliest first.
   *
   * @param soft whether even the sharpest zone is soft there
   * @param focus where the focus lies there, or null
   */
  static List<String> delivered(Readings.Sharpness sharpness, boolean soft, String focus) {
    List<String> causes = new ArrayList<>();
    List<String> file =
        sharpness.causes() == null
            ? List.of()
            : sharpness.causes().stream()
                .filter(c -> c.equals(UPSCALED) || c.equals(DENOISED) || c.equals(COMPRESSED))
                .toList();
    boolean moved = sharpness.motion() != null;
    if (moved) {
      causes.add(SHAKE);
    }
    boolean side = "in-front".equals(focus) || "behind".equals(focus);
    if (soft && !moved && (side || !file.contains(UPSCALED))) {
      causes.add(MISSED_FOCUS);
    }
    if (!soft && focus != null && !focus.equals("product")) {
      causes.add(TOO_SHALLOW);
    }
    causes.addAll(file);
    return List.copyOf(causes);
  }
}
