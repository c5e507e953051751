package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertSame;

import java.util.Arrays;
import org.testng.annotations.Test;

public class PlainlySeenTest {
  private static final int WIDTH = 200;
  private static final int HEIGHT = 150;
  private static final int[] BODY = {60, 50, 80, 80};

  /** A burnt part of its upper edge, a hole in its middle, and a shadow to its right. */
  private static final int[] BURNT = {80, 50, 30, 16};

  private static final int[] HOLE = {90, 80, 20, 20};
  private static final int[] SHADOW = {140, 110, 30, 20};

  private static float[] plane(float elsewhere, int[] place, float there) {
    float[] plane = new float[WIDTH * HEIGHT];
    Arrays.fill(plane, elsewhere);
    for (int y = place[1]; y < place[1] + place[3]; y++) {
      Arrays.fill(plane, y * WIDTH + place[0], y * WIDTH + place[0] + place[2], there);
    }
    return plane;
  }

  /** What is neither a thing nor none everywhere, but for one place. */
  private static float[] glance(int[] place, double there) {
    return plane(0.5f, place, (float) there);
  }

  /**
   * The body, less or more these places.
   *
   * @param shade over ground of the upper edge's part and to the right, stops
   */
  private static Separation outline(double shade, int[] without, int[]... more) {
    float[] alpha = plane(0, BODY, 1);
    byte[] kind = new byte[alpha.length];
    for (int[] piece : more) {
      float[] drawn = plane(0, piece, 1);
      for (int at = 0; at < alpha.length; at++) {
        alpha[at] = Math.max(alpha[at], drawn[at]);
      }
    }
    float[] deviation = plane(0, SHADOW, (float) shade);
    float[] burnt = plane(0, BURNT, (float) shade);
    float[] open = without == null ? new float[alpha.length] : plane(0, without, 1);
    for (int at = 0; at < alpha.length; at++) {
      alpha[at] -= open[at];
      deviation[at] += burnt[at];
      kind[at] = alpha[at] > 0 ? Separation.PRODUCT : Separation.GROUND;
    }
    return DrawnParts.of(WIDTH, HEIGHT, 0.9, alpha, kind, deviation, 1, without == null ? 0 : 1);
  }

  private static int area(Separation outline) {
    return Bits.count(Separation.places(outline.kind(), Separation.PRODUCT));
  }

  private static Separation corrected(Separation one, Separation other, float[] a, float[] b) {
    return PlainlySeen.corrected(one, other, a, b);
  }

  @Test
  public void whatBothPlainlySeeBesideTheThingIsAdded() {
    Separation bitten = outline(0, BURNT);
    Separation whole = outline(0, null);
    float[] sure = glance(BURNT, 0.95);
    Separation all = corrected(bitten, whole, sure, glance(BURNT, 0.93));
    assertEquals(area(all), area(whole));
    assertEquals(all.alpha(), whole.alpha());
    assertEquals(all.parts(), 1);
    assertEquals(area(bitten), 80 * 80 - 30 * 16, "the outline itself is as it was");
    float[] unsure = glance(BURNT, 0.8);
    assertSame(corrected(bitten, whole, sure, unsure), bitten, "one of them is not sure");
  }

  @Test
  public void whatLiesApartIsNotAdded() {
    int[] apart = {20, 20, 20, 20};
    Separation body = outline(0, null);
    float[] sure = glance(apart, 0.99);
    assertSame(corrected(body, outline(0, null, apart), sure, sure), body);
  }

  @Test
  public void anOpeningIsFilledOnlyWhereBothAreSurer() {
    Separation open = outline(0, HOLE);
    Separation filled = outline(0, null);
    float[] sure = glance(HOLE, 0.95);
    assertSame(corrected(open, filled, sure, sure), open);
    float[] surer = glance(HOLE, 0.99);
    Separation all = corrected(open, filled, surer, surer);
    assertEquals(area(all), area(filled));
    assertEquals(all.holes(), 0);
  }

  /** Also where another cut sees through it. */
  @Test
  public void anOpeningThatBothSeeAsThingIsPrint() {
    Separation open = outline(0, HOLE);
    float[] print = glance(HOLE, 0.985);
    Separation all = corrected(open, outline(0, HOLE), print, print);
    assertEquals(area(all), area(outline(0, null)));
    assertEquals(all.alpha(), outline(0, null).alpha());
    assertEquals(all.holes(), 0);
    assertSame(corrected(open, outline(0, HOLE), print, glance(HOLE, 0.96)), open);
    float[] outside = glance(SHADOW, 0.99);
    assertSame(corrected(open, open, outside, outside), open, "what lies around is no opening");
  }

  /** Squares of a cloth, each finer than a glance, tell together what one alone does not. */
  @Test
  public void manyFineOpeningsAreAPatternWhereAThingIsSeen() {
    Separation dotted = outline(0, null);
    float[] alpha = dotted.alpha();
    byte[] kind = dotted.kind();
    for (int y = 60; y < 120; y += 5) {
      for (int x = 70; x < 130; x += 5) {
        alpha[y * WIDTH + x] = 0;
        kind[y * WIDTH + x] = Separation.GROUND;
      }
    }
    float[] cloth = glance(BODY, 0.99);
    Separation whole = PlainlySeen.withoutPrint(dotted, cloth, cloth);
    assertEquals(area(whole), area(outline(0, null)));
    assertEquals(area(dotted), area(whole) - 144, "the outline itself is as it was");
    float[] links = glance(BODY, 0.96);
    assertSame(PlainlySeen.withoutPrint(dotted, cloth, links), dotted, "as a chain's are seen");
  }

  @Test
  public void aShadowThatBothSeeNothingInIsTakenOff() {
    Separation both = outline(-0.8, null, SHADOW);
    Separation alone = outline(-0.8, null);
    float[] nothing = glance(SHADOW, 0.05);
    assertEquals(area(corrected(both, alone, nothing, nothing)), area(alone));
    assertSame(corrected(both, alone, nothing, glance(SHADOW, 0.3)), both);
    Separation lit = outline(0, null, SHADOW);
    assertSame(corrected(lit, outline(0, null), nothing, nothing), lit, "it is no darker ground");
  }

  @Test
  public void whatIsLargeIsNotTakenOff() {
    int[] beside = {140, 40, 45, 100};
    Separation both = outline(-0.8, null, SHADOW, beside);
    Separation alone = outline(-0.8, null);
    float[] nothing = glance(beside, 0.05);
    assertSame(corrected(both, alone, nothing, nothing), both);
  }

  @Test
  public void whatStandsOutFarOrLiesDeepInShadeIsNotAdded() {
    float[] sure = glance(SHADOW, 0.95);
    Separation body = outline(0, null);
    assertSame(corrected(body, outline(0, null, SHADOW), sure, sure), body, "open on three sides");
    sure = glance(BURNT, 0.95);
    Separation bitten = outline(-1.5, BURNT);
    assertSame(corrected(bitten, outline(-1.5, null), sure, sure), bitten, "dark there");
  }
}
