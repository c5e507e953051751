package app.istante.core.sim;

import static org.testng.Assert.assertEquals;
import static org.testng.Assert.assertFalse;
import static org.testng.Assert.assertTrue;

import java.util.Random;
import org.testng.annotations.DataProvider;
import org.testng.annotations.Test;

/** Rays against shapes, with the meeting worked out by hand. */
public class ShapesTest {
  private static final double FAR = 1e9;

  private static Hit hit() {
    Hit hit = new Hit();
    hit.clear(FAR);
    return hit;
  }

  @Test
  public void aRayMeetsTheNearSideOfABox() {
    Hit hit = hit();
    assertTrue(new Block(20, 40, 10).meet(new Vec(0, 20, 100), new Vec(0, 0, -1), hit));
    assertEquals(hit.distance, 95, 1e-9);
    assertEquals(hit.nz, 1, 1e-9);
    assertEquals(hit.u, 0.5, 1e-9);
    assertEquals(hit.v, 0.5, 1e-9);
  }

  @Test
  public void fromInsideTheFarWallIsMetAndItsNormalPointsOut() {
    Hit hit = hit();
    assertTrue(new Block(20, 40, 10).meet(new Vec(0, 20, 0), new Vec(1, 0, 0), hit));
    assertEquals(hit.distance, 10, 1e-9);
    assertEquals(hit.nx, 1, 1e-9);
  }

  @Test
  public void whatIsBehindOrBesideIsMissed() {
    Block block = new Block(20, 40, 10);
    assertFalse(block.meet(new Vec(0, 20, 100), new Vec(0, 0, 1), hit()));
    assertFalse(block.meet(new Vec(30, 20, 100), new Vec(0, 0, -1), hit()));
    Hit nearer = hit();
    nearer.clear(50);
    assertFalse(
        block.meet(new Vec(0, 20, 100), new Vec(0, 0, -1), nearer), "something stands before");
  }

  @Test
  public void aRingIsMetOnItsTubeAndSeenThroughInTheMiddle() {
    Ring ring = new Ring(30, 5);
    Hit hit = hit();
    // The tube's top stands at y = 2 (30 + 5) = 70; its middle line at 65.
    assertTrue(ring.meet(new Vec(0, 65, 100), new Vec(0, 0, -1), hit));
    assertEquals(hit.distance, 95, 0.01);
    assertEquals(hit.nz, 1, 0.01);
    assertFalse(ring.meet(new Vec(0, 35, 100), new Vec(0, 0, -1), hit()), "through the hole");
  }

  @DataProvider
  Object[][] heights() {
    return new Object[][] {{10.0}, {25.0}, {49.0}};
  }

  @Test(dataProvider = "heights")
  public void aTurnedConeIsMetAtItsRadius(double height) {
    // Radius 30 at the bottom, 0 at 60 mm: r = 30 (1 - h / 60).
    Lathe cone = new Lathe(0, 0, 30, 0, 0, 60);
    Hit hit = hit();
    assertTrue(cone.meet(new Vec(0, height, 200), new Vec(0, 0, -1), hit));
    double radius = 30 * (1 - height / 60);
    assertEquals(hit.distance, 200 - radius, 1e-6);
    // The flank rises 60 over 30: its normal leans up by atan(30 / 60).
    assertEquals(hit.ny / hit.nz, 0.5, 0.01);
  }

  @Test
  public void aCurvedProfilePassesThroughItsPoints() {
    Lathe body = Lathe.curved(0, 0, 20, 5, 30, 30, 20, 55, 0, 60);
    Hit hit = hit();
    assertTrue(body.meet(new Vec(0, 30, 200), new Vec(0, 0, -1), hit));
    assertEquals(hit.distance, 170, 0.3);
  }

  @Test
  public void aBodyThatIsMovedTurnedAndLeanedIsMetWhereItStands() {
    Block block = new Block(20, 40, 10);
    Body turned = new Body(block, Material.matte(1, 1, 1), new Vec(100, 0, 0), 90, 0);
    Hit hit = hit();
    assertTrue(turned.meet(new Vec(100, 20, 100), new Vec(0, 0, -1), hit));
    assertEquals(hit.distance, 90, 1e-9, "its broad side looks at us after a quarter turn");
    Body leaned = new Body(block, Material.matte(1, 1, 1), Vec.ZERO, 0, 90);
    Hit lying = hit();
    // Leaned over by 90 degrees towards +x, it lies from x = 0 to 40.
    assertTrue(leaned.meet(new Vec(30, 5, 100), new Vec(0, 0, -1), lying));
    assertEquals(lying.distance, 95, 1e-9);
    assertFalse(leaned.meet(new Vec(-30, 5, 100), new Vec(0, 0, -1), hit()));
  }

  @Test(dataProvider = "things")
  public void everyPartTurnsWithItsThing(String what) {
    double degrees = 48;
    double cos = Math.cos(Math.toRadians(degrees));
    double sin = Math.sin(Math.toRadians(degrees));
    Random random = new Random(3);
    int met = 0;
    for (Body body : Shelf.bodies(what)) {
      Body turned = body.turned(degrees);
      for (int ray = 0; ray < 60; ray++) {
        Vec at = body.middle().plus(around(random).times(body.reach()));
        Vec from = around(random).times(400);
        Vec towards = at.minus(from).unit();
        Hit hit = hit();
        Hit after = hit();
        boolean is = body.meet(from, towards, hit);
        assertEquals(turned.meet(round(from, cos, sin), round(towards, cos, sin), after), is, what);
        if (is) {
          met++;
          assertEquals(after.distance, hit.distance, 1e-5);
          Vec normal = round(new Vec(hit.nx, hit.ny, hit.nz), cos, sin);
          assertEquals(after.nx, normal.x(), 1e-4);
          assertEquals(after.ny, normal.y(), 1e-4);
          assertEquals(after.nz, normal.z(), 1e-4);
        }
      }
    }
    assertTrue(met > 20, "the rays meet " + what);
  }

  @DataProvider
  public Object[] things() {
    return new Object[] {"abacus", "spyglass", "watering-can", "chain", "caddy"};
  }

  private static Vec around(Random random) {
    return new Vec(random.nextGaussian(), random.nextGaussian(), random.nextGaussian()).unit();
  }

  private static Vec round(Vec v, double cos, double sin) {
    return new Vec(v.x() * cos + v.z() * sin, v.y(), -v.x() * sin + v.z() * cos);
  }

  @Test
  public void normalsAreOfLengthOneAndFaceTheRayFromOutside() {
    Random random = new Random(8);
    Shape[] shapes = {
      new Block(20, 40, 10), new Ring(30, 5), Lathe.curved(0, 0, 20, 5, 30, 30, 20, 55, 0, 60)
    };
    int met = 0;
    for (int ray = 0; ray < 3000; ray++) {
      Shape shape = shapes[ray % shapes.length];
      Vec from =
          new Vec(random.nextGaussian(), random.nextGaussian(), random.nextGaussian())
              .unit()
              .times(300)
              .plus(shape.centre());
      Vec aim =
          shape
              .centre()
              .plus(
                  new Vec(random.nextGaussian(), random.nextGaussian(), random.nextGaussian())
                      .times(12));
      Hit hit = hit();
      if (shape.meet(from, aim.minus(from).unit(), hit)) {
        met++;
        assertEquals(hit.normal().length(), 1, 1e-6);
        assertTrue(hit.normal().dot(aim.minus(from)) <= 1e-3, shape + " shows its outside");
        assertTrue(hit.distance <= 300 + shape.reach());
      }
    }
    assertTrue(met > 1000, met + " of 3000 rays met something");
  }

  @Test
  public void crossingRightAndUpPointsToTheCamera() {
    assertEquals(new Vec(1, 0, 0).cross(new Vec(0, 1, 0)), new Vec(0, 0, 1));
  }

  @Test
  public void aBallIsMetAtItsRadiusAndTurnsRound() {
    Hit hit = hit();
    assertTrue(new Ball(30).meet(new Vec(0, 30, 200), new Vec(0, 0, -1), hit));
    assertEquals(hit.distance, 170, 1e-9);
    assertEquals(hit.v, 30, 1e-9);
    assertFalse(new Ball(30).meet(new Vec(31, 30, 200), new Vec(0, 0, -1), hit()));
  }

  @Test
  public void aPlateHasAFrontABackAndAHole() {
    Plate plate = new Plate(40, 60, 10);
    Hit hit = hit();
    assertTrue(plate.meet(new Vec(10, 10, 50), new Vec(0, 0, -1), hit));
    assertEquals(hit.u, 0.75, 1e-9);
    assertEquals(hit.v, 10 / 60.0, 1e-9);
    assertTrue(plate.meet(new Vec(10, 10, -50), new Vec(0, 0, 1), hit()));
    assertFalse(plate.meet(new Vec(0, 30, 50), new Vec(0, 0, -1), hit()), "through the hole");
    assertFalse(plate.meet(new Vec(21, 30, 50), new Vec(0, 0, -1), hit()));
  }

  @Test
  public void aRoundedBoxIsFlatInTheMiddleAndRoundAtItsEdge() {
    RoundedBlock soap = new RoundedBlock(80, 30, 50, 10);
    Hit hit = hit();
    assertTrue(soap.meet(new Vec(0, 15, 100), new Vec(0, 0, -1), hit));
    assertEquals(hit.distance, 75, 0.01);
    assertEquals(hit.nz, 1, 1e-3);
    Hit edge = hit();
    // 7 mm into the rounding of radius 10: the surface lies 10 - sqrt(100 - 49) = 2.86 mm further.
    assertTrue(soap.meet(new Vec(37, 15, 100), new Vec(0, 0, -1), edge));
    assertEquals(edge.distance, 77.86, 0.02);
    assertFalse(soap.meet(new Vec(39.9, 0.1, 100), new Vec(0, 0, -1), hit()));
  }

  @Test
  public void aBodyMadeLargerIsMetAtItsNewSize() {
    Body body = Body.standing(new Ball(10), Material.matte(1, 1, 1)).scaled(3);
    Hit hit = hit();
    assertTrue(body.meet(new Vec(0, 30, 200), new Vec(0, 0, -1), hit));
    assertEquals(hit.distance, 170, 1e-9);
  }

  @Test
  public void everythingOnTheShelfIsAboutAsLargeAsItSays() {
    for (Shelf.ShelfThing entry : Shelf.entries()) {
      double right = 0;
      double top = 0;
      for (Body body : Shelf.bodies(entry.name())) {
        Hit hit = hit();
        for (double x = 0; x < 320; x += 1) {
          for (double y = 1; y < 400; y += 9) {
            hit.clear(FAR);
            if (body.meet(new Vec(x, y, 900), new Vec(0, 0, -1), hit)) {
              right = Math.max(right, x);
            }
          }
        }
        for (double y = 0; y < 400; y += 1) {
          for (double x = -60; x < 61; x += 3) {
            hit.clear(FAR);
            if (body.meet(new Vec(x, y, 900), new Vec(0, 0, -1), hit)) {
              top = Math.max(top, y);
            }
          }
        }
      }
      assertTrue(
          top > 0.8 * entry.heightMm() && top < 1.2 * entry.heightMm() + 2, entry + ": " + top);
      assertTrue(
          right > 0.3 * entry.widthMm() && right < 0.75 * entry.widthMm() + 2,
          entry + ": " + right);
    }
  }
}
