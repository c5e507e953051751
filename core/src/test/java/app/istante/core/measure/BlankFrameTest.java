package app.istante.core.measure;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.Photo;
import app.istante.core.image.Scale;
import app.istante.core.mask.BlankFrame;
import app.istante.core.mask.Overlap;
import app.istante.core.mask.Separation;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/**
 * A sheet with a dark bend and a strip of table beside it, empty and with a nearly white box: what
 * the empty frame tells of the other.
 */
public class BlankFrameTest {
  private static final int WIDTH = 800;
  private static final int HEIGHT = 600;
  private static final int TABLE_FROM = 730;

  /** Pixels of a photo for one of the scene: what is told here needs no fine picture. */
  private static final double SCALE = 0.7;

  private static final int ACROSS = (int) (SCALE * WIDTH);

  /** Light of the sheet: a bend 0.3 stops dark at 330 px, 60 px wide, and a slope to the right. */
  private static double sheet(double x, double y) {
    double bend = Math.exp(-Math.pow((y - 330) / 60, 2));
    return 0.82 * Math.pow(2, -0.3 * bend - 0.2 * x / WIDTH);
  }

  private static boolean inBox(double x, double y) {
    return x > 280 && x < 520 && y > 180 && y < 470;
  }

  private static double empty(double x, double y, int channel) {
    return x > TABLE_FROM ? new double[] {0.25, 0.17, 0.1}[channel] : sheet(x, y);
  }

  private static double withBox(double x, double y, int channel) {
    double rim = Math.min(Math.min(x - 280, 520 - x), Math.min(y - 180, 470 - y));
    return inBox(x, y) ? (rim < 3 / SCALE ? 0.66 : 0.78) : 1.06 * empty(x, y, channel);
  }

  private static double overlap(Analysed picture) {
    double px = picture.linear().scale().px() / SCALE;
    int across = picture.linear().width();
    return Overlap.of(
        picture.separation(), at -> inBox((at % across + 0.5) * px, (at / across + 0.5) * px));
  }

  private static byte kind(Analysed picture, int x, int y) {
    Scale scale = picture.linear().scale();
    int row = scale.cell((int) (SCALE * y));
    return picture.separation()
        .kind()[row * picture.linear().width() + scale.cell((int) (SCALE * x))];
  }

  private static Photo photo(long seed, DrawnPhoto.Light light) {
    return DrawnPhoto.of(
        ACROSS,
        (int) (SCALE * HEIGHT),
        seed,
        (x, y, channel) -> light.at(x / SCALE, y / SCALE, channel));
  }

  private static BlankFrame blank(DrawnPhoto.Light light) {
    return Analysed.blank(photo(1, light));
  }

  private static final Photo TAKE = photo(2, BlankFrameTest::withBox);
  private static final Readings UNAIDED = Measurement.measure(TAKE);
  private static final Known EMPTY_SET = new Known(blank(BlankFrameTest::empty), null, null);

  @Test
  public void aNearlyWhiteBoxIsToldFromTheEmptySet() {
    Analysed picture = Analysed.of(TAKE, EMPTY_SET);
    Readings readings = Measurement.measure(picture);
    assertTrue(readings.backdrop().knownFromBlank());
    assertTrue(overlap(picture) > 0.98, overlap(picture) + "");
    // The slope is 0.18 stops over the sheet, the bend 0.3 more.
    assertEquals(readings.backdrop().falloffStops(), 0.45, 0.08);
    double band = readings.uncertainty().get("backdrop.falloffStops");
    assertTrue(band >= 0.15 && band < 0.165, "band " + band);
    assertEquals(UNAIDED.uncertainty().get("backdrop.falloffStops"), 0.2);
    assertFalse(UNAIDED.backdrop().knownFromBlank());
  }

  @Test
  public void theTableInTheEmptyFrameIsForeignInTheTake() {
    Analysed picture = Analysed.of(TAKE, EMPTY_SET);
    assertEquals(kind(picture, 770, 300), Separation.FOREIGN);
    Readings readings = Measurement.measure(picture);
    assertEquals(readings.backdrop().intrusions().size(), 1);
    assertEquals(readings.backdrop().intrusions().get(0).side(), "right");
  }

  /** The box darkens sheet and table on its right by up to 0.7 stops. */
  @Test
  public void theTableStaysForeignInTheProductsShade() {
    DrawnPhoto.Light shaded =
        (x, y, channel) -> {
          double off = Math.hypot((x - 620) / 120, (y - 440) / 90);
          double shade = Math.pow(2, -0.7 * Math.exp(-off * off));
          return inBox(x, y) ? 0.3 : shade * empty(x, y, channel);
        };
    Analysed picture = Analysed.of(photo(6, shaded), EMPTY_SET);
    assertEquals(kind(picture, 745, 440), Separation.FOREIGN);
    assertEquals(Measurement.measure(picture).backdrop().falloffStops(), 0.45, 0.08);
  }

  /** A box like the sheet but for its rim, and somebody's shadow on the empty set. */
  @Test
  public void aShadowOnTheEmptySetCostsNoOutline() {
    DrawnPhoto.Light pale =
        (x, y, channel) -> {
          double rim = Math.min(Math.min(x - 280, 520 - x), Math.min(y - 180, 470 - y));
          double body = rim < 4 ? 0.66 : 0.97 * empty(x, y, channel);
          return inBox(x, y) ? body : empty(x, y, channel);
        };
    DrawnPhoto.Light shaded =
        (x, y, channel) -> {
          double off = Math.hypot(x - 550, y - 400) / 90;
          return Math.pow(2, -Math.exp(-Math.pow(off, 4))) * empty(x, y, channel);
        };
    Photo take = photo(2, pale);
    Separation without = Analysed.of(take).separation();
    Analysed with = Analysed.of(take, new Known(blank(shaded), null, null));
    assertTrue(overlap(with) > 0.98, overlap(with) + "");
    Separation parts = with.separation();
    assertTrue(parts.againstBlank());
    assertEquals(parts.confidence(), without.confidence());
  }

  /** How much light a box takes from the sheet right across the frame, stops. */
  private static double wideShade(double y) {
    return 0.35 * Math.exp(-Math.pow((y - 400) / 70, 2));
  }

  /**
   * A lamp on the right that burns weaker from left to right by so many stops, and the exposure.
   */
  @DataProvider
  public Object[][] changes() {
    return new Object[][] {{0, 0}, {0, 0.2}, {0, -0.3}, {0.15, 0.1}};
  }

  @Test(dataProvider = "changes")
  public void shadeFromSideToSideIsShadowAndNoFallOff(double weaker, double exposed) {
    DrawnPhoto.Light take =
        (x, y, channel) -> {
          double stops = exposed - weaker * x / WIDTH - wideShade(y);
          return inBox(x, y) ? 0.25 : Math.pow(2, stops) * empty(x, y, channel);
        };
    Analysed picture = Analysed.of(photo(4, take), EMPTY_SET);
    Readings.Backdrop ground = Measurement.measure(picture).backdrop();

    assertTrue(ground.knownFromBlank());
    assertEquals(ground.falloffStops(), 0.45 + weaker * TABLE_FROM / WIDTH, 0.06);
    assertEquals(ground.shadow().depthStops(), 0.35, 0.06);
  }

  @Test
  public void aBlankFrameOfAnotherSetIsNotUsed() {
    BlankFrame other =
        blank((x, y, channel) -> 0.5 * (1 + 0.6 * Math.sin(x / 70)) * (1 + 0.3 * Math.cos(y / 50)));
    Readings with = Measurement.measure(Analysed.of(TAKE, new Known(other, null, null)));
    assertFalse(with.backdrop().knownFromBlank());
    assertEquals(with.backdrop(), UNAIDED.backdrop());
  }

  @Test
  public void aBlankFrameOfAnotherShapeIsNotUsed() {
    BlankFrame narrow = Analysed.blank(DrawnPhoto.of(480, 400, 3, BlankFrameTest::empty));
    assertFalse(
        Measurement.measure(Analysed.of(TAKE, new Known(narrow, null, null)))
            .backdrop()
            .knownFromBlank());
  }

  /** The same set in fewer pixels, as when the camera was told to save smaller files. */
  @Test
  public void aBlankFrameOfAnotherSizeIsUsed() {
    double smaller = 480.0 / WIDTH;
    Photo small =
        DrawnPhoto.of(480, 360, 3, (x, y, channel) -> empty(x / smaller, y / smaller, channel));
    Known known = new Known(Analysed.blank(small), null, null);
    Analysed picture = Analysed.of(TAKE, known);
    Readings.Backdrop ground = Measurement.measure(picture).backdrop();
    assertTrue(ground.knownFromBlank());
    assertTrue(overlap(picture) > 0.98, overlap(picture) + "");
    assertEquals(ground.falloffStops(), 0.45, 0.08);
  }

  @Test
  public void theEmptySetAgainstItselfHoldsNothing() {
    Photo again = photo(9, BlankFrameTest::empty);
    assertFalse(Measurement.measure(Analysed.of(again, EMPTY_SET)).product().found());
  }
}
