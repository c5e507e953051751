package app.istante.core.sim;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.util.List;
import org.testng.annotations.Test;

public class PathTracerTest {
  private static final Vec EVEN = new Vec(1, 1, 1);
  private static final Sweep FLOOR = new Sweep(new Vec(0.5, 0.5, 0.5), 1e5, 1000);
  private static final Scene.View VIEW =
      new Scene.View(new Vec(0, 120, 700), new Vec(0, 40, 0), 20, 0);

  /** White furnace: in light from everywhere, a perfectly white thing can't be told from it. */
  @Test
  public void aWhiteThingVanishesInEvenLight() {
    Body round =
        Body.standing(Lathe.curved(0, 0, 20, 5, 30, 30, 20, 55, 0, 60), Material.matte(1, 1, 1));
    Scene scene = new Scene(List.of(round), new Sweep(EVEN, 1e5, 1000), List.of(), EVEN, VIEW);
    Rendering light = PathTracer.render(scene, 40, 30, 4, 1);
    double onBall = 0;
    double offBall = 0;
    double ball = 0;
    for (int i = 0; i < light.cover().length; i++) {
      assertTrue(light.rgb()[1][i] < 1.0001, "energy is never gained");
      ball += light.cover()[i];
      onBall += light.cover()[i] * light.rgb()[1][i];
      offBall += (1 - light.cover()[i]) * light.rgb()[1][i];
    }
    // Paths that still run between floor and wall after the last bounce carry nothing, so both
    // stay a little under 1, alike.
    double rest = light.cover().length - ball;
    assertTrue(onBall / ball > 0.9, "on the ball " + onBall / ball);
    assertEquals(onBall / ball, offBall / rest, 0.05);
  }

  /** A lamp twice as far lights the ground below it with a quarter: inverse square. */
  @Test
  public void lightFallsWithTheSquareOfTheDistance() {
    double near = lit(500);
    double far = lit(1000);
    assertEquals(near / far, 4, 0.08);
  }

  @Test
  public void twiceThePowerIsTwiceTheLight() {
    Scene one = under(new Lamp(new Vec(0, 600, 0), Vec.ZERO, 20, new Vec(900, 900, 900)));
    Scene two = under(new Lamp(new Vec(0, 600, 0), Vec.ZERO, 20, new Vec(1800, 1800, 1800)));
    assertEquals(mean(two) / mean(one), 2, 1e-4);
  }

  @Test
  public void sameSeedSamePicture() {
    Scene scene = new DemoShop.Set().of(DemoShop.Item.HAND_BELL);
    assertEquals(
        PathTracer.render(scene, 60, 45, 2, 9).rgb()[0],
        PathTracer.render(scene, 60, 45, 2, 9).rgb()[0]);
  }

  @Test
  public void rollTurnsTheContentClockwise() {
    Scene.View turned = new Scene.View(VIEW.eye(), VIEW.aim(), VIEW.heightDegrees(), 20);
    Body post = Body.standing(new Lathe(0, 0, 4, 0, 4, 110, 0, 110), Material.matte(0.1, 0.1, 0.1));
    Scene scene = new Scene(List.of(post), FLOOR, List.of(), EVEN, turned);
    Rendering light = PathTracer.render(scene, 120, 90, 2, 1);
    assertTrue(middleOfRow(light, 25) > middleOfRow(light, 55) + 5, "the top leans to the right");
  }

  @Test
  public void noiseGrowsWithIsoAsTheModelSays() {
    Rendering light = new Rendering(200, 200);
    for (int i = 0; i < 40_000; i++) {
      light.set(i % 200, i / 200, 0.3, 0.3, 0.3);
    }
    double clean = spread(light, 400);
    double grainy = spread(light, 1600);
    // Variance at 0.3 of white: 4 * 1.8e-6 + 16 * 1.5e-7 = 9.6e-6, then 16 * 1.8e-6 + 256 * 1.5e-7
    // = 6.7e-5; the root of their ratio is 2.65.
    assertEquals(grainy / clean, 2.65, 0.25);
  }

  private static double spread(Rendering light, int iso) {
    CameraEffects effects = CameraEffects.GOOD.level(0.3).blur(0).iso(iso);
    byte[] rgb = effects.develop(effects.expose(light), 200, 200, 4).rgb();
    double mean = 0;
    for (byte b : rgb) {
      mean += (b & 0xFF) / (double) rgb.length;
    }
    double variance = 0;
    for (byte b : rgb) {
      variance += ((b & 0xFF) - mean) * ((b & 0xFF) - mean) / rgb.length;
    }
    // Rounding to whole codes adds a twelfth.
    return Math.sqrt(variance - 1.0 / 12);
  }

  private static double lit(double height) {
    return mean(under(new Lamp(new Vec(0, height, 0), Vec.ZERO, 20, new Vec(900, 900, 900))));
  }

  private static Scene under(Lamp lamp) {
    Scene.View down = new Scene.View(new Vec(0, 300, 1), Vec.ZERO, 2, 0);
    return new Scene(List.of(), FLOOR, List.of(lamp), Vec.ZERO, down);
  }

  private static double mean(Scene scene) {
    Rendering light = PathTracer.render(scene, 20, 20, 3, 2);
    double sum = 0;
    for (float v : light.rgb()[1]) {
      sum += v;
    }
    return sum / light.rgb()[1].length;
  }

  private static double middleOfRow(Rendering light, int y) {
    double sum = 0;
    double weight = 1e-9;
    for (int x = 0; x < light.width(); x++) {
      sum += x * light.cover()[y * light.width() + x];
      weight += light.cover()[y * light.width() + x];
    }
    return sum / weight;
  }
}
