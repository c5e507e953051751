package app.istante.core.sim;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertTrue;

import app.istante.core.colour.CardReference;
import app.istante.core.colour.DeltaE;
import app.istante.core.colour.Lab;
import app.istante.core.set.Answers;
import app.istante.core.set.Arrangements;
import app.istante.core.set.Depth;
import app.istante.core.set.Exposure;
import app.istante.core.set.Lamp;
import app.istante.core.set.Point;
import app.istante.core.set.SetCamera;
import app.istante.core.set.Shadow;
import app.istante.core.set.StandingSet;
import app.istante.core.set.Thing;
import java.util.List;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** The simulated picture against the calculators, two computations that share no code. */
public class SetAgreesTest {
  private static Rendering light(StandingSet set, int width, int height, int passes) {
    PathTracer tracer = new PathTracer(SceneBuilder.of(set), width, height, 3);
    LightLayers layers = new LightLayers(width, height, 1);
    tracer.followMixed(layers, passes, SceneBuilder.powers(set));
    return layers.mix(new Vec[] {Vec.ONE});
  }

  private static double mean(float[][] rgb) {
    double sum = 0;
    for (int i = 0; i < rgb[0].length; i++) {
      sum += 0.2126 * rgb[0][i] + 0.7152 * rgb[1][i] + 0.0722 * rgb[2][i];
    }
    return sum / rgb[0].length;
  }

  @DataProvider
  Object[][] arrangements() {
    return new Object[][] {{"two-lamps"}, {"window-and-cards"}, {"big-above"}, {"lit-ground"}};
  }

  /** Level: the ground's luminance within 10 %; ground over thing within 0.14 stop. */
  @Test(dataProvider = "arrangements")
  public void levelAndRatioAgree(String id) {
    // A small grey card stands for the thing; it hardly shades the ground.
    StandingSet base = Arrangements.of(id, Thing.of("grey-card"), 90, 90);
    Thing small = new Thing("grey-card", 0, 0, 0, 0, 0.9, "");
    StandingSet set = base.withThings(List.of());
    Answers answers = Answers.of(set, new Answers.Wanted(90, 90, 2, 1000), List.of());
    double ground = DemoTake.groundLuminance(set);
    double calculated = answers.light().groundLuminance();
    System.out.printf("%s: ground %.1f cd/m² simulated, %.1f calculated%n", id, ground, calculated);
    assertEquals(calculated / ground, 1, 0.1, id);

    // The card leans back by 20°; its luminance is 0.18 E / pi.
    double[] up = {0, Math.sin(Math.toRadians(20)), Math.cos(Math.toRadians(20))};
    double lux = app.istante.core.set.SetLight.of(set).luxAt(new double[] {0, 42, -14 + 0.5}, up);
    SetCamera near =
        set.camera()
            .aim(new Point(0, 42, -15))
            .focal(150)
            .with(new SetCamera.Sensor(3, 3, 100, 100, false));
    StandingSet looking = set.withThings(List.of(small)).with(near);
    double card = mean(light(looking, 8, 8, 300).rgb());
    System.out.printf("%s: card %.1f simulated, %.1f calculated%n", id, card, 0.18 * lux / Math.PI);
    assertEquals(0.18 * lux / Math.PI / card, 1, 0.1, id);
  }

  /** A point far behind the sharp plane becomes a disc of the thin lens's size. */
  @Test
  public void defocusIsThatOfTheThinLens() {
    // A tiny bright ball before black: its picture is the disc.
    Vec dark = Vec.ZERO;
    Body spark = Body.at(new Ball(0.4), Material.matte(1, 1, 1), 0, -0.4, 0);
    Light lamp = new Light.Face(new Vec(0, 0, 300), Vec.ZERO, 100, 100, Vec.ONE.times(1000));
    double distance = 1000;
    double focused = 700;
    double focal = 50;
    double number = 2;
    double image = focal * focused / (focused - focal);
    double sensor = 4;
    double field = sensor / image;
    Scene.View view =
        new Scene.View(
            new Vec(0, 0, distance),
            Vec.ZERO,
            2 * Math.toDegrees(Math.atan(field / 2)),
            0,
            focal / number / 2,
            focused,
            0);
    Sweep nowhere = new Sweep(dark, 1e6, 1000);
    Scene scene = new Scene(List.of(spark), nowhere, List.of(lamp), dark, view);
    int size = 60;
    LightLayers layers = new LightLayers(size, size, scene.layers());
    new PathTracer(scene, size, size, 1).follow(layers, 3000);
    float[] cover = layers.mix(scene.powers()).cover();
    // Second moment of an even disc of diameter d: d² / 16 each way.
    double sum = 0;
    double square = 0;
    for (int i = 0; i < cover.length; i++) {
      double x = i % size + 0.5 - size / 2.0;
      double y = i / size + 0.5 - size / 2.0;
      sum += cover[i];
      square += cover[i] * (x * x + y * y) / 2;
    }
    double diameterPx = 4 * Math.sqrt(square / sum);
    double expectedPx = Depth.discMm(focal, number, focused, distance) / (sensor / size);
    System.out.printf(
        "defocus: disc of %.2f px simulated, %.2f calculated%n", diameterPx, expectedPx);
    assertEquals(diameterPx / expectedPx, 1, 0.05);
  }

  /** Width of the shadow's edge under a screen against similar triangles. */
  @Test
  public void penumbraIsThatOfSimilarTriangles() {
    // A lamp 200 mm wide, 1000 mm over the floor; a wide screen from x = 0 rightwards at 250 mm.
    double lampSize = 200;
    Light lamp =
        new Light.Face(new Vec(0, 1000, 0), Vec.ZERO, lampSize, lampSize, Vec.ONE.times(1000));
    Body screen =
        new Body(
            new Plate(2000, 2000, 0),
            Material.matte(0, 0, 0),
            Body.Part.SURROUNDING,
            new Vec(1000, 250, 1000),
            1,
            0,
            0,
            -90);
    Sweep floor = new Sweep(new Vec(0.5, 0.5, 0.5), 1e6, 1000);
    // From above the screen's edge, aside, so that the screen hides nothing of the floor's left.
    Scene.View view = new Scene.View(new Vec(-200, 200, 0.1), new Vec(-20, 0, 0), 60, 0);
    Scene scene = new Scene(List.of(screen), floor, List.of(lamp), Vec.ZERO, view);
    double expected = Shadow.penumbraMm(lampSize, 750, 250);
    double found = penumbra(scene);
    System.out.printf("penumbra: %.1f mm simulated, %.1f calculated%n", found, expected);
    assertEquals(found / expected, 1, 0.1);
  }

  /** From a tenth to nine tenths of the way the light rises over 0.8 of the penumbra, evenly. */
  private static double penumbra(Scene scene) {
    PathTracer tracer = new PathTracer(scene, 2, 2, 1);
    double full = lux(tracer, -120);
    double from = 0;
    double to = 0;
    for (double x = -120; x < 120; x += 0.5) {
      double share = lux(tracer, x) / full;
      from = share > 0.9 ? x : from;
      to = share > 0.1 ? x : to;
    }
    return (to - from) / 0.8;
  }

  private static double lux(PathTracer tracer, double x) {
    return tracer.straightLux(new Vec(x, 0, 0), new Vec(0, 1, 0), 400);
  }

  /** Patches under neutral light are drawn as they are defined. */
  @Test
  public void theCardsPatchesAreDrawnAsDefined() {
    // Light from everywhere, so that level is even: the card alone, facing the lens.
    Body card = Cards.colourCard().get(0);
    Sweep floor = new Sweep(new Vec(0.9, 0.9, 0.9), 1e6, 1000);
    Scene.View view = new Scene.View(new Vec(0, 40, 600), new Vec(0, 34, -12), 7.2, 0);
    Scene scene = new Scene(List.of(card), floor, List.of(), Vec.ONE, view);
    Rendering light = PathTracer.render(scene, 400, 300, 6, 1);
    double worst = 0;
    for (int i = 0; i < 24; i++) {
      double[] middle = Cards.patchMiddle(i);
      Vec at = card.outwards(new Vec(middle[0] - Cards.CARD_WIDTH_MM / 2, middle[1], 0));
      double[] place =
          new app.istante.core.set.Projection(
                  view.eye().array(),
                  view.aim().array(),
                  0,
                  2 * Math.tan(Math.toRadians(view.heightDegrees() / 2)) / 300,
                  0,
                  400,
                  300)
              .place(new Point(at.x(), at.y(), at.z()));
      double[] sum = new double[3];
      for (int k = 0; k < 81; k++) {
        int pixel = ((int) place[1] - 4 + k / 9) * 400 + (int) place[0] - 4 + k % 9;
        for (int channel = 0; channel < 3; channel++) {
          sum[channel] += light.rgb()[channel][pixel] / 81;
        }
      }
      Lab reference = CardReference.sinceNovember2014().patches().get(i).lab();
      // A white ground before the card throws its own light on it: take out the level.
      double[] own = reference.toLinear();
      double level =
          (0.2126 * sum[0] + 0.7152 * sum[1] + 0.0722 * sum[2])
              / (0.2126 * own[0] + 0.7152 * own[1] + 0.0722 * own[2]);
      Lab drawn = Lab.ofLinear(sum[0] / level, sum[1] / level, sum[2] / level);
      worst = Math.max(worst, DeltaE.ciede2000(drawn, reference));
    }
    System.out.printf("card: worst patch %.3f delta E from its definition%n", worst);
    assertTrue(worst < 0.3, "worst patch " + worst);
  }

  /** Changing power, colour, exposure and ISO mixes the light that is there. */
  @Test
  public void mixingIsTheSameAsFollowingAgain() {
    StandingSet set = Arrangements.of("two-lamps", Thing.of("soap"), 60, 60);
    SetPreview preview = new SetPreview(set, 80, 60);
    preview.follow(0, 6, SetPreview.Pace.FULL);
    List<Lamp> lamps = List.of(set.lamps().get(0).power(0.3).kelvin(3000), set.lamps().get(1));
    StandingSet changed = set.withLamps(lamps).with(set.camera().seconds(0.2).iso(400));
    assertTrue(preview.lights(changed));
    assertTrue(!preview.lights(set.with(set.camera().focal(50))));
    PathTracer again = new PathTracer(SceneBuilder.of(changed), 80, 60, 1);
    LightLayers whole = new LightLayers(80, 60, 1);
    while (whole.passes() < preview.passes()) {
      again.followMixed(whole, 1, SceneBuilder.powers(changed));
    }
    SimulatedPhoto fresh = SimulatedCamera.develop(changed, whole.mix(new Vec[] {Vec.ONE}), 1);
    byte[] mixed = preview.photo(changed).picture().rgb();
    int apart = 0;
    for (int i = 0; i < mixed.length; i++) {
      apart = Math.max(apart, Math.abs((mixed[i] & 0xFF) - (fresh.picture().rgb()[i] & 0xFF)));
    }
    assertTrue(apart <= 1, "at most a rounding apart: " + apart);
  }

  @Test
  public void theAutomaticExposureMakesTheMeanGrey() {
    StandingSet set = Arrangements.of("two-lamps", Thing.of("soap"), 60, 60);
    StandingSet grey = set.with(set.camera().automatic(0));
    Rendering light = light(grey, 60, 45, 24);
    double drawn = mean(new Developing(grey.camera(), 60, 45).expose(light).planes());
    assertEquals(drawn, Exposure.METERED_SHARE, 0.005);
    StandingSet over = set.with(set.camera().automatic(1));
    double twice = mean(new Developing(over.camera(), 60, 45).expose(light).planes());
    assertEquals(twice, 2 * Exposure.METERED_SHARE, 0.01);
  }

  @Test
  public void theBalanceMakesItsLightNeutral() {
    StandingSet set = Arrangements.of("two-lamps", Thing.of("soap"), 60, 60);
    List<Lamp> warm = set.lamps().stream().map(l -> l.kelvin(2900)).toList();
    StandingSet right = set.withLamps(warm).with(set.camera().balance(2900, 0).automatic(0));
    float[][] drawn =
        new Developing(right.camera(), 60, 45).expose(light(right, 60, 45, 16)).planes();
    int at = 5 * 60 + 5;
    assertEquals(drawn[0][at] / drawn[1][at], 1, 0.08);
    StandingSet wrong = right.with(right.camera().balance(5400, 0));
    float[][] yellow =
        new Developing(wrong.camera(), 60, 45).expose(light(wrong, 60, 45, 16)).planes();
    assertTrue(yellow[2][at] < 0.6 * yellow[1][at], "warm light under a daylight balance");
  }

  /** Noise in the dark part grows with ISO as the sensor's model says. */
  @Test
  public void sensorNoiseFollowsItsModel() {
    SetCamera camera = Arrangements.of("two-lamps", Thing.of("soap"), 60, 60).camera().iso(102_400);
    int size = 200;
    float[][] flat = new float[3][size * size];
    for (float[] plane : flat) {
      java.util.Arrays.fill(plane, 0.2f);
    }
    byte[] rgb = new Developing(camera, size, size).draw(flat, 5).rgb();
    double mean = 0;
    double square = 0;
    for (byte b : rgb) {
      mean += (b & 0xFF) / (double) rgb.length;
      square += (b & 0xFF) * (double) (b & 0xFF) / rgb.length;
    }
    // Pixel 17.3 mm / 200 = 86.5 um: 2000 * 7482 = 15 million electrons; variance 0.2 * 1024 /
    // 15e6,
    // and 3 electrons of reading noise on each of 4000 * 3000 / 200² = 300 native pixels.
    double well = 2000 * 86.5 * 86.5;
    double read = 3 * Math.sqrt(300) * 1024 / well;
    double sigma = Math.sqrt(0.2 * 1024 / well + read * read);
    double slope = 255 * 1.055 / 2.4 * Math.pow(0.2, 1 / 2.4 - 1);
    double expected = Math.sqrt(slope * slope * sigma * sigma + 1 / 12.0);
    assertEquals(Math.sqrt(square - mean * mean), expected, 0.08 * expected);
  }

  @Test
  public void truthTellsWhereTheThingIsAndHowDeepItsShadow() {
    StandingSet set = DemoTake.of("money-box").withoutCards().lampFace(60).lamps(1, 0).build();
    SimulatedPhoto photo = SimulatedCamera.take(set, 160, 120, 12, 1);
    SimulatedPhoto.Truth truth = photo.truth();
    assertTrue(truth.boxWidth() > 30 && truth.boxHeight() > 60, truth.toString());
    assertTrue(truth.shadowStops() > 1.2, "a small lamp's shadow is deep: " + truth.shadowStops());
    SimulatedPhoto soft = SimulatedCamera.take(DemoTake.of("money-box").build(), 160, 120, 12, 1);
    assertTrue(soft.truth().shadowStops() < truth.shadowStops());
    assertEquals(truth.defocusSigmaPx().size(), 2);
  }
}
