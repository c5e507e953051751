package app.istante.core.set;

/**
 * The sheet that lies under the product, bends up behind it and goes up the wall.
 *
 * @param widthMm of the sheet
 * @param frontMm from the product to its front edge
 * @param flatBehindMm from the product back to where the bend begins
 * @param bendMm radius of the bend
 * @param riseMm height of its upper edge over the table
 * @param colour of the sheet, such as #F3F2EE
 * @param gloss 0 dull paper, 0.5 satin plastic, which scatters what it mirrors, to 1 an acrylic
 *     board, which mirrors clearly
 * @param grain contrast of its texture, 0 none to 0.2 rough cloth
 * @param creases number of creases in it
 * @param specks number of specks on each square half metre
 * @param glowLumens light given off by the sheet itself, from a lit panel under or behind it
 * @param glowKelvin colour of that light
 */
public record Ground(
    double widthMm,
    double frontMm,
    double flatBehindMm,
    double bendMm,
    double riseMm,
    String colour,
    double gloss,
    double grain,
    int creases,
    int specks,
    double glowLumens,
    double glowKelvin) {
  public Ground {
    Require.mm("The sheet's width", widthMm, 50, 10_000);
    Require.mm("The sheet in front of the product", frontMm, 20, 5000);
    Require.mm("The flat sheet behind the product", flatBehindMm, 0, 5000);
    Require.mm("The radius of the sheet's bend", bendMm, 10, 2000);
    Require.mm("The height of the sheet's upper edge", riseMm, bendMm, 5000);
    Require.within("The sheet's gloss", gloss, 0, 1, "");
    Require.within("The sheet's grain", grain, 0, 0.2, "");
    Require.within("The number of creases", creases, 0, 40, "");
    Require.within("The number of specks", specks, 0, 500, "");
    Require.within("The light from the sheet", glowLumens, 0, 100_000, " lm");
    Require.within("The colour of the sheet's light", glowKelvin, 1000, 15_000, " K");
    Surface.reflectance(colour);
  }

  /** A sheet of white paper, 70 by 100 cm as shops sell it. */
  public static Ground whiteSheet() {
    return new Ground(1000, 260, 150, 160, 460, "#F3F2EE", 0, 0.004, 0, 0, 0, 5000);
  }

  /** Length of the sheet along its curve. */
  public double lengthMm() {
    return frontMm + flatBehindMm + Math.PI / 2 * bendMm + (riseMm - bendMm);
  }

  /** How far behind the product the sheet stands upright. */
  public double uprightMm() {
    return flatBehindMm + bendMm;
  }

  public Ground coloured(String hex) {
    return new Ground(
        widthMm,
        frontMm,
        flatBehindMm,
        bendMm,
        riseMm,
        hex,
        gloss,
        grain,
        creases,
        specks,
        glowLumens,
        glowKelvin);
  }

  public Ground glowing(double lumens, double kelvin) {
    return new Ground(
        widthMm,
        frontMm,
        flatBehindMm,
        bendMm,
        riseMm,
        colour,
        gloss,
        grain,
        creases,
        specks,
        lumens,
        kelvin);
  }

  public Ground sized(
      double newWidthMm, double newFrontMm, double newFlatMm, double newBendMm, double newRiseMm) {
    return new Ground(
        newWidthMm,
        newFrontMm,
        newFlatMm,
        newBendMm,
        newRiseMm,
        colour,
        gloss,
        grain,
        creases,
        specks,
        glowLumens,
        glowKelvin);
  }

  public Ground worn(double newGloss, double newGrain, int newCreases, int newSpecks) {
    return new Ground(
        widthMm,
        frontMm,
        flatBehindMm,
        bendMm,
        riseMm,
        colour,
        newGloss,
        newGrain,
        newCreases,
        newSpecks,
        glowLumens,
        glowKelvin);
  }
}
