package app.istante.core.mask;

import static org.testng.Assert.assertEquals;

import java.util.Arrays;
import java.util.function.DoubleUnaryOperator;
import java.util.function.Function;
import org.testng.annotations.BeforeMethod;
import org.testng.annotations.Test;

/** Islands of ground's own light within a dark thing, and what a glance takes them for. */
public class HolesTest {
  private static final int SIZE = 480;
  private static final double TOLERANCE = 0.06;
  private static final double COLOUR_TOLERANCE = 0.15;

  /** How dark the thing is all over, stops. */
  private static final float DARK = -4;

  private static final double ISLAND_PX = 20;

  private final boolean[] thing = new boolean[SIZE * SIZE];
  private final float[] stops = new float[SIZE * SIZE];
  private final float[] colour = new float[SIZE * SIZE];

  /** Of the island, stops. */
  private float light;

  @BeforeMethod
  public void asTheGround() {
    light = 0;
  }

  /**
   * A disc with an island in its middle.
   *
   * @param radius of the island, pixels
   * @param beyond how dark the thing is so many pixels beyond the island's rim
   * @param tint of the island, stops
   */
  private void draw(double radius, DoubleUnaryOperator beyond, double tint) {
    for (int at = 0; at < stops.length; at++) {
      double r = Math.hypot(at % SIZE - SIZE / 2.0, at / SIZE - SIZE / 2.0);
      thing[at] = r < 150;
      stops[at] = r > 150 ? 0 : r < radius ? light : (float) beyond.applyAsDouble(r - radius);
      colour[at] = r < radius ? (float) tint : 0;
    }
  }

  private static double sharp(double px) {
    return DARK;
  }

  /** As a lamp's image does in rounded metal: as a bell curve of light. */
  private static double fading(double px) {
    return Math.max(DARK, -0.02 * px * px);
  }

  /**
   * @param looks how much of the whole picture a glance gives to a thing
   * @return how many of the islands are opened
   */
  private int opened(double looks, boolean heeding) {
    return opened(looks, heeding, Holes::open);
  }

  private int opened(double looks, boolean heeding, Function<Holes, Holes.Opened> way) {
    float[] shares = new float[stops.length];
    Arrays.fill(shares, (float) looks);
    return opened(shares, heeding, way);
  }

  private int opened(float[] shares, boolean heeding, Function<Holes, Holes.Opened> way) {
    OffGround off = new OffGround(stops, colour, TOLERANCE, COLOUR_TOLERANCE, 0, SIZE, SIZE);
    boolean[] inside = thing.clone();
    Holes holes = new Holes(inside, new boolean[stops.length], off, () -> shares, heeding);
    int count = way.apply(holes).count();
    boolean isOpen = !inside[SIZE / 2 * SIZE + SIZE / 2];
    assertEquals(isOpen, count > 0, "what is counted is open");
    return count;
  }

  @Test
  public void whatFadesOutAndLooksAThingIsAMirrorImage() {
    draw(ISLAND_PX, HolesTest::fading, 0);
    assertEquals(opened(0.9, false), 0);
    assertEquals(opened(0.3, false), 1, "ground, out of focus");
    draw(ISLAND_PX, HolesTest::sharp, 0);
    assertEquals(opened(0.9, false), 1, "seen through a clear rim");
    draw(2, HolesTest::fading, 0);
    assertEquals(opened(0.9, false), 1, "too small for a glance to tell");
  }

  @Test
  public void whatTheThingThrowsColourOnIsOpenWhereNoThingIsSeen() {
    draw(ISLAND_PX, HolesTest::sharp, 0.13);
    assertEquals(opened(0.2, false), 1);
    assertEquals(opened(0.5, false), 0);
    draw(ISLAND_PX, px -> px < 12 ? -0.3 : DARK, 0.13);
    assertEquals(opened(0.2, false), 0, "without a clear rim it may be anything");
  }

  /**
   * A handle's hard shadow, which is outlined by itself in part, goes round a piece of the ground.
   */
  @Test
  public void whatIsJustTheGroundIsOpenWithoutARimWhereNoThingIsSeen() {
    draw(ISLAND_PX, px -> px < 12 ? -0.35 : DARK, 0);
    assertEquals(opened(0.3, false), 0, "a white thing within its rim");
    for (int at = 0; at < thing.length; at++) {
      thing[at] &= at / SIZE > SIZE / 2 - ISLAND_PX - 2;
    }
    assertEquals(opened(0.3, false), 1);
    assertEquals(opened(0.6, false), 0);
  }

  @Test
  public void aHeededGlanceKeepsWhatItPlainlySeesClosed() {
    draw(ISLAND_PX, HolesTest::sharp, 0);
    assertEquals(opened(0.998, true), 0);
    assertEquals(opened(0.99, true), 1, "between ribs it sees so much");
    assertEquals(opened(0.998, false), 1, "where it is not heeded light tells");
  }

  /** A bezel as grey as the ground in some shade. */
  @Test
  public void whatIsDarkerThanTheGroundIsClosedWhereItSurelyLooksAPart() {
    light = -0.15f;
    draw(40, HolesTest::sharp, 0);
    assertEquals(opened(0.99, false), 0);
    assertEquals(opened(0.96, false), 0, "too deep within the thing for a hole");
    assertEquals(opened(0.9, false), 1);
    draw(100, HolesTest::sharp, 0);
    assertEquals(opened(0.96, false), 1, "a ring's");
  }

  @Test
  public void whatIsDarkerThanTheShadeThatIsThrownIsAPartIfItLooksLikeOne() {
    light = -0.7f;
    draw(40, HolesTest::sharp, 0);
    float[] shade = new float[stops.length];
    Arrays.fill(shade, -0.5f);
    assertEquals(opened(0.8, false, holes -> holes.openInShade(shade)), 0);
    assertEquals(opened(0.5, false, holes -> holes.openInShade(shade)), 1);
    Arrays.fill(shade, -0.69f);
    assertEquals(opened(0.8, false, holes -> holes.openInShade(shade)), 1, "just as dark");
  }

  /** What a glance sees of an opening and its surroundings, up to this far from the middle. */
  private int openedBySight(double looks, double radius) {
    float[] shares = new float[stops.length];
    for (int at = 0; at < shares.length; at++) {
      double r = Math.hypot(at % SIZE - SIZE / 2.0, at / SIZE - SIZE / 2.0);
      shares[at] = r < radius ? (float) looks : 0.95f;
    }
    return opened(shares, false, Holes::openBySight);
  }

  /** A glossy handle mirrors the ground along a third of its inner rim. */
  @Test
  public void aHandleThatMirrorsTheGroundIsOpenWhereAGlanceSeesThrough() {
    draw(40, HolesTest::sharp, 0);
    for (int at = 0; at < stops.length; at++) {
      int x = at % SIZE - SIZE / 2;
      int y = at / SIZE - SIZE / 2;
      boolean besideIsland = Math.hypot(x, y) >= 40 && Math.hypot(x, y) < 52;
      stops[at] = besideIsland && x > 12 ? -0.35f : stops[at];
    }
    assertEquals(opened(0.02, false), 0, "by light alone");
    assertEquals(openedBySight(0.02, 42), 1);
    assertEquals(openedBySight(0.2, 42), 0, "not plainly seen");
    assertEquals(openedBySight(0.02, 60), 0, "only a part of what is seen open");
  }
}
