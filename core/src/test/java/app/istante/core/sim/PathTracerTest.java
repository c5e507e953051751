package app.istante.core.sim;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import java.util.List;
import org.testng.annotations.Test;

public class PathTracerTest {
  private static final Vec EVEN = Vec.ONE;
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
      ball += light.cover()[i];
      onBall += light.cover()[i] * light.rgb()[1][i];
      offBall += (1 - light.cover()[i]) * light.rgb()[1][i];
    }
    // No path is cut short, so nothing is lost either: both are 1, within the grain.
    double rest = light.cover().length - ball;
    assertEquals(onBall / ball, 1, 0.03);
    assertEquals(offBall / rest, 1, 0.03);
  }

  /** With everything a little darker than white, light only gets less. */
  @Test
  public void energyIsNeverGained() {
    Body round = Body.standing(new Ball(30), Material.glossy(0.8, 0.8, 0.8));
    Sweep floor = new Sweep(new Vec(0.8, 0.8, 0.8), 1e5, 1000);
    Scene scene = new Scene(List.of(round), floor, List.of(), EVEN, VIEW);
    Rendering light = PathTracer.render(scene, 40, 30, 8, 1);
    double sum = 0;
    for (float v : light.rgb()[1]) {
      sum += v / light.rgb()[1].length;
    }
    assertTrue(sum < 1 && sum > 0.5, "mean " + sum);
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
    Scene one = under(lamp(600, 900));
    Scene two = under(lamp(600, 1800));
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
    return mean(under(lamp(height, 900)));
  }

  private static Light lamp(double height, double power) {
    return new Light.Face(new Vec(0, height, 0), Vec.ZERO, 20, 20, Vec.ONE.times(power));
  }

  private static Scene under(Light lamp) {
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
