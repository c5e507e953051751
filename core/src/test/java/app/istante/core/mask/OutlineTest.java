package app.istante.core.mask;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import app.istante.core.image.LinearImage;
import app.istante.core.image.Scale;
import java.util.List;
import java.util.SplittableRandom;
import org.testng.annotations.Test;

/** Analytic pictures: what is product and what is not is known to the pixel. */
public class OutlineTest {
  private static final int WIDTH = 400;
  private static final int HEIGHT = 300;

  /** Linear light at a place. */
  private interface Light {
    double at(double x, double y);
  }

  private static LinearImage picture(Light light, double grain) {
    SplittableRandom random = new SplittableRandom(3);
    float[] plane = new float[WIDTH * HEIGHT];
    for (int at = 0; at < plane.length; at++) {
      double value = light.at(at % WIDTH, at / WIDTH);
      plane[at] = (float) Math.max(0, value * (1 + grain * random.nextGaussian()));
    }
    return new LinearImage(WIDTH, HEIGHT, plane, plane.clone(), plane.clone());
  }

  private static double ellipse(double x, double y) {
    return Math.hypot((x - 200) / 90, (y - 140) / 100);
  }

  /** 0 outside, 1 inside, over about one pixel. */
  private static double inside(double radius) {
    return Math.max(0, Math.min(1, (1 - radius) * 90 + 0.5));
  }

  private static boolean inEllipse(int at) {
    return ellipse(at % WIDTH, at / WIDTH) < 1;
  }

  @Test
  public void aWhiteThingOnWhiteIsFoundByItsRim() {
    // As light as the ground, but for a rim a little darker, as round things have.
    Light light =
        (x, y) -> {
          double r = ellipse(x, y);
          double rim = Math.exp(-Math.pow((r - 0.985) / 0.02, 2));
          return 0.7 * (1 - 0.16 * rim);
        };
    Separation parts = Separator.separate(picture(light, 0.004));
    assertTrue(parts.found());
    assertTrue(Overlap.of(parts, OutlineTest::inEllipse) > 0.93);
  }

  @Test
  public void aSoftShadowIsNoProduct() {
    Light light =
        (x, y) -> {
          double shade = 0.5 * Math.exp(-Math.pow((x - 310) / 45, 2) - Math.pow((y - 200) / 30, 2));
          double ground = 0.8 * (1 - shade);
          return ground + inside(ellipse(x, y)) * (0.15 - ground);
        };
    Separation parts = Separator.separate(picture(light, 0.005));
    assertTrue(Overlap.of(parts, OutlineTest::inEllipse) > 0.96);
    assertEquals(parts.kind()[200 * WIDTH + 310], Separation.SHADOW);
  }

  @Test
  public void aHardShadowLyingBesideIsTakenOff() {
    Light light =
        (x, y) -> {
          boolean shaded = y > 205 && y < 245 && x > 230 && x < 370;
          double ground = shaded ? 0.3 : 0.8;
          return ground + inside(ellipse(x, y)) * (0.06 - ground);
        };
    Separation parts = Separator.separate(picture(light, 0.004));
    assertTrue(Overlap.of(parts, OutlineTest::inEllipse) > 0.93);
  }

  /** Both burnt out: only where they lie tells the lamp's image from the ground. */
  @Test
  public void aLampsImageInADarkThingIsNoHole() {
    Light lamp =
        (x, y) -> {
          boolean image = Math.abs(x - 200) < 9 && Math.abs(y - 150) < 9;
          return image ? 1.2 : 1.2 + inside(ellipse(x, y)) * (0.1 - 1.2);
        };
    Separation parts = Separator.separate(picture(lamp, 0));
    assertEquals(parts.holes(), 0);
    assertEquals(parts.kind()[150 * WIDTH + 200], Separation.PRODUCT);
    Light ring =
        (x, y) -> {
          double r = ellipse(x, y);
          return 1.2 + inside(r) * (1 - inside(r * 1.6)) * (0.1 - 1.2);
        };
    Separation through = Separator.separate(picture(ring, 0));
    assertEquals(through.holes(), 1);
    assertEquals(through.kind()[150 * WIDTH + 200], Separation.GROUND);
  }

  /** As light as the ground: only its print tells the label from a hole. */
  @Test
  public void aPrintedLabelAsLightAsTheGroundIsNoHole() {
    Light label =
        (x, y) -> {
          boolean paper = Math.abs(x - 200) < 50 && Math.abs(y - 150) < 35;
          boolean print = Math.abs(x - 200) < 35 && (int) y % 12 < 3 && Math.abs(y - 150) < 25;
          return print ? 0.1 : paper ? 0.8 : 0.8 + inside(ellipse(x, y)) * (0.1 - 0.8);
        };
    Separation parts = Separator.separate(picture(label, 0.004));
    assertEquals(parts.holes(), 0);
    assertTrue(Overlap.of(parts, OutlineTest::inEllipse) > 0.96);
  }

  @Test
  public void groundSeenThroughARingIsOpened() {
    Light light =
        (x, y) -> {
          double r = ellipse(x, y);
          return 0.8 + inside(r) * (1 - inside(r * 1.6)) * (0.1 - 0.8);
        };
    Separation parts = Separator.separate(picture(light, 0.004));
    assertEquals(parts.holes(), 1);
    assertTrue(parts.isGroundOrShadow(140 * WIDTH + 200));
  }

  @Test
  public void grainAloneIsNoProduct() {
    Separation parts = Separator.separate(picture((x, y) -> 0.6, 0.05));
    assertFalse(parts.found(), "confidence " + parts.confidence());
  }

  @Test
  public void aPictureWithoutAnyGroundHasNoOutline() {
    // Checks of eight pixels all over: nothing hangs together with the border.
    Light light = (x, y) -> ((int) x / 8 + (int) y / 8) % 2 == 0 ? 0.9 : 0.05;
    Separation parts = Separator.separate(picture(light, 0.01));
    int ground = 0;
    for (int at = 0; at < parts.kind().length; at++) {
      ground += parts.isGroundOrShadow(at) ? 1 : 0;
    }
    assertTrue(parts.confidence() < 0.5 || ground > 0, "sure of a product without a ground");
  }

  @Test
  public void whatIsKnownToBeForeignIsNeitherProductNorGround() {
    Light light = (x, y) -> 0.8 + inside(ellipse(x, y)) * (0.1 - 0.8);
    boolean[] foreign = new boolean[WIDTH * HEIGHT];
    for (int at = 0; at < foreign.length; at++) {
      foreign[at] = at % WIDTH > 300 && at / WIDTH < 80;
    }
    Separation parts = Separator.separate(picture(light, 0.004), foreign, null, null);
    assertEquals(parts.kind()[40 * WIDTH + 350], Separation.FOREIGN);
    assertTrue(Overlap.of(parts, OutlineTest::inEllipse) > 0.96);
  }

  @Test
  public void anEdgeIsClearAndARampIsNone() {
    float[] brightness = new float[WIDTH * HEIGHT];
    float[] off = new float[brightness.length];
    for (int at = 0; at < brightness.length; at++) {
      int x = at % WIDTH;
      // A step of half a stop at 100, and a ramp of as much from 200 to 300.
      double ramp = Math.max(0, Math.min(1, (x - 200) / 100.0));
      brightness[at] = (float) (-0.5 * ((x >= 100 ? 1 : 0) + ramp));
    }
    float[] even = Planes.boxMean(brightness, WIDTH, HEIGHT, 1);
    float[] slope = Planes.gradient(even, WIDTH, HEIGHT);
    float[] edge = EdgeMap.of(even, slope, off, 0.06, WIDTH, HEIGHT);
    assertTrue(edge[150 * WIDTH + 100] > 1, "step " + edge[150 * WIDTH + 100]);
    assertTrue(edge[150 * WIDTH + 250] < 0.2, "ramp " + edge[150 * WIDTH + 250]);
  }

  /** Of a disc of radius 90 around 200.3, 140.6; a pixel is covered as far as it lies within. */
  private static Separation disc() {
    float[] alpha = new float[WIDTH * HEIGHT];
    byte[] kind = new byte[alpha.length];
    for (int at = 0; at < alpha.length; at++) {
      double away = away(at % WIDTH + 0.5, at / WIDTH + 0.5);
      alpha[at] = (float) Math.max(0, Math.min(1, 0.5 - away));
      kind[at] = alpha[at] >= 0.5f ? Separation.PRODUCT : Separation.GROUND;
    }
    return DrawnParts.of(WIDTH, HEIGHT, 0.9, alpha, kind, 1);
  }

  private static double away(double x, double y) {
    return Math.hypot(x - 200.3, y - 140.6) - 90;
  }

  @Test
  public void theLineRunsWhereHalfIsCovered() {
    List<int[]> loops = Outline.of(disc(), new Scale(20), 400);
    assertEquals(loops.size(), 1);
    int[] loop = loops.get(0);
    for (int i = 0; i < loop.length; i += 2) {
      assertEquals(away(loop[i] / 20.0, loop[i + 1] / 20.0), 0, 0.1, "pixels off the disc's rim");
    }
    // Chords of a circle that are off by 0.4 px at most are 17 px long at most.
    assertTrue(loop.length / 2 >= 33, loop.length / 2 + " points");
  }

  @Test
  public void ofManyPointsTheLeastTellingGo() {
    int[] loop = Outline.of(disc(), new Scale(20), 12).get(0);
    assertTrue(loop.length / 2 <= 12, loop.length / 2 + " points");
    for (int i = 0; i < loop.length; i += 2) {
      assertEquals(away(loop[i] / 20.0, loop[i + 1] / 20.0), 0, 0.1, "pixels off the disc's rim");
    }
  }
}
